import { slicesOf } from './pie';
import { gapOf, sized, type Drawing } from './sheet';
import { fitNames } from './words';

/** More seats than this are not drawn. */
export const mostSeats = 1200;

/** Places of seats on a half-ring, from left to right along it: parts of its radius from its middle, y up. */
export function seatPlaces(count: number, hole: number): { readonly x: number; readonly y: number; readonly size: number }[] {
  if (count <= 0) return [];
  const inner = Math.max(0.2, Math.min(0.9, hole));
  // As many rows as leave seats about as far apart along a row as from row to row.
  let best = { rows: 1, size: 0 };
  for (let rows = 1; rows <= Math.min(40, count); rows += 1) {
    const depth = (1 - inner) / rows;
    const radii = Array.from({ length: rows }, (_, i) => inner + (i + 0.5) * depth);
    const length = radii.reduce((sum, r) => sum + Math.PI * r, 0);
    const size = Math.min(depth, length / count);
    if (size > best.size) best = { rows, size };
  }
  const depth = (1 - inner) / best.rows;
  const radii = Array.from({ length: best.rows }, (_, i) => inner + (i + 0.5) * depth);
  const sum = radii.reduce((all, r) => all + r, 0);
  // Seats by rows in proportion to their lengths; what rounding leaves goes to the largest remainders.
  const exact = radii.map((r) => (r / sum) * count);
  const each = exact.map(Math.floor);
  const order = exact.map((value, i) => ({ i, rest: value - Math.floor(value) })).sort((a, b) => b.rest - a.rest || b.i - a.i);
  for (let left = count - each.reduce((a, b) => a + b, 0), k = 0; left > 0; left -= 1, k += 1) {
    const { i } = order[k % order.length] as { i: number };
    each[i] = (each[i] as number) + 1;
  }
  const size = Math.min(depth, ...radii.map((r, i) => ((each[i] as number) > 1 ? (Math.PI * r) / (each[i] as number) : depth)));
  return radii
    .flatMap((r, i) => {
      const own = each[i] as number;
      // Seats stand whole within the half: half a seat from either end.
      const pad = Math.asin(Math.min(1, size / 2 / r));
      return Array.from({ length: own }, (_, k) => {
        const angle = own === 1 ? Math.PI / 2 : Math.PI - pad - (k * (Math.PI - 2 * pad)) / (own - 1);
        return { x: r * Math.cos(angle), y: r * Math.sin(angle), size, angle, r };
      });
    })
    .sort((a, b) => b.angle - a.angle || a.r - b.r);
} // prettier-ignore

/** A half-ring of seats, each row's together from left to right, with what each has below. */
export function drawSeats(drawing: Drawing): void {
  const { chart, sheet, paint, port, looks, box } = drawing;
  const slices = slicesOf(drawing).map((own) => ({ ...own, seats: Math.round(own.value) }));
  const broken = slices.filter(({ value, seats }) => value !== seats);
  if (broken.length > 0) sheet.note('seats-whole', `${broken.length} of its values ${broken.length === 1 ? 'is no whole number' : 'are no whole numbers'} of seats; they are rounded`);
  const total = slices.reduce((sum, { seats }) => sum + seats, 0);
  if (total > mostSeats) sheet.note('seats-many', `it has ${total} seats; ${mostSeats} at most are drawn. Take a half-ring from Pie for larger numbers`);
  const gap = gapOf(looks.name);
  const nameH = port.height(looks.name);
  const valueH = port.height(looks.value);
  const showsNames = chart.names !== 'none' && slices.length > 0;
  const showsValues = chart.values !== 'none' && slices.length > 0;
  const footH = (showsNames ? nameH : 0) + (showsValues ? valueH : 0) + (showsNames || showsValues ? gap * 2 : 0);
  const r = Math.max(1, Math.min(box.w / 2, box.h - footH));
  const cx = box.x + box.w / 2;
  const cy = box.y + (box.h - footH + r) / 2;
  const places = seatPlaces(Math.min(total, mostSeats), chart.hole);
  let at = 0;
  slices.forEach((slice, i) => {
    const colour = paint.ofPart(slice.row, slice.series, i, slice.value);
    for (let k = 0; k < slice.seats && at < places.length; k += 1, at += 1) {
      const { x, y, size } = places[at] as (typeof places)[number];
      sheet.dot(`${slice.key}/${k}`, `${slice.name} seat ${k + 1}`, cx + x * r, cy - y * r, size * r * 0.86 * Math.max(0.2, chart.thickness + 0.2), colour, { row: i, series: slice.series });
    }
  });
  if (footH === 0 || slices.length === 0) return;
  const step = box.w / slices.length;
  const names = fitNames(slices.map(({ name }) => (showsNames ? name : '')), step - gap, 1, chart.crowded, looks.name, port);
  sheet.tellNames(names, slices.length, 'name');
  const nameLook = sized(looks.name, names.scale, { align: 'centre', vertical: 'middle' });
  const values = fitNames(slices.map(({ seats }) => (showsValues ? String(seats) : '')), step - gap * 0.4, 1, 'none', looks.value, port);
  const valueLook = sized(looks.value, values.scale, { align: 'centre', vertical: 'middle' });
  slices.forEach((slice, i) => {
    const colour = paint.ofPart(slice.row, slice.series, i, slice.value);
    const x = box.x + i * step;
    const y = box.y + box.h - footH + gap * 2;
    // Its colour stands over it: the number is written as all words are, whatever that colour is.
    const mark = Math.min(step * 0.4, looks.value.size * 1.6);
    sheet.put(`${slice.key}~swatch`, `${slice.name} colour`, { x: x + (step - mark) / 2, y: y - gap, w: mark, h: Math.max(4, gap * 0.6) }, { is: 'rect', radii: [0, 0, 0, 0], fill: colour }, { row: i, layer: 'front' });
    if (showsValues) sheet.words(`${slice.key}~value`, `${slice.name} seats`, { x, y, w: step, h: valueH }, values.words[i] ?? '', valueLook, { row: i, counts: true, grows: [{ property: 'count', by: null }] });
    sheet.words(`${slice.key}~name`, `${slice.name} name`, { x, y: y + (showsValues ? valueH : 0), w: step, h: nameH }, names.words[i] ?? '', nameLook, { row: i });
  });
} // prettier-ignore
