import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { Plus, Trash2 } from 'lucide-react';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import {
  charactersOf,
  curveAt,
  dwellOf,
  itemWords,
  itemsOf,
  mostReadingSpeed,
  usualDwell,
  type Dwell,
  type TickerItem,
} from '../../core/ticker';
import type { ShowTicker } from '../../core/show';
import { useAir } from '../state/air-store';
import { Button, IconButton, NumberField, Section, SelectField } from '../ui';
import type { EditTicker } from './set-up';

type Point = Dwell['points'][number];

const ways: readonly { readonly value: Dwell['by']; readonly label: string }[] = [
  { value: 'curve', label: 'By the length of its words' },
  { value: 'width', label: 'By its width, where words run through' },
  { value: 'fixed', label: 'A fixed time' },
];

/** How long items stay: a curve that is bent by hand over the items that are in. */
export function DwellForm({ ticker, edit, inHand, runs }: { ticker: ShowTicker; edit: EditTicker; inHand: TickerItem | undefined; runs: boolean }) {
  const { dwell } = ticker;
  const set = (recipe: (own: Dwell) => void, merge?: string): void => edit('Dwell', (own) => recipe(own.dwell), merge);
  return (
    <Section title="Dwell">
      <SelectField label="Items stay" value={dwell.by} choices={ways} onChange={(by) => set((own) => void (own.by = by as Dwell['by']))} />
      {dwell.by === 'width' && <p className={`text-xs ${runs ? 'text-ink-3' : 'text-warn'}`}>{runs ? 'Until the next may come behind: the width of its words and the gap, at the speed of the crawl.' : 'The words of this template stand still: until they go to rows that run through a crawl, the curve holds.'}</p>}
      {dwell.by === 'fixed' && <NumberField label="Seconds" unit="s" min={0.5} max={600} step={0.5} value={dwell.fixed} onChange={(v) => set((own) => void (own.fixed = v), 'fixed')} />}
      {(dwell.by === 'curve' || (dwell.by === 'width' && !runs)) && (
        <>
          <Curve ticker={ticker} inHand={inHand} onPoint={(at, point) => set((own) => void (own.points[at] = point), `point ${at}`)} onAdd={(point) => set((own) => void own.points.push(point))} onRemove={(at) => set((own) => void own.points.splice(at, 1))} />
          <details>
            <summary className="cursor-pointer text-xs text-ink-2">Points as numbers</summary>
            <div className="flex flex-col gap-1 pt-1">
              {dwell.points.map((point, at) => (
                <span key={at} className="flex items-end gap-1">
                  <NumberField label="Characters" min={0} max={5000} value={point.characters} onChange={(v) => set((own) => { const one = own.points[at]; if (one) one.characters = v; }, `characters ${at}`)} />
                  <NumberField label="Seconds" unit="s" min={0} max={600} step={0.5} value={point.seconds} onChange={(v) => set((own) => { const one = own.points[at]; if (one) one.seconds = v; }, `seconds ${at}`)} />
                  {dwell.points.length > 1 && <IconButton label={`Remove point ${at + 1}`} onClick={() => set((own) => void own.points.splice(at, 1))}><Trash2 size={13} /></IconButton>}
                </span>
              ))}
              <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" disabled={dwell.points.length >= 20} onClick={() => set((own) => void own.points.push({ characters: Math.max(...own.points.map(({ characters }) => characters)) + 40, seconds: own.most }))}><Plus size={13} /> Point</Button>
            </div>
          </details>
          <span className="grid grid-cols-2 gap-2">
            <NumberField label="At least" unit="s" min={0.5} max={600} step={0.5} value={dwell.least} onChange={(v) => set((own) => void (own.least = v), 'least')} />
            <NumberField label="At most" unit="s" min={0.5} max={600} step={0.5} value={dwell.most} onChange={(v) => set((own) => void (own.most = v), 'most')} />
          </span>
          <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" onClick={() => set((own) => void Object.assign(own, structuredClone({ points: usualDwell.points, least: usualDwell.least, most: usualDwell.most })))}>Back to the usual curve</Button>
        </>
      )}
    </Section>
  );
} // prettier-ignore

const [width, height, left, below] = [272, 168, 26, 18];

