import { Plus, Trash2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import { zoneNames } from '../../core/binding';
import { countsSchema, isByHand, plainCounts, targetOf, type Counts, type CountsBy } from '../../core/clock';
import {
  reactionActionKinds,
  newReaction,
  type ClockMark,
  type ReactionActionName,
  type MarkAction,
  type Show,
  type ShowClock,
  type ShowScore,
  type Template,
} from '../../core/show';
import { clockOf } from '../../core/playout';
import { air, useAir } from '../state/air-store';
import { problemsOf } from '../../core/preflight';
import { useRows } from '../state/data';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { dataChoices } from '../data/data-choices';
import { ChannelsBox, TargetBox } from '../build/target-box';
import { Button, CheckField, DraftText, Empty, IconButton, NameField, NumberField, SelectField } from '../ui';
import { Running } from '../time/running-time';
import { readingWords, typedSeconds } from '../../core/clock';

const kinds: Readonly<Record<CountsBy, string>> = {
  up: 'Stopwatch: up from zero, by hand',
  down: 'Countdown from a length, by hand',
  time: 'Countdown to a time of day or a date',
  rows: 'Countdown to the next row of a timetable',
};

/** The zone of this machine's clock. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

const secondsWords = (seconds: number): string => {
  const whole = Math.abs(seconds);
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), Number((whole % 60).toFixed(3))];
  const tail = `${s < 10 ? '0' : ''}${s}`;
  return `${seconds < 0 ? '\u2212' : ''}${h > 0 ? `${h}:${String(m).padStart(2, '0')}` : m}:${tail}`;
}; // prettier-ignore

/** A time typed as 1:30 or in seconds, kept when it is one. */
function TimeText(props: {
  label: string;
  value: number;
  least?: number;
  onKeep: (seconds: number) => void;
}) {
  const { label, value, least = -Infinity, onKeep } = props;
  return (
    <DraftText
      label={label}
      value={secondsWords(value)}
      wrongWith={(typed) => {
        const seconds = typedSeconds(typed);
        if (seconds !== null && seconds >= least) return null;
        return `“${typed}” is no time that it can have: write 1:30, or seconds. It is ${secondsWords(value)} still.`;
      }}
      onKeep={(typed) => {
        const seconds = typedSeconds(typed);
        if (seconds !== null) onKeep(seconds);
      }}
    />
  );
}

/** A clock of the show: what it counts, and what happens at what it shows. */
export function ClockView({ show, clock }: { show: Show; clock: ShowClock }) {
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const onAir = useAir(({ state }) => state.clocks[clock.id]);
  const change = (label: string, recipe: (own: ShowClock) => void, merge?: string): void =>
    edit(
      label,
      (draft) => {
        const own = draft.clocks[clock.id];
        if (own) recipe(own);
      },
      merge,
    );
  const problems = problemsOf(clock, show, air().clock.now() + air().state.dayOffset);
  const { counts } = clock;
  const setCounts = (given: object, merge?: string): void =>
    change(
      `Counting of ${clock.name}`,
      (own) => void (own.counts = countsSchema.parse({ ...counts, ...given })),
      merge,
    );
  const users = usersOfClock(show, clock);
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto">
      <Head
        name={clock.name}
        what="clock"
        onName={(name) => change('Name the clock', (own) => void (own.name = name))}
        onRemove={() => {
          edit(`Remove clock ${clock.name}`, (draft) => void delete draft.clocks[clock.id]);
          void navigate('/data');
        }}
      />
      <div className="flex max-w-[640px] flex-col gap-3 p-4">
        {onAir && (
          <p className="text-ink-2">
            On air it shows{' '}
            <Running
              className="number text-ink"
              words={(now) => readingWords(clockOf(onAir), now, air().state.dayOffset)}
            />
            {isByHand(onAir.counts) && (onAir.standing.isRunning ? ' and runs' : ' and stands')}.
          </p>
        )}
        {problems.map((wrong) => (
          <p key={`${wrong.code} ${wrong.path}`} role="alert" className="text-xs text-warn">
            ⚠ {wrong.message}
          </p>
        ))}
        <SelectField
          label="Counts"
          value={counts.by}
          choices={Object.entries(kinds).map(([value, label]) => ({ value, label }))}
          onChange={(by) =>
            change(`Counting of ${clock.name}`, (own) => {
              own.counts = plainCounts(by as CountsBy, 'zone' in own.counts ? own.counts.zone : ownZone());
              if (by !== 'up' && own.marks.length === 0)
                own.marks.push({ id: newId(), at: 0, does: { do: 'hold' } });
            })
          }
        />
        <CountsForm show={show} counts={counts} onChange={setCounts} />
        <h2 className="mt-2 font-semibold">What happens</h2>
        {clock.marks.length === 0 && (
          <p className="text-xs text-ink-3">
            {counts.by === 'up'
              ? 'It runs until it is stopped. It can stand still, or make something happen, at a set value.'
              : 'It goes on below zero. Let it hold at zero, or make something happen.'}
          </p>
        )}
        {clock.marks.map((mark, index) => (
          <MarkForm
            key={mark.id}
            name={`Event ${index + 1}`}
            show={show}
            mark={mark}
            runsByHand={isByHand(counts)}
            onChange={(next, merge) =>
              change(
                `Event of ${clock.name}`,
                (own) => {
                  const at = own.marks.findIndex(({ id }) => id === mark.id);
                  if (at >= 0) own.marks[at] = next;
                },
                merge,
              )
            }
            onRemove={() =>
              change(
                `Remove an event of ${clock.name}`,
                (own) => void (own.marks = own.marks.filter(({ id }) => id !== mark.id)),
              )
            }
          />
        ))}
        <Button
          className="self-start"
          onClick={() =>
            change(
              `Add an event to ${clock.name}`,
              (own) =>
                void own.marks.push({
                  id: newId(),
                  at: counts.by === 'up' ? 60 : 0,
                  does: { do: 'hold' },
                }),
            )
          }
        >
          <Plus size={13} /> Event
        </Button>
        <UsedIn users={users} what="Clock elements with the mode “A clock of the show” show it." />
        {!onAir && <p className="text-xs text-ink-3">It is on air, and at the Desk, with the next release.</p>}
      </div>
    </div>
  );
} // prettier-ignore

