import { Copy, Fingerprint, MonitorCog, RotateCw, X } from 'lucide-react';
import { Fragment, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { testCards, type OutputCommand, type Present, type TestCard } from '../../air';
import { formatWords, type Channel } from '../../core/show';
import type { OutputMode } from '../../render';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Button, CheckField, Dialog, Empty, IconButton, Pennant, SelectField } from '../ui';
import { asked, jsonInit, send, useAir } from '../state/air-store';
import { useLamp } from '../state/tally';
import { useNow } from '../time/use-now';
import { AccessKeys } from './access-keys';
import { MixerStrip } from './mixer-strip';

const cardWords: Readonly<Record<TestCard, string>> = {
  none: 'Its channel',
  bars: 'Bars',
  safe: 'Safe areas',
  counter: 'Frame counter',
  identity: 'Identification',
};
const cardChoices = testCards.map((value) => ({ value, label: cardWords[value] }));

async function tell(command: OutputCommand, done: string): Promise<void> {
  const answer = await asked('/api/outputs', jsonInit('POST', command));
  if ('problem' in answer) return void toast.error(answer.problem.message);
  const { told } = answer.body as { told: number };
  toast(told === 0 ? 'No output is connected there.' : done);
}

/** Every channel's picture, where to load it from, who shows it and how well, and the mixer they go to. */
export function OutputsView() {
  const channels = useAir((store) => store.state.channels);
  const present = useAir((store) => store.present);
  const hasState = useAir((store) => store.hasState);
  const navigate = useNavigate();
  if (!hasState)
    return (
      <Empty title="Waiting for the air server">
        <p>The channels and their outputs come by themselves when it answers.</p>
      </Empty>
    );
  if (channels.length === 0) {
    return (
      <Empty title="No channels yet">
        <p>Release a show, and its channels are here with their addresses.</p>
        <Button tone="primary" onClick={() => void navigate('/shows')}>
          Go to Shows
        </Button>
      </Empty>
    );
  }
  const groups = [...new Set(present.flatMap((p) => (p.role === 'output' && p.group ? [p.group] : [])))];
  return (
    <div className="h-full overflow-auto p-6">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="text-[20px] font-semibold">Outputs</h1>
        <MixerStrip />
        <span className="flex-1" />
        {groups.map((group) => (
          <span key={group} className="flex items-center gap-1 rounded border border-line pl-2 text-xs">
            Group {group}
            <IconButton
              label={`Identify group ${group}`}
              onClick={() => void tell({ do: 'identify', group }, 'They show their names for 5 s.')}
            >
              <Fingerprint size={14} />
            </IconButton>
            <IconButton
              label={`Reload group ${group}`}
              onClick={() => void tell({ do: 'reload', group }, 'They load themselves again.')}
            >
              <RotateCw size={14} />
            </IconButton>
          </span>
        ))}
        <AccessKeys />
        <Button
          onClick={() => void tell({ do: 'identify' }, 'Every output shows its name for 5 s.')}
          title="Every output shows its name for 5 s"
        >
          Identify all
        </Button>
      </div>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(400px,1fr))] gap-4">
        {channels.map((channel) => (
          <OutputCard key={channel.id} channel={channel} />
        ))}
      </ul>
    </div>
  );
}

