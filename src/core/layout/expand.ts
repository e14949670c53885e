import { valueText } from '../binding';
import {
  allTracks,
  cellIn,
  cellOfRow,
  childrenOf,
  columnAt,
  drawnRows,
  isForRows,
  emptyList,
  shownRows,
  drawnChartRows,
  type ChartElement,
  noMapRows,
  type MapElement,
  type CrawlLook,
  type Element,
  type ForRows,
  type Look,
  type RowList,
  type RowsElement,
  type Box,
  type CrawlElement,
  type TableElement,
  type Scalar,
  type Template,
  type Values,
} from '../show';
import { Filler } from './resolve';
import type { Drift, Trace } from '../chart';
import type { MapView } from '../map';
import { chartMark, drawChart, sharedValues, windowGroup } from './chart-instances';
import type { ChartMark } from './drawn-parts';
import { drawMap, mapGroup, mapMark } from './map-instances';
import { drawnBox, layFilled, steadyGroup } from './table-instances';
import type { TextMeasure } from '../text';
import { crawlUnits, type CrawlUnit, type Anchor, type Stop } from '../crawl';

/** A row of a list that elements stand for: the one in hand, and those around it. */
export interface RowInHand {
  /** The rows element, by its id and by its path. */
  readonly rows: string;
  readonly of: string;
  readonly list: RowList;
  readonly key: string;
  /** Where it stands: its place, the line it is in, its place in that; and how many there are of each. */
  readonly at: number;
  readonly line: number;
  readonly place: number;
  readonly count: number;
  readonly lines: number;
  readonly places: number;
  readonly outer: RowInHand | null;
}

/** The cell of a table that something stands in. */
export interface CellOf {
  /** The path of the cell. */
  readonly path: string;
  readonly words: string;
  readonly changes: 'switch' | 'count';
  /** The colour in which it lights up when the cell's value changes; null where it does not. */
  readonly flash: string | null;
}

/**
 * An element as it stands once in a picture. Elements that are not repeated have their own id as path; in rows the path
 * is that of the rows element, the key of the row, then the element's id, so that it stays while the row does.
 */
export interface Instance {
  readonly path: string;
  readonly element: Element;
  readonly parent: string | null;
  /** Paths, back to front. */
  readonly children: readonly string[];
  readonly row: RowInHand | null;
  /** Whether its children are rows, each a group of its own. */
  readonly repeats: boolean;
  /** Whether it is one of those. */
  readonly isRow: boolean;
  /** Px by which it stands from where what is in it is drawn, where a table says so. */
  readonly shift: { readonly x: number; readonly y: number } | null;
  readonly cell: CellOf | null;
  /** Its box, where a table says it, before what shifts it; its parts then have their own. */
  readonly box: Box | null;
  /** What it is of a chart or a map; null: it is of neither. */
  readonly mark: ChartMark | null;
}

/** Rows that are not shown, as there would be more instances than a picture may have. */
export interface Cut {
  readonly element: Element;
  readonly shown: number;
  readonly of: number;
}

/** The lists that something running has been given, by what gives them, and what it was told. Times in air clock seconds. */
export interface Runs {
  readonly lists: Readonly<Record<string, readonly { readonly at: number; readonly list: RowList }[]>>;
  readonly stops: readonly Stop[];
  /** Where the first of those lists was, where older ones are not kept any more. */
  readonly anchors: Readonly<Record<string, Anchor>>;
}

/** A unit of a crawl as it stands in a picture: the paths of its copies, and of what separates each from the next. */
export interface OnBeltPlan {
  readonly id: string;
  readonly key: string;
  readonly look: CrawlLook | null;
  readonly copies: readonly string[];
  readonly separators: readonly string[];
}
/** What runs in a crawl, list by list. */
export interface BeltPlan {
  readonly path: string;
  readonly element: CrawlElement;
  readonly versions: readonly { readonly at: number; readonly units: readonly OnBeltPlan[] }[];
  readonly stops: readonly Stop[];
  readonly anchor: Anchor | null;
  /** What gives it its list. */
  readonly list: string | null;
  /** Whether it has run since a moment of the air clock; else it is filled, and runs by the age of its graphic. */
  readonly isOnAir: boolean;
}

