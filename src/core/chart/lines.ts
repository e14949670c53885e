import type { Box } from '../show';
import { axisOf, drawLimits, drawScale, limitsOf, tickRoom, type Ground } from './axis';
import { legendTop } from './legend';
import type { Drift, PartZoom, Trace, TracePoint } from './part';
import { placeAll, spread, type Wanted } from './place';
import { gapOf, sized, type Drawing } from './sheet';
import { stretchOf, zoomOf, type Reach } from './stretch';
import { fitNames, valueWords } from './words';

interface Point {
  readonly row: number;
  readonly value: number;
  /** What it stands on, where series are stacked. */
  readonly foot: number;
}

/** The points of each series, in values: stacked on one another where they are. */
function pointsOf({ chart, rows, data }: Drawing): Point[][] {
  const isStacked = chart.form === 'areas' && (chart.series === 'stacked' || chart.series === 'shares');
  const feet = rows.map(() => 0);
  const sums = rows.map(({ values }) => values.reduce<number>((sum, value) => sum + Math.max(0, value ?? 0), 0));
  return data.series.map((_, s) =>
    rows.flatMap((row, i) => {
      const given = row.values[s] ?? null;
      const known = given ?? (isStacked && chart.gaps === 'bridge' ? between(rows, s, i) : null);
      if (known === null) return [];
      let value = chart.isRevealed ? known : 0;
      if (!isStacked) return [{ row: i, value, foot: 0 }];
      value = Math.max(0, value);
      if (chart.series === 'shares') value = (sums[i] as number) > 0 ? (value / (sums[i] as number)) * 100 : 0;
      const foot = feet[i] as number;
      feet[i] = foot + value;
      return [{ row: i, value: foot + value, foot }];
    }),
  );
} // prettier-ignore

