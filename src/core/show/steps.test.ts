// Going back and forth in the history of a show, to any step.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { edit, goTo, newShow, openDraft, usualLanes, type Draft } from './index';

const start = (): Draft =>
  openDraft(
    newShow('s', 'Start', [
      { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
    ]),
  );
const written = (names: readonly string[]): Draft =>
  names.reduce((draft, name) => edit(draft, `Name ${name}`, (show) => void (show.name = name)), start());

describe('any step of the history', () => {
  test('is reached from any other, and is what it was', () => {
    const names = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(names, fc.array(fc.nat(14), { maxLength: 6 }), (list, stops) => {
        fc.pre(!list.includes('Start'));
        let draft = written(list);
        for (const stop of stops) {
          draft = goTo(draft, stop);
          const at = Math.min(stop, list.length);
          expect(draft.show.name).toBe(at === 0 ? 'Start' : list[at - 1]);
          expect(draft.undo.length + draft.redo.length).toBe(list.length);
        }
      }),
    );
  });
  test('a change made after going back begins a new way forth', () => {
    const back = goTo(written(['a', 'b', 'c']), 1);
    const other = edit(back, 'Name d', (show) => void (show.name = 'd'));
    expect([other.undo.map((step) => step.label), other.redo]).toEqual([['Name a', 'Name d'], []]);
    expect(goTo(other, 99).show.name).toBe('d');
  });
});
