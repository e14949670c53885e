import { problem, type Problem } from '../problem';
import type { ChartElement, RowList } from '../show';
import { readChart } from './data';
import { layChart } from './lay';
import { alikeToSome, ChartPaint } from './paint';
import { rowsShown } from './rows';
import type { ChartPort } from './sheet';

/** What is as it was wanted, and worth knowing: the rule by which something is left out did its work. */
const hints: ReadonlySet<string> = new Set(['cut', 'worth', 'values-left', 'names-short']);

export interface ChartFindings {
  /** What of its rows it cannot show as it is meant to. */
  readonly problems: readonly Problem[];
  /** What its rules have done. */
  readonly hints: readonly string[];
}

/** What of its rows a chart cannot show as it is meant to, and what its rules have done, as sentences. */
export function chartFindings(chart: ChartElement, list: RowList, port: ChartPort): ChartFindings {
  const data = readChart(chart, list);
  const laid = layChart(chart, data, port);
  const found = [
    ...data.faults.map(({ code, message }) => ({ code: `chart-${code}`, message })),
    ...laid.notes.flatMap(({ code, message }) =>
      hints.has(code) ? [] : [{ code: `chart-${code}`, message }],
    ),
  ];
  if (list.columns.length > 0 && list.order.length === 0)
    found.push({ code: 'chart-no-rows', message: 'it has no rows, so it shows nothing' });
  const values = data.rows.flatMap((row) => row.values.filter((value) => value !== null));
  if (values.length > 2 && values.every((value) => value === values[0]) && chart.form !== 'gauge')
    found.push({ code: 'chart-all-equal', message: `all of its ${values.length} values are equal` });
  found.push(...colourFindings(chart, data));
  const sentence = (message: string): string => `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;
  return {
    problems: found.map(({ code, message }) =>
      problem(code, `${chart.name}: ${message}.`, `elements.${chart.id}`),
    ),
    hints: laid.notes.flatMap(({ code, message }) => (hints.has(code) ? [sentence(message)] : [])),
  };
}

/** Colours that tell series or rows apart, and that some eyes cannot. */
function colourFindings(chart: ChartElement, data: ReturnType<typeof readChart>): { code: string; message: string }[] {
  const paint = new ChartPaint(chart, data);
  const rows = rowsShown(chart, data.rows, data.along);
  const isPart = chart.form === 'pie' || chart.form === 'seats';
  const named = isPart || chart.colourBy === 'row' || chart.colourBy === 'column'
    ? rows.map((row, i) => ({ name: row.name, colour: isPart ? paint.ofPart(row, 0, i, row.values[0] ?? 0) : paint.of(row, 0) }))
    : chart.colourBy === 'series'
      ? data.series.map((series, s) => ({ name: series.name, colour: paint.of(null, s) }))
      : [];
  const nameOf = (colour: string): string => named.find((own) => own.colour.slice(0, 7).toLowerCase() === colour)?.name ?? colour;
  // What stands under its name in a row of its own needs no colour to be told.
  if (chart.colourBy !== 'series' && !isPart) return [];
  const twice = named.filter(({ colour }, i) => named.findIndex((own) => own.colour === colour) < i);
  const doubled = twice.length > 0 && chart.picked === '' && named.length > 1
    ? [{ code: 'chart-same-colour', message: `${twice.length === 1 ? `“${twice[0]?.name ?? ''}” has the colour of another` : `${twice.length} have the colour of another`}; give it more colours` }]
    : [];
  return [
    ...doubled,
    ...alikeToSome(named.map(({ colour }) => colour)).slice(0, 3).map(({ a, b, eyes }) => ({
      code: 'chart-colours',
      message: `“${nameOf(a)}” and “${nameOf(b)}” look alike to eyes with ${eyes.replace('no ', 'no cones for ')}; choose colours that also differ in lightness`,
    })),
  ];
} // prettier-ignore
