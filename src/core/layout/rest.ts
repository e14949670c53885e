import { problem, ProblemError } from '../problem';
import {
  axisOf,
  type Box,
  type Element,
  type Look,
  type Template,
  type Tether,
  type TetherEdge,
  type Values,
  childrenOf,
  hasOwnBox,
  type WordsElement,
  isWords,
  holds,
  isUnion,
  sameValue,
} from '../show';
import type { TextLayout, TextMeasure } from '../text';
import { expand, near, type Instance, type Instances, type Runs } from './expand';
import { fitOwn } from './fit-element';

/**
 * The rest pose: boxes in px in the template's space, before any rotation. Maps go by the path of an instance; what is
 * repeated is found by its element's id too: that is its first instance.
 */
export interface Rest {
  readonly instances: Instances;
  readonly elements: Readonly<Record<string, Element>>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly texts: ReadonlyMap<string, TextLayout>;
  /** The boxes that words were fitted into, where tethers have brought them. */
  readonly areas: ReadonlyMap<string, Box>;
  /** By the path of a row: px that it stands from where it is drawn. */
  readonly shifts: ReadonlyMap<string, { readonly x: number; readonly y: number }>;
}

type Axis = 'x' | 'y';
interface Span {
  readonly start: number;
  readonly size: number;
}
interface Solved extends Span {
  /** Takes no part in the union of a group: hidden, or words that are empty. */
  readonly empty: boolean;
}

const parts: Readonly<Record<TetherEdge, number>> = {
  left: 0,
  top: 0,
  centre: 0.5,
  middle: 0.5,
  right: 1,
  bottom: 1,
  width: 1,
  height: 1,
};
/** How far along a box an edge lies, 0 to 1. */
const ends = (edge: TetherEdge): number => parts[edge];
const isSize = (edge: TetherEdge): boolean => edge === 'width' || edge === 'height';

/**
 * Works out the rest pose. Boxes are solved by axis on demand along a dependency graph; a cycle among tethers throws
 * a ProblemError (`tether-cycle`) that names its members.
 *
 * A group's box is the union of its visible children. A tether on a group shifts all that is in it; the shift is kept
 * apart from the children's own places, so that tethers inside the group do not depend on it.
 */
export function layOut(
  template: Template,
  values: Values,
  measure: TextMeasure,
  look?: Look,
  runs?: Runs,
): Rest {
  const { revision } = measure;
  if (!revision) return layOutAnew(template, values, measure, look, runs);
  const kept = laidOutOfLate.get(template) ?? [];
  const known = kept.find(
    (one) =>
      one.revision === revision && one.look === look && one.runs === runs && sameValues(one.values, values),
  );
  if (known) return known.rest;
  const rest = layOutAnew(template, values, measure, look, runs);
  laidOutOfLate.set(template, [{ revision, look, values, runs, rest }, ...kept].slice(0, mostOfLate));
  return rest;
}

/** What templates were laid out to of late: the values before a Change are those after the one before it. */
const laidOutOfLate = new WeakMap<
  Template,
  readonly {
    readonly revision: object;
    readonly look: Look | undefined;
    readonly values: Values;
    readonly runs: Runs | undefined;
    readonly rest: Rest;
  }[]
>();
const mostOfLate = 2;

const sameValues = (a: Values, b: Values): boolean => {
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => sameValue(a[key], b[key]));
};

