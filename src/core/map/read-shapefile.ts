import { unzipSync, type UnzipFileInfo } from 'fflate';
import { combine, parseDbf, parseShp } from 'shpjs';
import type { Json } from '../json';
import { problem, ProblemError } from '../problem';
import { readGeoJson } from './read-geojson';
import type { MapLayer } from './read-topojson';

/** Bytes that a file of an archive, and all of them together, may have unpacked. */
const largestFile = 256 << 20;
const largestAll = 512 << 20;

const refuse = (code: string, message: string, path = ''): never => {
  throw new ProblemError(problem(code, message, path));
};
const endings = /\.(shp|dbf|prj|cpg)$/i;

function unpacked(bytes: Uint8Array): Map<string, Uint8Array> {
  let all = 0;
  const filter = ({ name, originalSize }: UnzipFileInfo): boolean => {
    if (!endings.test(name) || /(^|\/)(__MACOSX\/|\.)/.test(name)) return false;
    all += originalSize;
    if (originalSize > largestFile || all > largestAll)
      refuse('too-large', `“${name}” is too large unpacked. Take a coarser file.`, name);
    return true;
  };
  try {
    return new Map(Object.entries(unzipSync(bytes, { filter })));
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    return refuse(
      'bad-archive',
      'The archive is damaged: it cannot be unpacked. Save it again where it comes from.',
    );
  }
}

/**
 * The layers of a zipped shapefile (ESRI Shapefile Technical Description, 1998): one for each .shp in it, with the columns of
 * its .dbf and laid in degrees by its .prj. @throws ProblemError which names the file that is wrong.
 */
export function readShapefile(bytes: Uint8Array): MapLayer[] {
  const files = unpacked(bytes);
  const beside = (base: string, ending: string): Uint8Array | undefined =>
    [...files].find(([name]) => name.toLowerCase() === `${base}.${ending}`.toLowerCase())?.[1];
  const shapes = [...files.keys()].filter((name) => /\.shp$/i.test(name));
  if (shapes.length === 0)
    refuse('no-shapefile', 'There is no .shp in this archive. Zip the .shp together with its .dbf and .prj.');
  return shapes.map((name): MapLayer => {
    const base = name.slice(0, -4);
    const [shp, dbf, prj, cpg] = [
      files.get(name),
      beside(base, 'dbf'),
      beside(base, 'prj'),
      beside(base, 'cpg'),
    ];
    const text = (own: Uint8Array | undefined): string | undefined => own && new TextDecoder().decode(own);
    let read: Json;
    try {
      const geometries = parseShp(shp as Uint8Array, text(prj));
      const rows = dbf ? parseDbf(dbf, text(cpg)) : geometries.map(() => ({}));
      read = JSON.parse(JSON.stringify(combine([geometries, rows]))) as Json;
    } catch {
      return refuse(
        'bad-shapefile',
        `“${name}” cannot be read: it is damaged, or its projection is not known. Export it again in degrees (WGS 84).`,
        name,
      );
    }
    const own = readGeoJson(read);
    const layer = base.split('/').at(-1) ?? base;
    const notes = dbf
      ? own.notes
      : [...own.notes, `“${layer}” has no .dbf beside it: its regions have no names.`];
    return { name: layer, ...own, notes };
  });
}
