import { current, isDraft } from 'immer';
import {
  findItem,
  inStep,
  isPlayable,
  itemWords,
  newPlay,
  nextOf,
  planOf,
  putOn,
  roundLength,
  staysFor,
  wakeTime,
  type Next,
  type Planned,
  type Play,
  type TickerItem,
} from '../ticker';
import type { Channel, ShowTicker } from '../show';
import { leave } from './leave';
import { released } from './lookup';
import { send } from './send';
import type { AirState, AirTicker, ChannelAir, Graphic } from './state';
import { takeOn } from './take';
import { isUpOf, lookOf, nameOf, playKeys, playOf, runIn, valuesOf } from './ticker-look';
import { noteItem } from './ticker-log';
import { nextFrame, note, plain, refuse, type Work } from './work';

// How tickers play by themselves: an item that has had its time gives way to the next.

interface Shown {
  readonly channel: Channel;
  readonly air: ChannelAir;
  readonly graphic: Graphic;
}

/** The graphics that show a play of a ticker, with the channels that they are on. */
function shownOn(state: AirState, { id, inStep: together }: Pick<ShowTicker, 'id' | 'inStep'>, key: string): Shown[] {
  return state.channels.flatMap((channel) => {
    const air = state.air[channel.id];
    if (!air || (!together && channel.id !== key)) return [];
    return air.graphics.flatMap((graphic) => (isUpOf(graphic, id) ? [{ channel: plain(channel), air, graphic }] : []));
  });
} // prettier-ignore

/** As it stands in this step, with what has been changed already. */
export const asIs = <T extends object>(value: T): T =>
  isDraft(value) ? (current(value as never) as T) : value;

const playIn = (ticker: AirTicker, key: string): Play => (ticker.standing.plays[key] ??= newPlay());

/** Puts an item on air wherever a play shows; enters where it is not up yet, or where its template is another. */
function show(work: Work, ticker: AirTicker, key: string, item: TickerItem, enters: boolean): void {
  const { state, at } = work;
  const release = released(state, work.releases);
  const { now, turns } = playIn(ticker, key);
  const said = { isUrgent: now?.isUrgent ?? false, turn: turns };
  const wanted = lookOf(ticker, item).template;
  const strand = ticker.strands.find(({ id }) => id === item.strand)?.name ?? '';
  const enter = (channel: Channel, air: ChannelAir): void => {
    const template = wanted === null ? undefined : release.templates[wanted];
    if (!template) return;
    const values = valuesOf(ticker, template, item, said, Object.fromEntries(template.fields.map((field) => [field.id, field.default])));
    const cue = { card: null, number: null, template: template.id, values, hand: Object.keys(values), row: null, waits: false, cue: work.newId('cue'), by: work.by, desk: '', edit: '', name: nameOf(itemWords(item), ticker) };
    takeOn(work, channel, air, cue, { lasts: null }).ticker = ticker.id;
  };
  const up = shownOn(state, ticker, key);
  for (const { channel, air, graphic } of up) {
    if (graphic.template !== wanted) {
      // Another template takes its place in the lane, or where that is another lane it leaves.
      const own = wanted === null ? undefined : release.templates[wanted];
      if (own?.lane !== graphic.lane) leave(work, channel.id, air, graphic, nextFrame(at, channel));
      enter(channel, air);
      continue;
    }
    const template = work.releases(graphic.release)?.templates[graphic.template];
    if (!template) continue;
    const when = nextFrame(at, channel);
    send(work, channel.id, graphic, template, valuesOf(ticker, template, item, said, graphic.values), when, channel, true);
    graphic.name = nameOf(itemWords(item), ticker);
    note(work, 'item-up', channel.id, graphic, when, `${ticker.name}, ${strand}`);
  }
  if (!enters) return;
  const channels = key === inStep ? ticker.channels : [key];
  for (const id of channels) {
    const channel = state.channels.find((own) => own.id === id);
    const air = channel && state.air[channel.id];
    if (channel && air && !up.some((own) => own.channel.id === id)) enter(plain(channel), air);
  }
} // prettier-ignore

/** Writes a play back, so that only what has changed of it goes out. */
function keep(own: Play, next: Play): void {
  const isLonger = next.place.strand === own.place.strand && next.place.given.length === own.place.given.length + 1;
  if (isLonger) own.place.given.push(next.place.given.at(-1) as string);
  else if (next.place.given !== own.place.given) own.place.given = [...next.place.given];
  own.place.strand = next.place.strand;
  own.place.rounds = next.place.rounds;
  for (const [strand, id] of Object.entries(next.place.after)) if (own.place.after[strand] !== id) own.place.after[strand] = id;
  own.before = [...next.before];
  const shown = next.now?.item;
  if (shown !== undefined) own.shown[shown] = next.shown[shown] ?? 1;
  Object.assign(own, { state: next.state, now: next.now, wakeAt: next.wakeAt, turns: next.turns });
  if (next.pressing.length !== own.pressing.length) own.pressing = [...next.pressing];
} // prettier-ignore

