import { newStrand, newStrandSource, newTicker, type Show } from '../src/core/show';
import { newSource } from '../src/core/source';

/** What is told between the flights: three strands, each of a feed of its own; the field's also from the file of the beach. */
export function addTicker(show: Show): void {
  for (const [id, name, stream] of [
    ['news-field', 'Field news', 'strand-results'],
    ['news-tide', 'Tide and travel', 'strand-tide'],
    ['news-bay', 'Round the bay', 'strand-bay'],
  ] as const)
    show.sources[id] = newSource(id, name, { kind: 'stand-in', stream, every: 5 });
  const ticker = newTicker('news', 'Beach news', ['main']);
  ticker.look = {
    template: 'ticker-line',
    fields: {
      words: 'f-line',
      more: null,
      strand: 'f-strand',
      category: null,
      colour: 'f-colour',
      urgent: 'f-urgent',
    },
  };
  for (const [id, name, colour, gives, source] of [
    ['field', 'Field', '#f2b632', 3, 'news-field'],
    ['tide', 'Tide', '#62b6c4', 2, 'news-tide'],
    ['bay', 'Bay', '#e8674f', 1, 'news-bay'],
  ] as const) {
    const strand = newStrand(id, name, colour);
    strand.gives = gives;
    strand.from = [{ ...newStrandSource(source), words: 'Title', more: 'Text', key: 'Id', at: 'Published' }];
    if (id === 'field')
      strand.from.push({ ...newStrandSource('beach-file'), words: 'Text', category: 'Category', only: name });
    // What is told of the bay is looked at first.
    strand.rules.takes = id === 'bay' ? 'by-hand' : 'all';
    strand.rules.barWords = ['buy', 'half price'];
    strand.rules.barLonger = 140;
    ticker.strands.push(strand);
  }
  // What viewers wrote, once it is cleared; taken in by hand.
  const viewers = newStrand('viewers', 'You', '#f6f0e0');
  viewers.gives = 1;
  viewers.from = [{ ...newStrandSource('posts'), words: 'Line', at: 'Time' }];
  viewers.rules.takes = 'by-hand';
  viewers.rules.barLonger = 140;
  ticker.strands.push(viewers);
  show.tickers[ticker.id] = ticker;
}