export interface Instances {
  /** Paths of what stands at the top, back to front. */
  readonly order: readonly string[];
  readonly all: ReadonlyMap<string, Instance>;
  /** By the id of an element: the paths of all its instances, in their order. */
  readonly of: ReadonlyMap<string, readonly string[]>;
  readonly cuts: readonly Cut[];
  readonly belts: readonly BeltPlan[];
  readonly drifts: readonly DriftPlan[];
  readonly views: readonly ViewPlan[];
}

/** A map of which more or less is seen: what goes with that. */
export interface ViewPlan {
  /** The path of the map, and of the group of all that lies on it. */
  readonly path: string;
  readonly ground: string;
  readonly map: MapElement;
  readonly whole: MapView;
  readonly focus: MapView;
  /** The frame in the locator that shows what is seen, and where all of the map lies in that; null: there is none. */
  readonly frame: { readonly path: string; readonly box: Box } | null;
}

/** A chart whose window moves on with the clock. */
export interface DriftPlan {
  readonly chart: ChartElement;
  readonly drift: Drift;
  /** Paths of what moves. */
  readonly parts: readonly string[];
}

/** More instances than this are not made: rows beyond it are left out, and said to be. */
export const mostInstances = 6000;

/** A key as a part of a path, as in JSON Pointer (RFC 6901). */
const inPath = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1');

/** The instance of an element that is meant from another: beside it in the same row, else further out, else the first. */
export function near({ all, of }: Instances, from: string, id: string): string | undefined {
  for (let end = from.lastIndexOf('/'); end >= 0; end = from.lastIndexOf('/', end - 1)) {
    const path = `${from.slice(0, end + 1)}${id}`;
    if (all.has(path)) return path;
  }
  return all.has(id) ? id : of.get(id)?.[0];
}

const none: readonly string[] = [];
const usualInstance = {
  children: none,
  repeats: false,
  isRow: false,
  shift: null,
  cell: null,
  box: null,
  mark: null,
};

/**
 * The instances that a template filled with values is made of: each element once, and in rows once for each row. A group
 * that stands in itself is left out where it comes round.
 */
