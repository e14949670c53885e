import { ChevronDown, ChevronRight } from 'lucide-react';
import { memo, type MouseEvent, type PointerEvent } from 'react';
import { keyValueAt } from '../../../core/motion';
import { neutralOf, setKey, type Key } from '../../../core/show';
import { newId } from '../../state/ids';
import { editTemplate, useBuild, type KeyRef } from '../build-store';
import { playheadAt, sectionOf, xOf, type Ruler } from './geometry';
import { sameKey } from './keys';
import type { ScoreRow } from './rows';

export const rowHeight = 24;

interface LaneProps {
  readonly row: ScoreRow;
  readonly ruler: Ruler;
  readonly labelWidth: number;
  readonly isChosen: boolean;
  /** The keys in hand that stand on this row. */
  readonly keys: readonly KeyRef[];
  readonly onGrab: (event: PointerEvent<HTMLButtonElement>, key: KeyRef) => void;
}

const figure = (value: Key['value']): string =>
  typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : value;

/** One row of the score: its name, and its keys in every phase. */
export const ScoreLane = memo(function ScoreLane(props: LaneProps) {
  const { row, ruler, labelWidth, isChosen } = props;
  const bands = ruler.sections.map((section) => (
    <span
      key={section.ref}
      className={`absolute inset-y-0 ${section.kind === 'hold' ? 'bg-raised/60' : 'bg-ground/40'}`}
      style={{ left: section.start, width: section.width }}
    />
  ));
  return (
    <div
      className={`flex ${isChosen ? 'bg-panel' : 'bg-deck'}`}
      style={{ height: rowHeight, width: labelWidth + ruler.end + 14, minWidth: '100%' }}
      role="group"
      aria-label={row.kind === 'element' ? row.element.name : `${row.element.name} ${row.label}`}
    >
      {row.kind === 'element' ? (
        <ElementLabel row={row} width={labelWidth} />
      ) : (
        <PropertyLabel row={row} width={labelWidth} />
      )}
      <div className="relative flex-1 border-b border-line/40" data-lane={row.key}>
        {bands}
        {row.kind === 'element' ? <Summary row={row} ruler={ruler} /> : <Keys {...props} row={row} />}
      </div>
    </div>
  );
});

const label =
  'sticky left-0 z-10 flex shrink-0 items-center gap-1 border-r border-line bg-inherit pr-2 text-left text-xs';

