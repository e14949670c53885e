import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addElement,
  canonicalJson,
  duplicateElements,
  edit,
  groupElements,
  makeField,
  moveElements,
  newElement,
  newShow,
  openDraft,
  orderElement,
  placeElement,
  propertyOf,
  propertyValue,
  redo,
  removeElements,
  removeField,
  resizeElements,
  seal,
  setKey,
  setProperty,
  showReferences,
  tieOf,
  undo,
  ungroupElements,
  untieProperty,
  usualLanes,
  type Draft,
  type Property,
  type Show,
  type Template,
  newTemplate,
  newTether,
  newTie,
  maskProblem,
  type Element,
} from './index';

const format = { width: 1920, height: 1080, rate: 50 };

/** A show with one template of `count` rectangles, e0 at the back. */
function showOf(count: number): Show {
  const show = newShow('s', 'Show', [{ id: 'main', name: 'Main', format, lanes: usualLanes() }]);
  const template = newTemplate('t', 'T');
  for (let i = 0; i < count; i += 1)
    addElement(template, newElement('rect', `e${i}`, 'Box', { x: i * 100, y: 0, w: 50, h: 50 }));
  show.templates['t'] = template;
  return show;
}
const templateOf = (show: Show): Template => show.templates['t'] as Template;
const change = (draft: Draft, recipe: (t: Template) => void, merge: string | null = null): Draft =>
  edit(draft, 'Change', (show) => recipe(templateOf(show)), merge);
let ids = 0;
const newId = (): string => `new${(ids += 1)}`;

describe('undo and redo', () => {
  test('any run of changes can be taken back to the start and brought again to the end', () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('move' as const), at: fc.nat(5), by: fc.integer({ min: -200, max: 200 }) }),
      fc.record({ do: fc.constant('remove' as const), at: fc.nat(5), by: fc.constant(0) }),
      fc.record({ do: fc.constant('group' as const), at: fc.nat(4), by: fc.constant(0) }),
      fc.record({ do: fc.constant('ungroup' as const), at: fc.nat(5), by: fc.constant(0) }),
      fc.record({ do: fc.constant('copy' as const), at: fc.nat(5), by: fc.constant(0) }),
      fc.record({ do: fc.constant('front' as const), at: fc.nat(5), by: fc.constant(0) }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        const first = openDraft(showOf(6));
        let draft = first;
        for (const { do: what, at, by } of steps) {
          draft = change(draft, (t) => {
            const all = Object.keys(t.elements);
            const id = all[at % all.length];
            if (id === undefined) return;
            if (what === 'move') moveElements(t, [id], by, by);
            else if (what === 'remove' && all.length > 2) removeElements(t, [id]);
            else if (what === 'group')
              groupElements(
                t,
                [id, all[(at + 1) % all.length] as string],
                newElement('group', newId(), 'Group'),
              );
            else if (what === 'ungroup') ungroupElements(t, [id]);
            else if (what === 'copy') duplicateElements(t, [id], newId);
            else if (what === 'front') orderElement(t, id, 'front');
          });
          // Whatever was done, the document holds together.
          expect(showReferences(draft.show)).toEqual([]);
        }
        const last = canonicalJson(draft.show);
        const count = draft.undo.length;
        for (let i = 0; i < count; i += 1) draft = undo(draft);
        expect(canonicalJson(draft.show)).toBe(canonicalJson(first.show));
        for (let i = 0; i < count; i += 1) draft = redo(draft);
        expect(canonicalJson(draft.show)).toBe(last);
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  test('the steps of one drag are one step back; the next drag is another', () => {
    let draft = openDraft(showOf(1));
    for (let i = 0; i < 10; i += 1) draft = change(draft, (t) => moveElements(t, ['e0'], 3, 0), 'drag 1');
    draft = seal(draft);
    draft = change(draft, (t) => moveElements(t, ['e0'], 5, 0), 'drag 1');
    expect(draft.undo).toHaveLength(2);
    expect(templateOf(undo(draft).show).elements['e0']?.x).toBe(30);
    expect(templateOf(undo(undo(draft)).show).elements['e0']?.x).toBe(0);
  });

  test('a change that changes nothing is no step, and one that fails leaves all as it was', () => {
    const draft = openDraft(showOf(1));
    expect(change(draft, () => undefined)).toBe(draft);
    expect(() =>
      change(draft, (t) => {
        moveElements(t, ['e0'], 5, 5);
        throw new Error('no');
      }),
    ).toThrow('no');
    expect(templateOf(draft.show).elements['e0']?.x).toBe(0);
  });

  test('a new change forgets what was undone', () => {
    let draft = change(openDraft(showOf(1)), (t) => moveElements(t, ['e0'], 5, 0));
    draft = change(undo(draft), (t) => moveElements(t, ['e0'], 0, 9));
    expect(redo(draft)).toBe(draft);
  });
});

