import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newChange, newPhase, newTemplate, newTextField, type Template } from '../../../core/show';
import type { Playhead } from '../build-store';
import { momentAt, onward, tryChange } from './moments';

const template = (given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    rate: 50,
    phases: { enter: newPhase(20), idle: newPhase(0), exit: newPhase(10) },
    fields: [newTextField('n', 'Name', 'Ida'), newTextField('p', 'Points', '7')],
    steps: [{ id: 's', name: 'Step', ...newPhase(5) }],
    changes: [newChange('c', 'Change', { frames: 30 })],
    ...given,
  });
const walk = (t: Template, from: Playhead, frames: number): string[] => {
  const seen: string[] = [];
  let at = from;
  for (let i = 0; i < frames; i += 1) {
    at = onward(t, at, 1);
    if (seen.at(-1) !== at.phase) seen.push(at.phase);
  }
  return seen;
};

describe('playing', () => {
  test('goes through a life and begins again; a Change by itself goes round by itself', () => {
    expect(walk(template(), { phase: 'enter', frame: 0 }, 125)).toEqual([
      'enter',
      'hold',
      's',
      'exit',
      'enter',
    ]);
    expect(walk(template(), { phase: 'c', frame: 0 }, 200)).toEqual(['c']);
    const idling = template({ phases: { enter: newPhase(20), idle: newPhase(40), exit: newPhase(10) } });
    expect(walk(idling, { phase: 'hold', frame: 0 }, 90)).toEqual(['idle', 's', 'exit', 'enter']);
  });
  test('however long a frame took, it stands at a frame of a phase, even of phases without length', () => {
    const cut = template({ phases: { enter: newPhase(0), idle: newPhase(0), exit: newPhase(0) }, steps: [] });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 400, noNaN: true }), fc.boolean(), (by, isCut) => {
        const at = onward(isCut ? cut : template(), { phase: 'enter', frame: 0 }, by);
        expect(at.frame).toBeGreaterThanOrEqual(0);
        expect(Number.isFinite(at.frame)).toBe(true);
        expect(['enter', 'hold', 's', 'exit']).toContain(at.phase);
      }),
    );
  });
  test('while it plays, steps not taken are not seen; at rest all of it is', () => {
    const t = template();
    expect(momentAt(t, { phase: 'hold', frame: 0 }, true, 0).steps).toEqual([-1]);
    expect(momentAt(t, { phase: 'hold', frame: 0 }, false, 0).steps).toBeUndefined();
    expect(momentAt(t, { phase: 'exit', frame: 3.7 }, true, 0)).toMatchObject({
      frame: 3,
      steps: [Infinity],
    });
  });
});

describe('values with which a Change is tried', () => {
  const rule = (when: Parameters<typeof newChange>[2]) =>
    tryChange(template(), newChange('c', 'C', when), {}, { n: 'Ox' });
  test('those of another filling where they differ', () => {
    expect(rule({})).toEqual({ from: { n: 'Ida', p: '7' }, to: { n: 'Ox', p: '7' } });
  });
  test('such as its rules ask for, and no others', () => {
    expect(rule({ when: [{ is: 'greater', field: 'p' }] })).toEqual({
      from: { n: 'Ida', p: '7' },
      to: { n: 'Ida', p: '10' },
    });
    expect(rule({ when: [{ is: 'less', field: 'p' }] }).to).toEqual({ n: 'Ida', p: '4' });
    expect(rule({ when: [{ is: 'from-to', field: 'n', from: 'A', to: 'B' }] })).toEqual({
      from: { n: 'A', p: '7' },
      to: { n: 'B', p: '7' },
    });
  });
  test('something else in any case', () => {
    const { from, to } = tryChange(template(), newChange('c', 'C'), {}, {});
    expect(to).not.toEqual(from);
  });
});
