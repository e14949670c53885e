import { phaseEnd } from '../motion';
import {
  canonicalJson,
  cardByNumber,
  exactRate,
  newRundownRow,
  type Follows,
  type Rundown,
  type Template,
} from '../show';
import type { Command } from './command';
import { takeClocks } from './clocks';
import { takeTickers } from './tickers';
import { channelOf, released, upOn } from './lookup';
import { endOf, momentOf } from './on-air';
import { placeOf, rowAfter } from './timeline';
import { turnTime } from './pages-due';
import type { AirState, ChannelAir, Graphic } from './state';
import { note, plain, refuse, type Releases, type Work } from './work';

export function takeRelease(work: Work, command: Extract<Command, { do: 'release' }>): void {
  const { state, releases } = work;
  const hash = command.release;
  const release =
    releases(hash) ??
    refuse('unknown-release', 'That release is not on the server. Upload it first.', 'release');
  if (command.over !== undefined && command.over !== state.release)
    return refuse(
      'older-draft',
      'Another release has gone to air since this draft was begun or last released. Nothing was released: look at what differs, and bring the two together or release over it knowingly.',
      'over',
    );
  for (const channel of state.channels) {
    const busy = state.air[channel.id]?.graphics.some((g) => endOf(g) > work.now) ?? false;
    if (busy && !release.channels.some((c) => c.id === channel.id)) {
      return refuse(
        'channel-on-air',
        `${channel.name} has graphics on air and is not in the new release. Clear it first.`,
        `channels.${channel.id}`,
      );
    }
  }
  const before = plain(state);
  const isSame = before.show?.id === release.show.id;
  const kept = Object.values(isSame ? before.cards : {}).filter(
    (c) => c.kept && !release.cards[c.id] && !cardByNumber(release.cards, c.number),
  );
  state.release = hash;
  state.show = { ...release.show };
  state.channels = structuredClone(release.channels);
  state.air = Object.fromEntries(
    release.channels.map((channel): [string, ChannelAir] => {
      const own = state.air[channel.id];
      const follows = channel.follows ?? null;
      if (!own)
        return [channel.id, { preview: null, own: {}, graphics: [], last: {}, lastLane: null, follows }];
      const old = before.channels.find(({ id }) => id === channel.id)?.follows ?? null;
      // What a channel was told at the Desk to follow outlives a release that says nothing new of it.
      const wasTold = canonicalJson(old) !== canonicalJson(before.air[channel.id]?.follows ?? null);
      if (!wasTold || canonicalJson(old) !== canonicalJson(follows)) own.follows = follows;
      return [channel.id, own];
    }),
  );
  state.cards = Object.fromEntries([
    ...Object.values(release.cards).map(
      (card) => [card.id, { ...structuredClone(card), kept: false }] as const,
    ),
    ...kept.map((card) => [card.id, { ...card, values: { ...card.values } }] as const),
  ]);
  if (!isSame) state.aired = {};
  takeClocks(work, release, isSame);
  takeTickers(work, release, isSame);
  state.rundowns = rundownsAfter(before, release.rundowns, isSame, releases);
  state.changedRundowns = state.changedRundowns.filter((id) =>
    state.rundowns.some(
      (own) =>
        own.id === id &&
        isSame &&
        canonicalJson(own) !== canonicalJson(release.rundowns.find((r) => r.id === id)),
    ),
  );
  const placed = new Set(state.rundowns.flatMap(({ rows }) => rows.map(({ card }) => card)));
  for (const card of kept)
    if (!placed.has(card.id)) state.rundowns[0]?.rows.push(newRundownRow(`row-${card.id}`, card.id));
  for (const [id, run] of Object.entries(state.runs)) {
    const rundown = state.rundowns.find((own) => own.id === id);
    const stands = rundown && isSame && (run.row === null || placeOf(rundown, run.row) >= 0);
    if (!stands) delete state.runs[id];
    else if (run.next === null || placeOf(rundown, run.next) < 0)
      run.next = run.row === null ? (rundown.rows[0]?.id ?? null) : rowAfter(rundown, run.row);
  }
  for (const air of Object.values(state.air)) {
    if (air.preview && !release.templates[air.preview.template]) air.preview = null;
    for (const [desk, cue] of Object.entries(air.own))
      if (!release.templates[cue.template]) delete air.own[desk];
  }
  note(work, 'release', '', { name: release.show.name }, work.at, hash);
}

