import { sameValue, type FieldValue, type Values } from '../show';
import {
  graphicInHand,
  homeOf,
  inHandOf,
  pendingOf,
  subjectOf,
  type DeskState,
  type Draft,
  type View,
} from './desk';

// What was typed and where it belongs.

export const without = <T>(all: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> =>
  key in all ? Object.fromEntries(Object.entries(all).filter(([id]) => id !== key)) : all;

/** What was typed into a cue or graphic that is gone waits with its card, to be offered when it is called again. */
export function bringHome(desk: DeskState, key: string): DeskState {
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
export function tidy({ desk, air }: Pick<View, 'desk' | 'air'>): DeskState {
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
  if (graphic)
    for (const id of Object.keys(values)) if (sameValue(graphic.values[id], values[id])) delete next[id];
  const drafts =
    Object.keys(next).length === 0
      ? without(desk.drafts, key)
      : { ...desk.drafts, [key]: { ...draft, values: next } };
  return { ...desk, drafts, asked: null };
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
