import { create } from 'zustand';
import {
  arrangementSchema,
  usualArrangement,
  type Arrangement,
  type DeskPanel,
  type PanelPlace,
} from '../../core/show';
import { ownName, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';

// How one sits at the Desk: kept in this browser by person and show, and in the draft of the show, so that it travels.

const keyOf = (person: string, show: string): string => `jorvan.desk ${show} ${person}`;

const showNow = (): string => useAir.getState().state.show?.id ?? '';

function read(person: string, show: string): Arrangement {
  try {
    const kept = localStorage.getItem(keyOf(person, show));
    if (kept !== null) return arrangementSchema.parse(JSON.parse(kept));
  } catch {
    // What cannot be read is as usual.
  }
  const draft = useDraft.getState().draft?.show;
  return (draft?.id === show ? draft.desks?.[person] : undefined) ?? usualArrangement;
}

export const useArrangement = create<{ of: string; arrangement: Arrangement }>(() => ({
  of: '',
  arrangement: usualArrangement,
}));

/** Takes up the arrangement of who sits here for the show on air. */
export function takeUpArrangement(): void {
  const [person, show] = [ownName(), showNow()];
  const of = keyOf(person, show);
  if (useArrangement.getState().of === of) return;
  useArrangement.setState({ of, arrangement: read(person, show) });
}

export function arrange(change: (now: Arrangement) => Arrangement): void {
  const [person, show] = [ownName(), showNow()];
  const arrangement = change(useArrangement.getState().arrangement);
  useArrangement.setState({ of: keyOf(person, show), arrangement });
  localStorage.setItem(keyOf(person, show), JSON.stringify(arrangement));
  if (useDraft.getState().draft?.show.id !== show) return;
  useDraft.getState().edit(
    'Arrange the Desk',
    (draft) => {
      draft.desks = { ...draft.desks, [person]: arrangement };
    },
    'desk',
  );
}

export const place = (panel: DeskPanel, to: PanelPlace): void =>
  arrange((now) => ({ ...now, places: { ...now.places, [panel]: to } }));

export const asUsual = (): void => arrange(() => usualArrangement);
