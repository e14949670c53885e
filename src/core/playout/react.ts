import { isOnChannel, isTarget, type Reaction, type Template } from '../show';
import { phaseEnd } from '../motion';
import { effectOf, perform, movesNamed, type EffectOnOther, type Seen } from './reaction-actions';
import type { AirState, Due, Graphic } from './state';
import type { Releases, Work } from './work';

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

/** What others look like once a graphic of a template has been taken, by the id of each that reacts. */
export function effectsOnOthers(
  state: AirState,
  channel: string,
  template: Template,
  at: number,
  releases: Releases,
): Map<string, EffectOnOther> {
  const found = new Map<string, EffectOnOther>();
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
      found.set(graphic.id, effectOf(does, now, own));
    }
  }
  return found;
}

/**
 * A graphic that comes while others are up whose coming would have sent it away for as long as they stay: it comes as
 * one that is away already, and is back when the last of them leaves.
 */
export function comeAway({ state, releases }: Work, channelId: string, graphic: Graphic, template: Template): void {
  const channel = state.channels.find(({ id }) => id === channelId);
  if (!channel) return;
  for (const [other, { graphics }] of Object.entries(state.air))
    for (const cause of graphics) {
      if (cause.id === graphic.id || cause.exitAt !== null || cause.enterAt > graphic.enterAt + 1e-6) continue;
      for (const reaction of releases(cause.release)?.templates[cause.template]?.reactions ?? []) {
        const { does } = reaction;
        if (reaction.on !== 'enter' || does.do !== 'move' || does.stays) continue;
        if (!isOnChannel(reaction, channel, other === channelId)) continue;
        if (!isTarget(reaction.whose, template, graphic.name, graphic.lane)) continue;
        for (const phase of movesNamed(template, does.move)) {
          const frames = phaseEnd(phase);
          const present = graphic.moves.find(({ ref }) => ref === phase.id);
          if (present) present.holds = [...new Set([...present.holds, cause.id])];
          else graphic.moves.push({ ref: phase.id, at: graphic.enterAt, from: frames, back: false, frames, holds: [cause.id] });
        }
      }
    }
} // prettier-ignore

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
      perform(own, reaction.does, target, source.id);
  }
}
