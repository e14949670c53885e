import { sameParts } from '../json';
import { chooseChange, phaseEnd } from '../motion';
import { afterExit, entersAt, exactRate, type Channel, type Template } from '../show';
import type { Command } from './command';
import { comeAway } from './react';
import { happens } from './happen';
import { leave, withdraw } from './leave';
import { acceptValues, channelOf, findTarget, released, templateOf } from './lookup';
import { endOf, laneState, shownAt } from './on-air';
import { turnTime } from './pages-due';
import { onceOf, wasShown } from './once';
import { otherCue, previewOf, setPreview } from './preview';
import { listsFrom } from './running';
import { send } from './send';
import type { ChannelAir, Cue, Graphic } from './state';
import { nextFrame, note, prune, refuse, type Releases, type Work } from './work';

/** How a take came to be. */
export interface TakeBy {
  /** Seconds after which it leaves by itself; undefined: as the template says. */
  readonly lasts?: number | null;
  readonly run?: Graphic['run'];
}

type TakeCommand = Extract<Command, { do: 'take' }>;
type Named = Cue & { readonly name: string };

export function take(work: Work, command: TakeCommand): void {
  const first = channelOf(work.state, command.channel);
  const seen = previewOf(first.air, command);
  const isThere = command.cue !== undefined && seen?.cue === command.cue;
  const target = isThere ? null : findTarget(work, command);
  // One's own cue is taken also where another has come over it since.
  const named =
    target && command.cue !== undefined ? { ...target, cue: command.cue, desk: command.desk ?? '' } : target;
  const fromHere = isThere ? cueIn(work, first.channel, seen, command) : null;
  for (const id of [command.channel, ...(command.also ?? [])]) {
    const { channel, air } = channelOf(work.state, id);
    const own = previewOf(air, command);
    const cued = named ?? fromHere ?? cueIn(work, channel, own, command);
    if (command.again !== true && wasShown(work.state, released(work.state, work.releases), cued.row))
      return refuse(
        'was-on-air',
        `${cued.name} is filled by what was on air before. Ask for it again to show it once more.`,
        'row',
      );
    if (named ? command.cue !== undefined && own?.cue === command.cue : own?.cue === cued.cue)
      setPreview(air, command, null);
    takeOn(work, channel, air, cued);
  }
}

/** What is in preview, with what is typed over it. */
function cueIn(work: Work, channel: Channel, cue: Cue | null, command: TakeCommand): Named {
  if (command.cue !== undefined && command.cue !== cue?.cue) return otherCue(work, channel.name, cue);
  if (!cue)
    return refuse('nothing-cued', `Nothing is in preview on ${channel.name}. Cue a card first.`, 'channel');
  if (command.edit !== undefined && command.edit !== cue.edit)
    return refuse(
      'other-edit',
      `${cue.by || 'Someone'} has typed into preview on ${channel.name} meanwhile. Nothing was taken: look at preview and take again.`,
      'edit',
    );
  const template = templateOf(released(work.state, work.releases), cue.template);
  const typed = acceptValues(template, command.values ?? {});
  const card = cue.card === null ? undefined : work.state.cards[cue.card];
  return {
    ...cue,
    values: { ...cue.values, ...typed },
    hand: [...new Set([...cue.hand, ...Object.keys(typed)])],
    by: work.by || cue.by,
    name: card?.name ?? template.name,
  };
}

/** Whether a template is played alike by two releases, so that a graphic of the one can go on as of the other. */
export function playsAlike(releases: Releases, one: string, other: string, template: string): boolean {
  if (one === other) return true;
  const [a, b] = [releases(one), releases(other)];
  if (!a || !b) return false;
  return sameParts(a.templates[template] ?? null, b.templates[template] ?? null) && sameParts(a.look, b.look);
}

/** The Change by which a graphic that is up becomes the cue, or null where it has to leave for it. */
export function becomes(
  up: Graphic,
  cue: Pick<Cue, 'template' | 'values'>,
  template: Template,
  release: string,
  releases: Releases,
  now: number,
): boolean {
  if (up.template !== cue.template || up.steps.length > 0) return false;
  if (!playsAlike(releases, up.release, release, cue.template)) return false;
  const chosen = chooseChange(template, shownAt(up, now).values, cue.values);
  return chosen !== null && phaseEnd(chosen) > 0;
}

/** When a graphic may enter a lane that others leave: by the template's handover, or the lane's. */
function entry(
  channel: Channel,
  template: Template,
  others: readonly (Graphic | null)[],
  now: number,
): number {
  const lane = channel.lanes.find((own) => own.id === template.lane);
  const handover = template.handover ?? lane?.handover ?? afterExit;
  const rate = exactRate(template.rate);
  return others.reduce(
    (latest, g) =>
      g?.exitAt != null
        ? Math.max(latest, entersAt(handover, rate, { begin: g.exitAt, end: endOf(g) }))
        : latest,
    now,
  );
}