function layOutAnew(
  template: Template,
  values: Values,
  measure: TextMeasure,
  look?: Look,
  runs?: Runs,
): Rest {
  const instances = expand(template, values, measure, look, runs);
  const solver = new Solver(template, instances, measure);
  const elements: Record<string, Element> = {};
  const boxes = new Map<string, Box>();
  const texts = new Map<string, TextLayout>();
  const areas = new Map<string, Box>();
  const shifts = new Map<string, { x: number; y: number }>();
  for (const [path, instance] of instances.all) {
    const { element, isRow, cell } = instance;
    elements[path] = element;
    if (cell) {
      // What stands in the cells of a table is tied to nothing: it is where the table says.
      const by = solver.shiftOf(instance.parent);
      if (!isWords(element)) {
        boxes.set(path, { x: element.x + by.x, y: element.y + by.y, w: element.w, h: element.h });
        continue;
      }
      const own = fitOwn(element, element, measure);
      const layout = { ...own, x: own.x + by.x, y: own.y + by.y };
      texts.set(path, layout);
      boxes.set(path, { x: layout.x, y: layout.y, w: layout.w, h: layout.h });
      areas.set(path, { x: element.x + by.x, y: element.y + by.y, w: element.w, h: element.h });
      continue;
    }
    const x = solver.final(path, 'x');
    const y = solver.final(path, 'y');
    boxes.set(path, { x: x.start, y: y.start, w: x.size, h: y.size });
    if (isRow) shifts.set(path, { x: solver.rowShift(path, 'x'), y: solver.rowShift(path, 'y') });
    const layout = solver.texts.get(path);
    if (!layout) continue;
    const room = solver.areas.get(path) as Box;
    const [dx, dy] = [x.start - layout.x, y.start - layout.y];
    const isThere = dx === 0 && dy === 0;
    texts.set(path, isThere ? layout : { ...layout, x: x.start, y: y.start });
    areas.set(path, isThere ? room : { ...room, x: room.x + dx, y: room.y + dy });
  }
  for (const [id, [first]] of instances.of) {
    if (first === undefined || first === id || instances.all.get(first)?.isRow) continue;
    elements[id] = elements[first] as Element;
    for (const map of [boxes, texts, areas] as Map<string, unknown>[])
      if (map.has(first)) map.set(id, map.get(first));
  }
  return { instances, elements, boxes, texts, areas, shifts };
}

const limited = ({ min, max }: Tether, value: number): number =>
  Math.max(min ?? -Infinity, Math.min(max ?? Infinity, value));

/** What is known along one axis so far. */
interface Along {
  readonly tethers: Map<string, Tether[]>;
  readonly bases: Map<string, Solved>;
  readonly shifts: Map<string, number>;
  /** The elements whose base, or whose shift, is being worked out. */
  readonly openBases: Set<string>;
  readonly openShifts: Set<string>;
}
const newAlong = (): Along => ({
  tethers: new Map(),
  bases: new Map(),
  shifts: new Map(),
  openBases: new Set(),
  openShifts: new Set(),
});

const none: readonly Tether[] = [];
const stands = { x: 0, y: 0 };

class Solver {
  readonly texts = new Map<string, TextLayout>();
  readonly areas = new Map<string, Box>();
  private readonly along = { x: newAlong(), y: newAlong() };
  /** Where a text's box lies along x, before the words are fitted into it. */
  private readonly frames = new Map<string, Span>();
  private readonly ends = new Map<string, number[]>();
  /** The elements that are being worked out, outermost first. */
  private readonly open: string[] = [];

  constructor(
    private readonly template: Template,
    private readonly instances: Instances,
    private readonly measure: TextMeasure,
  ) {
    for (const tether of template.tethers) {
      const { tethers } = this.along[axisOf(tether.edge)];
      const list = tethers.get(tether.element);
      if (list) list.push(tether);
      else tethers.set(tether.element, [tether]);
    }
  }

  private at(path: string): Instance {
    return this.instances.all.get(path) as Instance;
  }

  private parentOf(path: string): string | null {
    return this.instances.all.get(path)?.parent ?? null;
  }

  private readonly shiftsOf = new Map<string | null, { readonly x: number; readonly y: number }>();

  /** How far all that is in a group is moved by it and by the groups around it. */
  shiftOf(path: string | null): { readonly x: number; readonly y: number } {
    if (path === null) return stands;
    const known = this.shiftsOf.get(path);
    if (known) return known;
    const around = this.shiftOf(this.parentOf(path));
    const made = { x: around.x + this.shift(path, 'x'), y: around.y + this.shift(path, 'y') };
    this.shiftsOf.set(path, made);
    return made;
  }

  /** Where an element ends up: its own place plus the shifts of the groups around it. */
  final(id: string, axis: Axis): Solved {
    return this.within(id, axis, null);
  }

  /** The place of an element as seen inside `ancestor`: with the shifts of the groups below it only. */
  private within(id: string, axis: Axis, ancestor: string | null): Solved {
    const base = this.base(id, axis);
    let start = base.start;
    if (holds(this.at(id).element)) start += this.shift(id, axis);
    for (let up = this.parentOf(id); up !== ancestor && up !== null; up = this.parentOf(up)) {
      start += this.shift(up, axis);
    }
    return start === base.start ? base : { ...base, start };
  }

  /** Tells the names of a circle that came round to an element. */
  private circle(id: string): never {
    const members = [...new Set(this.open.slice(this.open.indexOf(id)))];
    const names = members.map((m) => `“${this.at(m).element.name}”`);
    throw new ProblemError(
      problem(
        'tether-cycle',
        `These tethers run in a circle: ${names.join(' → ')} → ${names[0]}. Untie one of them.`,
        'tethers',
      ),
    );
  }

