import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { isByHand, readClock, shownWords } from '../../core/clock';
import { clockOf } from '../../core/playout';
import type { ScorerLine, Source } from '../../core/source';
import { air, asked, jsonInit, releases, useAir } from '../state/air-store';
import { Button, CheckField, Empty, SelectField, TextField } from '../ui';
import { Running } from '../time/running-time';

type Scorer = Extract<Source, { kind: 'scorer' }>;

const shownLines = 12;

/** Sends lines to a source as a score box would: over its own port, or by HTTP. */
async function send(to: Scorer, lines: readonly ScorerLine[]): Promise<boolean> {
  const text = lines.map((line) => `${JSON.stringify(line)}\n`).join('');
  const answer =
    to.by === 'http'
      ? await asked(`/api/data/scorer/${encodeURIComponent(to.name)}`, {
          method: 'POST',
          headers: { 'content-type': 'application/x-ndjson' },
          body: text,
        })
      : await asked('/api/data/stand-ins/scorer', jsonInit('POST', { by: to.by, port: to.port, lines: text }));
  if ('problem' in answer) toast.error(answer.problem.message);
  return !('problem' in answer);
} // prettier-ignore

/** The score box stand-in: a clock and points of its own, sent as lines of JSON to a source of the show on air. */
export function ScorerView() {
  const hasState = useAir((store) => store.hasState);
  const release = useAir((store) => store.state.release);
  useAir((store) => store.arrivals);
  const state = useAir((store) => store.state);
  const scorers = Object.values(releases.get(release)?.sources ?? {}).filter(
    (source): source is Scorer => source.kind === 'scorer',
  );
  const [chosen, setChosen] = useState('');
  const to = scorers.find(({ id }) => id === chosen) ?? scorers[0];
  if (!hasState)
    return (
      <Empty title="Waiting for the air server">
        <p>What listens to this box comes by itself when it answers.</p>
      </Empty>
    );
  if (!to)
    return (
      <Empty title="No scorer listens">
        <p>Give the show a source of the kind Scorer in Data and release it; then this box can send to it.</p>
      </Empty>
    );
  const clocks = Object.values(state.clocks).filter(({ counts }) => isByHand(counts));
  return (
    <Box
      key={to.id}
      to={to}
      scorers={scorers}
      onScorer={setChosen}
      clocks={clocks.map(({ id, name }) => ({ id, name }))}
      scores={Object.values(state.scores).map(({ id, name, value, steps }) => ({ id, name, value, steps }))}
    />
  );
}

