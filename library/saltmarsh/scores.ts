import { newElement, type Element, type ShowClock, type ShowScore, type Template } from '../../src/core/show';
import { change, colourField, inMotion, moving, tall, template, textField, type Move } from '../make';
import {
  blade,
  head,
  leanOf,
  line,
  punch,
  punchOver,
  saltmarshLook,
  shear,
  slideIn,
  slideOut,
  slideOver,
  unshear,
} from './look';

const figure = {
  ...head,
  letters: 'as-typed',
  weight: 860,
  size: 62,
  colour: '@sm-deep',
  align: 'centre',
} as const;

/** What a match is counted by: the clock and the two scores that come into the show with it. */
export const matchClock: ShowClock = {
  id: 'sm-clock',
  name: 'Match clock',
  counts: { by: 'down', length: 600 },
  marks: [{ id: 'over', at: 0, does: { do: 'hold' } }],
};
export const matchScores: readonly ShowScore[] = [
  { id: 'sm-home', name: 'Home', start: 0, steps: [1, 2, 3], least: 0 },
  { id: 'sm-guest', name: 'Guest', start: 0, steps: [1, 2, 3], least: 0 },
];

/** The scoreboard with a clock of the show, and both scores from the show: from the Desk, a pad, or a score box. */
export function match(): Template {
  const made = score(true);
  return {
    ...made,
    bindings: matchScores.map(({ id, name }) => ({
      id: `b-${id}`,
      name: `${name} score`,
      from: { kind: 'score', score: id },
      steps: [],
    })),
    bound: { 'f-home-score': 'b-sm-home', 'f-guest-score': 'b-sm-guest' },
  };
}

