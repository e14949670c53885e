// The renderer by itself: pixels at chosen places against what they must be, worked out by hand.
import { expect, test, type Page } from '@playwright/test';
import { buildSync } from 'esbuild';
import type { Rig, Said } from './render-page';

let page: Page;
test.beforeAll(async ({ browser }) => {
  const bundle = buildSync({
    entryPoints: ['e2e/render-page.ts'],
    bundle: true,
    format: 'iife',
    write: false,
    // Scripts that come late, and a library of fonts: not wanted here.
    external: ['*?inline', 'opentype.js'],
  });
  page = await browser.newPage();
  await page.goto('about:blank');
  await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
});
test.afterAll(() => page.close());

type Point = readonly [number, number];
const [width, height] = [200, 120];
const colours = (
  said: readonly Said[],
  points: readonly Point[],
  mode?: 'fill' | 'key',
): Promise<number[][]> =>
  page.evaluate(([s, p, m, w, h]) => (globalThis as unknown as { rig: Rig }).rig.colours(s, p, w, h, m), [
    said,
    points,
    mode,
    width,
    height,
  ] as const);

/** Every part of every colour within so many levels of what it must be. */
function near(
  given: readonly (readonly number[])[],
  wanted: readonly (readonly number[])[],
  levels = 2,
): void {
  const far = given.flatMap((colour, i) =>
    colour.some(
      (part, k) => Math.abs(part - (wanted[i]?.[k] ?? NaN)) > levels || wanted[i]?.[k] === undefined,
    )
      ? [`${i}: ${colour.join(' ')} for ${wanted[i]?.map((part) => Math.round(part)).join(' ')}`]
      : [],
  );
  expect(far).toEqual([]);
}
const none = [0, 0, 0, 0];
const rect = (x: number, y: number, w: number, h: number, fill: unknown, more: Partial<Said> = {}): Said => ({
  kind: 'rect',
  at: [x, y],
  w,
  h,
  radii: [0, 0, 0, 0],
  fill,
  ...more,
});

test('every program that quads may need is one', async () => {
  expect(await page.evaluate(() => (globalThis as unknown as { rig: Rig }).rig.refused())).toEqual([]);
});

test('a fill covers its box: a half pixel by half, round corners round, half seen by half', async () => {
  near(
    await colours(
      [
        rect(10, 10, 50.5, 40, '#c04020'),
        rect(100, 10, 60, 60, '#ffffff', { radii: [30, 30, 30, 30] }),
        rect(10, 80, 40, 20, '#ffffff', { opacity: 0.5 }),
        rect(60, 80, 40, 20, '#ff000080'),
      ],
      [[30, 30], [60, 30], [62, 30], [101, 11], [130, 40], [30, 90], [80, 90], [9, 30], [10, 30]], // prettier-ignore
    ),
    [[192, 64, 32, 255], [96, 32, 16, 128], none, none, [255, 255, 255, 255], [128, 128, 128, 128], [128, 0, 0, 128], none, [192, 64, 32, 255]], // prettier-ignore
  );
});

test('a gradient runs from corner to corner, or out from its middle', async () => {
  const stops = [
    { at: 0, colour: '#000000' },
    { at: 1, colour: '#ff0000' },
  ];
  const angled = rect(0, 0, 100, 100, { kind: 'linear', angle: 45, stops });
  const round = rect(100, 0, 100, 100, { kind: 'radial', x: 0.5, y: 0.5, radius: 1, stops });
  const at = (x: number, y: number): number => (255 * Math.hypot(x - 150, y - 50)) / Math.hypot(50, 50);
  near(await colours([angled, round], [[0, 0], [50, 50], [99, 99], [99, 0], [150, 50], [180, 50], [199, 99]]), [
    [1, 0, 0, 255],
    [129, 0, 0, 255],
    [254, 0, 0, 255],
    [127, 0, 0, 255],
    [1, 0, 0, 255],
    [at(180.5, 50.5), 0, 0, 255],
    [at(199.5, 99.5), 0, 0, 255],
  ]); // prettier-ignore
});

