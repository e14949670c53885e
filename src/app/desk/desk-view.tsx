import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { formatWords, type Channel, type Template } from '../../core/show';
import { WhereFrom } from '../binding/where-from';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Button, Empty, Pennant } from '../ui';
import { releases, useAir } from '../state/air-store';
import { CallLine } from './call-line';
import { deskKeys } from './desk-keys';
import { typedValues, useDesk } from './desk-store';
import { HandPanel } from './hand-panel';
import { LaneBoard } from './lane-board';
import { Rundown } from './rundown';

/** The operator's place: everything of one channel, from the keyboard. */
export function DeskView() {
  const { channelId } = useParams();
  const navigate = useNavigate();
  const channels = useAir((store) => store.state.channels);
  const air = useAir((store) => store.state.air);
  const hasState = useAir((store) => store.hasState);
  const set = useDesk((store) => store.set);
  const channel = channels.find((c) => c.id === channelId) ?? channels[0];
  const id = channel?.id;
  useEffect(() => {
    if (id) set({ channel: id, typed: '', inHand: { kind: 'preview' }, edits: {}, said: null });
  }, [id, set]);
  useEffect(() => deskKeys(), []);
  const [picked, setPicked] = useState<{ key: string; template: Template; element: string } | null>(null);

  if (!channel) {
    return hasState ? (
      <Empty title="Nothing is released">
        <p>Open a show and release it; then its cards are called from here.</p>
        <Button tone="primary" onClick={() => void navigate('/shows')}>
          Go to Shows
        </Button>
      </Empty>
    ) : (
      <Empty title="Waiting for the air server">
        <p>The Desk comes by itself when it answers.</p>
      </Empty>
    );
  }
  const isOnAir = (air[channel.id]?.graphics.length ?? 0) > 0;
  const isTall = channel.format.height > channel.format.width;
  const monitor = `mx-auto max-h-full max-w-full ${isTall ? 'h-full' : 'w-full'} monitor-backdrop`;
  return (
    <div className="grid h-full grid-cols-[264px_minmax(0,1fr)_296px] grid-rows-[minmax(0,1fr)_auto]">
      <Rundown />
      <section className="flex min-h-0 min-w-0 flex-col" aria-label={`Channel ${channel.name}`}>
        <div
          className="flex h-9 shrink-0 items-center border-b border-line bg-deck px-2"
          role="tablist"
          aria-label="Channels"
        >
          {channels.map((other) => (
            <button
              key={other.id}
              type="button"
              role="tab"
              aria-selected={other.id === channel.id}
              onClick={() => void navigate(`/desk/${other.id}`)}
              className={`flex h-full items-center gap-2 border-b-2 px-3 ${other.id === channel.id ? 'border-brass font-semibold' : 'border-transparent text-ink-2'}`}
            >
              {other.name}
              {(air[other.id]?.graphics.length ?? 0) > 0 && (
                <span className="size-1.5 rounded-full bg-air" role="img" aria-label="on air" />
              )}
            </button>
          ))}
          <span className="ml-auto text-xs text-ink-3">{formatWords(channel.format)}</span>
        </div>
        <div className="grid shrink-0 grid-cols-2 gap-3 p-3">
          <figure className="min-w-0">
            <figcaption className="mb-1 flex h-5 items-center gap-2 text-xs text-ink-2">
              <Pennant state="next" words="Preview" /> <span>at rest, as a take would leave it</span>
            </figcaption>
            <div className="flex h-[200px] items-center justify-center border border-line">
              <ChannelMonitor channel={channel} bus="preview" className={monitor} onPick={setPicked} />
            </div>
          </figure>
          <figure className="min-w-0">
            <figcaption className="mb-1 flex h-5 items-center gap-2 text-xs text-ink-2">
              {isOnAir ? (
                <Pennant state="air" words="Program" />
              ) : (
                <span className="font-semibold">Program</span>
              )}
              <span>{isOnAir ? '' : 'nothing on air'}</span>
            </figcaption>
            <div
              className={`flex h-[200px] items-center justify-center border ${isOnAir ? 'border-air' : 'border-line'}`}
            >
              <ChannelMonitor channel={channel} bus="program" className={monitor} onPick={setPicked} />
            </div>
          </figure>
        </div>
        <LaneBoard channel={channel} />
        <OtherChannels
          channels={channels.filter((other) => other.id !== channel.id)}
          onPick={(other) => void navigate(`/desk/${other}`)}
        />
      </section>
      <HandPanel channel={channel} />
      {picked && <Picked channel={channel} picked={picked} onClose={() => setPicked(null)} />}
      <CallLine channel={channel} />
    </div>
  );
}

/** Where what was clicked on a monitor comes from. */
function Picked(props: {
  channel: Channel;
  picked: { key: string; template: Template; element: string };
  onClose: () => void;
}) {
  const { channel, picked, onClose } = props;
  const state = useAir((store) => store.state);
  const air = state.air[channel.id];
  const graphic = air?.graphics.find((g) => g.id === picked.key);
  const of = graphic ?? (picked.key === 'cue' ? air?.preview : null);
  const release = releases.get(graphic?.release ?? state.release);
  if (!of || !release) return null;
  const use = { template: picked.template, typed: typedValues(of), row: of.row };
  return (
    <WhereFrom
      names={release}
      use={use}
      values={of.values}
      element={picked.element}
      live={graphic ? graphic.id : `preview ${channel.id}`}
      onClose={onClose}
    />
  );
}

/** Program of the channels that are not in hand, small. */
function OtherChannels(props: { channels: readonly Channel[]; onPick: (id: string) => void }) {
  const { channels, onPick } = props;
  const air = useAir((store) => store.state.air);
  if (channels.length === 0) return null;
  return (
    <div
      className="flex h-[148px] shrink-0 gap-3 overflow-x-auto border-t border-line p-3"
      aria-label="Other channels"
      role="group"
    >
      {channels.map((channel) => {
        const isOnAir = (air[channel.id]?.graphics.length ?? 0) > 0;
        return (
          <button
            key={channel.id}
            type="button"
            onClick={() => onPick(channel.id)}
            aria-label={`Go to ${channel.name}`}
            className="flex h-full shrink-0 flex-col items-start gap-1"
          >
            <span className={`block h-[100px] border ${isOnAir ? 'border-air' : 'border-line'}`}>
              <ChannelMonitor channel={channel} bus="program" className="h-full monitor-backdrop" />
            </span>
            <span className="flex items-center gap-2 text-xs text-ink-2">
              {channel.name} {isOnAir && <Pennant state="air" />}
            </span>
          </button>
        );
      })}
    </div>
  );
}
