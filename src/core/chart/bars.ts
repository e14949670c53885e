import type { Box, CellLook } from '../show';
import type { ChartRow } from './data';
import { axisOf, drawLimits, drawScale, groundsOf, limitsOf, tickRoom, type Axis } from './axis';
import { legendTop } from './legend';
import { gapOf, inRow, inRows, namesIn, sized, type Drawing, type Side } from './sheet';
import { sharesOf } from './shares';
import { fitNames, valueWords } from './words';

/** A piece of the bar of a row: of one series, between two values. */
interface Piece {
  readonly series: number;
  readonly from: number;
  readonly to: number;
  readonly value: number;
  readonly share: number | null;
  /** Whether nothing of its bar lies beyond it. */
  readonly isTip: boolean;
}

/** The pieces of each row's bar, in values. */
function piecesOf({ chart }: Drawing, row: ChartRow, sides: number): Piece[] {
  const given = row.values.flatMap((value, series) => (value === null ? [] : [{ series, value: chart.isRevealed ? value : 0 }]));
  const shares = sharesOf(given.map(({ value }) => value), chart.format.most);
  if (chart.series === 'beside' || row.values.length < 2)
    return given.map(({ series, value }) => ({ series, from: 0, to: value, value, share: null, isTip: true }));
  const sum = given.reduce((all, { value }) => all + Math.max(0, value), 0);
  let [up, down] = [0, 0];
  const pieces = given.map(({ series, value }, i): Piece => {
    const own = chart.series === 'shares' ? (sum > 0 ? (Math.max(0, value) / sum) * 100 : 0) : Math.abs(value);
    const isDown = chart.series === 'diverging' ? series < sides : chart.series === 'stacked' && value < 0;
    const from = isDown ? -down : up;
    if (isDown) down += own;
    else up += own;
    return { series, from, to: isDown ? from - own : from + own, value, share: shares[i] ?? null, isTip: false };
  });
  return pieces.map((own) => ({ ...own, isTip: own.to !== own.from && (own.to === up || own.to === -down) }));
} // prettier-ignore

/** Where along the axis each row has its room, and each of its bars. */
const bandOf = (axis: Axis, count: number, at: number, thickness: number) => {
  const step = axis.length / Math.max(1, count);
  return { step, middle: (at + 0.5) * step, w: step * thickness };
};

