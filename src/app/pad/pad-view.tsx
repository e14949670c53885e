import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import {
  comingRows,
  correctable,
  correction,
  padButtons,
  type PadButton,
  type PadPress,
} from '../../core/pad';
import { cardWords, valuesWords, type Command, type Graphic, type Seen } from '../../core/playout';
import { padProblems, unfilledFields, type Channel, type Pad, type PadItem } from '../../core/show';
import { useNow } from '../time/use-now';
import { runningWords } from '../../core/clock';
import { Running } from '../time/running-time';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Troubles } from '../troubles/troubles';
import { Empty, Pennant } from '../ui';
import { air, releases, send, useAir } from '../state/air-store';
import { Big } from './big';
import { TickerItem } from './ticker-item';
import { useLamp, useStandings } from '../state/tally';

/** The touch page: what is on air, the next three, take, clear, one correction, and what the designer laid out. */
export function PadView() {
  const { padId } = useParams();
  useEffect(() => void air(), []);
  const state = useAir((store) => store.state);
  const hasState = useAir((store) => store.hasState);
  const refusal = useAir((store) => store.refusal);
  useAir((store) => store.arrivals);
  const release = releases.get(state.release);
  if (refusal) return <Empty title="This pad may not come in">{refusal.message}</Empty>;
  if (!hasState || (state.release !== null && !release))
    return <Empty title="Waiting for the air server">The pad comes by itself when it answers.</Empty>;
  const pads = release?.pads ?? [];
  const pad = pads.find(({ id }) => id === padId) ?? (padId === undefined ? pads[0] : undefined);
  const channel =
    state.channels.find(({ id }) => id === (pad?.channel ?? padId)) ??
    (padId === undefined ? state.channels[0] : undefined);
  if (!channel || (padId !== undefined && !pad))
    return (
      <Empty title="This pad is not of the show on air">
        <p>
          {state.show
            ? `“${state.show.name}” is on air and has no pad “${padId}”. Nothing was changed on air.`
            : 'Nothing is released yet.'}
        </p>
        {pads.map((own) => (
          <a
            key={own.id}
            href={`/pad/${own.id}`}
            className="rounded border border-line px-6 py-4 text-[15px]"
          >
            {own.name}
          </a>
        ))}
      </Empty>
    );
  return <PadPage pad={pad ?? null} channel={channel} />;
}

function PadPage({ pad, channel }: { pad: Pad | null; channel: Channel }) {
  const state = useAir((store) => store.state);
  const isConnected = useAir((store) => store.isConnected);
  const may = useAir((store) => store.may);
  const lamp = useLamp(channel.id);
  const seen = useStandings(channel.id);
  const [said, setSaid] = useState<{ words: string; isRefusal: boolean } | null>(null);
  const give = async (command: Command, done: string): Promise<void> => {
    const refused = await send({ ...command, by: pad?.name ?? 'Pad' });
    setSaid(refused ? { words: refused.message, isRefusal: true } : { words: done, isRefusal: false });
  };
  const broken = pad ? padProblems(pad, { ...state, channels: state.channels }) : [];
  return (
    <div className="mx-auto flex h-full max-w-[560px] flex-col gap-3 overflow-auto p-3 lg:max-w-[1180px]">
      <Troubles />
      <header className="flex items-center gap-3">
        <h1 className="text-[17px] font-semibold">{pad?.name ?? 'Pad'}</h1>
        <span className="text-ink-2">{channel.name}</span>
        <span
          className={`ml-auto text-xs ${isConnected ? 'text-ink-3' : 'font-semibold text-warn'}`}
          role="status"
        >
          {isConnected ? (may === 'watch' ? 'watches only' : '') : '⚠ no answer from the server'}
        </span>
      </header>
      <div className="flex flex-col gap-3 lg:grid lg:grid-cols-2 lg:gap-6">
        <div className="flex min-w-0 flex-col gap-3">
          <ChannelMonitor
            channel={channel}
            bus="program"
            className="aspect-video max-h-[30vh] w-full shrink-0 lg:max-h-none"
            backdrop={`monitor-backdrop border-2 ${lamp === 'air' ? 'border-air' : 'border-line'}`}
          />
          <UpList channel={channel} seen={seen} isLive={lamp === 'air'} onGive={give} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <Coming channel={channel} onGive={give} />
          {pad && pad.items.length > 0 && (
            <div className="grid grid-cols-4 gap-2" role="group" aria-label="Buttons of the pad">
              {pad.items.map((item) => (
                <Item key={item.id} item={item} channel={channel} onGive={give} />
              ))}
            </div>
          )}
          <Correction channel={channel} onGive={give} />
        </div>
      </div>
      {broken.length > 0 && <p className="text-xs text-warn">⚠ {broken[0]?.message}</p>}
      <p
        role={said?.isRefusal ? 'alert' : 'status'}
        className={`min-h-5 ${said?.isRefusal ? 'text-warn' : 'text-ink-3'}`}
      >
        {said ? `${said.isRefusal ? '⚠ ' : ''}${said.words}` : ''}
      </p>
    </div>
  );
}

