import { matchColumns } from './match';
import { sentText } from './table-rows';
import { acceptValue, fieldKindOf, type Show, type Template, type Values } from '../show';

/** What stands in where no table has words for a field. */
const samples = { shortest: 'Ox', longest: 'The Lower Saltings & Outer Bar Kite and Windvane Society' };
/** Words of other kinds, some for each field in turn. */
const strange = {
  empty: [''],
  rtl: ['نادي الطائرات الورقية', 'מועדון העפיפונים', 'جزيرة 31.25 (٢٠٢٦)'],
  emoji: ['Skerry 🪁 Flyers', '🏳️‍🌈 👩‍👩‍👧 🇳🇴', '🪁🪁🪁'],
};
const signs = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** As many whole signs of words as a field takes; null: all. */
function cutTo(words: string, most: number | null): string {
  if (most === null) return words;
  let cut = '';
  for (const { segment } of signs.segment(words)) {
    if ([...cut, ...segment].length > most) break;
    cut += segment;
  }
  return cut;
}

export type Extreme = keyof typeof samples | keyof typeof strange;

/**
 * Values that try a template at its limits: for each text field the shortest or the longest words that any table of
 * the show has for it, counted in characters; or none at all, words from right to left, or emoji. Other fields keep
 * their defaults; what a field refuses, such as letters that it does not allow, it keeps out.
 */
export function extremeValues(template: Template, tables: Show['tables'], which: Extreme): Values {
  const values: Values = {};
  let count = 0;
  for (const field of template.fields) {
    if (which === 'empty' && fieldKindOf(field).media !== null) values[field.id] = null;
    if (field.kind !== 'text') continue;
    if (which === 'empty' || which === 'rtl' || which === 'emoji') {
      const list = strange[which];
      const accepted = acceptValue(field, cutTo(list[count++ % list.length] ?? '', field.maxLength));
      if ('value' in accepted) values[field.id] = accepted.value;
      continue;
    }
    let found: string | null = null;
    for (const table of Object.values(tables)) {
      const column = matchColumns(template, table).find((match) => match.field === field.id)?.column;
      if (!column) continue;
      for (const row of table.rows) {
        const own = table.columns.find(({ id }) => id === column);
        const cell = own ? sentText(tables, table, row, own).trim() : '';
        if (cell === '') continue;
        const [a, b] = [[...cell].length, found === null ? null : [...found].length];
        if (b === null || (which === 'shortest' ? a < b : a > b)) found = cell;
      }
    }
    const words = found ?? samples[which];
    values[field.id] = cutTo(words, field.maxLength);
  }
  return values;
}