/** Bars: upright or lying; beside one another, stacked, in shares, or from a middle. */
export function drawBars(drawing: Drawing): void {
  const { chart, rows, sheet, paint, port, looks, data } = drawing;
  const isLying = chart.direction === 'lying';
  const sides = Math.ceil(data.series.length / 2);
  const isOne = chart.series === 'beside' || data.series.length < 2;
  const each = rows.map((row) => piecesOf(drawing, row, sides));
  // One that stands on nothing begins where the scale does, which need not be zero.
  const ends = each.flat().flatMap(({ from, to }) => (isOne ? [to] : [from, to]));
  const before = chart.isRevealed ? rows.flatMap((row) => row.before ?? []) : [];
  const scale =
    chart.series === 'shares' && !isOne
      ? drawing.scale([0, 100])
      : drawing.scale(
          chart.series === 'diverging' && !isOne
            ? [Math.max(0, ...ends.map(Math.abs)), -Math.max(0, ...ends.map(Math.abs))]
            : [...ends, ...(isOne ? before : [])],
        );
  const shares = isOne && data.series.length === 1 ? sharesOf(rows.map(({ values: [value] }) => value ?? 0), chart.format.most) : null;
  const say = (row: ChartRow, at: number, { value, share }: Piece): string =>
    !chart.isRevealed
      ? ''
      : valueWords(chart.series === 'shares' && !isOne && chart.valueAs === 'number' ? { ...chart, valueAs: 'share' } : chart, value, { share: share ?? shares?.[at] ?? null, before: row.before });

  // Room for legend, names and values; then the axis has what is left.
  let { box } = drawing;
  if (data.series.length > 1) box = legendTop(drawing, box);
  if (isOne && before.length > 0) box = beforeKey(drawing, box);
  const gap = gapOf(looks.name);
  const values = each.flatMap((pieces, i) => pieces.map((piece) => say(rows[i] as ChartRow, i, piece)));
  const hasOutside = chart.values === 'outside' || (chart.values === 'auto' && isOne);
  const valueH = port.height(looks.value);
  const valueW = hasOutside ? Math.max(0, ...values.map((words) => port.width(words, looks.value))) : 0;
  const needs = (isNegative: boolean): boolean => hasOutside && each.some((pieces) => pieces.some(({ to }) => (isNegative ? to < 0 : to >= 0)));
  const outside = (isNegative: boolean): number => (needs(isNegative) ? (isLying ? valueW : valueH) + gap : 0);
  const names = chart.names === 'beside' ? rows.map(({ name }) => name) : [];
  const hasPictures = chart.pictures === 'beside';
  const { over } = tickRoom(drawing, scale, isLying);
  const upright = (own: Box): Box => {
    const [head, foot] = [Math.max(over, outside(false)), Math.max(over, outside(true))];
    return { ...own, y: own.y + head, h: Math.max(1, own.h - head - foot) };
  };
  const layout = isLying ? lyingRoom(drawing, box, names, hasPictures, tickRoom(drawing, scale, true).takes) : uprightRoom(drawing, box, names, hasPictures, tickRoom(drawing, scale, false).takes);
  const room = layout.box;
  const limits = limitsOf(drawing, scale);
  const isPlain = isLying && chart.values === 'auto' && !needs(true) && limits.length === 0 && before.length === 0;
  const slotH = ((room.h / Math.max(1, rows.length)) * chart.thickness) / (isOne ? data.series.length : 1);
  const bars = isPlain ? each.flat().map(({ to }, k) => ({ part: scale.at(to), from: scale.at(scale.base), w: port.width(values[k] ?? '', looks.value) })) : [];
  const lying = isPlain ? longest(bars, room.w, outside(false), slotH >= valueH * 0.75, gapOf(looks.value)) : room.w - outside(true) - outside(false);
  const axis = axisOf(drawing, scale, isLying, isLying
    ? { ...room, x: room.x + outside(true), w: Math.max(1, lying) }
    : upright(room));
  drawScale(drawing, axis, box);
  const across = limits.map(({ value }) => axis.at(value));
  layout.names(axis);

  const slots = isOne ? data.series.length : 1;
  // Each value has the room of its bar, along the rows; where lying ones are too low, none is said.
  const roomEach = (axis.length / Math.max(1, rows.length)) * (slots > 1 ? chart.thickness / slots : 1);
  const fitted = fitNames(values, isLying ? Infinity : roomEach * 0.98, 1, 'none', looks.value, port);
  const low = isLying ? inRows(roomEach, valueH, looks.value) : { scale: 1, every: 1 };
  const valueLook = sized(looks.value, Math.min(fitted.scale, low.scale), { align: 'centre', vertical: 'middle' });
  const wide = (words: string): number => port.width(words, valueLook);
  let [n, left] = [0, 0];
  rows.forEach((row, i) => {
    const band = bandOf(axis, rows.length, i, chart.thickness);
    const slot = band.w / slots;
    (each[i] as Piece[]).forEach((piece) => {
      const a = band.middle - band.w / 2 + (isOne ? piece.series * slot : 0);
      const inner = slots > 1 ? slot * 0.06 : 0;
      const mark = axis.box(a + inner, a + slot - inner, piece.from, piece.to);
      const isDown = piece.to < piece.from || (piece.to === piece.from && piece.value < 0);
      const begins: Side = isLying ? (isDown ? 'right' : 'left') : isDown ? 'top' : 'bottom';
      const colour = paint.of(row, piece.series, piece.value);
      const key = `${row.key}/${data.series[piece.series]?.key ?? ''}`;
      const asset = row.picture === '' ? null : port.picture(chart.set, row.picture);
      const fill = sheet.pictureFill(asset, isLying ? mark.h : mark.w, begins) ?? paint.fill(colour, begins);
      const name = `${row.name} ${data.series.length > 1 ? (data.series[piece.series]?.name ?? '') : ''}`.trim();
      const of = { row: i, series: piece.series };
      const zero = axis.at(scale.base);
      sheet.bar(key, name, mark, fill, begins, zero, piece.isTip, of, chart.series === 'shares' && !isOne && piece.from === 0);
      if (isOne && row.before !== null && chart.isRevealed && piece.series === 0) drawBefore(drawing, axis, row, a, slot, of);
      const words = low.every > 1 ? '' : (fitted.words[n] ?? '');
      n += 1;
      if (words === '') {
        if (values[n - 1] !== '') left += 1;
        return;
      }
      const was = isOne && row.before !== null && piece.series === 0 && chart.isRevealed ? [axis.at(row.before)] : [];
      const size = { w: wide(words), h: port.height(valueLook) };
      const placed = placeValue(drawing, axis, mark, begins, size, isOne, [...across, ...was]);
      if (placed === null) {
        left += 1;
        return;
      }
      const beyond = paint.isPicked(row, piece.series) ? valueLook : { ...valueLook, colour: looks.tick.colour };
      const { look: ink, shade } = placed.isInside ? sheet.onMark(fill, colour, valueLook) : { look: beyond, shade: null };
      sheet.words(`${key}~value`, `${name} value`, placed.box, words, placed.align ? { ...ink, align: placed.align } : ink, {
        ...of,
        shade,
        counts: true,
        grows: [{ property: isLying ? 'x' : 'y', by: comesFrom(placed, begins, zero, axis.at(piece.to)) }, { property: 'count', by: null }],
      });
    });
  });
  drawLimits(drawing, axis, limits, sheet.wordBoxes(), groundsOf(drawing));
  if (left > 0 && chart.values !== 'none') sheet.note('values-left', `${left} of ${values.length} values are left out, as they have no room`);
} // prettier-ignore

