import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, emptyAir, lampOf, standings, type AirState, type Command } from '../core/playout';
import { newElement, newPhase, newTemplate, plainLook, type Release, type Template } from '../core/show';
import { ChannelPicture } from './index';

// The lamp of a channel against the picture that its output draws, at any moment of any history.

const template = (id: string, lane: string, enter: number, exit: number): Template =>
  newTemplate(id, id, {
    lane,
    elements: { e: newElement('rect', 'e', 'E', { w: 10, h: 10 }) },
    order: ['e'],
    phases: { enter: newPhase(enter), idle: newPhase(0), exit: newPhase(exit) },
  });
const format = { width: 1920, height: 1080, rate: 50 };
const lanes = [
  { id: 'full', name: 'Full' },
  { id: 'lower', name: 'Lower' },
];
const release: Release = {
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: ['main', 'beach'].map((id) => ({ id, name: id, format, lanes })),
  templates: {
    a: template('a', 'lower', 25, 30),
    b: template('b', 'lower', 0, 0),
    c: template('c', 'full', 10, 50),
  },
  cards: {},
  rundowns: [],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {},
  tickers: {},
  scores: {},
};
const hash = '1'.repeat(64);
const known = (wanted: string | null): Release | undefined => (wanted === hash ? release : undefined);
const noWords = { width: () => 0, metrics: () => ({ ascent: 0, descent: 0 }), forget: () => undefined };

const step = fc.record({
  wait: fc.constantFrom(0, 0.02, 0.1, 0.35, 1.2, 30),
  command: fc.oneof(
    fc.record({ do: fc.constant('take' as const), channel: fc.constantFrom('main', 'beach'), template: fc.constantFrom('a', 'b', 'c') }),
    fc.record({ do: fc.constant('clear' as const), channel: fc.constantFrom('main', 'beach'), lane: fc.constantFrom('full', 'lower') }),
    fc.constant({ do: 'follow' as const, channel: 'beach', follows: { channel: 'main', without: ['full'] } }),
    fc.constant({ do: 'follow' as const, channel: 'beach', follows: null }),
  ),
  looks: fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 1, maxLength: 3 }),
}); // prettier-ignore

test('the lamp is lit when the output draws something, and at no other moment', () => {
  let lit = 0;
  let dark = 0;
  fc.assert(
    fc.property(fc.array(step, { minLength: 3, maxLength: 14 }), (steps) => {
      let at = 100;
      let state: AirState = emptyAir();
      const give = (command: Command): void => {
        const done = apply(state, command, at, known);
        if ('state' in done) state = done.state;
      };
      give({ do: 'release', release: hash });
      const pictures = release.channels.map(
        ({ id }) =>
          [
            id,
            new ChannelPicture({ measure: noWords as never, release: known, fonts: () => null }, id),
          ] as const,
      );
      for (const { wait, command, looks } of steps) {
        at += wait;
        give(command as Command);
        for (const ahead of looks)
          for (const [channel, picture] of pictures) {
            const time = at + ahead;
            const isDrawn = picture.program(state, time).roots.length > 0;
            expect(lampOf(state, channel, time, null)).toBe(isDrawn ? 'air' : 'off');
            expect(lampOf(state, channel, time, false)).toBe(isDrawn ? 'up' : 'off');
            const shown = standings(state, channel, time).filter(({ is }) => is !== 'waiting');
            expect(shown.length > 0).toBe(isDrawn);
            if (isDrawn) lit += 1;
            else dark += 1;
          }
      }
    }),
    { seed: 20_261_128, numRuns: 150 },
  );
  expect(Math.min(lit, dark)).toBeGreaterThan(500);
});
