import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import {
  bindRegions,
  freshName,
  regionsOf,
  tableOfRegions,
  type MapElement,
  type Show,
  type ShowMap,
  type Template,
} from '../../../core/show';
import { dataName } from '../../data/data-choices';
import { useDraft } from '../../state/draft-store';
import { newId } from '../../state/ids';
import { Button, CheckField, Dialog, SelectField, TextField } from '../../ui';

const mostSamples = 3;

/** Makes a table with a row for each region of a map, and lets the map take it. */
export function RegionsDialog({ show, template, map, kept, onClose }: { show: Show; template: Template; map: MapElement; kept: ShowMap; onClose: () => void }) {
  const edit = useDraft((store) => store.edit);
  const regions = useMemo(() => regionsOf(kept), [kept]);
  const taken = [...Object.values(show.tables), ...Object.values(show.views), ...Object.values(show.sources)].map((own) => own.name);
  const [name, setName] = useState(() => freshName(`${kept.name} regions`, taken));
  const [properties, setProperties] = useState<ReadonlySet<string>>(new Set());
  const [picksFrom, setPicksFrom] = useState('');
  const [shown, setShown] = useState('');
  const [colour, setColour] = useState('');
  const [hasStates, setStates] = useState(true);
  const [number, setNumber] = useState('');
  // What names or codes the regions is a column anyway.
  const known = [...new Set(regions.flatMap((region) => Object.keys(region.properties)))].filter((key) => !regions.every(({ name: own, code, properties: all }) => String(all[key] ?? '') === own || String(all[key] ?? '') === code));
  const from = show.tables[picksFrom];
  const columns = from?.columns.filter(({ type }) => type === 'text' || type === 'choice') ?? [];
  const colours = from?.columns.filter(({ type }) => type === 'colour') ?? [];
  const choose = (id: string): void => {
    setPicksFrom(id);
    const own = show.tables[id];
    setShown(own?.columns.find(({ type }) => type === 'text')?.id ?? '');
    setColour(own?.columns.find(({ type }) => type === 'colour')?.id ?? '');
  };
  const make = (): void => {
    const picked = from?.columns.find(({ id }) => id === shown);
    const table = tableOfRegions(
      kept,
      {
        name,
        properties: [...properties],
        picks: picked ? { table: picksFrom, name: picked.name, shown, colour: colour === '' ? null : colour } : null,
        states: hasStates ? ['Declared', 'Leading'] : [],
        numbers: number.trim() === '' ? [] : [number.trim()],
      },
      newId,
    );
    edit(`Make the table ${name}`, (s) => {
      s.tables[table.id] = table;
      const own = s.templates[template.id];
      if (own) bindRegions(own, map.id, table, newId);
    });
    toast(`${name} has ${regions.length} rows, and ${map.name} takes its colours from there. Type in Data.`);
    onClose();
  };
  return (
    <Dialog title="Make a table of its regions" describe={`A row for each of the ${regions.length} regions, with its name and code; then what is typed about each.`} open onClose={onClose}>
      <TextField label="Name of the table" value={name} onChange={setName} maxLength={200} />
      {known.length > 0 && (
        <fieldset className="m-0 flex max-h-40 flex-col gap-0.5 overflow-auto border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">Properties of the map that become columns</legend>
          {known.map((key) => (
            <CheckField
              key={key}
              label={`${key}: ${regions.slice(0, mostSamples).map((region) => String(region.properties[key] ?? '')).filter((word) => word !== '').join(', ')}`}
              value={properties.has(key)}
              onChange={(isTaken) => setProperties((now) => new Set(isTaken ? [...now, key] : [...now].filter((own) => own !== key)))}
            />
          ))}
        </fieldset>
      )}
      <fieldset className="m-0 flex flex-col gap-1 border-0 p-0">
        <legend className="mb-1 text-xs text-ink-2">What is typed</legend>
        <SelectField beside label="Who has it, picked from" value={picksFrom} choices={[{ value: '', label: 'Nothing is picked' }, ...Object.keys(show.tables).map((id) => ({ value: id, label: dataName(show, id) }))]} onChange={(id) => choose(String(id))} />
        {from && (
          <>
            <SelectField beside label="Shown by" value={shown} choices={columns.map((column) => ({ value: column.id, label: column.name }))} onChange={(id) => setShown(String(id))} />
            <SelectField beside label="In the colour of" value={colour} choices={[{ value: '', label: 'No column of colours' }, ...colours.map((column) => ({ value: column.id, label: column.name }))]} onChange={(id) => setColour(String(id))} />
          </>
        )}
        <CheckField label="State: Declared, Leading, or neither" value={hasStates} onChange={setStates} />
        <TextField label="A number, called" value={number} onChange={setNumber} maxLength={100} placeholder="None" beside />
      </fieldset>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button tone="primary" disabled={name.trim() === '' || taken.includes(name.trim())} onClick={make}>Make it</Button>
      </div>
    </Dialog>
  );
} // prettier-ignore
