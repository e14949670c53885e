import { useState } from 'react';
import { ownName } from '../state/air-store';
import { typeIn, type TypingEntry } from '../state/typing';
import { Button } from '../ui';

const words: Readonly<Record<TypingEntry['state'], string>> = {
  'to-check': 'to be looked at',
  'to-send': 'to be sent',
  'on-air': 'on air',
  refused: 'not right',
  withdrawn: 'taken back',
  replaced: 'typed over',
};
const tones: Readonly<Record<TypingEntry['state'], string>> = {
  'to-check': 'text-warn',
  'to-send': 'text-warn',
  'on-air': 'text-next',
  refused: 'text-air',
  withdrawn: 'text-ink-3',
  replaced: 'text-ink-3',
};
const time = (ms: number): string => new Date(ms).toLocaleTimeString('en-GB');

/** What was typed, by whom and when, the newest first: what waits is looked at here, what is on air can be taken back. */
export function TypedList({ entries }: { entries: readonly TypingEntry[] }) {
  const [fault, setFault] = useState<{ readonly n: number; readonly words: string } | null>(null);
  const act = async (n: number, how: 'confirm' | 'refuse' | 'withdraw' | 'back'): Promise<void> => {
    const wrong = await typeIn({ do: how, n });
    setFault(wrong === null ? null : { n, words: wrong });
  };
  // What waits stands first.
  const order = [...entries].sort((a, b) => Number(b.state === 'to-check') - Number(a.state === 'to-check'));
  return (
    <section aria-label="What was typed" className="flex min-h-0 flex-col overflow-auto border-l border-line max-[1100px]:col-span-2 max-[1100px]:border-t max-[1100px]:border-l-0">
      <h2 className="sticky top-0 bg-ground px-4 py-2 text-xs font-semibold text-ink-2">What was typed</h2>
      {entries.length === 0 && <p className="px-4 text-xs text-ink-3">Nothing yet. Each cell that is typed stands here with who typed it and when.</p>}
      <ul>
        {order.map((entry) => {
          const isOwn = entry.by.trim().toLowerCase() === ownName().trim().toLowerCase();
          return (
            <li key={entry.n} className="flex flex-col gap-1 border-b border-line px-4 py-2">
              <span className="flex gap-2 text-xs">
                <span className="min-w-0 flex-1 truncate text-ink-2">{entry.where}</span>
                <span className={tones[entry.state]}>{words[entry.state]}</span>
              </span>
              <span className="truncate">
                <span className="text-ink-3">{entry.wasShown === '' ? 'nothing' : entry.wasShown}</span> → <b className="font-semibold">{entry.shown === '' ? 'nothing' : entry.shown}</b>
              </span>
              <span className="flex items-center gap-2 text-xs text-ink-3">
                <span className="min-w-0 flex-1 truncate">
                  {entry.by}, <span className="number">{time(entry.at)}</span>
                  {entry.looked && `; looked at by ${entry.looked.by}, ${time(entry.looked.at)}`}
                  {entry.sent && `; sent by ${entry.sent.by}, ${time(entry.sent.at)}`}
                </span>
                {entry.state === 'to-check' && !isOwn && (
                  <>
                    <Button className="h-6 px-2 text-xs" aria-label={`${entry.where}: ${entry.shown} is right`} onClick={() => void act(entry.n, 'confirm')}>Right</Button>
                    <Button className="h-6 px-2 text-xs" aria-label={`${entry.where}: ${entry.shown} is not right`} onClick={() => void act(entry.n, 'refuse')}>Not right</Button>
                  </>
                )}
                {(entry.state === 'to-check' || entry.state === 'to-send') && isOwn && <Button className="h-6 px-2 text-xs" aria-label={`Take ${entry.where} back`} onClick={() => void act(entry.n, 'withdraw')}>Take back</Button>}
                {entry.state === 'on-air' && <Button tone="quiet" className="h-6 px-2 text-xs" aria-label={`Put ${entry.where} back to ${entry.wasShown === '' ? 'nothing' : entry.wasShown}`} onClick={() => void act(entry.n, 'back')}>Put back</Button>}
              </span>
              {fault?.n === entry.n && <p role="alert" className="text-xs text-warn">⚠ {fault.words}</p>}
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore
