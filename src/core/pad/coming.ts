import { rowToCome, type AirState, type Graphic, type Releases } from '../playout';
import type { Field, RundownRow } from '../show';

/** The rows that come next on a channel, the one that its button takes first: of the rundown that is its own, else the first there is. */
export function comingRows(state: AirState, channel: string, count: number): readonly RundownRow[] {
  const rundown = state.rundowns.find((own) => own.channel === channel) ?? state.rundowns[0];
  const first = rundown && rowToCome(state, rundown, channel);
  if (!first) return [];
  const at = rundown.rows.indexOf(first);
  return rundown.rows.slice(at, at + count);
}

/** A text of a graphic that is up. */
export interface Correctable {
  readonly graphic: Graphic;
  readonly field: Field;
  readonly value: string;
}

/** The texts on a channel that can be corrected; what was taken last comes first. */
export const correctable = (state: AirState, channel: string, releases: Releases): Correctable[] =>
  (state.air[channel]?.graphics ?? [])
    .filter(({ exitAt }) => exitAt === null)
    .sort((a, b) => b.enterAt - a.enterAt)
    .flatMap((graphic) =>
      (releases(graphic.release)?.templates[graphic.template]?.fields ?? [])
        .filter(({ kind }) => kind === 'text')
        .map((field) => ({ graphic, field, value: String(graphic.values[field.id] ?? field.default) })),
    );
