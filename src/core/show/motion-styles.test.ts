import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addFromLibrary,
  changeMotionStyle,
  clipElements,
  makeTrack,
  newChange,
  newElement,
  newShow,
  newTemplate,
  pasteClip,
  phaseOf,
  removeStyle,
  styleUses,
  takeMotionStyle,
  usualLanes,
  type Ease,
  type LibraryPackage,
  type Show,
  type Template,
  type Track,
} from './index';

const cloth: Ease = { kind: 'curve', x1: 0.1, y1: 0.8, x2: 0.2, y2: 1 };
const turned: Ease = { kind: 'curve', x1: 0.8, y1: 0, x2: 0.9, y2: 0.2 };

/** A bar that follows by a style, and a line that has none. */
function template(): Template {
  const t = newTemplate('t', 'T', {
    elements: { bar: newElement('rect', 'bar', 'Bar', {}), line: newElement('line', 'line', 'Line', {}) },
    order: ['bar', 'line'],
    changes: [newChange('c', 'C', { frames: 30 })],
  });
  const wipe = (from: number, to: number, given: Partial<Track> = {}): Track =>
    makeTrack('a', 'bar', 'wipeRight', [[from, 1], [to, 0]], given); // prettier-ignore
  t.phases.enter = {
    frames: 40,
    markers: [],
    tracks: [
      wipe(6, 40),
      makeTrack('b', 'bar', 'opacity', [[6, 0, 'hold'], [7, 1, 'linear']]),
      makeTrack('l', 'line', 'drawEnd', [[0, 0], [18, 1]]),
    ],
  }; // prettier-ignore
  t.phases.exit = { frames: 20, markers: [], tracks: [makeTrack('a', 'bar', 'wipeRight', [[2, 0, 'strong-in'], [20, 1]])] }; // prettier-ignore
  const change = t.changes[0];
  if (change) change.tracks = [wipe(2, 30, { side: 'new' })];
  return t;
}
const show = (): Show => {
  const s = newShow('s', 'S', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  s.look.styles['cloth'] = { id: 'cloth', name: 'Cloth', kind: 'motion', value: { ease: cloth, delay: 6 } };
  const t = template();
  s.templates['t'] = t;
  takeMotionStyle(
    t,
    ['enter', 'exit', 'c'].flatMap((phase) => ['a', 'b'].map((track) => ({ phase, track }))),
    { id: 'cloth', value: { ease: cloth, delay: 6 } },
  );
  return s;
};
const of = (s: Show, ref: string, track: string, id = 't'): Track =>
  phaseOf(s.templates[id] as Template, ref)?.tracks.find((one) => one.id === track) as Track;
const frames = ({ keys }: Track): number[] => keys.map((key) => key.frame);

describe('a motion style', () => {
  test('gives tracks its curve, turned round in Exit; keys that hold or go evenly, and when they begin, stay', () => {
    const s = show();
    expect(of(s, 'enter', 'a').keys.map(({ frame, ease }) => [frame, ease])).toEqual([
      [6, cloth],
      [40, cloth],
    ]);
    expect(of(s, 'enter', 'b').keys.map(({ ease }) => ease)).toEqual(['hold', 'linear']);
    expect(of(s, 'exit', 'a').keys[0]?.ease).toEqual(turned);
  });
  test('changed once, it changes all that moves by it: curves, and how late they are in Enter and in Changes', () => {
    const s = show();
    changeMotionStyle(s, 'cloth', { ease: 'gentle', delay: 10 });
    expect(frames(of(s, 'enter', 'a'))).toEqual([10, 44]);
    expect(frames(of(s, 'c', 'a'))).toEqual([6, 34]);
    expect(frames(of(s, 'exit', 'a'))).toEqual([2, 20]);
    expect(of(s, 'enter', 'a').keys[0]?.ease).toBe('gentle');
    expect(frames(of(s, 'enter', 'l'))).toEqual([0, 18]);
    expect(s.templates['t']?.phases.enter.frames).toBe(44);
    expect(s.templates['t']?.changes[0]?.frames).toBe(34);
  });
  test('never begins before its phase, and phases end with their last keys', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 6 }), (delays) => {
        const s = show();
        for (const delay of delays) changeMotionStyle(s, 'cloth', { ease: cloth, delay });
        for (const ref of ['enter', 'c']) {
          const phase = phaseOf(s.templates['t'] as Template, ref);
          const all = phase?.tracks.flatMap(frames) ?? [];
          expect(Math.min(...all)).toBeGreaterThanOrEqual(0);
          expect(phase?.frames).toBe(Math.max(...all));
        }
        // How long it takes is not the style's matter.
        const [from = 0, to = 0] = frames(of(s, 'enter', 'a'));
        expect(to - from).toBe(34);
      }),
    );
  });
  test('is counted where it is used, and taken out leaves the motion as it is', () => {
    const s = show();
    expect(styleUses(s).get('cloth')).toBe(4);
    const before = frames(of(s, 'enter', 'a'));
    removeStyle(s, 'cloth');
    expect(of(s, 'enter', 'a')).not.toHaveProperty('style');
    expect(frames(of(s, 'enter', 'a'))).toEqual(before);
    expect(of(s, 'enter', 'a').keys[0]?.ease).toEqual(cloth);
  });
  test('goes with what is pasted and with what comes from the library; a show that has it keeps its own, and both obey', () => {
    const from = show();
    const to = show();
    changeMotionStyle(to, 'cloth', { ease: 'strong', delay: 9 });
    to.templates['u'] = newTemplate('u', 'U');
    let count = 0;
    const clip = clipElements(from, from.templates['t'] as Template, ['bar']);
    pasteClip(to, 'u', clip, () => `n${(count += 1)}`);
    const [pasted] = to.templates['u'].phases.enter.tracks;
    expect([frames(pasted as Track), pasted?.keys[0]?.ease, pasted?.style]).toEqual([
      [9, 43],
      'strong',
      'cloth',
    ]);
    const pack: LibraryPackage = {
      id: 'p',
      name: 'P',
      words: '',
      look: from.look,
      assets: [],
      files: {},
      clocks: [],
      scores: [],
      items: [{ kind: 'name line', use: '', template: from.templates['t'] as Template }],
    };
    const [added] = addFromLibrary(to, pack, ['t'], () => 'added');
    expect(frames(of(to, 'enter', 'a', added))).toEqual([9, 43]);
    const bare = newShow('b', 'B', to.channels);
    bare.templates['u'] = newTemplate('u', 'U');
    pasteClip(bare, 'u', clip, () => `m${(count += 1)}`);
    expect(bare.look.styles['cloth']).toEqual(from.look.styles['cloth']);
  });
});
