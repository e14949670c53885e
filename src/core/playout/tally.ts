import { endOf, graphicsOf, graphicsOnAir, type OnAir } from './on-air';
import type { AirState, Graphic } from './state';

// What is said to be on air, everywhere: tabs, monitors, rundown, outputs, pads, the mixer's tally.

/** A channel's lamp. `up`: graphics are there, and a mixer says that it does not key them. */
export type Lamp = 'air' | 'up' | 'off';

/** The lamp of a channel at a time: what its output draws, and what an attached mixer does with it (null: none says). */
export const lampOf = (state: AirState, channel: string, time: number, tally: boolean | null): Lamp =>
  graphicsOnAir(state, channel, time).length === 0 ? 'off' : tally === false ? 'up' : 'air';

/** What one of a channel's graphics does at a time, in words of the Desk. */
export type Standing = 'on' | 'leaving' | 'waiting';

export interface Seen {
  readonly graphic: Graphic;
  readonly is: Standing;
}

/** All that a channel has at a time: what is on air, what leaves, what waits for its lane. What has left is not there. */
export function standings(state: AirState, channel: string, time: number): Seen[] {
  const shown = graphicsOnAir(state, channel, time);
  const waiting = graphicsOf(state, channel, time).graphics.filter(
    (g) => g.exitAt === null && !shown.some((own) => own.graphic.id === g.id),
  );
  return [
    ...shown.map(({ graphic, moment }: OnAir): Seen => ({
      graphic,
      is: moment.phase === 'exit' ? 'leaving' : 'on',
    })),
    ...waiting.map((graphic): Seen => ({ graphic, is: 'waiting' })),
  ];
}

/** When what a channel shows next changes by itself, after a time; Infinity where nothing does. */
export function nextStanding(state: AirState, channel: string, time: number): number {
  let next = Infinity;
  for (const graphic of graphicsOf(state, channel, time).graphics)
    for (const at of [graphic.enterAt, graphic.exitAt ?? Infinity, endOf(graphic)])
      if (at > time + 1e-6 && at < next) next = at;
  return next;
}
