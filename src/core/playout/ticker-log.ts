import type { Graphic } from './state';
import { note, type Work } from './work';

/** Notes how long an item of a ticker was on air, when it goes: with the next item, or with its graphic. */
export function noteItem(work: Work, channel: string, graphic: Graphic, until: number): void {
  const { state } = work;
  const ticker = graphic.ticker === null ? undefined : state.tickers[graphic.ticker];
  const now = (ticker?.standing.plays[channel] ?? ticker?.standing.plays[''])?.now;
  if (!ticker || !now || until <= now.since) return;
  const strand = ticker.strands.find(({ id }) => id === now.strand)?.name ?? '';
  note(
    work,
    'item',
    channel,
    { ...graphic, name: ticker.name, values: { words: now.words } },
    now.since,
    `${strand}: ${(until - now.since).toFixed(2)} s on air`,
  );
  const last = work.events.at(-1);
  if (last) last.until = until;
} // prettier-ignore
