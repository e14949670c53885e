import { useEffect, useState } from 'react';
import { graphicInHand, inHandOf, previewSeen, typedValues, unfilledInPreview } from '../../core/desk';
import { nameOfCue, type Cue } from '../../core/playout';
import type { Channel, Template } from '../../core/show';
import { WhereFrom } from '../binding/where-from';
import { ChannelMonitor } from '../picture/channel-monitor';
import { Pennant } from '../ui';
import { releases, useAir } from '../state/air-store';
import { useLamp, useStandings } from '../state/tally';
import { focusOn } from './desk-keys';
import { DataTroubles, useStale } from './data-troubles';
import { cueNow, inHand, say, setShares, useDesk, viewNow } from './desk-store';

interface Picked {
  readonly key: string;
  readonly template: Template;
  readonly element: string;
}

/** The field that an element's words come from, where there is one. */
const fieldOf = ({ template, element }: Picked): string | undefined =>
  template.ties.find((tie) => tie.element === element && template.fields.some(({ id }) => id === tie.field))
    ?.field;

/** A click on a word: its graphic is taken in hand, and the caret goes into its field. */
function pick(picked: Picked): void {
  const field = fieldOf(picked);
  inHand(picked.key === 'cue' ? 'preview' : { graphic: picked.key });
  if (!field) {
    say('That comes from data, or is fixed in the template. Alt+W says where it comes from.');
    return;
  }
  // Once the form of what was taken in hand is there.
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      const control = focusOn(`[data-form] [data-field="${CSS.escape(field)}"] :is(input, textarea, select)`);
      if (control instanceof HTMLInputElement) control.select();
    }),
  );
}

/** What shows the field that has the caret. */
function fieldInHand(): Picked | null {
  const view = viewNow();
  const { keyboard } = view.desk;
  const of = inHandOf(view);
  const graphic = graphicInHand(view);
  const template = of && releases.get(graphic?.release ?? view.air.release)?.templates[of.template];
  if (keyboard.at !== 'field' || !template) return null;
  const tie = template.ties.find(({ field }) => field === keyboard.field);
  return tie ? { key: graphic?.id ?? 'cue', template, element: tie.element } : null;
}

/** Preview and program of the channel in hand. */
export function Monitors({ channel }: { channel: Channel }) {
  const [last, setLast] = useState<Picked | null>(null);
  const [asks, setAsks] = useState<Picked | null>(null);
  useEffect(() => {
    const show = (): void => setAsks(fieldInHand() ?? last);
    addEventListener('jorvan-where-from', show);
    return () => removeEventListener('jorvan-where-from', show);
  }, [last]);
  const onPick = (picked: Picked): void => {
    setLast(picked);
    pick(picked);
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <OutputTroubles channel={channel} />
      <DataTroubles channel={channel} />
      <div className="grid min-h-0 flex-1 grid-cols-2 gap-3 p-3">
        <Preview channel={channel} onPick={onPick} />
        <Program channel={channel} onPick={onPick} />
      </div>
      {asks && <Source channel={channel} picked={asks} onClose={() => setAsks(null)} />}
    </div>
  );
}

function Preview({ channel, onPick }: { channel: Channel; onPick: (picked: Picked) => void }) {
  const desk = useDesk();
  const state = useAir((store) => store.state);
  const shared = state.air[channel.id]?.preview ?? null;
  const view = { desk, air: state, releases: releases.get, now: 0 };
  const cue = previewSeen(view);
  const unfilled = unfilledInPreview(view);
  const stale = useStale(cue ? { release: state.release, template: cue.template, row: cue.row } : null);
  return (
    <figure className="flex min-h-0 min-w-0 flex-col">
      <figcaption className="mb-1 flex h-6 shrink-0 items-center gap-2 text-xs text-ink-2">
        {cue ? <Pennant state="next" words="Preview" /> : <span className="font-semibold">Preview</span>}
        <span
          role="radiogroup"
          aria-label="Whose preview"
          className="flex overflow-hidden rounded border border-line"
        >
          {([false, true] as const).map((shares) => (
            <button
              key={String(shares)}
              type="button"
              role="radio"
              aria-checked={desk.shares === shares}
              title={
                shares
                  ? 'The preview that all Desks of this channel share'
                  : 'A preview of your own: nobody else changes it'
              }
              className={`px-2 leading-5 ${desk.shares === shares ? 'bg-raised text-ink' : 'text-ink-3 hover:text-ink'}`}
              onClick={() => setShares(shares)}
            >
              {shares ? 'shared' : 'mine'}
            </button>
          ))}
        </span>
        {stale.length > 0 && (
          <span className="min-w-0 truncate font-semibold text-warn">
            ⚠ Stale: {stale.map(({ source }) => source.name).join(', ')}
          </span>
        )}
        {!desk.shares && shared && (
          <button
            type="button"
            className="min-w-0 truncate text-tide hover:underline"
            title="What is in the shared preview"
            onClick={() => setShares(true)}
          >
            shared: {nameOfCue(state, releases.get, shared)}
            {shared.by && `, ${shared.by}`}
          </button>
        )}
      </figcaption>
      <div className={`relative min-h-0 flex-1 ${cue ? '' : 'border border-dashed border-line'}`}>
        <ChannelMonitor
          channel={channel}
          bus="preview"
          cueNow={cueNow}
          backdrop={cue ? 'monitor-backdrop border border-next' : 'opacity-0'}
          onPick={onPick}
        />
        {!cue && (
          <p className="absolute inset-0 flex items-center justify-center text-ink-3">Nothing in preview</p>
        )}
        {unfilled.length > 0 && (
          <p className="absolute inset-x-0 top-0 truncate bg-warn px-2 py-0.5 text-xs font-semibold text-ground">
            ⚠ Not filled: {unfilled.join(', ')}
          </p>
        )}
      </div>
    </figure>
  );
}