type Give = (command: Command, done: string) => Promise<void>;

const wordsOf = (graphic: Graphic): string =>
  (graphic.ticker === null && valuesWords(releases.get(graphic.release), graphic.template, graphic.values)) ||
  graphic.name;

function UpList(props: { channel: Channel; seen: readonly Seen[]; isLive: boolean; onGive: Give }) {
  const { channel, seen, isLive, onGive } = props;
  if (seen.length === 0) return <p className="py-1 text-ink-3">Nothing is up on {channel.name}.</p>;
  return (
    <ul className="flex flex-col gap-1.5" aria-label="On air">
      {seen.map(({ graphic, is }) => (
        <li key={graphic.id} className="flex items-center gap-2">
          {is === 'waiting' ? (
            <span className="text-next">waits</span>
          ) : is === 'leaving' ? (
            <Pennant state="leaving" />
          ) : (
            <Pennant state={isLive ? 'air' : 'up'} {...(isLive ? {} : { words: 'Up' })} />
          )}
          <span className="number">{graphic.number}</span>
          <span className="min-w-0 flex-1 truncate" dir="auto">
            {wordsOf(graphic)}
          </span>
          <Running
            className="number text-xs text-ink-2"
            words={(now) => (is === 'on' ? runningWords(now - graphic.enterAt) : '')}
          />
          <Big
            className="min-w-20"
            isOff={is === 'leaving'}
            label={`Clear ${graphic.number ?? ''} ${graphic.name}`}
            onPress={() =>
              void onGive({ do: 'clear', channel: channel.id, graphic: graphic.id }, 'It leaves.')
            }
          >
            Clear
          </Big>
        </li>
      ))}
    </ul>
  );
}

/** What is in preview, and the next three of the rundown. */
function Coming({ channel, onGive }: { channel: Channel; onGive: Give }) {
  const state = useAir((store) => store.state);
  const release = releases.get(state.release);
  const cue = state.air[channel.id]?.preview ?? null;
  const next = comingRows(state, channel.id, 3);
  const template = cue ? release?.templates[cue.template] : undefined;
  const unfilled = cue && template ? unfilledFields(template, cue.values) : [];
  const [asked, setAsked] = useState('');
  const take = (): void => {
    if (!cue) return;
    if (unfilled.length > 0 && asked !== cue.cue) return setAsked(cue.cue);
    void onGive(
      { do: 'take', channel: channel.id, cue: cue.cue, edit: cue.edit },
      `${cue.number ?? ''} is taken.`,
    );
  };
  return (
    <div className="grid grid-cols-4 gap-2" role="group" aria-label="What comes">
      <Big tone="primary" className="col-span-4" isOff={cue === null} onPress={take}>
        {cue
          ? `Take ${cue.number ?? ''} ${valuesWords(release, cue.template, cue.values)}`
          : 'Nothing is in preview'}
        {unfilled.length > 0 && (
          <span className="text-xs">
            {asked === cue?.cue ? 'Press again to take it as it is' : 'Not filled'}:{' '}
            {unfilled.map(({ name }) => name).join(', ')}
          </span>
        )}
      </Big>
      {next.map((row, i) => {
        const card = state.cards[row.card];
        return (
          card && (
            <Big
              key={row.id}
              className={i === 0 ? 'col-span-2' : ''}
              label={`Take ${card.number}`}
              onPress={() =>
                void onGive({ do: 'take', channel: channel.id, card: card.id }, `${card.number} is taken.`)
              }
            >
              <span className="number">{card.number}</span>
              <span className="max-w-full truncate text-xs text-ink-2" dir="auto">
                {card.name ?? cardWords(release, card)}
              </span>
            </Big>
          )
        );
      })}
    </div>
  );
}

const spans = ['', '', 'col-span-2', 'col-span-3', 'col-span-4'] as const;