test('words lie in their box; between two pixels they are of both, by how near they lie', async () => {
  const words = (x: number, y: number): Said => ({
    kind: 'text',
    at: [x, y],
    text: 'Hill',
    colour: '#ffffff',
  });
  const column = async (y: number): Promise<number[]> =>
    (
      await colours(
        [words(20, y)],
        Array.from({ length: height }, (_, row) => [24, row] as const),
      )
    ).map((colour) => colour[3] as number);
  const [whole, moved] = [await column(20), await column(20.3)];
  expect(whole.filter((alpha) => alpha > 200).length).toBeGreaterThan(20);
  expect(whole.slice(0, 18).every((alpha) => alpha === 0)).toBe(true);
  for (let row = 1; row < height; row += 1)
    expect(Math.abs((moved[row] as number) - 0.7 * (whole[row] as number) - 0.3 * (whole[row - 1] as number))).toBeLessThanOrEqual(2); // prettier-ignore
});

test('a mask cuts to where it is, inverted to where it is not; several cut one after the other', async () => {
  const masked = (x: number, masks: Said['masks']): Said => ({
    kind: 'group',
    children: [rect(x, 10, 60, 60, '#00ff00')],
    masks: masks ?? [],
  });
  const half = (x: number): Said => rect(x, 0, 30, 120, '#ffffff');
  near(
    await colours(
      [
        masked(10, [{ node: half(10) }]),
        masked(80, [{ node: half(80), inverted: true }]),
        masked(140, [{ node: half(140) }, { node: rect(0, 40, 200, 80, '#ffffff80') }]),
      ],
      [[20, 40], [60, 40], [90, 40], [130, 40], [150, 20], [150, 60], [190, 60]], // prettier-ignore
    ),
    [[0, 255, 0, 255], none, none, [0, 255, 0, 255], none, [0, 128, 0, 128], none], // prettier-ignore
  );
});

test('a soft mask fades over its edge and no further', async () => {
  const said: Said = {
    kind: 'group',
    children: [rect(0, 0, 200, 120, '#ffffff')],
    masks: [{ node: rect(0, 0, 100, 120, '#ffffff'), soft: 20 }],
  };
  const row = (await colours([said], Array.from({ length: width }, (_, x) => [x, 60] as const))).map((c) => c[3] as number); // prettier-ignore
  expect(row[60]).toBeGreaterThan(252);
  expect(row[140]).toBeLessThan(3);
  expect(Math.abs((row[99] as number) + (row[100] as number) - 255)).toBeLessThanOrEqual(6);
  for (let x = 61; x < 140; x += 1) expect(row[x]).toBeLessThanOrEqual((row[x - 1] as number) + 1);
});

/** W3C Compositing and Blending Level 1, section 10, for one part: b is behind, s in front. */
const blended: Readonly<Record<string, (b: number, s: number) => number>> = {
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => (b <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s)),
  darken: Math.min,
  lighten: Math.max,
  add: (b, s) => Math.min(1, b + s),
  difference: (b, s) => Math.abs(b - s),
};

test('each blend mode joins what is behind, and above clear ground is plain', async () => {
  for (const [blend, of] of Object.entries(blended))
    near(
      await colours([rect(0, 0, 100, 100, '#cc6633'), rect(50, 0, 100, 100, '#3399e6', { blend })], [[75, 50], [125, 50], [25, 50]]), // prettier-ignore
      [
        [
          [0.8, 0.2],
          [0.4, 0.6],
          [0.2, 0.9],
        ]
          .map(([b, s]) => of(b as number, s as number) * 255)
          .concat(255),
        [51, 153, 230, 255],
        [204, 102, 51, 255],
      ],
    );
});

test('a group that is half seen is so as one; its shadow does not show through it, and a mask cuts the shadow', async () => {
  const children = [rect(10, 10, 60, 60, '#ff0000'), rect(40, 10, 60, 60, '#0000ff')];
  const shadow = { blur: 0, shadow: { colour: '#000000', x: 0, y: 30, blur: 0 }, glow: null };
  near(
    await colours(
      [{ kind: 'group', isolated: true, opacity: 0.5, children, effects: shadow }],
      [[30, 40], [60, 40], [30, 85], [30, 105]], // prettier-ignore
    ),
    [[128, 0, 0, 128], [0, 0, 128, 128], [0, 0, 0, 128], none], // prettier-ignore
  );
  near(
    await colours(
      [{ kind: 'group', children, effects: shadow, masks: [{ node: rect(0, 0, 30, 120, '#ffffff') }] }],
      [[20, 40], [20, 85], [60, 85]], // prettier-ignore
    ),
    [[255, 0, 0, 255], [0, 0, 0, 255], none], // prettier-ignore
  );
});

