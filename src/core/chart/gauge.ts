import { gapOf, sized, type Drawing } from './sheet';
import type { ChartScale } from './scale';
import { chartNumber, fitNames, valueWords } from './words';

/** A gauge of the first value: an arc, a bar, or a thermometer; its ends, its limit and its value in words. */
export function drawGauge(drawing: Drawing): void {
  const { chart, rows, data } = drawing;
  const [row] = rows;
  const value = row?.values[0] ?? null;
  const scale = drawing.scale([value ?? 0, ...(chart.limit === 'value' ? [chart.limitAt] : []), ...(row?.before ?? null) === null ? [] : [row?.before ?? 0]]);
  const given = { value, scale, row, name: row?.name === undefined || row.name === '' ? (data.series[0]?.name ?? '') : row.name };
  if (value !== null && (value < scale.lo || value > scale.hi))
    drawing.sheet.note('value-beyond', `its value ${chartNumber(value, chart.format)} lies beyond its scale of ${chartNumber(scale.lo, chart.format)} to ${chartNumber(scale.hi, chart.format)}`);
  if (chart.gauge === 'arc') drawArc(drawing, given);
  else drawColumn(drawing, given);
} // prettier-ignore

interface Given {
  readonly value: number | null;
  readonly scale: ChartScale;
  readonly row: Drawing['rows'][number] | undefined;
  readonly name: string;
}

function drawArc(drawing: Drawing, { value, scale, row, name }: Given): void {
  const { chart, sheet, paint, port, looks, box } = drawing;
  const sweep = Math.min(chart.sweep, 330);
  const gap = gapOf(looks.tick);
  const tickH = port.height(looks.tick);
  const half = (sweep / 2) * (Math.PI / 180);
  // How far the arc reaches below its middle, in parts of its radius.
  const below = sweep > 180 ? -Math.cos(half) : 0;
  const foot = tickH + gap;
  const across = sweep >= 180 ? 1 : Math.sin(half);
  const r = Math.max(1, Math.min(box.w / 2 / across, (box.h - foot) / (1 + below)));
  const cx = box.x + box.w / 2;
  const cy = box.y + (box.h - foot - r * (1 + below)) / 2 + r;
  const ring = { x: cx - r, y: cy - r, w: 2 * r, h: 2 * r };
  const hole = 1 - Math.max(0.03, chart.thickness * 0.4);
  const start = -sweep / 2;
  sheet.put('~track', 'Track', ring, { is: 'ellipse', hole, start, sweep, fill: chart.lines }, { layer: 'back' });
  const shown = value === null || !chart.isRevealed ? scale.base : value;
  const [from, to] = [scale.at(scale.base), scale.at(shown)].sort((a, b) => a - b) as [number, number];
  const colour = paint.of(row ?? null, 0, value);
  sheet.put('~value', name, ring, { is: 'ellipse', hole, start: start + from * sweep, sweep: (to - from) * sweep, fill: colour }, { grows: [{ property: 'sweep', by: null }] }, sheet.edge());
  const thick = r * (1 - hole);
  const atAngle = (part: number, radius: number): { x: number; y: number } => {
    const angle = ((start + part * sweep) * Math.PI) / 180;
    return { x: cx + radius * Math.sin(angle), y: cy - radius * Math.cos(angle) };
  };
  if (chart.limit === 'value' && chart.limitAt >= scale.lo && chart.limitAt <= scale.hi) {
    const part = scale.at(chart.limitAt);
    const width = Math.max(0.6, (5 / r) * (180 / Math.PI));
    const over = { x: cx - r * 1.04, y: cy - r * 1.04, w: r * 2.08, h: r * 2.08 };
    sheet.put('~limit', 'Reference line', over, { is: 'ellipse', hole: Math.max(0, hole - 0.04), start: start + part * sweep - width / 2, sweep: width, fill: chart.limitColour }, { layer: 'front' });
    if (chart.limitText !== '') {
      const w = port.width(chart.limitText, looks.tick);
      const p = atAngle(part, r - thick - gap - (Math.abs(Math.sin(((start + part * sweep) * Math.PI) / 180)) * w) / 2 - tickH * 0.4);
      sheet.words('~limit~words', 'Text of the line', { x: p.x - w / 2, y: p.y - tickH / 2, w, h: tickH }, chart.limitText, { ...looks.tick, colour: chart.limitColour, align: 'centre', vertical: 'middle' });
    }
  }
  const inner = (r - thick) * 1.5;
  const words = value === null || !chart.isRevealed || chart.values === 'none' ? '' : valueWords(chart, value, { share: null, before: row?.before ?? null });
  const big = fitNames([words], inner, 1, 'none', { ...looks.value, minScale: 0.3 }, port);
  const valueLook = sized(looks.value, big.scale, { align: 'centre', vertical: 'middle' });
  const valueH = port.height(valueLook);
  const named = fitNames([chart.names === 'none' ? '' : name], inner, 1, 'shorten', looks.name, port);
  const nameLook = sized(looks.name, named.scale, { align: 'centre', vertical: 'middle' });
  const nameH = named.words[0] === '' ? 0 : port.height(nameLook);
  const top = cy - (valueH + nameH) / 2 - (sweep <= 180 ? (valueH + nameH) / 2 : r * 0.06);
  sheet.words('~value~words', `${name} value`, { x: cx - inner / 2, y: top, w: inner, h: valueH }, big.words[0] ?? '', valueLook, { counts: true, grows: [{ property: 'count', by: null }] });
  sheet.words('~name', `${name} name`, { x: cx - inner / 2, y: top + valueH, w: inner, h: nameH }, named.words[0] ?? '', nameLook);
  for (const [key, part, end] of [['~lo', 0, scale.lo], ['~hi', 1, scale.hi]] as const) {
    const own = chartNumber(end, { ...chart.format, least: 0, before: '', after: '' });
    const w = port.width(own, looks.tick);
    // Below the lowest corner of the end of the arc.
    const p = atAngle(part, r - thick / 2);
    const low = Math.max(atAngle(part, r).y, atAngle(part, r - thick).y);
    sheet.words(key, `End at ${own}`, { x: p.x - w / 2, y: low + gap * 0.6, w, h: tickH }, own, { ...looks.tick, align: 'centre', vertical: 'top' }, { layer: 'back' });
  }
} // prettier-ignore

