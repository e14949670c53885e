// Bindings: values, the steps they go through, and what a binding makes of what is around it. Knows sources' values;
// nothing of shows, templates or where data is kept.
export * from './value';
export { fixed, operandSchema, type Operand } from './operand';
export { cellText, readRowset, someRows } from './rowset';
export { stepKind, stepNames, stepKinds } from './steps/registry';
export { bindingStepSchema, numberSpecSchema, type BindingStep, type BindingStepKind } from './steps/schemas';
export type { Param, StepGroup, StepKind } from './steps/kind';
export { needsOther, rowTests, stands, testChoices, testWords, type RowTest } from './stands';
export { filterRows, groupRows, pageRows, rankRows, sortRows, takeRows } from './derive';
export { listRowset, rowsetList } from './lists';
export { numberInWords, plainNumber, type NumberSpec } from './steps/number-format';
export { columnIndex } from './derive';
export { isZone, zoneNames } from './zones';
export { datePattern } from './date-pattern';
export {
  bindingSchema,
  cellTakes,
  holesIn,
  namedBy,
  originNames,
  originSchema,
  plainOrigin,
  renamedIn,
  type Binding,
  type Origin,
  type OriginKind,
  type RowChoice,
} from './binding';
export { dataOf } from './data-of';
export { openHoles, traceBinding, type Surroundings, type Trace } from './evaluate';
