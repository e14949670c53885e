import {
  childrenThrough,
  fitElement,
  type ChartMark,
  type Instance,
  type Rest,
  type RowInHand,
} from '../layout';
import {
  compileColour,
  compileTrack,
  poseIndex,
  poseLength,
  shifted,
  spanOf,
  timingOf,
  type CompiledColour,
  type CompiledTrack,
  type Sizes,
  type Timing,
} from '../motion';
import {
  boxKeys,
  movableOf,
  poseMovables,
  StyleReader,
  phaseOf,
  pivotOfPart,
  type Box,
  type Cascade,
  type Change,
  type Element,
  type Look,
  type Movable,
  type PoseKey,
  type Template,
  type Track,
  type TrackUnit,
  type Growing,
  effectsOf,
  emptyList,
  isWords,
  holds,
  growthOf,
  kindOf,
  wordsOf,
} from '../show';
import type { TextLayout, TextMeasure } from '../text';
import { grownBy, highlitBy, zoomedBy } from './marks';
import { countOf, type CountMotion } from './count';
import { wayKey } from './map-view';
import { differs, goingKeys } from './differences';
import { MapTurns } from './turning';
import { morphOf, type Morph } from './morph';
import { byPhase, pieceMotion, type PieceMotion, type PiecesGiven } from './pieces';
import type { Side, Part, ScenePhase } from './part';

/** The motion of one element, worked out. */
export interface OwnMotion {
  readonly tracks: readonly (readonly CompiledTrack[])[];
  readonly colours: readonly (readonly CompiledColour[])[];
  readonly extras: readonly Movable[];
  readonly poseLength: number;
  readonly isLive: boolean;
  readonly movesShape: boolean;
  readonly movesEffects: boolean;
  readonly pieces: PieceMotion | null;
  readonly count: CountMotion | null;
  /** The way of its outline in a Change. */
  readonly morph: Morph | null;
}

interface Stage {
  readonly rest: Rest;
  /** The rest pose of the values before, in a Change. */
  readonly before: Rest | null;
  readonly change: Change | null;
  readonly measure: TextMeasure;
  readonly look: Look;
  /** The whole picture, in the template's space. */
  readonly canvas: Box;
}

/** A track as it falls to an instance: its own, or its part of one that is spread over several. */
interface Given {
  readonly phase: number;
  readonly track: Track;
  readonly part: { readonly at: number; readonly count: number; readonly group: string } | null;
}

/** What rows a cascade goes by; null for one that goes by words or children. */
const rowPlace = (by: Cascade['by'], row: RowInHand): { at: number; count: number } | null =>
  by === 'row'
    ? { at: row.line, count: row.lines }
    : by === 'column'
      ? { at: row.place, count: row.places }
      : by === 'cell'
        ? { at: row.at, count: row.count }
        : null;

const inPieces: ReadonlySet<string> = new Set(boxKeys);
/** Whether a motion of words can be spread over their characters, words or lines; others move the whole. */
export const spreadsOverWords = (property: string): boolean =>
  inPieces.has(property) || property === 'colour';

const none: readonly never[] = [];

const stands = { x: 0, y: 0 };
const noRow: RowInHand = {
  rows: '',
  of: '',
  list: emptyList,
  key: '',
  at: 0,
  line: 0,
  place: 0,
  count: 1,
  lines: 1,
  places: 1,
  outer: null,
};
/** Whether a cascade goes by parts of words. */
const isByWords = (cascade: Cascade | null): boolean =>
  cascade !== null && cascade.by !== 'child' && rowPlace(cascade.by, noRow) === null;

/** What a track moves a mark of a chart by, as tracks of the mark itself. */
function movedBy(track: Track, mark: ChartMark, { by, series, row }: Growing): Track[] {
  if (by === 'zoom') return zoomedBy(track, mark.zooms);
  const isMeant = (series === null || series === mark.series) && (row === null || row === mark.row);
  if (by === 'grow') return isMeant ? grownBy(track, mark.grows) : [];
  const isOther = series === null ? mark.isOfRow : mark.isOfSeries;
  return isOther && !isMeant ? highlitBy(track) : [];
}

