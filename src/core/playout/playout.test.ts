import { beforeEach, describe, expect, test } from '@jest/globals';
import { applyPatches } from 'immer';
import fc from 'fast-check';
import {
  newElement,
  type Field,
  type Release,
  type Template,
  newTemplate,
  newTextField,
  plainLook,
  newPhase,
  newRundown,
  newRundownRow,
  type RundownRow,
} from '../show';
import {
  airStateSchema,
  apply,
  commandSchema,
  describeTake,
  emptyAir,
  endOf,
  graphicsOnAir,
  laneState,
  momentOf,
  quantise,
  valuesWords,
  type AirState,
  type ChannelAir,
  type Command,
  type Graphic,
} from './index';

const text = (id: string, name: string): Field => newTextField(id, name, `no ${name}`, { maxLength: 40 });

/** A template whose Enter takes half a second and whose Exit takes `exit` frames of 50. */
function template(id: string, lane: string, exit = 20): Template {
  return newTemplate(id, `Template ${id}`, {
    lane,
    elements: { e: newElement('text', 'e', 'E') },
    order: ['e'],
    fields: [text('f-name', 'Name'), text('f-role', 'Role')],
    phases: { enter: newPhase(25), idle: newPhase(0), exit: newPhase(exit) },
  });
}
const lanes = [
  { id: 'full', name: 'Full' },
  { id: 'lower', name: 'Lower' },
  { id: 'bug', name: 'Bug' },
];
const format = { width: 1920, height: 1080, rate: 50 };
const card = (id: string, number: string, of: string, name: string) => ({
  id,
  number,
  template: of,
  values: { 'f-name': name },
});
const rows = (...cards: string[]): RundownRow[] => cards.map((id) => newRundownRow(`row-${id}`, id));
const order = (): string[] => state.rundowns[0]?.rows.map((row) => row.card) ?? [];
const release = (change: Partial<Release> = {}): Release => ({
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [
    { id: 'main', name: 'Main', format, lanes },
    { id: 'beach', name: 'Beach screen', format: { ...format, rate: 59.94 }, lanes: lanes.slice(0, 2) },
  ],
  templates: {
    name: template('name', 'lower'),
    bug: template('bug', 'bug'),
    lost: template('lost', 'nowhere'),
    cut: {
      ...template('cut', 'lower', 0),
      phases: { enter: newPhase(0), idle: newPhase(0), exit: newPhase(0) },
    },
  },
  cards: Object.fromEntries(
    [
      card('a', '405.25', 'name', 'Ida'),
      card('b', '405.26', 'name', 'Ox'),
      card('c', '1', 'bug', 'LIVE'),
      card('d', '9', 'lost', ''),
      card('e', '40', 'cut', 'Cut'),
    ].map((c) => [c.id, c]),
  ),
  rundowns: [{ ...newRundown('r', 'Rundown', 'main'), rows: rows('c', 'a', 'b', 'e') }],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {},
  tickers: {},
  scores: {},
  ...change,
});

const shelf: Record<string, Release> = { ['1'.repeat(64)]: release() };
const find = (hash: string): Release | undefined => shelf[hash];
let state: AirState;
const go = (command: unknown, at: number): string => {
  const applied = apply(state, commandSchema.parse(command), at, find);
  if ('problem' in applied) return applied.problem.code;
  state = applied.state;
  return 'done';
};
const seen = (at: number, channel = 'main'): string[] =>
  graphicsOnAir(state, channel, at).map(
    ({ graphic, moment }) => `${graphic.lane} ${String(graphic.values['f-name'])} ${moment.phase}`,
  );

beforeEach(() => {
  state = emptyAir();
  go({ do: 'release', release: '1'.repeat(64) }, 0);
});

