import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newChange, newPhase, newTemplate, type Template } from '../../../core/show';
import { playheadAt, playheadX, rulerOf, sectionOf, snappedFrame, xOf } from './geometry';

const template = (enter: number, exit: number, given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    phases: { enter: newPhase(enter), idle: newPhase(0), exit: newPhase(exit) },
    ...given,
  });

describe('the ruler of the score', () => {
  test('whatever the lengths, the width and the zoom, a frame is found again where it is shown', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 300, max: 2400 }),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        fc.nat(400),
        (enter, exit, width, zoom, at) => {
          const t = template(enter, exit, { changes: [newChange('c', 'Change')] });
          const ruler = rulerOf(t, width, zoom);
          for (const [phase, frames] of [
            ['enter', enter],
            ['c', 30],
            ['exit', exit],
          ] as const) {
            const frame = Math.min(at, frames);
            expect(playheadAt(ruler, xOf(ruler, phase, frame))).toEqual({ phase, frame });
            expect(playheadX(ruler, { phase, frame })).toBe(xOf(ruler, phase, frame));
          }
          expect(playheadAt(ruler, xOf(ruler, 'hold', 0))).toEqual({ phase: 'hold', frame: 0 });
        },
      ),
      { numRuns: 60 },
    );
  });
  test('fits its width while frames have room, and scrolls when they have none', () => {
    expect(rulerOf(template(50, 25), 900).end).toBeLessThanOrEqual(900);
    expect(rulerOf(template(4000, 50), 900).scale).toBe(2);
    expect(rulerOf(template(50, 25), 900, 3).end).toBeGreaterThan(900);
  });
  test('before the start and behind the end there is nothing to point at', () => {
    const ruler = rulerOf(template(20, 10), 800);
    expect(playheadAt(ruler, -50)).toEqual({ phase: 'enter', frame: 0 });
    expect(playheadAt(ruler, 5000)).toEqual({ phase: 'exit', frame: 10 });
  });
  test('a folded phase is narrow and gives its room to the others; the idle loop stands beside Hold', () => {
    const t = template(50, 50, { phases: { enter: newPhase(50), idle: newPhase(80), exit: newPhase(50) } });
    const [open, folded] = [rulerOf(t, 900), rulerOf(t, 900, 1, ['idle'])];
    expect(open.sections.map((s) => s.name)).toEqual(['Enter', 'Hold', 'Idle loop', 'Exit']);
    expect(folded.scale).toBeGreaterThan(open.scale);
    expect(sectionOf(folded, 'idle')?.width).toBeLessThan(40);
  });
  test('a frame near something is pulled to it, one that is far is left', () => {
    const ruler = rulerOf(template(50, 25), 900);
    expect(snappedFrame(10, [11, 30], ruler, ruler.scale * 1.5)).toBe(11);
    expect(snappedFrame(20, [11, 30], ruler, ruler.scale * 1.5)).toBe(20);
  });
});
