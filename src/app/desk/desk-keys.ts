import { useAir } from '../state/air-store';
import { clearAll, clearInHand, cueNumber, nextStep, sendEdits, takePreview, useDesk } from './desk-store';

/** Every key of the Desk, as shown on request. */
export const keyList: readonly (readonly [string, string])[] = [
  ['0 to 9, point', 'type a call number'],
  ['Enter', 'cue the number, or the row in hand'],
  ['Space', 'take what is in preview'],
  ['N', 'the next step of what is up'],
  ['Up, Down', 'the row in hand'],
  ['Ctrl+Enter', 'send the edits of the card in hand to air'],
  ['Delete', 'clear the lane of the card in hand'],
  ['Escape', 'empty the call line, leave a field'],
  ['Escape, held', 'clear all lanes (half a second)'],
  ['/', 'find a card'],
  ['?', 'these keys'],
];

const holdMs = 500;

function stepRow(by: number): void {
  const { row, set } = useDesk.getState();
  const { rundown } = useAir.getState().state;
  const at = row ? rundown.indexOf(row) : by > 0 ? -1 : rundown.length;
  const next = rundown[Math.min(rundown.length - 1, Math.max(0, at + by))];
  if (next) set({ row: next });
}

/** Listens to the keys of the Desk until the returned function is called. */
export function deskKeys(): () => void {
  let held: ReturnType<typeof setTimeout> | null = null;
  const release = (): void => {
    if (held) clearTimeout(held);
    held = null;
  };
  const onDown = (event: KeyboardEvent): void => {
    const target = event.target as HTMLElement;
    if (target.closest('[role=dialog]')) return;
    const isTyping = target.closest('input:not([type=checkbox]), textarea, select') !== null;
    const { typed, row, set } = useDesk.getState();
    const run = (action: () => unknown): void => {
      event.preventDefault();
      action();
    };
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) return run(() => void sendEdits());
    if (event.key === 'Escape') {
      if (isTyping) target.blur();
      else set({ typed: '' });
      if (!event.repeat) held ??= setTimeout(() => void clearAll(), holdMs);
      return;
    }
    if (isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^[0-9.,]$/.test(event.key))
      return run(() => set({ typed: (typed + event.key.replace(',', '.')).slice(0, 13), said: null }));
    // A key held down must not take twice.
    if (event.repeat && !event.key.startsWith('Arrow'))
      return event.key === ' ' ? event.preventDefault() : undefined;
    const onButton = target.closest('button, a, [role=tab]') !== null;
    switch (event.key) {
      case 'Backspace':
        return run(() => set({ typed: typed.slice(0, -1) }));
      case 'Enter': {
        if (typed !== '') return run(() => void cueNumber(typed));
        const card = row ? useAir.getState().state.cards[row] : undefined;
        if (onButton || !card) return;
        return run(() => void cueNumber(card.number));
      }
      case ' ':
        return run(() => void takePreview());
      case 'ArrowUp':
      case 'ArrowDown':
        return run(() => stepRow(event.key === 'ArrowUp' ? -1 : 1));
      case 'n':
      case 'N':
        return run(() => nextStep());
      case 'Delete':
        return run(clearInHand);
      case '/':
        return run(() => document.querySelector<HTMLInputElement>('[data-find]')?.focus());
      case '?':
        return run(() => dispatchEvent(new CustomEvent('jorvan-keys')));
    }
  };
  const onUp = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') release();
    // A button in focus would be pressed by the space that took.
    if (event.key === ' ' && !(event.target as HTMLElement).closest('input, textarea, select, [role=dialog]'))
      event.preventDefault();
  };
  addEventListener('keydown', onDown);
  addEventListener('keyup', onUp);
  addEventListener('blur', release);
  return () => {
    release();
    removeEventListener('keydown', onDown);
    removeEventListener('keyup', onUp);
    removeEventListener('blur', release);
  };
}
