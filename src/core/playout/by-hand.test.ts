import { describe, expect, test } from '@jest/globals';
import {
  newChange,
  newPhase,
  newRundown,
  newRundownRow,
  newTextField,
  type Field,
  type Template,
} from '../show';
import { graphicsOf, graphicsOnAir, mayGive, momentOf, openAirState, roles, type Command } from './index';
import { card, made, released, Trial } from './trial';

const number: Field = {
  id: 'f-score',
  kind: 'number',
  name: 'Score',
  group: '',
  help: '',
  default: 0,
  min: 0,
  max: 9,
};
const fields = [newTextField('f-name', 'Name', 'none', {}), newTextField('f-time', 'Time', '0', {}), number];
const name = (given: Partial<Template> = {}): Template =>
  made('name', 'lower', { fields, changes: [newChange('c', 'Words', newPhase(30))], ...given });
const cards = [
  card('a', '405.25', 'name'),
  card('b', '405.26', 'name'),
  card('x', '40', 'full'),
  card('k', '1', 'bug'),
];
const trial = (): Trial =>
  new Trial(
    released([name(), made('full', 'full'), made('bug', 'bug')], cards, {
      rundowns: [
        {
          ...newRundown('r', 'R', 'main'),
          rows: ['k', 'a', 'b', 'x'].map((id) => newRundownRow(`row-${id}`, id)),
        },
      ],
    }),
  );
const change = (values: Record<string, string | number>, given: object = {}): Command => ({
  do: 'change',
  channel: 'main',
  lane: 'lower',
  values,
  ...given,
});

describe('a wrong send is taken back in one step', () => {
  test('and sent after all in another; other fields and data keep what they got meanwhile', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.go(change({ Name: 'Ida' }), 11);
    t.go({ do: 'add', channel: 'main', lane: 'lower', field: 'Score', amount: 2 }, 12);
    expect(t.go({ do: 'revert', channel: 'main', lane: 'lower' }, 14)).toBe('done');
    expect(t.find('a')?.values).toEqual({ 'f-name': 'Ida' });
    t.go({ do: 'revert', channel: 'main', lane: 'lower' }, 15);
    expect(t.find('a')?.values).toEqual({ 'f-name': 'Ida', 'f-score': 2 });
  });
  test('of what was typed letter by letter all goes, not the last letter', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    for (const typed of ['I', 'Id', 'Ida'])
      t.go(change({ Name: typed }, { motion: false, typing: true }), 11);
    t.go({ do: 'revert', channel: 'main', lane: 'lower' }, 12);
    expect(t.find('a')).toMatchObject({ values: { 'f-name': 'a' }, hand: ['f-name'] });
  });
  test('where nothing was sent there is nothing to take back', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    expect(t.go({ do: 'revert', channel: 'main', lane: 'lower' }, 11)).toBe('nothing-sent');
  });
});

describe('what was last is put back', () => {
  test('with the words that it had, and once more the other', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'x' }, 10);
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.go(change({ Name: 'Ida' }), 12);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 14);
    t.go({ do: 'put-back', channel: 'main' }, 20);
    expect(t.up().find((g) => g.lane === 'lower')).toMatchObject({ card: 'a', values: { 'f-name': 'Ida' } });
    expect(t.go({ do: 'put-back', channel: 'main', lane: 'full' }, 21)).toBe('nothing-before');
    t.go({ do: 'clear', channel: 'main', lane: 'full' }, 22);
    t.go({ do: 'put-back', channel: 'main' }, 30);
    expect(
      t
        .up()
        .map((g) => g.card)
        .sort(),
    ).toEqual(['a', 'x']);
  });
  test('with the words that were meant, where it left before they had come up', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.go(change({ Name: 'Ida Mash' }), 12);
    // The first Change runs yet; the correction waits for its end, and is cleared before.
    t.go(change({ Name: 'Ida Marsh' }), 12.1);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 12.2);
    t.go({ do: 'put-back', channel: 'main' }, 20);
    expect(t.up()[0]?.values).toEqual({ 'f-name': 'Ida Marsh' });
  });
});

