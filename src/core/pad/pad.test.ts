import { beforeEach, describe, expect, test } from '@jest/globals';
import { card, made, released, Trial } from '../playout/trial';
import {
  newClock,
  newPhase,
  newRundown,
  newScore,
  newTextField,
  padItemSchema,
  type Field,
  type PadItem,
} from '../show';
import { comingRows, correctable, correction, padButtons, type PadButton, type PadPart } from './index';

const points: Field = { id: 'points', kind: 'number', name: 'Points', group: '', help: '', default: 3, min: null, max: null }; // prettier-ignore
const score = made('score', 'bug', {
  fields: [newTextField('name', 'Name', 'nobody'), points, newTextField('time', 'Time', '0')],
  moves: [{ id: 'm', name: 'Tuck away', ...newPhase(10) }],
}); // prettier-ignore
const row = (id: string, of: string) => ({
  id,
  card: of,
  channels: [],
  start: { by: 'hand' as const },
  lasts: null,
});
const release = released(
  [score, made('strip', 'lower')],
  [
    card('a', '1', 'score', { values: { name: 'Ines' } }),
    card('b', '2', 'strip'),
    card('c', '3', 'strip', { name: 'Third' }),
  ],
  {
    rundowns: [
      { ...newRundown('other', 'Other', 'beach'), rows: [row('x', 'c')] },
      { ...newRundown('r', 'Evening', 'main'), rows: [row('1', 'b'), row('2', 'c'), row('3', 'a')] },
    ],
    clocks: { k: newClock('k', 'Heat', 'up', 'UTC', () => 'mark') },
    scores: { s: newScore('s', 'Home') },
  },
);
let t: Trial;
beforeEach(() => {
  t = new Trial(release);
});

const item = (given: object): PadItem => padItemSchema.parse({ id: 'i', label: '', span: 1, ...given });
function part(given: object, now = 20): PadPart {
  const [channel] = t.state.channels;
  if (!channel) throw new Error('no channel');
  const isOnAir = (id: string): boolean => t.all().some((g) => g.id === id && g.enterAt <= now);
  return padButtons(item(given), { state: t.state, release, channel, isOnAir, now, zone: 60 });
}
function buttons(given: object, now?: number): readonly PadButton[] {
  const own = part(given, now);
  if (own.is !== 'buttons') throw new Error(`it is ${own.is}`);
  return own.buttons;
}
/** Touches a button, and says what came of it. */
function touch(given: object, at: number, which = 0): string {
  const press = buttons(given, at)[which]?.press;
  return press ? `${t.go(press.command, at)}: ${press.done}` : 'off';
}

describe('a card', () => {
  const own = { kind: 'card', card: 'a' };
  test('is taken by one touch and cleared by the next', () => {
    expect(buttons(own)).toMatchObject([{ words: '1', label: '1 show', under: 'show', isOn: false }]);
    expect(touch(own, 10)).toBe('done: It is taken.');
    expect(buttons(own)).toMatchObject([{ label: '1 hide', under: 'hide', isOn: true }]);
    expect(touch(own, 30)).toBe('done: It leaves.');
    expect(t.up()).toEqual([]);
  });
  test('that is up and not yet on air waits, and can be hidden all the same', () => {
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    expect(buttons(own, 9)).toMatchObject([{ under: 'waits: hide', isOn: false }]);
  });
});

test('what corrects a graphic does nothing while it is not up', () => {
  const off = [
    { kind: 'add', card: 'a', field: 'points', by: 1 },
    { kind: 'set', card: 'a', field: 'name', to: 'Ada' },
    { kind: 'count', card: 'a', field: 'time', span: 2 },
    { kind: 'move', card: 'a', move: 'Tuck away' },
    { kind: 'step', card: 'a' },
  ];
  for (const own of off) for (const { press } of buttons(own)) expect(press).toBeNull();
  expect(part({ kind: 'field', card: 'a', field: 'name' })).toMatchObject({ value: 'Ines', send: null });
});

