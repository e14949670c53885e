import { describe, expect, test } from '@jest/globals';
import {
  addElement,
  addStyle,
  assetUses,
  clipElements,
  clipSchema,
  makeField,
  newAsset,
  newChange,
  newElement,
  newShow,
  newTemplate,
  newTether,
  newTie,
  pasteClip,
  propertyOf,
  removeStyle,
  replaceAsset,
  setKey,
  showReferences,
  styleUses,
  unusedAssets,
  usualLanes,
  type Element,
  type Property,
  type Show,
  type Template,
} from './index';

const [red, blue, old] = ['a', 'b', 'c'].map((letter) => letter.repeat(64)) as [string, string, string];
let count = 0;
const newId = (): string => `new${(count += 1)}`;

function sample(): Show {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  for (const [id, name] of [
    [red, 'red.png'],
    [blue, 'blue.png'],
    [old, 'old.png'],
  ] as const)
    show.assets[id] = newAsset({ id, name, type: 'image/png', bytes: 9, width: 8, height: 8 });
  addStyle(show, { id: 'club', name: 'Club', kind: 'colour', value: '#112233' });
  show.templates['t'] = newTemplate('t', 'One', {
    elements: {
      bar: newElement('rect', 'bar', 'Bar', { fill: '@club' }),
      photo: newElement('picture', 'photo', 'Photo', {
        asset: red,
        masks: [{ by: 'bar', inverted: false, soft: 0 }],
      }),
      words: newElement('text', 'words', 'Words'),
      group: newElement('group', 'group', 'Group', { children: ['photo', 'words'] }),
    },
    order: ['bar', 'group'],
    tethers: [
      newTether('x', 'bar', 'left', 'words', 'left', -20),
      newTether('y', 'words', 'top', null, 'top', 40),
    ],
  });
  show.templates['u'] = newTemplate('u', 'Two');
  const t = show.templates['t'];
  makeField(t, 'words', propertyOf('text', 'text') as Property, 'f');
  setKey(t, 'enter', { element: 'words', property: 'x' }, { frame: 40, value: -30 }, newId);
  return show;
}
const templateOf = (show: Show, id: string): Template => show.templates[id] as Template;

describe('parts of a template on their way to another', () => {
  test('come whole: what is in them, fields, tethers among them, motion, masks, styles and pictures', () => {
    const show = sample();
    const clip = clipSchema.parse(
      JSON.parse(JSON.stringify(clipElements(show, templateOf(show, 't'), ['bar', 'group']))),
    );
    const other = newShow('o', 'Other', show.channels);
    other.templates['u'] = newTemplate('u', 'Two');
    const pasted = pasteClip(other, 'u', clip, newId);
    const u = templateOf(other, 'u');
    expect(showReferences(other)).toEqual([]);
    expect([u.order, pasted.told]).toEqual([pasted.order, []]);
    const named = (name: string) => Object.values(u.elements).find((e) => e.name === name) as Element;
    expect(named('Photo').masks).toEqual([{ by: named('Bar').id, inverted: false, soft: 0 }]);
    expect(u.tethers.map((tether) => [tether.element, tether.to])).toEqual([
      [named('Bar').id, named('Words').id],
      [named('Words').id, null],
    ]);
    expect(u.ties).toMatchObject([{ element: named('Words').id, field: u.fields[0]?.id }]);
    expect(u.phases.enter).toMatchObject({ frames: 40, tracks: [{ element: named('Words').id }] });
    expect([Object.keys(other.assets), Object.keys(other.look.styles)]).toEqual([[red], ['club']]);
  });
  test('masks and tethers to what stays behind are left behind', () => {
    const show = sample();
    const clip = clipElements(show, templateOf(show, 't'), ['photo']);
    expect([clip.elements['photo']?.masks, clip.tethers, Object.keys(clip.elements)]).toEqual([
      [],
      [],
      ['photo'],
    ]);
    expect(pasteClip(show, 'u', clip, newId).told).toEqual(['Not pasted: the mask “Bar” of Photo.']);
  });
  test('Changes come along with their rules and keys, before the one that takes all; what cannot come is said', () => {
    const show = sample();
    const t = templateOf(show, 't');
    makeField(t, 'bar', propertyOf('rect', 'opacity') as Property, 'g');
    const key = { element: 'words', property: 'y' } as const;
    t.changes.push(
      newChange('c1', 'New words', { when: [{ is: 'changed', field: 'f' }], frames: 18 }),
      newChange('c2', 'Fades', { when: [{ is: 'changed', field: 'g' }] }),
      newChange('c3', 'Rest'),
    );
    for (const id of ['c1', 'c2']) setKey(t, id, key, { frame: 9, value: 20 }, newId);
    const u = templateOf(show, 'u');
    u.phases.enter.frames = 20;
    addElement(u, newElement('rect', 'own', 'Own'));
    u.changes.push(newChange('u1', 'Any'));
    const pasted = pasteClip(show, 'u', clipElements(show, t, ['words']), newId);
    expect(u.changes.map(({ name, frames, tracks }) => [name, frames, tracks.length])).toEqual([
      ['New words', 18, 1],
      ['Any', 30, 0],
    ]);
    expect(u.changes[0]?.when).toEqual([{ is: 'changed', field: u.fields[0]?.id }]);
    expect(pasted.told).toEqual([
      'Not pasted: the Change “Fades”, which waits for Bar opacity.',
      'Enter is now 40 frames long instead of 20: what was pasted moves for so long.',
    ]);
    expect(showReferences(show)).toEqual([]);
  });
  test('pasted twice they have names and ids of their own, and share the field of the same name', () => {
    const show = sample();
    const clip = clipElements(show, templateOf(show, 't'), ['words']);
    pasteClip(show, 'u', clip, newId);
    pasteClip(show, 'u', clip, newId);
    const u = templateOf(show, 'u');
    expect(Object.values(u.elements).map((e) => e.name)).toEqual(['Words', 'Words 2']);
    expect([u.fields.length, u.ties.length]).toEqual([1, 2]);
    expect(showReferences(show)).toEqual([]);
  });
  test('a style that the other show has keeps its own value there', () => {
    const show = sample();
    const clip = clipElements(show, templateOf(show, 't'), ['bar']);
    const other = sample();
    other.look.styles['club'] = { id: 'club', name: 'Club', kind: 'colour', value: '#ff0000' };
    pasteClip(other, 'u', clip, newId);
    expect(other.look.styles['club']).toMatchObject({ value: '#ff0000' });
  });
});

