import { matchColumns } from './match';
import type { Show, Template, Values } from '../show';

/** What stands in where no table has words for a field. */
const samples = { shortest: 'Ox', longest: 'The Lower Saltings & Outer Bar Kite and Windvane Society' };

/**
 * Values that try a template at its limits: for each text field the shortest or the longest words that any table of
 * the show has for it, counted in characters; other fields keep their defaults.
 */
export function extremeValues(
  template: Template,
  tables: Show['tables'],
  which: 'shortest' | 'longest',
): Values {
  const values: Values = {};
  for (const field of template.fields) {
    if (field.kind !== 'text') continue;
    let found: string | null = null;
    for (const table of Object.values(tables)) {
      const column = matchColumns(template, table).find((match) => match.field === field.id)?.column;
      if (!column) continue;
      for (const row of table.rows) {
        const cell = (row.cells[column] ?? '').trim();
        if (cell === '') continue;
        const [a, b] = [[...cell].length, found === null ? null : [...found].length];
        if (b === null || (which === 'shortest' ? a < b : a > b)) found = cell;
      }
    }
    const words = found ?? samples[which];
    values[field.id] = field.maxLength === null ? words : [...words].slice(0, field.maxLength).join('');
  }
  return values;
}
