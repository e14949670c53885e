// How much two short texts have in common. Knows nothing of what they are.
export { Headlines, likeness, nearlySame, takeApart, wordsIn, type TakenApart } from './likeness';
export { bareName, nameLikeness, nearNames } from './names';
