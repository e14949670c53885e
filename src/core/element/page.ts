import type { Property, PropertySection } from './property';

/** The number of the page that is shown, from 1. */
export const pageShown = (page: number, pages: number): number =>
  Math.max(1, Math.min(pages, Math.floor(Number.isFinite(page) ? page : 1)));

/** How pages turn, and after how many seconds. */
export const turnProperties = (section: PropertySection): readonly Property[] => [
  {
    key: 'turns',
    label: 'Pages turn',
    type: 'choice',
    section,
    wide: true,
    choices: [
      { value: 'none', label: 'Not by themselves' },
      { value: 'by-hand', label: 'By Next' },
      { value: 'by-time', label: 'By time, round and round' },
      { value: 'once', label: 'By time, then leaves' },
    ],
  },
  {
    key: 'turnAfter',
    label: 'Seconds a page',
    type: 'number',
    section,
    unit: 's',
    min: 1,
    max: 3600,
    wide: true,
    when: { key: 'turns', is: ['by-time', 'once'] },
  },
];
