// What viewers write: one post as a lower third, at the side, over the whole frame, beside its picture; nine on a wall.
import {
  cascade,
  change,
  inMotion,
  moving,
  numberField,
  pictureField,
  tall,
  template,
  textField,
  type Move,
} from '../../library/make';
import {
  letTurn,
  newColumnTie,
  newElement,
  newTie,
  type Element,
  type Field,
  type Template,
} from '../../src/core/show';
import { fixed } from '../../src/core/binding';
import { binding, step } from './bound';
import {
  cloth,
  colours,
  fastened,
  furl,
  label,
  leanOf,
  look,
  name,
  orderOf,
  panel,
  rise,
  sink,
  sweep,
  turnOver,
  unfurl,
} from './cloth';

const sample =
  'We can see the red one from our roof in Skerry. Please tell the pilot that my grandmother waves back every evening.';

/** What every post fills, by the names of its columns. */
const fieldsOf = (portrait: string): Field[] => [
  textField('f-text', 'Text', sample, 'What was written'),
  textField('f-author', 'Author', 'Tove Marsh', 'As they want it'),
  textField('f-handle', 'Handle', '@tovemarsh', 'Of the service', { sample: false }),
  textField('f-place', 'Place', 'Skerry', 'Where it was written', { sample: false }),
  textField('f-ago', 'Ago', '5 minutes ago', 'When it was written', { sample: false }),
  numberField('f-likes', 'Likes', 128, { min: 0, max: null }, 'Moves while it is on air'),
  pictureField('f-portrait', 'Portrait', portrait, 'Of the author, square'),
];
const tiesOf: [string, string, string][] = [
  ['text', 'text', 'f-text'],
  ['author', 'text', 'f-author'],
  ['handle', 'text', 'f-handle'],
  ['likes', 'text', 'f-likes'],
  ['portrait', 'asset', 'f-portrait'],
];

/** A small kite, and beside it how many like it. */
const likes = (x: number, y: number, colour = colours.ivory): Element[] => [
  newElement('polygon', 'like', 'Like', { x, y: y + 2, w: 30, h: 40, corners: 4, fill: colours.coral }),
  newElement('text', 'likes', 'Likes', {
    ...name,
    x: x + 44,
    y,
    w: 150,
    h: 44,
    text: '128',
    size: 36,
    weight: 700,
    stretch: 100,
    tracking: 0,
    figures: 'tabular',
    colour,
  }),
];

const counted: Move[] = [['likes', 'count', { style: 'figures' }, [0, 0], [30, 1]]];
/** Only the likes have moved; or another post. */
const changes = (other: Move[]): Template['changes'] => [
  change('likes', 'More likes', 30, counted, {
    when: [{ is: 'only', field: 'f-likes' }],
    swap: null,
    carryFrom: 0,
    carryTo: 1,
  }),
  change('post', 'Another post', 48, other, { swap: null, carryFrom: 8, carryTo: 26 }),
];

