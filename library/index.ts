// The shipped templates, in packages that each have a look of their own.
import type { LibraryPackage } from '../src/core/show';
import { eveningClock, lantern, lanternLook } from './lantern';
import { ledger, ledgerLook } from './ledger';
import { matchClock, matchScores, saltmarsh, saltmarshLook } from './saltmarsh';

export const packages: LibraryPackage[] = [
  {
    id: 'saltmarsh',
    name: 'Saltmarsh',
    words: 'Slanted, fast, loud: for sport and anything with two sides.',
    look: saltmarshLook,
    assets: [],
    files: {},
    clocks: [matchClock],
    scores: [...matchScores],
    items: saltmarsh,
  },
  {
    id: 'lantern',
    name: 'Lantern',
    words: 'Round, warm, glowing: for evenings, guests and the audience.',
    look: lanternLook,
    assets: [],
    files: {},
    clocks: [eveningClock],
    scores: [],
    items: lantern,
  },
  {
    id: 'ledger',
    name: 'Ledger',
    words: 'Thin rules, serifs, paper: for news, talk and results that are read.',
    look: ledgerLook,
    assets: [],
    files: {},
    clocks: [],
    scores: [],
    items: ledger,
  },
];
