import { useVirtualizer } from '@tanstack/react-virtual';
import { Download, Play, Redo2, Undo2 } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import {
  anyPost,
  listedState,
  type FoundPost,
  type PostSearch,
  type PostSeen,
  type Verdict,
} from '../../core/post';
import { counted } from '../../core/problem';
import { AskName } from '../people/ask-name';
import { sawPosts, usePosts } from '../state/posts';
import { askedBlob } from '../state/air-store';
import { download } from '../state/shows';
import { Button, Empty, IconButton, SelectField } from '../ui';
import { give, usePlay, wasOnAir } from './play';
import { PostPanel } from './post-panel';
import { PostRow } from './post-row';
import { stateNames } from './post-words';
import { SearchBar } from './search-bar';
import { Services } from './services';
import { StatesRail } from './states-rail';
import { tried } from './tried';
import { useFound } from './use-found';

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (/^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName) || target.isContentEditable);
const isOver = (): boolean => document.querySelector('[role=dialog],[role=menu],[role=listbox]') !== null;
const verdictKeys: Readonly<Record<string, Verdict>> = {
  w: 'wanted',
  c: 'cleared',
  x: 'refused',
  f: 'found',
};
const begin: PostSearch = { ...anyPost, state: 'found' };
const rowHeight = 92;
const noRows: readonly FoundPost[] = [];