test('a blur keeps what there is: as much light as before, even from beyond the edge of the canvas', async () => {
  const effects = { blur: 12, shadow: null, glow: null };
  const sum = async (said: Said): Promise<number> =>
    page.evaluate(
      ([s, w, h]) => (globalThis as unknown as { rig: Rig }).rig.draw([s], w, h).reduce((all, part, i) => all + (i % 4 === 3 ? part : 0), 0) / 255, // prettier-ignore
      [said, width, height] as const,
    );
  expect(Math.abs((await sum(rect(80, 40, 40, 40, '#ffffff', { effects }))) - 1600)).toBeLessThan(16);
  // Half of it lies outside; what is seen is half of what it is inside.
  expect(Math.abs((await sum(rect(-20, 40, 40, 40, '#ffffff', { effects }))) - 800)).toBeLessThan(16);
});

test('fill and key are the picture over black and its opacity', async () => {
  const said = [rect(0, 0, 100, 100, '#ff8000', { opacity: 0.5 })];
  near(await colours(said, [[50, 50], [150, 50]], 'fill'), [[128, 64, 0, 255], [0, 0, 0, 255]]); // prettier-ignore
  near(await colours(said, [[50, 50], [150, 50]], 'key'), [[128, 128, 128, 255], [0, 0, 0, 255]]); // prettier-ignore
});

test('clips and wipes cut alike, straight, round and by the outline', async () => {
  const cut = { left: 20, top: 20, right: 60, bottom: 100, inverse: Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1) }; // prettier-ignore
  near(
    await colours(
      [
        rect(0, 0, 90, 120, '#ffffff', { clips: [{ ...cut }] }),
        rect(100, 0, 40, 120, '#ffffff', { clips: [{ ...cut, left: 120, top: 60, round: 15 }] }),
        rect(150, 0, 40, 120, '#ffffff', { slides: [20, 0, 0, 0] }),
      ],
      [[40, 60], [10, 60], [80, 60], [40, 110], [120, 60], [120, 80], [160, 60], [180, 60]], // prettier-ignore
    ),
    [[255, 255, 255, 255], none, none, none, [255, 255, 255, 255], none, none, [255, 255, 255, 255]], // prettier-ignore
  );
});

test('a box in perspective covers what its projected corners enclose; clips and masks lie in its plane', async () => {
  // Turned about its left edge at (20, 20), so that its right goes back: w grows by 1/100 a px.
  const matrix = [1, 0.2, 0, 0.01, 0, 1, 0, 0, 0, 0, 1, 0, 20, 20, 0, 1];
  const box = (more: Partial<Said>): Said => ({ ...rect(0, 0, 100, 60, '#ffffff'), matrix, ...more });
  // (u, v) is seen at ((u + 20) / w, (0.2 u + v + 20) / w), w = 1 + u / 100: corners (20, 20), (60, 20), (20, 80), (60, 50).
  const at: Point[] = [[22, 22], [58, 22], [22, 76], [58, 46], [62, 30], [58, 56], [22, 84], [18, 40], [40, 62], [40, 67]]; // prettier-ignore
  const white = [255, 255, 255, 255];
  const inside = [white, white, white, white, none, none, none, none, white, none];
  near(await colours([box({})], at), inside);
  near(await colours([box({ radii: [1, 1, 1, 1] })], at), inside);
  // The right half of its own px, which begins at u = 50: seen at (70 / 1.5) = 46.7.
  const plane = { inverse: homography(matrix), left: 50, top: 0, right: 100, bottom: 60 };
  const before: Point = [44, 40];
  const behind: Point = [49, 40];
  near(await colours([box({ clips: [plane] })], [before, behind]), [none, white]);
  // A box of the canvas cuts it where that is; and what lies flat is cut by a box in space.
  const straight = { left: 0, top: 0, right: 40, bottom: 120 };
  near(await colours([box({ clips: [straight] })], [[38, 40], [43, 40]]), [white, none]); // prettier-ignore
  near(await colours([rect(0, 0, 200, 120, '#ffffff', { clips: [plane] })], [before, behind, [62, 30]]), [none, white, none]); // prettier-ignore
  // Drawn apart, cut by a mask and blurred by nothing, it lies where it lay.
  const masked = box({ masks: [{ node: box({ w: 50 }) }] });
  near(await colours([masked], [before, behind]), [white, none]);
  const group: Said = { kind: 'group', isolated: true, opacity: 0.5, children: [box({})] };
  near(await colours([group], [[40, 40], [62, 30]]), [[128, 128, 128, 128], none]); // prettier-ignore
});

