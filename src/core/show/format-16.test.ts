import { expect, test } from '@jest/globals';
import { newElement, newShow, newTemplate, openDocument, usualLanes } from './index';

test('rows of format 15 show their first rows and turn no pages', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const { page: _, turns: __, turnAfter: ___, ...rows } = newElement('rows', 'rows', 'Rows', { most: 4 });
  const template = newTemplate('t', 'Places', { lane: 'lower', order: ['rows'] });
  const kept = {
    ...show,
    format: 15,
    templates: { t: { ...template, elements: { rows } } },
  };
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const own = read.show.templates['t']?.elements['rows'];
  expect(own).toMatchObject({ kind: 'rows', most: 4, page: 1, turns: 'none' });
});
