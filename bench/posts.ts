// posts.*: among 10 000 posts: a page of a hundred new ones taken in and marked by two hundred words; a search by words; a
// verdict; one text marked.
import {
  anyPost,
  PostRoom,
  PostShelf,
  usualPostSettings,
  wordMarks,
  type Post,
  type WatchWord,
} from '../src/core/post';
import { messageOf, people } from '../src/standins';

const all = 10_000;
const at = Date.UTC(2026, 7, 14, 9);
const words: WatchWord[] = Array.from({ length: 200 }, (_, i) => ({ words: `word${i.toString(36)}`, does: i % 2 === 0 ? 'bar' : 'warn', forms: true, whole: true, language: '' })); // prettier-ignore

const post = (n: number): Post => {
  const author = people[n % people.length] as (typeof people)[number];
  const { text, language, tags } = messageOf(n, author, 'day');
  return { key: `w ${n}`, service: 'w', id: String(n), at: at + n * 1000, text, language, author: { id: author.id, name: author.name, handle: author.handle, portrait: '' }, place: author.place, tags: [...tags], pictures: [], links: [], answerTo: '', likes: n % 700, shares: 0, answers: 0, isGone: false }; // prettier-ignore
};

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] as number;
function timed(count: number, act: (n: number) => void): number {
  const times: number[] = [];
  for (let n = 0; n < count; n += 1) {
    const since = performance.now();
    act(n);
    times.push(performance.now() - since);
  }
  return median(times);
}
const rounded = (n: number): number => Math.round(n * 10) / 10;

export function postFigures(): Record<string, number> {
  const room = new PostRoom();
  room.setSettings({ ...usualPostSettings, words, keepsHours: 72 });
  room.take(Array.from({ length: all }, (_, n) => post(n)), at + all * 1000); // prettier-ignore
  const page = timed(15, (n) => {
    const fresh = Array.from({ length: 100 }, (_, i) => post(all + n * 100 + i));
    room.take(fresh, at + all * 1000);
  });
  const verdict = timed(200, (n) => room.act({ do: 'judge', posts: [`w ${n}`], to: 'cleared' }, { name: 'Tove', role: 'produce' }, at)); // prettier-ignore
  const shelf = new PostShelf();
  shelf.put(room.since(-1));
  const now = at + all * 1000;
  const find = timed(30, (n) => void shelf.find({ ...anyPost, words: n % 2 === 0 ? 'kites sky' : '"my sail"', links: 'no' }, now, () => true, 200)); // prettier-ignore
  const mark = timed(300, (n) => void wordMarks(post(n).text, 'en', words));
  return {
    'posts.page.10k.ms': rounded(page),
    'posts.find.10k.ms': rounded(find),
    'posts.verdict.10k.us': Math.round(verdict * 1000),
    'posts.marks.200words.us': Math.round(mark * 1000),
  };
}
