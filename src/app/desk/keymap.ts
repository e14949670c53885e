import { create } from 'zustand';
import { deskActions, isReservedKey, keysOf, type DeskAction, type Keymap } from '../../core/desk';

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

/** Gives an action another key; what had the key before loses it. Returns what it said of that, or why it cannot be. */
export function setKey(action: DeskAction, key: string): string {
  if (isReservedKey(key)) return `${key} is needed to type call numbers and to leave fields.`;
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
