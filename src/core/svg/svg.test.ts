import { describe, expect, test } from '@jest/globals';
import { elementSchema, type Element } from '../show';
import { drawingSize, readSvg, type SvgArt } from './index';

const read = (body: string, head = 'width="400" height="200" viewBox="0 0 400 200"'): SvgArt => {
  let count = 0;
  const art = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`,
    () => `n${(count += 1)}`,
  );
  if ('problem' in art) throw new Error(art.problem.message);
  for (const element of art.elements) expect(elementSchema.safeParse(element).error).toBeUndefined();
  return art;
};
const only = (body: string, head?: string): Element => {
  const { elements } = read(body, head);
  expect(elements).toHaveLength(1);
  return elements[0] as Element;
};

describe('shapes of a drawing', () => {
  test('a rectangle and an ellipse that stand upright stay what they are, with their radius', () => {
    expect(only('<rect x="10" y="20" width="100" height="50" rx="8" fill="teal"/>')).toMatchObject({
      kind: 'rect',
      x: 10,
      y: 20,
      w: 100,
      h: 50,
      radiusTopLeft: 8,
      fill: '#008080',
    });
    expect(only('<circle cx="50" cy="60" r="30"/>')).toMatchObject({
      kind: 'ellipse',
      x: 20,
      y: 30,
      w: 60,
      h: 60,
      fill: '#000000',
    });
  });
  test('a path keeps its curves, whatever commands it is written in, in parts of its own box', () => {
    const path = only('<path d="M10 10 h80 v40 q0 20 -20 20 t-20 20 a10 10 0 0 1 -20 0 z"/>');
    expect(path).toMatchObject({ kind: 'path', x: 10, y: 10, w: 80 });
    const { subpaths } = path as Extract<Element, { kind: 'path' }>;
    expect(subpaths).toHaveLength(1);
    expect(subpaths[0]?.closed).toBe(true);
    for (const point of subpaths[0]?.points ?? [])
      for (const value of [point.x, point.y]) expect(value >= -0.001 && value <= 1.001).toBe(true);
  });
  test('lines, polylines and polygons; a line has no fill', () => {
    const { elements } = read(
      '<g stroke="#fff" stroke-width="3" fill="red"><line x1="0" y1="0" x2="50" y2="0"/><polyline points="0,0 10,10 20,0"/><polygon points="0 0 10 10 20 0"/></g>',
    );
    const shapes = elements.filter((element) => element.kind === 'path');
    expect(shapes.map((shape) => [shape.fill, shape.subpaths[0]?.closed])).toEqual([
      ['#00000000', false],
      ['#ff0000', false],
      ['#ff0000', true],
    ]);
    expect(shapes[0]).toMatchObject({ outlineWidth: 3, outline: '#ffffff', outlinePlace: 'centre' });
  });
  test('the view box is scaled into the size, and transforms are joined in their order', () => {
    expect(
      only('<rect x="10" y="10" width="20" height="20"/>', 'width="400" height="200" viewBox="0 0 40 20"'),
    ).toMatchObject({
      x: 100,
      y: 100,
      w: 200,
    });
    expect(
      only(
        '<g transform="translate(100 50) scale(2)"><rect width="10" height="10" transform="translate(5,5)"/></g>',
      ),
    ).toMatchObject({
      kind: 'rect',
      x: 110,
      y: 60,
      w: 20,
    });
    const turned = only(
      '<rect x="-10" y="-10" width="20" height="20" transform="translate(100 100) rotate(45)"/>',
    );
    expect(turned.kind).toBe('path');
    expect([turned.x, turned.w].map((value) => Math.round(value * 100) / 100)).toEqual([85.86, 28.28]);
  });
});

describe('the look of a drawing', () => {
  test('attributes, style sheets and style attributes, each stronger than the one before; children inherit', () => {
    const { elements } = read(
      '<style>.sea{fill:#112233} #top{fill:#445566}</style><g fill="#010101"><rect width="9" height="9"/><rect class="sea" width="9" height="9"/><rect id="top" class="sea" width="9" height="9"/><rect class="sea" style="fill:#778899" width="9" height="9"/></g>',
    );
    expect(elements.flatMap((e) => (e.kind === 'rect' ? [e.fill] : []))).toEqual([
      '#010101',
      '#112233',
      '#445566',
      '#778899',
    ]);
  });
  test('opacities of an element, its fill and its colour all count', () => {
    expect(
      only('<rect width="9" height="9" opacity="0.5" fill="rgba(255,0,0,0.5)" fill-opacity="0.5"/>'),
    ).toMatchObject({
      opacity: 0.5,
      fill: '#ff000040',
    });
  });
  test('a gradient over the box, and one between points of the drawing, lie where they lay', () => {
    const defs =
      '<defs><linearGradient id="a"><stop offset="0" stop-color="#000"/><stop offset="1" stop-color="#fff"/></linearGradient>' +
      '<linearGradient id="b" href="#a" gradientUnits="userSpaceOnUse" x1="50" y1="0" x2="150" y2="0"/>' +
      '<radialGradient id="c" href="#a"/></defs>';
    const fill = (id: string) =>
      (
        only(`${defs}<rect width="200" height="100" fill="url(#${id})"/>`) as Extract<
          Element,
          { kind: 'rect' }
        >
      ).fill;
    expect(fill('a')).toMatchObject({
      kind: 'linear',
      angle: 0,
      stops: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
    });
    // From a quarter to three quarters of the box, plain on both sides.
    expect(fill('b')).toMatchObject({
      stops: [
        { at: 0, colour: '#000000' },
        { at: 0.25, colour: '#000000' },
        { at: 0.75, colour: '#ffffff' },
        { at: 1, colour: '#ffffff' },
      ],
    });
    expect(fill('c')).toMatchObject({ kind: 'radial', x: 0.5, y: 0.5 });
  });
  test('a gradient that is cut off at the box ends in the colour that lies there', () => {
    const rect = only(
      '<linearGradient id="a" gradientUnits="userSpaceOnUse" x1="-100" x2="300"><stop offset="0" stop-color="#000000"/><stop offset="1" stop-color="#ffffff"/></linearGradient><rect width="200" height="100" fill="url(#a)"/>',
    ) as Extract<Element, { kind: 'rect' }>;
    expect(rect.fill).toMatchObject({
      stops: [
        { at: 0, colour: '#404040' },
        { at: 1, colour: '#bfbfbf' },
      ],
    });
  });
});

describe('the order of a drawing', () => {
  test('groups that mean something are kept with their names; a mere wrapper is not', () => {
    const { elements, order } = read(
      '<g><g id="Bay"><rect id="a" width="9" height="9"/><rect id="b" width="9" height="9"/></g></g>',
    );
    expect(order).toHaveLength(1);
    expect(elements.find((element) => element.id === order[0])).toMatchObject({ kind: 'group', name: 'Bay' });
    expect(elements.map((element) => element.name)).toEqual(['a', 'b', 'Bay']);
  });
  test('what is used twice is there twice; what uses itself ends', () => {
    const { elements } = read(
      '<defs><rect id="r" width="9" height="9"/></defs><use href="#r"/><use href="#r" x="50" transform="scale(2)"/><g id="loop"><use href="#loop"/></g>',
    );
    expect(elements.flatMap((e) => (e.kind === 'rect' ? [e.x] : []))).toEqual([0, 100]);
  });
  test('a clip becomes a mask, placed once for all that it clips', () => {
    const { elements, order } = read(
      '<clipPath id="c"><circle cx="50" cy="50" r="40"/></clipPath><rect clip-path="url(#c)" width="90" height="90"/><rect style="clip-path:url(#c)" width="50" height="90"/>',
    );
    const mask = elements.find((element) => element.kind === 'ellipse');
    const masked = elements.filter((element) => element.kind === 'rect');
    expect(masked.map((element) => element.masks)).toEqual(
      [0, 1].map(() => [{ by: mask?.id, inverted: false, soft: 0 }]),
    );
    expect(order.filter((id) => id === mask?.id)).toHaveLength(1);
  });
  test('text keeps its words, place, size, weight and side', () => {
    const { elements } = read(
      '<text x="200" y="100" font-size="40" font-weight="bold" font-family="Fraunces, serif" text-anchor="middle" fill="#123456">Outer <tspan>bar</tspan></text>',
    );
    expect(elements).toMatchObject([
      {
        kind: 'text',
        text: 'Outer bar',
        size: 40,
        weight: 700,
        family: 'Fraunces',
        align: 'centre',
        colour: '#123456',
      },
    ]);
    const text = elements[0] as Element;
    expect(text.x + text.w / 2).toBeCloseTo(200);
  });
  test('hidden parts are left out; what cannot be shown is named once', () => {
    const art = read(
      '<rect display="none" width="9" height="9"/><image href="a.png"/><image href="b.png"/><rect filter="url(#f)" width="9" height="9"/><foreignObject/>',
    );
    expect(art.elements).toHaveLength(1);
    expect(art.left).toEqual(['pictures inside the drawing', 'filters', '“foreignObject” parts']);
  });
});

describe('drawings that are not right', () => {
  const code = (text: string): string => {
    const art = readSvg(text, () => 'n');
    return 'problem' in art ? art.problem.code : `${art.elements.length} parts`;
  };
  test('text that is no drawing is refused; broken path data ends where it breaks', () => {
    expect(code('not a drawing')).toBe('damaged-svg');
    expect(code('<html/>')).toBe('damaged-svg');
    expect(code('<svg><path d="M0 0 L10 10 L oops"/></svg>')).toBe('1 parts');
    expect(code('<svg><path d="nonsense"/><rect width="-4" height="4"/></svg>')).toBe('0 parts');
  });
  test('entities of its own are not expanded, and too many parts are refused', () => {
    const bomb =
      '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg><text>&b;</text></svg>';
    expect(JSON.stringify(readSvg(bomb, () => 'n')).includes('aaaa')).toBe(false);
    expect(code(`<svg>${'<rect width="9" height="9"/>'.repeat(5002)}</svg>`)).toBe('too-many-parts');
  });
});

test('a drawing that has only a view box comes in at a size that can be worked with', () => {
  const size = (head: string) => drawingSize(`<svg xmlns="http://www.w3.org/2000/svg" ${head}/>`);
  expect(size('viewBox="0 0 24 12"')).toEqual({ width: 480, height: 240 });
  expect(size('viewBox="0 0 8000 4000" width="100%"')).toEqual({ width: 1920, height: 960 });
  expect(size('viewBox="0 0 24 12" width="96"')).toEqual({ width: 96, height: 48 });
  expect(size('viewBox="0 0 300 400"')).toEqual({ width: 300, height: 400 });
  expect(size('width="2in" height="30"')).toEqual({ width: 192, height: 30 });
  expect(size('')).toBeNull();
});

describe('gradients and lines as the drawing has them', () => {
  const fillOf = (gradient: string, shape = '<rect width="400" height="200" fill="url(#g)"/>') => {
    const art = read(`<defs>${gradient}</defs>${shape}`);
    return { fill: (art.elements[0] as unknown as { fill: unknown }).fill, left: art.left };
  };
  const stops = '<stop offset="0" stop-color="#000"/><stop offset="1" stop-color="#fff"/>';
  const places = (fill: unknown) =>
    (fill as { stops: { at: number; colour: string }[] }).stops.map(({ at, colour }) => [
      Math.round(at * 1000) / 1000,
      colour,
    ]);
  test('repeated and reflected along a line', () => {
    const line = (method: string) =>
      fillOf(
        `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" x2="200" y1="0" y2="0" spreadMethod="${method}">${stops}</linearGradient>`,
      );
    expect(places(line('repeat').fill)).toEqual([
      [0, '#000000'],
      [0.5, '#ffffff'],
      [0.5, '#000000'],
      [1, '#ffffff'],
    ]);
    expect(places(line('reflect').fill)).toEqual([
      [0, '#000000'],
      [0.5, '#ffffff'],
      [0.5, '#ffffff'],
      [1, '#000000'],
    ]);
    expect(places(line('pad').fill)).toEqual([
      [0, '#000000'],
      [0.5, '#ffffff'],
      [1, '#ffffff'],
    ]);
  });
  test('more bands than can be kept are named', () => {
    const { left } = fillOf(
      `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" x2="2" y1="0" y2="0" spreadMethod="repeat">${stops}</linearGradient>`,
    );
    expect(left).toEqual(['gradients of many bands']);
  });
  test('rings of a repeated gradient cover the box', () => {
    const { fill, left } = fillOf(
      `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="200" cy="100" r="100" spreadMethod="reflect">${stops}</radialGradient>`,
    );
    expect(left).toEqual([]);
    // The corner is 224 px away: three rings.
    expect(places(fill)).toHaveLength(6);
    expect(fill).toMatchObject({ kind: 'radial', x: 0.5, y: 0.5 });
    expect((fill as { radius: number }).radius).toBeCloseTo(300 / Math.hypot(200, 100), 3);
  });
  test('of a box, a gradient from a point is an ellipse; turned by its transform; with a focus of its own', () => {
    const { fill } = fillOf(`<radialGradient id="g">${stops}</radialGradient>`);
    expect(fill).toMatchObject({ kind: 'radial', ratio: 0.5, angle: 0 });
    const turned = fillOf(
      `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="0" cy="0" r="50" gradientTransform="translate(200 100) rotate(30) scale(2 1)">${stops}</radialGradient>`,
    ).fill as { ratio: number; angle: number };
    expect([turned.ratio, turned.angle]).toEqual([0.5, 30]);
    const focus = fillOf(
      `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="200" cy="100" r="100" fx="200" fy="150">${stops}</radialGradient>`,
    ).fill;
    expect(focus).toMatchObject({ ratio: 1, angle: 90, focus: 0.5 });
  });
  test('caps and joins apart, as they are said; a miter where nothing is', () => {
    const line = (style: string) =>
      read(`<path d="M0 0H50V50" fill="none" stroke="red" ${style}/>`).elements[0];
    expect(line('stroke-linecap="round"')).toMatchObject({ cap: 'round', join: 'miter', miterLimit: 4 });
    expect(line('stroke-linejoin="bevel" stroke-linecap="square"')).toMatchObject({
      cap: 'square',
      join: 'bevel',
    });
    expect(line('style="stroke-miterlimit: 12"')).toMatchObject({ join: 'miter', miterLimit: 12 });
  });
  test('markers, by the shorthand too, outlines of text and what lies behind a fill are named', () => {
    const { left } = read(
      '<path d="M0 0H9" style="marker:url(#m)" stroke="red"/><text stroke="red">Ida</text><rect width="9" height="9" stroke="red" paint-order="stroke"/>',
    );
    expect(left).toEqual(['arrowheads and other markers', 'outlines of text', 'outlines behind their fill']);
  });
});
