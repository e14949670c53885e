import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { ProblemError } from '../problem';
import { readMapFile } from './index';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const square = (x: number, y: number): number[][] => [[x, y], [x, y + 1], [x + 1, y + 1], [x + 1, y], [x, y]]; // prettier-ignore

/** A shapefile of polygons, as its description lays it out: a header of 100 bytes, then a record for each. */
function shp(rings: readonly number[][][]): Uint8Array {
  const records = rings.map((ring) => 8 + 44 + 4 + ring.length * 16);
  const size = 100 + records.reduce((sum, own) => sum + own, 0);
  const view = new DataView(new ArrayBuffer(size));
  view.setInt32(0, 9994);
  view.setInt32(24, size / 2);
  view.setInt32(28, 1000, true);
  view.setInt32(32, 5, true);
  let at = 100;
  rings.forEach((ring, i) => {
    view.setInt32(at, i + 1);
    view.setInt32(at + 4, ((records[i] as number) - 8) / 2);
    const begin = at + 8;
    view.setInt32(begin, 5, true);
    const xs = ring.map(([x]) => x as number);
    const ys = ring.map(([, y]) => y as number);
    [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].forEach((own, k) => view.setFloat64(begin + 4 + k * 8, own, true)); // prettier-ignore
    view.setInt32(begin + 36, 1, true);
    view.setInt32(begin + 40, ring.length, true);
    view.setInt32(begin + 44, 0, true);
    ring.forEach(([x, y], k) => {
      view.setFloat64(begin + 48 + k * 16, x as number, true);
      view.setFloat64(begin + 56 + k * 16, y as number, true);
    });
    at += records[i] as number;
  });
  return new Uint8Array(view.buffer);
}
/** A table of one column of words, as dBASE III has it. */
function dbf(words: readonly string[]): Uint8Array {
  const width = 20;
  const view = new DataView(new ArrayBuffer(32 + 32 + 1 + words.length * (1 + width) + 1));
  const put = (at: number, text: string, size: number): void => {
    for (let i = 0; i < size; i += 1) view.setUint8(at + i, i < text.length ? text.charCodeAt(i) : 0x20);
  };
  view.setUint8(0, 3);
  view.setInt32(4, words.length, true);
  view.setInt16(8, 65, true);
  view.setInt16(10, 1 + width, true);
  'NAME'.split('').forEach((letter, i) => view.setUint8(32 + i, letter.charCodeAt(0)));
  view.setUint8(43, 'C'.charCodeAt(0));
  view.setUint8(48, width);
  view.setUint8(64, 0x0d);
  words.forEach((word, i) => put(65 + i * (1 + width) + 1, word, width));
  words.forEach((_, i) => view.setUint8(65 + i * (1 + width), 0x20));
  return new Uint8Array(view.buffer);
}
const namesIn = (file: Uint8Array, name: string): string[] =>
  readMapFile(file, name).flatMap(({ name: layer, features }) =>
    features.map(
      ({ properties }) => `${layer} ${String(properties['NAME'] ?? properties['name'] ?? '').trim()}`,
    ),
  );
const refusal = (file: Uint8Array, name: string): string => {
  try {
    readMapFile(file, name);
    return '';
  } catch (error) {
    return error instanceof ProblemError ? `${error.problem.code}: ${error.problem.message}` : String(error);
  }
};

describe('a file of a map', () => {
  const geo = JSON.stringify({ type: 'FeatureCollection', features: [{ type: 'Feature', properties: { name: 'West' }, geometry: { type: 'Polygon', coordinates: [square(0.12345678901234567, 0)] } }] }); // prettier-ignore
  test('is told by what is in it, whatever its name says', () => {
    expect(namesIn(bytes(geo), 'bay.txt')).toEqual(['bay West']);
    expect(namesIn(bytes(`\uFEFF${geo}`), 'bay.json')).toEqual(['bay West']);
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path id="west" d="M0 0H5V5H0Z"/></svg>'; // prettier-ignore
    expect(namesIn(bytes(svg), 'bay.xml')).toEqual(['bay west']);
    const topo = JSON.stringify({ type: 'Topology', objects: { shore: { type: 'GeometryCollection', geometries: [{ type: 'Polygon', arcs: [[0]], properties: { name: 'West' } }] } }, arcs: [square(0, 0)] }); // prettier-ignore
    expect(namesIn(bytes(topo), 'bay.json')).toEqual(['shore West']);
  });

  test('a shapefile in an archive has the names of its table, each of several a layer', () => {
    const one = {
      'shore/towns.shp': shp([square(0, 0), square(2, 0)]),
      'shore/towns.dbf': dbf(['West', 'East']),
    };
    expect(namesIn(zipSync(one), 'shore.zip')).toEqual(['towns West', 'towns East']);
    const bare = readMapFile(zipSync({ 'towns.shp': shp([square(0, 0)]) }), 'x.zip');
    expect(bare[0]?.notes.join(' ')).toContain('has no .dbf beside it');
  });

  test('that is none says what it is, where it is wrong, and what to do', () => {
    expect(refusal(bytes('{"type":\n"FeatureCollection",\n"features":[}'), 'a.geojson')).toMatch(/^bad-json: a.geojson is no JSON at line 3/); // prettier-ignore
    expect(refusal(shp([square(0, 0)]), 'towns.shp')).toMatch(/^bare-shapefile: .*Zip it together/);
    expect(refusal(zipSync({ 'read.txt': strToU8('nothing') }), 'a.zip')).toMatch(/^no-shapefile: /);
    expect(refusal(zipSync({ 'towns.shp': strToU8('not one') }), 'a.zip')).toMatch(/^bad-shapefile: “towns.shp”/); // prettier-ignore
    expect(refusal(Uint8Array.of(0x50, 0x4b, 3, 4, 9, 9), 'a.zip')).toMatch(/^bad-archive: /);
  });
});
