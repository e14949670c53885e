import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { ExternalLink, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { compareNumbers, newPad, padProblems, type Pad, type PadItem, type Show } from '../../core/show';
import { Button, Empty, IconButton, NumberField, SelectField, TextField } from '../ui';
import { useAir } from '../state/air-store';
import { useDraft, useShow } from '../state/draft-store';
import { newId } from '../state/ids';

const kinds: readonly { readonly value: PadItem['kind']; readonly label: string }[] = [
  { value: 'card', label: 'Show / hide a card' },
  { value: 'next-row', label: 'Next row of a rundown' },
  { value: 'field', label: 'Correct a field' },
  { value: 'add', label: 'Plus or minus a number' },
  { value: 'set', label: 'Set a field' },
  { value: 'count', label: 'Start / stop a count' },
  { value: 'clock', label: 'Start / stop a clock of the show' },
  { value: 'score', label: 'Plus or minus a score of the show' },
  { value: 'ticker', label: 'A ticker: next, hold, take in, urgent' },
  { value: 'move', label: 'A move there and back' },
  { value: 'step', label: 'Next step' },
  { value: 'clear-lane', label: 'Clear a lane' },
];

function newItem(kind: PadItem['kind'], show: Show, pad: Pad): PadItem {
  const base = { id: newId(), label: '', span: 1 };
  const card = Object.values(show.cards).sort((a, b) => compareNumbers(a.number, b.number))[0]?.id ?? '';
  const fields = show.templates[show.cards[card]?.template ?? '']?.fields ?? [];
  const field = fields[0]?.id ?? '';
  switch (kind) {
    case 'card':
    case 'step':
      return { ...base, kind, card };
    case 'next-row':
      return { ...base, kind, rundown: show.rundowns[0]?.id ?? '' };
    case 'field':
      return { ...base, kind, card, field, span: 2 };
    case 'count':
      return { ...base, kind, card, field, span: 2 };
    case 'clock':
      return { ...base, kind, clock: Object.keys(show.clocks)[0] ?? 'none', span: 2 };
    case 'score':
      return { ...base, kind, score: Object.keys(show.scores)[0] ?? 'none', by: 1 };
    case 'ticker':
      return { ...base, kind, ticker: Object.keys(show.tickers)[0] ?? 'none', span: 4 };
    case 'add':
      return { ...base, kind, card, field: fields.find((own) => own.kind === 'number')?.id ?? field, by: 1 };
    case 'set':
      return { ...base, kind, card, field, to: '' };
    case 'move':
      return {
        ...base,
        kind,
        card,
        move: show.templates[show.cards[card]?.template ?? '']?.moves[0]?.name ?? 'Move',
      };
    case 'clear-lane':
      return {
        ...base,
        kind,
        lane: show.channels.find(({ id }) => id === pad.channel)?.lanes[0]?.id ?? 'lower',
      };
  }
}

/** What an item says on the pad, as far as the draft knows. */
function wordsOf(item: PadItem, show: Show): string {
  if (item.label) return item.label;
  const number = 'card' in item ? (show.cards[item.card]?.number ?? 'card gone') : '';
  const label = kinds.find(({ value }) => value === item.kind)?.label ?? '';
  return item.kind === 'card' ? number : `${label}${number ? ` ${number}` : ''}`;
}

/** Lays out the touch pages of a show. */
export function PadEditor() {
  const show = useShow();
  const { edit } = useDraft.getState();
  const onAir = useAir((store) => store.state.show?.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const [itemId, setItemId] = useState<string | null>(null);
  const pad = show.pads.find(({ id }) => id === chosen) ?? show.pads[0];
  const add = (): void => {
    const made = newPad(newId(), `Pad ${show.pads.length + 1}`, show.channels[0]?.id ?? 'main');
    edit('Add a pad', (s) => void s.pads.push(made));
    setChosen(made.id);
  };
  if (!pad)
    return (
      <Empty title="No pads yet">
        <p>A pad is a touch page for a phone or tablet: large buttons for cards, rows, scores and clocks.</p>
        <Button tone="primary" onClick={add}>
          New pad
        </Button>
      </Empty>
    );
  const change = (label: string, recipe: (own: Pad) => void, merge?: string): void =>
    edit(
      label,
      (s) => {
        const own = s.pads.find(({ id }) => id === pad.id);
        if (own) recipe(own);
      },
      merge,
    );
  const item = pad.items.find(({ id }) => id === itemId);
  const problems = padProblems(pad, show);
  return (
    <div className="grid h-full grid-cols-[220px_minmax(0,1fr)_300px]">
      <aside className="flex flex-col border-r border-line bg-deck" aria-label="Pads">
        <div className="flex h-9 items-center justify-between border-b border-line px-3">
          <strong>Pads</strong>
          <IconButton label="New pad" onClick={add}>
            <Plus size={15} />
          </IconButton>
        </div>
        <ul className="flex-1 overflow-auto">
          {show.pads.map((own) => (
            <li key={own.id}>
              <button
                type="button"
                aria-current={own.id === pad.id}
                onClick={() => {
                  setChosen(own.id);
                  setItemId(null);
                }}
                className={`flex h-9 w-full items-center px-3 text-left ${own.id === pad.id ? 'bg-raised' : 'row-hover'}`}
              >
                <span className="truncate">{own.name}</span>
              </button>
            </li>
          ))}
        </ul>
        <p className="flex flex-col gap-2 border-t border-line p-3 text-xs text-ink-3">
          {onAir === show.id ? (
            <a
              href={`/pad/${pad.id}`}
              target="_blank"
              rel="noreferrer"
              className="flex items-center gap-1 text-tide underline"
            >
              Open the pad <ExternalLink size={12} />
            </a>
          ) : (
            'Release the show; then its pads can be opened.'
          )}
          The pad as released is what opens; changes here reach it with the next release.
        </p>
      </aside>
      <section
        className="flex flex-col items-center gap-3 overflow-auto p-6"
        aria-label={`Layout of ${pad.name}`}
      >
        <Grid
          pad={pad}
          show={show}
          chosen={itemId}
          onChoose={setItemId}
          onMove={(id, before) =>
            change('Move a button', (own) => {
              const at = own.items.findIndex((one) => one.id === id);
              const [moved] = at < 0 ? [] : own.items.splice(at, 1);
              const place =
                before === null ? own.items.length : own.items.findIndex((one) => one.id === before);
              if (moved) own.items.splice(place < 0 ? own.items.length : place, 0, moved);
            })
          }
        />
        <div className="w-[420px]">
          <SelectField
            label="Add a button"
            value=""
            choices={[{ value: '', label: 'Choose what it does…' }, ...kinds]}
            onChange={(kind) => {
              if (kind === '') return;
              const made = newItem(kind as PadItem['kind'], show, pad);
              change('Add a button', (own) => void own.items.push(made));
              setItemId(made.id);
            }}
          />
        </div>
        {problems.map((wrong, i) => (
          <p key={i} role="alert" className="text-xs text-warn">
            ⚠ {wrong.message}
          </p>
        ))}
      </section>
      <aside
        className="flex flex-col gap-3 overflow-auto border-l border-line bg-deck p-3"
        aria-label="Properties"
      >
        {item ? (
          <ItemForm
            key={item.id}
            item={item}
            show={show}
            pad={pad}
            onChange={(next) =>
              change(
                'Change a button',
                (own) => {
                  const at = own.items.findIndex((one) => one.id === item.id);
                  if (at >= 0) own.items[at] = next;
                },
                `pad ${item.id}`,
              )
            }
            onRemove={() => {
              change(
                'Remove a button',
                (own) => void (own.items = own.items.filter((one) => one.id !== item.id)),
              );
              setItemId(null);
            }}
          />
        ) : (
          <>
            <TextField
              label="Name"
              value={pad.name}
              maxLength={60}
              onChange={(name) =>
                name && change('Name the pad', (own) => void (own.name = name), `pad name ${pad.id}`)
              }
            />
            <SelectField
              label="Channel"
              value={pad.channel}
              choices={show.channels.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(id) => change('Channel of the pad', (own) => void (own.channel = String(id)))}
            />
            <p className="text-xs text-ink-3">
              Every pad shows what is on air, the next three, take, clear and one correction. Below them stand
              the buttons that you lay out. Choose one to change it, drag it to order them.
            </p>
            <Button
              onClick={() =>
                edit('Remove a pad', (s) => void (s.pads = s.pads.filter(({ id }) => id !== pad.id)))
              }
            >
              Remove this pad
            </Button>
          </>
        )}
      </aside>
    </div>
  );
}

/** Things of the show to choose from, also where the chosen one is gone. */
const namedIn = (
  all: Readonly<Record<string, { readonly id: string; readonly name: string }>>,
  chosen: string,
): { value: string; label: string }[] => [
  ...(all[chosen] ? [] : [{ value: chosen, label: 'Choose…' }]),
  ...Object.values(all).map(({ id, name }) => ({ value: id, label: name })),
];

const spans = ['', '', 'col-span-2', 'col-span-3', 'col-span-4'] as const;

function Grid(props: {
  pad: Pad;
  show: Show;
  chosen: string | null;
  onChoose: (id: string | null) => void;
  onMove: (id: string, before: string | null) => void;
}) {
  const { pad, show, chosen, onChoose, onMove } = props;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id)
          onMove(String(active.id), over.id === 'end' ? null : String(over.id));
      }}
    >
      <div
        className="grid w-[420px] grid-cols-4 gap-2 rounded border border-line bg-ground p-3"
        role="group"
        aria-label="Buttons"
      >
        {pad.items.length === 0 && (
          <p className="col-span-4 py-6 text-center text-ink-3">No buttons yet. Add one below.</p>
        )}
        {pad.items.map((item) => (
          <Tile
            key={item.id}
            item={item}
            words={wordsOf(item, show)}
            isChosen={item.id === chosen}
            onChoose={() => onChoose(item.id === chosen ? null : item.id)}
          />
        ))}
      </div>
    </DndContext>
  );
}

