import { AlertTriangle, Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { mapFindings, readMapData } from '../../../core/cartography';
import { chartPort } from '../../../core/layout';
import {
  emptyList,
  isRowList,
  regionsOf,
  StyleReader,
  tieOf,
  type ListColumn,
  type MapColumns,
  type MapElement,
  type MapInset,
  type RowList,
  type Show,
  type Template,
} from '../../../core/show';
import { measure, useFonts } from '../../picture/monitors';
import { useResolved } from '../../state/data';
import { Button, CheckField, IconButton, NumberField, Section, SelectField, TextField } from '../../ui';
import { editTemplate, sealEdit } from '../build-store';
import { ColoursAndPictures, LookSections, setInLook } from './look-sections';
import { MapDialog } from './map-dialog';
import { MatchDialog } from './match-dialog';
import { NumberFormatForm } from './number-format-form';
import { RegionsDialog } from './regions-dialog';

type Bag = Record<string, unknown>;
type Edit = (what: string, recipe: (own: MapElement) => void, merge?: string) => void;
interface Of {
  readonly show: Show;
  readonly template: Template;
  readonly map: MapElement;
}

/** The columns that a map looks for, and what each is for. */
const roles: readonly (readonly [key: Exclude<keyof MapColumns, 'parts'>, label: string, empty: string])[] = [
  ['region', 'Regions', 'Found by itself'],
  ['value', 'Value', 'The first with numbers'],
  ['colour', 'Colour', 'The first of colours'],
  ['choice', 'Choice', 'None'],
  ['state', 'State', 'None'],
  ['before', 'Choice before', 'None'],
  ['label', 'Written instead of the name', 'None'],
  ['shown', 'Whether it is shown', 'None'],
  ['picture', 'Picture', 'None'],
  ['changed', 'When it changed', 'None'],
  ['tileColumn', 'Tile, column', 'Made'],
  ['tileRow', 'Tile, row', 'Made'],
];

const lookWords = { look: 'All words', nameLook: 'Names', valueLook: 'Values', legendLook: 'Legend', placeLook: 'Places' } as const; // prettier-ignore
const mostInsets = 8;

const editOf =
  (map: MapElement): Edit =>
  (what, recipe, merge) =>
    editTemplate(
      `${what} of ${map.name}`,
      (t) => {
        const own = t.elements[map.id];
        if (own?.kind === 'map') recipe(own);
      },
      merge && `${map.id} ${merge}`,
    );

/** The rows of a map as they are now. */
function useRows({ template, map }: Pick<Of, 'template' | 'map'>): RowList {
  const use = useMemo(() => ({ template, typed: {}, row: null }), [template]);
  const { values } = useResolved(use);
  const tie = tieOf(template, map.id, 'list');
  const given = tie ? (values[tie.field] ?? template.fields.find(({ id }) => id === tie.field)?.default) : map.list;
  return isRowList(given) ? given : emptyList;
} // prettier-ignore

type Open = 'bring' | 'anew' | 'match' | 'table' | null;

/** Which map it is, what it reads of its rows, and what matches what. */
export function MapReading({ show, template, map }: Of) {
  const list = useRows({ template, map });
  const fonts = useFonts();
  const [open, setOpen] = useState<Open>(null);
  const edit = editOf(map);
  const kept = map.map === null ? null : (show.look.maps[map.map] ?? null);
  const regions = useMemo(() => (kept ? regionsOf(kept) : []), [kept]);
  const data = useMemo(() => readMapData(map, list, regions), [map, list, regions]);
  const found = useMemo(() => {
    const reader = new StyleReader(show.look);
    const picture = (set: string | null, name: string): string | null => (set === null ? (show.assets[name] ? name : null) : reader.picture(set, name));
    return mapFindings(map, kept, list, chartPort(measure, picture));
    // What fonts have come changes what has room.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map, kept, list, show.look, show.assets, fonts]);
  const isOpen = data.open.rows.length + data.open.regions.length > 0;
  return (
    <>
      <div className="flex flex-col gap-1.5 border-b border-line p-3 text-xs">
        <SelectField
          beside
          label="Map"
          value={map.map ?? ''}
          choices={[{ value: '', label: Object.keys(show.look.maps).length === 0 ? 'None in this show yet' : 'None' }, ...Object.values(show.look.maps).map(({ id, name }) => ({ value: id, label: name }))]}
          onChange={(id) => edit('Map', (own) => void (own.map = id === '' ? null : String(id)))}
        />
        <span className="flex flex-wrap gap-1">
          <Button className="h-7 px-2 text-xs" onClick={() => setOpen('bring')}>Bring in a map…</Button>
          {kept && <Button className="h-7 px-2 text-xs" onClick={() => setOpen('anew')}>Anew…</Button>}
          {kept && <Button className="h-7 px-2 text-xs" onClick={() => setOpen('table')}>Make a table of its regions…</Button>}
          {kept && list.order.length > 0 && <Button className="h-7 px-2 text-xs" onClick={() => setOpen('match')}>{isOpen ? `Match by hand (${data.open.rows.length} rows, ${data.open.regions.length} regions)…` : 'Match by hand…'}</Button>}
        </span>
        {kept && list.columns.length > 0 && <p className="text-ink-2" aria-label={`What ${map.name} reads`}>{data.said}</p>}
        {found.hints.filter((words) => words !== data.said).map((words) => (
          <p key={words} className="text-ink-3">{words}</p>
        ))}
        {found.problems.length > 0 && (
          <ul className="flex flex-col gap-1 text-warn" aria-label={`What breaks in ${map.name}`}>
            {found.problems.map(({ code, message }) => (
              <li key={`${code} ${message}`} className="flex gap-1.5">
                <AlertTriangle size={13} className="mt-0.5 shrink-0" /> {message}
              </li>
            ))}
          </ul>
        )}
      </div>
      {list.columns.length > 0 && <ColumnsOf map={map} columns={list.columns} edit={edit} />}
      {(open === 'bring' || open === 'anew') && (
        <MapDialog
          over={open === 'anew' ? kept : null}
          file={null}
          onDone={(id) => {
            setOpen(null);
            if (id !== null && id !== map.map) edit('Map', (own) => void (own.map = id));
          }}
        />
      )}
      {open === 'match' && kept && <MatchDialog map={map} kept={kept} list={list} onClose={() => setOpen(null)} onMatch={(key, words) => edit('Matches', (own) => { if (words === null) delete own.matches[key]; else own.matches[key] = words; })} />}
      {open === 'table' && kept && <RegionsDialog show={show} template={template} map={map} kept={kept} onClose={() => setOpen(null)} />}
    </>
  );
} // prettier-ignore

/** A map's insets, numbers, colours, and the looks of its words. */
export function MapLooks({ show, map }: Pick<Of, 'show' | 'map'>) {
  const edit = editOf(map);
  return (
    <>
      <InsetsOf map={map} edit={edit} />
      <Section title="Numbers" isFolded>
        <NumberFormatForm name={map.name} format={map.format} onSet={(key, value, merge) => edit('Number format', (own) => void ((own.format as unknown as Bag)[key] = value), merge)} />
      </Section>
      <ColoursAndPictures show={show} colours={map.colours} set={map.set} isFolded={map.fillBy !== 'choice' && map.symbols !== 'rings' && map.symbols !== 'bars'} onColours={(change, merge) => edit('Colours', (own) => change(own.colours), merge)} onSet={(set) => edit('Pictures', (own) => void (own.set = set))} />
      <LookSections show={show} looks={map} words={lookWords} onSet={(what, key, property, value) => edit(what, (own) => setInLook(own[key], property, value), `${key} ${property}`)} />
    </>
  );
} // prettier-ignore

/** What of the rows a map reads: what has a rule of its own is found by itself until one is chosen. */
function ColumnsOf({ map, columns, edit }: { map: MapElement; columns: readonly ListColumn[]; edit: Edit }) {
  const keyOf = (value: string): string => columns.find(({ key, name }) => key === value || name === value)?.key ?? value;
  const choices = (value: string, empty: string) => [
    { value: '', label: empty },
    ...columns.map(({ key, name }) => ({ value: key, label: name })),
    ...(value !== '' && !columns.some(({ key, name }) => key === value || name === value) ? [{ value, label: `${value} (not there)` }] : []),
  ];
  const shown = roles.filter(([key]) => !key.startsWith('tile') || map.form !== 'regions');
  const { parts } = map.columns;
  const chosen = new Set(parts.map(keyOf));
  const hasParts = map.symbols === 'rings' || map.symbols === 'bars';
  return (
    <Section title="Columns">
      {shown.map(([key, label, empty]) => (
        <SelectField key={key} beside label={label} value={keyOf(map.columns[key])} choices={choices(map.columns[key], empty)} onChange={(column) => edit(label, (own) => void (own.columns[key] = String(column)))} />
      ))}
      {hasParts && (
        <fieldset className="m-0 flex flex-col gap-1 border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">Parts of the small charts</legend>
          {columns.filter(({ type }) => type === 'number').map(({ key, name }) => (
            <CheckField key={key} label={name} value={chosen.has(key)} onChange={(isChosen) => edit('Parts', (own) => void (own.columns.parts = isChosen ? [...own.columns.parts, key] : own.columns.parts.filter((one) => keyOf(one) !== key)))} />
          ))}
        </fieldset>
      )}
    </Section>
  );
} // prettier-ignore

/** Islands that are drawn in boxes of their own. */
function InsetsOf({ map, edit }: { map: MapElement; edit: Edit }) {
  const set = (at: number, key: keyof MapInset, value: string | number): void =>
    edit('Insets', (own) => void Object.assign(own.insets[at] ?? {}, { [key]: value }), `inset ${at} ${key}`);
  if (map.form !== 'regions') return null;
  return (
    <Section title="Insets" isFolded={map.insets.length === 0}>
      {map.insets.map((inset, at) => (
        <div key={at} className="flex flex-col gap-1 rounded border border-line p-1.5">
          <span className="flex items-end gap-1">
            <span className="min-w-0 flex-1"><TextField label={`Regions of inset ${at + 1}`} value={inset.regions} maxLength={2000} placeholder="Names or codes, with commas" onChange={(value) => set(at, 'regions', value)} onDone={sealEdit} /></span>
            <IconButton label={`Remove inset ${at + 1}`} onClick={() => edit('Insets', (own) => void own.insets.splice(at, 1))}><X size={13} /></IconButton>
          </span>
          <span className="grid grid-cols-2 gap-1">
            {(['x', 'y', 'w', 'h'] as const).map((key) => (
              <NumberField key={key} label={`Inset ${at + 1} ${key.toUpperCase()}`} mark={key.toUpperCase()} value={inset[key]} unit="px" min={key === 'w' || key === 'h' ? 10 : -10_000} max={10_000} onChange={(value) => set(at, key, value)} onDone={sealEdit} />
            ))}
          </span>
        </div>
      ))}
      {map.insets.length < mostInsets && (
        <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" onClick={() => edit('Insets', (own) => void own.insets.push({ regions: '', x: 20, y: Math.max(0, Math.round(own.h - 220)), w: 240, h: 200 }))}>
          <Plus size={13} /> Inset
        </Button>
      )}
    </Section>
  );
} // prettier-ignore