/** Rundowns of the new release; those that were changed at the Desk and not in the draft stay as they are. */
function rundownsAfter(
  before: AirState,
  fresh: readonly Rundown[],
  isSame: boolean,
  releases: Releases,
): Rundown[] {
  const old = before.release === null ? undefined : releases(before.release);
  return fresh.map((rundown) => {
    const live = before.rundowns.find(({ id }) => id === rundown.id);
    const was = old?.rundowns.find(({ id }) => id === rundown.id);
    const stays =
      isSame &&
      live &&
      before.changedRundowns.includes(rundown.id) &&
      canonicalJson(was ?? null) === canonicalJson(rundown);
    return structuredClone(stays ? live : rundown);
  });
}

/** Plays what is up from the release that is on air now: at once, without leaving and entering. */
export function renew(work: Work, command: Extract<Command, { do: 'renew' }>): void {
  const { channel, air } = channelOf(work.state, command.channel);
  const release = released(work.state, work.releases);
  const isOpen = command.lane === undefined && command.number === undefined && command.graphic === undefined;
  const meant = isOpen
    ? air.graphics.filter((g) => g.exitAt === null)
    : [upOn(channel, air, command, 'renew', work.releases).graphic];
  if (meant.length === 0) return refuse('nothing-on-air', `Nothing is on air on ${channel.name}.`, 'channel');
  for (const graphic of meant) {
    const template = release.templates[graphic.template];
    if (!template)
      return refuse(
        'unknown-template',
        `The template of ${graphic.name} is not in the show on air any more; it stays as it is until it is cleared.`,
        'graphic',
      );
    if (graphic.release === work.state.release) continue;
    adopt(graphic, work.state.release as string, template, work.at);
    note(work, 'renew', channel.id, graphic, work.at, work.state.release as string);
  }
}

function adopt(graphic: Graphic, hash: string, template: Template, at: number): void {
  const moment = momentOf(graphic, at);
  graphic.release = hash;
  // What holds goes on holding, however long its new Enter is; what enters or waits enters by the new one.
  if (moment?.phase === 'hold')
    graphic.enterFrames = Math.min(
      graphic.enterFrames,
      Math.floor((at - graphic.enterAt) * exactRate(graphic.rate)),
    );
  else graphic.enterFrames = phaseEnd(template.phases.enter);
  graphic.exitFrames = phaseEnd(template.phases.exit);
  graphic.stepFrames = template.steps.map(phaseEnd);
  graphic.turnAt = turnTime(template, graphic.values, at, 0);
  graphic.steps = graphic.steps.slice(0, graphic.stepFrames.length);
  graphic.moves = graphic.moves.filter(({ ref }) => template.moves.some(({ id }) => id === ref));
  graphic.changes = [];
}

export function follow(work: Work, command: Extract<Command, { do: 'follow' }>): void {
  const { channel, air } = channelOf(work.state, command.channel);
  const { follows } = command;
  const wanted: Follows | null = follows && {
    ...follows,
    channel: channelOf(work.state, follows.channel).channel.id,
  };
  for (let on = wanted?.channel; on !== undefined; on = work.state.air[on]?.follows?.channel)
    if (on === channel.id)
      return refuse(
        'follows-itself',
        `${channel.name} would follow itself. Choose another channel.`,
        'follows.channel',
      );
  air.follows = wanted;
  note(work, 'follow', channel.id, {}, work.at, wanted?.channel ?? '');
}
