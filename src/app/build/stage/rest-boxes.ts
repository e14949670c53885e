import { layOut } from '../../../core/layout';
import { ProblemError } from '../../../core/problem';
import { rowsAsDrawn, type Box, type Template } from '../../../core/show';
import { useDraft } from '../../state/draft-store';
import { measure } from '../../picture/monitors';

/** The boxes of a template's elements at rest, with its own words; none where it cannot be laid out. */
export function boxesAtRest(template: Template): ReadonlyMap<string, Box> {
  try {
    return layOut(template, rowsAsDrawn(template), measure, useDraft.getState().draft?.show.look).boxes;
  } catch (error) {
    if (error instanceof ProblemError) return new Map();
    throw error;
  }
}
