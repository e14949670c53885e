import { describe, expect, test } from '@jest/globals';
import { newRundown, newRundownRow, newTextField } from '../show';
import { consequences, lampOf, nextStanding, standings, type Command } from './index';
import { card, made, released, Trial } from './trial';

// What Desks ask of the reducer beyond takes: previews of their own, what was seen, what is too late, cards in bulk.

const fields = [newTextField('f-name', 'Name', '', {}), newTextField('f-role', 'Role', '', {})];
const cards = [card('a', '401', 'name'), card('b', '402', 'name'), card('x', '301', 'strip')];
const trial = (): Trial =>
  new Trial(
    released([made('name', 'lower', { fields }), made('strip', 'full', { fields })], cards, {
      rundowns: [
        {
          ...newRundown('r', 'R', 'main'),
          rows: ['a', 'b', 'x'].map((id) => newRundownRow(`row-${id}`, id)),
        },
      ],
    }),
  );
const at = 10;
const own = { desk: 'ana', own: true } as const;

describe('previews of single Desks', () => {
  test('stand beside the shared one, are filled, taken and cleared alone', () => {
    const t = trial();
    t.go({ do: 'cue', channel: 'main', card: 'x' }, at);
    t.go({ do: 'cue', channel: 'main', card: 'a', as: 'c1', ...own }, at);
    t.go({ do: 'fill', channel: 'main', cue: 'c1', values: { Name: 'Ida' }, as: 'e1', ...own }, at);
    expect(t.state.air['main']?.preview).toMatchObject({ card: 'x' });
    expect(t.state.air['main']?.own['ana']).toMatchObject({
      cue: 'c1',
      edit: 'e1',
      values: { 'f-name': 'Ida' },
    });
    expect(t.go({ do: 'take', channel: 'main', cue: 'c1', edit: 'other', ...own }, at)).toBe('other-edit');
    expect(
      t.go({ do: 'take', channel: 'main', cue: 'c1', edit: 'e1', values: { Role: 'Pilot' }, ...own }, at),
    ).toBe('done');
    expect(t.up()).toMatchObject([{ card: 'a', cue: 'c1', values: { 'f-name': 'Ida', 'f-role': 'Pilot' } }]);
    expect(t.state.air['main']).toMatchObject({ own: {}, preview: { card: 'x' } });
    t.go({ do: 'cue', channel: 'main', card: 'b', ...own }, at);
    t.go({ do: 'clear', channel: 'main', preview: true, ...own }, at);
    expect(t.state.air['main']).toMatchObject({ own: {}, preview: { card: 'x' } });
    expect(t.go({ do: 'cue', channel: 'main', card: 'b', own: true }, at)).toBe('no-desk');
  });
  test('are not kept without end', () => {
    const t = trial();
    for (let i = 0; i < 40; i += 1)
      t.go({ do: 'cue', channel: 'main', card: 'a', desk: `d${i}`, own: true }, at);
    const desks = Object.keys(t.state.air['main']?.own ?? {});
    expect([desks.length, desks.at(-1)]).toEqual([24, 'd39']);
  });
  test('what is typed into a cue that another has replaced is refused', () => {
    const t = trial();
    t.go({ do: 'cue', channel: 'main', card: 'a', as: 'c1' }, at);
    t.go({ do: 'cue', channel: 'main', card: 'x', by: 'Bo' }, at);
    expect(t.go({ do: 'fill', channel: 'main', cue: 'c1', values: { Name: 'Ida' } }, at)).toBe('other-cue');
    expect(t.state.air['main']?.preview?.values).toEqual({ 'f-name': 'x' });
  });
});

