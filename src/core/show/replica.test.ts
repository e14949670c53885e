// Several windows of one draft, any order of doing, writing and reading: all come to the same, and it holds together.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  act,
  addElement,
  editStep,
  newElement,
  newShow,
  newTemplate,
  openDraft,
  openReplica,
  receive,
  redoStep,
  removeElements,
  setProperty,
  showReferences,
  undoStep,
  usualLanes,
  type Batch,
  type Draft,
  type Replica,
  type Show,
  type Template,
} from './index';

function sample(): Show {
  const format = { width: 1920, height: 1080, rate: 50 };
  const show = newShow('s', 'Show', [{ id: 'main', name: 'Main', format, lanes: usualLanes() }]);
  const template = newTemplate('t', 'T');
  for (let i = 0; i < 4; i += 1)
    addElement(template, newElement('rect', `e${i}`, `Box ${i}`, { x: 0, y: 0, w: 50, h: 50 }));
  show.templates['t'] = template;
  return show;
}

/** Windows of one show over one list of what they wrote. */
class Windows {
  readonly order: Batch[] = [];
  readonly lost: string[] = [];
  readonly all: Replica[];
  private made = 0;

  constructor(count: number) {
    const show = sample();
    this.all = Array.from({ length: count }, () => openReplica(openDraft(show), 0));
  }

  at(window: number): Replica {
    return this.all[window] as Replica;
  }

  edit(window: number, label: string, recipe: (template: Template) => void, merge?: string): void {
    this.made += 1;
    const id = `edit-${this.made}`;
    this.take(window, (draft) =>
      editStep(draft, id, label, (show) => recipe(show.templates['t'] as Template), merge ?? null),
    );
  }

  take(window: number, make: (draft: Draft) => ReturnType<typeof undoStep>): void {
    const replica = this.at(window);
    const made = make(replica.draft);
    if (made) this.all[window] = act(replica, made.draft, [made.step]);
  }

  /** Writes what waits in a window and reads what the others wrote. */
  exchange(window: number): void {
    const replica = this.at(window);
    const taken = this.order.filter(({ seq }) => seq > replica.seq);
    const { since: after, waiting: steps } = replica;
    if (steps.length > 0) {
      const own = { seq: this.order.length + 1, after, by: `w${window}`, steps };
      this.order.push(own);
      taken.push(own);
    }
    const received = receive(replica, taken, `w${window}`);
    this.all[window] = received.replica;
    for (const step of received.lost) if (step.do === 'edit') this.lost.push(step.label);
  }

  settle(): void {
    for (let round = 0; round < 2; round += 1) this.all.forEach((_, index) => this.exchange(index));
  }
}

const templateIn = (replica: Replica): Template => replica.draft.show.templates['t'] as Template;
const xOf = (replica: Replica, id: string): number | undefined => templateIn(replica).elements[id]?.x;

describe('windows of one draft', () => {
  test('what one does is in the other, with its way back', () => {
    const windows = new Windows(2);
    windows.edit(0, 'Move Box 0', (t) => setProperty(t, 'e0', 'x', 300));
    windows.exchange(0);
    windows.exchange(1);
    expect(xOf(windows.at(1), 'e0')).toBe(300);
    windows.take(1, undoStep);
    windows.settle();
    expect(windows.all.map((replica) => xOf(replica, 'e0'))).toEqual([0, 0]);
    windows.take(0, redoStep);
    windows.settle();
    expect(windows.all.map((replica) => xOf(replica, 'e0'))).toEqual([300, 300]);
  });

  test('both at once, before either has heard of the other: both changes stand', () => {
    const windows = new Windows(2);
    windows.edit(0, 'Move Box 0', (t) => setProperty(t, 'e0', 'x', 300));
    windows.edit(1, 'Move Box 1', (t) => setProperty(t, 'e1', 'x', 400));
    windows.settle();
    for (const replica of windows.all) {
      expect([xOf(replica, 'e0'), xOf(replica, 'e1')]).toEqual([300, 400]);
      expect(replica.draft.undo.map(({ label }) => label)).toEqual(['Move Box 0', 'Move Box 1']);
    }
    expect(windows.lost).toEqual([]);
  });

  test('what was changed of an element that another window had deleted is lost with a word, in all alike', () => {
    const windows = new Windows(2);
    windows.edit(0, 'Delete Box 0', (t) => removeElements(t, ['e0']));
    windows.edit(1, 'Move Box 0', (t) => setProperty(t, 'e0', 'x', 400));
    windows.settle();
    expect(windows.lost).toEqual(['Move Box 0']);
    for (const replica of windows.all) expect(templateIn(replica).order).toEqual(['e1', 'e2', 'e3']);
  });

  test('while one drags, what the other does comes in between and stays', () => {
    const windows = new Windows(2);
    for (const x of [10, 20, 30]) {
      windows.edit(0, 'Move Box 0', (t) => setProperty(t, 'e0', 'x', x), 'drag');
      if (x === 20) windows.edit(1, 'Name', (t) => void (t.name = 'Renamed'));
      if (x === 20) windows.exchange(1);
      windows.exchange(0);
    }
    windows.settle();
    for (const replica of windows.all)
      expect([xOf(replica, 'e0'), templateIn(replica).name]).toEqual([30, 'Renamed']);
  });

  test('any order of doing, taking back, writing and reading ends in one draft that holds together', () => {
    const window = fc.integer({ min: 0, max: 2 });
    const element = fc.integer({ min: 0, max: 5 }).map((i) => `e${i}`);
    const doing = fc.oneof(
      fc.record({ do: fc.constant('move' as const), window, element, x: fc.integer({ min: 0, max: 900 }) }),
      fc.record({ do: fc.constantFrom('add' as const, 'remove' as const), window, element }),
      fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const, 'exchange' as const), window }),
    );
    fc.assert(
      fc.property(fc.array(doing, { maxLength: 40 }), (doings) => {
        const windows = new Windows(3);
        for (const one of doings) {
          if (one.do === 'exchange') windows.exchange(one.window);
          else if (one.do === 'undo') windows.take(one.window, undoStep);
          else if (one.do === 'redo') windows.take(one.window, redoStep);
          else if ('element' in one) {
            const isThere = one.element in templateIn(windows.at(one.window)).elements;
            if (one.do === 'add' && !isThere)
              windows.edit(one.window, 'Add', (t) => addElement(t, newElement('rect', one.element, 'Box')));
            if (one.do === 'remove' && isThere)
              windows.edit(one.window, 'Delete', (t) => removeElements(t, [one.element]));
            if (one.do === 'move' && isThere)
              windows.edit(one.window, 'Move', (t) => setProperty(t, one.element, 'x', one.x), one.element);
          }
        }
        windows.settle();
        const [first] = windows.all as [Replica];
        expect(showReferences(first.draft.show)).toEqual([]);
        for (const { draft, waiting } of windows.all) {
          expect(waiting).toEqual([]);
          expect(draft.show).toEqual(first.draft.show);
          expect(draft.undo.map(({ id }) => id)).toEqual(first.draft.undo.map(({ id }) => id));
        }
      }),
      { numRuns: 300 },
    );
  });
});