/** How far an outline is from where it goes: 1 where it begins. */
const morphMovable: Movable = {
  ...poseMovables.opacity,
  key: 'morph',
  label: 'Outline',
  isPose: false,
  modes: ['offset'],
  min: -10,
  max: 10,
};

/** How far the view of a map is from where it goes: 1 where it begins. */
const viewMovable: Movable = { ...morphMovable, key: wayKey, label: 'View' };

/** The words of an element whose number can be counted to; null where it has none. */
const countable = (element: Element): string | null =>
  isWords(element) && movableOf(element, 'count') ? wordsOf(element).wording(element).text : null;

/** The value of a property, or of something inside it such as `fill.stops.0.at`. */
export function valueAt(element: Element, key: string): unknown {
  let value: unknown = element;
  for (const step of key.split('.')) value = (value as Record<string, unknown> | undefined)?.[step];
  return value;
}

/** Works out what moves each element of a scene: its tracks, its part of cascades, and what goes from old to new. */
export class MotionPlan {
  /** How regions of maps turn. */
  readonly turns: MapTurns;
  private readonly given = new Map<string, Given[]>();
  private readonly reader: StyleReader;
  private readonly switching = new Map<string, boolean>();
  private readonly timings = new Map<Cascade, Map<string, Timing>>();
  /** By the id of an element: its instances of now, and those of before that are gone. */
  private readonly paths = new Map<string, string[]>();

  constructor(
    private readonly template: Template,
    private readonly phases: readonly ScenePhase[],
    private readonly stage: Stage,
  ) {
    this.reader = new StyleReader(stage.look);
    this.turns = new MapTurns(stage, (path) => this.sideOf(path));
    const { before, rest } = stage;
    for (const { of } of [rest.instances, ...(before ? [before.instances] : [])])
      for (const [id, own] of of) {
        const known = this.paths.get(id);
        if (!known) this.paths.set(id, [...own]);
        else for (const path of own) if (!this.isIn(rest, path)) known.push(path);
      }
    phases.forEach(({ ref }, phase) => {
      for (const track of phaseOf(template, ref)?.tracks ?? [])
        for (const path of this.paths.get(track.element) ?? []) this.give(phase, track, path);
    });
  }

  private isIn(rest: Rest | null, path: string): boolean {
    return rest?.instances.all.has(path) ?? false;
  }

  private instance(path: string): Instance | undefined {
    const { rest, before } = this.stage;
    return rest.instances.all.get(path) ?? before?.instances.all.get(path);
  }

  /** What an instance holds through the change, back to front. */
  childrenOf(path: string): readonly string[] {
    return childrenThrough(this.stage.before?.instances ?? null, this.stage.rest.instances, path);
  }

  private put(path: string, given: Given): void {
    const list = this.given.get(path);
    if (list) list.push(given);
    else this.given.set(path, [given]);
  }

  private give(phase: number, track: Track, path: string): void {
    const { cascade, side } = track;
    const instance = this.instance(path);
    const growth = instance && kindOf(instance.element).grows ? growthOf(track.property) : null;
    if (growth) return this.giveGrowth(phase, track, path, growth);
    if (!cascade || !instance) return this.put(path, { phase, track, part: null });
    const isOver = holds(instance.element) && cascade.by === 'child';
    if (isOver || (instance.repeats && rowPlace(cascade.by, noRow))) {
      const { before, rest } = this.stage;
      // What comes or goes is spread over what comes or goes alone.
      const rows = this.childrenOf(path);
      const isOverCells =
        instance.element.kind === 'table' && (cascade.by === 'column' || cascade.by === 'cell');
      const parts = isOverCells
        ? rows.flatMap((row) => this.childrenOf(row))
        : kindOf(instance.element).grows
          ? this.marksOf(path)
          : rows;
      const children = parts.filter(
        (child) =>
          this.instance(child)?.element.hidden === false &&
          (!instance.repeats ||
            side === 'whole' ||
            !before ||
            (side === 'new' ? !this.isIn(before, child) : !this.isIn(rest, child))),
      );
      children.forEach((child, at) => {
        const row = this.instance(child)?.row;
        const place = (instance.repeats && row && side === 'whole' ? rowPlace(cascade.by, row) : null) ?? {
          at,
          count: children.length,
        };
        this.put(child, { phase, track, part: { ...place, group: path } });
      });
      return;
    }
    const place = instance.row && rowPlace(cascade.by, instance.row);
    this.put(path, { phase, track, part: place ? { ...place, group: instance.row.of } : null });
  }

