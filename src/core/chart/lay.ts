import { plainCell, type Box, type CellLook, type ChartElement } from '../show';
import { drawBars } from './bars';
import { drawBracket } from './bracket';
import type { ChartData, ChartRow } from './data';
import { drawGauge } from './gauge';
import { drawLines } from './lines';
import { ChartPaint } from './paint';
import type { ChartNote, ChartPart, Drift } from './part';
import { mirrored, mirroredBox } from './mirror';
import { drawPie } from './pie';
import { drawPieces } from './pieces';
import { rowsShown } from './rows';
import { scaleFor } from './scale';
import { drawSeats } from './seats';
import { gapOf, namesIn, Sheet, sized, type ChartLooks, type ChartPort, type Drawing } from './sheet';

/** A chart laid out: its parts, back to front, and what could not be shown as wanted. Px in the space of its box. */
export interface LaidChart {
  readonly parts: readonly ChartPart[];
  readonly notes: readonly ChartNote[];
  /** The rows that it shows of each panel. */
  readonly rows: readonly ChartRow[];
  /** How its window moves; null: it has none. Panels have none. */
  readonly drift: Drift | null;
  /** Through which what moves along in it is seen, px; null: all of it stands. */
  readonly window: Box | null;
}

const forms: Readonly<Record<ChartElement['form'], (drawing: Drawing) => void>> = {
  bars: drawBars,
  lines: drawLines,
  areas: drawLines,
  points: drawLines,
  pie: drawPie,
  seats: drawSeats,
  gauge: drawGauge,
  pieces: drawPieces,
  bracket: drawBracket,
};
const layers = { back: 0, marks: 1, front: 2 } as const;

/** The looks of what it says. The named ones go over that of all of it. */
export function looksOf({ look, nameLook, valueLook, tickLook }: ChartElement): ChartLooks {
  const all: CellLook = { ...plainCell, fit: 'as-is', minScale: 0.6, ...look };
  return {
    all,
    name: { ...all, ...nameLook },
    value: { ...all, ...valueLook },
    tick: { ...all, size: all.size * 0.75, ...tickLook },
  };
}

interface Panel {
  readonly key: string;
  readonly name: string;
  readonly data: ChartData;
}

function panelsOf(chart: ChartElement, data: ChartData): readonly Panel[] {
  switch (chart.form === 'bracket' ? 'none' : chart.panels) {
    case 'series':
      return data.series.map((series, s) => ({
        key: series.key,
        name: series.name,
        data: { ...data, series: [series], rows: data.rows.map((row) => ({ ...row, values: [row.values[s] ?? null] })) },
      }));
    case 'rows':
      return rowsShown(chart, data.rows, data.along).map((row) => ({ key: row.key, name: row.name, data: { ...data, rows: [row] } }));
    case 'column':
      return data.panels.map(({ key, name, rows }) => ({ key, name, data: { ...data, rows } }));
    default:
      return [{ key: '', name: '', data }];
  }
} // prettier-ignore

/** Values that one scale must hold: of all rows of a chart, as they are stacked. */
export function scaleValues(chart: ChartElement, data: ChartData): number[] {
  const isStacked = (chart.form === 'bars' || chart.form === 'areas') && chart.series !== 'beside' && data.series.length > 1;
  return data.rows.flatMap(({ values, before }) => {
    const own = values.filter((value) => value !== null);
    const all = isStacked ? [own.reduce((sum, value) => sum + Math.max(0, value), 0), own.reduce((sum, value) => sum + Math.min(0, value), 0)] : own;
    return before === null || isStacked ? all : [...all, before];
  });
} // prettier-ignore

/**
 * Lays a chart out. `shared` are the values of all charts that have one scale with it; null: it has one of its own.
 * `isZoomed`: something moves it from all of its axis to the stretch that is looked at.
 */
export function layChart(chart: ChartElement, data: ChartData, port: ChartPort, shared: readonly number[] | null = null, isZoomed = false): LaidChart {
  const box: Box = { x: 0, y: 0, w: Math.max(1, chart.w), h: Math.max(1, chart.h) };
  const sheet = new Sheet(chart, port);
  const looks = looksOf(chart);
  const panels = panelsOf(chart, data);
  const shown: ChartRow[] = [];
  // Panels are compared, so they have one scale, unless their shares are.
  const common = shared ?? (panels.length > 1 && chart.form !== 'pie' ? scaleValues(chart, data) : null);
  const across = Math.max(1, Math.min(chart.panelsAcross, panels.length));
  const down = Math.ceil(panels.length / across);
  const gap = gapOf(looks.name) * 2;
  const w = (box.w - gap * (across - 1)) / across;
  const h = (box.h - gap * (down - 1)) / Math.max(1, down);
  const isMany = chart.panels !== 'none' && panels.length > 0 && panels[0]?.key !== '';
  const draft: Drawing = {
    chart, data, rows: [], box, looks, port, sheet, isZoomed,
    paint: new ChartPaint(chart, data),
    scale: (values, isFree) => scaleFor(chart, common ? [...common, ...values] : values, isFree),
  };
  const titles = isMany && chart.form !== 'gauge' ? namesIn(draft, panels.map(({ name }) => name), w, 1, looks.name) : null;
  const titleLook = sized(looks.name, titles?.scale ?? 1, { align: 'left', vertical: 'middle' });
  const titleH = titles ? port.height(titleLook) + gapOf(looks.name) : 0;
  panels.forEach((panel, i) => {
    const place = { x: (i % across) * (w + gap), y: Math.floor(i / across) * (h + gap), w, h };
    const own = isMany ? sheet.panel(`~panel ${panel.key}~`) : sheet;
    const rows = chart.form === 'bracket' ? panel.data.rows : rowsShown(chart, panel.data.rows, panel.data.along);
    shown.push(...rows);
    const title = sheet.parts.length;
    if (titles) own.words('~title', `${panel.name} panel`, { ...place, h: titleH }, titles.words[i] ?? '', titleLook, { layer: 'back' });
    if (isMany) sheet.keepWithin(place, title);
    const begins = sheet.parts.length;
    const inner = { ...place, y: place.y + titleH, h: Math.max(1, place.h - titleH) };
    // A panel of one row says its name in its title.
    const isNamed = chart.panels === 'rows' && chart.form !== 'gauge';
    // A panel of one series has the colour that the series has among all.
    const turned = chart.panels === 'series' ? chart.colours.map((_, k) => chart.colours[(k + i) % chart.colours.length] as string) : chart.colours;
    const drawn = { ...chart, colours: turned, ...(isNamed ? { names: 'none' as const } : {}) };
    forms[chart.form]({
      ...draft,
      chart: drawn,
      data: panel.data,
      rows,
      box: inner,
      sheet: own,
      paint: new ChartPaint(drawn, panel.data, data),
    });
    if (isMany) sheet.keepWithin(inner, begins);
  });
  const parts = sheet.parts.map((part, i) => ({ part, i })).sort((a, b) => layers[a.part.layer] - layers[b.part.layer] || a.i - b.i).map(({ part }) => part);
  const window = sheet.drift?.plot ?? sheet.window;
  // A window moves on to the right.
  const isTurned = chart.isMirrored && sheet.drift === null;
  return {
    parts: isTurned ? parts.map((part) => mirrored(box.w, part)) : parts,
    notes: sheet.notes,
    rows: shown,
    drift: sheet.drift,
    window: isTurned && window ? mirroredBox(box.w, window) : window,
  };
} // prettier-ignore