describe('scores and counts', () => {
  test('two who add at once both count, and a limit holds', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    const add = (amount: number): Command => ({
      do: 'add',
      channel: 'main',
      lane: 'lower',
      field: 'Score',
      amount,
    });
    t.go(add(1), 11);
    t.go(add(0.1), 11);
    t.go(add(0.2), 11);
    expect(t.find('a')?.values['f-score']).toBe(1.3);
    expect(t.go(add(50), 12)).not.toBe('done');
    expect(t.go({ ...add(1), field: 'Name' } as Command, 12)).toBe('not-a-number');
  });
  test('a count is started, stopped and set back at the frame of the command', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    const count = (act: 'start' | 'stop' | 'reset', at: number): unknown => {
      t.go({ do: 'count', channel: 'main', lane: 'lower', field: 'Time', act }, at);
      return t.find('a')?.values['f-time'];
    };
    expect(count('start', 20)).toBe('>20');
    expect(count('stop', 32.5)).toBe('12.5');
    expect(count('start', 40)).toBe('>27.5');
    expect(count('reset', 50)).toBe('>50');
  });
});

describe('cards at the Desk', () => {
  test('a block is renumbered in its order, or not at all', () => {
    const t = trial();
    const renumber = (first: string): string =>
      t.go({ do: 'renumber', cards: ['a', 'b'], first, step: '0.01' }, 10);
    expect(renumber('39.99')).toBe('number-used');
    expect(t.state.cards['a']?.number).toBe('405.25');
    expect(renumber('405.26')).toBe('done');
    expect(['a', 'b'].map((id) => t.state.cards[id]?.number)).toEqual(['405.26', '405.27']);
    t.go({ do: 'cue', channel: 'main', number: '405.27' }, 11);
    expect(t.state.air['main']?.preview?.card).toBe('b');
  });
  test('notes and colours stay with the card, and what was on air once is marked', () => {
    const t = trial();
    t.go({ do: 'note', card: 'a', note: ' late ', colour: 'kelp' }, 10);
    t.go({ do: 'keep', number: '405.25', card: 'a', template: 'name', values: { Name: 'New' } }, 11);
    expect(t.state.cards['a']).toMatchObject({ note: 'late', colour: 'kelp', values: { 'f-name': 'New' } });
    t.go({ do: 'note', card: 'a', note: '', colour: '' }, 12);
    expect(t.state.cards['a']?.note).toBeUndefined();
    t.go({ do: 'take', channel: 'main', card: 'b' }, 13);
    expect(t.state.aired).toEqual({ b: 13 });
  });
  test('a card that is taken out takes its rows with it; what is on air stays', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.go({ do: 'drop', card: 'a' }, 11);
    expect(t.state.rundowns[0]?.rows.map((row) => row.card)).toEqual(['k', 'b', 'x']);
    expect(t.up().map((g) => g.card)).toEqual(['a']);
    expect(t.go({ do: 'take', channel: 'main', number: '405.25' }, 12)).toBe('unknown-card');
  });
  test('rows are moved, changed and refused where they name what is not there', () => {
    const t = trial();
    const order = (): string[] => t.state.rundowns[0]?.rows.map(({ id }) => id) ?? [];
    const row = (of: string, given: object = {}) => ({ ...newRundownRow(`row-${of}`, of), ...given });
    t.go({ do: 'row', rundown: 'r', row: row('x'), before: 'row-k' }, 10);
    expect(order()).toEqual(['row-x', 'row-k', 'row-a', 'row-b']);
    t.go({ do: 'row', rundown: 'r', row: row('a', { lasts: 8 }) }, 10);
    expect(t.state.rundowns[0]?.rows[2]).toMatchObject({ id: 'row-a', lasts: 8 });
    expect(t.go({ do: 'row', rundown: 'r', row: row('nobody') }, 10)).toBe('unknown-card');
    expect(t.go({ do: 'row', rundown: 'r', row: row('a', { channels: ['moon'] }) }, 10)).toBe(
      'unknown-channel',
    );
    expect(t.go({ do: 'loop', rundown: 'r', loop: { from: 'row-b', to: 'row-x' } }, 10)).toBe('bad-loop');
  });
});

