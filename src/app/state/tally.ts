import { create } from 'zustand';
import { lampOf, nextStanding, standings, type Lamp, type Seen } from '../../core/playout';
import { tallyOf } from '../../standins';
import { air, useAir } from './air-store';

interface Tally {
  /** By channel. */
  lamps: Readonly<Record<string, Lamp>>;
  standings: Readonly<Record<string, readonly Seen[]>>;
}

/** What is on air, as every part of the interface says it: by the state and the clock, new when either changes it. */
export const useTally = create<Tally>(() => ({ lamps: {}, standings: {} }));

const longestSleepMs = 10_000;
let timer: ReturnType<typeof setTimeout> | null = null;

const isSame = (a: readonly Seen[] | undefined, b: readonly Seen[]): boolean =>
  a?.length === b.length && b.every((own, i) => a[i]?.graphic === own.graphic && a[i]?.is === own.is);

function look(): void {
  if (timer) clearTimeout(timer);
  const { state, mixer } = useAir.getState();
  const now = air().clock.now();
  const before = useTally.getState();
  const lamps: Record<string, Lamp> = {};
  const all: Record<string, readonly Seen[]> = {};
  let next = Infinity;
  for (const { id } of state.channels) {
    lamps[id] = lampOf(state, id, now, tallyOf(mixer, id));
    const own = standings(state, id, now);
    const kept = before.standings[id];
    all[id] = kept && isSame(kept, own) ? kept : own;
    next = Math.min(next, nextStanding(state, id, now));
  }
  const changed =
    state.channels.some(({ id }) => before.lamps[id] !== lamps[id] || before.standings[id] !== all[id]) ||
    Object.keys(before.lamps).length !== state.channels.length;
  if (changed) useTally.setState({ lamps, standings: all });
  // A little past the frame, so that it is seen to have begun.
  const ms = next === Infinity ? longestSleepMs : (next - now) * 1000 + 4;
  timer = setTimeout(look, Math.min(longestSleepMs, Math.max(4, ms)));
}

useAir.subscribe((now, before) => {
  if (now.state !== before.state || now.mixer !== before.mixer) look();
});

export const useLamp = (channel: string): Lamp => useTally((store) => store.lamps[channel] ?? 'off');

const none: readonly Seen[] = [];
export const useStandings = (channel: string): readonly Seen[] =>
  useTally((store) => store.standings[channel] ?? none);
