import { counted } from '../../core/problem';
import { useEffect, useState } from 'react';
import {
  addFromLibrary,
  formatWords,
  freshName,
  newShow,
  slug,
  usualFormats,
  usualLanes,
  type Format,
  type LibraryPackage,
} from '../../core/show';
import { loadLibrary } from '../library/library-dialog';
import { Button, Dialog, NumberField, SelectField, TextField } from '../ui';
import { newId } from '../state/ids';
import type { StoredShow } from '../state/database';
import { saveShow } from '../state/shows';

const other = -1;
const frameRates = [23.98, 24, 25, 29.97, 30, 50, 59.94, 60];
const otherFormat: Format = { width: 1920, height: 1080, rate: 50 };

interface NewChannel {
  readonly name: string;
  /** The place among the usual formats, or `other`. */
  readonly format: number;
  readonly own: Format;
}
const formatOf = ({ format, own }: NewChannel): Format => usualFormats[format] ?? own;

/** Name, channels and formats of a new show. */
export function NewShowDialog(props: {
  taken: readonly string[];
  onClose: () => void;
  onMade: (made: Pick<StoredShow, 'id' | 'name'>) => void;
}) {
  const { taken, onClose, onMade } = props;
  const [name, setName] = useState(freshName('New show', taken));
  const [channels, setChannels] = useState<NewChannel[]>([{ name: 'Main', format: 0, own: otherFormat }]);
  const [packages, setPackages] = useState<LibraryPackage[]>([]);
  const [packageId, setPackageId] = useState('');
  useEffect(() => {
    void loadLibrary().then(setPackages);
  }, []);
  const names = channels.map((channel) => channel.name.trim());
  const wrong =
    name.trim() === ''
      ? 'Give the show a name.'
      : names.some((n) => n === '')
        ? 'Give every channel a name.'
        : new Set(names.map((n, i) => slug(n, `channel-${i + 1}`))).size < names.length
          ? 'Two channels have the same name.'
          : null;

  const make = async (): Promise<void> => {
    const show = newShow(
      newId(),
      name.trim(),
      channels.map((channel, index) => ({
        id: slug(channel.name, `channel-${index + 1}`),
        name: channel.name.trim(),
        format: { ...formatOf(channel) },
        lanes: usualLanes(),
      })),
    );
    const pack = packages.find((p) => p.id === packageId);
    if (pack)
      addFromLibrary(
        show,
        pack,
        pack.items.map((item) => item.template.id),
        newId,
      );
    await saveShow(show);
    onMade(show);
  };
  const setAt = (index: number, change: Partial<NewChannel>): void =>
    setChannels(channels.map((channel, i) => (i === index ? { ...channel, ...change } : channel)));

  return (
    <Dialog title="New show" open onClose={onClose}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (!wrong) void make();
        }}
      >
        <TextField label="Name" value={name} onChange={setName} maxLength={200} />
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1 text-xs text-ink-2">Channels and their formats</legend>
          {channels.map((channel, index) => (
            <div key={index} className="flex flex-col gap-1.5">
              <div className="flex gap-2">
                <TextField
                  bare
                  label={`Channel ${index + 1} name`}
                  value={channel.name}
                  onChange={(value) => setAt(index, { name: value })}
                  maxLength={60}
                />
                <SelectField
                  bare
                  label={`Channel ${index + 1} format`}
                  value={channel.format}
                  choices={[
                    ...usualFormats.map((format, i) => ({ value: i, label: formatWords(format) })),
                    { value: other, label: 'Another…' },
                  ]}
                  onChange={(value) => setAt(index, { format: Number(value) })}
                />
                <Button
                  onClick={() => setChannels(channels.filter((_, i) => i !== index))}
                  disabled={channels.length === 1}
                  aria-label={`Remove channel ${index + 1}`}
                >
                  −
                </Button>
              </div>
              {channel.format === other && (
                <div className="grid grid-cols-3 gap-2">
                  {(['width', 'height'] as const).map((side) => (
                    <NumberField
                      key={side}
                      label={`Channel ${index + 1} ${side}`}
                      mark={side === 'width' ? 'W' : 'H'}
                      unit="px"
                      value={channel.own[side]}
                      min={16}
                      max={8192}
                      onChange={(value) =>
                        setAt(index, { own: { ...channel.own, [side]: Math.round(value) } })
                      }
                    />
                  ))}
                  <SelectField
                    bare
                    label={`Channel ${index + 1} frame rate`}
                    value={channel.own.rate}
                    choices={frameRates.map((rate) => ({ value: rate, label: `${rate}p` }))}
                    onChange={(rate) => setAt(index, { own: { ...channel.own, rate: Number(rate) } })}
                  />
                </div>
              )}
            </div>
          ))}
          <Button
            className="self-start"
            onClick={() =>
              setChannels([
                ...channels,
                { name: `Channel ${channels.length + 1}`, format: 0, own: otherFormat },
              ])
            }
          >
            Add a channel
          </Button>
        </fieldset>
        <SelectField
          label="Templates to begin with"
          value={packageId}
          choices={[
            { value: '', label: 'None: an empty show' },
            ...packages.map((pack) => ({
              value: pack.id,
              label: `${pack.name}: ${counted(pack.items.length, 'template')}`,
            })),
          ]}
          onChange={(id) => setPackageId(String(id))}
        />
        {wrong && <p className="text-warn">⚠ {wrong}</p>}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="primary" type="submit" disabled={wrong !== null}>
            Make the show
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
