import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { Redo2, Search, Undo2 } from 'lucide-react';
import { tinykeys } from 'tinykeys';
import { Button, IconButton } from '../ui';
import { air, isReleased, setAccessKey, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { offerActions, openPalette, usePalette, type Offer } from '../palette/palette-store';
import { People, useAreaTold } from '../people/people';
import { UnfitStrip } from '../posts/unfit-strip';
import { Troubles } from '../troubles/troubles';
import { AirTime } from './air-time';
import { CardsToAir } from './cards-to-air';
import { History } from './history';
import { KeptCards } from './kept-cards';
import { TypedCells } from './typed-cells';
import { ReleaseDialog } from './release-dialog';
import { SaveProblem } from './save-problem';

const Palette = lazy(async () => ({ default: (await import('../palette/palette')).Palette }));

/** What the palette offers wherever one is. */
const shellOffers = (): readonly Offer[] => {
  const { draft, undo, redo } = useDraft.getState();
  const [back, forth] = [draft?.undo.at(-1)?.label, draft?.redo.at(-1)?.label];
  return [
    ...(back ? [{ id: 'undo', name: `Undo: ${back}`, keys: 'Ctrl+Z', run: undo }] : []),
    ...(forth ? [{ id: 'redo', name: `Redo: ${forth}`, keys: 'Ctrl+Y', run: redo }] : []),
  ];
};

const areas = [
  ['/shows', 'Shows'],
  ['/build', 'Build'],
  ['/data', 'Data'],
  ['/desk', 'Desk'],
  ['/ticker', 'Ticker'],
  ['/posts', 'Posts'],
  ['/outputs', 'Outputs'],
] as const;

/** The top bar over every area, and what must run whichever area is seen. */
export function Shell() {
  useEffect(() => void air(), []);
  useAreaTold();
  usePaletteKey();
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-4 border-b border-line bg-deck pr-4">
        <nav aria-label="Areas" className="flex h-full">
          {areas.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `flex items-center border-b-2 px-3 text-[14px] xl:px-4 ${isActive ? 'border-brass font-semibold text-ink' : 'border-transparent text-ink-2 hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <DraftState />
        <IconButton label="Go to, or do (Ctrl+K)" onClick={openPalette}>
          <Search size={15} />
        </IconButton>
        <People />
        <ServerState />
        <AirTime />
      </header>
      <UnfitStrip />
      <Troubles />
      <SaveProblem />
      <KeptCards />
      <TypedCells />
      <CardsToAir />
      <main className="min-h-0 flex-1">
        <Outlet />
      </main>
      <OpenedPalette />
    </div>
  );
}

/** The palette opens by its key wherever one is, also out of a field. */
function usePaletteKey(): void {
  useEffect(() => offerActions('shell', shellOffers), []);
  useEffect(
    () =>
      tinykeys(
        window,
        {
          '$mod+k': (event) => {
            event.preventDefault();
            event.stopPropagation();
            openPalette();
          },
        },
        { capture: true },
      ),
    [],
  );
}

/** There once it has been opened. */
function OpenedPalette() {
  const isOpen = usePalette((store) => store.isOpen);
  const [isWanted, setIsWanted] = useState(false);
  useEffect(() => {
    if (isOpen) setIsWanted(true);
  }, [isOpen]);
  return isWanted ? (
    <Suspense>
      <Palette />
    </Suspense>
  ) : null;
}

function DraftState() {
  const show = useDraft((store) => store.draft?.show);
  const state = useAir((store) => store.state);
  const arrivals = useAir((store) => store.arrivals);
  const isConnected = useAir((store) => store.isConnected);
  const [asks, setAsks] = useState(false);
  // Compared when the draft or the release changes, not with every command on air.
  const { release, show: onAir } = state;
  const released = useMemo(() => {
    void arrivals;
    return show ? isReleased(show, { release, show: onAir }) : null;
  }, [show, release, onAir, arrivals]);
  // A draft that is as released has begun from there, whoever released it.
  useEffect(() => {
    if (released && release !== null) useDraft.getState().setBase(release);
  }, [released, release]);
  if (!show) return <span className="flex-1" />;
  return (
    <span className="flex min-w-0 flex-1 items-center gap-3 border-l border-line pl-4">
      <strong className="truncate font-semibold" title={show.name}>
        {show.name}
      </strong>
      <UndoButtons />
      <span className={`truncate text-xs ${released ? 'text-ink-3' : 'text-ink-2'}`}>
        {released === null ? (
          ''
        ) : released ? (
          'Draft is as released'
        ) : state.show && state.show.id !== show.id ? (
          'Another show is on air'
        ) : (
          <>
            Draft differs<span className="max-xl:hidden"> from the release on air</span>
          </>
        )}
      </span>
      <Button onClick={() => setAsks(true)} disabled={!isConnected}>
        Release…
      </Button>
      {asks && <ReleaseDialog show={show} onClose={() => setAsks(false)} />}
    </span>
  );
}

function UndoButtons() {
  const back = useDraft((store) => store.draft?.undo.at(-1)?.label);
  const forth = useDraft((store) => store.draft?.redo.at(-1)?.label);
  const { undo, redo } = useDraft.getState();
  return (
    <span className="flex">
      <IconButton label={back ? `Undo: ${back}` : 'Nothing to undo'} onClick={undo} disabled={!back}>
        <Undo2 size={15} />
      </IconButton>
      <IconButton label={forth ? `Redo: ${forth}` : 'Nothing to redo'} onClick={redo} disabled={!forth}>
        <Redo2 size={15} />
      </IconButton>
      <History />
    </span>
  );
}

function ServerState() {
  const isConnected = useAir((store) => store.isConnected);
  const refusal = useAir((store) => store.refusal);
  const [key, setKey] = useState('');
  if (refusal?.code === 'wrong-key') {
    return (
      <form
        className="flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          setAccessKey(key);
        }}
      >
        <input
          className="field w-40"
          type="password"
          aria-label="Access key"
          placeholder="Access key"
          value={key}
          onChange={(e) => setKey(e.target.value)}
        />
        <Button type="submit">{key === '' ? 'Without a key' : 'Connect'}</Button>
        <span role="alert" className="max-w-80 truncate text-xs text-warn" title={refusal.message}>
          ⚠ {refusal.message}
        </span>
      </form>
    );
  }
  return (
    <span
      role="status"
      className={`flex items-center gap-2 text-xs ${isConnected ? 'text-ink-2' : 'font-semibold text-warn'}`}
    >
      <svg width="10" height="10" viewBox="0 0 10 10" aria-hidden>
        {isConnected ? (
          <circle cx="5" cy="5" r="4" fill="currentColor" />
        ) : (
          <path d="M1 1l8 8M9 1l-8 8" stroke="currentColor" strokeWidth="2" />
        )}
      </svg>
      <span className={isConnected ? 'max-xl:sr-only' : ''}>
        {isConnected ? 'Server answers' : 'No answer from the server'}
      </span>
    </span>
  );
}
