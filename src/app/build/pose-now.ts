import { evaluate, prepareScene, type Scene } from '../../core/frame';
import { ProblemError } from '../../core/problem';
import { rowsAsDrawn, shownWithin, type Look, type Show, type Template } from '../../core/show';
import { measure } from '../picture/monitors';
import { useDraft } from '../state/draft-store';
import type { Playhead } from './build-store';
import { momentAt } from './score/moments';

/** The last one asked for: every row of the inspector asks for the same. */
let kept: {
  template: Template;
  playhead: Playhead;
  look: Look | undefined;
  templates: Show['templates'];
  revision: object | undefined;
  scene: Scene;
} | null = null;

/** A template with its own words as it stands at the playhead; null where it cannot be laid out. */
export function sceneNow(template: Template, playhead: Playhead): Scene | null {
  const change = template.changes.find(({ id }) => id === playhead.phase);
  const show = useDraft.getState().draft?.show;
  const look = show?.look;
  const templates = shownWithin(template, show?.templates ?? {});
  const { revision } = measure;
  if (
    kept?.template === template &&
    kept.playhead === playhead &&
    kept.look === look &&
    kept.templates === templates &&
    kept.revision === revision
  )
    return kept.scene;
  try {
    const scene = prepareScene(template, rowsAsDrawn(template), measure, {
      ...(look ? { look } : {}),
      templates,
      change: change && { change, from: rowsAsDrawn(template) },
    });
    evaluate(scene, momentAt(template, playhead, false, 0));
    kept = { template, playhead, look, templates, revision, scene };
    return scene;
  } catch (error) {
    if (error instanceof ProblemError) return null;
    throw error;
  }
}
