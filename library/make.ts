// Short ways to write a template by hand: for the library and the demo show.
import {
  makeTrack,
  newLayout,
  phasesOf,
  takeMotionStyle,
  type Look,
  type Style,
  newCascade,
  newChange,
  newPhase,
  newReaction,
  newTemplate,
  newTether,
  newTextField,
  newTie,
  type Cascade,
  type Change,
  type Ease,
  type Element,
  type Field,
  type Key,
  type Phase,
  type Template,
  type Tether,
  type Tie,
  type Track,
} from '../src/core/show';
import { phaseEnd } from '../src/core/motion';

/** A track: what it moves, its keys, and how it differs from usual. */
export type Move = [element: string, property: string, ...rest: (Partial<Track> | [frame: number, value: Key['value'], ease?: Ease])[]];

export const tracks = (moves: Move[], prefix = 'track'): Track[] =>
  moves.map(([element, property, ...rest], index) => {
    const keys = rest.filter((item) => Array.isArray(item));
    const given = rest.find((item) => !Array.isArray(item)) as Partial<Track> | undefined;
    return makeTrack(`${prefix}-${index}`, element, property, keys, given);
  });

export const phase = (frames: number, moves: Move[]): Phase => ({ frames, tracks: tracks(moves), markers: [] });

/** A phase as long as what moves in it. */
export function moving(moves: Move[]): Phase {
  const made = phase(0, moves);
  return { ...made, frames: phaseEnd(made) };
}

/** A Change by its id; what is not given is as usual. */
export const change = (id: string, name: string, frames: number, moves: Move[], given: Partial<Change> = {}): Change =>
  newChange(id, name, { frames, tracks: tracks(moves), ...given });

export const cascade = (by: Cascade['by'], overlap: number, given: Partial<Cascade> = {}): Cascade => ({ ...newCascade(by), overlap, ...given });

export interface Parts {
  id: string;
  name: string;
  lane: string;
  elements: Element[];
  /** Top level, back to front. */
  order: string[];
  fields?: Field[];
  ties?: [element: string, property: string, field: string, how?: Partial<Tie>][];
  tethers?: [element: string, edge: Tether['edge'], to: string | null, toEdge: Tether['toEdge'], offset: number, limits?: Partial<Tether>][];
  enter: Phase;
  tags?: string[];
  /** Lanes that it sends away as it enters, as it would lie over what they hold. */
  clears?: string[];
  stays?: number;
  idle?: Phase;
  exit: Phase;
  changes?: Change[];
  moves?: Template['moves'];
  steps?: Template['steps'];
  width?: number;
  height?: number;
}

export const template = (parts: Parts): Template =>
  newTemplate(parts.id, parts.name, {
    lane: parts.lane,
    tags: parts.tags ?? [],
    reactions: (parts.clears ?? []).map((lane) => ({ ...newReaction(`clear-${lane}`), whose: { by: 'lane', lane } })),
    stays: parts.stays ?? null,
    width: parts.width ?? 1920,
    height: parts.height ?? 1080,
    elements: Object.fromEntries(parts.elements.map((element) => [element.id, element])),
    order: parts.order,
    fields: parts.fields ?? [],
    ties: (parts.ties ?? []).map(([element, property, field, how]) => ({ ...newTie(element, property, field), ...how })),
    tethers: (parts.tethers ?? []).map(([element, edge, to, toEdge, offset, limits], index) => ({
      ...newTether(`tether-${index}`, element, edge, to, toEdge, offset),
      ...limits,
    })),
    phases: { enter: parts.enter, idle: parts.idle ?? newPhase(0), exit: parts.exit },
    changes: parts.changes ?? [],
    moves: parts.moves ?? [],
    steps: parts.steps ?? [],
  });

/**
 * A template that moves by the motion styles of a package: each track that names one has its curve.
 * Throws where a track names none of them.
 */
