import { useEffect, useId, useRef, useState, type PointerEvent } from 'react';
import { toast } from 'sonner';
import { calculate } from './arithmetic';

interface Props {
  label: string;
  /** NaN: several that differ. */
  value: number;
  onChange: (value: number) => void;
  /** Called when a run of changes ends. */
  onDone?: (() => void) | undefined;
  min?: number | undefined;
  max?: number | undefined;
  step?: number | undefined;
  unit?: string | undefined;
  disabled?: boolean;
  /** Only the field is seen; the label is still its name. */
  bare?: boolean;
  /** Enter at the value that stands there sets it too. */
  setsSame?: boolean | undefined;
  /** A sign shown in place of the label. */
  mark?: string | undefined;
}

/** A number as it has room in its field: with fewer decimals the larger it is. */
const shown = (value: number): string => {
  if (Number.isNaN(value)) return '';
  const size = Math.abs(value);
  const parts = size >= 1000 ? 10 : size >= 10 ? 100 : 1000;
  return String(Math.round(value * parts) / parts);
};

/** A number that is typed (sums too), dragged at its label, or nudged with the arrows (Shift: by ten). */
export function NumberField({
  label,
  value,
  onChange,
  onDone,
  min = -Infinity,
  max = Infinity,
  step = 1,
  unit,
  disabled,
  bare,
  mark,
  setsSame,
}: Props) {
  const id = useId();
  const [typed, setTyped] = useState(shown(value));
  const isTyping = useRef(false);
  useEffect(() => {
    if (!isTyping.current) setTyped(shown(value));
  }, [value]);

  const put = (wanted: number): number => {
    const kept = Math.min(max, Math.max(min, Math.round(wanted * 1e6) / 1e6));
    if (kept !== value) onChange(kept);
    setTyped(shown(kept));
    return kept;
  };
  const commit = (): void => {
    isTyping.current = false;
    if (typed === shown(value)) return;
    const wanted = calculate(typed);
    if (wanted === null) {
      toast.error(`${label}: “${typed}” is not a number. It stays ${shown(value)}.`);
      setTyped(shown(value));
    } else {
      const kept = put(wanted);
      if (kept !== Math.round(wanted * 1e6) / 1e6)
        toast.warning(`${label} takes ${min} to ${max}: it is now ${shown(kept)}.`);
      onDone?.();
    }
  };
  const drag = (event: PointerEvent<HTMLLabelElement>): void => {
    if (disabled || event.button !== 0 || Number.isNaN(value)) return;
    const start = event.clientX;
    const from = value;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void =>
      void put(from + Math.round((e.clientX - start) / 2) * step * (e.shiftKey ? 10 : 1));
    const up = (): void => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      onDone?.();
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
  };
  return (
    <div className="flex min-w-0 items-center gap-1.5">
      <label
        htmlFor={id}
        onPointerDown={drag}
        className={
          bare
            ? 'sr-only'
            : `shrink-0 touch-none text-xs text-ink-2 select-none ${disabled ? '' : 'cursor-ew-resize'}`
        }
      >
        {mark ?? label}
      </label>
      <span className="relative flex min-w-0 flex-1">
        <input
          id={id}
          aria-label={mark && label}
          inputMode="decimal"
          className={`field number w-full text-right ${unit ? 'pr-7' : ''}`}
          value={typed}
          placeholder={Number.isNaN(value) ? 'mixed' : undefined}
          disabled={disabled}
          onFocus={(event) => event.currentTarget.select()}
          onChange={(event) => {
            isTyping.current = true;
            setTyped(event.target.value);
          }}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              if (setsSame && typed === shown(value)) {
                onChange(value);
                onDone?.();
              } else commit();
            } else if (event.key === 'Escape') {
              isTyping.current = false;
              setTyped(shown(value));
            } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
              event.preventDefault();
              isTyping.current = false;
              if (Number.isNaN(value) && calculate(typed) === null) return;
              put(
                (calculate(typed) ?? value) +
                  (event.key === 'ArrowUp' ? step : -step) * (event.shiftKey ? 10 : 1),
              );
            }
          }}
        />
        {unit && (
          <span className="pointer-events-none absolute top-1.5 right-2 text-xs text-ink-3">{unit}</span>
        )}
      </span>
    </div>
  );
}
