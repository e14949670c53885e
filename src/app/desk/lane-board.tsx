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
import {
  afterExit,
  exactRate,
  handoverInWords,
  pagingOf,
  type Channel,
  type Handover,
} from '../../core/show';
import { Button, IconButton, Pennant } from '../ui';
import { Undo2 } from 'lucide-react';
import { air as airClient, releases, useAir } from '../state/air-store';
import { act, callMove, give, steerCrawl, inHand as takeInHand, useDesk } from './desk-store';
import { StaleMark } from './data-troubles';
import { Running } from '../time/running-time';
import { runningWords, spanWords } from '../../core/clock';
import { useLamp, useStandings } from '../state/tally';

const handoverWords = (handover: Handover): string =>
  `The next one enters ${handoverInWords(handover)} of the one before`;

/** A row for each lane, back to front: what holds it, since when, what is leaving, what waits. */
export function LaneBoard({ channel }: { channel: Channel }) {
  const air = useAir((store) => store.state.air);
  const graphics = air[channel.id]?.graphics;
  const follows = air[channel.id]?.follows ?? null;
  // New when what is there changes, also by itself; what runs is written past React.
  useStandings(channel.id);
  const now = airClient().clock.now();
  const led = follows
    ? graphicsOf(
        { air, channels: useAir.getState().state.channels } as AirState,
        channel.id,
        now,
      ).graphics.filter((g) => !graphics?.includes(g))
    : [];
  return (
    <div tabIndex={0} className="@container h-full min-h-0 overflow-auto">
      <table className="w-full border-collapse" aria-label="Lane board">
        <thead className="text-left text-xs text-ink-3">
          <tr className="h-7">
            <th className="w-20 pl-3 font-normal">Lane</th>
            <th className="font-normal">Holds</th>
            <th className="w-16 font-normal @max-[540px]:hidden">Phase</th>
            <th className="w-16 text-right font-normal">Up for</th>
            <th className="w-44 @max-[540px]:w-28" />
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
            Stop following
          </Button>
        </p>
      )}
    </div>
  );
}

/** The further steps of what is up, and its moves there and back. */
function Onward({ graphic }: { graphic: Graphic }) {
  // What it plays may come after it has gone up.
  useAir((store) => store.arrivals);
  const left = graphic.stepFrames.length - graphic.steps.length;
  const template = releases.get(graphic.release)?.templates[graphic.template];
  const moves = template?.moves ?? [];
  const hasCrawl = Object.values(template?.elements ?? {}).some(({ kind }) => kind === 'crawl');
  const lastAct = graphic.stops.at(-1)?.act;
  const isStopped = lastAct === 'stop' || lastAct === 'out';
  const paging = template ? pagingOf(template, graphic.values) : null;
  return (
    <span className="mr-1 ml-2 inline-flex gap-1" onClick={(event) => event.stopPropagation()}>
      {moves.map(({ id, name }) => {
        const isAway = graphic.moves.some((move) => move.ref === id && !move.back);
        return (
          <Button
            key={id}
            className="h-6 max-w-28 truncate px-2 @max-[540px]:max-w-16 @max-[540px]:text-xs"
            aria-pressed={isAway}
            title={isAway ? `Back from “${name}”` : name}
            onClick={() => void callMove(graphic.id, id, name, isAway)}
          >
            {isAway ? 'Bring back' : name}
          </Button>
        );
      })}
      {hasCrawl && (
        <>
          <Button
            className="h-6 px-2"
            title={
              isStopped
                ? 'What runs goes on from where it stands'
                : 'What runs stops where it next stands clean'
            }
            onClick={() => void steerCrawl(graphic.id, isStopped ? 'go' : 'stop')}
          >
            {isStopped ? 'Go on' : 'Stop'}
          </Button>
          <Button
            className="h-6 px-2"
            disabled={lastAct === 'out'}
            title="Nothing more comes in; what runs goes through to its end"
            onClick={() => void steerCrawl(graphic.id, 'out')}
          >
            Run out
          </Button>
        </>
      )}
      {paging && graphic.stepFrames.length === 0 && paging.pages > 1 && (
        <Button
          className="number h-6 px-2"
          disabled={paging.page === paging.pages && paging.turns !== 'by-time'}
          title="Turn to the next page (N)"
          onClick={() => void act('next-step', { graphic: graphic.id })}
        >
          Page {paging.page}/{paging.pages}
        </Button>
      )}
      {graphic.stepFrames.length > 0 && (
        <Button
          className="number h-6 px-2"
          disabled={left === 0}
          title={left === 0 ? 'It stands at its last step' : 'Take it to its next step (N)'}
          onClick={() => void act('next-step', { graphic: graphic.id })}
        >
          Next {graphic.steps.length}/{graphic.stepFrames.length}
        </Button>
      )}
    </span>
  );
}

