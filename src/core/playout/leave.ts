import type { AirEvent } from './event';
import { forget, happens } from './happen';
import { letGo } from './moves';
import { momentOf } from './on-air';
import type { ChannelAir, Graphic } from './state';
import { noteItem } from './ticker-log';
import { note, type Work } from './work';

/** Takes back a graphic that has not been seen yet. */
export function withdraw(work: Work, air: ChannelAir, graphic: Graphic): void {
  forget(work.state, graphic.id);
  air.graphics = air.graphics.filter((g) => g.id !== graphic.id);
  letGo(work, graphic);
}

/** What a lane held last, to be put back. */
function remember(air: ChannelAir, graphic: Graphic, values: Graphic['values']): void {
  const { lane, card, number, template, hand, row, waits, cue, by, desk, edit, name } = graphic;
  air.last[lane] = { card, number, template, values, hand: [...hand], row, waits, cue, by, desk, edit, name };
  air.lastLane = lane;
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
  // News of a moment is not put back: its ticker is started again.
  if (graphic.ticker === null) remember(air, graphic, meant);
  forget(work.state, graphic.id);
  const played = work.releases(graphic.release)?.templates[graphic.template];
  happens(work.state, channel, graphic, played, { on: 'exit', phase: 'exit', at });
  noteItem(work, channel, graphic, at);
  note(work, what, channel, graphic, at);
  letGo(work, graphic);
}