/** The drawing of the curve: its points are dragged, and moved with the arrows; a double click adds one. */
function Curve(props: {
  ticker: ShowTicker;
  inHand: TickerItem | undefined;
  onPoint: (at: number, point: Point) => void;
  onAdd: (point: Point) => void;
  onRemove: (at: number) => void;
}) {
  const { ticker, inHand, onPoint, onAdd, onRemove } = props;
  const { dwell } = ticker;
  const strands = useAir(({ state }) => state.tickers[ticker.id]?.standing.strands);
  const items = Object.values(strands ?? {}).flatMap((strand) => itemsOf(strand).filter(({ state }) => state === 'in'));
  const most = Math.max(160, ...dwell.points.map(({ characters }) => characters + 20));
  const top = Math.max(dwell.most, ...dwell.points.map(({ seconds }) => seconds)) * 1.1;
  const x = scaleLinear([0, most], [left, width - 6]);
  const y = scaleLinear([0, top], [height - below, 6]);
  const drawing = useRef<SVGSVGElement>(null);
  const steps = Array.from({ length: 81 }, (_, i) => (i * most) / 80);
  const clamped = (seconds: number): number => Math.max(dwell.least, Math.min(dwell.most, seconds));
  const path = line<number>().x(x).y((at) => y(clamped(curveAt(dwell.points, at))))(steps) ?? '';
  // Above this line there is time enough to read.
  const read = `M${x(0)} ${y(0)}L${x(Math.min(most, top * mostReadingSpeed))} ${y(Math.min(top, most / mostReadingSpeed))}`;
  const pointAt = (event: { clientX: number; clientY: number }): Point => {
    const box = drawing.current?.getBoundingClientRect();
    const [px, py] = box ? [((event.clientX - box.left) * width) / box.width, ((event.clientY - box.top) * height) / box.height] : [0, 0];
    return { characters: Math.max(0, Math.min(5000, Math.round(x.invert(px)))), seconds: Math.max(0, Math.min(600, Math.round(y.invert(py) * 4) / 4)) };
  };
  const drag = (at: number, event: PointerEvent<SVGCircleElement>): void => {
    if (event.button !== 0) return;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    target.focus();
    const move = (next: globalThis.PointerEvent): void => onPoint(at, pointAt(next));
    const end = (): void => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', end);
      target.removeEventListener('pointercancel', end);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', end);
    target.addEventListener('pointercancel', end);
  };
  const key = (at: number, { characters, seconds }: Point, event: KeyboardEvent): void => {
    const by = event.shiftKey ? 10 : 1;
    const moved: Readonly<Record<string, Point | undefined>> = {
      ArrowUp: { characters, seconds: Math.min(600, seconds + 0.25 * by) },
      ArrowDown: { characters, seconds: Math.max(0, seconds - 0.25 * by) },
      ArrowRight: { characters: Math.min(5000, characters + by), seconds },
      ArrowLeft: { characters: Math.max(0, characters - by), seconds },
    };
    const next = moved[event.key];
    if (next) onPoint(at, next);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && dwell.points.length > 1) onRemove(at);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <figure className="m-0 flex flex-col gap-1">
      <svg ref={drawing} viewBox={`0 0 ${width} ${height}`} className="w-full touch-none rounded border border-line bg-deck" role="group" aria-label="Seconds by characters" onDoubleClick={(event) => dwell.points.length < 20 && onAdd(pointAt(event))}>
        {x.ticks(4).map((at) => <text key={at} x={x(at)} y={height - 5} textAnchor="middle" className="fill-ink-3 text-[10px]">{at}</text>)}
        {y.ticks(4).map((at) => (
          <g key={at}>
            <line x1={left} x2={width} y1={y(at)} y2={y(at)} className="stroke-line" />
            <text x={left - 4} y={y(at) + 3} textAnchor="end" className="fill-ink-3 text-[10px]">{at}</text>
          </g>
        ))}
        <path d={read} fill="none" strokeDasharray="3 3" className="stroke-warn" />
        <path d={path} fill="none" strokeWidth={2} className="stroke-brass" />
        {items.slice(0, 600).map((item) => <circle key={item.id} cx={x(Math.min(most, charactersOf(itemWords(item))))} cy={y(dwellOf(dwell, itemWords(item)))} r={item.id === inHand?.id ? 5 : 2.5} className={item.id === inHand?.id ? 'fill-none stroke-ink stroke-2' : 'fill-tide'} />)}
        {dwell.points.map((point, at) => (
          <circle
            key={at}
            cx={x(point.characters)}
            cy={y(point.seconds)}
            r={6}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${at + 1}: seconds at ${point.characters} characters`}
            aria-valuenow={point.seconds}
            aria-valuemin={0}
            aria-valuemax={600}
            aria-valuetext={`${point.seconds} seconds at ${point.characters} characters`}
            className="cursor-move fill-brass stroke-deck"
            onPointerDown={(event) => drag(at, event)}
            onKeyDown={(event) => key(at, point, event)}
            onDoubleClick={(event) => event.stopPropagation()}
          />
        ))}
      </svg>
      <figcaption className="text-xs text-ink-3">Seconds by characters; dots are the items that are in. Below the dashed line words are too fast to read. Drag a point, double-click for another, Delete takes it away.</figcaption>
    </figure>
  );
} // prettier-ignore
