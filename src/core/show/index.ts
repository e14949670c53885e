// The document: what a show is, how it is checked, opened, changed and written. Knows nothing of how it looks or moves.
export * from '../value';
export * from '../element';
export { blends, fits, type Blend, type Fit } from '../display';
export type { PathPoint, Subpath } from '../shape';
export * from './style';
export * from './show-map';
export type { Accepted, CellCheck, Offer, PropertyValue } from './field/base';
export {
  acceptValue,
  blankField,
  fieldFromProperty,
  fieldKindFor,
  fieldKindOf,
  fieldKinds,
  fieldSchema,
  type Field,
  type FieldKindName,
} from './field/registry';
export { allowedPattern, newTextField, openText } from './field/text-field';
export {
  arrangementSchema,
  deskPanels,
  usualArrangement,
  type Arrangement,
  type DeskPanel,
  type PanelPlace,
} from './arrangement';
export {
  bringTogether,
  cardDifferences,
  changedParts,
  channelDifferences,
  templateDifferences,
  type CardDifference,
  type ChangedPart,
  type Consequence,
  type TemplateDifference,
  isSameDesign,
} from './differences';
export { isSample, unfilledFields } from './field/sample';
export * from './tether';
export * from './ease';
export * from './track';
export * from './phase';
export * from './template';
export * from './inset';
export * from './channel';
export { exactRate } from './rate';
export * from './card';
export * from './handover';
export * from './rundown';
export {
  isTarget,
  isLike,
  isOnChannel,
  newReaction,
  reactionSchema,
  type Reaction,
  type ReactionTarget,
} from './reaction';
export {
  reactionActionKind,
  reactionActionKinds,
  type ReactionActionName,
  type ReactionAction,
} from './reaction-action/registry';
export { reactionCycle } from './reaction-cycle';
export * from './page-layout';
export * from './pad';
export * from './clock';
export * from './ticker';
export { tickersToFormat15 } from './format-15';
export { clocksToFormat21 } from './format-21';
export { rundownsOf } from './format-5';
export * from './timecode';
export * from './table';
export * from './view';
export { noChecks, type Checks, type ColumnType } from './column/base';
export { acceptCell, checkCell, columnKinds, newColumn, showCell, type Column } from './column/registry';
export * from './asset';
export { isWholePicture, notAnAsset, sniffAsset } from './sniff';
export * from './show';
export {
  assetsOfTemplate,
  fontFiles,
  fillProblem,
  maskProblem,
  picturesFor,
  showReferences,
  templateReferences,
} from './references';
export { migrations, openDocument, openKept, type Migration } from './migrations';
export {
  asKept,
  freshParts,
  fromParts,
  keysOf,
  layoutOf,
  toKeep,
  withoutHistory,
  withoutLongTables,
  type FreshPart,
  type Layout,
  type Part,
  type Parted,
  type ToKeep,
} from './document-parts';
export * from './archive';
export { historyText, readHistory, type Way } from './history-file';
export { openRelease, releaseSchema, type TemplateContext, type Release } from './release';
export { makeRelease, releaseOf, showOfRelease } from './make-release';
export { checkRelease, releaseProblem } from './release-check';
export {
  edit,
  editStep,
  patchStep,
  goTo,
  openDraft,
  redo,
  redoStep,
  seal,
  stepsTo,
  takeStep,
  undo,
  undoStep,
  type Draft,
  type DraftStep,
  type Edit,
} from './edit';
export { act, openReplica, receive, type Batch, type Replica } from './replica';
export { freshName } from './operations/names';
export * from './operations/elements';
export { addClockFace } from './operations/clock-face';
export * from './operations/fields';
export * from './operations/bindings';
export * from './operations/tracks';
export * from './library';
export {
  bringLook,
  clipElements,
  clipSchema,
  pasteClip,
  stylesUsed,
  type Clip,
  type Pasted,
} from './operations/clip';
export { elementParts, giveParts, type ElementPart } from './operations/transfer';
export { wipeAlong } from './operations/wipe-along';
export { plateBehind } from './operations/plate';
export { repeatForRows, takeColumn, type RowsToTake } from './operations/repeat';
export * from './operations/table';
export * from './operations/picture-sets';
export * from './operations/maps';
export * from './paging';
export { goesOn, runningLists, steadyLists } from './running';
export { rowWays, setInRow, type RowWay } from './operations/row';
export { mirrorAcross } from './operations/opposite';
export * from './operations/cards';
export * from './operations/assets';
export * from './operations/styles';
export { changeMotionStyle, takeMotionStyle } from './operations/motion-styles';
export * from './operations/find';
