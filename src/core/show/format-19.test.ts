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

test('a show of format 18, and its release, open whole: nothing is painted by depth, and nothing shows another', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const { inDepth: _, ...template } = newTemplate('t', 'Strap', { lane: 'main' });
  const { filledBy: ___, filledFit: ____, ...plate } = newElement('rect', 'r', 'Plate');
  const {
    inDepth: _____,
    filledBy: _______,
    filledFit: ________,
    ...group
  } = newElement('group', 'g', 'Group', { children: ['r'] });
  const old = { t: { ...template, order: ['g'], elements: { r: plate, g: group } } };
  const read = openDocument({ ...show, format: 18, templates: old });
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.templates['t']).toMatchObject({
    inDepth: false,
    elements: { r: { filledBy: null }, g: { inDepth: false } },
  });
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, templates: old })).toEqual(release);
});