  /** The marks of a chart or a map, those that are seen through its window too, in the order of their rows where they say one. */
  private marksOf(path: string): readonly string[] {
    const marks = this.childrenOf(path).flatMap((child) =>
      this.instance(child)?.mark ? [child] : this.marksOf(child),
    );
    return this.instance(path)?.element.kind !== 'map'
      ? marks
      : [...marks].sort((a, b) => (this.instance(a)?.row?.line ?? 0) - (this.instance(b)?.row?.line ?? 0));
  }

  /** What a track moves a chart by, as the motion of each of its marks. */
  private giveGrowth(phase: number, track: Track, path: string, growing: Growing): void {
    for (const child of this.marksOf(path)) {
      const { mark, row } = this.instance(child) ?? {};
      if (!mark || !row) continue;
      const place = track.cascade && rowPlace(track.cascade.by, row);
      const part = place ? { ...place, group: path } : null;
      for (const own of movedBy(track, mark, growing)) this.put(child, { phase, track: own, part });
    }
  }

  /** Whether an instance shows its old values before, and its new ones after the swap, as two pictures. */
  switches(path: string): boolean {
    const known = this.switching.get(path);
    if (known !== undefined) return known;
    const found = this.decide(path);
    this.switching.set(path, found);
    return found;
  }

  /** The sides in which an instance is there: what comes is new alone, what goes is old alone. */
  sideOf(path: string): Side {
    const { before, rest } = this.stage;
    if (!before || (this.isIn(before, path) && this.isIn(rest, path))) return 'both';
    return this.isIn(rest, path) ? 'new' : 'old';
  }

  /** Whether the Change has motion for the old or the new picture of an instance alone. */
  isSided(path: string): boolean {
    const { change } = this.stage;
    const instance = this.instance(path);
    if (!change || !instance) return false;
    const { element, isRow, repeats } = instance;
    // One that comes or goes has motion by itself where it is given none.
    if (isRow && this.sideOf(path) !== 'both') return true;
    if (isRow)
      return (this.given.get(path) ?? none).some(
        ({ phase, track }) => this.phases[phase]?.kind === 'change' && track.side !== 'whole',
      );
    // Of rows, those that come and go are sided one by one, not the whole of them.
    return change.tracks.some(
      (track) => track.element === element.id && track.side !== 'whole' && !(repeats && track.cascade),
    );
  }

  private decide(path: string): boolean {
    const { before, rest, change } = this.stage;
    if (!before || !change || this.sideOf(path) !== 'both') return false;
    const element = rest.elements[path];
    const tracks = change.tracks.filter((track) => track.element === element?.id);
    if (this.turns.covers(path)) return true;
    const counts = tracks.some((track) => track.property === 'count') || this.countsInCell(path);
    if (counts && this.countOf(path, 'both')) return false;
    const isChanged = holds(element)
      ? this.anyDiffers(path)
      : differs(path, before, rest) || this.isOtherLine(path) || this.turns.isOtherShape(path);
    return this.isSided(path) && !this.instance(path)?.isRow
      ? isChanged || !change.sparesTheSame
      : isChanged && !holds(element);
  }

  /** Whether an instance is a line that cannot go to the new one by degrees. */
  private isOtherLine(path: string): boolean {
    const { before, rest } = this.stage;
    const is = rest.instances.all.get(path)?.mark?.trace;
    return (
      Boolean(is) &&
      before !== null &&
      before.elements[path] !== rest.elements[path] &&
      this.morphAt(path) === null
    );
  }

