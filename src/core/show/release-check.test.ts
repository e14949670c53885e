import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  canonicalJson,
  checkRelease,
  makeRelease,
  newElement,
  newRundownRow,
  newShow,
  newTemplate,
  newTextField,
  newTie,
  newView,
  usualLanes,
  type Release,
} from './index';

function release(): Release {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
    { id: 'wall', name: 'Wall', format: { width: 1080, height: 1920, rate: 50 }, lanes: usualLanes() },
  ]);
  show.templates['t'] = newTemplate('t', 'Name line', {
    elements: { e: newElement('text', 'e', 'Name') },
    order: ['e'],
    fields: [newTextField('f', 'Name', '')],
    ties: [newTie('e', 'text', 'f')],
  });
  for (const [id, number] of [
    ['c', '401'],
    ['d', '402'],
  ] as const)
    show.cards[id] = { id, number, template: 't', values: { f: 'Ida' } };
  show.rundowns[0]?.rows.push(newRundownRow('one', 'c'), newRundownRow('two', 'd'));
  return structuredClone(makeRelease(show));
}
const codeOf = (change: (own: Release) => void): string | null => {
  const own = release();
  change(own);
  const checked = checkRelease(own);
  return 'problem' in checked ? checked.problem.code : null;
};

describe('a release is checked whole', () => {
  test('as it is made it is good', () => expect(codeOf(() => undefined)).toBeNull());
  test.each<[string, (own: Release) => void, string]>([
    [
      'a card of no template',
      (own) => void ((own.cards['c'] as { template: string }).template = 'x'),
      'missing-reference',
    ],
    [
      'a card under another id',
      (own) => void ((own.cards['c'] as { id: string }).id = 'x'),
      'damaged-release',
    ],
    [
      'two cards of one number',
      (own) => void ((own.cards['c'] as { number: string }).number = '402.0'),
      'damaged-release',
    ],
    [
      'a card filled from nowhere',
      (own) => void ((own.cards['c'] as { row?: object }).row = { of: 'x', key: '1' }),
      'missing-reference',
    ],
    [
      'two channels of one id',
      (own) => void ((own.channels[1] as { id: string }).id = 'main'),
      'damaged-release',
    ],
    [
      'a channel that follows none',
      (own) => void ((own.channels[1] as { follows?: object }).follows = { channel: 'x', without: [] }),
      'missing-reference',
    ],
    [
      'a channel that follows itself',
      (own) => void ((own.channels[1] as { follows?: object }).follows = { channel: 'wall', without: [] }),
      'follows-itself',
    ],
    [
      'a rundown for no channel',
      (own) => void ((own.rundowns[0] as { channel: string }).channel = 'x'),
      'missing-reference',
    ],
    ['a row twice', (own) => void own.rundowns[0]?.rows.push(newRundownRow('one', 'c')), 'damaged-release'],
    [
      'a loop to no row',
      (own) => void ((own.rundowns[0] as { loop: object }).loop = { from: 'one', to: 'x' }),
      'missing-reference',
    ],
    ['a view of nothing', (own) => void (own.views['v'] = newView('v', 'V', 'x')), 'missing-reference'],
    ['a view of itself', (own) => void (own.views['v'] = newView('v', 'V', 'v')), 'view-cycle'],
    ['an element outside its order', (own) => void own.templates['t']?.order.pop(), 'missing-reference'],
    [
      'a name of the language’s own',
      (own) => void ((own.cards['c'] as { template: string }).template = 'constructor'),
      'damaged-release',
    ],
  ])('%s is refused', (_words, change, code) => expect(codeOf(change)).toBe(code));
});

test('whatever is done to one place of it, what is taken is a release, and the same when it is read again', () => {
  const places: (readonly (string | number)[])[] = [];
  const walk = (value: unknown, path: readonly (string | number)[]): void => {
    places.push(path);
    if (Array.isArray(value)) value.forEach((inner, i) => walk(inner, [...path, i]));
    else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) walk(inner, [...path, key]);
  };
  walk(release(), []);
  fc.assert(
    fc.property(
      fc.nat(places.length - 2),
      fc.oneof(
        fc.constant(undefined),
        fc.constant(null),
        fc.integer(),
        fc.double(),
        fc.string(),
        fc.constant({}),
        fc.constant([]),
        fc.constant('__proto__'),
      ),
      (at, value) => {
        const own = release();
        const path = places[at + 1] ?? [];
        let holder = own as unknown as Record<string | number, unknown>;
        for (const key of path.slice(0, -1)) holder = holder[key] as typeof holder;
        const last = path.at(-1) as string;
        if (value === undefined) delete holder[last];
        else holder[last] = value;
        const checked = checkRelease(JSON.parse(JSON.stringify(own)));
        if ('problem' in checked) return void expect(checked.problem.message.length).toBeGreaterThan(10);
        const text = canonicalJson(checked.release);
        const again = checkRelease(JSON.parse(text));
        expect('release' in again && canonicalJson(again.release)).toBe(text);
      },
    ),
    { seed: 13, numRuns: 400 },
  );
});
