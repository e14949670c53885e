import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { newStrandSource, newTickerLook, type Show, type Strand, type StrandSource } from '../../core/show';
import type { StrandRules } from '../../core/ticker';
import { dataChoices } from '../data/data-choices';
import { useRows } from '../state/data';
import {
  Button,
  CheckField,
  ColourField,
  DraftText,
  IconButton,
  NameField,
  NumberField,
  Section,
  SelectField,
} from '../ui';
import { LookForm } from './look-form';
import type { EditTicker } from './set-up';

const listed = (typed: string): string[] =>
  typed
    .split(',')
    .map((own) => own.trim())
    .filter((own) => own !== '');

/** A bound that holds or not: its tick, and its number where it does. */
function Bound(props: { label: string; unit: string; usual: number; value: number | null; onSet: (value: number | null) => void }) {
  const { label, unit, usual, value, onSet } = props;
  return (
    <span className="flex items-center justify-between gap-2">
      <CheckField label={label} value={value !== null} onChange={(is) => onSet(is ? usual : null)} />
      {value !== null && <span className="w-28 shrink-0"><NumberField bare label={`${label}, ${unit}`} unit={unit} min={1} max={10_000} value={value} onChange={onSet} /></span>}
    </span>
  );
} // prettier-ignore

/** One strand: where its items come from, what it takes in and bars by itself, and what it is shown in. */
export function StrandForm(props: { show: Show; strand: Strand; place: number; count: number; edit: EditTicker }) {
  const { show, strand, place, count, edit } = props;
  const set = (what: string, recipe: (own: Strand) => void, merge?: string): void =>
    edit(`${what} of ${strand.name}`, (own) => {
      const found = own.strands.find(({ id }) => id === strand.id);
      if (found) recipe(found);
    }, merge && `${strand.id} ${merge}`);
  const rule = (recipe: (own: StrandRules) => void, merge?: string): void => set('Rules', (own) => recipe(own.rules), merge);
  const moveBy = (by: number): void => edit(`Place of ${strand.name}`, (own) => {
    const [one] = own.strands.splice(place, 1);
    if (one) own.strands.splice(place + by, 0, one);
  });
  const { rules } = strand;
  const choices = dataChoices(show);
  return (
    <Section
      title={`Strand ${strand.name}`}
      extra={
        <>
          <IconButton label={`${strand.name} comes earlier`} disabled={place === 0} onClick={() => moveBy(-1)}><ArrowUp size={14} /></IconButton>
          <IconButton label={`${strand.name} comes later`} disabled={place === count - 1} onClick={() => moveBy(1)}><ArrowDown size={14} /></IconButton>
          <IconButton label={`Remove strand ${strand.name}`} onClick={() => edit(`Remove ${strand.name}`, (own) => void (own.strands = own.strands.filter(({ id }) => id !== strand.id)))}><Trash2 size={14} /></IconButton>
        </>
      }
    >
      <NameField label={`Name of strand ${strand.name}`} value={strand.name} onKeep={(name) => set('Name', (own) => void (own.name = name))} />
      <ColourField label="Colour" value={strand.colour} onChange={(colour) => set('Colour', (own) => void (own.colour = colour), 'colour')} onDone={() => undefined} />
      <CheckField label="In the round from the start" value={strand.isIn} onChange={(is) => set('In the round', (own) => void (own.isIn = is))} />
      <Bound label="Gives some items each round" unit="items" usual={3} value={strand.gives} onSet={(gives) => set('Items a round', (own) => void (own.gives = gives), 'gives')} />
      {strand.from.map((from, at) => <SourceForm key={at} show={show} from={from} onSet={(recipe) => set('Source', (own) => { const one = own.from[at]; if (one) recipe(one); })} onRemove={() => set('Source', (own) => void own.from.splice(at, 1))} />)}
      <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" disabled={choices.length === 0} title={choices.length === 0 ? 'Bring data in under Data first' : ''} onClick={() => set('Source', (own) => void own.from.push(newStrandSource(String(choices[0]?.value ?? ''))))}><Plus size={13} /> Where its items come from</Button>
      <SelectField beside label="Takes in" value={rules.takes} choices={[{ value: 'by-hand', label: 'By hand' }, { value: 'all', label: 'All by itself' }, { value: 'matching', label: 'What matches' }]} onChange={(takes) => rule((own) => void (own.takes = takes as StrandRules['takes']))} />
      {rules.takes === 'matching' && (
        <>
          <DraftText label="With one of the words" placeholder="any; commas between" value={rules.words.join(', ')} onKeep={(typed) => rule((own) => void (own.words = listed(typed)))} />
          <DraftText label="Of one of the categories" placeholder="any; commas between" value={rules.categories.join(', ')} onKeep={(typed) => rule((own) => void (own.categories = listed(typed)))} />
          <Bound label="Not older than" unit="min" usual={60} value={rules.newerThan} onSet={(v) => rule((own) => void (own.newerThan = v), 'newer')} />
        </>
      )}
      {rules.takes !== 'by-hand' && <Bound label="At most" unit="items" usual={10} value={rules.most} onSet={(v) => rule((own) => void (own.most = v), 'most')} />}
      <DraftText label="Bars items with the words" placeholder="none; commas between" value={rules.barWords.join(', ')} onKeep={(typed) => rule((own) => void (own.barWords = listed(typed)))} />
      <CheckField label="Bars what says nearly the same" value={rules.barSame} onChange={(is) => rule((own) => void (own.barSame = is))} />
      <Bound label="Bars what is longer than" unit="chars" usual={240} value={rules.barLonger} onSet={(v) => rule((own) => void (own.barLonger = v), 'longer')} />
      <Bound label="Bars what is older than" unit="min" usual={240} value={rules.barOlder} onSet={(v) => rule((own) => void (own.barOlder = v), 'older')} />
      {strand.looks.map((look, at) => (
        <div key={at} className="flex flex-col gap-1.5 border-l-2 border-line pl-2">
          <span className="flex items-end gap-1">
            <span className="min-w-0 flex-1"><DraftText label="Items of the kind" placeholder="all of this strand" value={look.kind} onKeep={(kind) => set('Look', (own) => { const one = own.looks[at]; if (one) one.kind = kind; })} /></span>
            <IconButton label={`Remove the template of ${look.kind === '' ? strand.name : look.kind}`} onClick={() => set('Look', (own) => void own.looks.splice(at, 1))}><Trash2 size={13} /></IconButton>
          </span>
          <LookForm show={show} look={look} onSet={(next) => set('Look', (own) => { const one = own.looks[at]; if (one) Object.assign(one, next); })} />
        </div>
      ))}
      <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" disabled={strand.looks.length >= 20} onClick={() => set('Look', (own) => void own.looks.push({ kind: '', ...newTickerLook() }))}><Plus size={13} /> A template of its own</Button>
    </Section>
  );
} // prettier-ignore

