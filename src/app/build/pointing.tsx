import { useEffect } from 'react';
import { create } from 'zustand';
import type { TetherEdge } from '../../core/show';

/** An element that is wanted of the designer, by a click on the stage or in the outline. */
interface Pointing {
  /** What is wanted, as “Point at …” goes on. */
  readonly wants: string;
  /** Why an element cannot be it; null where it can. */
  readonly refuses: (id: string) => string | null;
  /** Whether a click beside everything means the canvas. */
  readonly takesCanvas: boolean;
  /** Whether an edge of it may be meant: then edges are shown under the pointer. */
  readonly takesEdges?: boolean;
  readonly onPick: (id: string | null, edge: TetherEdge | null) => void;
}

export const usePointing = create<{ now: Pointing | null; refusal: string | null }>(() => ({
  now: null,
  refusal: null,
}));

export const pointAt = (wants: string, given: Omit<Pointing, 'wants'>): void =>
  usePointing.setState({ now: { wants, ...given }, refusal: null });

const end = (): void => usePointing.setState({ now: null, refusal: null });

/** Gives what was clicked to who wants it; false where nothing is wanted. */
export function pointed(id: string | null, edge: TetherEdge | null = null): boolean {
  const { now } = usePointing.getState();
  if (!now) return false;
  const refusal = id === null ? (now.takesCanvas ? null : 'Nothing is there.') : now.refuses(id);
  if (refusal !== null) usePointing.setState({ refusal });
  else {
    end();
    now.onPick(id, now.takesEdges ? edge : null);
  }
  return true;
}

/** Says over the stage what is to be pointed at. */
export function PointingWords() {
  const { now, refusal } = usePointing();
  useEffect(() => {
    if (!now) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      event.preventDefault();
      event.stopPropagation();
      end();
    };
    addEventListener('keydown', onKey, { capture: true });
    return () => removeEventListener('keydown', onKey, { capture: true });
  }, [now]);
  if (!now) return null;
  return (
    <p
      role="status"
      className="pointer-events-none absolute top-8 left-1/2 z-20 -translate-x-1/2 rounded border border-brass bg-panel px-3 py-1.5"
    >
      Point at {now.wants}, here or in the outline
      {now.takesCanvas ? '; beside everything for the canvas' : ''}.{' '}
      <span className="text-ink-3">Esc cancels.</span>
      {refusal && <span className="block text-warn">⚠ {refusal}</span>}
    </p>
  );
}
