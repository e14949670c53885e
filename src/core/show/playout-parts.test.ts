import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { edit, openDraft, undo } from './edit';
import {
  bringFromAir,
  editLaidOut,
  keepCard,
  laidOut,
  layoutFor,
  makeRelease,
  newElement,
  newLayout,
  newPad,
  newRundownRow,
  newShow,
  newTemplate,
  newTether,
  padProblems,
  releaseOf,
  templateFor,
  timecode,
  usualLanes,
  type Show,
  type Template,
} from './index';

describe('time code', () => {
  test.each<[number, number, string]>([
    [0, 50, '00:00:00:00'],
    [3661.5, 25, '01:01:01:12'],
    // The first numbers of a minute are left out, but not those of each tenth.
    [59.97, 29.97, '00:00:59;27'],
    [60.06, 29.97, '00:01:00;02'],
    [600.0, 29.97, '00:10:00;00'],
    [60.06, 59.94, '00:01:00;04'],
  ])('at %d s and %d frames a second is %s', (seconds, rate, code) => {
    expect(timecode(seconds, rate)).toBe(code);
  });
  test('with numbers dropped stays within a few frames of the clock, all day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 86_399 }), fc.constantFrom(29.97, 59.94), (seconds, rate) => {
        const [h = 0, m = 0, s = 0, f = 0] = timecode(seconds + 0.5, rate)
          .split(/[:;]/)
          .map(Number);
        expect(Math.abs(h * 3600 + m * 60 + s + f / Math.round(rate) - (seconds + 0.5))).toBeLessThan(0.15);
      }),
    );
  });
});

const template = (): Template =>
  newTemplate('t', 'T', {
    elements: {
      bar: newElement('rect', 'bar', 'Bar', { x: 96, y: 900, w: 800, h: 100 }),
      words: newElement('text', 'words', 'Words', { x: 120, y: 910, w: 1400, h: 80, text: 'Ida' }),
      mark: newElement('rect', 'mark', 'Mark', { x: 1724, y: 54, w: 100, h: 100 }),
      back: newElement('rect', 'back', 'Back', { x: 0, y: 0, w: 1920, h: 1080 }),
    },
    order: ['bar', 'words', 'mark'],
  });

describe('layouts for channels of other shapes', () => {
  const withTall = (): Template => {
    const own = template();
    return { ...own, layouts: [newLayout(own, 'tall', 'Tall', 1080, 1920)] };
  };
  test('a channel gets the one whose shape is nearest, in whatever size', () => {
    const own = withTall();
    const chosen = (width: number, height: number) => layoutFor(own, { width, height })?.id ?? 'own';
    expect([
      chosen(1920, 1080),
      chosen(3840, 2160),
      chosen(1080, 1920),
      chosen(720, 1280),
      chosen(1000, 1000),
    ]).toEqual(['own', 'own', 'tall', 'tall', 'own']);
    expect(templateFor(own, { width: 1920, height: 1080 })).toBe(own);
    expect(templateFor(own, { width: 720, height: 1280 })).toBe(
      templateFor(own, { width: 1080, height: 1920 }),
    );
  });
  test('a new one keeps what stands together together, by its edges, inside the canvas', () => {
    const own = template();
    const laid = laidOut(own, newLayout(own, 'tall', 'Tall', 1080, 1920));
    const { bar, words, mark } = laid.elements;
    if (!bar || !words || !mark) throw new Error('elements');
    expect([words.x - bar.x, words.y - bar.y]).toEqual([24, 10]);
    expect(1920 - bar.y - bar.h).toBe(80);
    for (const { x, w } of [bar, words, mark]) expect([x >= 0, x + w <= 1080]).toEqual([true, true]);
    expect(mark.x).toBeGreaterThan(540);
  });
  test('words that a tether puts further right are made narrower by where they stand, not by where they were drawn', () => {
    const own = template();
    const placed = new Map([['words', { x: 300, y: 910 }]]);
    const widthOf = (at?: typeof placed): number =>
      laidOut(own, newLayout(own, 'tall', 'Tall', 1080, 1920, at)).elements['words']?.w ?? 0;
    const { words } = own.elements;
    if (!words) throw new Error('elements');
    const seen = laidOut(own, newLayout(own, 'tall', 'Tall', 1080, 1920, placed)).elements['words'];
    // Drawn further left by the same: what is seen ends before the margin.
    expect((seen?.x ?? 0) + 300 - words.x + widthOf(placed)).toBeLessThanOrEqual(1080 - 54);
    expect(widthOf(placed)).toBeLessThanOrEqual(widthOf());
  });
  test('leaves room for what reaches beyond the words: a plate, and what stands on its edge', () => {
    const own = newTemplate('t', 'T', {
      elements: {
        words: newElement('text', 'words', 'Words', { x: 300, y: 900, w: 1400, h: 60 }),
        group: newElement('group', 'group', 'Group', { children: ['words'] }),
        plate: newElement('rect', 'plate', 'Plate', { x: 280, y: 880, w: 500, h: 100 }),
        edge: newElement('rect', 'edge', 'Edge', { x: 780, y: 880, w: 40, h: 100 }),
      },
      order: ['plate', 'edge', 'group'],
      tethers: [
        newTether('a', 'plate', 'right', 'group', 'right', 90),
        newTether('b', 'edge', 'left', 'plate', 'right', -20),
      ],
    });
    const { words } = laidOut(own, newLayout(own, 'tall', 'Tall', 1080, 1920)).elements;
    expect((words?.x ?? 0) + (words?.w ?? 0)).toBe(1080 - 54 - 90 - 20);
  });
  test('places changed in one stay there alone; words, elements and fields are those of all', () => {
    const own = withTall();
    editLaidOut(own, 'tall', (t) => {
      const { words } = t.elements;
      if (words?.kind === 'text') Object.assign(words, { y: 500, text: 'Ox', size: 90 });
      t.elements['new'] = newElement('rect', 'new', 'New', {});
      t.order.push('new');
      delete t.elements['mark'];
      t.order = t.order.filter((id) => id !== 'mark');
      t.tags = ['wide'];
    });
    expect(own.elements['words']).toMatchObject({ y: 910, text: 'Ox', size: 56 });
    expect(own.layouts[0]?.values['words']).toMatchObject({ y: 500, size: 90 });
    expect([Object.keys(own.elements).sort(), own.order, own.tags]).toEqual([
      ['back', 'bar', 'new', 'words'],
      ['bar', 'words', 'new'],
      ['wide'],
    ]);
    expect(own.layouts[0]?.values['mark']).toBeUndefined();
    // What is put back to what the template has is no difference any more.
    editLaidOut(own, 'tall', (t) => void Object.assign(t.elements['words'] ?? {}, { y: 910 }));
    expect(own.layouts[0]?.values['words']?.['y']).toBeUndefined();
  });
  test('an edit in a layout is one step of undo', () => {
    const show: Show = newShow('s', 'S', [
      { id: 'main', name: 'Main', format: { width: 1080, height: 1920, rate: 50 }, lanes: usualLanes() },
    ]);
    show.templates['t'] = withTall();
    const before = openDraft(show);
    const after = edit(before, 'Move', (s) => {
      const own = s.templates['t'];
      if (own) editLaidOut(own, 'tall', (t) => void Object.assign(t.elements['bar'] ?? {}, { x: 7 }));
    });
    expect(after.show.templates['t']?.layouts[0]?.values['bar']).toMatchObject({ x: 7 });
    expect(undo(after).show).toEqual(show);
  });
});

