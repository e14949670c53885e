import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newPhase, newTextField, type Handover, type Template } from '../show';
import { airStateSchema, endOf, type Command } from './index';
import { card, made, released, Trial } from './trial';

// The reducer against a model that is plain and slow: for each lane a list of stays, worked out anew from the rules.

const frame = 1 / 50;
const exitFrames: Readonly<Record<string, number>> = { a: 20, b: 5, c: 0, d: 40 };
const handovers: Readonly<Record<string, Handover>> = {
  a: { of: 'end', frames: 0 },
  b: { of: 'begin', frames: 0 },
  c: { of: 'end', frames: -10 },
  d: { of: 'end', frames: 20 },
};
const templates: Template[] = Object.keys(exitFrames).map((id) =>
  made(id, id === 'd' ? 'full' : 'lower', {
    handover: handovers[id] as Handover,
    fields: [newTextField('f-name', 'Name', 'none', {}), newTextField('f-role', 'Role', 'none', {})],
    phases: { enter: newPhase(25), idle: newPhase(0), exit: newPhase(exitFrames[id] ?? 0) },
  }),
);
const cards = ['a1', 'a2', 'b1', 'c1', 'd1', 'd2'].map((id, i) =>
  card(id, String(i + 1), id[0] as string, { values: { 'f-name': id } }),
);
const laneOf = (id: string): string => (id.startsWith('d') ? 'full' : 'lower');

interface Stay {
  card: string;
  enter: number;
  exit: number | null;
  values: Record<string, string>;
}
type Lanes = Record<string, Stay[]>;

interface Step {
  readonly wait: number;
  readonly by: string;
  readonly channel: string;
  readonly act:
    | { readonly is: 'take'; readonly card: string }
    | { readonly is: 'clear'; readonly lane: string }
    | { readonly is: 'change'; readonly lane: string; readonly field: string; readonly to: string };
}

const end = (stay: Stay): number =>
  stay.exit === null ? Infinity : stay.exit + (exitFrames[stay.card[0] as string] ?? 0) * frame;

/** What a step makes of the lanes of its channel, or that it is refused. */
function model(lanes: Lanes, step: Step, at: number): 'done' | 'refused' {
  const key = (lane: string): string => `${step.channel} ${lane}`;
  const { act } = step;
  const stays = (lanes[key(act.is === 'take' ? laneOf(act.card) : act.lane)] ??= []);
  const there = stays.filter((stay) => end(stay) > at + 1e-6);
  const active = there.find((stay) => stay.exit === null);
  switch (act.is) {
    case 'take': {
      const values = { 'f-name': act.card };
      if (active?.card === act.card) {
        active.values = values;
        return 'done';
      }
      if (active && active.enter > at + 1e-6) stays.splice(stays.indexOf(active), 1);
      else if (active) active.exit = at;
      const { of, frames } = handovers[act.card[0] as string] as Handover;
      let enter = at;
      if (of === 'end')
        for (const other of stays)
          if (other.exit !== null && end(other) > at - 1e-6)
            enter = Math.max(enter, end(other) + frames / 50);
      stays.push({ card: act.card, enter, exit: null, values });
      return 'done';
    }
    case 'clear':
      if (!active) return 'refused';
      if (active.enter > at + 1e-6) stays.splice(stays.indexOf(active), 1);
      else active.exit = at;
      return 'done';
    case 'change':
      if (!active) return 'refused';
      active.values = { ...active.values, [act.field]: act.to };
      return 'done';
  }
}

const commandOf = ({ act, channel, by }: Step): Command =>
  act.is === 'take'
    ? { do: 'take', channel, card: act.card, by }
    : act.is === 'clear'
      ? { do: 'clear', channel, lane: act.lane, by }
      : { do: 'change', channel, lane: act.lane, values: { [act.field]: act.to }, by };

