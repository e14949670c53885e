import { describe, expect, test } from '@jest/globals';
import { AirTime, type ClockMark, type MachineClocks } from './air-time';

/** A machine whose clock can be set. */
function machine(wall: number, up: number, boot = 'boot') {
  const state = { wall, up };
  const clocks: MachineClocks = { wall: () => state.wall, up: () => state.up, boot };
  return {
    clocks,
    pass: (seconds: number) => {
      state.wall += seconds;
      state.up += seconds;
    },
    set: (seconds: number) => (state.wall += seconds),
  };
}

const hours = 3600;

describe('the air clock', () => {
  test('begins at the time of day, and goes on whatever is set', () => {
    const own = machine(1_000_000, 50);
    const time = new AirTime(own.clocks, null, 0, 0);
    expect(time.now()).toBe(1_000_000);
    own.pass(10);
    own.set(-2 * hours);
    expect(time.now()).toBe(1_000_010);
    expect(time.stepped(0)).toBeCloseTo(-2 * hours);
    expect(time.follow(0)).toBeNull();
    own.set(5 * hours);
    expect(time.now()).toBe(1_000_010);
    expect(time.ahead()).toBeCloseTo(3 * hours);
  });
  test('goes on over a start of the server, also where the clock was set meanwhile', () => {
    const own = machine(1_000_000, 50);
    const mark: ClockMark = new AirTime(own.clocks, null, 0, 0).mark();
    own.pass(30);
    own.set(-2 * hours);
    const after = new AirTime(own.clocks, mark, 1_000_000, 0);
    expect(after.now()).toBeCloseTo(1_000_030);
    expect(after.stepped(0)).toBeCloseTo(-2 * hours);
  });
  test('over a start of the machine it never goes back behind what was done', () => {
    const mark: ClockMark = { at: 1_000_000, up: 900, boot: 'before' };
    expect(new AirTime(machine(1_000_500, 5, 'after').clocks, mark, 999_990, 0).now()).toBe(1_000_500);
    const back = machine(990_000, 5, 'after');
    expect(new AirTime(back.clocks, mark, 1_000_004, 0).now()).toBe(1_000_004);
    expect(new AirTime(machine(990_000, 5, '').clocks, null, 1_000_004, 0).now()).toBe(1_000_004);
    // What the time of day was ahead of it counts.
    expect(new AirTime(machine(993_000, 5, 'after').clocks, mark, 0, -8000).now()).toBe(1_001_000);
  });
  test('a small difference is followed slowly by itself, to its end', () => {
    const own = machine(1_000_000, 50);
    const time = new AirTime(own.clocks, null, 0, 0);
    own.set(-1);
    let offset = 0;
    let steps = 0;
    for (let next = time.follow(offset); next !== null; next = time.follow(offset)) {
      expect(Math.abs(next - offset)).toBeLessThanOrEqual(0.0201);
      offset = next;
      steps += 1;
    }
    expect([steps, Math.round(offset * 10)]).toEqual([49, -10]);
    expect(time.stepped(offset)).toBeNull();
  });
});
