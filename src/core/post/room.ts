import { problem, type Problem } from '../problem';
import { airWords, isNoFix } from './fix';
import {
  notJudged,
  type Change,
  type Judge,
  type Judged,
  type PostAct,
  type PostEntry,
  type PostSeen,
  type Verdict,
} from './judge';
import { countVotes, notOpened, steered, type PollAnswer, type PollRule, type PollTimes } from './poll';
import { authorKey, type Post } from './post';
import { privateMarks } from './private-data';
import { usualPostSettings, type PostSettings } from './settings';
import { wordMarks, type Mark, type WatchWord } from './words';

interface Entry {
  post: Post;
  judged: Judged;
  newer: Post | null;
  marks: readonly Mark[];
  /** Rises with each change of the room that touched it. */
  version: number;
  /** Looks at where it should stand at which it was missing. */
  missed: number;
}

type Keep = (line: PostEntry) => void;
const mostPosts = 20_000;
const mostUndo = 200;
/** What was decided longer ago than this is forgotten, in ms: a week. */
export const longestMs = 7 * 86_400_000;
const mostLog = 50_000;
/** A post that is missing is taken for taken down at so many looks. */
const enoughMisses = 2;
const stateWords: Readonly<Record<Verdict, string>> = {
  found: 'put back',
  wanted: 'wanted',
  cleared: 'cleared',
  refused: 'refused',
};

/** What marks of a post's words on air are. */
export const marksOf = (post: Post, fix: Judged['fix'], words: readonly WatchWord[]): Mark[] => {
  const { text, name } = airWords(post, fix);
  const own = wordMarks(text, post.language, words);
  const inName = wordMarks(name, '', words).map((mark) => ({
    ...mark,
    from: 0,
    to: 0,
    why: `in the author’s name ${mark.why}`,
  }));
  return [...own, ...privateMarks(text), ...inName];
};

/**
 * The posts of a show, what was decided of them, and by whom. What is decided comes as acts; each gives a line of a log,
 * by which the room can be made again. Times are ms since 1970.
 */
export class PostRoom {
  private readonly entries = new Map<string, Entry>();
  private readonly polls = new Map<string, PollTimes>();
  private readonly authors = new Map<string, 'barred' | 'trusted'>();
  /** Words that were added to, or taken off, those of the show. */
  private ownWords: readonly WatchWord[] = [];
  private settings: PostSettings = usualPostSettings;
  private readonly undo = new Map<string, Change[][]>();
  private readonly redo = new Map<string, Change[][]>();
  private readonly log: PostEntry[] = [];
  private places = 0;
  /** Rises with each change. */
  version = 0;
  /** The version at which what is not of one post changed last: authors, words, settings. */
  commonVersion = 0;
  /** The version before which posts were dropped that a reader may still have. */
  droppedVersion = 0;

  setSettings(settings: PostSettings): void {
    this.settings = settings;
    this.common();
    this.remark();
  }

  get words(): readonly WatchWord[] {
    return [...this.settings.words, ...this.ownWords];
  }
  get lines(): readonly PostEntry[] {
    return this.log;
  }

  /** Posts that a service gave: new ones, and what is new of known ones. Gives a line of the log where one was taken down. */
  take(posts: readonly Post[], at: number): PostEntry | null {
    const changes: Change[] = [];
    for (const post of posts) {
      const known = this.entries.get(post.key);
      if (!known) {
        if (!post.isGone) this.entries.set(post.key, { post, judged: notJudged, newer: null, marks: marksOf(post, null, this.words), version: ++this.version, missed: 0 });
        continue;
      }
      known.missed = 0;
      const gone = this.goneChange(known, post.isGone);
      if (gone) changes.push(gone);
      else this.renew(known, post);
    }
    this.forget(at);
    return changes.length === 0 ? null : this.write('gone', changes, { name: '', role: '' }, at);
  } // prettier-ignore

  /** Posts that a service gave in order, newest first: what should stand among them and does not is missing. */
  miss(service: string, given: readonly Post[], at: number): PostEntry | null {
    const times = given.map((post) => post.at);
    const [newest, oldest] = [Math.max(...times), Math.min(...times)];
    const keys = new Set(given.map((post) => post.key));
    const changes: Change[] = [];
    for (const entry of this.entries.values()) {
      const { post } = entry;
      if (post.service !== service || post.isGone || post.at >= newest || post.at <= oldest) continue;
      entry.missed = keys.has(post.key) ? 0 : entry.missed + 1;
      const gone = entry.missed >= enoughMisses ? this.goneChange(entry, true) : null;
      if (gone) changes.push(gone);
    }
    return changes.length === 0 ? null : this.write('gone', changes, { name: '', role: '' }, at);
  } // prettier-ignore

