import { bareName } from '../likeness';
import { matchRegions, type Named, type TilePlace } from '../map';
import { counted } from '../problem';
import { parseNumber, type Cell } from '../source';
import { columnAt, regionState, type MapElement, type RegionState, type RowList } from '../show';

/** What rows say of a region. */
export interface RegionRow {
  /** The key of the row. */
  readonly row: string;
  readonly at: number;
  readonly value: number | null;
  readonly colour: string;
  readonly choice: string;
  readonly state: RegionState;
  readonly before: string;
  readonly isShown: boolean;
  readonly label: string;
  readonly picture: string;
  readonly changed: number | null;
  readonly parts: readonly number[];
}

/** The rows of a map as they are understood. */
export interface MapData {
  /** By the key of a region. */
  readonly rows: ReadonlyMap<string, RegionRow>;
  /** Choices, each once, in the order of the rows. */
  readonly choices: readonly string[];
  /** The names of the columns that small charts are made of. */
  readonly partNames: readonly string[];
  readonly tiles: ReadonlyMap<string, TilePlace> | null;
  /** Regions without a row and rows without a region, with what is spelt most like each. */
  readonly open: { readonly regions: readonly { readonly name: string; readonly key: string; readonly near: readonly string[] }[]; readonly rows: readonly { readonly words: string; readonly near: readonly { readonly key: string; readonly name: string }[] }[]; readonly doubled: readonly string[] };
  /** In sentences: what could not be read as it is meant. */
  readonly faults: readonly string[];
  /** What was understood, in a sentence. */
  readonly said: string;
} // prettier-ignore

const isYes = (cell: Cell): boolean | null =>
  typeof cell === 'boolean' ? cell : /^(yes|true|1|x)$/i.test(String(cell ?? '').trim()) ? true : /^(no|false|0|)$/i.test(String(cell ?? '').trim()) ? false : null; // prettier-ignore
const wordsOf = (cell: Cell | undefined): string =>
  cell === null || cell === undefined ? '' : String(cell).trim();
const some = (words: readonly string[]): string =>
  `${words
    .slice(0, 3)
    .map((own) => `“${own}”`)
    .join(', ')}${words.length > 3 ? ` and ${words.length - 3} more` : ''}`;

/** The column of which most cells name a region; -1: none does. */
function namingColumn(list: RowList, regions: readonly Named[]): number {
  const names = new Set(regions.flatMap(({ name, code }) => [bareName(name), bareName(code)]).filter((own) => own !== ''));
  let [best, most] = [-1, 0];
  list.columns.forEach(({ type }, at) => {
    if (type !== 'text' && type !== 'number') return;
    const hits = new Set(list.order.map((key) => bareName(wordsOf(list.cells[key]?.[at]))).filter((own) => names.has(own))).size;
    if (hits > most) [best, most] = [at, hits];
  });
  return best >= 0 ? best : list.columns.findIndex(({ type }) => type === 'text');
} // prettier-ignore

const readOf = new WeakMap<
  RowList,
  { readonly map: MapElement; readonly regions: readonly Named[]; readonly data: MapData }
>();

/** What the rows of a map say of its regions; the same for the same rows. */
export function readMapData(map: MapElement, list: RowList, regions: readonly Named[]): MapData {
  const known = readOf.get(list);
  if (known && known.map === map && known.regions === regions) return known.data;
  const data = read(map, list, regions);
  readOf.set(list, { map, regions, data });
  return data;
}

