import type { LibraryItem } from '../../src/core/show';
import { quote, strip } from './lines';
import { lineUp, opener } from './pages';
import { nameLine, twoNames } from './people';
import { bug, score } from './scores';

export { saltmarshLook } from './look';
export const saltmarsh: LibraryItem[] = [
  { kind: 'name line', use: 'One person, loud, with a second line under it.', template: nameLine() },
  { kind: 'name line', use: 'Two people on both sides of the picture.', template: twoNames() },
  { kind: 'bug', use: 'What is on and what time it is, in the corner; tucks away.', template: bug() },
  { kind: 'score', use: 'Two sides with their points, at the top of the picture.', template: score() },
  { kind: 'full frame', use: 'Two sides with five names each.', template: lineUp() },
  { kind: 'opener', use: 'Who meets whom, over the whole picture, for four seconds.', template: opener() },
  { kind: 'ticker', use: 'One line of news along the foot.', template: strip() },
  { kind: 'full frame', use: 'What somebody said, in up to five lines.', template: quote() },
];
