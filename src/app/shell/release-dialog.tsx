import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import type { Problem } from '../../core/problem';
import {
  canonicalJson,
  compareNumbers,
  makeRelease,
  reactionCycle,
  releaseOf,
  showReferences,
  type Card,
  type Release,
  type Show,
  type Template,
} from '../../core/show';
import { Still } from '../picture/still';
import { Button, CheckField, Dialog } from '../ui';
import { useTally } from '../state/tally';
import { asked, releases, send, sendRelease, useAir } from '../state/air-store';

interface Difference {
  readonly id: string;
  readonly name: string;
  readonly before: Template | undefined;
  readonly after: Template | undefined;
}

const isAlike = (a: unknown, b: unknown): boolean => canonicalJson(a ?? null) === canonicalJson(b ?? null);

function templateDifferences(show: Show, before: Release | undefined): Difference[] {
  const ids = new Set([...Object.keys(before?.templates ?? {}), ...Object.keys(show.templates)]);
  return [...ids].flatMap((id): Difference[] => {
    const [old, fresh] = [before?.templates[id], show.templates[id]];
    return isAlike(old, fresh) ? [] : [{ id, name: (fresh ?? old)?.name ?? id, before: old, after: fresh }];
  });
}

interface CardDifference {
  readonly card: Card;
  readonly before: Card | undefined;
  readonly what: 'new' | 'changed' | 'gone';
}

function cardDifferences(show: Show, before: Release | undefined): CardDifference[] {
  const old = before?.cards ?? {};
  const found: CardDifference[] = [];
  for (const card of Object.values(show.cards)) {
    const was = old[card.id];
    if (!was) found.push({ card, before: undefined, what: 'new' });
    else if (!isAlike(was, card)) found.push({ card, before: was, what: 'changed' });
  }
  for (const card of Object.values(old))
    if (!show.cards[card.id]) found.push({ card, before: card, what: 'gone' });
  return found.sort((a, b) => compareNumbers(a.card.number, b.card.number));
}

