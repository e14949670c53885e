import { Pin, Plus, TriangleAlert, Zap } from 'lucide-react';
import { useState } from 'react';
import {
  barredBy,
  charactersOf,
  dwellOf,
  isContested,
  itemWords,
  mostReadingSpeed,
  readingSpeed,
  type Dwell,
  type TickerItem,
} from '../../core/ticker';
import type { Strand } from '../../core/show';
import { Running } from '../desk/running-time';
import { Button, CheckField, IconButton } from '../ui';
import { clockWords } from './band';
import type { Give } from './give';

interface Of {
  readonly strand: Strand;
  readonly isIn: boolean;
  readonly items: readonly TickerItem[];
  readonly dwell: Dwell;
  readonly now: string | null;
  readonly comes: ReadonlyMap<string, number>;
  readonly chosen: string | null;
  readonly editing: string | null;
  readonly isLive: boolean;
  readonly onChoose: (id: string) => void;
  readonly onEdit: (id: string | null) => void;
  readonly give: Give;
}

/** The items of a strand: incoming at the top, then what is in, then what was left out. */
export function StrandColumn(props: Of) {
  const { strand, isIn, items, isLive, give } = props;
  const [typed, setTyped] = useState('');
  const count = (state: TickerItem['state']): number => items.filter((item) => item.state === state).length;
  const add = (): void => {
    if (typed.trim() === '') return;
    give({ act: 'add', strand: strand.id, words: typed });
    setTyped('');
  };
  return (
    <section className="flex min-h-0 w-80 min-w-72 flex-1 flex-col bg-deck" aria-label={`Strand ${strand.name}`}>
      <header className="flex flex-col gap-1 border-t-4 border-b border-b-line p-2" style={{ borderTopColor: strand.colour }}>
        <div className="flex items-center gap-2">
          <strong className="min-w-0 flex-1 truncate font-semibold">{strand.name}</strong>
          <CheckField label="In the round" value={isIn} onChange={(is) => give({ act: 'strand', strand: strand.id, isIn: is })} />
        </div>
        <p className="text-xs text-ink-3">
          {count('incoming')} incoming · {count('in')} in · {strand.gives === null ? 'gives all' : `gives ${strand.gives} a round`}
        </p>
        <div className="flex gap-1">
          <input
            aria-label={`New item of ${strand.name}`}
            className="field h-7 min-w-0 flex-1"
            placeholder="Type an item"
            value={typed}
            disabled={!isLive}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && add()}
          />
          <IconButton label={`Add to ${strand.name}`} disabled={!isLive || typed.trim() === ''} onClick={add}><Plus size={15} /></IconButton>
        </div>
      </header>
      <ol className="min-h-0 flex-1 overflow-auto" aria-label={`Items of ${strand.name}`}>
        {items.length === 0 && <li className="p-3 text-xs text-ink-3">{strand.from.length === 0 ? 'Nothing here: type an item, or choose where its items come from under Set up.' : 'Nothing has come yet.'}</li>}
        {items.map((item) => <Item key={item.id} {...props} item={item} />)}
      </ol>
    </section>
  );
} // prettier-ignore

const stateWords = { incoming: 'Incoming', in: '', out: 'Left out' } as const;

/** Why a rule left an item out. */
const barred = ({ strand, items }: Of, item: TickerItem): string => {
  const why = item.by === 'rule' ? barredBy(strand.rules, item, items, Date.now()) : null;
  return why === null ? stateWords.out : `Barred: ${why}`;
};