/** A cloth along the foot with the portrait at its left: what was said, and by whom. */
export function postLine(portrait: string): Template {
  const [top, height] = [814, 182];
  const lean = leanOf(height);
  const cut = { y: top, h: height, slantRight: lean } as const;
  const made = template({
    id: 'post-line',
    name: 'Post, lower third',
    lane: 'lower',
    elements: [
      newElement('group', 'badge', 'Badge', { children: ['tile', 'portrait'], wipeAngle: 14 }),
      newElement('rect', 'tile', 'Tile', { ...cut, x: 96, w: 226, fill: colours.ivory }),
      newElement('picture', 'portrait', 'Portrait', { x: 96, y: top, w: 182, h: height, asset: portrait, fit: 'cover' }),
      newElement('rect', 'join', 'Join', { ...cut, x: 270, w: lean + 6, slantLeft: lean, fill: colours.coral }),
      newElement('rect', 'bar', 'Cloth', { ...cut, x: 276, w: 1500, slantLeft: lean, fill: cloth(colours.ink) }),
      newElement('rect', 'seam', 'Seam', { ...cut, x: 1700, w: lean + 3, slantLeft: lean, fill: colours.seam, rides: { on: 'bar', edge: 'right' } }),
      newElement('line', 'bridle', 'Bridle', { x: 96, y: 996, w: 1648, h: 0, thickness: 3, fill: colours.coral, drawSoft: 160 }),
      newElement('text', 'text', 'Text', { ...name, x: 360, y: 830, w: 1330, h: 104, text: sample, weight: 640, stretch: 96, tracking: 0, size: 44, leading: 1.04, fit: 'wrap', maxLines: 3, vertical: 'middle', minScale: 0.68 }),
      newElement('text', 'author', 'Author', { ...name, x: 360, y: 938, w: 560, h: 46, text: 'Tove Marsh', weight: 760, stretch: 92, tracking: 0, size: 34, colour: colours.saffron, fit: 'squeeze', minScale: 0.42 }),
      newElement('text', 'handle', 'Handle', { ...label, x: 700, y: 938, w: 460, h: 46, text: '@tovemarsh', size: 34, tracking: 10, fit: 'squeeze', minScale: 0.4 }),
      ...likes(1500, 938),
    ],
    order: ['bridle', 'badge', 'bar', 'join', 'seam', 'text', 'author', 'handle', 'like', 'likes'],
    fields: fieldsOf(portrait),
    ties: tiesOf,
    tethers: [
      ['seam', 'right', 'bar', 'right', -18],
      ['handle', 'left', 'author', 'right', 20],
    ],
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [22, 1]],
      ['badge', 'wipeRight', { style: 'cloth' }, [4, 1], [28, 0]],
      ['portrait', 'scale', { style: 'cloth' }, [6, 1.2], [40, 1]],
      ['bar', 'wipeRight', { style: 'cloth' }, [8, 1], [44, 0]],
      ['join', 'opacity', { style: 'cloth' }, [9, 0, 'hold'], [11, 1, 'linear']],
      ['seam', 'opacity', { style: 'cloth' }, [9, 0, 'hold'], [11, 1, 'linear']],
      ['text', 'y', { style: 'words', unit: 'own', cascade: cascade('line', 0.6) }, [16, 0.7], [50, 0]],
      ['text', 'wipeBottom', { style: 'words', cascade: cascade('line', 0.6) }, [16, 0.7], [50, 0]],
      ['text', 'opacity', { style: 'words', cascade: cascade('line', 0.6) }, [16, 0, 'hold'], [18, 1, 'linear'], [50, 1]],
      ...rise('author', 24, 24),
      ...rise('handle', 27, 24),
      ['like', 'scale', { style: 'figures' }, [8, 0], [26, 1]],
      ...rise('likes', 31, 22),
    ]),
    exit: moving([
      ...sink('likes', 9), ...sink('handle', 10), ...sink('author', 11),
      ['like', 'scale', [0, 1, 'strong-in'], [9, 0]],
      ...sink('text', 13),
      ['seam', 'opacity', { style: 'cloth' }, [22, 1, 'linear'], [24, 0]],
      ['bar', 'wipeRight', { style: 'cloth' }, [8, 0, 'strong-in'], [25, 1]],
      ['join', 'opacity', { style: 'cloth' }, [23, 1, 'linear'], [25, 0]],
      ['badge', 'wipeRight', { style: 'cloth' }, [13, 0, 'strong-in'], [28, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [15, 1, 'strong-in'], [30, 0]],
    ]),
    changes: changes([...turnOver('text', 0, 34), ...turnOver('author', 5, 28), ...turnOver('handle', 7, 28), ...turnOver('likes', 9, 26), ...sweep('portrait', 4, 22)]),
  }); // prettier-ignore
  const [y, high] = [1480, 300];
  return tall(inMotion(made, look), {
    bridle: { x: 72, y: y + high, w: 936 },
    tile: { x: 72, y, h: high, w: 252, slantRight: leanOf(high) },
    portrait: { x: 72, y: y, w: 210, h: high },
    join: { x: 214, y, h: high, w: leanOf(high) + 6, slantLeft: leanOf(high), slantRight: leanOf(high) },
    bar: { x: 220, y, h: high, w: 788, slantLeft: leanOf(high), slantRight: 0 },
    seam: { y, h: high, w: 3, slantLeft: 0, slantRight: 0 },
    text: { x: 318, y: y + 18, w: 660, h: 176, size: 42, maxLines: 5, minScale: 0.6 },
    author: { x: 302, y: y + 194, w: 350, size: 32, minScale: 0.36 },
    handle: { y: y + 194, w: 300, size: 30 },
    like: { x: 296, y: y + 248 },
    likes: { x: 338, y: y + 244 },
  });
}

