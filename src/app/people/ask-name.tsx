import { useState } from 'react';
import { ownNameIsGiven, setOwnName } from '../state/air-store';
import { Button } from '../ui';

/** Asks who sits here, until it was said once. */
export function AskName({ onGiven }: { onGiven?: () => void }) {
  const [isGiven, setIsGiven] = useState(ownNameIsGiven);
  const [name, setName] = useState('');
  if (isGiven) return null;
  return (
    <form
      className="flex shrink-0 items-center gap-3 border-b border-brass bg-panel px-4 py-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() === '') return;
        setOwnName(name.trim());
        onGiven?.();
        setIsGiven(true);
      }}
    >
      <label htmlFor="own-name">Your name, for the log and for who works beside you:</label>
      <input
        id="own-name"
        className="field w-48"
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit" disabled={name.trim() === ''}>
        That is me
      </Button>
    </form>
  );
}
