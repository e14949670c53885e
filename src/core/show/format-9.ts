// From format 8 to 9: elements open by an iris, strokes are drawn with a soft head, texts have a shade behind their lines.

import { withElements, type Json } from './format-elements';

/** Nothing of it is seen at first. */
const element = (own: Json): Json => ({
  irisSoft: 0,
  irisX: 0.5,
  irisY: 0.5,
  ...('outlineWidth' in own || own['kind'] === 'line' ? { drawSoft: 0 } : {}),
  ...(own['kind'] === 'text' || own['kind'] === 'clock'
    ? { shade: '#00000000', shadeSpread: 18, shadeSoft: 24 }
    : {}),
  ...own,
});

/** The templates of a show or a release; those of format 9 stay as they are. */
export const templatesToFormat9 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat9 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat9(document['templates']),
});
