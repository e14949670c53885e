// Graphics with others in them, and in depth: kites at different depths with the wind among them, a wall of heats, and what
// the beach screen shows.
import { cascade, change, inMotion, moving, tall, template, textField, type Move } from '../../library/make';
import {
  newColumnTie,
  newElement,
  newTie,
  type Element,
  type InsetElement,
  type Template,
} from '../../src/core/show';
import { binding, step } from './bound';
import { cloth, colours, fastened, furl, label, leanOf, look, name, orderOf, panel, rise, sink, turnOver, unfurl } from './cloth'; // prettier-ignore

/** Kites of the opening, the farthest first: where they stand, how large, and which cloth. */
const kites = [
  { x: 240, y: 120, side: 250, z: -1150, turn: -14, fall: 40 },
  { x: 1500, y: 90, side: 260, z: -800, turn: 16, fall: 60 },
  { x: 700, y: 60, side: 250, z: -520, turn: -6, fall: 90 },
  { x: 1180, y: 330, side: 300, z: -260, turn: 10, fall: 120 },
  { x: 1480, y: 400, side: 330, z: 220, turn: -18, fall: 200 },
] as const;

/** The festival comes on air in depth: the camera goes in among kites, and the wind on the pier stands among them, living. */
export function kitesInDepth(kite: string): Template {
  const kiteId = (i: number): string => `kite${i}`;
  const made = template({
    id: 'kites-in-depth',
    name: 'Opener in depth',
    lane: 'full',
    stays: 8,
    elements: [
      newElement('rect', 'sky', 'Sky', { x: -960, y: -540, w: 3840, h: 2160, z: -1500, fill: { kind: 'linear', angle: 90, stops: [{ at: 0, colour: '#0b2630' }, { at: 0.55, colour: '#17505c' }, { at: 1, colour: '#27707c' }] } }),
      ...kites.map(({ x, y, side, z, turn }, i): Element => newElement('picture', kiteId(i), `Kite ${i + 1}`, { x, y, w: side, h: side, z, rotation: turn, rotationY: turn, asset: kite, fit: 'contain' })),
      newElement('inset', 'wind', 'Wind on the pier', { x: 1130, y: 640, w: 600, h: 300, z: -90, rotationY: 16, template: 'wind-gauge', cutLeft: 0.05, cutTop: 0.155, cutRight: 0.6, cutBottom: 0.56, frame: -30 }),
      newElement('text', 'title', 'Title', { ...name, x: 96, y: 400, w: 1000, h: 300, text: 'Marram Bay Kite Festival', weight: 840, stretch: 125, size: 120, leading: 0.94, fit: 'wrap', maxLines: 3, vertical: 'bottom', minScale: 0.5 }),
      newElement('line', 'under', 'Bridle', { x: 96, y: 730, w: 960, h: 0, thickness: 5, fill: colours.saffron, drawSoft: 300 }),
      newElement('text', 'day', 'Day', { ...label, x: 98, y: 756, w: 960, h: 80, text: 'Day two · ballet and night-glow', size: 60, tracking: 10, colour: colours.ivory, minScale: 0.6 }),
      newElement('viewpoint', 'camera', 'Scene camera', { x: 936, y: 516, z: 2376, aimX: 960, aimY: 540 }),
    ],
    order: ['sky', ...kites.map((_, i) => kiteId(i)), 'wind', 'title', 'under', 'day', 'camera'],
    fields: [
      textField('f-title', 'Title', 'Marram Bay Kite Festival', 'Up to three lines', { sample: false, maxLength: 40 }),
      textField('f-day', 'Day', 'Day two · ballet and night-glow', 'What today is', { maxLength: 44 }),
    ],
    ties: [['title', 'text', 'f-title'], ['day', 'text', 'f-day']],
    enter: moving([
      ['sky', 'opacity', [0, 0], [14, 1, 'linear']],
      ['camera', 'z', [0, 900, 'strong-out'], [90, 0]],
      ['camera', 'x', [0, -260, 'gentle'], [90, 0]],
      ...kites.flatMap(({ fall }, i): Move[] => [
        [kiteId(i), 'y', { style: 'cloth' }, [4 + i * 4, 700 + fall], [60 + i * 5, 0]],
        [kiteId(i), 'rotation', { style: 'cloth' }, [4 + i * 4, 30], [70 + i * 5, 0]],
        [kiteId(i), 'opacity', [4 + i * 4, 0], [12 + i * 4, 1, 'linear']],
      ]),
      ['under', 'drawEnd', { style: 'line' }, [24, 0], [60, 1]],
      ['title', 'y', { style: 'words', unit: 'own', cascade: cascade('word', 0.6) }, [32, 0.9], [74, 0]],
      ['title', 'opacity', { style: 'words', cascade: cascade('word', 0.6) }, [32, 0, 'hold'], [34, 1, 'linear'], [74, 1]],
      ['title', 'wipeBottom', { style: 'words', cascade: cascade('word', 0.6) }, [32, 0.9], [74, 0]],
      ...rise('day', 50, 30),
      ['wind', 'opacity', [28, 0], [36, 1, 'linear']],
      ['wind', 'rotationY', { style: 'cloth' }, [28, -60], [70, 0]],
    ]),
    idle: moving(kites.flatMap(({ turn }, i): Move[] => {
      const by = 3 + i;
      const way = turn > 0 ? 1 : -1;
      return [[kiteId(i), 'rotation', [0, 0, 'gentle'], [75, by * way, 'gentle'], [150, 0, 'gentle'], [225, -by * way, 'gentle'], [300, 0]]];
    })),
    exit: moving([
      ...sink('day', 12),
      ...sink('title', 16, 14),
      ['under', 'drawEnd', { style: 'line' }, [4, 1, 'strong-in'], [22, 0]],
      ['camera', 'z', [0, 0, 'strong-in'], [40, -1100]],
      ['wind', 'opacity', [4, 1, 'linear'], [20, 0]],
      ...kites.map((_, i): Move => [kiteId(i), 'opacity', [14 + i * 2, 1, 'linear'], [28 + i * 2, 0]]),
      ['sky', 'opacity', [26, 1, 'linear'], [40, 0]],
    ]),
    changes: [change('words', 'Other words', 30, [...turnOver('title', 0, 28), ...turnOver('day', 4)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(
    { ...inMotion(made, look), inDepth: true },
    {
      sky: { x: -1080, y: -960, w: 3240, h: 3840 },
      ...Object.fromEntries(
        kites.map(({ side }, i): [string, object] => [
          `kite${i}`,
          { x: [80, 640, 330, 690, 60][i], y: [140, 220, 420, 620, 660][i], w: side, h: side },
        ]),
      ),
      wind: { x: 240, y: 1440, w: 600, h: 300 },
      title: { x: 72, y: 880, w: 936, h: 340, size: 104, maxLines: 3 },
      under: { x: 72, y: 1250, w: 936 },
      day: { x: 74, y: 1276, w: 920 },
      camera: { x: 516, y: 936, aimX: 540, aimY: 960 },
    },
  );
}

/** One heat: when, where, and who flies against whom. Shown by the wall, or by itself. */
export function heat(): Template {
  const made = template({
    id: 'heat',
    name: 'Heat',
    lane: 'lower',
    width: 560,
    height: 320,
    elements: [
      newElement('rect', 'plate', 'Cloth', { x: 0, y: 0, w: 560, h: 320, fill: cloth(colours.ink) }),
      newElement('rect', 'head', 'Head', { x: 0, y: 0, w: 330 + leanOf(76), h: 76, slantRight: leanOf(76), fill: colours.saffron }),
      newElement('text', 'heat', 'Heat', { ...name, x: 28, y: 10, w: 280, h: 56, text: 'Heat 1', weight: 820, size: 46, colour: colours.deep, minScale: 0.66 }),
      newElement('text', 'start', 'Start', { ...name, x: 370, y: 10, w: 166, h: 56, text: '14:30', weight: 780, size: 46, figures: 'tabular', align: 'right', minScale: 0.66 }),
      newElement('text', 'left', 'Left', { ...name, x: 28, y: 92, w: 504, h: 62, text: 'Skerry Flyers', weight: 700, stretch: 96, size: 42, tracking: 0, fit: 'wrap', maxLines: 2, leading: 0.9, minScale: 0.5 }),
      newElement('line', 'rule', 'Rule', { x: 28, y: 160, w: 504, h: 0, thickness: 3, fill: colours.coral }),
      newElement('text', 'right', 'Right', { ...name, x: 28, y: 168, w: 504, h: 62, text: 'Shingle Street', weight: 700, stretch: 96, size: 42, tracking: 0, fit: 'wrap', maxLines: 2, leading: 0.9, minScale: 0.5 }),
      newElement('text', 'field', 'Field', { ...label, x: 29, y: 244, w: 504, h: 52, text: 'Outer bar', size: 38, tracking: 10, minScale: 0.85 }),
    ],
    order: ['plate', 'head', 'heat', 'start', 'left', 'rule', 'right', 'field'],
    fields: [
      textField('f-heat', 'Heat', 'Heat 1', 'Which heat', { maxLength: 12 }),
      textField('f-start', 'Start', '14:30', 'Hours and minutes', { maxLength: 6 }),
      textField('f-left', 'Left', 'Skerry Flyers', 'Who flies', { maxLength: 60 }),
      textField('f-right', 'Right', 'Shingle Street', 'Against whom', { maxLength: 60 }),
      textField('f-field', 'Field', 'Outer bar', 'Where on the bay', { maxLength: 26 }),
    ],
    ties: (['heat', 'start', 'left', 'right', 'field'] as const).map((id): [string, string, string] => [id, 'text', `f-${id}`]),
    enter: moving([
      ['plate', 'wipeBottom', { style: 'cloth' }, [0, 1], [28, 0]],
      ['head', 'wipeRight', { style: 'cloth' }, [4, 1], [30, 0]],
      ...rise('heat', 12, 20), ...rise('start', 14, 20),
      ...rise('left', 16, 22), ['rule', 'drawEnd', { style: 'line' }, [18, 0], [42, 1]], ...rise('right', 20, 22), ...rise('field', 23, 22),
    ]),
    exit: moving([
      ...sink('field', 10), ...sink('right', 11), ...sink('left', 12), ...sink('start', 13), ...sink('heat', 13),
      ['rule', 'drawEnd', [2, 1, 'strong-in'], [14, 0]],
      ['head', 'wipeRight', [6, 0, 'strong-in'], [24, 1]],
      ['plate', 'wipeBottom', [8, 0, 'strong-in'], [28, 1]],
    ]),
    changes: [change('heat', 'Another heat', 34, (['heat', 'start', 'left', 'right', 'field'] as const).flatMap((id, i) => turnOver(id, i)), { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(
    inMotion(made, look),
    { plate: { x: 0, y: 0, w: 500, h: 580 }, head: { x: 0, y: 0 }, heat: { x: 28, y: 10 }, start: { x: 28, y: 100, w: 440 }, left: { x: 28, y: 190, w: 440 }, rule: { x: 28, y: 280, w: 440 }, right: { x: 28, y: 300, w: 440 }, field: { x: 29, y: 400, w: 440 } },
    { w: 500, h: 580 },
  ); // prettier-ignore
}

const columns = ['Heat', 'Start', 'Left', 'Right', 'Field'] as const;

/** Six heats at once on wet sand, an inset for each row, each entering a little after the one before. */
export function heatWall(): Template {
  const [x, y, w, h, gap] = [96, 220, 560, 320, 24] as const;
  const shows: Partial<InsetElement> = { x, y, w, h, template: 'heat', frame: -6 };
  const made = template({
    id: 'heat-wall',
    name: 'Wall of heats',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...panel('head', 'Head', { x, y: 84, w: 900, h: 92 }, { fill: colours.coral, lead: colours.ivory, line: colours.ivory }),
      newElement('text', 'title', 'Title', { ...name, x: x + 36, y: 98, w: 760, h: 64, text: 'Rokkaku duel', weight: 820, size: 52, colour: colours.deep, minScale: 0.6 }),
      newElement('inset', 'heat', 'Heat', shows),
      newElement('rows', 'rows', 'Heats', { children: ['heat'], flow: 'grid', across: 3, rowW: w + gap, rowH: h + gap, most: 6 }),
      newElement('floor', 'sand', 'Wet sand', { x: -960, y: -728, reach: 170, opacity: 0.45, blur: 5, tint: '#b9d3cf' }),
    ],
    order: ['sand', ...orderOf('head'), 'title', 'rows'],
    fields: [textField('f-title', 'Title', 'Rokkaku duel', 'What the heats are of', { sample: false, maxLength: 30 })],
    ties: [['title', 'text', 'f-title']],
    tethers: fastened('head', 92),
    enter: moving([
      ...unfurl('head'),
      ...rise('title', 15, 24),
      ['rows', 'opacity', { cascade: { ...cascade('cell', 0), delay: 4 } }, [6, 0, 'hold'], [7, 1, 'linear']],
      ['rows', 'rotationY', { style: 'cloth', cascade: { ...cascade('cell', 0), delay: 4 } }, [6, -70], [44, 0]],
    ]),
    exit: moving([
      ['rows', 'opacity', { cascade: { ...cascade('cell', 0), delay: 2 } }, [0, 1, 'linear'], [14, 0]],
      ...sink('title', 20),
      ...furl('head', 34),
    ]),
    changes: [change('title', 'Another title', 26, turnOver('title'), { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const shown = inMotion(made, look);
  shown.bindings = [
    binding('b-heats', 'Heats', { kind: 'rows', data: 'rows-heats' }, step('key-rows', { column: 'Heat' })),
  ];
  shown.ties.push(
    newTie('rows', 'list', 'b-heats'),
    ...columns.map((column) => newColumnTie('heat', `values.f-${column.toLowerCase()}`, 'rows', column)),
  );
  return tall(shown, {
    head: { x: 72, y: 160, w: 820 },
    'head-seam': { y: 160 },
    'head-lead': { y: 160 },
    'head-line': { x: 72, y: 252, w: 820 },
    title: { x: 108, y: 174 },
    heat: { x: 72, y: 300, w: 460, h: 263 },
    rows: { across: 2, rowW: 478, rowH: 287 },
    sand: { x: -1380, y: -472 },
  });
}

/** What the beach screen shows, beside the picture of the game: a channel within another. */
export function beachPicture(): Template {
  const [x, y, w, h] = [1176, 148, 640, 360] as const;
  const made = template({
    id: 'beach-picture',
    name: 'Beach picture',
    lane: 'full',
    elements: [
      newElement('inset', 'screen', 'Beach screen', { x, y, w, h, source: 'channel', channel: 'beach', ground: '#0b2630' }),
      newElement('rect', 'edge', 'Edge', { x: x - 4, y: y - 4, w: w + 8, h: h + 8, fill: '#00000000', outline: colours.ivory, outlineWidth: 4 }),
      ...panel('tag', 'Label', { x: x - 4, y: y + h + 4, w: 600, h: 72 }, { along: 'top', fill: colours.coral, lead: colours.ivory, line: colours.ivory }),
      newElement('text', 'words', 'Words', { ...name, x: x + 26, y: y + h + 14, w: 500, h: 54, text: 'On the beach screen', weight: 760, stretch: 96, size: 38, colour: colours.deep, minScale: 0.8 }),
    ],
    order: ['screen', 'edge', ...orderOf('tag'), 'words'],
    fields: [textField('f-words', 'Words', 'On the beach screen', 'What is seen there', { sample: false, maxLength: 24 })],
    ties: [['words', 'text', 'f-words']],
    tethers: fastened('tag', 72, 'top'),
    enter: moving([
      ['edge', 'opacity', [0, 0], [10, 1, 'linear']],
      ['edge', 'wipeBottom', { style: 'cloth' }, [0, 1], [30, 0]],
      ['screen', 'wipeBottom', { style: 'cloth' }, [2, 1], [32, 0]],
      ...unfurl('tag', 10),
      ...rise('words', 26, 22),
    ]),
    exit: moving([
      ...sink('words', 12),
      ...furl('tag', 26),
      ['screen', 'wipeBottom', { style: 'cloth' }, [6, 0, 'strong-in'], [28, 1]],
      ['edge', 'wipeBottom', { style: 'cloth' }, [8, 0, 'strong-in'], [30, 1]],
      ['edge', 'opacity', [22, 1, 'linear'], [30, 0]],
    ]),
    changes: [change('words', 'Other words', 26, turnOver('words'), { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, look), {
    screen: { x: 220, y: 240, w: 640, h: 360 },
    edge: { x: 216, y: 236 },
    tag: { x: 216, y: 604 },
    words: { x: 246, y: 614 },
  });
}
