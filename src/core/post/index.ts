// Viewers' posts: out of a service's answers, found, judged, corrected, and as rows. Knows nothing of networks, disks or
// pictures.
export { authorKey, keyOfPost, postSchema, type Post } from './post';
export {
  adapterFields,
  adapterSchema,
  addressBelow,
  pageAddress,
  readPage,
  readPost,
  shippedAdapters,
  takes,
  type Adapter,
  type AdapterField,
  type FieldPath,
  type PageRead,
  type Take,
} from './adapter';
export { airWords, cutOut, fixSchema, isNoFix, noFix, withoutEmoji, type Fix } from './fix';
export { wordMarks, watchWordSchema, type Mark, type WatchWord } from './words';
export { privateMarks } from './private-data';
export {
  judgedSchema,
  notJudged,
  postActSchema,
  verdicts,
  type Change,
  type Judge,
  type Judged,
  type PostAct,
  type PostEntry,
  type PostSeen,
  type Verdict,
} from './judge';
export { anyPost, fitsSearch, listedState, searchSchema, type PostSearch, type PostState } from './find';
export { PostShelf, type Found, type FoundPost } from './shelf';
export { longestMs, marksOf, PostRoom } from './room';
export {
  countVotes,
  isPollOpen,
  notOpened,
  pollRows,
  pollSchema,
  readPolls,
  type PollAnswer,
  type PollRule,
  type PollStanding,
  type PollTimes,
  type ServicePoll,
} from './poll';
export { agoWords, postColumns, postRows, type PostColumn, type RowMaking } from './rows';
export {
  clearers,
  newPostService,
  postServiceSchema,
  postSettingsSchema,
  standInServices,
  usualPostSettings,
  type Clearer,
  type PostService,
  type PostSettings,
  type ServiceStatus,
} from './settings';
