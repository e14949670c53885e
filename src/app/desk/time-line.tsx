import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { cardWords, timeline, zoneOn } from '../../core/playout';
import type { Rundown } from '../../core/show';
import { air, releases, useAir } from '../state/air-store';
import { shownZone, useDesk } from './desk-store';
import { spanWords, wallWords } from '../../core/clock';
import { useNow } from '../time/use-now';

const behindSeconds = 10;
const spans = [60, 180, 600, 1800, 7200, 28_800];

/** What the rundown in hand brings, and when: blocks on a ruler of time, from a little ago to what is to come. */
export function TimeLine() {
  const rundowns = useAir((store) => store.state.rundowns);
  const chosen = useDesk((store) => store.rundown);
  const rundown = rundowns.find(({ id }) => id === chosen) ?? rundowns[0];
  const runsByItself = rundown?.rows.some(({ start }) => start.by !== 'hand') ?? false;
  return rundown && runsByItself ? <Ruler rundown={rundown} /> : null;
}

function Ruler({ rundown }: { rundown: Rundown }) {
  const run = useAir((store) => store.state.runs[rundown.id]) ?? null;
  const cards = useAir((store) => store.state.cards);
  const hash = useAir((store) => store.state.release);
  // It moves by a pixel or two a second at most.
  const now = useNow(run ? 1 : 0.2, run);
  const release = releases.get(hash);
  // Where nothing runs the line shows what would come if it began now; it must not crawl with every second.
  const base = run ? now : Math.floor(now / 5) * 5;
  const planned = useMemo(
    () => timeline(rundown, run, base, run ? zoneOn(air().state, run.zone) : shownZone(), 60),
    [rundown, run, base],
  );
  const timed = planned.filter((own) => own.at !== null);
  const end = Math.max(...timed.map((own) => own.until ?? own.at ?? 0), base + 30);
  const span = spans.find((wanted) => wanted >= end - base) ?? (spans.at(-1) as number);
  const x = scaleLinear([base - behindSeconds, base + span], [0, 100]);
  const open = planned.filter((own) => own.at === null).length;
  // What goes beside another stands under it.
  let free = -Infinity;
  const lines = timed.map((own, index) => {
    const at = own.at ?? 0;
    const isBeside = at < free - 0.01;
    if (!isBeside) free = own.until ?? timed[index + 1]?.at ?? Infinity;
    return isBeside ? 1 : 0;
  });
  return (
    <div
      className="relative h-14 shrink-0 overflow-hidden border-t border-line bg-deck"
      role="group"
      aria-label={`Time line of ${rundown.name}, ${spanWords(span)}`}
    >
      {x.ticks(6).map((tick) => (
        <span
          key={tick}
          className="number absolute inset-y-0 border-l border-line/60 pl-1 text-[10px] leading-4 text-ink-3"
          style={{ left: `${x(tick)}%` }}
        >
          {wallWords(tick, shownZone()).slice(0, span > 3000 ? 5 : 8)}
        </span>
      ))}
      {timed.map((own, index) => {
        const row = rundown.rows.find(({ id }) => id === own.row);
        const card = row && cards[row.card];
        if (own.at === null || !row) return null;
        const next = timed[index + 1]?.at ?? null;
        const until = own.until ?? next ?? base + span;
        const isNow = run?.row === own.row && index === 0;
        const left = Math.max(0, x(own.at));
        return (
          <button
            key={`${own.row} ${index}`}
            type="button"
            title={`${card?.number ?? ''} ${wallWords(own.at, shownZone())}${own.late > 0 ? `, ${spanWords(own.late)} too late` : ''}`}
            onClick={() => useDesk.setState({ row: row.id, blockFrom: null })}
            className={`absolute flex h-[17px] items-center overflow-hidden rounded border px-1 text-left text-[11px] whitespace-nowrap ${isNow ? 'border-air text-ink' : own.late > 0 ? 'border-warn text-warn' : own.until === null ? 'border-dashed border-line text-ink-2' : 'border-line text-ink-2'} bg-panel`}
            style={{
              top: 17 + (lines[index] ?? 0) * 19,
              left: `${left}%`,
              width: `calc(${Math.max(0.4, x(until) - left)}% - 2px)`,
            }}
          >
            <span className="number mr-1">{card?.number ?? '?'}</span>
            <span className="truncate">{card && (card.name ?? cardWords(release, card))}</span>
          </button>
        );
      })}
      <span className="absolute inset-y-0 w-px bg-brass" style={{ left: `${x(now)}%` }} aria-hidden />
      {open > 0 && (
        <span className="absolute top-0 right-1 bg-deck px-1 text-[10px] leading-4 text-ink-3">
          {open} wait{open === 1 ? 's' : ''} for a hand
        </span>
      )}
    </div>
  );
}
