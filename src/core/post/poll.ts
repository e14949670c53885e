import { z } from 'zod';
import { allAt, parsePath, type Json } from '../json';
import { problem, ProblemError, type Problem } from '../problem';
import type { Cell, Read } from '../source';
import type { Adapter } from './adapter';
import type { Post } from './post';
import { wordMarks, type WatchWord } from './words';

const short = z.string().min(1).max(200);

/** What a poll counts: the votes of a service, or messages that have the words of an answer. */
export const pollSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('service'),
    service: z.string().min(1).max(64),
    /** The poll's id at its service. */
    poll: z.string().max(200),
  }),
  z.object({
    by: z.literal('words'),
    question: z.string().max(300),
    /** `words`: those that count for it, besides its own. */
    answers: z.array(z.object({ text: short, words: z.array(short).max(30) })).max(20),
    /** Which of an author's votes counts. */
    counts: z.enum(['first', 'last']),
  }),
]);
export type PollRule = z.infer<typeof pollSchema>;

export interface PollAnswer {
  readonly text: string;
  readonly votes: number;
}
/** A poll as it stands. */
export interface PollStanding {
  readonly question: string;
  readonly isOpen: boolean;
  readonly answers: readonly PollAnswer[];
}
export interface ServicePoll extends PollStanding {
  readonly id: string;
}

/** While a poll by words is open: from when to when, ms since 1970; null: still. */
export interface PollTimes {
  readonly spans: readonly (readonly [from: number, to: number | null])[];
}
export const notOpened: PollTimes = { spans: [] };
export const isPollOpen = ({ spans }: PollTimes): boolean => spans.length > 0 && spans.at(-1)?.[1] === null;

/** A poll that is opened, closed, or begun anew with no votes; as it was where that is so already. */
export function steered(times: PollTimes, to: 'open' | 'close' | 'reset', at: number): PollTimes {
  const isOpen = isPollOpen(times);
  if (to === 'reset') return isOpen ? { spans: [[at, null]] } : times.spans.length > 0 ? notOpened : times;
  if (to === 'open') return isOpen ? times : { spans: [...times.spans, [at, null]] };
  return isOpen
    ? { spans: times.spans.map((span, i) => (i === times.spans.length - 1 ? [span[0], at] : span)) }
    : times;
}

/** The polls of a service out of its answer, by the paths of its adapter. */
export function readPolls(json: Json, { polls }: Adapter): { readonly polls: readonly ServicePoll[] } | { readonly problem: Problem } {
  if (!polls) return { problem: problem('no-polls', 'The adapter of this service does not say where polls are to be had.', 'polls') };
  try {
    const found = allAt(json, parsePath(polls.polls));
    const items = found.length === 1 && Array.isArray(found[0]) ? found[0] : found;
    const [id, question, open, answers, answer, votes] = [polls.id, polls.question, polls.open, polls.answers, polls.answer, polls.votes].map(parsePath) as [ReturnType<typeof parsePath>, ReturnType<typeof parsePath>, ReturnType<typeof parsePath>, ReturnType<typeof parsePath>, ReturnType<typeof parsePath>, ReturnType<typeof parsePath>];
    const word = (value: Json | undefined): string => (typeof value === 'string' || typeof value === 'number' ? String(value).slice(0, 300) : '');
    return {
      polls: items.flatMap((item): ServicePoll[] => {
        const own = word(allAt(item, id)[0]);
        if (own === '') return [];
        const list = allAt(item, answers);
        const each = list.length === 1 && Array.isArray(list[0]) ? list[0] : list;
        return [{
          id: own,
          question: word(allAt(item, question)[0]),
          isOpen: [true, 'true', 'open', 1].includes(allAt(item, open)[0] as never),
          answers: each.map((one) => ({ text: word(allAt(one, answer)[0]), votes: Math.max(0, Math.round(Number(allAt(one, votes)[0]) || 0)) })),
        }];
      }),
    };
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem };
    throw error;
  }
} // prettier-ignore

/** In a longer message a single letter is a word of the language, and no vote. */
const mostWordsWithLetter = 3;

/** The answer that a text votes for, by its place; null: none, or more than one. */
export function voteIn(text: string, rule: Extract<PollRule, { by: 'words' }>): number | null {
  const isShort = (text.match(/[\p{L}\p{N}]+/gu) ?? []).length <= mostWordsWithLetter;
  const found = rule.answers.flatMap(({ text: own, words }, i) => {
    const list = [own, ...words].filter((one) => isShort || [...one.trim()].length > 1).map((one): WatchWord => ({ words: one, does: 'warn', forms: false, whole: true, language: '' })); // prettier-ignore
    return wordMarks(text, '', list).length > 0 ? [i] : [];
  });
  return found.length === 1 ? (found[0] as number) : null;
}

/** Votes by words: each author has one, in messages written while the poll is open. `author`: what tells authors apart. */
export function countVotes(posts: Iterable<Post>, rule: Extract<PollRule, { by: 'words' }>, { spans }: PollTimes, author: (post: Post) => string, counts: (post: Post) => boolean): PollAnswer[] {
  const votes = new Map<string, { at: number; answer: number }>();
  if (spans.length > 0)
    for (const post of posts) {
      if (!spans.some(([from, to]) => post.at >= from && post.at <= (to ?? Infinity)) || !counts(post)) continue;
      const answer = voteIn(post.text, rule);
      if (answer === null) continue;
      const own = author(post);
      const before = votes.get(own);
      if (!before || (rule.counts === 'first' ? post.at < before.at : post.at > before.at)) votes.set(own, { at: post.at, answer });
    }
  const sums = rule.answers.map(() => 0);
  for (const { answer } of votes.values()) sums[answer] = (sums[answer] ?? 0) + 1;
  return rule.answers.map(({ text }, i) => ({ text, votes: sums[i] ?? 0 }));
} // prettier-ignore

/** A poll as rows: an answer each, with its votes and its share of all in percent. */
export function pollRows({ question, isOpen, answers }: PollStanding): Read {
  const sum = answers.reduce((all, { votes }) => all + votes, 0);
  const seen = new Map<string, number>();
  const keys = answers.map(({ text }) => {
    const times = (seen.get(text) ?? 0) + 1;
    seen.set(text, times);
    return times === 1 ? text : `${text} (${times})`;
  });
  return {
    columns: [
      { name: 'Answer', type: 'text' },
      { name: 'Votes', type: 'number' },
      { name: 'Share', type: 'number' },
      { name: 'Open', type: 'yes-no' },
      { name: 'Question', type: 'text' },
    ],
    rows: answers.map(({ text, votes }): Cell[] => [
      text,
      votes,
      sum === 0 ? 0 : (votes / sum) * 100,
      isOpen,
      question,
    ]),
    keys,
    value: null,
    notes: [],
    encoding: null,
    offers: [],
    facets: {},
  };
}
