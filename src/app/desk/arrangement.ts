import { create } from 'zustand';
import { usualArrangement, type Arrangement, type DeskPanel, type PanelPlace } from '../../core/show';
import { ownName, useAir } from '../state/air-store';
import { arrangementOf, keepArrangement } from '../state/arrangements';

// How one sits at the Desk: by person and show.

const showNow = (): string => useAir.getState().state.show?.id ?? '';

export const useArrangement = create<{ of: string; arrangement: Arrangement }>(() => ({
  of: '',
  arrangement: usualArrangement,
}));

/** Takes up the arrangement of who sits here for the show on air. */
export function takeUpArrangement(): void {
  const [person, show] = [ownName(), showNow()];
  const of = `${show} ${person}`;
  if (useArrangement.getState().of === of) return;
  useArrangement.setState({ of, arrangement: arrangementOf(show, person) ?? usualArrangement });
}

export function arrange(change: (now: Arrangement) => Arrangement): void {
  const [person, show] = [ownName(), showNow()];
  const arrangement = change(useArrangement.getState().arrangement);
  useArrangement.setState({ of: `${show} ${person}`, arrangement });
  keepArrangement(show, person, arrangement);
}

export const place = (panel: DeskPanel, to: PanelPlace): void =>
  arrange((now) => ({ ...now, places: { ...now.places, [panel]: to } }));

export const asUsual = (): void => arrange(() => usualArrangement);
