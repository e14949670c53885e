import { create } from 'zustand';
import type { Command, Cue } from '../../core/playout';
import { cardByNumber, parseCallNumber, type Values } from '../../core/show';
import { send, useAir } from '../state/air-store';

/** The card in hand: what is in preview, a graphic on air, or a template being filled anew. */
export type InHand =
  | { readonly kind: 'preview' }
  | { readonly kind: 'air'; readonly graphic: string }
  | { readonly kind: 'new'; readonly template: string };

interface DeskStore {
  channel: string;
  /** The call line as typed. */
  typed: string;
  inHand: InHand;
  /** Edits of the card in hand that have not been sent. */
  edits: Values;
  /** The row of the rundown in hand, by card id. */
  row: string | null;
  /** What the last command did, or why it was refused. */
  said: { readonly words: string; readonly isRefusal: boolean } | null;
  set(change: Partial<Omit<DeskStore, 'set'>>): void;
}

export const useDesk = create<DeskStore>((set) => ({
  channel: '',
  typed: '',
  inHand: { kind: 'preview' },
  edits: {},
  row: null,
  said: null,
  set,
}));

const say = (words: string, isRefusal = false): void =>
  useDesk.getState().set({ said: { words, isRefusal } });

async function give(command: Command, done: string): Promise<boolean> {
  const refused = await send(command);
  if (refused) say(refused.message, true);
  else say(done);
  return refused === null;
}

/** Puts a card by call number in preview. */
export async function cueNumber(typed: string): Promise<void> {
  const { channel, set } = useDesk.getState();
  const parsed = parseCallNumber(typed);
  if ('problem' in parsed) return say(parsed.problem.message, true);
  const card = cardByNumber(useAir.getState().state.cards, parsed.number);
  if (await give({ do: 'cue', channel, number: parsed.number }, `${parsed.number} is in preview.`)) {
    set({ typed: '', inHand: { kind: 'preview' }, edits: {}, row: card?.id ?? null });
  }
}

/** Puts what is in preview on air; what was in hand there stays in hand. */
export async function takePreview(): Promise<void> {
  const { channel, inHand, edits, set } = useDesk.getState();
  const { state } = useAir.getState();
  const cue = state.air[channel]?.preview;
  if (!cue) return say('Nothing is in preview. Type a call number and press Enter.', true);
  const words = cue.number ?? state.channels.find((c) => c.id === channel)?.name ?? '';
  const values = inHand.kind === 'preview' && Object.keys(edits).length > 0 ? edits : null;
  // Words still on their way to preview go along, so that what was typed is what is taken.
  if (
    values &&
    (await send({
      do: 'cue',
      channel,
      ...(cue.card ? { card: cue.card } : { template: cue.template }),
      values: { ...typedValues(cue), ...values },
      ...(cue.row ? { row: cue.row } : {}),
    }))
  )
    return;
  if (!(await give({ do: 'take', channel }, `${words} is taken.`))) return;
  const { rundown } = useAir.getState().state;
  const next = cue.card ? (rundown[rundown.indexOf(cue.card) + 1] ?? cue.card) : useDesk.getState().row;
  set({ edits: {}, row: next });
  const up = (): void => {
    const taken = useAir
      .getState()
      .state.air[channel]?.graphics.filter(
        (g) => g.exitAt === null && g.card === cue.card && g.template === cue.template,
      );
    const last = taken?.at(-1);
    if (last) set({ inHand: { kind: 'air', graphic: last.id } });
  };
  up();
}

export const clearLane = (lane: string, name: string): Promise<boolean> =>
  give({ do: 'clear', channel: useDesk.getState().channel, lane }, `${name} is cleared.`);

export const clearAll = (): Promise<boolean> =>
  give(
    { do: 'clear', channel: useDesk.getState().channel, all: true, preview: true },
    'All lanes are cleared.',
  );

/** Clears the lane of the graphic in hand. */
export function clearInHand(): void {
  const { channel, inHand } = useDesk.getState();
  const { state } = useAir.getState();
  const graphics = state.air[channel]?.graphics.filter((g) => g.exitAt === null) ?? [];
  const graphic = inHand.kind === 'air' ? graphics.find((g) => g.id === inHand.graphic) : undefined;
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

/** Sends the edits of the graphic in hand to air. */
export async function sendEdits(): Promise<void> {
  const { channel, inHand, edits, set } = useDesk.getState();
  if (inHand.kind !== 'air' || Object.keys(edits).length === 0) return say('Nothing differs from air.', true);
  if (
    await give({ do: 'change', channel, graphic: inHand.graphic, values: edits }, 'The new words are on air.')
  )
    set({ edits: {} });
}

/** What was typed by hand, apart from what data brings. */
export const typedValues = ({ values, hand }: Pick<Cue, 'values' | 'hand'>): Values =>
  Object.fromEntries(hand.flatMap((id) => (values[id] === undefined ? [] : [[id, values[id]]])));

let cueTimer: ReturnType<typeof setTimeout> | null = null;

/** Takes an edit of the form; what is in preview follows as it is typed, what is on air waits to be sent. */
export function editInHand(values: Values): void {
  const { channel, inHand, set } = useDesk.getState();
  set({ edits: values });
  if (inHand.kind !== 'preview') return;
  if (cueTimer) clearTimeout(cueTimer);
  cueTimer = setTimeout(() => {
    const cue = useAir.getState().state.air[channel]?.preview;
    if (!cue) return;
    void send({
      do: 'cue',
      channel,
      ...(cue.card ? { card: cue.card } : { template: cue.template }),
      values: { ...typedValues(cue), ...values },
      ...(cue.row ? { row: cue.row } : {}),
    });
  }, 120);
}

export async function cueNew(template: string, values: Values): Promise<void> {
  const { channel, set } = useDesk.getState();
  if (await give({ do: 'cue', channel, template, values }, 'It is in preview.'))
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
      ...(card ? { card } : {}),
      ...(replace ? { replace } : {}),
      ...(row ? { row } : {}),
    },
    `Kept under ${number}.`,
  );