/** Lines, areas and points along an axis of names, numbers or dates. */
export function drawLines(drawing: Drawing): void {
  const { chart, rows, sheet, paint, port, looks, data } = drawing;
  const each = pointsOf(drawing);
  const isArea = chart.form === 'areas';
  const isStacked = isArea && (chart.series === 'stacked' || chart.series === 'shares');
  const isPoints = chart.form === 'points';
  const before = isPoints && chart.isRevealed ? rows.flatMap((row) => row.before ?? []) : [];
  const ends = [...each.flat().flatMap(({ value, foot }) => (isArea && isStacked ? [value, foot] : [value])), ...before];
  const scale = chart.series === 'shares' && isArea ? drawing.scale([0, 100]) : drawing.scale(ends, !isArea);
  const gap = gapOf(looks.name);
  const lineH = port.height(looks.value);

  // What is said at the end of each line: its name, its last value.
  const isDirect = chart.legend === 'direct' && !isPoints;
  const hasWindow = chart.window > 0 && data.along === 'dates' && chart.panels === 'none';
  const stretch = hasWindow || chart.panels !== 'none' ? null : stretchOf(drawing);
  const hasNames = data.series.length > 1 && isDirect;
  const lastsTo = (to: number) =>
    each.map((points) => points.findLast(({ row }) => (data.along === 'names' ? row : (rows[row]?.at ?? 0)) <= to));
  const saidOf = (lasts: readonly (Point | undefined)[]) => data.series.map(({ name }, s) => {
    const last = lasts[s];
    const row = last && rows[last.row];
    const value = !last || !row || !chart.isRevealed || chart.values === 'none' ? '' : valueWords(chart, row.values[s] ?? 0, { share: isArea && chart.series === 'shares' ? last.value - last.foot : null, before: row.before });
    return { name: hasNames ? name : '', value: isPoints ? '' : value };
  });
  let { box } = drawing;
  if (data.series.length > 1 && !isDirect) box = legendTop(drawing, box);
  const said = [Infinity, ...(stretch ? [stretch.to] : [])].flatMap((to) => saidOf(lastsTo(to)));
  const widest = Math.max(0, ...said.map(({ name, value }) => Math.max(port.width(name, looks.name), port.width(value, looks.value))));
  const labelW = Math.min(widest, box.w * 0.32);
  const named = fitNames(said.map(({ name }) => name), labelW + 0.01, 1, 'shorten', looks.name, port);
  const valued = fitNames(said.map(({ value }) => value), labelW + 0.01, 1, 'none', looks.value, port);
  sheet.tellNames(named, data.series.length, 'series name');
  const nameLook = sized(looks.name, named.scale, { align: 'left', vertical: 'middle' });
  const valueLook = sized(looks.value, valued.scale, { align: 'left', vertical: 'middle' });
  const dot = chart.dot;
  const gutter = labelW > 0 ? labelW + gap + dot / 2 : dot / 2;

  // Names below take their room as they fit; the first and the last reach over the ends.
  const showsNames = chart.names !== 'none';
  const tickH = showsNames ? port.height(looks.name) + gap : 0;
  // What moves along says no values of its own: they would not be read.
  const hasPointValues = !hasWindow && ((isPoints && chart.values !== 'none') || chart.values === 'outside');
  const { over } = tickRoom(drawing, scale, false);
  const head = hasPointValues ? lineH + gap + dot / 2 : Math.max(dot / 2, chart.lineW / 2, over);
  const room: Box = { ...box, y: box.y + head, w: Math.max(1, box.w - gutter), h: Math.max(1, box.h - head - tickH - Math.max(dot / 2, chart.lineW / 2, over)) };
  const axis = axisOf(drawing, scale, false, room);
  drawScale(drawing, axis, box);
  const { plot } = axis;
  const firstW = showsNames && data.along === 'names' ? Math.min(plot.w / Math.max(2, rows.length) / 2, port.width(rows[0]?.name ?? '', looks.name) / 2) : dot / 2;
  const zoom = zoomOf(drawing, plot.w, hasWindow ? 0 : isPoints && data.along === 'names' ? plot.w / Math.max(2, rows.length * 2) : firstW, stretch);
  const x = (row: number): number => plot.x + zoom.x(row);
  const [whole] = zoom.reaches;
  if (hasWindow && whole) sheet.drift = driftOf(drawing, whole.along.of, plot);
  const margin = isPoints || chart.values === 'outside' ? dot / 2 : 0;
  if (zoom.isZoomed) sheet.window = { x: plot.x - margin, y: drawing.box.y, w: plot.w + 2 * margin, h: drawing.box.h };
  const moves = hasWindow ? ({ along: true } as const) : null;
  const ridden: Trace[] = [];
  if (showsNames) for (const reach of zoom.reaches) drawMarks(drawing, reach, plot, box.y + box.h - tickH + gap);

  const taken: Box[] = [];
  const wanted: (Wanted & { readonly words: string; readonly row: number; readonly series: number; readonly colour: string; readonly zooms: PartZoom | null })[] = [];
  each.forEach((points, s) => {
    const series = data.series[s] as (typeof data.series)[number];
    const colour = paint.of(null, s);
    const trace: TracePoint[] = points.map(({ row, value }, i) => ({
      key: rows[row]?.key ?? '',
      x: x(row),
      y: axis.at(value),
      begins: i > 0 && chart.gaps === 'break' && row !== (points[i - 1]?.row ?? 0) + 1,
    }));
    const line: Trace = { curve: chart.curve, points: trace, base: null };
    ridden.push(line);
    const of = { series: s, moves, zooms: zoom.line, ...(zoom.isZoomed ? { pivotX: 0 } : {}) };
    const drawn = { ...of, grows: [{ property: 'drawEnd' as const, by: null }] };
    if (isArea)
      sheet.trace(`~area ${series.key}`, `${series.name} area`, plot, { ...line, base: points.map(({ foot }) => axis.at(foot === 0 ? scale.base : foot)) }, { fill: chart.series === 'beside' && data.series.length > 1 ? `${colour.slice(0, 7)}b0` : paint.fill(colour, 'bottom'), lineW: 0, line: '#00000000' }, { ...of, grows: [{ property: 'wipeRight', by: 1 }] });
    if (!isPoints && chart.lineW > 0)
      sheet.trace(`~line ${series.key}`, `${series.name} line`, plot, line, { fill: '#00000000', lineW: chart.lineW, line: colour }, drawn);
    // A value that stands alone between gaps is a dot: a line has no length there.
    points.forEach((point, i) => {
      const at = trace[i] as TracePoint;
      const row = rows[point.row];
      if (!row) return;
      const zooms = zoom.row(point.row);
      const isSeen = !zoom.isZoomed || (at.x > plot.x - 1 && at.x < plot.x + plot.w + 1);
      const isAlone = chart.gaps === 'break' && (i === 0 || at.begins) && (i === points.length - 1 || trace[i + 1]?.begins === true);
      const own = isPoints ? paint.of(row, s, point.value) : colour;
      const key = `${row.key}/${series.key}`;
      // Where it zooms, the dot at the end of a line stands where that of its reach does.
      const isOfReach = zoom.isZoomed && !isPoints && i === points.length - 1;
      const hasDot = isPoints || chart.values === 'outside' || i === points.length - 1 || isAlone;
      if (isPoints && row.before !== null && s === 0 && chart.isRevealed) {
        const was = axis.at(row.before);
        sheet.rule(`${key}~way`, `${row.name} since before`, [at.x, was], [at.x, at.y], Math.max(2, dot * 0.22), `${own.slice(0, 7)}80`, { row: point.row, series: s, layer: 'marks', moves, zooms });
        sheet.dot(`${key}~before`, `${row.name} before`, at.x, was, dot * 0.6, `${own.slice(0, 7)}80`, { row: point.row, series: s, moves, zooms });
      }
      const size = isAlone && dot === 0 ? chart.lineW : dot;
      if (hasDot && size > 0 && !isOfReach) {
        const isLast = !isPoints && i === points.length - 1;
        // The last of a line keeps its key as the line goes on.
        sheet.dot(isLast ? `~last ${series.key}` : `${key}~dot`, `${series.name} ${row.name}`, at.x, at.y, size, own, { row: point.row, series: s, zooms, moves: hasWindow && isLast ? { along: false, line } : moves });
        if (isSeen) taken.push({ x: at.x - size / 2, y: at.y - size / 2, w: size, h: size });
      }
      if (!hasPointValues || !isSeen || !chart.isRevealed || (!isPoints && i === points.length - 1)) return;
      const words = valueWords(chart, row.values[s] ?? 0, { share: null, before: row.before });
      const w = port.width(words, looks.value);
      const free = size / 2 + gap * 0.4;
      const places = [
        { x: at.x - w / 2, y: at.y - free - lineH, w, h: lineH },
        { x: at.x - w / 2, y: at.y + free, w, h: lineH },
        { x: at.x + free, y: at.y - lineH / 2, w, h: lineH },
        { x: at.x - free - w, y: at.y - lineH / 2, w, h: lineH },
      ];
      const isEnd = i === 0 || isExtreme(points, i);
      wanted.push({ key, places, weight: isEnd ? 2 : 1, words, row: point.row, series: s, colour: own, zooms });
    });
  });
  // Where the stretch ends as the whole does, what is said there stays.
  const reaches = lastsTo(stretch?.to ?? Infinity).every((last, s) => last === each[s]?.at(-1)) ? zoom.reaches.slice(-1).map((own) => ({ ...own, key: '', zooms: null, veil: 0 })) : zoom.reaches;
  const labels = reaches.flatMap((reach) => {
    const lasts = lastsTo(reach.to);
    const from = reach.to === Infinity ? 0 : said.length - data.series.length;
    const end = plot.x + (rows.length > 1 ? (reach.to === Infinity ? reach.along.x(rows.length - 1) : reach.along.of(reach.to)) : plot.w);
    if (zoom.isZoomed)
      lasts.forEach((last, s) => {
        if (last && dot > 0 && !isPoints) sheet.dot(`${reach.key}~last ${data.series[s]?.key ?? ''}`, `${data.series[s]?.name ?? ''} ${rows[last.row]?.name ?? ''}`, plot.x + reach.along.x(last.row), axis.at(last.value), dot, paint.of(null, s), { series: s, zooms: reach.zooms, veil: reach.veil, grows: [] });
      });
    const own = lasts.map((last, s) => ({ y: last ? axis.at(last.value) : null, fitName: named.words[from + s] ?? '', fitValue: valued.words[from + s] ?? '' }));
    return endLabels(drawing, { reach, each: own, end, foot: box.y + box.h - tickH, nameLook, valueLook, ridden: hasWindow ? ridden : null });
  });
  const placed = placeAll(wanted, [...taken, ...labels, ...sheet.wordBoxes(), ...(isPoints ? [] : ridden.flatMap(alongLine))], { x: box.x, y: drawing.box.y, w: box.w, h: drawing.box.h - tickH });
  for (const { key, words, row, series, colour, zooms } of wanted) {
    const at = placed.get(key);
    if (at) sheet.words(`${key}~value`, `${rows[row]?.name ?? ''} value`, at, words, { ...looks.value, colour: data.series.length > 1 ? colour : looks.value.colour, align: 'centre', vertical: 'middle' }, { row, series, zooms, counts: true, grows: [{ property: 'opacity', by: null }] });
  }
  const end = data.along === 'names' && rows.length > 1 && !zoom.isZoomed ? x(rows.length - 1) : plot.x + plot.w;
  drawLimits(drawing, axis, limitsOf(drawing, scale), [...sheet.wordBoxes(), ...taken, ...labels, ...placed.values(), ...ridden.flatMap(alongLine)], isArea ? ridden.flatMap((line, s) => below(line, axis.at(scale.base), paint.of(null, s))) : [], end);
  const leftOut = wanted.length - placed.size;
  if (leftOut > 0) sheet.note('values-left', `${leftOut} of ${wanted.length} values are left out, as they would lie over others`);
} // prettier-ignore

