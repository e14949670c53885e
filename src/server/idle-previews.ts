import type { AirState, Command } from '../core/playout';

/** How long the preview of a Desk that is gone is kept, in seconds: its window may come back. */
const keptSeconds = 600;

/** Previews of single Desks whose window has not been there for a while, as commands that clear them. */
export class IdlePreviews {
  private readonly seen = new Map<string, number>();

  /** `here`: the ids of the Desks that are there now. */
  look(state: AirState, here: ReadonlySet<string>, now: number): Command[] {
    const found: Command[] = [];
    const held = new Set<string>();
    for (const [channel, { own }] of Object.entries(state.air))
      for (const desk of Object.keys(own)) {
        held.add(desk);
        if (here.has(desk)) this.seen.set(desk, now);
        const last = this.seen.get(desk) ?? now;
        this.seen.set(desk, last);
        if (now - last > keptSeconds)
          found.push({ do: 'clear', channel, preview: true, desk, own: true, by: 'server' });
      }
    for (const desk of this.seen.keys()) if (!held.has(desk)) this.seen.delete(desk);
    return found;
  }
}