/** Puts a cue to program; returns the graphic that shows it. */
export function takeOn(
  work: Work,
  channel: Channel,
  air: ChannelAir,
  cue: Cue & { readonly name: string },
  how: TakeBy = {},
): Graphic {
  const { state, releases } = work;
  const release = released(state, releases);
  const template =
    release.templates[cue.template] ??
    refuse('unknown-template', 'The template in preview is not in the show on air any more.', 'template');
  if (!channel.lanes.some((lane) => lane.id === template.lane)) {
    return refuse(
      'unknown-lane',
      `“${template.name}” goes to the lane “${template.lane}”, which ${channel.name} does not have.`,
      'channel',
    );
  }
  const now = nextFrame(work.at, channel);
  prune(air, work.now);
  const { name, ...own } = cue;
  if (cue.card !== null) state.aired[cue.card] = now;
  const once = onceOf(release, cue.row);
  if (once !== null && cue.row) (state.rowsAired[once] ??= {})[cue.row.key] = now;
  const { holder, leaving, waiting } = laneState(air.graphics, template.lane, now);
  const same = [holder, waiting].find(
    (g) =>
      g &&
      g.card !== null &&
      g.card === cue.card &&
      playsAlike(releases, g.release, state.release as string, cue.template),
  );
  const changed =
    same ??
    (holder && !waiting && becomes(holder, cue, template, state.release as string, releases, now)
      ? holder
      : undefined);
  const lasts = how.lasts === undefined ? template.stays : how.lasts;
  if (changed) {
    // It is up already: its words are sent, and nothing leaves or enters.
    Object.assign(changed, { ...own, values: changed.values, hand: [...cue.hand], pending: {}, name });
    Object.assign(changed, { before: null, run: how.run ?? null, ticker: null });
    changed.leaveAt =
      lasts === null ? null : Math.max(changed.enterAt, (how.lasts === undefined ? now : work.at) + lasts);
    send(work, channel.id, changed, template, { ...cue.values }, now, channel, true);
    note(work, 'take', channel.id, changed, now, 'in place');
    return changed;
  }
  if (waiting) withdraw(work, air, waiting);
  if (holder) leave(work, channel.id, air, holder, now);
  const enterAt = nextFrame(entry(channel, template, [holder, ...leaving], now), channel);
  const enterFrames = phaseEnd(template.phases.enter);
  const graphic: Graphic = {
    ...own,
    values: { ...cue.values },
    id: work.newId(channel.id),
    lane: template.lane,
    name,
    release: state.release as string,
    rate: template.rate,
    enterFrames,
    exitFrames: phaseEnd(template.phases.exit),
    enterAt,
    exitAt: null,
    exitFrom: null,
    changes: [],
    pending: {},
    moves: [],
    stepFrames: template.steps.map(phaseEnd),
    steps: [],
    leaveAt: null,
    lists: listsFrom(template, cue.values, enterAt),
    anchors: {},
    stops: [],
    turnAt: turnTime(template, cue.values, enterAt, enterFrames / exactRate(template.rate)),
    run: how.run ?? null,
    ticker: null,
    before: null,
  };
  // By its template it stays so long once it has come in; by a row it ends when the plan says.
  if (lasts !== null)
    graphic.leaveAt =
      how.lasts === undefined
        ? enterAt + enterFrames / exactRate(template.rate) + lasts
        : Math.max(enterAt, work.at + lasts);
  comeAway(work, channel.id, graphic, template);
  air.graphics.push(graphic);
  happens(state, channel.id, graphic, template, { on: 'enter', phase: 'enter', at: enterAt });
  happens(state, channel.id, graphic, template, {
    phase: 'idle',
    at: enterAt + enterFrames / exactRate(template.rate),
  });
  note(work, 'take', channel.id, graphic, enterAt);
  return graphic;
}

/** Takes again what was last in a lane. */
export function putBack(work: Work, command: Extract<Command, { do: 'put-back' }>): void {
  const { channel, air } = channelOf(work.state, command.channel);
  const lane = command.lane ?? air.lastLane;
  const last =
    (lane === null ? undefined : air.last[lane]) ??
    refuse('nothing-before', `Nothing was on air before on ${channel.name}.`, 'lane');
  if (command.cue !== undefined && command.cue !== last.cue)
    return refuse(
      'other-last',
      `Another graphic has left ${channel.name} meanwhile. Nothing was put back: look and do it again.`,
      'cue',
    );
  takeOn(work, channel, air, {
    ...last,
    values: { ...last.values },
    hand: [...last.hand],
    by: work.by,
    cue: work.newId('cue'),
  });
}
