import type { ChartElement } from '../show';
import type { ChartData, ChartRow } from './data';

const sumOf = ({ values }: ChartRow): number => values.reduce<number>((sum, value) => sum + (value ?? 0), 0);
const hasAny = ({ values }: ChartRow): boolean => values.some((value) => value !== null);

/** The key of the row that stands for all that are beyond those shown. */
export const restKey = '~rest';

/** The rows that a chart shows, in their order: sorted, so many at most, and the rest in one. Rows without values go last. */
export function rowsShown(chart: ChartElement, rows: readonly ChartRow[], along: ChartData['along']): readonly ChartRow[] {
  let own = [...rows];
  const { sort, most, rest } = chart;
  if (along === 'names' && sort !== 'as-given') {
    const { compare } = new Intl.Collator(chart.format.locale || 'en-GB');
    const by: (a: ChartRow, b: ChartRow) => number =
      sort === 'name' ? (a, b) => compare(a.name, b.name) : (a, b) => (sort === 'largest' ? sumOf(b) - sumOf(a) : sumOf(a) - sumOf(b));
    own.sort((a, b) => (sort === 'name' ? 0 : Number(hasAny(b)) - Number(hasAny(a))) || by(a, b) || a.place - b.place);
  }
  if (most === 0 || own.length <= most) return own;
  if (along !== 'names') return own.slice(-most);
  const beyond = own.slice(rest === '' ? most : Math.max(1, most - 1));
  own = own.slice(0, own.length - beyond.length);
  const [first] = beyond;
  if (rest === '' || !first) return own;
  const values = first.values.map((_, s) => {
    const given = beyond.flatMap(({ values: all }) => all[s] ?? []);
    return given.length === 0 ? null : given.reduce((a, b) => a + b, 0);
  });
  const was = beyond.flatMap(({ before }) => before ?? []);
  return [
    ...own,
    {
      key: restKey,
      name: rest,
      at: null,
      values,
      before: was.length === 0 ? null : was.reduce((a, b) => a + b, 0),
      colour: chart.quiet,
      picture: '',
      other: '',
      place: own.length,
    },
  ];
} // prettier-ignore