  private readonly morphs = new Map<string, Morph | null>();
  /** The way of a line through the Change; null where it is none, or another line. */
  private morphAt(path: string): Morph | null {
    const known = this.morphs.get(path);
    if (known !== undefined) return known;
    const { before, rest } = this.stage;
    const [was, is] = [
      before?.instances.all.get(path)?.mark?.trace,
      rest.instances.all.get(path)?.mark?.trace,
    ];
    const [wasIn, isIn] = [before?.elements[path], rest.elements[path]];
    const chart = rest.instances.all.get(path)?.row?.of ?? '';
    const [wasAt, isAt] = [before?.elements[chart], rest.elements[chart]];
    let found: Morph | null = null;
    if (was && is && wasIn && isIn && wasAt && isAt) {
      const inChart = (own: Element, around: Element) => ({
        x: own.x - around.x,
        y: own.y - around.y,
        w: own.w,
        h: own.h,
      });
      found = morphOf(was, is, inChart(wasIn, wasAt), inChart(isIn, isAt));
    }
    this.morphs.set(path, found);
    return found;
  }

  private anyDiffers(path: string): boolean {
    const { before, rest } = this.stage;
    return this.childrenOf(path).some((child) => {
      if (this.sideOf(child) !== 'both') return true;
      return holds(rest.elements[child])
        ? this.anyDiffers(child)
        : before !== null && differs(child, before, rest);
    });
  }

  /** Whether the value of a cell counts to the new one. */
  private countsInCell(path: string): boolean {
    const { before, change } = this.stage;
    const now = this.instance(path)?.cell;
    const was = before?.instances.all.get(path)?.cell;
    return change !== null && now?.changes === 'count' && was !== undefined && was?.words !== now.words;
  }

  private countOf(path: string, side: Side): CountMotion | null {
    const { rest, before } = this.stage;
    const element = (side === 'old' && before ? before : rest).elements[path];
    const words = element && countable(element);
    if (words === null || words === undefined) return null;
    const old = before?.elements[path];
    return countOf(words, side === 'both' && old ? countable(old) : null);
  }

  /** What one unit of an offset is worth, px, above 0 and below it. */
  sizes(unit: TrackUnit, key: string, path: string, element: Element, box: Box): Sizes {
    const isX = key === 'x' || key === 'w';
    const even = (worth: number): Sizes => ({ forward: worth, back: worth });
    switch (unit) {
      case 'px':
        return even(1);
      case 'own':
        return even(isX ? box.w : box.h);
      case 'canvas':
        return even(isX ? this.stage.canvas.w : this.stage.canvas.h);
      case 'parent': {
        const around = this.instance(path)?.parent;
        const own = around ? this.stage.rest.boxes.get(around) : undefined;
        return even(isX ? (own?.w ?? this.template.width) : (own?.h ?? this.template.height));
      }
      case 'clear': {
        const seen = this.seenBox(element, box);
        const { canvas } = this.stage;
        return isX
          ? {
              forward: Math.max(0, canvas.x + canvas.w - seen.x),
              back: Math.max(0, seen.x + seen.w - canvas.x),
            }
          : {
              forward: Math.max(0, canvas.y + canvas.h - seen.y),
              back: Math.max(0, seen.y + seen.h - canvas.y),
            };
      }
    }
  }