  private goneChange({ post }: Entry, isGone: boolean): Change | null {
    return isGone === post.isGone ? null : { of: 'post', before: post, after: { ...post, isGone } };
  }

  /** What a service says anew of a post: counts at once; its words only as long as nobody has judged it. */
  private renew(entry: Entry, came: Post): void {
    const { post } = entry;
    const isJudged = entry.judged.verdict !== null || entry.judged.fix !== null;
    const says = (one: Post): string => JSON.stringify([one.text, one.author.name, one.place, one.pictures]);
    const newer = says(came) === says(post) ? null : came;
    const next = newer && !isJudged ? came : { ...post, likes: came.likes, shares: came.shares, answers: came.answers };
    const isSame = JSON.stringify(next) === JSON.stringify(post) && (entry.newer?.text ?? null) === (isJudged ? (newer?.text ?? null) : null);
    if (isSame) return;
    entry.post = next;
    entry.newer = isJudged ? newer : null;
    if (newer && !isJudged) entry.marks = marksOf(next, entry.judged.fix, this.words);
    entry.version = ++this.version;
  } // prettier-ignore

  /** What nobody wanted for so long, and what is too much, the oldest first. */
  private forget(at: number): void {
    const until = at - this.settings.keepsHours * 3_600_000;
    let over = this.entries.size - mostPosts;
    for (const [key, { post, judged }] of this.entries) {
      const isJudged =
        judged.verdict !== null || judged.aired !== null || judged.note !== null || judged.fix !== null;
      const decided = Math.max(
        judged.verdict?.at ?? 0,
        judged.aired?.last ?? 0,
        judged.note?.at ?? 0,
        post.at,
      );
      if (isJudged && (judged.aired?.isOn === true || decided > at - longestMs)) continue;
      if (!isJudged && over <= 0 && post.at >= until) continue;
      this.entries.delete(key);
      over -= 1;
      this.droppedVersion = ++this.version;
    }
  }

  pollTimes(poll: string): PollTimes {
    return this.polls.get(poll) ?? notOpened;
  }
  /** The votes of a poll by words as they stand: of authors who are not barred, in messages that are there. */
  votes(rule: Extract<PollRule, { by: 'words' }>, times: PollTimes): PollAnswer[] {
    const posts = (function* (entries: Iterable<Entry>) {
      for (const { post } of entries) yield post;
    })(this.entries.values());
    const counts = (post: Post): boolean => !post.isGone && this.authors.get(authorKey(post)) !== 'barred';
    return countVotes(posts, rule, times, authorKey, counts);
  }

  seen(key: string): PostSeen | null {
    const entry = this.entries.get(key);
    return entry ? this.see(entry) : null;
  }
  /** Posts that changed since a version. */
  since(version: number): PostSeen[] {
    return [...this.entries.values()]
      .filter((entry) => entry.version > version)
      .map((entry) => this.see(entry));
  }
  authorsNow(): { author: string; is: 'barred' | 'trusted' }[] {
    return [...this.authors].map(([author, is]) => ({ author, is }));
  }
  /** Words that were added here, beside those of the show. */
  get addedWords(): readonly WatchWord[] {
    return this.ownWords;
  }

  /** What is cleared and there, in the order of the queue; with what is on air and stays although it is not any more. */
  cleared(): PostSeen[] {
    const found = [...this.entries.values()].filter(
      ({ judged }) => judged.verdict?.state === 'cleared' || judged.aired?.isOn === true,
    );
    const stays = this.settings.whenGone === 'stay';
    return found
      .map((entry) => this.see(entry))
      .filter(
        ({ post, judged, state }) =>
          (state === 'cleared' && !post.isGone) || (stays && judged.aired?.isOn === true),
      )
      .sort((a, b) => a.judged.place - b.judged.place);
  }
  onAirNow(): PostSeen[] {
    return [...this.entries.values()]
      .filter(({ judged }) => judged.aired?.isOn === true)
      .map((entry) => this.see(entry));
  }
  /** Posts that are watched closely: wanted, cleared or on air, those on air first. */
  watched(): Post[] {
    return [...this.entries.values()]
      .filter(({ post, judged }) => !post.isGone && (judged.aired?.isOn || judged.verdict?.state === 'cleared' || judged.verdict?.state === 'wanted'))
      .sort((a, b) => Number(b.judged.aired?.isOn ?? false) - Number(a.judged.aired?.isOn ?? false))
      .map(({ post }) => post);
  } // prettier-ignore

