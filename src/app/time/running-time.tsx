import { useEffect, useRef } from 'react';
import { air } from '../state/air-store';

/** What is written anew with the clock; past React, so that nothing else is drawn with it. */
type Written = (now: number, element: HTMLElement) => void;

const writers = new Map<HTMLElement, Written>();
let timer: ReturnType<typeof setInterval> | null = null;
const everyMs = 100;

function write(): void {
  const now = air().clock.now();
  for (const [element, written] of writers) written(now, element);
}

/** An element whose words or width follow the air clock. */
export function Running(props: {
  /** The words at a time; an element is only touched when they differ. */
  words?: (now: number) => string;
  /** The share of its bar, 0 to 1. */
  share?: (now: number) => number;
  className?: string;
  title?: string;
}) {
  const { words, share, className, title } = props;
  const element = useRef<HTMLSpanElement>(null);
  const current = useRef({ words, share });
  current.current = { words, share };
  useEffect(() => {
    const own = element.current;
    if (!own) return;
    const written: Written = (now) => {
      const { words: text, share: part } = current.current;
      const said = text?.(now);
      if (said !== undefined && own.textContent !== said) own.textContent = said;
      if (part) own.style.width = `${Math.max(0, Math.min(1, part(now))) * 100}%`;
    };
    writers.set(own, written);
    written(air().clock.now(), own);
    timer ??= setInterval(write, everyMs);
    return () => {
      writers.delete(own);
      if (writers.size > 0 || !timer) return;
      clearInterval(timer);
      timer = null;
    };
  }, [words, share]);
  return <span ref={element} className={className} title={title} />;
}
