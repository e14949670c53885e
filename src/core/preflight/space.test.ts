import { expect, test } from '@jest/globals';
import { newElement, newTemplate, type Element } from '../show';
import type { TextMeasure } from '../text';
import { spaceFindings } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const messages = (elements: readonly Element[], order: readonly string[]): string[] =>
  spaceFindings(
    newTemplate('t', 'T', { elements: Object.fromEntries(elements.map((own) => [own.id, own])), order: [...order] }),
    {},
    measure,
  ).map(({ message }) => message); // prettier-ignore
const panel = (change: object): Element =>
  newElement('rect', 'p', 'Panel', { x: 800, y: 400, w: 320, h: 200, ...change });

test('what stands in space and is seen breaks nothing; from its edge or behind the eye it is told of', () => {
  expect(messages([panel({ rotationY: 70, z: 500 })], ['p'])).toEqual([]);
  expect(messages([panel({ rotationY: 90, perspective: 1000 })], ['p'])).toEqual([
    'Panel is seen from its edge, so that nothing of it shows: turn it a little',
  ]);
  expect(messages([panel({ z: 4000 })], ['p'])).toEqual([
    'Panel stands behind the eye and is not seen: lessen its Z',
  ]);
});

test('a number that is none leaves out what stands by it, and nothing else', () => {
  const beside = newElement('rect', 'b', 'Beside', { x: 0, y: 0, w: 10, h: 10 });
  expect(messages([panel({ rotation: NaN }), beside], ['p', 'b'])).toEqual([
    'Panel cannot be placed: one of the numbers it stands by is none. It is left out',
  ]);
});

test('many groups with effects in one another are said to be slow', () => {
  const groups = Array.from({ length: 20 }, (_, i) =>
    newElement('group', `g${i}`, `Group ${i}`, { blur: 2, children: [i < 19 ? `g${i + 1}` : 'p'] }),
  );
  expect(messages([...groups, panel({})], ['g0'])).toEqual([
    'Group 19 lies in 20 groups with effects or masks in one another: each is drawn by itself, which takes long',
  ]);
  expect(messages([...groups.slice(10), panel({})], ['g10'])).toEqual([]);
});
