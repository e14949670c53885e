import { useEffect, useRef } from 'react';
import { exactRate } from '../../core/show';
import { formatClock } from '../../core/clock';
import { air } from '../state/air-store';

/** The time of day by the air clock, with the frames of the first channel. Written past React: it changes each frame. */
export function AirTime() {
  const words = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const timer = setInterval(() => {
      const client = air();
      const now = client.clock.now() + client.state.dayOffset;
      const rate = client.state.channels[0]?.format.rate ?? 50;
      const frame = Math.floor((now % 1) * exactRate(rate));
      const text = `${formatClock(now, 'HH:mm:ss', -new Date().getTimezoneOffset())}:${String(frame).padStart(2, '0')}`;
      if (words.current) words.current.textContent = text;
    }, 80);
    return () => clearInterval(timer);
  }, []);
  return (
    <span
      ref={words}
      role="timer"
      aria-label="Time of day with frames"
      className="number w-24 text-right text-[14px]"
    />
  );
}