describe('a command that names what was seen does nothing else', () => {
  test.each<[string, Command, string]>([
    ['a take whose cue has gone', { do: 'take', channel: 'main', cue: 'gone' }, 'other-cue'],
    [
      'putting back what is not last any more',
      { do: 'put-back', channel: 'main', lane: 'lower', cue: 'gone' },
      'other-last',
    ],
    ['a row that does not come next', { do: 'run', rundown: 'r', act: 'next', row: 'row-x' }, 'other-row'],
    [
      'a send that is not the last',
      { do: 'revert', channel: 'main', lane: 'full', send: 'gone' },
      'other-send',
    ],
    ['what comes after its moment', { do: 'take', channel: 'main', card: 'b', until: 19 }, 'too-late'],
  ])('%s', (_words, command, code) => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, at);
    t.go({ do: 'take', channel: 'main', card: 'x' }, at);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 12);
    t.go({ do: 'change', channel: 'main', lane: 'full', values: { Name: 'New' } }, 13);
    t.go({ do: 'run', rundown: 'r', act: 'start' }, 14);
    const before = t.state;
    expect(t.go(command, 20)).toBe(code);
    expect(t.state).toBe(before);
  });
  test('a release over another than was seen', () => {
    const t = trial();
    const first = t.state.release as string;
    expect(t.go({ do: 'release', release: first, over: '9'.repeat(64) }, 20)).toBe('older-draft');
    expect(t.go({ do: 'release', release: first, over: first }, 20)).toBe('done');
  });
});

test('cards of a draft are kept and dropped all at once, or none where a number is another’s', () => {
  const t = trial();
  const keep = [card('n', '410', 'name'), card('a', '411', 'name')];
  expect(t.go({ do: 'cards', keep, drop: ['b'] }, at)).toBe('done');
  expect(Object.values(t.state.cards).map(({ id, number }) => [id, number])).toEqual([
    ['a', '411'],
    ['x', '301'],
    ['n', '410'],
  ]);
  expect(t.state.rundowns[0]?.rows.map((row) => row.card)).toEqual(['a', 'x', 'n']);
  const before = t.state;
  expect(t.go({ do: 'cards', keep: [card('z', '301', 'name')], drop: ['a'] }, at)).toBe('number-used');
  expect(t.state).toBe(before);
});

describe('what is on air', () => {
  test('is so from its first frame to its last, and not while it waits or once it has left', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, at);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 12);
    t.go({ do: 'take', channel: 'main', card: 'b' }, 12.1);
    const seen = (time: number): string[] =>
      standings(t.state, 'main', time).map(({ graphic, is }) => `${graphic.card} ${is}`);
    expect(seen(12.2)).toEqual(['a leaving', 'b waiting']);
    expect(nextStanding(t.state, 'main', 12.2)).toBeCloseTo(12.4);
    expect(seen(12.45)).toEqual(['b on']);
    t.go({ do: 'clear', channel: 'main', all: true }, 20);
    expect(lampOf(t.state, 'main', 20.2, null)).toBe('air');
    // It stays in the state until the next command; the lamp is out all the same.
    expect(t.all()).toHaveLength(1);
    expect(lampOf(t.state, 'main', 25, null)).toBe('off');
    expect(lampOf(t.state, 'main', 20.2, false)).toBe('up');
  });
});

test('what going to another show would do is said before: the show, runs that stop, formats, previews', () => {
  const t = trial();
  t.go({ do: 'run', rundown: 'r', act: 'start' }, at);
  t.go({ do: 'cue', channel: 'main', card: 'x' }, at);
  const other = released([made('name', 'lower', { fields })], [], {
    show: { id: 'other', name: 'Other' },
    channels: [
      {
        ...(t.state.channels[0] as (typeof t.state.channels)[number]),
        format: { width: 1280, height: 720, rate: 25 },
      },
    ],
  });
  expect(consequences(t.state, other, (channel) => channel === 'main')).toEqual([
    { words: '“Show” gives way to “Other”: cues and takes play that show', isGrave: true },
    { words: '“R” runs and is stopped', isGrave: true },
    { words: 'What is on air on Main stays as it is until it is taken again or cleared', isGrave: false },
    { words: 'Main changes its format from 1920×1080 50p to 1280×720 25p', isGrave: true },
    { words: 'Beach screen is gone', isGrave: true },
    { words: 'A preview is emptied: its template is not in it', isGrave: false },
  ]);
});
