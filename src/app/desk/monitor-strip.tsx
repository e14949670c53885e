import { graphicsOf } from '../../core/playout';
import type { Channel } from '../../core/show';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Pennant } from '../ui';
import { useAir } from '../state/air-store';
import { useDesk } from './desk-store';
import { liveOf } from './live';

/** Program of the channels that are not in hand, small; each can be made to go along with the one in hand. */
export function MonitorStrip(props: { channels: readonly Channel[]; onPick: (id: string) => void }) {
  const { channels, onPick } = props;
  if (channels.length === 0) return null;
  return (
    <div
      className="flex h-[104px] shrink-0 gap-3 overflow-x-auto border-t border-line px-3 py-2"
      aria-label="Other channels"
      role="group"
    >
      {channels.map((channel) => (
        <Small key={channel.id} channel={channel} onPick={onPick} />
      ))}
    </div>
  );
}

function Small({ channel, onPick }: { channel: Channel; onPick: (id: string) => void }) {
  const state = useAir((store) => store.state);
  const isLive = useAir((store) => liveOf(store.mixer, channel.id));
  const also = useDesk((store) => store.also);
  const set = useDesk((store) => store.set);
  const isOnAir = graphicsOf(state, channel.id).graphics.length > 0;
  const goesAlong = also.includes(channel.id);
  return (
    <div className="flex h-full shrink-0 flex-col items-start gap-1">
      <button
        type="button"
        onClick={() => onPick(channel.id)}
        aria-label={`Go to ${channel.name}`}
        className={`block h-[64px] border ${isOnAir && isLive ? 'border-air' : 'border-line'}`}
      >
        <ChannelMonitor channel={channel} bus="program" className="h-full monitor-backdrop" />
      </button>
      <span className="flex h-4 items-center gap-1.5 text-xs text-ink-2">
        <label
          className="flex items-center gap-1"
          title={`Cue, take and clear go to ${channel.name} as well`}
        >
          <input
            type="checkbox"
            checked={goesAlong}
            aria-label={`Also to ${channel.name}`}
            onChange={() =>
              set({ also: goesAlong ? also.filter((id) => id !== channel.id) : [...also, channel.id] })
            }
          />
          {channel.name}
        </label>
        {isOnAir && <Pennant state={isLive ? 'air' : 'up'} {...(isLive ? {} : { words: 'Up' })} />}
      </span>
    </div>
  );
}
