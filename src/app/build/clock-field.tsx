import { useNavigate } from 'react-router';
import { shownWords } from '../../core/clock';
import type { Show } from '../../core/show';
import { SelectField, TextField } from '../ui';
import { sealEdit } from './build-store';

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

/** Seconds of which an example is shown: within an hour, and beyond one. */
const examples = [330.4, 3930.4];

/** The pattern of a clock, with what comes of it. */
export function PatternField({ value, onSet }: { value: string; onSet: (value: string) => void }) {
  return (
    <span className="flex min-w-0 flex-col gap-1">
      <TextField beside label="Pattern" value={value} onChange={onSet} onDone={sealEdit} maxLength={60} />
      <span className="text-xs text-ink-3">
        <span className="number">
          {examples.map((seconds) => shownWords(seconds, value, false, 'minus')).join('  ·  ')}
        </span>
        <br />
        d, H, m, s and S are days to parts of a second. What is in […] is left away while it is zero; words stand in
        single quotes.
      </span>
    </span>
  );
} // prettier-ignore
