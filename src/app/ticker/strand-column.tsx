import { useDroppable } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ChevronDown, ChevronRight, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { TickerItem } from '../../core/ticker';
import type { Show, Strand } from '../../core/show';
import { Health } from '../data/health';
import { useData } from '../state/data';
import { useDraft } from '../state/draft-store';
import { CheckField, IconButton } from '../ui';
import { ItemRow, type RowState } from './item-row';
import type { Give } from './give';

export const sections = ['incoming', 'in', 'out'] as const;
export type Section = (typeof sections)[number];
const titles: Readonly<Record<Section, string>> = { incoming: 'Incoming', in: 'In', out: 'Left out' };

/** The items of a strand as they stand in its column. */
export type Columned = Readonly<Record<Section, readonly TickerItem[]>>;

type Line = { readonly head: Section; readonly count: number } | { readonly item: TickerItem };

/** The sources that a strand takes from, through the views between. */
function sourcesOf(show: Pick<Show, 'views' | 'sources'>, { from }: Strand): string[] {
  const root = (id: string): string => (show.views[id] ? root(show.views[id].of) : id);
  return [...new Set(from.map(({ data }) => root(data)))].filter((id) => show.sources[id]);
}

/** How the sources of a strand are doing, where one is not well. */
function SourceHealth({ strand }: { strand: Strand }) {
  const show = useDraft((store) => store.draft?.show);
  const statuses = useData((store) => store.statuses);
  if (!show) return null;
  return sourcesOf(show, strand).map((id) => {
    const source = show.sources[id];
    const status = statuses[id];
    if (!source || !status || (status.problem === null && status.state !== 'failed')) return null;
    return (
      <p key={id} role="status" className="flex flex-wrap items-center gap-x-1.5 text-xs text-warn">
        {source.name} {status.state !== 'fresh' && <Health status={status} />}
        {status.problem && <span className="min-w-0 text-ink-3">{status.problem.message} What has come stands.</span>}
      </p>
    );
  });
} // prettier-ignore

/** Whether an element is in sight; until it is known it counts as being so. */
function useSeen(element: RefObject<HTMLElement | null>): boolean {
  const [isSeen, setSeen] = useState(true);
  useEffect(() => {
    if (!element.current) return;
    const observer = new IntersectionObserver(([entry]) => setSeen(entry?.isIntersecting ?? true));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return isSeen;
}

/** The items of a strand: incoming at the top, then what is in, then what was left out. */
export function StrandColumn(props: {
  strand: Strand;
  isIn: boolean;
  items: Columned;
  isLive: boolean;
  chosen: string | null;
  showsOut: boolean;
  onShowOut: (shows: boolean) => void;
  stateOf: (item: TickerItem) => RowState;
  onChoose: (id: string) => void;
  onEdit: (id: string | null) => void;
  give: Give;
}) {
  const { strand, isIn, items, isLive, chosen, showsOut, onShowOut, stateOf, onChoose, onEdit, give } = props;
  const [typed, setTyped] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const lines = useMemo<readonly Line[]>(
    () =>
      sections.flatMap((head): Line[] => {
        const own = items[head];
        if (own.length === 0) return head === 'in' ? [{ head, count: 0 }] : [];
        return [{ head, count: own.length }, ...(head === 'out' && !showsOut ? [] : own.map((item) => ({ item })))];
      }),
    [items, showsOut],
  );
  const column = useRef<HTMLElement>(null);
  const isSeen = useSeen(column);
  const list = useVirtualizer({
    count: isSeen ? lines.length : 0,
    getScrollElement: () => scroller.current,
    estimateSize: (at) => (lines[at] && 'head' in lines[at] ? 28 : 56),
    getItemKey: (at) => {
      const line = lines[at];
      return line ? ('head' in line ? line.head : line.item.id) : at;
    },
    overscan: 6,
  });
  const place = lines.findIndex((line) => 'item' in line && line.item.id === chosen);
  useEffect(() => {
    if (place < 0) return;
    if (isSeen) list.scrollToIndex(place);
    column.current?.scrollIntoView({ inline: 'nearest', block: 'nearest' });
    // Only what is chosen moves the list.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chosen, isSeen]);
  const add = (): void => {
    if (typed.trim() === '') return;
    give({ act: 'add', strand: strand.id, words: typed });
    setTyped('');
  };
  return (
    <section ref={column} className={`flex min-h-0 w-72 min-w-64 flex-1 flex-col bg-deck ${isIn ? '' : 'opacity-60'}`} aria-label={`Strand ${strand.name}`}>
      <header className="flex flex-col gap-1 border-t-4 border-b border-b-line p-2" style={{ borderTopColor: strand.colour }}>
        <div className="flex items-center gap-2">
          <strong className="min-w-0 flex-1 truncate font-semibold">{strand.name}</strong>
          <CheckField label="In the round" value={isIn} onChange={(is) => give({ act: 'strand', strand: strand.id, isIn: is })} />
        </div>
        <p className="text-xs text-ink-3">
          {items.in.length} in · {strand.gives === null ? 'all each round' : `${strand.gives} each round`}
        </p>
        <SourceHealth strand={strand} />
        <div className="flex gap-1">
          <input
            aria-label={`New item of ${strand.name}`}
            className="field h-7 min-w-0 flex-1"
            placeholder="Type an item"
            value={typed}
            disabled={!isLive}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && add()}
          />
          <IconButton label={`Add to ${strand.name}`} disabled={!isLive || typed.trim() === ''} onClick={add}><Plus size={15} /></IconButton>
        </div>
      </header>
      <div ref={scroller} className="min-h-0 flex-1 overflow-auto">
        <ol aria-label={`Items of ${strand.name}`} className="relative" style={{ height: list.getTotalSize() }}>
          {list.getVirtualItems().map(({ index, start, key }) => {
            const line = lines[index];
            return (
              line && (
                <li key={key} ref={list.measureElement} data-index={index} className="absolute inset-x-0" style={{ top: start }}>
                  {'head' in line ? (
                    <Head section={line.head} count={line.count} strand={strand} isOpen={showsOut} onOpen={onShowOut} />
                  ) : (
                    <ItemRow of={stateOf(line.item)} onChoose={onChoose} onEdit={onEdit} give={give} />
                  )}
                </li>
              )
            );
          })}
        </ol>
      </div>
    </section>
  );
} // prettier-ignore

function Head(props: { section: Section; count: number; strand: Strand; isOpen: boolean; onOpen: (is: boolean) => void }) {
  const { section, count, strand, isOpen, onOpen } = props;
  const drop = useDroppable({ id: `${section} ${strand.id}` });
  const tone = section === 'incoming' ? 'text-next' : 'text-ink-2';
  const frame = `flex h-7 w-full items-center gap-1 border-b border-line bg-panel px-2 text-xs font-semibold ${tone} ${drop.isOver ? 'outline outline-1 -outline-offset-1 outline-brass' : ''}`;
  if (section === 'out')
    return (
      <button type="button" ref={drop.setNodeRef} className={frame} aria-expanded={isOpen} onClick={() => onOpen(!isOpen)}>
        {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />} {titles[section]} <span className="number font-normal text-ink-3">{count}</span>
      </button>
    );
  return (
    <div ref={drop.setNodeRef} className={frame}>
      {titles[section]} <span className="number font-normal text-ink-3">{count}</span>
      {section === 'in' && count === 0 && <span className="min-w-0 truncate font-normal text-ink-3">{strand.from.length === 0 ? 'Type an item, or choose where items come from under Set up' : 'Nothing yet: take an item in with Enter'}</span>}
    </div>
  );
} // prettier-ignore
