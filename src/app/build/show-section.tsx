import { languages } from './languages';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  afterExit,
  formatWords,
  freshName,
  handoverInWords,
  newRundown,
  slug,
  templatesByName,
  usualFormats,
  usualLanes,
  type Channel,
  type Show,
} from '../../core/show';
import { Button, CheckField, IconButton, NameField, NumberField, Section, SelectField } from '../ui';
import { Link } from 'react-router';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { HandoverStrip } from './handover-strip';

/** The longest exit of the templates of a lane, as what leaves it. */
function longestExit(show: Show, lane: string): { name: string; frames: number } {
  const exits = templatesByName(show)
    .filter((template) => template.lane === lane)
    .map(({ name, phases }) => ({ name, frames: phases.exit.frames }));
  return exits.reduce(
    (most, own) => (own.frames > most.frames ? own : most),
    exits[0] ?? { name: 'Exit', frames: 25 },
  );
}

const longestEnter = (show: Show, lane: string): number =>
  Math.max(
    ...templatesByName(show)
      .filter((template) => template.lane === lane)
      .map(({ phases }) => phases.enter.frames),
    1,
  );

/** The name of the show, its channels with their formats, and the lanes of each, back to front. */
export function ShowSection({ show }: { show: Show }) {
  const edit = useDraft((store) => store.edit);
  const change = (id: string, label: string, recipe: (channel: Channel) => void): void =>
    edit(label, (s) => {
      const channel = s.channels.find((c) => c.id === id);
      if (channel) recipe(channel);
    });
  const add = (): void => {
    const name = freshName(
      'Channel',
      show.channels.map((c) => c.name),
    );
    const id = slug(name, 'channel');
    edit('Add a channel', (s) => {
      const format = s.channels[0]?.format ?? { width: 1920, height: 1080, rate: 50 };
      s.channels.push({ id, name, format: { ...format }, lanes: usualLanes() });
    });
  };
  return (
    <Section title="Show">
      <NameField
        label="Name of the show"
        value={show.name}
        onKeep={(name) => edit('Rename the show', (s) => void (s.name = name))}
      />
      <SelectField
        label="Language that words are sorted by"
        value={show.look.locale}
        choices={languages(show.look.locale)}
        onChange={(locale) => edit('Language of the show', (s) => void (s.look.locale = String(locale)))}
      />
      {show.channels.map((channel) => (
        <ChannelRows
          key={channel.id}
          channel={channel}
          show={show}
          others={show.channels.filter(({ id }) => id !== channel.id)}
          isOnly={show.channels.length === 1}
          onChange={(label, recipe) => change(channel.id, label, recipe)}
          onRemove={() =>
            edit(
              `Remove ${channel.name}`,
              (s) => void (s.channels = s.channels.filter((c) => c.id !== channel.id)),
            )
          }
        />
      ))}
      <h3 className="mt-2 text-xs font-semibold text-ink-2">Rundowns</h3>
      {show.rundowns.map((rundown, index) => (
        <div key={rundown.id} className="flex items-center gap-1">
          <NameField
            label={`Name of rundown ${index + 1}`}
            value={rundown.name}
            className="w-full flex-1"
            onKeep={(name) =>
              edit('Rename a rundown', (s) => {
                const own = s.rundowns[index];
                if (own) own.name = name;
              })
            }
          />
          <SelectField
            bare
            label={`Channel of ${rundown.name}`}
            value={rundown.channel}
            choices={[
              ...(show.channels.some(({ id }) => id === rundown.channel)
                ? []
                : [{ value: rundown.channel, label: 'channel gone' }]),
              ...show.channels.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(id) =>
              edit(`Channel of ${rundown.name}`, (s) => {
                const own = s.rundowns[index];
                if (own) own.channel = String(id);
              })
            }
          />
          <IconButton
            label={`Remove the rundown ${rundown.name}; its cards stay`}
            disabled={show.rundowns.length === 1}
            onClick={() => edit(`Remove ${rundown.name}`, (s) => void s.rundowns.splice(index, 1))}
          >
            <Trash2 size={13} />
          </IconButton>
        </div>
      ))}
      <Button
        tone="quiet"
        className="h-6 self-start px-2 text-xs"
        onClick={() =>
          edit('Add a rundown', (s) => {
            const names = s.rundowns.map(({ name }) => name);
            s.rundowns.push(newRundown(newId(), freshName('Rundown', names), s.channels[0]?.id ?? 'main'));
          })
        }
      >
        Add a rundown
      </Button>
      <Link to="/pads" className="text-xs text-tide underline">
        Pads: touch pages for phone and tablet
      </Link>
      <Button className="self-start" onClick={add}>
        <Plus size={14} /> Add a channel
      </Button>
    </Section>
  );
}

function ChannelRows(props: {
  show: Show;
  channel: Channel;
  others: readonly Channel[];
  isOnly: boolean;
  onChange: (label: string, recipe: (channel: Channel) => void) => void;
  onRemove: () => void;
}) {
  const { show, channel, others, isOnly, onChange, onRemove } = props;
  const { format, lanes } = channel;
  const [isOpen, setIsOpen] = useState(false);
  const [strip, setStrip] = useState<string | null>(null);
  const words = formatWords(format);
  const formats = usualFormats.some((usual) => formatWords(usual) === words)
    ? usualFormats
    : [format, ...usualFormats];
  const addLane = (): void => {
    const name = freshName(
      'Lane',
      lanes.flatMap((l) => [l.name, l.id.replaceAll('-', ' ')]),
    );
    onChange(`Add a lane to ${channel.name}`, (c) => void c.lanes.push({ id: slug(name, 'lane'), name }));
  };
  // A lane keeps its id: templates go to it by that, whatever it is called.
  const keepLane = (index: number, name: string): void => {
    if (lanes.some((lane, i) => i !== index && lane.name === name)) {
      return void toast.error(`${channel.name} has a lane “${name}” already.`);
    }
    onChange(`Rename a lane of ${channel.name}`, (c) => {
      const lane = c.lanes[index];
      if (lane) lane.name = name;
    });
  };
  return (
    <fieldset className="mt-2 flex flex-col gap-1 border-l-2 border-line pl-2">
      <legend className="sr-only">{channel.name}</legend>
      <div className="flex gap-1">
        <NameField
          label={`Name of channel ${channel.id}`}
          value={channel.name}
          className="w-full flex-1"
          onKeep={(name) => onChange('Rename a channel', (c) => void (c.name = name))}
        />
        <IconButton label={`Remove the channel ${channel.name}`} disabled={isOnly} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </div>
      <SelectField
        bare
        label={`Format of ${channel.name}`}
        value={words}
        choices={[
          ...formats.map((f) => ({ value: formatWords(f), label: formatWords(f) })),
          { value: 'other', label: 'Another…' },
        ]}
        onChange={(chosen) => {
          if (chosen === 'other') return setIsOpen(true);
          setIsOpen(false);
          const wanted = formats.find((f) => formatWords(f) === chosen);
          if (wanted) onChange(`Format of ${channel.name}`, (c) => void (c.format = { ...wanted }));
        }}
      />
      {isOpen && (
        <div className="grid grid-cols-3 gap-1">
          {(['width', 'height'] as const).map((side) => (
            <NumberField
              key={side}
              label={`${side === 'width' ? 'Width' : 'Height'} of ${channel.name}`}
              mark={side === 'width' ? 'W' : 'H'}
              value={format[side]}
              min={16}
              max={8192}
              onChange={(value) =>
                onChange(`Format of ${channel.name}`, (c) => void (c.format[side] = Math.round(value)))
              }
            />
          ))}
          <SelectField
            bare
            label={`Frames a second of ${channel.name}`}
            value={String(format.rate)}
            choices={[...new Set([25, 29.97, 30, 50, 59.94, 60, format.rate])].map((rate) => ({
              value: String(rate),
              label: `${rate}p`,
            }))}
            onChange={(rate) =>
              onChange(`Format of ${channel.name}`, (c) => void (c.format.rate = Number(rate)))
            }
          />
        </div>
      )}
      <ol aria-label={`Lanes of ${channel.name}, back to front`} className="flex flex-col gap-1 pl-3">
        {lanes.map((lane, index) => (
          <li key={lane.id} className="flex items-center">
            <NameField
              label={`Lane ${index + 1} of ${channel.name}`}
              value={lane.name}
              className="h-6 w-full flex-1"
              onKeep={(name) => keepLane(index, name)}
            />
            <button
              type="button"
              aria-label={`Handover in ${lane.name} of ${channel.name}`}
              aria-expanded={strip === lane.id}
              title="When the next one enters, where the lane is held"
              className="h-6 w-[92px] shrink-0 truncate rounded px-1 text-left text-xs text-ink-2 hover:bg-raised hover:text-ink"
              onClick={() => setStrip(strip === lane.id ? null : lane.id)}
            >
              {handoverInWords(lane.handover ?? afterExit)}
            </button>
            <IconButton
              label={`Move ${lane.name} back`}
              disabled={index === 0}
              onClick={() =>
                onChange(
                  `Order the lanes of ${channel.name}`,
                  (c) => void c.lanes.splice(index - 1, 0, ...c.lanes.splice(index, 1)),
                )
              }
            >
              <ArrowUp size={13} />
            </IconButton>
            <IconButton
              label={`Move ${lane.name} to the front`}
              disabled={index === lanes.length - 1}
              onClick={() =>
                onChange(
                  `Order the lanes of ${channel.name}`,
                  (c) => void c.lanes.splice(index + 1, 0, ...c.lanes.splice(index, 1)),
                )
              }
            >
              <ArrowDown size={13} />
            </IconButton>
            <IconButton
              label={`Remove ${lane.name}`}
              disabled={lanes.length === 1}
              onClick={() =>
                onChange(`Remove a lane of ${channel.name}`, (c) => void c.lanes.splice(index, 1))
              }
            >
              <Trash2 size={13} />
            </IconButton>
          </li>
        ))}
      </ol>
      {lanes.map((lane, index) =>
        lane.id === strip ? (
          <HandoverStrip
            key={lane.id}
            label={`Handover in ${lane.name}`}
            leaves={longestExit(show, lane.id)}
            enters={longestEnter(show, lane.id)}
            rate={channel.format.rate}
            value={lane.handover ?? afterExit}
            onChange={(handover) =>
              onChange(`Handover in ${lane.name}`, (c) => {
                const own = c.lanes[index];
                if (own) own.handover = handover;
              })
            }
            onDone={() => useDraft.getState().seal()}
          />
        ) : null,
      )}
      {others.length > 0 && (
        <SelectField
          bare
          label={`${channel.name} follows`}
          value={channel.follows?.channel ?? ''}
          choices={[
            { value: '', label: 'Shows its own' },
            ...others.map(({ id, name }) => ({ value: id, label: `Shows what ${name} shows` })),
          ]}
          onChange={(id) =>
            onChange(`What ${channel.name} shows`, (c) => {
              if (id === '') delete c.follows;
              else c.follows = { channel: String(id), without: [] };
            })
          }
        />
      )}
      {channel.follows && (
        <div className="flex flex-wrap gap-x-3 gap-y-1">
          {(others.find(({ id }) => id === channel.follows?.channel)?.lanes ?? []).map((lane) => (
            <CheckField
              key={lane.id}
              label={lane.name}
              value={!channel.follows?.without.includes(lane.id)}
              onChange={(isOn) =>
                onChange(`Lanes that ${channel.name} follows`, (c) => {
                  if (!c.follows) return;
                  c.follows.without = isOn
                    ? c.follows.without.filter((own) => own !== lane.id)
                    : [...c.follows.without, lane.id];
                })
              }
            />
          ))}
        </div>
      )}
      <Button tone="quiet" className="h-6 self-start px-2 text-xs" onClick={addLane}>
        Add a lane in front
      </Button>
    </fieldset>
  );
}
