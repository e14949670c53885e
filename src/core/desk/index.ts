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
export { cuePlan, rundownOf, takeNowPlan, takePlan, unfilledInPreview, type Plan, type Puts } from './plan';
export { clearPlan, putBackPlan, rowPlan, sendPlan, stepPlan, takeBackPlan } from './plan-up';
export { answerOffer, offerOf, typeInto } from './drafts';
export { answered, hear } from './hear';
export {
  cueInHand,
  drop,
  fillPreview,
  goToChannel,
  press,
  sendLive,
  share,
  takeInHand,
  type DeskPress,
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
export { startMark } from './start-mark';
