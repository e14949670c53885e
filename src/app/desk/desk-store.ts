import { create } from 'zustand';
import {
  answered,
  answerOffer,
  cueInHand,
  drop as dropTyped,
  fillPreview,
  goToChannel,
  hear,
  newDesk,
  press,
  previewSeen,
  rundownOf,
  sendLive,
  share,
  takeInHand,
  typeInto,
  which,
  type DeskPress,
  type DeskState,
  type Draft,
  type Step,
  type View,
} from '../../core/desk';
import { zoneOn, type Command, type Cue, type RunAct } from '../../core/playout';
import type { Rundown, RundownRow, Values } from '../../core/show';
import { air, releases, send, useAir } from '../state/air-store';
import { newId } from '../state/ids';

// The Desk of this window: the core decides, this sends and remembers.

const keptName = 'jorvan.desk';

interface Kept {
  readonly id: string;
  readonly drafts: Readonly<Record<string, Draft>>;
  readonly shares: boolean;
  readonly toCard: boolean;
}

/** The same Desk when its window is loaded anew, with what was typed and not sent. */
function begin(): DeskState {
  const fresh = newDesk(newId(), newId());
  try {
    const kept = JSON.parse(sessionStorage.getItem(keptName) ?? 'null') as Kept | null;
    const habits = JSON.parse(localStorage.getItem(keptName) ?? '{}') as Partial<Kept>;
    const { shares = false, toCard = false } = kept ?? habits;
    return { ...fresh, shares, toCard, ...(kept ? { id: kept.id, drafts: kept.drafts } : {}) };
  } catch {
    return fresh;
  }
}

export const useDesk = create<DeskState>(begin);
// The server keeps this Desk's preview as long as its window is there.
air().desk = useDesk.getState().id;

useDesk.subscribe((now, before) => {
  const { id, drafts, shares, toCard } = now;
  if (drafts === before.drafts && shares === before.shares && toCard === before.toCard) return;
  sessionStorage.setItem(keptName, JSON.stringify({ id, drafts, shares, toCard } satisfies Kept));
  localStorage.setItem(keptName, JSON.stringify({ shares, toCard }));
});

export const viewNow = (): View => ({
  desk: useDesk.getState(),
  air: air().state,
  releases: releases.get,
  now: air().clock.now(),
});

let seen: { desk: DeskState; air: View['air']; cue: Cue | null } | null = null;

/** What is in this Desk's preview; the same object as long as it is the same. */
export function cueNow(): Cue | null {
  const view = viewNow();
  if (seen?.desk === view.desk && seen.air === view.air) return seen.cue;
  const cue = previewSeen(view);
  const same = seen?.cue && cue && JSON.stringify(seen.cue) === JSON.stringify(cue) ? seen.cue : cue;
  seen = { desk: view.desk, air: view.air, cue: same };
  return same;
}

const put = (desk: DeskState): void => {
  if (desk !== useDesk.getState()) useDesk.setState(desk, true);
};

useAir.subscribe((now, before) => {
  if (now.state === before.state) return;
  const view = viewNow();
  put(hear({ ...view, air: before.state }, view));
});

export const change = (recipe: (view: View) => DeskState): void => put(recipe(viewNow()));

export const say = (words: string, isRefusal = false): void =>
  useDesk.setState({ said: { words, isRefusal } });

/** Sends what a step sends; what becomes of each command, the Desk is told. */
export async function perform({ desk, commands, done }: Step): Promise<boolean> {
  put(desk);
  const results = await Promise.all(
    commands.map(async (command, i) => {
      const refused = await send(command);
      const words = i === commands.length - 1 ? done : '';
      put(answered(viewNow(), command, refused?.message ?? null, words));
      return refused === null;
    }),
  );
  return results.length > 0 && results.every(Boolean);
}

export async function give(command: Command, done: string): Promise<boolean> {
  const refused = await send(command);
  if (refused) say(refused.message, true);
  else say(done);
  return refused === null;
}

/** Minutes by which the clock on the wall is east of UTC. */
export const wallZone = (): number => -new Date().getTimezoneOffset();
/** Minutes that the time of day here is ahead of the air clock. */
export const shownZone = (): number => zoneOn(air().state, wallZone());

export const act = (what: DeskPress, of: { lane?: string; graphic?: string } = {}): Promise<boolean> =>
  perform(press(viewNow(), what, { ...of, zone: wallZone() }));

/** Calls a number as if it had been typed, or a card by its own. */
export function callNumber(number: string): Promise<boolean> {
  useDesk.setState({ typed: number });
  return act('cue');
}

/** Calls a number as soon as the Desk is at a channel: who comes from elsewhere is at none yet. */
export function callOnArrival(number: string): void {
  if (useDesk.getState().channel !== '') return void callNumber(number);
  const leave = useDesk.subscribe(({ channel }) => {
    if (channel === '') return;
    leave();
    void callNumber(number);
  });
}

export const cueAgain = (): Promise<boolean> => perform(cueInHand(viewNow()));

/** The rundown in hand. */
export const rundownNow = (): Rundown | undefined => rundownOf(viewNow());