/** Whether a point is higher, or lower, than its neighbours. */
function isExtreme(points: readonly Point[], at: number): boolean {
  const [a, b, c] = [points[at - 1], points[at], points[at + 1]];
  if (!a || !b || !c) return true;
  return (b.value - a.value) * (c.value - b.value) < 0;
}

interface EndLabels {
  readonly reach: Reach;
  readonly each: readonly {
    readonly y: number | null;
    readonly fitName: string;
    readonly fitValue: string;
  }[];
  /** Px of the last of the rows. */
  readonly end: number;
  /** Px above which they stand. */
  readonly foot: number;
  readonly nameLook: Drawing['looks']['name'];
  readonly valueLook: Drawing['looks']['value'];
  /** The lines whose ends they go along with; null: they stand. */
  readonly ridden: readonly Trace[] | null;
}

/** The names and last values at the ends of lines, set apart where they would meet, led there by a thin line. */
function endLabels(drawing: Drawing, { reach, each, end, foot, nameLook, valueLook, ridden }: EndLabels): Box[] {
  const { chart, sheet, port, data, paint, box, looks } = drawing;
  const gap = gapOf(looks.name);
  const nameH = port.height(nameLook);
  const valueH = port.height(valueLook);
  const own = each.flatMap(({ y, fitName, fitValue }, s) => {
    const size = (fitName === '' ? 0 : nameH) + (fitValue === '' ? 0 : valueH);
    return y === null || size === 0 ? [] : [{ s, y, fitName, fitValue, size }];
  });
  let shown = own;
  let at: number[] | null = null;
  // Where not all have room together, those of the lowest lines go first.
  while (shown.length > 0 && (at = spread(shown.map(({ y, size }) => ({ middle: y, size })), box.y, foot)) === null) {
    const lowest = shown.reduce((a, b) => (b.y > a.y ? b : a));
    shown = shown.filter((label) => label !== lowest);
  }
  if (shown.length < own.length) sheet.note('names-left', `${own.length - shown.length} of ${own.length} series are not named at their ends, as there is no room`);
  const boxes: Box[] = [];
  const { zooms, veil, key } = reach;
  shown.forEach(({ s, y, fitName, fitValue, size }, i) => {
    const series = data.series[s] as (typeof data.series)[number];
    const middle = at?.[i] ?? y;
    const colour = paint.of(null, s);
    const x = end + chart.dot / 2 + gap;
    const top = middle - size / 2;
    const reach = box.x + box.w - x;
    const isMoved = Math.abs(middle - y) > size * 0.5;
    if (isMoved) {
      const points = [{ key: 'a', x: end + chart.dot / 2, y, begins: false }, { key: 'b', x: x - gap * 0.3, y: middle, begins: false }];
      sheet.trace(`${key}~leader ${series.key}`, `${series.name} leader`, box, { curve: 'straight', points, base: null }, { fill: '#00000000', lineW: 2, line: `${colour.slice(0, 7)}90` }, { series: s, layer: 'front', zooms, veil, grows: [{ property: 'opacity', by: null }] });
    }
    // Several that are set apart stand as they are: they would meet on their ways.
    const line = ridden && shown.length === 1 ? ridden[s] : undefined;
    const of = { series: s, zooms, veil, grows: [{ property: 'opacity' as const, by: null }], moves: line ? ({ along: false, line } as const) : null };
    const isMany = data.series.length > 1;
    sheet.words(`${key}~series ${series.key}~words`, `${series.name} series`, { x, y: top, w: reach, h: nameH }, fitName, isMany ? { ...nameLook, colour } : nameLook, of);
    sheet.words(`${key}~series ${series.key}~value`, `${series.name} last value`, { x, y: top + (fitName === '' ? 0 : nameH), w: reach, h: valueH }, fitValue, isMany ? { ...valueLook, colour } : valueLook, { ...of, counts: true, grows: [...of.grows, { property: 'count', by: null }] });
    boxes.push({ x, y: top, w: reach, h: size });
  });
  return boxes;
} // prettier-ignore

