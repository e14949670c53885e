import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import {
  canonicalJson,
  edit,
  goTo,
  openDraft,
  undo,
  type Draft,
  makeRelease,
  migrations,
  newRundownRow,
  newElement,
  newShow,
  notAnAsset,
  openDocument,
  oversizeProblem,
  packShow,
  releaseSchema,
  showFileLimits,
  showFormat,
  showReferences,
  slug,
  sniffAsset,
  unpackShow,
  usualLanes,
  type Show,
  newAsset,
  newTable,
  newTextField,
  newColumn,
  newTemplate,
  newTie,
  newTether,
  makeTrack,
  newChange,
} from './index';

const bytes = strToU8('<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"/>');
const assetId = createHash('sha256').update(bytes).digest('hex');
const asset = newAsset({
  id: assetId,
  name: 'dot.svg',
  type: 'image/svg+xml',
  bytes: bytes.length,
  width: 4,
  height: 4,
});

function sample(): Show {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.assets[assetId] = asset;
  show.templates['t'] = newTemplate('t', 'T', {
    elements: { p: newElement('picture', 'p', 'P', { asset: assetId }) },
    order: ['p'],
  });
  show.tables['tab'] = {
    id: 'tab',
    name: 'People',
    flow: 'at-once',
    typing: null,
    columns: [newColumn('c', 'Name')],
    rows: [{ id: 'r', cells: { c: 'Ida' } }],
  };
  show.cards['c'] = { id: 'c', number: '31.25', template: 't', values: {} };
  show.rundowns[0]?.rows.push(newRundownRow('row', 'c'));
  return show;
}
const code = (file: Uint8Array): string => {
  const read = unpackShow(file);
  return 'problem' in read ? read.problem.code : 'opened';
};

describe('a show file', () => {
  test('packed, unpacked and packed again is the same in every byte', () => {
    const file = packShow(sample(), new Map([[assetId, bytes]]));
    const read = unpackShow(file);
    if ('problem' in read) throw new Error(read.problem.message);
    expect(read.show).toEqual(sample());
    expect([...(read.assets.get(assetId) ?? [])]).toEqual([...bytes]);
    expect(Buffer.from(packShow(read.show, read.assets)).equals(Buffer.from(file))).toBe(true);
  });

  test('takes along the way back where it is wanted; a way that does not lead there is told and left', () => {
    let draft = openDraft(sample());
    for (const name of ['One', 'Two', 'Three']) draft = edit(draft, name, (show) => void (show.name = name));
    draft = undo(draft);
    const packed = (way: { undo: unknown; redo: unknown } | null) => {
      const read = unpackShow(packShow(draft.show, new Map([[assetId, bytes]]), way as Draft));
      if ('problem' in read) throw new Error(read.problem.message);
      return read.way;
    };
    expect(packed(null)).toBeNull();
    const way = packed(draft);
    if (way === null || way === 'unusable') throw new Error('the way is lost');
    const again = { show: draft.show, ...way };
    expect([goTo(again, 0), goTo(again, 2), goTo(again, 3)].map(({ show }) => show.name)).toEqual([
      'Show',
      'Two',
      'Three',
    ]);
    const to = (path: unknown[], value: unknown) => ({ op: 'replace', path, value });
    for (const inverse of [
      [to(['nowhere', 'at', 'all'], 1)],
      [to(['templates'], 3)],
      [to(['__proto__', 'x'], 1)],
      'no list',
    ])
      expect(packed({ undo: [{ label: 'X', merge: null, patches: [], inverse }], redo: [] })).toBe(
        'unusable',
      );
  });

  test('equal documents are equal text, whatever the order they were made in', () => {
    expect(canonicalJson({ b: 1, a: { d: [2, { y: 1, x: 2 }], c: null } })).toBe(
      canonicalJson({ a: { c: null, d: [2, { x: 2, y: 1 }] }, b: 1 }),
    );
  });

  test('cut short anywhere, it is refused whole', () => {
    const file = packShow(sample(), new Map([[assetId, bytes]]));
    for (const part of [0, 1, 2, 30, Math.floor(file.length / 2), file.length - 1]) {
      expect(['not-a-show', 'damaged-file', 'missing-asset']).toContain(code(file.subarray(0, part)));
    }
  });

  test('other files, other ZIPs, and files that reach outside themselves are told apart', () => {
    expect(code(strToU8('just words'))).toBe('not-a-show');
    expect(code(zipSync({ 'notes.txt': strToU8('hello') }))).toBe('not-a-show');
    expect(code(zipSync({ 'show.json': strToU8('{"format":') }))).toBe('damaged-file');
    expect(code(zipSync({ 'show.json': strToU8('{}'), '../evil': strToU8('x') }))).toBe('unsafe-file');
    expect(code(packShow(sample(), new Map()))).toBe('missing-asset');
  });

  test('a file or a part of it over the limits is refused before it is unpacked', () => {
    expect(oversizeProblem(showFileLimits.file)).toBeNull();
    expect(oversizeProblem(600_000_000)?.message).toBe('The file has 600 MB; a show file may have 512 MiB.');
    const bomb = zipSync({ 'show.json': new Uint8Array(showFileLimits.document + 1) }, { level: 9 });
    expect(bomb.length).toBeLessThan(1 << 20);
    expect(code(bomb)).toBe('too-large');
  });
});

