import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import type { Mixer } from '../../air';
import type { Channel } from '../../core/show';
import { drawCamera, mixShare, tallyOf, type MixerCommand } from '../../standins';
import { useTally } from '../state/tally';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Button, CheckField, Empty, NumberField } from '../ui';
import { air, asked, jsonInit, useAir } from '../state/air-store';
import { keyOver } from './keyer';

const width = 480;
const height = 270;
const framesPerSecond = 25;

/** Every source is the drawn camera from another place and at another pace. */
const views = [
  { zoom: 1, x: 0, y: 0, pace: 1, tint: '' },
  { zoom: 1.9, x: 0.62, y: 0.62, pace: 0.7, tint: '#10304a33' },
  { zoom: 2.3, x: 0.4, y: 0.06, pace: 1.6, tint: '#ffe9b522' },
  { zoom: 1.5, x: 0.1, y: 0.8, pace: 0.35, tint: '#1a10283d' },
] as const;

function drawSource(to: CanvasRenderingContext2D, source: number, seconds: number): void {
  const view = views[source] ?? views[0];
  to.save();
  to.beginPath();
  to.rect(0, 0, width, height);
  to.clip();
  to.translate(-(view.zoom - 1) * width * view.x, -(view.zoom - 1) * height * view.y);
  to.scale(view.zoom, view.zoom);
  drawCamera(to, width, height, seconds * view.pace + source * 17);
  to.restore();
  if (view.tint) {
    to.fillStyle = view.tint;
    to.fillRect(0, 0, width, height);
  }
}

async function give(command: MixerCommand): Promise<void> {
  const answer = await asked('/api/stand-ins/mixer', jsonInit('POST', command));
  if ('problem' in answer) toast.error(answer.problem.message);
}

/** The mixer stand-in: four cameras, two buses, a keyer for each channel's fill and key, and tally back to the Desk. */
export function MixerView() {
  const mixer = useAir((store) => store.mixer);
  const channels = useAir((store) => store.state.channels);
  if (!mixer)
    return <Empty title="Waiting for the mixer stand-in">It comes when the air server answers.</Empty>;
  return (
    <div className="h-full overflow-auto p-5">
      <header className="mb-4 flex flex-wrap items-center gap-4">
        <h1 className="text-[20px] font-semibold">Mixer stand-in</h1>
        <p className="text-xs text-ink-2">
          A small simulated vision mixer. Its HTTP interface is /api/stand-ins/mixer.
        </p>
        <span className="ml-auto">
          <CheckField
            label="Tells the Desk what is on program (tally)"
            value={mixer.isAttached}
            onChange={(on) => void give({ do: 'attach', on })}
          />
        </span>
      </header>
      <Buses mixer={mixer} channels={channels} />
    </div>
  );
}

