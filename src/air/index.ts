// Air: what server and clients say to each other, the shared clock, and a channel's picture from the shared state.
export {
  clientMessageSchema,
  serverMessageSchema,
  largestMessage,
  wireVersion,
  handSchema,
  mixerSchema,
  outputCommandSchema,
  type ClientMessage,
  type Hand,
  type Mixer,
  type OutputCommand,
  type FeedStatus,
  type OutputReport,
  type Present,
  type ServerMessage,
} from './messages';
export { AirClock } from './clock';
export { Pulse } from './pulse';
export { usualMomentMs, AirClient, type AirSocket, type Answer, type Missing } from './client';
export { GiveBack } from './give-back';
export { ChannelPicture, type PictureHost } from './channel-picture';
export { drawTestCard, testCards, type TestCard } from './test-card';
export { ReleaseShelf } from './releases';
