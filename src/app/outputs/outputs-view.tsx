import { Copy } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { formatWords, type Channel } from '../../core/show';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Empty, IconButton, SelectField } from '../ui';
import { useAir } from '../state/air-store';
import type { OutputMode } from '../../render';

/** Every channel's picture, where to load it from, and who shows it. */
export function OutputsView() {
  const channels = useAir((store) => store.state.channels);
  if (channels.length === 0) {
    return (
      <Empty title="No channels yet">Release a show, and its channels are here with their addresses.</Empty>
    );
  }
  return (
    <div className="h-full overflow-auto p-6">
      <h1 className="mb-4 text-[20px] font-semibold">Outputs</h1>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(380px,1fr))] gap-4">
        {channels.map((channel) => (
          <OutputCard key={channel.id} channel={channel} />
        ))}
      </ul>
    </div>
  );
}

function OutputCard({ channel }: { channel: Channel }) {
  const present = useAir((store) => store.present);
  const onAir = useAir((store) => store.state.air[channel.id]?.graphics.length ?? 0);
  const [mode, setMode] = useState<OutputMode>('full');
  const outputs = present.filter((p) => p.role === 'output' && p.channel === channel.id);
  const isTall = channel.format.height > channel.format.width;
  const address = `${location.origin}/out/${channel.id}${mode === 'full' ? '' : `?${mode}`}`;
  return (
    <li className="flex flex-col gap-3 rounded border border-line bg-deck p-4" aria-label={channel.name}>
      <div className="flex items-center gap-3">
        <strong className="flex-1 text-[15px]">{channel.name}</strong>
        <span className="text-xs text-ink-2">{formatWords(channel.format)}</span>
        <SelectField
          bare
          label={`Picture of ${channel.name}`}
          className="max-w-28"
          value={mode}
          choices={[
            { value: 'full', label: 'Full' },
            { value: 'fill', label: 'Fill' },
            { value: 'key', label: 'Key' },
          ]}
          onChange={(next) => setMode(next as OutputMode)}
        />
      </div>
      <div
        className={`flex h-[196px] items-center justify-center border ${onAir > 0 ? 'border-air' : 'border-line'}`}
      >
        <ChannelMonitor
          channel={channel}
          bus="program"
          mode={mode}
          className={`max-h-full max-w-full ${isTall ? 'h-full' : 'w-full'} ${mode === 'full' ? 'monitor-backdrop' : 'bg-black'}`}
        />
      </div>
      <p className="flex items-center gap-1">
        <a
          href={address}
          target="_blank"
          rel="noreferrer"
          className="number min-w-0 flex-1 truncate text-xs text-tide underline"
        >
          {address}
        </a>
        <IconButton
          label={`Copy the address of ${channel.name}`}
          onClick={() =>
            void navigator.clipboard.writeText(address).then(() => toast('The address is copied.'))
          }
        >
          <Copy size={14} />
        </IconButton>
      </p>
      {outputs.length === 0 ? (
        <p className="text-xs text-ink-3">
          No output shows it now. Load the address in a switcher’s web input or a browser.
        </p>
      ) : (
        <table className="w-full text-xs">
          <thead className="text-left text-ink-3">
            <tr>
              <th className="font-normal">Output</th>
              <th className="font-normal">Window</th>
              <th className="text-right font-normal">Lag</th>
              <th className="text-right font-normal">Dropped / s</th>
            </tr>
          </thead>
          <tbody className="number">
            {outputs.map((output) => (
              <tr key={output.id}>
                <td className="truncate">{output.name || output.address}</td>
                <td>{output.report ? `${output.report.width}×${output.report.height}` : '…'}</td>
                <td className="text-right">{output.report ? `${output.report.lagMs.toFixed(1)} ms` : ''}</td>
                <td className="text-right">{output.report?.dropped ?? ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </li>
  );
}
