import { useEffect, useMemo } from 'react';
import { prepareScene, type Scene, type SceneOptions } from '../../core/frame';
import { ProblemError, type Problem } from '../../core/problem';
import type { Dressing, Template, Values } from '../../core/show';
import { fontsOf, measure, useFonts } from './monitors';

/** A template filled with values, laid out with the fonts that are there; laid out again when more have come. */
export function useScene(
  template: Template,
  values: Values,
  of: Dressing,
  /** A Change on its way, and the values before it. */
  change?: SceneOptions['change'],
): { scene: Scene | null; problem: Problem | null } {
  const arrivals = useFonts((store) => store.arrivals);
  useEffect(() => {
    void fontsOf(template, values, of);
  }, [template, values, of]);
  const { look } = of;
  return useMemo(() => {
    void arrivals;
    try {
      return { scene: prepareScene(template, values, measure, { look, change }), problem: null };
    } catch (error) {
      if (error instanceof ProblemError) return { scene: null, problem: error.problem };
      throw error;
    }
  }, [template, values, look, arrivals, change]);
}
