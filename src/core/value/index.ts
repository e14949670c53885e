// Values: what a property, a field or a cell can hold. Knows nothing of what holds it.
export * from './values';
export * from './paint';
export * from './row-list';
export { editedByHand, editsAlone, withEdits } from './row-edits';