/** How far something on its way has come, as a bar that needs no reading. */
function Bar({ share, label }: { share: (now: number) => number; label: string }) {
  return (
    <span
      role="img"
      aria-label={label}
      className="inline-block h-1.5 w-16 shrink-0 overflow-hidden rounded bg-line"
    >
      <Running className="block h-full bg-ink-2" share={share} />
    </span>
  );
}

const nameOf = (graphic: Graphic): string => `${graphic.number ?? ''} ${graphic.name}`.trim();
const wordsOf = (graphic: Graphic): string =>
  graphic.ticker === null
    ? valuesWords(releases.get(graphic.release), graphic.template, graphic.values)
    : graphic.name;

const phaseWords = (graphic: Graphic, time: number): string =>
  shownAt(graphic, time).changing !== null
    ? 'Change'
    : momentOf(graphic, time)?.phase === 'enter'
      ? 'Enter'
      : 'Hold';

function LaneRow(props: {
  lane: Channel['lanes'][number];
  channel: Channel;
  graphics: readonly Graphic[];
  /** What the channel that is followed shows here. */
  led: Graphic | undefined;
  now: number;
}) {
  const { lane, channel, graphics, led, now } = props;
  const hand = useDesk((store) => store.hand);
  const isLive = useLamp(channel.id) === 'air';
  const release = useAir((store) => store.state.release);
  const last = useAir((store) => store.state.air[channel.id]?.last[lane.id]);
  const { holder, leaving, waiting } = laneState(graphics, lane.id, now);
  const main = holder ?? waiting;
  const isChosen = hand.kind === 'air' && main !== null && main.id === hand.graphic;
  const hasDraft = useDesk((store) => main !== null && store.drafts[`air ${main.id}`] !== undefined);
  const isOlder =
    holder !== null && release !== null && holder.release !== release && differs(holder, release);
  const leaveAt = holder?.leaveAt ?? null;
  return (
    <tr
      className={`h-11 border-t border-line/60 ${main ? 'cursor-default row-hover' : ''} ${isChosen ? 'bg-raised' : ''}`}
      onClick={() => main && takeInHand({ graphic: main.id })}
    >
      <td className="pl-3 font-semibold" title={handoverWords(lane.handover ?? afterExit)}>
        {lane.name}
      </td>
      <td className="max-w-0">
        <span className="flex items-center gap-2">
          {holder ? (
            <Pennant state={isLive ? 'air' : 'up'} />
          ) : waiting ? (
            <Running
              className="number shrink-0 text-xs text-next"
              words={(time) => `waits ${Math.max(0, waiting.enterAt - time).toFixed(1)} s`}
            />
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
          {main && <StaleMark fed={main} />}
          {hasDraft && (
            <span className="shrink-0 rounded border border-warn px-1 text-xs text-warn">not sent</span>
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
          const left = (time: number): number => Math.max(0, endOf(graphic) - time);
          return (
            <span key={graphic.id} className="flex min-w-0 items-center gap-2">
              <Pennant state="leaving" />
              <span className="min-w-0 truncate">
                <span className="number">{graphic.number}</span> {wordsOf(graphic) || graphic.name}
              </span>
              <Bar
                label={`${nameOf(graphic)} leaves`}
                share={(time) => left(time) / Math.max(0.02, graphic.exitFrames / exactRate(graphic.rate))}
              />
              <Running className="number shrink-0 pr-2" words={(time) => `${left(time).toFixed(1)} s`} />
            </span>
          );
        })}
        {holder && waiting && (
          <span className="block truncate text-xs text-next">
            then {nameOf(waiting)}{' '}
            <Running
              className="number"
              words={(time) => `in ${Math.max(0, waiting.enterAt - time).toFixed(1)} s`}
            />
          </span>
        )}
      </td>
      <td className="text-ink-2 @max-[540px]:hidden">
        {holder ? <Running words={(time) => phaseWords(holder, time)} /> : leaving.length > 0 ? 'Exit' : ''}
      </td>
      <td className="text-right">
        {holder && <Running className="number block" words={(time) => runningWords(time - holder.enterAt)} />}
        {leaveAt !== null && (
          <Running
            className="number block text-[11px] whitespace-nowrap text-ink-3"
            title="It leaves by itself"
            words={(time) => `out in ${spanWords(Math.ceil(Math.max(0, leaveAt - time)))}`}
          />
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
              void act('put-back', { lane: lane.id });
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
              void give(
                { do: 'clear', channel: channel.id, graphic: main.id },
                `${nameOf(main)} leaves ${lane.name}.`,
              );
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
