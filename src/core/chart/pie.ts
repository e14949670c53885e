import type { Box } from '../show';
import type { ChartRow } from './data';
import { spread } from './place';
import { gapOf, namesIn, sized, type Drawing } from './sheet';
import { sharesOf } from './shares';
import { fitNames, valueWords } from './words';

interface Slice {
  readonly key: string;
  readonly name: string;
  readonly row: ChartRow;
  readonly at: number;
  readonly value: number;
  readonly share: number;
  /** Degrees clockwise from the top. */
  readonly start: number;
  readonly sweep: number;
}

/** What of rows makes slices: the first value of each; or, of one row, each of its series. */
export function slicesOf({ chart, rows, data, sheet }: Drawing): { key: string; name: string; row: ChartRow; series: number; value: number }[] {
  const [only] = rows;
  const given =
    rows.length === 1 && only && data.series.length > 1
      ? data.series.map((own, s) => ({ key: own.key, name: own.name, row: only, series: s, value: only.values[s] ?? null }))
      : rows.map((row) => ({ key: row.key, name: row.name, row, series: 0, value: row.values[0] ?? null }));
  const below = given.filter(({ value }) => value !== null && value < 0);
  if (below.length > 0)
    sheet.note('negative', `${below.length === given.length ? 'all of its values are' : `${below.length} of its values ${below.length === 1 ? 'is' : 'are'}`} below zero and ${below.length === 1 ? 'has' : 'have'} no part of the whole; take bars for them`);
  const own = given.flatMap((one) => (one.value !== null && one.value > 0 ? [{ ...one, value: one.value }] : []));
  if (own.length === 0 && given.length > 0 && below.length === 0) sheet.note('nothing', 'none of its values is above zero, so there is nothing to share out');
  return chart.isRevealed ? own : [];
} // prettier-ignore

const point = (cx: number, cy: number, r: number, degrees: number): { x: number; y: number } => {
  const angle = (degrees * Math.PI) / 180;
  return { x: cx + r * Math.sin(angle), y: cy - r * Math.cos(angle) };
};

