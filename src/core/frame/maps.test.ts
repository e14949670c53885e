import { describe, expect, test } from '@jest/globals';
import { layMap } from '../cartography';
import type { DisplayNode } from '../display';
import { setMapLayout } from '../layout';
import { keepMap, type Feature, type Ring } from '../map';
import { makeList, makeTrack, newCascade, newChange, newElement, newPhase, newTemplate, newTie, plainLook, type Change, type MapElement, type RowList, type ShowMap, type Template, type Track } from '../show'; // prettier-ignore
import type { TextMeasure } from '../text';
import { evaluate, prepareScene, type Moment, type Scene } from './index';

setMapLayout(layMap);

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const square = (x: number, y: number): Ring => [[x, y], [x, y + 100], [x + 100, y + 100], [x + 100, y], [x, y]]; // prettier-ignore
const region = (name: string, x: number, y: number): Feature => ({ geometry: { kind: 'area', polygons: [[square(x, y)]] }, properties: { name } }); // prettier-ignore
/** Four squares in a row: a plan of 400 by 100, laid into a box of 400 by 100. */
const names = ['A', 'B', 'C', 'D'];
const kept = keepMap([{ name: 'Row', role: 'regions', features: names.map((name, i) => region(name, i * 100, 0)), nameFrom: 'name', codeFrom: '' }]).map; // prettier-ignore
const showMap: ShowMap = { id: 'map', name: 'Row', space: 'plan', projection: null, layers: [...kept.layers], topology: kept.topology }; // prettier-ignore
const look = { ...plainLook, maps: { map: showMap } };

