import { useEffect, useState } from 'react';
import { cardWords, describeTake, valuesWords } from '../../core/playout';
import { cardByNumber, parseCallNumber, type Channel } from '../../core/show';
import { Button } from '../ui';
import { air, releases, useAir } from '../state/air-store';
import { clearAll, cueNumber, takePreview, useDesk } from './desk-store';
import { KeysDialog } from './keys-dialog';
import { keysOf, useKeymap } from './keymap';

/** The foot of the Desk: the number being typed, and in words what Enter and Space will do. */
export function CallLine({ channel }: { channel: Channel }) {
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const isConnected = useAir((store) => store.isConnected);
  const typed = useDesk((store) => store.typed);
  const said = useDesk((store) => store.said);
  const also = useDesk((store) => store.also).filter((id) => id !== channel.id);
  const [showsKeys, setShowsKeys] = useState(false);
  useEffect(() => {
    const show = (): void => setShowsKeys(true);
    addEventListener('jorvan-keys', show);
    return () => removeEventListener('jorvan-keys', show);
  }, []);
  const release = releases.get(state.release);
  const cue = state.air[channel.id]?.preview ?? null;
  return (
    <footer
      className="col-span-3 flex h-16 items-center gap-4 border-t border-line bg-panel px-4"
      aria-label="Call line"
    >
      <output
        aria-label="Call number"
        className={`number flex h-10 w-36 items-center rounded border px-3 text-[20px] ${typed ? 'border-brass' : 'border-line text-ink-3'}`}
      >
        {typed || 'number'}
      </output>
      <div className="min-w-0 flex-1">
        <p className="line-clamp-2 text-[14px] leading-[19px]" aria-live="polite" data-says>
          {!isConnected ? (
            <span className="text-warn">⚠ The server does not answer. Program stands; commands wait.</span>
          ) : typed ? (
            <EnterWords typed={typed} />
          ) : cue ? (
            <>
              <Key action="take" /> takes{' '}
              <strong>{cue.number ?? release?.templates[cue.template]?.name}</strong>
              {cue.number && <Quoted words={valuesWords(release, cue.template, cue.values)} />}:{' '}
              <span data-take>{describeTake(state, channel.id, cue, releases.get, air().clock.now())}</span>
              {also.length > 0 && (
                <strong>
                  {' '}
                  — and on {also.map((id) => state.channels.find((c) => c.id === id)?.name).join(', ')}
                </strong>
              )}
            </>
          ) : (
            <span className="text-ink-2">Type a call number and press Enter to cue it.</span>
          )}
        </p>
        {said && (
          <p
            role={said.isRefusal ? 'alert' : 'status'}
            className={`truncate text-xs ${said.isRefusal ? 'text-warn' : 'text-ink-3'}`}
          >
            {said.isRefusal ? '⚠ ' : ''}
            {said.words}
          </p>
        )}
      </div>
      <Button onClick={() => void cueNumber(typed)} disabled={!typed}>
        Cue
      </Button>
      <Button tone="primary" className="px-5" onClick={() => void takePreview()} disabled={!cue}>
        Take
      </Button>
      <HoldButton onHeld={() => void clearAll()} />
      <Button tone="quiet" className="px-2 text-ink-2" onClick={() => setShowsKeys(true)}>
        Keys ?
      </Button>
      {showsKeys && <KeysDialog onClose={() => setShowsKeys(false)} />}
    </footer>
  );
}

function Key({ action }: { action: 'cue' | 'take' }) {
  const own = useKeymap((store) => store.own);
  return (
    <kbd className="number rounded border border-line px-1 text-xs text-ink-2">
      {keysOf(own, action)[0] ?? 'no key'}
    </kbd>
  );
}

function Quoted({ words }: { words: string }) {
  return (
    <span className="ml-1 inline-block max-w-56 truncate align-bottom" dir="auto">
      “{words}”
    </span>
  );
}

function EnterWords({ typed }: { typed: string }) {
  const state = useAir((store) => store.state);
  const parsed = parseCallNumber(typed);
  if ('problem' in parsed) return <span className="text-warn">⚠ {parsed.problem.message}</span>;
  const card = cardByNumber(state.cards, parsed.number);
  if (!card) return <span className="text-warn">⚠ No card has the number {parsed.number}</span>;
  const release = releases.get(state.release);
  return (
    <>
      <Key action="cue" /> cues <strong>{card.number}</strong> {release?.templates[card.template]?.name}
      <Quoted words={cardWords(release, card)} />
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
      title="Hold for half a second"
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
