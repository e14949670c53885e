// What each kind of action of a reaction does on air, and what comes of it at rest.
import { sameName } from '../data';
import {
  sameValue,
  acceptValue,
  type ReactionActionName,
  type ReactionAction,
  type Template,
  type Values,
} from '../show';
import { leave } from './leave';
import { channelOf } from './lookup';
import { byHand, callMove } from './moves';
import { send } from './send';
import type { Graphic } from './state';
import { nextFrame, note, plain, type Work } from './work';

/** A graphic that is up, and what it is. */
export interface Seen {
  readonly channel: string;
  readonly graphic: Graphic;
  readonly template: Template;
}

/** What becomes of a graphic on account of another's take, once all has come to rest. */
export interface EffectOnOther {
  readonly leaves: boolean;
  /** Ids of the moves that it is away on. */
  readonly away: readonly string[];
  readonly values: Values;
}

interface OnAir<D> {
  /** `cause` is the id of the graphic that is reacted to. */
  readonly perform: (work: Work, action: D, seen: Seen, cause: string) => void;
  readonly effect: (action: D, before: EffectOnOther, template: Template) => EffectOnOther;
}

/** The moves of a template that a action names; null: all. */
export const movesNamed = (template: Template, name: string | null): Template['moves'] =>
  template.moves.filter((move) => name === null || sameName(move.name, name));

function callMoves(
  work: Work,
  { channel: id, graphic, template }: Seen,
  name: string | null,
  back: boolean,
  holder: string,
): void {
  const { channel } = channelOf(work.state, id);
  const at = nextFrame(work.at, channel);
  for (const phase of movesNamed(template, name))
    callMove(work, channel, graphic, template, phase, back, at, holder);
}

/** Values that are given by the names of fields, as far as a template has and takes them. */
function changedBy(given: Values, template: Template): Values {
  const values: Values = {};
  for (const [name, raw] of Object.entries(given)) {
    const field = template.fields.find((own) => sameName(own.name, name));
    const accepted = field && acceptValue(field, raw);
    if (field && accepted && 'value' in accepted) values[field.id] = accepted.value;
  }
  return values;
}

const onAir: { readonly [K in ReactionActionName]: OnAir<Extract<ReactionAction, { do: K }>> } = {
  leave: {
    perform(work, _action, { channel: id, graphic }) {
      const { channel, air } = channelOf(work.state, id);
      leave(work, id, air, graphic, nextFrame(work.at, channel));
    },
    effect: (_action, before) => ({ ...before, leaves: true }),
  },
  move: {
    perform: (work, action, seen, cause) =>
      callMoves(work, seen, action.move, false, action.stays ? byHand : cause),
    effect: (action, before, template) => ({
      ...before,
      away: [...new Set([...before.away, ...movesNamed(template, action.move).map(({ id }) => id)])],
    }),
  },
  back: {
    perform: (work, action, seen) => callMoves(work, seen, action.move, true, byHand),
    effect(action, before, template) {
      const named = movesNamed(template, action.move).map(({ id }) => id);
      return { ...before, away: before.away.filter((id) => !named.includes(id)) };
    },
  },
  change: {
    perform(work, action, { channel: id, graphic, template }) {
      const { channel } = channelOf(work.state, id);
      const at = nextFrame(work.at, channel);
      const values = changedBy(action.values, template);
      const isNew = Object.entries(values).some(([field, value]) => !sameValue(graphic.values[field], value));
      if (!isNew) return;
      const all = { ...plain(graphic.values), ...graphic.values, ...values };
      send(work, id, graphic, template, all, at, channel, true);
      note(work, 'change', id, graphic, at);
    },
    effect: (action, before, template) => ({
      ...before,
      values: { ...before.values, ...changedBy(action.values, template) },
    }),
  },
};
const of = (action: ReactionAction): OnAir<ReactionAction> => onAir[action.do] as OnAir<ReactionAction>;

export const perform = (work: Work, action: ReactionAction, seen: Seen, cause: string): void =>
  of(action).perform(work, action, seen, cause);
export const effectOf = (action: ReactionAction, before: EffectOnOther, template: Template): EffectOnOther =>
  of(action).effect(action, before, template);
