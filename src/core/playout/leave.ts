import { exactRate, phasesOf, type Template } from '../show';
import type { AirEvent } from './event';
import { momentOf } from './on-air';
import type { AirState, ChannelAir, Due, Graphic } from './state';
import { note, type Work } from './work';

/** Notes when others are to react to a moment of a graphic, and to the markers of the phase that begins with it. */
export function happens(
  state: AirState,
  channel: string,
  graphic: Graphic,
  template: Template | undefined,
  what: { readonly on?: Due['on']; readonly phase: string; readonly at: number },
): void {
  const wanted = template?.reactions ?? [];
  if (!template || wanted.length === 0) return;
  const due = (on: Due['on'], at: number, marker: string | null): void =>
    void state.due.push({ at, channel, graphic: graphic.id, on, marker });
  const { on } = what;
  if (on && wanted.some((reaction) => reaction.on === on)) due(on, what.at, null);
  const phase = phasesOf(template).find(({ ref }) => ref === what.phase)?.phase;
  for (const marker of phase?.markers ?? [])
    if (wanted.some((reaction) => reaction.on === 'marker' && reaction.marker === marker.name))
      due('marker', what.at + marker.frame / exactRate(template.rate), marker.name);
}

/** Nothing more happens on account of a graphic. */
const forget = (state: AirState, graphic: string): void => {
  if (state.due.some((due) => due.graphic === graphic))
    state.due = state.due.filter((due) => due.graphic !== graphic);
};

/** Takes back a graphic that has not been seen yet. */
export function withdraw(work: Work, air: ChannelAir, graphic: Graphic): void {
  forget(work.state, graphic.id);
  air.graphics = air.graphics.filter((g) => g.id !== graphic.id);
}

/** Sends a graphic off at a frame boundary. */
export function leave(
  work: Work,
  channel: string,
  air: ChannelAir,
  graphic: Graphic,
  at: number,
  what: AirEvent['what'] = 'leave',
): void {
  const moment = momentOf(graphic, at);
  // Put back, it has the words that were meant for it, also those that had not come up yet.
  const meant = { ...graphic.values };
  graphic.exitAt = at;
  graphic.exitFrom = moment?.phase === 'enter' ? moment.frame : null;
  // A Change under way goes on while it leaves; what still waited for its turn is not begun any more.
  graphic.changes = graphic.changes.filter((sent) => sent.at <= at + 1e-6);
  const last = graphic.changes.at(-1);
  if (last) graphic.values = { ...last.to };
  const { lane, card, number, template, hand, row, waits, cue, by, name } = graphic;
  air.last[lane] = {
    card,
    number,
    template,
    values: meant,
    hand: [...hand],
    row,
    waits,
    cue,
    by,
    name,
  };
  air.lastLane = lane;
  forget(work.state, graphic.id);
  const played = work.releases(graphic.release)?.templates[graphic.template];
  happens(work.state, channel, graphic, played, { on: 'exit', phase: 'exit', at });
  note(work, what, channel, graphic, at);
}