/** Goes to an item, or to the one that comes next; where nothing may be played the picture stands, or the ticker leaves. */
export function goOn(work: Work, ticker: AirTicker, key: string, wanted: TickerItem | null, enters: boolean): void {
  const { at } = work;
  const play = playIn(ticker, key);
  const [own, before] = [asIs(ticker), asIs(play)];
  const next: Next | null = wanted
    ? { item: wanted, place: before.place, pressing: before.pressing, pressed: null }
    : nextOf(own, own.standing, before, at);
  if (next) {
    for (const { channel, graphic } of shownOn(work.state, ticker, key)) noteItem(work, channel.id, graphic, at);
    keep(play, putOn(before, next.item, next, at, staysFor(own.dwell, next.item, runIn(own)(next.item))));
    return show(work, ticker, key, next.item, enters);
  }
  const { now } = play;
  const item = now && findItem(own.standing, now.item);
  // What may still be played stays where nothing else comes.
  if (now && item && isPlayable(item, at, before.shown[item.id] ?? 0)) now.until = at + (now.until - now.since);
  else out(work, ticker, key, 'running');
} // prettier-ignore

/** Takes the graphics of a play off; `state` is what it is then. */
export function out(work: Work, ticker: AirTicker, key: string, state: Play['state']): void {
  for (const { channel, air, graphic } of shownOn(work.state, ticker, key))
    leave(work, channel.id, air, graphic, nextFrame(work.at, channel));
  const play = playIn(ticker, key);
  play.now = null;
  play.state = state;
  play.wakeAt = state === 'running' ? wakeTime(asIs(ticker.standing), asIs(play), work.at) : null;
} // prettier-ignore

/** What is in comes on by itself where a running ticker has nothing on air, and what is urgent at once breaks in. */
export function wake(work: Work, ticker: AirTicker): void {
  for (const key of playKeys(ticker)) {
    const play = playIn(ticker, key);
    if (play.state === 'stopped') continue;
    const own = asIs(ticker);
    const next = nextOf(own, own.standing, asIs(play), work.at);
    if (play.now === null && play.state === 'running') {
      if (next) goOn(work, ticker, key, null, true);
      else play.wakeAt = wakeTime(own.standing, asIs(play), work.at);
    } else if (play.now !== null && next?.pressed?.how === 'now') {
      if (play.state === 'held') play.state = 'running';
      goOn(work, ticker, key, null, false);
    }
  }
}

/** The play whose item has had its time first. */
export function firstTickerDue({ tickers }: AirState): { at: number; ticker: string; play: string } | null {
  let first: { at: number; ticker: string; play: string } | null = null;
  for (const { id, standing } of Object.values(tickers))
    for (const [play, { now, state, wakeAt }] of Object.entries(standing.plays)) {
      const at = now ? (state === 'running' || state === 'ending' ? now.until : null) : state === 'running' ? wakeAt : null;
      if (at !== null && at < (first?.at ?? Infinity)) first = { at, ticker: id, play };
    }
  return first;
} // prettier-ignore

/** An item has had its time, or something may be played again. */
export function tickerFallsDue(work: Work, id: string, key: string): void {
  const ticker = work.state.tickers[id];
  const play = ticker?.standing.plays[key];
  if (!ticker || !play) return;
  if (play.now === null) {
    play.wakeAt = null;
    return wake(work, ticker);
  }
  // Where someone cleared it, it has stopped.
  if (shownOn(work.state, ticker, key).length === 0 || play.state === 'ending')
    return out(work, ticker, key, 'stopped');
  goOn(work, ticker, key, null, false);
}

/** The next item where a channel shows a ticker, told at the graphic. */
export function nextOfTicker(work: Work, id: string, channel: string): void {
  const ticker = work.state.tickers[id];
  const key = ticker && playOf(ticker, channel);
  const play = ticker && key !== undefined ? ticker.standing.plays[key] : undefined;
  if (!ticker || key === undefined || !play?.now)
    refuse('no-next-step', 'Its ticker is not in the show on air any more.', 'graphic');
  else {
    if (play.state === 'held') play.state = 'running';
    goOn(work, ticker, key, null, false);
  }
}

/** What a play of a ticker will bring in the next seconds, as it stands; the same that it plays. */
export const tickerPlan = (
  own: AirTicker,
  play: Play,
  at: number,
  seconds: number,
  most?: number,
): Planned[] => planOf(own, own.standing, play, at, seconds, runIn(own), most);

/** How long a round takes as it stands; null: nothing may come. */
export const tickerRound = (own: AirTicker, play: Play, at: number) =>
  roundLength(own, own.standing, play, at, runIn(own));

/** The seconds that an item stays on a ticker. */
export const tickerStay = (own: Pick<AirTicker, 'dwell' | 'look' | 'strands' | 'runs'>, item: TickerItem): number =>
  staysFor(own.dwell, item, runIn(own)(item)); // prettier-ignore
