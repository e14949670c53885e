import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Template } from '../../../core/show';
import { playheadAt, playheadX, rulerOf, xOf } from './geometry';

const template = (enter: number, exit: number): Template =>
  ({
    phases: { enter: { frames: enter, tracks: [] }, exit: { frames: exit, tracks: [] } },
  }) as unknown as Template;

describe('the ruler of the score', () => {
  test('whatever the lengths and the width, a frame is found again where it is shown', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 300, max: 2400 }),
        fc.nat(400),
        (enter, exit, width, at) => {
          const t = template(enter, exit);
          const ruler = rulerOf(t, width);
          for (const phase of ['enter', 'exit'] as const) {
            const frame = Math.min(at, t.phases[phase].frames);
            expect(playheadAt(ruler, t, xOf(ruler, phase, frame))).toEqual({ phase, frame });
            expect(playheadX(ruler, { phase, frame })).toBe(xOf(ruler, phase, frame));
          }
          expect(playheadAt(ruler, t, (ruler.hold + ruler.exit) / 2)).toEqual({ phase: 'hold', frame: 0 });
        },
      ),
      { numRuns: 60 },
    );
  });
  test('fits its width while frames have room, and scrolls when they have none', () => {
    expect(rulerOf(template(50, 25), 900).end).toBeLessThanOrEqual(900);
    expect(rulerOf(template(4000, 50), 900).scale).toBe(2);
  });
  test('before the start and behind the end there is nothing to point at', () => {
    const t = template(20, 10);
    const ruler = rulerOf(t, 800);
    expect(playheadAt(ruler, t, -50)).toEqual({ phase: 'enter', frame: 0 });
    expect(playheadAt(ruler, t, 5000)).toEqual({ phase: 'exit', frame: 10 });
  });
});
