import { expect, test } from '@jest/globals';
import { emptyAir, type AirState, type Cue } from '../core/playout';
import { IdlePreviews } from './idle-previews';

const cue = { card: null, number: null, template: 't' } as unknown as Cue;
const state = (own: Record<string, Cue>): AirState => ({
  ...emptyAir(),
  air: { main: { preview: null, own, graphics: [], last: {}, lastLane: null, follows: null } },
});

test('the preview of a Desk that has been gone for long is cleared, that of one that is there or comes back is not', () => {
  const idle = new IdlePreviews();
  const both = state({ ana: cue, bo: cue });
  expect(idle.look(both, new Set(['ana', 'bo']), 0)).toEqual([]);
  expect(idle.look(both, new Set(['ana']), 300)).toEqual([]);
  expect(idle.look(both, new Set(['ana', 'bo']), 500)).toEqual([]);
  expect(idle.look(both, new Set(['ana']), 1000)).toEqual([]);
  expect(idle.look(both, new Set(['ana']), 1200)).toEqual([
    { do: 'clear', channel: 'main', preview: true, desk: 'bo', own: true, by: 'server' },
  ]);
  expect(idle.look(state({}), new Set(), 5000)).toEqual([]);
});
