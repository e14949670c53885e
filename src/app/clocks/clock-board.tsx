import { Flag, Minus, Play, Plus, RotateCcw, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { create } from 'zustand';
import { isByHand, type ClockAct } from '../../core/clock';
import { clockOf, type AirClock, type AirScore, type Command } from '../../core/playout';
import { air, useAir } from '../state/air-store';
import { Running } from '../time/running-time';
import { Button, IconButton } from '../ui';
import { readingWords, targetWords, typedSeconds } from '../../core/clock';

/** Gives a command, and says at the Desk what came of it. */
export type Give = (command: Command, done: string) => Promise<boolean>;

/** The clock that keys of the Desk are about; null: the first that is run by hand. */
export const useClockInHand = create<{ id: string | null }>(() => ({ id: null }));

/** The clock in hand; null where none is run by hand. */
export function clockInHand(): AirClock | null {
  const all = Object.values(air().state.clocks).filter(({ counts }) => isByHand(counts));
  return all.find(({ id }) => id === useClockInHand.getState().id) ?? all[0] ?? null;
}

const said: Readonly<Record<ClockAct, string>> = {
  start: 'runs',
  stop: 'stands',
  reset: 'is set back',
  lap: 'has a lap',
  set: 'is set',
  add: 'is corrected',
};

export const tellClock = (give: Give, clock: AirClock, act: ClockAct, seconds?: number): Promise<boolean> =>
  give(
    { do: 'timer', clock: clock.id, act, ...(seconds === undefined ? {} : { seconds }) },
    `${clock.name} ${said[act]}.`,
  );

/** The clocks and scores of the show, each with what is done to it. */
export function ClockBoard({ give }: { give: Give }) {
  const clocks = useAir((store) => store.state.clocks);
  const scores = useAir((store) => store.state.scores);
  const inHand = useClockInHand((store) => store.id);
  const byHand = Object.values(clocks).filter(({ counts }) => isByHand(counts));
  const chosen = byHand.find(({ id }) => id === inHand) ?? byHand[0];
  return (
    <div
      role="group"
      aria-label="Clocks and scores"
      className="flex h-full min-h-0 flex-wrap content-start gap-x-5 gap-y-0.5 overflow-auto px-3 py-1"
    >
      {Object.values(clocks).map((clock) => (
        <ClockTile key={clock.id} clock={clock} give={give} isInHand={clock.id === chosen?.id && byHand.length > 1} />
      ))}
      {Object.values(scores).map((score) => (
        <ScoreTile key={score.id} score={score} give={give} />
      ))}
    </div>
  );
} // prettier-ignore

function ClockTile(props: { clock: AirClock; give: Give; isInHand: boolean }) {
  const { clock, give, isInHand } = props;
  const { isRunning, laps } = clock.standing;
  const [isSetting, setSetting] = useState(false);
  const reading = clockOf(clock);
  const hand = isByHand(clock.counts);
  const tell = (act: ClockAct, seconds?: number): void => {
    useClockInHand.setState({ id: clock.id });
    void tellClock(give, clock, act, seconds);
  };
  const words = (now: number): string => readingWords(reading, now, air().state.dayOffset);
  return (
    <section aria-label={`Clock ${clock.name}`} className="flex max-w-full flex-wrap items-center gap-x-1.5">
      <span className={`max-w-32 truncate text-xs ${isInHand ? 'text-brass' : 'text-ink-2'}`} title={isInHand ? `${clock.name}: in hand for the keys` : clock.name}>
        {clock.name}
      </span>
      {isSetting ? (
        <SetBox
          label={`Set ${clock.name} to`}
          placeholder="1:30"
          read={typedSeconds}
          hint="a time such as 1:30, or seconds"
          onDone={(seconds) => {
            setSetting(false);
            if (seconds !== null) tell('set', seconds);
          }}
        />
      ) : hand ? (
        <button
          type="button"
          className={`number min-w-16 rounded px-1 text-right text-[17px] ${isRunning ? 'text-ink' : 'text-ink-2'} hover:bg-raised`}
          title="Set it to a time"
          onClick={() => setSetting(true)}
        >
          <span className="sr-only">Set {clock.name} </span>
          <Running words={words} />
        </button>
      ) : (
        <span className={`number text-[17px]`}>
          <Running words={words} />
        </span>
      )}
      {!hand && (
        <Running
          className="max-w-40 truncate text-xs text-ink-3"
          words={(now) => targetWords(reading, now + air().state.dayOffset)}
        />
      )}
      {hand && (
        <span className="flex items-center gap-1.5">
          <Button
            className="h-6 px-2"
            aria-label={`${isRunning ? 'Stop' : 'Start'} ${clock.name}`}
            onClick={() => tell(isRunning ? 'stop' : 'start')}
          >
            {isRunning ? <Square size={12} /> : <Play size={12} />} {isRunning ? 'Stop' : 'Start'}
          </Button>
          <IconButton className="size-6" label={`${clock.name}: 1 s less`} onClick={() => tell('add', -1)}>
            <Minus size={13} />
          </IconButton>
          <IconButton className="size-6" label={`${clock.name}: 1 s more`} onClick={() => tell('add', 1)}>
            <Plus size={13} />
          </IconButton>
          <IconButton className="size-6" label={`${clock.name}: lap`} onClick={() => tell('lap')}>
            <Flag size={13} />
          </IconButton>
          <IconButton className="size-6" label={`Set back ${clock.name}`} onClick={() => tell('reset')}>
            <RotateCcw size={13} />
          </IconButton>
          {laps.length > 0 && (
            <span className="number text-xs text-ink-3" title={laps.map((lap, i) => `${i + 1}: ${lap.toFixed(2)} s`).join('\n')}>
              {laps.length} {laps.length === 1 ? 'lap' : 'laps'}
            </span>
          )}
        </span>
      )}
    </section>
  );
} // prettier-ignore

function ScoreTile({ score, give }: { score: AirScore; give: Give }) {
  const [isSetting, setSetting] = useState(false);
  const { id, name, value, steps, least } = score;
  const add = (by: number): void =>
    void give({ do: 'score', score: id, add: by }, `${name}: ${by > 0 ? '+' : '\u2212'}${Math.abs(by)}.`);
  const usual = steps[0] ?? 1;
  return (
    <section aria-label={`Score ${name}`} className="flex max-w-full flex-wrap items-center gap-x-1.5">
      <span className="max-w-32 truncate text-xs text-ink-2" title={name}>
        {name}
      </span>
      <IconButton
        className="size-6"
        label={`${name}: ${usual} less`}
        disabled={least !== null && value <= least}
        onClick={() => add(-usual)}
      >
        <Minus size={13} />
      </IconButton>
      {isSetting ? (
        <SetBox
          label={`Set ${name} to`}
          placeholder={String(value)}
          read={typedNumber}
          hint="a number"
          onDone={(to) => {
            setSetting(false);
            if (to !== null) void give({ do: 'score', score: id, to }, `${name} is ${to}.`);
          }}
        />
      ) : (
        <button
          type="button"
          className={`number min-w-8 rounded px-1 text-center text-[17px] hover:bg-raised`}
          title="Set it"
          aria-label={`Set ${name}, now ${value}`}
          onClick={() => setSetting(true)}
        >
          {value}
        </button>
      )}
      {steps.map((by) => (
        <Button key={by} className="number h-6 px-2" aria-label={`${name}: ${by} more`} onClick={() => add(by)}>
          +{by}
        </Button>
      ))}
    </section>
  );
} // prettier-ignore

function typedNumber(typed: string): number | null {
  const value = typed.trim() === '' ? NaN : Number(typed.replace(',', '.'));
  return Number.isFinite(value) ? value : null;
}

/** A value typed over what stands; Enter keeps it, or says what it takes; Escape and leaving change nothing. */
function SetBox(props: {
  label: string;
  placeholder: string;
  read: (typed: string) => number | null;
  /** What may be typed. */
  hint: string;
  onDone: (value: number | null) => void;
}) {
  const { label, placeholder, read, hint, onDone } = props;
  const [isWrong, setWrong] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  return (
    <>
      <input
        ref={input}
        data-typed="aside"
        aria-label={label}
        aria-invalid={isWrong}
        placeholder={placeholder}
        className="field number h-6 w-20"
        onChange={() => setWrong(false)}
        onKeyDown={(event) => {
          event.stopPropagation();
          const value = event.key === 'Enter' ? read(event.currentTarget.value) : null;
          if (event.key === 'Enter' && value === null) setWrong(true);
          else if (event.key === 'Enter' || event.key === 'Escape') onDone(value);
        }}
        onBlur={() => onDone(null)}
      />
      {isWrong && (
        <span role="alert" className="text-xs text-warn">
          ⚠ {hint}
        </span>
      )}
    </>
  );
}
