import { wrap, type Remote } from 'comlink';
import { create } from 'zustand';
import type {
  PollStanding,
  PostAct,
  PostSearch,
  PostSeen,
  PostSettings,
  ServiceStatus,
  WatchWord,
} from '../../core/post';
import type { Problem } from '../../core/problem';
import type { Finding, PostsWorker } from '../../workers/posts.worker';
import { knowScripts } from '../../render';
import { newId } from './ids';
import { asked, askedBlob, jsonInit, ownName, roomListeners } from './air-store';

export interface RoomRef {
  readonly id: string;
  readonly name: string;
  readonly isOnAir: boolean;
}
interface Common {
  readonly authors: readonly { readonly author: string; readonly is: 'barred' | 'trusted' }[];
  /** Words that were added while judging, beside those of the show. */
  readonly added: readonly WatchWord[];
  readonly settings: PostSettings;
}
export interface RoomPoll {
  readonly id: string;
  readonly name: string;
  readonly by: 'service' | 'words';
  readonly standing: PollStanding | null;
}
interface PostsStore {
  /** Sources of posts that the server gathers; null: not asked yet. */
  rooms: readonly RoomRef[] | null;
  room: string | null;
  /** How many posts are here; null: none have come yet. */
  count: number | null;
  common: Common | null;
  services: readonly ServiceStatus[];
  polls: readonly RoomPoll[];
  /** Polls that services have, to be chosen from. */
  offered: readonly { readonly service: string; readonly id: string; readonly question: string }[];
  /** Pictures of cleared posts by their addresses: what renderers find them by. */
  pictures: Readonly<Record<string, string>>;
  /** Why nothing comes. */
  problem: Problem | null;
  /** Rises whenever a post changed, or what has been in hand. */
  revision: number;
}
export const usePosts = create<PostsStore>(() => ({ rooms: null, room: null, count: null, common: null, services: [], polls: [], offered: [], pictures: {}, problem: null, revision: 0 })); // prettier-ignore

interface Answer {
  readonly services: readonly ServiceStatus[];
  readonly version: number;
  readonly whole: boolean;
  readonly posts: readonly PostSeen[];
  readonly pictures: readonly (readonly [string, string])[];
  readonly polls: readonly RoomPoll[];
  readonly offered: PostsStore['offered'];
  readonly common?: Common;
}

const deskName = 'jorvan.posts.desk';
/** Tells this browser's undo from that of another who has the same name. */
const deskId = localStorage.getItem(deskName) ?? newId();
localStorage.setItem(deskName, deskId);

let worker: Remote<PostsWorker> | null = null;
const postsWorker = (): Remote<PostsWorker> => (worker ??= wrap<PostsWorker>(new Worker(new URL('../../workers/posts.worker.ts', import.meta.url), { type: 'module' }))); // prettier-ignore

/** How often services are asked after, where nothing is told. */
const beatMs = 4000;
const mostSeen = 5000;
let version = -1;
let isAsking = false;
let isDue = false;
const seenName = (room: string): string => `jorvan.posts.seen.${room}`;
let seen: string[] = [];

export async function lookForRooms(): Promise<void> {
  const answer = await asked('/api/posts', {});
  usePosts.setState('problem' in answer ? { rooms: [], problem: answer.problem } : { rooms: answer.body as RoomRef[], problem: null });
} // prettier-ignore

/** Takes up the posts of a source, and what comes of them; ends with what it gives. */
export function openRoom(room: string): () => void {
  version = -1;
  seen = JSON.parse(localStorage.getItem(seenName(room)) ?? '[]') as string[];
  usePosts.setState({
    room,
    count: null,
    common: null,
    services: [],
    polls: [],
    offered: [],
    pictures: {},
    problem: null,
  });
  void postsWorker().begin(seen);
  const heard = (rooms: readonly { room: string; version: number }[]): void => {
    if (rooms.some((one) => one.room === room && one.version !== version)) void follow(room);
  };
  roomListeners.add(heard);
  const beat = setInterval(() => void follow(room), beatMs);
  void follow(room);
  return () => {
    roomListeners.delete(heard);
    clearInterval(beat);
    usePosts.setState({ room: null });
  };
}

