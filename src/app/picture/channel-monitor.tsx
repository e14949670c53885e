import { useEffect, useRef } from 'react';
import { ChannelPicture } from '../../air';
import { quantise, type Cue } from '../../core/playout';
import type { Channel, Template } from '../../core/show';
import type { OutputMode } from '../../render';
import { air, releases, send, useAir } from '../state/air-store';
import { bringPictures, fontsOf, measure, useGraphics, watch, useFonts } from './monitors';

const tellMs = 15_000;
/** A ticker whose words run through goes by how wide they are: told as soon as they are drawn. */
const measureMs = 700;

/**
 * A channel's program or preview as it is now, as large as it fits into the space that it is given, in the shape of
 * the channel. Where nothing can be drawn it says why.
 */
export function ChannelMonitor(props: {
  channel: Channel;
  bus: 'program' | 'preview';
  mode?: OutputMode;
  /** Of the space. */
  className?: string;
  /** Behind the picture. */
  backdrop?: string;
  /** What is in preview; default: the preview that all share. */
  cueNow?: () => Cue | null;
  /** Told what was clicked. */
  onPick?: (picked: { key: string; template: Template; element: string }) => void;
}) {
  const { channel, bus, mode = 'full', className = 'size-full', backdrop = 'monitor-backdrop' } = props;
  const { cueNow, onPick } = props;
  const shownPicture = useRef<ChannelPicture | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { id } = channel;
  const { width, height, rate } = channel.format;
  const arrivals = useAir((store) => store.arrivals);
  const trouble = useGraphics((store) => store.trouble);
  useEffect(() => {
    if (!canvas.current) return;
    const picture = new ChannelPicture(
      { measure, release: releases.get, fonts: fontsOf, pictures: bringPictures },
      id,
    );
    shownPicture.current = picture;
    const client = air();
    const forget = useFonts.subscribe(() => picture.remake());
    const unwatch = watch({
      canvas: canvas.current,
      mode,
      placeholders: bus === 'preview',
      shown: () => {
        const time = client.clock.now();
        const shown =
          bus === 'program'
            ? picture.program(client.state, time)
            : picture.preview(client.state, time, cueNow?.());
        return { ...shown, width, height };
      },
    });
    // What has run through many lists is told, so that the server need not keep them all.
    const telling = setInterval(() => {
      if (bus !== 'program') return;
      for (const { graphic, list, anchor } of picture.anchors(quantise(client.clock.now(), rate)))
        void send({
          do: 'anchor',
          channel: id,
          graphic,
          list,
          anchor: { ...anchor, live: [...anchor.live] },
        });
    }, tellMs);
    const measuring = setInterval(() => {
      if (bus === 'program')
        for (const width of picture.widths(client.state)) void send({ do: 'ticker', act: 'width', ...width });
    }, measureMs);
    return () => {
      clearInterval(telling);
      clearInterval(measuring);
      forget();
      unwatch();
    };
  }, [id, width, height, rate, bus, mode, arrivals, cueNow]);
  const ratio = width / height;
  return (
    <div className={`monitor-space ${className}`}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${channel.name} ${bus}`}
        className={`block ${backdrop} ${trouble ? 'invisible' : ''}`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const picked = shownPicture.current?.elementAt(
            ((event.clientX - box.left) / box.width) * width,
            ((event.clientY - box.top) / box.height) * height,
          );
          if (picked) onPick?.(picked);
        }}
        style={{ aspectRatio: `${width} / ${height}`, width: `min(100cqw, calc(100cqh * ${ratio}))` }}
      />
      {trouble && (
        <p className="absolute inset-0 flex items-center justify-center overflow-hidden bg-ground p-2 text-center text-xs text-warn">
          ⚠ {trouble}
        </p>
      )}
    </div>
  );
}
