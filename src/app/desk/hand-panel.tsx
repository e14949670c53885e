import { useEffect, useState, type ReactNode } from 'react';
import { inHandOf, graphicInHand, isDisplaced, offerOf, subjectOf, typedValues } from '../../core/desk';
import type { Cue, Graphic } from '../../core/playout';
import {
  sameValue,
  valueWords,
  cardByNumber,
  parseCallNumber,
  templatesByName,
  unfilledFields,
  type Channel,
  type Template,
  type Values,
} from '../../core/show';
import { Button, CheckField, Knot, Pennant, SelectField, TextField } from '../ui';
import { useData } from '../state/data';
import { CardForm } from '../card-form/card-form';
import { ReplaceDialog } from '../card-form/replace-dialog';
import { releases, useAir } from '../state/air-store';
import { useLamp } from '../state/tally';
import type { Hand } from '../../air';
import { focusOn } from './desk-keys';
import {
  act,
  correctCard,
  cueAgain,
  drop,
  followData,
  holdData,
  inHand as takeInHand,
  keepUnder,
  offered,
  say,
  sendData,
  typed,
  useDesk,
} from './desk-store';

/** The form of the card in hand: in preview it follows what is typed, on air it waits to be sent. */
export function HandPanel({ channel }: { channel: Channel }) {
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const desk = useDesk();
  const present = useAir((store) => store.present);
  const own = useAir((store) => store.id);
  const lamp = useLamp(channel.id);
  const view = { desk, air: state, releases: releases.get, now: 0 };
  const { hand } = desk;
  const graphic = graphicInHand(view);
  const source = inHandOf(view);
  const hasLeft = hand.kind === 'air' && graphic === null && hand.graphic !== null;
  const release = releases.get(state.release);
  const owner = graphic ? releases.get(graphic.release) : release;
  const templateId = source?.template ?? (hand.kind === 'new' ? hand.template : null);
  const template = templateId ? owner?.templates[templateId] : undefined;
  const subject = subjectOf(view);
  const draft = subject === null ? undefined : desk.drafts[subject];
  const values = { ...source?.values, ...draft?.values };
  const displaced = isDisplaced(view);
  const others = Object.fromEntries(
    present.flatMap(({ id, name, hand: theirs }) =>
      id !== own && theirs && source && theirs.channel === channel.id && isSame(theirs, source, graphic)
        ? theirs.fields.map((field) => [field, name || 'Someone'])
        : [],
    ),
  );
  const differing = graphic && draft ? Object.keys(draft.values).length : 0;
  const hasKeyboard = desk.keyboard.at === 'field' && desk.keyboard.field !== null;
  return (
    <aside
      className={`flex h-full min-h-0 flex-col bg-deck ${hasKeyboard ? (desk.live ? 'shadow-[inset_0_0_0_3px_#e4483f]' : 'shadow-[inset_0_0_0_3px_#d8a748]') : ''}`}
      aria-label="Card in hand"
    >
      <div className="flex h-9 shrink-0 items-center gap-2 border-b border-line px-3">
        {template ? (
          <>
            {graphic && (
              <Pennant state={lamp === 'air' ? 'air' : 'up'} words={lamp === 'air' ? 'On air' : 'Up'} />
            )}
            {hasLeft && <span className="text-warn">has left</span>}
            {source && hand.kind === 'preview' && !displaced && <Pennant state="next" />}
            {displaced && <span className="shrink-0 text-warn">put out</span>}
            {hand.kind === 'new' && <span className="shrink-0 text-ink-2">new</span>}
            <span className="number">{source?.number}</span>
            <strong className="truncate font-semibold">{template.name}</strong>
          </>
        ) : (
          <span className="text-ink-3">No card in hand</span>
        )}
        <NewTemplate />
      </div>
      <div className="min-h-0 flex-1 overflow-auto p-3" data-form>
        {displaced && (
          <Notice words="Someone else has put something else in preview. What you type here stays with this card.">
            <Button onClick={() => void cueAgain()}>Put it back in preview</Button>
            <Button tone="quiet" onClick={() => takeInHand('preview')}>
              Go to preview
            </Button>
          </Notice>
        )}
        {hasLeft && (
          <Notice words="It has left. What you typed stays with its card and is offered when it is called again.">
            <Button onClick={() => takeInHand('preview')}>Go to preview</Button>
          </Notice>
        )}
        <Offer template={template} />
        {template && source && (
          <DataPart channel={channel} template={template} source={source} graphic={graphic} />
        )}
        {template ? (
          <CardForm
            key={source ? source.cue : subject}
            template={template}
            values={values}
            assets={owner?.assets ?? {}}
            airValues={graphic && differing > 0 ? graphic.values : null}
            others={others}
            samples={unfilledFields(template, values).map(({ id }) => id)}
            {...(graphic ? { live: { field: desk.live, onToggle: toggleLive } } : {})}
            onChange={(next, field) => typed({ [field]: next[field] ?? null })}
          />
        ) : (
          <p className="text-ink-2">
            Call a card by its number, or choose “New…” above to fill a template by hand.
          </p>
        )}
      </div>
      {template && (
        <div className="flex shrink-0 flex-col gap-2 border-t border-line p-3">
          {graphic && <Correction graphic={graphic} count={differing} />}
          {hand.kind === 'new' && (
            <Button tone="primary" onClick={() => void cueAgain()}>
              Cue
            </Button>
          )}
          {hand.kind === 'preview' && draft && (
            <Button tone="quiet" className="self-start px-2 text-xs text-ink-2" onClick={drop}>
              Drop what was typed (X)
            </Button>
          )}
          <Keep
            key={`${source?.card} ${template.id}`}
            template={template}
            values={{ ...(source ? typedValues(source) : {}), ...draft?.values }}
            card={source?.card ?? null}
            row={source?.row ?? null}
            number={source?.number ?? ''}
          />
        </div>
      )}
    </aside>
  );
}

