import { describe, expect, test } from '@jest/globals';
import { layOut, tetherCycle } from '../src/core/layout';
import { phaseEnd } from '../src/core/motion';
import { motionFindings } from '../src/core/preflight';
import {
  addFromLibrary,
  allTracks,
  anyOfLibrary,
  filterLibrary,
  librarySchema,
  newShow,
  showReferences,
  showSchema,
  templateReferences,
  usualLanes,
  type LibraryFilter,
  type LibraryKind,
} from '../src/core/show';
import { breaksIn, measure, offIn } from './breaks';
import { packages } from './index';

const all = packages.flatMap((pack) => pack.items.map((item) => ({ pack, ...item })));
const show = () => newShow('s', 'Show', [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() }]);
let count = 0;
const newId = (): string => `n${(count += 1)}`;

describe('the shipped packages', () => {
  test('are sound documents, and each has what a programme needs', () => {
    expect(librarySchema.safeParse({ packages }).error).toBeUndefined();
    expect(packages.length).toBeGreaterThanOrEqual(3);
    for (const pack of packages) {
      const kinds = pack.items.map(({ kind }) => kind);
      for (const kind of ['name line', 'bug', 'score', 'full frame', 'opener', 'ticker'] as const)
        expect([pack.id, kinds]).toEqual([pack.id, expect.arrayContaining([kind])]);
      expect(kinds.filter((kind) => kind === 'name line').length).toBeGreaterThanOrEqual(2);
      expect(pack.items.some(({ kind, template }) => kind === 'post' || template.name.includes('quotation'))).toBe(true);
    }
  });
  test('every motion style of a package is one that its templates move by, and every track that names one has its curve', () => {
    for (const { look, items } of packages)
      for (const [id, style] of Object.entries(look.styles)) {
        if (style.kind !== 'motion') continue;
        const tracks = items.flatMap(({ template }) => allTracks(template)).filter((track) => track.style === id);
        expect([id, tracks.length > 10]).toEqual([id, true]);
      }
  });
});

describe.each(all.map(({ pack, template }) => [template.name, template, pack] as const))('%s', (_, template, pack) => {
  test('everything it names is there, its tethers can be solved, its motion is clean and ends in its phases', () => {
    expect(templateReferences(template)).toEqual([]);
    expect(tetherCycle(template)).toBeNull();
    expect(motionFindings(template)).toEqual([]);
    for (const phase of Object.values(template.phases)) {
      expect(phaseEnd(phase)).toBe(phase.frames);
      for (const track of phase.tracks) {
        const frames = track.keys.map((key) => key.frame);
        expect(frames.every((frame, i) => frame >= 0 && (i === 0 || frame > (frames[i - 1] ?? 0)))).toBe(true);
      }
    }
    expect(template.changes.length).toBeGreaterThan(0);
    // Exit is quicker than Enter, and something is seen from the fourth frame on.
    expect(template.phases.exit.frames).toBeLessThan(template.phases.enter.frames);
    expect(Math.min(...template.phases.enter.tracks.map((track) => track.keys[0]?.frame ?? 0))).toBe(0);
  });
  test('with the shortest and the longest words, wide and upright, nothing breaks and all can be read', () => {
    expect(template.layouts.map(({ id }) => id)).toEqual(['tall']);
    expect(breaksIn(template, {}, pack.look)).toEqual([]);
    expect(offIn(template, pack.look)).toEqual([]);
  });
  test('what would lie on others sends them away', () => {
    if (template.lane === 'full') expect(template.reactions.map(({ whose }) => whose)).toEqual([{ by: 'lane', lane: 'lower' }]);
  });
  test('fields are named and helped, and every style it names is in its package', () => {
    for (const field of template.fields) expect([field.name, field.help]).not.toEqual([field.name, '']);
    for (const [, id] of JSON.stringify(template).matchAll(/"@([a-z-]+)"/g)) expect(pack.look.styles[id ?? '']).toBeDefined();
    for (const element of Object.values(layOut(template, {}, measure, pack.look).elements))
      if ('typeStyle' in element && element.typeStyle !== null) expect(pack.look.styles[element.typeStyle]?.kind).toBe('type');
  });
});

