import { describe, expect, test } from '@jest/globals';
import { motionFindings } from '../preflight';
import { newChange, newElement, newTemplate, phaseOf, type Element, type Template } from '../show';
import { applyPreset, motionPresets, presetsFor, type MotionPreset } from './index';

let count = 0;
const newId = (): string => `n${(count += 1)}`;
const elements: Element[] = [
  newElement('rect', 'bar', 'Bar', { outlineWidth: 4, lightLength: 80 }),
  newElement('text', 'words', 'Words', { text: 'Flight 12' }),
  newElement('group', 'group', 'Group', { children: ['dot'] }),
  newElement('rect', 'dot', 'Dot'),
  newElement('chart', 'chart', 'Chart'),
  newElement('viewpoint', 'camera', 'Camera'),
];
const template = (): Template =>
  newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order: ['bar', 'words', 'group', 'chart', 'camera'],
    changes: [newChange('c', 'Change', { frames: 40, swap: 16 })],
  });
const named = (id: string): MotionPreset => motionPresets.find((preset) => preset.id === id) as MotionPreset;

describe('ready motions', () => {
  test('each becomes keys that are clean in every phase, for every element it fits', () => {
    for (const preset of motionPresets) {
      for (const ref of ['enter', 'exit', 'c']) {
        const t = template();
        const fit = elements.filter(preset.fits).map(({ id }) => id);
        const made = applyPreset(t, ref, fit, preset, 25, newId);
        expect(fit.length).toBeGreaterThan(0);
        expect(made.length).toBeGreaterThan(0);
        expect([preset.id, ref, motionFindings(t).map(({ message }) => message)]).toEqual([
          preset.id,
          ref,
          [],
        ]);
      }
    }
  });
  test('fit what they are for: letters for words, turns for groups, outlines for what has one', () => {
    const fits = (id: string): string[] => elements.filter(named(id).fits).map((element) => element.id);
    expect(fits('type')).toEqual(['words']);
    expect(fits('children')).toEqual(['group']);
    expect(fits('draw')).toEqual(['bar']);
    expect(fits('count')).toEqual(['words']);
    expect(fits('push')).toEqual(['camera']);
    expect(fits('fade')).not.toContain('camera');
  });
  test('the old and the new as two faces of one thing turn together, and neither is seen from behind', () => {
    const t = template();
    applyPreset(t, 'c', ['group'], named('two-faces'), 10, newId);
    expect(
      phaseOf(t, 'c')?.tracks.map(({ side, keys }) => [
        side,
        ...keys.map(({ frame, value, ease }) => [frame, value, ease]),
      ]),
    ).toEqual([
      ['old', [0, 0, 'gentle'], [40, 180, 'linear']],
      ['new', [0, -180, 'gentle'], [40, 0, 'linear']],
    ]);
    expect(t.elements['group']?.backHidden).toBe(true);
    expect(t.changes[0]?.swap).toBeNull();
  });
  test('parts that turn to what is new meet it half way', () => {
    const t = template();
    t.changes[0] = newChange('c', 'Change', { frames: 40, swap: null });
    applyPreset(t, 'c', ['group'], named('cells-turn'), 10, newId);
    expect(
      phaseOf(t, 'c')?.tracks.map(({ side, keys }) => [
        side,
        ...keys.map(({ frame, value }) => [frame, value]),
      ]),
    ).toEqual([
      ['old', [0, 0], [20, -90]],
      ['new', [20, -90], [40, 0]],
    ]);
    expect(t.changes[0].swap).toBe(20);
  });
  test('what flies goes by the same places as it comes and as it leaves', () => {
    const t = template();
    applyPreset(t, 'enter', ['bar'], named('fly'), 100, newId);
    applyPreset(t, 'exit', ['bar'], named('fly'), 100, newId);
    const places = (ref: 'enter' | 'exit') =>
      phaseOf(t, ref)?.tracks[2]?.keys.map(({ frame, value }) => [frame, value]);
    expect(places('enter')).toEqual([
      [0, -2600],
      [55, -500],
      [100, 0],
    ]);
    expect(places('exit')).toEqual([
      [0, 0],
      [45, -500],
      [100, -2600],
    ]);
  });
  test('several elements lead and follow; what moved the same before gives way', () => {
    const t = template();
    applyPreset(t, 'enter', ['bar', 'words'], named('fade'), 20, newId);
    applyPreset(t, 'enter', ['bar', 'words'], named('drift'), 20, newId);
    const starts = t.phases.enter.tracks.map((track) => [
      track.element,
      track.property,
      track.keys[0]?.frame,
    ]);
    expect(starts).toEqual([
      ['bar', 'x', 0],
      ['bar', 'opacity', 0],
      ['words', 'x', 3],
      ['words', 'opacity', 3],
    ]);
    expect(t.phases.enter.frames).toBe(25);
  });
  test('in Exit they end where it ends; in a Change the old goes before the swap and the new comes after it', () => {
    const t = template();
    t.phases.exit.frames = 60;
    applyPreset(t, 'exit', ['bar'], named('slide-left'), 20, newId);
    expect(t.phases.exit.tracks[0]?.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [40, 0],
      [60, -1],
    ]);
    applyPreset(t, 'c', ['words'], named('fade'), 16, newId);
    expect(
      phaseOf(t, 'c')?.tracks.map(({ side, keys }) => [
        side,
        ...keys.map(({ frame, value }) => [frame, value]),
      ]),
    ).toEqual([
      ['old', [0, 1], [16, 0]],
      ['new', [16, 0], [40, 1]],
    ]);
  });
  test('loops come back to where they began, and are clean', () => {
    for (const preset of presetsFor('idle')) {
      const t = template();
      t.elements['camera'] = newElement('viewpoint', 'camera', 'Camera', {});
      t.order.push('camera');
      applyPreset(t, 'idle', ['bar', 'group', 'camera'], preset, 200, newId);
      for (const { mode, keys } of t.phases.idle.tracks)
        expect([Number(keys[0]?.value) % 360, keys.at(-1)?.frame]).toEqual([mode === 'factor' ? 1 : 0, 200]);
      expect([preset.id, t.phases.idle.frames, motionFindings(t)]).toEqual([preset.id, 200, []]);
    }
    expect(presetsFor('enter')).toBe(motionPresets);
  });
  test('a move begins at rest and goes away from it', () => {
    const t = template();
    t.moves.push({ id: 'm', name: 'Tuck', frames: 0, tracks: [], markers: [] });
    applyPreset(t, 'm', ['bar'], named('slide-left'), 20, newId);
    expect(t.moves[0]?.tracks[0]?.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [0, 0],
      [20, -1],
    ]);
  });
  test('in a phase that is not there nothing is made', () => {
    expect(applyPreset(template(), 'nowhere', ['bar'], named('fade'), 20, newId)).toEqual([]);
  });
});