/** Air follows a field from here on, until it is left; the caret goes into it. */
function toggleLive(field: string): void {
  const { live } = useDesk.getState();
  const control = focusOn(`[data-form] [data-field="${CSS.escape(field)}"] :is(input, textarea)`);
  useDesk.setState({ live: live === field ? null : field });
  if (live === field) control?.blur();
}

function Notice({ words, children }: { words: string; children: ReactNode }) {
  return (
    <section className="mb-3 flex flex-col gap-2 rounded border border-warn p-2" role="alert">
      <p className="text-warn">⚠ {words}</p>
      <span className="flex flex-wrap gap-2">{children}</span>
    </section>
  );
}

/** A template to be filled anew; always to be reached, whatever is in hand. */
function NewTemplate() {
  const hash = useAir((store) => store.state.release);
  const release = releases.get(hash);
  return (
    <span className="ml-auto w-20 shrink-0">
      <SelectField
        bare
        label="Template to fill"
        value=""
        choices={[
          { value: '', label: 'New…' },
          ...(release ? templatesByName(release) : []).map((t) => ({ value: t.id, label: t.name })),
        ]}
        onChange={(id) => id !== '' && takeInHand({ template: String(id) })}
      />
    </span>
  );
}

/** What was typed before and never sent. */
function Offer({ template }: { template: Template | undefined }) {
  const desk = useDesk();
  const state = useAir((store) => store.state);
  const offer = offerOf({ desk, air: state, releases: releases.get, now: 0 });
  if (!offer || !template) return null;
  return (
    <section className="mb-3 flex flex-col gap-1.5 rounded border border-brass p-2" aria-label="Typed before">
      <p>You typed this before, and it was never sent:</p>
      {Object.entries(offer.values).map(([id, value]) => (
        <p key={id} className="flex gap-2 text-xs">
          <span className="text-ink-2">{template.fields.find((field) => field.id === id)?.name ?? id}</span>
          <span className="min-w-0 flex-1 truncate" dir="auto">
            {valueWords(value)}
          </span>
        </p>
      ))}
      <span className="flex gap-2">
        <Button onClick={() => offered(true)}>Use it</Button>
        <Button tone="quiet" onClick={() => offered(false)}>
          Drop it
        </Button>
      </span>
    </section>
  );
}

