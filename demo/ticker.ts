import { newStrand, newTicker, type Show } from '../src/core/show';

/** What is told between the flights: three strands of one file, one category each. */
export function addTicker(show: Show): void {
  const ticker = newTicker('news', 'Beach news', ['main']);
  ticker.template = 'notice-strip';
  ticker.fields = { words: 'f-line', strand: 'f-label', colour: null };
  for (const [id, name, colour, gives] of [
    ['field', 'Field', '#f2b632', 2],
    ['tide', 'Tide', '#62b6c4', 2],
    ['bay', 'Bay', '#e8674f', 1],
  ] as const) {
    const strand = newStrand(id, name, colour);
    strand.gives = gives;
    strand.from = [{ data: 'beach-file', words: 'Text', category: 'Category', only: name, key: '', at: '' }];
    strand.rules.takes = 'all';
    ticker.strands.push(strand);
  }
  show.tickers[ticker.id] = ticker;
}