function Box(props: {
  to: Scorer;
  scorers: readonly Scorer[];
  onScorer: (id: string) => void;
  clocks: readonly { id: string; name: string }[];
  scores: readonly { id: string; name: string; value: number; steps: readonly number[] }[];
}) {
  const { to, scorers, onScorer, clocks, scores } = props;
  const [told, setTold] = useState<readonly string[]>([]);
  const [period, setPeriod] = useState('');
  const [isEverySecond, setEverySecond] = useState(true);
  const [clock, setClock] = useState(clocks[0]?.id ?? '');
  const own = clocks.find(({ id }) => id === clock) ?? clocks[0];
  /** What the box calls things: by the names that the source knows. */
  const theirs = (ours: string): string => to.names.find((one) => one.ours === ours)?.theirs ?? ours;
  const say = async (line: ScorerLine): Promise<void> => {
    if (await send(to, [line])) setTold((now) => [JSON.stringify(line), ...now].slice(0, shownLines));
  };
  const isRunning = useAir(({ state }) => (own ? (state.clocks[own.id]?.standing.isRunning ?? false) : false));
  const shown = (): number => {
    const { state, clock: time } = air();
    const found = own && state.clocks[own.id];
    return found ? (readClock(clockOf(found), time.now(), state.dayOffset) ?? 0) : 0;
  };
  // A box that counts tells its time each second.
  const latest = useRef({ say, shown });
  latest.current = { say, shown };
  useEffect(() => {
    if (!isRunning || !isEverySecond || !own) return;
    const name = theirs(own.name);
    const timer = setInterval(() => {
      const { say: tell, shown: now } = latest.current;
      void tell({ clock: name, seconds: Number(now().toFixed(2)), running: true });
    }, 1000);
    return () => clearInterval(timer);
  }, [isRunning, isEverySecond, own?.id]); // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <div className="mx-auto flex h-full max-w-4xl flex-col gap-4 overflow-auto p-6">
      <div>
        <h1 className="text-[20px] font-semibold">Score box stand-in</h1>
        <p className="mt-1 max-w-2xl text-ink-2">
          A small simulated score box. It sends what its buttons do as lines of JSON, as a box on the field of play
          would; the lines are described in docs/scorer.md.
        </p>
      </div>
      <div className="flex flex-wrap items-end gap-4">
        <SelectField
          label="Sends to"
          value={to.id}
          choices={scorers.map(({ id, name, by, port }) => ({
            value: id,
            label: `${name} (${by === 'http' ? 'HTTP' : `${by.toUpperCase()} port ${port}`})`,
          }))}
          onChange={(id) => onScorer(String(id))}
        />
        <CheckField label="Sends its time each second" value={isEverySecond} onChange={setEverySecond} />
      </div>
      <div className="grid grid-cols-2 gap-4 max-[900px]:grid-cols-1">
        <section aria-label="Clock of the box" className="flex flex-col gap-3 rounded border border-line bg-deck p-4">
          {own ? (
            <>
              <SelectField
                label="Clock"
                value={own.id}
                choices={clocks.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={(id) => setClock(String(id))}
              />
              <Running
                className="number my-3 text-center text-[40px] leading-none"
                words={() => shownWords(shown(), '[h:]m:ss.S', false, 'minus')}
              />
              <div className="flex flex-wrap justify-center gap-2">
                <Button onClick={() => void say({ clock: theirs(own.name), do: isRunning ? 'stop' : 'start' })}>
                  {isRunning ? 'Stop' : 'Start'}
                </Button>
                <Button onClick={() => void say({ clock: theirs(own.name), do: 'lap' })}>Lap</Button>
                <Button onClick={() => void say({ clock: theirs(own.name), do: 'reset' })}>Reset</Button>
                {[-1, 1].map((by) => (
                  <Button
                    key={by}
                    className="number"
                    onClick={() =>
                      void say({
                        clock: theirs(own.name),
                        seconds: Number((shown() + by).toFixed(2)),
                        running: isRunning,
                      })
                    }
                  >
                    {by > 0 ? '+' : '\u2212'}1 s
                  </Button>
                ))}
              </div>
            </>
          ) : (
            <p className="text-ink-3">The show on air has no clock that is run by hand.</p>
          )}
        </section>
        <section aria-label="Points of the box" className="flex flex-col gap-3 rounded border border-line bg-deck p-4">
          {scores.length === 0 && <p className="text-ink-3">The show on air has no scores.</p>}
          {scores.map(({ id, name, value, steps }) => (
            <div key={id} className="flex items-center gap-2">
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <Button aria-label={`${name} less`} onClick={() => void say({ score: theirs(name), add: -(steps[0] ?? 1) })}>
                −
              </Button>
              <span className="number min-w-10 text-center text-[24px]">{value}</span>
              {steps.map((by) => (
                <Button
                  key={by}
                  className="number"
                  aria-label={`${name} +${by}`}
                  onClick={() => void say({ score: theirs(name), add: by })}
                >
                  +{by}
                </Button>
              ))}
              <Button aria-label={`${name} to 0`} onClick={() => void say({ score: theirs(name), to: 0 })}>
                0
              </Button>
            </div>
          ))}
          <div className="flex items-end gap-2">
            <div className="flex-1">
              <TextField label="Period" value={period} onChange={setPeriod} maxLength={100} placeholder="Heat 2" />
            </div>
            <Button disabled={period === ''} onClick={() => void say({ values: { Period: period } })}>
              Send
            </Button>
          </div>
        </section>
      </div>
      <section aria-label="Lines sent" className="min-h-0">
        <h2 className="mb-1 font-semibold">Lines sent</h2>
        {told.length === 0 ? (
          <p className="text-ink-3">None yet.</p>
        ) : (
          <ol className="number text-xs leading-5 text-ink-2">
            {told.map((line, i) => (
              <li key={`${told.length - i} ${line}`} className="truncate">
                {line}
              </li>
            ))}
          </ol>
        )}
      </section>
    </div>
  );
} // prettier-ignore