/** What differs between the draft and the release on air, with pictures, and the ways to release it and to go back. */
export function ReleaseDialog(props: { show: Show; onClose: () => void }) {
  const { show, onClose } = props;
  const state = useAir((store) => store.state);
  const [progress, setProgress] = useState<string | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [renews, setRenews] = useState(false);
  const onAirNow = releases.get(state.release);
  const before = onAirNow?.show.id === show.id ? onAirNow : undefined;
  const changed = templateDifferences(show, before);
  const cards = cardDifferences(show, before);
  const [seen, setSeen] = useState<string | null>(null);
  const standings = useTally((store) => store.standings);
  const up = Object.values(standings)
    .flat()
    .filter(({ is }) => is !== 'waiting').length;
  const templates = Object.values(show.templates);
  const blocker =
    showReferences(show)[0] ??
    templates.map(tetherCycle).find((p) => p !== null) ??
    reactionCycle(show) ??
    null;
  const chosen = changed.filter(({ id }) => !left.has(id));
  const isPart = before !== undefined && left.size > 0;

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
        : makeRelease(show);
    const refused = await sendRelease(made, setProgress);
    if (!refused && renews) await renewAll();
    setProgress(null);
    if (refused) return setWrong(refused);
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
      {onAirNow && !before && (
        <p className="text-warn">
          “{onAirNow.show.name}” is released now; its cards will give way to those of “{show.name}”.
        </p>
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
      <Earlier onWrong={setWrong} />
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
        <Button onClick={onClose}>Not yet</Button>
        <Button
          tone="primary"
          onClick={() => void release()}
          disabled={progress !== null || blocker !== null || (isPart && chosen.length === 0)}
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

function Side(props: {
  title: string;
  template: Template | undefined;
  of: Pick<Show, 'look' | 'assets'> | undefined;
}) {
  const { title, template, of } = props;
  return (
    <figure className="min-w-0">
      <figcaption className="mb-1 text-xs text-ink-2">{title}</figcaption>
      {template && of ? (
        <Still
          of={of}
          template={template}
          label={`${template.name}: ${title}`}
          className="w-full rounded border border-line"
        />
      ) : (
        <p className="flex aspect-video items-center justify-center rounded border border-dashed border-line text-ink-3">
          not there
        </p>
      )}
    </figure>
  );
}

function Cards(props: {
  differences: readonly CardDifference[];
  show: Show;
  before: Release | undefined;
  isPart: boolean;
}) {
  const { differences, show, before, isPart } = props;
  const [seen, setSeen] = useState<string | null>(null);
  const shown = differences.find(({ card }) => card.id === seen);
  if (differences.length === 0) return <p className="text-xs text-ink-2">Cards: as released</p>;
  return (
    <details className="text-xs">
      <summary className="cursor-pointer text-ink-2">
        Cards: {differences.length} differ{differences.length === 1 ? 's' : ''}
        {isPart && ' (they stay as they are on air while only some templates go)'}
      </summary>
      <div className="mt-2 grid grid-cols-[240px_minmax(0,1fr)] gap-4">
        <ul className="max-h-36 overflow-auto" aria-label="Cards that differ">
          {differences.slice(0, 500).map(({ card, what }) => (
            <li key={card.id}>
              <button
                type="button"
                className={`flex w-full gap-2 rounded px-1 py-0.5 text-left ${seen === card.id ? 'bg-raised' : 'row-hover'}`}
                onClick={() => setSeen(card.id)}
              >
                <span className="number">{card.number}</span>
                <span className="min-w-0 flex-1 truncate">
                  {card.name ?? show.templates[card.template]?.name}
                </span>
                <span className="text-ink-3">{what}</span>
              </button>
            </li>
          ))}
        </ul>
        {shown && (
          <div className="grid grid-cols-2 gap-3">
            <CardPicture title="On air" card={shown.before} of={before} />
            <CardPicture title="Draft" card={shown.what === 'gone' ? undefined : shown.card} of={show} />
          </div>
        )}
      </div>
    </details>
  );
}

function CardPicture(props: {
  title: string;
  card: Card | undefined;
  of: Pick<Show, 'look' | 'assets' | 'templates'> | undefined;
}) {
  const { title, card, of } = props;
  const template = card && of?.templates[card.template];
  return (
    <figure className="min-w-0">
      <figcaption className="mb-1 text-ink-2">{title}</figcaption>
      {template && of && card ? (
        <Still
          of={of}
          template={template}
          values={card.values}
          label={`Card ${card.number}: ${title}`}
          className="w-full rounded border border-line"
        />
      ) : (
        <p className="flex aspect-video items-center justify-center rounded border border-dashed border-line text-ink-3">
          not there
        </p>
      )}
    </figure>
  );
}

interface Released {
  readonly hash: string;
  readonly at: number;
  readonly by: string;
}

/** Releases that were on air before, and the way back to each. */
function Earlier({ onWrong }: { onWrong: (wrong: Problem | null) => void }) {
  const current = useAir((store) => store.state.release);
  const [list, setList] = useState<readonly Released[] | null>(null);
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
        {list.map(({ hash, at, by }, i) => (
          <li key={`${hash} ${at}`} className="flex h-7 items-center gap-3">
            <span className="number">{new Date(at * 1000).toLocaleString('en-GB')}</span>
            <span className="flex-1 truncate text-ink-3">
              {by} <span className="number">{hash.slice(0, 8)}</span>
            </span>
            {hash === current && i === 0 ? (
              <span className="text-ink-3">on air</span>
            ) : (
              <Button
                className="h-6 px-2 text-xs"
                disabled={hash === current}
                onClick={() =>
                  void send({ do: 'release', release: hash }).then((refused) => {
                    onWrong(refused);
                    if (!refused) toast.success('The earlier release is on air again.');
                  })
                }
              >
                {hash === current ? 'The same as on air' : 'Go back to it'}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
