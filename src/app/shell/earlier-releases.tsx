import { useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { consequences } from '../../core/playout';
import type { Problem } from '../../core/problem';
import { cardDifferences, templateDifferences } from '../../core/show';
import { Button, CheckField } from '../ui';
import { asked, releases, send, useAir } from '../state/air-store';
import { Brings, Side } from './release-pictures';

interface Released {
  readonly hash: string;
  readonly at: number;
  readonly by: string;
  readonly show: { readonly id: string; readonly name: string } | null;
}

/** Releases that were on air before: looked at, with what going back would do, before one is put on air again. */
export function EarlierReleases(props: {
  isUp: (channel: string) => boolean;
  onWrong: (wrong: Problem | null) => void;
  onDone: () => void;
}) {
  const current = useAir((store) => store.state.release);
  const [list, setList] = useState<readonly Released[] | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  useEffect(() => {
    void asked('/api/releases', {}).then((answer) => {
      if ('body' in answer) setList((answer.body as { releases: Released[] }).releases);
    });
  }, [current]);
  if (!list || list.length < 2) return null;
  return (
    <details className="text-xs">
      <summary className="cursor-pointer text-ink-2">Earlier releases: {list.length - 1}</summary>
      <ul className="mt-2 max-h-32 overflow-auto" aria-label="Earlier releases">
        {list.map(({ hash, at, by, show }, i) => (
          <li key={`${hash} ${at}`}>
            <button
              type="button"
              aria-pressed={chosen === hash}
              disabled={hash === current}
              onClick={() => setChosen(hash)}
              className={`flex h-7 w-full items-center gap-3 rounded px-1 text-left ${chosen === hash ? 'bg-raised' : 'row-hover'} disabled:text-ink-3`}
            >
              <strong className="w-48 truncate">{show?.name ?? 'its file is gone'}</strong>
              <span className="number">{new Date(at * 1000).toLocaleString('en-GB')}</span>
              <span className="flex-1 truncate text-ink-3">{by}</span>
              <span className="number text-ink-3">{hash.slice(0, 8)}</span>
              <span className="w-28 text-right text-ink-3">
                {hash !== current ? '' : i === 0 ? 'on air' : 'the same as on air'}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {chosen && chosen !== current && <GoingBack key={chosen} hash={chosen} {...props} />}
    </details>
  );
}

/** What an earlier release differs in from the one on air, and what going back to it would do. */
function GoingBack(props: {
  hash: string;
  isUp: (channel: string) => boolean;
  onWrong: (wrong: Problem | null) => void;
  onDone: () => void;
}) {
  const { hash, isUp, onWrong, onDone } = props;
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const [isSure, setIsSure] = useState(false);
  const [seen, setSeen] = useState<string | null>(null);
  const [now, then] = [releases.get(state.release), releases.get(hash)];
  const templates = useMemo(() => (then ? templateDifferences(now, then) : []), [now, then]);
  const cards = useMemo(() => (then ? cardDifferences(now, then) : []), [now, then]);
  if (!then) return <p className="p-2 text-ink-3">Reading that release…</p>;
  const brings = consequences(state, then, isUp);
  const mustBeSure = brings.some(({ isGrave }) => isGrave);
  const shown = templates.find(({ id }) => id === seen) ?? templates[0];
  const go = async (): Promise<void> => {
    const refused = await send({ do: 'release', release: hash, over: state.release });
    onWrong(refused);
    if (refused) return;
    toast.success('The earlier release is on air. The one before stays in the list.');
    onDone();
  };
  return (
    <section className="mt-2 flex flex-col gap-2 rounded border border-line p-3" aria-label="Going back">
      <div className="grid grid-cols-[220px_minmax(0,1fr)] gap-3">
        <ul className="max-h-40 overflow-auto" aria-label="Templates that would differ">
          {templates.length === 0 && <li className="text-ink-3">No template differs.</li>}
          {templates.map(({ id, name, before, after }) => (
            <li key={id}>
              <button
                type="button"
                className={`flex w-full gap-2 rounded px-1 py-0.5 text-left ${shown?.id === id ? 'bg-raised' : 'row-hover'}`}
                onClick={() => setSeen(id)}
              >
                <span className="min-w-0 flex-1 truncate">{name}</span>
                <span className="text-ink-3">{!before ? 'comes' : !after ? 'goes' : 'differs'}</span>
              </button>
            </li>
          ))}
        </ul>
        {shown && (
          <div className="grid grid-cols-2 gap-3">
            <Side title="On air now" template={shown.before} of={now} />
            <Side title="In that release" template={shown.after} of={then} />
          </div>
        )}
      </div>
      <p className="text-ink-2">
        Cards: {cards.length === 0 ? 'as on air' : `${cards.length} differ${cards.length === 1 ? 's' : ''}`}
      </p>
      <Brings list={brings} />
      <div className="flex items-center justify-end gap-3">
        {mustBeSure && <CheckField label="Yes, all of this" value={isSure} onChange={setIsSure} />}
        <Button onClick={() => void go()} disabled={mustBeSure && !isSure}>
          Put it on air
        </Button>
      </div>
    </section>
  );
}
