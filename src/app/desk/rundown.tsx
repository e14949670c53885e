import { useVirtualizer } from '@tanstack/react-virtual';
import { MessageSquareText, Pencil, Plus, Repeat } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { cardWords, type AirCard } from '../../core/playout';
import {
  cardByNumber,
  newRundownRow,
  parseCallNumber,
  type CardColour,
  type RundownRow,
} from '../../core/show';
import { Empty, Pennant, SelectField } from '../ui';
import { releases, useAir } from '../state/air-store';
import { newId } from '../state/ids';
import { CardStaleMark } from './data-troubles';
import { callNumber, cueNow, give, say, useDesk } from './desk-store';
import { useLamp, useStandings } from '../state/tally';
import { Find, Found } from './find';
import { RowEditor } from './row-editor';
import { RunBar } from './run-bar';
import { spanWords } from '../../core/clock';
import { startMark } from '../../core/desk';

const rowHeight = 44;

export const cardColourOf: Readonly<Record<CardColour, string>> = {
  sand: '#c9a66b',
  kelp: '#6f9b62',
  heather: '#a583bd',
  slate: '#7f93a8',
  clay: '#b5735a',
};

interface Item {
  readonly row: RundownRow;
  readonly card: AirCard | undefined;
  readonly words: string;
  readonly template: string;
}

/** The cards of the show in their order: call number, words, template, when each goes, and which are next or on air. */
export function Rundown() {
  const cards = useAir((store) => store.state.cards);
  const hash = useAir((store) => store.state.release);
  const rundowns = useAir((store) => store.state.rundowns);
  useAir((store) => store.arrivals);
  const chosen = useDesk((store) => store.rundown);
  const row = useDesk((store) => store.row);
  const [wanted, setWanted] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const release = releases.get(hash);
  const rundown = rundowns.find(({ id }) => id === chosen) ?? rundowns[0];
  const items = useMemo(
    () =>
      (rundown?.rows ?? []).map((own): Item => {
        const card = cards[own.card];
        return {
          row: own,
          card,
          words: card ? card.name || cardWords(release, card) : '',
          template: !card
            ? 'card gone'
            : release
              ? (release.templates[card.template]?.name ?? 'template gone')
              : '…',
        };
      }),
    [rundown?.rows, cards, release],
  );
  const list = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 20,
  });
  const place = items.findIndex((item) => item.row.id === row);
  useEffect(() => {
    if (place >= 0) list.scrollToIndex(place);
    // Only the row in hand moves the list.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place]);

  return (
    <aside className="flex h-full min-h-0 flex-col bg-deck" aria-label="Rundown">
      {rundowns.length > 1 && (
        <div className="flex h-9 shrink-0 items-center border-b border-line px-2">
          <SelectField
            bare
            label="Rundown in hand"
            value={rundown?.id ?? ''}
            choices={rundowns.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => useDesk.setState({ rundown: String(id), row: null, blockFrom: null })}
          />
        </div>
      )}
      {rundown && <RunBar rundown={rundown} />}
      <Find wanted={wanted} onWanted={setWanted} />
      {wanted.trim() !== '' ? (
        <Found wanted={wanted} onDone={() => setWanted('')} />
      ) : items.length === 0 ? (
        <Empty title="No cards">
          <p>Keep rows as cards in Data, or fill a template on the right and keep it.</p>
        </Empty>
      ) : (
        <div ref={scroller} tabIndex={0} className="min-h-0 flex-1 overflow-auto">
          <ul role="listbox" aria-label="Cards" className="relative" style={{ height: list.getTotalSize() }}>
            {list.getVirtualItems().map(({ index, start }) => {
              const item = items[index];
              return (
                item && (
                  <RowItem
                    key={item.row.id}
                    item={item}
                    top={start}
                    rundown={rundown?.id ?? ''}
                    rows={items}
                  />
                )
              );
            })}
          </ul>
        </div>
      )}
      {rundown && <AddRow rundown={rundown.id} name={rundown.name} />}
      {rundown && <RowEditor rundown={rundown} />}
    </aside>
  );
}

/** Puts a card into the rundown by its number: before the row in hand, or at the end. */
function AddRow({ rundown, name }: { rundown: string; name: string }) {
  const [typed, setTyped] = useState('');
  const row = useDesk((store) => store.row);
  const add = (): void => {
    const parsed = parseCallNumber(typed);
    if ('problem' in parsed) return say(parsed.problem.message, true);
    const card = cardByNumber(useAir.getState().state.cards, parsed.number);
    if (!card) return say(`No card has the number ${parsed.number}.`, true);
    const made = newRundownRow(newId(), card.id);
    void give(
      { do: 'row', rundown, row: made, before: row },
      `${card.number} is in “${name}”${row ? ', before the row in hand' : ''}.`,
    ).then((done) => done && setTyped(''));
  };
  return (
    <form
      className="flex h-9 shrink-0 items-center gap-2 border-t border-line px-3 text-ink-3"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Plus size={14} aria-hidden />
      <input
        aria-label="Number of a card to put into the rundown"
        placeholder={row ? 'Put a number before the row in hand' : 'Put a number at the end'}
        className="min-w-0 flex-1 bg-transparent text-ink outline-none"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && setTyped('')}
      />
    </form>
  );
}