function Buses({ mixer, channels }: { mixer: Mixer; channels: readonly Channel[] }) {
  const lamps = useTally((store) => store.lamps);
  const preview = useRef<HTMLCanvasElement>(null);
  const program = useRef<HTMLCanvasElement>(null);
  const sources = useRef<HTMLDivElement>(null);
  const keys = useRef<HTMLDivElement>(null);
  const now = useRef(mixer);
  now.current = mixer;
  useEffect(() => {
    const pen = (canvas: HTMLCanvasElement | null): CanvasRenderingContext2D | null =>
      canvas?.getContext('2d', { willReadFrequently: true }) ?? null;
    const aside = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    const incoming = new OffscreenCanvas(width, height).getContext('2d');
    const read = (canvas: HTMLCanvasElement): Uint8ClampedArray | null => {
      if (!aside || canvas.width < 2) return null;
      const scale = Math.min(width / canvas.width, height / canvas.height);
      const [w, h] = [canvas.width * scale, canvas.height * scale];
      aside.clearRect(0, 0, width, height);
      aside.drawImage(canvas, (width - w) / 2, (height - h) / 2, w, h);
      return aside.getImageData(0, 0, width, height).data;
    };
    const draw = (): void => {
      const { current } = now;
      const seconds = air().clock.now();
      sources.current?.querySelectorAll('canvas').forEach((canvas, source) => {
        const to = pen(canvas);
        if (to) drawSource(to, source, seconds);
      });
      const onPreview = pen(preview.current);
      if (onPreview) drawSource(onPreview, current.preview, seconds);
      const onProgram = pen(program.current);
      if (!onProgram) return;
      const share = mixShare(current, seconds);
      if (current.mix && share < 1) {
        drawSource(onProgram, current.mix.from, seconds);
        onProgram.globalAlpha = share;
        // What is drawn over is drawn whole first, so that its parts do not show through each other.
        if (incoming) drawSource(incoming as unknown as CanvasRenderingContext2D, current.program, seconds);
        if (incoming) onProgram.drawImage(incoming.canvas, 0, 0);
        onProgram.globalAlpha = 1;
      } else drawSource(onProgram, current.program, seconds);
      const picture = onProgram.getImageData(0, 0, width, height);
      for (const [channel, keyer] of Object.entries(current.keyers)) {
        if (!keyer.isOn) continue;
        const of = (mode: string): HTMLCanvasElement | null =>
          keys.current?.querySelector(`[data-keyer="${channel} ${mode}"] canvas`) ?? null;
        const [fillCanvas, keyCanvas] = [of('fill'), of('key')];
        if (!fillCanvas || !keyCanvas) continue;
        const fill = read(fillCanvas);
        const key = read(keyCanvas);
        if (fill && key) keyOver(picture.data, fill, key);
      }
      onProgram.putImageData(picture, 0, 0);
    };
    // It rests longer than it works, so that a slow machine is never filled by it.
    let timer: ReturnType<typeof setTimeout>;
    const go = (): void => {
      const start = performance.now();
      draw();
      const took = performance.now() - start;
      timer = setTimeout(go, Math.max(1000 / framesPerSecond - took, took * 2));
    };
    go();
    return () => clearTimeout(timer);
  }, []);
  const screen = 'block w-full bg-black';
  return (
    <>
      <div className="grid grid-cols-2 gap-4">
        <figure>
          <figcaption className="mb-1 text-xs font-semibold text-next">
            Preview · {mixer.sources[mixer.preview]}
          </figcaption>
          <div className="border border-next">
            <canvas
              ref={preview}
              width={width}
              height={height}
              className={screen}
              role="img"
              aria-label="Mixer preview"
            />
          </div>
        </figure>
        <figure>
          <figcaption className="mb-1 text-xs font-semibold">
            Program · {mixer.sources[mixer.program]}
          </figcaption>
          <div ref={keys} className="relative border border-air">
            {channels
              .filter(({ id }) => mixer.keyers[id]?.isOn)
              .flatMap((channel) =>
                (['fill', 'key'] as const).map((mode) => (
                  <span
                    key={`${channel.id} ${mode}`}
                    data-keyer={`${channel.id} ${mode}`}
                    className="pointer-events-none absolute inset-0 opacity-0"
                    aria-hidden
                  >
                    <ChannelMonitor channel={channel} bus="program" mode={mode} backdrop="" />
                  </span>
                )),
              )}
            <canvas
              ref={program}
              width={width}
              height={height}
              className={screen}
              role="img"
              aria-label="Mixer program"
            />
          </div>
        </figure>
      </div>
      <div className="my-4 flex flex-wrap items-end gap-4">
        <div ref={sources} className="grid flex-1 grid-cols-4 gap-3">
          {mixer.sources.map((name, source) => (
            <button
              key={name}
              type="button"
              aria-pressed={mixer.preview === source}
              onClick={() => void give({ do: 'preview', source })}
              className={`border text-left ${mixer.program === source ? 'border-air' : mixer.preview === source ? 'border-next' : 'border-line'}`}
            >
              <canvas width={width} height={height} className="block w-full" aria-hidden />
              <span className="flex justify-between px-2 py-1 text-xs">
                <span>
                  <span className="number text-ink-3">{source + 1}</span> {name}
                  <span className="sr-only"> to preview</span>
                </span>
                <span className="text-ink-3">
                  {mixer.program === source ? 'program' : mixer.preview === source ? 'preview' : ''}
                </span>
              </span>
            </button>
          ))}
        </div>
        <div className="flex w-44 flex-col gap-2">
          <Button className="h-10" onClick={() => void give({ do: 'cut' })}>
            Cut
          </Button>
          <Button tone="primary" className="h-10" onClick={() => void give({ do: 'mix' })}>
            Mix
          </Button>
          <NumberField
            label="Seconds of a mix"
            value={mixer.mixSeconds}
            min={0.1}
            max={10}
            onChange={(seconds) => void give({ do: 'mix-time', seconds })}
          />
        </div>
      </div>
      <h2 className="mb-2 text-[15px] font-semibold">Keyers</h2>
      {channels.length === 0 && (
        <p className="text-ink-3">Release a show; each of its channels gets a keyer.</p>
      )}
      <div className="flex flex-wrap gap-3">
        {channels.map((channel) => {
          const isOn = mixer.keyers[channel.id]?.isOn ?? false;
          const isSeen = isOn && (lamps[channel.id] ?? 'off') !== 'off';
          return (
            <div
              key={channel.id}
              className={`flex items-center gap-2 border p-2 ${isSeen ? 'border-air' : isOn ? 'border-brass' : 'border-line'}`}
            >
              {(['fill', 'key'] as const).map((mode) => (
                <span key={mode} className="flex flex-col text-[11px] text-ink-3">
                  <ChannelMonitor
                    channel={channel}
                    bus="program"
                    mode={mode}
                    className="h-14 w-[100px]"
                    backdrop="bg-black"
                  />
                  {mode === 'fill' ? 'Fill' : 'Key'}
                </span>
              ))}
              <span className="flex w-32 flex-col gap-1">
                <strong className="truncate">{channel.name}</strong>
                <Button
                  className="h-6 text-xs"
                  aria-pressed={isOn}
                  onClick={() => void give({ do: 'keyer', channel: channel.id, on: !isOn })}
                >
                  {isOn ? 'Take the key out' : 'Key it in'}
                </Button>
                <span className="text-[11px] text-ink-3">
                  {tallyOf(mixer, channel.id) === null
                    ? 'no tally'
                    : isOn
                      ? 'tally: on program'
                      : 'tally: off'}
                </span>
              </span>
            </div>
          );
        })}
      </div>
    </>
  );
}
