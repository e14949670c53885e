// Draws the nine districts round Marram Bay as GeoJSON: `npx tsx demo/draw-districts.ts > demo/data/districts.geojson`.
// Corners are placed by hand; borders between them run as borders do, the same for both who share them.
import { chance } from '../src/standins';

type Point = [number, number];

/** Corners in thousandths of a degree east and north of the invented place of the bay. */
const corners: Readonly<Record<string, Point>> = {
  // The coast from the north-west round the bay to the south-east.
  nw: [0, 330], pointTip: [150, 300], pointIn: [118, 236], bayNorth: [188, 214], harbourMouth: [236, 176],
  bayHead: [300, 168], pierFoot: [356, 196], bayEast: [420, 178], sandsTip: [452, 116], sandsEnd: [540, 92], se: [640, 96],
  // Inland.
  n1: [96, 420], n2: [210, 404], n3: [318, 432], n3b: [392, 424], n4: [470, 414], n5: [612, 400], w1: [14, 392],
  mid1: [176, 318], mid2: [268, 300], mid3: [360, 310], mid4: [470, 296], mid5: [584, 268], e1: [652, 246],
  // Out in the bay: the bar, and the skerry.
  bar1: [186, 96], bar2: [292, 66], bar3: [412, 78], bar4: [404, 34], bar5: [290, 14], bar6: [192, 50],
  sk1: [44, 152], sk2: [84, 168], sk3: [112, 138], sk4: [96, 102], sk5: [52, 96], sk6: [30, 122],
  sk7: [124, 96], sk8: [140, 104], sk9: [138, 84],
}; // prettier-ignore

/** Each district by its corners in turn; a second outline is an island of it. */
const districts: readonly { readonly name: string; readonly code: string; readonly outlines: readonly (readonly string[])[] }[] = [
  { name: 'Lantern Point', code: 'LP', outlines: [['w1', 'n1', 'mid1', 'pointIn', 'pointTip', 'nw']] },
  { name: 'Upper Saltings', code: 'US', outlines: [['n1', 'n2', 'n3', 'mid2', 'mid1']] },
  { name: 'Lower Saltings', code: 'LS', outlines: [['mid1', 'mid2', 'bayHead', 'harbourMouth', 'bayNorth', 'pointIn']] },
  { name: 'Harbour', code: 'HA', outlines: [['mid2', 'n3', 'n3b', 'mid3', 'pierFoot', 'bayHead']] },
  { name: 'Old Pier', code: 'OP', outlines: [['n3b', 'n4', 'mid4', 'bayEast', 'pierFoot', 'mid3']] },
  { name: 'Marram', code: 'MA', outlines: [['n4', 'n5', 'e1', 'mid5', 'mid4']] },
  { name: 'Tern Sands', code: 'TS', outlines: [['mid4', 'mid5', 'e1', 'se', 'sandsEnd', 'sandsTip', 'bayEast']] },
  { name: 'Outer Bar', code: 'OB', outlines: [['bar1', 'bar2', 'bar3', 'bar4', 'bar5', 'bar6']] },
  { name: 'Skerry', code: 'SK', outlines: [['sk1', 'sk2', 'sk3', 'sk4', 'sk5', 'sk6'], ['sk7', 'sk8', 'sk9']] },
]; // prettier-ignore

const seedOf = (name: string): number =>
  [...name].reduce((sum, sign) => (sum * 31 + sign.charCodeAt(0)) % 99_991, 7);

/** A border between two corners, displaced again and again at its middle (Fournier, Fussell and Carpenter, 1982). */
function border(from: string, to: string): Point[] {
  const [a, b] = from < to ? [from, to] : [to, from];
  const seed = seedOf(`${a} ${b}`);
  let line = [corners[a] as Point, corners[b] as Point];
  for (let depth = 0; depth < 4; depth += 1)
    line = line.flatMap((point, i): Point[] => {
      const next = line[i + 1];
      if (!next) return [point];
      const [dx, dy] = [next[0] - point[0], next[1] - point[1]];
      const off = (chance(seed + depth * 97 + i * 13) - 0.5) * 0.42;
      return [point, [(point[0] + next[0]) / 2 - dy * off, (point[1] + next[1]) / 2 + dx * off]];
    });
  return from < to ? line : line.reverse();
}

/** Where the bay lies: in the middle of an ocean. */
const [east, north] = [-31.4, 46.2];
const placed = ([x, y]: Point): Point => [
  Math.round((east + x / 1000) * 1e5) / 1e5,
  Math.round((north + y / 1000) * 1e5) / 1e5,
];

const outline = (names: readonly string[]): Point[] => {
  const points = names.flatMap((name, i) =>
    border(name, names[(i + 1) % names.length] as string).slice(0, -1),
  );
  return [...points, points[0] as Point].map(placed).reverse();
};

const features = districts.map(({ name, code, outlines }) => ({
  type: 'Feature',
  properties: { name, code },
  geometry:
    outlines.length === 1
      ? { type: 'Polygon', coordinates: [outline(outlines[0] as string[])] }
      : { type: 'MultiPolygon', coordinates: outlines.map((names) => [outline(names)]) },
}));
process.stdout.write(`{"type":"FeatureCollection","features":[\n${features.map((one) => JSON.stringify(one)).join(',\n')}\n]}\n`); // prettier-ignore
