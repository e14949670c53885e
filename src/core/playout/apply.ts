import { enablePatches, produceWithPatches, type Patch } from 'immer';
import { changedFields, chooseChange, endsAtRest, phaseEnd } from '../motion';
import { problem, ProblemError, type Problem } from '../problem';
import {
  acceptValue,
  cardByNumber,
  exactRate,
  parseCallNumber,
  sameNumber,
  type Channel,
  type Release,
  type Template,
  type Values,
} from '../show';
import { sameName } from '../data';
import type { Command, Target, Which } from './command';
import { endOf, laneState, momentOf, moveFrame, sentEnd, shownAt } from './on-air';
import type { AirState, ChannelAir, Cue, Graphic } from './state';

enablePatches();

/** Finds a release by its hash. Releases never change, so that this is as good as an argument. */
export type Releases = (hash: string) => Release | undefined;

export type Applied =
  | { readonly state: AirState; readonly patches: readonly Patch[] }
  /** Refused: the state stands as it was. */
  | { readonly problem: Problem };

export const emptyAir = (): AirState => ({
  sequence: 0,
  release: null,
  show: null,
  channels: [],
  air: {},
  cards: {},
  rundown: [],
});

/** The state after a command given at `at`, in air clock seconds; or why it was refused. Never throws for bad input. */
export function apply(state: AirState, command: Command, at: number, releases: Releases): Applied {
  try {
    const [next, patches] = produceWithPatches(state, (draft: AirState) => {
      draft.sequence += 1;
      carryOut(draft, command, at, releases);
    });
    return { state: next, patches };
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem };
    throw error;
  }
}

const refuse = (code: string, message: string, path = ''): never => {
  throw new ProblemError(problem(code, message, path));
};

function carryOut(state: AirState, command: Command, at: number, releases: Releases): void {
  switch (command.do) {
    case 'release':
      return takeRelease(state, command.release, releases);
    case 'keep':
      return keep(state, command, releases);
    case 'cue': {
      const { air } = channelOf(state, command.channel);
      air.preview =
        findTarget(state, command, releases) ??
        refuse('no-target', 'Say what to cue: a call number, a card or a template.', 'number');
      return;
    }
    case 'take':
      return take(state, command, at, releases);
    case 'change':
      return change(state, command, at, releases);
    case 'data':
      return data(state, command, at, releases);
    case 'hold': {
      const { channel, air } = channelOf(state, command.channel);
      const { graphic, template } = upOn(channel, air, command, 'hold', releases);
      graphic.waits = command.waits;
      if (!command.waits) sendPending(graphic, template, nextFrame(at, channel), channel);
      return;
    }
    case 'next':
      return next(state, command, at, releases);
    case 'move':
      return move(state, command, at, releases);
    case 'clear':
      return clear(state, command, at);
  }
}

function channelOf(state: AirState, id: string): { channel: Channel; air: ChannelAir } {
  const channel = state.channels.find((c) => c.id === id) ?? state.channels.find((c) => sameName(c.name, id));
  const air = channel && state.air[channel.id];
  if (!channel || !air) {
    const names = state.channels.map((c) => c.id).join(', ');
    return refuse(
      'unknown-channel',
      names
        ? `There is no channel “${id}”. The channels are: ${names}.`
        : `There is no channel “${id}”: nothing is released yet.`,
      'channel',
    );
  }
  return { channel, air };
}

function released(state: AirState, releases: Releases): Release {
  const release = state.release === null ? undefined : releases(state.release);
  return release ?? refuse('no-release', 'No show is released. Release one in Build first.');
}

function templateOf(release: Release, wanted: string): Template {
  return (
    release.templates[wanted] ??
    Object.values(release.templates).find((t) => sameName(t.name, wanted)) ??
    refuse('unknown-template', `The show on air has no template “${wanted}”.`, 'template')
  );
}

/** The field of a name or id. */
function fieldOf(template: Template, name: string): Template['fields'][number] {
  const field =
    template.fields.find((f) => f.id === name) ?? template.fields.find((f) => sameName(f.name, name));
  if (field) return field;
  const names = template.fields.map((f) => f.name).join(', ') || 'none';
  return refuse(
    'unknown-field',
    `“${template.name}” has no field “${name}”. Its fields are: ${names}.`,
    `values.${name}`,
  );
}