function CountsForm(props: { show: Show; counts: Counts; onChange: (given: object, merge?: string) => void }) {
  const { show, counts, onChange } = props;
  const seen = useRows(counts.by === 'rows' && counts.data ? counts.data : null, 0, 1);
  const columns = (seen?.columns ?? []).map(({ key, name }) => ({ value: key, label: name }));
  const zone = 'zone' in counts && (
    <SelectField
      label="Time zone"
      value={counts.zone}
      choices={[...new Set([counts.zone, ...zoneNames()])].map((value) => ({
        value,
        label: value.replaceAll('_', ' '),
      }))}
      onChange={(value) => onChange({ zone: String(value) })}
    />
  );
  switch (counts.by) {
    case 'up':
      return null;
    case 'down':
      return (
        <TimeText label="From (1:30, or seconds)" value={counts.length} least={0} onKeep={(length) => onChange({ length })} />
      );
    case 'time':
      return (
        <div className="grid grid-cols-2 gap-3">
          <DraftText
            label="To (19:30, or 2026-11-28 19:30)"
            value={counts.time}
            onKeep={(time) => onChange({ time })}
          />
          {zone}
        </div>
      );
    case 'rows': {
      const choices = dataChoices(show);
      const offered = (value: string, none: string): { value: string; label: string }[] => [
        ...(columns.some((column) => column.value === value) ? [] : [{ value, label: value || none }]),
        ...columns,
      ];
      const first = columns.find(({ value }) => value === counts.time);
      return (
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label="Rows of"
            value={counts.data}
            choices={counts.data === '' ? [{ value: '', label: 'Choose…' }, ...choices] : choices}
            onChange={(data) => onChange({ data: String(data), time: '', name: '' })}
          />
          {zone}
          <SelectField
            label="Column of the time"
            value={counts.time}
            choices={offered(counts.time, 'Choose…')}
            onChange={(time) => onChange({ time: String(time) })}
          />
          <SelectField
            label="Column of the name"
            value={counts.name}
            choices={[{ value: '', label: 'None' }, ...offered(counts.name, 'None').filter(({ value }) => value !== '')]}
            onChange={(name) => onChange({ name: String(name) })}
          />
          <NumberField
            label="Each stays at zero for"
            unit="s"
            value={counts.stays}
            min={0}
            max={86_400}
            onChange={(stays) => onChange({ stays }, 'clock stays')}
          />
          {first && <FirstTimes data={counts.data} column={counts.time} />}
        </div>
      );
    }
  }
} // prettier-ignore

