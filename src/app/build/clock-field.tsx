import { useNavigate } from 'react-router';
import type { Show } from '../../core/show';
import { SelectField } from '../ui';

/** A clock of the show, by its name in a list; one that is not there stays named. */
export function ClockField({ show, value, onSet }: { show: Show; value: string; onSet: (value: string) => void }) {
  const navigate = useNavigate();
  const clocks = Object.values(show.clocks);
  const known = clocks.find(({ id, name }) => id === value || name === value);
  const isMissing = value !== '' && !known;
  if (clocks.length === 0 && value === '')
    return (
      <p className="text-xs text-ink-3">
        The show has no clocks yet.{' '}
        <button type="button" className="text-tide hover:underline" onClick={() => void navigate('/data')}>
          Make one in Data
        </button>
      </p>
    );
  return (
    <span className="flex min-w-0 flex-col gap-1">
      <SelectField
        beside
        label="Clock"
        value={known?.id ?? value}
        choices={[
          ...(known ? [] : [{ value, label: value === '' ? 'Choose…' : `${value} (not there)` }]),
          ...clocks.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={(id) => onSet(String(id))}
      />
      {isMissing && (
        <span className="text-xs text-warn">⚠ The show has no such clock. On air nothing stands here.</span>
      )}
    </span>
  );
} // prettier-ignore
