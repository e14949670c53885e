// Motion: curves, tracks and phases, as offsets and factors of the rest pose. Knows nothing of what is moved.
export { easeCurve, easeLabels, easeValue } from './easing';
export {
  compileTrack,
  poseLength,
  restPose,
  sampleTrack,
  trackIndex,
  trackKinds,
  addPose,
  type CompiledTrack,
  type TrackKind,
} from './tracks';
export { phaseEnd } from './phases';