describe('cue, take, clear', () => {
  test('a cue changes nothing on air; a take plays Enter, then holds without end', () => {
    expect(go({ do: 'cue', channel: 'main', number: '405.25' }, 10)).toBe('done');
    expect(seen(11)).toEqual([]);
    expect(state.air['main']?.preview).toMatchObject({ number: '405.25', values: { 'f-name': 'Ida' } });
    expect(go({ do: 'take', channel: 'main' }, 12)).toBe('done');
    expect(state.air['main']?.preview).toBeNull();
    expect([seen(12), seen(12.49), seen(12.5), seen(1e6)]).toEqual([
      ['lower Ida enter'],
      ['lower Ida enter'],
      ['lower Ida hold'],
      ['lower Ida hold'],
    ]);
  });
  test('clear plays Exit, and then nothing is left', () => {
    go({ do: 'take', channel: 'main', number: 405.25 }, 10);
    expect(go({ do: 'clear', channel: 'main', lane: 'lower' }, 20)).toBe('done');
    expect([seen(20), seen(20.39), seen(20.4)]).toEqual([['lower Ida exit'], ['lower Ida exit'], []]);
  });
  test('what stays in its lane stays through all that comes and goes in others', () => {
    go({ do: 'take', channel: 'main', number: '1' }, 10);
    go({ do: 'take', channel: 'main', number: '405.25' }, 11);
    go({ do: 'clear', channel: 'main', number: '405.250' }, 12);
    expect(seen(20)).toEqual(['bug LIVE hold']);
  });
  test('lanes stack back to front, whatever came first', () => {
    go({ do: 'take', channel: 'main', number: '1' }, 10);
    go({ do: 'take', channel: 'main', number: '405.25' }, 11);
    expect(seen(20)).toEqual(['lower Ida hold', 'bug LIVE hold']);
  });
  test('clear all empties the channel, its preview too when asked, and no other channel', () => {
    go({ do: 'take', channel: 'main', number: '1' }, 10);
    go({ do: 'take', channel: 'beach', number: '405.25' }, 10);
    go({ do: 'cue', channel: 'main', number: '405.25' }, 11);
    go({ do: 'clear', channel: 'main', all: true, preview: true }, 12);
    expect([seen(20), seen(20, 'beach'), state.air['main']?.preview]).toEqual([[], ['lower Ida hold'], null]);
    // With nothing on air it is no fault.
    expect(go({ do: 'clear', channel: 'main', all: true }, 21)).toBe('done');
  });
  test('a template filled on the spot, by names', () => {
    expect(
      go(
        {
          do: 'take',
          channel: 'Beach Screen',
          template: 'template NAME',
          values: { name: 'Bea', ROLE: 'Pilot' },
        },
        10,
      ),
    ).toBe('done');
    expect(state.air['beach']?.graphics[0]?.values).toEqual({ 'f-name': 'Bea', 'f-role': 'Pilot' });
  });
});

describe('a take onto an occupied lane', () => {
  test('plays the old one’s Exit, then the new one’s Enter', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    go({ do: 'take', channel: 'main', number: '405.26' }, 20);
    expect([seen(20), seen(20.38), seen(20.4), seen(20.9)]).toEqual([
      ['lower Ida exit'],
      ['lower Ida exit'],
      ['lower Ox enter'],
      ['lower Ox hold'],
    ]);
  });
  test('called off on the way in, the old one leaves from where it was', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    go({ do: 'take', channel: 'main', number: '405.26' }, 10.2);
    expect(graphicsOnAir(state, 'main', 10.2)[0]?.moment).toMatchObject({
      phase: 'exit',
      frame: 0,
      enterFrame: 10,
    });
  });
  test('a chain of quick takes ends with the last one, and leaves nothing behind', () => {
    for (const [i, number] of ['405.25', '405.26', '40', '405.25', '40', '405.26'].entries())
      go({ do: 'take', channel: 'main', number }, 10 + i * 0.05);
    expect(seen(30)).toEqual(['lower Ox hold']);
    expect(state.air['main']?.graphics.filter((g) => g.exitAt === null)).toHaveLength(1);
  });
  test('taking what is up already sends its words; nothing leaves or enters', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    expect(go({ do: 'take', channel: 'main', number: '405.25', values: { Name: 'Ida M.' } }, 20)).toBe(
      'done',
    );
    expect(seen(20)).toEqual(['lower Ida M. hold']);
  });
  test('clearing while one waits takes both away', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    go({ do: 'take', channel: 'main', number: '405.26' }, 20);
    go({ do: 'clear', channel: 'main', lane: 'lower' }, 20.1);
    expect(seen(30)).toEqual([]);
  });
});

