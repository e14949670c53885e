// From format 19 to 20: a show says which language its words are compared and ordered by.
import { usualLocale } from '../locale';
import type { Json } from './format-elements';

/** The look of a show or a release; that of format 20 stays as it is. Words were in the order of English. */
export const lookToFormat20 = (look: unknown): unknown => ({ locale: usualLocale, ...(look as Json) });

export const toFormat20 = (document: Json): Json => ({
  ...document,
  look: lookToFormat20(document['look']),
});
