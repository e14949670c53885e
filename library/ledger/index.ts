import type { LibraryItem } from '../../src/core/show';
import { bars, seats, years } from './charts';
import { bug, figure } from './corner';
import { strip } from './lines';
import { opener, page, quote, standing } from './pages';
import { classMap, resultMap } from './maps';
import { nameLine, twoNames } from './people';
import { fold, turningSheet } from './space';
import { agenda, crawl, results } from './rows';

import { column, ticker } from './ticker';

export { ledgerLook } from './look';
export const ledger: LibraryItem[] = [
  { kind: 'name line', use: 'One person with a role, quietly.', template: nameLine() },
  { kind: 'name line', use: 'Two people in the two columns of one sheet.', template: twoNames() },
  {
    kind: 'name line',
    use: 'A name, and a fold below it that drops open with what there is to know.',
    template: fold(),
  },
  { kind: 'bug', use: 'What is on and the time, in the corner; tucks away under its rule.', template: bug() },
  { kind: 'score', use: 'One number with what it counts and where it comes from.', template: figure() },
  { kind: 'table', use: 'The first five of anything, with points.', template: standing() },
  { kind: 'full frame', use: 'What is in the programme: four subjects on a page.', template: page() },
  { kind: 'full frame', use: 'What somebody said, beside the picture.', template: quote() },
  { kind: 'opener', use: 'The first page of the evening, for four seconds.', template: opener() },
  { kind: 'ticker', use: 'One line of news along the foot.', template: strip() },
  {
    kind: 'ticker',
    use: 'Items of strands along the foot, rolling up one after another.',
    template: ticker(),
  },
  {
    kind: 'ticker',
    use: 'Items with a second line in a column of print, with the time.',
    template: column(),
  },
  {
    kind: 'table',
    use: 'Results page by page: the place, how it moved, a bar and the number.',
    template: results(),
  },
  { kind: 'table', use: 'What comes when, and with whom.', template: agenda() },
  { kind: 'ticker', use: 'News that runs along the foot, each with its place.', template: crawl() },
  {
    kind: 'full frame',
    use: 'A sheet beside the picture that turns to its back for what comes next.',
    template: turningSheet(),
  },
  {
    kind: 'chart',
    use: 'Bars from the largest down, the one that the title speaks of in red.',
    template: bars(),
  },
  {
    kind: 'chart',
    use: 'Lines of years, named at their ends, against a line that says what was agreed.',
    template: years(),
  },
  {
    kind: 'map',
    use: 'Who leads in each district: in the colour of a list, hatched until it is declared.',
    template: resultMap(),
  },
  {
    kind: 'map',
    use: 'A number by district in classes, with the legend that they make.',
    template: classMap(),
  },
  { kind: 'chart', use: 'A council as a half-ring of seats, each list together.', template: seats() },
];
