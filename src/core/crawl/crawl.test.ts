import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeList, newElement, type CrawlElement } from '../show';
import {
  Belt,
  crawlUnits,
  speedWords,
  steadySpeed,
  type BeltItem,
  type BeltSpec,
  type BeltVersion,
  type Stop,
} from './index';

const spec: BeltSpec = { room: 1000, gap: 50, loops: true, holdsLast: false, start: 0, isWhole: false };
const item = (key: string, size: number, given: Partial<BeltItem> = {}): BeltItem => ({
  id: `${key} ${size}`, key, size, before: 0, after: 0, ...given,
}); // prettier-ignore
const version = (at: number, items: readonly BeltItem[], speed = 100): BeltVersion => ({ at, items, speed });
/** What is seen of a belt; what has an end just at an edge is not, whether it is still counted or not. */
const where = (belt: Belt, time: number) =>
  belt.at(time).filter(({ come, item: { size } }) => come > 1e-6 && come < spec.room + size - 1e-6).map(({ item: { key }, come }) => [key, Math.round(come * 1000) / 1000]); // prettier-ignore
const three = [item('a', 300), item('b', 200), item('c', 400)];

describe('a line that runs', () => {
  test('begins empty, and its items come in one behind another at its speed', () => {
    const belt = new Belt(spec, [version(10, three)]);
    expect(where(belt, 10)).toEqual([]);
    expect(where(belt, 12)).toEqual([['a', 200]]);
    expect(where(belt, 16)).toEqual([['a', 600], ['b', 250]]); // prettier-ignore
    // Behind the last one it begins again; what is through is gone.
    expect(where(belt, 24.5)).toEqual([['b', 1100], ['c', 850], ['a', 400], ['b', 50]]); // prettier-ignore
  });

  test('that is shown filled begins with what it would have taken in', () => {
    expect(where(new Belt({ ...spec, start: 1000 }, [version(0, three)]), 0)).toEqual([['a', 1000], ['b', 650], ['c', 400]]); // prettier-ignore
  });

  test('once through it takes nothing more in, and may stand at its last', () => {
    const once = new Belt({ ...spec, loops: false }, [version(0, three)]);
    expect(where(once, 25)).toEqual([]);
    const credits = new Belt({ ...spec, loops: false, holdsLast: true }, [version(0, three)]);
    // The last one, 400 of 1000, in the middle.
    for (const time of [13, 20, 100]) expect(where(credits, time)).toEqual([['b', 950], ['c', 700]]); // prettier-ignore
  });

  test('stops where an item stands at the far end, goes on from there, and runs out', () => {
    const stops: Stop[] = [{ at: 12, act: 'stop' }, { at: 20, act: 'go' }, { at: 21, act: 'out' }]; // prettier-ignore
    const belt = new Belt(spec, [version(0, three)], stops);
    for (const time of [13.5, 15, 19.9]) expect(where(belt, time)).toEqual([['b', 1000], ['c', 750], ['a', 300]]); // prettier-ignore
    expect(where(belt, 20.5)[0]).toEqual(['b', 1050]);
    expect(where(belt, 28)).toEqual([['a', 1100], ['b', 750]]); // prettier-ignore
    expect(where(belt, 40)).toEqual([]);
  });

  test('told to go on after it was to run out, it takes in again', () => {
    const stops: Stop[] = [{ at: 1, act: 'out' }, { at: 30, act: 'go' }]; // prettier-ignore
    const belt = new Belt(spec, [version(0, three)], stops);
    expect(where(belt, 29)).toEqual([]);
    expect(where(belt, 31)).toEqual([['b', 100]]);
  });

  test('by whole px it is at a whole px in every frame', () => {
    const edited = [version(0, three, 250), version(1.23, [], 250), version(2.347, three, 250)];
    const belt = new Belt({ ...spec, isWhole: true }, edited);
    expect(steadySpeed(233, 50)).toBe(250);
    for (let frame = 1; frame < 500; frame += 1)
      for (const { come } of belt.at(frame / 50)) expect(Number.isInteger(come)).toBe(true);
  });
});

