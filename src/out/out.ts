// The output page: what a channel's viewers see, transparent where there is no graphic. It only listens.
import '../core/no-eval';
import { v4 as newUuid } from 'uuid';
import {
  AirClient,
  ChannelPicture,
  GiveBack,
  drawTestCard,
  testCards,
  type AirSocket,
  type TestCard,
} from '../air';
import { canonicalJson, exactRate, type Channel } from '../core/show';
import type { OutputMode, Renderer, View } from '../render';
import { openHost, type Trouble } from './host';

const query = new URLSearchParams(location.search);
const channelId = decodeURIComponent(location.pathname.split('/')[2] ?? '');
const mode: OutputMode = query.has('key') ? 'key' : query.has('fill') ? 'fill' : 'full';
const page = document.documentElement;

const host = openHost(
  () => touched(),
  () => picture.remake(),
);
const { measure, releases, fonts, missing } = host;
const picture = new ChannelPicture(
  {
    measure,
    release: releases.get,
    fonts,
    pictures: (wanted) => viewOf?.bring(wanted),
  },
  channelId,
);
let view: View | null = null;
let viewOf: Renderer | null = null;
function touched(): void {
  // It may be called while the host is still being made.
  setTimeout(() => {
    picture.touch();
    tellTrouble();
  });
}

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
  label.textContent = [client.state.channels.find((c) => c.id === channelId)?.name ?? channelId, name, group]
    .filter(Boolean)
    .join(' · ');
  label.style.display = 'block';
  if (labelled) clearTimeout(labelled);
  labelled = setTimeout(() => (label.style.display = 'none'), identifyMs);
}

const giveBack = new GiveBack({
  release: (hash) => {
    const release = releases.peek(hash);
    return release ? canonicalJson(release) : null;
  },
  asset: async () => null,
  fetch: (...given) => fetch(...given),
  chance: Math.random,
});

const client = new AirClient({
  open: () =>
    new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/air`,
    ) as unknown as AirSocket,
  role: 'output',
  name,
  station,
  group,
  onOutput: (command) => {
    if (command.do === 'reload') location.reload();
    if (command.do === 'identify') identify();
    if (command.do === 'test-card') testCard = command.card ?? 'none';
  },
  channel: channelId,
  onMissing: (missing) => giveBack.missing(missing),
  local: () => (performance.timeOrigin + performance.now()) / 1000,
  onChange: () => {
    page.dataset['connected'] = String(client.isConnected);
    host.takePictures(client.state.pictures);
    const channel = client.state.channels.find((c) => c.id === channelId);
    document.title = channel
      ? `${channel.name} · Jorvan output`
      : client.hasState
        ? `No channel “${channelId}” · Jorvan output`
        : 'Jorvan output';
    // What may come next is made ready before it is asked for.
    const release = releases.get(client.state.release);
    for (const template of Object.values(release?.templates ?? {}))
      if (release) void fonts(template, {}, release);
  },
  // A new server with another wire: load the new page, a few at a time.
  onOutdated: () => setTimeout(() => location.reload(), 500 + 1500 * (performance.now() % 1)),
});

// For whoever measures: which frame is drawn, when by the shared clock, and of which state.
let measured: ((frame: number, at: number, sequence: number) => void) | null = null;
Object.assign(globalThis, {
  jorvanFrames: (listener: typeof measured) => (measured = listener),
});

let lastFrame = 0;
let dropped = 0;
let lastReport = 0;

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

function tick(): void {
  requestAnimationFrame(tick);
  const channel = client.state.channels.find((c) => c.id === channelId);
  if (!channel || !client.hasState) return;
  const { width, height, rate } = channel.format;
  const now = client.clock.now();
  const frame = Math.floor(now * exactRate(rate) + 1e-4);
  if (frame === lastFrame) return;
  if (lastFrame > 0 && frame > lastFrame + 1) dropped += frame - lastFrame - 1;
  lastFrame = frame;
  const renderer = host.renderer();
  const canvas = host.canvas();
  if (renderer && viewOf !== renderer) {
    view = renderer.newView();
    viewOf = renderer;
    picture.touch();
  }
  if (renderer && (canvas.width !== width || canvas.height !== height)) {
    renderer.reserve(width, height);
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    picture.touch();
  }
  showTestCard(channel, now);
  const { roots, isNew } = picture.program(client.state, now);
  if (isNew && view && host.trouble() === 'none') {
    // Evaluated: told to whoever measures. The frame is told once it is drawn.
    if (page.dataset['sequence'] !== String(client.state.sequence)) {
      page.dataset['sequence'] = String(client.state.sequence);
      dispatchEvent(new CustomEvent('jorvan-evaluated', { detail: client.state.sequence }));
    }
    view.draw(roots, { width, height, pixelWidth: width, pixelHeight: height, mode, placeholders: false });
    page.dataset['frame'] = String(frame);
    measured?.(frame, client.clock.now(), client.state.sequence);
  }
  if (now - lastReport > 1) {
    lastReport = now;
    report(Math.max(0, Math.floor(client.clock.now() * exactRate(rate) + 1e-4) - frame));
  }
}

function report(behind: number): void {
  const shown = releases.get(client.state.release);
  client.report({
    lagMs: client.clock.lagMs,
    dropped,
    width: innerWidth,
    height: innerHeight,
    frame: lastFrame,
    behind,
    missing: [...missing].slice(0, 20).map((id) => shown?.assets[id]?.name ?? id),
    trouble: host.trouble(),
    testCard,
  });
  dropped = 0;
}

let told: Trouble = 'none';
/** Says at once that nothing is drawn, or that it is again; not with the next report. */
function tellTrouble(): void {
  const trouble = host.trouble();
  if (trouble === told) return;
  told = trouble;
  page.dataset['trouble'] = trouble;
  report(0);
}

// A window that is closed on purpose says so, and is not missed.
addEventListener('pagehide', () => client.leave());
addEventListener('pageshow', (event) => event.persisted && location.reload());

requestAnimationFrame(tick);
