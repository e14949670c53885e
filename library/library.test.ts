import { describe, expect, test } from '@jest/globals';
import { layOut, tetherCycle } from '../src/core/layout';
import { phaseEnd } from '../src/core/motion';
import {
  addFromLibrary,
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
import { packages } from './index';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: face.size * 0.2 }),
};
const all = packages.flatMap((pack) => pack.items.map((item) => ({ pack, ...item })));
const show = () => newShow('s', 'Show', [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() }]);
let count = 0;
const newId = (): string => `n${(count += 1)}`;

describe('the shipped templates', () => {
  test('are at least twelve in three packages, each a sound document', () => {
    expect(librarySchema.safeParse({ packages }).error).toBeUndefined();
    expect([packages.length >= 3, all.length >= 12]).toEqual([true, true]);
  });
  test.each(all.map(({ template }) => [template.name, template] as const))(
    '%s: everything it names is there, its tethers can be solved, its motion ends in its phases',
    (_, template) => {
      expect(templateReferences(template)).toEqual([]);
      expect(tetherCycle(template)).toBeNull();
      for (const phase of Object.values(template.phases)) {
        expect(phaseEnd(phase)).toBe(phase.frames);
        for (const track of phase.tracks) {
          const frames = track.keys.map((key) => key.frame);
          expect(frames.every((frame, i) => frame >= 0 && (i === 0 || frame > (frames[i - 1] ?? 0)))).toBe(true);
        }
      }
    },
  );
  test.each(all.map(({ pack, template }) => [template.name, template, pack] as const))(
    '%s: nothing leaves its canvas at rest, and every style it names is in its package',
    (_, template, pack) => {
      const { elements, boxes } = layOut(template, {}, measure, pack.look);
      for (const id of template.order) {
        const box = boxes.get(id);
        const isSheet = box && box.w >= template.width;
        if (!box || isSheet || template.elements[id]?.name.includes('band') || template.elements[id]?.name === 'Band') continue;
        expect(box.x >= -1 && box.x + box.w <= template.width + 1).toBe(true);
      }
      const named = JSON.stringify(template).matchAll(/"@([a-z-]+)"/g);
      for (const [, id] of named) expect(pack.look.styles[id ?? '']).toBeDefined();
      for (const element of Object.values(elements))
        if ('typeStyle' in element && element.typeStyle !== null) expect(pack.look.styles[element.typeStyle]?.kind).toBe('type');
    },
  );
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
  test('by kind, shape, package and the kinds of its fields', () => {
    expect(names({ kind: 'poll' })).toEqual(['Lantern poll']);
    expect(names({ shape: 'tall' })).toEqual(['Ledger tall name']);
    expect(names({ package: 'ledger', kind: 'name line' })).toEqual(['Ledger name line', 'Ledger tall name']);
    expect(names({ field: 'number' })).toEqual(['Lantern poll']);
    expect(names({})).toHaveLength(all.length);
  });
});

describe('adding to a show', () => {
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
  test('a show that has changed a style of the package keeps its own value; a lane it lacks becomes its first', () => {
    const [pack] = packages;
    if (!pack) throw new Error('no package');
    const s = show();
    for (const channel of s.channels) channel.lanes = [{ id: 'only', name: 'Only' }];
    s.look.styles['sm-deep'] = { id: 'sm-deep', name: 'Mine', kind: 'colour', value: '#123456' };
    const [id] = addFromLibrary(s, pack, ['sm-name-line'], newId);
    expect(s.look.styles['sm-deep']).toMatchObject({ value: '#123456' });
    expect(s.templates[id ?? '']?.lane).toBe('only');
  });
});