const show = (): Show => {
  const made = newShow('s', 'S', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  made.templates['t'] = template();
  made.templates['u'] = { ...template(), id: 'u', name: 'U' };
  for (const [id, number] of [
    ['a', '10'],
    ['b', '11'],
    ['c', '12'],
  ] as const)
    keepCard(made, { id, number, template: 't', values: {} });
  return made;
};

describe('a release of some templates', () => {
  test('has those from the draft, and all else as it is on air', () => {
    const onAir = makeRelease(show());
    const draft = show();
    for (const id of ['t', 'u']) Object.assign(draft.templates[id] ?? {}, { tags: ['new'] });
    delete draft.cards['a'];
    draft.templates['v'] = { ...template(), id: 'v', name: 'V' };
    const part = releaseOf(onAir, draft, ['t', 'v']);
    expect(Object.values(part.templates).map(({ id, tags }) => [id, tags.length])).toEqual([
      ['t', 1],
      ['u', 0],
      ['v', 0],
    ]);
    expect(part.cards).toEqual(onAir.cards);
    delete draft.templates['t'];
    const gone = releaseOf(onAir, draft, ['t']);
    expect([Object.keys(gone.templates), Object.keys(gone.cards)]).toEqual([['u'], []]);
  });
});

describe('what the Desk has changed comes into the draft', () => {
  test('a block that was renumbered into itself loses no card and no row', () => {
    const draft = show();
    const kept = ['a', 'b', 'c'].map((id, i) => ({ id, number: String(11 + i), template: 't', values: {} }));
    bringFromAir(draft, { kept, dropped: [], rundowns: [] });
    expect(Object.values(draft.cards).map(({ id, number }) => [id, number])).toEqual([
      ['a', '11'],
      ['b', '12'],
      ['c', '13'],
    ]);
    expect(draft.rundowns[0]?.rows.map(({ card }) => card)).toEqual(['a', 'b', 'c']);
  });
  test('cards taken out go, a card whose number was given away gives way, rows follow', () => {
    const draft = show();
    const rundown = draft.rundowns[0];
    if (!rundown) throw new Error('rundown');
    bringFromAir(draft, {
      kept: [{ id: 'kept-9', number: '11', template: 't', values: {} }],
      dropped: ['c'],
      rundowns: [
        { ...rundown, rows: [newRundownRow('r1', 'kept-9', { lasts: 5 }), newRundownRow('r2', 'a')] },
      ],
    });
    expect(Object.keys(draft.cards).sort()).toEqual(['a', 'kept-9']);
    expect(draft.rundowns[0]?.rows.map(({ card, lasts }) => [card, lasts])).toEqual([
      ['kept-9', 5],
      ['a', null],
    ]);
  });
});

test('a pad that names what the show does not have says so', () => {
  const pad = {
    ...newPad('p', 'Pier', 'moon'),
    items: [{ id: 'i', kind: 'card' as const, label: '', span: 1, card: 'gone' }],
  };
  expect(padProblems(pad, show()).map(({ path }) => path)).toEqual(['channel', 'items[0]']);
  expect(padProblems(newPad('p', 'Pier', 'main'), show())).toEqual([]);
});