function read(map: MapElement, list: RowList, regions: readonly Named[]): MapData {
  const { columns } = map;
  const faults: string[] = [];
  const given = (name: string, what: string): number => {
    if (name === '') return -1;
    const at = columnAt(list, name);
    if (at < 0 && list.columns.length > 0) faults.push(`its rows have no column “${name}” for ${what}`);
    return at;
  };
  const region = columns.region === '' ? namingColumn(list, regions) : given(columns.region, 'regions');
  const first = (type: string, ...not: number[]): number => list.columns.findIndex((own, at) => own.type === type && !not.includes(at));
  const tileAt = [given(columns.tileColumn, 'tiles'), given(columns.tileRow, 'tiles')] as const;
  const changedAt = given(columns.changed, 'what changed last');
  const valueAt = columns.value === '' ? first('number', region, changedAt, ...tileAt) : given(columns.value, 'values');
  const colourAt = columns.colour === '' ? first('colour') : given(columns.colour, 'colours');
  const choiceAt = given(columns.choice, 'choices');
  const stateAt = given(columns.state, 'states');
  const beforeAt = given(columns.before, 'what was before');
  const shownAt = given(columns.shown, 'whether it is shown');
  const labelAt = given(columns.label, 'what is written');
  const pictureAt = given(columns.picture, 'pictures');
  const parts = columns.parts.map((name) => given(name, 'small charts')).filter((at) => at >= 0);
  const naming = list.order.map((key) => ({ key, words: wordsOf(list.cells[key]?.[region]) }));
  const byWords = new Map(naming.map(({ key, words }) => [bareName(words), key]));
  const byHand = Object.fromEntries(Object.entries(map.matches).flatMap(([own, words]) => { const row = byWords.get(bareName(words)); return row === undefined ? [] : [[own, row]]; }));
  const matched = matchRegions(regions, naming.filter(({ words }) => words !== ''), byHand);
  const bad: string[] = [];
  const numberAt = (cells: readonly Cell[], at: number): number | null => {
    if (at < 0) return null;
    const cell = cells[at];
    if (typeof cell === 'number') return Number.isFinite(cell) ? cell : null;
    const words = wordsOf(cell);
    if (words === '') return null;
    const value = parseNumber(words);
    if (value === null) bad.push(words);
    return value;
  };
  const rows = new Map<string, RegionRow>();
  const tiles = new Map<string, TilePlace>();
  for (const [key, row] of matched.rows) {
    const cells = list.cells[row] ?? [];
    const words = (at: number): string => (at < 0 ? '' : wordsOf(cells[at]));
    const value = numberAt(cells, valueAt);
    const [colour, choice] = [words(colourAt), words(choiceAt)];
    const hasOne = colourAt >= 0 || choiceAt >= 0 ? colour !== '' || choice !== '' : value !== null;
    const [column, line] = [numberAt(cells, tileAt[0]), numberAt(cells, tileAt[1])];
    if (column !== null && line !== null) tiles.set(key, { column: Math.max(0, Math.round(column)), row: Math.max(0, Math.round(line)) });
    rows.set(key, {
      row,
      at: list.order.indexOf(row),
      value,
      colour,
      choice,
      state: regionState(map, stateAt < 0 ? undefined : (cells[stateAt] ?? null), hasOne),
      before: words(beforeAt),
      isShown: shownAt < 0 || isYes(cells[shownAt] ?? null) !== false,
      label: words(labelAt),
      picture: words(pictureAt),
      changed: numberAt(cells, changedAt),
      parts: parts.map((at) => Math.max(0, numberAt(cells, at) ?? 0)),
    });
  }
  if (bad.length > 0) faults.push(`${bad.length === 1 ? 'one of its numbers is' : `${bad.length} of its numbers are`} words: ${some(bad)}`);
  const choices = [...new Set([...rows.values()].sort((a, b) => a.at - b.at).map(({ choice, colour }) => (choiceAt >= 0 ? choice : colour)).filter((own) => own !== ''))];
  const nameAt = (at: number): string => list.columns[at]?.name ?? '';
  const said = list.order.length === 0
    ? 'No rows: nothing is known of any region.'
    : [
        `${counted(rows.size, 'region')} of ${regions.length} by “${nameAt(region)}”`,
        valueAt >= 0 ? `values from “${nameAt(valueAt)}”` : '',
        colourAt >= 0 && map.fillBy === 'column' ? `colours from “${nameAt(colourAt)}”` : '',
        choiceAt >= 0 ? `choices from “${nameAt(choiceAt)}”` : '',
      ].filter((own) => own !== '').join(', ') + '.';
  return {
    rows,
    choices,
    partNames: parts.map(nameAt),
    tiles: tileAt[0] >= 0 && tileAt[1] >= 0 ? tiles : null,
    open: {
      regions: matched.regions.map(({ region: own, near }) => ({ key: own.key, name: own.name, near: near.map(({ words }) => words) })),
      rows: matched.left.map(({ row, near }) => ({ words: row.words, near: near.map(({ key, name }) => ({ key, name })) })),
      doubled: matched.doubled.map(({ words }) => words),
    },
    faults,
    said,
  };
} // prettier-ignore
