import { useDroppable } from '@dnd-kit/core';
import { Pause, Play as PlayIcon, SkipBack, SkipForward, Square } from 'lucide-react';
import { useMemo } from 'react';
import { playKeys, tickerItemLook, tickerPlan, tickerRound, type AirTicker } from '../../core/playout';
import { templateFor } from '../../core/show';
import { findItem, inStep, itemWords, newPlay, type Play } from '../../core/ticker';
import { ChannelMonitor } from '../picture/channel-monitor';
import { air, useAir } from '../state/air-store';
import { Running } from '../time/running-time';
import { Button, Pennant } from '../ui';
import { keepFocus, type Give } from './give';
import { Strip } from './strip';
import { leftWords } from './times';
import { useRelease } from './use-release';

/** What is on air, what comes next, and how long it stays, for each place in the round: always in sight. */
export function Band(props: {
  ticker: AirTicker | undefined;
  name: string;
  /** The play that keys mean. */
  inHand: string;
  onHand: (play: string) => void;
  give: Give;
}) {
  const { ticker, name, inHand, onHand, give } = props;
  const channels = useAir(({ state }) => state.channels);
  const drop = useDroppable({ id: 'band' });
  const keys = ticker ? playKeys(ticker) : [inStep];
  const shown = channels.find(({ id }) => id === (inHand === inStep ? ticker?.channels[0] : inHand));
  const release = useRelease();
  const item = ticker?.standing.plays[inHand]?.now?.item;
  const own = ticker && item !== undefined ? findItem(ticker.standing, item) : undefined;
  const template = release?.templates[(ticker && own ? tickerItemLook(ticker, own).template : ticker?.look.template) ?? ''];
  const laid = shown && template ? templateFor(template, shown.format) : undefined;
  const said = keys.map((key) => {
    const own = key === inStep ? (ticker?.channels ?? []) : [key];
    return { key, channels: own.map((id) => channels.find((one) => one.id === id)?.name ?? id).join(', ') };
  });
  return (
    <section
      ref={drop.setNodeRef}
      className={`flex shrink-0 flex-col gap-1.5 border-t border-line bg-panel p-2 ${drop.isOver ? 'outline outline-2 -outline-offset-2 outline-brass' : ''}`}
      aria-label={`${name} on air`}
    >
      {shown && laid && (
        <Strip of={laid}>
          <ChannelMonitor channel={shown} bus="program" />
        </Strip>
      )}
      <div className="flex min-w-0 flex-col gap-1.5">
        {said.map((own) => (
          <PlayRow
            key={own.key}
            ticker={ticker}
            play={ticker?.standing.plays[own.key] ?? newPlay()}
            channel={own.key === inStep ? undefined : own.key}
            channels={own.channels}
            isMany={keys.length > 1}
            isInHand={own.key === inHand}
            onHand={() => onHand(own.key)}
            give={give}
          />
        ))}
      </div>
    </section>
  );
} // prettier-ignore

function PlayRow(props: {
  ticker: AirTicker | undefined;
  play: Play;
  channel: string | undefined;
  channels: string;
  isMany: boolean;
  isInHand: boolean;
  onHand: () => void;
  give: Give;
}) {
  const { ticker, play, channel, channels, isMany, isInHand, onHand, give: giveAll } = props;
  const { now, state } = play;
  const give: Give = (command) => {
    onHand();
    giveAll(channel === undefined ? command : { channel, ...command });
  };
  const [next, round] = useMemo(() => {
    if (!ticker) return [undefined, null] as const;
    const at = air().clock.now();
    return [tickerPlan(ticker, play, at, 1)[0], tickerRound(ticker, play, at)] as const;
  }, [ticker, play]);
  const strandOf = (id: string) => ticker?.strands.find((own) => own.id === id);
  const isHeld = state === 'held';
  // Of several places in the round the one in hand has its keys, the others a line each.
  const isOpen = !isMany || isInHand;
  return (
    <div role="group" aria-label={channels === '' ? 'No channel' : channels} className={`flex flex-col gap-1 ${isMany ? `border-l-2 pl-2 ${isInHand ? 'border-brass' : 'border-transparent'}` : ''}`} onClick={onHand}>
      <div className="flex min-w-0 items-center gap-3 border-l-4 pl-2" style={{ borderColor: (now && strandOf(now.strand)?.colour) ?? 'transparent' }}>
        {now ? <Pennant state="air" /> : <span className="text-xs text-ink-3">{state === 'running' ? 'Waits for an item' : 'Nothing on air'}</span>}
        {isMany && <span className="shrink-0 text-xs font-semibold">{channels}</span>}
        {now && (
          <>
            <span className="shrink-0 text-xs text-ink-2">{strandOf(now.strand)?.name}</span>
            {now.isUrgent && <span className="shrink-0 text-xs font-semibold text-warn">urgent</span>}
            <strong className="min-w-0 flex-1 truncate text-[15px] font-semibold" dir="auto" title={now.words}>{now.words}</strong>
            <span className="number w-20 shrink-0 text-right text-[15px]" aria-label="Seconds left">
              {isHeld ? 'holds' : <Running words={(at) => (state === 'ending' ? `ends ${leftWords(now.until - at)}` : leftWords(now.until - at))} />}
            </span>
          </>
        )}
      </div>
      {now && (
        <div className="h-0.5 overflow-hidden bg-line" aria-hidden>
          <Running className="block h-full bg-air" share={(at) => (isHeld ? 1 : (at - now.since) / Math.max(0.1, now.until - now.since))} />
        </div>
      )}
      {isOpen && (
        <>
      <div className="flex min-w-0 items-center gap-3 pl-3">
        <Pennant state="next" />
        <span className="shrink-0 text-xs text-ink-2">{next ? strandOf(next.item.strand)?.name : ''}</span>
        <span className="min-w-0 flex-1 truncate" dir="auto">{next ? itemWords(next.item) : 'Nothing is in that may come'}</span>
        {round && (
          <span className="number shrink-0 text-xs text-ink-3" title="One round as it stands: so many items, so long">
            {round.items} {round.items === 1 ? 'item' : 'items'}, {leftWords(round.seconds)} a round
          </span>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-1 pl-3" onMouseDown={keepFocus}>
        {now === null && state !== 'running' ? (
          <Button key="start" tone="primary" disabled={!ticker} onClick={() => give({ act: 'start' })}><PlayIcon size={14} /> Start</Button>
        ) : (
          <Button key="stop" disabled={state === 'ending'} onClick={() => give({ act: 'stop' })} title="Stops when this item has had its time"><Square size={14} /> Stop after this</Button>
        )}
        <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'back' })} title="B"><SkipBack size={14} /> Back</Button>
        <Button tone="quiet" disabled={!now} onClick={() => give({ act: isHeld ? 'go' : 'hold' })} title="H">{isHeld ? <PlayIcon size={14} /> : <Pause size={14} />} {isHeld ? 'Go on' : 'Hold'}</Button>
        <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'next' })} title="N"><SkipForward size={14} /> Next</Button>
        <Button tone="quiet" disabled={!now} onClick={() => give({ act: 'out' })}>Off at once</Button>
      </div>
        </>
      )}
    </div>
  );
} // prettier-ignore
