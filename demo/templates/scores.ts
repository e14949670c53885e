// What was scored: points of a flight, the leaders of a round, and a duel of two.
import {
  cascade,
  change,
  colourField,
  inMotion,
  moving,
  numberField,
  pictureField,
  tall,
  template,
  textField,
  type Move,
} from '../../library/make';
import { fixed } from '../../src/core/binding';
import {
  newCascade,
  newColumnTie,
  newElement,
  newTie,
  type Element,
  type Template,
} from '../../src/core/show';
import { binding, step } from './bound';
import {
  cloth,
  colours,
  fastened,
  figure,
  furl,
  label,
  leanOf,
  look,
  name,
  orderOf,
  panel,
  rise,
  sink,
  sweep,
  turnOver,
  unfurl,
} from './cloth';

/** Points of a flight: they count up, the bar grows with them, and a further point counts on from there. */
export function roundScore(flag: string): Template {
  const [top, height] = [828, 168];
  const lean = leanOf(height);
  const from = 96 + height - 24;
  const made = template({
    id: 'round-score',
    name: 'Round score',
    lane: 'lower',
    elements: [
      ...panel('plate', 'Cloth', { x: from, y: top, w: 900, h: height }, { line: colours.saffron, left: lean }),
      newElement('rect', 'join', 'Join', { x: from - 6, y: top, w: lean + 5, h: height, slantLeft: lean, slantRight: lean, fill: colours.ivory }),
      newElement('picture', 'flag', 'Flag', { x: 96, y: top, w: height + 24, h: height, asset: flag, fit: 'cover', wipeAngle: 14 }),
      newElement('text', 'team', 'Team', { ...name, x: 336, y: 842, w: 430, h: 84, text: 'Skerry Flyers', weight: 800, size: 54, stretch: 100, leading: 0.92, fit: 'wrap', maxLines: 2, minScale: 0.6 }),
      newElement('rect', 'track', 'Bar ground', { x: 336, y: 946, w: 420, h: 16, slantLeft: 4, slantRight: 4, fill: colours.rule }),
      newElement('rect', 'bar', 'Bar', { x: 336, y: 946, w: 367, h: 16, pivotX: 0, slantLeft: 4, slantRight: 4, fill: colours.saffron }),
      newElement('text', 'score', 'Score', { ...figure, x: 760, y: 836, w: 258, h: 112, text: '87.4', size: 96, colour: colours.saffron, align: 'right', minScale: 0.6 }),
      newElement('text', 'points', 'Points label', { ...label, x: 800, y: 938, w: 190, h: 40, text: 'POINTS', size: 32, tracking: 60, align: 'right' }),
      newElement('group', 'judges', 'Judges', { children: ['judges-plate', 'judges-label', 'judges-line'], wipeAngle: 14 }),
      newElement('rect', 'judges-plate', 'Judges cloth', { x: from + lean, y: 772, w: 760, h: 56, slantLeft: 14, slantRight: 14, fill: colours.ivory }),
      newElement('text', 'judges-label', 'Judges label', { ...label, x: from + lean + 40, y: 780, w: 160, h: 40, text: 'JUDGES', size: 32, tracking: 60, colour: '#35545e' }),
      newElement('text', 'judges-line', 'Judges line', { ...label, x: from + lean + 170, y: 778, w: 540, h: 44, text: '9.1  8.6  8.8  8.9  8.3', size: 40, tracking: 30, figures: 'tabular', colour: colours.ink, minScale: 0.8 }),
    ],
    order: ['judges', 'plate-line', 'flag', 'plate', 'join', 'plate-seam', 'plate-lead', 'team', 'track', 'bar', 'score', 'points'],
    fields: [
      textField('f-team', 'Team', 'Skerry Flyers', 'As the club writes it; up to two lines', { maxLength: 40 }),
      numberField('f-score', 'Score', 87.4, { min: 0, max: 100 }, 'Points, 0 to 100'),
      textField('f-judges', 'Judges', '9.1  8.6  8.8  8.9  8.3', 'The marks, shown by “next”', { maxLength: 30 }),
      pictureField('f-flag', 'Flag', flag, 'Square'),
      colourField('f-colour', 'Team colour', colours.saffron, 'Rides the lead edge'),
    ],
    ties: [
      ['team', 'text', 'f-team'],
      ['score', 'text', 'f-score'],
      ['bar', 'w', 'f-score', { factor: 4.2 }],
      ['judges-line', 'text', 'f-judges'],
      ['flag', 'asset', 'f-flag'],
      ['plate-lead', 'fill', 'f-colour'],
    ],
    tethers: fastened('plate', height),
    enter: {
      ...moving([
        ...unfurl('plate'),
        ['join', 'opacity', { style: 'cloth' }, [8, 0, 'hold'], [9, 1, 'linear']],
        ['flag', 'wipeRight', { style: 'cloth' }, [4, 1], [28, 0]],
        ['flag', 'scale', { style: 'cloth' }, [6, 1.15], [38, 1]],
        ...rise('team', 16, 26, true),
        ['track', 'wipeRight', { style: 'words' }, [18, 1], [40, 0]],
        ...rise('points', 21, 20),
        ['bar', 'w', { style: 'figures' }, [24, 0], [62, 1]],
        ['score', 'opacity', { style: 'figures' }, [22, 0, 'linear'], [28, 1]],
        ['score', 'count', { style: 'figures' }, [24, 0], [64, 1]],
      ]),
      markers: [{ id: 'bell', frame: 64, name: 'Bell' }],
    },
    exit: moving([
      ['judges', 'y', [0, 0, 'strong-in'], [12, 60]],
      ['judges', 'opacity', [9, 1, 'linear'], [12, 0]],
      ['score', 'opacity', [1, 1, 'linear'], [9, 0]],
      ...sink('points', 10),
      ['bar', 'wipeRight', [0, 0, 'strong-in'], [13, 1]],
      ['track', 'wipeRight', [2, 0, 'strong-in'], [15, 1]],
      ...sink('team', 14),
      ['join', 'opacity', [25, 1, 'linear'], [28, 0]],
      ['flag', 'wipeRight', { style: 'cloth' }, [14, 0, 'strong-in'], [29, 1]],
      ...furl('plate', 31),
    ]),
    changes: [
      change(
        'points',
        'More points',
        40,
        [
          ['score', 'count', { style: 'figures' }, [0, 0], [36, 1]],
          ['score', 'scale', [0, 1, 'strong-out'], [10, 1.04, 'gentle'], [40, 1]],
        ],
        { when: [{ is: 'only', field: 'f-score' }, { is: 'greater', field: 'f-score' }], carryFrom: 0, carryTo: 36 },
      ),
      change(
        'team',
        'Another team',
        50,
        [
          ...sweep('flag', 0, 26),
          ...turnOver('team', 4, 30),
          ['score', 'count', { style: 'figures' }, [8, 0], [48, 1]],
          ...turnOver('judges-line', 10),
        ],
        { swap: null, carryFrom: 8, carryTo: 46 },
      ),
    ],
    steps: [
      {
        id: 'marks',
        name: 'The marks',
        ...moving([
          ['judges', 'y', { style: 'cloth' }, [0, 60], [24, 0]],
          ['judges', 'opacity', [0, 0, 'hold'], [1, 1]],
          ['judges-line', 'y', { unit: 'own', cascade: cascade('word', 0.7) }, [8, 0.9], [34, 0]],
          ['judges-line', 'opacity', { cascade: cascade('word', 0.7) }, [8, 0], [32, 1, 'linear']],
        ]),
      },
    ],
  }); // prettier-ignore
  const y = 1592;
  return tall(inMotion(made, look), {
    plate: { x: 72 + 144, y, w: 780 },
    'plate-line': { y: y + height },
    'plate-seam': { y },
    'plate-lead': { y },
    join: { x: 72 + 138, y },
    flag: { x: 72, y },
    team: { x: 300, y: y + 8, w: 330, h: 104, maxLines: 3, size: 46, minScale: 0.66 },
    track: { x: 300, y: y + 118, w: 330 },
    bar: { x: 300, y: y + 118 },
    score: { x: 660, y: y + 8, w: 240 },
    points: { x: 700, y: y + 110, w: 180 },
    'judges-plate': { x: 216 + lean, y: y - 56 },
    'judges-label': { x: 256 + lean, y: y - 48 },
    'judges-line': { x: 386 + lean, y: y - 50, w: 480 },
  });
}

