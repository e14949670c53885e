import { Hand, Pause, Play, Repeat, SkipForward, Square, StepForward, Timer } from 'lucide-react';
import { nextDue, sumOfTimes, timeline } from '../../core/playout';
import type { Rundown } from '../../core/show';
import { Button, IconButton } from '../ui';
import { useAir } from '../state/air-store';
import { give, giveRun, pauseOrGoOn, useDesk, wallZone } from './desk-store';
import { clockWords, spanWords, wallWords } from './time-words';
import { useNow } from './use-now';

/** How the rundown in hand runs, and what can be done to it. */
export function RunBar({ rundown }: { rundown: Rundown }) {
  const run = useAir((store) => store.state.runs[rundown.id]);
  const row = useDesk((store) => store.row);
  const blockFrom = useDesk((store) => store.blockFrom);
  const sum = sumOfTimes(rundown.rows);
  const runsByItself = rundown.rows.some(({ start }) => start.by !== 'hand');
  const loop = (): void => {
    const at = (id: string | null): number => rundown.rows.findIndex((own) => own.id === id);
    const [a, b] = [at(blockFrom ?? row), at(row)];
    const first = rundown.rows[Math.max(0, Math.min(a, b))];
    const last = rundown.rows[Math.max(a, b)] ?? rundown.rows.at(-1);
    const whole = row === null || blockFrom === null;
    const from = whole ? rundown.rows[0] : first;
    const to = whole ? rundown.rows.at(-1) : last;
    if (!from || !to) return;
    void give(
      { do: 'loop', rundown: rundown.id, loop: rundown.loop ? null : { from: from.id, to: to.id } },
      rundown.loop ? 'It does not go round any more.' : whole ? 'It goes round.' : 'The block goes round.',
    );
  };
  return (
    <div className="flex shrink-0 flex-col border-b border-line" role="group" aria-label="Run of the rundown">
      <div className="flex h-9 items-center gap-0.5 px-2">
        {run ? (
          <>
            <IconButton
              label={run.pausedAt === null ? 'Pause (P)' : 'Go on (P)'}
              pressed={run.pausedAt !== null}
              onClick={pauseOrGoOn}
            >
              {run.pausedAt === null ? <Pause size={15} /> : <Play size={15} />}
            </IconButton>
            <IconButton
              label="Next row goes to air (R)"
              disabled={run.next === null}
              onClick={() => giveRun('next')}
            >
              <StepForward size={15} />
            </IconButton>
            <IconButton
              label="Pass over the next row"
              disabled={run.next === null}
              onClick={() => giveRun('skip')}
            >
              <SkipForward size={15} />
            </IconButton>
            <IconButton
              label={run.isHeld ? 'Let the row go (H)' : 'Hold the row that is up (H)'}
              pressed={run.isHeld}
              onClick={() => giveRun(run.isHeld ? 'let-go' : 'hold')}
            >
              <Timer size={15} />
            </IconButton>
            <IconButton
              label={run.isByHand ? 'Give back: it runs by itself' : 'Take over by hand'}
              pressed={run.isByHand}
              onClick={() => giveRun(run.isByHand ? 'give-back' : 'by-hand')}
            >
              <Hand size={15} />
            </IconButton>
            <IconButton label="Stop the run; what is up stays" onClick={() => giveRun('stop')}>
              <Square size={14} />
            </IconButton>
          </>
        ) : (
          <Button
            className="h-6 px-2 text-xs"
            disabled={rundown.rows.length === 0}
            title={row ? 'From the row in hand' : 'From the first row'}
            onClick={() => giveRun('start', row ?? undefined)}
          >
            <Play size={12} /> Run {row ? 'from here' : ''}
          </Button>
        )}
        <IconButton
          label={
            rundown.loop
              ? 'Do not go round any more'
              : blockFrom
                ? 'Go round the chosen block'
                : 'Go round the whole'
          }
          pressed={rundown.loop !== null}
          onClick={loop}
        >
          <Repeat size={14} />
        </IconButton>
      </div>
      <div className="px-3 pb-1.5 text-xs">
        {run && <RunState rundown={rundown} />}
        <p className="truncate text-ink-3" title="Sum of the times of all rows">
          {runsByItself ? (
            <>
              {rundown.rows.length} rows, <span className="number">{spanWords(sum.seconds)}</span>
              {sum.open > 0 ? ` and ${sum.open} without a length` : ''}
            </>
          ) : (
            `${rundown.rows.length} rows, each by hand`
          )}
        </p>
      </div>
    </div>
  );
}

/** What comes next and when, and what is wrong. */
function RunState({ rundown }: { rundown: Rundown }) {
  const state = useAir((store) => store.state);
  const run = state.runs[rundown.id];
  const now = useNow(5, state);
  if (!run) return null;
  const numberOf = (id: string | null): string => {
    const row = rundown.rows.find((own) => own.id === id);
    return row ? (state.cards[row.card]?.number ?? 'a card that is gone') : '';
  };
  const due = nextDue(state, rundown, run);
  const late = timeline(rundown, run, now, run.zone, 200).find((planned) => planned.late > 0);
  return (
    <div role="status">
      <p className="truncate text-ink-2">
        {run.row !== null && (
          <>
            <span className="number">{numberOf(run.row)}</span> since{' '}
            <span className="number">{clockWords((run.pausedAt ?? now) - run.at)}</span>
            {run.next !== null && ', '}
          </>
        )}
        {run.next === null ? (
          run.row !== null && ', at its end'
        ) : (
          <>
            <span className="text-next">then {numberOf(run.next)}</span>{' '}
            {run.pausedAt !== null ? (
              'when it goes on'
            ) : run.isByHand ? (
              'by hand'
            ) : run.isHeld ? (
              'when it is let go'
            ) : due === Infinity ? (
              'by hand'
            ) : (
              <span className="number">in {clockWords(Math.ceil(due - now))}</span>
            )}
          </>
        )}
      </p>
      {run.wrong && (
        <p role="alert" className="text-warn">
          ⚠ {run.wrong}
        </p>
      )}
      {late && (
        <p className="text-warn">
          ⚠ Will not fit: {spanWords(late.late)} over the time of {numberOf(late.row)} (
          {wallWords(late.at ?? now, wallZone())})
        </p>
      )}
    </div>
  );
}
