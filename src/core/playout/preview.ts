import type { Command, WhichPreview } from './command';
import { acceptLive, acceptValues, channelOf, fieldOf, findTarget, released, templateOf } from './lookup';
import { nameOfCue } from './names';
import type { ChannelAir, Cue } from './state';
import { note, refuse, type Work } from './work';

// What is in preview: the one that all share, and that of each Desk.

/** Previews of single Desks that a channel keeps; the oldest give way. */
const mostOwn = 24;

const deskOf = ({ desk }: WhichPreview): string =>
  desk ?? refuse('no-desk', 'Say whose preview is meant: the id of the Desk.', 'desk');

export const previewOf = (air: ChannelAir, which: WhichPreview): Cue | null =>
  which.own ? (air.own[deskOf(which)] ?? null) : air.preview;

export function setPreview(air: ChannelAir, which: WhichPreview, cue: Cue | null): void {
  if (!which.own) {
    air.preview = cue;
    return;
  }
  const desk = deskOf(which);
  // Put in anew, so that the oldest come first.
  delete air.own[desk];
  if (cue) air.own[desk] = cue;
  for (const oldest of Object.keys(air.own).slice(0, -mostOwn)) delete air.own[oldest];
}

export function cue(work: Work, command: Extract<Command, { do: 'cue' }>): void {
  const id = command.as ?? work.newId('cue');
  for (const wanted of [command.channel, ...(command.also ?? [])]) {
    const { channel, air } = channelOf(work.state, wanted);
    const found =
      findTarget(work, command) ??
      refuse('no-target', 'Say what to cue: a call number, a card or a template.', 'number');
    const { name, ...own } = found;
    setPreview(air, command, { ...own, cue: id, desk: command.desk ?? '' });
    note(work, 'cue', channel.id, { ...own, name }, work.at);
  }
}

/** The refusal of what was meant for a cue that is not there any more. */
export const otherCue = (work: Work, channel: string, now: Cue | null): never =>
  refuse(
    'other-cue',
    now === null
      ? `What you saw in preview on ${channel} has been taken or cleared meanwhile. Nothing was done: look at preview.`
      : `${now.by || 'Someone'} has put ${nameOfCue(work.state, work.releases, now)} in preview on ${channel} meanwhile. Nothing was done: look at preview and take again.`,
    'cue',
  );

/** What is typed into a preview. On further channels it reaches the same cue, where it still is. */
export function fill(work: Work, command: Extract<Command, { do: 'fill' }>): void {
  const first = channelOf(work.state, command.channel);
  const now = previewOf(first.air, command);
  if (now?.cue !== command.cue) return otherCue(work, first.channel.name, now);
  const template = templateOf(released(work.state, work.releases), now.template);
  const typed = acceptValues(template, command.values);
  const given = new Set((command.follow ?? []).map((name) => fieldOf(template, name).id));
  const hand = [...new Set([...now.hand, ...Object.keys(typed)])].filter((id) => !given.has(id));
  const live = acceptLive(template, command.live ?? {}, hand);
  for (const wanted of [command.channel, ...(command.also ?? [])]) {
    const { air } = channelOf(work.state, wanted);
    const own = previewOf(air, command);
    if (own?.cue !== command.cue) continue;
    const values = { ...own.values, ...live, ...typed };
    for (const id of given) if (!(id in live)) delete values[id];
    setPreview(air, command, {
      ...own,
      values,
      hand: [...hand],
      by: work.by || own.by,
      edit: command.as ?? work.newId('edit'),
    });
  }
}
