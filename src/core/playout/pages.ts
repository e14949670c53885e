import { exactRate, pagingOf, type Channel, type Paging, type Template, type Values } from '../show';
import { leave } from './leave';
import { channelOf } from './lookup';
import { turnsByTime, turnTime } from './pages-due';
import { send } from './send';
import type { AirState, ChannelAir, Graphic } from './state';
import { nextFrame, note, type Work } from './work';

// Pages of rows that turn: by Next, or by time. A page turns by the Change that fits its field.

/** The values with the page that comes next; null behind the last one of those that go through once, or by hand. */
function turned(paging: Paging, values: Values): Values | null {
  const { field, page, pages, turns } = paging;
  if (page < pages) return { ...values, [field]: page + 1 };
  return turns === 'by-time' ? { ...values, [field]: 1 } : null;
}

function turn(work: Work, channel: Channel, graphic: Graphic, template: Template, values: Values, at: number): void {
  send(work, channel.id, graphic, template, values, at, channel, true);
  const last = graphic.changes.at(-1);
  const seconds = last ? last.at - at + last.frames / exactRate(graphic.rate) : 0;
  graphic.turnAt = turnTime(template, values, at, seconds);
  const paging = pagingOf(template, values);
  note(work, 'next', channel.id, graphic, at, paging ? `page ${paging.page} of ${paging.pages}` : '');
} // prettier-ignore

/** Turns the page of a graphic by hand; false where it has no further one. */
export function turnByHand(work: Work, channel: Channel, graphic: Graphic, template: Template, at: number): boolean {
  const paging = pagingOf(template, graphic.values);
  const values = paging && turned(paging, graphic.values);
  if (!values || paging.pages < 2) return false;
  turn(work, channel, graphic, template, values, at);
  return true;
} // prettier-ignore

/** A page whose time is up: the next one comes, or, through once, the graphic leaves. */
export function pageFallsDue(work: Work, channelId: string, id: string): void {
  const { channel, air } = channelOf(work.state, channelId);
  const graphic = air.graphics.find((g) => g.id === id);
  const template = graphic && work.releases(graphic.release)?.templates[graphic.template];
  if (!graphic || !template) return;
  const at = nextFrame(work.at, channel);
  const paging = pagingOf(template, graphic.values);
  graphic.turnAt = null;
  if (!paging || !turnsByTime(paging)) return;
  const values = turned(paging, graphic.values);
  if (!values) return leave(work, channelId, air, graphic, at);
  if (paging.pages > 1) return turn(work, channel, graphic, template, values, at);
  graphic.turnAt = turnTime(template, values, at, 0);
}

/** The page that is to be turned first. */
export function firstPageDue(state: AirState): { at: number; channel: string; graphic: string } | null {
  let first: { at: number; channel: string; graphic: string } | null = null;
  for (const [channel, air] of Object.entries(state.air) as [string, ChannelAir][])
    for (const { id, turnAt, exitAt } of air.graphics)
      if (turnAt !== null && exitAt === null && (!first || turnAt < first.at))
        first = { at: turnAt, channel, graphic: id };
  return first;
}
