// Short ways to write charts by hand: what of the rows they read, and how they grow.
import { newCascade, newElement, type ChartElement } from '../src/core/show';
import { plainNumber } from '../src/core/binding';
import type { Move } from './make';

/** The columns that a chart reads, by what they are for. */
export const reads = (given: Partial<ChartElement['columns']>): ChartElement['columns'] => ({ ...newElement('chart', 'c', '').columns, ...given });

/** Numbers with so many decimals, and a unit behind them. */
export const figuresOf = (places: number, after = '') => ({ ...plainNumber, least: places, most: places, after });

/** Marks grow one after another, by rows or by series, their words with them. */
export const grows = (style: string, at: number, long: number, by: 'row' | 'column' = 'row'): Move[] => [
  ['chart', 'grow', { style, cascade: { ...newCascade(by), delay: 3 } }, [at, 0], [at + long, 1]],
  ['chart', 'opacity', { style, cascade: { ...newCascade(by), delay: 2 } }, [at - 6, 0], [at + 20, 1]],
];
export const fades = (end = 16): Move[] => [['chart', 'opacity', { cascade: { ...newCascade('row'), delay: 1 } }, [0, 1, 'strong-in'], [end, 0]]];
