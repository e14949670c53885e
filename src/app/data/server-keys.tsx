import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { asked, jsonInit } from '../state/air-store';
import { Button, SelectField, TextField } from '../ui';

export function useAsked<T>(path: string, first: T): [T, () => void] {
  const [value, setValue] = useState(first);
  const [count, setCount] = useState(0);
  useEffect(() => {
    let isGone = false;
    void asked(path, {}).then((answer) => !isGone && 'body' in answer && setValue(answer.body as T));
    return () => {
      isGone = true;
    };
  }, [path, count]);
  return [value, () => setCount((now) => now + 1)];
}

/** A key that the server keeps under a name. */
export function KeyForm({ name, onName }: { name: string | null; onName: (name: string | null) => void }) {
  const [keys, again] = useAsked<{ keys: string[] }>('/api/data/keys', { keys: [] });
  const list = name !== null && !keys.keys.includes(name) ? [...keys.keys, name] : keys.keys;
  return (
    <>
      <SelectField
        label="Key (kept on the server)"
        value={name ?? ''}
        choices={[{ value: '', label: 'None' }, ...list.map((key) => ({ value: key, label: key }))]}
        onChange={(key) => onName(key === '' ? null : String(key))}
      />
      <GiveServer
        kind="keys"
        title="Give the server a key"
        secret="The key"
        onGiven={(given) => {
          again();
          onName(given);
        }}
      />
    </>
  );
}

/** A secret that is kept on the server under a name, and never shown again. */
export function GiveServer(props: {
  kind: 'keys' | 'databases';
  title: string;
  secret: string;
  onGiven: (name: string) => void;
}) {
  const { kind, title, secret, onGiven } = props;
  const [typed, setTyped] = useState('');
  const [name, setName] = useState('');
  const give = async (): Promise<void> => {
    const answer = await asked(
      `/api/data/keys/${kind}/${encodeURIComponent(name.trim())}`,
      jsonInit('PUT', { value: typed }),
    );
    if ('problem' in answer) return void toast.error(answer.problem.message);
    setTyped('');
    onGiven(name.trim());
  };
  return (
    <details>
      <summary className="cursor-pointer text-xs text-tide">{title}</summary>
      <div className="mt-1 flex flex-col gap-1.5">
        <TextField label="Its name" value={name} onChange={setName} />
        <input
          className="field"
          type="password"
          aria-label={secret}
          placeholder={secret}
          autoComplete="off"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button disabled={!name.trim() || !typed} onClick={() => void give()}>
          Keep it on the server
        </Button>
      </div>
    </details>
  );
}
