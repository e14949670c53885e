import { format } from 'date-fns';
import { tickerStay, type AirTicker } from '../../core/playout';
import type { Show } from '../../core/show';
import {
  charactersOf,
  isContested,
  itemWords,
  mostReadingSpeed,
  readingSpeed,
  waitsFor,
  type Dwell,
  type TickerItem,
} from '../../core/ticker';
import { dataName } from '../data/data-choices';
import { air } from '../state/air-store';
import { Button, CheckField, DraftText, KeyList, NumberField } from '../ui';
import { keepFocus, type Give } from './give';
import { dayOf, momentAt } from './times';

/** The item in hand: where it comes from, how long it stays, and when it comes and goes. */
export function ItemPanel(props: {
  ticker: AirTicker;
  item: TickerItem | undefined;
  show: Show;
  shown: number;
  isUrgent: boolean;
  /** How long items stay by the draft. */
  dwell: Dwell;
  /** Sets the dwell curve so that words of this length stay so long. */
  onTry: (characters: number, seconds: number) => void;
  onEdit: (id: string) => void;
  give: Give;
}) {
  const { item } = props;
  return (
    <aside onMouseDown={keepFocus} className="flex w-72 shrink-0 flex-col overflow-auto border-l border-line bg-panel max-[1060px]:w-64" aria-label="Item in hand">
      {item ? <Own key={item.id} {...props} item={item} /> : (
        <div className="flex flex-col gap-2 p-3 text-xs text-ink-3">
          <p>Choose an item to see it in its template, how long it stays, and when it comes and goes.</p>
          <KeyList keys={keys} />
        </div>
      )}
    </aside>
  );
} // prettier-ignore

const keys = [
  ['Arrows', 'through the items and strands'],
  ['Enter', 'take in'],
  ['X', 'leave out'],
  ['E', 'edit'],
  ['P', 'pin: comes every round'],
  ['U', 'urgent: comes next'],
  ['Shift U', 'urgent: at once'],
  ['Shift arrows', 'move up or down'],
  ['N  B  H', 'next, back, hold'],
  ['C', 'the next channel, where each has its own place'],
  ['/', 'search'],
] as const;

