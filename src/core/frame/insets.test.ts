import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { DisplayNode, GroupNode, SurfaceNode } from '../display';
import {
  insetProblem,
  makeTrack,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTextField,
  newTie,
  type InsetElement,
  type Template,
  type Values,
} from '../show';
import { changeOf, chooseWithin } from '../motion';
import type { TextMeasure } from '../text';
import {
  evaluate,
  holdMoment,
  isSamePicture,
  momentIn,
  prepareScene,
  type Moment,
  type Scene,
} from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};

/** Words over a plate that comes from the left over 20 frames, goes down over 10, and drifts while it holds. */
function panel(id: string, given: Partial<Template> = {}): Template {
  const made = newTemplate(id, `Panel ${id}`, {
    width: 400,
    height: 200,
    elements: {
      plate: newElement('rect', 'plate', 'Plate', { x: 20, y: 20, w: 300, h: 100 }),
      words: newElement('text', 'words', 'Words', { x: 40, y: 40, w: 200, text: 'Wind' }),
    },
    order: ['plate', 'words'],
    fields: [newTextField('name', 'Name', 'Wind')],
    ties: [newTie('words', 'text', 'name')],
    ...given,
  });
  const moved = (property: string, keys: [number, number][]) =>
    makeTrack(`${id}-${property}`, 'plate', property, keys.map(([frame, value]) => [frame, value, 'linear'])); // prettier-ignore
  made.phases.enter = { ...newPhase(20), tracks: [moved('x', [[0, -300], [20, 0]])] }; // prettier-ignore
  made.phases.exit = { ...newPhase(10), tracks: [moved('y', [[0, 0], [10, 200]])] }; // prettier-ignore
  made.phases.idle = { ...newPhase(40), tracks: [moved('rotation', [[0, 0], [20, 30], [40, 0]])] }; // prettier-ignore
  return made;
}
const outer = (insets: readonly Partial<InsetElement>[], given: Partial<Template> = {}): Template => {
  const made = newTemplate('outer', 'Opener', {
    elements: Object.fromEntries(
      insets.map((own, i) => [`i${i}`, newElement('inset', `i${i}`, `Inset ${i}`, { template: 'p', w: 400, h: 200, ...own })]), // prettier-ignore
    ),
    order: insets.map((_, i) => `i${i}`),
    ...given,
  });
  made.phases.enter = { ...newPhase(10), tracks: [] };
  made.phases.exit = { ...newPhase(30), tracks: [] };
  return made;
};
const prepare = (template: Template, templates: readonly Template[], values: Values = {}): Scene =>
  prepareScene(template, values, measure, {
    templates: Object.fromEntries(templates.map((own) => [own.id, own])),
  });

const held = (frames: number, more: Partial<Moment> = {}): Moment => ({
  ...holdMoment(0),
  frame: frames,
  held: frames,
  age: (frames + 10) / 50,
  ...more,
});
const entering = (frame: number): Moment => ({ ...holdMoment(0), phase: 'enter', frame, age: frame / 50 });
const leaving = (frame: number, before = 200): Moment => ({
  ...holdMoment(0),
  phase: 'exit',
  frame,
  held: before,
  age: (10 + before + frame) / 50,
});

/** What is seen of a tree, by key without what stands before the first slash. */
function seenIn(node: DisplayNode, from: number): unknown {
  const { key, matrix, opacity, visible, kind } = node;
  if (!visible) return null;
  return {
    kind,
    key: key.split('/').slice(from).join('/'),
    matrix: [...matrix].map((value) => Math.round(value * 1e6) / 1e6 + 0),
    opacity,
    children: 'children' in node ? node.children.map((child) => seenIn(child, from)) : [],
    words: node.kind === 'text' ? node.layout.lines.map(({ text }) => text) : [],
  };
}
const shownBy = (root: GroupNode, at = 0): GroupNode =>
  (root.children[at] as SurfaceNode | GroupNode).children[0] as GroupNode;
const alone = (template: Template, moment: Moment, values: Values = {}): unknown =>
  (seenIn(evaluate(prepareScene(template, values, measure), moment), 1) as { children: unknown }).children;