const places = 3;
const rowHeight = 88;

/**
 * The first of the round as rows of a view of the results that lie in the watched folder, told apart by their team: they
 * travel when the order changes, marks count, who comes rises and who drops out sinks.
 */
export function leaders(): Template {
  const [top, head, height] = [656, 72, 268];
  const y = top + head + 4;
  const wide = 860;
  const inRow = { cascade: { ...newCascade('cell'), delay: 4 } };
  const ofRows = { cascade: { ...newCascade('child'), delay: 4 } };
  /** A motion of what is in the rows, row after row. */
  const rowByRow = (moves: Move[]): Move[] =>
    moves.map(([element, property, given, ...keys]): Move =>
      Array.isArray(given)
        ? [element, property, inRow, given, ...keys]
        : [element, property, { ...given, ...inRow }, ...keys],
    );
  const made = template({
    id: 'leaders',
    name: 'Leaders',
    lane: 'lower',
    elements: [
      ...panel('plate', 'Cloth', { x: 96, y: top + head, w: wide, h: height }, { line: colours.saffron }),
      newElement('rect', 'head', 'Head', { x: 96, y: top, w: wide + leanOf(head), h: head, slantRight: leanOf(head), fill: colours.saffron }),
      newElement('text', 'title', 'Title', { ...name, x: 136, y: top + 8, w: 660, h: 58, text: 'After the ballet', weight: 800, size: 46, colour: colours.deep, minScale: 0.65 }),
      newElement('text', 'place', 'Place', { ...figure, x: 136, y, w: 64, h: 84, text: '1', size: 54, tracking: 0, colour: colours.saffron }),
      newElement('text', 'team', 'Team', { ...name, x: 208, y, w: 430, h: 84, text: 'Team', weight: 650, stretch: 86, size: 44, leading: 0.9, fit: 'wrap', maxLines: 2, minScale: 0.68 }),
      newElement('text', 'score', 'Score', { ...figure, x: 640, y, w: 170, h: 84, text: '90.00', stretch: 100, size: 52, tracking: 0, align: 'right' }),
      newElement('rows', 'rows', 'Places', { children: ['place', 'team', 'score'], rowH: rowHeight, most: places }),
      ...([1, 2] as const).map((n) => newElement('line', `rule${n}`, `Rule ${n}`, { x: 136, y: y + n * rowHeight - 2, w: 680, h: 0, thickness: 2, fill: colours.rule })),
    ],
    order: [...orderOf('plate'), 'head', 'title', 'rule1', 'rule2', 'rows'],
    fields: [textField('f-title', 'Title', 'After the ballet', 'What the places are of', { sample: false, maxLength: 26 })],
    ties: [['title', 'text', 'f-title']],
    tethers: fastened('plate', height),
    enter: moving([
      ['head', 'wipeRight', { style: 'cloth' }, [4, 1], [30, 0]],
      ...unfurl('plate'),
      ...rise('title', 13, 22),
      ...rowByRow([...rise('place', 17, 30, true), ...rise('team', 19, 32, true), ...rise('score', 22, 32, true)]),
      ...([1, 2] as const).map((n): Move => [`rule${n}`, 'drawEnd', { style: 'line' }, [18 + n * 4, 0], [44 + n * 4, 1]]),
    ]),
    exit: moving([
      ...sink('score', 12), ...sink('team', 13), ...sink('place', 14),
      ...([1, 2] as const).map((n): Move => [`rule${n}`, 'drawEnd', [2, 1, 'strong-in'], [14 - n, 0]]),
      ...sink('title', 16),
      ['head', 'wipeRight', { style: 'cloth' }, [10, 0, 'strong-in'], [27, 1]],
      ...furl('plate', 30),
    ]),
    changes: [
      change('places', 'New places', 44, [
        ...turnOver('place', 8),
        ['score', 'count', { style: 'words' }, [6, 0], [38, 1]],
        // Who drops out goes before the others move; who comes is pulled up where there is room.
        ['rows', 'y', { ...ofRows, side: 'old', unit: 'own' }, [0, 0, 'strong-in'], [12, 0.9]],
        ['rows', 'wipeBottom', { ...ofRows, side: 'old' }, [0, 0, 'strong-in'], [12, 0.9]],
        ['rows', 'opacity', { ...ofRows, side: 'old' }, [0, 1, 'hold'], [12, 0]],
        ['rows', 'y', { ...ofRows, side: 'new', unit: 'own', style: 'words' }, [18, 0.9], [44, 0]],
        ['rows', 'wipeBottom', { ...ofRows, side: 'new', style: 'words' }, [18, 0.9], [44, 0]],
        ['rows', 'opacity', { ...ofRows, side: 'new' }, [0, 0, 'hold'], [18, 1, 'linear']],
      ], { swap: null, carryFrom: 6, carryTo: 34 }),
    ],
  }); // prettier-ignore
  const shown = inMotion(made, look);
  const rows = binding(
    'b-places',
    'Places',
    { kind: 'rows', data: 'standings' },
    step('slice', { count: fixed(places) }),
    step('key-rows', { column: 'Team' }),
    step('format-column', { column: 'Score', name: 'Marks', decimals: 2 }),
  );
  const bound: Template = {
    ...shown,
    bindings: [rows],
    ties: [
      ...shown.ties,
      newTie('rows', 'list', rows.id),
      newColumnTie('place', 'text', 'rows', 'Place'),
      newColumnTie('team', 'text', 'rows', 'Team'),
      newColumnTie('score', 'text', 'rows', 'Marks'),
    ],
  };
  const down = 1760 - 996;
  const moved = (id: string): [string, object] => {
    const own = made.elements[id] as Extract<Element, { y: number }>;
    return [id, { x: own.x - 24, y: own.y + down, ...('w' in own ? { w: own.w } : {}) }];
  };
  return tall(
    bound,
    Object.fromEntries(
      Object.keys(made.elements)
        .filter((id) => id !== 'rows')
        .map((id) => moved(id)),
    ),
  );
}

