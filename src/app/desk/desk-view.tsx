import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { graphicsOf } from '../../core/playout';
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
import { liveOf } from './live';
import { MonitorStrip } from './monitor-strip';
import { useHandTold } from './hand-told';
import { Rundown } from './rundown';
import { TimeLine } from './time-line';
import { ChannelCode } from './channel-code';

/** The operator's place: everything of one channel, from the keyboard. */
export function DeskView() {
  const { channelId } = useParams();
  const navigate = useNavigate();
  const channels = useAir((store) => store.state.channels);
  const state = useAir((store) => store.state);
  const { air } = state;
  const hasState = useAir((store) => store.hasState);
  const set = useDesk((store) => store.set);
  const channel = channels.find((c) => c.id === channelId) ?? channels[0];
  const id = channel?.id;
  useEffect(() => {
    if (id) set({ channel: id, typed: '', inHand: { kind: 'preview' }, edits: {}, said: null });
  }, [id, set]);
  useEffect(() => deskKeys(), []);
  useEffect(() => {
    const go = (event: Event): void => void navigate(`/desk/${(event as CustomEvent<string>).detail}`);
    addEventListener('jorvan-channel', go);
    return () => removeEventListener('jorvan-channel', go);
  }, [navigate]);
  useHandTold(id);
  const isLive = useAir((store) => liveOf(store.mixer, id ?? ''));
  const isAttached = useAir((store) => store.mixer?.isAttached ?? false);
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
  const isOnAir = graphicsOf(state, channel.id).graphics.length > 0;
  const isTall = channel.format.height > channel.format.width;
  const monitor = `mx-auto max-h-full max-w-full ${isTall ? 'h-full' : 'w-full'} monitor-backdrop`;
  return (
    <div className="grid h-full grid-cols-[264px_minmax(0,1fr)_296px] grid-rows-[minmax(0,1fr)_auto]">
      <Rundown />
      <section className="flex min-h-0 min-w-0 flex-col" aria-label={`Channel ${channel.name}`}>
        <div className="flex h-9 shrink-0 items-center border-b border-line bg-deck px-2">
          <div role="tablist" aria-label="Channels" className="flex h-full min-w-0 overflow-x-auto">
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
          </div>
          <span className="ml-auto flex items-center gap-2 pl-2 text-xs whitespace-nowrap text-ink-3">
            {formatWords(channel.format)}
            <ChannelCode channel={channel} />
          </span>
        </div>
        <div className="grid shrink-0 grid-cols-2 gap-3 p-3">
          <figure className="min-w-0">
            <figcaption className="mb-1 flex h-5 items-center gap-2 text-xs text-ink-2">
              <Pennant state="next" words="Preview" /> <span>at rest, as a take would leave it</span>
            </figcaption>
            <div className="flex h-[172px] items-center justify-center border border-line">
              <ChannelMonitor channel={channel} bus="preview" className={monitor} onPick={setPicked} />
            </div>
          </figure>
          <figure className="min-w-0">
            <figcaption className="mb-1 flex h-5 items-center gap-2 text-xs text-ink-2">
              {isOnAir ? (
                <Pennant state={isLive ? 'air' : 'up'} words="Program" />
              ) : (
                <span className="font-semibold">Program</span>
              )}
              <span className="truncate">
                {isOnAir
                  ? isAttached
                    ? isLive
                      ? 'keyed by the mixer'
                      : 'up, but not keyed by the mixer'
                    : ''
                  : 'nothing up'}
              </span>
            </figcaption>
            <div
              className={`flex h-[172px] items-center justify-center border ${isOnAir && isLive ? 'border-air' : 'border-line'}`}
            >
              <ChannelMonitor channel={channel} bus="program" className={monitor} onPick={setPicked} />
            </div>
          </figure>
        </div>
        <TimeLine />
        <LaneBoard channel={channel} />
        <MonitorStrip
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
