import { create } from 'zustand';
import type { Command, Cue, Graphic, RunAct } from '../../core/playout';
import { cardByNumber, parseCallNumber, type Rundown, type RundownRow, type Values } from '../../core/show';
import { send, useAir } from '../state/air-store';

/** The card in hand: what is in preview, a graphic on air, or a template being filled anew. */
export type InHand =
  | { readonly kind: 'preview' }
  | { readonly kind: 'air'; readonly graphic: string }
  | { readonly kind: 'new'; readonly template: string };

interface DeskStore {
  channel: string;
  /** Further channels that cue, take and clear go to. */
  also: readonly string[];
  /** The call line as typed. */
  typed: string;
  inHand: InHand;
  /** Edits of the card in hand that have not been sent. */
  edits: Values;
  /** Edits of what is on air go there as they are typed. */
  asTyped: boolean;
  /** The rundown in hand, by its id; empty: the first. */
  rundown: string;
  /** The row of the rundown in hand, by its id. */
  row: string | null;
  /** The first row of the block that ends with the row in hand; null: that row alone. */
  blockFrom: string | null;
  /** What the last command did, or why it was refused. */
  said: { readonly words: string; readonly isRefusal: boolean } | null;
  set(change: Partial<Omit<DeskStore, 'set'>>): void;
}

export const useDesk = create<DeskStore>((set) => ({
  channel: '',
  also: [],
  typed: '',
  inHand: { kind: 'preview' },
  edits: {},
  asTyped: false,
  rundown: '',
  row: null,
  blockFrom: null,
  said: null,
  set,
}));

export const say = (words: string, isRefusal = false): void =>
  useDesk.getState().set({ said: { words, isRefusal } });

export async function give(command: Command, done: string): Promise<boolean> {
  const refused = await send(command);
  if (refused) say(refused.message, true);
  else say(done);
  return refused === null;
}

/** The rundown in hand. */
export function rundownNow(): Rundown | undefined {
  const { rundowns } = useAir.getState().state;
  return rundowns.find(({ id }) => id === useDesk.getState().rundown) ?? rundowns[0];
}

const rowOfCard = (card: string | undefined): RundownRow | undefined =>
  card === undefined ? undefined : rundownNow()?.rows.find((row) => row.card === card);

/** The channels that a command goes to besides the one in hand. */
const further = (): { also?: string[] } => {
  const { also, channel } = useDesk.getState();
  const wanted = also.filter((id) => id !== channel);
  return wanted.length > 0 ? { also: wanted } : {};
};

/** Puts a card by call number in preview. */
export async function cueNumber(typed: string): Promise<void> {
  const { channel, set, row } = useDesk.getState();
  const parsed = parseCallNumber(typed);
  if ('problem' in parsed) return say(parsed.problem.message, true);
  const card = cardByNumber(useAir.getState().state.cards, parsed.number);
  if (
    await give({ do: 'cue', channel, ...further(), number: parsed.number }, `${parsed.number} is in preview.`)
  ) {
    const stays = rundownNow()?.rows.find(({ id }) => id === row)?.card === card?.id;
    set({
      typed: '',
      inHand: { kind: 'preview' },
      edits: {},
      ...(stays ? {} : { row: rowOfCard(card?.id)?.id ?? null, blockFrom: null }),
    });
  }
}

/** Takes the number on the call line, or the row in hand, without its being cued. */
export async function takeNumber(typed: string): Promise<void> {
  const { channel, set, row } = useDesk.getState();
  const { cards } = useAir.getState().state;
  const inRow = rundownNow()?.rows.find(({ id }) => id === row)?.card;
  const wanted = typed || (inRow ? (cards[inRow]?.number ?? '') : '');
  const parsed = parseCallNumber(wanted);
  if ('problem' in parsed) return say(parsed.problem.message, true);
  const card = cardByNumber(cards, parsed.number);
  if (
    !(await give({ do: 'take', channel, ...further(), number: parsed.number }, `${parsed.number} is taken.`))
  )
    return;
  set({ typed: '' });
  takeInHand((g) => g.card === card?.id);
}

/** Takes what has just gone up in hand. */
function takeInHand(isIt: (graphic: Graphic) => boolean): void {
  const { channel, set } = useDesk.getState();
  const up = useAir.getState().state.air[channel]?.graphics.filter((g) => g.exitAt === null && isIt(g));
  const last = up?.at(-1);
  if (last) set({ inHand: { kind: 'air', graphic: last.id }, edits: {} });
}

