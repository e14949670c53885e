import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { standings } from '../playout';
import { footOf, isDisplaced, meaningOf, takeInHand, type DeskPress } from './index';
import { Gallery, show, type Seat } from './gallery';

// Two Desks on one channel, any order of keys and messages: nothing comes to air but what a foot said when a key was pressed.

type Act =
  | { readonly is: 'call'; readonly number: string }
  | { readonly is: 'key'; readonly key: string }
  | { readonly is: 'type'; readonly value: string }
  | { readonly is: 'hand'; readonly place: number }
  | { readonly is: 'focus'; readonly on: boolean }
  | { readonly is: 'live'; readonly on: boolean }
  | { readonly is: 'serve' }
  | { readonly is: 'tell' }
  | { readonly is: 'wait'; readonly seconds: number };

const act = fc.oneof(
  { weight: 3, arbitrary: fc.record({ is: fc.constant('call' as const), number: fc.constantFrom('401', '402', '301') }) },
  {
    weight: 6,
    arbitrary: fc.record({
      is: fc.constant('key' as const),
      key: fc.constantFrom('Space', 'Space', 'Space', 'Enter', 'B', 'Z', 'Ctrl+Enter', 'Ctrl+Shift+Enter', 'Shift+Enter', 'Delete', 'R', 'Escape'),
    }),
  },
  { weight: 3, arbitrary: fc.record({ is: fc.constant('type' as const), value: fc.constantFrom('Ida', 'Ox', 'Lúcia') }) },
  { weight: 1, arbitrary: fc.record({ is: fc.constant('hand' as const), place: fc.nat(3) }) },
  { weight: 1, arbitrary: fc.record({ is: fc.constant('focus' as const), on: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ is: fc.constant('live' as const), on: fc.boolean() }) },
  { weight: 6, arbitrary: fc.record({ is: fc.constant('serve' as const) }) },
  { weight: 9, arbitrary: fc.record({ is: fc.constant('tell' as const) }) },
  { weight: 2, arbitrary: fc.record({ is: fc.constant('wait' as const), seconds: fc.constantFrom(0.02, 0.3, 1) }) },
); // prettier-ignore
const steps = fc.array(fc.record({ who: fc.constantFrom('Ana' as const, 'Bo' as const), act }), {
  minLength: 60,
  maxLength: 110,
});

/** What a key does at a Desk, by what its foot says at that moment. */
function pressKey(g: Gallery, seat: Seat, key: string): void {
  const meaning = meaningOf(seat.desk, {}, key, null);
  if (meaning.is === 'leave') seat.desk = { ...seat.desk, keyboard: { at: 'line' }, live: null };
  if (meaning.is !== 'action') return;
  const foot = footOf(g.view(seat), 0);
  const { action } = meaning;
  const said =
    action === 'take'
      ? foot.take
      : action === 'send-at-once'
        ? foot.others.find((own) => own.action === 'send')?.plan
        : foot.others.find((own) => own.action === action)?.plan;
  g.press(seat, action as DeskPress, said?.puts ?? null);
}

function run(list: readonly { who: 'Ana' | 'Bo'; act: Act }[], shares: boolean): Gallery {
  const g = new Gallery(show(), ['Ana', 'Bo'], shares);
  g.hold();
  for (const { who, act: next } of list) {
    const seat = g.desks[who];
    switch (next.is) {
      case 'call':
        if (seat.desk.keyboard.at === 'field') break;
        for (const figure of next.number) g.key(seat, figure);
        pressKey(g, seat, 'Enter');
        break;
      case 'key':
        pressKey(g, seat, next.key);
        break;
      case 'type':
        seat.desk = { ...seat.desk, keyboard: { at: 'field', name: 'Name', field: 'f-name', lines: false } };
        g.type(seat, { 'f-name': next.value });
        // Now and then the caret is left standing in the field.
        if (next.value !== 'Ox') seat.desk = { ...seat.desk, keyboard: { at: 'line' } };
        break;
      case 'hand': {
        const up = seat.air.air['main']?.graphics.filter((own) => own.exitAt === null) ?? [];
        seat.desk = takeInHand(
          g.view(seat),
          up[next.place] ? { graphic: up[next.place]?.id ?? '' } : 'preview',
        );
        break;
      }
      case 'focus':
        seat.desk = {
          ...seat.desk,
          keyboard: next.on ? { at: 'field', name: 'Name', field: 'f-name', lines: false } : { at: 'line' },
        };
        break;
      case 'live':
        seat.desk = { ...seat.desk, live: next.on && seat.desk.hand.kind === 'air' ? 'f-name' : null };
        break;
      case 'serve':
        g.serve(seat);
        break;
      case 'tell':
        g.tell(seat);
        break;
      case 'wait':
        g.wait(next.seconds);
        break;
    }
    g.hold();
  }
  g.flow();
  return g;
}

test('no key and no message puts anything on air but what the foot said at that moment', () => {
  let seen = 0;
  fc.assert(
    fc.property(steps, fc.boolean(), (list, shares) => {
      const g = run(list, shares);
      for (const { puts, command, before, after } of g.taken) {
        if (
          command.do === 'fill' ||
          command.do === 'cue' ||
          command.do === 'clear' ||
          command.do === 'release'
        ) {
          // What is typed into preview, cued or cleared brings nothing new to air.
          const was = new Set(before.air['main']?.graphics.map(({ id }) => id));
          expect(after.air['main']?.graphics.filter(({ id }) => !was.has(id))).toEqual([]);
          continue;
        }
        if (command.do === 'change' && command.typing) continue;
        const fresh = after.air['main']?.graphics.filter(
          (own) =>
            !before.air['main']?.graphics.some(
              (old) => old.id === own.id && old.values === own.values && old.card === own.card,
            ),
        );
        for (const graphic of fresh ?? []) {
          if (graphic.exitAt !== null) continue;
          seen += 1;
          expect(puts).not.toBeNull();
          expect({ card: graphic.card, template: graphic.template }).toEqual({
            card: puts?.card,
            template: puts?.template,
          });
          expect(graphic.values).toMatchObject(puts?.values ?? {});
        }
      }
    }),
    { seed: 20_261_128, numRuns: 500 },
  );
  // It would prove nothing if little came to air.
  expect(seen).toBeGreaterThan(800);
});

test('when all has arrived, both Desks know the same state, and nothing hangs on its way', () => {
  fc.assert(
    fc.property(steps, fc.boolean(), (list, shares) => {
      const g = run(list, shares);
      for (const seat of Object.values(g.desks)) {
        expect(seat.air).toBe(g.air);
        expect(seat.desk.given).toEqual({});
        expect(seat.desk.fills).toEqual({});
        // A hand that is not where the preview is says so.
        const foot = footOf(g.view(seat), 0);
        if (isDisplaced(g.view(seat))) expect(foot.alarm).not.toBeNull();
        const { hand } = seat.desk;
        if (hand.kind === 'air' && hand.graphic === null) expect(seat.desk.keyboard.at).toBe('field');
      }
      expect(standings(g.air, 'main', g.now + 1e6).every(({ is }) => is === 'on')).toBe(true);
    }),
    { seed: 20_261_129, numRuns: 200 },
  );
});