  private see(entry: Entry): PostSeen {
    const { post, judged, marks, newer } = entry;
    const author = this.authors.get(authorKey(post)) ?? null;
    const barred = marks.find(({ does }) => does === 'bar');
    const [ruled, rule]: [Verdict, string] =
      author === 'barred' ? ['refused', 'its author is barred'] : barred ? ['refused', barred.why] : author === 'trusted' && this.settings.wantsTrusted ? ['wanted', 'its author is trusted'] : ['found', ''];
    const said = judged.verdict?.state ?? null;
    // What is barred since it was judged is on its way to air no more.
    const isRuled = said === null || (ruled === 'refused' && said !== 'found');
    return { post, judged, state: isRuled ? ruled : said, rule: isRuled ? rule : '', marks, author, newer: newer?.text ?? null };
  } // prettier-ignore

  /** Carries out what a person asks, or says why not. `keep` puts it on disk before anything is changed; what it throws, is thrown. */
  act(
    act: PostAct,
    judge: Judge,
    at: number,
    keep: Keep = () => undefined,
  ): PostEntry | { readonly problem: Problem } {
    if (act.do === 'undo' || act.do === 'redo') return this.back(act.do, judge, at, keep);
    const changes = this.changesOf(act, judge, at);
    if ('problem' in changes) return changes;
    const line = this.write(act.do, changes, judge, at, keep);
    if (changes.length > 0) {
      const who = judge.desk ?? judge.name;
      const own = this.undo.get(who) ?? [];
      this.undo.set(who, [...own.slice(-mostUndo + 1), changes]);
      this.redo.delete(who);
    }
    return line;
  }

  private changesOf(act: Exclude<PostAct, { do: 'undo' | 'redo' }>, judge: Judge, at: number): Change[] | { readonly problem: Problem } {
    const refused = (code: string, message: string, path = ''): { readonly problem: Problem } => ({ problem: problem(code, message, path) });
    const gone = (key: string): { readonly problem: Problem } => refused('unknown-post', 'That post is not there any more. Look for it anew.', key);
    switch (act.do) {
      case 'judge': {
        const changes: Change[] = [];
        for (const key of act.posts) {
          const entry = this.entries.get(key);
          if (!entry) return gone(key);
          const { state } = this.see(entry);
          const { verdict } = entry.judged;
          if (act.was !== undefined && state !== act.was && state !== act.to)
            return refused('other-verdict', `${verdict?.by || 'Someone'} has ${stateWords[state]} this post meanwhile. Look at it again.`, key);
          if (verdict?.state === act.to) continue;
          const wrong = act.to === 'cleared' ? this.mayNotClear(entry, judge) : null;
          if (wrong) return { problem: wrong };
          const wantedBy = act.to === 'wanted' ? judge.name : act.to === 'cleared' ? (verdict?.wantedBy ?? '') : '';
          const place = act.to === 'cleared' ? ++this.places : entry.judged.place;
          changes.push({ of: 'verdict', post: key, before: partOf(entry.judged), after: { verdict: { state: act.to, by: judge.name, at, wantedBy }, place } });
        }
        return changes;
      }
      case 'fix': {
        const entry = this.entries.get(act.post);
        if (!entry) return gone(act.post);
        const { fix: before } = entry.judged;
        if (act.over !== undefined && JSON.stringify(act.over) !== JSON.stringify(before))
          return refused('other-fix', 'Someone has corrected this post meanwhile: their words stand. Look at them, and correct those.', act.post);
        const after = act.fix && isNoFix(act.fix) ? null : act.fix;
        if (JSON.stringify(before) === JSON.stringify(after)) return [];
        // What is cleared is on its way to air: what is put into it is held to the same.
        const barred = entry.judged.verdict?.state === 'cleared' ? marksOf(entry.post, after, this.words).find(({ does }) => does === 'bar') : undefined;
        if (barred) return refused('barred-word', `The corrected words cannot go to air: ${barred.why}.`, act.post);
        return [{ of: 'fix', post: act.post, before, after }];
      }
      case 'note': {
        const entry = this.entries.get(act.post);
        if (!entry) return gone(act.post);
        const after = act.text.trim() === '' ? null : { text: act.text.trim(), by: judge.name, at };
        return [{ of: 'note', post: act.post, before: entry.judged.note, after }];
      }
      case 'author':
        return [{ of: 'author', author: act.author, before: this.authors.get(act.author) ?? null, after: act.is }];
      case 'word': {
        const rest = this.ownWords.filter((own) => own.words.toLowerCase() !== act.word.words.toLowerCase() || own.language !== act.word.language);
        return [{ of: 'words', before: this.ownWords, after: act.isOn ? [...rest, act.word] : rest }];
      }
      case 'poll': {
        const before = this.pollTimes(act.poll);
        const after = steered(before, act.to, at);
        return after === before ? [] : [{ of: 'poll', poll: act.poll, before, after }];
      }
      case 'place': {
        const entry = this.entries.get(act.post);
        if (!entry) return gone(act.post);
        const queue = this.cleared().filter(({ post }) => post.key !== act.post);
        const next = act.before === null ? queue.length : queue.findIndex(({ post }) => post.key === act.before);
        if (next < 0) return gone(act.before ?? '');
        const [before, after] = [queue[next - 1]?.judged.place, queue[next]?.judged.place];
        const place = before === undefined ? (after ?? 1) - 1 : after === undefined ? (this.places = Math.max(this.places, before) + 1) : (before + after) / 2;
        return [{ of: 'verdict', post: act.post, before: partOf(entry.judged), after: { ...partOf(entry.judged), place } }];
      }
      case 'newer': {
        const entry = this.entries.get(act.post);
        if (!entry?.newer) return gone(act.post);
        return [
          { of: 'post', before: entry.post, after: { ...entry.newer, isGone: entry.post.isGone } },
          { of: 'fix', post: act.post, before: entry.judged.fix, after: null },
          { of: 'verdict', post: act.post, before: partOf(entry.judged), after: { verdict: { state: 'found', by: judge.name, at, wantedBy: '' }, place: 0 } },
        ];
      }
    }
  } // prettier-ignore

