import { makeList, newElement, type ChartElement, type ListColumn, type RowList } from '../show';
import { layChart, readChart, type ChartPart, type ChartPort, type LaidChart } from './index';

// What charts are tried on in tests.

/** A sign is half as wide as its type is large; a line is 1.2 times as high. */
export const port: ChartPort = {
  width: (words, { size }) => Math.max(0, ...words.split('\n').map((line) => line.length)) * size * 0.5,
  height: ({ size }) => size * 1.2,
  picture: (set, name) => (set === 'flags' && name === 'OX' ? 'a'.repeat(64) : null),
};

export type Row = readonly (string | number | null)[];
export type Column = readonly [string, ListColumn['type']];
export const number: Column = ['Points', 'number'];

export const listOf = (rows: readonly Row[], columns: readonly (string | Column)[] = ['Team', ['Points', 'number']]): RowList => {
  const own = columns.map((one) => (typeof one === 'string' ? ([one, 'text'] as const) : one));
  const made = makeList('Rows', own.map(([name, type]) => ({ key: name, name, type })), rows.map((cells, at) => ({ key: `k${at}`, cells: [...cells] }))); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
}; // prettier-ignore
export const chartOf = (given: Partial<ChartElement> = {}): ChartElement =>
  newElement('chart', 'c', 'Chart', {
    w: 1000,
    h: 600,
    look: { size: 20 },
    tickLook: { size: 20 },
    ...given,
  });
export const columns = (given: Partial<ChartElement['columns']>): ChartElement['columns'] => ({
  ...chartOf().columns,
  ...given,
});
export const laid = (chart: ChartElement, list: RowList): LaidChart =>
  layChart(chart, readChart(chart, list), port);
export const part = (parts: readonly ChartPart[], key: string): ChartPart => {
  const found = parts.find((own) => own.key === key);
  if (!found) throw new Error(`no ${key} among ${parts.map((own) => own.key).join(', ')}`);
  return found;
};