/** What stands below a line chart. */
function drawMarks(drawing: Drawing, { key: prefix, along, zooms, veil }: Reach, plot: Box, y: number): void {
  const { chart, sheet, looks, port, box, data, paint, rows } = drawing;
  const h = port.height(looks.name);
  if (data.along === 'names') {
    const fitted = fitNames(along.marks.map(({ words }) => words), along.step * 0.96, 1, chart.crowded === 'shorten' && along.marks.length > 12 ? 'thin' : chart.crowded, looks.name, port);
    const look = sized(looks.name, fitted.scale, { align: 'centre', vertical: 'top' });
    const gap = gapOf(look) * 0.5;
    // Those at the ends are kept within the box, where they may come to stand near the next.
    const wanted = along.marks.flatMap(({ key, x }, i): Wanted[] => {
      const words = fitted.words[i] ?? '';
      if (words === '') return [];
      const w = port.width(words, look);
      const left = Math.max(box.x, Math.min(box.x + box.w - w, plot.x + x - w / 2));
      return [{ key, places: [{ x: left, y, w: w + gap, h }], weight: i === 0 || i === along.marks.length - 1 ? 1 : 0 }];
    });
    const placed = placeAll(wanted, [], { x: box.x - 1, y: y - 1, w: box.w + gap + 2, h: h + 2 });
    sheet.tellNames({ ...fitted, left: fitted.left + wanted.length - placed.size }, along.marks.length, 'name');
    along.marks.forEach(({ key, row: place }, i) => {
      const at = placed.get(key);
      const row = rows[place ?? -1] ?? null;
      if (at) sheet.words(`${prefix}${key}~name`, `${row?.name ?? ''} name`, { ...at, w: at.w - gap }, fitted.words[i] ?? '', paint.isPicked(row, -1) ? look : { ...look, colour: looks.tick.colour }, { row: place ?? 0, zooms, veil });
    });
    return;
  }
  const wanted = along.marks.map(({ key, x, words }, i): Wanted => {
    const w = port.width(words, looks.name);
    const left = Math.max(box.x, Math.min(box.x + box.w - w, plot.x + x - w / 2));
    return { key, places: [{ x: left, y, w: w + gapOf(looks.name), h }], weight: i === along.marks.length - 1 || i === 0 ? 1 : 0 };
  });
  const placed = placeAll(wanted, [], { x: box.x - 1, y: y - 1, w: box.w + 200, h: h + 2 });
  for (const { key, words } of along.marks) {
    const at = placed.get(key);
    if (at) sheet.words(`${prefix}~at ${key}`, `At ${words}`, { ...at, w: at.w - gapOf(looks.name) }, words, { ...looks.name, align: 'centre', vertical: 'top' }, { layer: 'back', zooms, veil });
  }
} // prettier-ignore