function OutputCard({ channel }: { channel: Channel }) {
  const present = useAir((store) => store.present);
  const state = useAir((store) => store.state);
  const [mode, setMode] = useState<OutputMode>('full');
  const [background, setBackground] = useState('');
  const [asks, setAsks] = useState<OutputCommand | null>(null);
  const outputs = present.filter((p) => p.role === 'output' && p.channel === channel.id);
  const lamp = useLamp(channel.id);
  const query = [mode === 'full' ? '' : mode, background ? `background=${background}` : '']
    .filter(Boolean)
    .join('&');
  const address = `${location.origin}/out/${channel.id}${query ? `?${query}` : ''}`;
  const follows = state.air[channel.id]?.follows ?? null;
  const isSeen = lamp === 'air';
  /** What would be seen by viewers is asked about first. */
  const give = (command: OutputCommand): void => {
    if (isSeen && command.do !== 'forget') setAsks(command);
    else void tell(command, 'Told.');
  };
  return (
    <li className="flex flex-col gap-3 rounded border border-line bg-deck p-4" aria-label={channel.name}>
      <div className="flex h-6 items-center gap-2">
        <strong className="truncate text-[15px]">{channel.name}</strong>
        {lamp !== 'off' && <Pennant state={lamp} />}
        <span className="ml-auto text-xs text-ink-2">{formatWords(channel.format)}</span>
      </div>
      <div
        className={`h-[212px] border ${isSeen ? 'border-air' : 'border-line'}`}
        style={background && mode === 'full' ? { background: `#${background}` } : {}}
      >
        <ChannelMonitor
          channel={channel}
          bus="program"
          mode={mode}
          backdrop={mode === 'full' ? (background ? '' : 'monitor-backdrop') : 'bg-black'}
        />
      </div>
      <div className="grid grid-cols-3 gap-2">
        <SelectField
          label="Picture"
          value={mode}
          choices={[
            { value: 'full', label: 'Full' },
            { value: 'fill', label: 'Fill' },
            { value: 'key', label: 'Key' },
          ]}
          onChange={(next) => setMode(next as OutputMode)}
        />
        <SelectField
          label="Behind it"
          value={background}
          choices={[
            { value: '', label: 'Transparent' },
            { value: '00b140', label: 'Green' },
            { value: '0047bb', label: 'Blue' },
            { value: 'ff00ff', label: 'Magenta' },
            { value: '000000', label: 'Black' },
          ]}
          onChange={(next) => setBackground(String(next))}
        />
        <SelectField
          label="Test card"
          value={commonCard(outputs)}
          choices={cardChoices}
          onChange={(card) => give({ do: 'test-card', channel: channel.id, card: card as TestCard })}
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
            // A page that came over plain HTTP from another machine has no clipboard.
            void (navigator.clipboard?.writeText(address) ?? Promise.reject(new Error('none'))).then(
              () => toast('The address is copied.'),
              () => toast.error('This browser lets no page copy here. Select the address and copy it.'),
            )
          }
        >
          <Copy size={14} />
        </IconButton>
      </p>
      <OutputTable outputs={outputs} onGive={give} />
      <Follow channel={channel} follows={follows} />
      {asks && (
        <Dialog
          title={`${channel.name} is on air`}
          open
          onClose={() => setAsks(null)}
          describe="Viewers would see this: a test card, a name or a page that reloads."
        >
          <div className="flex justify-end gap-2">
            <Button
              onClick={() => {
                void tell(asks, 'Told.');
                setAsks(null);
              }}
            >
              Do it anyway
            </Button>
            <Button tone="primary" onClick={() => setAsks(null)}>
              Leave it
            </Button>
          </div>
        </Dialog>
      )}
    </li>
  );
}

/** The test card of all outputs of a channel; their channel where they differ. */
function commonCard(outputs: readonly Present[]): TestCard {
  const shown = new Set(outputs.map(({ report }) => report?.testCard ?? 'none'));
  const [only] = shown;
  return shown.size === 1 && only ? only : 'none';
}

/** What an output leaves out while its machine cannot keep up, by step. */
const reliefWords: readonly string[] = [
  '',
  'insets are drawn at half the rate',
  'insets are drawn at half the rate and half their size',
  'insets are drawn at half the rate and half their size, and nothing is blurred',
];
/** Whether there is anything to be said of how an output draws. */
const hasTrouble = ({ trouble, coarse, relief, missing }: NonNullable<Present['report']>): boolean =>
  trouble !== 'none' || coarse > 0 || relief > 0 || missing.length > 0;
const megabytes = (bytes: number): string => `${Math.max(1, Math.round(bytes / (1 << 20)))} MB`;

