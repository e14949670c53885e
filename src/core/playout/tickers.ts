import {
  findItem,
  inStep,
  isPlayable,
  itemWords,
  newItem,
  newPlay,
  newTickerStanding,
  nextOf,
  oneLine,
  rejudge,
  staysFor,
  strandItems,
  takeCame,
  type Judging,
  type Play,
  type StrandItems,
  type TickerItem,
  type TickerStanding,
} from '../ticker';
import { sameName } from '../data';
import type { Release, ShowTicker, Strand } from '../show';
import type { Command } from './command';
import { released } from './lookup';
import type { AirState, AirTicker } from './state';
import { playKeys, runIn, runsOf, unfitFor } from './ticker-look';
import { asIs, goOn, out, wake } from './ticker-plays';
import { note, plain, refuse, type Work } from './work';

// What tickers are told: what their strands have, what is decided of it, and how they play.

type TickerCommand = Extract<Command, { do: 'ticker' }>;

const judging = (work: Work, ticker: ShowTicker, strand: Strand, release: Pick<Release, 'templates'>): Judging => ({
  strand: strand.id,
  rules: strand.rules,
  at: work.at,
  nowMs: (work.at + work.state.dayOffset) * 1000,
  unfit: unfitFor(ticker, release),
}); // prettier-ignore

/** How a ticker plays after a release: channels go on as they were, also where they are in step from now on, or no more. */
function playsAfter(ticker: ShowTicker, before: TickerStanding | undefined): Record<string, Play> {
  const plays = before?.plays ?? {};
  const first = plays[inStep] ?? Object.values(plays).find(({ now }) => now !== null) ?? newPlay();
  return Object.fromEntries(playKeys(ticker).map((key) => [key, structuredClone(plays[key] ?? (ticker.inStep || plays[inStep] ? first : newPlay()))]));
} // prettier-ignore