const rows = (...colours: readonly string[]): RowList => {
  const made = makeList('Rows', [{ key: 'name', name: 'Name', type: 'text' }, { key: 'colour', name: 'Colour', type: 'colour' }], colours.map((colour, i) => ({ key: names[i] as string, cells: [names[i] as string, colour] }))); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const [red, blue] = ['#ff0000', '#0000ff'];
const allRed = rows(red, red, red, red);

function template(
  given: Partial<MapElement> = {},
  enter: Track[] = [],
  change: Partial<Change> = {},
): Template {
  const map = newElement('map', 'map', 'Map', { x: 100, y: 50, w: 400, h: 100, padding: 0, map: 'map', fillBy: 'column', labels: 'names', look: { size: 20 }, ...given }); // prettier-ignore
  return newTemplate('t', 'T', {
    elements: { map },
    order: ['map'],
    bindings: [{ id: 'b', name: 'Rows', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [newTie('map', 'list', 'b')],
    phases: { enter: { ...newPhase(40), tracks: enter }, idle: newPhase(0), exit: newPhase(10) },
    changes: [newChange('c', 'Rows', { frames: 40, swap: null, carryFrom: 0, carryTo: 40, carryEase: 'linear', ...change })], // prettier-ignore
  });
}
const sceneOf = (own: Template, to: RowList, from?: { list: RowList; template?: Template }): Scene =>
  prepareScene(own, { b: to }, measure, {
    look,
    change: from && { change: own.changes[0] as Change, from: { b: from.list } },
  });
const entering = (frame: number): Moment => ({ phase: 'enter', frame, enterFrame: null, time: 0 });
const holding: Moment = { phase: 'hold', frame: 0, enterFrame: null, time: 0 };
const changing = (frame: number): Moment => ({ ...holding, change: frame });
const nodeOf = (scene: Scene, key: string, side = 'both'): DisplayNode => {
  const found = scene.parts.find((part) => part.path.endsWith(`/${key}`) && part.side === side);
  if (!found) throw new Error(`no ${key} in ${scene.parts.map(({ path, side: own }) => `${path} ${own}`).join(', ')}`); // prettier-ignore
  return found.node;
};
/** Where a point of a node's own space is seen, px. */
const seen = ({ matrix: m }: DisplayNode, x = 0, y = 0): number[] =>
  [0, 1].map((i) => Math.round(((m[i] as number) * x + (m[4 + i] as number) * y + (m[12 + i] as number)) * 1000) / 1000); // prettier-ignore
/** From where to where a region is seen from left to right, px; it is 100 wide. */
const across = (scene: Scene, key: string): number[] => {
  const node = nodeOf(scene, `${key}~1`);
  return [Math.round(seen(node)[0] as number), Math.round(seen(node, 100, 0)[0] as number)];
};
const textWidth = (scene: Scene, key: string): number => {
  const { matrix } = nodeOf(scene, key);
  return matrix[0] as number;
};

describe('a map that is zoomed', () => {
  const focused = { focus: 'C', focusRoom: 0, dim: 0.5 };
  test('shows all of it, or the focus in its place; words stay as large as they are', () => {
    const whole = sceneOf(template(focused), allRed);
    evaluate(whole, holding);
    expect(across(whole, 'c')).toEqual([300, 400]);
    const near = sceneOf(template({ ...focused, zoomed: 1 }), allRed);
    evaluate(near, holding);
    // As high as the box, in the middle of it.
    expect(across(near, 'c')).toEqual([250, 350]);
    expect(textWidth(near, 'c~0name')).toBe(1);
    expect(nodeOf(near, 'a~1').opacity).toBe(0.5);
    expect(nodeOf(near, 'c~1').opacity).toBe(1);
    // Nothing is redrawn: regions are scaled geometry.
    expect(nodeOf(near, 'c~1').kind).toBe('area');
  });

  test('goes there by a track, its regions together: no gap opens between neighbours', () => {
    const zoom = makeTrack('z', 'map', 'zoomed', [[0, -1, 'linear'], [40, 0]]); // prettier-ignore
    const tall = { h: 300, focus: 'C', focusRoom: 0, zoomed: 1 };
    const scene = sceneOf(template(tall, [zoom]), allRed);
    const at = (frame: number): number[] => {
      evaluate(scene, entering(frame));
      const [b, c] = [across(scene, 'b'), across(scene, 'c')];
      expect(b[1]).toBe(c[0]);
      return c;
    };
    const [from, middle, to] = [at(0), at(20), at(40)];
    expect(from).toEqual([300, 400]);
    expect((middle[1] as number) - (middle[0] as number)).toBeGreaterThan(100);
    expect((to[1] as number) - (to[0] as number)).toBeCloseTo(300, 1);
    // Any frame is the same whatever came before it.
    expect(at(20)).toEqual(middle);
  });

  test('in a Change its view goes from the old focus to the new one, and is at both ends what it is at rest', () => {
    const own = template({ zoomed: 1, focusBy: 'changed', columns: { ...newElement('map', 'm', '').columns, changed: 'At' }, focusRoom: 0 }); // prettier-ignore
    const at = (name: string): RowList => {
      const made = makeList('Rows', [{ key: 'name', name: 'Name', type: 'text' }, { key: 'At', name: 'At', type: 'number' }], names.map((key) => ({ key, cells: [key, key === name ? 2 : 1] }))); // prettier-ignore
      if ('code' in made) throw new Error(made.message);
      return made.list;
    };
    const scene = sceneOf(own, at('D'), { list: at('A') });
    const [before, after] = [sceneOf(own, at('A')), sceneOf(own, at('D'))];
    evaluate(before, holding);
    evaluate(after, holding);
    evaluate(scene, changing(0));
    expect(across(scene, 'b')).toEqual(across(before, 'b'));
    evaluate(scene, changing(40));
    expect(across(scene, 'b')).toEqual(across(after, 'b'));
    evaluate(scene, changing(20));
    const [left] = across(scene, 'b');
    expect(left).toBeLessThan(across(before, 'b')[0] as number);
    expect(left).toBeGreaterThan(across(after, 'b')[0] as number);
  });

  test('the frame in the locator is where what is seen is', () => {
    const scene = sceneOf(template({ focus: 'C', focusRoom: 0, zoomed: 1, locator: 'top-left', locatorW: 40 }), allRed); // prettier-ignore
    evaluate(scene, holding);
    const node = nodeOf(scene, '~0locator frame');
    const [left, right] = [seen(node)[0] as number, seen(node, 400, 0)[0] as number];
    const whole = seen(nodeOf(scene, '~0locator'));
    // A tenth of the map: what is seen is 400 px of it, about the middle of C at 250.
    expect([left - (whole[0] as number), right - (whole[0] as number)]).toEqual([5, 45]);
  });
});

describe('regions that turn', () => {
  const fillOf = (node: DisplayNode): unknown => (node.kind === 'area' ? node.fill : null);
  const [from, to] = [allRed, rows(blue, red, red, blue)];
  test('fade from colour to colour, those that did not turn as they were', () => {
    const scene = sceneOf(template(), to, { list: from });
    evaluate(scene, changing(0));
    expect(fillOf(nodeOf(scene, 'a~1'))).toBe(red);
    evaluate(scene, changing(40));
    expect([fillOf(nodeOf(scene, 'a~1')), fillOf(nodeOf(scene, 'b~1'))]).toEqual([blue, red]);
  });

  test('one after another where they are staggered, from the left', () => {
    const scene = sceneOf(template({ stagger: 1 }), to, { list: from });
    evaluate(scene, changing(20));
    expect([fillOf(nodeOf(scene, 'a~1')), fillOf(nodeOf(scene, 'd~1'))]).toEqual([blue, red]);
  });

  test('rise over the old fill, which is seen until it is covered', () => {
    const scene = sceneOf(template({ turnBy: 'rise' }), to, { list: from });
    const [old, now] = [nodeOf(scene, 'a~1', 'old'), nodeOf(scene, 'a~1', 'new')];
    evaluate(scene, changing(0));
    expect([old.visible, now.visible]).toEqual([true, false]);
    evaluate(scene, changing(20));
    expect([old.visible, now.visible, now.clipCount > old.clipCount]).toEqual([true, true, true]);
    evaluate(scene, changing(40));
    expect([old.visible, now.visible, fillOf(now)]).toEqual([false, true, blue]);
    // What did not turn is one and stands.
    expect(() => nodeOf(scene, 'b~1', 'old')).toThrow();
  });

  test('light up on their way, where they are told to', () => {
    const scene = sceneOf(template({ flash: 'flash', flashColour: '#ffffff' }), to, { list: from });
    evaluate(scene, changing(14));
    expect(String(fillOf(nodeOf(scene, 'a~1'))).toLowerCase()).toBe('#ffffff');
    evaluate(scene, changing(40));
    expect(fillOf(nodeOf(scene, 'a~1'))).toBe(blue);
  });

  test('enter in their sequence by a cascade', () => {
    const cascade = { ...newCascade('row'), overlap: 0 };
    const enter = [makeTrack('o', 'map', 'opacity', [[0, 0, 'linear'], [40, 1]], { cascade })]; // prettier-ignore
    const scene = sceneOf(template({ sequence: 'near', fromX: 1, fromY: 0.5 }, enter), allRed);
    evaluate(scene, entering(20));
    const opacity = (key: string): number => nodeOf(scene, `${key}~1`).opacity;
    expect(opacity('d')).toBe(1);
    expect(opacity('a')).toBe(0);
    expect(opacity('c')).toBeGreaterThan(opacity('b'));
  });
});
