import { isOnChannel, isTarget, acceptValue, type Reaction, type Template, type Values } from '../show';
import { sameName } from '../data';
import { byHand, callMove } from './moves';
import { leave } from './leave';
import { channelOf } from './lookup';
import { send } from './send';
import type { AirState, Due, Graphic } from './state';
import { nextFrame, note, plain, type Releases, type Work } from './work';

/** A graphic that is up, and what it is. */
interface Seen {
  readonly channel: string;
  readonly graphic: Graphic;
  readonly template: Template;
}

/** The graphics that a reaction of a graphic is about, as they stand at a time. */
export function reactionTargets(
  state: AirState,
  reaction: Reaction,
  of: { readonly channel: string; readonly graphic: string },
  at: number,
  releases: Releases,
): Seen[] {
  const found: Seen[] = [];
  for (const channel of state.channels) {
    if (!isOnChannel(reaction, channel, channel.id === of.channel)) continue;
    for (const graphic of state.air[channel.id]?.graphics ?? []) {
      if (graphic.id === of.graphic || graphic.exitAt !== null || graphic.enterAt > at + 1e-6) continue;
      const template = releases(graphic.release)?.templates[graphic.template];
      if (template && isTarget(reaction.whose, template, graphic.name, graphic.lane))
        found.push({ channel: channel.id, graphic, template });
    }
  }
  return found;
}

/** What becomes of a graphic on account of another's take, once all has come to rest. */
export interface Aftermath {
  readonly leaves: boolean;
  /** Ids of the moves that it is away on. */
  readonly away: readonly string[];
  readonly values: Values;
}

/** What others look like once a graphic of a template has been taken, by the id of each that reacts. */
export function aftermath(
  state: AirState,
  channel: string,
  template: Template,
  at: number,
  releases: Releases,
): Map<string, Aftermath> {
  const found = new Map<string, Aftermath>();
  for (const reaction of template.reactions) {
    if (reaction.on !== 'enter') continue;
    for (const { graphic, template: own } of reactionTargets(
      state,
      reaction,
      { channel, graphic: '' },
      at,
      releases,
    )) {
      const { does } = reaction;
      const now = found.get(graphic.id) ?? {
        leaves: false,
        away: graphic.moves.flatMap(({ ref, back }) => (back ? [] : [ref])),
        values: {},
      };
      const moved = own.moves
        .filter(
          ({ name }) =>
            (does.do === 'move' || does.do === 'back') && (does.move === null || sameName(name, does.move)),
        )
        .map(({ id }) => id);
      found.set(graphic.id, {
        leaves: now.leaves || does.do === 'leave',
        away:
          does.do === 'move'
            ? [...new Set([...now.away, ...moved])]
            : does.do === 'back'
              ? now.away.filter((id) => !moved.includes(id))
              : now.away,
        values: does.do === 'change' ? { ...now.values, ...changedBy(does.values, own) } : now.values,
      });
    }
  }
  return found;
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

/** Lets others react to a moment in the life of a graphic. */
export function react(work: Work, due: Due): void {
  const { state, releases } = work;
  const source = state.air[due.channel]?.graphics.find((g) => g.id === due.graphic);
  const template = source && releases(source.release)?.templates[source.template];
  if (!source || !template) return;
  const own: Work = { ...work, why: 'reaction', by: `reaction of ${source.name}` };
  for (const reaction of template.reactions) {
    if (reaction.on !== due.on || (due.on === 'marker' && reaction.marker !== due.marker)) continue;
    for (const target of reactionTargets(state, reaction, due, due.at, releases))
      carryOut(own, reaction, target, source.id);
  }
}

function carryOut(
  work: Work,
  { does }: Reaction,
  { channel: id, graphic, template }: Seen,
  cause: string,
): void {
  const { channel, air } = channelOf(work.state, id);
  const at = nextFrame(work.at, channel);
  switch (does.do) {
    case 'leave':
      return leave(work, id, air, graphic, at);
    case 'move':
    case 'back':
      for (const phase of template.moves)
        if (does.move === null || sameName(phase.name, does.move))
          callMove(
            work,
            channel,
            graphic,
            template,
            phase,
            does.do === 'back',
            at,
            does.do === 'move' && !does.stays ? cause : byHand,
          );
      return;
    case 'change': {
      const values = changedBy(does.values, template);
      const isNew = Object.entries(values).some(([field, value]) => graphic.values[field] !== value);
      if (!isNew) return;
      send(
        work,
        id,
        graphic,
        template,
        { ...plain(graphic.values), ...graphic.values, ...values },
        at,
        channel,
        true,
      );
      note(work, 'change', id, graphic, at);
    }
  }
}
