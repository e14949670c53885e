import { useEffect, useState } from 'react';
import type { FeedStatus } from '../../air';

const words = { waiting: 'waiting', fresh: 'fresh', stale: 'stale', failed: 'failed' } as const;

/** How long ago a moment in seconds was, kept up to date. */
export function AgeWords({ at }: { at: number | null }) {
  const [now, setNow] = useState(() => Date.now() / 1000);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now() / 1000), 1000);
    return () => clearInterval(timer);
  }, []);
  if (at === null) return <>never</>;
  const age = Math.max(0, Math.round(now - at));
  return (
    <span className="number">
      {age < 100 ? `${age} s` : age < 6000 ? `${Math.round(age / 60)} min` : `${Math.round(age / 3600)} h`}
    </span>
  );
}

/** How a source is doing: a mark of its own shape, the word, and the age of what came last. */
export function Health({ status, short }: { status: FeedStatus | undefined; short?: boolean }) {
  const state = status?.state ?? 'waiting';
  const tone = state === 'fresh' ? 'text-tide' : state === 'waiting' ? 'text-ink-3' : 'text-warn';
  return (
    <span
      className={`inline-flex shrink-0 items-center gap-1 text-xs ${tone}`}
      title={status?.problem?.message}
    >
      <svg
        width="10"
        height="10"
        viewBox="0 0 10 10"
        aria-hidden
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
      >
        {state === 'fresh' ? (
          <path d="M1 6c1.500-3 2.500-3 4 0s2.500 3 4 0" />
        ) : state === 'waiting' ? (
          <circle cx="5" cy="5" r="3.500" strokeDasharray="2 2" />
        ) : (
          <path d="M5 1l4 8H1zM5 4v2.500" />
        )}
      </svg>
      {(!short || state !== 'fresh') && words[state]}
      {status?.good != null && (!short || state === 'stale') && (
        <span className="text-ink-3">
          <AgeWords at={status.good} />
        </span>
      )}
    </span>
  );
}