/** A pie, a ring, or a part of either; names and shares inside where they fit, else outside with a line to them. */
export function drawPie(drawing: Drawing): void {
  const { chart, sheet, paint, port, looks, box } = drawing;
  const given = slicesOf(drawing);
  const total = given.reduce((sum, { value }) => sum + value, 0);
  const shares = sharesOf(given.map(({ value }) => value), chart.format.most);
  const from = chart.sweep >= 360 ? 0 : -chart.sweep / 2;
  let angle = from;
  const slices = given.map((own, i): Slice & { readonly series: number } => {
    const sweep = (own.value / total) * chart.sweep;
    angle += sweep;
    return { ...own, at: i, share: shares[i] ?? 0, start: angle - sweep, sweep };
  });
  const words = slices.map(({ value, share, row }) => (chart.values === 'none' ? '' : valueWords(chart, value, { share, before: row.before })));
  const gap = gapOf(looks.name);
  const nameH = port.height(looks.name);
  const valueH = port.height(looks.value);
  const hasNames = chart.names !== 'none';
  // The labels at both sides take what they need, at most a third each.
  const wide = Math.max(0, ...slices.map(({ name }, i) => Math.max(hasNames ? port.width(name, looks.name) : 0, port.width(words[i] ?? '', looks.value))));
  const sideW = slices.length === 0 || (!hasNames && chart.values !== 'outside') ? 0 : Math.min(wide + gap * 3, box.w * 0.3);
  const isHalf = chart.sweep <= 180;
  const part = isHalf ? 1 : chart.sweep < 360 ? (1 + Math.cos(((360 - chart.sweep) / 2) * (Math.PI / 180))) / 2 : 1;
  const room = { x: box.x + sideW, y: box.y, w: Math.max(1, box.w - 2 * sideW), h: box.h };
  const r = Math.max(1, Math.min(room.w / 2, isHalf ? room.h : room.h / (2 * part)));
  const cx = box.x + box.w / 2;
  const cy = isHalf ? box.y + (box.h + r) / 2 : box.y + (box.h - 2 * r * part) / 2 + r;
  const ring: Box = { x: cx - r, y: cy - r, w: 2 * r, h: 2 * r };
  if (slices.length === 0) sheet.put('~track', 'Empty ring', ring, { is: 'ellipse', hole: chart.hole, start: from, sweep: chart.sweep, fill: `${chart.quiet.slice(0, 7)}60` }, { layer: 'back' });
  const inner = r * chart.hole;
  const thick = r - inner;
  const placed: { slice: (typeof slices)[number]; words: string; name: string; isInside: boolean }[] = [];
  slices.forEach((slice, i) => {
    const asset = slice.row.picture === '' ? null : port.picture(chart.set, slice.row.picture);
    const own = paint.ofPart(slice.row, slice.series, slice.at, slice.value);
    const fill = sheet.pictureFill(asset, Math.max(24, thick / 3), 'left') ?? own;
    sheet.put(`${slice.key}/`, slice.name, ring, { is: 'ellipse', hole: chart.hole, start: slice.start, sweep: slice.sweep, fill }, {
      row: i,
      series: slice.series,
      grows: [{ property: 'sweep', by: null }, { property: 'start', by: from - slice.start }],
    }, sheet.edge());
    const inside = (): boolean => {
      const value = words[i] ?? '';
      const w = Math.max(hasNames ? port.width(slice.name, looks.name) : 0, port.width(value, looks.value));
      const h = (hasNames ? nameH : 0) + (value === '' ? 0 : valueH);
      const middle = inner + thick / 2;
      const chord = slice.sweep >= 180 ? 2 * middle : 2 * middle * Math.sin((slice.sweep * Math.PI) / 360);
      // A slanted slice leaves less of its thickness across and along.
      return chart.values !== 'outside' && Math.hypot(w, h) <= Math.min(Math.max(chord, 1), thick * 1.05);
    };
    placed.push({ slice, words: words[i] ?? '', name: hasNames ? slice.name : '', isInside: inside() });
    if (inside()) {
      const mid = point(cx, cy, inner + thick / 2, slice.start + slice.sweep / 2);
      const ink = { name: sheet.onMark(fill, own, looks.name).look, value: sheet.onMark(fill, own, looks.value).look };
      const { shade } = sheet.onMark(fill, own, looks.name);
      const h = (hasNames ? nameH : 0) + (words[i] === '' ? 0 : valueH);
      const w = thick;
      const of = { row: i, shade, grows: [{ property: 'opacity' as const, by: null }] };
      if (hasNames) sheet.words(`${slice.key}~name`, `${slice.name} name`, { x: mid.x - w / 2, y: mid.y - h / 2, w, h: nameH }, slice.name, { ...ink.name, align: 'centre', vertical: 'middle' }, of);
      sheet.words(`${slice.key}~value`, `${slice.name} value`, { x: mid.x - w / 2, y: mid.y - h / 2 + (hasNames ? nameH : 0), w, h: valueH }, words[i] ?? '', { ...ink.value, align: 'centre', vertical: 'middle' }, { ...of, counts: true, grows: [...of.grows, { property: 'count', by: null }] });
    }
  });
  const out = placed.filter(({ isInside, words: value, name }) => !isInside && (name !== '' || (value !== '' && chart.values !== 'inside')));
  for (const side of [1, -1] as const) outside(drawing, out.filter(({ slice }) => (Math.sin(((slice.start + slice.sweep / 2) * Math.PI) / 180) >= 0 ? 1 : -1) === side), { side, cx, cy, r });
} // prettier-ignore