describe('elements', () => {
  test('a group stands where its front member stood, and ungrouping puts all back in order', () => {
    const draft = openDraft(showOf(4));
    const grouped = change(draft, (t) => groupElements(t, ['e0', 'e2'], newElement('group', 'g', 'Group')));
    expect(templateOf(grouped.show).order).toEqual(['e1', 'g', 'e3']);
    expect(templateOf(grouped.show).elements['g']).toMatchObject({ children: ['e0', 'e2'] });
    const freed = change(grouped, (t) => void ungroupElements(t, ['g']));
    expect(templateOf(freed.show).order).toEqual(['e1', 'e0', 'e2', 'e3']);
    expect(templateOf(freed.show).elements['g']).toBeUndefined();
  });

  test('removing takes along what named the element: ties, tethers, motion', () => {
    let draft = openDraft(showOf(2));
    draft = change(draft, (t) => {
      makeField(t, 'e0', propertyOf('rect', 'fill') as Property, 'f');
      t.tethers.push(newTether('x', 'e1', 'left', 'e0', 'right', 0));
      setKey(t, 'enter', { element: 'e0', property: 'opacity' }, { frame: 0, value: 0 }, newId);
    });
    const after = templateOf(change(draft, (t) => removeElements(t, ['e0'])).show);
    expect([after.ties, after.tethers, after.phases.enter.tracks]).toEqual([[], [], []]);
    expect(after.fields).toHaveLength(1);
  });

  test('a copy brings its motion and fields along and ties itself to copies, not to originals', () => {
    let draft = openDraft(showOf(2));
    draft = change(draft, (t) => {
      t.tethers.push(newTether('x', 'e1', 'left', 'e0', 'right', 4));
      setKey(t, 'enter', { element: 'e1', property: 'x' }, { frame: 0, value: -50 }, newId);
      makeField(t, 'e1', propertyOf('rect', 'fill') as Property, 'f');
    });
    let copies: string[] = [];
    draft = change(draft, (t) => (copies = duplicateElements(t, ['e0', 'e1'], newId)));
    const t = templateOf(draft.show);
    const [a, b] = copies;
    expect(t.tethers.find((tether) => tether.element === b)?.to).toBe(a);
    expect(t.phases.enter.tracks.filter((track) => track.element === b)).toHaveLength(1);
    expect(tieOf(t, b as string, 'fill')?.field).toBe('f');
    expect(t.elements[b as string]?.name).toBe('Box 4');
  });

  test('an element cannot be put into itself', () => {
    let draft = change(openDraft(showOf(2)), (t) =>
      groupElements(t, ['e0'], newElement('group', 'g', 'Group')),
    );
    draft = change(draft, (t) => placeElement(t, 'g', 'g', 0));
    expect(showReferences(draft.show)).toEqual([]);
    expect(templateOf(draft.show).order).toContain('g');
  });

  test('nothing can be put into a chart, and a chart is not taken apart', () => {
    const draft = change(openDraft(showOf(2)), (t) => {
      addElement(t, newElement('chart', 'c', 'Chart'));
      placeElement(t, 'e0', 'c', 0);
      expect(ungroupElements(t, ['c'])).toEqual([]);
    });
    const after = templateOf(draft.show);
    expect(after.elements['c']).toMatchObject({ children: [] });
    expect(after.order).toEqual(['e0', 'e1', 'c']);
  });

  test('resizing a group scales places, sizes and type together', () => {
    const show = showOf(1);
    addElement(
      templateOf(show),
      newElement('text', 'txt', 'Text', { x: 100, y: 100, w: 200, h: 50, size: 40 }),
    );
    const after = templateOf(
      change(openDraft(show), (t) =>
        resizeElements(t, ['e0', 'txt'], { x: 0, y: 0, w: 300, h: 150 }, { x: 0, y: 0, w: 600, h: 300 }),
      ).show,
    );
    expect(after.elements['txt']).toMatchObject({ x: 200, y: 200, w: 400, h: 100, size: 80 });
  });
});