/** What data brings, as far as fields take it; values of bindings are as they come. What was typed by hand is left. */
function acceptLive(template: Template, live: Values, hand: readonly string[]): Values {
  const values: Values = {};
  for (const [id, value] of Object.entries(live)) {
    if (hand.includes(id)) continue;
    const field = template.fields.find((f) => f.id === id);
    if (!field) {
      if (template.bindings.some((binding) => binding.id === id)) values[id] = value;
      continue;
    }
    const accepted = acceptValue(field, value);
    if ('value' in accepted) values[id] = accepted.value;
  }
  return values;
}

/** Values given by field name or id, checked, by field id. */
function acceptValues(template: Template, given: Values): Values {
  const values: Values = {};
  for (const [name, raw] of Object.entries(given)) {
    const field = fieldOf(template, name);
    const accepted = acceptValue(field, raw);
    if ('problem' in accepted)
      return refuse(accepted.problem.code, accepted.problem.message, `values.${name}`);
    values[field.id] = accepted.value;
  }
  return values;
}

function numberOf(typed: string): string {
  const parsed = parseCallNumber(typed);
  return 'problem' in parsed ? refuse(parsed.problem.code, parsed.problem.message, 'number') : parsed.number;
}

function findTarget(state: AirState, target: Target, releases: Releases): Cue | null {
  const release = released(state, releases);
  const given = target.values ?? {};
  if (target.card === undefined && target.number === undefined) {
    if (target.template === undefined) return null;
    const template = templateOf(release, target.template);
    const typed = acceptValues(template, given);
    return {
      card: null,
      number: null,
      template: template.id,
      values: { ...acceptLive(template, target.live ?? {}, []), ...typed },
      hand: Object.keys(typed),
      row: target.row ?? null,
      waits: false,
    };
  }
  const number = target.number === undefined ? null : numberOf(target.number);
  const card = target.card !== undefined ? state.cards[target.card] : cardByNumber(state.cards, number ?? '');
  if (!card) {
    return refuse(
      'unknown-card',
      number === null ? 'That card is not in the show on air.' : `No card has the number ${number}.`,
      number === null ? 'card' : 'number',
    );
  }
  const template = release.templates[card.template];
  if (!template) {
    return refuse(
      'unknown-template',
      `Card ${card.number} is of a template that the show on air does not have. Release the show again.`,
      'number',
    );
  }
  const typed: Values = { ...card.values, ...acceptValues(template, given) };
  return {
    card: card.id,
    number: card.number,
    template: template.id,
    values: { ...acceptLive(template, target.live ?? {}, []), ...typed },
    hand: Object.keys(typed),
    row: target.row ?? card.row ?? null,
    waits: card.waits ?? false,
  };
}

/** The first frame boundary of the channel at or after a time. */
const nextFrame = (at: number, channel: Channel): number => {
  const rate = exactRate(channel.format.rate);
  return Math.ceil(at * rate - 1e-4) / rate;
};

const prune = (air: ChannelAir, at: number): void => {
  if (air.graphics.some((g) => endOf(g) <= at)) air.graphics = air.graphics.filter((g) => endOf(g) > at);
};

function leave(graphic: Graphic, at: number): void {
  const moment = momentOf(graphic, at);
  graphic.exitAt = at;
  graphic.exitFrom = moment?.phase === 'enter' ? moment.frame : null;
  // A Change under way goes on while it leaves; what still waited for its turn is not begun any more.
  graphic.changes = graphic.changes.filter((sent) => sent.at <= at + 1e-6);
  const last = graphic.changes.at(-1);
  if (last) graphic.values = { ...last.to };
}