describe('opening a document', () => {
  const open = (value: unknown) => {
    const opened = openDocument(value);
    return 'problem' in opened ? opened.problem : 'opened';
  };

  test('what is no show says so', () => {
    for (const value of [null, [], 'show', {}, { format: 'one' }, { format: 0 }])
      expect(open(value)).toMatchObject({ code: 'not-a-show' });
  });
  test('a newer one is refused, with both formats', () => {
    expect(open({ ...sample(), format: showFormat + 1 })).toMatchObject({
      code: 'newer-show',
      message: expect.stringContaining(`reads up to ${showFormat}`),
    });
  });
  test('damage is named by its place', () => {
    const show = sample();
    (show.templates['t'] as { width: unknown }).width = 'wide';
    expect(open(show)).toMatchObject({ code: 'damaged-show', path: 'templates.t.width' });
    const lost = sample();
    (lost.templates['t'] as { order: string[] }).order = ['p', 'ghost'];
    expect(open(lost)).toMatchObject({
      code: 'missing-reference',
      path: expect.stringContaining('templates.t.order'),
    });
  });
  test('the chain of migrations has no gap up to today, and an older document goes through all of it', () => {
    for (let from = 1; from < showFormat; from += 1) expect(migrations[from]).toBeDefined();
    const seen: number[] = [];
    const steps = Object.fromEntries(
      Array.from({ length: showFormat }, (_, i) => [
        i + 1,
        (d: Record<string, unknown>) => (seen.push(i + 1), { ...d, format: 99 }),
      ]),
    );
    // The target's own schema still asks for today's format: what matters is that all steps ran, in order.
    const opened = openDocument({ ...sample(), format: 1 }, steps, showFormat + 1);
    expect(seen).toEqual(Array.from({ length: showFormat }, (_, i) => i + 1));
    expect('problem' in opened && opened.problem.path).toBe('format');
    expect(openDocument({ ...sample(), format: 1 }, {}, 2)).toMatchObject({
      problem: { code: 'no-migration' },
    });
  });
  test('references that lead nowhere are all found', () => {
    const show = sample();
    const template = show.templates['t'] as Show['templates'][string];
    template.ties.push(newTie('p', 'nothing', 'none'));
    template.tethers.push(newTether('x', 'p', 'left', 'gone', 'left'));
    template.phases.enter.tracks.push(makeTrack('k', 'gone', 'x', [[0, 0]]));
    template.changes.push(newChange('enter', 'Other', { when: [{ is: 'changed', field: 'none' }] }));
    show.cards['c'] = { id: 'c', number: '1', template: 'gone', values: {} };
    expect(showReferences(show).map((p) => p.path)).toEqual([
      'templates.t.ties[0]',
      'templates.t.ties[0]',
      'templates.t.tethers[0]',
      'templates.t.phases.enter.tracks[0]',
      'templates.t.changes[0]',
      'templates.t.changes[0].when[0]',
      'cards.c',
    ]);
  });
});

