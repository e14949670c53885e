import { deskActions, keysOf, meaningOf, typeOnLine, type DeskAction } from '../../core/desk';
import type { ClockAct } from '../../core/clock';
import type { AirClock } from '../../core/playout';
import { clockInHand, tellClock } from '../clocks/clock-board';
import type { Offer } from '../palette/palette-store';
import { useAir } from '../state/air-store';
import {
  act,
  change,
  drop,
  give,
  giveRun,
  inHand,
  pauseOrGoOn,
  rundownNow,
  say,
  useDesk,
  toChannel,
} from './desk-store';
import { giveBack, isAside, isSame, keyboardIn } from './keyboard';
import { keyName, useKeymap } from './keymap';

const holdMs = 500;

function stepRow(by: number): void {
  const { row } = useDesk.getState();
  const rows = rundownNow()?.rows ?? [];
  const at = row ? rows.findIndex(({ id }) => id === row) : by > 0 ? -1 : rows.length;
  const next = rows[Math.min(rows.length - 1, Math.max(0, at + by))];
  if (next) useDesk.setState({ row: next.id, blockFrom: null });
}

/** Asks the view for another channel; it owns the address. */
function stepChannel(by: number): void {
  const { channels } = useAir.getState().state;
  const at = channels.findIndex(({ id }) => id === useDesk.getState().channel);
  const next = channels[(at + by + channels.length) % channels.length];
  if (!next) return;
  // At once, so that the next key is of that channel; the address follows.
  toChannel(next.id);
  dispatchEvent(new CustomEvent('jorvan-channel', { detail: next.id }));
}

function toggleHold(): void {
  const rundown = rundownNow();
  const run = rundown && useAir.getState().state.runs[rundown.id];
  giveRun(run?.isHeld ? 'let-go' : 'hold');
}

/** Tells the clock in hand what to do. */
function tellInHand(act: (clock: AirClock) => ClockAct): void {
  const clock = clockInHand();
  if (clock) void tellClock(give, clock, act(clock));
  else say('The show on air has no clock that is run by hand.', true);
}

/** Gives the keyboard to something on the Desk, whichever of its windows it stands in; null where it is not there. */
export function focusOn(selector: string): HTMLElement | null {
  for (const page of pages) {
    const found = page.document.querySelector<HTMLElement>(selector);
    if (!found) continue;
    page.focus();
    found.focus();
    return found;
  }
  return null;
}

const handlers: Readonly<Record<Exclude<DeskAction, 'clear-all'>, () => void>> = {
  cue: () => void act('cue'),
  take: () => void act('take'),
  'take-now': () => void act('take-now'),
  'next-step': () => void act('next-step'),
  clear: () => void act('clear'),
  'put-back': () => void act('put-back'),
  send: () => void act('send'),
  'send-at-once': () => void act('send-at-once'),
  'take-back': () => void act('take-back'),
  'drop-edits': () => void drop(),
  preview: () => inHand('preview'),
  form: () => void focusOn('[data-form] [data-field] :is(input, textarea, select)'),
  'where-from': () => void dispatchEvent(new CustomEvent('jorvan-where-from')),
  'row-up': () => stepRow(-1),
  'row-down': () => stepRow(1),
  'row-next': () => void act('row-next'),
  pause: pauseOrGoOn,
  hold: toggleHold,
  'clock-run': () => tellInHand(({ standing }) => (standing.isRunning ? 'stop' : 'start')),
  'clock-lap': () => tellInHand(() => 'lap'),
  'channel-before': () => stepChannel(-1),
  'channel-after': () => stepChannel(1),
  find: () => void focusOn('[data-find]'),
  keys: () => void dispatchEvent(new CustomEvent('jorvan-keys')),
};

/** Those that give the keyboard to something else. */
const leads: ReadonlySet<DeskAction> = new Set(['form', 'find', 'where-from']);
const repeats: ReadonlySet<DeskAction> = new Set(['row-up', 'row-down']);
/** The windows of the Desk: the main one first. */
const pages = new Set<Window>();

