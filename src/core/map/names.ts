// What documents say of maps by name; without what lays them flat, which is large.

/** How the sphere is laid flat; each by the name it has in cartography. */
export const projections = {
  'equal-earth': { label: 'Equal Earth', for: 'the whole earth, areas right' },
  'natural-earth': { label: 'Natural Earth', for: 'the whole earth, shapes pleasant' },
  equirectangular: { label: 'Equirectangular', for: 'degrees as a grid' },
  mercator: { label: 'Mercator', for: 'a town or a coast, north up' },
  albers: { label: 'Albers equal-area conic', for: 'a country, areas right' },
  lambert: { label: 'Lambert conformal conic', for: 'a country, shapes right' },
  azimuthal: { label: 'Azimuthal equal-area', for: 'a continent, or a pole' },
  orthographic: { label: 'Orthographic', for: 'the earth as a ball' },
} as const;
export type ProjectionName = keyof typeof projections;
export const projectionNames = Object.keys(projections) as [ProjectionName, ...ProjectionName[]];

/** What a layer of a map is drawn as. */
export const layerRoles = ['regions', 'land', 'lakes', 'rivers', 'roads', 'places'] as const;
export type LayerRole = (typeof layerRoles)[number];

/** How values are cut into classes. */
export const classMethods = ['equal', 'quantile', 'own', 'diverging'] as const;
export type ClassMethod = (typeof classMethods)[number];
