import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type WheelEvent,
} from 'react';
import { keyValueAt } from '../../../core/motion';
import { phaseOf, phasesOf, setKey, type Template } from '../../../core/show';
import { newId } from '../../state/ids';
import { editTemplate, sealEdit, useBuild, type KeyRef } from '../build-store';
import { playheadAt, playheadX, rulerOf, snappedFrame, xOf } from './geometry';
import {
  chooseAllKeys,
  copyChosen,
  duplicateChosen,
  keyAt,
  moveChosen,
  pasteChosen,
  removeChosen,
  reverseChosen,
  sameKey,
  stepFrom,
  stepToKey,
} from './keys';
import { RulerBar } from './ruler-bar';
import { rowsOf } from './rows';
import { ScoreBar } from './score-bar';
import { rowHeight, ScoreLane } from './score-lane';

const labelWidth = 208;
const headHeight = 49;
const heightKey = 'jorvan.score';
const usualHeight = 244;
const dragSlop = 3;
const keptHeight = (): number => Number(localStorage.getItem(heightKey)) || usualHeight;
const noKeys: readonly KeyRef[] = [];

/** The upper edge of the score, dragged or moved with the arrows to give it or the stage more room. */
function HeightHandle({ height, onHeight }: { height: number; onHeight: (height: number) => void }) {
  const put = (wanted: number): void => {
    const kept = Math.round(Math.max(96, Math.min(innerHeight - 320, wanted)));
    localStorage.setItem(heightKey, String(kept));
    onHeight(kept);
  };
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the score"
      aria-valuenow={height}
      tabIndex={0}
      className="absolute inset-x-0 -top-1 z-40 h-2 cursor-row-resize touch-none"
      onDoubleClick={() => put(usualHeight)}
      onPointerDown={(event) => {
        const from = event.clientY;
        const target = event.currentTarget;
        target.setPointerCapture(event.pointerId);
        const move = (e: globalThis.PointerEvent): void => put(height + from - e.clientY);
        target.addEventListener('pointermove', move);
        target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), {
          once: true,
        });
      }}
      onKeyDown={(event) => {
        const by = { ArrowUp: 16, ArrowDown: -16 }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        put(height + by);
      }}
    />
  );
}

