import { useEffect, useRef } from 'react';
import { ChannelPicture } from '../../air';
import type { Channel, Template } from '../../core/show';
import type { OutputMode } from '../../render';
import { air, releases, useAir } from '../state/air-store';
import { fontsOf, measure, watch } from './monitors';

/** A channel's program or preview as it is now. */
export function ChannelMonitor(props: {
  channel: Channel;
  bus: 'program' | 'preview';
  mode?: OutputMode;
  className?: string;
  /** Told what was clicked. */
  onPick?: (picked: { key: string; template: Template; element: string }) => void;
}) {
  const { channel, bus, mode = 'full', className = '', onPick } = props;
  const shownPicture = useRef<ChannelPicture | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { id } = channel;
  const { width, height } = channel.format;
  const arrivals = useAir((store) => store.arrivals);
  useEffect(() => {
    if (!canvas.current) return;
    const picture = new ChannelPicture({ measure, release: releases.get, fonts: fontsOf }, id);
    shownPicture.current = picture;
    const client = air();
    return watch({
      canvas: canvas.current,
      mode,
      placeholders: bus === 'preview',
      shown: () => {
        const time = client.clock.now();
        const shown =
          bus === 'program' ? picture.program(client.state, time) : picture.preview(client.state, time);
        return { ...shown, width, height };
      },
    });
  }, [id, width, height, bus, mode, arrivals]);
  const label = `${channel.name} ${bus}`;
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className={`block ${className}`}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const picked = shownPicture.current?.elementAt(
          ((event.clientX - box.left) / box.width) * width,
          ((event.clientY - box.top) / box.height) * height,
        );
        if (picked) onPick?.(picked);
      }}
      style={{ aspectRatio: `${width} / ${height}` }}
    />
  );
}
