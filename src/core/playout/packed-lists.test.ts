import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyPatches, enablePatches, type Patch } from 'immer';
import {
  makeList,
  newChange,
  newElement,
  newTemplate,
  newTie,
  plainLook,
  type Release,
  type RowList,
} from '../show';
import {
  apply,
  commandSchema,
  emptyAir,
  graphicsOnAir,
  hasPacked,
  listsOnAir,
  openLists,
  packLists,
  type AirState,
} from './index';

enablePatches();

const template = newTemplate('leaders', 'Leaders', {
  elements: { rows: newElement('rows', 'rows', 'Rows') },
  order: ['rows'],
  bindings: [{ id: 'b', name: 'Places', from: { kind: 'rows', data: 't' }, steps: [] }],
  ties: [newTie('rows', 'list', 'b')],
  changes: [newChange('any', 'Any', { frames: 20 })],
});
const release: Release = {
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: [{ id: 'lower', name: 'Lower' }] }],
  templates: { leaders: template },
  cards: { a: { id: 'a', number: '1', template: 'leaders', values: {} } },
  rundowns: [],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {}, tickers: {},
  scores: {},
}; // prettier-ignore

const listOf = (rows: readonly (readonly [key: string, points: number])[]): RowList => {
  const made = makeList(
    'Places',
    [{ key: 'team', name: 'Team', type: 'text' }, { key: 'points', name: 'Points', type: 'number' }],
    rows.map(([key, points]) => ({ key, cells: [`The Kite and Windvane Society of ${key}`, points] })),
  ); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};

/** An air server and one that follows it by what goes over the wire. */
function line() {
  let state: AirState = emptyAir();
  let far: AirState = emptyAir();
  return {
    get state() {
      return state;
    },
    get far() {
      return far;
    },
    /** Gives a command; returns the bytes that went over. */
    go(command: object, at: number): number {
      const applied = apply(state, commandSchema.parse(command), at, () => release);
      if ('problem' in applied) throw new Error(applied.problem.message);
      const wire = JSON.stringify(packLists(applied.patches, listsOnAir(state)));
      JSON.stringify(applied.events);
      state = applied.state;
      far = applyPatches(far, openLists(JSON.parse(wire) as Patch[], listsOnAir(far)));
      return wire.length;
    },
  };
}
const rows = fc.uniqueArray(fc.tuple(fc.constantFrom(...'abcdefghij'), fc.integer({ min: 0, max: 99 })), {
  selector: ([key]) => key,
  maxLength: 8,
});

describe('lists on the wire and in the journal', () => {
  test('come out at the far end as they are here, whatever is brought, cued, taken and taken back', () => {
    const steps = fc.array(
      fc.tuple(fc.constantFrom('data', 'cue data', 'cue', 'take', 'hold', 'free', 'clear'), rows),
      { maxLength: 14 },
    );
    fc.assert(
      fc.property(steps, (given) => {
        const air = line();
        air.go({ do: 'release', release: '1'.repeat(64) }, 0);
        let now = 1;
        for (const [what, list] of given) {
          now += 0.3;
          const values = { b: listOf(list) };
          const up = air.state.air['main']?.graphics.find((graphic) => graphic.exitAt === null);
          const isCued = air.state.air['main']?.preview != null;
          if (what === 'cue') air.go({ do: 'cue', channel: 'main', number: '1', live: values }, now);
          else if (what === 'cue data' && isCued) air.go({ do: 'data', channel: 'main', values }, now);
          else if (what === 'take') air.go({ do: 'take', channel: 'main', number: '1', live: values }, now);
          else if (up && what === 'data')
            air.go({ do: 'data', channel: 'main', graphic: up.id, values }, now);
          else if (up && (what === 'hold' || what === 'free'))
            air.go({ do: 'hold', channel: 'main', graphic: up.id, waits: what === 'hold' }, now);
          else if (up && what === 'clear') air.go({ do: 'clear', channel: 'main', all: true }, now);
          expect(air.far).toEqual(air.state);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('one that came from preview, and one row that changed, do not go whole', () => {
    const long = listOf(Array.from({ length: 40 }, (_, i) => [`k${i}`, i]));
    const air = line();
    air.go({ do: 'release', release: '1'.repeat(64) }, 0);
    const first = air.go({ do: 'cue', channel: 'main', number: '1', live: { b: long } }, 1);
    expect(first).toBeGreaterThan(2000);
    expect(air.go({ do: 'take', channel: 'main' }, 2)).toBeLessThan(first / 3);
    const { id } = air.state.air['main']!.graphics[0]!;
    const one = { ...long, cells: { ...long.cells, k3: ['Skerry', 99] } };
    expect(air.go({ do: 'data', channel: 'main', graphic: id, values: { b: one } }, 3)).toBeLessThan(
      first / 3,
    );
    // The same again is nothing new.
    expect(graphicsOnAir(air.state, 'main', 10)[0]?.values['b']).toEqual(one);
    air.go({ do: 'data', channel: 'main', graphic: id, values: { b: structuredClone(one) } }, 11);
    expect(air.state.air['main']?.graphics[0]).toMatchObject({ pending: {}, changes: [{ at: 3 }] });
  });

  test('a list that the far end does not have is not made up', () => {
    const [a, b] = [listOf([['a', 1], ['b', 2], ['c', 3]]), listOf([['a', 1], ['b', 2], ['c', 4]])]; // prettier-ignore
    const known = new Map();
    packLists(a, known);
    const packed = packLists({ deep: [b] }, known);
    expect(hasPacked(packed)).toBe(true);
    expect(() => openLists(packed, new Map())).toThrow('no list');
  });
});
