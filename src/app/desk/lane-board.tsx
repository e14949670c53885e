import { useMemo } from 'react';
import {
  endOf,
  graphicsOf,
  laneState,
  momentOf,
  playsAlike,
  shownAt,
  valuesWords,
  type AirState,
  type Graphic,
} from '../../core/playout';
import { afterExit, exactRate, type Channel, type Handover } from '../../core/show';
import { Button, IconButton, Pennant } from '../ui';
import { Undo2 } from 'lucide-react';
import { releases, useAir } from '../state/air-store';
import { callMove, clearLane, give, nextStep, putBack, useDesk } from './desk-store';
import { liveOf } from './live';
import { clockWords, spanWords } from './time-words';
import { useNow } from './use-now';

const handoverWords = ({ mode, seconds }: Handover): string =>
  mode === 'together'
    ? 'the next enters together with the exit of the one before'
    : mode === 'after' || seconds === 0
      ? 'the next enters after the exit of the one before'
      : seconds < 0
        ? `the next enters ${-seconds} s before the one before has left`
        : `the next enters ${seconds} s after the one before has left`;

/** A row for each lane, back to front: what holds it, since when, what is leaving, what waits. */
export function LaneBoard({ channel }: { channel: Channel }) {
  const air = useAir((store) => store.state.air);
  const graphics = air[channel.id]?.graphics;
  const follows = air[channel.id]?.follows ?? null;
  const now = useNow(5, graphics);
  const led = useMemo(
    () =>
      follows
        ? graphicsOf(
            { air, channels: useAir.getState().state.channels } as AirState,
            channel.id,
          ).graphics.filter((g) => !graphics?.includes(g))
        : [],
    [air, follows, channel.id, graphics],
  );
  return (
    <div className="min-h-0 flex-1 overflow-auto border-t border-line">
      <table className="w-full border-collapse" aria-label="Lane board">
        <thead className="text-left text-xs text-ink-3">
          <tr className="h-7">
            <th className="w-20 pl-3 font-normal">Lane</th>
            <th className="font-normal">Holds</th>
            <th className="w-16 font-normal">Phase</th>
            <th className="w-16 text-right font-normal">Up for</th>
            <th className="w-44" />
          </tr>
        </thead>
        <tbody>
          {channel.lanes.map((lane) => (
            <LaneRow
              key={lane.id}
              lane={lane}
              channel={channel}
              graphics={graphics ?? []}
              led={led.find((g) => g.lane === lane.id && g.exitAt === null)}
              now={now}
            />
          ))}
        </tbody>
      </table>
      {follows && (
        <p className="flex items-center gap-2 px-3 py-2 text-xs text-tide">
          Follows{' '}
          {useAir.getState().state.channels.find(({ id }) => id === follows.channel)?.name ?? follows.channel}
          {follows.without.length > 0 && ` but for ${follows.without.join(', ')}`}
          <Button
            className="ml-auto h-6 px-2 text-xs"
            onClick={() =>
              void give({ do: 'follow', channel: channel.id, follows: null }, 'It shows its own alone.')
            }
          >
            Follow no more
          </Button>
        </p>
      )}
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

/** How far something on its way has come, as a bar that needs no reading. */
function Bar({ share, label, tone }: { share: number; label: string; tone: 'next' | 'ink' }) {
  return (
    <span
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.round(share * 100)}
      className="inline-block h-1 w-14 shrink-0 overflow-hidden rounded bg-line"
    >
      <span
        className={`block h-full ${tone === 'next' ? 'bg-next' : 'bg-ink-2'}`}
        style={{ width: `${Math.max(0, Math.min(1, share)) * 100}%` }}
      />
    </span>
  );
}

const nameOf = (graphic: Graphic): string => `${graphic.number ?? ''} ${graphic.name}`.trim();
const wordsOf = (graphic: Graphic): string =>
  valuesWords(releases.get(graphic.release), graphic.template, graphic.values);

function LaneRow(props: {
  lane: Channel['lanes'][number];
  channel: Channel;
  graphics: readonly Graphic[];
  /** What the channel that is followed shows here. */
  led: Graphic | undefined;
  now: number;
}) {
  const { lane, channel, graphics, led, now } = props;
  const inHand = useDesk((store) => store.inHand);
  const set = useDesk((store) => store.set);
  const isLive = useAir((store) => liveOf(store.mixer, channel.id));
  const release = useAir((store) => store.state.release);
  const last = useAir((store) => store.state.air[channel.id]?.last[lane.id]);
  const { holder, leaving, waiting } = laneState(graphics, lane.id, now);
  const main = holder ?? waiting;
  const isChosen = inHand.kind === 'air' && main?.id === inHand.graphic;
  const phase = holder && momentOf(holder, now)?.phase;
  const isChanging = holder !== null && shownAt(holder, now).changing !== null;
  const isOlder =
    holder !== null && release !== null && holder.release !== release && differs(holder, release);
  const leavesIn = holder?.leaveAt != null ? holder.leaveAt - now : null;
  return (
    <tr
      className={`h-11 border-t border-line/60 ${main ? 'cursor-default row-hover' : ''} ${isChosen ? 'bg-raised' : ''}`}
      onClick={() => main && set({ inHand: { kind: 'air', graphic: main.id }, edits: {} })}
    >
      <td className="pl-3 font-semibold" title={handoverWords(lane.handover ?? afterExit)}>
        {lane.name}
      </td>
      <td className="max-w-0">
        <span className="flex items-center gap-2">
          {holder ? (
            <Pennant state={isLive ? 'air' : 'up'} />
          ) : waiting ? (
            <span className="number shrink-0 text-xs text-next">
              waits {Math.max(0, waiting.enterAt - now).toFixed(1)} s
            </span>
          ) : leaving.length === 0 ? (
            led ? (
              <span className="truncate text-tide">
                {nameOf(led)} <span className="text-xs">followed</span>
              </span>
            ) : (
              <span className="text-ink-3">free</span>
            )
          ) : null}
          {main && (
            <button
              type="button"
              className="min-w-0 flex-1 truncate text-left"
              aria-label={`Take ${nameOf(main)} in hand`}
            >
              <span className="number">{main.number}</span> {wordsOf(main) || main.name}
            </button>
          )}
          {isOlder && (
            <button
              type="button"
              className="shrink-0 text-xs text-warn hover:underline"
              title="A newer release has this template in another form. It takes hold when it next enters, or now."
              onClick={(event) => {
                event.stopPropagation();
                void give(
                  { do: 'renew', channel: channel.id, graphic: holder.id },
                  'It plays from the new release.',
                );
              }}
            >
              ⚠ older release: renew now
            </button>
          )}
        </span>
        {leaving.map((graphic) => {
          const left = Math.max(0, endOf(graphic) - now);
          return (
            <span key={graphic.id} className="flex min-w-0 items-center gap-1.5 text-xs text-ink-2">
              <span className="truncate">{nameOf(graphic)} leaves,</span>
              <Bar
                tone="ink"
                label={`${nameOf(graphic)} leaves`}
                share={left / Math.max(0.02, graphic.exitFrames / exactRate(graphic.rate))}
              />
              <span className="number shrink-0">{left.toFixed(1)} s</span>
            </span>
          );
        })}
        {holder && waiting && (
          <span className="block truncate text-xs text-next">
            then {nameOf(waiting)}{' '}
            <span className="number">in {Math.max(0, waiting.enterAt - now).toFixed(1)} s</span>
          </span>
        )}
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
      <td className="text-right">
        <span className="number block">{holder ? clockWords(now - holder.enterAt) : ''}</span>
        {leavesIn !== null && (
          <span className="number block text-[11px] whitespace-nowrap text-ink-3" title="It leaves by itself">
            out in {spanWords(Math.ceil(leavesIn))}
          </span>
        )}
      </td>
      <td className="pr-3 text-right whitespace-nowrap">
        {holder && <Onward graphic={holder} />}
        {last && (
          <IconButton
            label={`Put back ${`${last.number ?? ''} ${last.name}`.trim()} in ${lane.name}`}
            className="mr-1 size-6 align-middle"
            onClick={(event) => {
              event.stopPropagation();
              void putBack(lane.id);
            }}
          >
            <Undo2 size={14} />
          </IconButton>
        )}
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

/** Whether the release on air has the template of a graphic in another form than it was taken with. */
const differs = (graphic: Graphic, release: string): boolean =>
  releases.get(graphic.release) !== undefined &&
  releases.get(release) !== undefined &&
  !playsAlike(releases.get, graphic.release, release, graphic.template);
