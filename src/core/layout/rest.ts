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
  type WordsElement,
  isWords,
  holds,
  wordsOf,
} from '../show';
import { fitText, type TextLayout, type TextMeasure } from '../text';
import { resolveElements } from './resolve';

/** The rest pose: boxes in px in the template's space, before any rotation, by element id. */
export interface Rest {
  readonly elements: Readonly<Record<string, Element>>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly texts: ReadonlyMap<string, TextLayout>;
  /** The boxes that words were fitted into, where tethers have brought them. */
  readonly rooms: ReadonlyMap<string, Box>;
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
export function layOut(template: Template, values: Values, measure: TextMeasure, look?: Look): Rest {
  const elements = resolveElements(template, values, look);
  const solver = new Solver(template, elements, measure);
  const boxes = new Map<string, Box>();
  for (const id of Object.keys(elements)) {
    const x = solver.final(id, 'x');
    const y = solver.final(id, 'y');
    boxes.set(id, { x: x.start, y: y.start, w: x.size, h: y.size });
  }
  const texts = new Map<string, TextLayout>();
  const rooms = new Map<string, Box>();
  for (const [id, layout] of solver.texts) {
    const box = boxes.get(id) as Box;
    texts.set(id, { ...layout, x: box.x, y: box.y });
    const room = solver.rooms.get(id) as Box;
    rooms.set(id, { ...room, x: room.x + box.x - layout.x, y: room.y + box.y - layout.y });
  }
  return { elements, boxes, texts, rooms };
}

const limited = ({ min, max }: Tether, value: number): number =>
  Math.max(min ?? -Infinity, Math.min(max ?? Infinity, value));

/** The words of an element as they were last fitted into a box. */
interface Fitted extends Box {
  readonly layout: TextLayout;
}
/** By what is measured with, then by element: an element that has not changed is not fitted again. */
const eras = new WeakMap<object, WeakMap<Element, Fitted>>();

function fitsOf({ era }: TextMeasure): WeakMap<Element, Fitted> | null {
  if (!era) return null;
  let fits = eras.get(era);
  if (!fits) {
    fits = new WeakMap();
    eras.set(era, fits);
  }
  return fits;
}

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

/** Fits the words of a text or a clock into a box; `words` in place of its own. */
export function fitElement(
  element: WordsElement,
  box: Box,
  measure: TextMeasure,
  words?: string,
): TextLayout {
  const wording = wordsOf(element).wording(element);
  return fitText(
    {
      ...wording,
      text: words ?? wording.text,
      face: {
        family: element.family,
        weight: element.weight,
        stretch: element.stretch,
        size: element.size,
      },
      tracking: element.tracking,
      leading: element.leading,
      align: element.align,
      vertical: element.vertical,
      letters: element.letters,
      direction: element.direction,
      fit: element.fit,
      minScale: element.minScale,
      maxLines: element.maxLines,
    },
    box,
    measure,
  );
}

class Solver {
  readonly texts = new Map<string, TextLayout>();
  readonly rooms = new Map<string, Box>();
  private readonly parents = new Map<string, string | null>();
  private readonly along = { x: newAlong(), y: newAlong() };
  /** Where a text's box lies along x, before the words are fitted into it. */
  private readonly frames = new Map<string, Span>();
  /** The elements that are being worked out, outermost first. */
  private readonly open: string[] = [];
  private readonly fits: WeakMap<Element, Fitted> | null;

  constructor(
    private readonly template: Template,
    private readonly elements: Readonly<Record<string, Element>>,
    private readonly measure: TextMeasure,
  ) {
    this.fits = fitsOf(measure);
    for (const id of template.order) this.parents.set(id, null);
    for (const element of Object.values(elements)) {
      for (const child of childrenOf(element)) this.parents.set(child, element.id);
    }
    for (const tether of template.tethers) {
      const { tethers } = this.along[axisOf(tether.edge)];
      const list = tethers.get(tether.element);
      if (list) list.push(tether);
      else tethers.set(tether.element, [tether]);
    }
  }

  /** Where an element ends up: its own place plus the shifts of the groups around it. */
  final(id: string, axis: Axis): Solved {
    return this.within(id, axis, null);
  }

  /** The place of an element as seen inside `ancestor`: with the shifts of the groups below it only. */
  private within(id: string, axis: Axis, ancestor: string | null): Solved {
    const base = this.base(id, axis);
    let start = base.start;
    const own = this.elements[id];
    if (holds(own)) start += this.shift(id, axis);
    for (
      let up = this.parents.get(id) ?? null;
      up !== ancestor && up !== null;
      up = this.parents.get(up) ?? null
    ) {
      start += this.shift(up, axis);
    }
    return start === base.start ? base : { ...base, start };
  }

  /** Tells the names of a circle that came round to an element. */
  private circle(id: string): never {
    const members = [...new Set(this.open.slice(this.open.indexOf(id)))];
    const names = members.map((m) => `“${this.elements[m]?.name ?? m}”`);
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
    const solved = this.solve(this.elements[id] as Element, axis, along.tethers.get(id) ?? none);
    this.open.pop();
    along.openBases.delete(id);
    along.bases.set(id, solved);
    return solved;
  }