/** The labels at one side of a pie, below one another without meeting, each led to its slice. */
function outside(drawing: Drawing, given: readonly { readonly slice: Slice & { readonly series: number }; readonly words: string; readonly name: string }[], { side, cx, cy, r }: { side: 1 | -1; cx: number; cy: number; r: number }): void {
  const { chart, sheet, port, looks, box, paint } = drawing;
  const gap = gapOf(looks.name);
  const begins = cx + side * (r + gap * 2.2);
  const assetOf = ({ picture }: ChartRow): string | null => (chart.pictures === 'beside' && picture !== '' ? port.picture(chart.set, picture) : null);
  // Pictures stand between the slices and their names, all names in line.
  const pictured = given.some(({ slice }) => assetOf(slice.row) !== null) ? Math.min(looks.name.size * 2, box.w * 0.08) : 0;
  const edge = begins + side * (pictured > 0 ? pictured + gap * 0.6 : 0);
  const room = side === 1 ? box.x + box.w - edge : edge - box.x;
  if (given.length === 0 || room <= 4) {
    if (given.length > 0) sheet.note('names-left', `${given.length} of its names have no room beside it; make it wider`);
    return;
  }
  const named = namesIn(drawing, given.map(({ name }) => name), room, 2, looks.name);
  sheet.tellNames(named, given.length, 'name');
  const valued = fitNames(given.map(({ words }) => words), room, 1, 'none', looks.value, port);
  const nameLook = sized(looks.name, named.scale, { align: side === 1 ? 'left' : 'right', vertical: 'middle' });
  const valueLook = sized(looks.value, valued.scale, { align: side === 1 ? 'left' : 'right', vertical: 'middle' });
  const lineH = port.height(nameLook);
  const valueH = port.height(valueLook);
  let shown = given.map((own, i) => {
    const name = named.words[i] ?? '';
    const value = valued.words[i] ?? '';
    const nameH = name === '' ? 0 : lineH * name.split('\n').length;
    const mid = point(cx, cy, r, own.slice.start + own.slice.sweep / 2);
    return { ...own, name, value, nameH, size: nameH + (value === '' ? 0 : valueH) + gap * 0.5, mid };
  });
  const all = shown.length;
  let at: number[] | null = null;
  while (shown.length > 0 && (at = spread(shown.map(({ mid, size }) => ({ middle: mid.y, size })), box.y, box.y + box.h)) === null) {
    const least = shown.reduce((a, b) => (b.slice.value < a.slice.value ? b : a));
    shown = shown.filter((own) => own !== least);
  }
  if (shown.length < all) sheet.note('names-left', `${all - shown.length} of its smallest slices are not named, as there is no room`);
  shown.forEach(({ slice, name, value, nameH, size, mid }, i) => {
    const middle = at?.[i] ?? mid.y;
    const top = middle - size / 2 + gap * 0.25;
    const of = { row: slice.at, grows: [{ property: 'opacity' as const, by: null }] };
    const x = side === 1 ? edge : edge - room;
    const line = looks.tick.colour;
    const begin = point(cx, cy, r + gap * 0.3, slice.start + slice.sweep / 2);
    const knee = { x: begins - side * gap * 0.9, y: middle };
    const points = [begin, knee, { x: begins - side * gap * 0.3, y: middle }].map((p, k) => ({ key: String(k), ...p, begins: false }));
    sheet.trace(`${slice.key}~leader`, `${slice.name} leader`, box, { curve: 'straight', points, base: null }, { fill: '#00000000', lineW: 2, line: `${line.slice(0, 7)}80` }, { ...of, layer: 'front' });
    const asset = assetOf(slice.row);
    if (asset !== null) sheet.picture(`${slice.key}~picture`, `${slice.name} picture`, { x: side === 1 ? begins : begins - pictured, y: middle - pictured / 2, w: pictured, h: pictured }, asset, of);
    const quiet = paint.isPicked(slice.row, slice.series) ? {} : { colour: looks.tick.colour };
    sheet.words(`${slice.key}~name`, `${slice.name} name`, { x, y: top, w: room, h: nameH }, name, { ...nameLook, ...quiet }, of);
    sheet.words(`${slice.key}~value`, `${slice.name} value`, { x, y: top + nameH, w: room, h: valueH }, value, { ...valueLook, ...quiet }, { ...of, counts: true, grows: [...of.grows, { property: 'count', by: null }] });
  });
} // prettier-ignore
