import { useState } from 'react';
import { cardByNumber, numberAfter, parseCallNumber, type RundownRow } from '../../core/show';
import { Button, Dialog, TextField } from '../ui';
import { send, useAir } from '../state/air-store';
import { say } from './desk-store';

/** Gives the cards of a block new numbers, in their order; says before which they will be. */
export function RenumberDialog({ rows, onClose }: { rows: readonly RundownRow[]; onClose: () => void }) {
  const cards = useAir((store) => store.state.cards);
  const ids = [...new Set(rows.map((row) => row.card))].filter((id) => cards[id]);
  const [first, setFirst] = useState(cards[ids[0] ?? '']?.number ?? '1');
  const [step, setStep] = useState('1');
  const [wrong, setWrong] = useState('');
  const parsed = parseCallNumber(first);
  const by = parseCallNumber(step);
  const places = step.includes('.') ? step.length - step.indexOf('.') - 1 : 0;
  const scale = 10 ** Math.max(places, first.includes('.') ? first.length - first.indexOf('.') - 1 : 0);
  const last =
    'number' in parsed && 'number' in by
      ? numberAfter(
          (Number(parsed.number) * 1).toFixed(Math.round(Math.log10(scale))),
          Math.round(Number(by.number) * scale) * (ids.length - 1),
        )
      : '';
  const clash = 'number' in parsed ? cardByNumber(cards, parsed.number) : undefined;
  const renumber = async (): Promise<void> => {
    const refused = await send({ do: 'renumber', cards: ids, first, step });
    if (refused) return setWrong(refused.message);
    say(`${ids.length} card${ids.length > 1 ? 's' : ''} renumbered.`);
    onClose();
  };
  return (
    <Dialog
      title={`Renumber ${ids.length} card${ids.length > 1 ? 's' : ''}`}
      open
      onClose={onClose}
      describe="In their order. A number of a card outside the block is never taken."
    >
      <div className="grid grid-cols-2 gap-3">
        <TextField label="First number" value={first} onChange={setFirst} />
        <TextField label="Step" value={step} onChange={setStep} />
      </div>
      <p className="text-ink-2">
        {last && (
          <>
            From <span className="number">{first}</span> to <span className="number">{last}</span>.
          </>
        )}
        {clash && !ids.includes(clash.id) && ` ${clash.number} belongs to another card.`}
      </p>
      {wrong && (
        <p role="alert" className="text-warn">
          ⚠ {wrong}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Not now</Button>
        <Button tone="primary" onClick={() => void renumber()}>
          Renumber
        </Button>
      </div>
    </Dialog>
  );
}