function Item({ item, channel, onGive }: { item: PadItem; channel: Channel; onGive: Give }) {
  const state = useAir((store) => store.state);
  const now = useNow(item.kind === 'count' ? 5 : 1, state);
  const seen = useStandings(channel.id);
  const className = spans[item.span] ?? '';
  const part = padButtons(item, {
    state,
    release: releases.get(state.release),
    channel,
    isOnAir: (id) => seen.some(({ graphic, is }) => is === 'on' && graphic.id === id),
    now,
    zone: -new Date().getTimezoneOffset(),
  });
  const give = (press: PadPress | null): void => void (press && onGive(press.command, press.done));
  if (part.is === 'gone')
    return (
      <Big isOff onPress={() => undefined} className={className}>
        <span className="text-xs">{part.words}</span>
      </Big>
    );
  if (part.is === 'ticker') {
    const ticker = state.tickers[part.ticker];
    return (
      ticker && (
        <TickerItem
          ticker={ticker}
          channel={channel}
          label={item.label}
          className={className}
          onGive={onGive}
        />
      )
    );
  }
  if (part.is === 'field') {
    const { send: correct } = part;
    return (
      <FieldItem
        key={part.key}
        name={part.name}
        value={part.value}
        className={className || 'col-span-2'}
        isOff={correct === null}
        onSend={(typed) => give(correct && correct(typed))}
      />
    );
  }
  const [first, second] = part.buttons;
  if (!first) return null;
  if (!second) return <Press own={first} className={className} onGive={give} />;
  return (
    <span className={`flex gap-2 ${className}`}>
      <Press own={first} className="flex-1" onGive={give} />
      <Press own={second} className="" onGive={give} />
    </span>
  );
}

function Press(props: { own: PadButton; className: string; onGive: (press: PadPress | null) => void }) {
  const { own, className, onGive } = props;
  const under = `max-w-full truncate text-[11px] text-ink-2 ${own.isNumber ? 'number' : ''}`;
  return (
    <Big
      tone={own.isOn ? 'on' : 'plain'}
      className={className}
      isOff={own.press === null}
      {...(own.label === undefined ? {} : { label: own.label })}
      onPress={() => onGive(own.press)}
    >
      <span className="max-w-full truncate">{own.words}</span>
      {typeof own.under === 'string' && <span className={under}>{own.under}</span>}
      {typeof own.under === 'function' && <Running className={under} words={own.under} />}
    </Big>
  );
}

function FieldItem(props: {
  name: string;
  value: string;
  className: string;
  isOff: boolean;
  onSend: (value: string) => void;
}) {
  const { name, value, className, isOff, onSend } = props;
  const [typed, setTyped] = useState(value);
  return (
    <form
      className={`flex items-stretch gap-2 ${className}`}
      onSubmit={(event) => {
        event.preventDefault();
        onSend(typed);
      }}
    >
      <input
        aria-label={name}
        title={name}
        disabled={isOff}
        dir="auto"
        className="field h-14 flex-1 text-[15px] disabled:opacity-40"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <button
        type="submit"
        disabled={isOff || typed === value}
        className="min-h-14 rounded border border-line bg-panel px-3 disabled:opacity-40"
      >
        Send
      </button>
    </form>
  );
}

/** The quick correction: one text of what is up. */
function Correction({ channel, onGive }: { channel: Channel; onGive: Give }) {
  const state = useAir((store) => store.state);
  const texts = correctable(state, channel.id, (hash) => releases.get(hash));
  const [chosen, setChosen] = useState('');
  const keyOf = ({ graphic, field }: (typeof texts)[number]): string => `${graphic.id} ${field.id}`;
  const one = texts.find((text) => keyOf(text) === chosen) ?? texts[0];
  if (!one) return null;
  return (
    <section className="flex flex-col gap-2" aria-label="Correct a text">
      <select
        aria-label="Text to correct"
        className="field h-11 text-[15px]"
        value={keyOf(one)}
        onChange={(event) => setChosen(event.target.value)}
      >
        {texts.map((text) => (
          <option key={keyOf(text)} value={keyOf(text)}>
            {text.graphic.number} {text.graphic.name}: {text.field.name}
          </option>
        ))}
      </select>
      <FieldItem
        key={`${keyOf(one)} ${one.value}`}
        name={`${one.graphic.number ?? ''} ${one.field.name}`}
        value={one.value}
        className=""
        isOff={false}
        onSend={(typed) => {
          const { command, done } = correction(channel.id, one.graphic.id, one.field, typed);
          void onGive(command, done);
        }}
      />
    </section>
  );
}
