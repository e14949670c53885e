import type { AirState, Cue, Graphic, Releases } from '../playout';
import { sameValue, type Values } from '../show';

/** What is in hand: what is in preview, a graphic that is up (or on its way there), or a template to be filled anew. */
export type Hand =
  | {
      readonly kind: 'preview';
      /** The cue that it is about; what is in preview may be another by now. */
      readonly cue: Cue | null;
    }
  | {
      readonly kind: 'air';
      /** Null while the take is on its way: then it is the graphic of the cue. */
      readonly graphic: string | null;
      readonly cue: Cue;
    }
  | { readonly kind: 'new'; readonly template: string };

/** What was typed and has not come where it belongs. */
export interface Draft {
  readonly card: string | null;
  readonly number: string | null;
  readonly template: string;
  readonly values: Values;
  /** What of it the server has taken. */
  readonly sent: Values;
}

/** Who has the keyboard: the call line, a field of the form, or a control that was reached by keys. */
export type Keyboard =
  | { readonly at: 'line' }
  | { readonly at: 'field'; readonly name: string; readonly field: string | null; readonly lines: boolean }
  | { readonly at: 'control'; readonly name: string };

/** What came into the shared preview last, when, and whether it took the place of one's own. */
export interface Arrival {
  readonly cue: string | null;
  readonly at: number;
  readonly isOther: boolean;
  readonly overOwn: boolean;
}

/** One operator's Desk; plain data. What others see of it is in the air state. */
export interface DeskState {
  readonly id: string;
  /** Makes ids unlike those of the Desk's earlier life. */
  readonly mark: string;
  readonly count: number;
  readonly channel: string;
  /** Further channels that cue, take and clear go to. */
  readonly also: readonly string[];
  /** Works on the preview that all share; else on one of its own. */
  readonly shares: boolean;
  /** The call line as typed. */
  readonly typed: string;
  readonly hand: Hand;
  /** By what they belong to: `cue ID`, `air GRAPHIC`, `card ID`, `template ID`, `new TEMPLATE`. */
  readonly drafts: Readonly<Record<string, Draft>>;
  /** The field of the graphic in hand that goes to air as it is typed. */
  readonly live: string | null;
  readonly keyboard: Keyboard;
  /** Cues that were given and have not been seen in the state yet, by channel. */
  readonly given: Readonly<Record<string, Cue>>;
  /** One's own last filling under way, by cue. */
  readonly fills: Readonly<Record<string, string>>;
  readonly arrivals: Readonly<Record<string, Arrival>>;
  /** What the last press asked about; the next one does it. */
  readonly asked: string | null;
  /** Corrections on air are made in the card too. */
  readonly toCard: boolean;
  readonly rundown: string;
  readonly row: string | null;
  readonly blockFrom: string | null;
  readonly said: { readonly words: string; readonly isRefusal: boolean } | null;
}

export const newDesk = (id: string, mark: string, channel = ''): DeskState => ({
  id,
  mark,
  count: 0,
  channel,
  also: [],
  shares: false,
  typed: '',
  hand: { kind: 'preview', cue: null },
  drafts: {},
  live: null,
  keyboard: { at: 'line' },
  given: {},
  fills: {},
  arrivals: {},
  asked: null,
  toCard: false,
  rundown: '',
  row: null,
  blockFrom: null,
  said: null,
});

/** What a Desk is looked at with. */
export interface View {
  readonly desk: DeskState;
  readonly air: AirState;
  readonly releases: Releases;
  /** Air clock seconds. */
  readonly now: number;
}

export const which = ({ id, shares }: DeskState): { desk: string; own?: true } =>
  shares ? { desk: id } : { desk: id, own: true };

/** The channels that a command goes to besides the one in hand. */
export const further = ({ also, channel }: DeskState): { also?: string[] } => {
  const wanted = also.filter((id) => id !== channel);
  return wanted.length > 0 ? { also: wanted } : {};
};

const atState = ({ desk, air }: Pick<View, 'desk' | 'air'>, channel = desk.channel): Cue | null =>
  (desk.shares ? air.air[channel]?.preview : air.air[channel]?.own[desk.id]) ?? null;

export const pendingOf = (draft: Draft | undefined): Values =>
  draft
    ? Object.fromEntries(
        Object.entries(draft.values).filter(([id, value]) => !sameValue(draft.sent[id], value)),
      )
    : {};

/** What is in the Desk's preview, by what it has given and typed itself: just this is what a take takes. */
export function previewSeen(view: Pick<View, 'desk' | 'air'>): Cue | null {
  const { desk } = view;
  const cue = desk.given[desk.channel] ?? atState(view);
  if (!cue) return null;
  const typed = pendingOf(desk.drafts[`cue ${cue.cue}`]);
  const ids = Object.keys(typed);
  return ids.length === 0
    ? cue
    : { ...cue, values: { ...cue.values, ...typed }, hand: [...new Set([...cue.hand, ...ids])] };
}

export const previewInState = atState;

/** The graphics that are up on a channel and do not leave. */
export const upOf = (air: AirState, channel: string): readonly Graphic[] =>
  air.air[channel]?.graphics.filter((g) => g.exitAt === null) ?? [];

/** The graphic in hand, where it is up. */
export function graphicInHand({ desk, air }: Pick<View, 'desk' | 'air'>): Graphic | null {
  const { hand } = desk;
  if (hand.kind !== 'air') return null;
  return (
    upOf(air, desk.channel).find((g) =>
      hand.graphic === null ? g.cue === hand.cue.cue : g.id === hand.graphic,
    ) ?? null
  );
}

/** Whether what is in hand was put out of preview by another, with what was typed into it kept. */
export const isDisplaced = (view: Pick<View, 'desk' | 'air'>): boolean => {
  const { hand } = view.desk;
  return hand.kind === 'preview' && hand.cue !== null && previewSeen(view)?.cue !== hand.cue.cue;
};

/** What the form shows: the cue or graphic in hand; null for a template to be filled anew, and for nothing. */
export function inHandOf(view: Pick<View, 'desk' | 'air'>): Cue | null {
  const { hand } = view.desk;
  if (hand.kind === 'air') return graphicInHand(view) ?? hand.cue;
  if (hand.kind === 'new') return null;
  return isDisplaced(view) ? hand.cue : previewSeen(view);
}

/** The key of what is typed into what is in hand. */
export function subjectOf(view: Pick<View, 'desk' | 'air'>): string | null {
  const { hand } = view.desk;
  if (hand.kind === 'new') return `new ${hand.template}`;
  if (hand.kind === 'air') return `air ${graphicInHand(view)?.id ?? hand.graphic ?? hand.cue.cue}`;
  const cue = isDisplaced(view) ? hand.cue : previewSeen(view);
  return cue && `cue ${cue.cue}`;
}

/** Where drafts wait that have lost their cue or graphic: with their card. */
export const homeOf = ({ card, template }: Pick<Draft, 'card' | 'template'>): string =>
  card === null ? `template ${template}` : `card ${card}`;

/** What was typed by hand, apart from what data brings. */
export const typedValues = ({ values, hand }: Pick<Cue, 'values' | 'hand'>): Values =>
  Object.fromEntries(hand.flatMap((id) => (values[id] === undefined ? [] : [[id, values[id]]])));
