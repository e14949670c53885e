import { Users } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import type { Present } from '../../air';
import { Button, TextField } from '../ui';
import { air, ownName, setAccessKey, setOwnName, useAir } from '../state/air-store';

const roleWords = { watch: 'watches', operate: 'operates', produce: 'produces', design: 'designs' } as const;

const areaWords: Readonly<Record<string, string>> = {
  shows: 'Shows',
  build: 'Build',
  data: 'Data',
  desk: 'Desk',
  ticker: 'Ticker',
  posts: 'Posts',
  outputs: 'Outputs',
  pads: 'Pads',
};

/** Tells the others in which area one is; at the Desk, it tells more itself. */
export function useAreaTold(): void {
  const { pathname } = useLocation();
  const [, area = ''] = pathname.split('/');
  useEffect(() => {
    if (area === 'desk') return;
    air().tellHand({ area, channel: null, card: null, graphic: null, fields: [] });
  }, [area]);
}

function HandWords({ person }: { person: Present }) {
  const state = useAir((store) => store.state);
  const { hand } = person;
  if (!hand) return null;
  const channel = state.channels.find(({ id }) => id === hand.channel)?.name;
  const number = hand.card ? state.cards[hand.card]?.number : undefined;
  return (
    <span className="text-ink-3">
      {channel ?? areaWords[hand.area]}
      {number && (
        <>
          {' · '}
          <span className="number">{number}</span>
        </>
      )}
      {hand.fields.length > 0 && ' · edits'}
    </span>
  );
}

/** Who is here, what each may do and has in hand. */
export function People() {
  const present = useAir((store) => store.present);
  const own = useAir((store) => store.id);
  const may = useAir((store) => store.may);
  const [name, setName] = useState(ownName);
  const [key, setKey] = useState('');
  const people = present.filter((one) => one.role === 'operator');
  const others = people.filter(({ id }) => id !== own);
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button tone="quiet" className="h-7 px-2 text-xs text-ink-2">
          <Users size={14} />
          <span className="sr-only">
            {people.length === 1 ? 'One person is here' : `${people.length} people are here`}:
          </span>
          {people.length}
          {others.length > 0 && (
            <span className="max-w-32 truncate">{others.map((one) => one.name || 'Someone').join(', ')}</span>
          )}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          className="z-40 flex w-72 flex-col gap-3 rounded border border-line bg-panel p-3"
        >
          <TextField label="Your name" value={name} onChange={setName} onDone={() => setOwnName(name)} />
          <p className="text-xs text-ink-2">You may {may === 'design' ? 'do everything' : may} here.</p>
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              setAccessKey(key);
            }}
          >
            <TextField label="Access key of another role" value={key} onChange={setKey} />
            <Button type="submit">{key === '' ? 'No key' : 'Use it'}</Button>
          </form>
          <ul className="flex flex-col gap-1.5 text-xs" aria-label="People here">
            {others.length === 0 && <li className="text-ink-3">No one else is here.</li>}
            {others.map((person) => (
              <li key={person.id} className="flex gap-2">
                <strong className="truncate">{person.name || 'Someone'}</strong>
                <span className="text-ink-3">{roleWords[person.may]}</span>
                <HandWords person={person} />
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
