import type { layMap } from '../cartography';

/**
 * What lays maps out. It is large and most shows have no map, so a page brings it along where a show has one, and says so
 * here; until then maps draw nothing.
 */
export type MapLayout = typeof layMap;
let brought: MapLayout | null = null;

export const setMapLayout = (lay: MapLayout): void => void (brought = lay);
export const mapLayout = (): MapLayout | null => brought;
