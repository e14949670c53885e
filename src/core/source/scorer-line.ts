import { z } from 'zod';
import { problem, type Problem } from '../problem';

const scalar = z.union([z.string().max(500), z.number(), z.boolean(), z.null()]);

/** One line of a scorer, as docs/scorer.md describes it. */
export const scorerLineSchema = z
  .strictObject({
    /** A clock of the show. */
    clock: z.string().min(1).max(60).optional(),
    do: z.enum(['start', 'stop', 'reset', 'lap']).optional(),
    /** What the clock shows. */
    seconds: z.number().min(-1e7).max(1e7).optional(),
    running: z.boolean().optional(),
    /** A score of the show. */
    score: z.string().min(1).max(60).optional(),
    add: z.number().min(-1e6).max(1e6).optional(),
    to: z.number().min(-1e9).max(1e9).optional(),
    /** What becomes the row of the source. */
    values: z.record(z.string().min(1).max(100), scalar).optional(),
  })
  .superRefine((line, ctx) => {
    const wrong = (path: string, message: string): void =>
      ctx.addIssue({ code: 'custom', path: [path], message });
    const steers = line.do !== undefined || line.seconds !== undefined || line.running !== undefined;
    if (steers && line.clock === undefined) wrong('clock', 'names no clock');
    if (line.clock !== undefined && !steers) wrong('clock', 'says nothing to the clock');
    if (line.do !== undefined && line.seconds !== undefined) wrong('do', 'either “do” or “seconds”');
    const counts = Number(line.add !== undefined) + Number(line.to !== undefined);
    if ((line.score !== undefined) !== (counts === 1))
      wrong('score', '“score” goes with one of “add” and “to”');
    if (line.clock === undefined && line.score === undefined && line.values === undefined)
      wrong('', 'names no clock, no score and no values');
  });
export type ScorerLine = z.infer<typeof scorerLineSchema>;

/** A line from its text, or what is wrong with it. */
export function readScorerLine(text: string): { line: ScorerLine } | { problem: Problem } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { problem: problem('bad-json', `A line is no JSON: ${text.slice(0, 60)}`, 'line') };
  }
  const parsed = scorerLineSchema.safeParse(json);
  if (parsed.success) return { line: parsed.data };
  const [issue] = parsed.error.issues;
  const where = issue?.path.join('.') ?? '';
  return {
    problem: problem('bad-line', `A line is not as agreed${where ? ` at “${where}”` : ''}: ${issue?.message}. It said: ${text.slice(0, 60)}`, where),
  };
} // prettier-ignore
