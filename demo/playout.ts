// What the demo show does on air by itself: a clock that is started from a pad, a loop for the beach, what gives way to what.
import { numberField, phase, template, textField } from '../library/make';
import {
  keepCard,
  newElement,
  newLayout,
  newRundownRow,
  type Reaction,
  type Show,
  type Template,
} from '../src/core/show';

const colours = { deep: '#0b2730', paper: '#f6f0e0', sun: '#f2b632', coral: '#e8593a', mist: '#a9c4c6' };

export const flightTime = (): Template =>
  template({
    id: 'flight-time',
    name: 'Flight time',
    lane: 'clock',
    elements: [
      newElement('rect', 'plate', 'Plate', {
        x: 96,
        y: 54,
        w: 356,
        h: 76,
        fill: '#0b2730e6',
        radiusBottomRight: 28,
      }),
      newElement('rect', 'edge', 'Edge', { x: 96, y: 54, w: 10, h: 76, fill: colours.sun }),
      newElement('text', 'label', 'Label', {
        x: 128,
        y: 74,
        w: 120,
        h: 38,
        text: 'FLIGHT',
        family: 'Barlow Condensed',
        weight: 600,
        size: 32,
        tracking: 60,
        colour: colours.mist,
      }),
      newElement('clock', 'time', 'Time', {
        x: 236,
        y: 60,
        w: 120,
        h: 64,
        format: 'm:ss',
        shows: 'up',
        family: 'Archivo',
        weight: 700,
        stretch: 100,
        size: 46,
        colour: colours.paper,
        align: 'right',
      }),
      newElement('text', 'loops', 'Loops', {
        x: 372,
        y: 64,
        w: 60,
        h: 56,
        text: '0',
        family: 'Archivo',
        weight: 800,
        size: 44,
        colour: colours.sun,
        align: 'centre',
      }),
    ],
    order: ['plate', 'edge', 'label', 'time', 'loops'],
    fields: [
      textField('f-label', 'Label', 'FLIGHT', 'One short word', { sample: false }),
      textField('f-time', 'Time', '0', 'Started and stopped on the pad', { sample: false }),
      numberField('f-loops', 'Loops', 0, { min: 0, max: 99 }, 'Full turns flown'),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['time', 'counted', 'f-time'],
      ['loops', 'text', 'f-loops'],
    ],
    enter: phase(34, [
      ['edge', 'wipeBottom', [0, 1], [14, 0]],
      ['plate', 'wipeRight', [5, 1], [30, 0]],
      ['label', 'opacity', [14, 0], [26, 1, 'linear']],
      ['label', 'x', [14, -24], [34, 0]],
      ['time', 'opacity', [18, 0], [30, 1, 'linear']],
      ['loops', 'scale', [20, 0.4], [34, 1]],
      ['loops', 'opacity', [20, 0], [28, 1, 'linear']],
    ]),
    moves: [
      {
        id: 'tuck',
        name: 'Tuck away',
        ...phase(24, [
          ['loops', 'x', [0, 0, 'strong-in'], [18, -360]],
          ['time', 'x', [1, 0, 'strong-in'], [19, -360]],
          ['label', 'x', [2, 0, 'strong-in'], [20, -360]],
          ['plate', 'x', [2, 0, 'strong-in'], [22, -460]],
          ['edge', 'x', [4, 0, 'strong-in'], [24, -460]],
        ]),
      },
    ],
    exit: phase(24, [
      ['loops', 'opacity', [0, 1, 'linear'], [8, 0]],
      ['time', 'opacity', [2, 1, 'linear'], [10, 0]],
      ['label', 'opacity', [4, 1, 'linear'], [12, 0]],
      ['plate', 'wipeRight', [4, 0, 'strong-in'], [20, 1]],
      ['edge', 'wipeBottom', [14, 0, 'strong-in'], [24, 1]],
    ]),
  });