  private solve(element: Element, axis: Axis, tethers: readonly Tether[]): Solved {
    if (holds(element)) return this.union(element.children, axis, element.id);
    const own: Span =
      axis === 'x' ? { start: element.x, size: element.w } : { start: element.y, size: element.h };
    if (!isWords(element)) {
      const { start, size } = tethers.length === 0 ? own : this.apply(own, tethers, axis);
      return { start, size, empty: element.hidden };
    }
    const sized = tethers.length > 1 || tethers.some((t) => isSize(t.edge));
    const frame = sized ? this.apply(own, tethers, axis) : own;
    const layout = this.words(element, axis, frame);
    const fitted: Span =
      axis === 'x' ? { start: layout.x, size: layout.w } : { start: layout.y, size: layout.h };
    const { start, size } = sized ? fitted : this.apply(fitted, tethers, axis);
    return { start, size, empty: element.hidden || layout.lines.every((line) => line.text === '') };
  }

  private words(element: WordsElement, axis: Axis, frame: Span): TextLayout {
    if (axis === 'x') this.frames.set(element.id, frame);
    else this.base(element.id, 'x');
    const across = this.frames.get(element.id) ?? { start: element.x, size: element.w };
    const box = {
      x: across.start,
      w: across.size,
      y: axis === 'y' ? frame.start : element.y,
      h: axis === 'y' ? frame.size : element.h,
    };
    this.rooms.set(element.id, box);
    const known = this.texts.get(element.id);
    if (axis === 'y' && known && element.fit !== 'wrap') {
      const drop = { top: 0, middle: (box.h - known.h) / 2, bottom: box.h - known.h }[element.vertical];
      return { ...known, y: Math.round(box.y + drop) };
    }
    const before = this.fits?.get(element);
    if (before && before.x === box.x && before.w === box.w && before.y === box.y && before.h === box.h) {
      this.texts.set(element.id, before.layout);
      return before.layout;
    }
    const layout = fitElement(element, box, this.measure);
    this.fits?.set(element, { ...box, layout });
    this.texts.set(element.id, layout);
    return layout;
  }

  private union(children: readonly string[], axis: Axis, ancestor: string): Solved {
    let low = Infinity;
    let high = -Infinity;
    let empty = true;
    const take = (span: Span): void => {
      low = Math.min(low, span.start);
      high = Math.max(high, span.start + span.size);
    };
    const spans = children.map((child) => this.within(child, axis, ancestor));
    for (const span of spans) if (!span.empty) take(span);
    empty = low === Infinity;
    // All empty: the group keeps its place, so that what is tied to it has somewhere to be.
    if (empty) for (const span of spans) take({ start: span.start, size: 0 });
    return low === Infinity ? { start: 0, size: 0, empty } : { start: low, size: high - low, empty };
  }

  /** How far a group's tether moves it and all that is in it. */
  private shift(id: string, axis: Axis): number {
    const along = this.along[axis];
    const known = along.shifts.get(id);
    if (known !== undefined) return known;
    const tether = along.tethers.get(id)?.find((t) => !isSize(t.edge));
    if (!tether) return 0;
    if (along.openShifts.has(id)) this.circle(id);
    along.openShifts.add(id);
    this.open.push(id);
    const base = this.base(id, axis);
    const by = this.target(tether, axis) - (base.start + base.size * ends(tether.edge));
    this.open.pop();
    along.openShifts.delete(id);
    along.shifts.set(id, by);
    return by;
  }

  /** The point, or the size, that a tether asks for, as seen inside the group of its own element. */
  private target(tether: Tether, axis: Axis): number {
    const canvas: Span = { start: 0, size: axis === 'x' ? this.template.width : this.template.height };
    let to: Span = canvas;
    let around = 0;
    const shared = this.sharedAncestor(tether.element, tether.to);
    if (tether.to !== null && this.elements[tether.to]) to = this.within(tether.to, axis, shared);
    for (
      let up = this.parents.get(tether.element) ?? null;
      up !== shared && up !== null;
      up = this.parents.get(up) ?? null
    ) {
      around += this.shift(up, axis);
    }
    if (isSize(tether.toEdge)) return limited(tether, to.size * tether.factor + tether.offset);
    const along = to.start + to.size * ends(tether.toEdge) * tether.factor + tether.offset;
    return limited(tether, along) - around;
  }

  private sharedAncestor(a: string, b: string | null): string | null {
    if (b === null || (this.parents.get(a) ?? null) === null) return null;
    const above = new Set<string>();
    for (let up = this.parents.get(a) ?? null; up !== null; up = this.parents.get(up) ?? null) above.add(up);
    let up: string | null = b;
    while (up !== null && !above.has(up)) up = this.parents.get(up) ?? null;
    return up;
  }

  private apply(own: Span, tethers: readonly Tether[], axis: Axis): Span {
    if (tethers.length === 0) return own;
    const points: { at: number; end: number }[] = [];
    let size: number | null = null;
    for (const tether of tethers) {
      const value = this.target(tether, axis);
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
