import { drawnShape, fitted, simplified, type Feature, type ProjectionName } from '../map';

/** Points that are enough for a small picture of a map. */
const enough = 3000;

/** Layers as each of some projections lays them in a box, as path data; `map`: what suits them. */
export function geoGrid(
  layers: readonly { readonly features: readonly Feature[] }[],
  names: readonly (ProjectionName | 'map')[],
  size: { readonly w: number; readonly h: number },
  space: 'sphere' | 'plan',
): Partial<Record<ProjectionName | 'map', string>> {
  const all = layers.flatMap(({ features }) => features.map(({ geometry }) => geometry));
  const points = all.reduce((sum, one) => sum + (one.kind === 'area' ? one.polygons.reduce((own, rings) => own + rings.reduce((count, ring) => count + ring.length, 0), 0) : 10), 0);
  const thin = simplified(all, points > enough ? enough / points : 1).filter((one) => one !== null);
  return Object.fromEntries(
    names.map((name) => {
      const projection = fitted(thin, space, name === 'map' ? null : name, size, 3);
      return [name, thin.map((one) => drawnShape(one, projection)?.path ?? '').join('')];
    }),
  );
} // prettier-ignore
