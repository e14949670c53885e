import { problem, ProblemError } from '../problem';

export type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

export type PathStep = { name: string } | { index: number } | { all: true };
const stepForm =
  /\.?([\p{L}_$][\p{L}\p{N}_$-]*)|\[\s*(-?\d+)\s*\]|\[\s*\*\s*\]|\.\*|\[\s*(?:'((?:[^'\\]|\\.)*)'|"((?:[^"\\]|\\.)*)")\s*\]/uy;

/** The steps of a path; refuses what it cannot read with the place. */
export function parsePath(path: string): PathStep[] {
  const steps: PathStep[] = [];
  let at = path.startsWith('$') ? 1 : 0;
  while (at < path.length) {
    stepForm.lastIndex = at;
    const match = stepForm.exec(path);
    if (!match)
      throw new ProblemError(
        problem(
          'bad-path',
          `The path “${path}” cannot be read from “${path.slice(at)}” on. Write it like $.results[0].teams.`,
          'path',
        ),
      );
    const [whole, name, index, single, double] = match;
    const quoted = single ?? double;
    steps.push(
      name !== undefined
        ? { name }
        : index !== undefined
          ? { index: Number(index) }
          : quoted !== undefined
            ? { name: quoted.replace(/\\(.)/g, '$1') }
            : { all: true },
    );
    at += whole.length;
  }
  return steps;
}

export const isObject = (value: Json | undefined): value is { [key: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * All that is at some steps of a path: with `[*]` each member's, without the one. What is not there is left out, as with
 * any selector of RFC 9535.
 */
export function allAt(value: Json, steps: readonly PathStep[]): Json[] {
  let found: Json[] = [value];
  for (const step of steps)
    found = found.flatMap((at): Json[] => {
      if ('all' in step) return Array.isArray(at) ? at : isObject(at) ? Object.values(at) : [];
      const next =
        'name' in step
          ? isObject(at) && Object.hasOwn(at, step.name)
            ? at[step.name]
            : undefined
          : Array.isArray(at)
            ? at.at(step.index)
            : undefined;
      return next === undefined ? [] : [next];
    });
  return found;
}
