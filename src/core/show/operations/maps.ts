import { readMap, type KeptMap, type MapFeature } from '../../map';
import { newColumn, type Column } from '../column/registry';
import { noChecks } from '../column/base';
import { newTable, type Table } from '../table';
import type { NewId } from '../../value';
import type { Show } from '../show';
import type { ShowMap } from '../show-map';
import { propertyOf, type MapElement } from '../../element';
import type { Template } from '../template';
import { addBinding, bindProperty } from './bindings';
import { freshName } from './names';

/** The regions of a map of the show. */
export const regionsOf = (map: KeptMap): readonly MapFeature[] =>
  readMap(map).layers.find(({ role }) => role === 'regions')?.features ?? [];

/** The templates in which a map stands, by their names. */
export const mapUses = (show: Show, id: string): string[] =>
  Object.values(show.templates)
    .filter(({ elements }) => Object.values(elements).some((own) => own.kind === 'map' && own.map === id))
    .map(({ name }) => name);

/** A map under a name that no other has. */
export function addMap(show: Show, map: ShowMap): void {
  const taken = Object.values(show.look.maps).map(({ name }) => name);
  show.look.maps[map.id] = { ...map, name: freshName(map.name, taken) };
}

/** What the regions of a map brought anew are to those before: by key, the names of those that are gone and those that are new. */
export function regionChanges(before: KeptMap, after: KeptMap): { readonly gone: readonly string[]; readonly come: readonly string[] } {
  const [was, is] = [regionsOf(before), regionsOf(after)];
  const [old, now] = [new Set(was.map(({ key }) => key)), new Set(is.map(({ key }) => key))];
  return { gone: was.filter(({ key }) => !now.has(key)).map(({ name }) => name), come: is.filter(({ key }) => !old.has(key)).map(({ name }) => name) };
} // prettier-ignore

/** What a table of regions is to have besides their name and code. */
export interface RegionsTable {
  readonly name: string;
  /** Properties of the map that become columns. */
  readonly properties: readonly string[];
  /** A table whose rows one chooses from, the column that is shown there, and the one that gives the colour; null: none. */
  readonly picks: { readonly table: string; readonly name: string; readonly shown: string; readonly colour: string | null } | null;
  /** States that one chooses from; none: no such column. */
  readonly states: readonly string[];
  /** Columns of numbers that are typed. */
  readonly numbers: readonly string[];
} // prettier-ignore

/** A table with a row for each region of a map: its name, its code, and what is typed about it. No two columns share a name. */
export function tableOfRegions(map: KeptMap, wanted: RegionsTable, newId: NewId): Table {
  const regions = regionsOf(map);
  const id = (): string => newId();
  const taken: string[] = [];
  const fresh = (name: string): string => {
    const own = freshName(name, taken);
    taken.push(own);
    return own;
  };
  const name = newColumn(id(), fresh('Region'));
  const code = regions.some((own) => own.code !== '') ? newColumn(id(), fresh('Code')) : null;
  const typed: Column[] = [];
  const { picks } = wanted;
  if (picks) {
    const pick = id();
    typed.push({ id: pick, name: fresh(picks.name), type: 'pick', table: picks.table, shown: picks.shown, sent: picks.shown, checks: noChecks }); // prettier-ignore
    if (picks.colour !== null) typed.push({ id: id(), name: fresh('Colour'), type: 'follows', pick, column: picks.colour, checks: noChecks }); // prettier-ignore
  }
  if (wanted.states.length > 0)
    typed.push({ ...newColumn(id(), fresh('State')), type: 'choice', choices: [...wanted.states] } as Column);
  for (const number of wanted.numbers) typed.push(newColumn(id(), fresh(number), 'number'));
  // What is typed keeps its name; a property of the map of the same name gets another.
  const own = wanted.properties.map((key) => {
    const isNumber = regions.every(({ properties }) => properties[key] === undefined || typeof properties[key] === 'number'); // prettier-ignore
    return {
      key,
      column: newColumn(id(), fresh(key.slice(0, 100) || 'Property'), isNumber ? 'number' : 'text'),
    };
  });
  return newTable(id(), wanted.name, {
    columns: [name, ...(code ? [code] : []), ...own.map(({ column }) => column), ...typed],
    rows: regions.map((region) => ({
      id: id(),
      cells: {
        [name.id]: region.name,
        ...(code ? { [code.id]: region.code } : {}),
        ...Object.fromEntries(
          own.map(({ key, column }) => [column.id, String(region.properties[key] ?? '')]),
        ),
      },
    })),
  });
}

/** Lets a map take the rows of a table of its regions, and fills them by what is typed there. For use inside an edit. */
export function bindRegions(template: Template, id: string, table: Table, newId: NewId): void {
  const map = template.elements[id] as MapElement | undefined;
  const list = propertyOf('map', 'list');
  if (map?.kind !== 'map' || !list) return;
  const binding = newId();
  addBinding(template, binding, table.name, { kind: 'rows', data: table.id });
  bindProperty(template, id, list, binding);
  const named = (type: Column['type']): string =>
    table.columns.find((column) => column.type === type)?.name ?? '';
  map.columns.region = 'Region';
  map.columns.choice = named('pick');
  map.columns.colour = named('follows');
  map.columns.state = named('choice');
  const numbers = table.columns.filter((column) => column.type === 'number');
  map.columns.value = numbers.at(-1)?.name ?? '';
  if (map.columns.colour !== '') map.fillBy = 'column';
  else if (map.columns.choice !== '') map.fillBy = 'choice';
  else if (map.columns.value !== '') map.fillBy = 'classes';
}