  /** An element's place by its own tethers, without the shifts of the groups around it. */
  private base(id: string, axis: Axis): Solved {
    const along = this.along[axis];
    const known = along.bases.get(id);
    if (known) return known;
    if (along.openBases.has(id)) this.circle(id);
    along.openBases.add(id);
    this.open.push(id);
    const solved = this.solve(this.at(id), axis, along.tethers.get(this.at(id).element.id) ?? none);
    this.open.pop();
    along.openBases.delete(id);
    along.bases.set(id, solved);
    return solved;
  }

  private solve(instance: Instance, axis: Axis, tethers: readonly Tether[]): Solved {
    const { element, path, box } = instance;
    if (box)
      return axis === 'x'
        ? { start: box.x, size: box.w, empty: false }
        : { start: box.y, size: box.h, empty: false };
    const own: Span =
      axis === 'x' ? { start: element.x, size: element.w } : { start: element.y, size: element.h };
    if (holds(element))
      return hasOwnBox(element) ? { ...own, empty: element.hidden } : this.union(instance, axis);
    if (!isWords(element)) {
      const { start, size } = tethers.length === 0 ? own : this.apply(path, own, tethers, axis);
      return { start, size, empty: element.hidden };
    }
    const sized = tethers.length > 1 || tethers.some((t) => isSize(t.edge));
    const frame = sized ? this.apply(path, own, tethers, axis) : own;
    const layout = this.words(path, element, axis, frame);
    const fitted: Span =
      axis === 'x' ? { start: layout.x, size: layout.w } : { start: layout.y, size: layout.h };
    const { start, size } = sized ? fitted : this.apply(path, fitted, tethers, axis);
    return { start, size, empty: element.hidden || layout.lines.every((line) => line.text === '') };
  }

  private words(
    path: string,
    element: WordsElement,
    axis: Axis,
    frame: Span,
  ): Box & Pick<TextLayout, 'lines'> {
    if (axis === 'x') this.frames.set(path, frame);
    else this.base(path, 'x');
    const across = this.frames.get(path) ?? { start: element.x, size: element.w };
    const box = {
      x: across.start,
      w: across.size,
      y: axis === 'y' ? frame.start : element.y,
      h: axis === 'y' ? frame.size : element.h,
    };
    this.areas.set(path, box);
    const known = this.texts.get(path);
    if (axis === 'y' && known && element.fit !== 'wrap') {
      const drop = { top: 0, middle: (box.h - known.h) / 2, bottom: box.h - known.h }[element.vertical];
      return { x: known.x, y: Math.round(box.y + drop), w: known.w, h: known.h, lines: known.lines };
    }
    const layout = fitOwn(element, box, this.measure);
    this.texts.set(path, layout);
    return layout;
  }

  private union({ path, element, children, repeats }: Instance, axis: Axis): Solved {
    let low = Infinity;
    let high = -Infinity;
    let empty = true;
    const take = (span: Span): void => {
      low = Math.min(low, span.start);
      high = Math.max(high, span.start + span.size);
    };
    const spans = children.map((child) => this.within(child, axis, path));
    for (const span of spans) if (!span.empty) take(span);
    empty = low === Infinity;
    // All empty: the group keeps its place, so that what is tied to it has somewhere to be.
    if (empty) for (const span of spans) take({ start: span.start, size: 0 });
    if (low < Infinity) return { start: low, size: high - low, empty };
    // Without rows it keeps the place where they would begin.
    const start = repeats ? this.drawnAt(element, axis) : 0;
    return { start, size: 0, empty };
  }

  /** Where what an element holds begins as it is drawn. */
  private drawnAt(element: Element, axis: Axis): number {
    if (!isUnion(element)) return element[axis];
    const starts = childrenOf(element).flatMap((id) => {
      const child = this.template.elements[id];
      return child ? [this.drawnAt(child, axis)] : [];
    });
    return starts.length > 0 ? Math.min(...starts) : 0;
  }

