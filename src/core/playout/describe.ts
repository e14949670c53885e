import { fillFromRow } from '../data';
import { exactRate, type Card, type Release, type Values } from '../show';
import { endOf, laneState } from './on-air';
import type { AirState, Cue, Graphic } from './state';

/** The words of a card: its first text that is not empty. */
export function valuesWords(release: Release | undefined, templateId: string, values: Values): string {
  const template = release?.templates[templateId];
  for (const field of template?.fields ?? []) {
    if (field.kind !== 'text') continue;
    const words = String(values[field.id] ?? field.default).trim();
    if (words) return words;
  }
  return '';
}

/** The words of a card that is kept, also of one that takes them from a row of a table. */
export function cardWords(release: Release | undefined, card: Card): string {
  const template = release?.templates[card.template];
  const table = card.row && release?.tables[card.row.of];
  const row = table?.rows.find(({ id }) => id === card.row?.key);
  const filled =
    release && template && table && row
      ? fillFromRow(template, table, row, release.assets, release.tables).values
      : {};
  return valuesWords(release, card.template, { ...filled, ...card.values });
}

export const graphicWords = (graphic: Pick<Graphic, 'number' | 'name'>): string =>
  graphic.number === null ? graphic.name : `${graphic.number} ${graphic.name}`;

/** What taking a cue would do, as one sentence without its full stop; said before it is done. */
export function describeTake(
  state: AirState,
  channelId: string,
  cue: Cue,
  release: Release | undefined,
  time: number,
): string {
  const channel = state.channels.find((c) => c.id === channelId);
  const template = release?.templates[cue.template];
  if (!channel || !template) return 'cannot be taken: its template is not in the release on air';
  const lane = channel.lanes.find((l) => l.id === template.lane);
  if (!lane) return `cannot be taken: ${channel.name} has no lane for it`;
  const { holder, leaving, waiting } = laneState(state.air[channelId]?.graphics ?? [], template.lane, time);
  if (holder && holder.card !== null && holder.card === cue.card)
    return `sends its words to ${lane.name}, where it is up already`;
  if (holder) {
    const seconds = (holder.exitFrames / exactRate(holder.rate)).toFixed(1);
    return `replaces ${graphicWords(holder)} in ${lane.name}, after its exit (${seconds} s)`;
  }
  if (waiting) return `takes the place of ${graphicWords(waiting)}, which waits for ${lane.name}`;
  if (leaving.length > 0) {
    const wait = Math.max(...leaving.map(endOf)) - time;
    return `enters ${lane.name} when ${graphicWords(leaving[0] as Graphic)} has left (${Math.max(0, wait).toFixed(1)} s)`;
  }
  return `enters ${lane.name}, which is free`;
}
