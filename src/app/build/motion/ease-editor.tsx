import type { PointerEvent } from 'react';
import { easeCurve, easeLabels, easeValue, isNamedEase } from '../../../core/motion';
import { eases, type Ease, type MadeEase } from '../../../core/show';
import { CheckField, NumberField, SelectField } from '../../ui';
import { sealEdit } from '../build-store';
import { EasePicture } from './ease-picture';

const made: Readonly<Record<MadeEase['kind'], { label: string; ease: MadeEase }>> = {
  curve: { label: 'Own curve', ease: { kind: 'curve', x1: 0.3, y1: 0, x2: 0.2, y2: 1 } },
  spring: { label: 'Spring', ease: { kind: 'spring', swing: 0.45 } },
  bounce: { label: 'Bounce', ease: { kind: 'bounce', times: 3, height: 0.3 } },
  steps: { label: 'Steps', ease: { kind: 'steps', count: 6, first: false } },
};

/** How a key leaves for the next: a named curve, one of its own with handles, or a spring, a bounce, steps. */
export function EaseEditor({
  ease,
  onChange,
  label = 'Easing to the next key',
}: {
  ease: Ease;
  onChange: (ease: Ease) => void;
  label?: string;
}) {
  const kind = isNamedEase(ease) ? ease : ease.kind;
  const choices = [
    ...eases.map((value) => ({ value, label: easeLabels[value] })),
    ...Object.entries(made).map(([value, own]) => ({ value, label: own.label })),
  ];
  const curve = easeCurve(ease);
  return (
    <div className="flex flex-col gap-2">
      <span className="flex items-center gap-2">
        {!curve && <EasePicture ease={ease} />}
        <span className="min-w-0 flex-1">
          <SelectField
            bare
            label={label}
            className="w-full"
            value={kind}
            choices={choices}
            onChange={(value) => {
              if (isNamedEase(value)) onChange(value);
              else if (value === 'curve' && curve) {
                const [x1, y1, x2, y2] = curve;
                onChange({ kind: 'curve', x1, y1, x2, y2 });
              } else onChange(made[value as MadeEase['kind']].ease);
            }}
          />
        </span>
      </span>
      {curve && <CurveHandles curve={curve} onChange={onChange} />}
      {typeof ease === 'object' && ease.kind === 'spring' && (
        <NumberField
          label="Swing"
          value={ease.swing}
          min={0}
          max={0.9}
          step={0.05}
          onChange={(swing) => onChange({ ...ease, swing })}
          onDone={sealEdit}
        />
      )}
      {typeof ease === 'object' && ease.kind === 'bounce' && (
        <span className="grid grid-cols-2 gap-2">
          <NumberField
            label="Times"
            value={ease.times}
            min={1}
            max={8}
            onChange={(times) => onChange({ ...ease, times: Math.round(times) })}
            onDone={sealEdit}
          />
          <NumberField
            label="Height"
            value={ease.height}
            min={0}
            max={0.9}
            step={0.05}
            onChange={(height) => onChange({ ...ease, height })}
            onDone={sealEdit}
          />
        </span>
      )}
      {typeof ease === 'object' && ease.kind === 'steps' && (
        <>
          <NumberField
            label="Steps"
            value={ease.count}
            min={1}
            max={1000}
            onChange={(count) => onChange({ ...ease, count: Math.round(count) })}
            onDone={sealEdit}
          />
          <CheckField
            label="The first at once"
            value={ease.first}
            onChange={(first) => onChange({ ...ease, first })}
          />
        </>
      )}
    </div>
  );
}

const width = 240;
const height = 132;
const pad = 26;
const px = (x: number): number => 12 + x * (width - 24);
const py = (y: number): number => height - pad - y * (height - 2 * pad);

/** A cubic with its two handles: dragged, or moved with the arrows. Times stay within the way. */
function CurveHandles(props: {
  curve: readonly [number, number, number, number];
  onChange: (ease: Ease) => void;
}) {
  const [x1, y1, x2, y2] = props.curve;
  const put = (which: 0 | 1, x: number, y: number): void => {
    const at = {
      x: Math.round(Math.max(0, Math.min(1, x)) * 100) / 100,
      y: Math.round(Math.max(-5, Math.min(5, y)) * 100) / 100,
    };
    props.onChange(
      which === 0
        ? { kind: 'curve', x1: at.x, y1: at.y, x2, y2 }
        : { kind: 'curve', x1, y1, x2: at.x, y2: at.y },
    );
  };
  const drag = (event: PointerEvent<SVGCircleElement>, which: 0 | 1): void => {
    const svg = event.currentTarget.ownerSVGElement;
    if (!svg) return;
    const { left, top, width: wide } = svg.getBoundingClientRect();
    const scale = wide / width;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void =>
      put(
        which,
        ((e.clientX - left) / scale - 12) / (width - 24),
        (height - pad - (e.clientY - top) / scale) / (height - 2 * pad),
      );
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'pointerup',
      () => (target.removeEventListener('pointermove', move), sealEdit()),
      {
        once: true,
      },
    );
  };
  const ease: Ease = { kind: 'curve', x1, y1, x2, y2 };
  const line = Array.from({ length: 61 }, (_, i) => `${px(i / 60)},${py(easeValue(ease, i / 60))}`).join(' ');
  const handles = [
    { x: x1, y: y1, from: [0, 0], name: 'Handle at the start' },
    { x: x2, y: y2, from: [1, 1], name: 'Handle at the end' },
  ] as const;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full touch-none rounded bg-ground"
      role="group"
      aria-label="Curve"
    >
      <path d={`M${px(0)} ${py(0)}H${px(1)}M${px(0)} ${py(1)}H${px(1)}`} stroke="#3a474c" />
      <polyline points={line} fill="none" stroke="#d8a748" strokeWidth="2" />
      {handles.map((handle, which) => (
        <g key={handle.name}>
          <line
            x1={px(handle.from[0])}
            y1={py(handle.from[1])}
            x2={px(handle.x)}
            y2={py(handle.y)}
            stroke="#b3b5ab"
          />
          <circle
            cx={px(handle.x)}
            cy={py(handle.y)}
            r="6"
            fill="#12171a"
            stroke="#ece7db"
            strokeWidth="2"
            tabIndex={0}
            role="slider"
            aria-label={handle.name}
            aria-valuenow={handle.y}
            aria-valuetext={`${handle.x} of the time, ${handle.y} of the way`}
            className="cursor-grab focus-visible:stroke-brass"
            onPointerDown={(event) => drag(event, which as 0 | 1)}
            onKeyDown={(event) => {
              const step = event.shiftKey ? 0.1 : 0.01;
              const by = {
                ArrowLeft: [-step, 0],
                ArrowRight: [step, 0],
                ArrowUp: [0, step],
                ArrowDown: [0, -step],
              }[event.key];
              if (!by) return;
              event.preventDefault();
              event.stopPropagation();
              put(which as 0 | 1, handle.x + (by[0] ?? 0), handle.y + (by[1] ?? 0));
            }}
          />
        </g>
      ))}
    </svg>
  );
}
