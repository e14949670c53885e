// Motion: curves, tracks, cascades and phases, as offsets and factors of the rest pose. Knows nothing of what is moved.
export { easeCurve, easeLabel, easeLabels, easeValue, isNamedEase } from './easing';
export { mixLab, writeLab } from './colour';
export { addPose, joinAt, neutralAt, poseIndex, poseLength, restPose, type Join } from './pose';
export { timingOf, turnsOf, type Timing } from './cascade';
export {
  anchorsOf,
  compileColour,
  compileTrack,
  roundOf,
  keyValueAt,
  sampleColour,
  sampleTrack,
  shifted,
  spanOf,
  writeColour,
  type Anchors,
  type CompiledColour,
  type CompiledTrack,
  type Sizes,
} from './tracks';
export { coasted, coastFrames, endsAtRest, phaseEnd } from './phases';
export { changedFields, chooseChange } from './choose';
export { changeOf, chooseWithin } from './inset-change';
export { applyPreset, idlePresets, motionPresets, presetsFor, usualFollow } from './presets';
export type { MotionPreset } from './preset';
export { inTurn, turnOrders, type TurnOrder } from './turn';
export { joinAbout, joinTable, newTable, type PlacedTrack, type TrackTable } from './table';
