import { useEffect, useState } from 'react';
import { endOf, laneState, momentOf, shownAt, valuesWords, type Graphic } from '../../core/playout';
import type { Channel } from '../../core/show';
import { Button, Pennant } from '../ui';
import { air, releases, useAir } from '../state/air-store';
import { callMove, clearLane, nextStep, useDesk } from './desk-store';

const refreshMs = 200;

const clockWords = (seconds: number): string => {
  const whole = Math.max(0, Math.floor(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};

/** A row for each lane, back to front: what holds it, since when, what is leaving, what waits. */
export function LaneBoard({ channel }: { channel: Channel }) {
  const graphics = useAir((store) => store.state.air[channel.id]?.graphics);
  const [now, setNow] = useState(() => air().clock.now());
  useEffect(() => {
    setNow(air().clock.now());
    const timer = setInterval(() => setNow(air().clock.now()), refreshMs);
    return () => clearInterval(timer);
  }, [graphics]);
  return (
    <div className="min-h-0 flex-1 overflow-auto border-t border-line">
      <table className="w-full border-collapse" aria-label="Lane board">
        <thead className="text-left text-xs text-ink-3">
          <tr className="h-7">
            <th className="w-24 pl-3 font-normal">Lane</th>
            <th className="font-normal">Holds</th>
            <th className="w-20 font-normal">Phase</th>
            <th className="w-16 text-right font-normal">Up for</th>
            <th className="w-44" />
          </tr>
        </thead>
        <tbody>
          {channel.lanes.map((lane) => (
            <LaneRow key={lane.id} lane={lane} graphics={graphics ?? []} now={now} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The further steps of what is up, and its moves there and back. */
function Onward({ graphic }: { graphic: Graphic }) {
  const left = graphic.stepFrames.length - graphic.steps.length;
  const moves = releases.get(graphic.release)?.templates[graphic.template]?.moves ?? [];
  return (
    <span className="mr-1 inline-flex gap-1" onClick={(event) => event.stopPropagation()}>
      {moves.map(({ id, name }) => {
        const isAway = graphic.moves.some((move) => move.ref === id && !move.back);
        return (
          <Button
            key={id}
            className="h-6 max-w-28 truncate px-2"
            aria-pressed={isAway}
            title={isAway ? `Back from “${name}”` : name}
            onClick={() => void callMove(graphic.id, id, name, isAway)}
          >
            {isAway ? 'Bring back' : name}
          </Button>
        );
      })}
      {graphic.stepFrames.length > 0 && (
        <Button
          className="number h-6 px-2"
          disabled={left === 0}
          title={left === 0 ? 'It stands at its last step' : 'Take it to its next step (N)'}
          onClick={() => nextStep(graphic.id)}
        >
          Next {graphic.steps.length}/{graphic.stepFrames.length}
        </Button>
      )}
    </span>
  );
}

function LaneRow(props: { lane: Channel['lanes'][number]; graphics: readonly Graphic[]; now: number }) {
  const { lane, graphics, now } = props;
  const inHand = useDesk((store) => store.inHand);
  const set = useDesk((store) => store.set);
  const { holder, leaving, waiting } = laneState(graphics, lane.id, now);
  const name = (graphic: Graphic): string => `${graphic.number ?? ''} ${graphic.name}`.trim();
  const words = (graphic: Graphic): string =>
    valuesWords(releases.get(graphic.release), graphic.template, graphic.values);
  const main = holder ?? waiting;
  const isChosen = inHand.kind === 'air' && main?.id === inHand.graphic;
  const phase = holder && momentOf(holder, now)?.phase;
  const isChanging = holder !== null && shownAt(holder, now).changing !== null;
  return (
    <tr
      className={`h-11 border-t border-line/60 ${main ? 'cursor-default row-hover' : ''} ${isChosen ? 'bg-raised' : ''}`}
      onClick={() => main && set({ inHand: { kind: 'air', graphic: main.id }, edits: {} })}
    >
      <td className="pl-3 font-semibold">{lane.name}</td>
      <td className="max-w-0">
        <span className="flex items-center gap-2">
          {holder ? (
            <Pennant state="air" />
          ) : waiting ? (
            <span className="text-xs text-next">waits</span>
          ) : leaving.length === 0 ? (
            <span className="text-ink-3">free</span>
          ) : null}
          {main && (
            <button
              type="button"
              className="min-w-0 flex-1 truncate text-left"
              aria-label={`Take ${name(main)} in hand`}
            >
              <span className="number">{main.number}</span> {words(main) || main.name}
            </button>
          )}
          {leaving.map((graphic) => (
            <span key={graphic.id} className="shrink-0 truncate text-xs text-ink-2">
              {name(graphic)} leaves,{' '}
              <span className="number">{Math.max(0, endOf(graphic) - now).toFixed(1)}</span> s
            </span>
          ))}
          {holder && waiting && <span className="truncate text-xs text-next">then {name(waiting)}</span>}
        </span>
      </td>
      <td className="text-ink-2">
        {holder
          ? isChanging
            ? 'Change'
            : phase === 'enter'
              ? 'Enter'
              : 'Hold'
          : leaving.length > 0
            ? 'Exit'
            : ''}
      </td>
      <td className="number text-right">{holder ? clockWords(now - holder.enterAt) : ''}</td>
      <td className="pr-3 text-right whitespace-nowrap">
        {holder && <Onward graphic={holder} />}
        {main && (
          <Button
            className="h-6 px-2"
            onClick={(event) => {
              event.stopPropagation();
              void clearLane(lane.id, lane.name);
            }}
          >
            Clear
          </Button>
        )}
      </td>
    </tr>
  );
}
