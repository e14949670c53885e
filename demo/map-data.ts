// What the maps of the bay show: the kites of the vote, the table of districts that is typed, the tide, and the count.
import { newSource, formats } from '../src/core/source';
import { newColumn, newTable, noChecks, keepCard, type Column, type Show } from '../src/core/show';
import { readMap } from '../src/core/map';
import { kites } from '../src/standins';
import { bayMap } from './maps';

const choice = (id: string, name: string, choices: string[]): Column => ({ ...newColumn(id, name), type: 'choice', choices }) as Column; // prettier-ignore

export function addMaps(show: Show): void {
  const map = show.look.maps[bayMap];
  const districts = map ? (readMap(map).layers[0]?.features ?? []) : [];
  show.tables['vote-kites'] = newTable('vote-kites', 'Kites', {
    columns: [newColumn('k-name', 'Kite'), newColumn('k-colour', 'Colour', 'colour')],
    rows: kites.map(([name, colour], i) => ({
      id: `kite-${i + 1}`,
      cells: { 'k-name': name, 'k-colour': colour },
    })),
  });
  // Who has been declared where: typed as the districts call in.
  const known: Readonly<Record<string, readonly [kite: number, state: string]>> = { Harbour: [1, 'Declared'], 'Old Pier': [2, 'Declared'], 'Tern Sands': [1, 'Leading'], Skerry: [4, 'Declared'], 'Upper Saltings': [5, 'Leading'] }; // prettier-ignore
  show.tables['vote-districts'] = newTable('vote-districts', 'Vote by district', {
    typing: { columns: ['d-kite', 'd-state', 'd-votes'], map: bayMap, isChecked: false },
    columns: [
      newColumn('d-name', 'District'),
      newColumn('d-code', 'District code'),
      { id: 'd-kite', name: 'Kite', type: 'pick', table: 'vote-kites', shown: 'k-name', sent: 'k-name', checks: noChecks },
      { id: 'd-colour', name: 'Colour', type: 'follows', pick: 'd-kite', column: 'k-colour', checks: noChecks },
      choice('d-state', 'State', ['Declared', 'Leading']),
      { ...newColumn('d-votes', 'Votes', 'number', { low: 0, high: 100_000 }), type: 'number', unit: '', decimals: 0 } as Column,
    ],
    rows: districts.map(({ key, name, code }) => {
      const [kite, state] = known[name] ?? [0, ''];
      return { id: `d-${key}`, cells: { 'd-name': name, 'd-code': code, 'd-kite': kite === 0 ? '' : `kite-${kite}`, 'd-state': state, 'd-votes': '' } };
    }),
  }); // prettier-ignore
  const open = ['#3f8f6b', 'Open'] as const;
  const closing = ['#f2b632', 'Closes 15:50'] as const;
  const closed = ['#b5432a', 'Closed'] as const;
  const tide: Readonly<Record<string, readonly [string, string]>> = { 'Outer Bar': closed, Skerry: closed, 'Tern Sands': closing, Harbour: open, 'Old Pier': open, Marram: open, 'Lower Saltings': closing, 'Upper Saltings': open, 'Lantern Point': open }; // prettier-ignore
  show.tables['tide'] = newTable('tide', 'Beaches and tide', {
    columns: [newColumn('t-name', 'Beach'), newColumn('t-state', 'State'), newColumn('t-colour', 'Colour', 'colour'), newColumn('t-until', 'Until')],
    rows: districts.map(({ key, name }) => ({ id: `t-${key}`, cells: { 't-name': name, 't-state': tide[name]?.[1] ?? '', 't-colour': tide[name]?.[0] ?? '', 't-until': '' } })),
  }); // prettier-ignore
  show.sources['vote-feed'] = newSource('vote-feed', 'Count of the vote', {
    kind: 'stand-in',
    stream: 'votes',
    every: 2,
    read: { ...formats.json.plain, path: '$.districts' },
  });
  for (const [number, place] of [['341', 'Harbour'], ['342', 'Tern Sands'], ['343', 'Skerry']] as const)
    keepCard(show, { id: `card-${number}`, number, template: 'where-map', name: place, values: { 'f-place': place } }); // prettier-ignore
}
