// The demo's templates: made by hand, as a designer would in Build.
import {
  newElement,
  type Ease,
  type Element,
  type Field,
  type Phase,
  type Template,
  type Tether,
  type TrackProperty,
} from '../src/core/show';

const colours = { deep: '#0b2730', deepSoft: '#123642', paper: '#f6f0e0', sun: '#f2b632', coral: '#e8593a', mist: '#a9c4c6' };

type Move = [element: string, property: TrackProperty, ...keys: [frame: number, value: number, ease?: Ease][]];

const phase = (frames: number, moves: Move[]): Phase => ({
  frames,
  tracks: moves.map(([element, property, ...keys], index) => ({
    id: `track-${index}`,
    element,
    property,
    unit: 'px',
    keys: keys.map(([frame, value, ease]) => ({ frame, value, ease: ease ?? 'strong-out' })),
  })),
});

interface Parts {
  id: string;
  name: string;
  lane: string;
  elements: Element[];
  /** Top level, back to front. */
  order: string[];
  fields?: Field[];
  ties?: [element: string, property: string, field: string][];
  tethers?: [element: string, edge: Tether['edge'], to: string | null, toEdge: Tether['toEdge'], offset: number][];
  enter: Phase;
  exit: Phase;
}

const template = (parts: Parts): Template => ({
  id: parts.id,
  name: parts.name,
  width: 1920,
  height: 1080,
  rate: 50,
  lane: parts.lane,
  elements: Object.fromEntries(parts.elements.map((element) => [element.id, element])),
  order: parts.order,
  fields: parts.fields ?? [],
  ties: (parts.ties ?? []).map(([element, property, field]) => ({ element, property, field })),
  tethers: (parts.tethers ?? []).map(([element, edge, to, toEdge, offset], index) => ({ id: `tether-${index}`, element, edge, to, toEdge, offset })),
  phases: { enter: parts.enter, exit: parts.exit },
});

const textField = (id: string, name: string, value: string, help = ''): Field => ({ id, kind: 'text', name, group: '', help, default: value, maxLength: null });

export const nameLine = (picture: string): Template =>
  template({
    id: 'name-line',
    name: 'Name line',
    lane: 'lower',
    elements: [
      newElement('rect', 'bar', 'Bar', { x: 264, y: 848, w: 640, h: 152, fill: colours.deep, radiusTopRight: 4, radiusBottomRight: 56 }),
      newElement('rect', 'chip', 'Chip', { x: 248, y: 848, w: 16, h: 152, fill: colours.sun }),
      newElement('rect', 'tile', 'Tile', { x: 96, y: 848, w: 152, h: 152, fill: colours.paper }),
      newElement('picture', 'picture', 'Picture', { x: 96, y: 848, w: 152, h: 152, asset: picture, fit: 'cover' }),
      newElement('group', 'words', 'Words', { children: ['name', 'role'] }),
      newElement('text', 'name', 'Name', { x: 304, y: 862, w: 1180, h: 78, text: 'Ida Marsh', family: 'Archivo', weight: 750, stretch: 100, size: 66, tracking: -8, colour: colours.paper, minScale: 0.4 }),
      newElement('text', 'role', 'Role', { x: 304, y: 934, w: 1180, h: 48, text: 'Presenter', family: 'Barlow Condensed', weight: 500, size: 40, tracking: 15, colour: colours.mist, minScale: 0.4 }),
    ],
    order: ['bar', 'chip', 'tile', 'picture', 'words'],
    fields: [
      textField('f-name', 'Name', 'Ida Marsh', 'As the person writes it'),
      textField('f-role', 'Role', 'Presenter', 'Function, or pilot · club'),
      { id: 'f-colour', kind: 'colour', name: 'Chip colour', group: '', help: "The club's colour", default: colours.sun },
      { id: 'f-picture', kind: 'picture', name: 'Picture', group: '', help: 'Flag or mark, square', default: picture },
    ],
    ties: [
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
      ['chip', 'fill', 'f-colour'],
      ['picture', 'asset', 'f-picture'],
    ],
    tethers: [
      ['bar', 'left', 'words', 'left', -40],
      ['bar', 'right', 'words', 'right', 72],
      ['chip', 'right', 'bar', 'left', 0],
    ],
    enter: phase(48, [
      ['tile', 'wipeTop', [0, 1], [16, 0]],
      ['picture', 'scale', [4, 1.25], [30, 1]],
      ['picture', 'wipeTop', [4, 1], [20, 0]],
      ['chip', 'wipeBottom', [6, 1], [20, 0]],
      ['bar', 'wipeRight', [9, 1], [40, 0]],
      ['name', 'x', [15, -56], [44, 0]],
      ['name', 'opacity', [15, 0], [30, 1, 'linear']],
      ['role', 'x', [20, -44], [48, 0]],
      ['role', 'opacity', [20, 0], [36, 1, 'linear']],
    ]),
    exit: phase(28, [
      ['role', 'opacity', [0, 1, 'linear'], [8, 0]],
      ['role', 'x', [0, 0, 'strong-in'], [10, -30]],
      ['name', 'opacity', [2, 1, 'linear'], [11, 0]],
      ['name', 'x', [2, 0, 'strong-in'], [13, -30]],
      ['bar', 'wipeRight', [4, 0, 'strong-in'], [22, 1]],
      ['chip', 'wipeTop', [14, 0, 'strong-in'], [25, 1]],
      ['picture', 'wipeBottom', [12, 0, 'strong-in'], [26, 1]],
      ['tile', 'wipeBottom', [14, 0, 'strong-in'], [28, 1]],
    ]),
  });

