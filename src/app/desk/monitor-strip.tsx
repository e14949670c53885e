import type { Channel } from '../../core/show';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Pennant } from '../ui';
import { useDesk } from './desk-store';
import { useLamp } from '../state/tally';

/** Program of the channels that are not in hand, small; each can be made to go along with the one in hand. */
export function MonitorStrip(props: { channels: readonly Channel[]; onPick: (id: string) => void }) {
  const { channels, onPick } = props;
  if (channels.length === 0) return null;
  return (
    <div
      className="flex h-full min-h-0 gap-3 overflow-x-auto px-3 py-2"
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
  const lamp = useLamp(channel.id);
  const also = useDesk((store) => store.also);
  const goesAlong = also.includes(channel.id);
  return (
    <div className="flex h-full min-w-[110px] shrink-0 flex-col items-start gap-1">
      <button
        type="button"
        onClick={() => onPick(channel.id)}
        aria-label={`Go to ${channel.name}`}
        className={`block min-h-0 w-full flex-1 border ${lamp === 'air' ? 'border-air' : 'border-line'}`}
        style={{ aspectRatio: `${channel.format.width} / ${channel.format.height}` }}
      >
        <ChannelMonitor channel={channel} bus="program" />
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
              useDesk.setState({
                also: goesAlong ? also.filter((id) => id !== channel.id) : [...also, channel.id],
              })
            }
          />
          {channel.name}
        </label>
        {lamp !== 'off' && <Pennant state={lamp} {...(lamp === 'up' ? { words: 'Up' } : {})} />}
      </span>
    </div>
  );
}