function Tile(props: { item: PadItem; words: string; isChosen: boolean; onChoose: () => void }) {
  const { item, words, isChosen, onChoose } = props;
  const drag = useDraggable({ id: item.id });
  const drop = useDroppable({ id: item.id });
  return (
    <button
      ref={(node) => {
        drag.setNodeRef(node);
        drop.setNodeRef(node);
      }}
      {...drag.listeners}
      {...drag.attributes}
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      style={drag.transform ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)` } : {}}
      className={`flex min-h-14 touch-none items-center justify-center overflow-hidden rounded border px-1 text-center text-xs ${spans[item.span] ?? ''} ${isChosen ? 'border-brass' : drop.isOver ? 'border-tide' : 'border-line'} bg-panel`}
    >
      {words}
    </button>
  );
}

function ItemForm(props: {
  item: PadItem;
  show: Show;
  pad: Pad;
  onChange: (item: PadItem) => void;
  onRemove: () => void;
}) {
  const { item, show, pad, onChange, onRemove } = props;
  const cards = Object.values(show.cards).sort((a, b) => compareNumbers(a.number, b.number));
  const template = 'card' in item ? show.templates[show.cards[item.card]?.template ?? ''] : undefined;
  const fields = (template?.fields ?? []).filter((field) =>
    item.kind === 'add' ? field.kind === 'number' : item.kind === 'count' ? field.kind === 'text' : true,
  );
  const lanes = show.channels.find(({ id }) => id === pad.channel)?.lanes ?? [];
  return (
    <>
      <h2 className="font-semibold">{kinds.find(({ value }) => value === item.kind)?.label}</h2>
      <TextField
        label="Label (empty: what it is for)"
        value={item.label}
        maxLength={60}
        onChange={(label) => onChange({ ...item, label })}
      />
      <NumberField
        label="Width, in quarters"
        value={item.span}
        min={1}
        max={4}
        onChange={(span) => onChange({ ...item, span: Math.round(span) })}
      />
      {'card' in item && (
        <SelectField
          label="Card"
          value={item.card}
          choices={cards.map((card) => ({
            value: card.id,
            label: `${card.number} ${card.name ?? show.templates[card.template]?.name ?? ''}`,
          }))}
          onChange={(card) => onChange({ ...item, card: String(card) })}
        />
      )}
      {'field' in item && (
        <SelectField
          label="Field"
          value={item.field}
          choices={[
            ...(fields.some(({ id }) => id === item.field)
              ? []
              : [{ value: item.field, label: 'choose a field…' }]),
            ...fields.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(field) => onChange({ ...item, field: String(field) })}
        />
      )}
      {item.kind === 'ticker' && (
        <SelectField
          label="Ticker"
          value={item.ticker}
          choices={namedIn(show.tickers, item.ticker)}
          onChange={(id) => onChange({ ...item, ticker: String(id) })}
        />
      )}
      {(item.kind === 'clock' || item.kind === 'score') && (
        <SelectField
          label={item.kind === 'clock' ? 'Clock' : 'Score'}
          value={item.kind === 'clock' ? item.clock : item.score}
          choices={namedIn(
            item.kind === 'clock' ? show.clocks : show.scores,
            item.kind === 'clock' ? item.clock : item.score,
          )}
          onChange={(id) =>
            onChange(item.kind === 'clock' ? { ...item, clock: String(id) } : { ...item, score: String(id) })
          }
        />
      )}
      {item.kind === 'score' && (
        <NumberField label="Adds" value={item.by} onChange={(by) => onChange({ ...item, by })} />
      )}
      {item.kind === 'add' && (
        <NumberField label="Adds" value={item.by} onChange={(by) => onChange({ ...item, by })} />
      )}
      {item.kind === 'set' && (
        <TextField label="To" value={String(item.to ?? '')} onChange={(to) => onChange({ ...item, to })} />
      )}
      {item.kind === 'move' && (
        <SelectField
          label="Move"
          value={item.move}
          choices={(template?.moves ?? []).map(({ name }) => ({ value: name, label: name }))}
          onChange={(move) => onChange({ ...item, move: String(move) })}
        />
      )}
      {item.kind === 'next-row' && (
        <SelectField
          label="Rundown"
          value={item.rundown}
          choices={show.rundowns.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(rundown) => onChange({ ...item, rundown: String(rundown) })}
        />
      )}
      {item.kind === 'clear-lane' && (
        <SelectField
          label="Lane"
          value={item.lane}
          choices={lanes.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(lane) => onChange({ ...item, lane: String(lane) })}
        />
      )}
      <Button onClick={onRemove}>
        <Trash2 size={14} /> Remove
      </Button>
    </>
  );
}
