import { describe, expect, test } from '@jest/globals';
import { newPhase, reactionCycle, type Reaction, type Template } from '../show';
import { describeTake } from './index';
import { card, made, released, Trial } from './trial';

const reaction = (given: Partial<Reaction>): Reaction => ({
  id: 'r',
  on: 'enter',
  marker: null,
  whose: { by: 'template', template: 'bug' },
  channels: [],
  does: { do: 'move', move: 'Tuck', stays: true },
  ...given,
});
const bug = (given: Partial<Template> = {}): Template =>
  made('bug', 'bug', { tags: ['Stays'], moves: [{ id: 'm', name: 'Tuck', ...newPhase(10) }], ...given });
const moving = (track: string): Template['moves'][number] => ({
  id: 'm',
  name: 'Tuck',
  ...newPhase(10),
  tracks: [],
  markers: [{ id: 'k', frame: 4, name: track }],
});

const trial = (reactions: Reaction[], bugGiven: Partial<Template> = {}): Trial => {
  const t = new Trial(
    released(
      [made('name', 'lower', { reactions }), bug(bugGiven), made('plain', 'lower')],
      [
        card('n', '1', 'name'),
        card('b', '2', 'bug', { name: 'Station clock' }),
        card('b2', '3', 'bug', { name: 'Station clock two' }),
        card('p', '4', 'plain'),
      ],
    ),
  );
  t.go({ do: 'take', channel: 'main', number: '2' }, 5);
  t.go({ do: 'take', channel: 'beach', number: '3' }, 5);
  return t;
};
const movesOn = (t: Trial, channel: string): string[] =>
  t.up(channel).flatMap((g) => g.moves.map(({ ref, back }) => `${ref}${back ? ' back' : ''}`));

