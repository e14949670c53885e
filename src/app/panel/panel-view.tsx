import { useEffect, useState } from 'react';
import type { AirEvent } from '../../core/playout';
import { Empty } from '../ui';

// A device beside the product: it knows nothing but the open HTTP interface, as any button panel would.

interface Card {
  readonly id: string;
  readonly number: string;
}
interface Seen {
  readonly card: string | null;
  readonly graphic: string;
  readonly lane: string;
  readonly phase: string;
}
interface Air {
  /** Seconds since 1970-01-01 UTC. */
  readonly time: number;
  readonly state: {
    readonly channels: readonly {
      id: string;
      name: string;
      lanes: readonly { id: string; name: string }[];
    }[];
    readonly cards: Readonly<Record<string, Card & { name?: string }>>;
    readonly air: Readonly<
      Record<
        string,
        {
          preview: { card: string | null } | null;
          graphics: readonly {
            card: string | null;
            enterAt: number;
            exitAt: number | null;
            id: string;
            lane: string;
            name: string;
          }[];
        }
      >
    >;
  };
  readonly onAir: Readonly<Record<string, readonly Seen[]>>;
}

const buttons = 24;

/** The virtual button panel: 24 cards of a channel, lit by the event stream; a press takes or clears. */
export function PanelView() {
  const [air, setAir] = useState<Air | null>(null);
  const [channel, setChannel] = useState('');
  const [page, setPage] = useState(0);
  const [isOpen, setIsOpen] = useState(false);
  const [last, setLast] = useState('');
  const [looks, setLooks] = useState(0);
  useEffect(() => {
    const load = async (): Promise<void> => {
      const response = await fetch('/api/air').catch(() => null);
      if (response?.ok) setAir((await response.json()) as Air);
    };
    void load();
    const events = new EventSource('/api/events');
    events.onopen = () => {
      setIsOpen(true);
      void load();
    };
    events.onerror = () => setIsOpen(false);
    events.addEventListener('air', (message) => {
      const event = JSON.parse((message as MessageEvent<string>).data) as AirEvent;
      setLast(`${event.what} ${event.number} ${event.name} on ${event.channel}`);
      void load();
    });
    return () => events.close();
  }, []);
  // What enters or leaves by itself gives no event: it is looked at again while something does.
  const moves = Object.values(air?.state.air ?? {}).some(({ graphics }) =>
    graphics.some((g) => g.exitAt !== null || g.enterAt > (air?.time ?? 0)),
  );
  useEffect(() => {
    if (!moves) return;
    const timer = setTimeout(() => setLooks((count) => count + 1), 500);
    return () => clearTimeout(timer);
  }, [moves, air]);
  useEffect(() => {
    if (looks === 0) return;
    void fetch('/api/air')
      .then((response) => (response.ok ? response.json() : null))
      .then((next) => next && setAir(next as Air))
      .catch(() => undefined);
  }, [looks]);
  const chosen = air?.state.channels.find(({ id }) => id === channel) ?? air?.state.channels[0];
  if (!air || !chosen)
    return <Empty title="The panel waits for the server">It listens at /api/events.</Empty>;
  const own = air.state.air[chosen.id];
  const cards = Object.values(air.state.cards).sort((a, b) => Number(a.number) - Number(b.number));
  const shown = cards.slice(page * buttons, (page + 1) * buttons);
  const command = async (body: object): Promise<void> => {
    const response = await fetch('/api/air/commands', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ by: 'Button panel', ...body }),
    });
    if (!response.ok) {
      const { error } = (await response.json()) as { error: { message: string } };
      setLast(error.message);
    }
  };
  const press = (card: Card): void => {
    const up = own?.graphics.find((g) => g.card === card.id && g.exitAt === null);
    void command(
      up
        ? { do: 'clear', channel: chosen.id, graphic: up.id }
        : { do: 'take', channel: chosen.id, number: card.number },
    );
  };
  return (
    <div className="mx-auto flex h-full max-w-4xl flex-col justify-center gap-4 p-6">
      <header className="flex items-center gap-3">
        <h1 className="text-[20px] font-semibold">Button panel stand-in</h1>
        <span className={`text-xs ${isOpen ? 'text-ink-2' : 'text-warn'}`}>
          {isOpen ? 'listens to /api/events' : '⚠ the event stream is lost; it comes back by itself'}
        </span>
        <span className="ml-auto flex gap-1">
          {air.state.channels.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === chosen.id}
              onClick={() => setChannel(id)}
              className={`h-8 rounded border px-3 ${id === chosen.id ? 'border-brass text-brass' : 'border-line'}`}
            >
              {name}
            </button>
          ))}
        </span>
      </header>
      <div className="grid grid-cols-6 gap-3 rounded-[10px] border border-line bg-black p-4">
        {shown.map((card) => {
          const isUp =
            air.onAir[chosen.id]?.some((seen) => seen.card === card.id && seen.phase !== 'exit') ?? false;
          const isNext = own?.preview?.card === card.id;
          return (
            <button
              key={card.id}
              type="button"
              aria-pressed={isUp}
              onClick={() => press(card)}
              className={`flex aspect-[4/3] flex-col items-center justify-center rounded border-2 ${isUp ? 'border-air bg-air/25' : isNext ? 'border-next' : 'border-line bg-panel'}`}
            >
              <span className="number text-[20px]">{card.number}</span>
              <span className="sr-only"> {isUp ? 'clear' : 'take'} </span>
              <span className="text-[11px] text-ink-2">
                {isUp ? 'on air' : isNext ? 'next' : (card.name ?? '')}
              </span>
            </button>
          );
        })}
      </div>
      <footer className="flex items-center gap-3">
        <button
          type="button"
          className="h-9 rounded border border-line px-4 disabled:opacity-40"
          disabled={page === 0}
          onClick={() => setPage(page - 1)}
        >
          Before
        </button>
        <button
          type="button"
          className="h-9 rounded border border-line px-4 disabled:opacity-40"
          disabled={(page + 1) * buttons >= cards.length}
          onClick={() => setPage(page + 1)}
        >
          After
        </button>
        <button
          type="button"
          className="h-9 rounded border border-line px-4"
          onClick={() => void command({ do: 'put-back', channel: chosen.id })}
        >
          Put back
        </button>
        <button
          type="button"
          className="h-9 rounded border border-line px-4"
          onClick={() => void command({ do: 'clear', channel: chosen.id, all: true })}
        >
          Clear all
        </button>
        <p role="status" className="ml-auto truncate text-xs text-ink-2">
          {last}
        </p>
      </footer>
    </div>
  );
}
