// Writes the sample map of the library out of the demo's districts: `npx tsx library/draw-map.ts > library/bay.ts`.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { keepMap, readMapJson } from '../src/core/map';
import { jsonOf } from '../src/core/source';

const file = 'districts.geojson';
const layers = readMapJson(jsonOf(readFileSync(join('demo', 'data', file)), file), 'Districts');
const { map } = keepMap(layers.map(({ features }) => ({ name: 'Districts', role: 'regions', features, nameFrom: 'name', codeFrom: 'code' }))); // prettier-ignore
process.stdout.write(`// The nine districts of Marram Bay as a kept map; made by draw-map.ts.\nexport const bay = ${JSON.stringify(map)} as const;\n`); // prettier-ignore