/** How the window of a chart moves over a plot, where `x` gives px of a moment, ms. Rows come as often as most have. */
function driftOf({ chart, rows }: Drawing, x: (at: number) => number, plot: Box): Drift {
  const ats = rows.map(({ at }) => at ?? 0);
  const to = ats.at(-1) ?? 0;
  const steps = ats.slice(1).map((at, i) => at - (ats[i] as number)).filter((step) => step > 0).sort((a, b) => a - b);
  const every = Math.max(0.1, Math.min(chart.window, (steps[Math.floor(steps.length / 2)] ?? 1000) / 1000));
  return { plot, to: to / 1000, every, perSecond: (x(to) - x(to - 1000)) || 0 };
} // prettier-ignore

/** A value between those on either side that are there; null at the ends. */
function between(rows: Drawing['rows'], series: number, at: number): number | null {
  const valueAt = (i: number): number | null => rows[i]?.values[series] ?? null;
  let [a, b] = [at - 1, at + 1];
  while (a >= 0 && valueAt(a) === null) a -= 1;
  while (b < rows.length && valueAt(b) === null) b += 1;
  const [from, to] = [valueAt(a), valueAt(b)];
  return from === null || to === null ? null : from + ((to - from) * (at - a)) / (b - a);
}

/** Upright boxes that an area down to `foot` px covers. */
const below = (line: Trace, foot: number, colour: string): Ground[] =>
  alongLine(line).map((own) => ({
    box: { ...own, y: Math.min(own.y, foot), h: Math.abs(foot - own.y) },
    colour,
  }));

/** Small boxes along a line, so that words can keep clear of it. */
function alongLine({ points, curve }: Trace): Box[] {
  const straight = (ax: number, ay: number, bx: number, by: number): Box[] => {
    const steps = Math.max(1, Math.min(40, Math.ceil(Math.hypot(bx - ax, by - ay) / 16)));
    return Array.from({ length: steps + 1 }, (_, k) => ({ x: ax + ((bx - ax) * k) / steps - 3, y: ay + ((by - ay) * k) / steps - 3, w: 6, h: 6 }));
  };
  return points.flatMap((b, i) => {
    const a = points[i - 1];
    if (!a || b.begins) return [];
    return curve === 'stepped' ? [...straight(a.x, a.y, b.x, a.y), ...straight(b.x, a.y, b.x, b.y)] : straight(a.x, a.y, b.x, b.y);
  });
} // prettier-ignore