/** At the right, from the top down: the portrait on its cloth, the words under it. */
export function postSide(portrait: string): Template {
  const [x, top, w, h] = [1212, 96, 612, 900];
  const made = template({
    id: 'post-side',
    name: 'Post, side panel',
    lane: 'full',
    elements: [
      newElement('line', 'bridle', 'Bridle', { x, y: top, w, h: 0, thickness: 4, fill: colours.coral, drawSoft: 200 }),
      newElement('rect', 'sheet', 'Cloth', { x, y: top, w, h, fill: cloth(colours.ink) }),
      newElement('rect', 'seam', 'Seam', { x: x + w - 21, y: top, w: 3, h, fill: colours.seam }),
      newElement('group', 'badge', 'Badge', { children: ['tile', 'portrait'], wipeAngle: 14 }),
      newElement('rect', 'tile', 'Tile', { x, y: top, w: 250 + leanOf(250), h: 250, slantRight: leanOf(250), fill: colours.ivory }),
      newElement('picture', 'portrait', 'Portrait', { x, y: top, w: 250, h: 250, asset: portrait, fit: 'cover' }),
      newElement('text', 'author', 'Author', { ...name, x: x + 44, y: top + 270, w: w - 96, h: 104, text: 'Tove Marsh', stretch: 92, size: 46, leading: 0.98, fit: 'wrap', maxLines: 2, vertical: 'bottom', colour: colours.saffron, minScale: 0.66 }),
      newElement('text', 'handle', 'Handle', { ...label, x: x + 44, y: top + 374, w: w - 96, h: 46, text: '@tovemarsh', size: 36, tracking: 10, fit: 'squeeze', minScale: 0.4 }),
      newElement('line', 'rule', 'Rule', { x: x + 44, y: top + 432, w: w - 108, h: 0, thickness: 2, fill: colours.rule }),
      newElement('text', 'text', 'Text', { ...name, x: x + 44, y: top + 452, w: w - 108, h: 350, text: sample, weight: 620, stretch: 96, tracking: 0, size: 46, leading: 1.12, fit: 'wrap', maxLines: 11, vertical: 'top', minScale: 0.64 }),
      ...likes(x + 44, top + 824),
      newElement('text', 'ago', 'Ago', { ...label, x: x + 226, y: top + 824, w: w - 290, h: 44, text: '5 minutes ago', size: 34, tracking: 10, align: 'right', fit: 'squeeze', minScale: 0.4 }),
    ],
    order: ['bridle', 'sheet', 'seam', 'badge', 'author', 'handle', 'rule', 'text', 'like', 'likes', 'ago'],
    fields: fieldsOf(portrait),
    ties: [...tiesOf, ['ago', 'text', 'f-ago']],
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [22, 1]],
      ['sheet', 'wipeBottom', { style: 'cloth' }, [6, 1], [42, 0]],
      ['seam', 'wipeBottom', { style: 'cloth' }, [12, 1], [50, 0]],
      ['badge', 'wipeRight', { style: 'cloth' }, [10, 1], [36, 0]],
      ['portrait', 'scale', { style: 'cloth' }, [12, 1.18], [48, 1]],
      ...rise('author', 18, 26), ...rise('handle', 21, 24),
      ['rule', 'drawEnd', { style: 'line' }, [20, 0], [44, 1]],
      ['text', 'y', { style: 'words', cascade: cascade('line', 0.7) }, [24, 34], [66, 0]],
      ['text', 'opacity', { style: 'words', cascade: cascade('line', 0.7) }, [24, 0], [60, 1]],
      ['like', 'scale', { style: 'figures' }, [20, 0], [38, 1]],
      ...rise('likes', 44, 20), ...rise('ago', 46, 20),
    ]),
    exit: moving([
      ...sink('ago', 9), ...sink('likes', 10),
      ['like', 'scale', [0, 1, 'strong-in'], [9, 0]],
      ['text', 'opacity', [2, 1, 'strong-in'], [14, 0]],
      ['rule', 'drawEnd', [4, 1, 'strong-in'], [15, 0]],
      ...sink('handle', 14), ...sink('author', 15),
      ['badge', 'wipeRight', { style: 'cloth' }, [8, 0, 'strong-in'], [24, 1]],
      ['seam', 'wipeBottom', { style: 'cloth' }, [9, 0, 'strong-in'], [26, 1]],
      ['sheet', 'wipeBottom', { style: 'cloth' }, [11, 0, 'strong-in'], [30, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [16, 1, 'strong-in'], [33, 0]],
    ]),
    changes: changes([
      ...sweep('portrait', 0, 24), ...turnOver('author', 4, 28), ...turnOver('handle', 7, 26),
      ['text', 'opacity', { side: 'old' }, [0, 1, 'strong-in'], [12, 0]],
      ['text', 'y', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 34], [48, 0]],
      ['text', 'opacity', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 0], [46, 1]],
      ...turnOver('likes', 10, 26), ...turnOver('ago', 12, 26),
    ]),
  }); // prettier-ignore
  return tall(inMotion(made, look), {
    bridle: { x: 72, y: 820, w: 936 },
    sheet: { x: 72, y: 820, w: 936, h: 900 },
    seam: { x: 987, y: 820, h: 900 },
    tile: { x: 72, y: 820 },
    portrait: { x: 72, y: 820 },
    author: { x: 420, y: 880, w: 540 },
    handle: { x: 420, y: 944, w: 540 },
    rule: { x: 116, y: 1110, w: 850 },
    text: { x: 116, y: 1134, w: 850, h: 460, size: 56 },
    like: { x: 116, y: 1638 },
    likes: { x: 160, y: 1634 },
    ago: { x: 600, y: 1634, w: 366 },
  });
}

