import { Plus, Trash2 } from 'lucide-react';
import { freshName, newStrand, type Show, type ShowTicker } from '../../core/show';
import type { TickerItem } from '../../core/ticker';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { Button, CheckField, IconButton, NameField, Section } from '../ui';
import { DwellForm } from './dwell-form';
import { LookForm, runsThrough } from './look-form';
import { StrandForm } from './strand-form';

export type EditTicker = (what: string, recipe: (own: ShowTicker) => void, merge?: string) => void;

const colours = ['#f2b632', '#62b6c4', '#e8674f', '#8fbf5a', '#b08bd0'];

/** How a ticker is made: its template, its strands with where their items come from, and how long each stays. */
export function SetUp({ show, ticker, inHand }: { show: Show; ticker: ShowTicker; inHand: TickerItem | undefined }) {
  const change = useDraft((store) => store.edit);
  const edit: EditTicker = (what, recipe, merge) =>
    change(`${what} of ${ticker.name}`, (draft) => {
      const own = draft.tickers[ticker.id];
      if (own) recipe(own);
    }, merge && `${ticker.id} ${merge}`);
  const addStrand = (own: ShowTicker): void => {
    const named = freshName('Strand', own.strands.map(({ name }) => name));
    own.strands.push(newStrand(newId(), named, colours[own.strands.length % colours.length] as string));
  };
  return (
    <aside className="flex w-80 shrink-0 flex-col overflow-auto border-l border-line bg-panel max-[1060px]:w-72" aria-label={`Set up ${ticker.name}`}>
      <div className="flex items-center gap-2 border-b border-line p-3">
        <NameField label="Name of the ticker" className="flex-1" value={ticker.name} onKeep={(name) => edit('Name', (own) => void (own.name = name))} />
        <IconButton label={`Remove ${ticker.name}`} onClick={() => change(`Remove ${ticker.name}`, (draft) => void delete draft.tickers[ticker.id])}><Trash2 size={15} /></IconButton>
      </div>
      <Section title="Plays">
        <LookForm show={show} look={ticker.look} onSet={(look) => edit('Template', (own) => void (own.look = look))} />
        <fieldset className="m-0 flex flex-wrap gap-x-3 border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">On channels</legend>
          {show.channels.map(({ id, name }) => (
            <CheckField key={id} label={name} value={ticker.channels.includes(id)} onChange={(is) => edit('Channels', (own) => void (own.channels = is ? [...own.channels, id] : own.channels.filter((one) => one !== id)))} />
          ))}
        </fieldset>
        {ticker.channels.length > 1 && <CheckField label="All channels in step" value={ticker.inStep} onChange={(is) => edit('Channels', (own) => void (own.inStep = is))} />}
        {ticker.channels.length > 1 && !ticker.inStep && <p className="text-xs text-ink-3">Each channel has its own place in the round, and is started by itself.</p>}
      </Section>
      <DwellForm ticker={ticker} edit={edit} inHand={inHand} runs={runsThrough(show, ticker.look)} />
      {ticker.strands.map((strand, at) => <StrandForm key={strand.id} show={show} strand={strand} place={at} count={ticker.strands.length} edit={edit} />)}
      <Button className="m-3 self-start" disabled={ticker.strands.length >= 40} onClick={() => edit('New strand', addStrand)}>
        <Plus size={15} /> Strand
      </Button>
    </aside>
  );
} // prettier-ignore
