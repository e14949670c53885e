// The wind on the pier: gust, bar and colour follow the instrument by themselves.
import { change, inMotion, moving, tall, template, textField, type Move } from '../../library/make';
import type { Binding, BindingStep } from '../../src/core/binding';
import { fixed } from '../../src/core/binding';
import { newElement, type Template } from '../../src/core/show';
import { binding, step, tied } from './bound';
import {
  colours,
  fastened,
  figure,
  furl,
  label,
  leanOf,
  look,
  orderOf,
  panel,
  rise,
  sink,
  turnOver,
  unfurl,
} from './cloth';

const calm = '#6fbf8a';

export function windGauge(): Template {
  const [top, height] = [172, 300];
  const long = 400;
  const made = template({
    id: 'wind-gauge',
    name: 'Wind gauge',
    lane: 'full',
    elements: [
      ...panel('plate', 'Cloth', { x: 96, y: top, w: 600, h: height }, { along: 'top', lead: calm }),
      newElement('text', 'place', 'Place', { ...label, x: 136, y: top + 16, w: 460, h: 46, text: 'Wind · Pier head', size: 38, minScale: 0.85 }),
      newElement('text', 'gust', 'Gust', { ...figure, x: 132, y: top + 56, w: 330, h: 140, text: '24.6', size: 124, minScale: 0.6 }),
      newElement('text', 'unit', 'Unit', { ...label, x: 460, y: top + 132, w: 160, h: 52, text: 'knots', size: 44, tracking: 0 }),
      newElement('rect', 'ground', 'Bar ground', { x: 136, y: top + 208, w: long, h: 16, slantLeft: 4, slantRight: 4, fill: colours.rule }),
      newElement('rect', 'bar', 'Bar', { x: 136, y: top + 208, w: 230, h: 16, slantLeft: 4, slantRight: 4, fill: calm }),
      newElement('rect', 'limit', 'Limit', { x: 136 + long * 0.6 - 3, y: top + 196, w: 6 + 10, h: 40, slantLeft: 10, slantRight: 10, fill: colours.ivory }),
      newElement('text', 'line', 'Line', { ...label, x: 136, y: top + 242, w: 420, h: 46, text: 'mean 18.2 · from 236°', size: 38, tracking: 0, figures: 'tabular', colour: colours.ivory, minScale: 0.85 }),
    ],
    order: [...orderOf('plate'), 'place', 'gust', 'unit', 'ground', 'bar', 'limit', 'line'],
    fields: [textField('f-place', 'Place', 'Wind · Pier head', 'Where the instrument stands', { sample: false, maxLength: 26 })],
    ties: [['place', 'text', 'f-place']],
    tethers: [['unit', 'left', 'gust', 'right', 16], ...fastened('plate', height, 'top')],
    enter: moving([
      ...unfurl('plate'),
      ...rise('place', 15, 22),
      ...rise('gust', 17, 27),
      ...rise('unit', 22, 22),
      ['ground', 'wipeRight', { style: 'words' }, [19, 1], [40, 0]],
      ['bar', 'wipeRight', { style: 'figures' }, [24, 1], [47, 0]],
      ['limit', 'wipeBottom', { style: 'figures' }, [30, 1], [43, 0]],
      ...rise('line', 25, 23),
    ]),
    // The instrument lives: a light runs along its line, once in six seconds.
    idle: moving([['plate-line', 'light', [100, 0, 'gentle'], [220, 1], [300, 1]]]),
    changes: [change('place', 'Another place', 26, turnOver('place'), { swap: null, carryFrom: 6, carryTo: 18 })],
    moves: [
      {
        id: 'alarm',
        name: 'Turn to alarm',
        ...moving([
          ['plate-lead', 'scaleX', [0, 1, 'strong'], [18, 1.6]],
          ['plate', 'fill.base', [4, colours.ink, 'linear'], [24, colours.rust]],
          ['gust', 'scale', [6, 1, 'strong'], [22, 1.04]],
          ['limit', 'scaleY', [8, 1, 'strong'], [26, 1.3]],
        ]),
      },
    ],
    exit: moving([
      ...sink('line', 10),
      ['limit', 'opacity', [0, 1, 'linear'], [7, 0]],
      ['bar', 'wipeRight', [0, 0, 'strong-in'], [12, 1]],
      ['ground', 'wipeRight', [2, 0, 'strong-in'], [14, 1]],
      ...sink('unit', 12),
      ...sink('gust', 14),
      ...sink('place', 15),
      ...furl('plate', 28),
    ] as Move[]),
  }); // prettier-ignore
  const lit = made.elements['plate-line'];
  if (lit?.kind === 'line') Object.assign(lit, { lightLength: 140, lightColour: colours.saffron });

  const pier: Binding['from'] = { kind: 'value', data: 'wind' };
  const gust = step('path', { path: '$.wind.gust' });
  const scale: BindingStep = step('colour-scale', {
    stops: [
      { at: 14, colour: calm },
      { at: 24, colour: colours.saffron },
      { at: 32, colour: colours.coral },
    ],
    smooth: true,
  });
  const of = (id: string): Binding['from'] => ({ kind: 'binding', binding: id });
  const bound = tied(
    inMotion(made, look),
    [
      binding('b-gust', 'Gust', pier, gust),
      binding('b-words', 'Gust in words', of('b-gust'), step('number-format', { least: 1, most: 1 })),
      binding(
        'b-bar',
        'Bar length',
        of('b-gust'),
        step('rescale', { low: fixed(0), high: fixed(50), toLow: fixed(12), toHigh: fixed(long) }),
        step('round'),
      ),
      binding('b-colour', 'Colour by gust', of('b-gust'), scale),
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
      ['plate-lead', 'fill', 'b-colour'],
      ['line', 'text', 'b-line'],
    ],
  );
  const lean = leanOf(height);
  const down = (id: string, more: object = {}): [string, object] => {
    const own = made.elements[id] as { x: number; y: number };
    return [id, { x: own.x - 24, y: own.y + 1300, ...more }];
  };
  return tall(
    bound,
    Object.fromEntries([
      ...['place', 'gust', 'unit', 'ground', 'bar', 'limit', 'line', 'plate', 'plate-line'].map((id) =>
        down(id),
      ),
      down('plate-seam', { w: lean + 3 }),
      down('plate-lead', { w: lean + 12 }),
    ]),
  );
}
