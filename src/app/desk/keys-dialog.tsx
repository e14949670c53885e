import { useEffect, useState } from 'react';
import { Button, Dialog } from '../ui';
import { deskActions, keysOf, type DeskAction } from '../../core/desk';
import { keyName, resetKeys, setKey, useKeymap } from './keymap';

/** Every key of the Desk; a click on one waits for another. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const own = useKeymap((store) => store.own);
  const [asks, setAsks] = useState<DeskAction | null>(null);
  const [said, setSaid] = useState('');
  useEffect(() => {
    if (!asks) return;
    const listen = (event: KeyboardEvent): void => {
      if (['Control', 'Shift', 'Alt', 'Meta'].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      setSaid(setKey(asks, keyName(event)));
      setAsks(null);
    };
    addEventListener('keydown', listen, true);
    return () => removeEventListener('keydown', listen, true);
  }, [asks]);
  return (
    <Dialog
      title="Keys of the Desk"
      open
      wide
      onClose={onClose}
      describe="Digits and the point type a call number, on the number pad too. Click a key to give it another."
    >
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1">
        {deskActions.map(({ id, words }) => (
          <div key={id} className="flex items-center gap-2">
            <dt className="w-36 shrink-0">
              <button
                type="button"
                className={`number flex h-6 w-full items-center rounded border px-2 text-xs ${asks === id ? 'border-brass text-brass' : 'border-line'}`}
                aria-label={`Key for: ${words}`}
                onClick={() => setAsks(id)}
              >
                {asks === id ? 'press a key…' : keysOf(own, id).join('  ') || 'none'}
              </button>
            </dt>
            <dd className="min-w-0 text-xs">{words}</dd>
          </div>
        ))}
      </dl>
      <div className="flex items-center gap-3">
        <p role="status" className="flex-1 text-xs text-warn">
          {said}
        </p>
        <Button onClick={resetKeys}>Reset all to defaults</Button>
        <Button tone="primary" onClick={onClose}>
          Done
        </Button>
      </div>
    </Dialog>
  );
}
