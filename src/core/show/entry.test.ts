// What operators and files bring in: fields with limits, files by their content.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  acceptValue,
  allowedPattern,
  mapKeys,
  newAsset,
  newElement,
  newTemplate,
  newTextField,
  newTie,
  notAnAsset,
  propertyOf,
  propertyValue,
  setProperty,
  sniffAsset,
  tieProperty,
  tiedValue,
  type Element,
  type Field,
  type Property,
  type Template,
} from './index';

const value = (field: Field, raw: string | number | boolean | null): unknown => {
  const accepted = acceptValue(field, raw);
  return 'value' in accepted ? accepted.value : accepted.problem;
};

describe('text as it is entered', () => {
  const plate = newTextField('f', 'Plate', '', {
    allowed: 'A-Z0-9 -',
    upper: true,
    trim: true,
    maxLength: 8,
  });
  test('is trimmed and put in capitals before its letters and its length are looked at', () => {
    expect(value(plate, '  skr   42 ')).toBe('SKR 42');
    expect(value(plate, 'a-very-long-one')).toMatchObject({ code: 'too-long' });
  });
  test('a letter that is not allowed is named, with what is allowed', () => {
    expect(value(plate, 'SKR_42')).toMatchObject({
      code: 'not-allowed',
      message: 'Plate takes only A-Z0-9 -; “_” is not among them.',
    });
  });
  test('whatever a designer writes as allowed letters, entering words never fails', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), fc.string({ maxLength: 20 }), (allowed, words) => {
        const accepted = acceptValue(newTextField('f', 'F', '', { allowed }), words);
        expect('value' in accepted || accepted.problem.code === 'not-allowed').toBe(true);
      }),
    );
  });
  test('signs that mean something in a class mean themselves, but for the dash of a range', () => {
    expect(['^', ']', '\\', '['].every((sign) => allowedPattern('\\^[]')?.test(sign))).toBe(true);
    expect(allowedPattern('a-c')?.test('b')).toBe(true);
    expect(allowedPattern('z-a')).toBeNull();
  });
  test('lines are kept as lines; only spaces beside them are taken', () => {
    const lines = newTextField('f', 'F', '', { trim: true, lines: true });
    expect(value(lines, ' one  two \n three ')).toBe('one two \n three');
  });
});

