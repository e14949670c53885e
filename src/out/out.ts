// The output page: what a channel's viewers see, transparent where there is no graphic. It only listens.
import { AirClient, ChannelPicture, type AirSocket } from '../air';
import { exactRate } from '../core/show';
import type { OutputMode } from '../render';
import { openHost } from './host';

const query = new URLSearchParams(location.search);
const channelId = decodeURIComponent(location.pathname.split('/')[2] ?? '');
const mode: OutputMode = query.has('key') ? 'key' : query.has('fill') ? 'fill' : 'full';
const page = document.documentElement;

const { canvas, measure, renderer, releases, fonts } = openHost(() => picture.touch());
const picture = new ChannelPicture({ measure, release: releases.get, fonts }, channelId);
const view = renderer.newView();

const client = new AirClient({
  open: () =>
    new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/air`,
    ) as unknown as AirSocket,
  role: 'output',
  name: query.get('name') ?? '',
  channel: channelId,
  local: () => (performance.timeOrigin + performance.now()) / 1000,
  onChange: () => {
    page.dataset['connected'] = String(client.isConnected);
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

canvas.addEventListener('webglcontextrestored', () => {
  renderer.refresh();
  picture.touch();
});

let lastFrame = 0;
let dropped = 0;
let lastReport = 0;

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
  if (canvas.width !== width || canvas.height !== height) {
    renderer.reserve(width, height);
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    picture.touch();
  }
  const { roots, isNew } = picture.program(client.state, now);
  if (isNew) {
    // Evaluated: told to whoever measures. The frame is told once it is drawn.
    if (page.dataset['sequence'] !== String(client.state.sequence)) {
      page.dataset['sequence'] = String(client.state.sequence);
      dispatchEvent(new CustomEvent('jorvan-evaluated', { detail: client.state.sequence }));
    }
    view.draw(roots, { width, height, pixelWidth: width, pixelHeight: height, mode, placeholders: false });
    page.dataset['frame'] = String(frame);
  }
  if (now - lastReport > 1) {
    lastReport = now;
    client.report({ lagMs: client.clock.lagMs, dropped, width: innerWidth, height: innerHeight });
    dropped = 0;
  }
}
requestAnimationFrame(tick);
