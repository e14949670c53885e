// The demo's pictures, drawn as SVG: flags of invented clubs, portraits, marks of sponsors, the festival's kite.
import { flags } from './flags';
import { pennants } from './pennants';
import { portraits } from './portraits';
import { sponsors } from './sponsors';
import { square } from './square';

/** The festival's own kite: a delta of four panels. */
const kite = square(
  '<path d="M200 30 40 300l160-64z" fill="#f6f0e0"/><path d="M200 30v206l160 64z" fill="#e8593a"/><path d="M200 30 120 268l80-32z" fill="#f2b632"/><path d="M200 30v206l80 32z" fill="#b8371d"/>' +
    '<path d="M200 236q-34 40 0 76t0 70" fill="none" stroke="#f6f0e0" stroke-width="7" stroke-linecap="round"/>',
);

/** By folder and file name. */
export const art: readonly { readonly folder: string; readonly name: string; readonly drawing: string }[] = [
  ...Object.entries({ ...flags, ...pennants }).map(([name, drawing]) => ({ folder: 'Flags', name, drawing })),
  ...Object.entries(portraits).map(([name, drawing]) => ({ folder: 'Portraits', name, drawing })),
  ...Object.entries(sponsors).map(([name, drawing]) => ({ folder: 'Sponsors', name, drawing })),
  { folder: '', name: 'kite.svg', drawing: kite },
];
