import {
  isPlayable,
  itemWords,
  newItem,
  newTickerStanding,
  nextOf,
  planOf,
  putOn,
  takeCame,
  oneLine,
  type TickerItem,
  type TickerStanding,
} from '../ticker';
import { sameName } from '../data';
import {
  acceptValue,
  canonicalJson,
  type Channel,
  type Release,
  type ShowTicker,
  type Strand,
  type Template,
  type Values,
} from '../show';
import type { Command } from './command';
import { leave } from './leave';
import { released } from './lookup';
import { send } from './send';
import type { AirState, AirTicker, ChannelAir, Graphic } from './state';
import { takeOn } from './take';
import { nextFrame, note, plain, refuse, type Work } from './work';

// Tickers on air: what their strands have, what is decided of it, and what they play by themselves.

type TickerCommand = Extract<Command, { do: 'ticker' }>;

/** Tickers of a new release: those that air has go on as they stand. */
export function takeTickers(work: Work, release: Pick<Release, 'tickers'>, isSame: boolean): void {
  const before = plain(work.state.tickers);
  work.state.tickers = Object.fromEntries(
    Object.values(release.tickers).map((ticker): [string, AirTicker] => {
      const standing = (isSame ? before[ticker.id]?.standing : undefined) ?? newTickerStanding();
      const strands = new Set(ticker.strands.map(({ id }) => id));
      const items = standing.items.filter(({ strand }) => strands.has(strand));
      return [ticker.id, { ...structuredClone(ticker), standing: { ...structuredClone(standing), items: structuredClone(items) } }];
    }),
  );
} // prettier-ignore

function find(state: AirState, wanted: string): AirTicker {
  const all = Object.values(state.tickers);
  return (
    state.tickers[wanted] ??
    all.find(({ name }) => sameName(name, wanted)) ??
    refuse('unknown-ticker', `The show on air has no ticker “${wanted}”. ${all.length === 0 ? 'Make one under Ticker and release the show.' : `It has: ${all.map(({ name }) => name).join(', ')}.`}`, 'ticker')
  );
} // prettier-ignore

const strandOf = (ticker: ShowTicker, wanted: string | undefined): Strand =>
  ticker.strands.find(({ id }) => id === wanted) ??
  ticker.strands.find(({ name }) => wanted !== undefined && sameName(name, wanted)) ??
  refuse('unknown-strand', `“${ticker.name}” has no strand “${wanted ?? ''}”. It has: ${ticker.strands.map(({ name }) => name).join(', ') || 'none'}.`, 'strand'); // prettier-ignore

const itemOf = (ticker: AirTicker, id: string | undefined): TickerItem =>
  ticker.standing.items.find((own) => own.id === id) ??
  refuse('unknown-item', `“${ticker.name}” has no such item any more.`, 'item');

/** The graphics that show a ticker, with the channels that they are on. */
function shownOn(state: AirState, id: string): { channel: Channel; air: ChannelAir; graphic: Graphic }[] {
  return state.channels.flatMap((channel) => {
    const air = state.air[channel.id];
    return (air?.graphics ?? []).flatMap((graphic) =>
      air && graphic.ticker === id && graphic.exitAt === null
        ? [{ channel: plain(channel), air, graphic }]
        : [],
    );
  });
}

/** What the fields of its template say of an item. */
function valuesOf(ticker: AirTicker, template: Template, item: TickerItem, before: Values): Values {
  const strand = ticker.strands.find(({ id }) => id === item.strand);
  const { words, strand: named, colour } = ticker.fields;
  const values: Values = { ...before };
  const put = (id: string | null, value: string): void => {
    const field = template.fields.find((own) => own.id === id);
    const accepted = field && acceptValue(field, value);
    if (field && accepted && 'value' in accepted) values[field.id] = accepted.value;
  };
  put(words, itemWords(item));
  put(named, strand?.name ?? '');
  put(colour, strand?.colour ?? '');
  return values;
}

/** Whether its template takes the words of an item as they are. */
function fitsTemplate(ticker: AirTicker, release: Release, item: TickerItem): boolean {
  const field = release.templates[ticker.template ?? '']?.fields.find(({ id }) => id === ticker.fields.words);
  return field !== undefined && 'value' in acceptValue(field, itemWords(item));
}