const within = (scene: Scene, moment: Moment, at = 0): unknown => {
  const root = shownBy(evaluate(scene, moment), at);
  return root.visible ? (seenIn(root, 2) as { children: unknown }).children : null;
};

test('at scale 1 an inset at a time is its template alone at that time', () => {
  const scene = prepare(outer([{}]), [panel('p')]);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 300 }), (frame) => {
      const at = frame < 10 ? entering(frame) : held(frame - 10);
      const own: Moment =
        frame < 20
          ? { ...holdMoment(0), phase: 'enter', frame, age: frame / 50 }
          : { ...holdMoment(0), frame: frame - 20, held: frame - 20, age: frame / 50 };
      expect(within(scene, at)).toEqual(alone(panel('p'), own));
    }),
  );
  // As it stands by itself, with nothing said of how long, it is at rest and whole.
  expect(within(scene, holdMoment(0))).toEqual(alone(panel('p'), holdMoment(0)));
});

test('its life: later, faster, at another rate, still at a frame, in a loop, leaving with the graphic', () => {
  const own = panel('p');
  const at = (frame: number): unknown =>
    alone(own, frame < 20 ? { ...holdMoment(0), phase: 'enter', frame } : { ...holdMoment(0), frame: frame - 20, held: frame - 20 }); // prettier-ignore
  const seen = (given: Partial<InsetElement>, moment: Moment, of = own): unknown =>
    within(prepare(outer([given]), [of]), moment);
  expect(seen({ delay: 15 }, held(0))).toBeNull();
  expect(seen({ delay: 15 }, held(12))).toEqual(at(7));
  expect(seen({ pace: 2 }, entering(6))).toEqual(at(12));
  expect(seen({}, entering(6), { ...own, rate: 25 })).toEqual(at(3));
  expect(seen({ still: true, frame: 9 }, held(500))).toEqual(at(9));
  expect(seen({ frame: 4 }, entering(6))).toEqual(at(10));
  // 20 in, 30 held, 10 out: round and round.
  const loop = { loops: true, holdFrames: 30 };
  expect(seen(loop, held(35))).toEqual(at(45));
  expect(seen(loop, held(60 - 10 + 7))).toEqual(at(7));
  expect(seen(loop, held(53 - 10))).toEqual(alone(own, { ...holdMoment(0), phase: 'exit', frame: 3, held: 33 })); // prettier-ignore
  // While the graphic leaves it goes on as it was, or leaves too, and is gone when its own Exit is over.
  expect(seen({}, leaving(4, 200))).toEqual(at(214));
  expect(seen({ leaves: true }, leaving(4, 200))).toEqual(alone(own, { ...holdMoment(0), phase: 'exit', frame: 4, held: 194 })); // prettier-ignore
  expect(seen({ leaves: true }, leaving(10))).toBeNull();
  // By the graphic's clock it goes with its phases, whatever its own life says.
  const outerClock = { runsBy: 'outer', pace: 3, delay: 50 } as const;
  expect(seen(outerClock, entering(6))).toEqual(at(6));
  expect(seen(outerClock, leaving(4, 200))).toEqual(alone(own, { ...holdMoment(0), phase: 'exit', frame: 4, held: 194 })); // prettier-ignore
});

test('told by a step or a move it comes, and with the move it goes', () => {
  const own = panel('p');
  const at = (frame: number): unknown => alone(own, { ...holdMoment(0), phase: 'enter', frame });
  const template = outer([{ begins: 's' }, { begins: 'm' }], {
    steps: [{ ...newPhase(5), id: 's', name: 'Next' }],
    moves: [{ ...newPhase(5), id: 'm', name: 'Wind' }],
  });
  const scene = prepare(template, [own]);
  expect(within(scene, held(20, { steps: [-1], stepAges: [-1], moves: [] }), 0)).toBeNull();
  expect(within(scene, held(90, { steps: [5], stepAges: [12], moves: [] }), 0)).toEqual(at(12));
  expect(within(scene, held(90, { moves: [] }), 1)).toBeNull();
  expect(within(scene, held(90, { moves: [{ ref: 'm', frame: 5, age: 8 }] }), 1)).toEqual(at(8));
  expect(within(scene, held(90, { moves: [{ ref: 'm', frame: 2, age: 3, back: true }] }), 1)).toEqual(
    alone(own, { ...holdMoment(0), phase: 'exit', frame: 3 }),
  );
  // In Build a step or move is scrubbed by itself.
  expect(within(scene, momentIn(template, 's', 4, 0, false), 0)).toEqual(at(4));
});

