// Templates of the demo that live on data: the wind on the pier, and the leaders of the round.
import { change, phase, template, textField } from '../library/make';
import { fixed, stepKinds, type Binding, type BindingStep } from '../src/core/binding';
import { newElement, newTie, type Template } from '../src/core/show';

const colours = {
  deep: '#0b2730',
  deepSoft: '#123642',
  paper: '#f6f0e0',
  sun: '#f2b632',
  coral: '#e8593a',
  mist: '#a9c4c6',
  green: '#6fbf8a',
};

const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
  ({ ...structuredClone(stepKinds[kind].plain), ...given }) as BindingStep;
const binding = (id: string, name: string, from: Binding['from'], ...steps: BindingStep[]): Binding => ({
  id,
  name,
  from,
  steps,
});
const tied = (made: Template, bindings: Binding[], ties: [string, string, string][]): Template => ({
  ...made,
  bindings,
  ties: [...made.ties, ...ties.map(([element, property, of]) => newTie(element, property, of))],
});

/** The wind as the pier's instrument tells it: gust, bar and colour follow by themselves. */
export function windGauge(): Template {
  const type = { family: 'Archivo', weight: 800, stretch: 87.5, colour: colours.paper };
  const made = template({
    id: 'wind-gauge',
    name: 'Wind gauge',
    lane: 'full',
    elements: [
      newElement('rect', 'plate', 'Plate', {
        x: 96,
        y: 84,
        w: 560,
        h: 312,
        fill: colours.deep,
        radiusTopRight: 56,
      }),
      newElement('rect', 'edge', 'Edge', { x: 96, y: 84, w: 16, h: 312, fill: colours.green }),
      newElement('text', 'place', 'Place', {
        x: 148,
        y: 108,
        w: 460,
        h: 44,
        text: 'Wind · Pier head',
        family: 'Barlow Condensed',
        weight: 600,
        size: 36,
        tracking: 40,
        colour: colours.mist,
      }),
      newElement('text', 'gust', 'Gust', {
        x: 144,
        y: 144,
        w: 300,
        h: 150,
        text: '24.6',
        size: 138,
        figures: 'tabular',
        minScale: 0.5,
        ...type,
        stretch: 75,
      }),
      newElement('text', 'unit', 'Unit', {
        x: 460,
        y: 222,
        w: 160,
        h: 56,
        text: 'knots',
        family: 'Barlow Condensed',
        weight: 500,
        size: 46,
        colour: colours.mist,
      }),
      newElement('rect', 'ground', 'Bar ground', {
        x: 148,
        y: 304,
        w: 460,
        h: 20,
        fill: '#f6f0e026',
        radiusTopRight: 10,
        radiusBottomRight: 10,
      }),
      newElement('rect', 'bar', 'Bar', {
        x: 148,
        y: 304,
        w: 230,
        h: 20,
        fill: colours.green,
        radiusTopRight: 10,
        radiusBottomRight: 10,
      }),
      newElement('rect', 'limit', 'Limit', { x: 422, y: 296, w: 4, h: 36, fill: colours.paper }),
      newElement('text', 'line', 'Line', {
        x: 148,
        y: 338,
        w: 480,
        h: 44,
        text: 'mean 18.2 · from 236°',
        family: 'Barlow Condensed',
        weight: 500,
        size: 34,
        colour: colours.paper,
        minScale: 0.6,
      }),
    ],
    order: ['plate', 'edge', 'place', 'gust', 'unit', 'ground', 'bar', 'limit', 'line'],
    fields: [
      textField('f-place', 'Place', 'Wind · Pier head', 'Where the instrument stands', { sample: false }),
    ],
    ties: [['place', 'text', 'f-place']],
    tethers: [['unit', 'left', 'gust', 'right', 18]],
    enter: phase(40, [
      ['edge', 'wipeBottom', [0, 1], [18, 0]],
      ['plate', 'wipeRight', [4, 1], [34, 0]],
      ['place', 'opacity', [14, 0], [26, 1, 'linear']],
      ['gust', 'y', [12, 40], [38, 0]],
      ['gust', 'opacity', [12, 0], [24, 1, 'linear']],
      ['unit', 'opacity', [20, 0], [32, 1, 'linear']],
      ['ground', 'wipeRight', [14, 1], [36, 0]],
      ['bar', 'wipeRight', [16, 1], [40, 0]],
      ['limit', 'opacity', [26, 0], [34, 1, 'linear']],
      ['line', 'opacity', [22, 0], [36, 1, 'linear']],
    ]),
    moves: [
      {
        id: 'alarm',
        name: 'Turn to alarm',
        ...phase(30, [
          ['edge', 'scaleX', [0, 1, 'strong'], [18, 2.4]],
          ['plate', 'fill', [4, colours.deep, 'linear'], [24, '#6b1f17']],
          ['gust', 'scale', [6, 1, 'strong'], [22, 1.06]],
          ['line', 'opacity', [4, 1, 'linear'], [14, 0.6]],
        ]),
      },
    ],
    exit: phase(22, [
      ...(['place', 'gust', 'unit', 'line', 'bar', 'ground', 'limit'] as const).map(
        (id, i): [string, 'opacity', [number, number, 'linear'], [number, number]] => [
          id,
          'opacity',
          [i, 1, 'linear'],
          [8 + i, 0],
        ],
      ),
      ['plate', 'wipeRight', [4, 0, 'strong-in'], [20, 1]],
      ['edge', 'wipeTop', [8, 0, 'strong-in'], [22, 1]],
    ]),
  });
  const at = (path: string): Binding['from'] & BindingStep[] =>
    [{ kind: 'value', data: 'wind' }, step('path', { path })] as never;
  const [pier, gust] = at('$.wind.gust') as unknown as [Binding['from'], BindingStep];
  const scale = step('colour-scale', {
    stops: [
      { at: 14, colour: colours.green },
      { at: 24, colour: colours.sun },
      { at: 32, colour: colours.coral },
    ],
    smooth: true,
  });
  return tied(
    made,
    [
      binding('b-gust', 'Gust', pier, gust),
      binding(
        'b-words',
        'Gust in words',
        { kind: 'binding', binding: 'b-gust' },
        step('number-format', { least: 1, most: 1 }),
      ),
      binding(
        'b-bar',
        'Bar length',
        { kind: 'binding', binding: 'b-gust' },
        step('rescale', { low: fixed(0), high: fixed(50), toLow: fixed(12), toHigh: fixed(460) }),
        step('round'),
      ),
      binding('b-colour', 'Colour by gust', { kind: 'binding', binding: 'b-gust' }, scale),
      binding(
        'b-mean',
        'Mean',
        pier,
        step('path', { path: '$.wind.mean' }),
        step('number-format', { least: 1, most: 1 }),
      ),
      binding(
        'b-from',
        'Direction',
        pier,
        step('path', { path: '$.wind.direction' }),
        step('number-format', { after: '°' }),
      ),
      binding('b-line', 'Line', { kind: 'words', text: 'mean {Mean} · from {Direction}' }),
    ],
    [
      ['gust', 'text', 'b-words'],
      ['bar', 'w', 'b-bar'],
      ['bar', 'fill', 'b-colour'],
      ['edge', 'fill', 'b-colour'],
      ['line', 'text', 'b-line'],
    ],
  );
}

