// A touch page over what is on air: what each of its buttons says, and what a touch asks of air. Knows no screen or wire.
export { correction, padButtons, type PadButton, type PadPart, type PadPress, type PadView } from './buttons';
export { correctable, comingRows, type Correctable } from './coming';
