// Stand-ins: small simulated devices that ship with the product, where the real one is not there.
export { mixShare, mixerAfter, newMixer, sourceNames, tallyOf, type MixerCommand } from './mixer';
export { drawCamera, standInCamera } from './camera';
export { chance } from './chance';
export {
  feedAnswer,
  kites,
  startStreams,
  steer,
  streamTime,
  windLimit,
  type FeedAnswer,
  type StreamState,
} from './feeds';
export * from './post-wall';