describe('while its graphic is up', () => {
  beforeEach(() => void t.go({ do: 'take', channel: 'main', card: 'a' }, 10));
  test('a number is added to, and says what it is', () => {
    const own = { kind: 'add', card: 'a', field: 'points', by: 2 };
    expect(buttons(own)).toMatchObject([{ words: '+2', under: '3' }]);
    expect(touch(own, 20)).toBe('done: It is counted.');
    expect(buttons(own, 30)).toMatchObject([{ under: '5' }]);
  });
  test('a value is set, and its button is lit from then on', () => {
    const own = { kind: 'set', card: 'a', field: 'name', to: 'Ada' };
    expect(buttons(own)).toMatchObject([{ words: 'Ada', isOn: false }]);
    touch(own, 20);
    expect(buttons(own, 30)).toMatchObject([{ isOn: true }]);
  });
  test('a count runs, stands and goes back to zero', () => {
    const own = { kind: 'count', card: 'a', field: 'time', span: 2 };
    expect(touch(own, 20)).toBe('done: It runs.');
    expect(buttons(own, 95)).toMatchObject([{ words: 'Stop', under: '1:15', isOn: true }, { words: 'Zero' }]);
    expect(touch(own, 95)).toBe('done: It stands.');
    expect(buttons(own, 120)).toMatchObject([{ words: 'Start', under: '1:15', isOn: false }, {}]);
    touch(own, 120, 1);
    expect(buttons(own, 121)).toMatchObject([{ under: '0:00' }, {}]);
  });
  test('a move goes there and back; one that the template has not does nothing', () => {
    const own = { kind: 'move', card: 'a', move: 'Tuck away' };
    expect(touch(own, 20)).toBe('done: It moves.');
    expect(buttons(own, 30)).toMatchObject([{ isOn: true }]);
    expect(touch(own, 30)).toBe('done: It comes back.');
    expect(buttons({ ...own, move: 'Fly off' }, 40)).toMatchObject([{ press: null }]);
  });
  test('a field takes numbers as numbers, and forgets what was typed for another value', () => {
    const points = part({ kind: 'field', card: 'a', field: 'points' });
    if (points.is !== 'field') throw new Error(points.is);
    expect(points.send?.('12')).toMatchObject({ command: { values: { points: 12 } } });
    t.go({ do: 'add', channel: 'main', graphic: t.up()[0]?.id as string, field: 'points', amount: 1 }, 20);
    expect(part({ kind: 'field', card: 'a', field: 'points' }, 30)).toMatchObject({ value: '4' });
    expect(part({ kind: 'field', card: 'a', field: 'points' }, 30)).not.toMatchObject({ key: points.key });
  });
  test('what was taken last is what is corrected first', () => {
    t.go({ do: 'take', channel: 'main', card: 'b' }, 15);
    const texts = correctable(t.state, 'main', t.releases);
    expect(texts.map(({ graphic, field }) => `${graphic.card} ${field.name}`)).toEqual([
      'b Name',
      'a Name',
      'a Time',
    ]);
    const [first] = texts;
    if (!first) throw new Error('nothing to correct');
    t.go(correction('main', first.graphic.id, first.field, 'Ida').command, 20);
    expect(correctable(t.state, 'main', t.releases)[0]?.value).toBe('Ida');
  });
});

describe('rows of a rundown', () => {
  const own = { kind: 'next-row', rundown: 'r' };
  const coming = (): string[] => comingRows(t.state, 'main', 2).map(({ id }) => id);
  test('come in turn: those of the rundown of the channel, behind what was taken last', () => {
    expect(coming()).toEqual(['1', '2']);
    t.go({ do: 'take', channel: 'main', card: 'b' }, 10);
    expect(coming()).toEqual(['2', '3']);
    t.go({ do: 'take', channel: 'main', card: 'a' }, 20);
    expect(coming()).toEqual([]);
  });
  test('a touch begins the run at the one that comes, the next goes on with it', () => {
    expect(buttons(own)).toMatchObject([{ words: 'Next row', under: expect.stringMatching(/^2 /) }]);
    expect(touch(own, 10)).toBe('done: 2 goes to air.');
    expect(buttons(own, 20)).toMatchObject([{ under: '3 Third' }]);
    expect(touch(own, 20)).toBe('done: 3 goes to air.');
    expect([t.find('b')?.exitAt !== null, t.up().map((g) => g.card)]).toEqual([true, ['c']]);
  });
  test('at its end, and where the rundown is gone, it says so and does nothing', () => {
    t.go({ do: 'take', channel: 'main', card: 'a' }, 10);
    expect(buttons(own)).toMatchObject([{ under: 'Evening: at its end', press: null }]);
    expect(buttons({ ...own, rundown: 'none' })).toMatchObject([{ under: 'rundown gone', press: null }]);
  });
});

test('clocks, scores and lanes of the show need nothing that is up', () => {
  const clock = { kind: 'clock', clock: 'k', span: 2 };
  expect(touch(clock, 10)).toBe('done: Heat runs.');
  const [main] = buttons(clock);
  expect(main).toMatchObject({ words: 'Stop Heat', isOn: true });
  expect(typeof main?.under === 'function' && main.under(75.5)).toBe('1:05.5');
  expect(touch(clock, 80, 1)).toBe('done: Heat is set back.');
  expect(touch({ kind: 'score', score: 's', by: 2 }, 10)).toBe('done: Home is counted.');
  expect(buttons({ kind: 'score', score: 's', by: -1 })).toMatchObject([{ words: 'Home -1', under: '2' }]);
  t.go({ do: 'take', channel: 'main', card: 'b' }, 90);
  expect(touch({ kind: 'clear-lane', lane: 'lower' }, 100)).toBe('done: It leaves.');
  expect(buttons({ kind: 'clear-lane', lane: 'lower' })).toMatchObject([{ words: 'Clear Lower' }]);
});

test('what is gone from the show says so', () => {
  const gone = [{ kind: 'card', card: 'none' }, { kind: 'clock', clock: 'none' }, { kind: 'score', score: 'none', by: 1 }, { kind: 'ticker', ticker: 'none' }]; // prettier-ignore
  expect(gone.map((own) => part(own))).toEqual(
    ['card gone', 'clock gone', 'score gone', 'ticker gone'].map((words) => ({ is: 'gone', words })),
  );
});
