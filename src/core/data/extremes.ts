import { graphemes } from '../locale';
import { matchColumns, sameName } from './match';
import { sentText } from './table-rows';
import {
  acceptValue,
  columnsOf,
  fieldKindOf,
  isForRows,
  isRowList,
  makeList,
  type ChartElement,
  type ForRows,
  type Show,
  type TableColumn,
  type Template,
  type Values,
} from '../show';
import { parseNumber } from '../source';

/** What stands in where no table has words for a field. */
const samples = { shortest: 'Ox', longest: 'The Lower Saltings & Outer Bar Kite and Windvane Society' };
/** Words of other kinds, some for each field in turn. */
const strange = {
  empty: [''],
  rtl: ['نادي الطائرات الورقية', 'מועדון העפיפונים', 'جزيرة 31.25 (٢٠٢٦)'],
  emoji: ['Skerry 🪁 Flyers', '🏳️‍🌈 👩‍👩‍👧 🇳🇴', '🪁🪁🪁'],
};

/** As many whole signs of words as a field takes; null: all. */
function cutTo(words: string, most: number | null): string {
  if (most === null) return words;
  let cut = '';
  for (const { segment } of graphemes(words)) {
    if ([...cut, ...segment].length > most) break;
    cut += segment;
  }
  return cut;
}

export type Extreme = keyof typeof samples | keyof typeof strange;

/** How many rows each extreme has: none, one, or as many as are shown. */
const rowCounts: Readonly<Record<Extreme, number>> = {
  shortest: 1,
  longest: Infinity,
  empty: 0,
  rtl: Infinity,
  emoji: Infinity,
};

/** The words that tables have in columns of a name. */
const wordsIn = (tables: Show['tables'], column: string): string[] =>
  Object.values(tables).flatMap((table) => {
    const own = table.columns.find(({ name }) => sameName(name, column));
    return own ? table.rows.map((row) => sentText(tables, table, row, own).trim()) : [];
  });

/** The shortest, or the longest, of some words by their characters; null where there are none. */
function endOf(words: readonly string[], which: 'shortest' | 'longest'): string | null {
  let found: string | null = null;
  for (const word of words) {
    if (word === '') continue;
    const [a, b] = [[...word].length, found === null ? null : [...found].length];
    if (b === null || (which === 'shortest' ? a < b : a > b)) found = word;
  }
  return found;
}

/** What a column of a table is tried with: the columns of rows that it looks at, and words as they are drawn. */
const triedColumns = ({ content }: TableColumn): [string, string][] =>
  columnsOf(content).map((column) => [
    column,
    content.kind === 'text' || content.kind === 'picture'
      ? ''
      : content.kind === 'number'
        ? (content.format.most > 0 ? 10 : 100).toFixed(content.format.most)
        : '10',
  ]);

/** What the rows of a chart are tried with: names as words, series as numbers. */
const triedInChart = ({ columns, format }: ChartElement): [string, string][] => {
  const number = (100).toFixed(format.most);
  const of = (names: readonly string[], drawn: string): [string, string][] =>
    names.filter((name) => name !== '').map((name) => [name, drawn]);
  const { name, other, seriesName, panel, round, series, value, before, colour } = columns;
  const numbers = of([...series, value, before], number);
  return [
    ...of([name === '' && seriesName === '' ? 'Name' : name, other, seriesName, panel, round, colour], ''),
    ...(numbers.length > 0 ? numbers : of(['Value'], number)),
  ];
};

/** A bracket of three rounds; as many series, or parts of a whole, as there are colours for them. */
const roomOfChart = ({ form, most, columns, colourBy, colours }: ChartElement): number => {
  const isInParts = (form === 'pie' || form === 'seats') && colourBy !== 'column' && colourBy !== 'scale';
  const isByColour = columns.seriesName !== '' || isInParts;
  return form === 'bracket' ? 7 : most || (isByColour ? Math.min(6, colours.length) : 6);
};
/** A number for a row: on the scale of the chart where it says one, the first the largest. */
function numberInChart({ form, ends, greatest, limit, limitAt, pieceWorth, format }: ChartElement, which: Extreme, row: number): string {
  const part = 1 - row / 9;
  if (form === 'bracket') return String(row % 2 === 0 ? 3 : 2);
  if (form === 'seats') return String(Math.round(60 * part));
  if (form === 'pieces') return ((pieceWorth || 1) * Math.round(16 * part)).toFixed(format.most);
  const least = which === 'shortest' ? 1 : 888;
  const most = ends === 'fixed' ? greatest : limit === 'value' ? Math.max(least, limitAt * 1.1) : least;
  return (most * part).toFixed(format.most);
} // prettier-ignore

/** Colours that are told apart by eyes of every kind. */
const triedColours = ['#ffd34d', '#7cc4ee', '#a33b12', '#0b2f66', '#f7ead3', '#5f7f2a'];

/** The round that a match of such a bracket is of. */
const roundOfMatch = (row: number): number => (row < 4 ? 0 : row < 6 ? 1 : 2);

/** How many rows are seen at once. */
const roomOf = (rows: ForRows): number =>
  rows.kind === 'table'
    ? rows.perPage
    : rows.kind === 'rows'
      ? rows.most
      : rows.kind === 'chart'
        ? roomOfChart(rows)
        : 12;