test('its speed and its frame can be moved: what was won stays won', () => {
  const own = panel('p');
  const template = outer([{}]);
  // Twice as fast through the second half of Enter: 5 frames are won.
  template.phases.enter = {
    ...newPhase(20),
    tracks: [makeTrack('t', 'i0', 'pace', [[0, 0, 'hold'], [10, 1, 'hold'], [20, 0, 'linear']])], // prettier-ignore
  };
  const scene = prepare(template, [own]);
  const at = (frame: number): unknown =>
    alone(own, frame < 20 ? { ...holdMoment(0), phase: 'enter', frame } : { ...holdMoment(0), frame: frame - 20, held: frame - 20 }); // prettier-ignore
  expect(within(scene, entering(10))).toEqual(at(10));
  expect(within(scene, entering(14))).toEqual(at(18));
  expect(within(scene, held(0, { age: 20 / 50 }))).toEqual(at(30));
});

test('values pass through, each inset has its own, and what data brings stands under its name', () => {
  const own = panel('p', { bindings: [], bound: {} });
  const bound: Template = {
    ...own,
    bindings: [{ id: 'b', name: 'Live', from: { kind: 'words', text: '' }, steps: [] }],
    bound: { name: 'b' },
  };
  const template = outer([{ values: { name: 'Pier' } }, {}, {}], {
    fields: [newTextField('f', 'Place', 'Beach')],
    ties: [newTie('i1', 'values.name', 'f')],
  });
  const words = (scene: Scene, at: number): unknown =>
    (within(scene, holdMoment(0), at) as { words: string[] }[])[1]?.words;
  const scene = prepare(template, [bound], { f: 'Spit', 'i2/b': '24 kt' });
  expect([0, 1, 2].map((at) => words(scene, at))).toEqual([['Pier'], ['Spit'], ['24 kt']]);
});

test('what is in it changes by its own Change, also where what it stands in has none', () => {
  const changing = panel('p', {
    changes: [newChange('c', 'Turn', { frames: 20, swap: 10, tracks: [makeTrack('t', 'words', 'y', [[0, 0, 'linear'], [20, 40]])] })],
  }); // prettier-ignore
  const around = outer([{}], {
    fields: [newTextField('who', 'Who', 'Wind')],
    ties: [newTie('i0', 'values.name', 'who')],
  });
  const change = chooseWithin(around, { who: 'Wind' }, { who: 'Tide' }, { p: changing });
  expect(change?.frames).toBe(20);
  expect(changeOf(around, change?.id ?? '')).toBe(change);
  expect(chooseWithin(around, { who: 'Wind' }, { who: 'Wind' }, { p: changing })).toBeNull();
  const scene = prepareScene(around, { who: 'Tide' }, measure, {
    templates: { p: changing },
    change: change ? { change, from: { who: 'Wind' } } : undefined,
  });
  const words = (at: number | undefined): unknown => {
    const root = shownBy(evaluate(scene, held(50, at === undefined ? {} : { change: at })));
    const seen = (node: DisplayNode): string[] =>
      !node.visible ? [] : node.kind === 'text' ? node.layout.lines.map(({ text }) => text) : 'children' in node ? node.children.flatMap(seen) : []; // prettier-ignore
    return seen(root);
  };
  expect([words(5), words(15), words(undefined)]).toEqual([['Wind'], ['Tide'], ['Tide']]);
});

