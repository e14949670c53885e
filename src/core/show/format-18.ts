// From format 17 to 18: elements can be turned about axes in their plane, moved towards the eye and seen in perspective.

import { withElements, type Json } from './format-elements';

/** Everything lies flat. */
const element = (own: Json): Json => ({ z: 0, rotationX: 0, rotationY: 0, perspective: 0, ...own });

/** The templates of a show or a release; those of format 18 stay as they are. */
export const templatesToFormat18 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat18 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat18(document['templates']),
});