const lane = fc.constantFrom('lower', 'full');
const steps = fc.array(
  fc.record({
    // Whole frames, often none: two operators at the same moment.
    wait: fc.oneof(fc.constant(0), fc.integer({ min: 0, max: 60 })),
    by: fc.constantFrom('Ana', 'Bo', 'Cem', 'Desk 4'),
    channel: fc.constantFrom('main', 'beach'),
    act: fc.oneof(
      {
        weight: 3,
        arbitrary: fc.record({
          is: fc.constant('take' as const),
          card: fc.constantFrom(...cards.map(({ id }) => id)),
        }),
      },
      { weight: 1, arbitrary: fc.record({ is: fc.constant('clear' as const), lane }) },
      {
        weight: 2,
        arbitrary: fc.record({
          is: fc.constant('change' as const),
          lane,
          field: fc.constantFrom('f-name', 'f-role'),
          to: fc.constantFrom('Ida', 'Ox', 'Lúcia'),
        }),
      },
    ),
  }),
  { maxLength: 40 },
);

test('any sequence of commands from any number of operators does what the plain model does', () => {
  fc.assert(
    fc.property(steps, (list: Step[]) => {
      const trial = new Trial(released(templates, cards));
      const lanes: Lanes = {};
      let frames = 500;
      for (const step of list) {
        frames += step.wait;
        const at = frames * frame;
        const before = trial.state;
        const wanted = model(lanes, step, at);
        const done = trial.go(commandOf(step), at);
        expect(done === 'done').toBe(wanted === 'done');
        if (done !== 'done') expect(trial.state).toBe(before);
        for (const channel of ['main', 'beach'])
          for (const own of ['lower', 'full']) {
            const stays = (lanes[`${channel} ${own}`] ?? []).filter((stay) => end(stay) > at + 1e-6);
            const up = trial.all(channel).filter((g) => g.lane === own && endOf(g) > at + 1e-6);
            // One graphic a lane holds or waits; what else is there is leaving.
            expect(up.filter((g) => g.exitAt === null).length).toBeLessThanOrEqual(1);
            expect(
              up.map((g) => [
                g.card,
                Math.round(g.enterAt / frame),
                g.exitAt === null ? null : Math.round(g.exitAt / frame),
                g.values,
              ]),
            ).toEqual(
              stays.map((s) => [
                s.card,
                Math.round(s.enter / frame),
                s.exit === null ? null : Math.round(s.exit / frame),
                s.values,
              ]),
            );
          }
      }
      // Nothing is lost: every command that was carried out is told of, and played again it makes the same state.
      const again = new Trial(released(templates, cards));
      for (const { command, at } of trial.journal.slice(1)) again.go(command, at);
      expect(again.state).toEqual(trial.state);
      expect(airStateSchema.parse(JSON.parse(JSON.stringify(trial.state)))).toEqual(trial.state);
      const told = trial.events.filter(({ what }) => what === 'take').length;
      expect(told).toBe(trial.journal.filter(({ command }) => command.do === 'take').length);
    }),
    { seed: 20_261_123, numRuns: 300 },
  );
});

test('edits of the same card by two operators are merged field by field', () => {
  const trial = new Trial(released(templates, cards));
  trial.go({ do: 'take', channel: 'main', card: 'a1' }, 10);
  trial.go({ do: 'change', channel: 'main', lane: 'lower', values: { Name: 'Ida' }, by: 'Ana' }, 12);
  trial.go({ do: 'change', channel: 'main', lane: 'lower', values: { Role: 'Pilot' }, by: 'Bo' }, 12);
  expect(trial.find('a1')?.values).toEqual({ 'f-name': 'Ida', 'f-role': 'Pilot' });
  const kept = (values: Record<string, string>): Command => ({
    do: 'keep',
    number: '1',
    card: 'a1',
    template: 'a',
    merge: true,
    values,
  });
  trial.go(kept({ Name: 'Ida' }), 13);
  trial.go(kept({ Role: 'Pilot' }), 13);
  expect(trial.state.cards['a1']?.values).toEqual({ 'f-name': 'Ida', 'f-role': 'Pilot' });
});
