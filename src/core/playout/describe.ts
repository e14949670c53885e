import { fillFromRow } from '../data';
import {
  afterExit,
  reactionActionKind,
  exactRate,
  type Card,
  type Reaction,
  type Release,
  type Values,
} from '../show';
import { graphicWords } from './names';
import { laneState } from './on-air';
import { reactionTargets } from './react';
import type { AirState, Cue, Graphic } from './state';
import { becomes, playsAlike } from './take';
import type { Releases } from './work';

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

const secondsOf = (seconds: number): string => `${Math.max(0, seconds).toFixed(1)} s`;

/** What taking a cue would do, as one sentence without its full stop; said before it is done. */
export function describeTake(
  state: AirState,
  channelId: string,
  cue: Cue,
  releases: Releases,
  time: number,
): string {
  const channel = state.channels.find((c) => c.id === channelId);
  const template = state.release === null ? undefined : releases(state.release)?.templates[cue.template];
  if (!channel || !template || state.release === null)
    return 'cannot be taken: its template is not in the release on air';
  const lane = channel.lanes.find((l) => l.id === template.lane);
  if (!lane) return `cannot be taken: ${channel.name} has no lane for it`;
  const { holder, leaving, waiting } = laneState(state.air[channelId]?.graphics ?? [], template.lane, time);
  const hash = state.release;
  if (
    holder &&
    holder.card !== null &&
    holder.card === cue.card &&
    playsAlike(releases, holder.release, hash, cue.template)
  )
    return `sends its words to ${lane.name}, where it is up already`;
  const others = describeReactions(state, channelId, template.reactions, time, releases);
  if (holder && !waiting && becomes(holder, cue, template, hash, releases, time))
    return `changes ${graphicWords(holder)} in ${lane.name} into it, in place`;
  const handover = template.handover ?? lane.handover ?? afterExit;
  const shift = handover.frames / exactRate(template.rate);
  const isTogether = handover.of === 'begin' && shift <= 0;
  const said = ((): string => {
    if (holder) {
      const exit = holder.exitFrames / exactRate(holder.rate);
      const how = isTogether
        ? 'together with its exit'
        : handover.of === 'begin'
          ? `${secondsOf(shift)} into its exit`
          : shift === 0
            ? `after its exit (${secondsOf(exit)})`
            : shift < 0
              ? `${secondsOf(-shift)} before its exit ends`
              : `${secondsOf(shift)} after its exit`;
      return `replaces ${graphicWords(holder)} in ${lane.name}, ${how}`;
    }
    if (waiting) return `takes the place of ${graphicWords(waiting)}, which waits for ${lane.name}`;
    if (leaving.length > 0 && !isTogether) {
      const own = graphicWords(leaving[0] as Graphic);
      if (handover.of === 'begin') return `enters ${lane.name} while ${own} leaves`;
      const when = shift === 0 ? 'when' : `${secondsOf(Math.abs(shift))} ${shift < 0 ? 'before' : 'after'}`;
      return `enters ${lane.name} ${when} ${own} has left`;
    }
    return `enters ${lane.name}, which is free`;
  })();
  return `${said}${others}`;
}

/** What others do when it enters: “; Bug leaves, Clock moves”. */
function describeReactions(
  state: AirState,
  channel: string,
  reactions: readonly Reaction[],
  time: number,
  releases: Releases,
): string {
  const said = reactions
    .filter(({ on }) => on === 'enter')
    .flatMap((reaction) =>
      reactionTargets(state, reaction, { channel, graphic: '' }, time, releases).map(({ graphic }) => {
        const { does } = reaction;
        return `${graphicWords(graphic)} ${reactionActionKind(does).words(does)}`;
      }),
    );
  return said.length === 0 ? '' : `; ${[...new Set(said)].join(', ')}`;
}