describe('when one enters, others do what was set', () => {
  test.each<[string, Reaction['whose'], string[], string[], string[]]>([
    ['by template', { by: 'template', template: 'bug' }, [], ['m'], []],
    ['by template, everywhere', { by: 'template', template: 'bug' }, ['*'], ['m'], ['m']],
    ['by template, on a channel by its name', { by: 'template', template: 'bug' }, ['beach*'], [], ['m']],
    ['by a tag in whatever case', { by: 'tag', tag: 'STAYS' }, [], ['m'], []],
    ['by lane', { by: 'lane', lane: 'bug' }, [], ['m'], []],
    ['by exact name', { by: 'name', name: 'station clock' }, ['*'], ['m'], []],
    ['by the beginning of a name', { by: 'name', name: 'Station*' }, ['*'], ['m'], ['m']],
    ['by a part of a name', { by: 'name', name: '*two*' }, ['Main', 'Beach screen'], [], ['m']],
  ])('%s', (_name, whose, channels, main, beach) => {
    const t = trial([reaction({ whose, channels })]);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    expect([movesOn(t, 'main'), movesOn(t, 'beach')]).toEqual([main, beach]);
  });

  test('what stays through everything stays: without a reaction nothing moves', () => {
    const t = trial([]);
    const before = t.find('b');
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    t.go({ do: 'take', channel: 'main', number: '4' }, 11);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 12);
    expect(t.find('b')).toEqual(before);
  });

  test('they do it at the frame at which it enters, not when its take waits for the lane', () => {
    const t = trial([reaction({ does: { do: 'leave' } })]);
    t.go({ do: 'take', channel: 'main', number: '4' }, 9);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    expect(t.find('b')?.exitAt).toBeNull();
    t.pass(10.1, 10.4, 0.05);
    expect(t.find('b')?.exitAt).toBeCloseTo(t.find('n')?.enterAt ?? 0, 6);
  });

  test('a take that never entered moves no one', () => {
    const t = trial([reaction({})]);
    t.go({ do: 'take', channel: 'main', number: '4' }, 9);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    t.go({ do: 'take', channel: 'main', number: '4' }, 10.05);
    t.pass(10.1, 12, 0.1);
    expect(movesOn(t, 'main')).toEqual([]);
  });

  test('and come back when it leaves', () => {
    const t = trial([reaction({}), reaction({ id: 'back', on: 'exit', does: { do: 'back', move: null } })]);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 20);
    expect(movesOn(t, 'main')).toEqual(['m back']);
  });

  test('what a reaction sent away comes back by itself when its cause leaves; told to stay, it stays', () => {
    for (const [stays, after] of [
      [false, ['m back']],
      [true, ['m']],
    ] as const) {
      const t = trial([reaction({ does: { do: 'move', move: 'Tuck', stays } })]);
      t.go({ do: 'take', channel: 'main', number: '1' }, 10);
      t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 20);
      expect(movesOn(t, 'main')).toEqual(after);
    }
  });
  test('what comes while such a one is up comes away, and is back when it leaves', () => {
    const t = trial([reaction({ does: { do: 'move', move: 'Tuck', stays: false } })]);
    t.go({ do: 'clear', channel: 'main', lane: 'bug' }, 6);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    t.go({ do: 'take', channel: 'main', number: '2' }, 12);
    const bugUp = () => t.state.air['main']?.graphics.find(({ lane, exitAt }) => lane === 'bug' && exitAt === null);
    expect(bugUp()?.moves).toMatchObject([{ ref: 'm', from: 10, frames: 10, back: false }]);
    t.go({ do: 'clear', channel: 'main', lane: 'lower' }, 15);
    t.go({ do: 'tick' }, 20);
    expect(bugUp()?.moves.every(({ back }) => back)).toBe(true);
  }); // prettier-ignore
  test('two that send it away both have to leave, and what a hand sent away waits for a hand', () => {
    const tucks = reaction({ does: { do: 'move', move: 'Tuck', stays: false } });
    const t = new Trial(
      released(
        [made('name', 'lower', { reactions: [tucks] }), made('full', 'full', { reactions: [tucks] }), bug()],
        [card('n', '1', 'name'), card('f', '2', 'full'), card('b', '3', 'bug')],
      ),
    );
    const clear = (lane: string, at: number): string => t.go({ do: 'clear', channel: 'main', lane }, at);
    t.go({ do: 'take', channel: 'main', number: '3' }, 5);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    t.go({ do: 'take', channel: 'main', number: '2' }, 12);
    clear('lower', 14);
    expect(movesOn(t, 'main')).toEqual(['m']);
    clear('full', 16);
    expect(movesOn(t, 'main')).toEqual(['m back']);
    t.go({ do: 'move', channel: 'main', lane: 'bug', move: 'Tuck' }, 20);
    t.go({ do: 'take', channel: 'main', number: '1' }, 22);
    clear('lower', 24);
    expect(movesOn(t, 'main')).toEqual(['m']);
  });

  test('a change of its words, or a marker on its way, counts as well', () => {
    const marked = made('name', 'lower', {
      phases: {
        enter: { ...newPhase(25), markers: [{ id: 'k', frame: 20, name: 'Bell' }] },
        idle: newPhase(0),
        exit: newPhase(20),
      },
      reactions: [
        reaction({ on: 'marker', marker: 'Bell' }),
        reaction({ id: 'c', on: 'change', does: { do: 'change', values: { name: 'seen', Nowhere: 1 } } }),
      ],
    });
    const t = new Trial(released([marked, bug()], [card('n', '1', 'name'), card('b', '2', 'bug')]));
    t.go({ do: 'take', channel: 'main', number: '2' }, 5);
    t.go({ do: 'take', channel: 'main', number: '1' }, 10);
    expect(movesOn(t, 'main')).toEqual([]);
    t.pass(10.1, 10.5, 0.1);
    expect(t.find('b')?.moves).toMatchObject([{ ref: 'm', at: 10.4 }]);
    t.go({ do: 'change', channel: 'main', lane: 'lower', values: { Name: 'New' } }, 20);
    expect(t.find('b')?.values).toEqual({ 'f-name': 'seen' });
  });

  test('is said before the take', () => {
    const t = trial([reaction({})]);
    t.go({ do: 'cue', channel: 'main', number: '1' }, 9);
    const cue = t.state.air['main']?.preview;
    expect(cue && describeTake(t.state, 'main', cue, t.releases, 9)).toBe(
      'enters Lower, which is free; 2 Station clock does “Tuck”',
    );
  });
});

describe('reactions that would go round are found', () => {
  const cycleOf = (...templates: Template[]) =>
    reactionCycle({ templates: Object.fromEntries(templates.map((own) => [own.id, own])), cards: {} });
  const leaves = (on: Reaction['on'], template: string): Reaction =>
    reaction({ on, whose: { by: 'template', template }, does: { do: 'leave' } });
  test('over two templates, over itself, and over the markers of a move', () => {
    expect(
      cycleOf(
        made('a', 'full', { reactions: [leaves('exit', 'b')] }),
        made('b', 'lower', { reactions: [leaves('exit', 'a')] }),
      )?.message,
    ).toContain('Template a leaves, then Template b leaves, then Template a leaves');
    const change = reaction({
      on: 'change',
      whose: { by: 'tag', tag: 'x' },
      does: { do: 'change', values: {} },
    });
    expect(cycleOf(made('a', 'full', { tags: ['x'], reactions: [change] }))?.code).toBe('reaction-cycle');
    const onMarker = reaction({ on: 'marker', marker: 'Bell', whose: { by: 'template', template: 'a' } });
    expect(cycleOf(made('a', 'full', { moves: [moving('Bell')], reactions: [onMarker] }))?.code).toBe(
      'reaction-cycle',
    );
  });
  test('those that come to an end are let be', () => {
    expect(
      cycleOf(
        made('a', 'full', { reactions: [leaves('enter', 'b')] }),
        made('b', 'lower', { reactions: [leaves('exit', 'c')] }),
        bug({ id: 'c' }),
      ),
    ).toBeNull();
  });
});
