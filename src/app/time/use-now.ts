import { useEffect, useState } from 'react';
import { air } from '../state/air-store';

/** The air clock, looked at so many times a second. */
export function useNow(perSecond: number, of: unknown = null): number {
  const [now, setNow] = useState(() => air().clock.now());
  useEffect(() => {
    setNow(air().clock.now());
    const timer = setInterval(() => setNow(air().clock.now()), 1000 / perSecond);
    return () => clearInterval(timer);
  }, [perSecond, of]);
  return now;
}
