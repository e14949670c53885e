// What fills the whole frame: the programme of the day, and the opener.
import { cascade, change, inMotion, moving, tall, template, textField, type Move } from '../../library/make';
import { newElement, type Element, type Field, type Template } from '../../src/core/show';
import { cloth, colours, label, leanOf, look, name, rise, sink, turnOver } from './cloth';

const rows = [
  ['13:00', 'Train, first flights', 'Lower sand'],
  ['14:10', 'Ballet, pairs', 'Main field'],
  ['15:00', 'Rokkaku duel, heats', 'Outer bar'],
  ['16:40', 'High water: field moves up', 'Main field'],
  ['18:30', 'Ballet, final', 'Main field'],
  ['21:15', 'Night-glow', 'Harbour wall'],
] as const;

const sponsors = [
  ['tern', 'Tern & Tide'],
  ['tea', 'Brackwater Tea'],
  ['rope', 'Northlight Rope'],
  ['boats', 'Pellow Boats'],
] as const;

export type Marks = Readonly<Record<(typeof sponsors)[number][0], string>>;

/**
 * A page of the day: a sail with the title at the left, a leaf with six rows beside it, the sponsors at its foot. Another page is
 * the back of the leaf, which turns over.
 */
export function programme(kite: string, marks: Marks): Template {
  const lean = leanOf(1080);
  const y = (i: number): number => 204 + i * 126;
  const made = template({
    id: 'programme',
    name: 'Programme page',
    lane: 'full',
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 930 - lean, y: 0, w: 990 + lean, h: 1080, slantLeft: lean, fill: cloth(colours.ink) }),
      newElement('rect', 'shade', 'Second cloth', { x: 940 - lean, y: 0, w: 112 + lean, h: 1080, slantLeft: lean, slantRight: lean, fill: colours.tide }),
      newElement('rect', 'sail', 'Sail', { x: -300, y: 0, w: 1290, h: 1080, slantRight: lean, fill: { ...cloth(colours.ivory), ink: '#0b26300a' } }),
      newElement('rect', 'seam', 'Seam', { x: 990 - lean - 27, y: 0, w: lean + 4, h: 1080, slantLeft: lean, slantRight: lean, fill: '#0b263033' }),
      newElement('line', 'bridle', 'Bridle', { x: 990 - lean, y: 0, w: lean, h: 1080, rises: true, thickness: 5, fill: colours.saffron, drawSoft: 200 }),
      newElement('picture', 'kite', 'Kite', { x: 96, y: 96, w: 176, h: 176, asset: kite, fit: 'contain' }),
      newElement('text', 'title', 'Title', { ...name, x: 96, y: 300, w: 640, h: 270, text: 'Today on the sand', weight: 820, size: 96, leading: 0.94, fit: 'wrap', maxLines: 3, vertical: 'top', colour: colours.ink, minScale: 0.6 }),
      newElement('text', 'day', 'Day', { ...label, x: 98, y: 590, w: 600, h: 56, text: 'Saturday · day two', size: 46, tracking: 10, colour: colours.rust, minScale: 0.7 }),
      newElement('group', 'sponsors', 'Sponsors', { children: ['with', ...sponsors.flatMap(([id]) => [`${id}-mark`, `${id}-name`])] }),
      newElement('text', 'with', 'Sponsors label', { ...label, x: 98, y: 760, w: 300, h: 44, text: 'WITH', size: 32, tracking: 60, colour: '#35545e' }),
      ...sponsors.flatMap(([id, words], i): Element[] => {
        const [cx, cy] = [96 + (i % 2) * 296, 812 + Math.floor(i / 2) * 92];
        return [
          newElement('picture', `${id}-mark`, `${words} mark`, { x: cx, y: cy, w: 72, h: 72, asset: marks[id], fit: 'cover' }),
          newElement('text', `${id}-name`, words, { ...label, x: cx + 88, y: cy + 12, w: 200, h: 48, text: words, size: 34, tracking: 0, colour: colours.ink }),
        ];
      }),
      newElement('group', 'leaf', 'Leaf', { backHidden: true, children: ['paper', ...rows.flatMap((_, i) => [`time${i}`, `what${i}`, `where${i}`, `rule${i}`])] }),
      newElement('rect', 'paper', 'Paper', { x: 1008, y: 168, w: 816, h: 792, fill: colours.ink }),
      ...rows.flatMap(([time, what, where], i): Element[] => [
        newElement('text', `time${i}`, `Time ${i + 1}`, { ...name, x: 1032, y: y(i), w: 150, h: 62, text: time, weight: 760, stretch: 100, size: 50, tracking: 0, figures: 'tabular', colour: colours.saffron, minScale: 0.65 }),
        newElement('text', `what${i}`, `What ${i + 1}`, { ...name, x: 1200, y: y(i), w: 624, h: 62, text: what, weight: 700, stretch: 100, size: 46, tracking: 0, minScale: 0.66 }),
        newElement('text', `where${i}`, `Where ${i + 1}`, { ...label, x: 1201, y: y(i) + 60, w: 620, h: 44, text: where, size: 36, tracking: 10, minScale: 0.85 }),
        newElement('line', `rule${i}`, `Rule ${i + 1}`, { x: 1032, y: y(i) + 114, w: 792, h: 0, thickness: 2, fill: colours.rule }),
      ]),
    ],
    order: ['ground', 'shade', 'sail', 'seam', 'bridle', 'kite', 'title', 'day', 'sponsors', 'leaf'],
    fields: [
      textField('f-title', 'Title', 'Today on the sand', 'Up to three lines', { maxLength: 30 }),
      textField('f-day', 'Day', 'Saturday · day two', 'Weekday and day of the festival', { maxLength: 28 }),
      ...rows.flatMap(([time, what, where], i): Field[] => {
        const group = `Row ${i + 1}`;
        return [
          { ...textField(`f-time${i}`, `Time ${i + 1}`, time, 'Hours and minutes', { maxLength: 6 }), group },
          { ...textField(`f-what${i}`, `What ${i + 1}`, what, 'What begins', { maxLength: 32 }), group },
          { ...textField(`f-where${i}`, `Where ${i + 1}`, where, 'Where on the bay', { maxLength: 36 }), group },
        ];
      }),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['day', 'text', 'f-day'],
      ...rows.flatMap((_, i): [string, string, string][] => [
        [`time${i}`, 'text', `f-time${i}`],
        [`what${i}`, 'text', `f-what${i}`],
        [`where${i}`, 'text', `f-where${i}`],
      ]),
    ],
    tethers: [['day', 'top', 'title', 'bottom', 20]],
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [24, 1]],
      ['ground', 'wipeLeft', { style: 'cloth' }, [2, 1], [30, 0]],
      ['shade', 'x', { style: 'cloth' }, [8, -1100], [38, 0]],
      ['sail', 'wipeRight', { style: 'cloth' }, [4, 1], [34, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [26, 0], [38, 1, 'linear']],
      ['kite', 'x', { style: 'cloth' }, [8, -320], [50, 0]],
      ['kite', 'y', { style: 'cloth' }, [8, 260], [50, 0]],
      ['kite', 'rotation', { style: 'cloth' }, [8, 40], [56, 0]],
      ...rise('title', 16, 30, true),
      ...rise('day', 24, 22),
      ...rows.flatMap((_, i): Move[] => [
        [`rule${i}`, 'drawEnd', { style: 'line' }, [14 + i * 4, 0], [38 + i * 4, 1]],
        ...rise(`time${i}`, 18 + i * 4, 22),
        ...rise(`what${i}`, 20 + i * 4, 24),
        ...rise(`where${i}`, 23 + i * 4, 24),
      ]),
      ['paper', 'opacity', [20, 0], [44, 1, 'linear']],
      ['sponsors', 'opacity', [34, 0], [54, 1, 'linear']],
    ]),
    // The kite stands in the wind.
    idle: moving([['kite', 'rotation', [0, 0, 'gentle'], [110, 3, 'gentle'], [220, 0, 'gentle'], [330, -3, 'gentle'], [440, 0]]]),
    exit: moving([
      ['sponsors', 'opacity', [0, 1, 'linear'], [9, 0]],
      ['paper', 'opacity', [0, 1, 'linear'], [12, 0]],
      ...rows.flatMap((_, i): Move[] => [
        ...sink(`where${i}`, 15 - i),
        ...sink(`what${i}`, 16 - i),
        ...sink(`time${i}`, 17 - i),
        [`rule${i}`, 'drawEnd', { style: 'line' }, [6, 1, 'strong-in'], [20 - i, 0]],
      ]),
      ...sink('day', 12),
      ...sink('title', 14),
      ['kite', 'x', [2, 0, 'strong-in'], [20, 260]],
      ['kite', 'y', [2, 0, 'strong-in'], [20, -420]],
      ['seam', 'opacity', [8, 1, 'linear'], [14, 0]],
      ['sail', 'wipeRight', { style: 'cloth' }, [10, 0, 'strong-in'], [30, 1]],
      ['shade', 'x', { style: 'cloth' }, [8, 0, 'strong-in'], [29, -1100]],
      ['ground', 'wipeLeft', { style: 'cloth' }, [12, 0, 'strong-in'], [33, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [16, 1, 'strong-in'], [36, 0]],
    ]),
    changes: [
      change('page', 'Another page', 48, [...turnOver('title', 0, 28), ...turnOver('day', 4), ['leaf', 'rotationY', { side: 'old' }, [0, 0, 'gentle'], [48, 180]], ['leaf', 'rotationY', { side: 'new' }, [0, -180, 'gentle'], [48, 0]]], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const row = (i: number): number => 680 + i * 150;
  return tall(inMotion(made, look), {
    ground: { x: 0, w: 1080, h: 1920, slantLeft: 0 },
    shade: {
      x: 1050 - leanOf(600),
      y: 0,
      w: 130 + leanOf(600),
      h: 600,
      slantLeft: leanOf(600),
      slantRight: leanOf(600),
    },
    sail: { x: -300, y: 0, w: 1400, h: 600, slantRight: leanOf(600) },
    seam: {
      x: 1100 - leanOf(600) - 27,
      y: 0,
      w: leanOf(600) + 4,
      h: 600,
      slantLeft: leanOf(600),
      slantRight: leanOf(600),
    },
    bridle: { x: 1100 - leanOf(600), y: 0, w: leanOf(600), h: 600 },
    paper: { x: 54, y: 640, w: 972, h: 920 },
    kite: { x: 72, y: 120, w: 140, h: 140 },
    title: { x: 72, y: 280, w: 800, h: 190, maxLines: 2, size: 84 },
    day: { x: 74, y: 500 },
    with: { x: 74, y: 1590, colour: colours.mist },
    ...Object.fromEntries(
      sponsors.flatMap(([id], i): [string, object][] => {
        const [cx, cy] = [72 + (i % 2) * 470, 1640 + Math.floor(i / 2) * 92];
        return [
          [`${id}-mark`, { x: cx, y: cy }],
          [`${id}-name`, { x: cx + 88, y: cy + 12, colour: colours.ivory }],
        ];
      }),
    ),
    ...Object.fromEntries(
      rows.flatMap((_, i): [string, object][] => [
        [`time${i}`, { x: 72, y: row(i), w: 170 }],
        [`what${i}`, { x: 250, y: row(i), w: 758 }],
        [`where${i}`, { x: 251, y: row(i) + 62, w: 750 }],
        [`rule${i}`, { x: 72, y: row(i) + 124, w: 936 }],
      ]),
    ),
  });
}

/** Cloths of the opener, dark, so that words can be read on each. */
const bands = ['#0b2630', '#10343f', '#17505c', '#27707c', '#5b3f8c'] as const;

/** The festival comes on air: lines go taut across the frame, cloth after cloth is hoisted, the kite flies up. */
export function opener(kite: string): Template {
  const lean = leanOf(1080);
  // They lie over one another a little: no picture shows between two.
  const wide = 486;
  const left = (i: number): number => -lean + i * 480;
  const made = template({
    id: 'opener',
    name: 'Opener',
    lane: 'full',
    stays: 3,
    elements: [
      ...bands.map((fill, i) => newElement('rect', `band${i}`, `Cloth ${i + 1}`, { x: left(i), y: 0, w: wide + lean, h: 1080, slantLeft: lean, slantRight: lean, fill: cloth(fill) })),
      ...bands.slice(1).map((_, i) => newElement('line', `line${i}`, `Line ${i + 1}`, { x: left(i + 1), y: 0, w: lean, h: 1080, rises: true, thickness: 4, fill: i % 2 === 0 ? '#f6f0e066' : '#f2b63299', drawSoft: 240 })),
      newElement('picture', 'kite', 'Kite', { x: 1330, y: 170, w: 420, h: 420, asset: kite, fit: 'contain' }),
      newElement('text', 'title', 'Title', { ...name, x: 96, y: 370, w: 1220, h: 300, text: 'Marram Bay Kite Festival', weight: 840, stretch: 125, size: 132, leading: 0.94, fit: 'wrap', maxLines: 2, vertical: 'bottom', minScale: 0.5 }),
      newElement('line', 'under', 'Bridle', { x: 96, y: 712, w: 1728, h: 0, thickness: 5, fill: colours.ivory, drawSoft: 300, lightLength: 360, lightColour: colours.saffron }),
      newElement('text', 'day', 'Day', { ...label, x: 98, y: 740, w: 1200, h: 84, text: 'Day two · ballet and night-glow', size: 64, tracking: 10, colour: colours.ivory, minScale: 0.6 }),
    ],
    order: [...bands.map((_, i) => `band${i}`), ...bands.slice(1).map((_, i) => `line${i}`), 'kite', 'title', 'under', 'day'],
    fields: [
      textField('f-title', 'Title', 'Marram Bay Kite Festival', 'Up to two lines', { sample: false, maxLength: 40 }),
      textField('f-day', 'Day', 'Day two · ballet and night-glow', 'What today is', { maxLength: 44 }),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['day', 'text', 'f-day'],
    ],
    enter: moving([
      ...bands.slice(1).map((_, i): Move => [`line${i}`, i % 2 === 0 ? 'drawEnd' : 'drawStart', { style: 'line' }, [i * 3, i % 2 === 0 ? 0 : 1], [i * 3 + 26, i % 2 === 0 ? 1 : 0]]),
      ...bands.map((_, i): Move => [`band${i}`, i % 2 === 0 ? 'wipeTop' : 'wipeBottom', { style: 'cloth' }, [2 + i * 4, 1], [44 + i * 4, 0]]),
      ['kite', 'x', { style: 'cloth' }, [18, -760], [88, 0]],
      ['kite', 'y', { style: 'cloth' }, [18, 860], [84, 0]],
      ['kite', 'rotation', { style: 'cloth' }, [18, 58], [96, 0]],
      ['under', 'drawEnd', { style: 'line' }, [24, 0], [60, 1]],
      ['title', 'y', { style: 'words', unit: 'own', cascade: cascade('word', 0.6) }, [32, 0.9], [74, 0]],
      ['title', 'wipeBottom', { style: 'words', cascade: cascade('word', 0.6) }, [32, 0.9], [74, 0]],
      ['title', 'opacity', { style: 'words', cascade: cascade('word', 0.6) }, [32, 0, 'hold'], [34, 1, 'linear'], [74, 1]],
      ...rise('day', 50, 30),
      ['under', 'light', [66, 0, 'gentle'], [130, 1]],
    ]),
    idle: moving([['kite', 'rotation', [0, 0, 'gentle'], [60, 4, 'gentle'], [120, 0, 'gentle'], [180, -4, 'gentle'], [240, 0]]]),
    exit: moving([
      ...sink('day', 12),
      ...sink('title', 16, 14),
      ['kite', 'x', [2, 0, 'strong-in'], [28, 420]],
      ['kite', 'y', [2, 0, 'strong-in'], [28, -760]],
      ['under', 'drawEnd', { style: 'line' }, [4, 1, 'strong-in'], [22, 0]],
      ...bands.map((_, i): Move => [`band${i}`, i % 2 === 0 ? 'wipeBottom' : 'wipeTop', { style: 'cloth' }, [12 + i * 3, 0, 'strong-in'], [36 + i * 3, 1]]),
      ...bands.slice(1).map((_, i): Move => [`line${i}`, i % 2 === 0 ? 'drawStart' : 'drawEnd', { style: 'line' }, [24 + i * 3, i % 2 === 0 ? 0 : 1, 'strong-in'], [42 + i * 3, i % 2 === 0 ? 1 : 0]]),
    ]),
    changes: [change('words', 'Other words', 30, [...turnOver('title', 0, 28), ...turnOver('day', 4)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const tallLean = leanOf(1920);
  return tall(inMotion(made, look), {
    ...Object.fromEntries(
      bands.map((_, i): [string, object] => [
        `band${i}`,
        {
          x: -tallLean + i * 312,
          y: 0,
          w: 318 + tallLean,
          h: 1920,
          slantLeft: tallLean,
          slantRight: tallLean,
        },
      ]),
    ),
    ...Object.fromEntries(
      bands
        .slice(1)
        .map((_, i): [string, object] => [
          `line${i}`,
          { x: -tallLean + (i + 1) * 312, y: 0, w: tallLean, h: 1920 },
        ]),
    ),
    kite: { x: 330, y: 300, w: 420, h: 420 },
    title: { x: 72, y: 760, w: 936, h: 480, size: 108, maxLines: 4 },
    under: { x: 72, y: 1290, w: 936 },
    day: { x: 74, y: 1320, w: 920 },
  });
}
