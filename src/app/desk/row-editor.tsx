import { ChevronDown, ChevronUp, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { cardColours, type Rundown, type RundownRow } from '../../core/show';
import { Button, IconButton, SelectField } from '../ui';
import { useAir } from '../state/air-store';
import { changeRow, give, say, useDesk } from './desk-store';
import { RenumberDialog } from './renumber-dialog';
import { dayWords, readDay, readSpan, spanWords } from '../../core/clock';

const starts = [
  { value: 'hand', label: 'by hand' },
  { value: 'with', label: 'with the row before' },
  { value: 'after', label: 'after a time' },
  { value: 'end', label: 'when the row before ends' },
  { value: 'time', label: 'at a time of day' },
] as const;

/** The row in hand: when it goes, how long it lasts, to which channels, and what is written beside its card. */
export function RowEditor({ rundown }: { rundown: Rundown }) {
  const id = useDesk((store) => store.row);
  const blockFrom = useDesk((store) => store.blockFrom);
  const row = rundown.rows.find((own) => own.id === id);
  const card = useAir((store) => (row ? store.state.cards[row.card] : undefined));
  const channels = useAir((store) => store.state.channels);
  const [isOpen, setIsOpen] = useState(localStorage.getItem('jorvan.row-editor') === 'open');
  const [renumbers, setRenumbers] = useState(false);
  if (!row || !card) return null;
  const toggle = (): void => {
    localStorage.setItem('jorvan.row-editor', isOpen ? 'closed' : 'open');
    setIsOpen(!isOpen);
  };
  const at = (rowId: string): number => rundown.rows.findIndex((own) => own.id === rowId);
  const block = rundown.rows.slice(
    Math.min(at(blockFrom ?? row.id), at(row.id)),
    Math.max(at(blockFrom ?? row.id), at(row.id)) + 1,
  );
  const note = (change: { note?: string; name?: string; colour?: (typeof cardColours)[number] | '' }): void =>
    void give({ do: 'note', card: card.id, ...change }, 'Noted.');
  const moveBy = (by: number): void => {
    const before = rundown.rows[at(row.id) + (by > 0 ? by + 1 : by)];
    void give({ do: 'row', rundown: rundown.id, row, before: before?.id ?? null }, 'The row is moved.');
  };
  return (
    <section className="shrink-0 border-t border-line" aria-label="Row in hand">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={toggle}
        className="flex h-8 w-full items-center gap-1.5 px-3 text-left text-xs text-ink-2"
      >
        {isOpen ? <ChevronDown size={14} /> : <ChevronUp size={14} />}
        Row <span className="number text-ink">{card.number}</span>
        {block.length > 1 && <span>and {block.length - 1} more</span>}
        {card.note && !isOpen && <span className="truncate text-brass">{card.note}</span>}
      </button>
      {isOpen && (
        <div className="flex flex-col gap-2 px-3 pb-3">
          <div className="flex gap-2">
            <SelectField
              label="Goes"
              value={row.start.by}
              choices={starts}
              onChange={(by) => changeRow({ ...row, start: startOf(String(by), row) })}
            />
            {row.start.by === 'after' && (
              <SpanField
                label="Seconds after"
                value={row.start.seconds}
                onSet={(seconds) => changeRow({ ...row, start: { by: 'after', seconds: seconds ?? 0 } })}
              />
            )}
            {row.start.by === 'time' && (
              <Kept
                label="Time of day"
                value={dayWords(row.start.time)}
                onSet={(typed) => {
                  const time = readDay(typed);
                  if (time === null) say(`“${typed}” is not a time of day. Write it as 14:05:30.`, true);
                  else changeRow({ ...row, start: { by: 'time', time } });
                }}
              />
            )}
          </div>
          <div className="flex items-end gap-2">
            <SpanField
              label="Lasts (empty: stays)"
              value={row.lasts}
              onSet={(lasts) => changeRow({ ...row, lasts })}
            />
            <IconButton label="Row up" disabled={at(row.id) === 0} onClick={() => moveBy(-1)}>
              <ChevronUp size={15} />
            </IconButton>
            <IconButton
              label="Row down"
              disabled={at(row.id) === rundown.rows.length - 1}
              onClick={() => moveBy(1)}
            >
              <ChevronDown size={15} />
            </IconButton>
            <IconButton
              label="Remove the row; its card stays"
              onClick={() =>
                void give(
                  { do: 'remove-row', rundown: rundown.id, row: row.id },
                  'The row is out; its card stays.',
                )
              }
            >
              <Trash2 size={14} />
            </IconButton>
          </div>
          <fieldset className="flex flex-wrap gap-x-3 gap-y-1 text-xs">
            <legend className="text-ink-2">Channels</legend>
            {channels.map((channel) => {
              const own = row.channels.length > 0 ? row.channels : [rundown.channel];
              const isOn = own.includes(channel.id);
              return (
                <label key={channel.id} className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    checked={isOn}
                    disabled={isOn && own.length === 1}
                    onChange={() =>
                      changeRow({
                        ...row,
                        channels: isOn ? own.filter((other) => other !== channel.id) : [...own, channel.id],
                      })
                    }
                  />
                  {channel.name}
                </label>
              );
            })}
          </fieldset>
          <div className="flex gap-2">
            <Kept label="Name" value={card.name ?? ''} onSet={(name) => note({ name })} />
            <Kept label="Note" value={card.note ?? ''} onSet={(words) => note({ note: words })} />
          </div>
          <div className="flex items-end gap-2">
            <SelectField
              label="Colour"
              value={card.colour ?? ''}
              choices={[
                { value: '', label: 'none' },
                ...cardColours.map((colour) => ({ value: colour, label: colour })),
              ]}
              onChange={(colour) => note({ colour: colour as (typeof cardColours)[number] | '' })}
            />
            <Button className="text-xs" onClick={() => setRenumbers(true)}>
              Renumber…
            </Button>
          </div>
        </div>
      )}
      {renumbers && <RenumberDialog rows={block} onClose={() => setRenumbers(false)} />}
    </section>
  );
}

function startOf(by: string, row: RundownRow): RundownRow['start'] {
  switch (by) {
    case 'after':
      return { by: 'after', seconds: row.start.by === 'after' ? row.start.seconds : 8 };
    case 'time': {
      const now = new Date();
      return { by: 'time', time: (now.getHours() * 3600 + (now.getMinutes() + 5) * 60) % 86_400 };
    }
    case 'with':
    case 'end':
      return { by };
    default:
      return { by: 'hand' };
  }
}

/** Words that are kept when Enter is pressed or the field is left; Escape goes back. */
function Kept(props: { label: string; value: string; onSet: (value: string) => void }) {
  const { label, value, onSet } = props;
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <label className="flex min-w-0 flex-1 flex-col gap-1 text-xs text-ink-2">
      {label}
      <input
        className="field w-full text-[13px] text-ink"
        dir="auto"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== value && onSet(typed)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setTyped(value);
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
      />
    </label>
  );
}

function SpanField(props: { label: string; value: number | null; onSet: (seconds: number | null) => void }) {
  const { label, value, onSet } = props;
  return (
    <Kept
      label={label}
      value={value === null ? '' : spanWords(value)}
      onSet={(typed) => {
        const seconds = typed.trim() === '' ? null : readSpan(typed);
        if (seconds === null && typed.trim() !== '')
          say(`“${typed}” is not a length. Write 8, 8.5 or 1:05.`, true);
        else onSet(seconds);
      }}
    />
  );
}
