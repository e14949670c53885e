import { describe, expect, test } from '@jest/globals';
import {
  makeList,
  makeTrack,
  newCascade,
  newChange,
  newElement,
  newPhase,
  newTableColumn,
  newTemplate,
  newTie,
  type Cascade,
  type Change,
  type CrawlElement,
  type RowList,
  type TableElement,
  type Template,
  type Track,
} from '../show';
import type { TextMeasure } from '../text';
import { evaluate, prepareScene, type Moment, type Scene } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const columns = [
  { key: 'name', name: 'Team', type: 'text' },
  { key: 'points', name: 'Points', type: 'number' },
] as const;
const listOf = (...rows: readonly (readonly [string, number])[]): RowList => {
  const made = makeList('Teams', [...columns], rows.map(([name, points]) => ({ key: name, cells: [name, points] }))); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};

/** Rows of 40 px, 10 apart, from (100, 100); names 200 px and points 100 px wide. */
function table(given: Partial<TableElement> = {}, enter: Track[] = []): Template {
  const own = newElement('table', 'table', 'Table', {
    x: 100,
    y: 100,
    w: 300,
    rowH: 40,
    gapY: 10,
    columns: columns.map((column, at) => ({
      ...newTableColumn(column.key, column),
      width: { by: 'px', px: at === 0 ? 200 : 100 },
    })),
    look: { fill: '#0b2630', size: 20 },
    ...given,
  });
  return newTemplate('t', 'T', {
    elements: { table: own },
    order: ['table'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [newTie('table', 'list', 'b')],
    phases: { enter: { ...newPhase(20), tracks: enter }, idle: newPhase(0), exit: newPhase(10) },
    changes: [newChange('c', 'Order', { frames: 20, swap: 10, carryFrom: 0, carryTo: 20, carryEase: 'linear' })], // prettier-ignore
  });
}
const sceneOf = (template: Template, to: RowList, from?: RowList): Scene =>
  prepareScene(template, { b: to }, measure, {
    change: from && { change: template.changes[0] as Change, from: { b: from } },
  });
const at = (frame: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time: 0, change: frame });
/** The node of a path as it is now, where it is seen. */
function nodeAt(scene: Scene, path: string) {
  for (const part of scene.parts) {
    if (part.path !== path) continue;
    let up = part;
    let isSeen = true;
    for (;;) {
      isSeen &&= up.node.visible;
      const next = scene.parts[up.parent];
      if (!next) break;
      up = next;
    }
    if (isSeen) return part.node;
  }
  return undefined;
}
const topOf = (scene: Scene, path: string): number | undefined => nodeAt(scene, path)?.matrix[13];
const wordsAt = (scene: Scene, path: string): string | undefined => {
  const node = nodeAt(scene, path);
  return node?.kind === 'text' ? node.layout.lines[0]?.text : undefined;
};

const abc = listOf(['a', 30], ['b', 20], ['c', 10]); // prettier-ignore

describe('a table in a Change', () => {
  test('its rows travel, those that rise in front of those that fall', () => {
    const scene = sceneOf(table(), listOf(['c', 40], ['a', 30], ['b', 20]), abc); // prettier-ignore
    evaluate(scene, at(10));
    expect(topOf(scene, 'table/c/name/surface')).toBeCloseTo(150);
    expect(topOf(scene, 'table/a/name/surface')).toBeCloseTo(125);
    const order = scene.parts.map(({ path }) => path).filter((path) => /^table\/[abc]$/.test(path));
    expect(order.at(-1)).toBe('table/c');
  });

  test('a value stands there at the swap, or is counted to', () => {
    const counts = table();
    const own = counts.elements['table'] as TableElement;
    own.columns = own.columns.map((column) => ({ ...column, changes: 'count' }));
    const [plain, counted] = [table(), counts].map((template) => sceneOf(template, listOf(['a', 40], ['b', 20], ['c', 10]), abc)); // prettier-ignore
    const said = (scene: Scene | undefined, frame: number) => {
      if (!scene) return undefined;
      evaluate(scene, at(frame));
      return wordsAt(scene, 'table/a/points/words');
    };
    expect([0, 9, 10, 20].map((frame) => said(plain, frame))).toEqual(['30', '30', '40', '40']);
    expect([0, 10, 20].map((frame) => said(counted, frame))).toEqual(['30', '35', '40']);
  });

  test('only the cell whose value changed lights up, and is dark again at the end', () => {
    const scene = sceneOf(table({ flash: '#ff8800' }), listOf(['a', 40], ['b', 20], ['c', 10]), abc); // prettier-ignore
    const alphas = (frame: number) => {
      evaluate(scene, at(frame));
      return ['a', 'b'].map((key) => {
        const node = nodeAt(scene, `table/${key}/points/flash`);
        return node?.kind === 'rect' ? String(node.fill).slice(7) : '';
      });
    };
    expect(alphas(0)[0]).not.toBe('00');
    expect(alphas(10)).toEqual([expect.not.stringMatching('00'), '00']);
    expect(alphas(20)).toEqual(['00', '00']);
  });

  test('another page: rows go and others come, by fading where nothing else is said', () => {
    const scene = sceneOf(table({ perPage: 2, page: 2 }), abc, listOf(['a', 30], ['b', 20])); // prettier-ignore
    evaluate(scene, at(2));
    expect(nodeAt(scene, 'table/a/name/words')).toBeDefined();
    evaluate(scene, at(18));
    expect(nodeAt(scene, 'table/a/name/words')).toBeUndefined();
    expect(topOf(scene, 'table/c/name/surface')).toBe(100);
  });
});