const rows = [1, 2, 3] as const;

/** The first three of the round, from a view of the results that lie in the watched folder. */
export function leaders(): Template {
  const top = 640;
  const height = 88;
  const made = template({
    id: 'leaders',
    name: 'Leaders',
    lane: 'lower',
    elements: [
      newElement('rect', 'head', 'Head', { x: 96, y: top - 72, w: 860, h: 72, fill: colours.sun, radiusTopRight: 36 }),
      newElement('text', 'title', 'Title', { x: 128, y: top - 66, w: 640, h: 60, text: 'After the ballet', family: 'Archivo', weight: 800, stretch: 87.5, size: 46, colour: colours.deep }),
      newElement('rect', 'plate', 'Plate', { x: 96, y: top, w: 860, h: height * 3 + 16, fill: colours.deep, radiusBottomRight: 48 }),
      ...rows.flatMap((n) => [
        newElement('text', `place${n}`, `Place ${n}`, { x: 128, y: top + 12 + (n - 1) * height, w: 72, h: 76, text: String(n), family: 'Archivo', weight: 800, stretch: 75, size: 60, colour: colours.sun, figures: 'tabular' }),
        newElement('text', `team${n}`, `Team ${n}`, { x: 208, y: top + 12 + (n - 1) * height, w: 520, h: 76, text: `Team ${n}`, family: 'Archivo', weight: 650, size: 46, colour: colours.paper, minScale: 0.4 }),
        newElement('text', `score${n}`, `Score ${n}`, { x: 736, y: top + 12 + (n - 1) * height, w: 184, h: 76, text: '90.00', family: 'Archivo', weight: 750, stretch: 75, size: 58, colour: colours.paper, align: 'right', figures: 'tabular' }),
      ]),
    ],
    order: ['plate', 'head', 'title', ...rows.flatMap((n) => [`place${n}`, `team${n}`, `score${n}`])],
    fields: [textField('f-title', 'Title', 'After the ballet', 'What the places are of', { sample: false })],
    ties: [['title', 'text', 'f-title']],
    tethers: [],
    enter: phase(52, [
      ['head', 'wipeRight', [0, 1], [24, 0]],
      ['title', 'opacity', [12, 0], [24, 1, 'linear']],
      ['plate', 'wipeBottom', [8, 1], [36, 0]],
      ...rows.flatMap((n): [string, 'opacity' | 'x', [number, number], [number, number, 'linear']?][] => [
        [`place${n}`, 'opacity', [14 + n * 5, 0], [26 + n * 5, 1, 'linear']],
        [`team${n}`, 'opacity', [16 + n * 5, 0], [28 + n * 5, 1, 'linear']],
        [`score${n}`, 'opacity', [20 + n * 5, 0], [34 + n * 5, 1, 'linear']],
      ]) as never[],
    ]),
    exit: phase(22, [
      ...['title', ...rows.flatMap((n) => [`place${n}`, `team${n}`, `score${n}`])].map((id): [string, 'opacity', [number, number, 'linear'], [number, number]] => [id, 'opacity', [0, 1, 'linear'], [8, 0]]),
      ['plate', 'wipeBottom', [2, 0, 'strong-in'], [18, 1]],
      ['head', 'wipeRight', [6, 0, 'strong-in'], [22, 1]],
    ]),
    changes: [
      change('places', 'New places', 30, rows.flatMap((n) => [
        [`team${n}`, 'y', { side: 'old', unit: 'own' }, [n, 0, 'strong'], [14 + n, -0.5]],
        [`team${n}`, 'opacity', { side: 'old' }, [n, 1, 'linear'], [10 + n, 0]],
        [`team${n}`, 'y', { side: 'new', unit: 'own' }, [8 + n, 0.5, 'strong'], [27 + n, 0]],
        [`team${n}`, 'opacity', { side: 'new' }, [8 + n, 0, 'linear'], [20 + n, 1]],
        [`score${n}`, 'opacity', { side: 'old' }, [n, 1, 'linear'], [10 + n, 0]],
        [`score${n}`, 'opacity', { side: 'new' }, [10 + n, 0, 'linear'], [22 + n, 1]],
      ]) as never, { swap: null, carryFrom: 2, carryTo: 28 }),
    ],
  }); // prettier-ignore
  const cell = (n: number, column: string): Binding['from'] => ({
    kind: 'cell',
    data: 'standings',
    row: { by: 'place', at: fixed(n) },
    column,
    take: 'value',
  });
  return tied(
    made,
    rows.flatMap((n) => [
      binding(`b-place${n}`, `Place ${n}`, cell(n, 'Place')),
      binding(`b-team${n}`, `Team ${n}`, cell(n, 'Team')),
      binding(`b-score${n}`, `Score ${n}`, cell(n, 'Score'), step('number-format', { least: 2, most: 2 })),
    ]),
    rows.flatMap((n): [string, string, string][] => [
      [`place${n}`, 'text', `b-place${n}`],
      [`team${n}`, 'text', `b-team${n}`],
      [`score${n}`, 'text', `b-score${n}`],
    ]),
  );
}
