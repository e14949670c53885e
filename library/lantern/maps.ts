// A map in light: a hexagon for each district, in the colour of its answer.
import type { Template } from '../../src/core/show';
import { districts, mapReads } from '../maps';
import { listOf, rowsField } from '../rows';
import { page } from './charts';

/** Two letters for a district. */
const shortOf = (name: string): string =>
  (name.includes(' ') ? name.split(' ').map(([letter]) => letter).join('') : name.slice(0, 2)).toUpperCase(); // prettier-ignore

/** Each district one tile, however large it is: what counts is how many said what. */
export const tileMap = (): Template =>
  page({
    id: 'lt-tile-map',
    name: 'Lantern tile map',
    title: 'Which lantern rises first?',
    foot: 'A tile for each district',
    h: 760,
    chart: {},
    map: {
      form: 'hexagons',
      fillBy: 'choice',
      columns: mapReads({ region: 'District', choice: 'Answer', label: 'Short' }),
      coastW: 0,
      borderW: 0,
      quiet: '#6a5487',
      sequence: 'near',
      stagger: 0.5,
      flash: 'flash',
      flashColour: '#fff5e4',
      legend: 'bottom-right',
      legendCounts: true,
    },
    fields: [
      rowsField('f-rows', 'Districts', listOf([['District', 'text'], ['Answer', 'text'], ['Short', 'text']], districts.map((own, i) => [own, ['The whale', 'The tall ship', 'The heron'][(i * 2) % 3] ?? '', shortOf(own)])), 'District, Answer, and Short: what stands on its tile'),
    ],
    ties: [],
  }); // prettier-ignore