  /** The box that an element covers at rest, turned and with its effects. */
  private seenBox(element: Element, box: Box): Box {
    const angle = (element.rotation * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [px, py] = [box.x + box.w * element.pivotX, box.y + box.h * element.pivotY];
    const xs: number[] = [];
    const ys: number[] = [];
    for (const [u, v] of [
      [box.x, box.y],
      [box.x + box.w, box.y],
      [box.x, box.y + box.h],
      [box.x + box.w, box.y + box.h],
    ] as const) {
      xs.push(px + (u - px) * cos - (v - py) * sin);
      ys.push(py + (u - px) * sin + (v - py) * cos);
    }
    const effects = effectsOf(element);
    const reach = effects
      ? effects.blur * 1.5 +
        Math.max(
          (effects.glow?.reach ?? 0) * 1.5,
          effects.shadow
            ? Math.max(Math.abs(effects.shadow.x), Math.abs(effects.shadow.y)) + effects.shadow.blur * 1.5
            : 0,
        )
      : 0;
    const pad = reach + kindOf(element).reach(element);
    const [left, top] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
    return { x: left, y: top, w: Math.max(...xs) + pad - left, h: Math.max(...ys) + pad - top };
  }

  /** Everything that moves an instance in one side of the scene. */
  of(path: string, element: Element, box: Box, side: Side): OwnMotion {
    const given = (this.given.get(path) ?? none).filter(({ phase, track }) => {
      if (this.phases[phase]?.kind !== 'change') return true;
      // What goes has nothing left to count to.
      if (side === 'old' && track.property === 'count') return false;
      return track.side === 'whole' || track.side === side;
    });
    const extras: Movable[] = [];
    const tracks: CompiledTrack[][] = [];
    const colours: CompiledColour[][] = [];
    const pieceColours: { phase: number; track: Track; compiled: CompiledColour }[] = [];
    const pieceTracks: { phase: number; track: Track; compiled: CompiledTrack }[] = [];
    const put = <T>(lists: T[][], phase: number, item: T): void => {
      (lists[phase] ??= []).push(item);
    };
    const cellCounts = side === 'both' && this.countsInCell(path) && this.countOf(path, side) !== null;
    const counts = cellCounts || given.some(({ track }) => track.property === 'count');
    for (const { phase, track, part } of given) {
      const place = this.phases[phase] as ScenePhase;
      const movable = track.property === 'veil' ? poseMovables.veil : movableOf(element, track.property);
      // A property that the element has no more moves nothing; Build says so.
      if (!movable) continue;
      const timed = <T extends CompiledTrack | CompiledColour>(compiled: T): T =>
        part === null ? compiled : this.partOf(compiled, track.cascade as Cascade, part, element, box);
      if (movable.type === 'colour') {
        const base = String(valueAt(element, track.property));
        const named = { ...track, keys: track.keys.map((key) => ({ ...key, value: this.plain(key.value) })) };
        const compiled = compileColour(named, place.kind, place.frames, base);
        if (isWords(element) && track.property === 'colour' && isByWords(track.cascade))
          pieceColours.push({ phase, track, compiled });
        else put(colours, phase, timed(compiled));
        continue;
      }
      const index = this.indexOf(movable, extras);
      const base = this.baseOf(movable, element, box);
      const isInPieces = isWords(element) && !counts && isByWords(track.cascade) && inPieces.has(movable.key);
      const sizes =
        isInPieces && track.unit === 'own'
          ? { forward: 1, back: 1 }
          : this.sizes(track.unit, track.property, path, element, box);
      const compiled = compileTrack(track, place.kind, place.frames, movable, index, base, sizes);
      if (isInPieces) pieceTracks.push({ phase, track, compiled });
      else put(tracks, phase, timed(compiled));
    }
    const morph =
      side === 'both' && this.stage.before?.elements[path] !== element ? this.morphAt(path) : null;
    if (side === 'both') this.carry(path, element, box, extras, tracks, colours, cellCounts, morph);
    else {
      if (side === 'new') this.turnOver(path, element, box, tracks);
      this.comeOrGo(path, element, box, side, given, extras, tracks);
    }
    const flat = tracks.flat();
    const colourKeys = new Set(colours.flat().map(({ key }) => key));
    const moves = (key: PoseKey): boolean => flat.some((track) => track.index === poseIndex[key]);
    const isEffect = (key: string): boolean => key.startsWith('shadow') || key.startsWith('glow');
    const spreads = isWords(element) && moves('tracking');
    return {
      tracks: byPhase(tracks, this.phases.length),
      colours: byPhase(colours, this.phases.length),
      extras,
      poseLength: poseLength + extras.length,
      isLive:
        extras.length > 0 ||
        morph !== null ||
        colourKeys.size > 0 ||
        moves('w') ||
        moves('h') ||
        moves('drawStart') ||
        moves('drawEnd'),
      movesShape:
        extras.some(({ key }) => !key.startsWith('radius') && !isEffect(key)) ||
        [...colourKeys].some((key) => key !== 'fill' && !isEffect(key)),
      movesEffects:
        moves('blur') || extras.some(({ key }) => isEffect(key)) || [...colourKeys].some(isEffect),
      pieces:
        pieceTracks.length + pieceColours.length > 0 || spreads
          ? this.inPieces(path, side, { element, box, tracks: pieceTracks, tints: pieceColours, spreads })
          : null,
      count: counts ? this.countOf(path, side) : null,
      morph,
    };
  }

  private plain(value: string | number): string {
    return typeof value === 'string' ? this.reader.colour(value) : '';
  }

  private indexOf(movable: Movable, extras: Movable[]): number {
    if (movable.isPose) return poseIndex[movable.key as PoseKey];
    const at = extras.findIndex(({ key }) => key === movable.key);
    return poseLength + (at >= 0 ? at : extras.push(movable) - 1);
  }

  private baseOf(movable: Movable, element: Element, box: Box): number {
    switch (movable.key) {
      case 'x':
        return box.x;
      case 'y':
        return box.y;
      case 'w':
        return box.w;
      case 'h':
        return box.h;
      case 'scale':
      case 'scaleX':
      case 'scaleY':
      case 'drawEnd':
      case 'count':
        return 1;
      default: {
        const value = valueAt(element, movable.key);
        return typeof value === 'number' ? value : 0;
      }
    }
  }

  /** A child's part of the cascade of its group. */
  private partOf<T extends CompiledTrack | CompiledColour>(
    compiled: T,
    cascade: Cascade,
    { at, count, group }: NonNullable<Given['part']>,
    element: Element,
    box: Box,
  ): T {
    const { shifts, pace } = this.timing(cascade, count, spanOf(compiled));
    // By itself each part turns about its own pivot.
    const own =
      cascade.pivot === 'part' ? { u: element.pivotX, v: element.pivotY } : pivotOfPart(cascade.pivot);
    const around = this.stage.rest.boxes.get(group);
    const owner = this.stage.rest.elements[group];
    const about = own
      ? { dx: box.w * (element.pivotX - own.u), dy: box.h * (element.pivotY - own.v) }
      : around && owner
        ? {
            dx: box.x + box.w * element.pivotX - (around.x + around.w * owner.pivotX),
            dy: box.y + box.h * element.pivotY - (around.y + around.h * owner.pivotY),
          }
        : { dx: 0, dy: 0 };
    return shifted(compiled, shifts[at] ?? 0, pace, about);
  }

  /** A cascade's timing, worked out once for all its parts. */
  private timing(cascade: Cascade, count: number, span: number): Timing {
    const known = this.timings.get(cascade)?.get(`${count} ${span}`);
    if (known) return known;
    const made = timingOf(cascade, count, span);
    const own = this.timings.get(cascade) ?? new Map<string, Timing>();
    this.timings.set(cascade, own.set(`${count} ${span}`, made));
    return made;
  }

  /** What differs between the old and the new rest pose and can go there by degrees, as tracks of the Change. */
  private carry(
    path: string,
    element: Element,
    box: Box,
    extras: Movable[],
    tracks: CompiledTrack[][],
    colours: CompiledColour[][],
    counts: boolean,
    morph: Morph | null,
  ): void {
    const { before, change } = this.stage;
    const old = before?.elements[path];
    const oldBox = before?.boxes.get(path);
    const phase = this.phases.findIndex(({ kind }) => kind === 'change');
    if (!before || !change || !old || !oldBox || phase < 0) return;
    const [from, to] = this.turns.frames(path);
    const track = (property: string, value: number | string, rest: number | string): Track => ({
      id: property,
      element: element.id,
      property,
      mode: typeof value === 'string' ? 'value' : 'offset',
      unit: 'px',
      side: 'new',
      cascade: null,
      keys: [
        { frame: from, value, ease: change.carryEase },
        { frame: to, value: rest, ease: 'linear' },
      ],
    });
    const number = (movable: Movable, index: number, by: number, base: number): void => {
      if (Math.abs(by) > 1e-9)
        (tracks[phase] ??= []).push(
          compileTrack(track(movable.key, by, 0), 'change', change.frames, movable, index, base),
        );
    };
    const pose = (key: PoseKey, by: number, base = 0): void =>
      number(poseMovables[key], poseIndex[key], by, base);
    if (counts) {
      const movable = movableOf(element, 'count');
      const own: Track = { ...track('count', 0, 1), mode: 'factor' };
      if (movable)
        (tracks[phase] ??= []).push(compileTrack(own, 'change', change.frames, movable, poseIndex.count, 1));
    }
    const cell = this.instance(path)?.cell;
    const mark = this.instance(path)?.mark;
    const lit = cell?.flash && mark?.turns ? this.turns.lit(path, cell.flash, track) : null;
    if (lit)
      (colours[phase] ??= []).push(compileColour(lit, 'change', change.frames, String(valueAt(element, 'fill')))); // prettier-ignore
    else if (!mark?.turns && cell?.flash && before.instances.all.get(path)?.cell?.words !== cell.words)
      (colours[phase] ??= []).push(
        compileColour(
          track('fill', cell.flash, `${cell.flash.slice(0, 7)}00`),
          'change',
          change.frames,
          `${cell.flash.slice(0, 7)}00`,
        ),
      );
    if (morph) number(morphMovable, this.indexOf(morphMovable, extras), 1, 0);
    if (this.turns.isOtherView(path)) number(viewMovable, this.indexOf(viewMovable, extras), 1, 0);
    const veil = (instance: Instance | undefined): number => instance?.mark?.veil ?? 0;
    pose('veil', veil(before.instances.all.get(path)) - veil(this.instance(path)));
    const travel = this.travel(path);
    const carried = this.carriedBy(path);
    if (this.instance(path)?.isRow) {
      pose('x', travel.x);
      pose('y', travel.y);
    }
    if (!holds(element)) {
      const [dw, dh] = isWords(element) ? [0, 0] : [oldBox.w - box.w, oldBox.h - box.h];
      pose('w', dw);
      pose('h', dh);
      // A box grows about its pivot. What rides on an edge goes along with that.
      const ridden = element.rides?.edge;
      const isAlong = ridden === 'left' || ridden === 'right';
      if (ridden === undefined || !isAlong) pose('x', oldBox.x - box.x - carried.x + dw * element.pivotX);
      if (ridden === undefined || isAlong) pose('y', oldBox.y - box.y - carried.y + dh * element.pivotY);
    }
    const { numbers, colours: keys } = goingKeys(old, element);
    for (const key of numbers) {
      if (key === 'x' || key === 'y' || key === 'w' || key === 'h') continue;
      // The view of a map goes from old to new as one.
      if (element.kind === 'map' && key === 'zoomed') continue;
      const [a, b] = [Number(valueAt(old, key)), Number(valueAt(element, key))];
      const movable = movableOf(element, key);
      if (movable) number(movable, this.indexOf(movable, extras), a - b, b);
    }
    for (const key of keys) {
      if (key === 'fill' && cell?.flash && mark?.turns) continue;
      const [a, b] = [String(valueAt(old, key)), String(valueAt(element, key))];
      (colours[phase] ??= []).push(compileColour(track(key, a, b), 'change', change.frames, b));
    }
  }

  /** The new fill of a region comes over the old one. */
  private turnOver(path: string, element: Element, box: Box, tracks: CompiledTrack[][]): void {
    const { change } = this.stage;
    const phase = this.phases.findIndex(({ kind }) => kind === 'change');
    const track = this.turns.track(path, element);
    const movable = track && movableOf(element, track.property);
    if (!change || phase < 0 || !track || !movable) return;
    const base = this.baseOf(movable, element, box);
    const index = poseIndex[track.property];
    (tracks[phase] ??= []).push(compileTrack(track, 'change', change.frames, movable, index, base));
  }

  /** A row that comes or goes fades, where it is given no motion of its own. */
  private comeOrGo(
    path: string,
    element: Element,
    box: Box,
    side: Side,
    given: readonly Given[],
    extras: Movable[],
    tracks: CompiledTrack[][],
  ): void {
    const { change } = this.stage;
    const phase = this.phases.findIndex(({ kind }) => kind === 'change');
    if (!change || phase < 0 || !this.instance(path)?.isRow || this.turns.covers(path)) return;
    if (given.some((one) => this.phases[one.phase]?.kind === 'change')) return;
    const [from, to] = this.turns.frames(path);
    // What goes has gone before what comes is there.
    const middle = Math.max(from, Math.min(to, change.swap ?? (from + to) / 2));
    const own: Track = {
      id: 'opacity',
      element: element.id,
      property: 'opacity',
      mode: 'factor',
      unit: 'px',
      side: side === 'old' ? 'old' : 'new',
      cascade: null,
      keys:
        side === 'old'
          ? [
              { frame: from, value: 1, ease: change.carryEase },
              { frame: middle, value: 0, ease: 'linear' },
            ]
          : [
              { frame: middle, value: 0, ease: change.carryEase },
              { frame: to, value: 1, ease: 'linear' },
            ],
    };
    const mark = this.instance(path)?.mark;
    const marks = mark ? grownBy({ ...own, property: 'grow' }, mark.grows) : [];
    for (const track of marks.length > 0 ? marks : [own]) {
      const movable = movableOf(element, track.property);
      if (!movable) continue;
      const index = this.indexOf(movable, extras);
      const base = this.baseOf(movable, element, box);
      (tracks[phase] ??= []).push(compileTrack(track, 'change', change.frames, movable, index, base));
    }
  }

  /** What an instance holds through the change as it is painted: rows that rise lie in front. */
  paintedIn(path: string): readonly string[] {
    const children = this.childrenOf(path);
    const { before, rest } = this.stage;
    if (!before || !this.instance(path)?.repeats) return children;
    const risen = (row: string): number => {
      const [was, is] = [before.shifts.get(row), rest.shifts.get(row)];
      return was && is ? was.y - is.y : 0;
    };
    return children.some((row) => risen(row) > 0)
      ? [...children].sort((a, b) => risen(a) - risen(b))
      : children;
  }

  /** Px from where a row, with all rows around it, stands now to where it stood. */
  private travel(path: string): { x: number; y: number } {
    const { before, rest } = this.stage;
    const own = this.instance(path);
    const [was, is] = [before?.shifts.get(path), rest.shifts.get(path)];
    return own?.isRow && was && is ? { x: was.x - is.x, y: was.y - is.y } : stands;
  }

  /** Px by which the rows that an instance lies in carry it along. */
  private carriedBy(path: string): { x: number; y: number } {
    let [x, y] = [0, 0];
    for (let up = this.instance(path)?.parent; up; up = this.instance(up)?.parent) {
      const by = this.travel(up);
      x += by.x;
      y += by.y;
    }
    return x === 0 && y === 0 ? stands : { x, y };
  }

  /** The box of an instance in an side, where its rows are now: they carry what is old along too. */
  boxIn(path: string, side: Side): Box | undefined {
    const { rest, before } = this.stage;
    if (side !== 'old' || !before) return rest.boxes.get(path);
    const box = before.boxes.get(path);
    const { x, y } = this.carriedBy(path);
    return box && (x === 0 && y === 0 ? box : { ...box, x: box.x - x, y: box.y - y });
  }

  /** The fitted words of an instance in an side, likewise. */
  textIn(path: string, side: Side): TextLayout | undefined {
    const { rest, before } = this.stage;
    if (side !== 'old' || !before) return rest.texts.get(path);
    const layout = before.texts.get(path);
    const { x, y } = this.carriedBy(path);
    return layout && (x === 0 && y === 0 ? layout : { ...layout, x: layout.x - x, y: layout.y - y });
  }

  private inPieces(path: string, side: Side, given: PiecesGiven): PieceMotion | null {
    const { rest, before, measure } = this.stage;
    const layout = (side === 'old' && before ? before : rest).texts.get(path);
    return layout ? pieceMotion(layout, measure, this.phases.length, given) : null;
  }

  /** The words of a part fitted anew, standing where those at rest do. */
  readonly refit = (part: Part, words?: string): TextLayout => {
    const { rest, before, measure } = this.stage;
    const own = part.side === 'old' && before ? before : rest;
    const { path } = part;
    const atRest = this.textIn(path, part.side);
    const room = own.areas.get(path);
    const element = part.live ?? part.element;
    if (!atRest || !room || !isWords(element)) throw new Error(`refit: no words in ${path}`);
    const fitted = fitElement(element, room, measure, words);
    const usual = fitElement(part.element as typeof element, room, measure);
    return { ...fitted, x: atRest.x + fitted.x - usual.x, y: atRest.y + fitted.y - usual.y };
  };
}
