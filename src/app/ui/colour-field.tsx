import { Pipette } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useId, useState } from 'react';
import { HexAlphaColorPicker } from 'react-colorful';
import { toast } from 'sonner';
import { Labelled } from './fields';

/** A colour that has a name in the show; a value of `@` and its id stands for it. */
export interface NamedColour {
  readonly id: string;
  readonly name: string;
  readonly value: string;
}

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onDone?: (() => void) | undefined;
  bare?: boolean;
  named?: readonly NamedColour[];
}

/** A typed colour in full, or null where it is none. */
function readColour(typed: string): string | null {
  const wanted = (typed.startsWith('#') ? typed : `#${typed}`).toLowerCase();
  const long = /^#[0-9a-f]{3}$/.test(wanted) ? `#${[...wanted.slice(1)].map((c) => c + c).join('')}` : wanted;
  return /^#([0-9a-f]{6}|[0-9a-f]{8})$/.test(long) ? long : null;
}

/** A colour that is picked or typed, or one of the show's named colours. */
export function ColourField({ label, value, onChange, onDone, bare, named = [] }: Props) {
  const id = useId();
  const style = named.find((colour) => `@${colour.id}` === value);
  const words = style?.name ?? value;
  const [typed, setTyped] = useState(words);
  useEffect(() => setTyped(words), [words]);
  const commit = (): void => {
    const wanted = named.find((colour) => colour.name.toLowerCase() === typed.trim().toLowerCase());
    const colour = wanted ? `@${wanted.id}` : readColour(typed);
    if (colour === null) {
      toast.error(`${label}: “${typed}” is not a colour such as #d8a748. It stays ${words}.`);
      setTyped(words);
      return;
    }
    if (colour !== value) onChange(colour);
    noteColour(wanted ? null : colour);
    onDone?.();
  };
  const control = (
    <span className="flex min-w-0 flex-1 gap-1">
      <Popover.Root
        onOpenChange={(open) => {
          if (open) return;
          noteColour(style ? null : value);
          onDone?.();
        }}
      >
        <Popover.Trigger
          aria-label={`${label}: pick`}
          className="checks size-7 shrink-0 overflow-hidden rounded border border-line"
        >
          <span className="block size-full" style={{ background: style?.value ?? value }} />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="left"
            sideOffset={8}
            className="z-50 flex w-56 flex-col gap-2 rounded border border-line bg-panel p-2"
          >
            <ColourPicker value={style?.value ?? value} onChange={onChange} />
            <RecentColours onChange={onChange} />
            <NamedColours value={value} named={named} onChange={onChange} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <input
        id={id}
        aria-label={bare ? label : undefined}
        className={`field w-full min-w-0 px-1.5 text-xs ${style ? 'text-brass' : 'number'}`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== words && commit()}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
    </span>
  );
  return bare ? (
    control
  ) : (
    <Labelled label={label} htmlFor={id} beside>
      {control}
    </Labelled>
  );
}

export function ColourPicker({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return <HexAlphaColorPicker style={{ width: '100%' }} color={value} onChange={onChange} />;
}

const recentKey = 'jorvan.colours';
const mostRecent = 10;

function recentColours(): string[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(recentKey) ?? '[]');
    return Array.isArray(read) ? read.filter((one): one is string => typeof one === 'string') : [];
  } catch {
    return [];
  }
}

/** Puts a colour first among those that were used last in this browser. */
function noteColour(colour: string | null): void {
  if (colour === null || !colour.startsWith('#')) return;
  const others = recentColours().filter((one) => one !== colour);
  localStorage.setItem(recentKey, JSON.stringify([colour, ...others].slice(0, mostRecent)));
}

interface ScreenPicker {
  open(): Promise<{ sRGBHex: string }>;
}

/** A colour from anywhere on the screen, and those that were used last. */
function RecentColours({ onChange }: { onChange: (value: string) => void }) {
  const recent = recentColours();
  const { EyeDropper } = window as { EyeDropper?: new () => ScreenPicker };
  if (recent.length === 0 && !EyeDropper) return null;
  return (
    <div role="group" aria-label="Recent colours" className="flex flex-wrap gap-1">
      {EyeDropper && (
        <button
          type="button"
          title="Pick from the screen"
          aria-label="Pick from the screen"
          className="flex size-6 items-center justify-center rounded border border-line text-ink-2 hover:text-ink"
          onClick={() =>
            void new EyeDropper()
              .open()
              .then(({ sRGBHex }) => onChange(sRGBHex.toLowerCase()))
              .catch(() => undefined)
          }
        >
          <Pipette size={13} />
        </button>
      )}
      {recent.map((colour) => (
        <button
          key={colour}
          type="button"
          title={colour}
          aria-label={`Recent ${colour}`}
          className="checks size-6 overflow-hidden rounded border border-line"
          onClick={() => onChange(colour)}
        >
          <span className="block size-full" style={{ background: colour }} />
        </button>
      ))}
    </div>
  );
}

/** The show's colours as a row of patches. */
export function NamedColours(props: {
  value: string;
  named: readonly NamedColour[];
  onChange: (value: string) => void;
}) {
  const { value, named, onChange } = props;
  if (named.length === 0) return null;
  return (
    <div role="group" aria-label="Colours of the show" className="flex flex-wrap gap-1">
      {named.map((colour) => (
        <button
          key={colour.id}
          type="button"
          title={colour.name}
          aria-label={colour.name}
          aria-pressed={value === `@${colour.id}`}
          onClick={() => onChange(`@${colour.id}`)}
          className="checks size-6 overflow-hidden rounded border border-line aria-pressed:outline aria-pressed:outline-2 aria-pressed:outline-brass"
        >
          <span className="block size-full" style={{ background: colour.value }} />
        </button>
      ))}
    </div>
  );
}