/** Two teams against each other: cut lines count, the middle leans with the wind. */
export const duelClock = 'duel-clock';
/** The scores of the show that the duel with a clock shows, left and right. */
export const duelScores = { a: 'duel-left', b: 'duel-right' } as const;

/** The duel strip with a clock of the show, and both scores from the show. */
export function duelScore(flagA: string, flagB: string): Template {
  const made = duelStrip(flagA, flagB, true);
  return {
    ...made,
    bindings: (['a', 'b'] as const).map((id) =>
      binding(`b-${id}`, id === 'a' ? 'Left score' : 'Right score', { kind: 'score', score: duelScores[id] }),
    ),
    bound: { 'f-a-score': 'b-a', 'f-b-score': 'b-b' },
  };
}

export function duelStrip(flagA: string, flagB: string, hasClock = false): Template {
  const [top, height] = [892, 104];
  const lean = leanOf(height);
  const half = lean / 2;
  const roundX = hasClock ? 680 : 760;
  const clockComes: Move[] = hasClock
    ? [['clock-tile', 'wipeTop', { style: 'cloth' }, [24, 1], [44, 0]], ...rise('clock', 31, 20)]
    : [];
  const clockGoes: Move[] = hasClock
    ? [...sink('clock', 8), ['clock-tile', 'wipeTop', [1, 0, 'strong-in'], [13, 1]]]
    : [];
  const slants = { y: top, h: height, slantLeft: lean, slantRight: lean };
  const side = (id: 'a' | 'b', title: string, flag: string, colour: string): Element[] => {
    const isLeft = id === 'a';
    const flagAt = { x: isLeft ? 96 : 1720, y: top, w: 104, h: height, asset: flag, fit: 'cover' } as const;
    return [
      newElement('line', `${id}-line`, `${title} bridle`, { x: isLeft ? 96 : 960, y: top + height, w: 864, h: 0, thickness: 3, fill: colours.ivory, drawSoft: isLeft ? 0 : 160 }),
      newElement('rect', id, `${title} cloth`, isLeft ? { x: 96, y: top, w: 700 + half, h: height, slantRight: lean, fill: cloth(colours.ink) } : { x: 1124 - half, y: top, w: 700 + half, h: height, slantLeft: lean, fill: cloth(colours.ink) }),
      newElement('rect', `${id}-tile`, `${title} score cloth`, { ...slants, x: (isLeft ? 796 : 974) - half, w: 150 + lean, fill: colours.ivory }),
      newElement('rect', `${id}-lead`, `${title} lead edge`, { ...slants, x: (isLeft ? 946 : 960) - half, w: 14 + lean, fill: colour }),
      newElement('picture', `${id}-flag`, `${title} flag`, { ...flagAt, wipeAngle: 14 }),
      newElement('text', `${id}-name`, `${title} team`, { ...name, x: isLeft ? 232 : 1148, y: top + 6, w: 540, h: 92, text: isLeft ? 'Skerry Flyers' : 'Ox', size: 50, leading: 0.9, fit: 'wrap', maxLines: 2, minScale: 0.6, align: isLeft ? 'left' : 'right' }),
      newElement('text', `${id}-score`, `${title} score`, { ...figure, x: isLeft ? 806 : 984, y: top + 6, w: 130, h: 92, text: isLeft ? '2' : '1', size: 76, colour: colours.ink, align: 'centre' }),
    ];
  }; // prettier-ignore
  const comes = (id: 'a' | 'b'): Move[] => {
    const isLeft = id === 'a';
    const wipe = isLeft ? 'wipeLeft' : 'wipeRight';
    const late = isLeft ? 0 : 2;
    return [
      [
        `${id}-line`,
        isLeft ? 'drawStart' : 'drawEnd',
        { style: 'line' },
        [late, isLeft ? 1 : 0],
        [late + 20, isLeft ? 0 : 1],
      ],
      [`${id}-lead`, 'wipeTop', { style: 'cloth' }, [4 + late, 1], [22 + late, 0]],
      [`${id}-tile`, wipe, { style: 'cloth' }, [8 + late, 1], [30 + late, 0]],
      [id, wipe, { style: 'cloth' }, [11 + late, 1], [41 + late, 0]],
      [`${id}-flag`, wipe, { style: 'cloth' }, [24 + late, 1], [44 + late, 0]],
      ...rise(`${id}-name`, 19 + late, 25, true),
      ...rise(`${id}-score`, 26 + late, 21),
    ];
  };
  const goes = (id: 'a' | 'b'): Move[] => {
    const isLeft = id === 'a';
    const wipe = isLeft ? 'wipeLeft' : 'wipeRight';
    const late = isLeft ? 0 : 1;
    return [
      ...sink(`${id}-score`, 11 + late),
      ...sink(`${id}-name`, 13 + late),
      [`${id}-flag`, wipe, [2 + late, 0, 'strong-in'], [14 + late, 1]],
      [id, wipe, { style: 'cloth' }, [5 + late, 0, 'strong-in'], [21 + late, 1]],
      [`${id}-tile`, wipe, { style: 'cloth' }, [11 + late, 0, 'strong-in'], [24 + late, 1]],
      [`${id}-lead`, 'wipeTop', { style: 'cloth' }, [15 + late, 0, 'strong-in'], [27 + late, 1]],
      [`${id}-line`, isLeft ? 'drawStart' : 'drawEnd', { style: 'line' }, [13 + late, isLeft ? 0 : 1, 'strong-in'], [29 + late, isLeft ? 1 : 0]],
    ];
  }; // prettier-ignore
  /** A point: the tile lights up in saffron, the old figure goes out above, the new one is pulled up. */
  const point = (id: 'a' | 'b') =>
    change(
      `${id}-point`,
      id === 'a' ? 'A cut for the left' : 'A cut for the right',
      44,
      [
        [`${id}-tile`, 'fill', [0, colours.ivory, 'strong-out'], [8, colours.saffron, 'linear'], [26, colours.saffron, 'gentle'], [44, colours.ivory]],
        ...turnOver(`${id}-score`, 2),
      ],
      { when: [{ is: 'only', field: `f-${id}-score` }], swap: null, carryFrom: 0, carryTo: 20 },
    ); // prettier-ignore
  const made = template({
    id: hasClock ? 'duel-score' : 'duel-strip',
    name: hasClock ? 'Duel score with clock' : 'Duel strip',
    lane: 'lower',
    elements: [
      ...side('a', 'Left', flagA, colours.coral),
      ...side('b', 'Right', flagB, colours.tide),
      ...(hasClock
        ? [
            newElement('rect', 'clock-tile', 'Clock cloth', { x: roundX + 400, y: 842, w: 160 + 12, h: 50, slantLeft: 12, slantRight: 12, fill: colours.saffron, wipeEdge: 'shape' }),
            newElement('clock', 'clock', 'Clock', { ...figure, x: roundX + 420, y: 842, w: 126, h: 50, shows: 'clock', clock: duelClock, format: 'm:ss', room: 599, size: 42, stretch: 100, tracking: 0, colour: colours.deep, align: 'centre' }),
          ]
        : []),
      newElement('rect', 'round', 'Round cloth', { x: roundX, y: 842, w: 400 + 12, h: 50, slantLeft: 12, slantRight: 12, fill: colours.ink, wipeEdge: 'shape' }),
      newElement('text', 'round-line', 'Round line', { ...label, x: roundX + 40, y: 846, w: 330, h: 42, text: 'Rokkaku duel · heat 2', size: 34, tracking: 30, colour: colours.saffron, align: 'centre', minScale: 0.89 }),
    ],
    order: [...(['a', 'b'] as const).flatMap((id) => [`${id}-line`, id, `${id}-flag`, `${id}-tile`, `${id}-lead`, `${id}-name`, `${id}-score`]), 'round', 'round-line', ...(hasClock ? ['clock-tile', 'clock'] : [])],
    fields: [
      textField('f-round', 'Round', 'Rokkaku duel · heat 2', 'Stands above the middle', { maxLength: 26 }),
      ...(['a', 'b'] as const).flatMap((id) => {
        const which = id === 'a' ? 'Left' : 'Right';
        return [
          { ...textField(`f-${id}-name`, `${which} team`, id === 'a' ? 'Skerry Flyers' : 'Ox', 'Up to two lines', { maxLength: 44 }), group: which },
          { ...numberField(`f-${id}-score`, `${which} score`, id === 'a' ? 2 : 1, { min: 0, max: 99 }, 'Lines cut'), group: which },
          { ...pictureField(`f-${id}-flag`, `${which} flag`, id === 'a' ? flagA : flagB, 'Square'), group: which },
          { ...colourField(`f-${id}-colour`, `${which} team colour`, id === 'a' ? colours.coral : colours.tide, 'Rides the lead edge'), group: which },
        ];
      }),
    ],
    ties: [
      ['round-line', 'text', 'f-round'],
      ...(['a', 'b'] as const).flatMap((id): [string, string, string][] => [
        [`${id}-name`, 'text', `f-${id}-name`],
        [`${id}-score`, 'text', `f-${id}-score`],
        [`${id}-flag`, 'asset', `f-${id}-flag`],
        [`${id}-lead`, 'fill', `f-${id}-colour`],
      ]),
    ],
    tethers: [],
    enter: moving([...comes('a'), ...comes('b'), ['round', 'wipeTop', { style: 'cloth' }, [20, 1], [40, 0]], ...rise('round-line', 27, 22), ...clockComes]),
    exit: moving([...clockGoes, ...sink('round-line', 10), ['round', 'wipeTop', [3, 0, 'strong-in'], [15, 1]], ...goes('a'), ...goes('b')]),
    changes: [
      point('a'),
      point('b'),
      change('teams', 'Other teams', 40, [...sweep('a-flag', 0), ...sweep('b-flag', 2), ...turnOver('a-name', 3), ...turnOver('b-name', 5), ...turnOver('a-score', 8), ...turnOver('b-score', 10), ...turnOver('round-line', 12)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
    moves: hasClock
      ? [{ id: 'last-seconds', name: 'Last seconds', ...moving([['clock-tile', 'fill', [0, colours.saffron, 'strong-out'], [16, colours.coral]]]) }]
      : [],
  }); // prettier-ignore
  // One above the other, each with its score at the right.
  const tallSide = (id: 'a' | 'b', y: number): [string, object][] => [
    [`${id}-line`, { x: 72, y: y + height, w: 936 }],
    [id, { x: 72, y, w: 760 + half, slantLeft: 0, slantRight: lean }],
    [`${id}-flag`, { x: 72, y }],
    [`${id}-tile`, { x: 832 - half, y, w: 150 + lean }],
    [`${id}-lead`, { x: 982 - half, y }],
    [`${id}-name`, { x: 208, y: y + 6, w: 570, align: 'left' }],
    [`${id}-score`, { x: 842, y: y + 6 }],
  ];
  return tall(inMotion(made, look), {
    ...Object.fromEntries([...tallSide('a', 1530), ...tallSide('b', 1646)]),
    round: { x: 72, y: 1472, w: 420, slantLeft: 0 },
    'round-line': { x: 104, y: 1476, w: 340, align: 'left' },
    ...(hasClock ? { 'clock-tile': { x: 480, y: 1472 }, clock: { x: 500, y: 1472 } } : {}),
  });
}
