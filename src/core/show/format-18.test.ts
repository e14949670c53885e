import { expect, test } from '@jest/globals';
import {
  makeRelease,
  newElement,
  newShow,
  newTemplate,
  openDocument,
  openRelease,
  usualLanes,
} from './index';

test('a show of format 17, and its release, open whole: everything lies flat', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const template = newTemplate('t', 'Strap', { lane: 'main' });
  const {
    z: _,
    rotationX: __,
    rotationY: ___,
    perspective: ____,
    ...flat
  } = newElement('rect', 'r', 'Plate');
  const old = { t: { ...template, order: ['r'], elements: { r: flat } } };
  const read = openDocument({ ...show, format: 17, templates: old });
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.templates['t']?.elements['r']).toMatchObject({ z: 0, rotationX: 0, rotationY: 0, perspective: 0 }); // prettier-ignore
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, templates: old })).toEqual(release);
});
