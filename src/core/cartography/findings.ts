import { alikeToSome, type ChartPort } from '../chart';
import { readBounds, readMap } from '../map';
import { counted, problem, type Problem } from '../problem';
import type { MapElement, RowList, ShowMap } from '../show';
import { readMapData } from './data';
import { namedRegions } from './flat';
import { layMap } from './lay';
import { MapPaint } from './paint';

export interface MapFindings {
  /** What of its rows it cannot show as it is meant to. */
  readonly problems: readonly Problem[];
  /** What its rules have done, and what was understood. */
  readonly hints: readonly string[];
}

const some = (words: readonly string[]): string =>
  `${words.slice(0, 3).map((own) => `“${own}”`).join(', ')}${words.length > 3 ? ` and ${words.length - 3} more` : ''}`; // prettier-ignore
const sentence = (message: string): string => `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;

/** What of its rows a map cannot show as it is meant to, and what its rules have done, as sentences. */
export function mapFindings(map: MapElement, kept: ShowMap | null, list: RowList, port: ChartPort): MapFindings {
  const found: { code: string; message: string }[] = [];
  const hints: string[] = [];
  const add = (code: string, message: string): void => void found.push({ code: `map-${code}`, message });
  const laid = layMap(map, kept, list, port);
  if (!kept) add('no-map', map.map === null ? 'it has no map yet; choose one, or bring one in' : 'its map is gone from the show; choose another');
  else {
    const features = readMap(kept).layers.find(({ role }) => role === 'regions')?.features ?? [];
    const data = readMapData(map, list, features);
    if (features.length === 0) add('no-regions', 'none of the layers of its map is one of regions');
    if (list.columns.length > 0) {
      const { regions, rows, doubled } = data.open;
      if (rows.length > 0) add('rows-open', `${counted(rows.length, 'row')} ${rows.length === 1 ? 'names no region' : 'name no region'} of it: ${some(rows.map(({ words }) => words))}`);
      if (regions.length > 0) add('regions-open', `${counted(regions.length, 'region')} ${regions.length === 1 ? 'has' : 'have'} no row: ${some(regions.map(({ name }) => name))}`);
      if (doubled.length > 0) add('rows-doubled', `several rows are about one region, of which the first counts: ${some(doubled)}`);
      hints.push(data.said);
    }
    for (const fault of data.faults) add('rows', fault);
    for (const own of ['focus', 'picked'] as const) {
      const words = map[own].split(/[,;\n]/u).map((word) => word.trim()).filter((word) => word !== '');
      const lost = words.filter((word) => namedRegions(word, features).length === 0);
      if (lost.length > 0 && (own === 'picked' || map.focusBy === 'names')) add(own, `it knows no region ${some(lost)}`);
    }
    const { unread } = readBounds(map.bounds);
    if (map.fillBy === 'classes' && map.classes === 'own' && unread.length > 0) add('bounds', `among its bounds ${some(unread)} ${unread.length === 1 ? 'is no number' : 'are no numbers'}`);
    if ((map.fillBy === 'column' || map.fillBy === 'choice') && map.patterns === 'none') {
      const paint = new MapPaint(map, data);
      const named = data.choices.flatMap((own) => { const colour = paint.ofChoice(own); return colour ? [{ own, colour }] : []; });
      const [pair] = alikeToSome(named.map(({ colour }) => colour));
      const nameOf = (colour: string): string => named.find((own) => own.colour.slice(0, 7) === colour)?.own ?? colour;
      if (pair) add('alike', `eyes that see ${pair.eyes} cannot tell “${nameOf(pair.a)}” from “${nameOf(pair.b)}”; choose patterns, or other colours`);
    }
  }
  for (const { code, message } of laid.notes) if (code !== 'no-map') hints.push(sentence(message));
  return { problems: found.map(({ code, message }) => problem(code, `${map.name}: ${message}.`, `elements.${map.id}`)), hints };
} // prettier-ignore
