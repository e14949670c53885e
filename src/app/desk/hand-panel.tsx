import { useEffect, useState } from 'react';
import type { Cue, Graphic } from '../../core/playout';
import type { Channel, Template, Values } from '../../core/show';
import { cardByNumber, parseCallNumber, templatesByName } from '../../core/show';
import { Button, CheckField, Knot, Pennant, SelectField, TextField } from '../ui';
import { useData } from '../state/data';
import { CardForm } from '../card-form/card-form';
import { ReplaceDialog } from '../card-form/replace-dialog';
import { releases, useAir } from '../state/air-store';
import { liveOf } from './live';
import type { Hand } from '../../air';
import {
  cueNew,
  editInHand,
  followData,
  holdData,
  keepUnder,
  sendData,
  sendEdits,
  takeBack,
  typedValues,
  useDesk,
} from './desk-store';

/** The form of the card in hand: in preview it follows what is typed, on air it waits to be sent. */
export function HandPanel({ channel }: { channel: Channel }) {
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const inHand = useDesk((store) => store.inHand);
  const edits = useDesk((store) => store.edits);
  const set = useDesk((store) => store.set);
  const asTyped = useDesk((store) => store.asTyped);
  const present = useAir((store) => store.present);
  const own = useAir((store) => store.id);
  const mixer = useAir((store) => store.mixer);
  const air = state.air[channel.id];
  const release = releases.get(state.release);
  const graphic = inHand.kind === 'air' ? air?.graphics.find((g) => g.id === inHand.graphic) : undefined;
  const cue = inHand.kind === 'preview' ? air?.preview : null;
  const source = graphic ?? cue;
  const owner = graphic ? releases.get(graphic.release) : release;
  const templateId = source?.template ?? (inHand.kind === 'new' ? inHand.template : null);
  const template = templateId ? owner?.templates[templateId] : undefined;
  const values = { ...source?.values, ...edits };
  const others = Object.fromEntries(
    present.flatMap(({ id, name, hand }) =>
      id !== own && hand && source && hand.channel === channel.id && isSame(hand, source, graphic)
        ? hand.fields.map((field) => [field, name || 'Someone'])
        : [],
    ),
  );
  const isEdited = Object.keys(edits).length > 0;
  return (
    <aside className="flex min-h-0 flex-col border-l border-line bg-deck" aria-label="Card in hand">
      <div className="flex h-9 shrink-0 items-center gap-2 border-b border-line px-3">
        {template ? (
          <>
            {graphic && (
              <Pennant
                state={liveOf(mixer, channel.id) ? 'air' : 'up'}
                words={liveOf(mixer, channel.id) ? 'On air' : 'Up'}
              />
            )}
            {cue && <Pennant state="next" />}
            <span className="number">{source?.number}</span>
            <strong className="truncate font-semibold">{template.name}</strong>
          </>
        ) : (
          <span className="text-ink-3">No card in hand</span>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-auto p-3" data-form>
        {template && source && (
          <DataPart template={template} source={source} graphic={graphic ?? null} channel={channel} />
        )}
        {template ? (
          <CardForm
            template={template}
            values={values}
            assets={owner?.assets ?? {}}
            airValues={graphic && isEdited ? graphic.values : null}
            others={others}
            onChange={(next) => editInHand(changed(next, source?.values ?? {}))}
          />
        ) : (
          <div className="flex flex-col gap-3 text-ink-2">
            <p>Call a card by its number, or fill a template by hand:</p>
            <SelectField
              bare
              label="Template to fill"
              value=""
              choices={[
                { value: '', label: 'Choose a template…' },
                ...(release ? templatesByName(release) : []).map((t) => ({ value: t.id, label: t.name })),
              ]}
              onChange={(id) =>
                id !== '' && set({ inHand: { kind: 'new', template: String(id) }, edits: {} })
              }
            />
          </div>
        )}
      </div>
      {template && (
        <div className="flex shrink-0 flex-col gap-2 border-t border-line p-3">
          {graphic && (
            <>
              <div className="flex gap-2">
                <Button tone="air" className="flex-1" disabled={!isEdited} onClick={() => void sendEdits()}>
                  Send to air
                </Button>
                <Button disabled={!isEdited} onClick={() => void sendEdits(false)} title="Without motion">
                  At once
                </Button>
              </div>
              <div className="flex items-center gap-2">
                <Button disabled={!isEdited} onClick={() => set({ edits: {} })}>
                  Drop edits
                </Button>
                <Button
                  disabled={graphic.before === null}
                  onClick={takeBack}
                  title="Takes back what was sent last (Z)"
                >
                  Take back
                </Button>
              </div>
              <CheckField
                label="Air follows as it is typed"
                value={asTyped}
                onChange={(next) => set({ asTyped: next })}
              />
            </>
          )}
          {inHand.kind === 'new' && (
            <Button tone="primary" onClick={() => void cueNew(template.id, values)}>
              Cue
            </Button>
          )}
          <Keep
            key={`${source?.card} ${template.id}`}
            template={template}
            values={{ ...(source ? typedValues(source) : {}), ...edits }}
            card={source?.card ?? null}
            row={source?.row ?? null}
            number={source?.number ?? ''}
          />
          <Button
            tone="quiet"
            className="self-start px-2 text-xs text-ink-2"
            onClick={() => set({ inHand: { kind: 'new', template: template.id }, edits: {} })}
          >
            Fill this template anew
          </Button>
        </div>
      )}
    </aside>
  );
}

/** Whether someone has the same card or graphic in hand. */
const isSame = (hand: Hand, source: Cue, graphic: Graphic | undefined): boolean =>
  graphic ? hand.graphic === graphic.id : hand.card !== null && hand.card === source.card;

/** What data brings to the card in hand, whether it waits, and what was typed over it. */
function DataPart(props: { template: Template; source: Cue; graphic: Graphic | null; channel: Channel }) {
  const { template, source, channel, graphic } = props;
  const faults = useData((store) => store.faults[graphic?.id ?? `preview ${channel.id}`]);
  if (template.bindings.length === 0 && !source.row) return null;
  const pending = graphic ? Object.entries(graphic.pending) : [];
  const nameOf = (id: string): string =>
    template.fields.find((f) => f.id === id)?.name ?? template.bindings.find((b) => b.id === id)?.name ?? id;
  const over = template.fields.filter(
    (field) =>
      source.hand.includes(field.id) && (source.row !== null || template.bound[field.id] !== undefined),
  );
  return (
    <section className="mb-3 flex flex-col gap-1.5 rounded border border-tide/40 p-2" aria-label="Data">
      <p className="flex items-center gap-2 text-tide">
        <Knot isTied label="Fed by data" />
        {source.row ? 'In step with its row' : 'Fed by data'}
      </p>
      {graphic && (
        <CheckField
          label="New data waits to be sent"
          value={graphic.waits}
          onChange={(waits) => void holdData(graphic.id, waits)}
        />
      )}
      {pending.map(([id, value]) => (
        <p key={id} className="flex gap-2 text-xs text-warn">
          <span className="truncate">⚠ {nameOf(id)}</span>
          <span className="number min-w-0 flex-1 truncate text-ink" dir="auto">
            {String(value ?? '')}
          </span>
        </p>
      ))}
      {graphic && pending.length > 0 && (
        <Button tone="air" className="h-6 text-xs" onClick={() => void sendData(graphic.id)}>
          Send new data
        </Button>
      )}
      {over.map((field) => (
        <p key={field.id} className="flex items-center gap-2 text-xs text-ink-2">
          <span className="flex-1 truncate">{field.name} was typed over</span>
          {graphic && (
            <button
              type="button"
              className="text-tide hover:underline"
              onClick={() => void followData(graphic.id, field.id)}
            >
              follow the data
            </button>
          )}
        </p>
      ))}
      {faults?.map((problem, i) => (
        <p key={i} role="alert" className="text-xs text-warn">
          ⚠ {problem.message} What it brought last stands.
        </p>
      ))}
    </section>
  );
}

/** Only what differs. */
const changed = (next: Values, from: Values): Values =>
  Object.fromEntries(Object.entries(next).filter(([id, value]) => from[id] !== value));

function Keep(props: {
  template: Template;
  values: Values;
  card: string | null;
  row: Cue['row'];
  number: string;
}) {
  const { template, values, card, row, number } = props;
  const [typed, setTyped] = useState(number);
  const [asks, setAsks] = useState<string | null>(null);
  const state = useAir((store) => store.state);
  const set = useDesk((store) => store.set);
  useEffect(() => setTyped(number), [number]);
  const release = releases.get(state.release);
  const holderOf = (wanted: string) => cardByNumber(state.cards, wanted);
  const keep = (): void => {
    const parsed = parseCallNumber(typed);
    if ('problem' in parsed) return set({ said: { words: parsed.problem.message, isRefusal: true } });
    const holder = holderOf(parsed.number);
    if (holder && holder.id === card) {
      // The card itself is kept again: only what differs is given, so that others' edits of it stay.
      const differing = Object.fromEntries(
        Object.entries(values).filter(([id, value]) => holder.values[id] !== value),
      );
      if (Object.keys(differing).length === 0)
        return set({ said: { words: `${holder.number} is kept as it stands.`, isRefusal: false } });
      setAsks(parsed.number);
    } else if (holder) setAsks(parsed.number);
    else void keepUnder(parsed.number, template.id, values, null, false, row);
  };
  return (
    <div className="flex items-end gap-2">
      <TextField label="Keep under" value={typed} onChange={setTyped} placeholder="31.25" />
      <Button onClick={keep}>Keep</Button>
      {asks && release && (
        <ReplaceDialog
          card={{ number: asks, values }}
          template={template}
          holder={holderOf(asks)}
          of={release}
          onReplace={() => {
            const holder = holderOf(asks);
            const same = holder && holder.id === card ? holder : null;
            const given = same
              ? Object.fromEntries(Object.entries(values).filter(([id, value]) => same.values[id] !== value))
              : values;
            void keepUnder(asks, template.id, given, same?.id ?? null, true, row);
            setAsks(null);
          }}
          onClose={() => setAsks(null)}
        />
      )}
    </div>
  );
}
