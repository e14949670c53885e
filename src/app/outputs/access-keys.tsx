import QRCode from 'qrcode';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { roles, type Role } from '../../core/playout';
import type { Problem } from '../../core/problem';
import { Button, Dialog, SelectField } from '../ui';
import { asked, jsonInit, useAir } from '../state/air-store';

interface Listed {
  readonly lan: boolean;
  readonly keys: readonly { readonly role: Role; readonly made: string; readonly isSet: boolean }[];
  /** Under which other machines reach this one. */
  readonly addresses: readonly string[];
}

const mayWords: Readonly<Record<Role, string>> = {
  watch: 'sees everything, changes nothing',
  operate: 'plays out, keeps cards',
  produce: 'brings data and words',
  design: 'does everything, also releases',
};

/** The page that a role begins at. */
const startOf: Readonly<Record<Role, string>> = {
  watch: 'desk',
  operate: 'desk',
  produce: 'data',
  design: 'build',
};

/** A link that a phone can read off the screen. */
function Code({ text }: { text: string }) {
  const [picture, setPicture] = useState('');
  useEffect(() => {
    void QRCode.toString(text, { type: 'svg', margin: 2 }).then((svg) =>
      setPicture(`data:image/svg+xml,${encodeURIComponent(svg)}`),
    );
  }, [text]);
  return picture ? (
    <img src={picture} alt="The link as a QR code" className="size-44 shrink-0 rounded bg-white" />
  ) : null;
}

function FreshKey({ role, secret, addresses }: { role: Role; secret: string; addresses: readonly string[] }) {
  const [address, setAddress] = useState(addresses[0] ?? '');
  const link = address && `${address}${startOf[role]}#key=${secret}`;
  const copy = (text: string, words: string): void =>
    void navigator.clipboard.writeText(text).then(() => toast(words));
  return (
    <section className="flex gap-4 rounded border border-brass p-3" aria-label="The new key">
      {link && <Code text={link} />}
      <div className="flex min-w-0 flex-1 flex-col gap-2">
        <p>
          Key to <strong>{role}</strong>. It is shown this once: the server keeps no more of it than its hash.
        </p>
        <output className="number rounded bg-deck px-2 py-1 break-all select-all" aria-label="Key">
          {secret}
        </output>
        {addresses.length > 1 && (
          <SelectField
            label="Address"
            value={address}
            choices={addresses.map((value) => ({ value, label: value }))}
            onChange={(value) => setAddress(String(value))}
          />
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => copy(secret, 'The key is copied.')}>Copy key</Button>
          {link && <Button onClick={() => copy(link, 'The link is copied.')}>Copy link</Button>}
        </div>
        {link ? (
          <p className="text-xs text-ink-2">
            Whoever opens the link, or reads the code with a phone, comes in with this key.
          </p>
        ) : (
          <p className="text-xs text-ink-2">
            Started with --lan, the server also gives a link for the phone.
          </p>
        )}
      </div>
    </section>
  );
}

/** The keys that other machines need, made and shown at the server’s own machine. */
export function AccessKeys() {
  const [isOpen, setIsOpen] = useState(false);
  const [listed, setListed] = useState<Listed | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const [fresh, setFresh] = useState<{ role: Role; key: string } | null>(null);
  const may = useAir((store) => store.may);
  const read = (): void =>
    void asked('/api/keys', {}).then((answer) =>
      'body' in answer ? setListed(answer.body as Listed) : setWrong(answer.problem),
    );
  const make = (role: Role): void =>
    void asked('/api/keys', jsonInit('POST', { role })).then((answer) => {
      if ('problem' in answer) return setWrong(answer.problem);
      setFresh(answer.body as { role: Role; key: string });
      read();
    });
  if (may !== 'design') return null;
  return (
    <>
      <Button
        onClick={() => {
          setWrong(null);
          setFresh(null);
          setIsOpen(true);
          read();
        }}
      >
        Access keys
      </Button>
      {isOpen && (
        <Dialog open wide title="Access keys" onClose={() => setIsOpen(false)}>
          <div className="flex flex-col gap-3">
            <p className="text-ink-2">
              {listed && !listed.lan
                ? 'The server answers this machine alone. Start it with --lan to let others in by these keys.'
                : 'From other machines a key is needed for everything but looking at outputs.'}
            </p>
            {wrong && (
              <p role="alert" className="text-warn">
                ⚠ {wrong.message}
              </p>
            )}
            {fresh && <FreshKey role={fresh.role} secret={fresh.key} addresses={listed?.addresses ?? []} />}
            <ul className="flex flex-col gap-1" aria-label="Roles">
              {roles.map((role) => {
                const own = listed?.keys.find((key) => key.role === role);
                return (
                  <li key={role} className="flex h-10 items-center gap-3 border-b border-line/40">
                    <strong className="w-20">{role}</strong>
                    <span className="min-w-0 flex-1 truncate text-ink-2">{mayWords[role]}</span>
                    <span className="text-xs text-ink-3">
                      {own?.isSet
                        ? 'set by JORVAN_KEY for this run'
                        : own && `made ${new Date(own.made).toLocaleString('en-GB')}`}
                    </span>
                    <Button
                      disabled={!listed || own?.isSet === true}
                      title="The previous key no longer works: whoever used it is asked for the new one."
                      onClick={() => make(role)}
                    >
                      New key
                    </Button>
                  </li>
                );
              })}
            </ul>
          </div>
        </Dialog>
      )}
    </>
  );
}
