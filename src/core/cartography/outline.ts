import { drawnShape, fitted, readMap } from '../map';
import type { ShowMap } from '../show';

/** A region to point at: its outline as path data in a box. */
export interface RegionOutline {
  readonly key: string;
  readonly name: string;
  readonly code: string;
  readonly path: string;
}

/** The regions of a map laid flat in a box, to be pointed at; from left to right, then down. */
export function regionOutlines(map: Pick<ShowMap, 'layers' | 'topology' | 'space' | 'projection'>, size: { readonly w: number; readonly h: number }): RegionOutline[] {
  const features = readMap(map).layers.find(({ role }) => role === 'regions')?.features ?? [];
  const projection = fitted(features.map(({ geometry }) => geometry), map.space, map.projection, size, 6);
  return features
    .flatMap(({ key, name, code, geometry }) => {
      const shape = drawnShape(geometry, projection);
      return shape && geometry.kind === 'area' ? [{ key, name, code, path: shape.path, x: shape.bounds.x, y: shape.bounds.y }] : [];
    })
    .sort((a, b) => a.x - b.x || a.y - b.y)
    .map(({ key, name, code, path }) => ({ key, name, code, path }));
} // prettier-ignore