test('a picture of its own lies as one: cut to its canvas, turned in space, as sharp as it is seen', async () => {
  const inner = [rect(0, 0, 50, 60, '#c04020'), rect(50, 0, 90, 60, '#2040c0'), { kind: 'text', at: [8, 8], text: 'W', size: 30, colour: '#ffffff' } as Said]; // prettier-ignore
  const surface = (more: Partial<Said>): Said => ({
    kind: 'surface',
    w: 100,
    h: 60,
    children: inner,
    ...more,
  });
  // Upright it is what its parts are, but for what lies beyond its canvas.
  const moved = inner.map((own): Said => ({
    ...own,
    at: [30 + (own.at?.[0] ?? 0), 20 + (own.at?.[1] ?? 0)],
  }));
  const points: Point[] = [[32, 22], [60, 60], [90, 60], [128, 78], [132, 50], [29, 50], [43, 40], [47, 45]]; // prettier-ignore
  const parts = await colours(moved, points);
  near(await colours([surface({ at: [30, 20] })], points), parts.map((own, i) => (i === 4 ? none : own))); // prettier-ignore
  // In space its middle line, u = 50, is seen at x = 20 + 50 / 1.5.
  const matrix = [1.2, 0.2, 0, 0.01, 0, 1, 0, 0, 0, 0, 1, 0, 20, 20, 0, 1];
  const [red, blue] = [[192, 64, 32, 255], [32, 64, 192, 255]]; // prettier-ignore
  near(await colours([surface({ matrix, children: inner.slice(0, 2) })], [[50, 40], [56, 40], [68, 40], [72, 40], [22, 76], [66, 56]]), [red, blue, blue, none, red, none] as number[][]); // prettier-ignore
  // Half seen, half is seen of all of it; a picture in a picture is one too.
  const nested = surface({ at: [30, 20], opacity: 0.5, children: [surface({ children: inner })] });
  near(await colours([nested], [[32, 70], [110, 70]]), [[96, 32, 16, 128], [16, 32, 96, 128]]); // prettier-ignore
});

test('in a space of its own what is nearer is seen, and what stands through another is cut where they meet', async () => {
  // Row 2 is how near each is: the first lies at 0, the second comes forward by 1 a px right of its middle, x = 80.
  const lying = rect(20, 20, 120, 80, '#c04020');
  const rising = rect(0, 0, 120, 40, '#2040c0', {
    matrix: [1, 0, 1, 0, 0, 1, 0, 0, 0, 0, 1, 0, 20, 40, -60, 1],
  });
  const points: Point[] = [[40, 60], [76, 60], [84, 60], [120, 60], [120, 90], [10, 60]]; // prettier-ignore
  const [red, blue, none] = [[192, 64, 32, 255], [32, 64, 192, 255], [0, 0, 0, 0]]; // prettier-ignore
  const seen = [red, red, blue, blue, red, none];
  for (const order of [
    [lying, rising],
    [rising, lying],
  ]) {
    // prettier-ignore
    near(await colours([{ kind: 'group', inDepth: true, children: order }], points), seen);
    near(await colours([{ kind: 'surface', w: 200, h: 120, inDepth: true, children: order }], points), seen);
  }
  near(await colours([{ kind: 'group', children: [lying, rising] }], points), [blue, blue, blue, blue, red, none]); // prettier-ignore
  // What shows through lies over what is behind it, whichever was given first.
  const pane = rect(20, 40, 120, 40, '#ffffff80', { matrix: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 20, 40, 30, 1], w: 120, h: 40 }); // prettier-ignore
  const over = await colours([{ kind: 'group', inDepth: true, children: [{ ...pane, at: undefined } as Said, lying] }], [[40, 60]]); // prettier-ignore
  near(over, [[224, 160, 144, 255]]);
});

