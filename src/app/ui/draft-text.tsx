import { useEffect, useState } from 'react';
import { TextField } from './fields';

/** Words that are kept when the field is left, so that half an address is not asked. What cannot be kept stays typed, with why. */
export function DraftText(props: {
  label: string;
  value: string;
  onKeep: (value: string) => void;
  lines?: boolean;
  placeholder?: string;
  /** Why what is typed cannot be kept; null where it can. */
  wrongWith?: (typed: string) => string | null;
  /** The label is its name only, and not seen. */
  bare?: boolean;
}) {
  const { label, value, onKeep, lines, placeholder, wrongWith, bare = false } = props;
  const [typed, setTyped] = useState(value);
  const [wrong, setWrong] = useState<string | null>(null);
  const type = (next: string): void => {
    setTyped(next);
    setWrong(null);
  };
  useEffect(() => type(value), [value]);
  const keep = (): void => {
    const why = typed === value ? null : (wrongWith?.(typed) ?? null);
    setWrong(why);
    if (typed !== value && why === null) onKeep(typed);
  };
  const field = (
    <TextField
      bare={bare}
      label={label}
      value={typed}
      onChange={type}
      lines={lines}
      {...(placeholder ? { placeholder } : {})}
      onDone={keep}
    />
  );
  if (!wrongWith) return field;
  return (
    <div className="flex min-w-0 flex-col gap-1">
      {field}
      {wrong !== null && (
        <span role="alert" className="text-xs text-warn">
          ⚠ {wrong}
        </span>
      )}
    </div>
  );
}