/** A bar in its track: lying with its value before it, or an upright thermometer with a bulb. */
function drawColumn(drawing: Drawing, { value, scale, row, name }: Given): void {
  const { chart, sheet, paint, port, looks, box } = drawing;
  const isLying = chart.gauge === 'bar';
  const gap = gapOf(looks.name);
  const words = value === null || !chart.isRevealed || chart.values === 'none' ? '' : valueWords(chart, value, { share: null, before: row?.before ?? null });
  const colour = paint.of(row ?? null, 0, value);
  const shown = value === null || !chart.isRevealed ? scale.base : value;
  const nameH = chart.names === 'none' ? 0 : port.height(looks.name);
  const valueH = port.height(looks.value);
  const tickH = port.height(looks.tick);
  const ends = ([scale.lo, scale.hi] as const).map((end) => chartNumber(end, { ...chart.format, least: 0, before: '', after: '' }));
  if (isLying) {
    const headH = Math.max(nameH, words === '' ? 0 : valueH);
    const thick = Math.max(4, Math.min((box.h - headH - tickH - gap * 2) * Math.max(0.1, chart.thickness), box.h));
    const y = box.y + headH + gap;
    const track = { x: box.x, y, w: box.w, h: thick };
    const corner = Math.min(chart.corner, thick / 2);
    sheet.put('~track', 'Track', track, { is: 'rect', radii: [corner, corner, corner, corner], fill: chart.lines }, { layer: 'back' });
    const [a, b] = [scale.at(scale.base), scale.at(shown)].sort((p, q) => p - q) as [number, number];
    const zero = box.x + scale.at(scale.base) * box.w;
    sheet.bar('~value', name, { x: box.x + a * box.w, y, w: (b - a) * box.w, h: thick }, paint.fill(colour, shown < scale.base ? 'right' : 'left'), shown < scale.base ? 'right' : 'left', zero, true, {}, true);
    const valueW = port.width(words, looks.value);
    const named = fitNames([chart.names === 'none' ? '' : name], Math.max(1, box.w - valueW - gap), 1, 'shorten', looks.name, port);
    sheet.words('~name', `${name} name`, { x: box.x, y: box.y + headH - nameH, w: box.w, h: nameH }, named.words[0] ?? '', sized(looks.name, named.scale, { align: 'left', vertical: 'bottom' }));
    sheet.words('~value~words', `${name} value`, { x: box.x + box.w - valueW, y: box.y, w: valueW, h: headH }, words, { ...looks.value, align: 'right', vertical: 'bottom' }, { counts: true, grows: [{ property: 'count', by: null }] });
    const foot = y + thick + gap * 0.5;
    ends.forEach((own, i) => {
      const w = port.width(own, looks.tick);
      sheet.words(i === 0 ? '~lo' : '~hi', `End at ${own}`, { x: i === 0 ? box.x : box.x + box.w - w, y: foot, w, h: tickH }, own, { ...looks.tick, align: i === 0 ? 'left' : 'right', vertical: 'top' }, { layer: 'back' });
    });
    if (chart.limit === 'value' && chart.limitAt >= scale.lo && chart.limitAt <= scale.hi) {
      const x = box.x + scale.at(chart.limitAt) * box.w;
      sheet.rule('~limit', 'Reference line', [x, y - gap * 0.3], [x, y + thick + gap * 0.3], 5, chart.limitColour, { layer: 'front' });
      const w = port.width(chart.limitText, looks.tick);
      const left = Math.max(box.x + port.width(ends[0] ?? '', looks.tick) + gap, Math.min(box.x + box.w - port.width(ends[1] ?? '', looks.tick) - gap - w, x - w / 2));
      if (left + w <= box.x + box.w) sheet.words('~limit~words', 'Text of the line', { x: left, y: foot, w, h: tickH }, chart.limitText, { ...looks.tick, colour: chart.limitColour, align: 'centre', vertical: 'top' });
    }
    return;
  }
  const footH = nameH === 0 ? 0 : nameH + gap;
  const bulb = Math.min(box.w * 0.5, (box.h - footH) * 0.22) * Math.max(0.3, chart.thickness + 0.3);
  const tube = bulb * 0.5;
  const cx = box.x + Math.min(box.w * 0.3, box.w / 2);
  const top = box.y + tickH / 2;
  const bulbY = box.y + box.h - footH - bulb / 2;
  const bottom = bulbY - bulb * 0.62;
  const at = (own: number): number => bottom - scale.at(own) * (bottom - top - tube / 2);
  const round = tube / 2;
  sheet.put('~track', 'Tube', { x: cx - round, y: top, w: tube, h: bulbY - top }, { is: 'rect', radii: [round, round, 0, 0], fill: chart.lines }, { layer: 'back' });
  sheet.dot('~bulb', 'Bulb', cx, bulbY, bulb, colour, { grows: [] });
  const mark = { x: cx - tube * 0.32, y: at(shown), w: tube * 0.64, h: Math.max(0, bulbY - at(shown)) };
  sheet.put('~value', name, mark, { is: 'rect', radii: [tube * 0.32, tube * 0.32, 0, 0], fill: colour }, { pivotY: 1, grows: [{ property: 'h', by: null }] });
  const right = cx + bulb / 2 + gap;
  const w = Math.max(1, box.x + box.w - right);
  const big = fitNames([words], w, 1, 'none', { ...looks.value, minScale: 0.3 }, port);
  const valueLook = sized(looks.value, big.scale, { align: 'left', vertical: 'middle' });
  const own = port.height(valueLook);
  const y = Math.max(box.y, Math.min(bottom - own, at(shown) - own / 2));
  sheet.words('~value~words', `${name} value`, { x: right, y, w, h: own }, big.words[0] ?? '', valueLook, { counts: true, grows: [{ property: 'y', by: at(scale.base) - at(shown) }, { property: 'count', by: null }] });
  const named = fitNames([chart.names === 'none' ? '' : name], box.w, 1, 'shorten', looks.name, port);
  sheet.words('~name', `${name} name`, { x: box.x, y: box.y + box.h - nameH, w: box.w, h: nameH }, named.words[0] ?? '', sized(looks.name, named.scale, { align: 'left', vertical: 'middle' }));
  if (chart.limit === 'value' && chart.limitAt >= scale.lo && chart.limitAt <= scale.hi) {
    const level = at(chart.limitAt);
    sheet.rule('~limit', 'Reference line', [cx - tube * 0.8, level], [cx + tube * 0.8, level], 5, chart.limitColour, { layer: 'front' });
    // Where the value stands there is no room for the text of the line.
    if (Math.abs(level - (y + own / 2)) > (own + tickH) / 2) sheet.words('~limit~words', 'Text of the line', { x: right, y: level - tickH / 2, w, h: tickH }, chart.limitText, { ...looks.tick, colour: chart.limitColour, align: 'left', vertical: 'middle' });
  }
} // prettier-ignore
