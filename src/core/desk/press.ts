import type { Command, Cue } from '../playout';

import {
  further,
  graphicInHand,
  homeOf,
  isDisplaced,
  pendingOf,
  previewSeen,
  upOf,
  which,
  type DeskState,
  type View,
} from './desk';
import { bringHome, dropDraft, tidy, without } from './drafts';
import { says } from './hear';
import { cueFilled, cuePlan, rundownOf, takeNowPlan, takePlan, type CuePlan, type Plan } from './plan';
import { clearAllPlan, clearPlan, putBackPlan, rowPlan, sendPlan, stepPlan, takeBackPlan } from './plan-up';

/** What a press makes of the Desk, and what it sends. */
export interface Step {
  readonly desk: DeskState;
  readonly commands: readonly Command[];
  /** What is said once the last of them is done. */
  readonly done: string;
}

const stays = (desk: DeskState): Step => ({ desk, commands: [], done: '' });
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

export type DeskPress =
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
  what: DeskPress,
  of: { lane?: string; graphic?: string; zone?: number } = {},
): Step {
  const { desk } = view;
  const plain = (next: DeskState): DeskState => next;
  switch (what) {
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
      return give(view, sendPlan(view, what === 'send'), (next) => ({ ...next, keyboard: { at: 'line' } }));
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

/** Drops what was typed into what is in hand; in preview, what has arrived goes back to what the card or data says. */
export function drop(view: View): Step {
  const cue = previewSeen(view);
  const draft = cue && view.desk.drafts[`cue ${cue.cue}`];
  const desk = dropDraft(view);
  if (!cue || !draft || desk.hand.kind !== 'preview' || isDisplaced(view)) return stays(desk);
  const own = cue.card === null ? {} : (view.air.cards[cue.card]?.values ?? {});
  const ids = Object.keys(draft.values);
  const values = Object.fromEntries(ids.flatMap((id) => (own[id] === undefined ? [] : [[id, own[id]]])));
  const follow = ids.filter((id) => own[id] === undefined);
  return {
    desk,
    commands: [
      {
        do: 'fill',
        channel: desk.channel,
        ...which(desk),
        cue: cue.cue,
        values,
        ...(follow.length > 0 ? { follow } : {}),
      },
    ],
    done: 'What was typed is dropped.',
  };
}

/** Works on the preview that all share from here on, or on one of its own. */
export function share(view: View, shares: boolean): DeskState {
  const desk: DeskState = { ...view.desk, shares, asked: null };
  const cue = previewSeen({ ...view, desk });
  return tidy({ ...view, desk: { ...desk, hand: { kind: 'preview', cue } } });
}

/** Goes to another channel. What was typed stays with its card or graphic. */
export function goToChannel(view: View, channel: string): DeskState {
  if (view.desk.channel === channel) return view.desk;
  const desk: DeskState = { ...view.desk, channel, typed: '', live: null, asked: null, said: null };
  const next: DeskState = { ...desk, keyboard: { at: 'line' } };
  const cue = previewSeen({ desk: next, air: view.air });
  return tidy({ ...view, desk: { ...next, hand: { kind: 'preview', cue } } });
}
