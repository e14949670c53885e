import { useState } from 'react';

/** A region of a map to point at: its outline as path data, and how it stands. */
export interface RegionShape {
  readonly key: string;
  readonly name: string;
  readonly path: string;
  /** What fills it; null: nothing is known of it. */
  readonly fill: string | null;
  /** What is said of it besides its name. */
  readonly said: string;
}

/** A map to point at: each region is a button; the arrow keys go to the next one in their order. */
export function RegionMap(props: {
  readonly label: string;
  readonly regions: readonly RegionShape[];
  readonly size: { readonly w: number; readonly h: number };
  readonly chosen: string | null;
  readonly onChoose: (key: string) => void;
}) {
  const { label, regions, size, chosen, onChoose } = props;
  const [over, setOver] = useState<string | null>(null);
  const at = Math.max(0, regions.findIndex(({ key }) => key === chosen));
  const step = (by: number): void => {
    const next = regions[(at + by + regions.length) % regions.length];
    if (next) onChoose(next.key);
  };
  const said = regions.find(({ key }) => key === (over ?? chosen));
  return (
    <div className="flex flex-col gap-1">
      <svg
        viewBox={`0 0 ${size.w} ${size.h}`}
        className="w-full rounded bg-deck"
        role="listbox"
        aria-label={label}
        tabIndex={0}
        aria-activedescendant={chosen === null ? undefined : `region-${chosen}`}
        onKeyDown={(event) => {
          const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          step(by);
        }}
      >
        {regions.map(({ key, name, path, fill, said: words }) => (
          <path
            key={key}
            id={`region-${key}`}
            role="option"
            aria-label={words === '' ? name : `${name}: ${words}`}
            aria-selected={key === chosen}
            d={path}
            fillRule="evenodd"
            fill={fill ?? 'var(--color-raised)'}
            stroke={key === chosen ? 'var(--color-ink)' : key === over ? 'var(--color-ink-2)' : 'var(--color-deck)'}
            strokeWidth={key === chosen ? 3 : key === over ? 2 : 1}
            className="cursor-pointer"
            onPointerEnter={() => setOver(key)}
            onPointerLeave={() => setOver(null)}
            onClick={() => onChoose(key)}
          />
        ))}
      </svg>
      <p className="h-5 truncate text-xs text-ink-2" aria-hidden>
        {said ? `${said.name}${said.said === '' ? '' : ` · ${said.said}`}` : ''}
      </p>
    </div>
  );
} // prettier-ignore