/** The whole frame for one voice: large words on a sail, who says them at its foot. */
export function postFull(portrait: string): Template {
  const lean = leanOf(1080);
  const made = template({
    id: 'post-full',
    name: 'Post, full frame',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: cloth(colours.ink) }),
      newElement('rect', 'shade', 'Second cloth', { x: 1560 - lean, y: 0, w: 120 + lean, h: 1080, slantLeft: lean, slantRight: lean, fill: colours.coral }),
      newElement('rect', 'sail', 'Sail', { x: -300, y: 0, w: 1890, h: 1080, slantRight: lean, fill: { ...cloth(colours.ivory), ink: '#0b26300a' } }),
      newElement('rect', 'seam', 'Seam', { x: 1590 - lean - 27, y: 0, w: lean + 4, h: 1080, slantLeft: lean, slantRight: lean, fill: '#0b263033' }),
      newElement('text', 'text', 'Text', { ...name, x: 128, y: 120, w: 1180, h: 600, text: sample, weight: 760, stretch: 100, tracking: -4, size: 84, leading: 1.06, fit: 'wrap', maxLines: 9, vertical: 'middle', colour: colours.ink, minScale: 0.5 }),
      newElement('picture', 'portrait', 'Portrait', { x: 128, y: 780, w: 180, h: 180, asset: portrait, fit: 'cover', radius: 90 }),
      newElement('text', 'author', 'Author', { ...name, x: 344, y: 800, w: 800, h: 70, text: 'Tove Marsh', size: 56, weight: 820, stretch: 96, colour: colours.rust, fit: 'squeeze', minScale: 0.42 }),
      newElement('text', 'handle', 'Handle', { ...label, x: 346, y: 872, w: 480, h: 48, text: '@tovemarsh', size: 38, tracking: 10, colour: '#35545e', fit: 'squeeze', minScale: 0.4 }),
      newElement('text', 'place', 'Place', { ...label, x: 346, y: 914, w: 480, h: 44, text: 'Skerry', size: 34, tracking: 10, colour: '#35545e', fit: 'squeeze', minScale: 0.4 }),
      ...likes(1640, 930),
    ],
    order: ['ground', 'shade', 'sail', 'seam', 'text', 'portrait', 'author', 'handle', 'place', 'like', 'likes'],
    fields: fieldsOf(portrait),
    ties: [...tiesOf, ['place', 'text', 'f-place']],
    enter: moving([
      ['ground', 'wipeLeft', { style: 'cloth' }, [0, 1], [26, 0]],
      ['shade', 'x', { style: 'cloth' }, [6, -1700], [40, 0]],
      ['sail', 'wipeRight', { style: 'cloth' }, [3, 1], [36, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [28, 0], [40, 1, 'linear']],
      ['text', 'y', { style: 'words', cascade: cascade('line', 0.7) }, [16, 60], [60, 0]],
      ['text', 'opacity', { style: 'words', cascade: cascade('line', 0.7) }, [16, 0], [52, 1]],
      ['portrait', 'scale', { style: 'cloth' }, [22, 0], [48, 1]],
      ...rise('author', 30, 26), ...rise('handle', 34, 24), ...rise('place', 36, 24),
      ['like', 'scale', { style: 'figures' }, [24, 0], [42, 1]],
      ...rise('likes', 46, 20),
    ]),
    exit: moving([
      ...sink('likes', 9), ...sink('place', 9), ...sink('handle', 10), ...sink('author', 12),
      ['like', 'scale', [0, 1, 'strong-in'], [8, 0]],
      ['portrait', 'scale', [0, 1, 'strong-in'], [13, 0]],
      ['text', 'opacity', [2, 1, 'strong-in'], [15, 0]],
      ['text', 'y', [2, 0, 'strong-in'], [16, -30]],
      ['seam', 'opacity', [6, 1, 'linear'], [12, 0]],
      ['sail', 'wipeRight', { style: 'cloth' }, [8, 0, 'strong-in'], [28, 1]],
      ['shade', 'x', { style: 'cloth' }, [7, 0, 'strong-in'], [28, -1700]],
      ['ground', 'wipeLeft', { style: 'cloth' }, [11, 0, 'strong-in'], [32, 1]],
    ]),
    changes: changes([
      ['text', 'opacity', { side: 'old' }, [0, 1, 'strong-in'], [12, 0]],
      ['text', 'y', { side: 'old' }, [0, 0, 'strong-in'], [13, -30]],
      ['text', 'y', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 60], [48, 0]],
      ['text', 'opacity', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 0], [46, 1]],
      ...sweep('portrait', 3, 22), ...turnOver('author', 6, 28), ...turnOver('handle', 9, 26), ...turnOver('place', 11, 26), ...turnOver('likes', 12, 26),
    ]),
  }); // prettier-ignore
  return tall(inMotion(made, look), {
    ground: { w: 1080, h: 1920 },
    shade: { x: 900 - leanOf(1920), y: 0, w: 130 + leanOf(1920), h: 1920, slantLeft: leanOf(1920), slantRight: leanOf(1920) },
    sail: { x: -600, w: 1540, h: 1920, slantRight: leanOf(1920) },
    seam: { x: 940 - leanOf(1920) - 27, h: 1920, w: leanOf(1920) + 4, slantLeft: leanOf(1920), slantRight: leanOf(1920) },
    text: { x: 72, y: 220, w: 620, h: 980, size: 72, maxLines: 16 },
    portrait: { x: 72, y: 1290 },
    author: { x: 72, y: 1490, w: 470, size: 38, minScale: 0.36 },
    handle: { x: 74, y: 1552, w: 440 },
    place: { x: 74, y: 1598, w: 420 },
    like: { x: 860, y: 1700 },
    likes: { x: 904, y: 1696 },
  }); // prettier-ignore
}

