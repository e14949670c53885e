// What runs: the crawl along the foot of the beach screen, and the credits of the three days.
import { inMotion, moving, tall, template } from '../../library/make';
import {
  newColumnTie,
  newElement,
  newTether,
  newTie,
  type CrawlLook,
  type Element,
  type Template,
} from '../../src/core/show';
import { binding } from './bound';
import { cloth, colours, label, leanOf, look, name } from './cloth';

const sorts = [
  ['field', 'Field', colours.saffron, colours.deep],
  ['tide', 'Tide', colours.tide, colours.ivory],
  ['bay', 'Bay', colours.dusk, colours.ivory],
] as const;

/** News along the foot, each with the cloth of its category; it runs on whatever is typed meanwhile. */
export function beachCrawl(): Template {
  const [h, y] = [84, 912];
  const lean = leanOf(h);
  const parts: Element[] = sorts.flatMap(([id, words, fill, ink]): Element[] => [
    newElement('rect', `${id}-cloth`, `${words} cloth`, { x: 96, y, w: 190, h, slantLeft: lean, slantRight: lean, fill }),
    newElement('text', `${id}-label`, `${words} label`, { ...label, x: 124, y: y + 16, w: 240, h: 52, text: words, size: 40, tracking: 40, letters: 'upper', colour: ink, fit: 'as-is' }),
    newElement('text', `${id}-words`, `${words} words`, { ...name, x: 316, y: y + 10, w: 2400, h: 64, text: words, size: 44, weight: 640, stretch: 92, tracking: 0, fit: 'as-is' }),
    newElement('group', id, words, { children: [`${id}-cloth`, `${id}-label`, `${id}-words`] }),
  ]);
  const looks = sorts.map(([id, value]): CrawlLook => ({ id, value, child: id, across: 1, before: 0, after: 0 }));
  const made = template({
    id: 'beach-crawl',
    name: 'Beach crawl',
    lane: 'lower',
    elements: [
      newElement('line', 'line', 'Bridle', { x: 0, y: y + h, w: 1920, h: 0, thickness: 3, fill: colours.ivory, drawSoft: 160 }),
      newElement('rect', 'cloth', 'Cloth', { x: 0, y, w: 1920, h, fill: cloth(colours.ink) }),
      ...parts,
      newElement('crawl', 'crawl', 'Items', {
        x: 0, y, w: 1920, h, children: sorts.map(([id]) => id), looks, lookColumn: 'Category', gap: 56, speed: 200, fade: 96,
      }),
    ],
    order: ['line', 'cloth', 'crawl'],
    enter: moving([
      ['line', 'drawEnd', { style: 'line' }, [0, 0], [24, 1]],
      ['cloth', 'wipeBottom', { style: 'cloth' }, [8, 1], [34, 0]],
      ['crawl', 'opacity', { style: 'words' }, [20, 0], [36, 1]],
    ]),
    exit: moving([
      ['crawl', 'opacity', [0, 1, 'strong-in'], [12, 0]],
      ['cloth', 'wipeBottom', { style: 'cloth' }, [6, 0, 'strong-in'], [24, 1]],
      ['line', 'drawEnd', { style: 'line' }, [12, 1, 'strong-in'], [30, 0]],
    ]),
  });
  const shown = inMotion(made, look);
  shown.bindings = [binding('b-items', 'Items', { kind: 'rows', data: 'beach-file' })];
  shown.ties.push(newTie('crawl', 'list', 'b-items'));
  for (const [id] of sorts) {
    shown.ties.push(newColumnTie(`${id}-label`, 'text', 'crawl', 'Category'), newColumnTie(`${id}-words`, 'text', 'crawl', 'Text'));
    // The cloth is as long as its word.
    shown.tethers.push(
      newTether(`${id}-t`, `${id}-words`, 'left', `${id}-label`, 'right', 56),
      newTether(`${id}-c`, `${id}-cloth`, 'width', `${id}-label`, 'width', 64),
    );
  }
  return tall(shown, {
    line: { x: 0, y: 1676 + h, w: 1080 },
    cloth: { x: 0, y: 1676, w: 1080 },
    crawl: { x: 0, y: 1676, w: 1080 },
    ...Object.fromEntries(
      parts.flatMap((own): [string, object][] =>
        own.kind === 'group' ? [] : [[own.id, { x: own.x, y: own.y + 1676 - y, w: own.w }]],
      ),
    ),
  });
} // prettier-ignore