export function inMotion(made: Template, look: Look): Template {
  for (const { ref, phase: own } of phasesOf(made))
    for (const { id, style } of own.tracks) {
      if (style === undefined) continue;
      const named = look.styles[style];
      if (named?.kind !== 'motion') throw new Error(`${made.name}: no motion style ${style}`);
      takeMotionStyle(made, [{ phase: ref, track: id }], named);
    }
  return made;
}

/** The layout of a template for an upright screen: what stands elsewhere there, over what is worked out by itself. */
export function tall(made: Template, values: Record<string, object> = {}, size = { w: 1080, h: 1920 }): Template {
  const layout = newLayout(made, 'tall', 'Tall', size.w, size.h);
  for (const [id, own] of Object.entries(values)) {
    if (!made.elements[id]) throw new Error(`${made.name}: no element ${id} for its tall layout`);
    const { w, ...worked } = layout.values[id] ?? {};
    layout.values[id] = { ...worked, ...('x' in own || w === undefined ? {} : { w }), ...own };
  }
  return { ...made, layouts: [...made.layouts, layout] };
}

/** A named style of a package, as an entry of its look. */
export const styleOf = <K extends Style['kind']>(kind: K, id: string, name: string, value: Extract<Style, { kind: K }>['value']): [string, Style] => [
  id,
  { id, name, kind, value } as unknown as Style,
];

/** Motion styles of one curve: their ids and names, and the frames that each is late. */
export const motionStyles = (ease: Ease, styles: readonly (readonly [id: string, name: string, delay: number])[]): [string, Style][] =>
  styles.map(([id, name, delay]) => styleOf('motion', id, name, { ease, delay }));

export const textField = (id: string, name: string, value: string, help = '', given: Parameters<typeof newTextField>[3] = {}): Field =>
  newTextField(id, name, value, { help, ...given });

export const numberField = (id: string, name: string, value: number, limits: { min: number | null; max: number | null }, help = ''): Field => ({
  id,
  kind: 'number',
  name,
  group: '',
  help,
  default: value,
  ...limits,
});

export const colourField = (id: string, name: string, value: string, help = ''): Field => ({ id, kind: 'colour', name, group: '', help, default: value });

export const pictureField = (id: string, name: string, value: string | null, help = ''): Field => ({ id, kind: 'picture', name, group: '', help, default: value });

/** What every ticker of the library takes of an item: its strand with its colour, its words, and whether it is urgent. */
export const tickerFields = (strand: string, colour: string, words: string, most: number): Field[] => [
  textField('f-strand', 'Strand', strand, 'Its name, one word', { sample: false, maxLength: 12 }),
  colourField('f-colour', 'Colour', colour, 'Of the strand'),
  textField('f-line', 'Line', words, 'One sentence, no full stop', { maxLength: most }),
  { id: 'f-urgent', kind: 'yes-no', name: 'Urgent', group: '', help: 'It looks and comes in another way', default: false },
];

/** The Changes of a ticker by what changed: it is urgent, it is so no more, another strand, another item. */
export const tickerChanges = (urgent: Move[], calm: Move[], strand: Move[], item: Move[]): Change[] => {
  const carried = { swap: null, carryFrom: 6, carryTo: 18 } as const;
  const long = (moves: Move[]): number => phaseEnd(phase(0, moves));
  return [
    change('urgent', 'Urgent', long(urgent), urgent, { ...carried, carryFrom: 0, carryTo: 8, when: [{ is: 'from-to', field: 'f-urgent', from: null, to: 'true' }] }),
    change('calm', 'Not urgent any more', long(calm), calm, { ...carried, when: [{ is: 'changed', field: 'f-urgent' }] }),
    change('strand', 'Another strand', long(strand), strand, { ...carried, when: [{ is: 'changed', field: 'f-strand' }] }),
    change('item', 'Another item', long(item), item, carried),
  ];
};

/** The same tracks with the curves of their own keys: as a named move, in which a style would begin with a start. */
export const unstyled = (moves: Move[]): Move[] =>
  moves.map(([element, property, ...rest]) => [element, property, ...rest.map((part) => (Array.isArray(part) ? part : (({ style: _, ...own }) => own)(part)))]);