function OutputTable(props: { outputs: readonly Present[]; onGive: (command: OutputCommand) => void }) {
  const { outputs, onGive } = props;
  const now = useNow(1, outputs);
  if (outputs.length === 0)
    return (
      <p className="text-xs text-ink-3">
        No output shows it now. Load the address in a switcher’s web input or a browser; add name=… and
        group=… to tell several apart.
      </p>
    );
  return (
    <table className="w-full table-fixed text-xs">
      <thead className="text-left text-ink-3">
        <tr>
          <th className="font-normal">Output</th>
          <th className="w-[72px] font-normal">Window</th>
          <th className="w-14 text-right font-normal">Lag</th>
          <th className="w-16 text-right font-normal">Dropped</th>
          <th className="w-[84px]" />
        </tr>
      </thead>
      <tbody>
        {outputs.map((output) => {
          const { report, lostAt } = output;
          const name = output.name || output.address;
          if (lostAt !== null)
            return (
              <tr key={output.id} className="text-warn">
                <td className="truncate">⚠ {name}</td>
                <td colSpan={3}>
                  lost {Math.max(0, Math.round(now - lostAt))} s ago; it comes back by itself
                </td>
                <td className="text-right">
                  <IconButton
                    label={`Forget ${name}`}
                    className="size-6"
                    onClick={() => onGive({ do: 'forget', output: output.id })}
                  >
                    <X size={13} />
                  </IconButton>
                </td>
              </tr>
            );
          return (
            <Fragment key={output.id}>
              <tr>
                <td
                  className="truncate"
                  title={`${output.address}${output.group ? `, group ${output.group}` : ''}`}
                >
                  {name}
                  {output.group && <span className="text-ink-3"> · {output.group}</span>}
                </td>
                <td className="number">
                  {report ? `${report.width}×${report.height}` : '…'}
                  {report && report.memory !== null && (
                    <span className="block text-ink-3" title="What its pictures, words and surfaces take">
                      {megabytes(report.memory)}
                    </span>
                  )}
                </td>
                <td className="number text-right">{report ? `${report.lagMs.toFixed(1)} ms` : ''}</td>
                <td className={`number text-right ${report && report.dropped > 0 ? 'text-warn' : ''}`}>
                  {report ? `${report.dropped} / s` : ''}
                </td>
                <td className="text-right whitespace-nowrap">
                  <IconButton
                    label={`Identify ${name}`}
                    className="size-6"
                    onClick={() => onGive({ do: 'identify', output: output.id })}
                  >
                    <Fingerprint size={13} />
                  </IconButton>
                  <IconButton
                    label={`Reload ${name}`}
                    className="size-6"
                    onClick={() => onGive({ do: 'reload', output: output.id })}
                  >
                    <RotateCw size={13} />
                  </IconButton>
                  <TestCardButton output={output} onGive={onGive} />
                </td>
              </tr>
              {report && hasTrouble(report) && (
                <tr>
                  <td colSpan={5} className="pb-1">
                    {report && report.trouble !== 'none' && (
                      <span className="block font-semibold text-[#ff8a80]">
                        ⚠ draws nothing:{' '}
                        {report.trouble === 'no-webgl'
                          ? 'its browser gives no WebGL'
                          : 'its browser has lost its graphics; it comes back by itself'}
                      </span>
                    )}
                    {report && report.coarse > 0 && (
                      <span className="block text-warn">
                        ⚠ {report.coarse === 1 ? 'one part is' : `${report.coarse} parts are`} drawn at half
                        the sharpness: larger than its machine can hold
                      </span>
                    )}
                    {report && report.relief > 0 && (
                      <span className="block text-warn">
                        ⚠ its machine cannot keep up: {reliefWords[report.relief]}
                      </span>
                    )}
                    {report && report.missing.length > 0 && (
                      <span className="block truncate text-warn" title={report.missing.join(', ')}>
                        ⚠ misses {report.missing.join(', ')}
                      </span>
                    )}
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
      </tbody>
    </table>
  );
}

function TestCardButton(props: { output: Present; onGive: (command: OutputCommand) => void }) {
  const { output, onGive } = props;
  const card = output.report?.testCard ?? 'none';
  return (
    <span
      className={`relative inline-flex size-6 items-center justify-center rounded align-middle hover:bg-raised ${card === 'none' ? 'text-ink-2' : 'text-brass'}`}
      title={card === 'none' ? 'Test card' : `Shows ${cardWords[card]}`}
    >
      <MonitorCog size={13} aria-hidden />
      <select
        aria-label={`Test card of ${output.name || output.address}`}
        className="absolute inset-0 cursor-pointer opacity-0"
        value={card}
        onChange={(event) =>
          onGive({ do: 'test-card', output: output.id, card: event.target.value as TestCard })
        }
      >
        {cardChoices.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </span>
  );
}

/** Which channel it follows, and without which lanes. */
function Follow(props: { channel: Channel; follows: { channel: string; without: string[] } | null }) {
  const { channel, follows } = props;
  const channels = useAir((store) => store.state.channels);
  const others = channels.filter(({ id }) => id !== channel.id);
  const led = channels.find(({ id }) => id === follows?.channel);
  const set = async (next: typeof follows): Promise<void> => {
    const refused = await send({ do: 'follow', channel: channel.id, follows: next });
    if (refused) toast.error(refused.message);
  };
  if (others.length === 0) return null;
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-2 text-xs">
      <SelectField
        label="Shows what another channel shows"
        value={follows?.channel ?? ''}
        choices={[
          { value: '', label: 'No, its own alone' },
          ...others.map(({ id, name }) => ({ value: id, label: `As ${name}` })),
        ]}
        onChange={(id) => void set(id === '' ? null : { channel: String(id), without: [] })}
      />
      {follows && led && (
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {led.lanes.map((lane) => (
            <CheckField
              key={lane.id}
              label={lane.name}
              value={!follows.without.includes(lane.id)}
              onChange={(isOn) =>
                void set({
                  ...follows,
                  without: isOn
                    ? follows.without.filter((id) => id !== lane.id)
                    : [...follows.without, lane.id],
                })
              }
            />
          ))}
        </div>
      )}
    </div>
  );
}