describe('a channel follows another', () => {
  const seen = (t: Trial, channel: string): (string | null)[] =>
    graphicsOnAir(t.state, channel, 20).map(({ graphic }) => graphic.card);
  test('but for some of its lanes, with its own in front in its own lanes', () => {
    const t = trial();
    for (const id of ['x', 'a', 'k']) t.go({ do: 'take', channel: 'main', card: id }, 10);
    t.go({ do: 'follow', channel: 'beach', follows: { channel: 'main', without: ['bug'] } }, 11);
    expect(seen(t, 'beach')).toEqual(['x', 'a']);
    t.go({ do: 'take', channel: 'beach', card: 'b' }, 12);
    expect(seen(t, 'beach')).toEqual(['x', 'b']);
    expect(seen(t, 'main')).toEqual(['x', 'a', 'k']);
    t.go({ do: 'clear', channel: 'main', all: true }, 13);
    expect(graphicsOf(t.state, 'beach', 13).graphics.find((g) => g.card === 'x')?.exitAt).toBe(13);
  });
  test('what has left a lane of its own leaves room there for what it follows', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'beach', card: 'b' }, 10);
    t.go({ do: 'follow', channel: 'beach', follows: { channel: 'main', without: [] } }, 11);
    t.go({ do: 'clear', channel: 'beach', all: true }, 12);
    t.go({ do: 'take', channel: 'main', card: 'a' }, 12);
    expect(graphicsOnAir(t.state, 'beach', 12.1).map(({ graphic }) => graphic.card)).toEqual(['b']);
    expect(seen(t, 'beach')).toEqual(['a']);
  });
  test('never itself, over however many', () => {
    const t = trial();
    t.go({ do: 'follow', channel: 'beach', follows: { channel: 'main', without: [] } }, 10);
    expect(t.go({ do: 'follow', channel: 'main', follows: { channel: 'beach', without: [] } }, 11)).toBe(
      'follows-itself',
    );
    t.go({ do: 'follow', channel: 'beach', follows: null }, 12);
    t.go({ do: 'take', channel: 'main', card: 'a' }, 13);
    expect(seen(t, 'beach')).toEqual([]);
  });
});

describe('a new release of what is up', () => {
  const longer = (): Template =>
    name({ phases: { enter: newPhase(100), idle: newPhase(0), exit: newPhase(40) } });
  test('takes hold when it is next taken, not before', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.release(released([longer(), made('full', 'full'), made('bug', 'bug')], cards), 20);
    expect(t.find('a')).toMatchObject({ enterFrames: 25, exitFrames: 20, release: '1'.repeat(64) });
    t.go({ do: 'take', channel: 'main', card: 'a' }, 30);
    expect(t.up()).toMatchObject([{ card: 'a', release: '2'.repeat(64), enterFrames: 100, enterAt: 30.4 }]);
  });
  test('or at once when asked, and then it goes on holding', () => {
    const t = trial();
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    t.release(released([longer(), made('full', 'full'), made('bug', 'bug')], cards), 20);
    t.go({ do: 'renew', channel: 'main' }, 20.5);
    const [graphic] = t.up();
    expect(graphic).toMatchObject({ release: '2'.repeat(64), enterAt: 10, exitFrames: 40 });
    expect(graphic && momentOf(graphic, 20.5)?.phase).toBe('hold');
  });
  test('what the Desk has changed in a rundown outlives a release that does not touch it', () => {
    const t = trial();
    t.go({ do: 'remove-row', rundown: 'r', row: 'row-b' }, 10);
    const first = t.shelf['1'.repeat(64)];
    if (!first) throw new Error('no release');
    t.release({ ...first, look: { ...first.look, palette: null, palettes: [] } }, 20);
    expect(t.state.rundowns[0]?.rows.map((row) => row.card)).toEqual(['k', 'a', 'x']);
  });
});

test('a template that does not stay leaves by itself, so long after it has come in', () => {
  const t = new Trial(released([made('short', 'lower', { stays: 3 })], [card('a', '1', 'short')]));
  t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
  t.pass(10, 13.25);
  expect(t.up()).toHaveLength(1);
  t.pass(13.25, 14);
  expect(t.events.at(-1)).toMatchObject({ what: 'leave', why: 'time', at: 13.5 });
});

test('roles: who watches gives nothing, a producer changes words and data, only a designer releases', () => {
  const may = (command: Command['do']) => roles.filter((role) => mayGive(role, command));
  expect(may('take')).toEqual(['operate', 'design']);
  expect(may('change')).toEqual(['operate', 'produce', 'design']);
  expect(may('release')).toEqual(['design']);
});

test('a state that was kept before rundowns had rows is read, with its list as the first rundown', () => {
  const t = trial();
  const { rundowns: _r, runs: _u, due: _d, aired: _a, changedRundowns: _c, ...old } = t.state;
  const read = openAirState(JSON.parse(JSON.stringify({ ...old, rundown: ['a', 'b'] })));
  expect(read.rundowns[0]?.rows.map((row) => row.card)).toEqual(['a', 'b']);
  expect([read.runs, read.due]).toEqual([{}, []]);
});
