import { describe, expect, test } from '@jest/globals';
import { makeTrack, newChange, newElement, newPhase, newTemplate, type Template, type Track } from '../show';
import { flashes, flashGrid, motionFindings } from './index';

const template = (enter: Track[], given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    elements: { e: newElement('rect', 'e', 'Bar') },
    order: ['e'],
    phases: { enter: { ...newPhase(20), tracks: enter }, idle: newPhase(0), exit: newPhase(20) },
    ...given,
  });
const codes = (t: Template): string[] => motionFindings(t).map(({ code }) => code);

describe('what the keys tell', () => {
  test('clean motion is not spoken of', () => {
    expect(
      codes(
        template([
          makeTrack('k', 'e', 'x', [
            [0, -60],
            [20, 0],
          ]),
        ]),
      ),
    ).toEqual([]);
  });
  test('keys behind the end, keys that do nothing, what never comes to rest, two keys on one frame', () => {
    expect(
      codes(
        template([
          makeTrack('k', 'e', 'x', [
            [0, -60],
            [30, 0],
          ]),
        ]),
      ),
    ).toEqual(['keys-past-end']);
    expect(
      codes(
        template([
          makeTrack('k', 'e', 'opacity', [
            [0, 1],
            [20, 1],
          ]),
        ]),
      ),
    ).toEqual(['does-nothing']);
    expect(
      codes(
        template([
          makeTrack('k', 'e', 'x', [
            [0, -60],
            [20, 8],
          ]),
        ]),
      ),
    ).toEqual(['never-at-rest']);
    expect(
      codes(
        template([
          makeTrack('k', 'e', 'x', [
            [0, -60],
            [5, 1],
            [5, 2],
            [20, 0],
          ]),
        ]),
      ),
    ).toEqual(['doubled-keys']);
  });
  test('keys whose property has gone, and phases without a length', () => {
    const gone = motionFindings(
      template([
        makeTrack('k', 'e', 'fill.angle', [
          [0, 90],
          [20, 0],
        ]),
      ]),
    );
    expect(gone).toMatchObject([{ code: 'nothing-to-move', phase: 'enter', element: 'e', track: 'k' }]);
    expect(gone[0]?.message).toContain('“Bar”');
    const cut = template([]);
    cut.phases.enter = { ...newPhase(0), tracks: [makeTrack('k', 'e', 'x', [[0, -60]])] };
    expect(codes(cut)).toContain('no-length');
  });
  test('a loop that does not come round, and a Change that leaves the new words aside', () => {
    const t = template([]);
    t.phases.idle = {
      ...newPhase(50),
      tracks: [
        makeTrack('k', 'e', 'y', [
          [0, 0],
          [50, 9],
        ]),
        makeTrack('l', 'e', 'rotation', [
          [0, 0],
          [50, 360],
        ]),
      ],
    };
    t.changes.push(
      newChange('c', 'Change', {
        tracks: [
          makeTrack(
            'm',
            'e',
            'x',
            [
              [0, 40],
              [30, 5],
            ],
            { side: 'new' },
          ),
        ],
      }),
    );
    expect(motionFindings(t).map(({ phase, code }) => [phase, code])).toEqual([
      ['idle', 'never-at-rest'],
      ['c', 'never-at-rest'],
    ]);
  });
});

describe('flashes after ITU-R BT.1702', () => {
  const cells = flashGrid.columns * flashGrid.rows;
  const rate = 50;
  /** Frames in which `part` of the picture has the colour that `of` tells, over nothing. */
  const run = (
    frames: number,
    part: number,
    of: (frame: number) => readonly [number, number, number, number],
  ): Uint8ClampedArray[] =>
    Array.from({ length: frames }, (_, frame) => {
      const pixels = new Uint8ClampedArray(cells * 4);
      for (let cell = 0; cell < cells * part; cell += 1) pixels.set(of(frame), cell * 4);
      return pixels;
    });
  const blink = (every: number) => (frame: number) =>
    frame % every < every / 2 ? ([255, 255, 255, 255] as const) : ([0, 0, 0, 255] as const);

  test('more than three a second over more than a quarter of the picture are found, with where and how large', () => {
    const [found] = flashes(run(60, 0.5, blink(10)), rate, 0);
    expect(found).toMatchObject({ isRed: false, area: 0.5 });
    expect(found?.flashes).toBeGreaterThan(3);
    expect((found?.to ?? 0) - (found?.from ?? 0)).toBeLessThan(rate);
  });
  test('three a second, a quarter of the picture, or small changes of light are allowed', () => {
    expect(flashes(run(100, 0.5, blink(20)), rate, 0)).toEqual([]);
    expect(flashes(run(60, 0.25, blink(10)), rate, 0)).toEqual([]);
    expect(
      flashes(
        run(60, 1, (frame) => (frame % 2 ? [60, 60, 60, 255] : [70, 70, 70, 255])),
        rate,
        0,
      ),
    ).toEqual([]);
  });
  test('changes among bright pictures do not count, and what is seen through counts as what is behind', () => {
    const bright = (frame: number) =>
      frame % 10 < 5 ? ([255, 255, 255, 255] as const) : ([240, 240, 240, 255] as const);
    expect(flashes(run(60, 1, bright), rate, 0)).toEqual([]);
    const veil = (frame: number) =>
      frame % 10 < 5 ? ([255, 255, 255, 255] as const) : ([0, 0, 0, 0] as const);
    expect(flashes(run(60, 1, veil), rate, 0)).toHaveLength(1);
    expect(flashes(run(60, 1, veil), rate, 255)).toEqual([]);
  });
  test('saturated red counts even where the light hardly changes', () => {
    const red = (frame: number) =>
      frame % 10 < 5 ? ([255, 0, 0, 255] as const) : ([130, 130, 130, 255] as const);
    expect(flashes(run(60, 1, red), rate, 0)[0]?.flashes).toBeGreaterThan(3);
  });
  test('a slow fade is one change, however many frames it takes', () => {
    expect(
      flashes(
        run(200, 1, (frame) => [frame, frame, frame, 255]),
        rate,
        0,
      ),
    ).toEqual([]);
  });
});
