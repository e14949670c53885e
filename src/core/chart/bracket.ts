import type { ChartRow } from './data';
import { gapOf, sized, type Drawing } from './sheet';
import { chartNumber, fitNames } from './words';

interface Round {
  readonly name: string;
  readonly matches: readonly ChartRow[];
}

/**
 * The matches of a knockout by rounds: rows in their order, each round with half as many as the one before. Where a
 * column of panels says the round, by that.
 */
export function roundsOf({ rows, data }: Pick<Drawing, 'rows' | 'data'>): Round[] {
  if (data.panels.length > 0) return data.panels.map(({ name, rows: matches }) => ({ name, matches }));
  const rounds: Round[] = [];
  let at = 0;
  // The first round of a whole knockout of n matches has (n + 1) / 2 of them.
  for (let size = 2 ** Math.floor(Math.log2(Math.max(1, (rows.length + 1) / 2))); at < rows.length; size = Math.max(1, Math.floor(size / 2))) {
    rounds.push({ name: '', matches: rows.slice(at, at + size) });
    at += size;
  }
  return rounds;
} // prettier-ignore

/** A knockout: two sides a match with their scores, the winners lit, lines to the match that each leads to. */
export function drawBracket(drawing: Drawing): void {
  const { chart, sheet, paint, port, looks, box } = drawing;
  const rounds = roundsOf(drawing);
  const many = Math.max(1, ...rounds.map(({ matches }) => matches.length));
  rounds.forEach(({ matches, name }, i) => {
    const next = rounds[i + 1];
    if (next && next.matches.length > Math.ceil(matches.length / 2)) sheet.note('bracket', `${name || `round ${i + 2}`} has more matches than those before it lead to`);
  });
  const hasHeads = rounds.some(({ name }) => name !== '') && chart.names !== 'none';
  const headH = hasHeads ? port.height(looks.tick) + gapOf(looks.tick) : 0;
  const columnW = box.w / Math.max(1, rounds.length);
  const way = rounds.length > 1 ? Math.min(columnW * 0.18, 80) : 0;
  const step = (box.h - headH) / many;
  const h = Math.min(step * 0.84, port.height(looks.name) * 3);
  const gap = gapOf(looks.name);
  const w = columnW - way;
  const scores = (row: ChartRow): [number | null, number | null] => [row.values[0] ?? null, row.values[1] ?? null];
  const said = rounds.flatMap(({ matches }) => matches.flatMap((row) => scores(row).map((own) => (own === null || !chart.isRevealed ? '' : chartNumber(own, chart.format)))));
  const scoreW = Math.max(0, ...said.map((words) => port.width(words, looks.value)));
  const room = Math.max(1, w - gap * 3 - (scoreW > 0 ? scoreW + gap : 0));
  const names = fitNames(rounds.flatMap(({ matches }) => matches.flatMap(({ name, other }) => [name, other])), room, 1, chart.crowded === 'thin' ? 'shorten' : chart.crowded, looks.name, port);
  sheet.tellNames(names, names.words.length, 'name');
  const scale = Math.min(names.scale, (h / 2) * 0.86 / Math.max(1, port.height(looks.name)));
  const nameLook = sized(looks.name, scale, { align: 'left', vertical: 'middle' });
  const valueLook = sized(looks.value, Math.min(1, (h / 2) * 0.86 / Math.max(1, port.height(looks.value))), { align: 'right', vertical: 'middle' });
  let n = 0;
  const middles: number[][] = [];
  const heads = fitNames(rounds.map(({ name }) => (hasHeads ? name : '')), w, 1, 'shorten', looks.tick, port);
  sheet.tellNames(heads, rounds.length, 'round');
  rounds.forEach(({ name, matches }, r) => {
    const x = box.x + r * columnW;
    if (hasHeads) sheet.words(`~round ${name}`, `Round ${name}`, { x, y: box.y, w, h: port.height(looks.tick) }, heads.words[r] ?? '', sized(looks.tick, heads.scale, { align: 'left', vertical: 'middle' }), { layer: 'back', series: r });
    const own: number[] = [];
    matches.forEach((row, m) => {
      // Between the two that lead to it.
      const before = middles[r - 1];
      const [one, two] = [before?.[2 * m], before?.[2 * m + 1]];
      const mid = one !== undefined ? (one + (two ?? one)) / 2 : box.y + headH + ((m + 0.5) * (box.h - headH)) / Math.max(1, matches.length);
      own.push(mid);
      const top = mid - h / 2;
      const of = { row: m, series: r };
      const [a, b] = scores(row);
      const corner = Math.min(chart.corner, h / 4);
      const grows = [{ property: 'opacity' as const, by: null }];
      for (const side of [0, 1] as const) {
        const isAhead = a !== null && b !== null && chart.isRevealed && (side === 0 ? a > b : b > a);
        const isOpen = a === null || b === null || a === b || !chart.isRevealed;
        const y = top + side * (h / 2);
        const box1 = { x, y: y + (side === 0 ? 0 : 1), w, h: h / 2 - 1 };
        const fill = isAhead ? paint.of(row, 0) : chart.lines;
        const radii = side === 0 ? ([corner, corner, 0, 0] as const) : ([0, 0, corner, corner] as const);
        sheet.put(`${row.key}/${side}`, `${row.name} ${side === 0 ? 'first' : 'second'} side`, box1, { is: 'rect', radii, fill }, { ...of, grows }, sheet.edge());
        const words = names.words[n] ?? '';
        n += 1;
        const ink = isAhead ? sheet.inkOn(paint.of(row, 0), nameLook) : isOpen ? nameLook : { ...nameLook, colour: looks.tick.colour };
        sheet.words(`${row.key}~name${side}`, `${words} name`, { x: x + gap, y: box1.y, w: room, h: box1.h }, words, ink, { ...of, grows });
        const value = side === 0 ? a : b;
        const ink2 = isAhead ? sheet.inkOn(paint.of(row, 0), valueLook) : isOpen ? valueLook : { ...valueLook, colour: looks.tick.colour };
        if (value !== null && chart.isRevealed && chart.values !== 'none')
          sheet.words(`${row.key}~value${side}`, `${words} score`, { x: x + w - gap - scoreW, y: box1.y, w: scoreW, h: box1.h }, chartNumber(value, chart.format), ink2, { ...of, counts: true, grows: [...grows, { property: 'count', by: null }] });
      }
      if (one !== undefined && way > 0) {
        const thick = Math.max(2, chart.lineW);
        const knee = x - way / 2;
        for (const [k, y] of [one, two].entries()) {
          if (y === undefined) continue;
          const points = [[x - way, y], [knee, y], [knee, mid], [x, mid]].map(([px = 0, py = 0], i) => ({ key: String(i), x: px, y: py, begins: false }));
          sheet.trace(`${row.key}~way${k}`, `To ${row.name}`, box, { curve: 'straight', points, base: null }, { fill: '#00000000', lineW: thick, line: chart.lines }, { ...of, layer: 'back', grows: [{ property: 'drawEnd', by: null }] });
        }
      }
    });
    middles.push(own);
  });
} // prettier-ignore