test('three deep it runs on; one that would stand in itself shows nothing and is refused by name', () => {
  const deep = (id: string, shows: string): Template => ({ ...outer([{ template: shows }]), id, name: `Set ${id}` }); // prettier-ignore
  const all = [deep('a', 'b'), deep('b', 'p'), panel('p')];
  const scene = prepare(deep('outer', 'a'), all);
  const root = evaluate(scene, entering(6));
  const inner = shownBy(shownBy(shownBy(root)));
  expect((seenIn(inner, 4) as { children: unknown }).children).toEqual(alone(panel('p'), { ...holdMoment(0), phase: 'enter', frame: 6 })); // prettier-ignore
  const round = [deep('a', 'b'), deep('b', 'a')];
  const circle = Object.fromEntries(round.map((own) => [own.id, own]));
  expect(() => evaluate(prepare(round[0] as Template, round), holdMoment(0))).not.toThrow();
  expect(insetProblem(circle['a'] as Template, 'b', circle)?.message).toContain('“Set a” shows “Set b” shows “Set a”'); // prettier-ignore
  expect(insetProblem(circle['a'] as Template, 'a', circle)?.message).toContain('cannot be shown in itself');
  expect(insetProblem(panel('p'), 'nothing', circle)).toBeNull();
  // One that is gone shows nothing.
  expect((evaluate(prepare(outer([{ template: 'gone' }]), []), holdMoment(0)).children[0] as SurfaceNode).children).toEqual([]); // prettier-ignore
});

test('it is drawn anew only when it looks another', () => {
  const still = { ...panel('p'), phases: { ...panel('p').phases, idle: newPhase(0) } };
  const scene = prepare(outer([{}, { loops: true }]), [still]);
  const versions = (moment: Moment): (number | null)[] =>
    evaluate(scene, moment).children.map((node) => (node as SurfaceNode).version);
  const [first, second] = [versions(held(40)), versions(held(41))];
  expect(second).toEqual(first);
  expect(isSamePicture(scene, held(40), held(41))).toBe(true);
  // The second leaves in its loop.
  const third = versions(held(113));
  expect(third[0]).toBe(first[0]);
  expect(third[1]).not.toBe(first[1]);
  expect(isSamePicture(scene, held(41), held(113))).toBe(false);
});

test('cropped and fitted it shows what is left of its template', () => {
  const scene = prepare(outer([{ w: 300, h: 300, cutLeft: 0.5, cutTop: 0.25, fit: 'contain' }]), [panel('p')]); // prettier-ignore
  const node = evaluate(scene, holdMoment(0)).children[0] as SurfaceNode;
  // 200 x 150 px of it are left, in 300 x 300: 300 x 225, in the middle.
  expect(node.shown).toEqual({ x: 0, y: 37.5, w: 300, h: 225, radius: 0 });
  const plate = shownBy(evaluate(scene, holdMoment(0))).children[0] as DisplayNode;
  expect([plate.matrix[0], plate.matrix[12], plate.matrix[13]]).toEqual([1.5, 20 * 1.5 - 300, 20 * 1.5 - 75 + 37.5]); // prettier-ignore
});

test('seen by the camera around it, it stands in the space around it', () => {
  const template = outer([{ seenBy: 'outer', x: 700, y: 300, rotationY: 40, opacity: 0.5 }, { x: 700, y: 300, rotationY: 40 }]); // prettier-ignore
  const root = evaluate(prepare(template, [panel('p')]), holdMoment(0));
  const [through, flat] = root.children as [GroupNode, SurfaceNode];
  const plate = (through.children[0] as GroupNode).children[0] as DisplayNode;
  const inner = shownBy(root, 1).children[0] as DisplayNode;
  // A corner of the plate is seen at the same place either way.
  const at = (m: ArrayLike<number>, u: number, v: number): number[] => {
    const n = (i: number): number => m[i] as number;
    const over = n(3) * u + n(7) * v + n(15);
    return [(n(0) * u + n(4) * v + n(12)) / over, (n(1) * u + n(5) * v + n(13)) / over];
  };
  const [u, v] = at(inner.matrix, 300, 100);
  const seen = at(plate.matrix, 300, 100);
  const wanted = at(flat.matrix, u as number, v as number);
  expect(seen[0]).toBeCloseTo(wanted[0] as number, 6);
  expect(seen[1]).toBeCloseTo(wanted[1] as number, 6);
  expect(plate.opacity).toBeCloseTo(0.5);
  expect(plate.clipCount).toBe(1);
});
