// From format 9 to 10: a light may travel along a stroke; tracks may take their curve and delay from a motion style.

import { withElements, type Json } from './format-elements';

/** No light is seen at first, and no track has a style. */
const element = (own: Json): Json => ({
  ...('outlineWidth' in own || own['kind'] === 'line' ? { lightColour: '#ffffff', lightLength: 0 } : {}),
  ...own,
});

/** The templates of a show or a release; those of format 10 stay as they are. */
export const templatesToFormat10 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat10 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat10(document['templates']),
});
