import { counted } from '../problem';
import { acceptValue, pagingOf, sameValue, type Channel, type Template, type Values } from '../show';
import { countAfter } from '../clock';
import type { Command, Which } from './command';
import { correctCard } from './cards';
import { happens } from './happen';
import { callMove } from './moves';
import { acceptLive, acceptValues, channelOf, fieldOf, moveOf, released, templateOf, upOn } from './lookup';
import { turnByHand } from './pages';
import { nextOfTicker } from './ticker-plays';
import { previewOf } from './preview';
import { send, sendPending } from './send';
import type { ChannelAir, Graphic } from './state';
import { nextFrame, note, prune, refuse, type Work } from './work';

// What is done to a graphic that is up: new words, data, steps and moves.

interface Up {
  readonly channel: Channel;
  readonly air: ChannelAir;
  readonly graphic: Graphic;
  readonly template: Template;
}

function upFor(work: Work, command: Which & { channel: string }, what: string): Up {
  const { channel, air } = channelOf(work.state, command.channel);
  return { channel, air, ...upOn(channel, air, command, what, work.releases) };
}

/** Keeps what values are about to be replaced, so that the send can be taken back. */
function remember(work: Work, graphic: Graphic, changed: readonly string[], typing: boolean): void {
  const goesOn = typing && graphic.before?.typing ? graphic.before : null;
  const values: Values = {};
  for (const id of changed) {
    const value = graphic.values[id];
    if (value !== undefined) values[id] = value;
  }
  graphic.before = {
    values: { ...values, ...goesOn?.values },
    hand: goesOn?.hand ?? [...graphic.hand],
    typing,
    send: work.newId('send'),
    card: goesOn?.card ?? null,
  };
}

/** Sends typed values to what is up. */
function sendTyped(work: Work, up: Up, typed: Values, motion: boolean, typing: boolean): void {
  const { graphic, template, channel, air } = up;
  const ids = Object.keys(typed);
  remember(work, graphic, ids, typing);
  graphic.hand = [...new Set([...graphic.hand, ...ids])];
  const values = { ...graphic.values, ...graphic.pending, ...typed };
  graphic.pending = {};
  prune(air, work.now);
  const at = nextFrame(work.at, channel);
  send(work, channel.id, graphic, template, values, at, channel, motion);
  note(work, 'change', channel.id, graphic, at, motion ? '' : 'at once');
}

export function change(work: Work, command: Extract<Command, { do: 'change' }>): void {
  const up = upFor(work, command, 'change');
  const { graphic, template, channel, air } = up;
  const typed = acceptValues(template, command.values);
  const given = new Set((command.follow ?? []).map((name) => fieldOf(template, name).id));
  const live = acceptLive(
    template,
    command.live ?? {},
    [...graphic.hand, ...Object.keys(typed)].filter((id) => !given.has(id)),
  );
  remember(work, graphic, [...Object.keys(typed), ...given], command.typing ?? false);
  if (command.card && graphic.before)
    graphic.before.card = { ...correctCard(work, graphic.card, typed), ...graphic.before.card };
  graphic.hand = [...new Set([...graphic.hand, ...Object.keys(typed)])].filter((id) => !given.has(id));
  const values = { ...graphic.values, ...graphic.pending, ...live, ...typed };
  graphic.pending = {};
  prune(air, work.now);
  const at = nextFrame(work.at, channel);
  send(work, channel.id, graphic, template, values, at, channel, command.motion ?? true);
  note(work, 'change', channel.id, graphic, at, command.motion === false ? 'at once' : '');
}

export function revert(work: Work, command: Extract<Command, { do: 'revert' }>): void {
  const { graphic, template, channel, air } = upFor(work, command, 'take back');
  const before =
    graphic.before ??
    refuse('nothing-sent', `Nothing has been sent to ${graphic.name} since it was taken.`, 'graphic');
  if (command.send !== undefined && command.send !== before.send)
    return refuse(
      'other-send',
      `Other words have been sent to ${graphic.name} meanwhile. Nothing was taken back: look and do it again.`,
      'send',
    );
  const now: Values = {};
  for (const id of Object.keys(before.values)) {
    const value = graphic.values[id];
    if (value !== undefined) now[id] = value;
  }
  // What a field did not have then was its default.
  const gone = graphic.hand.filter((id) => !before.hand.includes(id) && !(id in before.values));
  const values = { ...graphic.values, ...before.values };
  for (const id of gone) {
    const value = values[id];
    if (value !== undefined) now[id] = value;
    delete values[id];
  }
  const hand = [...graphic.hand];
  graphic.hand = [...before.hand];
  const card = before.card && correctCard(work, graphic.card, before.card);
  graphic.before = { values: now, hand, typing: false, send: work.newId('send'), card };
  prune(air, work.now);
  const at = nextFrame(work.at, channel);
  send(work, channel.id, graphic, template, values, at, channel, command.motion ?? true);
  note(work, 'change', channel.id, graphic, at, 'taken back');
}

/** Data that has come: preview follows, and so does what is up unless it waits. What is leaving keeps its words. */
export function data(work: Work, command: Extract<Command, { do: 'data' }>): void {
  const { channel, air } = channelOf(work.state, command.channel);
  if (command.graphic === undefined) {
    const cue =
      previewOf(air, command) ??
      refuse('nothing-cued', `Nothing is in preview on ${channel.name}.`, 'channel');
    const template = templateOf(released(work.state, work.releases), cue.template);
    Object.assign(cue.values, acceptLive(template, command.values, cue.hand));
    return;
  }
  const { graphic, template } = upOn(channel, air, { graphic: command.graphic }, 'change', work.releases);
  const values = acceptLive(template, command.values, graphic.hand);
  graphic.pending = { ...graphic.pending, ...values };
  for (const [id, value] of Object.entries(graphic.pending))
    if (sameValue(graphic.values[id], value)) delete graphic.pending[id];
  const at = nextFrame(work.at, channel);
  if (!graphic.waits && sendPending(work, channel.id, graphic, template, at, channel))
    note(work, 'change', channel.id, graphic, at, 'data');
}

