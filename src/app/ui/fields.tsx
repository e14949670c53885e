import { useEffect, useId, useRef, useState, type ReactNode } from 'react';
import { isFresh } from './fresh-name';

/** A label over or beside its control. */
export function Labelled(props: { label: string; htmlFor?: string; children: ReactNode; beside?: boolean }) {
  const { label, htmlFor, children, beside } = props;
  return (
    <div className={beside ? 'flex min-w-0 items-center gap-2' : 'flex min-w-0 flex-col gap-1'}>
      <label htmlFor={htmlFor} className="shrink-0 text-xs text-ink-2">
        {label}
      </label>
      {children}
    </div>
  );
}

interface TextProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onDone?: (() => void) | undefined;
  placeholder?: string;
  beside?: boolean;
  bare?: boolean;
  dir?: 'auto';
  maxLength?: number | undefined;
  /** Several lines may be typed. */
  lines?: boolean | undefined;
  /** Values to choose from while typing. */
  offers?: readonly string[] | undefined;
}

/** Words, changed as they are typed. */
export function TextField({
  label,
  value,
  onChange,
  onDone,
  placeholder,
  beside,
  bare,
  maxLength,
  lines,
  offers,
}: TextProps) {
  const id = useId();
  const Control = lines ? 'textarea' : 'input';
  const input = (
    <>
      <Control
        {...(offers && offers.length > 0 ? { list: `${id}-offers` } : {})}
        {...(lines ? { rows: Math.min(6, Math.max(2, value.split('\n').length)) } : {})}
        id={id}
        aria-label={bare ? label : undefined}
        dir="auto"
        className={`field w-full flex-1 ${lines ? 'h-auto resize-y py-1 leading-5' : ''}`}
        value={value}
        placeholder={placeholder}
        maxLength={maxLength}
        onChange={(event) => onChange(event.target.value)}
        onBlur={onDone}
      />
      {offers && offers.length > 0 && (
        <datalist id={`${id}-offers`}>
          {offers.map((offer) => (
            <option key={offer} value={offer} />
          ))}
        </datalist>
      )}
    </>
  );
  return bare ? (
    input
  ) : (
    <Labelled label={label} htmlFor={id} beside={beside ?? false}>
      {input}
    </Labelled>
  );
}

/** A name that is kept when Enter is pressed or the field is left, and put back when it is left empty. */
export function NameField(props: {
  label: string;
  value: string;
  onKeep: (value: string) => void;
  className?: string;
  autoFocus?: boolean;
  /** Whose name it is: see `nameNext`. */
  of?: string;
  onLeave?: () => void;
}) {
  const { label, value, onKeep, className = '', autoFocus, of, onLeave } = props;
  const [typed, setTyped] = useState(value);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!isFresh(of)) return;
    input.current?.focus();
    input.current?.select();
  }, [of]);
  const isDropped = useRef(false);
  useEffect(() => setTyped(value), [value]);
  return (
    <input
      ref={input}
      aria-label={label}
      className={`field ${className}`}
      value={typed}
      autoFocus={autoFocus}
      onFocus={(event) => autoFocus && event.currentTarget.select()}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') isDropped.current = true;
        if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
      }}
      onBlur={() => {
        const kept = typed.trim();
        if (kept && kept !== value && !isDropped.current) onKeep(kept);
        else setTyped(value);
        isDropped.current = false;
        onLeave?.();
      }}
    />
  );
}

interface Choice {
  readonly value: string | number;
  readonly label: string;
}

export function SelectField(props: {
  label: string;
  value: string | number;
  choices: readonly Choice[];
  onChange: (value: string | number) => void;
  beside?: boolean;
  bare?: boolean;
  className?: string;
}) {
  const { label, value, choices, onChange, beside, bare, className = '' } = props;
  const id = useId();
  const select = (
    <select
      id={id}
      aria-label={bare ? label : undefined}
      className={`field w-full flex-1 pr-1 pl-1.5 ${className}`}
      value={String(value)}
      onChange={(event) => {
        const chosen = choices.find((choice) => String(choice.value) === event.target.value);
        if (chosen) onChange(chosen.value);
      }}
    >
      {choices.map((choice) => (
        <option key={choice.value} value={choice.value} className="bg-panel">
          {choice.label}
        </option>
      ))}
    </select>
  );
  return bare ? (
    select
  ) : (
    <Labelled label={label} htmlFor={id} beside={beside ?? false}>
      {select}
    </Labelled>
  );
}

export function CheckField(props: { label: string; value: boolean; onChange: (value: boolean) => void }) {
  const { label, value, onChange } = props;
  return (
    <label className="flex h-7 items-center gap-2 text-ink-2">
      <input
        type="checkbox"
        className="size-4 accent-brass"
        checked={value}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
