import { Plus, Trash2 } from 'lucide-react';
import { line, curveLinear } from 'd3-shape';
import { charactersOf, curveAt, dwellOf, itemWords, type Dwell, type StrandRules } from '../../core/ticker';
import { freshName, newStrand, type Show, type ShowTicker, type Strand } from '../../core/show';
import { dataChoices } from '../data/data-choices';
import { useRows } from '../state/data';
import { useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
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

type Edit = (what: string, recipe: (own: ShowTicker) => void, merge?: string) => void;

/** How a ticker is made: its template, its strands with where their items come from, and how long each stays. */
export function SetUp({ show, ticker }: { show: Show; ticker: ShowTicker }) {
  const change = useDraft((store) => store.edit);
  const edit: Edit = (what, recipe, merge) =>
    change(`${what} of ${ticker.name}`, (draft) => {
      const own = draft.tickers[ticker.id];
      if (own) recipe(own);
    }, merge && `${ticker.id} ${merge}`);
  const template = show.templates[ticker.template ?? ''];
  const fields = (kinds: readonly string[]) => [
    { value: '', label: 'None' },
    ...(template?.fields ?? []).filter(({ kind }) => kinds.includes(kind)).map(({ id, name }) => ({ value: id, label: name })),
  ];
  return (
    <aside className="flex w-80 shrink-0 flex-col overflow-auto border-l border-line bg-panel" aria-label={`Set up ${ticker.name}`}>
      <div className="flex items-center gap-2 border-b border-line p-3">
        <NameField label="Name of the ticker" className="flex-1" value={ticker.name} onKeep={(name) => edit('Name', (own) => void (own.name = name))} />
        <IconButton label={`Remove ${ticker.name}`} onClick={() => change(`Remove ${ticker.name}`, (draft) => void delete draft.tickers[ticker.id])}><Trash2 size={15} /></IconButton>
      </div>
      <Section title="Plays">
        <SelectField beside label="Template" value={ticker.template ?? ''} choices={[{ value: '', label: 'None yet' }, ...Object.values(show.templates).map(({ id, name }) => ({ value: id, label: name }))]} onChange={(id) => edit('Template', (own) => {
          own.template = id === '' ? null : String(id);
          const texts = (show.templates[String(id)]?.fields ?? []).filter(({ kind }) => kind === 'text');
          own.fields = { words: texts.at(-1)?.id ?? null, strand: texts.length > 1 ? (texts[0]?.id ?? null) : null, colour: show.templates[String(id)]?.fields.find(({ kind }) => kind === 'colour')?.id ?? null };
        })} />
        <SelectField beside label="Words go to" value={ticker.fields.words ?? ''} choices={fields(['text'])} onChange={(id) => edit('Field', (own) => void (own.fields.words = id === '' ? null : String(id)))} />
        <SelectField beside label="Strand goes to" value={ticker.fields.strand ?? ''} choices={fields(['text', 'choice'])} onChange={(id) => edit('Field', (own) => void (own.fields.strand = id === '' ? null : String(id)))} />
        <SelectField beside label="Colour goes to" value={ticker.fields.colour ?? ''} choices={fields(['colour'])} onChange={(id) => edit('Field', (own) => void (own.fields.colour = id === '' ? null : String(id)))} />
        <fieldset className="m-0 flex flex-wrap gap-x-3 border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">On channels</legend>
          {show.channels.map(({ id, name }) => (
            <CheckField key={id} label={name} value={ticker.channels.includes(id)} onChange={(is) => edit('Channels', (own) => void (own.channels = is ? [...own.channels, id] : own.channels.filter((one) => one !== id)))} />
          ))}
        </fieldset>
      </Section>
      <DwellForm ticker={ticker} edit={edit} />
      {ticker.strands.map((strand) => <StrandForm key={strand.id} show={show} strand={strand} edit={edit} />)}
      <Button className="m-3 self-start" onClick={() => edit('New strand', (own) => void own.strands.push(newStrand(newId(), freshName('Strand', own.strands.map(({ name }) => name)), colours[own.strands.length % colours.length] as string)))}>
        <Plus size={15} /> Strand
      </Button>
    </aside>
  );
} // prettier-ignore

const colours = ['#f2b632', '#62b6c4', '#e8674f', '#8fbf5a', '#b08bd0'];
const [width, height] = [280, 120];

/** The curve of seconds by characters, with the items that are on air as dots. */
function DwellForm({ ticker, edit }: { ticker: ShowTicker; edit: Edit }) {
  const { dwell } = ticker;
  const items = useAir(({ state }) => state.tickers[ticker.id]?.standing.items);
  const most = Math.max(160, ...dwell.points.map(({ characters }) => characters));
  const x = (characters: number): number => (Math.min(characters, most) / most) * width;
  const y = (seconds: number): number => height - (Math.min(seconds, dwell.most + 2) / (dwell.most + 2)) * height;
  const steps = Array.from({ length: 61 }, (_, i) => (i * most) / 60);
  const path = line<number>().curve(curveLinear).x(x).y((at) => y(Math.max(dwell.least, Math.min(dwell.most, curveAt(dwell.points, at)))))(steps) ?? '';
  const set = (recipe: (own: Dwell) => void, merge?: string): void => edit('Dwell', (own) => recipe(own.dwell), merge);
  return (
    <Section title="Dwell">
      <SelectField beside label="Stays" value={dwell.by} choices={[{ value: 'curve', label: 'By the length of its words' }, { value: 'fixed', label: 'A fixed time' }]} onChange={(by) => set((own) => void (own.by = by as Dwell['by']))} />
      {dwell.by === 'fixed' ? (
        <NumberField label="Seconds" unit="s" min={0.5} max={600} step={0.5} value={dwell.fixed} onChange={(v) => set((own) => void (own.fixed = v), 'fixed')} />
      ) : (
        <>
          <svg width={width} height={height} className="rounded border border-line bg-deck" role="img" aria-label="Seconds by characters">
            <path d={path} fill="none" stroke="currentColor" strokeWidth={2} className="text-brass" />
            {(items ?? []).filter(({ state }) => state === 'in').map((item) => <circle key={item.id} cx={x(charactersOf(itemWords(item)))} cy={y(dwellOf(dwell, itemWords(item)))} r={3} className="fill-tide" />)}
            {dwell.points.map((point) => <circle key={point.characters} cx={x(point.characters)} cy={y(point.seconds)} r={4} className="fill-brass" />)}
          </svg>
          {dwell.points.map((point, at) => (
            <span key={at} className="flex items-center gap-1">
              <NumberField label="Characters" min={0} max={5000} value={point.characters} onChange={(v) => set((own) => { const one = own.points[at]; if (one) one.characters = v; }, `characters ${at}`)} />
              <NumberField label="Seconds" unit="s" min={0} max={600} step={0.5} value={point.seconds} onChange={(v) => set((own) => { const one = own.points[at]; if (one) one.seconds = v; }, `seconds ${at}`)} />
              {dwell.points.length > 1 && <IconButton label={`Remove point ${at + 1}`} onClick={() => set((own) => void own.points.splice(at, 1))}><Trash2 size={13} /></IconButton>}
            </span>
          ))}
          <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" onClick={() => set((own) => void own.points.push({ characters: most + 40, seconds: dwell.most }))}><Plus size={13} /> Point</Button>
          <span className="grid grid-cols-2 gap-2">
            <NumberField label="At least" unit="s" min={0.5} max={600} step={0.5} value={dwell.least} onChange={(v) => set((own) => void (own.least = v), 'least')} />
            <NumberField label="At most" unit="s" min={0.5} max={600} step={0.5} value={dwell.most} onChange={(v) => set((own) => void (own.most = v), 'most')} />
          </span>
        </>
      )}
    </Section>
  );
} // prettier-ignore

const words = (typed: string): string[] =>
  typed
    .split(',')
    .map((own) => own.trim())
    .filter((own) => own !== '');

function StrandForm({ show, strand, edit }: { show: Show; strand: Strand; edit: Edit }) {
  const set = (what: string, recipe: (own: Strand) => void, merge?: string): void =>
    edit(`${what} of ${strand.name}`, (own) => {
      const found = own.strands.find(({ id }) => id === strand.id);
      if (found) recipe(found);
    }, merge && `${strand.id} ${merge}`);
  const rule = (recipe: (own: StrandRules) => void, merge?: string): void => set('Rules', (own) => recipe(own.rules), merge);
  const { rules } = strand;
  return (
    <Section title={`Strand ${strand.name}`} extra={<IconButton label={`Remove strand ${strand.name}`} onClick={() => edit(`Remove ${strand.name}`, (own) => void (own.strands = own.strands.filter(({ id }) => id !== strand.id)))}><Trash2 size={14} /></IconButton>}>
      <NameField label={`Name of strand ${strand.name}`} value={strand.name} onKeep={(name) => set('Name', (own) => void (own.name = name))} />
      <ColourField label="Colour" value={strand.colour} onChange={(colour) => set('Colour', (own) => void (own.colour = colour), 'colour')} onDone={() => undefined} />
      <CheckField label="Gives all of its items each round" value={strand.gives === null} onChange={(all) => set('Items a round', (own) => void (own.gives = all ? null : 3))} />
      {strand.gives !== null && <NumberField label="Items a round" min={1} max={1000} value={strand.gives} onChange={(v) => set('Items a round', (own) => void (own.gives = v), 'gives')} />}
      {strand.from.map((from, at) => <SourceForm key={at} show={show} from={from} onSet={(recipe) => set('Source', (own) => { const one = own.from[at]; if (one) recipe(one); })} onRemove={() => set('Source', (own) => void own.from.splice(at, 1))} />)}
      <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" disabled={dataChoices(show).length === 0} onClick={() => set('Source', (own) => void own.from.push({ data: String(dataChoices(show)[0]?.value ?? ''), words: '', category: '', only: '', key: '', at: '' }))}><Plus size={13} /> Where its items come from</Button>
      <SelectField beside label="Takes in" value={rules.takes} choices={[{ value: 'by-hand', label: 'By hand' }, { value: 'all', label: 'All by itself' }, { value: 'matching', label: 'What matches' }]} onChange={(takes) => rule((own) => void (own.takes = takes as StrandRules['takes']))} />
      {rules.takes === 'matching' && (
        <>
          <DraftText label="With one of the words" value={rules.words.join(', ')} onKeep={(typed) => rule((own) => void (own.words = words(typed)))} />
          <DraftText label="Of one of the categories" value={rules.categories.join(', ')} onKeep={(typed) => rule((own) => void (own.categories = words(typed)))} />
        </>
      )}
      <DraftText label="Bars the words" value={rules.barWords.join(', ')} onKeep={(typed) => rule((own) => void (own.barWords = words(typed)))} />
      <CheckField label="Bars what is nearly the same" value={rules.barSame} onChange={(is) => rule((own) => void (own.barSame = is))} />
      <CheckField label="Bars what is too long" value={rules.barLonger !== null} onChange={(is) => rule((own) => void (own.barLonger = is ? 240 : null))} />
      {rules.barLonger !== null && <NumberField label="Characters at most" min={1} max={5000} value={rules.barLonger} onChange={(v) => rule((own) => void (own.barLonger = v), 'longer')} />}
    </Section>
  );
} // prettier-ignore

function SourceForm(props: { show: Show; from: Strand['from'][number]; onSet: (recipe: (own: Strand['from'][number]) => void) => void; onRemove: () => void }) {
  const { show, from, onSet, onRemove } = props;
  const rows = useRows(from.data, 0, 1);
  const columns = (empty: string) => [{ value: '', label: empty }, ...(rows?.columns ?? []).map(({ name }) => ({ value: name, label: name }))];
  return (
    <div className="flex flex-col gap-1 border-l-2 border-line pl-2">
      <span className="flex items-center gap-1">
        <SelectField bare label="Items come from" className="min-w-0 flex-1" value={from.data} choices={dataChoices(show)} onChange={(data) => onSet((own) => Object.assign(own, { data: String(data), words: '', category: '', only: '', key: '', at: '' }))} />
        <IconButton label="Remove this source of items" onClick={onRemove}><Trash2 size={13} /></IconButton>
      </span>
      <SelectField beside label="Words" value={from.words} choices={columns('Choose')} onChange={(v) => onSet((own) => void (own.words = String(v)))} />
      <SelectField beside label="Category" value={from.category} choices={columns('None')} onChange={(v) => onSet((own) => void (own.category = String(v)))} />
      {from.category !== '' && (
        <DraftText label="Only of the category" value={from.only} onKeep={(only) => onSet((own) => void (own.only = only))} />
      )}
      <SelectField beside label="Told apart by" value={from.key} choices={columns('Its words')} onChange={(v) => onSet((own) => void (own.key = String(v)))} />
      <SelectField beside label="Date" value={from.at} choices={columns('None')} onChange={(v) => onSet((own) => void (own.at = String(v)))} />
    </div>
  );
} // prettier-ignore
