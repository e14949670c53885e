import {
  DndContext,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { MessageSquareText, Plus, Search, Settings2, X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { playKeys, tickerPlan, tickerStay } from '../../core/playout';
import { freshName, newTicker, tickerProblems, type ShowTicker } from '../../core/show';
import {
  findItem,
  inStep,
  itemWords,
  itemsOf,
  strandOf,
  withPoint,
  type TickerItem,
} from '../../core/ticker';
import { hasWords } from '../../core/data';
import { PostsWork } from '../posts/posts-work';
import { useRoom } from '../posts/use-room';
import { knowScripts } from '../../render';
import { air, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { Button, Empty, IconButton, SelectField } from '../ui';
import { Band } from './band';
import { giveTo, type Give } from './give';
import { ItemPanel } from './item-panel';
import { ItemPreview } from './item-preview';
import type { RowState } from './item-row';
import { SetUp } from './set-up';
import { type sections, StrandColumn, type Columned } from './strand-column';

/** Seconds ahead for which it is said when each item comes. */
const aheadSeconds = 1800;
const mostAhead = 300;
const noColumn: Columned = { incoming: [], in: [], out: [] };

const columned = new WeakMap<readonly TickerItem[], { readonly wanted: string; readonly column: Columned }>();
/** The items of a strand by what became of them; the same object as long as nothing has changed. */
const columnOf = (items: readonly TickerItem[], wanted: string): Columned => {
  const known = columned.get(items);
  if (known?.wanted === wanted) return known.column;
  const found: Record<(typeof sections)[number], TickerItem[]> = { incoming: [], in: [], out: [] };
  for (const item of items)
    if (wanted.trim() === '' || hasWords(`${itemWords(item)} ${item.came.more} ${item.came.category}`, wanted)) found[item.state].push(item);
  columned.set(items, { wanted, column: found });
  return found;
}; // prettier-ignore

/** Whether keys go to a field. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (/^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName) || target.isContentEditable);

/** Tickers: their strands side by side, what of them is on air below. */
export function TickerView() {
  const { tickerId } = useParams();
  const navigate = useNavigate();
  const show = useDraft((store) => store.draft?.show);
  const edit = useDraft((store) => store.edit);
  const tickers = Object.values(show?.tickers ?? {});
  const draft = show?.tickers[tickerId ?? ''] ?? tickers[0];
  if (!show) return null;
  const add = (): void => {
    const id = newId();
    const named = freshName('Ticker', tickers.map(({ name }) => name));
    edit('New ticker', (own) => void (own.tickers[id] = newTicker(id, named, own.channels.slice(0, 1).map((channel) => channel.id))));
    void navigate(`/ticker/${id}?set-up`);
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
  return <Own key={draft.id} draft={draft} tickers={tickers} onAdd={add} />;
} // prettier-ignore

function Own({ draft, tickers, onAdd }: { draft: ShowTicker; tickers: readonly ShowTicker[]; onAdd: () => void }) {
  const navigate = useNavigate();
  const show = useDraft((store) => store.draft?.show);
  const edit = useDraft((store) => store.edit);
  const { undo, redo } = useDraft.getState();
  const onAir = useAir(({ state }) => state.tickers[draft.id]);
  const channels = useAir(({ state }) => state.channels);
  const hasState = useAir((store) => store.hasState);
  const [hasPosts, setHasPosts] = useState(false);
  const room = useRoom(undefined, hasPosts);
  const [isSetUp, setSetUp] = useState(() => location.search === '?set-up');
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const [wanted, setWanted] = useState('');
  const [showsOut, setShowsOut] = useState<Readonly<Record<string, boolean>>>({});
  const [inHand, setInHand] = useState(inStep);
  const [dragged, setDragged] = useState<string | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const board = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const give = useMemo<Give>(() => giveTo(draft.id), [draft.id]);
  const keys = playKeys(onAir ?? draft);
  const hand = keys.includes(inHand) ? inHand : (keys[0] ?? inStep);
  const play = onAir?.standing.plays[hand];
  const { comes, next: nextId, urgent } = useMemo(() => {
    const found = new Map<string, number>();
    let first: string | null = null;
    if (onAir && play?.now && play.state !== 'held')
      for (const { item, from } of tickerPlan(onAir, play, air().clock.now(), aheadSeconds, mostAhead))
        if (!found.has(item.id)) {
          if (found.size === 0) first = item.id;
          found.set(item.id, from);
        }
    return { comes: found, next: first as string | null, urgent: new Set(play?.pressing.map(({ item }) => item)) };
  }, [onAir, play]);
  useEffect(() => setEditing(null), [chosen]);
  useEffect(() => {
    if (onAir) knowScripts(onAir.strands.flatMap(({ id }) => itemsOf(strandOf(onAir.standing, id)).map((item) => itemWords(item))).join(' '));
  }, [onAir]);
  // Keys are heard wherever the focus is, also where the button that had it is gone.
  const keyed = useRef<(event: KeyboardEvent) => void>(() => undefined);
  useEffect(() => {
    const heard = (event: KeyboardEvent): void => keyed.current(event);
    window.addEventListener('keydown', heard);
    return () => window.removeEventListener('keydown', heard);
  }, []);
  const { strands } = onAir ?? draft;
  const columns = useMemo(
    () => strands.map(({ id }) => (onAir ? columnOf(itemsOf(strandOf(onAir.standing, id)), wanted) : noColumn)),
    [strands, onAir, wanted],
  );
  if (!show) return null;
  const problems = tickerProblems(draft, {
    channels: show.channels,
    templates: show.templates,
    hasData: (id) => Boolean(show.tables[id] ?? show.views[id] ?? show.sources[id]),
  });
  const isOpen = (strand: string): boolean => showsOut[strand] ?? wanted.trim() !== '';
  /** The items of a column as one goes through them. */
  const listed = (at: number): readonly TickerItem[] => {
    const own = columns[at] ?? noColumn;
    return [...own.incoming, ...own.in, ...(isOpen(strands[at]?.id ?? '') ? own.out : [])];
  };
  const selected = onAir && chosen !== null ? findItem(onAir.standing, chosen) : undefined;
  const stateOf = (item: TickerItem): RowState => ({
    item,
    seconds: onAir ? tickerStay(onAir, item) : 0,
    runs: (onAir ?? draft).dwell.by === 'width',
    isNow: play?.now?.item === item.id,
    isNext: nextId === item.id && play?.now?.item !== item.id,
    isUrgent: urgent.has(item.id) || (play?.now?.item === item.id && play.now.isUrgent),
    shown: play?.shown[item.id] ?? 0,
    comes: comes.get(item.id),
    isChosen: chosen === item.id,
    isEditing: editing === item.id,
  });

  /** Decides of the item in hand, and goes on to the next of its sort. */
  const decide = (act: 'take-in' | 'leave-out', item: TickerItem): void => {
    const own = (columns[strands.findIndex(({ id }) => id === item.strand)] ?? noColumn)[item.state];
    const at = own.findIndex(({ id }) => id === item.id);
    const next = own[at + 1] ?? own[at - 1];
    give({ act, item: item.id });
    if (next) setChosen(next.id);
  };
  const move = (item: TickerItem, by: number): void => {
    const own = (columns[strands.findIndex(({ id }) => id === item.strand)] ?? noColumn)[item.state];
    const at = own.findIndex(({ id }) => id === item.id);
    if (at + by < 0 || at + by >= own.length) return;
    give({ act: 'move', item: item.id, before: own[by < 0 ? at - 1 : at + 2]?.id ?? null });
  };

  const onKey = (event: KeyboardEvent): void => {
    // Posts beside the strands have keys of their own.
    if (event.target instanceof Element && event.target.closest('[data-keys=posts]')) return;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
      event.preventDefault();
      return event.shiftKey ? redo() : undo();
    }
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || document.querySelector('[role=dialog]')) return;
    if (event.key === 'Enter' && event.target instanceof Element && event.target.closest('button, a, summary')) return;
    const column = columns.findIndex((_, at) => listed(at).some(({ id }) => id === chosen));
    const row = column < 0 ? -1 : listed(column).findIndex(({ id }) => id === chosen);
    const go = (to: number, at: number): void => {
      const own = listed(to);
      const item = own[Math.max(0, Math.min(at, own.length - 1))];
      if (item) setChosen(item.id);
    };
    const sideways = (by: number): void => {
      for (let to = column + by; to >= 0 && to < columns.length; to += by) if (listed(to).length > 0) return go(to, Math.max(0, row));
    };
    const to = hand === inStep ? {} : { channel: hand };
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const acts: Readonly<Record<string, (() => void) | undefined>> = {
      ArrowDown: () => (event.shiftKey && selected ? move(selected, 1) : column < 0 ? go(Math.max(0, columns.findIndex((_, at) => listed(at).length > 0)), 0) : go(column, row + 1)),
      ArrowUp: () => (event.shiftKey && selected ? move(selected, -1) : go(column, row - 1)),
      ArrowRight: () => sideways(1),
      ArrowLeft: () => sideways(-1),
      Home: () => go(column, 0),
      End: () => go(column, Infinity),
      '/': () => search.current?.focus(),
      c: () => setInHand(keys[(keys.indexOf(hand) + 1) % keys.length] ?? hand),
      n: () => give({ ...to, act: 'next' }),
      b: () => give({ ...to, act: 'back' }),
      h: () => give({ ...to, act: play?.state === 'held' ? 'go' : 'hold' }),
      ...(selected
        ? {
            Enter: () => selected.state !== 'in' && decide('take-in', selected),
            x: () => selected.state !== 'out' && decide('leave-out', selected),
            p: () => give({ act: 'pin', item: selected.id, isPinned: !selected.pinned }),
            u: () => give({ act: 'urgent', item: selected.id, urgent: event.shiftKey ? 'now' : urgent.has(selected.id) ? 'no' : 'next' }),
            e: () => setEditing(selected.id),
            Escape: () => setChosen(null),
          }
        : {}),
    };
    const act = acts[key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  keyed.current = onKey;

  /** What is dropped on another item goes before it; on a head into what it is the head of; on the band it comes next. */
  const onDrop = ({ active, over }: DragEndEvent): void => {
    setDragged(null);
    const item = onAir && findItem(onAir.standing, String(active.id));
    if (!item || !over || over.id === active.id) return;
    if (over.id === 'band') {
      if (item.state !== 'in') give({ act: 'take-in', item: item.id });
      return give({ act: 'urgent', item: item.id, urgent: 'next' });
    }
    const [head, strand] = String(over.id).split(' ');
    const before = findItem(onAir.standing, String(over.id));
    const state = before?.state ?? head;
    if ((before?.strand ?? strand) !== item.strand) return;
    if (state === 'out') return item.state === 'out' ? undefined : give({ act: 'leave-out', item: item.id });
    if (state === 'in' && item.state !== 'in') give({ act: 'take-in', item: item.id });
    if (before) give({ act: 'move', item: item.id, before: before.id });
  };
  const lifted = onAir && dragged !== null ? findItem(onAir.standing, dragged) : undefined;
  const endEdit = (id: string | null): void => {
    setEditing(id);
    if (id === null) board.current?.focus();
  };

  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex h-10 shrink-0 items-center gap-2 border-b border-line px-3" role="toolbar" aria-label="Ticker">
        <span className="w-44">
          <SelectField bare label="Ticker" value={draft.id} choices={tickers.map(({ id, name }) => ({ value: id, label: name }))} onChange={(id) => void navigate(`/ticker/${id}`)} />
        </span>
        <Button tone="quiet" onClick={onAdd}><Plus size={15} /> New ticker</Button>
        {!onAir && hasState && <p className="min-w-0 truncate text-xs text-warn">Air does not have it yet: it comes with the next release.</p>}
        {problems[0] && <p role="alert" className="min-w-0 truncate text-xs text-warn" title={problems.map(({ message }) => message).join(' ')}>⚠ {problems[0].message}</p>}
        <span className="flex-1" />
        <label className="flex items-center gap-1 text-ink-3">
          <Search size={14} aria-hidden />
          <input
            ref={search}
            type="search"
            aria-label="Search the items of all strands"
            placeholder="Search all strands"
            className="field h-7 w-44"
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setWanted('');
              if (event.key === 'Escape' || event.key === 'Enter' || event.key === 'ArrowDown') board.current?.focus();
            }}
          />
          {wanted !== '' && <IconButton label="Show all items" onClick={() => setWanted('')}><X size={14} /></IconButton>}
        </label>
        <Button tone="quiet" aria-pressed={hasPosts} className={hasPosts ? 'bg-raised text-brass' : ''} onClick={() => setHasPosts(!hasPosts)}><MessageSquareText size={15} /> Posts</Button>
        <Button tone="quiet" aria-pressed={isSetUp} className={isSetUp ? 'bg-raised text-brass' : ''} onClick={() => setSetUp(!isSetUp)}><Settings2 size={15} /> Set up</Button>
      </div>
      <DndContext sensors={sensors} onDragStart={({ active }) => setDragged(String(active.id))} onDragCancel={() => setDragged(null)} onDragEnd={onDrop}>
        <div className="flex min-h-0 flex-1">
          <div className="flex min-w-0 flex-1 flex-col">
            <div ref={board} className="flex min-h-0 flex-1 gap-px overflow-x-auto bg-line" tabIndex={0} role="group" aria-label="Strands">
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
                  items={columns[at] ?? noColumn}
                  isLive={onAir !== undefined}
                  chosen={chosen}
                  showsOut={isOpen(strand.id)}
                  onShowOut={(shows) => setShowsOut({ ...showsOut, [strand.id]: shows })}
                  stateOf={stateOf}
                  onChoose={(id) => {
                    setChosen(id);
                    board.current?.focus();
                  }}
                  onEdit={endEdit}
                  give={give}
                />
              ))}
            </div>
            {onAir && selected && !isSetUp && <ItemPreview ticker={onAir} item={selected} isUrgent={urgent.has(selected.id)} channel={channels.find(({ id }) => id === (hand === inStep ? onAir.channels[0] : hand))} />}
            <Band ticker={onAir} name={draft.name} inHand={hand} onHand={setInHand} give={give} />
          </div>
          {hasPosts && (
            <aside className="w-[25rem] shrink-0 border-l border-line max-lg:w-80" aria-label="Posts">
              {room === null ? <Empty title="No posts are gathered"><p>A source of viewers’ posts is added in Data, and goes to air with the release.</p></Empty> : <PostsWork key={room} room={room} layout="aside" />}
            </aside>
          )}
          {hasPosts ? null : isSetUp ? (
            <SetUp show={show} ticker={draft} inHand={selected} />
          ) : (
            onAir && (
              <ItemPanel
                ticker={onAir}
                item={selected}
                show={show}
                shown={play?.shown[selected?.id ?? ''] ?? 0}
                isUrgent={selected !== undefined && urgent.has(selected.id)}
                dwell={draft.dwell}
                onTry={(characters, seconds) => edit(`Dwell of ${draft.name}`, (own) => {
                  const ticker = own.tickers[draft.id];
                  if (ticker) ticker.dwell = withPoint(ticker.dwell, { characters, seconds });
                }, `${draft.id} try ${characters}`)}
                onEdit={setEditing}
                give={give}
              />
            )
          )}
        </div>
        <DragOverlay dropAnimation={null}>
          {lifted && <div className="max-w-72 truncate rounded border border-brass bg-raised px-2 py-1 shadow-lg" dir="auto">{itemWords(lifted)}</div>}
        </DragOverlay>
      </DndContext>
    </div>
  );
} // prettier-ignore