/** Puts an item on air wherever the ticker plays; enters where it is not up yet. */
function show(work: Work, ticker: AirTicker, item: TickerItem, enters: boolean): void {
  const { state, at } = work;
  const release = released(state, work.releases);
  const up = shownOn(state, ticker.id);
  const strand = ticker.strands.find(({ id }) => id === item.strand)?.name ?? '';
  for (const { channel, graphic } of up) {
    const template = work.releases(graphic.release)?.templates[graphic.template];
    if (!template) continue;
    const when = nextFrame(at, channel);
    send(work, channel.id, graphic, template, valuesOf(ticker, template, item, graphic.values), when, channel, true);
    graphic.name = itemWords(item).slice(0, 60) || ticker.name;
    note(work, 'next', channel.id, graphic, when, `${ticker.name}, ${strand}`);
  }
  if (!enters) return;
  const template = release.templates[ticker.template ?? ''];
  if (!template) return;
  for (const id of ticker.channels) {
    const channel = state.channels.find((own) => own.id === id);
    const air = channel && state.air[channel.id];
    if (!channel || !air || up.some((own) => own.channel.id === id)) continue;
    const values = valuesOf(ticker, template, item, Object.fromEntries(template.fields.map((field) => [field.id, field.default])));
    const cue = { card: null, number: null, template: template.id, values, hand: Object.keys(values), row: null, waits: false, cue: work.newId('cue'), by: work.by, desk: '', edit: '', name: itemWords(item).slice(0, 60) || ticker.name };
    takeOn(work, plain(channel), air, cue, { lasts: null }).ticker = ticker.id;
  }
} // prettier-ignore

/** Goes to an item, or to the one that comes next; where nothing may be played the picture stands, or the ticker leaves. */
function goOn(work: Work, ticker: AirTicker, wanted: TickerItem | null, enters: boolean): void {
  const { at } = work;
  const standing = plain(ticker.standing);
  const next = wanted ? { item: wanted, place: standing.place } : nextOf(plain(ticker), standing, at);
  if (next) {
    const after = putOn(plain(ticker), standing, next.item, next.place, at);
    Object.assign(ticker.standing, { now: after.now, place: after.place, before: after.before });
    const item = ticker.standing.items.find(({ id }) => id === next.item.id);
    if (item) Object.assign(item, { shown: item.shown + 1, urgent: 'no' });
    return show(work, ticker, next.item, enters);
  }
  const { now } = ticker.standing;
  const isStill = now && standing.items.some((own) => own.id === now.item && isPlayable(own, at));
  if (now && isStill) now.until = at + (now.until - now.since);
  else out(work, ticker, 'running');
}

/** Takes its graphics off; `state` is what it is then. */
function out(work: Work, ticker: AirTicker, state: TickerStanding['state']): void {
  for (const { channel, air, graphic } of shownOn(work.state, ticker.id))
    leave(work, channel.id, air, graphic, nextFrame(work.at, channel));
  ticker.standing.now = null;
  ticker.standing.state = state;
}

/** What is in comes on by itself where a running ticker has nothing on air. */
function wake(work: Work, ticker: AirTicker): void {
  const { state, now } = ticker.standing;
  if (state !== 'running') return;
  if (now === null) return goOn(work, ticker, null, true);
  const urgent = ticker.standing.items.find((own) => own.urgent === 'now' && isPlayable(plain(own), work.at));
  if (urgent && urgent.id !== now.item) goOn(work, ticker, null, false);
}

/** The ticker whose item has had its time first. */
export function firstTickerDue({ tickers }: AirState): { at: number; ticker: string } | null {
  let first: { at: number; ticker: string } | null = null;
  for (const { id, standing } of Object.values(tickers)) {
    const { now, state } = standing;
    if (now && (state === 'running' || state === 'ending') && now.until < (first?.at ?? Infinity))
      first = { at: now.until, ticker: id };
  }
  return first;
}

/** An item has had its time. */
export function tickerFallsDue(work: Work, id: string): void {
  const ticker = work.state.tickers[id];
  if (!ticker) return;
  // Where someone cleared it, it has stopped.
  if (shownOn(work.state, id).length === 0 || ticker.standing.state === 'ending')
    return out(work, ticker, 'stopped');
  goOn(work, ticker, null, false);
}

/** What a source of a strand brings. */
export function items(work: Work, command: Extract<Command, { do: 'items' }>): void {
  const ticker = work.state.tickers[command.ticker];
  const strand = ticker?.strands.find(({ id }) => id === command.strand);
  if (!ticker || !strand) return;
  const standing = plain(ticker.standing);
  const next = takeCame(standing.items, command.came, {
    strand: strand.id,
    source: command.data,
    rules: plain(strand.rules),
    at: work.at,
    nowMs: (work.at + work.state.dayOffset) * 1000,
    newId: () => work.newId('item'),
  });
  if (canonicalJson(next) !== canonicalJson(standing.items))
    ticker.standing.items = next.map((own) => ({ ...own }));
  wake(work, ticker);
}

const moved = (items: readonly TickerItem[], id: string, before: string | null): TickerItem[] => {
  const own = items.find((one) => one.id === id);
  const rest = items.filter((one) => one.id !== id);
  const at = before === null ? -1 : rest.findIndex((one) => one.id === before);
  return own ? (at < 0 ? [...rest, own] : [...rest.slice(0, at), own, ...rest.slice(at)]) : rest;
};

