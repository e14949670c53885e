import { Headlines, takeApart } from '../likeness';
import { anyPost, fitsSearch, inSearchOrder, type PostSearch } from './find';
import type { PostSeen } from './judge';

/** A row of what was found: the post that stands for it, and those that say nearly the same. */
export interface FoundPost {
  readonly seen: PostSeen;
  readonly alike: readonly PostSeen[];
}
export interface Found {
  readonly posts: readonly FoundPost[];
  /** How many there are; `posts` may be the first of them. */
  readonly total: number;
}

const saidIn = ({ post }: PostSeen): string => `${post.author.name}\n${post.text.trim()}`;

/** Words fewer than these are not compared: a greeting is no copy of another. */
const fewWords = 4;

/** All posts of a room, kept to be searched; near-duplicates stand under the oldest of them. */
export class PostShelf {
  private readonly all = new Map<string, PostSeen>();
  private readonly headlines = new Headlines();
  /** Of a post that says nearly what an older one says: that one. */
  private readonly heads = new Map<string, string>();
  private readonly under = new Map<string, Set<string>>();
  /** By who wrote what, to the letter: the first that did, also where it is too short to be compared. */
  private readonly said = new Map<string, string>();

  get count(): number {
    return this.all.size;
  }
  get(key: string): PostSeen | undefined {
    return this.all.get(key);
  }

  put(list: readonly PostSeen[]): void {
    // The older stands for the newer.
    for (const seen of [...list].sort((a, b) => a.post.at - b.post.at)) {
      const { key, text } = seen.post;
      const before = this.all.get(key);
      const isSame = before !== undefined && before.post.text === text && saidIn(before) === saidIn(seen);
      if (!isSame) this.unfold(key);
      this.all.set(key, seen);
      if (isSame) continue;
      const taken = takeApart(text);
      const said = saidIn(seen);
      const first = this.said.get(said);
      if (first === undefined || !this.all.has(first)) this.said.set(said, key);
      const isLong = taken.words.length >= fewWords;
      if (isLong || first !== undefined) {
        const like = first !== undefined && first !== key ? first : this.headlines.like(taken, (id) => id === key);
        if (like !== null) {
          const head = this.heads.get(like) ?? like;
          this.heads.set(key, head);
          const own = this.under.get(head);
          if (own) own.add(key);
          else this.under.set(head, new Set([key]));
        } else if (isLong) this.headlines.add(key, text);
      }
    }
  }

  /** Only these are there any more. */
  keepOnly(keys: ReadonlySet<string>): void {
    for (const key of [...this.all.keys()])
      if (!keys.has(key)) {
        this.unfold(key);
        this.all.delete(key);
      }
  }

  private unfold(key: string): void {
    this.headlines.remove(key);
    const before = this.all.get(key);
    if (before && this.said.get(saidIn(before)) === key) this.said.delete(saidIn(before));
    const head = this.heads.get(key);
    if (head !== undefined) this.under.get(head)?.delete(key);
    this.heads.delete(key);
    const own = this.under.get(key);
    if (!own) return;
    this.under.delete(key);
    const [next, ...rest] = own;
    if (next === undefined) return;
    // The next oldest stands for them.
    this.heads.delete(next);
    const heir = this.all.get(next);
    if (heir) {
      if (takeApart(heir.post.text).words.length >= fewWords) this.headlines.add(next, heir.post.text);
      this.said.set(saidIn(heir), next);
    }
    for (const one of rest) this.heads.set(one, next);
    if (rest.length > 0) this.under.set(next, new Set(rest));
  }

  /** What a search finds, at most so many. A post that is folded away is found under the one that stands for it, where both are what is looked for. */
  find(search: PostSearch, now: number, isUnseen: (key: string) => boolean, most: number): Found {
    const fits = fitsSearch(search);
    const found = new Map<string, PostSeen>();
    for (const [key, seen] of this.all) if (fits(seen, now, isUnseen)) found.set(key, seen);
    const rows: { seen: PostSeen; alike: PostSeen[] }[] = [];
    const byHead = new Map<string, { seen: PostSeen; alike: PostSeen[] }>();
    for (const [key, seen] of [...found].sort(([, a], [, b]) => a.post.at - b.post.at)) {
      const head = this.heads.get(key) ?? key;
      const row = byHead.get(head);
      if (row) row.alike.push(seen);
      else {
        const made = { seen, alike: [] };
        byHead.set(head, made);
        rows.push(made);
      }
    }
    const compare = inSearchOrder(search);
    rows.sort((a, b) => compare(a.seen, b.seen) || (a.seen.post.key < b.seen.post.key ? -1 : 1));
    return { posts: rows.slice(0, most), total: rows.length };
  }

  /** How many posts a search finds, and how many of them nobody here has had in hand. */
  counts(search: PostSearch, now: number, isUnseen: (key: string) => boolean): { total: number; unseen: number } {
    const fits = fitsSearch({ ...anyPost, ...search });
    let [total, unseen] = [0, 0];
    for (const [key, seen] of this.all)
      if (fits(seen, now, isUnseen)) {
        total += 1;
        if (isUnseen(key)) unseen += 1;
      }
    return { total, unseen };
  }

  /** The words that posts have of something, the most frequent first: to choose from. */
  choices(of: 'tags' | 'place' | 'language', most = 40): string[] {
    const counts = new Map<string, number>();
    for (const { post } of this.all.values())
      for (const value of of === 'tags' ? post.tags : [post[of]]) if (value !== '') counts.set(value, (counts.get(value) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1]).slice(0, most).map(([value]) => value);
  }
} // prettier-ignore
