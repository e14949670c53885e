import { renamedIn } from '../../binding';
import { isUnion, type Element } from '../../element';
import type { Paint, PatternPaint } from '../../value';
import type { Change, Phase } from '../phase';
import { phasesOf, type Template } from '../template';
import type { Tether, TetherEdge } from '../tether';
import type { Track } from '../track';
import type { NewId } from '../../value';
import { copyElements, outermost } from './elements';
import { freshName } from './names';

// The other side of a graphic with two: copies that mirror across the middle of the canvas, with fields of their own.

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const flippedEdges: Partial<Record<TetherEdge, TetherEdge>> = { left: 'right', right: 'left' };
const flippedEdge = <E extends TetherEdge>(edge: E): E => (flippedEdges[edge] ?? edge) as E;
const flippedEnd: Partial<Record<TetherEdge, number>> = { left: 0, centre: 0.5, right: 1 };

function flipPaint(paint: Paint): Paint {
  if (typeof paint === 'string' || paint.kind === 'picture') return paint;
  if (paint.kind === 'pattern')
    return { ...paint, angle: turned(-paint.angle), base: flipPaint(paint.base) as PatternPaint['base'] };
  if (paint.kind === 'linear') return { ...paint, angle: turned(180 - paint.angle) };
  return {
    ...paint,
    x: 1 - paint.x,
    ...(paint.angle === undefined ? {} : { angle: turned(180 - paint.angle) }),
  };
}
/** An angle between -180 and 180 degrees. */
const turned = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** Turns an element over about the upright line at `middle`, px; what is in a picture or a video is not turned. */
function flipElement(element: Element, middle: number): void {
  element.x = 2 * middle - element.x - element.w;
  element.rotation = 0 - element.rotation;
  element.pivotX = 1 - element.pivotX;
  element.shadowX = 0 - element.shadowX;
  element.wipeAngle = 0 - element.wipeAngle;
  if (element.rides) element.rides = { ...element.rides, edge: flippedEdge(element.rides.edge) };
  if ('fill' in element) element.fill = flipPaint(element.fill);
  if ('outline' in element) element.outline = flipPaint(element.outline);
  switch (element.kind) {
    case 'text':
    case 'clock':
      if (element.align !== 'centre') element.align = element.align === 'left' ? 'right' : 'left';
      break;
    case 'rect': {
      const { radiusTopLeft, radiusBottomLeft, slantLeft } = element;
      element.radiusTopLeft = element.radiusTopRight;
      element.radiusTopRight = radiusTopLeft;
      element.radiusBottomLeft = element.radiusBottomRight;
      element.radiusBottomRight = radiusBottomLeft;
      element.slantLeft = 0 - element.slantRight;
      element.slantRight = 0 - slantLeft;
      break;
    }
    case 'ellipse':
      // Degrees count clockwise from the top.
      if (element.sweep < 360) element.start = turned(-element.start - element.sweep);
      break;
    case 'line': {
      const { headStart } = element;
      element.rises = !element.rises;
      element.headStart = element.headEnd;
      element.headEnd = headStart;
      break;
    }
    case 'path':
      element.subpaths = element.subpaths.map((subpath) => ({
        ...subpath,
        points: subpath.points.map((point) => ({
          ...point,
          x: 1 - point.x,
          inX: 1 - point.inX,
          outX: 1 - point.outX,
        })),
      }));
  }
}

function flipTether(tether: Tether, middle: number): Tether {
  const { edge, toEdge } = tether;
  const isAcross = edge === 'left' || edge === 'centre' || edge === 'right';
  if (!isAcross) return tether;
  const end = flippedEnd[toEdge] ?? 0;
  return {
    ...tether,
    edge: flippedEdge(edge),
    // A way that is multiplied counts from the left on both sides.
    ...(tether.factor === 1
      ? { toEdge: flippedEdge(toEdge) }
      : { toEdge: 'right' as const, factor: 1 - end * tether.factor }),
    offset: 0 - tether.offset,
    min: tether.max === null ? null : 2 * middle - tether.max,
    max: tether.min === null ? null : 2 * middle - tether.min,
  };
}

