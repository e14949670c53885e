// What each kind of deed of a reaction does on air, and what comes of it at rest.
import { sameName } from '../data';
import {
  sameValue,
  acceptValue,
  type DeedName,
  type ReactionDeed,
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
export interface Aftermath {
  readonly leaves: boolean;
  /** Ids of the moves that it is away on. */
  readonly away: readonly string[];
  readonly values: Values;
}

interface OnAir<D> {
  /** `cause` is the id of the graphic that is reacted to. */
  readonly carryOut: (work: Work, deed: D, seen: Seen, cause: string) => void;
  readonly aftermath: (deed: D, before: Aftermath, template: Template) => Aftermath;
}

/** The moves of a template that a deed names; null: all. */
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

const onAir: { readonly [K in DeedName]: OnAir<Extract<ReactionDeed, { do: K }>> } = {
  leave: {
    carryOut(work, _deed, { channel: id, graphic }) {
      const { channel, air } = channelOf(work.state, id);
      leave(work, id, air, graphic, nextFrame(work.at, channel));
    },
    aftermath: (_deed, before) => ({ ...before, leaves: true }),
  },
  move: {
    carryOut: (work, deed, seen, cause) =>
      callMoves(work, seen, deed.move, false, deed.stays ? byHand : cause),
    aftermath: (deed, before, template) => ({
      ...before,
      away: [...new Set([...before.away, ...movesNamed(template, deed.move).map(({ id }) => id)])],
    }),
  },
  back: {
    carryOut: (work, deed, seen) => callMoves(work, seen, deed.move, true, byHand),
    aftermath(deed, before, template) {
      const named = movesNamed(template, deed.move).map(({ id }) => id);
      return { ...before, away: before.away.filter((id) => !named.includes(id)) };
    },
  },
  change: {
    carryOut(work, deed, { channel: id, graphic, template }) {
      const { channel } = channelOf(work.state, id);
      const at = nextFrame(work.at, channel);
      const values = changedBy(deed.values, template);
      const isNew = Object.entries(values).some(([field, value]) => !sameValue(graphic.values[field], value));
      if (!isNew) return;
      const all = { ...plain(graphic.values), ...graphic.values, ...values };
      send(work, id, graphic, template, all, at, channel, true);
      note(work, 'change', id, graphic, at);
    },
    aftermath: (deed, before, template) => ({
      ...before,
      values: { ...before.values, ...changedBy(deed.values, template) },
    }),
  },
};
const of = (deed: ReactionDeed): OnAir<ReactionDeed> => onAir[deed.do] as OnAir<ReactionDeed>;

export const carryOut = (work: Work, deed: ReactionDeed, seen: Seen, cause: string): void =>
  of(deed).carryOut(work, deed, seen, cause);
export const aftermathOf = (deed: ReactionDeed, before: Aftermath, template: Template): Aftermath =>
  of(deed).aftermath(deed, before, template);