function take(
  state: AirState,
  command: Extract<Command, { do: 'take' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  const release = released(state, releases);
  const target = findTarget(state, command, releases);
  const cue =
    target ??
    air.preview ??
    refuse('nothing-cued', `Nothing is in preview on ${channel.name}. Cue a card first.`, 'channel');
  const template = release.templates[cue.template];
  if (!template)
    return refuse(
      'unknown-template',
      'The template in preview is not in the show on air any more.',
      'template',
    );
  if (!channel.lanes.some((lane) => lane.id === template.lane)) {
    return refuse(
      'unknown-lane',
      `“${template.name}” goes to the lane “${template.lane}”, which ${channel.name} does not have.`,
      'channel',
    );
  }
  const now = nextFrame(at, channel);
  prune(air, now);
  if (target === null) air.preview = null;
  const { holder, leaving, waiting } = laneState(air.graphics, template.lane, now);
  const same = [holder, waiting].find((g) => g && g.card !== null && g.card === cue.card);
  if (same) {
    // The card is up already: its words are sent, and nothing leaves or enters.
    Object.assign(same, { hand: [...cue.hand], row: cue.row, pending: {} });
    send(same, template, { ...cue.values }, now, channel, true);
    return;
  }
  if (waiting) air.graphics = air.graphics.filter((g) => g.id !== waiting.id);
  if (holder) leave(holder, now);
  const free = [holder, ...leaving].reduce((latest, g) => (g ? Math.max(latest, endOf(g)) : latest), now);
  air.graphics.push({
    ...cue,
    values: { ...cue.values },
    id: `${channel.id}-${state.sequence}`,
    lane: template.lane,
    name: template.name,
    release: state.release as string,
    rate: template.rate,
    enterFrames: phaseEnd(template.phases.enter),
    exitFrames: phaseEnd(template.phases.exit),
    enterAt: nextFrame(free, channel),
    exitAt: null,
    exitFrom: null,
    changes: [],
    pending: {},
    moves: [],
    stepFrames: template.steps.map(phaseEnd),
    steps: [],
  });
}

/** The one graphic of what is up on a channel that is meant. */
function upOn(
  channel: Channel,
  air: ChannelAir,
  wanted: Which,
  what: string,
  releases: Releases,
): { graphic: Graphic; template: Template } {
  const number = wanted.number === undefined ? null : numberOf(wanted.number);
  const isMeant = (g: Graphic): boolean =>
    (wanted.lane === undefined || g.lane === wanted.lane) &&
    (number === null || sameNumber(g.number, number)) &&
    (wanted.graphic === undefined || g.id === wanted.graphic);
  const staying = air.graphics.filter((g) => g.exitAt === null);
  const meant = staying.filter(isMeant);
  const [graphic] = meant;
  if (!graphic) {
    return air.graphics.some((g) => g.exitAt !== null && isMeant(g))
      ? refuse(
          'is-leaving',
          `That is leaving ${channel.name} and keeps its words until it has gone. Take it again.`,
          'channel',
        )
      : refuse('nothing-on-air', `Nothing of that is on air on ${channel.name}.`, 'channel');
  }
  const isOpen = wanted.lane === undefined && number === null && wanted.graphic === undefined;
  if (meant.length > 1 || (isOpen && staying.length > 1)) {
    return refuse(
      'which-graphic',
      `${staying.length} graphics are on air on ${channel.name}: say which lane or number to ${what}.`,
      'lane',
    );
  }
  const template = releases(graphic.release)?.templates[graphic.template];
  return template
    ? { graphic, template }
    : refuse('unknown-template', 'The release of the graphic on air is missing on the server.', 'graphic');
}

function change(
  state: AirState,
  command: Extract<Command, { do: 'change' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  const { graphic, template } = upOn(channel, air, command, 'change', releases);
  const typed = acceptValues(template, command.values);
  const given = new Set((command.follow ?? []).map((name) => fieldOf(template, name).id));
  graphic.hand = [...new Set([...graphic.hand, ...Object.keys(typed)])].filter((id) => !given.has(id));
  const live = acceptLive(template, command.live ?? {}, graphic.hand);
  const values = { ...graphic.values, ...graphic.pending, ...live, ...typed };
  graphic.pending = {};
  prune(air, at);
  send(graphic, template, values, nextFrame(at, channel), channel, command.motion ?? true);
}

/** Data that has come: preview follows, and so does what is up unless it waits. What is leaving keeps its words. */
function data(
  state: AirState,
  command: Extract<Command, { do: 'data' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  if (command.graphic === undefined) {
    const cue = air.preview ?? refuse('nothing-cued', `Nothing is in preview on ${channel.name}.`, 'channel');
    const template = templateOf(released(state, releases), cue.template);
    Object.assign(cue.values, acceptLive(template, command.values, cue.hand));
    return;
  }
  const { graphic, template } = upOn(channel, air, { graphic: command.graphic }, 'change', releases);
  const values = acceptLive(template, command.values, graphic.hand);
  graphic.pending = { ...graphic.pending, ...values };
  for (const [id, value] of Object.entries(graphic.pending))
    if (graphic.values[id] === value) delete graphic.pending[id];
  if (!graphic.waits) sendPending(graphic, template, nextFrame(at, channel), channel);
}

function sendPending(graphic: Graphic, template: Template, now: number, channel: Channel): void {
  if (Object.keys(graphic.pending).length === 0) return;
  const values = { ...graphic.values, ...graphic.pending };
  graphic.pending = {};
  send(graphic, template, values, now, channel, true);
}

/**
 * Sends new values to a graphic that is up, by the Change that fits. One that is under way is never cut short: what
 * comes meanwhile waits for its end, and of what waits the last word holds.
 */
function send(
  graphic: Graphic,
  template: Template,
  values: Values,
  now: number,
  channel: Channel,
  hasMotion: boolean,
): void {
  const { rate } = graphic;
  const cut = (): void => {
    graphic.values = values;
    graphic.changes = [];
  };
  if (!hasMotion || graphic.enterAt > now + 1e-6) return cut();
  const under = graphic.changes.filter((sent) => sent.at <= now + 1e-6 && sentEnd(sent, rate) > now + 1e-6);
  const last = under.at(-1);
  const from = last ? last.to : shownAt(graphic, now).values;
  const begins = last ? nextFrame(sentEnd(last, rate), channel) : now;
  const chosen = chooseChange(template, from, values);
  const frames = chosen ? phaseEnd(chosen) : 0;
  if (!last && frames === 0) return cut();
  graphic.values = values;
  graphic.changes = [...under];
  if (changedFields(template, from, values).size > 0)
    graphic.changes.push({
      change: frames > 0 && chosen ? chosen.id : null,
      at: begins,
      frames,
      from: { ...from },
      to: { ...values },
    });
}

function next(
  state: AirState,
  command: Extract<Command, { do: 'next' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  // Where several are up, the one that has steps left is meant.
  const open = air.graphics.filter((g) => g.exitAt === null && g.steps.length < g.stepFrames.length);
  const isOpen = command.lane === undefined && command.number === undefined && command.graphic === undefined;
  const { graphic } = upOn(
    channel,
    air,
    isOpen && open.length === 1 ? { graphic: (open[0] as Graphic).id } : command,
    'take forward',
    releases,
  );
  const now = nextFrame(at, channel);
  if (graphic.enterAt > now + 1e-6)
    return refuse('not-on-air', `${graphic.name} waits for its lane and is not on air yet.`, 'graphic');
  if (graphic.steps.length >= graphic.stepFrames.length)
    return refuse(
      'no-next-step',
      graphic.stepFrames.length === 0
        ? `${graphic.name} has no steps.`
        : `${graphic.name} stands at the last of its ${graphic.stepFrames.length} steps.`,
      'graphic',
    );
  prune(air, now);
  graphic.steps.push(now);
}

function move(
  state: AirState,
  command: Extract<Command, { do: 'move' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  const { graphic, template } = upOn(channel, air, command, 'move', releases);
  const phase =
    template.moves.find((own) => own.id === command.move) ??
    template.moves.find((own) => sameName(own.name, command.move)) ??
    refuse(
      'unknown-move',
      `“${template.name}” has no move “${command.move}”. Its moves are: ${
        template.moves.map((own) => own.name).join(', ') || 'none'
      }.`,
      'move',
    );
  const now = nextFrame(at, channel);
  if (graphic.enterAt > now + 1e-6)
    return refuse('not-on-air', `${graphic.name} waits for its lane and is not on air yet.`, 'graphic');
  prune(air, now);
  const present = graphic.moves.find((own) => own.ref === phase.id);
  const back = command.back ?? false;
  const frames = phaseEnd(phase);
  const stands = present ? moveFrame(present, now, graphic.rate) : 0;
  // What has come back to rest by itself begins anew; what is away is already where it is sent.
  const from = !back && stands >= frames && endsAtRest(phase) ? 0 : stands;
  if (present && present.back === back && from === stands) return;
  graphic.moves = [
    ...graphic.moves.filter((own) => own.ref !== phase.id),
    ...(back && stands === 0 ? [] : [{ ref: phase.id, at: now, from, back, frames }]),
  ];
}

function clear(state: AirState, command: Extract<Command, { do: 'clear' }>, at: number): void {
  const { channel, air } = channelOf(state, command.channel);
  if (command.preview) {
    air.preview = null;
    if (command.lane === undefined && command.number === undefined && !command.all) return;
  }
  const now = nextFrame(at, channel);
  prune(air, now);
  const number = command.number === undefined ? null : numberOf(command.number);
  if (!command.all && command.lane === undefined && number === null) {
    return refuse('no-target', 'Say what to clear: a lane, a call number, or all.', 'lane');
  }
  const going = air.graphics.filter(
    (g) =>
      g.exitAt === null &&
      (command.all ||
        ((command.lane === undefined || g.lane === command.lane) &&
          (number === null || sameNumber(g.number, number)))),
  );
  if (going.length === 0 && !command.all) {
    return refuse(
      'nothing-on-air',
      `Nothing of that is on air on ${channel.name}.`,
      command.lane === undefined ? 'number' : 'lane',
    );
  }
  for (const graphic of going) {
    if (graphic.enterAt > now + 1e-6) air.graphics = air.graphics.filter((g) => g.id !== graphic.id);
    else leave(graphic, now);
  }
}

function keep(state: AirState, command: Extract<Command, { do: 'keep' }>, releases: Releases): void {
  const template = templateOf(released(state, releases), command.template);
  const number = numberOf(command.number);
  const holder = cardByNumber(state.cards, number);
  const id = command.card ?? (holder && command.replace ? holder.id : `kept-${state.sequence}`);
  if (holder && holder.id !== id) {
    if (!command.replace) {
      return refuse(
        'number-used',
        `${number} belongs to another card. Use a free number, or say that it is to be replaced.`,
        'number',
      );
    }
    delete state.cards[holder.id];
    state.rundown = state.rundown.filter((card) => card !== holder.id);
  }
  state.cards[id] = {
    id,
    number,
    template: template.id,
    values: acceptValues(template, command.values),
    ...(command.row ? { row: command.row } : {}),
    kept: true,
  };
  if (!state.rundown.includes(id)) state.rundown.push(id);
}

function takeRelease(state: AirState, hash: string, releases: Releases): void {
  const release =
    releases(hash) ??
    refuse('unknown-release', 'That release is not on the server. Upload it first.', 'release');
  for (const channel of state.channels) {
    const busy = (state.air[channel.id]?.graphics.length ?? 0) > 0;
    if (busy && !release.channels.some((c) => c.id === channel.id)) {
      return refuse(
        'channel-on-air',
        `${channel.name} has graphics on air and is not in the new release. Clear it first.`,
        `channels.${channel.id}`,
      );
    }
  }
  const before = state.show?.id === release.show.id ? state.cards : {};
  const kept = Object.values(before).filter(
    (c) => c.kept && !release.cards[c.id] && !cardByNumber(release.cards, c.number),
  );
  state.release = hash;
  state.show = { ...release.show };
  state.channels = structuredClone(release.channels);
  state.air = Object.fromEntries(
    release.channels.map((c) => [c.id, state.air[c.id] ?? { preview: null, graphics: [] }]),
  );
  state.cards = Object.fromEntries([
    ...Object.values(release.cards).map(
      (card) => [card.id, { ...structuredClone(card), kept: false }] as const,
    ),
    ...kept.map((card) => [card.id, { ...card, values: { ...card.values } }] as const),
  ]);
  state.rundown = [...release.rundown.filter((id) => release.cards[id]), ...kept.map((card) => card.id)];
  for (const air of Object.values(state.air)) {
    if (air.preview && !release.templates[air.preview.template]) air.preview = null;
  }
}