/** What turns into its counterpart when left and right change places. */
const counterparts: Readonly<Record<string, string>> = {
  wipeLeft: 'wipeRight',
  wipeRight: 'wipeLeft',
  slantLeft: 'slantRight',
  slantRight: 'slantLeft',
  radiusTopLeft: 'radiusTopRight',
  radiusTopRight: 'radiusTopLeft',
  radiusBottomLeft: 'radiusBottomRight',
  radiusBottomRight: 'radiusBottomLeft',
};
const signed: ReadonlySet<string> = new Set(['x', 'rotation', 'shadowX', 'slantLeft', 'slantRight']);

function flipTrack(track: Track, element: Element, middle: number): Track {
  const { property, mode } = track;
  const numbers = (flip: (value: number) => number): Track['keys'] =>
    track.keys.map((key) => (typeof key.value === 'number' ? { ...key, value: flip(key.value) } : key));
  const own = { ...track, property: counterparts[property] ?? property };
  if (property === 'x' && mode === 'value')
    return { ...own, keys: numbers((value) => 2 * middle - value - element.w) };
  if (signed.has(property) && mode !== 'factor') return { ...own, keys: numbers((value) => 0 - value) };
  if (/^(fill|outline)\.angle$/.test(property))
    return { ...own, keys: numbers((value) => (mode === 'value' ? 180 - value : 0 - value)) };
  if (/^(fill|outline)\.x$/.test(property))
    return { ...own, keys: numbers((value) => (mode === 'value' ? 1 - value : 0 - value)) };
  // A line that is turned over begins where it ended.
  if (element.kind === 'line' && property === 'drawEnd')
    return { ...own, property: 'drawStart', mode: 'offset', keys: numbers((value) => 1 - value) };
  if (element.kind === 'line' && property === 'drawStart')
    return { ...own, property: 'drawEnd', mode: 'factor', keys: numbers((value) => 1 - value) };
  return own;
}

const sides: readonly (readonly [one: RegExp, other: string])[] = [
  [/\bleft\b/, 'right'],
  [/\bLeft\b/, 'Right'],
  [/\bright\b/, 'left'],
  [/\bRight\b/, 'Left'],
  [/\bhome\b/, 'away'],
  [/\bHome\b/, 'Away'],
  [/\baway\b/, 'home'],
  [/\bAway\b/, 'Home'],
  [/ A$/, ' B'],
  [/ B$/, ' A'],
  [/ 1$/, ' 2'],
];
/** The name of the counterpart on the other side, where the name tells its side. */
const otherSide = (name: string): string | null => {
  const found = sides.find(([one]) => one.test(name));
  return found ? name.replace(found[0], found[1]) : null;
};

/**
 * Copies elements to the other side of the canvas: places, shapes, alignment, tethers and motion are turned over, and
 * what only these elements take their values from, fields and bindings, is copied too, as are Changes that wait for
 * such a field. Names that tell their side tell the other; those that do not are given theirs on both sides.
 * Returns the outermost copies.
 */
export function mirrorAcross(template: Template, ids: readonly string[], newId: NewId): string[] {
  const middle = template.width / 2;
  const originals = outermost(template, ids);
  const copyOf = copyElements(template, originals, newId);
  const copies = new Set(copyOf.values());
  const isLeft = sideOf(template, [...copyOf.keys()], middle);

  for (const id of copies) flipElement(template.elements[id] as Element, middle);
  const own = new Set(template.tethers.filter((tether) => copies.has(tether.element)));
  template.tethers = template.tethers.map((tether) =>
    own.has(tether) ? flipTether(tether, middle) : tether,
  );
  for (const { phase } of phasesOf(template))
    phase.tracks = phase.tracks.map((track) =>
      copies.has(track.element)
        ? flipTrack(track, template.elements[track.element] as Element, middle)
        : track,
    );

  const valueOf = copySources(template, copyOf, copies, isLeft, newId);
  copyChanges(template, copyOf, valueOf, newId);
  const names = Object.values(template.elements);
  for (const [from, to] of copyOf) {
    const [source, copy] = [template.elements[from] as Element, template.elements[to] as Element];
    copy.name = nameAcross(source, copy, names, isLeft);
  }
  return originals.map((id) => copyOf.get(id) as string);
}

