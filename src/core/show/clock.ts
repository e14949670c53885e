import { z } from 'zod';
import { countsSchema, plainCounts, targetOf, type CountsBy } from '../clock';
import { isZone } from '../binding';
import { problem, type Problem } from '../problem';
import { idSchema } from '../value';
import { reactionActionSchema } from './reaction-action/registry';
import { reactionTargetSchema } from './reaction';

/** What happens when a clock comes to a value. */
export const markActionSchema = z.discriminatedUnion('do', [
  /** It stands still there. */
  z.object({ do: z.literal('hold') }),
  /** A card is taken, by its call number. */
  z.object({ do: z.literal('take'), number: z.string().max(20), channel: z.string().max(40) }),
  /** Graphics that are up do something, as in a reaction. No channels: on all. */
  z.object({
    do: z.literal('react'),
    whose: reactionTargetSchema,
    channels: z.array(z.string().min(1).max(60)).max(64),
    action: reactionActionSchema,
  }),
]);
export type MarkAction = z.infer<typeof markActionSchema>;

export const markSchema = z.object({
  id: idSchema,
  /** What it shows then, in seconds. */
  at: z.number().min(-86_400).max(130_000_000),
  does: markActionSchema,
});
export type ClockMark = z.infer<typeof markSchema>;

/** A clock of the show: one, wherever it is shown. */
export const showClockSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(60),
  counts: countsSchema,
  marks: z.array(markSchema).max(50),
});
export type ShowClock = z.infer<typeof showClockSchema>;

/** A number of the show that is counted on air: one, wherever it is shown. */
export const showScoreSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(60),
  /** What it begins with. */
  start: z.number().min(-1e9).max(1e9),
  /** What is added to it by one press, the usual one first. */
  steps: z.array(z.number().min(0.001).max(1e6)).min(1).max(4),
  /** What it does not go below; null: nothing. */
  least: z.number().min(-1e9).max(1e9).nullable(),
});
export type ShowScore = z.infer<typeof showScoreSchema>;

/** A new clock; one that counts down stands still at zero. */
export const newClock = (
  id: string,
  name: string,
  by: CountsBy,
  zone: string,
  newId: () => string,
): ShowClock => ({
  id,
  name,
  counts: plainCounts(by, zone),
  marks: by === 'up' ? [] : [{ id: newId(), at: 0, does: { do: 'hold' } }],
});

export const newScore = (id: string, name: string): ShowScore => ({
  id,
  name,
  start: 0,
  steps: [1],
  least: 0,
});

/** At what a clock shows it stands still. */
export const holdsOf = (clock: Pick<ShowClock, 'marks'>): number[] =>
  clock.marks.flatMap(({ at, does }) => (does.do === 'hold' ? [at] : []));

/** What of a clock cannot be counted, or does nothing; each with what to do. */
export function clockProblems(
  clock: ShowClock,
  of: {
    readonly channels: readonly { readonly id: string }[];
    readonly numbers: ReadonlySet<number>;
    readonly hasData: (id: string) => boolean;
    /** Seconds since 1970 UTC. */
    readonly now: number;
  },
): Problem[] {
  const { counts, marks, name } = clock;
  const found: Problem[] = [];
  const add = (code: string, message: string, path: string): number =>
    found.push(problem(code, `Clock “${name}”: ${message}`, `clocks.${clock.id}.${path}`));
  if ('zone' in counts && !isZone(counts.zone))
    add('unknown-zone', `“${counts.zone}” is no time zone that is known here; it goes by UTC. Choose another.`, 'zone');
  if (counts.by === 'time') {
    const target = targetOf(counts.time);
    if (!target)
      add('not-a-time', `“${counts.time}” is no time of day and no date. Write 19:30, or 2026-11-28 19:30.`, 'time');
    else if (target.is !== 'time-of-day' && target.at < of.now - 86_400)
      add('time-is-past', `${counts.time} is past. It shows nothing but zero, or what is below it; give it another date, or a time of day alone.`, 'time'); // prettier-ignore
  }
  if (counts.by === 'rows' && !of.hasData(counts.data))
    add('no-data', 'choose the table, view or source that it takes its times from.', 'data');
  else if (counts.by === 'rows' && counts.time === '') add('no-column', 'choose the column of its times.', 'time');
  marks.forEach(({ does, at }, index) => {
    const path = `marks[${index}]`;
    if (does.do === 'take') {
      if (!of.channels.some(({ id }) => id === does.channel)) add('unknown-channel', 'it takes a card on a channel that is not there.', path);
      if (!of.numbers.has(Number(does.number)) || does.number.trim() === '')
        add('unknown-card', `it takes card ${does.number || '(none)'}, which is not there. Give the number of a card.`, path);
    }
    if (counts.by === 'up' && at <= 0) add('never-shown', `it counts up from zero and does not come to ${at} s.`, path);
    if (counts.by === 'down' && at > counts.length)
      add('never-shown', `it counts down from ${counts.length} s and does not come to ${at} s.`, path);
  });
  return found;
} // prettier-ignore
