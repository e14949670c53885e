// Preflight: what would look wrong on air, found before it is there. Knows no cards and no channels.
export { checkFilling, type Finding } from './filling';