test('what is filled by a picture shows it where it is itself, over its box, and fades and casts a shadow as one', async () => {
  const half = [rect(0, 0, 50, 60, '#c04020'), rect(50, 0, 50, 60, '#2040c0')];
  const surface: Said = { kind: 'surface', w: 100, h: 60, children: half };
  const box = rect(40, 20, 120, 36, '#ffffff', {
    radii: [18, 18, 18, 18],
    filledBy: { surface, fit: 'stretch' },
  });
  const [red, blue, none] = [[192, 64, 32, 255], [32, 64, 192, 255], [0, 0, 0, 0]]; // prettier-ignore
  const points: Point[] = [[70, 38], [98, 38], [102, 38], [150, 38], [42, 22], [158, 54]]; // prettier-ignore
  near(await colours([box], points), [red, red, blue, blue, none, none]);
  near(await colours([{ ...box, opacity: 0.5 }], [[70, 38]]), [[96, 32, 16, 128]]);
  // Covering, what reaches beyond the box is cut off: 120 wide it would be 72 high.
  const cover = { ...box, filledBy: { surface: { ...surface, children: [rect(0, 0, 100, 14, '#2040c0'), rect(0, 14, 100, 46, '#c04020')] }, fit: 'cover' as const } }; // prettier-ignore
  near(
    await colours(
      [cover],
      [
        [100, 23],
        [100, 50],
      ],
    ),
    [red, red],
  );
  const shadow = { blur: 0, shadow: { colour: '#000000', x: 0, y: 30, blur: 0 }, glow: null };
  near(
    await colours(
      [{ ...box, effects: shadow }],
      [
        [70, 70],
        [70, 38],
      ],
    ),
    [[0, 0, 0, 255], red],
  );
  // Letters too; and one picture that fills two is drawn once.
  const letters: Said = { kind: 'text', at: [10, 10], text: 'H', size: 90, colour: '#ffffff', filledBy: { surface: { ...surface, children: [rect(0, 0, 100, 60, '#c04020')] }, fit: 'stretch' } }; // prettier-ignore
  const inLetters = await page.evaluate((own) => (globalThis as unknown as { rig: Rig }).rig.draw([own], 200, 120), letters); // prettier-ignore
  const solid = inLetters.filter((_, i) => i % 4 === 3 && (inLetters[i] ?? 0) > 250).length;
  expect(solid).toBeGreaterThan(300);
  for (let i = 0; i < inLetters.length; i += 4)
    if ((inLetters[i + 3] ?? 0) > 250) expect([inLetters[i], inLetters[i + 2]]).toEqual([expect.closeTo(192, -1), expect.closeTo(32, -1)]); // prettier-ignore
});

test('a graphic on a larger canvas is drawn as sharp as one that was made for it, and its effects reach as far', async () => {
  const by = [2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 1, 0, 20, 20, 0, 1];
  const shadow = (far: number) => ({ blur: 0, shadow: { colour: '#000000', x: far, y: far, blur: 2 * far }, glow: null }); // prettier-ignore
  const drawn = (own: Said, density: number): Promise<number[]> =>
    page.evaluate(([s, d]) => (globalThis as unknown as { rig: Rig }).rig.draw([s], 200, 120, 'full', 1, d), [
      own,
      density,
    ] as const);
  const cast = await drawn(rect(0, 0, 40, 25, '#ffffff', { matrix: by, effects: shadow(3) }), 2);
  const made = await drawn(rect(20, 20, 80, 50, '#ffffff', { effects: shadow(6) }), 1);
  expect(cast.reduce((most, value, i) => Math.max(most, Math.abs(value - (made[i] ?? 0))), 0)).toBeLessThanOrEqual(2); // prettier-ignore
  // Sharp words have few pixels that they cover in part.
  const words = (size: number): Said => ({ kind: 'text', text: 'Skerry', size, colour: '#ffffff' });
  const edges = (pixels: readonly number[]): number => pixels.filter((value, i) => i % 4 === 3 && value > 20 && value < 235).length; // prettier-ignore
  const large = edges(await drawn({ ...words(20), matrix: by }, 2));
  expect(large / edges(await drawn({ ...words(40), at: [20, 20] }, 1))).toBeLessThan(1.1);
});

test('words shown small are the mean of what each pixel covers of them', async () => {
  const words = (by: number): Said => ({ kind: 'text', matrix: [by, 0, 0, 0, 0, by, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1], text: 'Skerry', size: 50, colour: '#ffffff' }); // prettier-ignore
  const [large, small] = await page.evaluate(
    (both) => both.map((own) => (globalThis as unknown as { rig: Rig }).rig.draw([own], 200, 120)),
    [words(1), words(0.2)],
  );
  let most = 0;
  for (let y = 0; y < 24; y += 1)
    for (let x = 0; x < 40; x += 1) {
      let sum = 0;
      for (let k = 0; k < 25; k += 1) sum += large?.[((y * 5 + Math.floor(k / 5)) * 200 + x * 5 + (k % 5)) * 4 + 3] ?? 0; // prettier-ignore
      most = Math.max(most, Math.abs(sum / 25 - (small?.[(y * 200 + x) * 4 + 3] ?? 0)));
    }
  expect(most).toBeLessThanOrEqual(3);
});