  private mayNotClear(entry: Entry, judge: Judge): Problem | null {
    const { post, judged, marks } = entry;
    const barred = marks.find(({ does }) => does === 'bar');
    if (post.isGone) return problem('taken-down', 'Its author has taken this post down: it cannot go to air.', post.key);
    if (this.authors.get(authorKey(post)) === 'barred') return problem('barred-author', `${post.author.name} is barred. Take that back first.`, post.key);
    if (barred) return problem('barred-word', `This cannot go to air: ${barred.why}. Correct it, then clear it.`, post.key);
    const { clears } = this.settings;
    if (clears === 'another') {
      const { verdict } = judged;
      if (verdict?.state !== 'wanted') return problem('not-wanted', 'This show has posts wanted by one person and cleared by another. Want it first.', post.key);
      if (verdict.by === judge.name) return problem('same-person', 'You want this post yourself: another person must clear it.', post.key);
    }
    const may = clears === 'produce' ? ['produce', 'design'] : clears === 'design' ? ['design'] : null;
    if (may && !may.includes(judge.role)) return problem('not-allowed', `This show has posts cleared by those who ${may.join(' or ')}. Want it, and they will see it.`, post.key);
    return null;
  } // prettier-ignore

  private back(what: 'undo' | 'redo', judge: Judge, at: number, keep: Keep): PostEntry | { readonly problem: Problem } {
    const [from, to] = what === 'undo' ? [this.undo, this.redo] : [this.redo, this.undo];
    const who = judge.desk ?? judge.name;
    const own = from.get(who) ?? [];
    const last = own.at(-1);
    if (!last) return { problem: problem(`nothing-to-${what}`, `There is nothing of yours to ${what} here.`) };
    const changes = what === 'undo' ? last.map(turned).reverse() : last;
    const taken = (): void => void from.set(who, own.slice(0, -1));
    if (changes.some((change) => JSON.stringify(this.nowOf(change)) !== JSON.stringify(change.before))) {
      taken();
      return { problem: problem('changed-since', `That was changed by someone since: it stands, and your next ${what} is what you did before it.`) };
    }
    const line = this.write(what, changes, judge, at, keep);
    taken();
    to.set(who, [...(to.get(who) ?? []), last]);
    return line;
  } // prettier-ignore