/** Flying stops: a strip over all else, which others make room for by themselves. */
export const gustAlarm = (): Template =>
  template({
    id: 'gust-alarm',
    name: 'Gust alarm',
    lane: 'alarm',
    elements: [
      newElement('rect', 'strip', 'Strip', { x: 96, y: 848, w: 1000, h: 148, fill: '#a8321a', radiusTopRight: 44 }),
      newElement('rect', 'lead', 'Lead edge', { x: 96, y: 848, w: 14, h: 148, fill: colours.paper }),
      newElement('text', 'head', 'Head', { x: 144, y: 862, w: 880, h: 44, text: 'Flying stops', family: 'Barlow Condensed', weight: 600, size: 38, tracking: 50, colour: colours.paper }),
      newElement('text', 'line', 'Line', { x: 144, y: 908, w: 1640, h: 76, text: 'Gusts over 34 knots', family: 'Archivo', weight: 750, size: 62, colour: colours.paper, minScale: 0.5 }),
    ],
    order: ['strip', 'lead', 'head', 'line'],
    fields: [
      textField('f-head', 'Head', 'Flying stops', 'Two or three words', { sample: false }),
      textField('f-line', 'Line', 'Gusts over 34 knots', 'What was measured, no full stop'),
    ],
    ties: [
      ['head', 'text', 'f-head'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [
      ['strip', 'left', 'lead', 'left', 0],
      ['strip', 'right', 'line', 'right', 64, { min: 720, max: 1728 }],
    ],
    enter: phase(40, [
      ['lead', 'wipeBottom', [0, 1], [16, 0]],
      ['strip', 'wipeRight', [5, 1], [32, 0]],
      ['head', 'opacity', [14, 0], [26, 1, 'linear']],
      ['line', 'y', [18, 30], [40, 0]],
      ['line', 'opacity', [18, 0], [30, 1, 'linear']],
    ]),
    exit: phase(24, [
      ['line', 'opacity', [0, 1, 'linear'], [9, 0]],
      ['head', 'opacity', [2, 1, 'linear'], [10, 0]],
      ['strip', 'wipeRight', [4, 0, 'strong-in'], [20, 1]],
      ['lead', 'wipeTop', [12, 0, 'strong-in'], [24, 1]],
    ]),
  }); // prettier-ignore

/** Puts what runs and reacts into the demo show. Its templates and cards are there already. */
export function addPlayout(show: Show): void {
  const of = (id: string): Template => show.templates[id] as Template;
  for (const channel of show.channels)
    channel.lanes.push({ id: 'clock', name: 'Clock' }, { id: 'alarm', name: 'Alarm' });
  show.templates['flight-time'] = flightTime();
  keepCard(show, {
    id: 'card-111',
    number: '111',
    template: 'flight-time',
    values: {},
    name: 'Flight clock',
  });

  const when = (
    id: string,
    whose: Reaction['whose'],
    does: Reaction['does'],
    channels: string[] = [],
  ): Reaction => ({
    id,
    on: 'enter',
    marker: null,
    whose,
    channels,
    does,
  });
  const tucks: Reaction['does'] = { do: 'move', move: 'Tuck away', stays: false };

  // The leaders take the eye: the bug tucks away while they are up, and the flight card, which they would lie over, leaves.
  of('leaders').tags.push('wide');
  of('leaders').reactions.push(
    when('aside', { by: 'template', template: 'bug' }, tucks),
    when('gone', { by: 'template', template: 'flight-card' }, { do: 'leave' }),
  );

  // The gust alarm makes its own room: notices go, the flight time tucks away, the wind gauge turns; all by itself back
  // when it leaves, but for the notices.
  of('notice-strip').tags.push('notice');
  show.templates['gust-alarm'] = gustAlarm();
  keepCard(show, {
    id: 'card-311',
    number: '311',
    template: 'gust-alarm',
    values: { 'f-line': 'Gusts over 34 knots on the pier' },
  });
  of('gust-alarm').reactions.push(
    when('notices', { by: 'tag', tag: 'notice' }, { do: 'leave' }, ['*']),
    when('time', { by: 'lane', lane: 'clock' }, tucks),
    when('wind', { by: 'name', name: 'Wind*' }, { do: 'move', move: 'Turn to alarm', stays: false }, [
      'Main',
      'Beach screen',
    ]),
  );

  // Tall has the same templates, laid out for its shape.
  for (const id of ['name-line', 'bug', 'notice-strip', 'flight-time'])
    of(id).layouts.push(newLayout(of(id), 'tall', 'Tall', 1080, 1920));

  show.rundowns.push({
    id: 'beach-loop',
    name: 'Beach screen loop',
    channel: 'beach',
    rows: [
      newRundownRow('loop-1', 'card-601', { start: { by: 'end' }, lasts: 12 }),
      newRundownRow('loop-2', 'card-301', { start: { by: 'end' }, lasts: 8 }),
      newRundownRow('loop-3', 'card-302', { start: { by: 'end' }, lasts: 8 }),
      newRundownRow('loop-4', 'card-501', { start: { by: 'with' }, lasts: 16 }),
      newRundownRow('loop-5', 'card-301', { start: { by: 'end' }, lasts: 8 }),
    ],
    loop: { from: 'loop-1', to: 'loop-5' },
  });

  show.pads.push({
    id: 'pier',
    name: 'Pier pad',
    channel: 'main',
    items: [
      { id: 'p1', kind: 'card', label: 'Bug', span: 1, card: 'card-101' },
      { id: 'p2', kind: 'card', label: 'Wind', span: 1, card: 'card-501' },
      { id: 'p3', kind: 'card', label: 'Leaders', span: 1, card: 'card-601' },
      { id: 'p4', kind: 'card', label: 'Flight clock', span: 1, card: 'card-111' },
      { id: 'p5', kind: 'count', label: '', span: 2, card: 'card-111', field: 'f-time' },
      { id: 'p6', kind: 'add', label: 'Loop +1', span: 1, card: 'card-111', field: 'f-loops', by: 1 },
      { id: 'p7', kind: 'add', label: 'Loop −1', span: 1, card: 'card-111', field: 'f-loops', by: -1 },
      { id: 'p8', kind: 'next-row', label: 'Next row', span: 2, rundown: 'rundown' },
      { id: 'p9', kind: 'clear-lane', label: '', span: 2, lane: 'lower' },
    ],
  });
}
