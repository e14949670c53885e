import { useMemo } from 'react';
import { feedOf, sourcesFeeding } from '../../core/data';
import type { FeedStatus } from '../../air';
import type { Cue } from '../../core/playout';
import { checkFilling } from '../../core/preflight';
import { ProblemError } from '../../core/problem';
import { templateFor, type Channel } from '../../core/show';
import { measure, useFonts } from '../picture/monitors';
import type { Source } from '../../core/source';
import { AgeWords } from '../data/health';
import { releases, useAir } from '../state/air-store';
import { useData } from '../state/data';
import { useDesk } from './desk-store';

const feeds = new WeakMap<Source, string>();
const feedOfKept = (source: Source): string => {
  const known = feeds.get(source) ?? feedOf(source);
  feeds.set(source, known);
  return known;
};

export interface StaleSource {
  readonly source: Source;
  readonly status: FeedStatus;
}

/** What a graphic, cue or card takes from: its template with its row, of a release. */
interface Fed {
  readonly release: string | null;
  readonly template: string;
  readonly row: { readonly of: string } | null;
}

/** Whether something takes from a source at all. */
function isFed(fed: Fed): boolean {
  const release = releases.get(fed.release);
  const template = release?.templates[fed.template];
  return (
    release !== undefined && template !== undefined && sourcesFeeding(release, template, fed.row).length > 0
  );
}

/** The sources of something whose data is older than it may be, or has never come. */
export function staleSources(
  fed: Fed | null,
  statuses: Readonly<Record<string, FeedStatus>>,
): readonly StaleSource[] {
  const release = fed && releases.get(fed.release);
  const template = fed && release?.templates[fed.template];
  if (!release || !template) return [];
  return sourcesFeeding(release, template, fed.row).flatMap((source) => {
    const status = statuses[feedOfKept(source)];
    return status && (status.state === 'stale' || status.state === 'failed') ? [{ source, status }] : [];
  });
}

const signatureOf = (stale: readonly StaleSource[]): string =>
  stale
    .map(({ source, status }) => `${source.id} ${status.state} ${status.good} ${status.problem?.message}`)
    .join('|');

/** The same, drawn anew only when it differs: sources tell of themselves every second. */
export function useStale(fed: Fed | null): readonly StaleSource[] {
  useData((store) => signatureOf(staleSources(fed, store.feeds)));
  return staleSources(fed, useData.getState().feeds);
}

/** A short mark of data that is older than it may be. */
export function StaleMark({ fed, short }: { fed: Fed; short?: boolean }) {
  const stale = useStale(fed);
  const [first] = stale;
  if (!first) return null;
  const words = stale.map(
    ({ source, status }) => `${source.name}: ${status.problem?.message ?? status.state}`,
  );
  return (
    <span
      role="img"
      aria-label={`Data is stale: ${words.join(' ')}`}
      title={words.join('\n')}
      className="mr-2 shrink-0 rounded border border-warn px-1 text-xs text-warn"
    >
      ⚠{short ? '' : ' stale '}
      {!short && <AgeWords at={first.status.good} />}
    </span>
  );
}

/** The same for a card, which takes from what is released now. */
export function CardStaleMark({ card }: { card: string }) {
  const release = useAir((store) => store.state.release);
  const own = useAir((store) => store.state.cards[card]);
  return own ? <StaleMark fed={{ release, template: own.template, row: own.row ?? null }} short /> : null;
}

/** What of preview does not fit on a channel of this shape: said before it is taken. */
function useMisfits(channel: Channel, cue: Pick<Cue, 'template' | 'values'> | null): string[] {
  const hash = useAir((store) => store.state.release);
  const arrivals = useFonts((store) => store.arrivals);
  return useMemo(() => {
    void arrivals;
    const release = releases.get(hash);
    const template = cue && release?.templates[cue.template];
    if (!release || !template) return [];
    try {
      return checkFilling(
        templateFor(template, channel.format),
        cue.values,
        measure,
        new Set(Object.keys(release.assets)),
        release.look,
      )
        .filter(({ code }) => code === 'overflow' || code === 'off')
        .map(({ message }) => `${message} on ${channel.name}`);
    } catch (error) {
      if (error instanceof ProblemError) return [];
      throw error;
    }
  }, [hash, cue, channel, arrivals]);
}

/** What is wrong with the data of what is on air and in preview: which source, since when, and what stands. */
export function DataTroubles({ channel }: { channel: Channel }) {
  const faults = useData((store) => store.faults);
  const own = useAir((store) => store.state.air[channel.id]);
  const release = useAir((store) => store.state.release);
  const desk = useDesk((store) => store.id);
  const shares = useDesk((store) => store.shares);
  const cue = shares ? own?.preview : own?.own[desk];
  const shown = [
    ...(own?.graphics ?? [])
      .filter(({ exitAt }) => exitAt === null)
      .map((graphic) => ({
        key: graphic.id,
        name: `${graphic.number ?? ''} ${graphic.name}`.trim(),
        fed: graphic as Fed,
      })),
    ...(cue
      ? [
          {
            key: `preview ${channel.id}${shares ? '' : ` ${desk}`}`,
            name: 'Preview',
            fed: { release, template: cue.template, row: cue.row },
          },
        ]
      : []),
  ];
  useData((store) => shown.map(({ fed }) => signatureOf(staleSources(fed, store.feeds))).join());
  const statuses = useData.getState().feeds;
  const stale = new Map<string, StaleSource & { readonly names: string[] }>();
  for (const { name, fed } of shown)
    for (const one of staleSources(fed, statuses)) {
      const known = stale.get(one.source.name);
      if (known) known.names.push(name);
      else stale.set(one.source.name, { ...one, names: [name] });
    }
  const held = shown.filter(({ key, fed }) => faults[key] && staleSources(fed, statuses).length === 0);
  const misfits = useMisfits(channel, cue ?? null);
  // The line is always there: nothing on the Desk moves when a source fails.
  if (stale.size === 0 && held.length === 0 && misfits.length === 0)
    return (
      <p className="h-6 shrink-0 truncate border-b border-line px-3 text-xs leading-6 text-ink-3">
        {shown.some(({ fed }) => isFed(fed)) ? 'Data is fresh' : 'No data on air or in preview'}
      </p>
    );
  const words = [
    ...misfits,
    ...[...stale.values()].map(({ status }) => status.problem?.message ?? ''),
    ...held.flatMap(({ key }) => faults[key]?.map(({ message }) => message) ?? []),
  ];
  return (
    <p
      role="alert"
      aria-label="Data"
      title={words.join('\n')}
      className="h-6 shrink-0 truncate border-b border-warn bg-panel px-3 text-xs leading-6"
    >
      {misfits.length > 0 && (
        <span className="mr-3">
          <span className="text-warn">⚠ Preview</span> {misfits.join('; ')}
        </span>
      )}
      {[...stale.values()].map(({ source, status, names }) => (
        <span key={source.id} className="mr-3">
          <span className="text-warn">⚠ {source.name}</span>
          {status.good === null ? (
            ' has brought nothing: '
          ) : (
            <>
              {' '}
              is stale, <AgeWords at={status.good} /> old:{' '}
            </>
          )}
          <strong>{names.join(', ')}</strong> <span className="text-ink-2">{status.problem?.message}</span>
        </span>
      ))}
      {held.map(({ key, name }) => (
        <span key={key} className="mr-3">
          <span className="text-warn">⚠ {name}</span> keeps what its data brought last:{' '}
          <span className="text-ink-2">{faults[key]?.[0]?.message}</span>
        </span>
      ))}
    </p>
  );
}
