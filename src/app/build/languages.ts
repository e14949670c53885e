import { byName, usualLocale } from '../../core/locale';

const tags =
  'ar bg bn ca cs cy da de el en es et eu fa fi fo fr ga gl he hi hr hu hy id is it ja ka kl ko lb lt lv mk mt nb nl nn pl pt ro ru se sk sl sq sr sv th tr uk ur vi zh'.split(
    ' ',
  );
const names = new Intl.DisplayNames(['en'], { type: 'language' });

/** Languages that a show's words may be sorted by, by their English names; the one it has is among them. */
export const languages = (now: string): { value: string; label: string }[] =>
  [...new Set([...tags, now])]
    .map((tag) => ({ tag, name: names.of(tag) ?? tag }))
    .sort(byName(usualLocale))
    .map(({ tag, name }) => ({ value: tag, label: name }));
