// One operator's Desk: what is in hand, what was typed, what each key will do. Knows the air state; no keyboard, screen or wire.
export {
  further,
  graphicInHand,
  inHandOf,
  isDisplaced,
  newDesk,
  pendingOf,
  previewSeen,
  subjectOf,
  typedValues,
  upOf,
  which,
  type DeskState,
  type Draft,
  type Hand,
  type Keyboard,
  type View,
} from './desk';
export {
  clearPlan,
  cuePlan,
  putBackPlan,
  rowPlan,
  rundownOf,
  sendPlan,
  stepPlan,
  takeBackPlan,
  takeNowPlan,
  takePlan,
  unfilledInPreview,
  type Plan,
  type Puts,
} from './plan';
export { answerOffer, dropDraft, offerOf, typeInto } from './drafts';
export { answered, hear } from './hear';
export {
  cueInHand,
  fillPreview,
  goToChannel,
  press,
  sendLive,
  takeInHand,
  type DeskDeed,
  type Step,
} from './press';
export {
  actionOf,
  deskActions,
  isReservedKey,
  keysOf,
  meaningOf,
  typeOnLine,
  type DeskAction,
  type Keymap,
  type Meaning,
} from './keys';
export { footOf, type Foot } from './foot';
