import type { AirState, Cue, Graphic } from './state';
import type { Releases } from './work';

/** A graphic by its number and name. */
export const graphicWords = (graphic: Pick<Graphic, 'number' | 'name'>): string =>
  graphic.number === null ? graphic.name : `${graphic.number} ${graphic.name}`;

/** A cue by its number and name. */
export function nameOfCue(
  state: AirState,
  releases: Releases,
  cue: Pick<Cue, 'card' | 'number' | 'template'>,
): string {
  const template = state.release === null ? undefined : releases(state.release)?.templates[cue.template];
  const card = cue.card === null ? undefined : state.cards[cue.card];
  return `${cue.number ?? ''} ${card?.name ?? template?.name ?? ''}`.trim() || 'something else';
}
