import { useState } from 'react';
import { toast } from 'sonner';
import { bringTogether, type ChangedPart, type Release, type Show } from '../../core/show';
import { Button } from '../ui';
import { releases } from '../state/air-store';
import { takeDraftFromAir } from '../state/shows-from-air';
import { useDraft } from '../state/draft-store';

/** What went to air since the draft began, and the ways on: both together, or the draft of what is on air. */
export function NewerOnAir(props: { parts: readonly ChangedPart[]; air: Release; hash: string; show: Show }) {
  const { parts, air, hash, show } = props;
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set());
  const edit = useDraft((store) => store.edit);
  const setBase = useDraft((store) => store.setBase);
  const join = (): void => {
    const joined = bringTogether(releases.get(show.base ?? null), air, show, mine);
    edit('Merge what is on air', (draft) => void Object.assign(draft, joined));
    setBase(hash);
    toast.success('What was changed on air is in the draft. It can be undone.');
  };
  return (
    <section
      className="flex flex-col gap-2 rounded border border-warn p-3"
      aria-label="Newer on air"
      role="alert"
    >
      <p className="text-warn">
        ⚠ Since this draft {show.base === undefined ? 'was made' : 'was last released'}, someone else has
        released the show. Releasing it as it is would undo this on air:
      </p>
      <ul className="max-h-40 overflow-auto text-xs" aria-label="Changed on air">
        {parts.map((part) => (
          <li key={part.key} className="flex h-7 items-center gap-3">
            <span className="w-20 shrink-0 text-ink-3">{part.kind}</span>
            <span className="min-w-0 flex-1 truncate">{part.name}</span>
            {part.by === 'both' ? (
              <span role="radiogroup" aria-label={`Which ${part.kind} ${part.name}`} className="flex gap-1">
                {([false, true] as const).map((own) => (
                  <button
                    key={String(own)}
                    type="button"
                    role="radio"
                    aria-checked={mine.has(part.key) === own}
                    className={`rounded border px-2 ${mine.has(part.key) === own ? 'border-brass text-brass' : 'border-line text-ink-2'}`}
                    onClick={() => {
                      const next = new Set(mine);
                      if (own) next.add(part.key);
                      else next.delete(part.key);
                      setMine(next);
                    }}
                  >
                    {own ? 'the draft’s' : 'as on air'}
                  </button>
                ))}
              </span>
            ) : (
              <span className="text-ink-3">as on air</span>
            )}
          </li>
        ))}
      </ul>
      <span className="flex flex-wrap gap-2">
        <Button onClick={join}>Merge the two</Button>
        <Button
          tone="quiet"
          onClick={() =>
            void takeDraftFromAir('replace').then((words) =>
              words === null
                ? toast.success('The draft is as on air. It can be undone.')
                : toast.error(words),
            )
          }
        >
          Take the draft from air
        </Button>
      </span>
    </section>
  );
}
