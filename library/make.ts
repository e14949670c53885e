// Short ways to write a template by hand: for the library and the demo show.
import {
  newTemplate,
  newTether,
  newTextField,
  newTie,
  type Ease,
  type Element,
  type Field,
  type Phase,
  type Template,
  type Tether,
  type Tie,
  type TrackProperty,
} from '../src/core/show';

export type Move = [element: string, property: TrackProperty, ...keys: [frame: number, value: number, ease?: Ease][]];

export const phase = (frames: number, moves: Move[]): Phase => ({
  frames,
  tracks: moves.map(([element, property, ...keys], index) => ({
    id: `track-${index}`,
    element,
    property,
    unit: 'px',
    keys: keys.map(([frame, value, ease]) => ({ frame, value, ease: ease ?? 'strong-out' })),
  })),
});

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
  exit: Phase;
  width?: number;
  height?: number;
}

export const template = (parts: Parts): Template =>
  newTemplate(parts.id, parts.name, {
    lane: parts.lane,
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
    phases: { enter: parts.enter, exit: parts.exit },
  });

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