describe('looking for a template', () => {
  const names = (change: Partial<LibraryFilter>): string[] =>
    packages.flatMap((pack) => filterLibrary(pack, { ...anyOfLibrary, ...change }).map((item) => item.template.name));
  test('by words of its name, use, kind and fields, all of which must be there', () => {
    expect(names({ search: 'guest score' })).toContain('Saltmarsh score');
    expect(names({ search: 'guest score quotation' })).toEqual([]);
  });
  test.each([
    ['lower third', 'name line'],
    ['clock', 'bug'],
    ['vote', 'poll'],
    ['scoreboard', 'score'],
    ['results', 'table'],
    ['crawl', 'ticker'],
  ])('by what people call things: %s', (search, kind) => {
    expect(names({ search })).toEqual(expect.arrayContaining(names({ kind: kind as LibraryKind })));
  });
  test('by the data that it eats: one value, a row of them, rows, a clock or scores of the show', () => {
    expect(names({ food: 'rows' })).toEqual([
      'Saltmarsh table',
      'Saltmarsh start list',
      'Saltmarsh crawl',
      'Saltmarsh circle map',
      'Saltmarsh locator',
      'Saltmarsh race',
      'Saltmarsh lines cut',
      'Saltmarsh knockout',
      'Lantern list',
      'Lantern credits',
      'Lantern tile map',
      'Lantern poll ring',
      'Lantern poll bar',
      'Lantern goal',
      'Ledger results',
      'Ledger running order',
      'Ledger crawl',
      'Ledger bars',
      'Ledger years',
      'Ledger result map',
      'Ledger class map',
      'Ledger seats',
    ]);
    expect(names({ food: 'clock' })).toEqual(['Saltmarsh score with clock', 'Lantern countdown']);
    expect(names({ food: 'scores' })).toEqual(['Saltmarsh score with clock']);
    expect(names({ food: 'value' })).toEqual(expect.arrayContaining(['Saltmarsh bug', 'Lantern bug', 'Ledger bug']));
    expect(names({ food: 'row', kind: 'name line' })).toEqual(names({ kind: 'name line' }));
  });
  test('by kind, shape, package and the kinds of its fields', () => {
    expect(names({ kind: 'poll' })).toEqual(['Lantern poll', 'Lantern poll ring', 'Lantern poll bar']);
    expect(names({ kind: 'chart' })).toHaveLength(7);
    expect(names({ kind: 'map' })).toHaveLength(5);
    // All have a layout for upright screens.
    expect(names({ shape: 'tall' })).toHaveLength(all.length);
    expect(names({ shape: 'square' })).toEqual([]);
    expect(names({ package: 'ledger', kind: 'name line' })).toEqual(['Ledger name line', 'Ledger two names', 'Ledger fold']);
    expect(names({ field: 'number' })).toEqual([
      'Saltmarsh table',
      'Saltmarsh race',
      'Lantern figure',
      'Lantern poll',
      'Lantern goal',
      'Ledger figure',
      'Ledger results',
      'Ledger years',
    ]);
    expect(names({})).toHaveLength(all.length);
  });
});

describe('adding to a show', () => {
  test('a clock and scores come along with what shows them, and with nothing else; those that the show has stay its own', () => {
    const s = show();
    const saltmarsh = packages.find(({ id }) => id === 'saltmarsh')!;
    addFromLibrary(s, saltmarsh, ['sm-score'], newId);
    expect([s.clocks, s.scores]).toEqual([{}, {}]);
    addFromLibrary(s, saltmarsh, ['sm-match'], newId);
    expect([Object.keys(s.clocks), Object.keys(s.scores)]).toEqual([['sm-clock'], ['sm-home', 'sm-guest']]);
    s.clocks['sm-clock']!.name = 'Duel';
    addFromLibrary(s, saltmarsh, ['sm-match'], newId);
    expect(s.clocks['sm-clock']?.name).toBe('Duel');
  });
  test('a map comes along with what shows it, and with nothing else; one that the show has stays its own', () => {
    const s = show();
    const ledger = packages.find(({ id }) => id === 'ledger')!;
    addFromLibrary(s, ledger, ['lg-bars'], newId);
    expect(s.look.maps).toEqual({});
    addFromLibrary(s, ledger, ['lg-class-map'], newId);
    s.look.maps['sample-map']!.name = 'Our bay';
    addFromLibrary(s, ledger, ['lg-class-map'], newId);
    expect(s.look.maps['sample-map']?.name).toBe('Our bay');
  });
  test('a whole package makes a sound show, with its styles; twice makes fresh names', () => {
    const s = show();
    for (const pack of [...packages, ...packages])
      addFromLibrary(
        s,
        pack,
        pack.items.map((item) => item.template.id),
        newId,
      );
    expect(showSchema.safeParse(s).error).toBeUndefined();
    expect(showReferences(s)).toEqual([]);
    const names = Object.values(s.templates).map((template) => template.name);
    expect(new Set(names).size).toBe(all.length * 2);
  });
  test('a show that has changed a style of the package keeps its own value; a lane it lacks comes behind the others', () => {
    const [pack] = packages;
    if (!pack) throw new Error('no package');
    const s = show();
    for (const channel of s.channels) channel.lanes = [{ id: 'only', name: 'Only' }];
    s.look.styles['sm-deep'] = { id: 'sm-deep', name: 'Mine', kind: 'colour', value: '#123456' };
    const [id] = addFromLibrary(s, pack, ['sm-name-line'], newId);
    expect(s.look.styles['sm-deep']).toMatchObject({ value: '#123456' });
    expect(s.templates[id ?? '']?.lane).toBe('lower');
    expect(s.channels[0]?.lanes).toEqual([
      { id: 'lower', name: 'Lower' },
      { id: 'only', name: 'Only' },
    ]);
  });
});
