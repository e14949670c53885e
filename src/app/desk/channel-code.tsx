import { useEffect, useRef } from 'react';
import { timecode, type Channel } from '../../core/show';
import { air } from '../state/air-store';
import { shownZone } from './desk-store';

/** The time code of a channel. Written past React: it changes with each frame. */
export function ChannelCode({ channel }: { channel: Channel }) {
  const words = useRef<HTMLSpanElement>(null);
  const { rate } = channel.format;
  useEffect(() => {
    const timer = setInterval(() => {
      const seconds = (((air().clock.now() + shownZone() * 60) % 86_400) + 86_400) % 86_400;
      if (words.current) words.current.textContent = timecode(seconds, rate);
    }, 80);
    return () => clearInterval(timer);
  }, [rate]);
  return (
    <span ref={words} role="timer" aria-label="Time code of the channel" className="number text-ink-2" />
  );
}
