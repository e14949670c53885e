// Maps in print: results by district, hatched until they are declared; a number in classes.
import type { Template } from '../../src/core/show';
import { figuresOf } from '../charts';
import { districts, mapReads } from '../maps';
import { listOf, rowsField } from '../rows';
import { numbers, page, words } from './charts';

const lists = [
  ['Harbour', '#ad2c24'],
  ['Saltings', '#2f5d62'],
  ['Open Shore', '#c08a1e'],
] as const;

/** Who leads where: each district in the colour of its list, hatched until it is declared. */
export const resultMap = (): Template =>
  page({
    id: 'lg-result-map',
    name: 'Ledger result map',
    title: 'The shore decides',
    note: 'Who leads in each district',
    source: 'Count of the night',
    chart: {},
    map: {
      look: { ...words, size: 36, minScale: 0.84 },
      fillBy: 'column',
      columns: mapReads({ region: 'District', choice: 'List', colour: 'Colour', state: 'State' }),
      border: '@lg-paper',
      coast: '@lg-ink',
      coastW: 2,
      quiet: '#d9d0c0',
      hatchSize: 16,
      turnBy: 'wipe',
      stagger: 0.6,
      legend: 'bottom-right',
      legendCounts: true,
      quietText: 'Not yet',
      small: 'none',
    },
    fields: [
      rowsField('f-rows', 'Districts', listOf([['District', 'text'], ['List', 'text'], ['Colour', 'colour'], ['State', 'text']], districts.map((own, i) => [own, lists[(i * 2) % 3]?.[0] ?? '', lists[(i * 2) % 3]?.[1] ?? '', i === 8 ? '' : i % 3 === 2 ? 'leading' : 'declared'])), 'District, List, Colour and State (declared, leading)'),
    ],
    ties: [],
    tall: {},
  }); // prettier-ignore

/** A number in classes, with the legend that they make. */
export const classMap = (): Template =>
  page({
    id: 'lg-class-map',
    name: 'Ledger class map',
    title: 'Most vote by the harbour',
    note: 'Turnout in each district',
    source: 'Returning officers',
    chart: {},
    map: {
      look: { ...words, size: 36, minScale: 0.84 },
      valueLook: { ...numbers, size: 36, minScale: 0.84 },
      fillBy: 'classes',
      classes: 'quantile',
      classCount: 4,
      columns: mapReads({ region: 'District', value: 'Turnout' }),
      low: '#eadfce',
      high: '#8c1f1a',
      border: '@lg-paper',
      coast: '@lg-ink',
      coastW: 2,
      quiet: '#d9d0c0',
      sequence: 'largest',
      labels: 'values',
      format: figuresOf(0, '\u202f%'),
      legend: 'bottom-right',
    },
    fields: [
      rowsField('f-rows', 'Districts', listOf([['District', 'text'], ['Turnout', 'number']], districts.map((own, i) => [own, [71, 58, 49, 66, 69, 44, 52, 61, 55][i] ?? 50])), 'District and Turnout'),
    ],
    ties: [],
    tall: {},
  }); // prettier-ignore
