import { endsAtRest, phaseEnd } from '../motion';
import { exactRate, type Channel, type Template } from '../show';
import { happens } from './happen';
import { moveFrame } from './on-air';
import type { Graphic } from './state';
import { nextFrame, note, type Work } from './work';

/** Keeps a graphic away on a move until it is called back. */
export const byHand = 'by hand';

/** Sends a graphic on a move, or back from it; from wherever it is. `hold` is what keeps it away. */
export function callMove(
  work: Work,
  channel: Channel,
  graphic: Graphic,
  template: Template,
  phase: Template['moves'][number],
  back: boolean,
  at: number,
  hold: string = byHand,
): void {
  const present = graphic.moves.find((own) => own.ref === phase.id);
  const frames = phaseEnd(phase);
  const stands = present ? moveFrame(present, at, graphic.rate) : 0;
  // What has come back to rest by itself begins anew; what is away is already where it is sent.
  const from = !back && stands >= frames && endsAtRest(phase) ? 0 : stands;
  const holds = present && !present.back ? [...new Set([...present.holds, hold])] : [hold];
  if (present && !present.back && !back) present.holds = holds;
  if (present && present.back === back && from === stands) return;
  if (!present && back) return;
  graphic.moves = [
    ...graphic.moves.filter((own) => own.ref !== phase.id),
    ...(back && stands === 0 ? [] : [{ ref: phase.id, at, from, back, frames, holds: back ? [] : holds }]),
  ];
  if (!back)
    happens(work.state, channel.id, graphic, template, {
      phase: phase.id,
      at: at - from / exactRate(template.rate),
    });
  note(work, 'move', channel.id, graphic, at, back ? `back from ${phase.name}` : phase.name);
}

/** A graphic that goes lets go of what its reactions have sent away: what nothing else keeps away comes back. */
export function letGo(work: Work, cause: Graphic): void {
  const own: Work = { ...work, why: 'reaction', by: `${cause.name} has left` };
  for (const channel of work.state.channels)
    for (const graphic of work.state.air[channel.id]?.graphics ?? []) {
      if (graphic.exitAt !== null) continue;
      for (const move of [...graphic.moves]) {
        if (move.back || !move.holds.includes(cause.id)) continue;
        move.holds = move.holds.filter((id) => id !== cause.id);
        const template = work.releases(graphic.release)?.templates[graphic.template];
        const phase = template?.moves.find(({ id }) => id === move.ref);
        if (move.holds.length === 0 && template && phase)
          callMove(own, channel, graphic, template, phase, true, nextFrame(work.at, channel));
      }
    }
}
