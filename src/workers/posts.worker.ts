// All posts of a source, found among off the interface's thread.
import '../core/no-eval';
import { expose } from 'comlink';
import { PostShelf, type Found, type PostSearch, type PostSeen } from '../core/post';

/** What is found, with posts that were asked for besides. */
export interface Finding extends Found {
  readonly others: readonly PostSeen[];
}

let shelf = new PostShelf();
let seen = new Set<string>();
const isUnseen = (key: string): boolean => !seen.has(key);

const worker = {
  /** Begins anew: other posts, of which these were in hand before. */
  begin(had: readonly string[]): void {
    shelf = new PostShelf();
    seen = new Set(had);
  },
  /** Posts that changed; `whole`: these are all there are. */
  put(posts: readonly PostSeen[], whole: boolean): number {
    if (whole) shelf.keepOnly(new Set(posts.map(({ post }) => post.key)));
    shelf.put(posts);
    return shelf.count;
  },
  see(keys: readonly string[]): void {
    for (const key of keys) seen.add(key);
  },
  /** `others`: keys of posts that are wanted whether they are found or not. `now`: ms since 1970. */
  find(search: PostSearch, now: number, most: number, others: readonly string[]): Finding {
    const found = shelf.find(search, now, isUnseen, most);
    const there = new Set(found.posts.map(({ seen: { post } }) => post.key));
    return { ...found, others: others.flatMap((key) => (there.has(key) ? [] : (shelf.get(key) ?? []))) };
  },
  counts: (searches: readonly PostSearch[], now: number): { total: number; unseen: number }[] =>
    searches.map((search) => shelf.counts(search, now, isUnseen)),
  choices: (): { tags: string[]; places: string[]; languages: string[] } => ({
    tags: shelf.choices('tags'),
    places: shelf.choices('place'),
    languages: shelf.choices('language'),
  }),
};
export type PostsWorker = typeof worker;

expose(worker);