function RowItem(props: { item: Item; top: number; rundown: string; rows: readonly Item[] }) {
  const { item, top, rundown, rows } = props;
  const { row, card, words, template } = item;
  const channel = useDesk((store) => store.channel);
  const inHand = useDesk((store) => store.row === row.id);
  const isInBlock = useDesk((store) => {
    if (store.blockFrom === null || store.row === null) return false;
    const at = (id: string): number => rows.findIndex((own) => own.row.id === id);
    const [a, b, own] = [at(store.blockFrom), at(store.row), at(row.id)];
    return own >= Math.min(a, b) && own <= Math.max(a, b);
  });
  const lamp = useLamp(channel);
  const standing = useStandings(channel).find(({ graphic }) => graphic.card === row.card)?.is ?? null;
  // By what the Desk has given, and by what has come: drawn anew only where it differs.
  const isCued = (): boolean => cueNow()?.card === row.card;
  const isNext = [useDesk(isCued), useAir(isCued)].includes(true);
  const hasDraft = useDesk((store) => store.drafts[`card ${row.card}`] !== undefined);
  const wasOn = useAir((store) => store.state.aired[row.card] !== undefined);
  const comes = useAir((store) => store.state.runs[rundown]?.next === row.id);
  const other = useAir((store) =>
    store.present.find(({ id, hand }) => id !== store.id && hand?.card === row.card),
  );
  const loop = useAir((store) => store.state.rundowns.find(({ id }) => id === rundown)?.loop ?? null);
  return (
    <li
      role="option"
      aria-selected={inHand}
      className={`absolute inset-x-0 flex h-11 cursor-default items-center gap-2 border-b border-line/50 pr-3 pl-3 ${inHand ? 'bg-raised shadow-[inset_2px_0_0_#d8a748]' : isInBlock ? 'bg-raised/60' : 'row-hover'}`}
      style={{ top }}
      onClick={(event) => {
        const from = useDesk.getState().row;
        const blockFrom = event.shiftKey ? (useDesk.getState().blockFrom ?? from) : null;
        useDesk.setState({ row: row.id, blockFrom });
      }}
      onDoubleClick={() => card && void callNumber(card.number)}
    >
      {card?.colour && (
        <span
          className="absolute inset-y-0 right-0 w-1"
          style={{ background: cardColourOf[card.colour] }}
          title={card.colour}
        />
      )}
      <span className="w-12 shrink-0">
        <span className="number block truncate text-[14px]">{card?.number ?? '—'}</span>
        <span className="number block truncate text-[11px] text-ink-3" title={startMark(row).words}>
          {startMark(row).mark}
        </span>
      </span>
      <span className="min-w-0 flex-1">
        <span className="flex items-center gap-1">
          <span className="truncate" dir="auto">
            {words || template}
          </span>
          {card?.note && (
            <MessageSquareText size={12} className="shrink-0 text-brass" aria-label={`Note: ${card.note}`} />
          )}
        </span>
        <span className="flex items-center gap-1.5 text-xs text-ink-3">
          {hasDraft && (
            <Pencil
              size={11}
              className="shrink-0 text-brass"
              aria-label="You typed into it and did not send it"
            />
          )}
          {wasOn && (
            <span title="Was on air" aria-label="was on air">
              ✓
            </span>
          )}
          {loop && (loop.from === row.id || loop.to === row.id) && (
            <Repeat size={11} aria-label={loop.from === row.id ? 'The loop begins' : 'The loop ends'} />
          )}
          <CardStaleMark card={row.card} />
          <span className="truncate">{template}</span>
          {row.lasts !== null && <span className="number shrink-0">{spanWords(row.lasts)}</span>}
          {other && <span className="shrink-0 truncate text-tide">{other.name}</span>}
        </span>
      </span>
      {standing === 'on' ? (
        <Pennant state={lamp === 'air' ? 'air' : 'up'} {...(lamp === 'air' ? {} : { words: 'Up' })} />
      ) : standing === 'leaving' ? (
        <Pennant state="leaving" />
      ) : standing === 'waiting' ? (
        <span className="text-xs text-next">waits</span>
      ) : isNext ? (
        <Pennant state="next" />
      ) : comes ? (
        <span className="text-xs text-next">comes</span>
      ) : null}
    </li>
  );
}
