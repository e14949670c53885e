import { exactRate, phasesOf, type Template } from '../show';
import type { AirState, Due, Graphic } from './state';

/** Notes when others are to react to a moment of a graphic, and to the markers of the phase that begins with it. */
export function happens(
  state: AirState,
  channel: string,
  graphic: Graphic,
  template: Template | undefined,
  what: { readonly on?: Due['on']; readonly phase: string; readonly at: number },
): void {
  const wanted = template?.reactions ?? [];
  if (!template || wanted.length === 0) return;
  const due = (on: Due['on'], at: number, marker: string | null): void =>
    void state.due.push({ at, channel, graphic: graphic.id, on, marker });
  const { on } = what;
  if (on && wanted.some((reaction) => reaction.on === on)) due(on, what.at, null);
  const phase = phasesOf(template).find(({ ref }) => ref === what.phase)?.phase;
  for (const marker of phase?.markers ?? [])
    if (wanted.some((reaction) => reaction.on === 'marker' && reaction.marker === marker.name))
      due('marker', what.at + marker.frame / exactRate(template.rate), marker.name);
}

/** Nothing more happens on account of a graphic. */
export const forget = (state: AirState, graphic: string): void => {
  if (state.due.some((due) => due.graphic === graphic))
    state.due = state.due.filter((due) => due.graphic !== graphic);
};
