import { useEffect } from 'react';
import { create } from 'zustand';
import type { TypedUpTo } from '../../core/show';
import type { Typed, TypedTable, TypingAct } from '../../core/typing';
import { asked, jsonInit, ownName, typingListeners, useAir } from './air-store';

/** A region of the map that is a table's form, and the row that it is about. */
export interface FormRegion {
  readonly key: string;
  readonly name: string;
  readonly path: string;
  readonly row: string | null;
}
export type TypingTable = TypedTable & {
  readonly form: {
    readonly size: { readonly w: number; readonly h: number };
    readonly regions: readonly FormRegion[];
  } | null;
};
export type TypingEntry = Typed & {
  readonly where: string;
  readonly wasShown: string;
  readonly shown: string;
};
interface Seen {
  readonly show: { readonly id: string; readonly name: string } | null;
  readonly version: number;
  readonly tables: readonly TypingTable[];
  readonly entries: readonly TypingEntry[];
}

/** What typists see: null until it has come; why it cannot be had. */
export const useTyping = create<{ seen: Seen | null; problem: string | null }>(() => ({
  seen: null,
  problem: null,
}));

let asking: Promise<void> | null = null;
let isStale = false;
/** Asks for all that typists see; what changes meanwhile is asked for once more. */
export function askTyping(): void {
  if (asking) {
    isStale = true;
    return;
  }
  asking = asked('/api/data/typing', {}).then((answer) => {
    if ('problem' in answer) useTyping.setState({ problem: answer.problem.message });
    else useTyping.setState({ seen: answer.body as Seen, problem: null });
    asking = null;
    if (!isStale) return;
    isStale = false;
    askTyping();
  });
}

/** Keeps what typists see up to date for as long as a page shows it. */
export function useTypingKept(): void {
  const isConnected = useAir((store) => store.isConnected);
  useEffect(() => {
    typingListeners.add(askTyping);
    askTyping();
    return () => void typingListeners.delete(askTyping);
  }, [isConnected]);
}

/** Does something of what typists do; gives why it was not. */
export async function typeIn(act: TypingAct): Promise<string | null> {
  const answer = await asked('/api/data/typing', jsonInit('POST', { act, by: ownName() }));
  askTyping();
  return 'problem' in answer ? answer.problem.message : null;
}

/** How far a draft knows of what was typed, in an address; nothing where it knows of nothing. */
export const typedQuery = (typed: TypedUpTo | undefined): string =>
  `?book=${encodeURIComponent(typed?.book ?? '')}&version=${typed?.version ?? 0}`;

/** What was typed and went to air since a draft knew of it; null where the server does not say. */
export async function typedSince(typed: TypedUpTo | undefined): Promise<{
  readonly show: string | null;
  readonly book: string;
  readonly version: number;
  readonly entries: readonly Typed[];
} | null> {
  const answer = await asked(`/api/data/typed${typedQuery(typed)}`, {});
  return 'problem' in answer ? null : (answer.body as Awaited<ReturnType<typeof typedSince>>);
}
