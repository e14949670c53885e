// Air: what server and clients say to each other, the shared clock, and a channel's picture from the shared state.
export { Screens } from './screens';
export { clientMessageSchema, type ClientMessage } from './client-messages';
export {
  serverMessageSchema,
  handSchema,
  mixerSchema,
  outputCommandSchema,
  type Hand,
  type Mixer,
  type OutputCommand,
  type FeedStatus,
  type OutputReport,
  type Present,
  type ServerMessage,
} from './messages';
export { largestMessage, wireVersion, type AirSocket } from './wire';
export { AirLine } from './line';
export { AirClock } from './clock';
export { afterPatches } from './patches';
export { Pulse } from './pulse';
export { usualMomentMs, AirClient, type Answer, type Missing } from './client';
export { GiveBack } from './give-back';
export { ChannelPicture, type PictureHost } from './channel-picture';
export { drawTestCard, testCards, type TestCard } from './test-card';
export { ReleaseShelf } from './releases';
