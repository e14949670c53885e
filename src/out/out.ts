// The output page: what a channel's viewers see, transparent where there is no graphic. It only listens.
import { v4 as newUuid } from 'uuid';
import '../render/font-faces';
import { GiveBack, drawTestCard, testCards, type AirSocket, type TestCard } from '../air';
import type { Channel } from '../core/show';
import type { OutputMode } from '../render';
import type { FromDrawing } from './drawing-messages';
import { openDrawing } from './open-drawing';
import { OutputLine } from './output-line';
import { pageCanvas } from './page-canvas';

const query = new URLSearchParams(location.search);
const channelId = decodeURIComponent(location.pathname.split('/')[2] ?? '');
const mode: OutputMode = query.has('key') ? 'key' : query.has('fill') ? 'fill' : 'full';
const page = document.documentElement;

/** The same for this window when it comes again, another for the next window. */
const station = ((): string => {
  const kept = sessionStorage.getItem('jorvan.station');
  if (kept) return kept;
  const made = newUuid();
  sessionStorage.setItem('jorvan.station', made);
  return made;
})();
const group = query.get('group') ?? '';
const name = query.get('name') ?? '';

// For mixing by colour: what lies behind the picture.
const background = query.get('background') ?? '';
if (/^[0-9a-f]{6}$/i.test(background)) document.body.style.background = `#${background}`;

let testCard: TestCard = testCards.find((card) => card === query.get('card')) ?? 'none';
let isTicking = false;
const over = document.createElement('canvas');
over.style.display = 'none';
const overPen = over.getContext('2d');

const identifyMs = 5000;
const label = document.createElement('p');
label.style.cssText =
  'position:absolute;left:3vw;bottom:4vh;margin:0;padding:1vh 2vw;font:600 5vh "Hanken Grotesk",sans-serif;color:#12171a;background:#d8a748;display:none';
document.body.append(label);
let labelled: ReturnType<typeof setTimeout> | null = null;
function identify(): void {
  label.textContent = [channel?.name ?? channelId, name, group].filter(Boolean).join(' · ');
  label.style.display = 'block';
  if (labelled) clearTimeout(labelled);
  labelled = setTimeout(() => (label.style.display = 'none'), identifyMs);
}

const local = (): number => (performance.timeOrigin + performance.now()) / 1000;
/** Undefined before anything is known of it. */
let channel: Channel | null | undefined;
// It may begin before there is a line, which then is welcomed after it.
let line: OutputLine | null = null;
const drawing = openDrawing({
  channel: channelId,
  mode,
  isOnPage: query.get('draw') === 'page',
  local,
  ahead: () => line?.clock.ahead ?? 0,
  onStateWanted: () => line?.rejoin(),
  onTold: hear,
});

const giveBack = new GiveBack({
  release: (hash) => drawing.release(hash),
  asset: async () => null,
  fetch: (...given) => fetch(...given),
  chance: Math.random,
});

line = new OutputLine({
  open: () =>
    new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/air`,
    ) as unknown as AirSocket,
  local,
  name,
  station,
  group,
  channel: channelId,
  onNews: drawing.news,
  onClock: () => drawing.clock(line?.clock.ahead ?? 0),
  onOutput: (command) => {
    if (command.do === 'reload') location.reload();
    if (command.do === 'identify') identify();
    if (command.do === 'test-card') setTestCard(command.card ?? 'none');
  },
  onMissing: (missing) => giveBack.missing(missing),
  // A new server with another wire: load the new page, a few at a time.
  onOutdated: () => setTimeout(() => location.reload(), 500 + 1500 * (performance.now() % 1)),
  onConnected: () => (page.dataset['connected'] = String(line?.isConnected ?? false)),
});

// For whoever measures: which frame is drawn, when by the shared clock, and of which state.
let measured: ((frame: number, at: number, sequence: number) => void) | null = null;
Object.assign(globalThis, {
  jorvanFrames: (listener: typeof measured) => (measured = listener),
});

/** Lays the test card over the picture, which goes on beneath it. */
function showTestCard(channel: Channel, now: number): void {
  const isShown = testCard !== 'none';
  if (isShown && !over.isConnected) document.body.append(over);
  if (isShown !== (over.style.display === 'block')) over.style.display = isShown ? 'block' : 'none';
  page.dataset['card'] = testCard;
  if (testCard === 'none' || !overPen) return;
  const { width, height } = channel.format;
  if (over.width !== width || over.height !== height) [over.width, over.height] = [width, height];
  drawTestCard(overPen, testCard, channel, now, [name, group].filter(Boolean).join(' · '));
}

/** Draws the test card as long as there is one; the page itself has nothing to do at a frame. */
function tick(): void {
  isTicking = testCard !== 'none';
  if (isTicking) requestAnimationFrame(tick);
  if (channel && line) showTestCard(channel, line.clock.now());
}
function setTestCard(card: TestCard): void {
  testCard = card;
  if (!isTicking) tick();
}

/** What becomes of the picture, wherever it is drawn. */
function hear(told: FromDrawing): void {
  switch (told.told) {
    case 'channel':
      channel = told.channel;
      document.title = channel
        ? `${channel.name} · Jorvan output`
        : `No channel “${channelId}” · Jorvan output`;
      if (channel) Object.assign(pageCanvas().style, { width: `${channel.format.width}px`, height: `${channel.format.height}px` }); // prettier-ignore
      if (!isTicking) tick();
      return;
    case 'evaluated':
      page.dataset['sequence'] = String(told.sequence);
      dispatchEvent(new CustomEvent('jorvan-evaluated', { detail: told.sequence }));
      return;
    case 'frame':
      page.dataset['frame'] = String(told.frame);
      measured?.(told.frame, told.at, told.sequence);
      return;
    case 'report': {
      const { report } = told;
      if (report.trouble !== 'none' || page.dataset['trouble']) page.dataset['trouble'] = report.trouble;
      line?.report({ ...report, missing: [...report.missing], lagMs: line.clock.lagMs, width: innerWidth, height: innerHeight, testCard }); // prettier-ignore
      return;
    }
  }
}

// A window that is closed on purpose says so, and is not missed.
addEventListener('pagehide', () => line?.leave());
addEventListener('pageshow', (event) => event.persisted && location.reload());
