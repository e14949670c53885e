import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import { consequences } from '../../core/playout';
import { problemsOf } from '../../core/preflight';
import type { Problem } from '../../core/problem';
import {
  cardDifferences,
  changedParts,
  makeRelease,
  releaseProblem,
  releaseOf,
  showReferences,
  templateDifferences,
  type Show,
} from '../../core/show';
import { Button, CheckField, Dialog } from '../ui';
import { releases, send, sendRelease, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { useTally } from '../state/tally';
import { EarlierReleases } from './earlier-releases';
import { NewerOnAir } from './newer-on-air';
import { Brings, Cards, Side } from './release-pictures';

/** What differs between the draft and the release on air, with pictures, and the ways to release it and to go back. */
export function ReleaseDialog(props: { show: Show; onClose: () => void }) {
  const { show, onClose } = props;
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const standings = useTally((store) => store.standings);
  const [progress, setProgress] = useState<string | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [renews, setRenews] = useState(false);
  const [isSure, setIsSure] = useState(false);
  const [seen, setSeen] = useState<string | null>(null);
  const onAirNow = releases.get(state.release);
  const before = onAirNow?.show.id === show.id ? onAirNow : undefined;
  // Compared when the draft or the release changes, not with every command on air.
  const changed = useMemo(() => templateDifferences(before, show), [before, show]);
  const cards = useMemo(() => cardDifferences(before, show), [before, show]);
  const whole = useMemo(() => makeRelease(show), [show]);
  const up = Object.values(standings)
    .flat()
    .filter(({ is }) => is !== 'waiting').length;
  const isUp = (channel: string): boolean => (standings[channel] ?? []).some(({ is }) => is !== 'waiting');
  const blocker = useMemo(
    () =>
      showReferences(show)[0] ??
      Object.values(show.templates)
        .map(tetherCycle)
        .find((p) => p !== null) ??
      releaseProblem(whole),
    [show, whole],
  );
  const clockWords = useMemo(
    () =>
      Object.values(show.clocks).flatMap((clock) =>
        problemsOf(clock, show, Date.now() / 1000).map(({ message }) => message),
      ),
    [show],
  );
  const chosen = changed.filter(({ id }) => !left.has(id));
  const isPart = before !== undefined && left.size > 0;
  // What has gone to air since this draft began, by another hand.
  const began = releases.get(show.base ?? null);
  const newer = useMemo(
    () =>
      before && show.base !== state.release
        ? changedParts(began, before, show).filter(({ by }) => by !== 'draft')
        : [],
    [before, began, show, state.release],
  );
  const brings = isPart ? [] : consequences(state, whole, isUp);
  const mustBeSure = brings.some(({ isGrave }) => isGrave) || newer.length > 0;

  const release = async (): Promise<void> => {
    setWrong(null);
    setProgress('Sending');
    const made =
      isPart && before
        ? releaseOf(
            before,
            show,
            chosen.map(({ id }) => id),
          )
        : whole;
    const sent = await sendRelease(made, state.release, setProgress);
    if ('hash' in sent) {
      useDraft.getState().setBase(sent.hash);
      if (renews) await renewAll();
    }
    setProgress(null);
    if ('problem' in sent) return setWrong(sent.problem);
    toast.success(
      isPart
        ? `${chosen.length} template${chosen.length === 1 ? ' is' : 's are'} released.`
        : `“${show.name}” is released.`,
    );
    onClose();
  };
  const shown = changed.find(({ id }) => id === seen) ?? changed[0];
  return (
    <Dialog
      title="Release to air"
      open
      wide
      onClose={onClose}
      describe="Cues and takes will play this copy. What is on air stays as it is until it is taken again."
    >
      {newer.length > 0 && before && (
        <NewerOnAir parts={newer} air={before} hash={state.release ?? ''} show={show} />
      )}
      <div className="grid grid-cols-[240px_minmax(0,1fr)] gap-4">
        <div className="flex min-h-0 flex-col gap-2">
          <h3 className="text-xs font-semibold text-ink-2">Templates that differ</h3>
          {changed.length === 0 && <p className="text-ink-3">as released</p>}
          <ul className="flex max-h-52 flex-col gap-0.5 overflow-auto" aria-label="Templates that differ">
            {changed.map(({ id, name, before: old, after }) => (
              <li
                key={id}
                className={`flex items-center gap-2 rounded px-1 ${shown?.id === id ? 'bg-raised' : ''}`}
              >
                <input
                  type="checkbox"
                  aria-label={`Release ${name}`}
                  checked={!left.has(id)}
                  disabled={before === undefined}
                  onChange={() => {
                    const next = new Set(left);
                    if (!next.delete(id)) next.add(id);
                    setLeft(next);
                  }}
                />
                <button
                  type="button"
                  className="min-w-0 flex-1 truncate py-1 text-left"
                  onClick={() => setSeen(id)}
                >
                  {name}
                </button>
                <span className="shrink-0 text-xs text-ink-3">
                  {!old ? 'new' : !after ? 'taken out' : 'changed'}
                </span>
              </li>
            ))}
          </ul>
          <p className="text-xs text-ink-2">
            On air now: {up === 0 ? 'nothing' : `${up} graphic${up > 1 ? 's' : ''}, untouched by this`}
          </p>
          {up > 0 && (
            <CheckField label="What is up takes it over at once" value={renews} onChange={setRenews} />
          )}
        </div>
        {shown ? (
          <div className="grid grid-cols-2 gap-3">
            <Side title="On air" template={shown.before} of={before} />
            <Side title="Draft" template={shown.after} of={show} />
          </div>
        ) : (
          <p className="self-center text-center text-ink-3">No template differs from air.</p>
        )}
      </div>
      <Cards differences={cards} show={show} before={before} isPart={isPart} />
      {clockWords.length > 0 && (
        <ul className="text-xs text-warn" aria-label="Clocks that cannot count">
          {clockWords.map((words) => (
            <li key={words}>⚠ {words}</li>
          ))}
        </ul>
      )}
      <Brings list={brings} />
      <EarlierReleases isUp={isUp} onWrong={setWrong} onDone={onClose} />
      {(blocker ?? wrong) && (
        <p role="alert" className="rounded border border-air p-2">
          ⚠ {(blocker ?? wrong)?.message}
        </p>
      )}
      <div className="flex items-center justify-end gap-2">
        {progress && (
          <span role="status" className="mr-auto text-ink-2">
            {progress}…
          </span>
        )}
        {mustBeSure && (
          <CheckField
            label={newer.length > 0 ? 'Release over it: what is listed is lost on air' : 'Yes, all of this'}
            value={isSure}
            onChange={setIsSure}
          />
        )}
        <Button onClick={onClose}>Not yet</Button>
        <Button
          tone="primary"
          onClick={() => void release()}
          disabled={
            progress !== null ||
            blocker !== null ||
            (isPart && chosen.length === 0) ||
            (mustBeSure && !isSure)
          }
        >
          {isPart ? `Release ${chosen.length} template${chosen.length === 1 ? '' : 's'}` : 'Release'}
        </Button>
      </div>
    </Dialog>
  );
}

/** What is up plays from the new release, without leaving. */
async function renewAll(): Promise<void> {
  const { air } = useAir.getState().state;
  for (const [channel, { graphics }] of Object.entries(air))
    if (graphics.some((g) => g.exitAt === null)) await send({ do: 'renew', channel });
}
