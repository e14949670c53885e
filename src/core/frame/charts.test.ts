import { describe, expect, test } from '@jest/globals';
import { makeList, makeTrack, newCascade, newChange, newElement, newPhase, newTemplate, newTie, type Change, type ChartElement, type RowList, type Template, type Track } from '../show'; // prettier-ignore
import type { TextMeasure } from '../text';
import { evaluate, momentIn, prepareScene, type Moment, type Scene } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const listOf = (...rows: readonly (readonly [string, number])[]): RowList => {
  const made = makeList(
    'Teams',
    [{ key: 'name', name: 'Team', type: 'text' }, { key: 'points', name: 'Points', type: 'number' }],
    rows.map(([name, points]) => ({ key: name, cells: [name, points] })),
  ); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const bars = listOf(['Ox', 40], ['Tern', 20]);

/** A chart of 400 px by 300, at (100, 50), of bars without words. */
function template(given: Partial<ChartElement> = {}, enter: Track[] = [], change: Partial<Change> = {}): Template {
  const chart = newElement('chart', 'chart', 'Chart', {
    x: 100, y: 50, w: 400, h: 300, names: 'none', values: 'none', legend: 'none', thickness: 1, look: { size: 20 }, ...given,
  }); // prettier-ignore
  return newTemplate('t', 'T', {
    elements: { chart },
    order: ['chart'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [newTie('chart', 'list', 'b')],
    phases: { enter: { ...newPhase(40), tracks: enter }, idle: newPhase(0), exit: newPhase(10) },
    changes: [newChange('c', 'Rows', { frames: 20, swap: null, carryFrom: 0, carryTo: 20, carryEase: 'linear', ...change })],
  });
} // prettier-ignore
const sceneOf = (own: Template, to: RowList, from?: RowList): Scene =>
  prepareScene(own, { b: to }, measure, {
    change: from && { change: own.changes[0] as Change, from: { b: from } },
  });
const entering = (frame: number): Moment => ({ phase: 'enter', frame, enterFrame: null, time: 0 });
const changing = (frame: number): Moment => ({
  phase: 'hold',
  frame: 0,
  enterFrame: null,
  time: 0,
  change: frame,
});
const partOf = (scene: Scene, key: string, side = 'both') =>
  scene.parts.find((part) => part.path === `chart/${key}` && (part.side === 'both' || part.side === side));
/** Where a bar stands: its top, and its height, px. */
function bar(scene: Scene, key: string, side?: string): { top: number; h: number; x: number } {
  const node = partOf(scene, key, side)?.node;
  if (node?.kind !== 'rect') throw new Error(`no bar ${key}`);
  return { x: node.matrix[12] as number, top: node.matrix[13] as number, h: node.h };
}
const grow = (property: string, given: Partial<Track> = {}): Track =>
  makeTrack('g', 'chart', property, [[0, 0, 'linear'], [40, 1]], given); // prettier-ignore

describe('a chart that enters', () => {
  test('grows each bar from where its scale begins, its value along with it', () => {
    const scene = sceneOf(template({ values: 'auto', colours: ['#f2b632'] }, [grow('grow')]), bars);
    evaluate(scene, entering(40));
    const whole = bar(scene, 'Ox~1points');
    evaluate(scene, entering(20));
    const half = bar(scene, 'Ox~1points');
    expect(half.h).toBeCloseTo(whole.h / 2);
    expect(half.top + half.h).toBeCloseTo(whole.top + whole.h);
    const value = partOf(scene, 'Ox~1points~0value')?.node;
    expect(value?.kind === 'text' && value.layout.lines[0]?.text).toBe('20');
  });
  test('row by row in a cascade, or one series or row by itself', () => {
    const inTurn = sceneOf(
      template({}, [grow('grow', { cascade: { ...newCascade('row'), delay: 20 } })]),
      bars,
    );
    evaluate(inTurn, entering(10));
    expect(bar(inTurn, 'Ox~1points').h).toBeGreaterThan(0);
    expect(bar(inTurn, 'Tern~1points').h).toBeCloseTo(0);
    const alone = sceneOf(template({}, [grow('grow.r2')]), bars);
    evaluate(alone, entering(20));
    expect([bar(alone, 'Ox~1points').h, bar(alone, 'Tern~1points').h]).toEqual([300, 75]);
  });
  test('opens a ring from its beginning', () => {
    const scene = sceneOf(template({ form: 'pie' }, [grow('grow')]), bars);
    evaluate(scene, entering(20));
    const sweep = (key: string) => {
      const live = partOf(scene, key)?.live;
      return live?.kind === 'ellipse' ? [live.start, live.sweep] : [];
    };
    expect(sweep('Ox~1')).toEqual([0, 120]);
    expect(sweep('Tern~1').map(Math.round)).toEqual([120, 60]);
  });
});

describe('a chart in steps', () => {
  const track = (property: string, by: number): Track =>
    makeTrack(property, 'chart', property, [[0, 0, 'linear'], [40, by]]); // prettier-ignore
  const stepped = (given: Partial<ChartElement>, ...steps: readonly Track[][]): Template => ({
    ...template(given),
    steps: steps.map((tracks, i) => ({ id: `s${i}`, name: `Step ${i}`, ...newPhase(40), tracks })),
  });
  const opacityOf = (scene: Scene, key: string): number => partOf(scene, key)?.node.opacity ?? NaN;

  test('highlights one row: all others are dimmed, what is of no row stays', () => {
    const own = stepped({ ticks: 2, names: 'beside' }, [track('highlight.r2', 1)]);
    const scene = sceneOf(own, bars);
    const opacities = (step: string, frame: number): number[] => {
      evaluate(scene, momentIn(own, step, frame, 0, true));
      return ['Ox~1points', 'Ox~0name', 'Tern~1points', 'Tern~0name', '~0tick20'].map((key) => Math.round(opacityOf(scene, key) * 100) / 100);
    };
    expect(opacities('hold', 0)).toEqual([1, 1, 1, 1, 1]);
    expect(opacities('s0', 40)).toEqual([0.22, 0.22, 1, 1, 1]);
  }); // prettier-ignore
  test('goes from one highlight to the next without a flash of the others', () => {
    const three = listOf(['Ox', 40], ['Tern', 20], ['Skerry', 30]);
    const own = stepped(
      {},
      [track('highlight.r1', 1)],
      [track('highlight.r1', -1), track('highlight.r2', 1)],
    );
    const scene = sceneOf(own, three);
    for (const frame of [0, 10, 20, 30, 40]) {
      evaluate(scene, momentIn(own, 's1', frame, 0, true));
      expect(opacityOf(scene, 'Skerry~1points')).toBeCloseTo(0.22);
    }
    expect(opacityOf(scene, 'Tern~1points')).toBeCloseTo(1);
  });
  test('zooms to its stretch: the line grows about it, what is said of the whole goes before that of the stretch comes', () => {
    const rows = listOf(['R1', 10], ['R2', 40], ['R3', 20], ['R4', 30], ['R5', 35]);
    const own = stepped(
      { form: 'lines', dot: 10, lineW: 4, names: 'beside', nameLook: { size: 10 }, zoom: 0, seenFrom: 'R2', seenTo: 'R4' },
      [track('zoom', 1)],
    );
    const scene = sceneOf(own, rows);
    const seen = [0, 10, 20, 30, 40].map((frame) => {
      evaluate(scene, momentIn(own, 's0', frame, 0, true));
      return [opacityOf(scene, 'R5~0name'), opacityOf(scene, '~0near R4~0name')];
    });
    expect(seen).toEqual([[1, 0], [expect.closeTo(0.375), 0], [0, 0], [0, expect.closeTo(0.375)], [0, 1]]);
    // Half of the rows take the whole room.
    const line = partOf(scene, '~0line points');
    expect(line?.nowW).toBeCloseTo((line?.element.w ?? NaN) * 2);
  }); // prettier-ignore
});

describe('a chart under new rows', () => {
  test('takes each bar by its key from old to new, and the scale with it, never back', () => {
    const scene = sceneOf(template({ sort: 'largest' }), listOf(['Ox', 40], ['Tern', 80]), bars);
    const seen = [0, 5, 10, 15, 20].map((frame) => {
      evaluate(scene, changing(frame));
      return { ox: bar(scene, 'Ox~1points'), tern: bar(scene, 'Tern~1points') };
    });
    // Ox had the whole height and has half of it; it is overtaken.
    expect(seen.map(({ ox }) => ox.h)).toEqual([300, 262.5, 225, 187.5, 150]);
    expect(seen.map(({ tern }) => tern.h)).toEqual([150, 187.5, 225, 262.5, 300]);
    expect(seen.map(({ ox }) => ox.x)).toEqual([100, 150, 200, 250, 300]);
    for (const { ox } of seen) expect(ox.top + ox.h).toBeCloseTo(350);
  });
  test('lets what comes grow, and what goes shrink away', () => {
    const scene = sceneOf(template(), listOf(['Ox', 40], ['Skerry', 40]), bars);
    evaluate(scene, changing(20));
    expect(bar(scene, 'Skerry~1points', 'new').h).toBeCloseTo(300);
    evaluate(scene, changing(0));
    expect(bar(scene, 'Skerry~1points', 'new').h).toBeCloseTo(0);
    expect(bar(scene, 'Tern~1points', 'old').h).toBeCloseTo(150);
    evaluate(scene, changing(9));
    const goes = bar(scene, 'Tern~1points', 'old').h;
    expect(goes).toBeGreaterThan(0);
    expect(goes).toBeLessThan(150);
  });
  test('bends a line from one to the other, point by point', () => {
    const own = template({ form: 'lines', dot: 0, lineW: 4 });
    const scene = sceneOf(own, listOf(['a', 100], ['b', 50]), listOf(['a', 100], ['b', 100]));
    const ends = (frame: number): number[] => {
      evaluate(scene, changing(frame));
      const live = partOf(scene, '~0line points')?.live;
      return live?.kind === 'path' ? (live.subpaths[0]?.points.map(({ y }) => y) ?? []) : [];
    };
    const [from, middle, to] = [ends(0), ends(10), ends(20)].map(([, y]) => y as number) as [
      number,
      number,
      number,
    ];
    expect(from).toBeCloseTo(ends(0)[0] as number);
    expect(to).toBeGreaterThan(from);
    expect(middle).toBeCloseTo((from + to) / 2);
  });
  test('is the same frame whatever frames came before it', () => {
    const scene = sceneOf(template({ sort: 'largest' }), listOf(['Ox', 40], ['Tern', 80]), bars);
    evaluate(scene, changing(7));
    const once = { ...bar(scene, 'Ox~1points') };
    evaluate(scene, changing(20));
    evaluate(scene, changing(7));
    expect(bar(scene, 'Ox~1points')).toEqual(once);
  });
  test('keeps what is alike as it is: a mark with nothing new is the same element', () => {
    const own = template();
    const [one, two] = [sceneOf(own, bars), sceneOf(own, listOf(['Ox', 40], ['Tern', 10]))];
    const element = (scene: Scene, key: string) => partOf(scene, key)?.element;
    expect(element(two, 'Ox~1points')).toBe(element(one, 'Ox~1points'));
    expect(element(two, 'Tern~1points')).not.toBe(element(one, 'Tern~1points'));
  });
});

describe('a window onto the last seconds', () => {
  const every = 10;
  /** A value each ten seconds up to a moment, higher with each. */
  const until = (to: number): RowList => {
    const made = makeList(
      'Wind',
      [
        { key: 'at', name: 'At', type: 'date' },
        { key: 'gust', name: 'Gust', type: 'number' },
      ],
      Array.from({ length: 12 }, (_, i) => {
        const at = to - (11 - i) * every;
        return { key: String(at), cells: [at * 1000, (at - 800) / 4] };
      }),
    );
    if ('code' in made) throw new Error(made.message);
    return made.list;
  };
  const own = template({
    form: 'lines',
    window: 60,
    dot: 10,
    lineW: 4,
    ends: 'fixed',
    least: 0,
    greatest: 100,
  });
  const onAir = (to: number): Scene =>
    prepareScene(own, { b: until(to) }, measure, { runs: { lists: {}, stops: [], anchors: {} } });
  const hold = (time: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time });
  /** Px at which the value of a moment is seen. */
  const xOf = (scene: Scene, at: number): number => {
    const part = partOf(scene, '~0window/~0line gust') ?? partOf(scene, '~0line gust');
    const trace = scene.rest.instances.all.get('chart/~0line gust')?.mark?.trace;
    const point = trace?.points.find(({ key }) => key === String(at));
    return 100 + (point?.x ?? NaN) + (part?.alongX ?? NaN);
  };
  test('moves on with the clock, and stands where it was when rows come: no value makes a step', () => {
    const [before, after] = [onAir(1000), onAir(1010)];
    evaluate(before, hold(1012));
    evaluate(after, hold(1012));
    for (const at of [960, 990, 1000]) expect(xOf(after, at)).toBeCloseTo(xOf(before, at));
    const first = xOf(before, 980);
    evaluate(before, hold(1013));
    const { perSecond } = before.rest.instances.drifts[0]?.drift ?? { perSecond: NaN };
    expect(first - xOf(before, 980)).toBeCloseTo(perSecond);
  });
  test('has its last dot on the line at its end, at any moment', () => {
    const scene = onAir(1000);
    const dotAt = (time: number): number => {
      evaluate(scene, hold(time));
      return partOf(scene, '~0last gust')?.alongY ?? NaN;
    };
    // It is a step and a half behind: at 1010 it shows 995.
    const [a, b] = [dotAt(1010), dotAt(1015)];
    expect(b).toBe(0);
    expect(a).toBeGreaterThan(0);
  });
  test('stands still where nothing comes, and out of the air', () => {
    const scene = onAir(1000);
    evaluate(scene, hold(1046));
    const stood = xOf(scene, 990);
    evaluate(scene, hold(9999));
    expect(xOf(scene, 990)).toBe(stood);
    const build = prepareScene(own, { b: until(1000) }, measure);
    evaluate(build, hold(9999));
    expect(xOf(build, 1000)).toBeCloseTo(495);
  });
});