export function expand(
  template: Template,
  values: Values,
  measure: TextMeasure,
  look?: Look,
  runs?: Runs,
): Instances {
  const filler = new Filler(template, values, look);
  const all = new Map<string, Instance>();
  const of = new Map<string, string[]>();
  const cuts: Cut[] = [];
  const belts: BeltPlan[] = [];
  const drifts: DriftPlan[] = [];
  const views: ViewPlan[] = [];
  const open = new Set<string>();

  const put = (given: Pick<Instance, 'path' | 'element' | 'parent' | 'row'> & Partial<Instance>): string => {
    const instance: Instance = { ...usualInstance, ...given };
    all.set(instance.path, instance);
    const list = of.get(instance.element.id);
    if (list) list.push(instance.path);
    else of.set(instance.element.id, [instance.path]);
    return instance.path;
  };

  const add = (id: string, prefix: string, parent: string | null, row: RowInHand | null): string[] => {
    const path = prefix + id;
    if (open.has(id) || all.has(path)) return [];
    const element = filler.element(id, path, row && ((rows, column) => cellOf(row, rows, column)));
    if (!element) return [];
    open.add(id);
    const children: string[] = [];
    put({ path, element, parent, children, row, repeats: isForRows(element) });
    if (element.kind === 'rows') addRows(element, path, row, children);
    else if (element.kind === 'table') addTable(element, path, row, children);
    else if (element.kind === 'crawl') addCrawl(element, path, row, children);
    else if (element.kind === 'chart') addChart(element, path, row, children);
    else if (element.kind === 'map') addMap(element, path, row, children);
    else for (const child of childrenOf(element)) children.push(...add(child, prefix, path, row));
    open.delete(id);
    return [path];
  };

  const listOf = ({ id, list }: ForRows): RowList =>
    list ?? (filler.isTied(id, 'list') ? emptyList : drawnRows);

  const addRows = (element: RowsElement, path: string, outer: RowInHand | null, into: string[]): void => {
    const list = listOf(element);
    const keys = shownRows({ ...element, list });
    const { standIn } = element;
    if (keys.length === 0) {
      if (standIn !== null && element.children.includes(standIn))
        into.push(...add(standIn, `${path}/~none/`, path, outer));
      return;
    }
    const last = cellOfRow(element, keys.length - 1);
    const places = element.flow === 'grid' ? Math.min(element.across, keys.length) : last.place + 1;
    const group = filler.rowGroup(element);
    for (const [at, key] of keys.entries()) {
      if (all.size > mostInstances) {
        cuts.push({ element, shown: at, of: keys.length });
        return;
      }
      const rowPath = `${path}/${inPath(key)}`;
      const hand: RowInHand = {
        rows: element.id,
        of: path,
        list,
        key,
        at,
        ...cellOfRow(element, at),
        count: keys.length,
        lines: last.line + 1,
        places,
        outer,
      };
      const children: string[] = [];
      into.push(
        put({
          path: rowPath,
          element: group,
          parent: path,
          children,
          row: hand,
          isRow: true,
        }),
      );
      for (const child of element.children)
        if (child !== standIn) children.push(...add(child, `${rowPath}/`, rowPath, hand));
    }
  };

  const addTable = (element: TableElement, path: string, outer: RowInHand | null, into: string[]): void => {
    const list = listOf(element);
    const source = template.elements[element.id] ?? element;
    // Cells are groups of their own only where something moves them one by one.
    const hasCells = allTracks(template).some(
      ({ element: id, cascade }) => id === element.id && (cascade?.by === 'column' || cascade?.by === 'cell'),
    );
    const { lines, columns } = layFilled(template, element, source, list, filler, measure);
    const places = element.columns.length;
    const ends = columns.map(({ x, w }) => x + w);
    const wide = { x: element.x, y: element.y, w: Math.max(0, ...ends) };
    for (const [line, own] of lines.entries()) {
      if (all.size > mostInstances) {
        cuts.push({ element, shown: line, of: lines.length });
        return;
      }
      const linePath = `${path}/${own.of === 'row' ? inPath(own.key) : `~${own.of}${own.at}`}`;
      const hand: RowInHand = {
        rows: element.id,
        of: path,
        list,
        key: own.key,
        at: line * places,
        line,
        place: 0,
        count: lines.length * places,
        lines: lines.length,
        places,
        outer,
      };
      const cells: string[] = [];
      const group = steadyGroup(source, 'row', `${element.name} ${own.of}`);
      const shift = { x: 0, y: own.y };
      into.push(put({ path: linePath, element: group, parent: path, children: cells, row: hand, isRow: true, shift, box: { ...wide, h: own.h } })); // prettier-ignore
      for (const laid of own.cells) {
        const cellPath = `${linePath}/${laid.id}`;
        const at: RowInHand = { ...hand, at: hand.at + laid.column, place: laid.column };
        const changes = element.columns[laid.column]?.changes ?? 'switch';
        const children: string[] = hasCells ? [] : cells;
        const parent = hasCells ? cellPath : linePath;
        if (hasCells)
          cells.push(put({ path: cellPath, element: steadyGroup(source, laid.id, laid.name), parent: linePath, children, row: at, box: laid.box })); // prettier-ignore
        for (const one of laid.elements) {
          const part = one.id.slice(one.id.lastIndexOf('/') + 1);
          const partPath = `${cellPath}/${part}`;
          const flash = part === 'flash' ? element.flash : null;
          const cell: CellOf = { path: cellPath, words: laid.words, changes, flash };
          // A line goes to the new one point by point.
          const mark = laid.trace && part === 'line' ? lineMark(laid.trace, at) : null;
          children.push(put({ path: partPath, element: one, parent, row: at, cell, mark })); // prettier-ignore
        }
        if (laid.child === null || !element.children.includes(laid.child)) continue;
        const drawn = drawnBox(template, laid.child);
        const along = { left: 0, centre: 0.5, right: 1 }[laid.look.align];
        const down = { top: 0, middle: 0.5, bottom: 1 }[laid.look.vertical];
        const slotPath = `${cellPath}/slot`;
        const slot: string[] = [];
        const to = {
          x: laid.room.x + along * (laid.room.w - drawn.w) - drawn.x,
          y: laid.room.y + down * (laid.room.h - drawn.h) - drawn.y,
        };
        const slotGroup = steadyGroup(source, 'slot', `${laid.name} room`);
        children.push(put({ path: slotPath, element: slotGroup, parent, children: slot, row: at, shift: to })); // prettier-ignore
        slot.push(...add(laid.child, `${cellPath}/`, slotPath, at));
      }
    }
  };

  /** The values of charts that have one scale, worked out when the first of them is met. */
  let shared: ReadonlyMap<string, readonly number[]> | null = null;
  const sharedWith = (chart: ChartElement): readonly number[] | null => {
    if (chart.shared === '') return null;
    shared ??= sharedValues(
      Object.keys(template.elements).flatMap((id) => {
        const own = template.elements[id]?.kind === 'chart' ? filler.element(id, id, null) : undefined;
        return own?.kind === 'chart' ? [{ chart: own, list: chartList(own) }] : [];
      }),
    );
    return shared.get(chart.shared) ?? null;
  };
  const chartList = ({ id, list }: ChartElement): RowList =>
    list ?? (filler.isTied(id, 'list') ? emptyList : drawnChartRows);

  const addChart = (element: ChartElement, path: string, outer: RowInHand | null, into: string[]): void => {
    const list = chartList(element);
    const source = template.elements[element.id] ?? element;
    const { parts, laid, series } = drawChart(
      element,
      source,
      list,
      sharedWith(element),
      measure,
      (set, name) => filler.picture(set, name),
      allTracks(template).some(({ element: id, property }) => id === element.id && property === 'zoom'),
    );
    const lines = Math.max(1, laid.rows.length);
    const { drift, window } = laid;
    const moving: string[] = [];
    const inWindow: string[] = [];
    const windowPath = `${path}/~0window`;
    if (window) {
      const { x, y, w, h } = window;
      const box = { x: element.x + x, y: element.y + y, w, h };
      into.push(put({ path: windowPath, element: windowGroup(source), parent: path, children: inWindow, row: outer, box })); // prettier-ignore
      // Out of the air it stands as it is filled.
      if (runs && drift) drifts.push({ chart: element, drift, parts: moving });
    }
    for (const [at, { part, element: own, words }] of parts.entries()) {
      const { key, counts } = part;
      const mark = chartMark(part);
      if (all.size > mostInstances) {
        cuts.push({ element, shown: at, of: parts.length });
        return;
      }
      const markPath = `${path}/${inPath(key)}`;
      const row: RowInHand = {
        rows: element.id,
        of: path,
        list,
        key,
        at: mark.row * series + mark.series,
        line: mark.row,
        place: mark.series,
        count: lines * series,
        lines,
        places: series,
        outer,
      };
      const cell: CellOf = { path: markPath, words, changes: counts ? 'count' : 'switch', flash: null };
      const isIn =
        window !== null && (mark.moves?.along === true || (mark.zooms !== null && mark.zooms.opacity === 0));
      const parent = isIn ? windowPath : path;
      if (mark.moves) moving.push(markPath);
      (isIn ? inWindow : into).push(
        put({ path: markPath, element: own, parent, row, isRow: true, cell, mark }),
      );
    }
  };

  const addMap = (element: MapElement, path: string, outer: RowInHand | null, into: string[]): void => {
    const list = element.list ?? noMapRows;
    const source = template.elements[element.id] ?? element;
    const kept = element.map === null ? null : filler.map(element.map);
    const { parts, laid } = drawMap(element, source, kept, list, measure, (set, name) =>
      filler.picture(set, name),
    );
    const box = { x: element.x, y: element.y, w: element.w, h: element.h };
    const [ground, view, fixed]: [string[], string[], string[]] = [[], [], []];
    const paths = { window: `${path}/~0window`, ground: `${path}/~0window/~0ground` };
    let frame: string | null = null;
    put({ path: paths.window, element: mapGroup(element, source, 'window'), parent: path, children: view, row: outer, box }); // prettier-ignore
    put({ path: paths.ground, element: mapGroup(element, source, 'ground'), parent: paths.window, children: ground, row: outer, box }); // prettier-ignore
    into.push(paths.window);
    view.push(paths.ground);
    const lines = Math.max(1, laid.count);
    for (const [at, { part, element: own, words }] of parts.entries()) {
      if (all.size > mostInstances) {
        cuts.push({ element, shown: at, of: parts.length });
        break;
      }
      const markPath = `${path}/${inPath(part.key)}`;
      const row: RowInHand = {
        rows: element.id,
        of: path,
        list,
        key: part.key,
        at: part.row,
        line: part.row,
        place: part.series,
        count: lines,
        lines,
        places: 1,
        outer,
      };
      const cell: CellOf = {
        path: markPath,
        words,
        changes: part.counts ? 'count' : 'switch',
        flash: part.turns && element.flash === 'flash' ? element.flashColour : null,
      };
      const parent = part.sits === 'ground' ? paths.ground : part.sits === 'view' ? paths.window : path;
      const inside = part.sits === 'ground' ? ground : part.sits === 'view' ? view : fixed;
      if (part.sits === 'frame') frame = markPath;
      inside.push(put({ path: markPath, element: own, parent, row, isRow: true, cell, mark: mapMark(part) }));
    }
    into.push(...fixed);
    const { whole, focus, locator } = laid;
    views.push({
      path,
      ground: paths.ground,
      map: element,
      whole,
      focus,
      frame: frame !== null && locator ? { path: frame, box: locator } : null,
    });
  };

  const addCrawl = (element: CrawlElement, path: string, outer: RowInHand | null, into: string[]): void => {
    const source = template.elements[element.id] ?? element;
    const from = filler.tied(element.id, 'list') ?? null;
    const given = runs?.lists[from ?? ''];
    const versions = given && given.length > 0 ? given : [{ at: 0, list: listOf(element) }];
    const made = new Map<string, OnBeltPlan>();
    const variants = new Map<string, number>();
    const said = ({ key, says }: CrawlUnit): string => `${key} ${says}`;
    const isUp = element.direction === 'up';
    const fromDrawn = (child: string) => {
      const drawn = drawnBox(template, child);
      return isUp ? { x: 0, y: element.y - drawn.y } : { x: element.x - drawn.x, y: 0 };
    };
    const group = (
      at: string,
      name: string,
      hand: RowInHand,
      shift: { x: number; y: number },
      parent: string,
      isRow: boolean,
    ) => {
      const children: string[] = [];
      const own = put({
        path: at,
        element: steadyGroup(source, name, `${element.name} ${name}`),
        parent,
        children,
        row: hand,
        isRow,
        shift,
      });
      return { own, children };
    };
    const unitOf = (unit: CrawlUnit, list: RowList, copies: number): OnBeltPlan => {
      const known = made.get(said(unit));
      if (known) return known;
      const variant = variants.get(unit.key) ?? 0;
      variants.set(unit.key, variant + 1);
      const id = `${inPath(unit.key)}${variant === 0 ? '' : `~v${variant}`}`;
      const { look } = unit;
      const plan = { id, key: unit.key, look, copies: [] as string[], separators: [] as string[] };
      made.set(said(unit), plan);
      if (!look || !element.children.includes(look.child)) return plan;
      const handOf = (key: string): RowInHand => ({
        rows: element.id,
        of: path,
        list,
        key,
        at: 0,
        line: 0,
        place: 0,
        count: 1,
        lines: 1,
        places: 1,
        outer,
      });
      for (let copy = 0; copy < copies && all.size <= mostInstances; copy += 1) {
        const unitPath = `${path}/${id}${copy === 0 ? '' : `~c${copy}`}`;
        const [first = unit.key] = unit.rows;
        const { own, children } = group(unitPath, 'row', handOf(first), fromDrawn(look.child), path, true);
        into.push(own);
        plan.copies.push(own);
        for (const [at, key] of unit.rows.entries()) {
          const slotPath = `${unitPath}/${at}`;
          const slot = group(
            slotPath,
            'slot',
            handOf(key),
            { x: isUp ? (at * element.w) / look.across : 0, y: 0 },
            unitPath,
            false,
          );
          children.push(slot.own);
          slot.children.push(...add(look.child, `${slotPath}/`, slotPath, handOf(key)));
        }
        const { separator } = element;
        if (separator === null || !element.children.includes(separator)) continue;
        const between = group(`${unitPath}~s`, 'separator', handOf(first), fromDrawn(separator), path, true);
        into.push(between.own);
        plan.separators.push(between.own);
        between.children.push(...add(separator, `${unitPath}~s/`, between.own, handOf(first)));
      }
      return plan;
    };
    const cut = versions.map(({ at, list }) => ({ at, list, units: crawlUnits(element, list) }));
    // What is in a short list is there several times at once, so that its line has no holes.
    const copiesOf = new Map<string, number>();
    for (const { units } of cut) {
      const copies = element.loops ? Math.max(1, Math.min(12, Math.ceil(24 / Math.max(1, units.length)))) : 1;
      for (const unit of units) copiesOf.set(said(unit), Math.max(copies, copiesOf.get(said(unit)) ?? 1));
    }
    belts.push({
      path,
      element,
      stops: runs?.stops ?? [],
      anchor: runs?.anchors[from ?? ''] ?? null,
      list: from,
      isOnAir: given !== undefined && given.length > 0,
      versions: cut.map(({ at, list, units }) => ({
        at,
        units: units.map((unit) => unitOf(unit, list, copiesOf.get(said(unit)) ?? 1)),
      })),
    });
    const drawn = [...made.values()].filter(({ copies }) => copies.length > 0).length;
    if (all.size > mostInstances) cuts.push({ element, shown: drawn, of: made.size });
  };

  const order = template.order.flatMap((id) => add(id, '', null, null));
  return { order, all, of, cuts, belts, drifts, views };
}

