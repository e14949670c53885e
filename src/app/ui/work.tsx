import { Button } from './button';

/** Long work that is going on: what is being done, how much of it where that is known, and a way out. */
export function Work(props: { words: string; part: number | null; onCancel?: (() => void) | undefined }) {
  const { words, part, onCancel } = props;
  return (
    <div className="flex items-center gap-3 rounded border border-line bg-panel p-3">
      <span role="status" className="min-w-0 flex-1 truncate">
        {words}…
      </span>
      <progress
        aria-label={words}
        className="h-1.5 w-48 shrink-0 accent-brass"
        {...(part === null ? {} : { value: part })}
      />
      {onCancel && <Button onClick={onCancel}>Cancel</Button>}
    </div>
  );
}