/**
 * How long lying bars may be in a room, px: as long as it is where each value stands in its bar or beyond one that is
 * short enough; `beyond` is the room that the widest of them takes beyond its bar. `part` is where on the scale each
 * bar ends, `from` where it begins, 0 to 1.
 */
function longest(bars: readonly { readonly part: number; readonly from: number; readonly w: number }[], room: number, beyond: number, isHigh: boolean, gap: number): number {
  const least = room - beyond;
  let length = room;
  // The shorter they are, the more values stand beyond them.
  for (let turns = 0; turns < 8 && length > least; turns += 1) {
    const at = length;
    const next = bars.reduce((most, { part, from, w }) => {
      const isInside = isHigh && (part - from) * at >= w + gap * 1.8;
      return isInside || part <= 0 ? most : Math.min(most, (room - gap - w) / part);
    }, length);
    if (next >= length) return length;
    length = Math.max(least, next);
  }
  return Math.max(least, length);
} // prettier-ignore

/** Says above the bars, at the right, what the lines over them are; gives what of the box it leaves. */
function beforeKey({ chart, sheet, looks, port }: Drawing, box: Box): Box {
  const { beforeText } = chart;
  const look = looks.tick;
  const [w, h, gap] = [port.width(beforeText, look), port.height(look), gapOf(look)];
  const room = box.w - gap * 2;
  if (beforeText === '') return box;
  if (w > room) {
    sheet.note('names-left', 'the text of the value before has no room');
    return box;
  }
  const x = box.x + box.w - w;
  const thick = Math.max(3, looks.name.size * 0.1);
  sheet.rule('~before', 'Sign of the value before', [x - gap, box.y + h * 0.15], [x - gap, box.y + h * 0.85], thick, chart.limitColour, { layer: 'front' });
  sheet.words('~before~words', 'Text of the value before', { x, y: box.y, w, h }, beforeText, { ...look, align: 'right', vertical: 'middle' });
  return { ...box, y: box.y + h + gap, h: Math.max(1, box.h - h - gap) };
} // prettier-ignore