/** The whole of posts: what is looked for, what was found, and the one in hand. On a page of its own, or beside something. */
export function PostsWork(props: { room: string; onRoom?: (id: string) => void; layout: 'page' | 'aside' }) {
  const { room, onRoom, layout } = props;
  const rooms = usePosts((store) => store.rooms) ?? [];
  const count = usePosts((store) => store.count);
  const problem = usePosts((store) => store.problem);
  const [search, setSearch] = useState(begin);
  const [chosen, setChosen] = useState<string | null>(null);
  const [isPointed, setPointed] = useState(false);
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const [part, setPart] = useState<'text' | 'note' | null>(null);
  const [asksAgain, setAsksAgain] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const board = useRef<HTMLDivElement>(null);
  const whole = useRef<HTMLDivElement>(null);
  const found = useFound(search, isPointed || chosen !== null);
  const play = usePlay(room);
  const queue = useFound(useMemo(() => ({ ...anyPost, state: 'cleared' as const }), []), false);
  // Rows of another search are never what a key means.
  const rows = found.isReady ? found.rows : noRows;
  const places = useMemo(() => new Map(queue.rows.map(({ seen: { post } }, i) => [post.key, i + 1])), [queue.rows]);
  const at = rows.findIndex(({ seen: { post } }) => post.key === chosen);
  const own = at < 0 ? null : (rows[at] ?? null);
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => board.current, estimateSize: () => rowHeight, overscan: 6, getItemKey: (i) => rows[i]?.seen.post.key ?? i });
  const onChoose = useCallback((key: string) => {
    setChosen(key);
    setSeen((before) => new Set([...before, key]));
    sawPosts([key]);
    board.current?.focus();
  }, []);
  useEffect(() => {
    setPart(null);
    setAsksAgain(null);
  }, [chosen]);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // Only when another is in hand.
  }, [chosen]); // eslint-disable-line react-hooks/exhaustive-deps
  const last = virtual.getVirtualItems().at(-1)?.index ?? 0;
  const { more, total } = found;
  useEffect(() => {
    if (rows.length > 0 && last >= rows.length - 10 && rows.length < total) more();
  }, [last, rows.length, total, more]);

  const look = (next: PostSearch): void => {
    setSearch(next);
    setChosen(null);
    board.current?.scrollTo({ top: 0 });
  };
  const go = (to: number): void => {
    const next = rows[Math.max(0, Math.min(rows.length - 1, to))];
    if (next) onChoose(next.seen.post.key);
  };
  /** Judges the post in hand, with those that say nearly the same where it is refused, and goes on to the next that is still to be judged. */
  const decide = async (to: Verdict): Promise<void> => {
    if (!own) return;
    const { post, state } = own.seen;
    const keys = to === 'refused' || to === 'found' ? [post.key, ...own.alike.map((one) => one.post.key)] : [post.key];
    const next = rows.slice(at + 1).find((row) => row.seen.state === state) ?? rows[at + 1];
    if (!(await tried({ do: 'judge', posts: keys, to, was: state }))) return;
    if (next) onChoose(next.seen.post.key);
  };
  const take = async (of: PostSeen): Promise<void> => {
    const { template, channel } = play;
    if (!template || !channel) return void toast.error('No template of the release takes a post: one needs fields named Text and Author.');
    if (of.state !== 'cleared') return void toast.error('Only what is cleared goes to air.');
    const isAgain = wasOnAir(of);
    if (isAgain && asksAgain !== of.post.key) return setAsksAgain(of.post.key);
    setAsksAgain(null);
    await give({ do: 'take', channel: channel.id, template: template.id, row: { of: room, key: of.post.key }, ...(isAgain ? { again: true as const } : {}) });
  };
  const takeNext = async (): Promise<void> => {
    const next = queue.rows.find(({ seen: of }) => of.judged.aired === null);
    if (!next) return void toast.info('Nothing waits in the queue. Clear a post, and it stands at its end.');
    await take(next.seen);
  };
  const back = (what: 'undo' | 'redo'): void => void tried({ do: what });

  const onKey = (event: KeyboardEvent): void => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
      event.preventDefault();
      return back(event.shiftKey ? 'redo' : 'undo');
    }
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isOver()) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const verdict = verdictKeys[key];
    const acts: Readonly<Record<string, (() => void) | undefined>> = {
      ArrowDown: () => (event.shiftKey && own ? moveBy(1) : go(at + 1)),
      ArrowUp: () => (event.shiftKey && own ? moveBy(-1) : go(at < 0 ? 0 : at - 1)),
      PageDown: () => go(at + 6),
      PageUp: () => go(at - 6),
      Home: () => go(0),
      '/': () => field.current?.focus(),
      '.': () => found.refresh(),
      q: () => void takeNext(),
      ...(own
        ? {
            e: () => setPart('text'),
            n: () => setPart('note'),
            t: () => void take(own.seen),
            Escape: () => (asksAgain === null ? setChosen(null) : setAsksAgain(null)),
          }
        : {}),
    };
    const act = verdict && own ? () => void decide(verdict) : acts[key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  /** Another place in the queue. */
  const moveBy = (by: number): void => {
    if (!own) return;
    const list = queue.rows.map(({ seen: { post } }) => post.key);
    const place = list.indexOf(own.seen.post.key);
    const to = place + by;
    if (place < 0 || to < 0 || to >= list.length) return;
    const before = by < 0 ? list[to] : (list[to + 1] ?? null);
    void tried({ do: 'place', post: own.seen.post.key, before: before ?? null }).then(() => found.refresh());
  };
  const keyed = useRef(onKey);
  keyed.current = onKey;
  useEffect(() => {
    // Beside something else, keys are those of what has the focus.
    const heard = (event: KeyboardEvent): void => {
      if (layout === 'page' || (event.target instanceof Node && whole.current?.contains(event.target))) keyed.current(event);
    };
    window.addEventListener('keydown', heard, layout === 'aside');
    return () => window.removeEventListener('keydown', heard, layout === 'aside');
  }, [layout]);

  const list = (
    <div className="relative flex min-h-0 min-w-0 flex-1 flex-col bg-ground" onPointerEnter={() => setPointed(true)} onPointerLeave={() => setPointed(false)}>
      {found.waiting > 0 && (
        <button type="button" className="flex h-7 shrink-0 items-center justify-center gap-2 border-b border-line bg-panel text-xs text-tide hover:bg-raised" onClick={found.refresh}>
          {counted(found.waiting, 'post')} came meanwhile. Show <kbd className="text-ink-3">.</kbd>
        </button>
      )}
      <div ref={board} tabIndex={0} role="group" aria-label={`Posts: ${search.state === null ? 'all' : stateNames[search.state]}`} className={`min-h-0 flex-1 overflow-y-auto outline-offset-[-2px] ${own ? 'outline-none' : ''}`}>
        {rows.length === 0 && found.isReady && count !== null && (
          <Empty title={search.state === null || search.words !== '' ? 'Nothing found' : `Nothing ${stateNames[search.state].toLowerCase()}`}>
            <p>{search.state === 'wanted' ? 'Press W on a post to want it: who clears it finds it here.' : search.state === 'cleared' ? 'Press C on a post to clear it for air: it stands here in the order of the queue.' : 'Posts come as their services give them. Look among all, or with fewer words.'}</p>
            {search.state !== null && <Button onClick={() => look({ ...search, state: null })}>Look among all</Button>}
          </Empty>
        )}
        <div style={{ height: virtual.getTotalSize() }} className="relative">
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            if (!row) return null;
            const { key } = row.seen.post;
            return (
              <div key={item.key} data-index={item.index} ref={virtual.measureElement} className="absolute inset-x-0 top-0" style={{ transform: `translateY(${item.start}px)` }}>
                <PostRow found={row} isChosen={key === chosen} isUnseen={listedState(row.seen) === 'found' && !seen.has(key)} place={places.get(key) ?? 0} onChoose={onChoose} />
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
  const bar = (
    <div className={`flex shrink-0 items-center gap-2 border-b border-line px-3 ${layout === 'aside' ? 'flex-wrap py-1.5' : 'h-10'}`} role="toolbar" aria-label="Posts">
      {rooms.length > 1 && onRoom && (
        <span className="w-44"><SelectField bare label="Source" value={room} choices={rooms.map(({ id, name }) => ({ value: id, label: name }))} onChange={(id) => onRoom(String(id))} /></span>
      )}
      {layout === 'aside' && (
        <span className="w-full"><SelectField bare label="State" value={search.state ?? ''} choices={[...Object.entries(stateNames).map(([value, label]) => ({ value, label })), { value: '', label: 'All' }]} onChange={(state) => look({ ...search, state: state === '' ? null : (state as PostSearch['state']) })} /></span>
      )}
      <SearchBar search={search} onSearch={look} field={field} onLeave={() => board.current?.focus()} />
      {layout === 'page' && (
        <>
          <Services />
          <span className="flex">
            <IconButton label="Undo what you did last here" onClick={() => back('undo')}><Undo2 size={15} /></IconButton>
            <IconButton label="Redo" onClick={() => back('redo')}><Redo2 size={15} /></IconButton>
            <IconButton label="Save the log as CSV" onClick={() => void askedBlob(`/api/posts/${encodeURIComponent(room)}/log?format=csv`).then((blob) => (blob ? download(blob, 'posts.csv') : toast.error('The log is not to be had.')))}><Download size={15} /></IconButton>
          </span>
          <Button title="Q" onClick={() => void takeNext()} disabled={!play.template}><Play size={14} /> Take next of queue</Button>
        </>
      )}
    </div>
  );
  const panel = <PostPanel room={room} found={own} place={own ? (places.get(own.seen.post.key) ?? 0) : 0} part={part} onPart={setPart} asksAgain={own !== null && asksAgain === own.seen.post.key} onDecide={(to) => void decide(to)} onTake={(of) => void take(of)} play={play} layout={layout} />;
  return (
    <div ref={whole} data-keys="posts" className="flex h-full min-h-0 flex-col">
      {layout === 'page' && <AskName />}
      {bar}
      {problem && <p role="alert" className="shrink-0 border-b border-warn px-3 py-1 text-xs text-warn">⚠ {problem.message}</p>}
      {layout === 'page' ? (
        <div className="flex min-h-0 flex-1">
          <StatesRail search={search} onSearch={look} />
          {list}
          {panel}
        </div>
      ) : (
        <div className="flex min-h-0 flex-1 flex-col">
          {list}
          {own && panel}
        </div>
      )}
    </div>
  );
} // prettier-ignore