/** Whether the elements lie more on the left than on the right of a line. */
function sideOf(template: Template, ids: readonly string[], middle: number): boolean {
  const centres = ids.flatMap((id) => {
    const element = template.elements[id];
    return element && !isUnion(element) ? [element.x + element.w / 2 - middle] : [];
  });
  return centres.reduce((sum, value) => sum + value, 0) <= 0;
}

interface Named {
  name: string;
}

/** The name of a copy; an original whose name tells no side is told its own. */
function nameAcross(source: Named, copy: Named, all: readonly Named[], isLeft: boolean): string {
  const others = (): string[] => all.filter((one) => one !== source && one !== copy).map(({ name }) => name);
  const told = otherSide(source.name);
  if (told !== null) return freshName(told, [...others(), source.name]);
  const stem = source.name;
  source.name = freshName(`${stem} ${isLeft ? 'left' : 'right'}`, others());
  return freshName(`${stem} ${isLeft ? 'right' : 'left'}`, [...others(), source.name]);
}

/** Copies the fields and bindings that drive nothing but the originals, and ties the copies to them. */
function copySources(
  template: Template,
  copyOf: ReadonlyMap<string, string>,
  copies: ReadonlySet<string>,
  isLeft: boolean,
  newId: NewId,
): ReadonlyMap<string, string> {
  const elsewhere = new Set(
    template.ties
      .filter((tie) => !copyOf.has(tie.element) && !copies.has(tie.element))
      .map(({ field }) => field),
  );
  const drives = new Set(template.ties.filter((tie) => copyOf.has(tie.element)).map(({ field }) => field));
  const isOwn = ({ id }: { id: string }): boolean =>
    drives.has(id) && !elsewhere.has(id) && template.paletteField !== id;
  const fields = template.fields.filter(isOwn);
  const bindings = template.bindings.filter(isOwn);
  const valueOf = new Map([...fields, ...bindings].map(({ id }) => [id, newId()]));
  const all = [...template.fields, ...template.bindings];
  for (const field of fields) {
    const copy = { ...plain(field), id: valueOf.get(field.id) as string };
    copy.name = nameAcross(field, copy, all, isLeft);
    template.fields.push(copy);
    all.push(copy);
    const bound = template.bound[field.id];
    if (bound !== undefined) template.bound[copy.id] = valueOf.get(bound) ?? bound;
  }
  for (const binding of bindings) {
    const copy = { ...renamedIn(plain(binding), valueOf), id: valueOf.get(binding.id) as string };
    copy.name = nameAcross(binding, copy, all, isLeft);
    template.bindings.push(copy);
    all.push(copy);
  }
  template.ties = template.ties.map((tie) =>
    copies.has(tie.element) ? { ...tie, field: valueOf.get(tie.field) ?? tie.field } : tie,
  );
  return valueOf;
}

/** A Change that waits for a field of one side gets a counterpart that waits for the other's and moves that. */
function copyChanges(
  template: Template,
  copyOf: ReadonlyMap<string, string>,
  valueOf: ReadonlyMap<string, string>,
  newId: NewId,
): void {
  const copies = new Set(copyOf.values());
  template.changes = template.changes.flatMap((change): Change[] => {
    if (!change.when.some((rule) => valueOf.has(rule.field))) return [change];
    const isCopy = ({ element }: Phase['tracks'][number]): boolean => copies.has(element);
    const names = template.changes.map(({ name }) => name);
    return [
      { ...change, tracks: change.tracks.filter((track) => !isCopy(track)) },
      {
        ...plain(change),
        id: newId(),
        name: freshName(otherSide(change.name) ?? change.name, names),
        when: change.when.map((rule) => ({ ...rule, field: valueOf.get(rule.field) ?? rule.field })),
        tracks: change.tracks.filter(isCopy).map(plain),
      },
    ];
  });
}
