// Typing from elsewhere: what typists type into tables, who looks at it, and when it goes to air. Knows nothing of networks,
// disks or pages.
export {
  isTypedColumn,
  rowName,
  rowsOnAir,
  TypingBook,
  typedSchema,
  typedStates,
  typedTable,
  typingActSchema,
  type Typed,
  type TypedColumn,
  type TypedRow,
  type TypedState,
  type TypedTable,
  type TypingAct,
} from './book';
export { mapForm, type MapForm } from './form';