/** The words of a column of the sample rows that a field has, where all of them are times or codes; else none. */
function samplesOf({ fields }: Template, field: string): (column: string) => string[] {
  const rows = fields.find(({ id }) => id === field)?.default;
  if (!isRowList(rows)) return () => [];
  return (column) => {
    const at = rows.columns.findIndex(({ key, name }) => key === column || sameName(name, column));
    if (at < 0 || rows.columns[at]?.type !== 'text') return [];
    const words = rows.order.map((key) => String(rows.cells[key]?.[at] ?? ''));
    return words.every((word) => word.length <= 10 && /\d/.test(word)) ? words : [];
  };
}

/** Rows that try what shows them: words where words are drawn, figures where figures are. */
function extremeRows(template: Template, tables: Show['tables'], which: Extreme): Values {
  const values: Values = {};
  for (const tie of template.ties) {
    const rows = template.elements[tie.element];
    // A map says the names of its regions: rows about others would mean nothing to it.
    if (!isForRows(rows) || rows.kind === 'map' || tie.property !== 'list') continue;
    const columns = new Map<string, string>(
      rows.kind === 'table'
        ? rows.columns.flatMap(triedColumns)
        : rows.kind === 'chart'
          ? triedInChart(rows)
          : [],
    );
    for (const { element, field, column } of template.ties) {
      const own = template.elements[element];
      if (field === rows.id && column !== undefined && own?.kind === 'text') columns.set(column, own.text);
    }
    const own = samplesOf(template, tie.field);
    const words = (column: string, drawn: string, row: number): string => {
      // Times and codes stay what they are, however long names may be.
      const figures = own(column);
      if (figures.length > 0 && (which === 'longest' || which === 'shortest'))
        return endOf([...wordsIn(tables, column), ...figures], which) ?? '';
      if (rows.kind === 'chart' && column === rows.columns.colour)
        return triedColours[row % triedColours.length] ?? '';
      if (
        rows.kind === 'chart' &&
        column === rows.columns.name &&
        rows.along !== 'auto' &&
        rows.along !== 'names'
      )
        return rows.along === 'dates'
          ? new Date(Date.UTC(2026, 0, 1, 12, row * 10)).toISOString()
          : String(row);
      // Names of one length, each once where there are so many; marks of one length would hide what lies between them.
      if (rows.kind === 'chart' && drawn === '' && (which === 'longest' || which === 'shortest')) {
        const each = [...new Set(wordsIn(tables, column))].sort((a, b) => [...a].length - [...b].length);
        if (which === 'longest') each.reverse();
        const at = rows.form === 'bracket' && column === rows.columns.panel ? roundOfMatch(row) : row;
        const isPart = column === rows.columns.panel || column === rows.columns.round;
        return each[at % each.length] ?? (isPart ? `Round ${at + 1}` : `${samples[which]} ${row + 1}`);
      }
      if (rows.kind === 'chart' && drawn !== '') return numberInChart(rows, which, row);
      if (parseNumber(drawn) !== null)
        return which === 'shortest' ? drawn.replace(/\d/g, '1') : drawn.replace(/\d/g, '8');
      return which === 'longest' || which === 'shortest'
        ? (endOf(wordsIn(tables, column), which) ?? samples[which])
        : (strange[which][row % strange[which].length] ?? '');
    };
    const made = makeList(
      rows.name,
      [...columns.keys()].map((name) => ({ key: name, name, type: 'text' })),
      Array.from({ length: Math.min(roomOf(rows), rowCounts[which]) }, (_, row) => ({
        key: `row ${row + 1}`,
        cells: [...columns].map(([column, drawn]) => words(column, drawn, row)),
      })),
    );
    if ('list' in made) values[tie.field] = made.list;
  }
  return values;
}

/** What names something of the rows that a chart shows: other words would mean nothing to it. */
const rowNames: ReadonlySet<string> = new Set(['picked', 'seenFrom', 'seenTo']);
const namesRows = (template: Template, field: string): boolean => {
  const own = template.ties.filter((tie) => tie.field === field);
  return (
    own.length > 0 &&
    own.every(
      ({ element, property }) => template.elements[element]?.kind === 'chart' && rowNames.has(property),
    )
  );
};

/**
 * Values that try a template at its limits: for each text field the shortest or the longest words that any table of
 * the show has for it, counted in characters; or none at all, words from right to left, or emoji. Other fields keep
 * their defaults; what a field refuses, such as letters that it does not allow, it keeps out.
 */
export function extremeValues(template: Template, tables: Show['tables'], which: Extreme): Values {
  const values: Values = extremeRows(template, tables, which);
  let count = 0;
  for (const field of template.fields) {
    if (which === 'empty' && fieldKindOf(field).media !== null) values[field.id] = null;
    if (field.kind !== 'text' || namesRows(template, field.id)) continue;
    if (which === 'empty' || which === 'rtl' || which === 'emoji') {
      const list = strange[which];
      const accepted = acceptValue(field, cutTo(list[count++ % list.length] ?? '', field.maxLength));
      if ('value' in accepted) values[field.id] = accepted.value;
      continue;
    }
    const cells = Object.values(tables).flatMap((table) => {
      const column = matchColumns(template, table).find((match) => match.field === field.id)?.column;
      const own = table.columns.find(({ id }) => id === column);
      return own ? table.rows.map((row) => sentText(tables, table, row, own).trim()) : [];
    });
    const words = endOf(cells, which) ?? samples[which];
    values[field.id] = cutTo(words, field.maxLength);
  }
  return values;
}