export const inHand = (what: { graphic: string } | { template: string } | 'preview'): void =>
  change((view) => takeInHand(view, what));

export const toChannel = (channel: string): void => change((view) => goToChannel(view, channel));

/** Sends a graphic that is up on one of its moves, or back from it. */
export const callMove = (graphic: string, move: string, name: string, back: boolean): Promise<boolean> =>
  give(
    { do: 'move', channel: useDesk.getState().channel, graphic, move, back },
    back ? `It comes back from “${name}”.` : `“${name}” is called.`,
  );

/** What runs in a graphic stops, goes on, or runs out. */
export const steerCrawl = (graphic: string, act: 'stop' | 'go' | 'out'): Promise<boolean> =>
  give(
    { do: 'crawl', channel: useDesk.getState().channel, graphic, act },
    { stop: 'It stops between two items.', go: 'It goes on.', out: 'It runs out.' }[act],
  );

const settleMs = 120;
let timer: ReturnType<typeof setTimeout> | null = null;

/** Takes an edit of the form; what is in preview follows as it is typed, and so does air where the field is live. */
export function typed(values: Values): void {
  change((view) => typeInto(view, values));
  if (timer) clearTimeout(timer);
  timer = setTimeout(() => {
    timer = null;
    void perform(fillPreview(viewNow()));
    void perform(sendLive(viewNow()));
  }, settleMs);
}

export const offered = (isWanted: boolean): void => {
  change((view) => answerOffer(view, isWanted));
  void perform(fillPreview(viewNow()));
};

/** Drops what was typed; preview goes back to what its card says. */
export const drop = (): Promise<boolean> => perform(dropTyped(viewNow()));

/** Whether the Desk works on the preview that all share. */
export const setShares = (shares: boolean): void => change((view) => share(view, shares));

/** Whether new data reaches a graphic at once, or waits until it is sent. */
export const holdData = (graphic: string, waits: boolean): Promise<boolean> =>
  give(
    { do: 'hold', channel: useDesk.getState().channel, graphic, waits },
    waits ? 'New data waits until you send it.' : 'Air follows the data.',
  );

/** Sends what data has brought while it waited. */
export const sendData = (graphic: string): Promise<boolean> =>
  give({ do: 'change', channel: useDesk.getState().channel, graphic, values: {} }, 'The new data is on air.');

/** Gives a field back to data, on air or in preview. */
export function followData(of: Cue, graphic: string | null, field: string): Promise<boolean> {
  const desk = useDesk.getState();
  const { channel } = desk;
  const done = 'It follows the data again.';
  return graphic
    ? give({ do: 'change', channel, graphic, values: {}, follow: [field] }, done)
    : give(
        {
          do: 'fill',
          channel,
          ...which(desk),
          cue: of.cue,
          values: {},
          follow: [field],
        },
        done,
      );
}

/** Corrects the card of a graphic with what is on air. */
export const correctCard = (
  number: string,
  card: string,
  template: string,
  values: Values,
): Promise<boolean> =>
  give(
    { do: 'keep', number, card, template, values, merge: true, replace: true },
    `Card ${number} says the same as air.`,
  );

/** Keeps a filling under a call number; a used number needs `replace`. */
export const keepUnder = (
  number: string,
  template: string,
  values: Values,
  card: string | null,
  replace: boolean,
  row: Cue['row'] = null,
): Promise<boolean> =>
  give(
    {
      do: 'keep',
      number,
      template,
      values,
      // Of a card that is kept again only what was edited is given, so that others' edits stay.
      ...(card ? { card, merge: true } : {}),
      ...(replace ? { replace } : {}),
      ...(row ? { row } : {}),
    },
    `Kept under ${number}.`,
  );

const runWords: Readonly<Record<RunAct, string>> = {
  start: 'runs',
  stop: 'is stopped; what is up stays',
  pause: 'is paused',
  'go-on': 'goes on',
  next: 'takes its next row',
  skip: 'passes over its next row',
  hold: 'holds its row',
  'let-go': 'goes on',
  'by-hand': 'is taken over by hand',
  'give-back': 'runs by itself again',
};

/** Does something to the rundown in hand. */
export function giveRun(act: RunAct, from?: string): void {
  const rundown = rundownNow();
  if (!rundown) return say('There is no rundown.', true);
  void give(
    {
      do: 'run',
      rundown: rundown.id,
      act: act,
      ...(act === 'start' ? { zone: wallZone() } : {}),
      ...(from ? { from } : {}),
    },
    `“${rundown.name}” ${runWords[act]}.`,
  );
}

/** Pauses the rundown in hand, or lets it go on. */
export function pauseOrGoOn(): void {
  const rundown = rundownNow();
  const run = rundown && useAir.getState().state.runs[rundown.id];
  if (!run) return say('The rundown does not run. Start it first.', true);
  giveRun(run.pausedAt === null ? 'pause' : 'go-on');
}

/** Changes a row of the rundown in hand. */
export function changeRow(row: RundownRow): void {
  const rundown = rundownNow();
  if (rundown) void give({ do: 'row', rundown: rundown.id, row }, 'The row is changed.');
}