/** The motion of the template: its phases side by side on one ruler in frames. */
export function Score({ template }: { template: Template }) {
  const area = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  const [height, setHeight] = useState(keptHeight);
  const [marquee, setMarquee] = useState<{ x: number; y: number; w: number; h: number } | null>(null);
  const [heldScale, setHeldScale] = useState<number | null>(null);
  const playhead = useBuild((store) => store.playhead);
  const keys = useBuild((store) => store.keys);
  const selection = useBuild((store) => store.selection);
  const view = useBuild((store) => store.score);
  const set = useBuild((store) => store.set);
  useLayoutEffect(() => {
    const element = area.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth - labelWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const ruler = useMemo(
    () => rulerOf(template, width, view.zoom, view.folded, heldScale),
    [template, width, view.zoom, view.folded, heldScale],
  );
  const rows = useMemo(() => rowsOf(template, view), [template, view]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => area.current,
    estimateSize: () => rowHeight,
    scrollMargin: headHeight,
    overscan: 6,
  });
  const byRow = useMemo(() => {
    const found = new Map<string, KeyRef[]>();
    const rowOf = new Map<string, string>();
    for (const row of rows)
      if (row.kind === 'property')
        for (const { phase, track } of row.tracks) rowOf.set(`${phase} ${track.id}`, row.key);
    for (const key of keys) {
      const row = rowOf.get(`${key.phase} ${key.track}`);
      if (row) found.set(row, [...(found.get(row) ?? []), key]);
    }
    return found;
  }, [rows, keys]);
  // What is found is looked at from its first row on.
  useEffect(() => {
    virtual.scrollToOffset(0);
    // Only other words scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view.search]);
  // What is chosen on the stage is brought into sight.
  const [first] = selection;
  useEffect(() => {
    const at = rows.findIndex((row) => row.element.id === first);
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // Only a new choice scrolls.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [first]);

  /** Follows the pointer until it is let go; places are px from the left of the lanes and from the top of the rows. */
  const follow = (
    event: PointerEvent<HTMLElement>,
    move: (x: number, y: number, e: globalThis.PointerEvent) => void,
    end: () => void = () => undefined,
  ): void => {
    const holder = area.current;
    if (!holder) return;
    const onMove = (e: globalThis.PointerEvent): void => {
      const { left, top } = holder.getBoundingClientRect();
      move(
        e.clientX - left + holder.scrollLeft - labelWidth,
        e.clientY - top + holder.scrollTop - headHeight,
        e,
      );
    };
    const up = (): void => {
      removeEventListener('pointermove', onMove);
      end();
    };
    addEventListener('pointermove', onMove);
    addEventListener('pointerup', up, { once: true });
    onMove(event.nativeEvent);
  };

  const scrub = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.button !== 0) return;
    follow(event, (x) => set({ playhead: playheadAt(ruler, x), isPlaying: false }));
  };

  const grab = (event: PointerEvent<HTMLButtonElement>, key: KeyRef): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const isChosen = keys.some((other) => sameKey(other, key));
    let chosen: readonly KeyRef[] = event.shiftKey
      ? isChosen
        ? keys.filter((other) => !sameKey(other, key))
        : [...keys, key]
      : isChosen
        ? keys
        : [key];
    const track = keyAt(template, key)?.track;
    if (track && !useBuild.getState().selection.includes(track.element))
      useBuild.getState().select([track.element]);
    set({ keys: chosen, playhead: { phase: key.phase, frame: key.frame }, isPlaying: false });
    event.currentTarget.focus();
    // A longer phase would make every frame narrower under the pointer.
    setHeldScale(ruler.scale);
    const stops = view.snaps ? stopsIn(template, key.phase, chosen) : [];
    const merge = `keys ${event.timeStamp}`;
    const start = key.frame;
    let from: number | null = null;
    let at = key.frame;
    let copies = event.altKey;
    follow(
      event,
      (x, _y, e) => {
        from ??= x;
        // A click is no drag: nothing is pulled anywhere.
        if (at === start && Math.abs(x - from) < dragSlop) return;
        const moved = Math.round(start + (x - from) / ruler.scale);
        const frame = e.ctrlKey || e.metaKey ? moved : snappedFrame(moved, stops, ruler);
        if (frame === at) return;
        if (copies) {
          // Alt leaves a second set where they were: the copies are what is dragged.
          copies = false;
          if (!duplicateChosen()) return;
          const { keys: made } = useBuild.getState();
          const first = Math.min(...made.map((own) => own.frame));
          const kept = Math.min(...chosen.map((own) => own.frame));
          if (moveChosen(made, frame - start - (first - kept), merge)) at = frame;
          chosen = useBuild.getState().keys;
          return;
        }
        if (!moveChosen(chosen, frame - at, merge)) return;
        chosen = chosen.map((own) => ({ ...own, frame: own.frame + frame - at }));
        at = frame;
        set({ playhead: { phase: key.phase, frame } });
      },
      () => {
        setHeldScale(null);
        sealEdit();
      },
    );
  };

  /** A drag over free room takes in hand the keys inside. */
  const choose = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.button !== 0 || !(event.target as HTMLElement).closest('[data-lane]')) return;
    if ((event.target as HTMLElement).closest('button')) return;
    let from: { x: number; y: number } | null = null;
    const before = event.shiftKey ? keys : [];
    if (!event.shiftKey) set({ keys: [] });
    follow(
      event,
      (x, y) => {
        from ??= { x, y };
        const box = {
          x: Math.min(from.x, x),
          y: Math.min(from.y, y),
          w: Math.abs(x - from.x),
          h: Math.abs(y - from.y),
        };
        if (box.w < 4 && box.h < 4) return;
        setMarquee(box);
        const inside = rows.flatMap((row, index) => {
          const middle = index * rowHeight + rowHeight / 2;
          if (
            row.kind !== 'property' ||
            middle < box.y - rowHeight / 2 ||
            middle > box.y + box.h + rowHeight / 2
          )
            return [];
          return row.tracks.flatMap(({ phase, track }) =>
            track.keys.flatMap((key) => {
              const at = xOf(ruler, phase, key.frame);
              return at >= box.x && at <= box.x + box.w ? [{ phase, track: track.id, frame: key.frame }] : [];
            }),
          );
        });
        set({ keys: [...before.filter((key) => !inside.some((own) => sameKey(own, key))), ...inside] });
      },
      () => setMarquee(null),
    );
  };

  const zoomAt = (event: WheelEvent): void => {
    if (!event.ctrlKey && !event.metaKey) return;
    const { setScore, score } = useBuild.getState();
    setScore({ zoom: Math.max(0.5, Math.min(12, score.zoom * Math.exp(-event.deltaY * 0.003))) });
  };

  const onKeyDown = (event: KeyboardEvent): void => {
    if ((event.target as HTMLElement).closest('input, select, textarea')) return;
    const done = scoreKey(template, event);
    if (!done) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section
      aria-label="Score"
      data-score
      className="relative col-span-2 flex min-h-0 flex-col border-t border-line bg-deck"
      style={{ height }}
      onKeyDown={onKeyDown}
    >
      <HeightHandle height={height} onHeight={setHeight} />
      <ScoreBar template={template} />
      <div
        ref={area}
        className="relative min-h-0 flex-1 overflow-auto -outline-offset-2 select-none"
        tabIndex={0}
        aria-label="Rows of the score"
        role="region"
        onWheel={zoomAt}
        onPointerDown={choose}
      >
        <div
          className="sticky top-0 z-30 flex bg-deck"
          style={{ width: labelWidth + ruler.end + 14, minWidth: '100%' }}
        >
          <div
            className="sticky left-0 z-30 flex shrink-0 items-end border-r border-b border-line bg-deck"
            style={{ width: labelWidth }}
          >
            <Search />
          </div>
          <RulerBar
            ruler={ruler}
            template={template}
            onScrub={scrub}
            onHold={(isHeld) => setHeldScale(isHeld ? ruler.scale : null)}
          />
        </div>
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            return (
              row && (
                <div
                  key={row.key}
                  className="absolute left-0 min-w-full"
                  style={{ top: item.start - headHeight, height: rowHeight }}
                >
                  <ScoreLane
                    row={row}
                    ruler={ruler}
                    labelWidth={labelWidth}
                    isChosen={selection.includes(row.element.id)}
                    keys={byRow.get(row.key) ?? noKeys}
                    onGrab={grab}
                  />
                </div>
              )
            );
          })}
          {marquee && (
            <span
              className="pointer-events-none absolute z-20 border border-brass bg-brass/15"
              style={{ left: labelWidth + marquee.x, top: marquee.y, width: marquee.w, height: marquee.h }}
            />
          )}
        </div>
        {rows.length === 0 && (
          <p className="p-4 text-ink-3">
            {view.search
              ? 'Nothing of that name moves.'
              : 'Nothing moves yet: the template cuts in and out. Choose an element and give it a motion above.'}
          </p>
        )}
        <div
          className="pointer-events-none absolute top-6 z-20 w-px bg-brass"
          style={{
            left: labelWidth + playheadX(ruler, playhead),
            height: Math.max(headHeight + rows.length * rowHeight - 20, 20),
          }}
          aria-hidden
        />
      </div>
    </section>
  );
}