  /** How far a row stands from where it is drawn, by those before it. */
  rowShift(path: string, axis: Axis): number {
    const { parent, row, shift } = this.at(path);
    if (shift) return shift[axis];
    const rows = parent === null ? undefined : this.at(parent);
    if (!row || rows?.element.kind !== 'rows') return 0;
    const { element, children } = rows;
    const { flow } = element;
    const isX = axis === 'x';
    if (isX ? flow === 'down' : flow === 'across') return 0;
    const place = isX ? row.place : row.line;
    if (place === 0) return 0;
    const fixed = isX ? element.rowW : element.rowH;
    const gap = isX ? element.gapX : element.gapY;
    if (fixed > 0) return place * (fixed + gap);
    const ends = this.trackEnds(parent as string, children, axis);
    const first = this.base(children[0] as string, axis).start;
    return first + (ends[place - 1] ?? 0) + gap * place - this.base(path, axis).start;
  }

  /** How far the lines, or the places in a line, of rows reach together: as wide as the widest in each. */
  private trackEnds(rows: string, children: readonly string[], axis: Axis): number[] {
    const key = `${axis} ${rows}`;
    const known = this.ends.get(key);
    if (known) return known;
    const sizes: number[] = [];
    for (const child of children) {
      const hand = this.at(child).row;
      const at = hand ? (axis === 'x' ? hand.place : hand.line) : 0;
      sizes[at] = Math.max(sizes[at] ?? 0, this.base(child, axis).size);
    }
    let sum = 0;
    const made = sizes.map((size) => (sum += size));
    this.ends.set(key, made);
    return made;
  }

  /** How far a group's tether moves it and all that is in it. */
  private shift(id: string, axis: Axis): number {
    const along = this.along[axis];
    const known = along.shifts.get(id);
    if (known !== undefined) return known;
    const { isRow, element, shift } = this.at(id);
    if (shift) return shift[axis];
    const tether = along.tethers.get(element.id)?.find((t) => !isSize(t.edge));
    if (!tether && !isRow) return 0;
    if (along.openShifts.has(id)) this.circle(id);
    along.openShifts.add(id);
    this.open.push(id);
    const base = this.base(id, axis);
    const by = tether
      ? this.target(id, tether, axis) - (base.start + base.size * ends(tether.edge))
      : this.rowShift(id, axis);
    this.open.pop();
    along.openShifts.delete(id);
    along.shifts.set(id, by);
    return by;
  }

  /** The point, or the size, that a tether asks for, as seen inside the group of its own element. */
  private target(path: string, tether: Tether, axis: Axis): number {
    const canvas: Span = { start: 0, size: axis === 'x' ? this.template.width : this.template.height };
    let to: Span = canvas;
    let around = 0;
    const other = tether.to === null ? null : (near(this.instances, path, tether.to) ?? null);
    const shared = this.sharedAncestor(path, other);
    if (other !== null) to = this.within(other, axis, shared);
    for (let up = this.parentOf(path); up !== shared && up !== null; up = this.parentOf(up)) {
      around += this.shift(up, axis);
    }
    if (isSize(tether.toEdge)) return limited(tether, to.size * tether.factor + tether.offset);
    const along = to.start + to.size * ends(tether.toEdge) * tether.factor + tether.offset;
    return limited(tether, along) - around;
  }

  private sharedAncestor(a: string, b: string | null): string | null {
    if (b === null || this.parentOf(a) === null) return null;
    const above = new Set<string>();
    for (let up = this.parentOf(a); up !== null; up = this.parentOf(up)) above.add(up);
    let up: string | null = b;
    while (up !== null && !above.has(up)) up = this.parentOf(up);
    return up;
  }

  private apply(path: string, own: Span, tethers: readonly Tether[], axis: Axis): Span {
    if (tethers.length === 0) return own;
    const points: { at: number; end: number }[] = [];
    let size: number | null = null;
    for (const tether of tethers) {
      const value = this.target(path, tether, axis);
      if (isSize(tether.edge)) size = Math.max(0, value);
      else points.push({ at: value, end: ends(tether.edge) });
    }
    const [a, b] = points;
    if (!a) return { start: own.start, size: size ?? own.size };
    if (!b || size !== null || a.end === b.end) {
      const length = size ?? own.size;
      return { start: a.at - length * a.end, size: length };
    }
    const length = Math.max(0, (b.at - a.at) / (b.end - a.end));
    return { start: a.at - length * a.end, size: length };
  }
}

const flat: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};

/** The problem of tethers that run in a circle, or null where all can be solved. */
export function tetherCycle(template: Template): ReturnType<typeof problem> | null {
  try {
    layOut(template, {}, flat);
    return null;
  } catch (error) {
    if (error instanceof ProblemError) return error.problem;
    throw error;
  }
}
