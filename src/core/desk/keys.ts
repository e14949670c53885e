import type { DeskState } from './desk';

/** What a key of the Desk can do. */
export const deskActions = [
  { id: 'cue', words: 'Cue the number, or the row in hand', keys: ['Enter'] },
  { id: 'take', words: 'Take what is in preview', keys: ['Space', 'Num +'] },
  {
    id: 'take-now',
    words: 'Take the number or the row in hand without cueing',
    keys: ['Shift+Enter', 'Num *'],
  },
  { id: 'next-step', words: 'The next step of what is up', keys: ['N'] },
  { id: 'clear', words: 'Clear the card in hand', keys: ['Delete', 'Num -'] },
  { id: 'clear-all', words: 'Clear all lanes (held for half a second)', keys: ['Shift+Delete'] },
  { id: 'put-back', words: 'Put back what was last', keys: ['B'] },
  { id: 'send', words: 'Send the corrections of the card in hand', keys: ['Ctrl+Enter'] },
  { id: 'send-at-once', words: 'Send them without their Change', keys: ['Ctrl+Shift+Enter'] },
  { id: 'take-back', words: 'Take back what was sent last', keys: ['Z'] },
  { id: 'drop-edits', words: 'Drop what was typed', keys: ['X'] },
  { id: 'preview', words: 'Take what is in preview in hand', keys: ['V'] },
  { id: 'form', words: 'Go to the form of the card in hand', keys: ['F'] },
  { id: 'where-from', words: 'Where the words of the field in hand come from', keys: ['Alt+W'] },
  { id: 'row-up', words: 'The row above', keys: ['ArrowUp'] },
  { id: 'row-down', words: 'The row below', keys: ['ArrowDown'] },
  { id: 'row-next', words: 'The next row of the rundown goes to air', keys: ['R'] },
  { id: 'pause', words: 'Pause the rundown, or let it go on', keys: ['P'] },
  { id: 'hold', words: 'Hold the row that is up, or let it go', keys: ['H'] },
  { id: 'clock-run', words: 'Start or stop the clock in hand', keys: ['C'] },
  { id: 'clock-lap', words: 'A lap of the clock in hand', keys: ['L'] },
  { id: 'channel-before', words: 'The channel before', keys: ['['] },
  { id: 'channel-after', words: 'The channel after', keys: [']'] },
  { id: 'find', words: 'Find a card or template', keys: ['/'] },
  { id: 'keys', words: 'These keys', keys: ['?'] },
] as const;
export type DeskAction = (typeof deskActions)[number]['id'];

export type Keymap = Partial<Record<DeskAction, readonly string[]>>;

export const keysOf = (own: Keymap, action: DeskAction): readonly string[] =>
  own[action] ?? deskActions.find(({ id }) => id === action)?.keys ?? [];

/** The action of a key, or undefined. */
export const actionOf = (own: Keymap, key: string): DeskAction | undefined =>
  deskActions.find(({ id }) => keysOf(own, id).includes(key))?.id;

/** Keys that cannot be given another meaning: they type call numbers, or lead out of a field. */
export const isReservedKey = (key: string): boolean =>
  /^(\d|[.,]|Backspace|Tab|Escape|Num [\d.,])$/.test(key);

/** What a key means at a moment. */
export type Meaning =
  | { readonly is: 'action'; readonly action: DeskAction }
  /** A figure or point of a call number. */
  | { readonly is: 'figure'; readonly figure: string }
  | { readonly is: 'erase' }
  /** The keyboard goes back to the call line; where it is there already, what was typed goes. */
  | { readonly is: 'leave' }
  /** It is for the field or control that has the keyboard. */
  | { readonly is: 'theirs' };

/** Those that work while a field has the keyboard. */
const inFields: ReadonlySet<DeskAction> = new Set(['send', 'send-at-once', 'where-from']);

/**
 * What a key means, by who has the keyboard. `key` is its name (`Enter`, `Ctrl+Enter`, `N`, `Num +`), `figure` the
 * figure or point that it types, or null.
 */
export function meaningOf(
  desk: Pick<DeskState, 'keyboard'>,
  own: Keymap,
  key: string,
  figure: string | null,
): Meaning {
  const { keyboard } = desk;
  if (key === 'Escape') return { is: 'leave' };
  const action = actionOf(own, key);
  if (keyboard.at === 'field') {
    // Only the fields of the card in hand have to do with air; others keep their Enter.
    if (keyboard.field === null) return { is: 'theirs' };
    if (action && inFields.has(action)) return { is: 'action', action };
    return key === 'Enter' && !keyboard.lines ? { is: 'leave' } : { is: 'theirs' };
  }
  if (figure !== null) return { is: 'figure', figure };
  if (key === 'Backspace') return { is: 'erase' };
  if (keyboard.at === 'control' && (key === 'Enter' || key === 'Space' || key.startsWith('Arrow')))
    return { is: 'theirs' };
  return action ? { is: 'action', action } : { is: 'theirs' };
}

const longestTyped = 13;

/** The Desk after a key that types or leaves. */
export function typeOnLine(desk: DeskState, meaning: Meaning): DeskState {
  const line: DeskState = { ...desk, keyboard: { at: 'line' }, live: null };
  switch (meaning.is) {
    case 'figure':
      return {
        ...line,
        typed: (desk.typed + meaning.figure).slice(0, longestTyped),
        said: null,
        asked: null,
      };
    case 'erase':
      return { ...line, typed: desk.typed.slice(0, -1), asked: null };
    case 'leave':
      return desk.keyboard.at === 'line' ? { ...line, typed: '', asked: null } : line;
    default:
      return desk;
  }
}
