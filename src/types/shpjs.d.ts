declare module 'shpjs' {
  /** Geometries of GeoJSON, one for each record. */
  export function parseShp(shp: ArrayBuffer | Uint8Array, prj?: string | Uint8Array): unknown[];
  export function parseDbf(
    dbf: ArrayBuffer | Uint8Array,
    cpg?: string | Uint8Array,
  ): Record<string, unknown>[];
  export function combine(parts: [unknown[], Record<string, unknown>[]]): {
    type: 'FeatureCollection';
    features: unknown[];
  };
}