/** A scoreboard of two sides: it hangs in the middle of the top. */
export function score(hasClock = false): Template {
  const [top, height] = [72, 80];
  const both = ['a', 'b'] as const;
  const side = (id: 'a' | 'b'): Element[] => {
    const isLeft = id === 'a';
    const which = isLeft ? 'Home' : 'Guest';
    const at = (fromMiddle: number, w: number): number => (isLeft ? 960 - fromMiddle - w : 960 + fromMiddle);
    return [
      blade(`box-${id}`, `${which} score blade`, [at(4, 150), top, 150, height], '@sm-paper'),
      blade(`side-${id}`, `${which} blade`, [at(160, 320), top, 320, height], '@sm-deep'),
      blade(`second-${id}`, `${which} second blade`, [at(486, 34), top, 34, height], '@sm-leaf'),
      blade(`colour-${id}`, `${which} colour blade`, [at(526, 22), top, 22, height], isLeft ? '#e5533d' : '#3d8fe5'),
      newElement('text', `name-${id}`, which, { ...head, x: isLeft ? 506 : 1134, y: top + 6, w: 280, h: 68, text: isLeft ? 'Skerry' : 'Saltings',  size: 40, align: isLeft ? 'right' : 'left', fit: 'squeeze', minScale: 0.6 }),
      newElement('text', `score-${id}`, `${which} score`, { ...figure, x: at(24, 110), y: top + 2, w: 110, h: 76, text: isLeft ? '12' : '9', minScale: 0.5 }),
    ];
  }; // prettier-ignore
  const comes = (id: 'a' | 'b'): Move[] => {
    const [late, way] = id === 'a' ? ([0, 1] as const) : ([2, -1] as const);
    const other = way === 1 ? -1 : 1;
    return [
      shear(`box-${id}`, late, way, 20, 'sm-lead'),
      shear(`side-${id}`, 6 + late, other, 24),
      shear(`second-${id}`, 11 + late, way, 22),
      shear(`colour-${id}`, 15 + late, other, 22),
      ...slideIn(`name-${id}`, 15 + late, 25, id === 'a' ? -1 : 1),
      ...punch(`score-${id}`, 22 + late * 2),
    ];
  };
  const goes = (id: 'a' | 'b'): Move[] => {
    const [late, way] = id === 'a' ? ([0, 1] as const) : ([2, -1] as const);
    const other = way === 1 ? -1 : 1;
    return [
      [`score-${id}`, 'opacity', [late, 1, 'linear'], [8 + late, 0]],
      ...slideOut(`name-${id}`, 12 + late, 11, id === 'a' ? -1 : 1),
      unshear(`colour-${id}`, 13 + late, other),
      unshear(`second-${id}`, 16 + late, way),
      unshear(`side-${id}`, 20 + late, other),
      unshear(`box-${id}`, 24 + late, way, 14, 'sm-lead'),
    ];
  };
  /** A point: the side's colour runs over its score blade, the number punches. */
  const point = (id: 'a' | 'b') =>
    change(
      `point-${id}`,
      id === 'a' ? 'A point at home' : 'A point for the guests',
      46,
      [
        [`box-${id}`, 'fill', [0, '@sm-paper', 'strong-out'], [7, '@sm-flash', 'linear'], [26, '@sm-flash', 'gentle'], [46, '@sm-paper']],
        ...punchOver(`score-${id}`),
      ],
      { when: [{ is: 'only', field: id === 'a' ? 'f-home-score' : 'f-guest-score' }], swap: null, carryFrom: 0, carryTo: 20 },
    ); // prettier-ignore
  const made = template({
    id: hasClock ? 'sm-match' : 'sm-score',
    name: hasClock ? 'Saltmarsh score with clock' : 'Saltmarsh score',
    lane: 'bug',
    elements: [
      ...both.flatMap(side),
      ...(hasClock
        ? [
            blade('clock-plate', 'Clock blade', [960, top + height + 6, 150, 50], '@sm-leaf'),
            newElement('clock', 'clock', 'Clock', { ...figure, x: 972, y: top + height + 6, w: 126, h: 50, shows: 'clock', clock: matchClock.id, format: 'm:ss', room: 5999, stretch: 100, weight: 760, size: 40, colour: '@sm-paper' }),
          ]
        : []),
      blade('round-plate', 'Round blade', [830, top + height + 6, 260, 50], '@sm-flash'),
      newElement('text', 'round', 'Round', { ...line, x: hasClock ? 640 : 810, y: top + height + 9, w: 300, h: 44, text: 'Duel 3',  size: 36, align: hasClock ? 'right' : 'centre', minScale: 0.84 }),
    ],
    order: [...both.flatMap((id) => [`side-${id}`, `second-${id}`, `colour-${id}`, `box-${id}`, `name-${id}`, `score-${id}`]), 'round-plate', 'round', ...(hasClock ? ['clock-plate', 'clock'] : [])],
    fields: [
      textField('f-home', 'Home', 'Skerry', 'Short name', { maxLength: 12 }),
      textField('f-home-score', 'Home score', '12', 'Figures only', { allowed: '0-9', maxLength: 3 }),
      colourField('f-home-colour', 'Home colour', '#e5533d', 'Of the outer blade'),
      textField('f-guest', 'Guest', 'Saltings', 'Short name', { maxLength: 12 }),
      textField('f-guest-score', 'Guest score', '9', 'Figures only', { allowed: '0-9', maxLength: 3 }),
      colourField('f-guest-colour', 'Guest colour', '#3d8fe5', 'Of the outer blade'),
      textField('f-round', 'Round', 'Duel 3', 'Half, round or heat', { maxLength: 16 }),
    ],
    ties: [
      ['name-a', 'text', 'f-home'],
      ['score-a', 'text', 'f-home-score'],
      ['name-b', 'text', 'f-guest'],
      ['score-b', 'text', 'f-guest-score'],
      ['round', 'text', 'f-round'],
      ['colour-a', 'fill', 'f-home-colour'],
      ['colour-b', 'fill', 'f-guest-colour'],
    ],
    tethers: [
      ['round-plate', 'left', 'round', 'left', -32 - leanOf(50) / 2],
      ['round-plate', 'right', 'round', 'right', 32 + leanOf(50) / 2],
      // The clock follows the round.
      ...(hasClock ? ([['clock-plate', 'left', 'round-plate', 'right', 6 - leanOf(50)], ['clock', 'left', 'clock-plate', 'left', 22]] as [string, 'left', string, 'left' | 'right', number][]) : []),
    ],
    enter: moving([...comes('a'), ...comes('b'), shear('round-plate', 24, -1, 20), ...slideIn('round', 29, 20), ...(hasClock ? [shear('clock-plate', 28, 1, 20), ...slideIn('clock', 33, 18)] : [])]),
    exit: moving([...(hasClock ? [...slideOut('clock', 7, 7), unshear('clock-plate', 11, 1, 10)] : []), ...slideOut('round', 8, 8), unshear('round-plate', 13, -1, 12), ...goes('a'), ...goes('b')]),
    changes: [point('a'), point('b'), change('round', 'Another round', 28, slideOver('round'), { when: [{ is: 'only', field: 'f-round' }], swap: null, carryFrom: 6, carryTo: 18 }), change('sides', 'Other sides', 40, both.flatMap((id, i) => [...slideOver(`name-${id}`, i * 3, 28, i === 0 ? -1 : 1), ...punchOver(`score-${id}`, 4 + i * 3)]), { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const y = 132;
  const tallX = (id: 'a' | 'b', fromMiddle: number, w: number): number =>
    (id === 'a' ? 540 - fromMiddle - w : 540 + fromMiddle) - leanOf(height) / 2;
  return tall(inMotion(made, saltmarshLook), {
    ...Object.fromEntries(
      both.flatMap((id): [string, object][] => [
        [`box-${id}`, { x: tallX(id, 4, 150), y }],
        [`side-${id}`, { x: tallX(id, 160, 230), y, w: 230 + leanOf(height) }],
        [`second-${id}`, { x: tallX(id, 396, 34), y }],
        [`colour-${id}`, { x: tallX(id, 436, 22), y }],
        [`name-${id}`, { x: id === 'a' ? 170 : 712, y: y + 6, w: 198, size: 36 }],
        [`score-${id}`, { x: id === 'a' ? 406 : 564, y: y + 2 }],
      ]),
    ),
    'round-plate': { y: y + height + 6 },
    round: { x: hasClock ? 240 : 390, y: y + height + 9 },
    ...(hasClock ? { 'clock-plate': { y: y + height + 6 }, clock: { y: y + height + 6 } } : {}),
  });
}

/** Stays in the corner: what is on, and the time. */
export function bug(): Template {
  const [top, height] = [72, 72];
  const made = template({
    id: 'sm-bug',
    name: 'Saltmarsh bug',
    lane: 'bug',
    elements: [
      blade('lead', 'Lead blade', [1788, top, 22, height], '@sm-flash'),
      blade('second', 'Clock blade', [1640, top, 142, height], '@sm-leaf'),
      blade('plate', 'Label blade', [1420, top, 214, height], '@sm-deep'),
      newElement('clock', 'clock', 'Clock', { x: 1646, y: top + 6, w: 130, h: 60, format: 'HH:mm', ...head, letters: 'as-typed', stretch: 100, size: 42, align: 'centre' }),
      newElement('text', 'label', 'Label', { x: 1300, y: top + 6, w: 310, h: 60, text: 'Live', ...line, letters: 'upper', weight: 700, size: 40, tracking: 50, colour: '@sm-flash', align: 'right', minScale: 0.8 }),
    ],
    order: ['plate', 'second', 'lead', 'label', 'clock'],
    fields: [textField('f-label', 'Label', 'Live', 'One short word', { sample: false, maxLength: 14 })],
    ties: [['label', 'text', 'f-label']],
    tethers: [
      ['label', 'right', 'second', 'left', -12],
      ['plate', 'left', 'label', 'left', -30 - leanOf(height) / 2],
      ['plate', 'right', 'second', 'left', leanOf(height) - 6],
    ],
    enter: moving([shear('lead', 0, 1, 20, 'sm-lead'), shear('second', 5, -1, 22), shear('plate', 9, 1, 24), ...slideIn('label', 16, 22, -1), ...slideIn('clock', 13, 22, -1)]),
    // The lead blade dims and comes back, once in six seconds.
    idle: moving([['lead', 'opacity', [0, 1, 'gentle'], [150, 0.55, 'gentle'], [300, 1]]]),
    exit: moving([...slideOut('label', 10, 10, -1), ...slideOut('clock', 12, 10, -1), unshear('plate', 15, 1), unshear('second', 19, -1), unshear('lead', 23, 1, 14, 'sm-lead')]),
    changes: [change('label', 'Another label', 28, slideOver('label', 0, 26, -1), { swap: null, carryFrom: 6, carryTo: 18 })],
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving([...slideOut('label', 9, 9, -1), unshear('plate', 16, 1), ['clock', 'opacity', [2, 1, 'linear'], [9, 0]], unshear('second', 20, -1)]) }],
  }); // prettier-ignore
  const y = 112;
  return tall(inMotion(made, saltmarshLook), {
    lead: { x: 972 - leanOf(height) / 2, y },
    second: { x: 824 - leanOf(height) / 2, y },
    plate: { y },
    clock: { x: 830, y: y + 6 },
    label: { y: y + 6 },
  });
}
