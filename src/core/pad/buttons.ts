import { readCount, readingWords, runningWords } from '../clock';
import {
  cardWords,
  clockOf,
  rowToCome,
  shownAt,
  type AirState,
  type Command,
  type Graphic,
} from '../playout';
import type { Channel, Field, PadItem, Release } from '../show';

/** What a touch asks of air, and what is said when it is done. */
export interface PadPress {
  readonly command: Command;
  readonly done: string;
}

export interface PadButton {
  readonly words: string;
  /** What it says of itself where that is more than its words. */
  readonly label?: string;
  /** Below its words: as they stand, or as they follow the air clock. */
  readonly under?: string | ((at: number) => string);
  /** Whether that is a number, which keeps its width. */
  readonly isNumber?: boolean;
  /** Whether what it does is done already. */
  readonly isOn: boolean;
  /** Null: it can do nothing now. */
  readonly press: PadPress | null;
}

/** What stands in the place of an item: buttons side by side, a field to type in, a ticker, or that it is gone. */
export type PadPart =
  | { readonly is: 'buttons'; readonly buttons: readonly PadButton[] }
  | { readonly is: 'gone'; readonly words: string }
  | { readonly is: 'ticker'; readonly ticker: string }
  | {
      readonly is: 'field';
      readonly name: string;
      readonly value: string;
      /** What sending a text asks of air; null: there is nothing to correct. */
      readonly send: ((typed: string) => PadPress) | null;
      /** Another where what is typed must not stay: another graphic, another value. */
      readonly key: string;
    };

/** What a pad is seen with. */
export interface PadView {
  readonly state: AirState;
  readonly release: Release | undefined;
  readonly channel: Channel;
  /** Whether a graphic is on air, not only up. */
  readonly isOnAir: (graphic: string) => boolean;
  /** Air clock seconds. */
  readonly now: number;
  /** Minutes east of UTC on the wall. */
  readonly zone: number;
}

const press = (command: Command, done: string): PadPress => ({ command, done });
const button = (words: string, to: PadPress | null, more: Partial<PadButton> = {}): PadButton => ({
  words,
  isOn: false,
  press: to,
  ...more,
});
const one = (...given: Parameters<typeof button>): PadPart => ({
  is: 'buttons',
  buttons: [button(...given)],
});
const signed = (by: number): string => `${by > 0 ? '+' : ''}${by}`;

/** What stands in the place of an item of a pad at a moment. */
export function padButtons(item: PadItem, view: PadView): PadPart {
  return 'card' in item ? ofCard(item, view) : ofShow(item, view);
}

type CardItem = Extract<PadItem, { card: string }>;

/** What is about a card, or the graphic that is up of it. */
function ofCard(item: CardItem, view: PadView): PadPart {
  const { state, release, channel, now } = view;
  const card = state.cards[item.card];
  if (!card) return { is: 'gone', words: 'card gone' };
  const up = state.air[channel.id]?.graphics.find((g) => g.card === item.card && g.exitAt === null);
  const template = release?.templates[card.template];
  const field = 'field' in item ? template?.fields.find(({ id }) => id === item.field) : undefined;
  const shown = (field && (up ? shownAt(up, now).values : card.values)[field.id]) ?? field?.default ?? '';
  const on = { channel: channel.id, ...(up ? { graphic: up.id } : {}) };
  const whenUp = (command: Command, done: string): PadPress | null => (up ? press(command, done) : null);
  switch (item.kind) {
    case 'card': {
      const isOn = up !== undefined && view.isOnAir(up.id);
      return one(
        item.label || card.number,
        up
          ? press({ do: 'clear', ...on }, 'It leaves.')
          : press({ do: 'take', channel: channel.id, card: item.card }, 'It is taken.'),
        {
          label: `${item.label || card.number} ${up ? 'hide' : 'show'}`,
          under: up ? (isOn ? 'hide' : 'waits: hide') : 'show',
          isOn,
        },
      );
    }
    case 'add':
      return one(
        item.label || signed(item.by),
        whenUp({ do: 'add', ...on, field: item.field, amount: item.by }, 'It is counted.'),
        { under: String(shown), isNumber: true },
      );
    case 'set':
      return one(
        item.label || String(item.to),
        whenUp({ do: 'change', ...on, values: { [item.field]: item.to } }, 'It is sent.'),
        { isOn: up !== undefined && shown === item.to },
      );
    case 'count':
      return countButtons(item, view, up, String(shown));
    case 'move': {
      const move = template?.moves.find(({ name }) => name === item.move);
      const isOn = up?.moves.some(({ ref, back }) => ref === move?.id && !back) ?? false;
      const to = whenUp(
        { do: 'move', ...on, move: item.move, back: isOn },
        isOn ? 'It comes back.' : 'It moves.',
      );
      return one(item.label || item.move, move ? to : null, { isOn });
    }
    case 'step':
      return one(item.label || 'Next step', whenUp({ do: 'next', ...on }, 'The next step.'));
    case 'field':
      return {
        is: 'field',
        name: item.label || field?.name || 'Field',
        value: String(shown),
        key: `${up?.id} ${String(shown)}`,
        send: up && field ? (typed) => correction(channel.id, up.id, field, typed) : null,
      };
  }
}

