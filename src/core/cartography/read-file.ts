import { readMapJson, readShapefile, type MapLayer } from '../map';
import type { Json } from '../json';
import { jsonOf } from '../source';
import { problem, ProblemError } from '../problem';
import { readMapSvg } from '../svg';

/** Larger files are no maps for a picture. */
export const largestMapFile = 128 << 20;

/**
 * The layers of a file of a map: GeoJSON, TopoJSON, SVG, or a zipped shapefile, told apart by what is in it.
 * @throws ProblemError with what is wrong, where, and what to do.
 */
export function readMapFile(bytes: Uint8Array, name: string): MapLayer[] {
  if (bytes.length > largestMapFile)
    throw new ProblemError(
      problem(
        'too-large',
        `“${name}” has ${Math.round(bytes.length / (1 << 20))} MB; a map has at most ${largestMapFile >> 20}. Take a coarser one.`,
      ),
    );
  const bare = name.replace(/\.[^.]+$/, '');
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readShapefile(bytes);
  const start = new TextDecoder().decode(bytes.subarray(0, 400)).replace(/^\uFEFF/, '').trimStart(); // prettier-ignore
  if (start.startsWith('<')) return readMapSvg(new TextDecoder().decode(bytes), bare);
  if (/\.shp$/i.test(name))
    throw new ProblemError(
      problem('bare-shapefile', 'A .shp alone has no names. Zip it together with its .dbf and .prj, and bring in the archive.'), // prettier-ignore
    );
  return readMapJson(jsonIn(bytes, name), bare);
}

/** Positions have more figures than rows keep: they are read as plain numbers. */
function jsonIn(bytes: Uint8Array, name: string): Json {
  const text = new TextDecoder().decode(bytes).replace(/^\uFEFF/, '');
  try {
    return JSON.parse(text) as Json;
  } catch {
    // Who reads rows says where it breaks off.
    jsonOf(bytes, name);
    throw new ProblemError(
      problem('not-json', `“${name}” is no JSON, and neither SVG nor an archive. Export it again where it comes from.`, name), // prettier-ignore
    );
  }
}
