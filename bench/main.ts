// npm run bench: every figure the product is held to; with `-- --json FILE` also as JSON, with `--only take,draw` those of some files alone.
import { writeFileSync } from 'node:fs';
import { airFigures } from './air';
import { buildFigures } from './build';
import { bundleFigures } from './bundle';
import { chartFigures } from './charts';
import { dataFigures } from './data';
import { demoFigures } from './demo';
import { deskFigures } from './desk';
import { documentFigures } from './documents';
import { drawFigures } from './draw';
import { frameFigures } from './frame';
import { insetFigures } from './insets';
import { journalFigures } from './journal';
import { motionFigures } from './motion';
import { rowsFigures } from './rows';
import { tableFigures } from './tables';
import { stageFigures } from './stage';
import { takeFigures } from './take';
import { mapFigures } from './map';
import { postFigures } from './posts';
import { tickerFigures } from './ticker';

const groups: Readonly<Record<string, () => Figures | Promise<Figures>>> = {
  frame: frameFigures,
  motion: motionFigures,
  rows: rowsFigures,
  tables: tableFigures,
  charts: chartFigures,
  build: buildFigures,
  bundle: bundleFigures,
  data: dataFigures,
  documents: documentFigures,
  desk: deskFigures,
  journal: journalFigures,
  demo: demoFigures,
  draw: drawFigures,
  insets: insetFigures,
  stage: stageFigures,
  air: airFigures,
  take: takeFigures,
  ticker: tickerFigures,
  map: mapFigures,
  posts: postFigures,
};
type Figures = Readonly<Record<string, number>>;

/** What follows a word on the command line. */
function given(word: string): string | undefined {
  const at = process.argv.indexOf(word);
  return at < 0 ? undefined : process.argv[at + 1];
}

const only = given('--only')?.split(',');
const file = given('--json');
const figures: Record<string, number> = {};
for (const [name, measure] of Object.entries(groups))
  if (!only || only.includes(name)) Object.assign(figures, await measure());
for (const [name, value] of Object.entries(figures)) {
  figures[name] = Math.round(value * 100) / 100;
  console.log(`${name.padEnd(32)} ${figures[name]}`);
}
if (file) writeFileSync(file, `${JSON.stringify({ figures }, null, 2)}\n`);
process.exit(0);
