// The festival's news as three feeds would bring it, with what real feeds get wrong among it.

/** One story: headline, words, and what is wrong with it as a feed sends it. */
interface Story {
  readonly title: string;
  readonly words: string;
  /** Minutes that its date lies ahead; `unreadable`: it is no date. */
  readonly ahead?: number;
  readonly date?: 'unreadable';
  /** It comes under another id each time that it is asked for. */
  readonly roams?: true;
  /** Told by the moment: a number in it goes on. */
  readonly counts?: true;
}

const story = (title: string, words: string, given: Partial<Story> = {}): Story => ({
  title,
  words,
  ...given,
});

export const strandNames = ['results', 'tide', 'bay'] as const;
export type StrandName = (typeof strandNames)[number];

const strands: Readonly<Record<StrandName, { readonly title: string; readonly stories: readonly Story[] }>> =
  {
    results: {
      title: 'Field',
      stories: [
        story('Ox lead the ballet by a whisker', 'Two hundredths of a point part the first two teams.'),
        story('Skerry Flyers mend a torn sail in four minutes', 'The spare came from a rival club.'),
        story('Rokkaku duel moved to the lower sand', 'The wind has turned to the south-west.', {
          date: 'unreadable',
        }),
        story('', ''),
        story('Night-glow begins at a quarter past nine', 'Lamps are handed out at the harbour office.'),
        story('<b>Dunlin Aerobats</b> &amp; Ox share second place', 'Judges <i>checked</i> the cards twice.'),
        story('OX lead the ballet by a whisker!', 'The same news, from another desk.'),
        story('فريق الطائرات الورقية يحلّق أولاً في سباق الليل', 'Visitors fly first tonight.'),
        story('Flight # by the Lower Saltings is judged', 'Scores follow.', { counts: true }),
        story(
          'The Lower Saltings & Outer Bar Kite and Windvane Society flies its longest train yet: sixty-one kites on a single line',
          'It took eleven minutes to pay out.',
        ),
        story(
          `Full rules of the rokkaku duel: ${'a line is cut when it parts above the judge’s flag, '.repeat(80)}and so on`,
          'Sent whole by mistake.',
        ),
      ],
    },
    tide: {
      title: 'Tide and travel',
      stories: [
        story('High water at 14:40, 4.1 metres', 'The outer bar is cut off from half past one.'),
        story('Causeway bus runs every ten minutes', 'Last one back at midnight.'),
        story('Car park B is full', 'Use the field behind the old pier.'),
        story('Ferry to Skerry: # minutes late', 'A seal is on the slipway.', { counts: true }),
        story('Coast path open again &mdash; mind the &quot;soft&quot; sand', 'Poles mark the way.'),
        story('Tomorrow’s first tide table is out', 'High water at 15:22.', { ahead: 1440 }),
        story('Causeway bus runs every 10 minutes', 'As told by the bus company.'),
        story('Swim between the flags 🏊 until seven', 'Lifeguards leave the sand then.'),
      ],
    },
    bay: {
      title: 'Round the bay',
      stories: [
        story('A seal on the slipway', 'The harbour master asks for a wide berth.', { roams: true }),
        story('Lantern Point bakery sells out by ten', 'Two thousand buns, says the owner.'),
        story('Lost: one blue kite, answers to “Gustav”', 'Last seen over the saltings.'),
        story('Brackwater tea tent pours its # hundredth cup', 'Scones until the last kite is down.', {
          counts: true,
        }),
        story('浜辺に巨大な凧、子どもたちが描いた魚', 'Forty metres from nose to tail.'),
        story('BUY KITES NOW at half price', 'Advertisement.'),
        story('Gustav the blue kite is found', 'In the harbour master’s flagpole.'),
        story('Choir of the old pier sings at the wall at eight', 'Free, bring a lamp.'),
      ],
    },
  };

const xml = (text: string): string =>
  text
    .replace(/&(?!amp;|mdash;|quot;)/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/"/g, '&quot;');

/** So many items are in a feed at a time, and a new one is there after so many seconds. */
const [inFeed, newEvery] = [7, 40];

/** RSS of a strand at a moment of its own time, in seconds; `startOfDay` in ms since 1970. */
export function strandFeed(which: StrandName, t: number, startOfDay: number): string {
  const { title, stories } = strands[which];
  const newest = Math.floor(t / newEvery);
  const items = Array.from({ length: Math.min(inFeed, stories.length) }, (_, i) => newest - i).map((n) => {
    const own = stories[((n % stories.length) + stories.length) % stories.length] as Story;
    const heading = own.counts ? own.title.replace('#', String(Math.floor(t / 60) + 2)) : own.title;
    const moment = startOfDay + n * newEvery * 1000 + (own.ahead ?? 0) * 60_000;
    const date = own.date === 'unreadable' ? 'sometime' : new Date(moment).toUTCString();
    const id = own.roams ? `${which}-${Math.floor(t / 5)}-${n}` : `${which}-${n}`;
    return `<item>${heading ? `<title>${xml(heading)}</title>` : ''}${own.words ? `<description>${xml(own.words)}</description>` : ''}<category>${xml(title)}</category><pubDate>${date}</pubDate><guid>${id}</guid></item>`;
  });
  return `<?xml version="1.0"?>\n<rss version="2.0"><channel><title>${xml(title)}</title>\n${items.join('\n')}\n</channel></rss>\n`;
} // prettier-ignore