/** The way back from the canvas into a plane: the inverse of the rows and columns of x, y and w, by Cramer's rule. */
function homography(m: readonly number[]): Float64Array {
  const n = (i: number): number => m[i] as number;
  const [a, b, c, d, e, f, g, h, i] = [n(0), n(4), n(12), n(1), n(5), n(13), n(3), n(7), n(15)];
  const by = 1 / (a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g));
  // prettier-ignore
  const rows = [e * i - f * h, c * h - b * i, b * f - c * e, f * g - d * i, a * i - c * g, c * d - a * f, d * h - e * g, b * g - a * h, a * e - b * d];
  const r = (k: number): number => (rows[k] as number) * by;
  return Float64Array.of(r(0), r(3), 0, r(6), r(1), r(4), 0, r(7), 0, 0, 1, 0, r(2), r(5), 0, r(8));
}

/** A fixed series of numbers from 0 to 1 (mulberry32). */
function randoms(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

test('many in few draws look as one drawn after the other', async () => {
  for (let seed = 1; seed <= 6; seed += 1) {
    const next = randoms(seed);
    const colour = (): string => `#${Math.floor(next() * 0xffffff).toString(16).padStart(6, '0')}`; // prettier-ignore
    const said = Array.from({ length: 24 }, (): Said => {
      const [x, y, turn] = [next() * 160, next() * 90, next() < 0.5 ? 0 : next() * 3];
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const more: Partial<Said> = { matrix: [c, s, 0, 0, -s, c, 0, 0, 0, 0, 1, 0, x, y, 0, 1], opacity: 0.3 + 0.7 * next() }; // prettier-ignore
      const kind = Math.floor(next() * 5);
      if (kind === 0) return { kind: 'text', text: 'Wind', size: 20, colour: colour(), ...more };
      const r = next() * 10;
      const own = rect(0, 0, 10 + next() * 60, 10 + next() * 40, colour(), { radii: [r, r, r, r], ...more });
      if (kind === 4)
        return { ...own, matrix: more.matrix?.map((n, i) => (i === 3 ? 0.004 * next() : n)) ?? [] };
      if (kind === 1) return { ...own, clips: [{ left: 20, top: 20, right: 150, bottom: 90 }] };
      if (kind === 2)
        return { kind: 'group', children: [own], masks: [{ node: rect(30, 10, 120, 90, '#ffffff') }] };
      return own;
    });
    const levels = await page.evaluate(
      ([s, w, h]) => (globalThis as unknown as { rig: Rig }).rig.apartFromOneByOne(s, w, h),
      [said, width, height] as const,
    );
    // Each of those that lie on one another is rounded twice there, and once here.
    expect(levels).toBeLessThanOrEqual(8);
  }
});

test('forty words and forty boxes that do not overlap need few draws, masks one page of pixels', async () => {
  const said = Array.from({ length: 40 }, (_, i): Said => {
    const [x, y] = [(i % 5) * 40, Math.floor(i / 5) * 15];
    const children: Said[] = [
      rect(x, y, 38, 13, '#204060'),
      { kind: 'text', at: [x + 2, y + 1], text: `W${i}`, size: 9, colour: '#ffffff' },
    ];
    return { kind: 'group', children, masks: i < 4 ? [{ node: rect(x, y, 30, 10, '#ffffff') }] : [] };
  });
  const counts = await page.evaluate(
    ([s, w, h]) => {
      const { rig } = globalThis as unknown as { rig: Rig };
      rig.draw(s, w, h);
      return rig.counts();
    },
    [said, width, height] as const,
  );
  expect(counts.draws).toBeLessThanOrEqual(16);
  expect(counts.targets).toBeLessThanOrEqual(8);
});

test('graphics that are lost come back with the same picture', async () => {
  const said: Said[] = [
    rect(10, 10, 80, 40, '#c04020'),
    { kind: 'text', at: [20, 20], text: 'Marram', colour: '#ffffff' },
    { kind: 'group', children: [rect(100, 10, 80, 80, '#20c040')], masks: [{ node: rect(100, 10, 40, 80, '#ffffff') }] }, // prettier-ignore
  ];
  const isSame = await page.evaluate(
    ([s, w, h]) => (globalThis as unknown as { rig: Rig }).rig.losesAndDraws(s, w, h),
    [said, width, height] as const,
  );
  expect(isSame).toBe(true);
});

test('where a machine cannot keep up, a picture of its own is new in every other picture, and nothing is owed for long', async () => {
  const [red, green, blue, white] = [[255, 0, 0, 255], [0, 255, 0, 255], [0, 0, 255, 255], [255, 255, 255, 255]]; // prettier-ignore
  const after = (relief: 0 | 1 | 2 | 3) =>
    page.evaluate((r) => (globalThis as unknown as { rig: Rig }).rig.relieved(r, [[40, 40], [112, 60], [150, 60]]), relief); // prettier-ignore
  const whole = await after(0);
  near(
    whole.map(({ colours: [own] }) => own ?? none),
    [red, green, blue, blue] as number[][],
  );
  expect(whole.some(({ owes }) => owes)).toBe(false);
  const half = await after(1);
  near(
    half.map(({ colours: [own] }) => own ?? none),
    [red, red, blue, blue] as number[][],
  );
  expect(half.map(({ owes }) => owes)).toEqual([false, true, false, false]);
  // Blur is left out last: then a box has its edge.
  const [soft, hard] = [whole[0]?.colours[1]?.[3] ?? 0, (await after(3))[0]?.colours[1]?.[3]];
  expect(soft).toBeLessThan(200);
  expect(hard).toBe(255);
  near([whole[0]?.colours[2] ?? none], [white as number[]], 20);
});

test('an inset as large as its template is its picture, pixel for pixel', async () => {
  expect(await page.evaluate(() => (globalThis as unknown as { rig: Rig }).rig.insetAgainstAlone())).toBeLessThanOrEqual(2); // prettier-ignore
});

test('a floor reflects what stands over it, fading and tinted, and what is over it hides none of it', async () => {
  const seen = (given: object) =>
    page.evaluate(([p, g]) => (globalThis as unknown as { rig: Rig }).rig.overFloor(p, g), [[[80, 70], [80, 90], [120, 90], [120, 110], [30, 90]], given] as const); // prettier-ignore
  // 10 px from the floor a quarter is gone of 40, 30 px away three quarters.
  near(await seen({}), [[255, 0, 0, 255], [191, 0, 0, 191], [191, 191, 191, 191], [64, 64, 64, 64], none], 8); // prettier-ignore
  near(await seen({ tint: '#ff8000', reach: 0 }), [[255, 0, 0, 255], [255, 0, 0, 255], [255, 128, 0, 255], [255, 128, 0, 255], none], 3); // prettier-ignore
});

test('a hundred groups in one another, each with a blur and a mask, end in a picture', async () => {
  const seen = await page.evaluate(
    ([w, h]) => (globalThis as unknown as { rig: Rig }).rig.nested(100, [[90, 60], [2, 2]], w, h), // prettier-ignore
    [width, height] as const,
  );
  near(seen, [[255, 255, 255, 255], none], 4);
});

test('what is larger than the machine has is drawn less sharp, and counted; it is never left out', async () => {
  const said: Said[] = [
    { kind: 'group', children: [rect(20, 20, 160, 80, '#c04020')], effects: { blur: 0, shadow: { colour: '#000000', x: 4, y: 4, blur: 2 }, glow: null } }, // prettier-ignore
    { kind: 'group', blend: 'multiply', children: [rect(60, 40, 80, 40, '#808080')] },
  ];
  const points: Point[] = [[40, 60], [100, 60], [10, 60]]; // prettier-ignore
  const { colours: seen, coarse } = await page.evaluate(
    ([s, p, w, h]) => (globalThis as unknown as { rig: Rig }).rig.onSmall(s, p, w, h, { side: 128 }),
    [said, points, width, height] as const,
  );
  near(seen, await colours(said, points));
  expect(coarse).toBeGreaterThan(0);
});

test('a machine that hands few numbers on to its pixels draws the same', async () => {
  const stops = [{ at: 0, colour: '#204060' }, { at: 1, colour: '#f2b632' }]; // prettier-ignore
  const clips = [{ left: 12, top: 0, right: 190, bottom: 100, round: -1, soft: 0 }, { left: 60, top: 50, right: 0, bottom: 0, round: 48, soft: 6 }]; // prettier-ignore
  const said: Said[] = [
    rect(
      0,
      0,
      200,
      120,
      { kind: 'linear', angle: 30, stops },
      { clips, radii: [9, 9, 9, 9], slides: [8, 0, 0, 0] },
    ),
    { kind: 'group', children: [rect(90, 20, 90, 70, '#40c080')], masks: [{ node: { kind: 'text', at: [90, 30], text: 'Mast', size: 40, colour: '#ffffff' } }] }, // prettier-ignore
    { kind: 'text', at: [20, 70], text: 'Hill 12', size: 30, colour: '#ffffff', clips, opacity: 0.7 },
  ];
  const points = Array.from({ length: 400 }, (_, i): Point => [(i * 37) % width, (i * 11) % height]);
  const { colours: seen } = await page.evaluate(
    ([s, p, w, h]) => (globalThis as unknown as { rig: Rig }).rig.onSmall(s, p, w, h, { varyings: 2 }),
    [said, points, width, height] as const,
  );
  near(seen, await colours(said, points));
  expect(new Set(seen.map(String)).size).toBeGreaterThan(40);
});

test('words wider than any texture are drawn whole and at their size, and nothing is seen of where their pieces meet', async () => {
  // Full blocks, 4000 of them: a row without a gap.
  const said: Said = { kind: 'text', text: '█'.repeat(4000), colour: '#ffffff', opacity: 0.5, size: 60 };
  const rowAt = async (x: number, y: number): Promise<number[]> =>
    (
      await colours(
        [{ ...said, at: [x, 20.4] }],
        Array.from({ length: width }, (_, column) => [column, y] as const),
      )
    ).map((colour) => colour[3] as number);
  // Pieces are 2000 px wide and begin a little before the words.
  for (const x of [-1880.3, -19880.7, -99900.5]) expect(new Set(await rowAt(x, 60))).toEqual(new Set([128]));
  // They are as high as alone.
  const top = (await colours([{ ...said, at: [-99900, 20] }], Array.from({ length: height }, (_, y) => [50, y] as const))).findIndex((c) => (c[3] ?? 0) > 0); // prettier-ignore
  const own = (await colours([{ ...said, text: '█'.repeat(4), at: [0, 20] }], Array.from({ length: height }, (_, y) => [50, y] as const))).findIndex((c) => (c[3] ?? 0) > 0); // prettier-ignore
  expect(top).toBe(own);
});

test('words that run look as they do at rest, and a minute of them makes nothing new', async () => {
  const clock = (more: Partial<Said>): Said => ({ kind: 'text', at: [12.25, 8.5], text: '1:27.94 up', colour: '#f2b632', size: 33, isEven: true, ...more }); // prettier-ignore
  const pictures = (...said: Said[]) =>
    page.evaluate(
      ([s, w, h]) => s.map((one) => (globalThis as unknown as { rig: Rig }).rig.draw([one], w, h)),
      [said, width, height] as const,
    );
  const apart = ([a = [], b = []]: number[][]) => a.map((part, i) => Math.abs(part - (b[i] ?? NaN)));
  const even = await pictures(clock({}), clock({ isLive: true }));
  expect(Math.max(...apart(even))).toBeLessThanOrEqual(4);
  expect((even[0] ?? []).filter((part) => part > 200).length).toBeGreaterThan(300);
  // Figures as wide as they are stand where they were laid out, words at rest within a quarter of a pixel of it.
  const free = await pictures(clock({ isEven: false }), clock({ isEven: false, isLive: true }));
  expect(Math.max(...apart(free))).toBeLessThanOrEqual(64);
  const minute = (isEven: boolean) =>
    page.evaluate(([w, h, e]) => (globalThis as unknown as { rig: Rig }).rig.minute(w, h, e), [width, height, isEven] as const); // prettier-ignore
  expect(await minute(true)).toBe(0);
  // Ten figures, a colon and a point for each of sixteen places, however long it runs.
  expect(await minute(false)).toBeLessThanOrEqual(48);
});

test('two thousand words, one after the other, take no more memory than there is for them', async () => {
  const { made, bytes } = await page.evaluate(() =>
    (globalThis as unknown as { rig: Rig }).rig.changes(250, 640, 480),
  );
  expect(made).toBeGreaterThan(1999);
  expect(bytes).toBeLessThan(400 << 20);
});