describe('a cascade over a table', () => {
  const fading = (by: Cascade['by']) =>
    table({}, [makeTrack('o', 'table', 'opacity', [[0, 0, 'linear'], [20, 1]], { cascade: { ...newCascade(by), overlap: 0 } })]); // prettier-ignore
  const solid = (by: Cascade['by'], frame: number) => {
    const scene = sceneOf(fading(by), abc);
    evaluate(scene, { phase: 'enter', frame, enterFrame: null, time: 0 });
    return ['a/name', 'a/points', 'c/name', 'c/points'].map((cell) => {
      const own = scene.parts.find(({ path }) => path === `table/${cell}/surface`);
      let least = 1;
      for (let up = own; up; up = scene.parts[up.parent]) least = Math.min(least, up.node.opacity);
      return Math.round(least * 100) / 100;
    });
  };
  test('goes row by row, column by column, or cell by cell', () => {
    // Of three rows the first has come after a third of the way, the last after all of it.
    expect(solid('row', 20 / 3)).toEqual([1, 1, 0, 0]);
    expect(solid('column', 10)).toEqual([1, 0, 1, 0]);
    expect(solid('cell', 20 / 6)).toEqual([1, 0, 0, 0]);
    expect(solid('row', 20)).toEqual([1, 1, 1, 1]);
  });
});

describe('a crawl', () => {
  const crawl = (given: Partial<CrawlElement> = {}): Template => {
    const text = newElement('text', 'text', 'Text', { x: 0, y: 900, w: 800, h: 40, size: 20, fit: 'as-is' });
    const dot = newElement('rect', 'dot', 'Dot', { x: 0, y: 910, w: 10, h: 10 });
    const own = newElement('crawl', 'crawl', 'Crawl', {
      x: 200,
      y: 900,
      w: 1000,
      h: 60,
      children: ['text', 'dot'],
      separator: 'dot',
      gap: 20,
      speed: 100,
      looks: [{ id: 'l', value: '', child: 'text', across: 1, before: 0, after: 0 }],
      ...given,
    });
    return newTemplate('t', 'T', {
      elements: { text, dot, crawl: own },
      order: ['crawl'],
      bindings: [{ id: 'b', name: 'News', from: { kind: 'words', text: '' }, steps: [] }],
      ties: [newTie('crawl', 'list', 'b'), { ...newTie('text', 'text', 'crawl'), column: 'name' }],
    });
  };
  const names = listOf(['aaaaaaaaaa', 0], ['bbbbb', 0]); // prettier-ignore
  const now = (time: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time });
  const lefts = (scene: Scene, time: number) => {
    evaluate(scene, now(time));
    return scene.parts.flatMap(({ path, node }) => {
      if (node.kind === 'group' || !nodeAt(scene, path)) return [];
      return [[path.split('/')[1], Math.round(node.matrix[12] ?? 0)]];
    });
  };

  test('on air begins empty at the far side, what separates goes behind each item', () => {
    const scene = prepareScene(crawl(), { b: names }, measure, {
      runs: { lists: { b: [{ at: 50, list: names }] }, stops: [], anchors: {} },
    });
    expect(lefts(scene, 50)).toEqual([]);
    // 100 px wide, then 20, the dot of 10, and 20 again.
    expect(lefts(scene, 52)).toEqual([['aaaaaaaaaa', 1000], ['aaaaaaaaaa~s', 1120], ['bbbbb', 1150]]); // prettier-ignore
    // Moments may come in any order.
    expect(lefts(scene, 50.5)).toEqual([['aaaaaaaaaa', 1150]]);
    expect(scene.isLive).toBe(true);
  });

  test('a list that comes meanwhile moves nothing that is on its way, and needs no second picture of it', () => {
    const later = listOf(['bbbbb', 0], ['ccc', 0]); // prettier-ignore
    const before = prepareScene(crawl(), { b: names }, measure, {
      runs: { lists: { b: [{ at: 50, list: names }] }, stops: [], anchors: {} },
    });
    const after = prepareScene(crawl(), { b: later }, measure, {
      runs: { lists: { b: [{ at: 50, list: names }, { at: 51, list: later }] }, stops: [], anchors: {} },
    }); // prettier-ignore
    const was = lefts(before, 51);
    expect(lefts(after, 51)).toEqual(was);
    // Behind what came in last stands, in the new list, the one that stood behind it before.
    expect(lefts(after, 53).map(([path]) => path)).toEqual(['aaaaaaaaaa', 'aaaaaaaaaa~s', 'bbbbb', 'bbbbb~s', 'ccc']); // prettier-ignore
  });

  test('a short list is there several times at once; not on air it stands filled', () => {
    const scene = prepareScene(crawl(), { b: names }, measure);
    evaluate(scene, { ...now(0), age: 0 });
    const shown = scene.parts.filter(({ path, node }) => node.kind === 'text' && nodeAt(scene, path));
    expect(shown.length).toBeGreaterThan(6);
    expect(nodeAt(scene, 'crawl/aaaaaaaaaa/0/text')?.matrix[12]).toBe(200);
  });
});
