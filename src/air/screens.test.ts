import { expect, test } from '@jest/globals';
import { ChannelPicture } from './index';
import type { DisplayNode, SurfaceNode } from '../core/display';
import { apply, emptyAir, type AirState, type Command } from '../core/playout';
import {
  makeRelease,
  newElement,
  newPhase,
  newShow,
  newTemplate,
  usualLanes,
  type Release,
} from '../core/show';
import type { TextMeasure } from '../core/text';

const measure: TextMeasure = { width: () => 0, metrics: () => ({ ascent: 1, descent: 0 }) };
const hash = 'r'.repeat(64);

const channels = ['main', 'beach'].map((id) => ({
  id,
  name: id === 'main' ? 'Main' : 'Beach screen',
  format: { width: id === 'main' ? 1920 : 800, height: id === 'main' ? 1080 : 400, rate: 50 },
  lanes: usualLanes(),
}));
const phases = { enter: newPhase(1), idle: newPhase(0), exit: newPhase(1) };
const plate = newTemplate('plate', 'Plate', {
  width: 800,
  height: 400,
  elements: { r: newElement('rect', 'r', 'Plate', { x: 100, y: 100, w: 200, h: 100 }) },
  order: ['r'],
  phases,
});
const screen = (id: string, channel: string) =>
  newTemplate(id, `What ${channel} shows`, {
    elements: {
      i: newElement('inset', 'i', 'Screen', { source: 'channel', channel, x: 1200, y: 600, w: 400, h: 200 }),
    },
    order: ['i'],
    phases,
  });
const release: Release = makeRelease({
  ...newShow('show', 'Show', channels),
  templates: { plate, shows: screen('shows', 'beach'), mirror: screen('mirror', 'main') },
});
const known = (own: string | null): Release | undefined => (own === hash ? release : undefined);
const give = (state: AirState, command: Command, now: number): AirState => {
  const done = apply(state, command, now, known);
  if ('problem' in done) throw new Error(done.problem.message);
  return done.state;
};
const picture = (): ChannelPicture =>
  new ChannelPicture({ measure, release: known, fonts: () => null }, 'main');
const inset = (roots: readonly DisplayNode[]): SurfaceNode => {
  const [root] = roots;
  if (root?.kind !== 'group') throw new Error('nothing is on air');
  return root.children[0] as SurfaceNode;
};
/** Keys of what is seen within. */
const within = (node: DisplayNode): string[] => [
  ...(node.kind === 'rect' ? [node.key] : []),
  ...('children' in node ? node.children.flatMap(within) : []),
];

test('an inset of a channel shows what that has on air, as it comes and goes', () => {
  const empty = give(emptyAir(), { do: 'release', release: hash }, 1);
  const own = give(empty, { do: 'take', channel: 'main', template: 'shows' }, 10);
  const main = picture();
  expect(within(inset(main.program(own, 12).roots))).toEqual([]);
  const both = give(own, { do: 'take', channel: 'beach', template: 'plate' }, 13);
  const shown = main.program(both, 15);
  expect(shown.isNew).toBe(true);
  expect(within(inset(shown.roots))).toHaveLength(1);
  // Half as large, in the box.
  const inner = inset(shown.roots).children[0] as SurfaceNode;
  expect([inner.w, inner.h, inner.matrix[0], inner.matrix[5]]).toEqual([800, 400, 0.5, 0.5]);
  const before = inset(shown.roots).version;
  expect(main.program(both, 16).isNew).toBe(false);
  expect(inset(main.program(both, 16).roots).version).toBe(before);
  const gone = give(both, { do: 'clear', channel: 'beach', lane: 'lower' }, 17);
  expect(within(inset(main.program(gone, 20).roots))).toEqual([]);
});

test('a channel that would be shown in itself, also by another, is left out there and named', () => {
  const empty = give(emptyAir(), { do: 'release', release: hash }, 1);
  const straight = give(empty, { do: 'take', channel: 'main', template: 'mirror' }, 10);
  const main = picture();
  expect(inset(main.program(straight, 12).roots).children).toEqual([]);
  expect([...main.circles]).toEqual(['main']);
  // Main shows the beach screen, which shows Main.
  const round = give(give(empty, { do: 'take', channel: 'main', template: 'shows' }, 10), { do: 'take', channel: 'beach', template: 'mirror' }, 11); // prettier-ignore
  const third = picture();
  third.program(round, 14);
  expect([...third.circles]).toEqual(['main']);
  const seen = inset(picture().program(round, 14).roots).children[0] as SurfaceNode;
  expect(inset(seen.children).children).toEqual([]);
});