/** A text typed for a field of what is up, as the command that sends it. */
export const correction = (channel: string, graphic: string, field: Field, typed: string): PadPress =>
  press(
    {
      do: 'change',
      channel,
      graphic,
      values: { [field.id]: field.kind === 'number' ? Number(typed) : typed },
    },
    'The new text is on air.',
  );

function countButtons(
  item: Extract<CardItem, { kind: 'count' }>,
  { now, channel }: PadView,
  up: Graphic | undefined,
  shown: string,
): PadPart {
  const { isRunning, seconds } = readCount(shown);
  const give = (act: 'start' | 'stop' | 'reset', done: string): PadPress | null =>
    up ? press({ do: 'count', channel: channel.id, graphic: up.id, field: item.field, act }, done) : null;
  const main = button(
    item.label || (isRunning ? 'Stop' : 'Start'),
    isRunning ? give('stop', 'It stands.') : give('start', 'It runs.'),
    {
      under: runningWords(isRunning ? now - seconds : seconds),
      isNumber: true,
      isOn: isRunning && up !== undefined,
    },
  );
  return {
    is: 'buttons',
    buttons: item.span > 1 ? [main, button('Zero', give('reset', 'It is at zero.'))] : [main],
  };
}

/** What is about the show: rundowns, clocks, scores, tickers, lanes. */
function ofShow(item: Exclude<PadItem, CardItem>, view: PadView): PadPart {
  const { state, release, channel } = view;
  switch (item.kind) {
    case 'next-row': {
      const rundown = state.rundowns.find(({ id }) => id === item.rundown);
      const row = rundown && rowToCome(state, rundown, channel.id);
      const card = row && state.cards[row.card];
      const run = { do: 'run', rundown: item.rundown } as const;
      const command = row && (state.runs[item.rundown]
        ? ({ ...run, act: 'next', row: row.id } as const)
        : ({ ...run, act: 'start', from: row.id, zone: view.zone } as const)); // prettier-ignore
      return one(
        item.label || 'Next row',
        command ? press(command, `${card?.number ?? 'The next row'} goes to air.`) : null,
        {
          under: !rundown
            ? 'rundown gone'
            : card
              ? `${card.number} ${card.name ?? cardWords(release, card)}`
              : `${rundown.name}: at its end`,
        },
      );
    }
    case 'clock': {
      const clock = state.clocks[item.clock];
      if (!clock) return { is: 'gone', words: 'clock gone' };
      const { isRunning } = clock.standing;
      const give = (act: 'start' | 'stop' | 'reset', done: string): PadPress =>
        press({ do: 'timer', clock: clock.id, act }, `${clock.name} ${done}`);
      const main = button(
        item.label || `${isRunning ? 'Stop' : 'Start'} ${clock.name}`,
        isRunning ? give('stop', 'stands.') : give('start', 'runs.'),
        { under: (at) => readingWords(clockOf(clock), at, state.dayOffset), isNumber: true, isOn: isRunning },
      );
      return {
        is: 'buttons',
        buttons: item.span > 1 ? [main, button('Reset', give('reset', 'is set back.'))] : [main],
      };
    }
    case 'score': {
      const score = state.scores[item.score];
      if (!score) return { is: 'gone', words: 'score gone' };
      return one(
        item.label || `${score.name} ${signed(item.by)}`,
        press({ do: 'score', score: score.id, add: item.by }, `${score.name} is counted.`),
        { under: String(score.value), isNumber: true },
      );
    }
    case 'ticker':
      return state.tickers[item.ticker]
        ? { is: 'ticker', ticker: item.ticker }
        : { is: 'gone', words: 'ticker gone' };
    case 'clear-lane':
      return one(
        item.label || `Clear ${channel.lanes.find(({ id }) => id === item.lane)?.name ?? item.lane}`,
        press({ do: 'clear', channel: channel.id, lane: item.lane }, 'It leaves.'),
      );
  }
}
