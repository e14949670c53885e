import { useMemo, useState } from 'react';
import { playOf, tickerPlan, type AirTicker, type Command } from '../../core/playout';
import { itemWords, itemsOf, newPlay, type TickerItem as TickerItemOf } from '../../core/ticker';
import type { Channel } from '../../core/show';
import { Running } from '../time/running-time';
import { leftWords } from '../ticker/times';
import { air } from '../state/air-store';
import { Big } from './big';

type TickerCommand = Extract<Command, { do: 'ticker' }>;

/** A ticker in the hand: what is on air and next, its keys, the first item that waits, and a line to call at once. */
export function TickerItem(props: {
  ticker: AirTicker;
  channel: Channel;
  label: string;
  className: string;
  onGive: (command: Command, done: string) => Promise<void>;
}) {
  const { ticker, channel, label, className, onGive } = props;
  const [typed, setTyped] = useState('');
  const play = ticker.standing.plays[playOf(ticker, channel.id)] ?? newPlay();
  const { now, state } = play;
  const next = useMemo(() => tickerPlan(ticker, play, air().clock.now(), 1)[0], [ticker, play]);
  const waiting = ticker.strands.flatMap(({ id }) => {
    const strand = ticker.standing.strands[id];
    return strand ? itemsOf(strand).filter((item) => item.state === 'incoming') : [];
  });
  const first = waiting[0];
  const give = (command: Omit<TickerCommand, 'do' | 'ticker'>, done: string): void =>
    void onGive({ do: 'ticker', ticker: ticker.id, channel: channel.id, ...command }, done);
  const isHeld = state === 'held';
  const call = (): void => {
    const strand = now?.strand ?? ticker.strands[0]?.id;
    if (typed.trim() === '' || strand === undefined) return;
    give({ act: 'add', strand, words: typed, urgent: 'now' }, 'It is called.');
    setTyped('');
  };
  return (
    <section className={`flex flex-col gap-2 rounded border border-line p-2 ${className}`} aria-label={label || ticker.name}>
      <p className="flex items-baseline gap-2 text-xs text-ink-2">
        <strong className="text-ink">{label || ticker.name}</strong>
        <span className="min-w-0 flex-1 truncate" dir="auto">{now ? now.words : 'not on air'}</span>
        {now && <span className="number">{isHeld ? 'holds' : <Running words={(at) => leftWords(now.until - at)} />}</span>}
      </p>
      <p className="truncate text-xs text-ink-3" dir="auto">{next ? `Next: ${itemWords(next.item)}` : 'Nothing is in that may come'}</p>
      <div className="grid grid-cols-4 gap-2">
        {now ? (
          <Big isOff={state === 'ending'} onPress={() => give({ act: 'stop' }, 'It stops after this item.')}>Stop</Big>
        ) : (
          <Big onPress={() => give({ act: 'start' }, 'It starts.')}>Start</Big>
        )}
        <Big isOff={!now} onPress={() => give({ act: 'back' }, 'The item before.')}>Back</Big>
        <Big isOff={!now} tone={isHeld ? 'on' : 'plain'} onPress={() => give({ act: isHeld ? 'go' : 'hold' }, isHeld ? 'It goes on.' : 'It holds.')}>{isHeld ? 'Go on' : 'Hold'}</Big>
        <Big isOff={!now} onPress={() => give({ act: 'next' }, 'The next item.')}>Next</Big>
      </div>
      {first && (
        <Incoming
          key={`${first.id} ${itemWords(first)}`}
          item={first}
          count={waiting.length}
          onTakeIn={(words) => {
            if (words !== itemWords(first)) give({ act: 'edit', item: first.id, words }, 'It is edited.');
            give({ act: 'take-in', item: first.id }, 'It is in.');
          }}
          onLeaveOut={() => give({ act: 'leave-out', item: first.id }, 'It is left out.')}
        />
      )}
      <form
        className="flex items-stretch gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          call();
        }}
      >
        <input aria-label="Urgent words" className="field h-auto min-w-0 flex-1" placeholder="Urgent words" dir="auto" value={typed} onChange={(event) => setTyped(event.target.value)} />
        <Big isOff={typed.trim() === ''} onPress={call}>At once</Big>
      </form>
    </section>
  );
} // prettier-ignore

/** The first item that waits, with its words to be corrected before they go in. */
function Incoming(props: { item: TickerItemOf; count: number; onTakeIn: (words: string) => void; onLeaveOut: () => void }) {
  const { item, count, onTakeIn, onLeaveOut } = props;
  const [typed, setTyped] = useState(itemWords(item));
  return (
    <div className="flex flex-col gap-1" role="group" aria-label="Incoming">
      <label className="flex flex-col gap-1 text-xs text-next">
        {count} incoming; the first says
        <input className="field h-11 text-ink" dir="auto" value={typed} onChange={(event) => setTyped(event.target.value)} />
      </label>
      <div className="grid grid-cols-2 gap-2">
        <Big isOff={typed.trim() === ''} onPress={() => onTakeIn(typed)}>Take in</Big>
        <Big onPress={onLeaveOut}>Leave out</Big>
      </div>
    </div>
  );
} // prettier-ignore
