import type { LibraryItem } from '../../src/core/show';
import { goal, pollBar, pollRing } from './charts';
import { bug, figure } from './corner';
import { opener, titleCard } from './pages';
import { tileMap } from './maps';
import { nameLine, twoNames } from './people';
import { amongLamps, stillWater } from './space';
import { countdown, credits, list } from './rows';
import { poll, post, strip } from './words';

import { ticker } from './ticker';

export { lanternLook } from './look';
export { eveningClock } from './rows';
export const lantern: LibraryItem[] = [
  { kind: 'name line', use: 'One guest, with a face where there is a picture.', template: nameLine() },
  { kind: 'name line', use: 'Two guests, on both sides of the picture.', template: twoNames() },
  { kind: 'bug', use: 'A small lamp in the corner, what is on and the time; tucks away.', template: bug() },
  { kind: 'score', use: 'One number that grows, in a lamp that glows with it.', template: figure() },
  {
    kind: 'full frame',
    use: 'Announces a part of the evening over the whole picture.',
    template: titleCard(),
  },
  {
    kind: 'opener',
    use: 'From a point of light to the name of the evening, for four seconds.',
    template: opener(),
  },
  {
    kind: 'full frame',
    use: 'A title that stands on still water and is seen in it.',
    template: stillWater(),
  },
  {
    kind: 'opener',
    use: 'The camera goes in among lamps, near and far, for four seconds.',
    template: amongLamps(),
  },
  { kind: 'ticker', use: 'One line along the foot, with a lit label.', template: strip() },
  {
    kind: 'ticker',
    use: 'Items of strands, one after another, warming up as the light runs on.',
    template: ticker(),
  },
  { kind: 'post', use: 'A viewer’s message with its author, growing with its words.', template: post() },
  { kind: 'poll', use: 'A question and two shares; the bars follow the numbers.', template: poll() },
  {
    kind: 'countdown',
    use: 'The time until it begins in a lamp; a spark goes round it once.',
    template: countdown(),
  },
  { kind: 'table', use: 'Who comes tonight, what they do and when.', template: list() },
  { kind: 'credits', use: 'Who made it, rising through the dusk; the last card stays.', template: credits() },
  {
    kind: 'map',
    use: 'One tile for each district in the colour of its answer, however large the district is.',
    template: tileMap(),
  },
  {
    kind: 'poll',
    use: 'Answers as a ring with their shares; hidden until they are revealed.',
    template: pollRing(),
  },
  {
    kind: 'poll',
    use: 'Two answers, one bar between them; hidden until they are revealed.',
    template: pollBar(),
  },
  { kind: 'chart', use: 'How much of a goal is reached, as an arc of light.', template: goal() },
];