export const bug = (mark: string): Template =>
  template({
    id: 'bug',
    name: 'Bug with clock',
    lane: 'bug',
    elements: [
      newElement('rect', 'plate', 'Plate', { x: 1560, y: 54, w: 264, h: 76, fill: '#0b2730e6', radiusBottomLeft: 28 }),
      newElement('picture', 'mark', 'Mark', { x: 1748, y: 54, w: 76, h: 76, asset: mark, fit: 'cover' }),
      newElement('text', 'label', 'Label', { x: 1480, y: 74, w: 160, h: 38, text: 'LIVE', family: 'Barlow Condensed', weight: 600, size: 32, tracking: 90, colour: colours.sun, align: 'right' }),
      newElement('clock', 'clock', 'Clock', { x: 1650, y: 66, w: 84, h: 54, format: 'HH:mm', family: 'Archivo', weight: 650, stretch: 87.5, size: 38, colour: colours.paper, align: 'right' }),
    ],
    order: ['plate', 'label', 'clock', 'mark'],
    fields: [textField('f-label', 'Label', 'LIVE', 'One short word')],
    ties: [['label', 'text', 'f-label']],
    tethers: [
      ['clock', 'right', 'mark', 'left', -18],
      ['label', 'right', 'clock', 'left', -16],
      ['plate', 'left', 'label', 'left', -30],
      ['plate', 'right', 'mark', 'right', 0],
    ],
    enter: phase(40, [
      ['mark', 'wipeBottom', [0, 1], [20, 0]],
      ['plate', 'wipeLeft', [8, 1], [34, 0]],
      ['clock', 'opacity', [18, 0], [32, 1, 'linear']],
      ['clock', 'x', [18, 30], [38, 0]],
      ['label', 'opacity', [23, 0], [36, 1, 'linear']],
      ['label', 'x', [23, 24], [40, 0]],
    ]),
    exit: phase(24, [
      ['label', 'opacity', [0, 1, 'linear'], [8, 0]],
      ['clock', 'opacity', [3, 1, 'linear'], [11, 0]],
      ['plate', 'wipeLeft', [4, 0, 'strong-in'], [20, 1]],
      ['mark', 'wipeBottom', [12, 0, 'strong-in'], [24, 1]],
    ]),
  });