describe('change', () => {
  test('cuts what is on air to the new words, and leaves the card as it was kept', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    expect(go({ do: 'change', channel: 'main', lane: 'lower', values: { Name: 'Ida Marsh' } }, 11)).toBe(
      'done',
    );
    expect(seen(11)).toEqual(['lower Ida Marsh hold']);
    expect(state.cards['a']?.values).toEqual({ 'f-name': 'Ida' });
  });
  test('asks which, where it could be several', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    go({ do: 'take', channel: 'main', number: '1' }, 10);
    expect(go({ do: 'change', channel: 'main', values: { Name: 'x' } }, 11)).toBe('which-graphic');
    expect(go({ do: 'change', channel: 'main', number: '1', values: { Name: 'x' } }, 11)).toBe('done');
  });
  test('what is leaving cannot be changed', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    go({ do: 'clear', channel: 'main', lane: 'lower' }, 11);
    expect(go({ do: 'change', channel: 'main', lane: 'lower', values: { Name: 'x' } }, 11.1)).toBe(
      'is-leaving',
    );
  });
});

describe('keeping cards', () => {
  test('under a free number, at the end of the rundown', () => {
    expect(go({ do: 'keep', number: '500', template: 'name', values: { Name: 'New' } }, 5)).toBe('done');
    expect(go({ do: 'cue', channel: 'main', number: '500' }, 6)).toBe('done');
    expect(state.cards[order().at(-1) ?? '']).toMatchObject({ number: '500', kept: true });
  });
  test('a used number is never given away without being asked to', () => {
    expect(go({ do: 'keep', number: '405.250', template: 'name', values: {} }, 5)).toBe('number-used');
    expect(state.cards['a']?.values).toEqual({ 'f-name': 'Ida' });
    expect(
      go({ do: 'keep', number: '405.25', template: 'name', values: { Name: 'Ida Marsh' }, replace: true }, 6),
    ).toBe('done');
    expect(state.cards['a']).toMatchObject({ values: { 'f-name': 'Ida Marsh' }, kept: true });
    expect(order()).toEqual(['c', 'a', 'b', 'e']);
  });
});

describe('releases', () => {
  beforeEach(() => {
    const next = release();
    next.templates['name'] = { ...template('name', 'lower', 50) };
    next.cards = { a: card('a', '405.25', 'name', 'Ida the second') };
    next.rundowns = [{ ...newRundown('r', 'Rundown', 'main'), rows: rows('a') }];
    shelf['2'.repeat(64)] = next;
    shelf['3'.repeat(64)] = release({
      show: { id: 'other', name: 'Other' },
      channels: [{ id: 'side', name: 'Side', format, lanes }],
    });
  });
  test('what is on air stays as it was taken; what comes is the new', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    expect(go({ do: 'release', release: '2'.repeat(64) }, 11)).toBe('done');
    expect(seen(12)).toEqual(['lower Ida hold']);
    expect(state.air['main']?.graphics[0]).toMatchObject({ release: '1'.repeat(64), exitFrames: 20 });
    go({ do: 'clear', channel: 'main', lane: 'lower' }, 13);
    go({ do: 'take', channel: 'main', number: '405.25' }, 20);
    expect(state.air['main']?.graphics.at(-1)).toMatchObject({
      release: '2'.repeat(64),
      exitFrames: 50,
      values: { 'f-name': 'Ida the second' },
    });
  });
  test('cards kept at the Desk live through a release of their show that does not have them', () => {
    go({ do: 'keep', number: '50', template: 'name', values: {} }, 5);
    go({ do: 'release', release: '2'.repeat(64) }, 6);
    expect(Object.values(state.cards).map((c) => c.number)).toEqual(['405.25', '50']);
  });
  test('a channel with graphics on air is not released away', () => {
    go({ do: 'take', channel: 'main', number: '405.25' }, 10);
    expect(go({ do: 'release', release: '3'.repeat(64) }, 11)).toBe('channel-on-air');
    expect(state.release).toBe('1'.repeat(64));
    go({ do: 'clear', channel: 'main', all: true }, 12);
    state = { ...state, air: { ...state.air, main: { ...(state.air['main'] as ChannelAir), graphics: [] } } };
    expect(go({ do: 'release', release: '3'.repeat(64) }, 13)).toBe('done');
    expect(Object.keys(state.air)).toEqual(['side']);
  });
});

