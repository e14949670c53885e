import { expect, test } from '@jest/globals';
import type { AirEvent } from '../../core/playout';
import { asRun } from './as-run';
import type { EntryHead } from './entry';

const event = (given: Partial<AirEvent>): AirEvent => ({
  what: 'change',
  why: 'data',
  by: 'data',
  at: 0,
  asked: 0,
  planned: null,
  channel: 'main',
  lane: 'full',
  graphic: 'g',
  card: 'c',
  number: '501',
  name: 'Wind gauge',
  detail: '',
  values: {},
  ...given,
});

async function* history(events: readonly AirEvent[]): AsyncGenerator<EntryHead> {
  for (const [sequence, one] of events.entries())
    yield { sequence, at: one.at, dayOffset: 0, command: { do: 'tick' }, events: [one] };
}

test('what data changes of one graphic is one line, until something else happens to it', async () => {
  const events = [
    event({ what: 'take', why: 'hand', at: 1 }),
    ...[2, 3, 4].map((at) => event({ at, values: { gust: at } })),
    event({ at: 4.5, graphic: 'other', values: { gust: 9 } }),
    event({ at: 5, values: { gust: 5 } }),
    event({ why: 'hand', at: 6 }),
    event({ at: 7, values: { gust: 7 } }),
  ];
  const lines = await asRun(history(events), { folds: true });
  expect(lines.map(({ what, why, changes, values }) => [what, why, changes, values])).toEqual([
    ['take', 'hand', undefined, {}],
    ['change', 'data', 4, { gust: 5 }],
    ['change', 'data', undefined, { gust: 9 }],
    ['change', 'hand', undefined, {}],
    ['change', 'data', undefined, { gust: 7 }],
  ]);
  expect(lines[1]).toMatchObject({ at: '1970-01-01T00:00:02.000Z', until: '1970-01-01T00:00:05.000Z' });
  expect(await asRun(history(events), {})).toHaveLength(events.length);
});
