import { Pause, Play, SkipBack, SkipForward, Square } from 'lucide-react';
import { useMemo } from 'react';
import { tickerPlan, type AirTicker } from '../../core/playout';
import { itemWords } from '../../core/ticker';
import { air } from '../state/air-store';
import { Running } from '../desk/running-time';
import { Button, Pennant } from '../ui';
import type { Give } from './give';

const two = (value: number): string => String(value).padStart(2, '0');
/** Seconds as 1:05. */
export const clockWords = (seconds: number): string => {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(whole / 60)}:${two(whole % 60)}`;
};

/** What is on air, what comes next, and how long it stays: always in sight. */
export function Band(props: {
  ticker: AirTicker | undefined;
  name: string;
  comes: ReadonlyMap<string, number>;
  give: Give;
}) {
  const { ticker, name, give } = props;
  const standing = ticker?.standing;
  const now = standing?.now ?? null;
  const next = useMemo(() => (ticker ? tickerPlan(ticker, air().clock.now(), 1)[0] : undefined), [ticker]);
  const strandName = (id: string): string => ticker?.strands.find((own) => own.id === id)?.name ?? '';
  const colour = ticker?.strands.find(({ id }) => id === now?.strand)?.colour ?? 'transparent';
  const isHeld = standing?.state === 'held';
  return (
    <section className="flex shrink-0 flex-col gap-2 border-t border-line bg-panel p-3" aria-label={`${name} on air`}>
      <div className="flex min-w-0 items-center gap-3 border-l-4 pl-3" style={{ borderColor: colour }}>
        {now ? <Pennant state="air" /> : <span className="text-xs text-ink-3">Nothing on air</span>}
        {now && (
          <>
            <span className="shrink-0 text-xs text-ink-2">{strandName(now.strand)}</span>
            <strong className="min-w-0 flex-1 truncate text-[15px] font-semibold" dir="auto" title={now.words}>{now.words}</strong>
            <span className="number w-20 text-right text-[15px]" aria-label="Seconds left">
              {isHeld ? 'holds' : <Running words={(at) => (standing?.state === 'ending' ? `ends ${clockWords(now.until - at)}` : clockWords(now.until - at))} />}
            </span>
          </>
        )}
      </div>
      <div className="flex min-w-0 items-center gap-3 pl-4">
        <Pennant state="next" />
        <span className="shrink-0 text-xs text-ink-2">{next ? strandName(next.item.strand) : ''}</span>
        <span className="min-w-0 flex-1 truncate" dir="auto">{next ? itemWords(next.item) : 'Nothing is in that may come'}</span>
        <span className="flex gap-1">
          {now === null ? (
            <Button tone="primary" disabled={!ticker} onClick={() => give({ act: 'start' })}><Play size={14} /> Start</Button>
          ) : (
            <Button disabled={standing?.state === 'ending'} onClick={() => give({ act: 'stop' })} title="Stops when this item has had its time"><Square size={14} /> Stop after this</Button>
          )}
          <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'back' })} title="B"><SkipBack size={14} /> Back</Button>
          <Button tone="quiet" disabled={!now} onClick={() => give({ act: isHeld ? 'go' : 'hold' })} title="H">{isHeld ? <Play size={14} /> : <Pause size={14} />} {isHeld ? 'Go on' : 'Hold'}</Button>
          <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'next' })} title="N"><SkipForward size={14} /> Next</Button>
          <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'out' })}>Off at once</Button>
        </span>
      </div>
    </section>
  );
} // prettier-ignore