const lineMark = (trace: Trace, { line, place }: RowInHand): ChartMark => ({
  grows: [],
  trace,
  row: line,
  series: place,
  isOfRow: true,
  isOfSeries: true,
  moves: null,
  zooms: null,
  veil: 0,
  view: null,
  turns: false,
});

/** A cell of the row in hand of a rows element, dates and times in words; undefined where there is no such row or column. */
function cellOf(hand: RowInHand, rows: string, column: string): Scalar | undefined {
  let row: RowInHand | null = hand;
  while (row && row.rows !== rows) row = row.outer;
  if (!row) return undefined;
  const at = columnAt(row.list, column);
  if (at < 0) return undefined;
  const cell = cellIn(row.list, row.key, column);
  const type = row.list.columns[at]?.type;
  return typeof cell === 'number' && (type === 'date' || type === 'time' || type === 'duration')
    ? valueText(cell, { of: type })
    : cell;
}

/** The children of an instance through a change: those of now, and among them those that were there before. */
export function childrenThrough(before: Instances | null, now: Instances, path: string): readonly string[] {
  const own = now.all.get(path)?.children ?? none;
  const old = before?.all.get(path)?.children ?? none;
  if (old === none || old.every((child) => now.all.has(child))) return own;
  const here = new Set(own);
  const behind = new Map<string | null, string[]>();
  let last: string | null = null;
  for (const child of old) {
    if (here.has(child)) last = child;
    else behind.set(last, [...(behind.get(last) ?? []), child]);
  }
  return [...(behind.get(null) ?? []), ...own.flatMap((child) => [child, ...(behind.get(child) ?? [])])];
}