/** How many of the rows have a time, and the first that has none. */
function FirstTimes({ data, column }: { data: string; column: string }) {
  const seen = useRows(data, 0, 200);
  if (!seen) return null;
  const at = seen.columns.findIndex(({ key }) => key === column);
  const texts = seen.rows.map((row) => row[at] ?? '');
  const wrong = texts.findIndex((text) => text.trim() !== '' && !targetOf(text));
  return (
    <p className={`col-span-2 text-xs ${wrong >= 0 ? 'text-warn' : 'text-ink-3'}`}>
      {wrong >= 0
        ? `⚠ “${texts[wrong]}” in row ${wrong + 1} is no time: that row is passed over.`
        : `${texts.filter((text) => targetOf(text)).length} times: ${texts.slice(0, 4).join(', ')}${texts.length > 4 ? ', …' : ''}`}
    </p>
  );
}

const doings = [
  { value: 'hold', label: 'it stands still' },
  { value: 'take', label: 'a card is taken' },
  { value: 'react', label: 'graphics that are up …' },
] as const;

function MarkForm(props: {
  name: string;
  show: Show;
  mark: ClockMark;
  runsByHand: boolean;
  onChange: (mark: ClockMark, merge?: string) => void;
  onRemove: () => void;
}) {
  const { name, show, mark, runsByHand, onChange, onRemove } = props;
  const { does } = mark;
  const set = (next: MarkAction): void => onChange({ ...mark, does: next });
  const moves = [
    ...new Set(Object.values(show.templates).flatMap((template) => template.moves.map((move) => move.name))),
  ];
  const begin = (what: string): MarkAction => {
    if (what === 'take') return { do: 'take', number: '', channel: show.channels[0]?.id ?? 'main' };
    if (what === 'react')
      return { do: 'react', whose: newReaction('new').whose, channels: [], action: reactionActionKinds.leave.first(moves) };
    return { do: 'hold' };
  };
  return (
    <fieldset className="flex flex-col gap-2 rounded border border-line p-2">
      <legend className="sr-only">{name}</legend>
      <div className="flex items-end gap-2">
        <div className="w-28">
          <TimeText label="When it shows" value={mark.at} onKeep={(at) => onChange({ ...mark, at })} />
        </div>
        <div className="min-w-0 flex-1">
          <SelectField
            label="then"
            value={does.do}
            choices={doings}
            onChange={(what) => set(begin(String(what)))}
          />
        </div>
        <IconButton label={`Remove ${name}`} onClick={onRemove}>
          <Trash2 size={13} />
        </IconButton>
      </div>
      {does.do === 'hold' && !runsByHand && mark.at > 0 && (
        <p className="text-xs text-warn">⚠ One that goes by the time of day stands still at zero only.</p>
      )}
      {does.do === 'take' && (
        <div className="grid grid-cols-2 gap-2">
          <DraftText label="Card (call number)" value={does.number} onKeep={(number) => set({ ...does, number: number.trim() })} />
          <SelectField
            label="On"
            value={does.channel}
            choices={show.channels.map(({ id, name: label }) => ({ value: id, label }))}
            onChange={(channel) => set({ ...does, channel: String(channel) })}
          />
        </div>
      )}
      {does.do === 'react' && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <TargetBox label={`${name}: whose`} whose={does.whose} show={show} onChange={(whose) => set({ ...does, whose })} />
            <SelectField
              bare
              label={`${name}: does`}
              value={does.action.do}
              choices={Object.entries(reactionActionKinds).map(([value, { label }]) => ({ value, label }))}
              onChange={(action) => set({ ...does, action: reactionActionKinds[action as ReactionActionName].first(moves) })}
            />
          </div>
          {(does.action.do === 'move' || does.action.do === 'back') && (
            <SelectField
              label="Move"
              value={does.action.move ?? ''}
              choices={[
                ...(does.action.do === 'back' ? [{ value: '', label: 'every move' }] : []),
                ...[...new Set([...(does.action.move ? [does.action.move] : []), ...moves])].map((value) => ({ value, label: value })),
              ]}
              onChange={(move) =>
                set({
                  ...does,
                  action:
                    does.action.do === 'back'
                      ? { do: 'back', move: move === '' ? null : String(move) }
                      : { do: 'move', move: String(move), stays: true },
                })
              }
            />
          )}
          {does.action.do === 'change' && (
            <ChangeForm values={does.action.values} onKeep={(values) => set({ ...does, action: { do: 'change', values } })} />
          )}
          <ChannelsBox
            label={`${name}: channels`}
            channels={does.channels}
            show={show}
            none="all"
            onChange={(channels) => set({ ...does, channels })}
          />
          {does.channels.length === 0 && <p className="text-xs text-ink-3">No channel is named: on all.</p>}
        </>
      )}
    </fieldset>
  );
} // prettier-ignore