describe('fields of a template', () => {
  const fill = propertyOf('rect', 'fill') as Property;

  test('a property becomes a field with its present value, and gives it back when untied', () => {
    let draft = change(openDraft(showOf(2)), (t) => {
      setProperty(t, 'e0', 'fill', '#ff0000');
      makeField(t, 'e0', fill, 'f');
      t.ties.push(newTie('e1', 'fill', 'f'));
      setProperty(t, 'e1', 'fill', '#00ff00');
    });
    const element = (id: string) =>
      templateOf(draft.show).elements[id] as NonNullable<Template['elements'][string]>;
    // One field drives both: what is set on one is seen on the other.
    expect(propertyValue(templateOf(draft.show), element('e0'), 'fill')).toBe('#00ff00');
    draft = change(draft, (t) => untieProperty(t, 'e0', 'fill'));
    expect(element('e0')).toMatchObject({ fill: '#00ff00' });
    draft = change(draft, (t) => removeField(t, 'f'));
    expect(templateOf(draft.show).ties).toEqual([]);
    expect(element('e1')).toMatchObject({ fill: '#00ff00' });
  });

  test('fields made alike get names of their own', () => {
    const draft = change(openDraft(showOf(2)), (t) => {
      makeField(t, 'e0', fill, 'f');
      makeField(t, 'e1', fill, 'g');
      expect(makeField(t, 'e1', fill, 'h')).toBe('g');
    });
    expect(templateOf(draft.show).fields.map((f) => f.name)).toEqual(['Box fill', 'Box 2 fill']);
  });
});

describe('masks', () => {
  const masked = (): Template => {
    const template = newTemplate('t', 'T');
    for (const id of ['a', 'b', 'c']) addElement(template, newElement('rect', id, id.toUpperCase()));
    groupElements(template, ['b', 'c'], newElement('group', 'g', 'Group'));
    (template.elements['a'] as Element).masks = [{ by: 'g', inverted: false, soft: 0 }];
    return template;
  };
  test('none masks itself, its own parts, what it lies in, or runs in a circle: the sentence has the names', () => {
    const t = masked();
    for (const [id, by] of [
      ['a', 'a'],
      ['g', 'b'],
      ['b', 'g'],
      ['g', 'a'],
      ['c', 'a'],
    ] as const)
      expect(maskProblem(t, id, by)).toMatchObject({ code: 'mask-circle' });
    expect(maskProblem(t, 'c', 'b')).toBeNull();
  });
  test('an element that goes takes its masking along; a copy of both masks its own copy', () => {
    const gone = masked();
    removeElements(gone, ['g']);
    expect(gone.elements['a']?.masks).toEqual([]);
    const t = masked();
    const [first, second] = duplicateElements(t, ['a', 'g'], newId);
    expect(t.elements[first as string]?.masks).toMatchObject([{ by: second }]);
  });
});
