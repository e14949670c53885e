import { useEffect, useMemo } from 'react';
import { prepareScene, type Scene, type SceneOptions } from '../../core/frame';
import { ProblemError, type Problem } from '../../core/problem';
import { shownWithin, type TemplateContext, type Template, type Values } from '../../core/show';
import { fontsOf, measure, useFonts } from './monitors';

/** A template filled with values, laid out with the fonts that are there; laid out again when more have come. */
export function useScene(
  template: Template,
  values: Values,
  of: TemplateContext,
  /** A Change on its way, and the values before it. */
  change?: SceneOptions['change'],
  /** Whether it is looked at from elsewhere than it is on air. */
  inSpace = false,
): { scene: Scene | null; problem: Problem | null } {
  const arrivals = useFonts((store) => store.arrivals);
  useEffect(() => {
    void fontsOf(template, values, of);
  }, [template, values, of]);
  const { look } = of;
  const templates = shownWithin(template, of.templates);
  return useMemo(() => {
    void arrivals;
    try {
      return {
        scene: prepareScene(template, values, measure, { look, templates, change, inSpace }),
        problem: null,
      };
    } catch (error) {
      if (error instanceof ProblemError) return { scene: null, problem: error.problem };
      throw error;
    }
  }, [template, values, look, templates, arrivals, change, inSpace]);
}
