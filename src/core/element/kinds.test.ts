import { describe, expect, test } from '@jest/globals';
import { identity, type DisplayNode } from '../display';
import type { TextLayout } from '../text';
import {
  elementKinds,
  elementSchema,
  isWords,
  kindOf,
  movableOf,
  newElement,
  propertyOf,
  withIds,
  wordsOf,
  type Element,
  type ElementKindName,
} from './index';

const layout: TextLayout = {
  lines: [{ text: 'Kite', x: 0, runs: null }],
  direction: 'ltr',
  face: { family: 'Archivo', weight: 700, stretch: 100, size: 40 },
  tracking: 0,
  x: 10,
  y: 20,
  w: 80,
  h: 40,
  baseline: 30,
  lineHeight: 40,
  squeeze: 1,
  evenFigures: false,
  scale: 1,
  fits: true,
};
const nodeOf = (element: Element): DisplayNode =>
  kindOf(element).node(element, { key: 'k', w: 200, h: 100, layout: isWords(element) ? layout : undefined, movesShape: false, matrix: identity() }); // prettier-ignore
/** A node without what is another object in each. */
const plain = (node: DisplayNode): unknown => JSON.parse(JSON.stringify(node));
const colours = ['fill', 'colour', 'outline', 'shade', 'lightColour'] as const;

describe.each(Object.keys(elementKinds) as ElementKindName[])('a %s', (name) => {
  const element: Element = newElement(name, 'e', 'E');
  const kind = kindOf(element);

  test('is one as newly drawn, and names nothing but what it has', () => {
    expect(elementSchema.safeParse(element).success).toBe(true);
    for (const { key } of kind.properties) expect(element).toHaveProperty(key);
    if (kind.content !== null) expect(propertyOf(name, kind.content)).toBeDefined();
    for (const pose of kind.poses) expect(movableOf(element, pose)?.isPose).toBe(true);
    expect(isWords(element)).toBe(kind.words !== null);
    if (isWords(element)) expect(typeof wordsOf(element).wording(element).text).toBe('string');
    // A path without points covers nothing.
    expect(kind.covers(element, 0.5, 0.5, { w: 200, h: 100 })).toBe(name !== 'path');
  });

  test('has a node that is as it was when it is applied as at rest, and another when a colour of its own moves', () => {
    const node = nodeOf(element);
    const before = plain(node);
    kind.applyAppearance(node, element, { w: 200, h: 100, from: 0, to: 1 });
    expect(plain(node)).toEqual(before);
    const own = colours.find((key) => key in element);
    if (!own) return;
    // A stroke has a colour where it has a width.
    const wide = { ...element, ...('outlineWidth' in element ? { outlineWidth: 4 } : {}) } as Element;
    const moved = nodeOf(wide);
    kind.applyAppearance(moved, { ...wide, [own]: '#123456' }, { w: 200, h: 100, from: 0, to: 1 });
    expect(JSON.stringify(plain(moved))).toContain('#123456');
  });

  test('names others by ids that can be changed, or taken out', () => {
    const naming = {
      ...element,
      masks: [{ by: 'a', inverted: false, soft: 0 }],
      rides: { on: 'b', edge: 'left' },
      ...('children' in element ? { children: ['a', 'c'] } : {}),
      ...('standIn' in element ? { standIn: 'c' } : {}),
    } as Element;
    const again = withIds(naming, (id) => `${id}2`);
    expect(JSON.stringify(again)).toBe(JSON.stringify(naming).replace(/"([abc])"/g, '"$12"'));
    const none = withIds(naming, () => null);
    expect([none.masks, none.rides]).toEqual([[], null]);
    expect(withIds(element, (id) => id)).toEqual(element);
  });
});

test('what is live says so: clocks turn, counts run, videos and cameras are new at every frame', () => {
  const lives = (element: Element) => kindOf(element).lives(element);
  expect(lives(newElement('clock', 'c', 'C'))).toBe('clock');
  expect(lives(newElement('clock', 'c', 'C', { shows: 'down' }))).toBe('count');
  expect(lives(newElement('video', 'v', 'V'))).toBe('picture');
  expect(lives(newElement('text', 't', 'T'))).toBeNull();
  const clock = newElement('clock', 'c', 'C', { format: 'HH:mm:ss' });
  expect(kindOf(clock).says?.(clock, { time: 3661, dayOffset: 60, age: 0, clocks: null })).toBe('01:02:01');
  const video = newElement('video', 'v', 'V', { start: 2, pace: 0.5 });
  const moving = nodeOf(video);
  kindOf(video).run?.(moving, video, { time: 0, dayOffset: 0, age: 8, clocks: null });
  expect(moving).toMatchObject({ kind: 'video', seconds: 6 });
});

test('what leans covers what lies between its sides, and is wiped along them', () => {
  const blade = newElement('rect', 'r', 'R', { slantLeft: 40, slantRight: 40 });
  const kind = kindOf(blade);
  const size = { w: 200, h: 100 };
  expect(kind.leans(blade)).toEqual({ narrow: 40, lean: 40 });
  expect([kind.covers(blade, 0.05, 0.05, size), kind.covers(blade, 0.05, 0.95, size)]).toEqual([false, true]);
  expect(
    kindOf(newElement('ellipse', 'e', 'E')).covers(newElement('ellipse', 'e', 'E'), 0.02, 0.02, size),
  ).toBe(false);
});