export function hold(work: Work, command: Extract<Command, { do: 'hold' }>): void {
  const { graphic, template, channel } = upFor(work, command, 'hold');
  graphic.waits = command.waits;
  const at = nextFrame(work.at, channel);
  if (!command.waits && sendPending(work, channel.id, graphic, template, at, channel))
    note(work, 'change', channel.id, graphic, at, 'data');
}

export function add(work: Work, command: Extract<Command, { do: 'add' }>): void {
  const up = upFor(work, command, 'add to');
  const field = fieldOf(up.template, command.field);
  const now = up.graphic.values[field.id] ?? field.default;
  const sum = Number(now) + command.amount;
  if (field.kind !== 'number' || !Number.isFinite(sum))
    return refuse('not-a-number', `“${field.name}” of ${up.graphic.name} holds no number.`, 'field');
  // Sums of decimal fractions are kept free of what binary fractions add.
  const accepted = acceptValue(field, Number(sum.toFixed(6)));
  if ('problem' in accepted) return refuse(accepted.problem.code, accepted.problem.message, 'field');
  sendTyped(work, up, { [field.id]: accepted.value }, true, false);
}

export function count(work: Work, command: Extract<Command, { do: 'count' }>): void {
  const up = upFor(work, command, 'count in');
  const field = fieldOf(up.template, command.field);
  const at = nextFrame(work.at, up.channel);
  const now = String(up.graphic.values[field.id] ?? field.default ?? '');
  if (field.kind !== 'text')
    return refuse('not-a-count', `“${field.name}” of ${up.graphic.name} holds no count.`, 'field');
  sendTyped(work, up, { [field.id]: countAfter(now, command.act, at) }, false, false);
}

/** Whether Next takes a graphic forward: by a step, or by a page. */
function hasNext(work: Work, graphic: Graphic): boolean {
  if (graphic.steps.length < graphic.stepFrames.length) return true;
  const template = work.releases(graphic.release)?.templates[graphic.template];
  const paging = template && pagingOf(template, graphic.values);
  return paging ? paging.page < paging.pages || (paging.turns === 'by-time' && paging.pages > 1) : false;
}

export function next(work: Work, command: Extract<Command, { do: 'next' }>): void {
  const { channel, air } = channelOf(work.state, command.channel);
  // Where several are up, the one that has steps left is meant.
  const open = air.graphics.filter((g) => g.exitAt === null && hasNext(work, g));
  const isOpen = command.lane === undefined && command.number === undefined && command.graphic === undefined;
  const { graphic, template } = upOn(
    channel,
    air,
    isOpen && open.length === 1 ? { graphic: (open[0] as Graphic).id } : command,
    'take forward',
    work.releases,
  );
  const at = nextFrame(work.at, channel);
  if (graphic.enterAt > at + 1e-6)
    return refuse('not-on-air', `${graphic.name} waits for its lane and is not on air yet.`, 'graphic');
  if (command.after !== undefined && command.after !== graphic.steps.length)
    return refuse(
      'other-step',
      `${graphic.name} has been taken to another step meanwhile. Nothing was done: look and do it again.`,
      'after',
    );
  if (graphic.steps.length >= graphic.stepFrames.length) {
    prune(air, work.now);
    if (graphic.ticker !== null) return nextOfTicker(work, graphic.ticker, channel.id);
    if (turnByHand(work, channel, graphic, template, at)) return;
    const paging = pagingOf(template, graphic.values);
    if (paging && graphic.stepFrames.length === 0)
      return refuse(
        'no-next-step',
        `${graphic.name} stands at the last of its ${counted(paging.pages, 'page')}.`,
        'graphic',
      );
    return refuse(
      'no-next-step',
      graphic.stepFrames.length === 0
        ? `${graphic.name} has no steps.`
        : `${graphic.name} stands at the last of its ${counted(graphic.stepFrames.length, 'step')}.`,
      'graphic',
    );
  }
  prune(air, work.now);
  graphic.steps.push(at);
  const step = template.steps[graphic.steps.length - 1];
  if (step) happens(work.state, channel.id, graphic, template, { phase: step.id, at });
  note(work, 'next', channel.id, graphic, at, step?.name ?? '');
}

export function crawl(work: Work, command: Extract<Command, { do: 'crawl' }>): void {
  const { channel, air, graphic, template } = upFor(work, command, 'steer');
  if (!Object.values(template.elements).some(({ kind }) => kind === 'crawl'))
    return refuse('no-crawl', `Nothing runs in ${graphic.name}.`, 'graphic');
  const at = nextFrame(work.at, channel);
  prune(air, work.now);
  // Of many the last ones say where it stands; those before are kept, as all places come of them.
  graphic.stops.push({ at: Math.max(at, graphic.stops.at(-1)?.at ?? at), act: command.act });
  const words = { stop: 'stops', go: 'goes on', out: 'runs out' }[command.act];
  note(work, 'move', channel.id, graphic, at, words);
}

export function move(work: Work, command: Extract<Command, { do: 'move' }>): void {
  const { channel, air, graphic, template } = upFor(work, command, 'move');
  const phase = moveOf(template, command.move);
  const at = nextFrame(work.at, channel);
  if (graphic.enterAt > at + 1e-6)
    return refuse('not-on-air', `${graphic.name} waits for its lane and is not on air yet.`, 'graphic');
  prune(air, work.now);
  callMove(work, channel, graphic, template, phase, command.back ?? false, at);
}