/** Its picture as large as it can be, the words on cloth beside it. */
export function postPicture(portrait: string, picture: string): Template {
  const [top, h] = [150, 780];
  const lean = leanOf(h);
  const made = template({
    id: 'post-picture',
    name: 'Post, picture beside text',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('line', 'bridle', 'Bridle', { x: 96, y: top + h, w: 1728, h: 0, thickness: 4, fill: colours.coral, drawSoft: 240 }),
      newElement('rect', 'sheet', 'Cloth', { x: 1100 - lean, y: top, w: 724 + lean, h, slantLeft: lean, fill: cloth(colours.ink) }),
      newElement('rect', 'frame', 'Frame', { x: 96, y: top, w: 1010, h, slantRight: lean, fill: colours.ivory }),
      newElement('picture', 'picture', 'Picture', { x: 96, y: top, w: 1010, h, asset: picture, fit: 'cover' }),
      newElement('rect', 'cut', 'Cut', { x: 96, y: top, w: 1000, h, slantRight: lean, fill: colours.ivory }),
      newElement('rect', 'join', 'Join', { x: 1096 - lean, y: top, w: lean + 10, h, slantLeft: lean, slantRight: lean, fill: colours.coral }),
      newElement('picture', 'portrait', 'Portrait', { x: 1160, y: top + 52, w: 120, h: 120, asset: portrait, fit: 'cover', radius: 60 }),
      newElement('text', 'author', 'Author', { ...name, x: 1304, y: top + 36, w: 480, h: 90, text: 'Tove Marsh', stretch: 88, size: 42, leading: 0.98, fit: 'wrap', maxLines: 2, vertical: 'bottom', colour: colours.saffron, minScale: 0.72 }),
      newElement('text', 'handle', 'Handle', { ...label, x: 1305, y: top + 126, w: 480, h: 46, text: '@tovemarsh', size: 34, tracking: 10, fit: 'squeeze', minScale: 0.4 }),
      newElement('text', 'text', 'Text', { ...name, x: 1130, y: top + 212, w: 640, h: 440, text: sample, weight: 620, stretch: 96, tracking: 0, size: 48, leading: 1.12, fit: 'wrap', maxLines: 12, vertical: 'top', minScale: 0.62 }),
      ...likes(1010, top + 696),
      newElement('text', 'place', 'Place', { ...label, x: 1300, y: top + 696, w: 470, h: 44, text: 'Skerry', size: 34, tracking: 10, align: 'right', fit: 'squeeze', minScale: 0.4 }),
    ],
    order: ['bridle', 'sheet', 'cut', 'picture', 'join', 'portrait', 'author', 'handle', 'text', 'like', 'likes', 'place'],
    fields: [...fieldsOf(portrait), pictureField('f-picture', 'Picture', picture, 'What came with it')],
    ties: [...tiesOf, ['place', 'text', 'f-place'], ['picture', 'asset', 'f-picture']],
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [24, 1]],
      ['cut', 'wipeRight', { style: 'cloth' }, [4, 1], [34, 0]],
      ['picture', 'wipeRight', { style: 'cloth' }, [6, 1], [38, 0]],
      ['picture', 'scale', { style: 'cloth' }, [6, 1.1], [60, 1]],
      ['join', 'opacity', { style: 'cloth' }, [26, 0, 'hold'], [28, 1, 'linear']],
      ['sheet', 'wipeRight', { style: 'cloth' }, [14, 1], [46, 0]],
      ['portrait', 'scale', { style: 'cloth' }, [24, 0], [48, 1]],
      ...rise('author', 26, 26), ...rise('handle', 29, 24),
      ['text', 'y', { style: 'words', cascade: cascade('line', 0.7) }, [28, 34], [70, 0]],
      ['text', 'opacity', { style: 'words', cascade: cascade('line', 0.7) }, [28, 0], [62, 1]],
      ['like', 'scale', { style: 'figures' }, [26, 0], [44, 1]],
      ...rise('likes', 46, 20), ...rise('place', 48, 20),
    ]),
    exit: moving([
      ...sink('place', 9), ...sink('likes', 9),
      ['like', 'scale', [0, 1, 'strong-in'], [8, 0]],
      ['text', 'opacity', [2, 1, 'strong-in'], [14, 0]],
      ...sink('handle', 12), ...sink('author', 14),
      ['portrait', 'scale', [2, 1, 'strong-in'], [13, 0]],
      ['sheet', 'wipeRight', { style: 'cloth' }, [8, 0, 'strong-in'], [25, 1]],
      ['join', 'opacity', [20, 1, 'linear'], [22, 0]],
      ['picture', 'wipeRight', { style: 'cloth' }, [10, 0, 'strong-in'], [29, 1]],
      ['cut', 'wipeRight', { style: 'cloth' }, [12, 0, 'strong-in'], [31, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [16, 1, 'strong-in'], [34, 0]],
    ]),
    changes: changes([
      ...sweep('picture', 0, 28), ...sweep('portrait', 4, 22), ...turnOver('author', 6, 28), ...turnOver('handle', 9, 26),
      ['text', 'opacity', { side: 'old' }, [0, 1, 'strong-in'], [12, 0]],
      ['text', 'y', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 34], [48, 0]],
      ['text', 'opacity', { side: 'new', style: 'words', cascade: cascade('line', 0.7) }, [14, 0], [46, 1]],
      ...turnOver('likes', 10, 26), ...turnOver('place', 12, 26),
    ]),
  }); // prettier-ignore
  made.elements['picture'] = { ...(made.elements['picture'] as Extract<Element, { kind: 'picture' }>), masks: [{ by: 'cut', inverted: false, soft: 0 }] } as Element; // prettier-ignore
  delete made.elements['frame'];
  return tall(inMotion(made, look), {
    bridle: { x: 72, y: 1720, w: 936 },
    cut: { x: 72, y: 420, w: 936, h: 640, slantRight: 0 },
    picture: { x: 72, y: 420, w: 936, h: 640 },
    join: { x: 72, y: 1056, w: 936, h: 10, slantLeft: 0, slantRight: 0 },
    sheet: { x: 72, y: 1066, w: 936, h: 654, slantLeft: 0 },
    portrait: { x: 116, y: 1110 },
    author: { x: 260, y: 1114, w: 700 },
    handle: { x: 261, y: 1174, w: 700 },
    text: { x: 116, y: 1260, w: 850, h: 350 },
    like: { x: 116, y: 1640 },
    likes: { x: 160, y: 1636 },
    place: { x: 600, y: 1636, w: 366 },
  });
}