/** A line over a bar where its value was before. */
function drawBefore({ chart, sheet, looks }: Drawing, axis: Axis, row: ChartRow, a: number, slot: number, of: { row: number; series: number }): void {
  const at = axis.at(row.before ?? 0);
  const thick = Math.max(3, looks.name.size * 0.1);
  const over = slot * 0.08;
  const [from, to] = [axis.start + a - over, axis.start + a + slot + over];
  const ends: readonly [readonly [number, number], readonly [number, number]] = axis.isLying ? [[at, from], [at, to]] : [[from, at], [to, at]];
  sheet.rule(`${row.key}~before`, `${row.name} before`, ends[0], ends[1], thick, chart.limitColour, { ...of, layer: 'marks' });
} // prettier-ignore

/** A value beside its mark, or in it. */
interface PlacedValue {
  readonly box: Box;
  readonly isInside: boolean;
  readonly align: CellLook['align'] | null;
}

/** Px from where a value comes: with the tip of its bar, or from the beginning where it stands in the bar. */
function comesFrom({ box, isInside }: PlacedValue, begins: Side, zero: number, tip: number): number {
  if (!isInside) return zero - tip;
  return { left: zero - box.x, right: zero - (box.x + box.w), top: zero - box.y, bottom: zero - (box.y + box.h) }[begins];
} // prettier-ignore

/**
 * Where the value of a bar stands; null where there is no room for it. `lines` are the places, px, of lines across the
 * bar: no value stands on one of them.
 */
function placeValue({ chart, looks }: Drawing, axis: Axis, mark: Box, begins: Side, { w, h }: { w: number; h: number }, isOne: boolean, lines: readonly number[]): PlacedValue | null {
  const gap = gapOf(looks.value);
  const { isLying } = axis;
  const fits = isLying ? mark.w >= w + gap * 1.6 && mark.h >= h * 0.7 : mark.h >= h * 1.15 && mark.w >= w + gap * 0.5;
  if (chart.values === 'none') return null;
  const middle = { x: mark.x + mark.w / 2, y: mark.y + mark.h / 2 };
  const across = { x: middle.x - w / 2, y: middle.y - h / 2 };
  if (!isOne) return fits && chart.values !== 'outside' ? { box: { ...across, w, h }, isInside: true, align: null } : null;
  const isForward = begins === 'left' || begins === 'top';
  const [size, pad] = isLying ? [w, gap] : [h, gap * 0.3];
  const [from, to] = isLying ? [mark.x, mark.x + mark.w] : [mark.y, mark.y + mark.h];
  const at = (start: number): Box => (isLying ? { x: start, y: across.y, w, h } : { x: across.x, y: start, w, h });
  const clear = (start: number): boolean => lines.every((line) => line < start - gap * 0.1 || line > start + size + gap * 0.1);
  const tip = isForward ? to : from;
  // In the bar before its tip, or before a line across it; else behind its tip, or behind a line beyond it.
  const inside = [tip, ...lines].map((edge) => (isForward ? edge - pad - size : edge + pad)).filter((start) => start >= from + pad * 0.5 && start + size <= to - pad * 0.5);
  const beyond = [tip, ...lines].map((edge) => (isForward ? edge + pad * 0.7 : edge - pad * 0.7 - size)).filter((start) => (isForward ? start >= to : start + size <= from));
  const near = (a: number, b: number): number => Math.abs(a - tip) - Math.abs(b - tip);
  const align = (isInside: boolean): CellLook['align'] | null => (isLying ? (isForward === isInside ? 'right' : 'left') : null);
  if (fits && chart.values !== 'outside') {
    const start = inside.sort(near).find(clear) ?? (lines.length === 0 || chart.values === 'inside' ? inside[0] : undefined);
    if (start !== undefined) return { box: at(start), isInside: true, align: align(true) };
  }
  if (chart.values === 'inside') return null;
  const start = beyond.sort(near).find(clear) ?? beyond[0];
  return start === undefined ? null : { box: at(start), isInside: false, align: align(false) };
} // prettier-ignore

interface Room {
  readonly box: Box;
  readonly names: (axis: Axis) => void;
}