describe('refusals name the place, say what to do, and change nothing', () => {
  test.each([
    [{ do: 'take', channel: 'mian', number: '1' }, 'unknown-channel', 'channel'],
    [{ do: 'cue', channel: 'main', number: '99' }, 'unknown-card', 'number'],
    [{ do: 'cue', channel: 'main', number: 'ninety' }, 'bad-number', 'number'],
    [{ do: 'cue', channel: 'main', card: 'zzz' }, 'unknown-card', 'card'],
    [{ do: 'cue', channel: 'main' }, 'no-target', 'number'],
    [{ do: 'take', channel: 'main' }, 'nothing-cued', 'channel'],
    [{ do: 'take', channel: 'main', template: 'nothing' }, 'unknown-template', 'template'],
    [{ do: 'take', channel: 'main', number: '9' }, 'unknown-lane', 'channel'],
    [{ do: 'take', channel: 'beach', number: '1' }, 'unknown-lane', 'channel'],
    [{ do: 'take', channel: 'main', number: '1', values: { Nam: 'x' } }, 'unknown-field', 'values.Nam'],
    [
      { do: 'take', channel: 'main', number: '1', values: { Name: 'x'.repeat(41) } },
      'too-long',
      'values.Name',
    ],
    [{ do: 'clear', channel: 'main' }, 'no-target', 'lane'],
    [{ do: 'clear', channel: 'main', lane: 'lower' }, 'nothing-on-air', 'lane'],
    [{ do: 'release', release: 'f'.repeat(64) }, 'unknown-release', 'release'],
  ])('%j', (command, code, path) => {
    const applied = apply(state, commandSchema.parse(command), 5, find);
    expect(applied).toMatchObject({ problem: { code, path, message: expect.stringMatching(/\.$/) } });
  });
  test('with nothing released', () => {
    const applied = apply(emptyAir(), { do: 'keep', number: '1', template: 'x', values: {} }, 0, find);
    expect(applied).toMatchObject({ problem: { code: 'no-release' } });
  });
  test('words that are no command do not get so far', () => {
    for (const command of [
      {},
      { do: 'explode' },
      { do: 'take' },
      { do: 'take', channel: 'main', nmber: 1 },
      { do: 'release', release: 'short' },
    ]) {
      expect(commandSchema.safeParse(command).success).toBe(false);
    }
  });
});

describe('what will happen is said before it is done', () => {
  const said = (number: string, at: number): string => {
    go({ do: 'cue', channel: 'main', number }, at);
    const cue = state.air['main']?.preview;
    return cue ? describeTake(state, 'main', cue, (hash) => shelf[hash], at) : '';
  };
  test('for a lane that is free, held, leaving, waited for, or holds the card itself', () => {
    expect(said('405.25', 10)).toBe('enters Lower, which is free');
    go({ do: 'take', channel: 'main' }, 10);
    expect(said('405.26', 12)).toBe('replaces 405.25 Template name in Lower, after its exit (0.4 s)');
    expect(said('405.25', 12)).toBe('sends its words to Lower, where it is up already');
    go({ do: 'take', channel: 'main', number: '405.26' }, 13);
    expect(said('40', 13.1)).toBe('takes the place of 405.26 Template name, which waits for Lower');
    go({ do: 'clear', channel: 'main', lane: 'lower' }, 13.2);
    expect(said('40', 13.2)).toBe('enters Lower when 405.25 Template name has left');
    expect(said('9', 14)).toBe('cannot be taken: Main has no lane for it');
  });
  test('a card is known by its first words that are not empty', () => {
    expect(valuesWords(shelf['1'.repeat(64)], 'name', { 'f-name': ' ', 'f-role': 'Pilot' })).toBe('Pilot');
    expect(valuesWords(undefined, 'name', {})).toBe('');
  });
});

