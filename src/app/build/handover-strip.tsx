import { counted } from '../../core/problem';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { exactRate, handoverAt, handoverFrame, handoverInWords, type Handover } from '../../core/show';

const snapPx = 8;

/**
 * The exit of what leaves as a strip in its own length, and the beginning of what enters, dragged along it. It snaps to
 * the begin and the end of the strip.
 */
export function HandoverStrip(props: {
  label: string;
  /** What leaves, by its name, and the frames of its exit. */
  leaves: { readonly name: string; readonly frames: number };
  /** The frames of the Enter of what comes. */
  enters: number;
  rate: number;
  value: Handover;
  onChange: (value: Handover) => void;
  onDone: () => void;
}) {
  const { label, leaves, enters, rate, value, onChange, onDone } = props;
  const track = useRef<HTMLDivElement>(null);
  const length = leaves.frames;
  const at = handoverFrame(value, length);
  // Room behind the exit, for a pause.
  const whole = Math.max(at + enters, length * 2, length + enters, 10);
  const percent = (frames: number): string => `${(frames / whole) * 100}%`;
  const put = (frame: number): void => onChange(handoverAt(Math.max(0, Math.round(frame)), length));
  const drag = (event: PointerEvent<HTMLDivElement>): void => {
    const px = (track.current?.getBoundingClientRect().width ?? 1) / whole;
    const from = event.clientX;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      const frame = at + (e.clientX - from) / px;
      const near = [0, length].find((edge) => Math.abs(edge - frame) * px < snapPx);
      put(near ?? frame);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'pointerup',
      () => {
        target.removeEventListener('pointermove', move);
        onDone();
      },
      { once: true },
    );
  };
  const onKey = (event: KeyboardEvent): void => {
    const step = event.shiftKey ? 10 : 1;
    const to: Record<string, number> = {
      ArrowLeft: at - step,
      ArrowRight: at + step,
      Home: 0,
      End: length,
    };
    const next = to[event.key];
    if (next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    put(next);
  };
  const words = `Begins ${handoverInWords(value)}`;
  return (
    <div className="flex flex-col gap-1">
      <span className="text-xs text-ink-2">{label}</span>
      <div ref={track} className="relative h-11 rounded border border-line bg-ground">
        <div
          className="absolute top-1 left-0 h-4 truncate rounded-sm bg-raised px-1 text-[11px] leading-4 text-ink-2"
          style={{ width: percent(length) }}
          title={`${leaves.name}: exit of ${counted(length, 'frame')}`}
        >
          {leaves.name}
        </div>
        <div
          role="slider"
          tabIndex={0}
          aria-label={label}
          aria-valuemin={0}
          aria-valuemax={whole}
          aria-valuenow={at}
          aria-valuetext={words}
          className="absolute bottom-1 h-4 cursor-ew-resize touch-none truncate rounded-sm border-l-2 border-brass bg-brass/25 px-1 text-[11px] leading-4 text-ink"
          style={{ left: percent(at), width: percent(enters) }}
          onPointerDown={drag}
          onKeyDown={onKey}
          onBlur={onDone}
        >
          Enter
        </div>
      </div>
      <span className="text-xs text-ink-3">
        {words}
        {value.frames !== 0 && ` (${(Math.abs(value.frames) / exactRate(rate)).toFixed(2)} s)`}
      </span>
    </div>
  );
}