/** Listens to the keys of a window of the Desk until the returned function is called. */
export function deskKeys(page: Window = window): () => void {
  let held: ReturnType<typeof setTimeout> | null = null;
  let byPointer = false;
  const release = (): void => {
    if (held) clearTimeout(held);
    held = null;
  };
  /** Tells the Desk who has the keyboard. */
  const look = (): void => {
    const now = keyboardIn(page.document);
    const { keyboard, live } = useDesk.getState();
    const stillLive = live !== null && now.at === 'field' && now.field === live;
    if (!isSame(now, keyboard) || (live !== null && !stillLive))
      useDesk.setState({ keyboard: now, live: stillLive ? live : null });
  };
  /** Where the Desk has given the keyboard to the line, the page follows. */
  const follow = (): void => {
    if (useDesk.getState().keyboard.at === 'line') giveBack(page.document);
  };
  const onDown = (event: KeyboardEvent): void => {
    byPointer = false;
    if (isAside(event.target as HTMLElement)) return;
    // A field that has vanished under one's hands must not turn what is typed on into commands.
    if (useDesk.getState().keyboard.at === 'field' && keyboardIn(page.document).at === 'line') {
      event.preventDefault();
      look();
      return say('The field you typed in is gone. The keyboard is at the call line now.', true);
    }
    look();
    const own = useKeymap.getState().own;
    // The pad types figures whether its lock is on or not.
    const pad = /^Numpad(\d|Decimal)$/.exec(event.code)?.[1]?.replace('Decimal', '.');
    const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey;
    const figure = isPlain
      ? (pad ?? (/^[0-9.,]$/.test(event.key) ? event.key.replace(',', '.') : null))
      : null;
    const meaning = meaningOf(useDesk.getState(), own, keyName(event), figure);
    switch (meaning.is) {
      case 'theirs':
        return;
      case 'action': {
        const { action } = meaning;
        event.preventDefault();
        if (action === 'clear-all') {
          if (!event.repeat) held ??= setTimeout(() => void act('clear-all'), holdMs);
          return;
        }
        // A key held down must not take twice.
        if (event.repeat && !repeats.has(action)) return;
        // What is still being typed into a number is taken in before it is sent.
        if (useDesk.getState().keyboard.at === 'field' && action !== 'where-from') giveBack(page.document);
        handlers[action]();
        if (leads.has(action)) return look();
        break;
      }
      default:
        event.preventDefault();
        change(({ desk }) => typeOnLine(desk, meaning));
    }
    follow();
  };
  const onUp = (event: KeyboardEvent): void => {
    release();
    // A button in focus would be pressed by the space that took.
    if (
      event.key === ' ' &&
      useDesk.getState().keyboard.at === 'line' &&
      !isAside(event.target as HTMLElement)
    )
      event.preventDefault();
  };
  const onPointer = (): void => void (byPointer = true);
  // What was pressed with the mouse gives the keyboard back; a field that was clicked keeps it.
  const onClick = (event: MouseEvent): void => {
    const target = event.target as HTMLElement;
    if (event.detail === 0 || isAside(target)) return;
    if (keyboardIn(page.document).at !== 'field') giveBack(page.document);
    look();
  };
  const onChange = (event: Event): void => {
    if (byPointer && (event.target as HTMLElement).matches('select')) giveBack(page.document);
  };
  // What takes the focus away is known a moment after it has gone.
  const onFocus = (): void => queueMicrotask(look);
  const on: [keyof WindowEventMap, (event: never) => void][] = [
    ['keydown', onDown],
    ['keyup', onUp],
    ['pointerdown', onPointer],
    ['click', onClick],
    ['change', onChange],
    ['focusin', onFocus],
    ['focusout', onFocus],
    ['blur', release],
  ];
  pages.add(page);
  for (const [name, listener] of on) page.addEventListener(name, listener as EventListener);
  const unfollow = useDesk.subscribe((now, before) => {
    if (now.keyboard.at === 'line' && before.keyboard.at === 'field') follow();
  });
  return () => {
    release();
    unfollow();
    pages.delete(page);
    for (const [name, listener] of on) page.removeEventListener(name, listener as EventListener);
  };
}

/** What the palette offers of the Desk, with the keys of whoever sits here. All lanes are cleared by their key alone. */
export const deskOffers = (): readonly Offer[] =>
  deskActions.flatMap(({ id, words }) =>
    id === 'clear-all'
      ? []
      : [{ id, name: words, keys: keysOf(useKeymap.getState().own, id).join('  '), run: handlers[id] }],
  );