/** The credits: heads, names, two side by side, who did what, the sponsors' marks; it stands at its last card. */
export function credits(): Template {
  const text = (id: string, title: string, x: number, y: number, w: number, given: object): Element =>
    newElement('text', id, title, { ...name, x, y, w, h: 64, text: title, size: 46, weight: 640, stretch: 96, tracking: 0, align: 'centre', minScale: 0.5, ...given });
  const parts: Element[] = [
    text('section', 'Section', 480, 0, 1200, { ...label, size: 38, tracking: 60, letters: 'upper', colour: colours.saffron }),
    text('title', 'Title', 380, 0, 1400, { weight: 820, stretch: 112.5, size: 84, h: 112 }),
    text('name', 'Name', 480, 0, 1200, {}),
    text('pair', 'Pair', 480, 0, 580, {}),
    text('role-name', 'Role name', 480, 0, 1200, {}),
    text('role-under', 'Role', 480, 60, 1200, { ...label, size: 36, tracking: 10 }),
    newElement('group', 'role', 'Role and name', { children: ['role-name', 'role-under'] }),
    newElement('picture', 'mark-art', 'Mark', { x: 694, y: 0, w: 152, h: 152, fit: 'contain' }),
    text('mark-name', 'Sponsor', 480, 164, 580, { ...label, size: 36, tracking: 10 }),
    newElement('group', 'mark', 'Sponsor', { children: ['mark-art', 'mark-name'] }),
  ];
  const of = (value: string, before: number, after: number, across = 1): CrawlLook => ({ id: value, value, child: value, across, before, after });
  const made = template({
    id: 'credits',
    name: 'Credits',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: cloth(colours.ink) }),
      newElement('rect', 'sail', 'Sail', { x: -200, y: 0, w: 420 + leanOf(1080), h: 1080, slantRight: leanOf(1080), fill: cloth(colours.deep) }),
      newElement('line', 'line', 'Bridle', { x: 220, y: 0, w: leanOf(1080), h: 1080, rises: true, thickness: 4, fill: colours.saffron, drawSoft: 200 }),
      ...parts,
      newElement('crawl', 'roll', 'Credits', {
        x: 480, y: 0, w: 1200, h: 1080, direction: 'up', loops: false, holdsLast: true, fade: 150, gap: 18, speed: 150,
        children: ['section', 'title', 'name', 'pair', 'role', 'mark'], lookColumn: 'Kind',
        looks: [of('name', 0, 0), of('section', 72, 6), of('title', 40, 60), of('pair', 0, 0, 2), of('role', 0, 14), of('mark', 20, 20, 2)],
      }),
    ],
    order: ['ground', 'sail', 'line', 'roll'],
    enter: moving([
      ['line', 'drawEnd', { style: 'line' }, [0, 0], [28, 1]],
      ['ground', 'wipeRight', { style: 'cloth' }, [2, 1], [34, 0]],
      ['sail', 'wipeTop', { style: 'cloth' }, [8, 1], [44, 0]],
      ['roll', 'opacity', [20, 0], [40, 1]],
    ]),
    exit: moving([
      ['roll', 'opacity', [0, 1], [16, 0]],
      ['sail', 'wipeTop', [6, 0, 'strong-in'], [26, 1]],
      ['ground', 'wipeRight', [8, 0, 'strong-in'], [30, 1]],
      ['line', 'drawEnd', [14, 1, 'strong-in'], [34, 0]],
    ]),
  });
  const shown = inMotion(made, look);
  shown.bindings = [binding('b-credits', 'Credits', { kind: 'rows', data: 'rows-credits' })];
  shown.ties.push(newTie('roll', 'list', 'b-credits'), newColumnTie('mark-art', 'asset', 'roll', 'Mark'), newColumnTie('role-under', 'text', 'roll', 'Role'));
  for (const id of ['section', 'title', 'name', 'pair', 'role-name', 'mark-name']) shown.ties.push(newColumnTie(id, 'text', 'roll', 'Name'));
  return tall(shown, {
    ground: { x: 0, y: 0, w: 1080, h: 1920 },
    sail: { x: -500, y: 0, w: 420 + leanOf(1080), h: 1920 },
    line: { x: -80, y: 0, w: leanOf(1080), h: 1920 },
    roll: { x: 60, y: 0, w: 960, h: 1920 },
    section: { x: 60, y: 0, w: 960 },
    title: { x: 60, y: 0, w: 960 },
    name: { x: 60, y: 0, w: 960 },
    pair: { x: 60, y: 0, w: 460 },
    'role-name': { x: 60, y: 0, w: 960 },
    'role-under': { x: 60, y: 60, w: 960 },
    'mark-art': { x: 214, y: 0, w: 152 },
    'mark-name': { x: 60, y: 164, w: 460 },
  });
} // prettier-ignore