const across = 3;
/** Nine at once, in three rows of three; more than nine turn by themselves. */
export function postWall(portrait: string): Template {
  const [w, h, gap, x, y] = [560, 248, 24, 96, 188];
  const inRow = { cascade: { ...cascade('row', 0.8), delay: 4 } };
  const made = template({
    id: 'post-wall',
    name: 'Wall of nine posts',
    lane: 'full',
    tags: ['page'],
    clears: ['lower'],
    elements: [
      ...panel('head', 'Head', { x, y: 84, w: 900, h: 92 }, { fill: colours.coral, lead: colours.ivory, line: colours.ivory }),
      newElement('text', 'title', 'Title', { ...name, x: x + 36, y: 98, w: 760, h: 64, text: 'You write, we read', weight: 820, size: 52, colour: colours.deep, minScale: 0.6 }),
      newElement('rect', 'card', 'Card', { x, y, w, h, fill: cloth(colours.ink) }),
      newElement('rect', 'edge', 'Edge', { x, y: y + h - 4, w, h: 4, fill: colours.coral }),
      newElement('picture', 'portrait', 'Portrait', { x: x + 20, y: y + 20, w: 72, h: 72, asset: portrait, fit: 'cover', radius: 36 }),
      newElement('text', 'author', 'Author', { ...name, x: x + 108, y: y + 22, w: w - 132, h: 40, text: 'Tove Marsh', size: 32, weight: 760, stretch: 92, tracking: 0, colour: colours.saffron, fit: 'squeeze', minScale: 0.42 }),
      newElement('text', 'place', 'Place', { ...label, x: x + 109, y: y + 58, w: w - 132, h: 36, text: 'Skerry', size: 30, tracking: 10, fit: 'squeeze', minScale: 0.4 }),
      newElement('text', 'text', 'Text', { ...name, x: x + 24, y: y + 102, w: w - 48, h: 132, text: sample, weight: 600, stretch: 94, tracking: 0, size: 36, leading: 1.08, fit: 'wrap', maxLines: 4, vertical: 'top', minScale: 0.8 }),
      newElement('rows', 'rows', 'Posts', { children: ['card', 'edge', 'portrait', 'author', 'place', 'text'], flow: 'grid', across, rowW: w + gap, rowH: h + gap, most: across * 3, turnAfter: 12 }),
    ],
    order: [...orderOf('head'), 'title', 'rows'],
    fields: [textField('f-title', 'Title', 'You write, we read', 'What they are about', { sample: false, maxLength: 30 })],
    ties: [['title', 'text', 'f-title']],
    tethers: fastened('head', 92),
    enter: moving([
      ...unfurl('head'),
      ...rise('title', 15, 24),
      ['rows', 'wipeRight', { ...inRow, style: 'cloth' }, [8, 1], [60, 0]],
      ['rows', 'y', { ...inRow, style: 'cloth' }, [8, 40], [66, 0]],
    ]),
    exit: moving([
      ['rows', 'wipeRight', { ...inRow }, [0, 0, 'strong-in'], [30, 1]],
      ...sink('title', 22),
      ...furl('head', 36),
    ]),
    changes: [
      change('page', 'Other posts', 60, [
        ['rows', 'opacity', { ...inRow, side: 'old' }, [0, 1, 'strong-in'], [22, 0]],
        ['rows', 'wipeRight', { ...inRow, side: 'new', style: 'cloth' }, [16, 1], [60, 0]],
      ], { swap: null, carryFrom: 4, carryTo: 40 }),
    ],
  }); // prettier-ignore
  const shown = inMotion(made, look);
  letTurn(shown, 'rows', 'by-time', () => 'f-page');
  shown.bindings = [
    binding('b-posts', 'Posts', { kind: 'rows', data: 'posts' }, step('slice', { count: fixed(36) })),
  ];
  shown.ties.push(
    newTie('rows', 'list', 'b-posts'),
    newColumnTie('text', 'text', 'rows', 'Text'),
    newColumnTie('author', 'text', 'rows', 'Author'),
    newColumnTie('place', 'text', 'rows', 'Place'),
    newColumnTie('portrait', 'asset', 'rows', 'Portrait'),
  );
  return tall(shown, {
    head: { x: 72, y: 120, w: 820 },
    'head-seam': { y: 120 },
    'head-lead': { y: 120 },
    'head-line': { x: 72, y: 212, w: 820 },
    title: { x: 108, y: 134 },
    rows: { across: 1, most: 5 },
    card: { x: 72, y: 250, w: 936 },
    edge: { x: 72, y: 250 + h - 4, w: 936 },
    portrait: { x: 96, y: 274 },
    author: { x: 190, y: 276, w: 780 },
    place: { x: 191, y: 312, w: 780 },
    text: { x: 100, y: 358, w: 880 },
  });
}
