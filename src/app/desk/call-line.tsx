import { TriangleAlert } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { Command } from '../../core/playout';
import { footOf, keysOf, type DeskAction, type Foot, type Plan } from '../../core/desk';
import { Button } from '../ui';
import { air, momentMs, releases, useAir } from '../state/air-store';
import { useStandings } from '../state/tally';
import { act, useDesk, wallZone } from './desk-store';
import { KeysDialog } from './keys-dialog';
import { useKeymap } from './keymap';

/** The foot as it stands, new with every change of the Desk, of air and of what is on the channel. */
function useFoot(): Foot {
  const desk = useDesk();
  const state = useAir((store) => store.state);
  const arrivals = useAir((store) => store.arrivals);
  const seen = useStandings(desk.channel);
  const arrived = desk.arrivals[desk.channel]?.at ?? 0;
  // What another has just put into preview is asked about for a moment: then the foot is looked at again.
  const [looked, setLooked] = useState(0);
  useEffect(() => {
    const timer = setTimeout(() => setLooked((count) => count + 1), 750);
    return () => clearTimeout(timer);
  }, [arrived]);
  return useMemo(() => {
    void [arrivals, seen, looked];
    return footOf({ desk, air: state, releases: releases.get, now: air().clock.now() }, wallZone());
  }, [desk, state, arrivals, seen, looked]);
}

/** The foot of the Desk: who has the keyboard, the number being typed, and in words what each key will do. */
export function CallLine() {
  const foot = useFoot();
  const typed = useDesk((store) => store.typed);
  const said = useDesk((store) => store.said);
  const keyboard = useDesk((store) => store.keyboard);
  const [showsKeys, setShowsKeys] = useState(false);
  useEffect(() => {
    const show = (): void => setShowsKeys(true);
    addEventListener('jorvan-keys', show);
    return () => removeEventListener('jorvan-keys', show);
  }, []);
  const hasLine = keyboard.at === 'line';
  return (
    <footer className="shrink-0 border-t border-line bg-panel" aria-label="Call line">
      {foot.alarm && (
        <p
          role="alert"
          data-alarm
          className="flex items-center gap-2 bg-warn px-4 py-1.5 text-[15px] font-semibold text-ground"
        >
          <TriangleAlert size={18} aria-hidden className="shrink-0" />
          <span className="min-w-0">
            {foot.alarm}{' '}
            {foot.take.commands.length > 0 && foot.take.asks.length > 0 && 'Take asks once, then does it.'}
          </span>
        </p>
      )}
      {foot.live && (
        <p role="alert" className="bg-air px-4 py-1.5 text-[15px] font-semibold text-white">
          Every key in “{foot.live}” is on air. Escape ends it.
        </p>
      )}
      <div className="flex min-h-[84px] items-center gap-3 px-3 py-1.5">
        <div
          className={`flex h-[60px] w-36 shrink-0 flex-col justify-center rounded border-2 px-3 ${hasLine ? 'border-brass bg-ground' : 'border-line opacity-60'}`}
          data-keyboard={keyboard.at}
        >
          <span className={`text-[11px] leading-4 ${hasLine ? 'text-brass' : 'text-ink-3'}`}>
            {hasLine ? 'Keyboard is here' : 'Escape brings it here'}
          </span>
          <output
            aria-label="Call number"
            className={`number text-[22px] leading-7 ${typed ? '' : 'text-ink-3'}`}
          >
            {typed || 'number'}
            {hasLine && <span className="ml-0.5 inline-block h-5 w-0.5 bg-brass align-middle" aria-hidden />}
          </output>
        </div>
        <div className="min-w-0 flex-1">
          {keyboard.at === 'line' ? (
            <div aria-live="polite" data-says>
              <Line action="cue" plan={foot.cue} isMain={typed !== ''} />
              <Line action="take" plan={foot.take} isMain={typed === ''} isTake />
            </div>
          ) : (
            <Elsewhere />
          )}
          <Below foot={foot} said={said} />
        </div>
        <Button onClick={() => void act('cue')} disabled={foot.cue.commands.length === 0}>
          Cue
        </Button>
        <Button
          tone="primary"
          className="h-10 px-6 text-[15px]"
          onClick={() => void act('take')}
          disabled={foot.take.commands.length === 0}
        >
          Take
        </Button>
        <HoldButton onHeld={() => void act('clear-all')} />
        <Button tone="quiet" className="px-2 text-ink-2" onClick={() => setShowsKeys(true)}>
          Keys ?
        </Button>
      </div>
      {showsKeys && <KeysDialog onClose={() => setShowsKeys(false)} />}
    </footer>
  );
}