async function follow(room: string): Promise<void> {
  if (isAsking) {
    isDue = true;
    return;
  }
  isAsking = true;
  const answer = await asked(`/api/posts/${encodeURIComponent(room)}?since=${version}`, {});
  if (usePosts.getState().room === room) {
    if ('problem' in answer) usePosts.setState({ problem: answer.problem });
    else await take(answer.body as Answer);
  }
  isAsking = false;
  if (!isDue) return;
  isDue = false;
  const now = usePosts.getState().room;
  if (now !== null) void follow(now);
}

async function take(answer: Answer): Promise<void> {
  const isNew = answer.version !== version;
  version = answer.version;
  knowScripts(answer.posts.map(({ post }) => `${post.text} ${post.author.name}`).join(' '));
  const count = isNew ? await postsWorker().put(answer.posts, answer.whole) : usePosts.getState().count;
  usePosts.setState(({ revision, common }) => ({
    services: answer.services,
    problem: null,
    count,
    common: answer.common ?? common,
    polls: answer.polls,
    offered: answer.offered,
    pictures: Object.fromEntries(answer.pictures),
    revision: isNew ? revision + 1 : revision,
  }));
}

export const findPosts = (search: PostSearch, most: number, others: readonly string[]): Promise<Finding> =>
  postsWorker().find(search, Date.now(), most, others);
export const countPosts = (searches: readonly PostSearch[]): Promise<{ total: number; unseen: number }[]> => postsWorker().counts(searches, Date.now()); // prettier-ignore
export const postChoices = (): Promise<{ tags: string[]; places: string[]; languages: string[] }> => postsWorker().choices(); // prettier-ignore

/** Posts that were in hand here: they are new no more. */
export function sawPosts(keys: readonly string[]): void {
  const fresh = keys.filter((key) => !seen.includes(key));
  const { room } = usePosts.getState();
  if (fresh.length === 0 || room === null) return;
  seen = [...seen, ...fresh].slice(-mostSeen);
  localStorage.setItem(seenName(room), JSON.stringify(seen));
  void postsWorker().see(fresh);
}

/** Asks for something to be done with posts; gives why it was not. */
export async function judge(act: PostAct): Promise<Problem | null> {
  const { room } = usePosts.getState();
  if (room === null) return null;
  const answer = await asked(`/api/posts/${encodeURIComponent(room)}/acts`, jsonInit('POST', { act, by: ownName(), desk: deskId }));
  if ('problem' in answer) return answer.problem;
  await follow(room);
  return null;
} // prettier-ignore

/** Opens, closes or empties a poll; gives why it was not. */
export async function steerPoll({ id, by }: RoomPoll, to: 'open' | 'close' | 'reset'): Promise<Problem | null> {
  const { room } = usePosts.getState();
  if (room === null) return null;
  if (by === 'words') return judge({ do: 'poll', poll: id, to });
  const answer = await asked(`/api/posts/${encodeURIComponent(room)}/polls/${encodeURIComponent(id)}/${to}`, { method: 'POST' });
  await follow(room);
  return 'problem' in answer ? answer.problem : null;
} // prettier-ignore

const pictures = new Map<string, Promise<string | null>>();
const mostPictures = 300;
/** A picture of a post to be shown here, as an address of this page; null: it is not to be had. */
export function postPicture(room: string, post: string, which: 'portrait' | number): Promise<string | null> {
  const path = `/api/posts/${encodeURIComponent(room)}/picture?post=${encodeURIComponent(post)}&which=${which}`;
  const known = pictures.get(path);
  if (known) return known;
  const made = askedBlob(path).then((blob) => (blob ? URL.createObjectURL(blob) : null));
  pictures.set(path, made);
  for (const [old, url] of pictures) {
    if (pictures.size <= mostPictures) break;
    pictures.delete(old);
    void url.then((address) => address !== null && URL.revokeObjectURL(address));
  }
  return made;
}
