import { expect, test } from '@jest/globals';
import { newStanding } from '../clock';
import { emptyAir, openAirState } from '../playout';
import { makeRelease, newClock, newReaction, newShow, openDocument, openRelease, usualLanes } from './index';

test('marks of clocks keep what they have graphics do: in a show of format 20, its release, and what was on air', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const clock = newClock('clock', 'To the hour', 'down', 'UTC', () => 'mark');
  const { whose } = newReaction('new');
  const does = { do: 'react', whose, channels: [] };
  const marks = (named: object): object[] => [
    ...clock.marks,
    { id: 'other', at: 10, does: { ...does, ...named } },
  ];
  const earlier = { clock: { ...clock, marks: marks({ deed: { do: 'leave' } }) } };
  const now = { clock: { ...clock, marks: marks({ action: { do: 'leave' } }) } };
  const read = openDocument({ ...show, format: 20, clocks: earlier });
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.clocks).toEqual(now);
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, clocks: earlier })).toEqual(release);
  expect(openRelease(release)).toEqual(release);
  const standing = newStanding(0);
  const air = openAirState({ ...emptyAir(), clocks: { clock: { ...earlier.clock, standing } } });
  expect(air.clocks['clock']?.marks).toEqual(now.clock.marks);
});
