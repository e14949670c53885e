// npm run bench: every figure the product is held to; with `-- --json FILE` also as JSON.
import { writeFileSync } from 'node:fs';
import { airFigures } from './air';
import { buildFigures } from './build';
import { bundleFigures } from './bundle';
import { chartFigures } from './charts';
import { dataFigures } from './data';
import { demoFigures } from './demo';
import { deskFigures } from './desk';
import { drawFigures } from './draw';
import { frameFigures } from './frame';
import { journalFigures } from './journal';
import { motionFigures } from './motion';
import { rowsFigures } from './rows';
import { tableFigures } from './tables';
import { stageFigures } from './stage';
import { takeFigures } from './take';
import { mapFigures } from './map';
import { postFigures } from './posts';
import { tickerFigures } from './ticker';

const figures: Record<string, number> = {
  ...frameFigures(),
  ...motionFigures(),
  ...rowsFigures(),
  ...tableFigures(),
  ...chartFigures(),
  ...buildFigures(),
  ...bundleFigures(),
  ...(await dataFigures()),
  ...(await deskFigures()),
  ...(await journalFigures()),
  ...(await demoFigures()),
  ...(await drawFigures()),
  ...(await stageFigures()),
  ...(await airFigures()),
  ...(await takeFigures()),
  ...(await tickerFigures()),
  ...mapFigures(),
  ...postFigures(),
};
for (const [name, value] of Object.entries(figures)) {
  figures[name] = Math.round(value * 100) / 100;
  console.log(`${name.padEnd(32)} ${figures[name]}`);
}
const at = process.argv.indexOf('--json');
const file = process.argv[at + 1];
if (at > 0 && file) writeFileSync(file, `${JSON.stringify({ figures }, null, 2)}\n`);
process.exit(0);