function Search() {
  const search = useBuild((store) => store.score.search);
  const setScore = useBuild((store) => store.setScore);
  return (
    <input
      type="search"
      aria-label="Find in the score"
      placeholder="Find what moves"
      className="m-1 h-6 w-full min-w-0 rounded border border-line bg-raised px-2 text-xs placeholder:text-ink-3"
      value={search}
      onChange={(event) => setScore({ search: event.target.value })}
    />
  );
}

/** Frames of a phase that what is dragged is pulled to: other keys, markers and its ends. */
function stopsIn(template: Template, ref: string, moving: readonly KeyRef[]): number[] {
  const phase = phaseOf(template, ref);
  if (!phase) return [];
  const isMoving = (track: string, frame: number): boolean =>
    moving.some((key) => key.phase === ref && key.track === track && key.frame === frame);
  const frames = phase.tracks.flatMap((track) =>
    track.keys.flatMap((key) => (isMoving(track.id, key.frame) ? [] : [key.frame])),
  );
  return [...new Set([0, phase.frames, ...frames, ...phase.markers.map((marker) => marker.frame)])];
}

/** The keys of the score; true where one was used. */
function scoreKey(template: Template, event: KeyboardEvent): boolean {
  const { keys, playhead, set, isPlaying } = useBuild.getState();
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  if (command) {
    if (key === 'c') return copyChosen();
    if (key === 'v') return pasteChosen();
    if (key === 'd') return duplicateChosen();
    if (key === 'a') return (chooseAllKeys(), true);
    return false;
  }
  const by =
    (event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0) * (event.shiftKey ? 10 : 1);
  if (by !== 0) {
    if (keys.length > 0) {
      if (moveChosen(keys, by))
        set({ playhead: { ...playhead, frame: Math.max(0, Math.floor(playhead.frame) + by) } });
    } else set({ playhead: stepFrom(template, playhead, by), isPlaying: false });
    return true;
  }
  switch (key) {
    case 'delete':
    case 'backspace':
      return (removeChosen(), true);
    case '.':
      return (stepToKey(1), true);
    case ',':
      return (stepToKey(-1), true);
    case 'home':
      return (set({ playhead: { ...playhead, frame: 0 }, isPlaying: false }), true);
    case 'end':
      return (
        set({
          playhead: { ...playhead, frame: phaseOf(template, playhead.phase)?.frames ?? 0 },
          isPlaying: false,
        }),
        true
      );
    case 'pageup':
    case 'pagedown': {
      const order = phasesOf(template).map(({ ref }) => (ref === 'idle' ? 'hold' : ref));
      const at = order.indexOf(playhead.phase) + (key === 'pagedown' ? 1 : -1);
      const next = order[Math.max(0, Math.min(order.length - 1, at))];
      if (next) set({ playhead: { phase: next, frame: 0 }, keys: [], isPlaying: false });
      return true;
    }
    case 'k':
      return keyHere(template);
    case 'r':
      return keys.length > 0 && (reverseChosen(), true);
    case 'escape':
      return keys.length > 0 && (set({ keys: [] }), true);
    case ' ':
      return !(event.target as HTMLElement).closest('button') && (set({ isPlaying: !isPlaying }), true);
    default:
      return false;
  }
}

/** Sets a key at the playhead on every track in hand, or on all of the elements in hand, of the value it has there. */
function keyHere(template: Template): boolean {
  const { keys, playhead, selection, set } = useBuild.getState();
  const phase = phaseOf(template, playhead.phase);
  if (!phase) return false;
  const chosen = new Set(keys.filter((key) => key.phase === playhead.phase).map((key) => key.track));
  const tracks = phase.tracks.filter((track) =>
    chosen.size > 0 ? chosen.has(track.id) : selection.includes(track.element),
  );
  if (tracks.length === 0) return false;
  const frame = Math.floor(playhead.frame);
  editTemplate('Set keys', (t) => {
    for (const track of tracks) {
      const value = keyValueAt(track, frame);
      setKey(t, playhead.phase, track, { frame, value }, newId);
    }
  });
  set({ keys: tracks.map((track) => ({ phase: playhead.phase, track: track.id, frame })) });
  return true;
}
