import { enablePatches, produceWithPatches, type Patch } from 'immer';
import { phaseEnd } from '../motion';
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
import type { Command, Target } from './command';
import { endOf, laneState, momentOf } from './on-air';
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

/** Values given by field name or id, checked, by field id. */
function acceptValues(template: Template, given: Values): Values {
  const values: Values = {};
  for (const [name, raw] of Object.entries(given)) {
    const field =
      template.fields.find((f) => f.id === name) ?? template.fields.find((f) => sameName(f.name, name));
    if (!field) {
      const names = template.fields.map((f) => f.name).join(', ') || 'none';
      return refuse(
        'unknown-field',
        `“${template.name}” has no field “${name}”. Its fields are: ${names}.`,
        `values.${name}`,
      );
    }
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
    return { card: null, number: null, template: template.id, values: acceptValues(template, given) };
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
  return {
    card: card.id,
    number: card.number,
    template: template.id,
    values: { ...card.values, ...acceptValues(template, given) },
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
    Object.assign(same, { values: { ...cue.values } });
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
  });
}

function change(
  state: AirState,
  command: Extract<Command, { do: 'change' }>,
  at: number,
  releases: Releases,
): void {
  const { channel, air } = channelOf(state, command.channel);
  const staying = air.graphics.filter((g) => g.exitAt === null);
  const number = command.number === undefined ? null : numberOf(command.number);
  const wanted = staying.filter(
    (g) =>
      (command.lane === undefined || g.lane === command.lane) &&
      (number === null || sameNumber(g.number, number)) &&
      (command.graphic === undefined || g.id === command.graphic),
  );
  if (wanted.length === 0)
    return refuse('nothing-on-air', `Nothing of that is on air on ${channel.name}.`, 'channel');
  if (
    wanted.length > 1 ||
    (command.lane === undefined && number === null && command.graphic === undefined && staying.length > 1)
  ) {
    return refuse(
      'which-graphic',
      `${staying.length} graphics are on air on ${channel.name}: say which lane or number to change.`,
      'lane',
    );
  }
  const graphic = wanted[0] as Graphic;
  const template = releases(graphic.release)?.templates[graphic.template];
  if (!template)
    return refuse(
      'unknown-template',
      'The release of the graphic on air is missing on the server.',
      'graphic',
    );
  prune(air, at);
  Object.assign(graphic.values, acceptValues(template, command.values));
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