describe('assets of a show', () => {
  test('where each is used, and which are not, in templates and cards', () => {
    const show = sample();
    show.cards['c'] = { id: 'c', number: '1', template: 't', values: { f: blue } };
    expect(assetUses(show).get(red)).toEqual({ templates: ['One'], cards: 0 });
    expect(assetUses(show).get(blue)).toEqual({ templates: [], cards: 1 });
    expect(unusedAssets(show)).toEqual([old]);
  });
  test('replaced everywhere: elements, fills, maps and cards; the old one is gone', () => {
    const show = sample();
    const t = templateOf(show, 't');
    t.elements['bar'] = newElement('rect', 'bar', 'Bar', {
      fill: { kind: 'picture', asset: red, fit: 'cover' },
    });
    t.ties.push({ ...newTie('photo', 'asset', 'f'), map: { home: red, guest: blue } });
    show.cards['c'] = { id: 'c', number: '1', template: 't', values: { f: red } };
    replaceAsset(show, red, old);
    expect(JSON.stringify(show)).not.toContain(red);
    expect(t.elements['photo']).toMatchObject({ asset: old });
    expect(t.ties.at(-1)?.map).toEqual({ home: old, guest: blue });
    expect(show.cards['c'].values).toEqual({ f: old });
  });
  test('a font in the place of another takes over its texts', () => {
    const show = sample();
    for (const [id, family] of [
      ['d'.repeat(64), 'Marram Sans'],
      ['e'.repeat(64), 'Marram Serif'],
    ] as const)
      show.assets[id] = newAsset({ id, name: `${family}.ttf`, type: 'font/ttf', bytes: 9, family });
    Object.assign(templateOf(show, 't').elements['words'] as Element, { family: 'Marram Sans' });
    expect(assetUses(show).get('d'.repeat(64))).toEqual({ templates: ['One'], cards: 0 });
    replaceAsset(show, 'd'.repeat(64), 'e'.repeat(64));
    expect(templateOf(show, 't').elements['words']).toMatchObject({ family: 'Marram Serif' });
  });
});

describe('named styles of a show', () => {
  test('are counted where they are named, and leave their value behind when they go', () => {
    const show = sample();
    expect(styleUses(show).get('club')).toBe(1);
    show.look.palettes.push({ id: 'p', name: 'P', colours: { club: '#00ff00' } });
    show.look.palette = 'p';
    removeStyle(show, 'club');
    expect(templateOf(show, 't').elements['bar']).toMatchObject({ fill: '#00ff00' });
    expect(show.look.palettes[0]?.colours).toEqual({});
  });
  test('a text style that goes leaves its cut in every text that took it', () => {
    const show = sample();
    const value = {
      family: 'Fraunces',
      weight: 300,
      stretch: 100,
      size: 20,
      tracking: 5,
      leading: 1.1,
      letters: 'upper',
      figures: 'tabular',
      colour: '@club',
    } as const;
    addStyle(show, { id: 'note', name: 'Note', kind: 'type', value });
    addStyle(show, { id: 'other', name: 'Note', kind: 'type', value });
    expect(show.look.styles['other']?.name).toBe('Note 2');
    Object.assign(templateOf(show, 't').elements['words'] as Element, { typeStyle: 'note' });
    removeStyle(show, 'note');
    expect(templateOf(show, 't').elements['words']).toMatchObject({ typeStyle: null, ...value });
  });
  test('words that begin with an at sign are words', () => {
    const show = sample();
    Object.assign(templateOf(show, 't').elements['words'] as Element, { text: '@club' });
    removeStyle(show, 'club');
    expect(templateOf(show, 't').elements['words']).toMatchObject({ text: '@club' });
  });
});