function ElementLabel({ row, width }: { row: Extract<ScoreRow, { kind: 'element' }>; width: number }) {
  const { element, isOpen, tracks } = row;
  const fold = (): void => {
    const { score, setScore } = useBuild.getState();
    // Elements that stand still are opened, all others are closed.
    const mark = tracks.length === 0 ? `${element.id}+` : element.id;
    const has = score.closed.includes(mark);
    setScore({ closed: has ? score.closed.filter((id) => id !== mark) : [...score.closed, mark] });
  };
  return (
    <span className={`${label} pl-1 font-semibold`} style={{ width }}>
      <button
        type="button"
        className="flex size-5 items-center justify-center rounded text-ink-3 hover:bg-raised"
        aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${element.name}`}
        aria-expanded={isOpen}
        onClick={fold}
      >
        {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
      </button>
      <button
        type="button"
        className="min-w-0 flex-1 truncate text-left"
        onClick={() => useBuild.getState().select([element.id])}
      >
        {element.name}
      </button>
    </span>
  );
}

function PropertyLabel({ row, width }: { row: Extract<ScoreRow, { kind: 'property' }>; width: number }) {
  const spread = row.tracks.find(({ track }) => track.cascade)?.track.cascade;
  return (
    <button
      type="button"
      className={`${label} pl-7 ${row.movable ? 'text-ink-2' : 'text-warn'}`}
      style={{ width }}
      title={row.movable ? undefined : 'The element has this no more: its keys move nothing'}
      onClick={() => {
        const { select, set } = useBuild.getState();
        select([row.element.id]);
        set({
          keys: row.tracks.flatMap(({ phase, track }) =>
            track.keys.map((key) => ({ phase, track: track.id, frame: key.frame })),
          ),
        });
      }}
    >
      <span className="truncate">{row.label}</span>
      {spread && (
        <span className="ml-auto shrink-0 text-[10px] text-ink-3">
          by {spread.by === 'cell' ? 'row' : spread.by}
        </span>
      )}
    </button>
  );
}

/** What of an element moves when, while its rows are folded or above them. */
function Summary({ row, ruler }: { row: Extract<ScoreRow, { kind: 'element' }>; ruler: Ruler }) {
  const spans = new Map<string, { from: number; to: number }>();
  for (const { phase, track } of row.tracks) {
    const [first, last] = [track.keys[0]?.frame ?? 0, track.keys.at(-1)?.frame ?? 0];
    const span = spans.get(phase);
    spans.set(phase, { from: Math.min(first, span?.from ?? first), to: Math.max(last, span?.to ?? last) });
  }
  return [...spans].map(([phase, { from, to }]) =>
    sectionOf(ruler, phase)?.isFolded ? null : (
      <span
        key={phase}
        className="absolute top-[9px] h-1.5 rounded-full bg-ink-3/50"
        style={{ left: xOf(ruler, phase, from), width: Math.max(4, (to - from) * ruler.scale) }}
      />
    ),
  );
}

/** The value a track has at a frame, as its keys tell values; null where it has no numbers. */
function valueAtFrame(
  phase: string,
  row: Extract<ScoreRow, { kind: 'property' }>,
  frame: number,
): Key['value'] {
  const own = row.tracks.find((placed) => placed.phase === phase)?.track;
  const usual = neutralOf(own?.mode ?? row.movable?.modes[0] ?? 'offset') ?? 0;
  if (!own || !row.movable) return row.movable?.type === 'colour' ? '#ffffff' : usual;
  return keyValueAt(own, frame);
}

function Keys({ row, ruler, keys, onGrab }: LaneProps & { row: Extract<ScoreRow, { kind: 'property' }> }) {
  const { element, label: words } = row;
  const addAt = (event: MouseEvent<HTMLDivElement>): void => {
    const { left } = event.currentTarget.getBoundingClientRect();
    const at = playheadAt(ruler, event.clientX - left);
    if (at.phase === 'hold') return;
    const { phase, frame } = at;
    const value = valueAtFrame(phase, row, frame);
    editTemplate(`Key ${words} of ${element.name}`, (t) =>
      setKey(
        t,
        phase,
        { element: element.id, property: row.property, side: row.side },
        { frame, value },
        newId,
      ),
    );
    useBuild.getState().set({ playhead: at });
  };
  return (
    <div className="absolute inset-0" onDoubleClick={addAt}>
      {row.tracks.map(({ phase, track }) => {
        const section = sectionOf(ruler, phase);
        if (!section || section.isFolded) return null;
        const [first, last] = [track.keys[0]?.frame ?? 0, track.keys.at(-1)?.frame ?? 0];
        return (
          <span key={`${phase} ${track.id}`}>
            <span
              className="absolute top-[11px] h-0.5 bg-ink-3/60"
              style={{ left: xOf(ruler, phase, first), width: (last - first) * ruler.scale }}
            />
            {track.keys.map((key, index) => {
              const ref = { phase, track: track.id, frame: key.frame };
              const isChosen = keys.some((other) => sameKey(other, ref));
              return (
                <button
                  key={index}
                  type="button"
                  data-key={`${phase} ${track.id} ${key.frame}`}
                  aria-label={`${element.name} ${words}: ${figure(key.value)} at ${section.name} ${key.frame}`}
                  aria-pressed={isChosen}
                  className={`absolute top-1 h-4 w-[7px] touch-none rounded-[2px] border border-deck ${isChosen ? 'bg-brass' : 'bg-ink-2 hover:bg-ink'}`}
                  style={{ left: xOf(ruler, phase, key.frame) - 3 }}
                  onDoubleClick={(event) => event.stopPropagation()}
                  onPointerDown={(event) => onGrab(event, ref)}
                  onClick={(event) =>
                    event.detail === 0 &&
                    useBuild.getState().set({ keys: [ref], playhead: { phase, frame: key.frame } })
                  }
                />
              );
            })}
          </span>
        );
      })}
    </div>
  );
}
