import { expect, test } from '@jest/globals';
import { newChange, newPhase, type Handover } from '../show';
import { describeTake, endOf, laneState } from './index';
import { card, made, released, Trial } from './trial';

const trial = (handover: Handover | null, lane?: Handover): Trial => {
  const release = released(
    [made('a', 'lower'), made('b', 'lower', { handover })],
    [card('one', '1', 'a'), card('two', '2', 'b'), card('three', '3', 'b')],
  );
  for (const channel of release.channels)
    channel.lanes = channel.lanes.map((own) =>
      lane && own.id === 'lower' ? { ...own, handover: lane } : own,
    );
  const made1 = new Trial(release);
  made1.go({ do: 'take', channel: 'main', number: '1' }, 10);
  return made1;
};

test.each<[string, Handover | null, Handover | undefined, number, string]>([
  ['after the exit where nothing is said', null, undefined, 20.4, 'after its exit (0.4 s)'],
  ['together', { of: 'begin', frames: 0 }, undefined, 20, 'together with its exit'],
  ['before the exit ends', { of: 'end', frames: -15 }, undefined, 20.1, '0.3 s before its exit ends'],
  ['some frames into the exit', { of: 'begin', frames: 5 }, undefined, 20.1, '0.1 s into its exit'],
  ['a while after the exit', { of: 'end', frames: 50 }, undefined, 21.4, '1.0 s after its exit'],
  ['as the lane says', null, { of: 'begin', frames: 0 }, 20, 'together with its exit'],
  [
    'as the template says, over the lane',
    { of: 'end', frames: 0 },
    { of: 'begin', frames: 0 },
    20.4,
    'after its exit (0.4 s)',
  ],
])('a take enters %s, and says so before', (_name, own, lane, enters, words) => {
  const t = trial(own, lane);
  t.go({ do: 'cue', channel: 'main', number: '2' }, 19);
  const cue = t.state.air['main']?.preview;
  expect(cue && describeTake(t.state, 'main', cue, t.releases, 20)).toBe(
    `replaces 1 Template a in Lower, ${words}`,
  );
  t.go({ do: 'take', channel: 'main' }, 20);
  expect(t.find('two')?.enterAt).toBeCloseTo(enters, 6);
  expect(t.find('one')?.exitAt).toBe(20);
});

test('an offset longer than what is left never enters before the take', () => {
  const t = trial({ of: 'end', frames: -1500 });
  t.go({ do: 'take', channel: 'main', number: '2' }, 20);
  expect(t.find('two')?.enterAt).toBe(20);
});

test('of a chain of quick takes the last one enters, and nothing of the others is left', () => {
  const t = trial(null);
  t.go({ do: 'take', channel: 'main', number: '2' }, 20);
  t.go({ do: 'take', channel: 'main', number: '3' }, 20.1);
  t.go({ do: 'take', channel: 'main', number: '2' }, 20.2);
  expect(t.all().map((g) => g.card)).toEqual(['one', 'two']);
  expect(laneState(t.all(), 'lower', 21)).toMatchObject({
    holder: { card: 'two' },
    leaving: [],
    waiting: null,
  });
});

test('the same template in its lane changes in place, and keeps the time that it came', () => {
  const change = newChange('c', 'Words', { ...newPhase(30) });
  const t = new Trial(
    released(
      [made('a', 'lower', { changes: [change] })],
      [
        card('one', '1', 'a', { values: { 'f-name': 'Ida' } }),
        card('two', '2', 'a', { values: { 'f-name': 'Ox' } }),
      ],
    ),
  );
  t.go({ do: 'take', channel: 'main', number: '1' }, 10);
  t.go({ do: 'take', channel: 'main', number: '2' }, 20);
  expect(t.all()).toHaveLength(1);
  expect(t.all()[0]).toMatchObject({
    card: 'two',
    number: '2',
    enterAt: 10,
    exitAt: null,
    values: { 'f-name': 'Ox' },
    changes: [{ change: 'c', at: 20, from: { 'f-name': 'Ida' }, to: { 'f-name': 'Ox' } }],
  });
});

test('without a Change that fits, the same template leaves and enters anew', () => {
  const t = new Trial(released([made('a', 'lower')], [card('one', '1', 'a'), card('two', '2', 'a')]));
  t.go({ do: 'take', channel: 'main', number: '1' }, 10);
  t.go({ do: 'take', channel: 'main', number: '2' }, 20);
  const [first, second] = t.all();
  expect([first?.exitAt, second?.enterAt]).toEqual([20, first && endOf(first)]);
});

test('one take goes to several channels, or to none of them', () => {
  const t = trial(null);
  expect(t.go({ do: 'take', channel: 'main', also: ['beach'], number: '2' }, 20)).toBe('done');
  expect([t.find('two', 'main')?.exitAt, t.find('two', 'beach')?.exitAt]).toEqual([null, null]);
  const before = t.state;
  expect(t.go({ do: 'take', channel: 'main', also: ['nowhere'], number: '3' }, 21)).toBe('unknown-channel');
  expect(t.state).toBe(before);
});

test('a take of what was seen in preview is refused when another has cued meanwhile', () => {
  const t = trial(null);
  t.go({ do: 'cue', channel: 'main', number: '2', by: 'Ana' }, 20);
  const seen = t.state.air['main']?.preview?.cue ?? '';
  t.go({ do: 'cue', channel: 'main', number: '3', by: 'Bo' }, 20.1);
  expect(t.go({ do: 'take', channel: 'main', cue: seen, by: 'Ana' }, 20.2)).toBe('other-cue');
  expect(t.up().map((g) => g.card)).toEqual(['one']);
  expect(t.state.air['main']?.preview?.number).toBe('3');
});