export const flightCard = (flag: string): Template =>
  template({
    id: 'flight-card',
    name: 'Flight card',
    lane: 'full',
    elements: [
      newElement('rect', 'panel', 'Panel', { x: 96, y: 216, w: 720, h: 560, fill: colours.deep, radiusBottomRight: 96 }),
      newElement('rect', 'head', 'Head', { x: 96, y: 216, w: 720, h: 72, fill: colours.coral }),
      newElement('text', 'round', 'Round', { x: 136, y: 226, w: 640, h: 52, text: 'Ballet · flight 3', family: 'Barlow Condensed', weight: 600, size: 38, tracking: 40, colour: colours.paper, upper: true, minScale: 0.4 }),
      newElement('picture', 'flag', 'Flag', { x: 136, y: 328, w: 176, h: 176, asset: flag, fit: 'cover', radius: 8 }),
      newElement('text', 'team', 'Team', { x: 136, y: 530, w: 640, h: 84, text: 'Skerry Flyers', family: 'Archivo', weight: 800, stretch: 75, size: 84, tracking: -5, colour: colours.paper, minScale: 0.3 }),
      newElement('rect', 'rule', 'Rule', { x: 136, y: 632, w: 120, h: 6, fill: colours.sun }),
      newElement('text', 'pilot-label', 'Pilot label', { x: 348, y: 338, w: 200, h: 34, text: 'PILOT', family: 'Barlow Condensed', weight: 600, size: 28, tracking: 90, colour: colours.sun }),
      newElement('text', 'pilot', 'Pilot', { x: 348, y: 372, w: 428, h: 54, text: 'Ox', family: 'Archivo', weight: 600, size: 44, colour: colours.paper, minScale: 0.4 }),
      newElement('text', 'kite', 'Kite', { x: 136, y: 656, w: 600, h: 56, text: 'Two-line delta “Gannet”', family: 'Barlow Condensed', weight: 500, size: 44, colour: colours.mist, minScale: 0.4 }),
    ],
    order: ['panel', 'head', 'round', 'flag', 'pilot-label', 'pilot', 'team', 'rule', 'kite'],
    fields: [
      textField('f-team', 'Team', 'Skerry Flyers'),
      textField('f-pilot', 'Pilot', 'Ox'),
      textField('f-kite', 'Kite', 'Two-line delta “Gannet”', 'Kind and name'),
      textField('f-round', 'Round', 'Ballet · flight 3'),
      { id: 'f-flag', kind: 'picture', name: 'Flag', group: '', help: '', default: flag },
    ],
    ties: [
      ['team', 'text', 'f-team'],
      ['pilot', 'text', 'f-pilot'],
      ['kite', 'text', 'f-kite'],
      ['round', 'text', 'f-round'],
      ['flag', 'asset', 'f-flag'],
    ],
    tethers: [['rule', 'width', 'team', 'width', 0]],
    enter: phase(56, [
      ['head', 'wipeRight', [0, 1], [26, 0]],
      ['panel', 'wipeBottom', [6, 1], [38, 0]],
      ['round', 'x', [10, -40], [34, 0]],
      ['round', 'opacity', [10, 0], [24, 1, 'linear']],
      ['flag', 'scale', [16, 0.8], [42, 1, 'overshoot']],
      ['flag', 'opacity', [16, 0], [26, 1, 'linear']],
      ['pilot-label', 'opacity', [22, 0], [36, 1, 'linear']],
      ['pilot', 'opacity', [25, 0], [39, 1, 'linear']],
      ['pilot', 'x', [25, -30], [48, 0]],
      ['team', 'y', [26, 40], [52, 0]],
      ['team', 'opacity', [26, 0], [40, 1, 'linear']],
      ['rule', 'wipeRight', [32, 1], [54, 0]],
      ['kite', 'opacity', [36, 0], [50, 1, 'linear']],
      ['kite', 'y', [36, 24], [56, 0]],
    ]),
    exit: phase(28, [
      ['kite', 'opacity', [0, 1, 'linear'], [8, 0]],
      ['rule', 'wipeLeft', [0, 0, 'strong-in'], [12, 1]],
      ['team', 'opacity', [2, 1, 'linear'], [11, 0]],
      ['pilot', 'opacity', [3, 1, 'linear'], [12, 0]],
      ['pilot-label', 'opacity', [3, 1, 'linear'], [12, 0]],
      ['flag', 'opacity', [4, 1, 'linear'], [14, 0]],
      ['round', 'opacity', [6, 1, 'linear'], [15, 0]],
      ['panel', 'wipeBottom', [6, 0, 'strong-in'], [24, 1]],
      ['head', 'wipeRight', [12, 0, 'strong-in'], [28, 1]],
    ]),
  });

export const noticeStrip = (): Template =>
  template({
    id: 'notice-strip',
    name: 'Notice strip',
    lane: 'lower',
    elements: [
      newElement('rect', 'strip', 'Strip', { x: 96, y: 920, w: 1728, h: 80, fill: colours.paper }),
      newElement('rect', 'flag', 'Label plate', { x: 96, y: 920, w: 220, h: 80, fill: colours.coral, radiusTopLeft: 24 }),
      newElement('text', 'label', 'Label', { x: 124, y: 934, w: 400, h: 52, text: 'Notice', family: 'Archivo', weight: 800, stretch: 87.5, size: 38, tracking: 20, colour: colours.paper, upper: true }),
      newElement('text', 'line', 'Line', { x: 360, y: 934, w: 1420, h: 52, text: 'High water at 16:40. The outer bar closes at 15:50', family: 'Archivo', weight: 550, size: 40, colour: colours.deep, minScale: 0.4 }),
    ],
    order: ['strip', 'flag', 'label', 'line'],
    fields: [textField('f-label', 'Label', 'Notice', 'One word'), textField('f-line', 'Line', 'High water at 16:40. The outer bar closes at 15:50', 'One sentence, no full stop')],
    ties: [
      ['label', 'text', 'f-label'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [
      ['flag', 'left', 'label', 'left', -28],
      ['flag', 'right', 'label', 'right', 28],
      ['line', 'left', 'flag', 'right', 36],
    ],
    enter: phase(44, [
      ['flag', 'wipeLeft', [0, 1], [18, 0]],
      ['label', 'opacity', [8, 0], [18, 1, 'linear']],
      ['label', 'y', [8, 20], [24, 0]],
      ['strip', 'wipeRight', [6, 1], [38, 0]],
      ['line', 'opacity', [18, 0], [32, 1, 'linear']],
      ['line', 'x', [18, -40], [44, 0]],
    ]),
    exit: phase(24, [
      ['line', 'opacity', [0, 1, 'linear'], [8, 0]],
      ['label', 'opacity', [4, 1, 'linear'], [12, 0]],
      ['strip', 'wipeLeft', [2, 0, 'strong-in'], [20, 1]],
      ['flag', 'wipeBottom', [10, 0, 'strong-in'], [24, 1]],
    ]),
  });
