import { legendTop } from './legend';
import { gapOf, inRow, inRows, namesIn, sized, type Drawing } from './sheet';
import { chartNumber, fitNames, valueWords } from './words';

const mostPieces = 600;

/** A good round worth of a piece, so that the largest row has some twenty. */
export function roundWorth(most: number): number {
  if (!(most > 0)) return 1;
  const raw = most / 20;
  const ten = 10 ** Math.floor(Math.log10(raw));
  return ([1, 2, 5, 10].find((own) => own * ten >= raw - 1e-9) ?? 10) * ten;
}

/** Rows of pieces, each worth the same: the last of a row is cut to what is left. */
export function drawPieces(drawing: Drawing): void {
  const { chart, rows, sheet, paint, port, looks, data } = drawing;
  let { box } = drawing;
  if (data.series.length > 1) box = legendTop(drawing, box);
  const isLying = chart.direction === 'lying';
  const of = (values: readonly (number | null)[]): number => values.reduce<number>((sum, value) => sum + Math.max(0, value ?? 0), 0);
  const most = Math.max(0, ...rows.map(({ values }) => of(values)));
  const worth = chart.pieceWorth > 0 ? chart.pieceWorth : roundWorth(most);
  // Each series of a row ends with a piece of its own.
  const count = Math.max(0, ...rows.map(({ values }) => values.reduce<number>((sum, value) => sum + Math.ceil(Math.max(0, value ?? 0) / worth - 1e-9), 0)));
  if (rows.some(({ values }) => values.some((value) => (value ?? 0) < 0))) sheet.note('negative', 'values below zero have no pieces');
  if (count * rows.length > mostPieces) {
    sheet.note('pieces-many', `it would have ${count * rows.length} pieces; ${mostPieces} at most are drawn. Let a piece be worth more`);
    return;
  }
  const gap = gapOf(looks.name);
  const values = rows.map((row) => (chart.values === 'none' || !chart.isRevealed ? '' : valueWords(chart, of(row.values), { share: null, before: row.before })));
  const step = (isLying ? box.h : box.w) / Math.max(1, rows.length);
  const names = chart.names === 'none' ? [] : rows.map(({ name }) => name);
  const widest = isLying ? Math.min(box.w * 0.36, Math.max(0, ...names.map((name) => port.width(name, looks.name)))) : step - gap;
  const fitted = namesIn(drawing, names, Math.max(1, widest) + 0.01, 2, looks.name);
  sheet.tellNames(fitted, names.length, 'name');
  const lowNames = isLying ? inRows(step, port.height(looks.name) * fitted.scale * fitted.lines, looks.name, rows.length) : { scale: 1, every: 1 };
  const nameLook = sized(looks.name, fitted.scale * lowNames.scale, isLying ? { align: 'right', vertical: 'middle' } : { align: 'centre', vertical: 'top' });
  const lineH = port.height(nameLook);
  const namesTake = names.length === 0 ? 0 : isLying ? widest + gap : lineH * fitted.lines + gap;
  const said = fitNames(values, isLying ? Infinity : step * 0.96, 1, 'none', looks.value, port);
  const lowValues = isLying ? inRows(step, port.height(looks.value), looks.value, rows.length) : { scale: 1, every: 1 };
  const valueLook = sized(looks.value, said.scale * lowValues.scale);
  const valueW = Math.max(0, ...said.words.map((words) => port.width(words, valueLook)));
  const valueH = port.height(valueLook);
  const valuesTake = valueW === 0 ? 0 : isLying ? valueW + gap : valueH + gap;
  const along = (isLying ? box.w : box.h) - namesTake - valuesTake;
  // Several pieces side by side where a row has room for them, so that they are as large as they can be.
  let best = { lanes: 1, size: 0 };
  for (let lanes = 1; lanes <= Math.max(1, count); lanes += 1) {
    const size = Math.min((step * chart.thickness) / lanes, along / Math.max(1, Math.ceil(count / lanes)));
    if (size > best.size) best = { lanes, size };
  }
  const { lanes, size } = best;
  const inner = size * 0.86;
  rows.forEach((row, i) => {
    const start = (isLying ? box.y : box.x) + i * step + (step - lanes * size) / 2;
    const at = (k: number): { x: number; y: number } => {
      const far = Math.floor(k / lanes) * size;
      const across = start + (k % lanes) * size;
      return isLying ? { x: box.x + namesTake + far, y: across } : { x: across, y: box.y + box.h - namesTake - far - size };
    };
    let k = 0;
    let end = 0;
    row.values.forEach((value, s) => {
      const own = chart.isRevealed ? Math.max(0, value ?? 0) : 0;
      const colour = paint.of(row, s, value);
      const asset = row.picture === '' ? null : port.picture(chart.set, row.picture);
      for (let left = own / worth; left > 1e-9; left -= 1, k += 1) {
        const part = Math.min(1, left);
        const { x, y } = at(k);
        end = Math.floor(k / lanes) + 1;
        const off = (size - inner) / 2;
        const key = `${row.key}/${k}`;
        const name = `${row.name} piece ${k + 1}`;
        const grows = [{ property: 'scale' as const, by: null }];
        if (chart.piece === 'picture' && asset !== null) {
          sheet.put(key, name, { x: x + off, y: y + off, w: inner, h: inner }, { is: 'picture', asset, fit: 'contain', radius: 0 }, { row: i, series: s, grows });
          continue;
        }
        // What is left of a piece is cut from the side where it begins.
        const box1 = isLying ? { x: x + off, y: y + off, w: inner * part, h: inner } : { x: x + off, y: y + off + inner * (1 - part), w: inner, h: inner * part };
        if (chart.piece === 'circle' && part === 1) sheet.dot(key, name, x + size / 2, y + size / 2, inner, colour, { row: i, series: s, grows });
        else {
          const round = chart.piece === 'circle' ? Math.min(box1.w, box1.h) / 2 : inner * 0.12;
          sheet.put(key, name, box1, { is: 'rect', radii: [round, round, round, round], fill: colour }, { row: i, series: s, grows }, sheet.edge());
        }
      }
    });
    const words = i % lowValues.every === 0 ? (said.words[i] ?? '') : '';
    const w = port.width(words, valueLook);
    const valueBox = isLying
      ? { x: box.x + namesTake + end * size + gap, w, ...inRow(box, box.y + i * step, step, valueH) }
      : { x: box.x + (i + 0.5) * step - w / 2, y: box.y + box.h - namesTake - end * size - valueH - gap * 0.5, w, h: valueH };
    const ink = paint.isPicked(row, -1) ? {} : { colour: looks.tick.colour };
    sheet.words(`${row.key}~value`, `${row.name} value`, valueBox, words, { ...valueLook, ...ink, align: isLying ? 'left' : 'centre', vertical: 'middle' }, { row: i, counts: true, grows: [{ property: 'count', by: null }] });
    const nameBox = isLying ? { x: box.x, w: widest, ...inRow(box, box.y + i * step, step, lineH * fitted.lines) } : { x: box.x + i * step, y: box.y + box.h - namesTake + gap, w: step, h: lineH * fitted.lines };
    sheet.words(`${row.key}~name`, `${row.name} name`, nameBox, i % lowNames.every === 0 ? (fitted.words[i] ?? '') : '', { ...nameLook, ...ink }, { row: i });
  });
  if (worth !== 1) sheet.note('worth', `a piece is worth ${chartNumber(worth, chart.format)}; say so beside it`);
} // prettier-ignore