function Program({ channel, onPick }: { channel: Channel; onPick: (picked: Picked) => void }) {
  const lamp = useLamp(channel.id);
  const leaving = useStandings(channel.id).filter(({ is }) => is === 'leaving');
  const waiting = useStandings(channel.id).some(({ is }) => is === 'waiting');
  const isAttached = useAir((store) => store.mixer?.isAttached ?? false);
  return (
    <figure className="flex min-h-0 min-w-0 flex-col">
      <figcaption className="mb-1 flex h-6 shrink-0 items-center gap-2 text-xs text-ink-2">
        {lamp === 'off' ? (
          <span className="font-semibold">Program</span>
        ) : (
          <Pennant state={lamp === 'air' ? 'air' : 'up'} words="Program" />
        )}
        {leaving.length > 0 && (
          <strong className="truncate text-ink">
            {leaving.map(({ graphic }) => graphic.number ?? graphic.name).join(', ')} leaving
          </strong>
        )}
        <span className="truncate">
          {lamp === 'off'
            ? waiting
              ? 'nothing on air yet'
              : 'nothing on air'
            : isAttached
              ? lamp === 'air'
                ? 'keyed by the mixer'
                : 'up, but not keyed by the mixer'
              : ''}
        </span>
      </figcaption>
      <div className="min-h-0 flex-1">
        <ChannelMonitor
          channel={channel}
          bus="program"
          backdrop={`monitor-backdrop border-2 ${lamp === 'air' ? 'border-air' : 'border-line'}`}
          onPick={onPick}
        />
      </div>
    </figure>
  );
}

/** Outputs of the channel that cannot draw: said at once, in red. */
function OutputTroubles({ channel }: { channel: Channel }) {
  const present = useAir((store) => store.present);
  const wrong = present.filter(
    ({ role, channel: own, report, lostAt }) =>
      role === 'output' && own === channel.id && lostAt === null && report && report.trouble !== 'none',
  );
  if (wrong.length === 0) return null;
  return (
    <p role="alert" className="shrink-0 bg-air px-3 py-1 font-semibold text-white">
      {wrong.map(({ id, name, address, report }) => (
        <span key={id} className="block truncate">
          ⚠ Output {name || address} does not draw:{' '}
          {report?.trouble === 'no-webgl'
            ? 'its browser gives no WebGL. Load the address in another browser.'
            : 'its browser has lost its graphics. It comes back by itself.'}
        </span>
      ))}
    </p>
  );
}

/** Where what was clicked on a monitor comes from. */
function Source(props: { channel: Channel; picked: Picked; onClose: () => void }) {
  const { channel, picked, onClose } = props;
  const state = useAir((store) => store.state);
  const { id: desk, shares } = useDesk();
  const graphic = state.air[channel.id]?.graphics.find((g) => g.id === picked.key);
  const of: Cue | null = graphic ?? (picked.key === 'cue' ? previewSeen(viewNow()) : null);
  const release = releases.get(graphic?.release ?? state.release);
  if (!of || !release) return null;
  const use = { template: picked.template, typed: typedValues(of), row: of.row };
  return (
    <WhereFrom
      names={release}
      use={use}
      values={of.values}
      element={picked.element}
      live={graphic ? graphic.id : `preview ${channel.id}${shares ? '' : ` ${desk}`}`}
      onClose={onClose}
    />
  );
}
