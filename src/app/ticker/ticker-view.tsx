import { Plus, Settings2 } from 'lucide-react';
import { useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { useNavigate, useParams } from 'react-router';
import { tickerPlan } from '../../core/playout';
import { freshName, newTicker, tickerProblems } from '../../core/show';
import type { TickerItem } from '../../core/ticker';
import { air, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { Button, Empty, SelectField } from '../ui';
import { Band } from './band';
import { SetUp } from './set-up';
import { StrandColumn } from './strand-column';
import { giveTo, type Give } from './give';

/** Seconds ahead for which it is said when each item comes. */
const aheadSeconds = 1800;

/** Tickers: their strands side by side, what of them is on air below. */
export function TickerView() {
  const { tickerId } = useParams();
  const navigate = useNavigate();
  const show = useDraft((store) => store.draft?.show);
  const edit = useDraft((store) => store.edit);
  const tickers = Object.values(show?.tickers ?? {});
  const draft = show?.tickers[tickerId ?? ''] ?? tickers[0];
  const onAir = useAir(({ state }) => (draft ? state.tickers[draft.id] : undefined));
  const [isSetUp, setSetUp] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const give = useMemo<Give>(() => giveTo(draft?.id ?? ''), [draft?.id]);
  const comes = useMemo(() => {
    const found = new Map<string, number>();
    if (onAir?.standing.now && onAir.standing.state !== 'held')
      for (const { item, from } of tickerPlan(onAir, air().clock.now(), aheadSeconds))
        if (!found.has(item.id)) found.set(item.id, from);
    return found;
  }, [onAir]);
  useEffect(() => setEditing(null), [chosen]);
  if (!show) return null;
  const add = (): void => {
    const id = newId();
    const named = freshName('Ticker', tickers.map(({ name }) => name));
    edit('New ticker', (own) => void (own.tickers[id] = newTicker(id, named, own.channels.slice(0, 1).map((channel) => channel.id))));
    setSetUp(true);
    void navigate(`/ticker/${id}`);
  };
  if (!draft)
    return (
      <Empty title="No ticker yet">
        <p>A ticker plays items of several strands one after another, each as long as it takes to read.</p>
        <Button onClick={add}>
          <Plus size={15} /> New ticker
        </Button>
      </Empty>
    );
  const problems = tickerProblems(draft, {
    channels: show.channels,
    templates: show.templates,
    hasData: (id) => Boolean(show.tables[id] ?? show.views[id] ?? show.sources[id]),
  });
  const strands = (onAir ?? draft).strands;
  const items = onAir?.standing.items ?? [];
  const columns = strands.map((strand) => orderOf(items, strand.id));
  const selected = items.find(({ id }) => id === chosen);

  const onKey = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement || event.target instanceof HTMLTextAreaElement) return;
    const column = columns.findIndex((own) => own.some(({ id }) => id === chosen));
    const row = column < 0 ? -1 : (columns[column] as TickerItem[]).findIndex(({ id }) => id === chosen);
    const go = (to: number, at: number): void => {
      const own = columns[to];
      const item = own?.[Math.max(0, Math.min(at, own.length - 1))];
      if (item) setChosen(item.id);
    };
    const done = (): void => event.preventDefault();
    const sideways = (by: number): void => {
      for (let to = column + by; to >= 0 && to < columns.length; to += by) if ((columns[to] as TickerItem[]).length > 0) return go(to, Math.max(0, row));
    };
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (event.ctrlKey || event.metaKey) return;
    if (key === 'ArrowDown' && event.altKey && selected) {
      const own = columns[column] as TickerItem[];
      return done(), give({ act: 'move', item: selected.id, before: own[row + 2]?.id ?? null });
    }
    if (key === 'ArrowUp' && event.altKey && selected && row > 0)
      return done(), give({ act: 'move', item: selected.id, before: (columns[column] as TickerItem[])[row - 1]?.id ?? null });
    if (key === 'ArrowDown') return done(), column < 0 ? go(columns.findIndex((own) => own.length > 0), 0) : go(column, row + 1);
    if (key === 'ArrowUp') return done(), go(column, row - 1);
    if (key === 'ArrowRight') return done(), sideways(1);
    if (key === 'ArrowLeft') return done(), sideways(-1);
    if (key === 'n') return done(), give({ act: 'next' });
    if (key === 'b') return done(), give({ act: 'back' });
    if (key === 'h') return done(), give({ act: onAir?.standing.state === 'held' ? 'go' : 'hold' });
    if (!selected) return;
    if (key === 'Enter') return done(), give({ act: 'take-in', item: selected.id });
    if (key === 'x') return done(), give({ act: 'leave-out', item: selected.id });
    if (key === 'p') return done(), give({ act: 'pin', item: selected.id });
    if (key === 'u') return done(), give({ act: 'urgent', item: selected.id, urgent: event.shiftKey ? 'now' : selected.urgent === 'no' ? 'next' : 'no' });
    if (key === 'e') return done(), setEditing(selected.id);
  };

  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex h-10 shrink-0 items-center gap-2 border-b border-line px-3" role="toolbar" aria-label="Ticker">
        <span className="w-44">
        <SelectField
          bare
          label="Ticker"
          value={draft.id}
          choices={tickers.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => void navigate(`/ticker/${id}`)}
        />
        </span>
        <Button tone="quiet" onClick={add}>
          <Plus size={15} /> New ticker
        </Button>
        {!onAir && <p className="min-w-0 truncate text-xs text-warn">Air does not have it yet: it comes with the next release.</p>}
        {problems[0] && <p role="alert" className="min-w-0 truncate text-xs text-warn" title={problems.map(({ message }) => message).join(' ')}>⚠ {problems[0].message}</p>}
        <span className="flex-1" />
        <Button tone="quiet" aria-pressed={isSetUp} onClick={() => setSetUp(!isSetUp)}>
          <Settings2 size={15} /> Set up
        </Button>
      </div>
      <div className="flex min-h-0 flex-1">
        <div className="flex min-w-0 flex-1 flex-col">
          <div className="flex min-h-0 flex-1 gap-px overflow-x-auto bg-line" tabIndex={0} role="group" aria-label="Strands" onKeyDown={onKey}>
            {strands.length === 0 && (
              <div className="flex-1 bg-deck">
                <Empty title="No strands yet">
                  <p>A strand is a list of items of one category: news, results, travel. Add one under Set up.</p>
                  {!isSetUp && <Button onClick={() => setSetUp(true)}>Set up</Button>}
                </Empty>
              </div>
            )}
            {strands.map((strand, at) => (
              <StrandColumn
                key={strand.id}
                strand={strand}
                isIn={onAir?.standing.turned[strand.id] ?? strand.isIn}
                items={columns[at] as TickerItem[]}
                dwell={(onAir ?? draft).dwell}
                now={onAir?.standing.now?.item ?? null}
                comes={comes}
                chosen={chosen}
                editing={editing}
                isLive={onAir !== undefined}
                onChoose={setChosen}
                onEdit={setEditing}
                give={give}
              />
            ))}
          </div>
          <Band ticker={onAir} name={draft.name} comes={comes} give={give} />
        </div>
        {isSetUp && <SetUp show={show} ticker={draft} />}
      </div>
    </div>
  );
} // prettier-ignore

/** Incoming ones first, then those that are in, then what was left out. */
const rank = { incoming: 0, in: 1, out: 2 } as const;
const orderOf = (items: readonly TickerItem[], strand: string): TickerItem[] =>
  items
    .filter((item) => item.strand === strand)
    .map((item, at) => ({ item, at }))
    .sort((a, b) => rank[a.item.state] - rank[b.item.state] || a.at - b.at)
    .map(({ item }) => item);
