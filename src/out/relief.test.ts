import { expect, test } from '@jest/globals';
import { ReliefSteps, type Drawn } from './relief';

const busy: Drawn = { due: 50, dropped: 20, insets: 4, blurs: 2 };
const easy: Drawn = { ...busy, dropped: 0 };
const run = (steps: ReliefSteps, second: Drawn, times: number): number[] =>
  Array.from({ length: times }, () => (steps.second(second), steps.now));

test('three slow seconds in a row take one step; a slow moment takes none', () => {
  const steps = new ReliefSteps();
  expect(run(steps, busy, 2)).toEqual([0, 0]);
  expect(run(steps, easy, 1)).toEqual([0]);
  expect(run(steps, busy, 9)).toEqual([0, 0, 1, 1, 1, 2, 2, 2, 3]);
  expect(run(steps, busy, 9).at(-1)).toBe(3);
});

test('what is not there is not left out: without insets blur goes at once, and where there is neither, nothing does', () => {
  const blurs = new ReliefSteps();
  expect(run(blurs, { ...busy, insets: 0 }, 3)).toEqual([0, 0, 3]);
  const insets = new ReliefSteps();
  expect(run(insets, { ...busy, blurs: 0 }, 12).at(-1)).toBe(2);
  const plain = new ReliefSteps();
  expect(run(plain, { ...busy, insets: 0, blurs: 0 }, 12).at(-1)).toBe(0);
});

test('after ten quick seconds a step is taken back; what had to go again waits longer', () => {
  const steps = new ReliefSteps();
  run(steps, busy, 3);
  expect(run(steps, easy, 10)).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1, 0]);
  run(steps, busy, 3);
  expect(run(steps, easy, 19).at(-1)).toBe(1);
  expect(run(steps, easy, 1)).toEqual([0]);
  // A channel with nothing to draw is quick.
  run(steps, busy, 3);
  expect(run(steps, { due: 0, dropped: 0, insets: 0, blurs: 0 }, 40).at(-1)).toBe(0);
});
