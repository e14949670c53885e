import { isTarget, acceptValue, type Reaction, type Template, type Values } from '../show';
import { sameName } from '../data';
import { callMove } from './change';
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
  for (const [channel, air] of Object.entries(state.air)) {
    if (reaction.where === 'this' && channel !== of.channel) continue;
    for (const graphic of air.graphics) {
      if (graphic.id === of.graphic || graphic.exitAt !== null || graphic.enterAt > at + 1e-6) continue;
      const template = releases(graphic.release)?.templates[graphic.template];
      if (template && isTarget(reaction.whose, template, graphic.name, graphic.lane))
        found.push({ channel, graphic, template });
    }
  }
  return found;
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
      carryOut(own, reaction, target);
  }
}

function carryOut(work: Work, { does }: Reaction, { channel: id, graphic, template }: Seen): void {
  const { channel, air } = channelOf(work.state, id);
  const at = nextFrame(work.at, channel);
  switch (does.do) {
    case 'leave':
      return leave(work, id, air, graphic, at);
    case 'move':
    case 'back':
      for (const phase of template.moves)
        if (does.move === null || sameName(phase.name, does.move))
          callMove(work, channel, graphic, template, phase, does.do === 'back', at);
      return;
    case 'change': {
      const values: Values = {};
      for (const [name, raw] of Object.entries(does.values)) {
        const field = template.fields.find((own) => sameName(own.name, name));
        const accepted = field && acceptValue(field, raw);
        if (field && accepted && 'value' in accepted) values[field.id] = accepted.value;
      }
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