/** A table, view or source that items come from, and which of its columns say what. */
function SourceForm(props: { show: Show; from: StrandSource; onSet: (recipe: (own: StrandSource) => void) => void; onRemove: () => void }) {
  const { show, from, onSet, onRemove } = props;
  const rows = useRows(from.data, 0, 1);
  const columns = (empty: string) => [{ value: '', label: empty }, ...(rows?.columns ?? []).map(({ name }) => ({ value: name, label: name }))];
  const column = (label: string, key: 'words' | 'more' | 'category' | 'kind' | 'key' | 'at', empty: string) => (
    <SelectField beside label={label} value={from[key]} choices={columns(empty)} onChange={(v) => onSet((own) => void (own[key] = String(v)))} />
  );
  return (
    <div className="flex flex-col gap-1 border-l-2 border-line pl-2">
      <span className="flex items-center gap-1">
        <SelectField bare label="Items come from" className="min-w-0 flex-1" value={from.data} choices={dataChoices(show)} onChange={(data) => onSet((own) => void Object.assign(own, newStrandSource(String(data))))} />
        <IconButton label="Remove this source of items" onClick={onRemove}><Trash2 size={13} /></IconButton>
      </span>
      {column('Words', 'words', 'Choose')}
      {column('Second line', 'more', 'None')}
      {column('Category', 'category', 'None')}
      {from.category !== '' && <DraftText label="Only of the category" placeholder="any" value={from.only} onKeep={(only) => onSet((own) => void (own.only = only))} />}
      {column('Kind', 'kind', 'None')}
      {column('Told apart by', 'key', 'Its words')}
      {column('Date', 'at', 'None')}
    </div>
  );
} // prettier-ignore
