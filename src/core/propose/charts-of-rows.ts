import { plainNumber } from '../binding';
import {
  makeTrack,
  newCascade,
  newChange,
  newElement,
  type ChartElement,
  type ListColumn,
  type NewId,
  type RowList,
  type Template,
} from '../show';
import type { RowRoles, RowsPicture } from './pictures-of-rows';
import type { UsualLooks } from './usual-looks';

type Bind = (into: Template, id: string, newId: NewId) => unknown;

/** Colours that are told apart by eyes of every kind, as they follow the accent of a show. */
const beside = ['#3f97a6', '#e8c15a', '#d9739b', '#8fbf5a', '#a58ad0'];

/** The motion that a chart begins with: marks grow one after another, and fade; new rows take it from old to new. */
function growRows(template: Template, id: string, newId: NewId): void {
  const { enter, exit } = template.phases;
  enter.frames = Math.max(enter.frames, 60);
  exit.frames = Math.max(exit.frames, 20);
  const rows = newCascade('row');
  enter.tracks.push(
    makeTrack(newId(), id, 'grow', [[6, 0], [56, 1]], { cascade: { ...rows, delay: 3 } }),
    makeTrack(newId(), id, 'opacity', [[0, 0], [24, 1]], { cascade: rows }),
  ); // prettier-ignore
  exit.tracks.push(
    makeTrack(newId(), id, 'opacity', [
      [0, 1, 'strong-in'],
      [16, 0],
    ]),
  );
  if (template.changes.length === 0)
    template.changes.push(newChange(newId(), 'Rows', { frames: 40, swap: null, carryFrom: 2, carryTo: 38 }));
}

/** Charts of some rows, the most telling first; none where no column holds numbers. */
export function chartsOfRows(
  template: Template,
  { name, figures }: RowRoles,
  columns: readonly ListColumn[],
  list: RowList | null,
  dataName: string,
  decimals: (column: ListColumn) => number,
  looks: UsualLooks,
  bind: Bind,
): RowsPicture[] {
  const [figure] = figures;
  const date = columns.find(({ type }) => type === 'date' || type === 'time');
  if (!figure || (!name && !date)) return [];
  const count = list?.order.length ?? 0;
  const put = (into: Template, newId: NewId, given: Partial<ChartElement>): string => {
    const [w, h] = [Math.min(into.width - 192, 1200), Math.min(into.height - 384, 640)];
    const [x, y] = [96, Math.round((into.height - h) / 2)];
    const plate = newElement('rect', newId(), 'Plate', { x, y, w, h, fill: looks.plate });
    const most = decimals(figure);
    const chart = newElement('chart', newId(), dataName, {
      x: x + 40,
      y: y + 36,
      w: w - 80,
      h: h - 72,
      look: { ...looks.label, size: 36, colour: looks.ink, minScale: 0.7 },
      valueLook: { ...looks.figure, size: 40, colour: looks.ink, figures: 'tabular' },
      tickLook: { size: 30, colour: looks.quiet },
      colours: [looks.accent, ...beside],
      quiet: looks.quiet,
      lines: `${looks.ink.slice(0, 7)}40`,
      format: { ...plainNumber, least: most, most },
      ...given,
    });
    into.elements[plate.id] = plate;
    into.elements[chart.id] = chart;
    into.order.push(plate.id, chart.id);
    bind(into, chart.id, newId);
    growRows(into, chart.id, newId);
    return chart.id;
  };
  const read = (given: Partial<ChartElement['columns']>): ChartElement['columns'] => ({
    ...newElement('chart', 'c', '').columns,
    ...given,
  });
  const made: RowsPicture[] = [];
  if (name)
    made.push({
      id: 'bar-chart',
      name: 'Bar chart',
      says: `A bar of ${figure.name} for each ${name.name}, the largest first${count > 8 ? ', the first eight' : ''}`,
      add: (into, newId) =>
        put(into, newId, {
          form: 'bars',
          direction: 'lying',
          sort: 'largest',
          most: count > 8 ? 8 : 0,
          columns: read({ name: name.key, series: [figure.key] }),
        }),
    });
  if (date || figures.length > 1)
    made.push({
      id: 'line-chart',
      name: 'Line chart',
      says: `A line for each of ${figures.slice(0, 4).map((own) => own.name).join(', ')} along ${(date ?? name)?.name ?? ''}`,
      add: (into, newId) =>
        put(into, newId, {
          form: 'lines',
          colourBy: 'series',
          ticks: 4,
          columns: read({ name: (date ?? name)?.key ?? '', series: figures.slice(0, 4).map((own) => own.key) }),
        }),
    });
  if (name && count > 0 && count <= 8)
    made.push({
      id: 'ring-chart',
      name: 'Ring',
      says: `The share of each ${name.name} in all ${figure.name}`,
      add: (into, newId) =>
        put(into, newId, {
          form: 'pie',
          hole: 0.56,
          sort: 'largest',
          valueAs: 'share',
          colourBy: 'row',
          format: { ...plainNumber, most: 0 },
          columns: read({ name: name.key, series: [figure.key] }),
        }),
    });
  return made;
} // prettier-ignore