  /** What a change is about, as it stands now. */
  private nowOf(change: Change): unknown {
    if (change.of === 'author') return this.authors.get(change.author) ?? null;
    if (change.of === 'words') return this.ownWords;
    if (change.of === 'poll') return this.pollTimes(change.poll);
    const entry = this.entries.get(change.of === 'post' ? change.before.key : change.post);
    if (!entry) return undefined;
    const { likes, shares, answers } = change.of === 'post' ? change.before : entry.post;
    if (change.of === 'post') return { ...entry.post, likes, shares, answers };
    return change.of === 'verdict' ? partOf(entry.judged) : entry.judged[change.of];
  }

  /** Which posts are on air now, by their keys; a line of the log where others are than before. */
  onAir(keys: ReadonlySet<string>, at: number): PostEntry | null {
    const changes: Change[] = [];
    for (const [key, { judged }] of this.entries) {
      const { aired } = judged;
      if (keys.has(key) === (aired?.isOn ?? false)) continue;
      const isOn = keys.has(key);
      changes.push({ of: 'aired', post: key, before: aired, after: isOn ? { first: aired?.first ?? at, last: at, times: (aired?.times ?? 0) + 1, isOn } : { ...(aired as NonNullable<typeof aired>), last: at, isOn } });
    }
    return changes.length === 0 ? null : this.write('aired', changes, { name: '', role: '' }, at);
  } // prettier-ignore

  private write(what: PostEntry['what'], changes: readonly Change[], judge: Judge, at: number, keep: Keep = () => undefined): PostEntry {
    const told = new Map<string, Post>();
    for (const change of changes) {
      const key = 'post' in change ? change.post : null;
      const entry = key === null ? undefined : this.entries.get(key);
      if (entry && this.isFirst(entry)) told.set(entry.post.key, entry.post);
    }
    const line: PostEntry = { n: (this.log.at(-1)?.n ?? 0) + 1, at, by: judge.name, role: judge.role, what, changes, posts: [...told.values()] };
    keep(line);
    this.put(line);
    return line;
  } // prettier-ignore

  private isFirst = ({ judged }: Entry): boolean =>
    judged.verdict === null && judged.fix === null && judged.note === null && judged.aired === null;

  /** A line of the log that was kept, read again. */
  restore(line: PostEntry): void {
    for (const post of line.posts)
      if (!this.entries.has(post.key))
        this.entries.set(post.key, { post, judged: notJudged, newer: null, marks: marksOf(post, null, this.words), version: ++this.version, missed: 0 }); // prettier-ignore
    this.put(line);
  }

  private put(line: PostEntry): void {
    this.log.push(line);
    if (this.log.length > mostLog) this.log.splice(0, 1000);
    for (const change of line.changes) this.change(change);
  }

  private change(change: Change): void {
    if (change.of === 'author') {
      if (change.after === null) this.authors.delete(change.author);
      else this.authors.set(change.author, change.after);
      this.common();
      for (const entry of this.entries.values()) if (authorKey(entry.post) === change.author) entry.version = ++this.version;
      return;
    }
    if (change.of === 'poll') {
      this.polls.set(change.poll, change.after);
      return this.common();
    }
    if (change.of === 'words') {
      this.ownWords = change.after;
      this.common();
      return this.remark();
    }
    const entry = this.entries.get(change.of === 'post' ? change.after.key : change.post);
    if (!entry) return;
    if (change.of === 'post') {
      // Counts go on meanwhile.
      const { likes, shares, answers } = entry.post;
      entry.post = { ...change.after, likes, shares, answers };
      if (entry.newer?.text === change.after.text) entry.newer = null;
    } else if (change.of === 'verdict') {
      entry.judged = { ...entry.judged, ...change.after };
      this.places = Math.max(this.places, Math.ceil(change.after.place));
    } else entry.judged = { ...entry.judged, [change.of]: change.after };
    if (change.of === 'fix' || change.of === 'post') entry.marks = marksOf(entry.post, entry.judged.fix, this.words);
    entry.version = ++this.version;
  } // prettier-ignore

  private common(): void {
    this.commonVersion = ++this.version;
  }

  /** Marks anew what other words may mark. */
  private remark(): void {
    for (const entry of this.entries.values()) {
      const marks = marksOf(entry.post, entry.judged.fix, this.words);
      if (JSON.stringify(marks) === JSON.stringify(entry.marks)) continue;
      entry.marks = marks;
      entry.version = ++this.version;
    }
  }
}

const partOf = ({ verdict, place }: Judged): Pick<Judged, 'verdict' | 'place'> => ({ verdict, place });
const turned = (change: Change): Change =>
  ({ ...change, before: change.after, after: change.before }) as Change;
