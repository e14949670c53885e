// What the demo show does on air by itself: a clock that is started from a pad, a loop for the beach, what gives way to what.
import { keepCard, newRundownRow, type Reaction, type Show, type Template } from '../src/core/show';

/** Puts what runs and reacts into the demo show. Its templates and cards are there already. */
export function addPlayout(show: Show): void {
  const of = (id: string): Template => show.templates[id] as Template;
  for (const channel of show.channels)
    channel.lanes.push({ id: 'clock', name: 'Clock' }, { id: 'alarm', name: 'Alarm' });
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

  // The ticker goes aside while something else stands at the foot of the picture, and comes back by itself.
  for (const template of Object.values(show.templates))
    if (template.lane === 'lower' || template.lane === 'alarm' || template.lane === 'full')
      template.reactions.push(when('ticker', { by: 'lane', lane: 'ticker' }, tucks));

  // What fills the frame sends away what would lie on it; the flight clock tucks away for as long.
  for (const id of ['programme', 'opener'])
    of(id).reactions.push(
      when('clear', { by: 'lane', lane: 'lower' }, { do: 'leave' }),
      when('clock', { by: 'lane', lane: 'clock' }, tucks),
    );

  // The gust alarm makes its own room: notices go, the flight time tucks away, the wind gauge turns; all by itself back
  // when it leaves, but for the notices.
  of('notice-strip').tags.push('notice');
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
      { id: 'p10', kind: 'ticker', label: '', span: 4, ticker: 'news' },
    ],
  });
  show.pads.push({
    id: 'duel',
    name: 'Duel pad',
    channel: 'main',
    items: [
      { id: 'd1', kind: 'card', label: 'Duel', span: 4, card: 'card-622' },
      { id: 'd2', kind: 'clock', label: '', span: 4, clock: 'duel-clock' },
      { id: 'd3', kind: 'score', label: 'Left −1', span: 1, score: 'duel-left', by: -1 },
      { id: 'd4', kind: 'score', label: 'Left +1', span: 1, score: 'duel-left', by: 1 },
      { id: 'd5', kind: 'score', label: 'Right +1', span: 1, score: 'duel-right', by: 1 },
      { id: 'd6', kind: 'score', label: 'Right −1', span: 1, score: 'duel-right', by: -1 },
    ],
  });
}