function Own(props: Parameters<typeof ItemPanel>[0] & { item: TickerItem }) {
  const { ticker, item, show, shown, isUrgent, dwell, onTry, onEdit, give } = props;
  const words = itemWords(item);
  const seconds = tickerStay({ ...ticker, dwell }, item);
  const onAir = tickerStay(ticker, item);
  const speed = readingSpeed(words, seconds);
  const byCurve = dwell.by === 'curve';
  const waits = waitsFor(item, air().clock.now(), shown);
  const act = (command: Parameters<Give>[0]): void => give({ ...command, item: item.id });
  return (
    <div className="flex flex-col gap-3 p-3">
      <p dir="auto" className="max-h-40 overflow-auto">{words || 'No words'}</p>
      {item.came.more !== '' && <p dir="auto" className="text-xs text-ink-2">{item.came.more}</p>}
      <p className="text-xs text-ink-3">
        {item.source === null ? 'Typed' : dataName(show, item.source)}
        {item.came.category !== '' && `, ${item.came.category}`}
        {item.came.kind !== '' && `, ${item.came.kind}`}
        {item.came.at !== null && `, ${format(item.came.at, 'd MMM yyyy HH:mm')}`}
        {`, since ${dayOf(item.since)}`}
      </p>
      {item.barred !== '' && <p className="text-xs text-warn">{item.state === 'out' ? 'Barred' : 'Asks again'}: {item.barred}.</p>}
      {waits !== '' && <p className="text-xs text-ink-2">{waits}</p>}
      {isContested(item) && (
        <div className="flex flex-col gap-1 border-l-2 border-warn pl-2 text-xs" role="group" aria-label="Its source has new words">
          <span className="text-warn">Its source says now:</span>
          <span dir="auto" className="text-sm">{item.came.words}</span>
          <span className="flex gap-1">
            <Button className="h-6 px-2 text-xs" onClick={() => act({ act: 'take-came' })}>Take the new words</Button>
            <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => act({ act: 'keep-edit' })}>Keep mine</Button>
          </span>
        </div>
      )}
      {item.edit && !isContested(item) && (
        <p className="flex flex-wrap items-center gap-2 text-xs text-ink-3"><span>It came as “{item.came.words}”.</span> <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => act({ act: 'take-came' })}>As it came</Button></p>
      )}
      <div className="flex flex-wrap gap-1">
        {item.state !== 'in' && <Button title="Enter" onClick={() => act({ act: 'take-in' })}>Take in</Button>}
        {item.state !== 'out' && <Button tone="quiet" title="X" onClick={() => act({ act: 'leave-out' })}>Leave out</Button>}
        <Button tone="quiet" title="E" onClick={() => onEdit(item.id)}>Edit</Button>
        {item.source === null && <Button tone="quiet" onClick={() => act({ act: 'remove' })}>Remove</Button>}
      </div>
      {item.state === 'in' && (
        <>
          <div className="flex flex-wrap gap-1">
            <Button tone="quiet" title="U" onClick={() => act({ act: 'urgent', urgent: isUrgent ? 'no' : 'next' })}>{isUrgent ? 'Not urgent' : 'Urgent, next'}</Button>
            <Button tone="quiet" title="Shift+U" onClick={() => act({ act: 'urgent', urgent: 'now' })}>At once</Button>
            <Button tone="quiet" onClick={() => act({ act: 'urgent', urgent: 'now', holds: true })}>At once, and hold</Button>
            <Button tone="quiet" onClick={() => act({ act: 'start' })}>Play from here</Button>
          </div>
          <CheckField label="Pinned: comes every round" value={item.pinned} onChange={(is) => act({ act: 'pin', isPinned: is })} />
        </>
      )}
      <div className="flex flex-col gap-1 border-t border-line pt-2">
        {byCurve ? (
          <NumberField label="Stays" unit="s" min={0.5} max={600} step={0.5} value={Math.round(seconds * 10) / 10} onChange={(v) => onTry(charactersOf(words), v)} />
        ) : (
          <p className="text-xs text-ink-2">Stays {seconds.toFixed(1)} s{dwell.by === 'width' ? (item.width?.words === words ? ', by its width' : ', by how wide it will be about') : ''}</p>
        )}
        <p className={`text-xs ${speed > mostReadingSpeed ? 'text-warn' : 'text-ink-3'}`}>
          {charactersOf(words)} characters, {speed.toFixed(0)} a second{speed > mostReadingSpeed ? ': too fast to read' : ''}
          {byCurve && '. Another time bends the curve here.'}
        </p>
        {Math.abs(onAir - seconds) > 0.05 && <p className="text-xs text-warn">On air it stays {onAir.toFixed(1)} s until this is released.</p>}
      </div>
      <div className="flex flex-col gap-1 border-t border-line pt-2" role="group" aria-label="When it comes and goes">
        <Moment label="Not before" value={item.holdUntil} onKeep={(holdUntil) => act({ act: 'limits', holdUntil })} />
        <Moment label="Not after" value={item.dropAt} onKeep={(dropAt) => act({ act: 'limits', dropAt })} />
        <DraftText
          label={`Goes after so many times on air${shown > 0 ? ` (was on air ${shown === 1 ? 'once' : `${shown} times`})` : ''}`}
          value={item.dropAfter === null ? '' : String(item.dropAfter)}
          placeholder="never"
          wrongWith={(typed) => (typed.trim() === '' || /^\s*[1-9]\d{0,4}\s*$/.test(typed) ? null : 'A whole number, or nothing.')}
          onKeep={(typed) => act({ act: 'limits', dropAfter: typed.trim() === '' ? null : Number(typed) })}
        />
      </div>
    </div>
  );
} // prettier-ignore

/** A time of day, or none. */
function Moment(props: { label: string; value: number | null; onKeep: (at: number | null) => void }) {
  const { label, value, onKeep } = props;
  return (
    <DraftText
      label={label}
      value={value === null ? '' : dayOf(value)}
      placeholder="any time; 14:05"
      wrongWith={(typed) => (typed.trim() === '' || momentAt(typed) !== null ? null : `“${typed}” is no time of day: type 14:05.`)}
      onKeep={(typed) => onKeep(typed.trim() === '' ? null : momentAt(typed))}
    />
  );
} // prettier-ignore