/** How a correction goes to air, is taken back, and reaches the card. */
function Correction({ graphic, count }: { graphic: Graphic; count: number }) {
  const toCard = useDesk((store) => store.toCard);
  const card = useAir((store) => (graphic.card === null ? undefined : store.state.cards[graphic.card]));
  const behind = card
    ? Object.fromEntries(
        Object.entries(typedValues(graphic)).filter(
          ([id, value]) => !sameValue(value, card.values[id]) && !(card.row && card.values[id] === undefined),
        ),
      )
    : {};
  return (
    <>
      <div className="flex gap-2">
        <Button
          tone="air"
          className="flex-1"
          disabled={count === 0}
          title="Ctrl+Enter; with Shift it goes without its Change"
          onClick={(event) => void act(event.shiftKey ? 'send-at-once' : 'send')}
        >
          {count > 1 ? `Send ${count} corrections` : 'Send the correction'}
        </Button>
        <Button disabled={graphic.before === null} onClick={() => void act('take-back')} title="Z">
          Take back
        </Button>
      </div>
      {count > 0 && (
        <p className="flex items-center gap-2 text-xs text-ink-3">
          <span className="flex-1">With Shift: without its Change</span>
          <button type="button" className="text-tide hover:underline" onClick={drop}>
            drop what was typed
          </button>
        </p>
      )}
      {card && Object.keys(behind).length > 0 && count === 0 && (
        <p className="flex items-center gap-2 text-xs">
          <span className="min-w-0 flex-1 text-warn">
            Card {card.number} still says “{String(card.values[Object.keys(behind)[0] ?? ''] ?? 'its data')}”
          </span>
          <Button
            className="h-6 px-2 text-xs"
            onClick={() => void correctCard(card.number, card.id, card.template, behind)}
          >
            Correct the card too
          </Button>
        </p>
      )}
      {card && (
        <CheckField
          label="Always correct the card too"
          value={toCard}
          onChange={(next) => useDesk.setState({ toCard: next })}
        />
      )}
    </>
  );
}

/** Whether someone has the same card or graphic in hand. */
const isSame = (hand: Hand, source: Cue, graphic: Graphic | null): boolean =>
  graphic ? hand.graphic === graphic.id : hand.card !== null && hand.card === source.card;

/** What data brings to the card in hand, whether it waits, and what was typed over it. */
function DataPart(props: { template: Template; source: Cue; graphic: Graphic | null; channel: Channel }) {
  const { template, source, channel, graphic } = props;
  const { id: desk, shares } = useDesk.getState();
  const key = `preview ${channel.id}${shares ? '' : ` ${desk}`}`;
  const faults = useData((store) => store.faults[graphic?.id ?? key]);
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
            {valueWords(value)}
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
          <button
            type="button"
            className="text-tide hover:underline"
            onClick={() => void followData(source, graphic?.id ?? null, field.id)}
          >
            follow the data
          </button>
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
  useEffect(() => setTyped(number), [number]);
  const release = releases.get(state.release);
  const holderOf = (wanted: string) => cardByNumber(state.cards, wanted);
  const keep = (): void => {
    const parsed = parseCallNumber(typed);
    if ('problem' in parsed) return say(parsed.problem.message, true);
    const holder = holderOf(parsed.number);
    if (holder && holder.id === card) {
      // The card itself is kept again: only what differs is given, so that others' edits of it stay.
      const differing = Object.fromEntries(
        Object.entries(values).filter(([id, value]) => !sameValue(holder.values[id], value)),
      );
      if (Object.keys(differing).length === 0) return say(`${holder.number} is kept as it stands.`);
      setAsks(parsed.number);
    } else if (holder) setAsks(parsed.number);
    else void keepUnder(parsed.number, template.id, values, null, false, row);
  };
  return (
    <div className="flex items-end gap-2">
      <TextField label="Keep under" value={typed} onChange={setTyped} placeholder="401" />
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
              ? Object.fromEntries(
                  Object.entries(values).filter(([id, value]) => !sameValue(same.values[id], value)),
                )
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
