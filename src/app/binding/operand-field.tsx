import { useEffect, useState } from 'react';
import type { Operand } from '../../core/binding';
import { SelectField } from '../ui';

/** A fixed number or word, or the value of a field or another binding. */
export function OperandField(props: {
  label: string;
  value: Operand;
  named: readonly { value: string; label: string }[];
  onChange: (operand: Operand) => void;
}) {
  const { label, value, named, onChange } = props;
  const isBound = 'from' in value;
  const kept = isBound ? '' : value.fixed === null ? '' : String(value.fixed);
  const [typed, setTyped] = useState(kept);
  useEffect(() => setTyped(kept), [kept]);
  const keep = (): void => {
    if (isBound || typed === kept) return;
    const number = Number(typed.replace(',', '.'));
    onChange({
      fixed: typed.trim() !== '' && Number.isFinite(number) && !/^0\d/.test(typed) ? number : typed,
    });
  };
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <span className="text-xs text-ink-2">{label}</span>
      <span className="flex min-w-0 gap-1">
        {!isBound && (
          <input
            className="field w-full flex-1"
            aria-label={label}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={keep}
            onKeyDown={(event) => event.key === 'Enter' && keep()}
          />
        )}
        {named.length > 0 && (
          <SelectField
            bare
            label={`${label}: fixed, or from`}
            className={isBound ? 'text-tide' : 'w-16! flex-none!'}
            value={isBound ? value.from : ''}
            choices={[{ value: '', label: isBound ? 'fixed' : '…' }, ...named]}
            onChange={(from) => onChange(from === '' ? { fixed: typed } : { from: String(from) })}
          />
        )}
      </span>
    </div>
  );
}