/** Puts what is in preview on air; what was in hand there stays in hand. */
export async function takePreview(): Promise<void> {
  const { channel, inHand, edits, set } = useDesk.getState();
  const { state } = useAir.getState();
  const cue = state.air[channel]?.preview;
  if (!cue) return say('Nothing is in preview. Type a call number and press Enter.', true);
  const words = cue.number ?? state.channels.find((c) => c.id === channel)?.name ?? '';
  const values = inHand.kind === 'preview' && Object.keys(edits).length > 0 ? edits : null;
  let seen = cue.cue;
  // Words still on their way to preview go along, so that what was typed is what is taken.
  if (values) {
    if (cueTimer) clearTimeout(cueTimer);
    if (await send(cueAgain(cue, values))) return;
    seen = useAir.getState().state.air[channel]?.preview?.cue ?? seen;
  }
  const { also } = further();
  const done = also
    ? await give(
        {
          do: 'take',
          channel,
          also,
          ...(cue.card ? { card: cue.card } : { template: cue.template }),
          values: { ...typedValues(cue), ...values },
        },
        `${words} is taken to ${also.length + 1} channels.`,
      )
    : await give({ do: 'take', channel, cue: seen }, `${words} is taken.`);
  if (!done) return;
  if (also) await send({ do: 'clear', channel, preview: true });
  const rows = rundownNow()?.rows ?? [];
  const at = rows.findIndex((row) => row.card === cue.card);
  set({ edits: {}, row: at < 0 ? useDesk.getState().row : (rows[at + 1]?.id ?? rows[at]?.id ?? null) });
  takeInHand((g) => g.card === cue.card && g.template === cue.template);
}

export const clearLane = (lane: string, name: string): Promise<boolean> =>
  give({ do: 'clear', channel: useDesk.getState().channel, lane }, `${name} is cleared.`);

export const clearAll = (): Promise<boolean> =>
  give(
    { do: 'clear', channel: useDesk.getState().channel, ...further(), all: true, preview: true },
    'All lanes are cleared.',
  );

/** Takes again what was last in a lane; without a lane, in the one that was left last. */
export const putBack = (lane?: string): Promise<boolean> =>
  give(
    { do: 'put-back', channel: useDesk.getState().channel, ...(lane ? { lane } : {}) },
    'What was last is back.',
  );

/** The graphic in hand, where it is still up. */
export function graphicInHand(): Graphic | undefined {
  const { channel, inHand } = useDesk.getState();
  const own = useAir.getState().state.air[channel]?.graphics.filter((g) => g.exitAt === null) ?? [];
  return inHand.kind === 'air' ? own.find((g) => g.id === inHand.graphic) : undefined;
}

/** Clears the lane of the graphic in hand. */
export function clearInHand(): void {
  const { channel } = useDesk.getState();
  const { state } = useAir.getState();
  const graphic = graphicInHand();
  if (!graphic) return say('Choose what to clear on the lane board.', true);
  const lane = state.channels.find((c) => c.id === channel)?.lanes.find((l) => l.id === graphic.lane);
  void clearLane(graphic.lane, lane?.name ?? graphic.lane);
}

/** Takes a graphic to its next step: that one, the one in hand where it has steps left, or the only one that has. */
export function nextStep(graphic?: string): void {
  const { channel, inHand } = useDesk.getState();
  const own = useAir.getState().state.air[channel]?.graphics ?? [];
  const hasLeft = (id: string): boolean =>
    own.some((g) => g.id === id && g.exitAt === null && g.steps.length < g.stepFrames.length);
  const wanted = graphic ?? (inHand.kind === 'air' && hasLeft(inHand.graphic) ? inHand.graphic : undefined);
  void give({ do: 'next', channel, ...(wanted ? { graphic: wanted } : {}) }, 'The next step is taken.');
}

/** Sends a graphic that is up on one of its moves, or back from it. */
export const callMove = (graphic: string, move: string, name: string, back: boolean): Promise<boolean> =>
  give(
    { do: 'move', channel: useDesk.getState().channel, graphic, move, back },
    back ? `It comes back from “${name}”.` : `“${name}” is called.`,
  );