/** Tickers of a new release: those that air has go on as they stand, judged by the rules that they have now. */
export function takeTickers(work: Work, release: Pick<Release, 'tickers' | 'templates'>, isSame: boolean): void {
  const before = plain(work.state.tickers);
  work.state.tickers = Object.fromEntries(
    Object.values(release.tickers).map((ticker): [string, AirTicker] => {
      const known = isSame ? before[ticker.id] : undefined;
      const strands: Record<string, StrandItems> = {};
      for (const { id } of ticker.strands) {
        const own = known?.standing.strands[id];
        if (own) strands[id] = structuredClone(own);
      }
      for (const strand of ticker.strands)
        if (strands[strand.id]) strands[strand.id] = rejudge(strands, judging(work, ticker, strand, release));
      const standing = { ...newTickerStanding(), strands, plays: playsAfter(ticker, known?.standing), turned: { ...known?.standing.turned } };
      return [ticker.id, { ...structuredClone(ticker), standing, runs: runsOf(ticker, release) }];
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
  findItem(ticker.standing, id ?? '') ??
  refuse('unknown-item', `“${ticker.name}” has no such item any more.`, 'item');

/** The plays that a command means: that of a channel, or all. */
function playsMeant(work: Work, ticker: AirTicker, wanted: string | undefined): readonly string[] {
  const keys = playKeys(ticker);
  if (wanted === undefined || ticker.inStep) return keys;
  const channel = work.state.channels.find(({ id, name }) => id === wanted || sameName(name, wanted));
  return channel && keys.includes(channel.id)
    ? [channel.id]
    : refuse('unknown-channel', `“${ticker.name}” does not play on “${wanted}”. Choose one of its channels.`, 'channel');
} // prettier-ignore

const setStrand = (ticker: AirTicker, id: string, next: StrandItems): void => {
  ticker.standing.strands[id] = next;
};

/** What a source of a strand brings. */
export function items(work: Work, command: Extract<Command, { do: 'items' }>): void {
  const ticker = work.state.tickers[command.ticker];
  const strand = ticker?.strands.find(({ id }) => id === command.strand);
  if (!ticker || !strand) return;
  const own = asIs(ticker);
  const before = own.standing.strands[strand.id];
  const next = takeCame(own.standing.strands, command.came, {
    ...judging(work, own, asIs(strand), released(work.state, work.releases)),
    source: command.data,
    newId: () => work.newId('item'),
  });
  if (next === before) return;
  const draft = ticker.standing.strands[strand.id];
  if (!draft || !before) setStrand(ticker, strand.id, next);
  else {
    for (const id of Object.keys(before.items)) {
      if (Object.hasOwn(next.items, id)) continue;
      delete draft.items[id];
      for (const play of Object.values(ticker.standing.plays)) delete play.shown[id];
    }
    for (const item of Object.values(next.items)) if (before.items[item.id] !== item) draft.items[item.id] = item;
    draft.order = next.order;
  }
  wake(work, ticker);
} // prettier-ignore

/** An order with an id before another, or at the end. */
const moved = (order: readonly string[], id: string, before: string | null): string[] => {
  const rest = order.filter((own) => own !== id);
  const at = before === null ? -1 : rest.indexOf(before);
  return at < 0 ? [...rest, id] : [...rest.slice(0, at), id, ...rest.slice(at)];
};

/** An item of a source stands in each strand that the source feeds: what is left out in one is left out in all. */
function alike(ticker: AirTicker, { id, source, came }: TickerItem): TickerItem[] {
  const still = Object.values(asIs(ticker.standing).strands).flatMap(({ items: own }) => Object.values(own));
  return still
    .filter((item) => item.id === id || (source !== null && item.source === source && item.came.key === came.key))
    .flatMap((item) => findItem(ticker.standing, item.id) ?? []);
} // prettier-ignore

/** Playing. */
function plays(work: Work, own: AirTicker, command: TickerCommand): void {
  const meant = playsMeant(work, own, command.channel);
  const said = (detail: string): void => note(work, 'ticker', meant.length === 1 ? (meant[0] as string) : '', { name: own.name }, work.at, detail); // prettier-ignore
  const all = meant.map((key) => [key, (own.standing.plays[key] ??= newPlay())] as const);
  const up = all.filter(([, { now }]) => now !== null);
  const needsAir = (): void => {
    if (up.length === 0) refuse('not-on-air', `“${own.name}” is not on air. Start it first.`, 'ticker');
  };
  switch (command.act) {
    case 'start': {
      const release = released(work.state, work.releases);
      if (!release.templates[own.look.template ?? '']) refuse('no-template', `“${own.name}” has no template. Choose one under Ticker and release.`, 'ticker');
      const wanted = command.item === undefined ? null : itemOf(own, command.item);
      if (wanted && !isPlayable(wanted, work.at, 0)) refuse('not-in', `“${itemWords(wanted)}” is not in. Take it in first.`, 'item');
      const still = asIs(own);
      if (!wanted && all.every(([, play]) => !nextOf(still, still.standing, asIs(play), work.at))) refuse('nothing-in', `“${own.name}” has nothing to play. Take an item in first.`, 'ticker');
      said('starts');
      for (const [key, play] of all) {
        play.state = 'running';
        if (wanted) {
          // The round goes on behind it.
          const { id, strand, pinned } = wanted;
          play.place.given = play.place.strand === strand ? [...play.place.given.filter((one) => one !== id), id] : [id];
          play.place.strand = strand;
          if (!pinned) play.place.after[strand] = id;
        }
        goOn(work, own, key, wanted && asIs(wanted), true);
      }
      return;
    }
    case 'stop':
      for (const [, play] of all) {
        const item = play.now && findItem(asIs(own).standing, play.now.item);
        const run = item && runIn(own)(item);
        // What runs leaves when it is through.
        if (play.now && run && play.state !== 'ending') play.now.until += run.room / run.speed;
        play.state = play.now ? 'ending' : 'stopped';
      }
      return said('stops after this item');
    case 'out':
      said('stops at once');
      for (const [key] of all) out(work, own, key, 'stopped');
      return;
    case 'next':
      needsAir();
      for (const [key, play] of up) {
        if (play.state === 'held') play.state = 'running';
        goOn(work, own, key, null, false);
      }
      return;
    case 'back': {
      let went = 0;
      for (const [key, play] of up) {
        const before = [...play.before];
        const item = findItem(own.standing, before.pop() ?? '');
        if (!item || !isPlayable(item, work.at, 0)) continue;
        goOn(work, own, key, asIs(item), false);
        play.before = before;
        went += 1;
      }
      if (went === 0) refuse('nothing-before', `There is no item before this one on “${own.name}”.`, 'ticker');
      return;
    }
    case 'hold':
      needsAir();
      for (const [, play] of up) play.state = 'held';
      return said('holds');
    case 'go':
      for (const [, play] of up) {
        if (play.state !== 'held' || !play.now) continue;
        play.state = 'running';
        play.now.until = Math.max(work.at + 1, play.now.until);
      }
      return said('goes on');
    default:
  }
} // prettier-ignore

/** Words as they may be put in an item; refused where its template or nothing takes them. */
function wordsFor(work: Work, own: AirTicker, item: TickerItem, given: string | undefined): string {
  const words = oneLine(given ?? '');
  if (words === '') refuse('no-words', 'An item needs words. Leave it out instead.', 'words');
  const unfit = unfitFor(asIs(own), released(work.state, work.releases))({ ...item, edit: { words, over: item.came.words } });
  if (unfit !== null) refuse('too-long', `“${words.slice(0, 60)}…” cannot be played: ${unfit}`, 'words');
  return words;
} // prettier-ignore

/** Lets an item break in wherever a ticker plays; what is to come at once comes before what comes next. */
function press(own: AirTicker, item: string, urgent: 'no' | 'next' | 'now', holds: boolean): void {
  for (const key of playKeys(own)) {
    const play = (own.standing.plays[key] ??= newPlay());
    const rest = play.pressing.filter((one) => one.item !== item);
    const all = urgent === 'no' ? rest : urgent === 'now' ? [{ item, how: urgent, holds }, ...rest] : [...rest, { item, how: urgent, holds }];
    play.pressing = all.slice(0, 100);
  }
} // prettier-ignore

const onItem: Partial<Record<TickerCommand['act'], (work: Work, own: AirTicker, item: TickerItem, command: TickerCommand) => void>> = {
  'take-in': (work, own, item) => {
    const unfit = unfitFor(asIs(own), released(work.state, work.releases))(asIs(item));
    if (unfit !== null) refuse('too-long', `“${itemWords(item).slice(0, 60)}…” cannot be played: ${unfit} Edit it first.`, 'item');
    Object.assign(item, { state: 'in', by: 'hand', barred: '' });
  },
  'leave-out': (_, own, item) => {
    const all = alike(own, item);
    for (const one of all) Object.assign(one, { state: 'out', by: 'hand', barred: '' });
    for (const play of Object.values(own.standing.plays)) play.pressing = play.pressing.filter(({ item: id }) => !all.some((one) => one.id === id));
  },
  edit: (work, own, item, command) => {
    const words = wordsFor(work, own, asIs(item), command.words);
    if (item.source === null) item.came.words = words;
    else item.edit = words === item.came.words ? null : { words, over: item.came.words };
  },
  'take-came': (work, own, item) => {
    if (item.edit === null) return;
    if (item.state === 'in') wordsFor(work, own, asIs(item), item.came.words);
    item.edit = null;
  },
  'keep-edit': (_, __, item) => {
    if (item.edit) item.edit.over = item.came.words;
  },
  remove: (_, own, item) => {
    if (item.source !== null) refuse('not-typed', 'What a source brings is left out, not removed: it would come again.', 'item');
    const strand = own.standing.strands[item.strand];
    if (!strand) return;
    strand.order = strand.order.filter((id) => id !== item.id);
    delete strand.items[item.id];
  },
  pin: (_, __, item, { isPinned }) => void (item.pinned = isPinned ?? !item.pinned),
  urgent: (_, own, { id, state, ...item }, { urgent = 'next', holds = false }) => {
    if (state !== 'in' && urgent !== 'no') refuse('not-in', `“${itemWords(item)}” is not in. Take it in first.`, 'item');
    press(own, id, urgent, holds);
  },
  limits: (_, __, item, { holdUntil, dropAt, dropAfter }) => {
    if (holdUntil !== undefined) item.holdUntil = holdUntil;
    if (dropAt !== undefined) item.dropAt = dropAt;
    if (dropAfter !== undefined) item.dropAfter = dropAfter;
  },
  move: (_, own, item, { before }) => {
    const strand = own.standing.strands[item.strand];
    if (strand) strand.order = moved(strand.order, item.id, before ?? null);
  },
}; // prettier-ignore

/** Tells a ticker what to play, or what becomes of an item. */
export function ticker(work: Work, command: TickerCommand): void {
  const own = find(work.state, command.ticker);
  const act = onItem[command.act];
  if (act) {
    act(work, own, itemOf(own, command.item), command);
    return wake(work, own);
  }
  switch (command.act) {
    case 'add': {
      const strand = strandOf(asIs(own), command.strand);
      const made = newItem({ id: work.newId('item'), strand: strand.id, since: work.at, state: 'in', by: 'hand', came: { key: '', words: '', more: '', category: '', kind: command.kind ?? '', at: null } });
      made.came.words = wordsFor(work, own, made, command.words);
      const before = own.standing.strands[strand.id];
      if (before) {
        before.items[made.id] = made;
        before.order = [made.id, ...before.order];
      } else setStrand(own, strand.id, strandItems([made]));
      if (command.urgent !== undefined) press(own, made.id, command.urgent, command.holds ?? false);
      return wake(work, own);
    }
    case 'strand': {
      const { id } = strandOf(asIs(own), command.strand);
      own.standing.turned[id] = command.isIn ?? !(own.standing.turned[id] ?? own.strands.find((one) => one.id === id)?.isIn);
      return wake(work, own);
    }
    case 'width': {
      const item = itemOf(own, command.item);
      const words = itemWords(item);
      if (command.px === undefined || command.words !== words || item.width?.words === words) return;
      item.width = { px: command.px, words };
      const still = asIs(own);
      for (const { now, state } of Object.values(own.standing.plays))
        if (now?.item === item.id && now.words === words && state !== 'ending')
          now.until = Math.max(work.at + 0.1, now.since + staysFor(still.dwell, asIs(item), runIn(still)(asIs(item))));
      return;
    }
    default:
      return plays(work, own, command);
  }
} // prettier-ignore