describe('time', () => {
  test('stands on the frames of the channel, also at 60000/1001', () => {
    expect(quantise(10.019, 50)).toBeCloseTo(10);
    expect(quantise(10.02, 50)).toBeCloseTo(10.02);
    go({ do: 'take', channel: 'beach', number: '405.25' }, 100.001);
    const enterAt = state.air['beach']?.graphics[0]?.enterAt ?? 0;
    expect((enterAt * 60_000) / 1001).toBeCloseTo(Math.round((enterAt * 60_000) / 1001), 6);
    expect(enterAt).toBeGreaterThanOrEqual(100.001);
  });
  test('counts whole frames however large the clock is', () => {
    const start = 1_795_500_000;
    go({ do: 'take', channel: 'main', number: '405.25' }, start);
    const graphic = state.air['main']?.graphics[0] as Graphic;
    for (let frame = 0; frame < 25; frame += 1) {
      const at = quantise(graphic.enterAt + frame / 50 + 0.003, 50);
      expect(momentOf(graphic, at)).toMatchObject({ phase: 'enter', frame });
    }
  });
});

test('any commands in any order: one graphic a lane, the state always whole, patches and replay give the same', () => {
  const at = fc.double({ min: 0.001, max: 0.7, noNaN: true });
  const numbers = fc.constantFrom('405.25', '405.26', '1', '40', '99');
  const channels = fc.constantFrom('main', 'beach');
  const command: fc.Arbitrary<Command> = fc.oneof(
    fc.record({ do: fc.constant('cue' as const), channel: channels, number: numbers }),
    fc.record({ do: fc.constant('take' as const), channel: channels, number: numbers }),
    fc.record({ do: fc.constant('take' as const), channel: channels }),
    fc.record({
      do: fc.constant('change' as const),
      channel: channels,
      lane: fc.constant('lower'),
      values: fc.record({ Name: fc.string({ maxLength: 5 }) }),
    }),
    fc.record({
      do: fc.constant('clear' as const),
      channel: channels,
      lane: fc.constantFrom('lower', 'bug'),
    }),
    fc.record({ do: fc.constant('clear' as const), channel: channels, all: fc.constant(true) }),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(command, at), { maxLength: 40 }), (steps) => {
      const first = state;
      let now = 1000;
      let live = first;
      let patched = first;
      const journal: [Command, number][] = [];
      for (const [given, wait] of steps) {
        now += wait;
        const applied = apply(live, given, now, find);
        if ('problem' in applied) continue;
        live = applied.state;
        patched = applyPatches(patched, applied.patches as never);
        journal.push([given, now]);
        for (const channel of live.channels) {
          for (const lane of channel.lanes) {
            const graphics = live.air[channel.id]?.graphics ?? [];
            const own = graphics.filter((g) => g.lane === lane.id);
            // One that is to stay at most, and it enters when all others of the lane are gone.
            const staying = own.filter((g) => g.exitAt === null);
            expect(staying.length).toBeLessThanOrEqual(1);
            for (const other of own)
              if (other.exitAt !== null && staying[0])
                expect(staying[0].enterAt).toBeGreaterThanOrEqual(endOf(other) - 1e-6);
            const { holder, waiting } = laneState(graphics, lane.id, now);
            expect(holder === null || waiting === null).toBe(true);
          }
        }
      }
      expect(airStateSchema.safeParse(live).success).toBe(true);
      expect(patched).toEqual(live);
      let replayed = first;
      for (const [given, when] of journal) {
        const applied = apply(replayed, given, when, find);
        if ('state' in applied) replayed = applied.state;
      }
      expect(replayed).toEqual(live);
    }),
    { numRuns: 120 },
  );
});
