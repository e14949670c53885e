import { expect, test } from '@jest/globals';
import { newShow, newStrand, newTicker, openDocument, usualLanes } from './index';

test('a ticker of format 14 plays in step, its items all in the template that it had', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const { inStep: _, look: __, ...ticker } = newTicker('t', 'News', ['main']);
  const { looks: ___, ...strand } = newStrand('a', 'Field', '#f2b632');
  const from = { data: 'file', words: 'Text', category: '', only: '', key: '', at: '' };
  const kept = {
    ...show,
    format: 14,
    tickers: {
      t: { ...ticker, template: 'strip', fields: { words: 'f', strand: null, colour: null }, strands: [{ ...strand, from: [from] }] },
    },
  }; // prettier-ignore
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.tickers['t']).toMatchObject({
    inStep: true,
    look: { template: 'strip', fields: { words: 'f', more: null, urgent: null } },
    strands: [{ looks: [], from: [{ ...from, more: '', kind: '' }] }],
  });
});
