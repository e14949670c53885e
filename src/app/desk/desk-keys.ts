import { useAir } from '../state/air-store';
import {
  clearAll,
  clearInHand,
  cueNumber,
  giveRun,
  nextStep,
  pauseOrGoOn,
  putBack,
  rundownNow,
  sendEdits,
  takeBack,
  takeNumber,
  takePreview,
  useDesk,
} from './desk-store';
import { actionOf, keyName, useKeymap, type DeskAction } from './keymap';

const holdMs = 500;

function stepRow(by: number): void {
  const { row, set } = useDesk.getState();
  const rows = rundownNow()?.rows ?? [];
  const at = row ? rows.findIndex(({ id }) => id === row) : by > 0 ? -1 : rows.length;
  const next = rows[Math.min(rows.length - 1, Math.max(0, at + by))];
  if (next) set({ row: next.id, blockFrom: null });
}

/** Asks the view for another channel; it owns the address. */
function stepChannel(by: number): void {
  const { channels } = useAir.getState().state;
  const at = channels.findIndex(({ id }) => id === useDesk.getState().channel);
  const next = channels[(at + by + channels.length) % channels.length];
  if (next) dispatchEvent(new CustomEvent('jorvan-channel', { detail: next.id }));
}

function toggleHold(): void {
  const rundown = rundownNow();
  const run = rundown && useAir.getState().state.runs[rundown.id];
  giveRun(run?.isHeld ? 'let-go' : 'hold');
}

function cueRow(): void {
  const { typed, row } = useDesk.getState();
  if (typed !== '') return void cueNumber(typed);
  const card = rundownNow()?.rows.find(({ id }) => id === row)?.card;
  const number = card ? useAir.getState().state.cards[card]?.number : undefined;
  if (number !== undefined) void cueNumber(number);
}

const deeds: Readonly<Record<Exclude<DeskAction, 'clear-all'>, () => void>> = {
  cue: cueRow,
  take: () => void takePreview(),
  'take-now': () => void takeNumber(useDesk.getState().typed),
  'next-step': () => nextStep(),
  clear: clearInHand,
  'put-back': () => void putBack(),
  send: () => void sendEdits(),
  'send-at-once': () => void sendEdits(false),
  'take-back': takeBack,
  'drop-edits': () => useDesk.getState().set({ edits: {} }),
  'as-typed': () => useDesk.getState().set({ asTyped: !useDesk.getState().asTyped }),
  form: () => document.querySelector<HTMLElement>('[data-form] :is(input, textarea, select)')?.focus(),
  'row-up': () => stepRow(-1),
  'row-down': () => stepRow(1),
  'row-next': () => giveRun(useAir.getState().state.runs[rundownNow()?.id ?? ''] ? 'next' : 'start'),
  pause: pauseOrGoOn,
  hold: toggleHold,
  'channel-before': () => stepChannel(-1),
  'channel-after': () => stepChannel(1),
  find: () => document.querySelector<HTMLInputElement>('[data-find]')?.focus(),
  keys: () => void dispatchEvent(new CustomEvent('jorvan-keys')),
};

const repeats: ReadonlySet<DeskAction> = new Set(['row-up', 'row-down']);
/** Those that work while a field is being typed in. */
const whileTyping: ReadonlySet<DeskAction> = new Set(['send', 'send-at-once']);

/** Listens to the keys of the Desk until the returned function is called. */
export function deskKeys(): () => void {
  let held: ReturnType<typeof setTimeout> | null = null;
  const release = (): void => {
    if (held) clearTimeout(held);
    held = null;
  };
  const onDown = (event: KeyboardEvent): void => {
    const target = event.target as HTMLElement;
    if (target.closest('[role=dialog], [role=menu]')) return;
    const isTyping = target.closest('input:not([type=checkbox]), textarea, select') !== null;
    const { typed, set } = useDesk.getState();
    const key = keyName(event);
    const action = actionOf(useKeymap.getState().own, key);
    if (event.key === 'Escape') {
      if (isTyping) target.blur();
      else set({ typed: '' });
    }
    if (action === 'clear-all') {
      if (!event.repeat) held ??= setTimeout(() => void clearAll(), holdMs);
      return;
    }
    if (isTyping && !(action && whileTyping.has(action))) return;
    if (!event.ctrlKey && !event.metaKey && !event.altKey) {
      // The pad types figures whether its lock is on or not.
      const pad = /^Numpad(\d|Decimal)$/.exec(event.code)?.[1]?.replace('Decimal', '.');
      const figure = pad ?? (/^[0-9.,]$/.test(event.key) ? event.key.replace(',', '.') : null);
      if (figure !== null) {
        event.preventDefault();
        set({ typed: (typed + figure).slice(0, 13), said: null });
        return;
      }
      if (event.key === 'Backspace') {
        event.preventDefault();
        set({ typed: typed.slice(0, -1) });
        return;
      }
    }
    if (!action) return;
    // A button in focus keeps its Enter, unless a number was typed.
    const onButton = target.closest('button, a, [role=tab]') !== null;
    if (action === 'cue' && typed === '' && onButton) return;
    event.preventDefault();
    // A key held down must not take twice.
    if (event.repeat && !repeats.has(action)) return;
    deeds[action]();
  };
  const onUp = (event: KeyboardEvent): void => {
    if (event.key === 'Escape' || actionOf(useKeymap.getState().own, keyName(event)) === 'clear-all')
      release();
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
