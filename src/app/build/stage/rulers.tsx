import { type PointerEvent } from 'react';
import type { Template } from '../../../core/show';
import { editTemplate, sealEdit } from '../build-store';
import type { Placement } from './overlay';

export const rulerSize = 18;

/** The distance between two figures of a ruler: 1, 2 or 5 of a power of ten, at least 50 px of the screen apart. */
export function rulerStep(zoom: number): number {
  const least = 50 / zoom;
  const power = 10 ** Math.floor(Math.log10(least));
  return power * ([1, 2, 5, 10].find((factor) => power * factor >= least) ?? 10);
}

let count = 0;

/** Rulers along the top and the left, in px of the canvas. A guide is dragged out of them, and back into them. */
export function Rulers(props: {
  template: Template;
  place: Placement;
  size: { w: number; h: number };
  selected: { x: number; y: number; w: number; h: number } | null;
}) {
  const { template, place, size, selected } = props;
  const step = rulerStep(place.zoom);
  const marks = (from: number, length: number): number[] => {
    const first = Math.ceil(-from / place.zoom / step) * step;
    const last = (length - from) / place.zoom;
    return Array.from(
      { length: Math.max(0, Math.floor((last - first) / step) + 1) },
      (_, i) => first + i * step,
    );
  };
  const pull = (axis: 'x' | 'y') => (event: PointerEvent<SVGSVGElement>) =>
    dragGuide(event, axis, null, template, place);
  return (
    <>
      <svg
        role="img"
        aria-label="Ruler along the top; drag down for a guide"
        className="absolute inset-x-0 top-0 w-full cursor-row-resize touch-none bg-deck"
        height={rulerSize}
        onPointerDown={pull('y')}
      >
        {selected && (
          <rect
            x={place.x + selected.x * place.zoom}
            width={selected.w * place.zoom}
            height={rulerSize}
            fill="#3a474c"
          />
        )}
        {marks(place.x, size.w).map((mark) => (
          <g key={mark} transform={`translate(${place.x + mark * place.zoom} 0)`}>
            <line y1={rulerSize - 5} y2={rulerSize} stroke="#8a9591" />
            <text x={3} y={11} fontSize={9} fill="#b3b5ab" className="number">
              {mark}
            </text>
          </g>
        ))}
        <line y1={rulerSize - 0.5} y2={rulerSize - 0.5} x2={size.w} stroke="#3a474c" />
      </svg>
      <svg
        role="img"
        aria-label="Ruler along the left; drag right for a guide"
        className="absolute inset-y-0 left-0 h-full cursor-col-resize touch-none bg-deck"
        width={rulerSize}
        onPointerDown={pull('x')}
      >
        {selected && (
          <rect
            y={place.y + selected.y * place.zoom}
            height={selected.h * place.zoom}
            width={rulerSize}
            fill="#3a474c"
          />
        )}
        {marks(place.y, size.h).map((mark) => (
          <g key={mark} transform={`translate(0 ${place.y + mark * place.zoom})`}>
            <line x1={rulerSize - 5} x2={rulerSize} stroke="#8a9591" />
            <text transform="translate(11 -3) rotate(-90)" fontSize={9} fill="#b3b5ab" className="number">
              {mark}
            </text>
          </g>
        ))}
        <line x1={rulerSize - 0.5} x2={rulerSize - 0.5} y2={size.h} stroke="#3a474c" />
      </svg>
      <span className="absolute top-0 left-0 size-[18px] border-r border-b border-line bg-deck" />
    </>
  );
}

/** Follows the pointer with a guide: a new one where `index` is null. Let go over the rulers, it is gone. */
function dragGuide(
  event: PointerEvent<Element>,
  axis: 'x' | 'y',
  index: number | null,
  template: Template,
  place: Placement,
): void {
  event.stopPropagation();
  const area = (event.currentTarget as Element).closest('[data-stage]');
  if (!area || event.button !== 0) return;
  const { left, top } = area.getBoundingClientRect();
  const merge = `guide ${(count += 1)}`;
  let at = index;
  const values = (t: Template): number[] => t.guides[axis];
  const move = (e: globalThis.PointerEvent): void => {
    const seen = axis === 'x' ? e.clientX - left : e.clientY - top;
    const value = Math.round((seen - (axis === 'x' ? place.x : place.y)) / place.zoom);
    if (at === null) {
      at = template.guides[axis].length;
      editTemplate('Add a guide', (t) => void values(t).push(value), merge);
    } else {
      const known = at;
      editTemplate('Move a guide', (t) => void (values(t)[known] = value), merge);
    }
  };
  const up = (e: globalThis.PointerEvent): void => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', up);
    const seen = axis === 'x' ? e.clientX - left : e.clientY - top;
    const known = at;
    if (known !== null && seen < rulerSize)
      editTemplate('Remove a guide', (t) => void values(t).splice(known, 1), merge);
    sealEdit();
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', up);
}

/** The guides of a template, each with a strip by which it is dragged. */
export function GuideLines({
  template,
  place,
  size,
}: {
  template: Template;
  place: Placement;
  size: { w: number; h: number };
}) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full">
      {(['x', 'y'] as const).flatMap((axis) =>
        template.guides[axis].map((value, index) => {
          const at = axis === 'x' ? place.x + value * place.zoom : place.y + value * place.zoom;
          const ends =
            axis === 'x' ? { x1: at, x2: at, y1: 0, y2: size.h } : { y1: at, y2: at, x1: 0, x2: size.w };
          return (
            <g key={`${axis} ${index}`}>
              <line {...ends} stroke="#62b6c4" strokeOpacity="0.7" />
              <line
                {...ends}
                stroke="transparent"
                strokeWidth="7"
                className={`pointer-events-auto touch-none ${axis === 'x' ? 'cursor-col-resize' : 'cursor-row-resize'}`}
                onPointerDown={(event) => dragGuide(event, axis, index, template, place)}
              >
                <title>{`Guide at ${value}; drag it back to the ruler to remove it`}</title>
              </line>
            </g>
          );
        }),
      )}
    </svg>
  );
}
