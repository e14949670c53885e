import { describe, expect, test } from '@jest/globals';
import {
  addElement,
  clipElements,
  elementParts,
  giveParts,
  makeField,
  newElement,
  newShow,
  newTemplate,
  propertyOf,
  setKey,
  showReferences,
  usualLanes,
  type Property,
  type Show,
  type Template,
} from './index';

let made = 0;
const newId = (): string => `n${(made += 1)}`;

function sample(): { show: Show; t: Template } {
  const format = { width: 1920, height: 1080, rate: 50 };
  const show = newShow('s', 'Show', [{ id: 'main', name: 'Main', format, lanes: usualLanes() }]);
  const t = newTemplate('t', 'T');
  show.templates['t'] = t;
  addElement(
    t,
    newElement('rect', 'bar', 'Bar', {
      x: 10,
      y: 20,
      w: 300,
      h: 40,
      fill: '#112233',
      outlineWidth: 4,
      radiusTopLeft: 9,
    }),
  );
  addElement(t, newElement('rect', 'other', 'Other', { x: 1, y: 2, w: 3, h: 4 }));
  addElement(t, newElement('text', 'words', 'Words', { text: 'Ida' }));
  setKey(t, 'enter', { element: 'bar', property: 'x' }, { frame: 0, value: -60 }, newId);
  setKey(t, 'enter', { element: 'bar', property: 'w' }, { frame: 4, value: 0 }, newId);
  setKey(t, 'enter', { element: 'other', property: 'x' }, { frame: 0, value: 5 }, newId);
  setKey(t, 'enter', { element: 'other', property: 'opacity' }, { frame: 0, value: 0 }, newId);
  return { show, t };
}

describe('parts of one element, given to others', () => {
  test('place and size alone; what a field decides stays', () => {
    const { show, t } = sample();
    makeField(t, 'other', propertyOf('rect', 'x') as Property, 'f');
    const clip = clipElements(show, t, ['bar']);
    expect(giveParts(t, clip, ['other'], 'place', newId)).toEqual([]);
    expect(t.elements['other']).toMatchObject({ x: 1, y: 20, w: 3, h: 4 });
    giveParts(t, clip, ['other'], 'size', newId);
    expect(t.elements['other']).toMatchObject({ x: 1, y: 20, w: 300, h: 40, fill: '#1d4e5a' });
  });
  test('the look: all of it to its own kind, what both have to another; words and places stay', () => {
    const { show, t } = sample();
    giveParts(t, clipElements(show, t, ['bar']), ['other', 'words'], 'appearance', newId);
    expect(t.elements['other']).toMatchObject({
      fill: '#112233',
      outlineWidth: 4,
      radiusTopLeft: 9,
      x: 1,
      w: 3,
    });
    expect(t.elements['words']).toMatchObject({ text: 'Ida', wipeAngle: 0 });
  });
  test('motion takes the place of what moved the same; what another kind cannot do is left out', () => {
    const { show, t } = sample();
    giveParts(t, clipElements(show, t, ['bar']), ['other', 'words'], 'motion', newId);
    const of = (id: string): string[] =>
      t.phases.enter.tracks.filter(({ element }) => element === id).map(({ property }) => property);
    expect(of('other').sort()).toEqual(['opacity', 'w', 'x']);
    expect(of('words')).toEqual(['x']);
    expect(
      t.phases.enter.tracks.find((track) => track.element === 'other' && track.property === 'x')?.keys,
    ).toMatchObject([{ frame: 0, value: -60 }]);
    expect(showReferences(show)).toEqual([]);
  });
  test('what takes nothing is named; nothing is given to itself', () => {
    const { show, t } = sample();
    const still = clipElements(show, t, ['words']);
    expect(giveParts(t, still, ['bar'], 'motion', newId)).toEqual(['bar']);
    for (const part of elementParts) expect(giveParts(t, still, ['words'], part, newId)).toEqual([]);
  });
});
