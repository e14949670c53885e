// The post wall: a simulated service to which the people of the bay write, and a second one of another shape.
export { newWallPolls, steerPoll, wallPolls, type WallPollState } from './polls';
export { messageOf } from './messages';
export { people, portraitOf } from './people';
export { pictureOf } from './pictures';
export {
  countsOf,
  postByNumber,
  postsOfMinute,
  searchWall,
  type Wave,
  type WallPost,
  type WallSearch,
} from './wall';
export {
  jettyPage,
  numberOf,
  pageSize,
  spoiled,
  wallModes,
  wallOne,
  wallPage,
  type WallMode,
  type WallMoment,
} from './services';
