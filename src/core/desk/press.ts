import type { Command, Cue } from '../playout';
import type { FieldValue, Values } from '../show';
import {
  further,
  graphicInHand,
  homeOf,
  inHandOf,
  isDisplaced,
  pendingOf,
  previewSeen,
  subjectOf,
  upOf,
  which,
  type DeskState,
  type Draft,
  type View,
} from './desk';
import {
  clearAllPlan,
  clearPlan,
  cueFilled,
  cuePlan,
  putBackPlan,
  rowPlan,
  rundownOf,
  sendPlan,
  stepPlan,
  takeBackPlan,
  takeNowPlan,
  takePlan,
  type CuePlan,
  type Plan,
} from './plan';

/** What a press makes of the Desk, and what it sends. */
export interface Step {
  readonly desk: DeskState;
  readonly commands: readonly Command[];
  /** What is said once the last of them is done. */
  readonly done: string;
}

const stays = (desk: DeskState): Step => ({ desk, commands: [], done: '' });
const says = (desk: DeskState, words: string, isRefusal: boolean): DeskState => ({
  ...desk,
  said: { words, isRefusal },
});
const without = <T>(all: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> =>
  key in all ? Object.fromEntries(Object.entries(all).filter(([id]) => id !== key)) : all;

/** What was typed into a cue or graphic that is gone waits with its card, to be offered when it is called again. */
function bringHome(desk: DeskState, key: string): DeskState {
  const draft = desk.drafts[key];
  if (!draft) return desk;
  const drafts = without(desk.drafts, key);
  const values = key.startsWith('air ') ? pendingOf(draft) : draft.values;
  if (Object.keys(values).length === 0) return { ...desk, drafts };
  const home = homeOf(draft);
  const there = drafts[home];
  return {
    ...desk,
    drafts: { ...drafts, [home]: { ...draft, sent: {}, values: { ...there?.values, ...values } } },
  };
}

/** What was typed into cues that are neither in preview nor in hand any more waits with their cards. */
function tidy({ desk, air }: Pick<View, 'desk' | 'air'>): DeskState {
  let next = desk;
  for (const key of Object.keys(desk.drafts)) {
    if (!key.startsWith('cue ')) continue;
    const id = key.slice(4);
    const channels = Object.values(air.air);
    const isHere =
      (desk.hand.kind !== 'new' && desk.hand.cue?.cue === id) ||
      Object.values(desk.given).some(({ cue }) => cue === id) ||
      channels.some((own) => (desk.shares ? own.preview : own.own[desk.id])?.cue === id);
    if (isHere) continue;
    const wasTaken = channels.some(({ graphics }) => graphics.some(({ cue }) => cue === id));
    next = wasTaken ? { ...next, drafts: without(next.drafts, key) } : bringHome(next, key);
  }
  return next;
}

/** Gives a plan's commands, or asks or says first why not. */
function give(view: View, plan: Plan, after: (desk: DeskState) => DeskState): Step {
  const { desk } = view;
  if (plan.commands.length === 0) return stays(says({ ...desk, asked: null }, `${plan.words}.`, true));
  if (plan.asks.length > 0)
    return stays(
      says({ ...desk, asked: plan.key }, `${plan.asks.join('; ')}. Look, and press again to do it.`, true),
    );
  const next: DeskState = { ...after(desk), asked: null, said: null };
  return { desk: tidy({ ...view, desk: next }), commands: plan.commands, done: plan.done };
}

function giveCue(view: View, plan: CuePlan): Step {
  return give(view, plan, (desk) => {
    const { cue } = plan;
    if (!cue) return desk;
    const before = previewSeen(view);
    let next: DeskState = { ...desk, count: desk.count + 1, typed: '' };
    // Another card's edits stay with that card.
    if (before) next = bringHome(next, `cue ${before.cue}`);
    const rows = rundownOf(view)?.rows ?? [];
    const stands = rows.find(({ id }) => id === desk.row)?.card === cue.card;
    return {
      ...next,
      given: { ...next.given, [desk.channel]: cue },
      hand: { kind: 'preview', cue },
      keyboard: { at: 'line' },
      live: null,
      ...(stands ? {} : { row: rows.find(({ card }) => card === cue.card)?.id ?? null, blockFrom: null }),
    };
  });
}

/** Puts what was put out of preview, or a template that was filled by hand, in preview; with what was typed. */
export function cueInHand(view: View): Step {
  const { desk } = view;
  const { hand } = desk;
  if (hand.kind === 'new') {
    const key = `new ${hand.template}`;
    const of = { card: null, number: null, template: hand.template, row: null, waits: false };
    const step = giveCue(view, cueFilled(view, of, { ...desk.drafts[key]?.values }));
    return { ...step, desk: { ...step.desk, drafts: without(step.desk.drafts, key) } };
  }
  if (!isDisplaced(view) || hand.kind !== 'preview' || !hand.cue) return stays(desk);
  const { cue } = hand;
  const typed = desk.drafts[`cue ${cue.cue}`]?.values ?? {};
  const plan = cueFilled(view, cue, typed);
  const step = giveCue(view, plan);
  // What was typed goes on being typed into the cue that is there now.
  const home = homeOf({ card: cue.card, template: cue.template });
  const draft = step.desk.drafts[home];
  return plan.cue && draft && Object.keys(typed).length > 0
    ? {
        ...step,
        desk: {
          ...step.desk,
          drafts: { ...without(step.desk.drafts, home), [`cue ${plan.cue.cue}`]: { ...draft, sent: typed } },
        },
      }
    : step;
}

const takes = (view: View, cue: Cue): Step =>
  give(view, takePlan(view), (desk) => ({
    ...desk,
    given: without(desk.given, desk.channel),
    hand: { kind: 'air', graphic: null, cue },
    keyboard: { at: 'line' },
    live: null,
  }));

export type DeskDeed =
  | 'cue'
  | 'take'
  | 'take-now'
  | 'next-step'
  | 'clear'
  | 'clear-all'
  | 'put-back'
  | 'send'
  | 'send-at-once'
  | 'take-back'
  | 'row-next';

/** What a key or button of the Desk does. `zone`: minutes east of UTC, for rows with a time of day. */
export function press(
  view: View,
  deed: DeskDeed,
  of: { lane?: string; graphic?: string; zone?: number } = {},
): Step {
  const { desk } = view;
  const plain = (next: DeskState): DeskState => next;
  switch (deed) {
    case 'cue':
      return giveCue(view, cuePlan(view));
    case 'take': {
      const cue = previewSeen(view);
      return cue ? takes(view, cue) : give(view, takePlan(view), plain);
    }
    case 'take-now': {
      const plan = takeNowPlan(view);
      return give(view, plan, (next) => {
        const [command] = plan.commands;
        const card = plan.puts?.card ?? null;
        if (command?.do !== 'take' || !plan.puts) return next;
        const cue: Cue = {
          card,
          number: card === null ? null : (view.air.cards[card]?.number ?? null),
          template: plan.puts.template,
          values: plan.puts.values,
          hand: [],
          row: null,
          waits: false,
          cue: command.cue ?? '',
          by: '',
          desk: desk.id,
          edit: '',
        };
        return { ...next, count: next.count + 1, typed: '', hand: { kind: 'air', graphic: null, cue } };
      });
    }
    case 'next-step':
      return give(view, stepPlan(view, of.graphic), plain);
    case 'clear':
      return give(view, clearPlan(view), plain);
    case 'clear-all':
      return give(view, clearAllPlan(view), plain);
    case 'put-back':
      return give(view, putBackPlan(view, of.lane), plain);
    case 'send':
    case 'send-at-once':
      // Sending gives the keyboard back to the call line.
      return give(view, sendPlan(view, deed === 'send'), (next) => ({ ...next, keyboard: { at: 'line' } }));
    case 'take-back': {
      const graphic = graphicInHand(view);
      return give(view, takeBackPlan(view), (next) =>
        graphic ? { ...next, drafts: without(next.drafts, `air ${graphic.id}`) } : next,
      );
    }
    case 'row-next':
      return give(view, rowPlan(view, of.zone ?? 0), plain);
  }
}

const draftFor = (view: View): Draft | null => {
  const { hand } = view.desk;
  const of = inHandOf(view);
  if (of) return { card: of.card, number: of.number, template: of.template, values: {}, sent: {} };
  return hand.kind === 'new'
    ? { card: null, number: null, template: hand.template, values: {}, sent: {} }
    : null;
};

/** Types into what is in hand. What goes to air or into preview at once is for `sendLive` and `fillPreview` to send. */
export function typeInto(view: View, values: Values): DeskState {
  const { desk } = view;
  const key = subjectOf(view);
  const draft = key === null ? null : (desk.drafts[key] ?? draftFor(view));
  if (key === null || !draft) return desk;
  const graphic = graphicInHand(view);
  const next: Record<string, FieldValue> = { ...draft.values, ...values };
  // What says again what is on air differs from it no more.
  if (graphic) for (const id of Object.keys(values)) if (graphic.values[id] === values[id]) delete next[id];
  const drafts =
    Object.keys(next).length === 0
      ? without(desk.drafts, key)
      : { ...desk.drafts, [key]: { ...draft, values: next } };
  return { ...desk, drafts, asked: null };
}

/** What has been typed into preview and is not there yet, as a command. */
export function fillPreview(view: View): Step {
  const { desk } = view;
  const cue = previewSeen(view);
  const draft = cue ? desk.drafts[`cue ${cue.cue}`] : undefined;
  const values = pendingOf(draft);
  if (!cue || !draft || Object.keys(values).length === 0) return stays(desk);
  const as = `${desk.mark}-${desk.count}`;
  return {
    desk: { ...desk, count: desk.count + 1, fills: { ...desk.fills, [cue.cue]: as } },
    commands: [
      { do: 'fill', channel: desk.channel, ...further(desk), ...which(desk), cue: cue.cue, values, as },
    ],
    done: '',
  };
}

/** What has been typed live into the graphic in hand and is not on air yet, as a command. */
export function sendLive(view: View): Step {
  const { desk } = view;
  const graphic = graphicInHand(view);
  const value =
    graphic && desk.live !== null ? pendingOf(desk.drafts[`air ${graphic.id}`])[desk.live] : undefined;
  if (!graphic || desk.live === null || value === undefined) return stays(desk);
  return {
    desk,
    commands: [
      {
        do: 'change',
        channel: desk.channel,
        graphic: graphic.id,
        values: { [desk.live]: value },
        motion: false,
        typing: true,
        ...(desk.toCard && graphic.card !== null ? { card: true as const } : {}),
      },
    ],
    done: 'Air follows what you type.',
  };
}

/** Takes something in hand; what was typed into what was there stays with it. */
export function takeInHand(
  view: View,
  hand: { graphic: string } | { template: string } | 'preview',
): DeskState {
  const { desk, air } = view;
  const left = { ...desk, live: null, asked: null, keyboard: { at: 'line' } as const };
  if (hand === 'preview')
    return tidy({ ...view, desk: { ...left, hand: { kind: 'preview', cue: previewSeen(view) } } });
  if ('template' in hand)
    return tidy({ ...view, desk: { ...left, hand: { kind: 'new', template: hand.template } } });
  const graphic = upOf(air, desk.channel).find(({ id }) => id === hand.graphic);
  return graphic
    ? tidy({ ...view, desk: { ...left, hand: { kind: 'air', graphic: graphic.id, cue: graphic } } })
    : desk;
}

/** Goes to another channel. What was typed stays with its card or graphic. */
export function goToChannel(view: View, channel: string): DeskState {
  if (view.desk.channel === channel) return view.desk;
  const desk: DeskState = { ...view.desk, channel, typed: '', live: null, asked: null, said: null };
  const next: DeskState = { ...desk, keyboard: { at: 'line' } };
  const cue = previewSeen({ desk: next, air: view.air });
  return tidy({ ...view, desk: { ...next, hand: { kind: 'preview', cue } } });
}

/** What was typed before and never sent, of the card or template in hand. */
export function offerOf(view: View): { readonly key: string; readonly values: Values } | null {
  const of = inHandOf(view);
  if (!of) return null;
  const key = homeOf(of);
  const draft = view.desk.drafts[key];
  return draft && draft.template === of.template ? { key, values: draft.values } : null;
}

/** Takes up what is offered, or lets it go. */
export function answerOffer(view: View, isWanted: boolean): DeskState {
  const offer = offerOf(view);
  if (!offer) return view.desk;
  const desk = { ...view.desk, drafts: without(view.desk.drafts, offer.key) };
  return isWanted ? typeInto({ ...view, desk }, offer.values) : desk;
}

/** Drops what was typed into what is in hand; what of it has reached preview stays there. */
export function dropDraft(view: View): DeskState {
  const key = subjectOf(view);
  return key === null ? view.desk : { ...view.desk, drafts: without(view.desk.drafts, key), asked: null };
}

/** What a new air state makes of the Desk. `before` is the view as it was; `view` has the new state. */
export function hear(before: View, view: View): DeskState {
  const { air, now } = view;
  let desk = view.desk;
  // One's own cues and fillings have arrived.
  for (const [channel, cue] of Object.entries(desk.given)) {
    const own = air.air[channel];
    const there = desk.shares ? own?.preview : own?.own[desk.id];
    if (there?.cue === cue.cue) desk = { ...desk, given: without(desk.given, channel) };
  }
  for (const [channel, own] of Object.entries(air.air)) {
    const there = desk.shares ? own.preview : (own.own[desk.id] ?? null);
    if (there && desk.fills[there.cue] !== undefined && desk.fills[there.cue] === there.edit)
      desk = { ...desk, fills: without(desk.fills, there.cue) };
    if (!desk.shares) continue;
    const known = desk.arrivals[channel];
    if ((there?.cue ?? null) === (known?.cue ?? null)) continue;
    const was = before.air.air[channel]?.preview ?? null;
    desk = {
      ...desk,
      arrivals: {
        ...desk.arrivals,
        [channel]: {
          cue: there?.cue ?? null,
          at: now,
          isOther: there !== null && there !== undefined && there.desk !== desk.id,
          overOwn:
            (was !== null && was.desk === desk.id) || (was === null ? false : (known?.overOwn ?? false)),
        },
      },
    };
  }
  // What was typed into graphics that have left waits with their cards.
  for (const key of Object.keys(desk.drafts)) {
    if (!key.startsWith('air ')) continue;
    const id = key.slice(4);
    if (
      !Object.values(air.air).some(({ graphics }) => graphics.some((g) => g.id === id && g.exitAt === null))
    )
      desk = bringHome(desk, key);
  }
  return tidy({ ...view, desk: followHand({ ...view, desk }) });
}

/** What is in hand after the state has changed. */
function followHand(view: View): DeskState {
  const { desk, air } = view;
  const { hand } = desk;
  const seen = previewSeen(view);
  if (hand.kind === 'air') {
    const graphic = graphicInHand(view);
    if (graphic)
      return hand.graphic === graphic.id && hand.cue === graphic
        ? desk
        : { ...desk, hand: { kind: 'air', graphic: graphic.id, cue: graphic } };
    // It is on its way up, or someone types into it: it stays in hand, and says that it has left.
    if (hand.graphic === null || desk.keyboard.at === 'field') return { ...desk, live: null };
    return { ...desk, live: null, hand: { kind: 'preview', cue: seen } };
  }
  if (hand.kind === 'new') return desk;
  const typed = hand.cue ? desk.drafts[`cue ${hand.cue.cue}`] : undefined;
  if (hand.cue && seen?.cue !== hand.cue.cue) {
    const wasTaken = Object.values(air.air).some(({ graphics }) =>
      graphics.some((g) => g.cue === hand.cue?.cue),
    );
    // What was typed is not written into what has taken its place.
    if (!wasTaken && (typed || desk.keyboard.at === 'field')) return { ...desk, asked: null };
  }
  if (seen === hand.cue) return desk;
  return seen?.cue === hand.cue?.cue
    ? { ...desk, hand: { kind: 'preview', cue: seen } }
    : { ...desk, asked: null, hand: { kind: 'preview', cue: seen } };
}

/** What an answer makes of the Desk: null is done, else why not. */
export function answered(view: View, command: Command, refused: string | null, done: string): DeskState {
  let desk = view.desk;
  if (refused !== null) {
    desk = says(desk, refused, true);
    switch (command.do) {
      case 'cue':
        if (desk.given[command.channel]?.cue === command.as)
          desk = { ...desk, given: without(desk.given, command.channel) };
        break;
      case 'fill':
        if (desk.fills[command.cue] === command.as)
          desk = { ...desk, fills: without(desk.fills, command.cue) };
        break;
      case 'take':
        // Not taken: what was in preview is in hand again.
        if (desk.hand.kind === 'air' && desk.hand.graphic === null && desk.hand.cue.cue === command.cue)
          desk = { ...desk, hand: { kind: 'preview', cue: desk.hand.cue } };
        break;
    }
    return followHand({ ...view, desk });
  }
  if (done) desk = says(desk, done, false);
  switch (command.do) {
    case 'cue':
      if (desk.given[command.channel]?.cue === command.as)
        desk = { ...desk, given: without(desk.given, command.channel) };
      break;
    case 'fill': {
      const key = `cue ${command.cue}`;
      const draft = desk.drafts[key];
      if (draft)
        desk = {
          ...desk,
          drafts: { ...desk.drafts, [key]: { ...draft, sent: { ...draft.sent, ...command.values } } },
        };
      break;
    }
    case 'take': {
      desk = { ...desk, drafts: without(desk.drafts, `cue ${command.cue}`) };
      const rows = rundownOf({ ...view, desk })?.rows ?? [];
      const card = desk.hand.kind === 'air' ? desk.hand.cue.card : null;
      const at = rows.findIndex((row) => row.card === card);
      if (at >= 0) desk = { ...desk, row: rows[at + 1]?.id ?? rows[at]?.id ?? null };
      break;
    }
    case 'change': {
      const key = `air ${command.graphic}`;
      const draft = desk.drafts[key];
      if (!draft) break;
      // What was typed meanwhile is still to be sent.
      const left = Object.fromEntries(
        Object.entries(draft.values).filter(([id, value]) => command.values[id] !== value),
      );
      desk = {
        ...desk,
        drafts:
          Object.keys(left).length === 0
            ? without(desk.drafts, key)
            : { ...desk.drafts, [key]: { ...draft, values: left } },
      };
      break;
    }
  }
  return followHand({ ...view, desk });
}
