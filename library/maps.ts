// The map that templates of the library show until they are given one of the show's own: the districts of Marram Bay.
import { newElement, type ChartElement, type Element, type MapElement, type ShowMap } from '../src/core/show';
import { bay } from './bay';

export const sampleMap: ShowMap = { id: 'sample-map', name: 'Marram Bay districts', space: 'sphere', projection: null, layers: [...bay.layers], topology: bay.topology }; // prettier-ignore
export const sampleMaps = { [sampleMap.id]: sampleMap };

export const districts = ['Harbour', 'Lantern Point', 'Lower Saltings', 'Marram', 'Old Pier', 'Outer Bar', 'Skerry', 'Tern Sands', 'Upper Saltings'] as const;

/** The columns that a map reads, by what they are for. */
export const mapReads = (given: Partial<MapElement['columns']>): MapElement['columns'] => ({ ...newElement('map', 'm', '').columns, ...given }); // prettier-ignore

/** What a package gives a chart, of which a map takes its part. */
type Looks = Pick<ChartElement, 'x' | 'y' | 'w' | 'h' | 'look' | 'valueLook' | 'colours' | 'quiet'> & Partial<ChartElement>;

/** The figure of a page in the looks of its package: a chart, or a map in the chart's place. */
export const figureOf = (looks: Looks, of: { readonly chart: Partial<ChartElement>; readonly map?: Partial<MapElement> }): Element => {
  if (!of.map) return newElement('chart', 'chart', 'Chart', { ...looks, ...of.chart });
  const { x, y, w, h, look, valueLook, colours, quiet } = looks;
  return newElement('map', 'chart', 'Map', { x, y, w, h, look, valueLook, colours, quiet, map: sampleMap.id, padding: 20, legendLook: { size: 36 }, ...of.map });
};