function ChangeForm(props: { values: Record<string, unknown>; onKeep: (values: Record<string, string>) => void }) {
  const [field = '', value = ''] = Object.entries(props.values)[0] ?? [];
  const keep = (name: string, to: string): void => props.onKeep(name === '' ? {} : { [name]: to });
  return (
    <div className="grid grid-cols-2 gap-2">
      <DraftText label="Field" value={field} onKeep={(next) => keep(next.trim(), String(value))} />
      <DraftText label="becomes" value={String(value)} onKeep={(next) => keep(field, next)} />
    </div>
  );
} // prettier-ignore

/** One to four numbers above zero; null where what is typed is not that. */
function typedSteps(typed: string): number[] | null {
  const steps = typed
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map(Number);
  return steps.length > 0 && steps.length <= 4 && steps.every((step) => step > 0) ? steps : null;
}

/** A score of the show: what it begins with, and what one press adds. */
export function ScoreView({ show, score }: { show: Show; score: ShowScore }) {
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const isOnAir = useAir(({ state }) => state.scores[score.id] !== undefined);
  const change = (label: string, recipe: (own: ShowScore) => void, merge?: string): void =>
    edit(
      label,
      (draft) => {
        const own = draft.scores[score.id];
        if (own) recipe(own);
      },
      merge,
    );
  const users = Object.values(show.templates).filter((template) =>
    template.bindings.some(({ from }) => from.kind === 'score' && from.score === score.id),
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto">
      <Head
        name={score.name}
        what="score"
        onName={(name) => change('Name the score', (own) => void (own.name = name))}
        onRemove={() => {
          edit(`Remove score ${score.name}`, (draft) => void delete draft.scores[score.id]);
          void navigate('/data');
        }}
      />
      <div className="flex max-w-[640px] flex-col gap-3 p-4">
        <div className="grid grid-cols-2 gap-3">
          <NumberField
            label="Begins with"
            value={score.start}
            onChange={(start) => change(`Start of ${score.name}`, (own) => void (own.start = start), `score ${score.id}`)}
          />
          <DraftText
            label="Buttons add (1, 2, 3)"
            value={score.steps.join(', ')}
            wrongWith={(typed) => (typedSteps(typed) ? null : `“${typed}” does not tell what buttons add: write one to four numbers above 0, such as 1, 2, 3.`)}
            onKeep={(typed) => {
              const steps = typedSteps(typed);
              if (steps) change(`Steps of ${score.name}`, (own) => void (own.steps = steps));
            }}
          />
        </div>
        <CheckField
          label="Has a lowest value"
          value={score.least !== null}
          onChange={(has) => change(`Lowest of ${score.name}`, (own) => void (own.least = has ? 0 : null))}
        />
        {score.least !== null && (
          <NumberField
            label="Lowest"
            value={score.least}
            onChange={(least) => change(`Lowest of ${score.name}`, (own) => void (own.least = least), `least ${score.id}`)}
          />
        )}
        <UsedIn users={users} what="Bindings that begin with “A score of the show” take it." />
        {!isOnAir && <p className="text-xs text-ink-3">It is on air, and at the Desk, with the next release.</p>}
      </div>
    </div>
  );
} // prettier-ignore

function Head(props: { name: string; what: string; onName: (name: string) => void; onRemove: () => void }) {
  const { name, what, onName, onRemove } = props;
  return (
    <header className="flex h-9 shrink-0 items-center gap-3 border-b border-line px-3">
      <NameField label={`Name of the ${what}`} value={name} onKeep={onName} className="w-64 font-semibold" />
      <Button className="ml-auto h-6" onClick={onRemove}>
        <Trash2 size={13} /> Remove
      </Button>
    </header>
  );
}

function UsedIn({ users, what }: { users: readonly Template[]; what: string }) {
  const navigate = useNavigate();
  if (users.length === 0) return <Empty title="No template shows it yet">{what}</Empty>;
  return (
    <>
      <h2 className="mt-2 font-semibold">Shown by</h2>
      <ul className="flex flex-wrap gap-2">
        {users.map(({ id, name }) => (
          <li key={id}>
            <button
              type="button"
              className="text-tide hover:underline"
              onClick={() => void navigate(`/build/${id}`)}
            >
              {name}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

const usersOfClock = (show: Show, { id, name }: ShowClock): Template[] =>
  Object.values(show.templates).filter((template) =>
    Object.values(template.elements).some(
      (element) =>
        'clock' in element && element.shows === 'clock' && (element.clock === id || element.clock === name),
    ),
  ); // prettier-ignore