describe('page by page', () => {
  const pages = { stays: 4, moves: 1 };
  const rolls = { ...spec, gap: 20, loops: false, holdsLast: true, pages };
  const five = ['a', 'b', 'c', 'd', 'e'].map((key) => item(key, 400));
  /** Where items begin, px from the top of the page. */
  const onPage = (belt: Belt, time: number) =>
    belt.at(time).flatMap(({ item: { key, size }, come }) => (come > 0 && come < spec.room + size ? [[key, Math.round(spec.room - come)]] : []));

  test('what fits stands on the first page at once; it goes on by whole pages and stands at the last', () => {
    const belt = new Belt(rolls, [version(0, five)]);
    for (const time of [0, 2, 3.99]) expect(onPage(belt, time)).toEqual([['a', 0], ['b', 420]]); // prettier-ignore
    expect(onPage(belt, 4.5)).toEqual([['b', -80], ['c', 500], ['d', 920]]); // prettier-ignore
    for (const time of [5, 8.9]) expect(onPage(belt, time)).toEqual([['c', 0], ['d', 420]]); // prettier-ignore
    for (const time of [10, 14, 500]) expect(onPage(belt, time)).toEqual([['e', 0]]);
  });
  test('looped, a round begins at the top of a page; told to stop it stands at the end of its way, and goes on', () => {
    const stops: Stop[] = [{ at: 4.2, act: 'stop' }, { at: 60, act: 'go' }]; // prettier-ignore
    const belt = new Belt({ ...rolls, loops: true }, [version(0, five)], stops);
    for (const time of [5.5, 30, 60]) expect(onPage(belt, time)).toEqual([['c', 0], ['d', 420]]); // prettier-ignore
    const looped = new Belt({ ...rolls, loops: true }, [version(0, five)]);
    for (const time of [62, 63.9]) expect(onPage(belt, time)).toEqual([['c', 0], ['d', 420]]); // prettier-ignore
    expect(onPage(belt, 66)).toEqual([['e', 0]]);
    expect([onPage(looped, 10), onPage(looped, 15)]).toEqual([[['e', 0]], [['a', 0], ['b', 420]]]);
  });
  test('a page is the same however it is come to, and a list that comes meanwhile is taken by the next page', () => {
    const versions = [version(0, five), version(2, [...five.slice(0, 2), item('x', 500), ...five.slice(2)])];
    const stood = new Belt(rolls, versions);
    for (let time = 0; time < 30; time += 0.37) {
      const seen = onPage(stood, time);
      expect(onPage(new Belt(rolls, versions), time)).toEqual(seen);
    }
    expect(onPage(new Belt(rolls, versions), 3)).toEqual([['a', 0], ['b', 420]]); // prettier-ignore
    expect(onPage(new Belt(rolls, versions), 6)).toEqual([['x', 0], ['c', 520]]); // prettier-ignore
  });
}); // prettier-ignore

describe('a list that changes', () => {
  test('what has come in stays as it was; the next is what stands behind it in the new list', () => {
    const next = [item('x', 100), item('b', 220), item('d', 100)];
    const belt = new Belt(spec, [version(0, three), version(4, next)]);
    // a is in, and gone from the list: its place was before b, and nothing before it is left, so the list begins.
    expect(where(belt, 8)).toEqual([['a', 800], ['b', 450], ['d', 200], ['x', 50]]); // prettier-ignore
    expect(belt.at(8).map(({ item: { size } }) => size)).toEqual([300, 200, 100, 100]);
  });

  test('emptied it runs dry, and what comes then comes in at its beginning', () => {
    const belt = new Belt(spec, [version(0, three), version(1, []), version(30, [item('z', 100)])]);
    expect(where(belt, 20)).toEqual([]);
    expect(where(belt, 30.5)).toEqual([['z', 50]]);
  });

  const keys = fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f');
  const items = fc.uniqueArray(fc.tuple(keys, fc.integer({ min: 40, max: 600 })), { selector: ([key]) => key, maxLength: 6 })
    .map((list) => list.map(([key, size]) => item(key, size))); // prettier-ignore
  const edits = fc.array(fc.tuple(fc.double({ min: 0.1, max: 9, noNaN: true }), items), { maxLength: 6 });
  const acts = fc.array(fc.tuple(fc.double({ min: 0.1, max: 30, noNaN: true }), fc.constantFrom('stop' as const, 'go' as const)), { maxLength: 4 }); // prettier-ignore
  const made = fc.tuple(items, edits, acts).map(([first, rest, told]) => {
    let at = 0;
    const versions = [version(0, first), ...rest.map(([after, list]) => version((at += after), list))];
    const stops = told.map(([when, act]) => ({ at: when, act })).sort((a, b) => a.at - b.at);
    return { versions, stops };
  });

  test('never jumps: whatever is edited or told, nothing moves by more than the speed, nor comes up in the middle, and nothing lies over another', () => {
    fc.assert(
      fc.property(made, ({ versions, stops }) => {
        const belt = new Belt(spec, versions, stops);
        const step = 1 / 10;
        const wrong: string[] = [];
        let before = new Map<number, number>();
        for (let frame = 0; frame < 400; frame += 1) {
          const live = belt.at(frame * step);
          const now = new Map(live.map(({ from, come }) => [from, come]));
          for (const [from, come] of now) {
            const moved = come - (before.get(from) ?? Math.min(0, come));
            if (moved < -1e-6 || moved > 100 * step + 1e-6) wrong.push(`${frame}: moved by ${moved}`);
          }
          for (const [from, come] of before)
            if (!now.has(from) && come <= 1000) wrong.push(`${frame}: gone at ${come}`);
          live.forEach((one, i) => {
            const next = live[i + 1];
            if (next && next.from < one.from + one.item.size + spec.gap - 1e-6)
              wrong.push(`${frame}: over one another`);
          });
          before = now;
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('shows an item by the same copy however often it was looked at on the way', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 400 }), { maxLength: 20 }), (steps) => {
        const few = [item('a', 120), item('b', 90)];
        const copies = (belt: Belt, time: number) =>
          belt.at(time).filter(({ come, item: { size } }) => come > 0.01 && come < spec.room + size - 0.01).map(({ item: { key }, copy }) => [key, copy]);
        const looked = new Belt(spec, [version(0, few)]);
        let time = 0;
        for (const step of steps) {
          time += step / 10;
          expect(copies(looked, time)).toEqual(copies(new Belt(spec, [version(0, few)]), time));
        }
      }),
    );
  }); // prettier-ignore

  test('is the same at two outputs: one that stood all the time, one that has just come, one that looks back', () => {
    fc.assert(
      fc.property(made, fc.double({ min: 0, max: 60, noNaN: true }), ({ versions, stops }, time) => {
        const stood = new Belt(spec, versions, stops);
        for (let at = 0; at < time; at += 0.33) stood.at(at);
        const seen = where(stood, time);
        expect(where(new Belt(spec, versions, stops), time)).toEqual(seen);
        stood.at(time + 20);
        expect(where(stood, time)).toEqual(seen);
      }),
      { numRuns: 100 },
    );
  });
});

