import { create } from 'zustand';

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
  { id: 'clear', words: 'Clear the lane of the card in hand', keys: ['Delete', 'Num -'] },
  { id: 'clear-all', words: 'Clear all lanes (held for half a second)', keys: ['Escape'] },
  { id: 'put-back', words: 'Put back what was last', keys: ['B'] },
  { id: 'send', words: 'Send the edits of the card in hand to air', keys: ['Ctrl+Enter'] },
  { id: 'send-at-once', words: 'Send them without motion', keys: ['Ctrl+Shift+Enter'] },
  { id: 'take-back', words: 'Take back what was sent last', keys: ['Z'] },
  { id: 'drop-edits', words: 'Drop the edits', keys: ['X'] },
  { id: 'as-typed', words: 'Let air follow what is typed, or not', keys: ['T'] },
  { id: 'form', words: 'Go to the form of the card in hand', keys: ['F'] },
  { id: 'row-up', words: 'The row above', keys: ['ArrowUp'] },
  { id: 'row-down', words: 'The row below', keys: ['ArrowDown'] },
  { id: 'row-next', words: 'The next row of the rundown goes to air', keys: ['R'] },
  { id: 'pause', words: 'Pause the rundown, or let it go on', keys: ['P'] },
  { id: 'hold', words: 'Hold the row that is up, or let it go', keys: ['H'] },
  { id: 'channel-before', words: 'The channel before', keys: ['['] },
  { id: 'channel-after', words: 'The channel after', keys: [']'] },
  { id: 'find', words: 'Find a card', keys: ['/'] },
  { id: 'keys', words: 'These keys', keys: ['?'] },
] as const;
export type DeskAction = (typeof deskActions)[number]['id'];

type Keymap = Partial<Record<DeskAction, readonly string[]>>;
const kept = 'jorvan.keys';

function readKept(): Keymap {
  try {
    const read = JSON.parse(localStorage.getItem(kept) ?? '{}') as Record<string, unknown>;
    return Object.fromEntries(
      deskActions.flatMap(({ id }) => {
        const keys = read[id];
        return Array.isArray(keys) && keys.every((key) => typeof key === 'string') ? [[id, keys]] : [];
      }),
    );
  } catch {
    return {};
  }
}

/** The keys that were changed in this browser. */
export const useKeymap = create<{ own: Keymap }>(() => ({ own: readKept() }));

export const keysOf = (own: Keymap, action: DeskAction): readonly string[] =>
  own[action] ?? deskActions.find(({ id }) => id === action)?.keys ?? [];

/** The action of a key, or undefined. */
export const actionOf = (own: Keymap, key: string): DeskAction | undefined =>
  deskActions.find(({ id }) => keysOf(own, id).includes(key))?.id;

const reserved = /^(\d|[.,]|Backspace|Tab|Num [\d.,])$/;

/** Gives an action another key; what had the key before loses it. Returns what it said of that, or why it cannot be. */
export function setKey(action: DeskAction, key: string): string {
  if (reserved.test(key)) return `${key} is needed to type call numbers.`;
  const { own } = useKeymap.getState();
  const holder = deskActions.find(({ id }) => id !== action && keysOf(own, id).includes(key));
  const next: Keymap = { ...own, [action]: [key] };
  if (holder) next[holder.id] = keysOf(own, holder.id).filter((other) => other !== key);
  keep(next);
  return holder ? `${key} was taken from “${holder.words}”.` : '';
}

function keep(own: Keymap): void {
  localStorage.setItem(kept, JSON.stringify(own));
  useKeymap.setState({ own });
}

export const resetKeys = (): void => keep({});

/** A key press by its name, such as `Ctrl+Enter`, `N` or `Num +`. */
export function keyName(event: KeyboardEvent): string {
  const isPad = event.code.startsWith('Numpad') && event.key !== 'Enter';
  const plain = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const named = isPad ? `Num ${plain}` : plain;
  const isSign = event.key.length === 1 && !/[a-z]/i.test(event.key);
  return [
    event.ctrlKey || event.metaKey ? 'Ctrl+' : '',
    event.altKey ? 'Alt+' : '',
    event.shiftKey && !isSign ? 'Shift+' : '',
    named,
  ].join('');
}