test('a template whose lane is gone opens, and is told of before a release', () => {
  const show = sample();
  (show.templates['t'] as { lane: string }).lane = 'cellar';
  expect('show' in openDocument(show)).toBe(true);
  expect(showReferences(show)).toMatchObject([{ code: 'missing-lane', path: 'templates.t.lane' }]);
});

test('a release carries what air can show, and nothing of the workshop', () => {
  const show = sample();
  show.assets['b'.repeat(64)] = { ...asset, id: 'b'.repeat(64), name: 'unused.svg' };
  const release = makeRelease(show);
  expect(Object.keys(release.assets)).toEqual([assetId]);
  expect(release.rundowns).toEqual(show.rundowns);
  expect([release.tables, release.sources]).toEqual([{}, {}]);
  expect(releaseSchema.safeParse(release).success).toBe(true);
});

test('a table that cards may be made of while a release is on air goes along; others do not', () => {
  const show = sample();
  show.templates['t']?.fields.push(newTextField('f-name', 'Team name', '', {}));
  const table = (id: string, column: string): void => {
    show.tables[id] = newTable(id, id, { columns: [newColumn('c', column)] });
  };
  table('people', ' TEAM  name ');
  table('stock', 'Shelf number');
  expect(Object.keys(makeRelease(show).tables)).toEqual(['people']);
});

describe('pictures are known by their content', () => {
  test('whatever the name says', () => {
    expect(sniffAsset(Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a))).toBe('image/png');
    expect(sniffAsset(Uint8Array.of(0xff, 0xd8, 0xff, 0xe1))).toBe('image/jpeg');
    expect(
      sniffAsset(strToU8('\uFEFF<?xml version="1.0"?>\n<!-- made by hand -->\n<svg viewBox="0 0 1 1"/>')),
    ).toBe('image/svg+xml');
    expect(sniffAsset(strToU8('<html><svg/></html>'))).toBeNull();
  });
  test('and what is none says what it is instead', () => {
    expect(notAnAsset('people.png', strToU8('Name,Role\nIda,Presenter')).message).toBe(
      'people.png is nothing that Jorvan takes: it holds plain text. Save it as PNG, JPEG, WebP, GIF or SVG, as WebM or MP4, or as a TTF, OTF or WOFF2 font, and drop it again.',
    );
    expect(notAnAsset('a.png', strToU8('%PDF-1.7')).message).toContain('a PDF');
    for (const [words, what] of [
      ['8BPS\0\u0001', 'a layered PSD'],
      ['{"v":"5.7.4","fr":50,"ip":0,"op":60,"layers":[]}', 'a Lottie animation'],
      ['glTF\u0002\0\0\0', 'a 3D model'],
      ['# made by hand\nv 0.1 0.2 0.3\n', 'a 3D model'],
    ] as const)
      expect(notAnAsset('a.bin', strToU8(words)).message).toContain(
        `${what}. Jorvan does not read these yet`,
      );
    expect(notAnAsset('a.png', new Uint8Array()).message).toContain('an empty file');
    expect(notAnAsset('a.png', Uint8Array.of(0, 1, 2, 3)).message).toContain('none of these');
  });
});

test('a channel’s name becomes its place in addresses', () => {
  expect(slug('Beach screen', 'x')).toBe('beach-screen');
  expect(slug('Höhe & Tide!', 'x')).toBe('hohe-tide');
  expect(slug('東', 'channel-1')).toBe('channel-1');
});