test('is the same from an anchor as from its beginning, whatever has been edited before', () => {
  const step = fc.double({ min: 0.1, max: 9, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(step, fc.shuffledSubarray(['a', 'b', 'c', 'd'], { minLength: 1 })), { minLength: 1, maxLength: 5 }),
      fc.boolean(),
      (edits, isWhole) => {
        const sizes: Record<string, number> = { a: 300, b: 200, c: 400, d: 90 };
        const all = Object.fromEntries(Object.entries(sizes).map(([key, size]) => [key, item(key, size)]));
        let at = 0;
        const versions = edits.map(([after, keys]) => version((at += after), keys.map((key) => all[key] as BeltItem)));
        const whole = new Belt({ ...spec, isWhole }, versions);
        const when = Math.ceil((at + 25) * 50) / 50;
        const anchor = whole.anchorAt(when);
        expect(anchor).not.toBeNull();
        const short = new Belt({ ...spec, isWhole }, versions.slice(-1), [], anchor);
        for (const later of [0, 0.02, 3, 17.5, 61]) expect(where(short, when + later)).toEqual(where(whole, when + later));
      },
    ),
  );
  // What is no more in the list is still on its way: it cannot be told yet.
  const gone = new Belt(spec, [version(0, three), version(4, [item('x', 100)])]);
  expect(gone.anchorAt(6)).toBeNull();
  expect(gone.anchorAt(40)).not.toBeNull();
}); // prettier-ignore

describe('what comes along together', () => {
  const list = makeList(
    'Credits',
    [{ key: 'kind', name: 'Kind', type: 'text' }, { key: 'name', name: 'Name', type: 'text' }],
    [['section', 'Camera'], ['', 'Ida'], ['', 'Bea'], ['', 'Ox'], ['logo', 'Tern']].map((cells, i) => ({ key: `k${i}`, cells })),
  ); // prettier-ignore
  if ('code' in list) throw new Error(list.message);
  const look = (id: string, value: string, across: number) => ({
    id,
    value,
    child: id,
    across,
    before: 0,
    after: 0,
  });
  const crawl = (given: Partial<CrawlElement>): CrawlElement => newElement('crawl', 'c', 'Credits', given);

  test('rows of a look that stand side by side fill a line, and no line goes over another look', () => {
    const looks = [look('name', '', 2), look('head', 'Section', 1), look('mark', 'logo', 1)];
    const units = crawlUnits(crawl({ looks, lookColumn: 'Kind' }), list.list);
    expect(units.map(({ look: own, rows }) => [own?.id, rows])).toEqual([
      ['head', ['k0']],
      ['name', ['k1', 'k2']],
      ['name', ['k3']],
      ['mark', ['k4']],
    ]);
    expect(crawlUnits(crawl({ looks: [] }), list.list).every(({ look: own }) => own === null)).toBe(true);
  });

  test('a unit is the same as long as its rows say the same', () => {
    const looks = [look('name', '', 1)];
    const [a] = crawlUnits(crawl({ looks }), list.list);
    const [b] = crawlUnits(crawl({ looks }), structuredClone(list.list));
    expect(a?.says).toBe(b?.says);
  });
});

test('speeds are told in px a frame, and as the whole px that come of them', () => {
  expect(steadySpeed(233, 50)).toBe(250);
  expect(steadySpeed(3, 50)).toBe(50);
  expect(speedWords(233, false, [50, 50, 60000 / 1001])).toBe('4.66 px a frame at 50 frames a second; 3.89 px a frame at 59.94 frames a second'); // prettier-ignore
  expect(speedWords(233, true, [50])).toBe('5 px a frame at 50 frames a second: 250 px a second');
});
