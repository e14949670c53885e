// From format 18 to 19: true depth, pictures of other elements as fills, insets and what else stands in space.

import { withElements, type Json } from './format-elements';

/** What is in a group is painted in its order, and nothing shows another. */
function element(own: Json): Json {
  const all = { filledBy: null, filledFit: 'cover', backHidden: false, reflected: true, ...own };
  return own['kind'] === 'group' || own['kind'] === 'rows' ? { inDepth: false, ...all } : all;
}

/** The templates of a show or a release; those of format 19 stay as they are. */
export function templatesToFormat19(templates: unknown): unknown {
  const raised = withElements(templates, element);
  if (typeof raised !== 'object' || raised === null) return raised;
  return Object.fromEntries(
    Object.entries(raised).map(([id, template]) => [
      id,
      typeof template === 'object' && template !== null ? { inDepth: false, ...template } : template,
    ]),
  );
}

export const toFormat19 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat19(document['templates']),
});