/** Sends the edits of the graphic in hand to air: by its Change, or at once. */
export async function sendEdits(motion = true): Promise<void> {
  const { channel, inHand, edits, set } = useDesk.getState();
  if (inHand.kind !== 'air' || Object.keys(edits).length === 0) return say('Nothing differs from air.', true);
  const command: Command = {
    do: 'change',
    channel,
    graphic: inHand.graphic,
    values: edits,
    ...(motion ? {} : { motion }),
  };
  if (await give(command, motion ? 'The new words are on air.' : 'The new words are on air, at once.'))
    set({ edits: {} });
}

/** Takes back what was sent last to the graphic in hand, or to the only one that was sent something. */
export function takeBack(): void {
  const { channel } = useDesk.getState();
  const own = useAir.getState().state.air[channel]?.graphics.filter((g) => g.exitAt === null) ?? [];
  const sent = own.filter((g) => g.before !== null);
  const graphic = graphicInHand() ?? (sent.length === 1 ? sent[0] : undefined);
  if (!graphic) return say('Take the graphic in hand whose words are to be taken back.', true);
  useDesk.getState().set({ edits: {} });
  void give({ do: 'revert', channel, graphic: graphic.id }, 'The send is taken back.');
}

/** What was typed by hand, apart from what data brings. */
export const typedValues = ({ values, hand }: Pick<Cue, 'values' | 'hand'>): Values =>
  Object.fromEntries(hand.flatMap((id) => (values[id] === undefined ? [] : [[id, values[id]]])));

const cueAgain = (cue: Cue, values: Values): Command => ({
  do: 'cue',
  channel: useDesk.getState().channel,
  ...(cue.card ? { card: cue.card } : { template: cue.template }),
  values: { ...typedValues(cue), ...values },
  ...(cue.row ? { row: cue.row } : {}),
});

const settleMs = 120;
let cueTimer: ReturnType<typeof setTimeout> | null = null;
let typingTimer: ReturnType<typeof setTimeout> | null = null;

/**
 * Takes an edit of the form; what is in preview follows as it is typed, what is on air waits to be sent, or follows
 * too where that is wanted.
 */
export function editInHand(values: Values): void {
  const { channel, inHand, asTyped, set } = useDesk.getState();
  set({ edits: values });
  if (inHand.kind === 'air' && asTyped) {
    if (typingTimer) clearTimeout(typingTimer);
    typingTimer = setTimeout(() => void sendTyped(channel, inHand.graphic), settleMs);
    return;
  }
  if (inHand.kind !== 'preview') return;
  if (cueTimer) clearTimeout(cueTimer);
  cueTimer = setTimeout(() => {
    const cue = useAir.getState().state.air[channel]?.preview;
    if (cue) void send(cueAgain(cue, values));
  }, settleMs);
}

async function sendTyped(channel: string, graphic: string): Promise<void> {
  const { edits } = useDesk.getState();
  if (Object.keys(edits).length === 0) return;
  const command: Command = { do: 'change', channel, graphic, values: edits, motion: false, typing: true };
  if (!(await give(command, 'Air follows what you type.'))) return;
  // What was typed meanwhile is still on its way.
  const now = useDesk.getState().edits;
  const left = Object.fromEntries(Object.entries(now).filter(([id, value]) => edits[id] !== value));
  useDesk.getState().set({ edits: left });
}

export async function cueNew(template: string, values: Values): Promise<void> {
  const { channel, set } = useDesk.getState();
  if (await give({ do: 'cue', channel, ...further(), template, values }, 'It is in preview.'))
    set({ inHand: { kind: 'preview' }, edits: {} });
}

/** Whether new data reaches the graphic in hand at once, or waits until it is sent. */
export const holdData = (graphic: string, waits: boolean): Promise<boolean> =>
  give(
    { do: 'hold', channel: useDesk.getState().channel, graphic, waits },
    waits ? 'New data waits until you send it.' : 'Air follows the data.',
  );

/** Sends what data has brought while it waited. */
export const sendData = (graphic: string): Promise<boolean> =>
  give({ do: 'change', channel: useDesk.getState().channel, graphic, values: {} }, 'The new data is on air.');

/** Gives a field back to data. */
export const followData = (graphic: string, field: string): Promise<boolean> =>
  give(
    { do: 'change', channel: useDesk.getState().channel, graphic, values: {}, follow: [field] },
    'It follows the data again.',
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

/** Minutes by which the clock on the wall is east of UTC. */
export const wallZone = (): number => -new Date().getTimezoneOffset();

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
      act,
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
