import { expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { extremeValues } from '../src/core/data';
import type { DisplayNode } from '../src/core/display';
import { evaluate, prepareScene, type Moment } from '../src/core/frame';
import { rowsAsDrawn, type Template } from '../src/core/show';
import { buildDemo } from './show';

const measure = {
  revision: {},
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};
const { show } = buildDemo({
  file: (name) => new Uint8Array(readFileSync(`demo/data/${name}`)),
  hash: (bytes) => createHash('sha256').update(bytes).digest('hex'),
});
const templates = Object.values(show.templates);

const frame = fc.oneof(fc.integer({ min: 0, max: 60 }), fc.double({ min: 0, max: 60, noNaN: true }));
const moments = (template: Template): fc.Arbitrary<Moment> =>
  fc.record(
    {
      phase: fc.constantFrom('enter', 'hold', 'exit'),
      frame,
      enterFrame: fc.option(fc.integer({ min: 0, max: 40 })),
      time: fc.integer({ min: 0, max: 90_000 }),
      age: fc.integer({ min: 0, max: 60 }),
      held: fc.option(frame),
      change: frame,
      steps: fc.tuple(...template.steps.map(() => fc.constantFrom(-1, 0, 7, Infinity))),
      moves: fc.subarray(template.moves.map(({ id }) => ({ ref: id, frame: 9 }))),
    },
    { requiredKeys: ['phase', 'frame', 'enterFrame', 'time', 'age', 'steps'] },
  );

/** All of a tree that is drawn. */
const drawn = (node: DisplayNode): unknown => {
  if (!node.visible) return node.key;
  const { clips, clipCount, slides, matrix, masks, ...own } = node;
  return {
    ...own,
    matrix: [...matrix],
    slides: slides && [...slides],
    masks: masks.map(({ node: by, inverted, soft }) => [by.key, inverted, soft]),
    clips: clips.slice(0, clipCount).map((clip) => ({ ...clip, inverse: [...clip.inverse] })),
    ...('pieces' in node ? { pieces: node.pieces && [...node.pieces.state] } : {}),
    ...('children' in node ? { children: node.children.map(drawn) } : {}),
  };
};

const scenesOf = (template: Template, which: number) => {
  const values = (turn: number) => ({
    ...rowsAsDrawn(template),
    ...extremeValues(template, show.tables, (['longest', 'shortest'] as const)[turn % 2]!),
  });
  const change = template.changes[which % Math.max(1, template.changes.length)];
  return () =>
    prepareScene(template, values(which), measure, {
      look: show.look,
      ...(change && which % 3 > 0 ? { change: { change, from: values(which + 1) } } : {}),
    });
};

// What no track moves is not placed anew: that must never be seen.
test.each(templates.map((template) => [template.name, template] as const))(
  '%s: a frame is the same whatever frames came before it',
  (_name, template) => {
    fc.assert(
      fc.property(fc.nat(8), fc.array(moments(template), { minLength: 2, maxLength: 6 }), (which, list) => {
        const fresh = scenesOf(template, which);
        const scene = fresh();
        for (const moment of list)
          expect(drawn(evaluate(scene, moment))).toEqual(drawn(evaluate(fresh(), moment)));
      }),
      { numRuns: 12 },
    );
  },
);

test('scenes are evaluated within one another: none knows of the other’s moment', () => {
  const [one, two] = [templates[0]!, templates[3]!];
  fc.assert(
    fc.property(fc.array(fc.tuple(moments(one), moments(two)), { maxLength: 5 }), (pairs) => {
      const [a, b] = [scenesOf(one, 1)(), scenesOf(two, 2)()];
      for (const [first, second] of pairs) {
        const alone = drawn(evaluate(scenesOf(one, 1)(), first));
        const tree = evaluate(a, first);
        evaluate(b, second);
        expect(drawn(tree)).toEqual(alone);
      }
    }),
    { numRuns: 20 },
  );
});
