import { nameOfCue } from '../playout';
import { graphicInHand, isDisplaced, previewSeen, type View } from './desk';
import { cuePlan, fieldName, takeNowPlan, takePlan, type Plan } from './plan';
import { putBackPlan, rowPlan, sendPlan, stepPlan, takeBackPlan } from './plan-up';
import type { DeskAction } from './keys';

/** What the foot of the Desk says: all that a key can put on air at this moment. */
export interface Foot {
  readonly cue: Plan;
  readonly take: Plan;
  /** Further keys that change air, where they would do something. */
  readonly others: readonly { readonly action: DeskAction; readonly plan: Plan }[];
  /** What someone else has done to preview, to be seen at once. */
  readonly alarm: string | null;
  /** The field whose every key is on air. */
  readonly live: string | null;
}

export function footOf(view: View, zone: number): Foot {
  const { desk, air, releases } = view;
  const take = takePlan(view);
  const others: [DeskAction, Plan][] = [
    ['send', sendPlan(view, true)],
    ['take-back', takeBackPlan(view)],
    ['next-step', stepPlan(view)],
    ['put-back', putBackPlan(view)],
    ['row-next', rowPlan(view, zone)],
    ['take-now', takeNowPlan(view)],
  ];
  const graphic = graphicInHand(view);
  const seen = previewSeen(view);
  const template = graphic ? releases(graphic.release)?.templates[graphic.template] : undefined;
  return {
    cue: cuePlan(view),
    take,
    others: others.flatMap(([action, plan]) => (plan.commands.length > 0 ? [{ action, plan }] : [])),
    alarm:
      isDisplaced(view) && desk.hand.kind === 'preview' && desk.hand.cue
        ? seen
          ? `${seen.by || 'Someone'} has put ${nameOfCue(air, releases, seen)} in preview over your ${nameOfCue(air, releases, desk.hand.cue)}. What you typed stays with it.`
          : `Your ${nameOfCue(air, releases, desk.hand.cue)} was taken out of preview by someone else. What you typed stays with it.`
        : take.asks.length > 0
          ? `${take.asks.join('; ')}.`
          : null,
    live: desk.live !== null && graphic ? fieldName(template, desk.live) : null,
  };
}