/** Tells a ticker what to play, or what becomes of an item. */
export function ticker(work: Work, command: TickerCommand): void {
  const own = find(work.state, command.ticker);
  const { standing } = own;
  const change = (recipe: (item: TickerItem) => void): void => {
    const item = itemOf(own, command.item);
    recipe(item);
  };
  const said = (detail: string): void => note(work, 'ticker', '', { name: own.name }, work.at, detail);
  switch (command.act) {
    case 'start': {
      const release = released(work.state, work.releases);
      if (!release.templates[own.template ?? '']) refuse('no-template', `“${own.name}” has no template. Choose one under Ticker and release.`, 'ticker');
      const wanted = command.item === undefined ? null : itemOf(own, command.item);
      if (wanted && !isPlayable(wanted, work.at)) refuse('not-in', `“${itemWords(wanted)}” is not in. Take it in first.`, 'item');
      if (!wanted && !nextOf(plain(own), plain(standing), work.at)) refuse('nothing-in', `“${own.name}” has nothing to play. Take an item in first.`, 'ticker');
      standing.state = 'running';
      said('starts');
      return goOn(work, own, wanted && plain(wanted), true);
    }
    case 'stop':
      if (standing.now) standing.state = 'ending';
      else standing.state = 'stopped';
      return said('stops after this item');
    case 'out':
      said('stops at once');
      return out(work, own, 'stopped');
    case 'next':
      if (!standing.now) refuse('not-on-air', `“${own.name}” is not on air. Start it first.`, 'ticker');
      if (standing.state === 'held') standing.state = 'running';
      return goOn(work, own, null, false);
    case 'back': {
      const id = standing.before.at(-1);
      const item = standing.items.find((one) => one.id === id);
      if (!standing.now || !item || !isPlayable(plain(item), work.at)) refuse('nothing-before', `There is no item before this one on “${own.name}”.`, 'ticker');
      const before = standing.before.slice(0, -1);
      goOn(work, own, plain(item as TickerItem), false);
      own.standing.before = before;
      return;
    }
    case 'hold':
      if (!standing.now) refuse('not-on-air', `“${own.name}” is not on air. Start it first.`, 'ticker');
      standing.state = 'held';
      return said('holds');
    case 'go':
      if (standing.state !== 'held' || !standing.now) return;
      standing.state = 'running';
      standing.now.until = Math.max(work.at + 1, standing.now.until);
      return said('goes on');
    case 'take-in':
      change((item) => {
        if (!fitsTemplate(own, released(work.state, work.releases), plain(item))) refuse('too-long', `The template does not take “${itemWords(item).slice(0, 60)}…”. Edit it first.`, 'item');
        Object.assign(item, { state: 'in', by: 'hand' });
      });
      return wake(work, own);
    case 'leave-out':
      return change((item) => void Object.assign(item, { state: 'out', by: 'hand', urgent: 'no' }));
    case 'edit':
      change((item) => {
        const words = oneLine(command.words ?? '');
        if (words === '') refuse('no-words', 'An item needs words. Leave it out instead.', 'words');
        item.edit = item.source === null ? null : { words, over: item.came.words };
        if (item.source === null) item.came.words = words;
      });
      return;
    case 'take-came':
      return change((item) => void (item.edit = null));
    case 'keep-edit':
      return change((item) => {
        if (item.edit) item.edit.over = item.came.words;
      });
    case 'add': {
      const strand = strandOf(plain(own), command.strand);
      const words = oneLine(command.words ?? '');
      if (words === '') refuse('no-words', 'An item needs words.', 'words');
      const made = newItem({ id: work.newId('item'), strand: strand.id, since: work.at, state: 'in', by: 'hand', came: { key: '', words, category: '', kind: '', at: null } });
      standing.items.unshift(made);
      return wake(work, own);
    }
    case 'remove':
      change((item) => {
        if (item.source !== null) refuse('not-typed', 'What a source brings is left out, not removed: it would come again.', 'item');
        standing.items = standing.items.filter(({ id }) => id !== item.id);
      });
      return;
    case 'pin':
      return change((item) => void (item.pinned = !item.pinned));
    case 'urgent':
      change((item) => {
        if (item.state !== 'in' && command.urgent !== 'no') refuse('not-in', `“${itemWords(item)}” is not in. Take it in first.`, 'item');
        item.urgent = command.urgent ?? 'next';
      });
      return wake(work, own);
    case 'limits':
      return change((item) => {
        if (command.holdUntil !== undefined) item.holdUntil = command.holdUntil;
        if (command.dropAt !== undefined) item.dropAt = command.dropAt;
        if (command.dropAfter !== undefined) item.dropAfter = command.dropAfter;
      });
    case 'move':
      itemOf(own, command.item);
      standing.items = moved(plain(standing).items, command.item as string, command.before ?? null).map((one) => structuredClone(one));
      return;
    case 'strand':
      standing.turned[strandOf(plain(own), command.strand).id] = command.isIn ?? true;
      return wake(work, own);
  }
} // prettier-ignore

/** What a ticker will play in the next seconds, as it stands; the same that it plays. */
export const tickerPlan = (own: AirTicker, at: number, seconds: number) =>
  planOf(own, own.standing, at, seconds);