function Item(props: Of & { item: TickerItem }) {
  const { item, dwell, now, comes, chosen, editing, onChoose, onEdit, give } = props;
  const words = itemWords(item);
  const seconds = dwellOf(dwell, words);
  const isChosen = chosen === item.id;
  const isNow = now === item.id;
  const from = comes.get(item.id);
  const speed = readingSpeed(words, seconds);
  const frame = isNow ? 'border-l-air bg-air/10' : item.state === 'incoming' ? 'border-l-next' : 'border-l-transparent';
  return (
    <li className={`border-b border-l-4 border-b-line ${frame} ${isChosen ? 'bg-raised' : ''} ${item.state === 'out' ? 'opacity-60' : ''}`}>
      {editing === item.id ? (
        <Editor words={words} onKeep={(next) => { give({ act: 'edit', item: item.id, words: next }); onEdit(null); }} onDrop={() => onEdit(null)} />
      ) : (
        <button type="button" aria-pressed={isChosen} className="flex w-full flex-col gap-0.5 p-2 text-left" onClick={() => onChoose(item.id)} onDoubleClick={() => onEdit(item.id)}>
          <span dir="auto" className={`line-clamp-3 ${item.state === 'out' ? 'line-through' : ''}`}>{words || 'No words'}</span>
          <span className="flex flex-wrap items-center gap-x-2 text-xs text-ink-3">
            {isNow && <span className="font-semibold text-[#ff8a80]">on air</span>}
            {stateWords[item.state] && <span>{item.state === 'out' ? barred(props, item) : stateWords[item.state]}</span>}
            {item.pinned && <span className="flex items-center gap-0.5 text-brass"><Pin size={11} /> every round</span>}
            {item.urgent !== 'no' && <span className="flex items-center gap-0.5 text-warn"><Zap size={11} /> urgent</span>}
            {item.edit && <span className="text-tide">edited</span>}
            {item.isGone && <span>gone at its source</span>}
            <span className="number">{seconds.toFixed(1)} s</span>
            {speed > mostReadingSpeed && <span className="flex items-center gap-0.5 text-warn" title={`${charactersOf(words)} characters in ${seconds.toFixed(1)} s`}><TriangleAlert size={11} /> {speed.toFixed(0)} characters a second</span>}
            {item.state === 'in' && !isNow && from !== undefined && <span>in <Running className="number" words={(at) => clockWords(from - at)} /></span>}
          </span>
        </button>
      )}
      {isChosen && editing !== item.id && (
        <div className="flex flex-wrap gap-1 px-2 pb-2">
          {item.state !== 'in' && <Button className="h-6 px-2 text-xs" title="Enter" onClick={() => give({ act: 'take-in', item: item.id })}>Take in</Button>}
          {item.state !== 'out' && <Button tone="quiet" className="h-6 px-2 text-xs" title="X" onClick={() => give({ act: 'leave-out', item: item.id })}>Leave out</Button>}
          <Button tone="quiet" className="h-6 px-2 text-xs" title="E" onClick={() => onEdit(item.id)}>Edit</Button>
          {item.state === 'in' && (
            <>
              <Button tone="quiet" className="h-6 px-2 text-xs" title="P" onClick={() => give({ act: 'pin', item: item.id })}>{item.pinned ? 'Unpin' : 'Pin'}</Button>
              <Button tone="quiet" className="h-6 px-2 text-xs" title="U; Shift+U at once" onClick={() => give({ act: 'urgent', item: item.id, urgent: item.urgent === 'no' ? 'next' : 'no' })}>{item.urgent === 'no' ? 'Urgent' : 'Not urgent'}</Button>
              <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => give({ act: 'start', item: item.id })}>Play from here</Button>
            </>
          )}
          {item.source === null && <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => give({ act: 'remove', item: item.id })}>Remove</Button>}
          {isContested(item) && (
            <div className="flex w-full flex-col gap-1 border-l-2 border-warn pl-2 text-xs">
              <span className="text-warn">Its source says now:</span>
              <span dir="auto">{item.came.words}</span>
              <span className="flex gap-1">
                <Button className="h-6 px-2 text-xs" onClick={() => give({ act: 'take-came', item: item.id })}>Take the new words</Button>
                <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => give({ act: 'keep-edit', item: item.id })}>Keep mine</Button>
              </span>
            </div>
          )}
          {item.edit && !isContested(item) && <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => give({ act: 'take-came', item: item.id })}>As it came</Button>}
        </div>
      )}
    </li>
  );
} // prettier-ignore

function Editor({
  words,
  onKeep,
  onDrop,
}: {
  words: string;
  onKeep: (words: string) => void;
  onDrop: () => void;
}) {
  const [typed, setTyped] = useState(words);
  return (
    <textarea
      // The one who asked to edit types at once.
      autoFocus
      dir="auto"
      aria-label="Words of the item"
      className="field h-auto w-full resize-y p-2"
      rows={3}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => (typed.trim() === '' || typed === words ? onDrop() : onKeep(typed))}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') onDrop();
        if (event.key === 'Enter' && !event.shiftKey) {
          event.preventDefault();
          event.currentTarget.blur();
        }
      }}
    />
  );
}
