import { expect, test } from '@jest/globals';
import { newClock, newElement, newShow, newTemplate, usualLanes, type Show, type ShowClock } from '../show';
import { clockFindings } from './index';

const now = Date.parse('2026-11-28T12:00:00Z') / 1000;
const made = (clocks: readonly ShowClock[], clock: object): string[] => {
  const show: Show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  for (const own of clocks) show.clocks[own.id] = own;
  const template = newTemplate('t', 'T', {
    elements: { c: newElement('clock', 'c', 'Time', clock) },
    order: ['c'],
  });
  return clockFindings(template, show, now).map(({ message }) => message);
};
let next = 0;
const clock = (by: ShowClock['counts']['by'], given: object, marks?: ShowClock['marks']): ShowClock => {
  const own = newClock('k', 'Kick', by, 'UTC', () => `m${(next += 1)}`);
  return { ...own, counts: { ...own.counts, ...given } as never, ...(marks ? { marks } : {}) };
};
const of = { shows: 'clock', clock: 'k' };

test('a clock that is not there, an unknown zone, a time that is none, one that is past: each is said once, with what to do', () => {
  expect(made([], of)).toEqual(['Time names a clock that the show does not have']);
  expect(made([], { zone: 'Nowhere/Atall' })[0]).toContain('no time zone known here: it shows UTC');
  expect(made([clock('time', { zone: 'Nowhere/Atall' })], of)[0]).toContain('goes by UTC. Choose another');
  expect(made([clock('time', { time: 'soon' })], of)[0]).toContain('“soon” is no time of day and no date');
  expect(made([clock('time', { time: '2026-11-01 10:00' })], of)[0]).toContain('is past');
  expect(made([clock('rows', {})], of)[0]).toContain('choose the table, view or source');
});

test('an event that never comes, and a card or channel that is not there', () => {
  const take = { do: 'take', number: '7', channel: 'hall' } as const;
  expect(made([clock('down', { length: 60 }, [{ id: 'a', at: 90, does: take }])], of)).toEqual([
    'Time: Clock “Kick”: it takes a card on a channel that is not there.',
    'Time: Clock “Kick”: it takes card 7, which is not there. Give the number of a card.',
    'Time: Clock “Kick”: it counts down from 60 s and does not come to 90 s.',
  ]);
});

test('one by its name, and one that can count, have nothing against them', () => {
  expect(made([clock('up', {})], { shows: 'clock', clock: 'Kick' })).toEqual([]);
  expect(made([clock('time', { time: '19:30', zone: 'Europe/Oslo' })], of)).toEqual([]);
});
