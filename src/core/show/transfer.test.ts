import { describe, expect, test } from '@jest/globals';
import {
  addElement,
  cellContents,
  clipElements,
  elementParts,
  giveParts,
  makeField,
  newAsset,
  newClock,
  newElement,
  newScore,
  newShow,
  newTemplate,
  newTie,
  pasteClip,
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

test('sets of pictures, clocks and scores come along with what names them, and with nothing else', () => {
  const { show, t } = sample();
  const asset = newAsset({ id: 'a'.repeat(64), name: 'ske.svg', type: 'image/svg+xml', bytes: 9 });
  show.assets[asset.id] = asset;
  show.look.sets.push({ id: 'flags', name: 'Flags', pictures: [{ name: 'SKE', asset: asset.id }] });
  show.clocks['k'] = newClock('k', 'Duel clock', 'up', 'UTC', newId);
  show.scores['home'] = newScore('home', 'Home');
  const picture = { ...cellContents.picture.plain, column: 'Code', set: 'flags' };
  addElement(t, newElement('clock', 'time', 'Time', { shows: 'clock', clock: 'k' }));
  addElement(
    t,
    newElement('table', 'table', 'Rows', {
      columns: [{ id: 'c', title: null, width: { by: 'px', px: 80 }, content: picture, look: {}, evenSize: false, joinsEqual: false, flashes: false, changes: 'switch' }],
    }),
  );
  t.bindings.push({ id: 'b', name: 'Score', from: { kind: 'score', score: 'home' }, steps: [] });
  t.ties.push(newTie('words', 'text', 'b'));
  const other = sample();
  pasteClip(other.show, 't', clipElements(show, t, ['bar']), newId);
  expect([other.show.look.sets, other.show.clocks, other.show.scores, other.show.assets]).toEqual([[], {}, {}, {}]);
  pasteClip(other.show, 't', clipElements(show, t, ['time', 'table', 'words']), newId);
  expect(other.show.look.sets).toEqual(show.look.sets);
  expect(Object.keys(other.show.assets)).toEqual([asset.id]);
  expect([Object.keys(other.show.clocks), Object.keys(other.show.scores)]).toEqual([['k'], ['home']]);
  expect(showReferences(other.show)).toEqual([]);
}); // prettier-ignore
