// Reads files of maps and makes of them what a show keeps, off the interface's thread.
import '../core/no-eval';
import { expose } from 'comlink';
import { geoGrid, readMapFile } from '../core/cartography';
import {
  keepMap,
  namingProperties,
  projectionNames,
  type LayerRole,
  type MapLayer,
  type ProjectionName,
} from '../core/map';
import { ProblemError, type Problem } from '../core/problem';

/** A layer of a file, as it is shown to who brings it in. */
export interface LayerSeen {
  readonly name: string;
  readonly count: number;
  readonly kind: 'area' | 'line' | 'place';
  /** The properties that its features have, and those that name and code them most likely. */
  readonly properties: readonly string[];
  readonly nameFrom: string;
  readonly codeFrom: string;
  /** What the first features say, by property. */
  readonly samples: Readonly<Record<string, readonly string[]>>;
}
export interface FileSeen {
  readonly space: 'sphere' | 'plan';
  readonly layers: readonly LayerSeen[];
  readonly notes: readonly string[];
}
export interface LayerChosen {
  /** Its place among the layers of the file. */
  readonly at: number;
  readonly role: LayerRole;
  readonly nameFrom: string;
  readonly codeFrom: string;
}

const samplesShown = 4;
let read: readonly MapLayer[] = [];

const kindOf = ({ features }: MapLayer): LayerSeen['kind'] => features[0]?.geometry.kind ?? 'area';

function seen(layer: MapLayer): LayerSeen {
  const { name, code, all } = namingProperties(layer.features);
  const samples = Object.fromEntries(all.map((key) => [key, layer.features.slice(0, samplesShown).map(({ properties }) => String(properties[key] ?? ''))]));
  return { name: layer.name, count: layer.features.length, kind: kindOf(layer), properties: all, nameFrom: name ?? '', codeFrom: code ?? '', samples };
} // prettier-ignore

const wanted = (chosen: readonly LayerChosen[]) =>
  chosen.flatMap(({ at, role, nameFrom, codeFrom }) => {
    const layer = read[at];
    return layer ? [{ name: layer.name, role, features: layer.features, nameFrom, codeFrom }] : [];
  });

const api = {
  /** Reads a file and keeps it; the layers that it has, or what is wrong with it. */
  read(bytes: Uint8Array, name: string): FileSeen | { readonly problem: Problem } {
    try {
      read = readMapFile(bytes, name);
      return { space: read.some(({ space }) => space === 'sphere') ? 'sphere' : 'plan', layers: read.map(seen), notes: [...new Set(read.flatMap(({ notes }) => notes))] };
    } catch (error) {
      if (error instanceof ProblemError) return { problem: error.problem };
      throw error;
    }
  },
  /** What a show keeps of the layers that were chosen. */
  keep: (chosen: readonly LayerChosen[], points: number) => keepMap(wanted(chosen), points),
  /** The regions as each projection lays them, as path data in a box; of a plan there is one. */
  pictures(chosen: readonly LayerChosen[], size: { readonly w: number; readonly h: number }, space: 'sphere' | 'plan'): Partial<Record<ProjectionName | 'map', string>> {
    const layers = wanted(chosen);
    const shown = layers.filter(({ role }) => role === 'regions');
    const names: readonly (ProjectionName | 'map')[] = space === 'plan' ? ['map'] : ['map', ...projectionNames];
    return geoGrid(shown.length > 0 ? shown : layers, names, size, space);
  },
}; // prettier-ignore
export type MapWorker = typeof api;
expose(api);
