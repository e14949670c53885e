import { describe, expect, test } from '@jest/globals';
import { makeTrack, newChange, newElement, newPhase, newTemplate, type Template } from '../../../core/show';
import { rowsOf } from './rows';

const template = (): Template => {
  const t = newTemplate('t', 'T', {
    elements: {
      bar: newElement('rect', 'bar', 'Bar'),
      words: newElement('text', 'words', 'Words'),
      still: newElement('ellipse', 'still', 'Dot'),
    },
    order: ['bar', 'words', 'still'],
    changes: [newChange('c', 'Change')],
  });
  t.phases.enter = {
    ...newPhase(20),
    tracks: [
      makeTrack('a', 'bar', 'opacity', [[0, 0]]),
      makeTrack('b', 'bar', 'x', [[0, -9]]),
      makeTrack('d', 'words', 'gone', [[0, 1]]),
    ],
  };
  t.phases.exit = { ...newPhase(20), tracks: [makeTrack('a', 'bar', 'x', [[0, 0]])] };
  const [change] = t.changes;
  if (change)
    change.tracks = (['new', 'old', 'whole'] as const).map((side) =>
      makeTrack(`e${side}`, 'words', 'y', [[0, 0]], { side }),
    );
  return t;
};
const view = { closed: [] as string[], showsAll: false, search: '' };
const told = (given: Partial<typeof view> = {}): string[] =>
  rowsOf(template(), { ...view, ...given }).map((row) =>
    row.kind === 'element' ? row.element.name : `- ${row.label}`,
  );

describe('the rows of the score', () => {
  test('front elements first, their properties in their own order, one row for both phases; sides of a Change apart', () => {
    expect(told()).toEqual(['Words', '- Y', '- Y · old', '- Y · new', '- gone', 'Bar', '- X', '- Opacity']);
    const x = rowsOf(template(), view).find((row) => row.key === 'bar|x|whole');
    expect(x?.tracks.map(({ phase, track }) => [phase, track.id])).toEqual([
      ['enter', 'b'],
      ['exit', 'a'],
    ]);
  });
  test('folded, an element is one row with all its tracks', () => {
    expect(told({ closed: ['words'] })).toEqual(['Words', 'Bar', '- X', '- Opacity']);
    expect(rowsOf(template(), { ...view, closed: ['words'] })[0]?.tracks).toHaveLength(4);
  });
  test('searched by element or by property, folded or not', () => {
    expect(told({ search: 'opac', closed: ['bar'] })).toEqual(['Bar', '- Opacity']);
    expect(told({ search: 'WORDS' })).toHaveLength(5);
    expect(told({ search: 'nothing of that' })).toEqual([]);
  });
  test('all of them: what stands still is folded until it is opened', () => {
    const all = told({ showsAll: true });
    expect(all[0]).toBe('Dot');
    expect(all[1]).toBe('Words');
    expect(all).toContain('- Blur');
    expect(told({ showsAll: true, closed: ['still+'] })[1]).toBe('- X');
  });
});