/** Names under upright bars. */
function uprightRoom(drawing: Drawing, box: Box, names: readonly string[], hasPictures: boolean, ticks: number): Room {
  const { looks, rows, sheet, chart, port, paint } = drawing;
  const step = Math.max(1, box.w - ticks) / Math.max(1, rows.length);
  const gap = gapOf(looks.name);
  const fitted = namesIn(drawing, names, Math.max(1, step - gap), 2, looks.name);
  sheet.tellNames(fitted, names.length, 'name');
  const look = sized(looks.name, fitted.scale, { align: 'centre', vertical: 'top' });
  const lineH = port.height(look);
  const namesH = names.length === 0 ? 0 : lineH * fitted.lines + gap;
  const size = hasPictures ? Math.min(step * 0.8, looks.name.size * 2.2) : 0;
  const picturesH = hasPictures ? size + gap : 0;
  return {
    box: { ...box, h: Math.max(1, box.h - namesH - picturesH) },
    names: (axis) => {
      const foot = box.y + box.h - namesH - picturesH;
      rows.forEach((row, i) => {
        const middle = axis.start + ((i + 0.5) * axis.length) / rows.length;
        const asset = hasPictures && row.picture !== '' ? port.picture(chart.set, row.picture) : null;
        if (asset) sheet.picture(`${row.key}~picture`, `${row.name} picture`, { x: middle - size / 2, y: foot + gap, w: size, h: size }, asset, { row: i });
        const words = fitted.words[i] ?? '';
        // What every second name is left out for is the room of the first.
        const w = step;
        sheet.words(`${row.key}~name`, `${row.name} name`, { x: middle - w / 2, y: foot + picturesH + gap, w, h: lineH * fitted.lines }, words, paint.isPicked(row, -1) ? look : { ...look, colour: looks.tick.colour }, { row: i });
      });
    },
  };
} // prettier-ignore

/** Names at the left of lying bars. */
function lyingRoom(drawing: Drawing, box: Box, names: readonly string[], hasPictures: boolean, ticks: number): Room {
  const { looks, rows, sheet, chart, port, paint } = drawing;
  const step = Math.max(1, box.h - ticks) / Math.max(1, rows.length);
  const gap = gapOf(looks.name);
  const most = box.w * 0.4;
  const lines = Math.max(1, Math.min(2, Math.floor(step / port.height(looks.name))));
  const widest = Math.max(0, ...names.map((name) => port.width(name, looks.name)));
  const room = Math.min(most, widest);
  const fitted = namesIn(drawing, names, Math.max(1, room) + 0.01, lines, looks.name);
  const { scale, every } = inRows(step, port.height(looks.name) * fitted.scale * fitted.lines, looks.name, rows.length);
  const isNamed = (i: number): boolean => i % every === 0;
  sheet.tellNames({ ...fitted, left: fitted.left + names.filter((_, i) => !isNamed(i)).length }, names.length, 'name');
  const look = sized(looks.name, fitted.scale * scale, { align: 'right', vertical: 'middle' });
  const namesW = names.length === 0 ? 0 : room + gap;
  const size = hasPictures ? Math.min(step * 0.8, looks.name.size * 2) : 0;
  const picturesW = hasPictures ? size + gap : 0;
  return {
    box: { ...box, x: box.x + namesW + picturesW, w: Math.max(1, box.w - namesW - picturesW) },
    names: () => {
      rows.forEach((row, i) => {
        const y = box.y + i * step;
        const asset = hasPictures && row.picture !== '' ? port.picture(chart.set, row.picture) : null;
        if (asset) sheet.picture(`${row.key}~picture`, `${row.name} picture`, { x: box.x + namesW, y: y + (step - size) / 2, w: size, h: size }, asset, { row: i });
        sheet.words(`${row.key}~name`, `${row.name} name`, { x: box.x, w: room, ...inRow(box, y, step, port.height(look) * fitted.lines) }, isNamed(i) ? (fitted.words[i] ?? '') : '', paint.isPicked(row, -1) ? look : { ...look, colour: looks.tick.colour }, { row: i });
      });
    },
  };
} // prettier-ignore
