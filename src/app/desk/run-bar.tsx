import { counted } from '../../core/problem';
import { nextDue, sumOfTimes, timeline, zoneOn } from '../../core/playout';
import type { Rundown } from '../../core/show';
import { Button } from '../ui';
import { air, useAir } from '../state/air-store';
import { act, give, giveRun, pauseOrGoOn, shownZone, useDesk } from './desk-store';
import { Running } from '../time/running-time';
import { runningWords, spanWords, wallWords } from '../../core/clock';
import { useNow } from '../time/use-now';

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
      rundown.loop ? 'The loop is off.' : whole ? 'The loop is on.' : 'The block loops.',
    );
  };
  const channels = useAir((store) => store.state.channels);
  const cards = useAir((store) => store.state.cards);
  const comes = run && rundown.rows.find(({ id }) => id === run.next);
  const nextNumber = comes ? (cards[comes.card]?.number ?? '') : '';
  const channel = channels.find(({ id }) => id === rundown.channel)?.name ?? rundown.channel;
  return (
    <div className="flex shrink-0 flex-col border-b border-line" role="group" aria-label="Run of the rundown">
      <p className="truncate px-3 pt-1.5 text-xs">
        <strong className={run ? 'text-ink' : 'text-ink-2'}>
          {run ? 'Runs on' : 'Goes to'} {channel}
        </strong>
        <span className="text-ink-3" title="Sum of the times of all rows">
          {' · '}
          {runsByItself ? (
            <>
              {rundown.rows.length} rows, <span className="number">{spanWords(sum.seconds)}</span>
              {sum.open > 0 ? ` and ${sum.open} without a length` : ''}
            </>
          ) : (
            `${counted(rundown.rows.length, 'row')}, each by hand`
          )}
        </span>
      </p>
      <div className="flex flex-wrap items-center gap-1 px-2 py-1.5">
        {run ? (
          <>
            <RunButton label={run.pausedAt === null ? 'Pause' : 'Go on'} hint="P" onPress={pauseOrGoOn} />
            <RunButton
              label={`Take ${nextNumber}`}
              hint="R"
              title="The next row goes to air"
              isOff={run.next === null}
              onPress={() => void act('row-next')}
            />
            <RunButton
              label={`Skip ${nextNumber}`}
              title="Passes over the next row"
              isOff={run.next === null}
              onPress={() => giveRun('skip')}
            />
            <RunButton
              label={run.isHeld ? 'Let go' : 'Hold'}
              hint="H"
              title={
                run.isHeld ? 'The row that is up goes on' : 'The row that is up stays until it is let go'
              }
              isOn={run.isHeld}
              onPress={() => giveRun(run.isHeld ? 'let-go' : 'hold')}
            />
            <RunButton
              label={run.isByHand ? 'By itself' : 'By hand'}
              title={run.isByHand ? 'It runs by itself again' : 'Rows are taken by hand from here'}
              isOn={run.isByHand}
              onPress={() => giveRun(run.isByHand ? 'give-back' : 'by-hand')}
            />
            <RunButton label="Stop" title="Ends the run; what is up stays" onPress={() => giveRun('stop')} />
          </>
        ) : (
          <RunButton
            label={row ? 'Run from here' : 'Run'}
            title={row ? 'From the row in hand' : 'From the first row'}
            isOff={rundown.rows.length === 0}
            onPress={() => giveRun('start', row ?? undefined)}
          />
        )}
        <RunButton
          label={rundown.loop ? 'Once' : blockFrom ? 'Loop block' : 'Loop'}
          title={
            rundown.loop ? 'Stop the loop' : blockFrom ? 'Loop the chosen rows' : 'Loop the whole rundown'
          }
          isOn={rundown.loop !== null}
          onPress={loop}
        />
      </div>
      {run && (
        <div className="px-3 pb-1.5 text-xs">
          <RunState rundown={rundown} />
        </div>
      )}
    </div>
  );
}

function RunButton(props: {
  label: string;
  onPress: () => void;
  hint?: string;
  title?: string;
  isOn?: boolean;
  isOff?: boolean;
}) {
  const { label, onPress, hint, title, isOn, isOff } = props;
  return (
    <Button
      className={`h-6 px-2 text-xs ${isOn ? 'border-brass text-brass' : ''}`}
      aria-pressed={isOn}
      title={`${title ?? label}${hint ? ` (${hint})` : ''}`}
      disabled={isOff}
      onClick={onPress}
    >
      {label}
    </Button>
  );
}

/** What comes next and when, and what is wrong. */
function RunState({ rundown }: { rundown: Rundown }) {
  const state = useAir((store) => store.state);
  const run = state.runs[rundown.id];
  const now = useNow(1, state);
  if (!run) return null;
  const numberOf = (id: string | null): string => {
    const row = rundown.rows.find((own) => own.id === id);
    return row ? (state.cards[row.card]?.number ?? 'a card that is gone') : '';
  };
  const due = nextDue(state, rundown, run);
  const late = timeline(rundown, run, now, zoneOn(air().state, run.zone), 200).find(
    (planned) => planned.late > 0,
  );
  return (
    <div role="status">
      <p className="truncate text-ink-2">
        {run.row !== null && (
          <>
            <span className="number">{numberOf(run.row)}</span> since{' '}
            <Running className="number" words={(time) => runningWords((run.pausedAt ?? time) - run.at)} />
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
              <Running className="number" words={(time) => `in ${runningWords(Math.ceil(due - time))}`} />
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
          {wallWords(late.at ?? now, shownZone())})
        </p>
      )}
    </div>
  );
}
