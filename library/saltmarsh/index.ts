import type { LibraryItem } from '../../src/core/show';
import { bracket, pieces, race } from './charts';
import { quote, strip } from './lines';
import { lineUp, opener } from './pages';
import { circleMap, whereMap } from './maps';
import { nameLine, twoNames } from './people';
import { boards, shout } from './space';
import { crawl, startList, table } from './rows';
import { bug, match, score } from './scores';

import { ticker } from './ticker';

export { saltmarshLook } from './look';
export { matchClock, matchScores } from './scores';
export const saltmarsh: LibraryItem[] = [
  { kind: 'name line', use: 'One person, loud, with a second line under it.', template: nameLine() },
  { kind: 'name line', use: 'Two people on both sides of the picture.', template: twoNames() },
  { kind: 'bug', use: 'What is on and what time it is, in the corner; tucks away.', template: bug() },
  { kind: 'score', use: 'Two sides with their points, at the top of the picture.', template: score() },
  {
    kind: 'score',
    use: 'The same with a clock and scores of the show, run from the Desk, a pad or a score box.',
    template: match(),
  },
  { kind: 'table', use: 'A league page by page, with the colours of its teams.', template: table() },
  {
    kind: 'table',
    use: 'Who starts in which heat; a heat and its time are one cell.',
    template: startList(),
  },
  { kind: 'ticker', use: 'News that runs along the foot, a blade for each category.', template: crawl() },
  {
    kind: 'ticker',
    use: 'Items of strands, one after another; each is cut away by a blade.',
    template: ticker(),
  },
  { kind: 'full frame', use: 'Two sides with five names each.', template: lineUp() },
  { kind: 'opener', use: 'Who meets whom, over the whole picture, for four seconds.', template: opener() },
  { kind: 'ticker', use: 'One line of news along the foot.', template: strip() },
  { kind: 'full frame', use: 'What somebody said, in up to five lines.', template: quote() },
  { kind: 'full frame', use: 'A word for the moment, whose letters fall upright.', template: shout() },
  {
    kind: 'table',
    use: 'Five names on boards that open like doors.',
    template: boards(),
  },
  { kind: 'map', use: 'A circle at each district, its area the number.', template: circleMap() },
  {
    kind: 'map',
    use: 'Where something is: one district close up, the whole in a corner.',
    template: whereMap(),
  },
  {
    kind: 'chart',
    use: 'Points after each day: bars overtake one another as Next goes on.',
    template: race(),
  },
  { kind: 'chart', use: 'Points as pieces that can be counted.', template: pieces() },
  { kind: 'chart', use: 'Who meets whom on the way to the final.', template: bracket() },
];