/** What Enter or Space will do. */
function Line(props: { action: 'cue' | 'take'; plan: Plan; isMain: boolean; isTake?: boolean }) {
  const { action, plan, isMain, isTake } = props;
  const can = plan.commands.length > 0;
  return (
    <p
      className={`text-[14px] leading-[20px] ${can && isMain ? 'line-clamp-2 font-semibold' : 'truncate'} ${can ? '' : 'text-ink-3'}`}
      {...(isTake ? { 'data-take': true } : {})}
      title={plan.words}
    >
      <Key action={action} /> {can || action === 'take' || isMain ? plan.words : 'cues the row in hand'}
      {can && plan.quoted && <Quoted words={plan.quoted} />}
    </p>
  );
}

function Elsewhere() {
  const keyboard = useDesk((store) => store.keyboard);
  if (keyboard.at === 'line') return null;
  return (
    <p className="text-[15px] leading-[22px]" aria-live="polite" data-says>
      <strong className="text-brass">
        {keyboard.at === 'field' ? 'You type into' : 'The keyboard is on'} “{keyboard.name}”.
      </strong>{' '}
      <span className="text-ink-2">
        {keyboard.at === 'field' && keyboard.field === null ? (
          'Escape goes back to the call line'
        ) : keyboard.at === 'field' ? (
          <>
            <Key action="send" /> sends it; Escape{keyboard.lines ? '' : ' or Enter'} goes back to the call
            line
          </>
        ) : (
          'Space or Enter presses it; Escape goes back to the call line'
        )}
      </span>
    </p>
  );
}

/** What waits, in the words of the Desk. */
const waits: Partial<Record<Command['do'], string>> = {
  cue: 'The cue',
  take: 'The take',
  fill: 'What you typed into preview',
  change: 'The correction',
  revert: 'Taking back',
  clear: 'The clear',
  next: 'The step',
  move: 'The move',
  'put-back': 'Putting back',
  run: 'The rundown’s command',
  keep: 'Keeping the card',
};

/** What was done, what waits, and what further keys would do. */
function Below(props: { foot: Foot; said: { words: string; isRefusal: boolean } | null }) {
  const { foot, said } = props;
  const isConnected = useAir((store) => store.isConnected);
  const late = useAir((store) => store.late);
  const [last] = late;
  const hasKeys = useDesk((store) => store.keyboard.at !== 'field');
  return (
    <div className="flex min-w-0 items-baseline gap-3 text-xs">
      {!isConnected || last ? (
        <p role="alert" className="min-w-0 truncate text-warn">
          ⚠{' '}
          {isConnected
            ? 'The server has not answered yet.'
            : 'The server does not answer; what is on air stands.'}{' '}
          {last
            ? `${waits[last.do] ?? 'A command'} waits${last.until === undefined ? '' : ` and is dropped after ${momentMs() / 1000} s`}.`
            : 'What you press now is dropped, not done late.'}
        </p>
      ) : null}
      {said && (
        <p
          role={said.isRefusal ? 'alert' : 'status'}
          title={said.words}
          className={`max-w-[60%] shrink-0 truncate ${said.isRefusal ? 'text-warn' : 'text-ink-2'}`}
        >
          {said.isRefusal ? '⚠ ' : ''}
          {said.words}
        </p>
      )}
      {/* In a field these keys are letters. */}
      {hasKeys && (
        <ul
          className="flex min-w-0 flex-1 gap-3 overflow-hidden text-ink-3"
          aria-label="Further keys"
          data-further
        >
          {foot.others.map(({ action, plan }) => (
            <li
              key={action}
              className="max-w-72 truncate"
              title={`${plan.words}${plan.quoted ? ` “${plan.quoted}”` : ''}`}
            >
              <Key action={action} /> {plan.words}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Key({ action }: { action: DeskAction }) {
  const own = useKeymap((store) => store.own);
  return (
    <kbd className="number rounded border border-line px-1 text-xs font-normal text-ink-2">
      {keysOf(own, action)[0] ?? 'no key'}
    </kbd>
  );
}

function Quoted({ words }: { words: string }) {
  return (
    <>
      {' '}
      <span className="font-normal" dir="auto">
        “{words}”
      </span>
    </>
  );
}

/** Clears everything, but only when held for half a second. */
function HoldButton({ onHeld }: { onHeld: () => void }) {
  const [isHeld, setIsHeld] = useState(false);
  useEffect(() => {
    if (!isHeld) return;
    const timer = setTimeout(() => {
      onHeld();
      setIsHeld(false);
    }, 500);
    return () => clearTimeout(timer);
  }, [isHeld, onHeld]);
  return (
    <Button
      className={isHeld ? 'border-air' : ''}
      title="Hold for half a second (Shift+Delete)"
      onPointerDown={() => setIsHeld(true)}
      onPointerUp={() => setIsHeld(false)}
      onPointerLeave={() => setIsHeld(false)}
      onKeyDown={(event) => event.key === 'Enter' && !event.repeat && setIsHeld(true)}
      onKeyUp={() => setIsHeld(false)}
    >
      {isHeld ? 'Hold…' : 'Clear all (hold)'}
    </Button>
  );
}
