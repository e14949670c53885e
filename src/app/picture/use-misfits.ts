import { useMemo } from 'react';
import { checkFilling, readingFindings, readings } from '../../core/preflight';
import { ProblemError } from '../../core/problem';
import type { Release, Template, Values } from '../../core/show';
import { measure, useFonts } from './monitors';

const unfitting: ReadonlySet<string> = new Set(['overflow', 'off', 'small', 'tiny']);

/** What of a filling does not fit in its template, in sentences. `unfit`: why it cannot be played at all. */
export function useMisfits(template: Template | undefined, values: Values, release: Release | undefined, unfit: string | null): readonly string[] {
  const arrivals = useFonts((store) => store.arrivals);
  return useMemo(() => {
    void arrivals;
    if (!template || !release) return [];
    if (unfit !== null) return [unfit];
    try {
      return [
        ...checkFilling(template, values, measure, new Set(Object.keys(release.assets)), release.look),
        ...readingFindings(readings(template, values, measure, release.look)),
      ]
        .filter(({ code }) => unfitting.has(code))
        .map(({ message }) => `${message}.`);
    } catch (error) {
      if (error instanceof ProblemError) return [error.problem.message];
      throw error;
    }
  }, [template, values, release, unfit, arrivals]);
} // prettier-ignore