describe('a field on properties of another kind', () => {
  const side: Field = {
    id: 'side',
    kind: 'choice',
    name: 'Side',
    group: '',
    help: '',
    default: 'home',
    choices: ['home', 'guest'].map((v) => ({ value: v, label: v, picture: null })),
  };
  const seen: Field = { id: 'seen', kind: 'yes-no', name: 'Seen', group: '', help: '', default: true };
  const count: Field = {
    id: 'count',
    kind: 'number',
    name: 'Count',
    group: '',
    help: '',
    default: 3,
    min: null,
    max: null,
  };
  const build = (): Template =>
    newTemplate('t', 'T', {
      elements: {
        bar: newElement('rect', 'bar', 'Bar', { fill: '#112233', x: 96 }),
        words: newElement('text', 'words', 'Words', { text: 'three' }),
      },
      order: ['bar', 'words'],
      fields: [side, seen, count, newTextField('line', 'Line', 'x')],
    });
  const property = (kind: 'rect' | 'text', key: string): Property => propertyOf(kind, key) as Property;
  const tieOn = (template: Template, element: string, key: string) =>
    template.ties.find((tie) => tie.element === element && tie.property === key);

  test('a choice and a yes/no go by a map that begins with what is there', () => {
    const t = build();
    expect(tieProperty(t, 'bar', property('rect', 'fill'), side)).toBe(true);
    expect(tieProperty(t, 'bar', property('rect', 'x'), seen)).toBe(true);
    expect(tieOn(t, 'bar', 'fill')?.map).toEqual({ home: '#112233', guest: '#112233' });
    expect(tieOn(t, 'bar', 'x')?.map).toEqual({ true: 96, false: 96 });
    // Nothing on the stage has changed by it.
    expect(propertyValue(t, t.elements['bar'] as Element, 'fill')).toBe('#112233');
  });
  test('a number may be told in words; words drive no number', () => {
    const t = build();
    expect(tieProperty(t, 'words', property('text', 'text'), count)).toBe(true);
    expect(tieOn(t, 'words', 'text')?.map).toBeNull();
    expect(tieProperty(t, 'bar', property('rect', 'w'), t.fields[3] as Field)).toBe(false);
    expect([mapKeys(side), mapKeys(seen), mapKeys(count)]).toEqual([
      ['home', 'guest'],
      ['true', 'false'],
      null,
    ]);
  });
  test('setting a property that a factor drives sets the field so that the property comes out', () => {
    const number = fc.double({ min: -1000, max: 1000, noNaN: true });
    const factor = fc.double({ min: 0.01, max: 50, noNaN: true });
    fc.assert(
      fc.property(factor, number, number, (times, shift, wanted) => {
        const t = build();
        t.ties.push({ ...newTie('bar', 'x', 'count'), factor: times, shift });
        setProperty(t, 'bar', 'x', wanted);
        expect(propertyValue(t, t.elements['bar'] as Element, 'x')).toBeCloseTo(wanted, 6);
      }),
    );
  });
  test('a property that a map drives is changed in the map, not by setting it', () => {
    const t = build();
    t.ties.push({ ...newTie('bar', 'x', 'side'), map: { home: 5, guest: 9 } });
    setProperty(t, 'bar', 'x', 700);
    expect([t.fields[0]?.default, propertyValue(t, t.elements['bar'] as Element, 'x')]).toEqual(['home', 5]);
  });
  test('what a map does not know goes as it is', () => {
    expect(tiedValue({ ...newTie('a', 'fill', 'f'), map: { home: '#000000' } }, '#ff0000')).toBe('#ff0000');
    expect(tiedValue({ ...newTie('a', 'w', 'f'), factor: 2, shift: 1 }, 10)).toBe(21);
    expect(tiedValue(newTie('a', 'text', 'f'), null)).toBeNull();
  });
});

describe('files by their content', () => {
  const bytes = (...parts: (string | number)[]): Uint8Array =>
    Uint8Array.from(
      parts.flatMap((part) => (typeof part === 'string' ? [...part].map((c) => c.charCodeAt(0)) : [part])),
    );
  test.each([
    ['image/webp', bytes('RIFF', 1, 2, 3, 4, 'WEBPVP8 ')],
    ['image/gif', bytes('GIF89a')],
    ['video/webm', bytes(0x1a, 0x45, 0xdf, 0xa3)],
    ['video/mp4', bytes(0, 0, 0, 24, 'ftypisom')],
    ['font/ttf', bytes(0, 1, 0, 0)],
    ['font/otf', bytes('OTTO')],
    ['font/woff2', bytes('wOF2')],
    [null, bytes('RIFF', 1, 2, 3, 4, 'WAVEfmt ')],
    [null, bytes('wOFF')],
    [null, bytes('8BPS')],
    [null, new Uint8Array()],
  ])('%s', (type, content) => {
    expect(sniffAsset(content)).toBe(type);
  });
  test('what comes by mistake is called by its name', () => {
    expect(notAnAsset('song.wav', bytes('RIFF', 1, 2, 3, 4, 'WAVE')).message).toContain(
      'a sound or another RIFF file',
    );
    expect(notAnAsset('old.woff', bytes('wOFF')).message).toContain('a WOFF font of the older kind');
    expect(notAnAsset('layers.psd', bytes('8BPS')).message).toContain('a layered PSD');
  });
  test('no bytes, however odd, make it fail', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 64 }), (content) => {
        const type = sniffAsset(content);
        expect(type === null ? notAnAsset('x', content).code : 'known').toMatch(/known|not-an-asset/);
      }),
    );
  });
  test('an asset is a still picture without transparency known until it is looked at', () => {
    expect(newAsset({ id: 'a'.repeat(64), name: 'x.jpg', type: 'image/jpeg', bytes: 1 })).toMatchObject({
      alpha: false,
      seconds: 0,
      folder: '',
    });
  });
});
