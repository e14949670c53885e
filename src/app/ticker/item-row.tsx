import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Ban, GripVertical, Pin, TriangleAlert, Zap } from 'lucide-react';
import { memo, useState } from 'react';
import {
  charactersOf,
  isContested,
  itemWords,
  mostReadingSpeed,
  readingSpeed,
  waitsFor,
  type TickerItem,
} from '../../core/ticker';
import { air } from '../state/air-store';
import { Running } from '../time/running-time';
import { leftWords } from './times';
import type { Give } from './give';

/** Whether two rows say the same. */
const isSame = (a: RowState, b: RowState): boolean =>
  (Object.keys(a) as (keyof RowState)[]).every((key) => a[key] === b[key]);

/** What a row says of an item. */
export interface RowState {
  readonly item: TickerItem;
  readonly seconds: number;
  /** Whether words run through: then no reading speed is told. */
  readonly runs: boolean;
  readonly isNow: boolean;
  readonly isNext: boolean;
  readonly isUrgent: boolean;
  readonly shown: number;
  /** When it comes, in air clock seconds; undefined: not soon. */
  readonly comes: number | undefined;
  readonly isChosen: boolean;
  readonly isEditing: boolean;
}

const stateWords = { incoming: 'Incoming', in: '', out: 'Left out' } as const;
/** What became of an item, and why. */
const fate = ({ state, barred }: TickerItem): string =>
  barred !== '' ? `${state === 'out' ? 'Barred' : 'Asks again'}: ${barred}` : stateWords[state];

/** An item in its column. */
export const ItemRow = memo(function ItemRow(props: {
  of: RowState;
  onChoose: (id: string) => void;
  onEdit: (id: string | null) => void;
  give: Give;
}) {
  const { of, onChoose, onEdit, give } = props;
  const { item, isNow, isChosen } = of;
  const words = itemWords(item);
  const drag = useDraggable({ id: item.id });
  const drop = useDroppable({ id: item.id });
  const frame = isNow ? 'border-l-air bg-air/10' : of.isNext ? 'border-l-next' : item.state === 'incoming' ? 'border-l-next' : 'border-l-transparent';
  return (
    <div
      ref={drop.setNodeRef}
      className={`group relative border-b border-l-4 border-b-line ${frame} ${isChosen ? 'bg-raised outline outline-1 -outline-offset-1 outline-brass' : ''} ${item.state === 'out' ? 'opacity-70' : ''} ${drop.isOver && !drag.isDragging ? 'before:absolute before:inset-x-0 before:-top-px before:h-0.5 before:bg-brass' : ''}`}
    >
      {of.isEditing ? (
        <Editor
          words={words}
          onKeep={(next) => {
            give({ act: 'edit', item: item.id, words: next });
            onEdit(null);
          }}
          onDrop={() => onEdit(null)}
        />
      ) : (
        <>
          <button type="button" aria-pressed={isChosen} tabIndex={-1} className="flex w-full flex-col gap-0.5 py-1.5 pr-6 pl-2 text-left" onClick={() => onChoose(item.id)} onDoubleClick={() => onEdit(item.id)}>
            <span dir="auto" className={`line-clamp-2 ${item.state === 'out' ? 'line-through' : ''}`}>{words || 'No words'}</span>
            <span className="flex flex-wrap items-center gap-x-2 text-xs text-ink-3"><Marks of={of} words={words} /></span>
          </button>
          <span ref={drag.setNodeRef} {...drag.listeners} aria-hidden className="absolute top-1.5 right-1 cursor-grab touch-none text-ink-3 opacity-0 group-hover:opacity-100" title={item.state === 'in' ? 'Drag: to another place, or into the band to play it next' : 'Drag among the items that are in to take it in'}><GripVertical size={14} /></span>
        </>
      )}
    </div>
  );
}, (a, b) => isSame(a.of, b.of) && a.give === b.give); // prettier-ignore

function Marks({ of, words }: { of: RowState; words: string }) {
  const { item, seconds, isNow, isNext, isUrgent, comes, shown, runs } = of;
  const speed = readingSpeed(words, seconds);
  const waits = waitsFor(item, air().clock.now(), shown);
  return (
    <>
      {isNow && <span className="font-semibold text-[#ff8a80]">on air</span>}
      {isNext && <span className="font-semibold text-next">next</span>}
      {fate(item) !== '' && <span className={item.barred === '' ? '' : 'flex min-w-0 items-center gap-1'}>{item.barred !== '' && <Ban size={11} className="shrink-0" />}{fate(item)}</span>}
      {item.pinned && <span className="flex items-center gap-0.5 text-brass"><Pin size={11} /> every round</span>}
      {isUrgent && <span className="flex items-center gap-0.5 text-warn"><Zap size={11} /> urgent</span>}
      {isContested(item) ? <span className="text-warn">its source has new words</span> : item.edit && <span className="text-tide">edited</span>}
      {item.isGone && <span>gone at its source</span>}
      {item.state !== 'out' && <span className="number">{seconds.toFixed(1)} s</span>}
      {item.state !== 'out' && !runs && speed > mostReadingSpeed && <span className="flex items-center gap-0.5 text-warn" title={`${charactersOf(words)} characters in ${seconds.toFixed(1)} s: too fast to read`}><TriangleAlert size={11} /> {speed.toFixed(0)} characters a second</span>}
      {waits !== '' && <span>{waits}</span>}
      {item.state === 'in' && !isNow && comes !== undefined && <span>in <Running className="number" words={(at) => leftWords(comes - at)} /></span>}
    </>
  );
} // prettier-ignore

function Editor({ words, onKeep, onDrop }: { words: string; onKeep: (words: string) => void; onDrop: () => void }) {
  const [typed, setTyped] = useState(words);
  return (
    <div className="relative">
      <textarea
        // The one who asked to edit types at once.
        autoFocus
        dir="auto"
        aria-label="Words of the item"
        className="field h-auto w-full resize-y p-2 pb-5"
        rows={3}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => (typed.trim() === '' || typed === words ? onDrop() : onKeep(typed))}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') {
            setTyped(words);
            onDrop();
          }
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault();
            event.currentTarget.blur();
          }
        }}
      />
      <span className="number absolute right-2 bottom-1.5 text-xs text-ink-3">{charactersOf(typed)} characters</span>
    </div>
  );
} // prettier-ignore
