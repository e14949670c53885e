import { useEffect, useState } from 'react';
import { TextField } from './fields';

/** Words that are kept when the field is left, so that half an address is not asked. */
export function DraftText(props: {
  label: string;
  value: string;
  onKeep: (value: string) => void;
  lines?: boolean;
  placeholder?: string;
  /** The label is its name only, and not seen. */
  bare?: boolean;
}) {
  const { label, value, onKeep, lines, placeholder, bare = false } = props;
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <TextField
      bare={bare}
      label={label}
      value={typed}
      onChange={setTyped}
      lines={lines}
      {...(placeholder ? { placeholder } : {})}
      onDone={() => typed !== value && onKeep(typed)}
    />
  );
}
