// Maps in blades: circles as large as their numbers, and one district close up.
import type { Template } from '../../src/core/show';
import { districts, mapReads } from '../maps';
import { listOf, rowsField } from '../rows';
import { figuresOf } from '../charts';
import { page } from './charts';

const ground = {
  regionFill: '#2f6b57',
  border: '@sm-deep',
  borderW: 3,
  coast: '@sm-deep',
  coastW: 3,
} as const;

/** A circle at each district, its area the number. */
export const circleMap = (): Template =>
  page({
    id: 'sm-circle-map',
    name: 'Saltmarsh circle map',
    title: 'Where crews come from',
    under: 'Crews entered',
    carry: 46,
    chart: {},
    map: {
      ...ground,
      columns: mapReads({ region: 'District', value: 'Crews' }),
      symbols: 'circles',
      symbolSize: 150,
      symbolColour: '@sm-flash',
      symbolOpacity: 0.9,
      labels: 'values',
      small: 'led',
      sequence: 'largest',
      format: figuresOf(0),
    },
    fields: [
      rowsField('f-rows', 'Districts', listOf([['District', 'text'], ['Crews', 'number']], districts.map((own, i) => [own, [42, 18, 9, 27, 33, 5, 12, 21, 14][i] ?? 1])), 'District and Crews'),
    ],
    ties: [],
    tall: {},
  }); // prettier-ignore

/** One district close up, lifted out, with the whole in a corner. */
export const whereMap = (): Template =>
  page({
    id: 'sm-where-map',
    name: 'Saltmarsh locator',
    title: 'Start of the race',
    under: 'Tern Sands',
    carry: 70,
    chart: {},
    map: {
      ...ground,
      columns: mapReads({ region: 'District' }),
      focus: 'Tern Sands',
      picked: 'Tern Sands',
      zoomed: 1,
      focusRoom: 0.2,
      dim: 0.35,
      lift: 8,
      coast: '@sm-paper',
      locator: 'top-left',
      locatorW: 340,
      locatorGround: '#0b1f1a',
      locatorFill: '#f4f1e2',
      locatorLine: '#e5533d',
      labels: 'names',
      small: 'none',
    },
    fields: [
      rowsField('f-rows', 'Districts', listOf([['District', 'text']], districts.map((own) => [own])), 'What is said of each district; it may stay as it is'),
      { id: 'f-place', kind: 'choice', name: 'District', group: '', help: 'Which is close up', default: 'Tern Sands', choices: districts.map((value) => ({ value, label: value, picture: null })) },
    ],
    ties: [['chart', 'focus', 'f-place'], ['chart', 'picked', 'f-place']],
    tall: {},
  }); // prettier-ignore
