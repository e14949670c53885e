// Polls of the wall: questions with answers, to which votes come as long as they are open. Times are the wall's seconds.
import { chance } from '../chance';

export interface WallPollState {
  readonly id: string;
  readonly question: string;
  readonly answers: readonly string[];
  /** Null: it is closed. */
  readonly openedAt: number | null;
  /** Seconds that it was open before that. */
  readonly open: number;
}

export const newWallPolls = (): WallPollState[] => [
  { id: 'kite', question: 'Kite of the day?', answers: ['Gustav the whale', 'The saffron rokkaku', 'Sixty-one on one line', 'The lantern kite'], openedAt: null, open: 0 },
  { id: 'tea', question: 'Tea or chips after a squall?', answers: ['Tea', 'Chips', 'Both'], openedAt: null, open: 0 },
]; // prettier-ignore

const secondsOpen = ({ openedAt, open }: WallPollState, now: number): number => open + (openedAt === null ? 0 : Math.max(0, now - openedAt)); // prettier-ignore

/** Opens, closes or empties a poll. */
export function steerPoll(poll: WallPollState, act: 'open' | 'close' | 'reset', now: number): WallPollState {
  if (act === 'reset') return { ...poll, open: 0, openedAt: poll.openedAt === null ? null : now };
  if (act === 'open') return poll.openedAt === null ? { ...poll, openedAt: now } : poll;
  return { ...poll, open: secondsOpen(poll, now), openedAt: null };
}

/** The votes of an answer after so many seconds: many at first, then fewer, each answer at its own rate. */
const votesOf = (poll: string, answer: number, seconds: number): number => {
  const far = 180 + chance(poll.length * 31 + answer * 17 + 5) * 900;
  return Math.floor(far * (1 - Math.exp(-seconds / (60 + chance(answer * 13 + 3) * 120))));
};

/** What the wall says of its polls. */
export const wallPolls = (polls: readonly WallPollState[], now: number): object => ({
  polls: polls.map((poll) => ({
    id: poll.id,
    question: poll.question,
    open: poll.openedAt !== null,
    answers: poll.answers.map((text, i) => ({ id: `${poll.id}-${i + 1}`, text, votes: votesOf(poll.id, i, secondsOpen(poll, now)) })), // prettier-ignore
  })),
});
