import { describe, expect, test } from '@jest/globals';
import {
  acceptValue,
  blankField,
  elementKinds,
  fieldFromProperty,
  fieldKinds,
  fieldSchema,
  openText,
  type Field,
  type FieldKindName,
  type FieldValue,
} from './index';

const base = { id: 'f', group: '', help: '' };
const fields = {
  text: { ...base, name: 'Name', kind: 'text', default: '', ...openText, maxLength: 5 },
  number: { ...base, name: 'Score', kind: 'number', default: 0, min: 0, max: 10 },
  colour: { ...base, name: 'Colour', kind: 'colour', default: '#000000' },
  picture: { ...base, name: 'Flag', kind: 'picture', default: null },
  choice: {
    ...base,
    name: 'Side',
    kind: 'choice',
    default: 'h',
    choices: [
      { value: 'h', label: 'Home', picture: null },
      { value: 'g', label: 'Guest', picture: null },
    ],
  },
  'yes-no': { ...base, name: 'Seen', kind: 'yes-no', default: true },
} satisfies Record<string, Field>;

const value = (field: Field, raw: FieldValue): unknown => {
  const accepted = acceptValue(field, raw);
  return 'value' in accepted ? accepted.value : `refused: ${accepted.problem.code}`;
};

describe('a field takes what can be a value of it, and says why not otherwise', () => {
  test('text counts characters as people do and keeps one kind of line break', () => {
    expect(value(fields.text, 'a\r\nb')).toBe('a\nb');
    expect(value(fields.text, null)).toBe('');
    expect(value(fields.text, '🪁🪁🪁🪁🪁')).toBe('🪁🪁🪁🪁🪁');
    expect(value(fields.text, 'Maren!')).toBe('refused: too-long');
  });
  test('numbers come as typed and stay in their range', () => {
    expect(value(fields.number, ' 9.5 ')).toBe(9.5);
    expect(value(fields.number, '')).toBe('refused: not-a-number');
    expect(value(fields.number, 'nine')).toBe('refused: not-a-number');
    expect(value(fields.number, 11)).toBe('refused: out-of-range');
  });
  test('colours with or without their sign', () => {
    expect(value(fields.colour, 'D8A748')).toBe('#d8a748');
    expect(value(fields.colour, '#12345678')).toBe('#12345678');
    expect(value(fields.colour, 'gold')).toBe('refused: not-a-colour');
  });
  test('offered values are called by their value or their label; where there are only these, no others are taken', () => {
    const offers = [
      { value: 'Heat', label: '' },
      { value: 'Final', label: 'Last round' },
    ];
    const only = { ...fields.text, offers, onlyOffers: true };
    expect(value({ ...fields.text, offers }, 'Semi')).toBe('Semi');
    expect([value(only, 'last ROUND'), value(only, 'heat'), value(only, 'Semi')]).toEqual([
      'Final',
      'Heat',
      'refused: not-offered',
    ]);
    const colours = { ...fields.colour, offers: [{ value: '#e8593a', label: 'Coral' }] };
    expect([value(colours, 'coral'), value(colours, '#111111')]).toEqual(['#e8593a', '#111111']);
    expect(value({ ...colours, onlyOffers: true }, '#111111')).toBe('refused: not-offered');
  });
  test('pictures are named by their content, or none', () => {
    expect(value(fields.picture, '')).toBeNull();
    expect(value(fields.picture, 'a'.repeat(64))).toBe('a'.repeat(64));
    expect(value(fields.picture, 'flag.png')).toBe('refused: unknown-picture');
  });
  test('choices by their value or their words, whatever the case', () => {
    expect(value(fields.choice, 'guest')).toBe('g');
    expect(value(fields.choice, 'H')).toBe('h');
    expect(value(fields.choice, 'away')).toBe('refused: not-a-choice');
  });
  test('yes and no in the words that sheets use', () => {
    expect(['Yes', 'true', '1', 'on'].map((word) => value(fields['yes-no'], word))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['no', 'FALSE', 0, ''].map((word) => value(fields['yes-no'], word))).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect(value(fields['yes-no'], 'maybe')).toBe('refused: not-yes-or-no');
  });
});

test('every kind of field can begin without a property, and takes what it begins with', () => {
  for (const kind of Object.keys(fieldKinds) as FieldKindName[]) {
    const field = blankField(kind, 'f', kind);
    expect(fieldSchema.safeParse(field).success).toBe(true);
    expect(value(field, field.default)).toEqual(field.default);
  }
});

test('every property of every kind of element can become a field that takes its own default', () => {
  for (const kind of Object.values(elementKinds)) {
    for (const property of kind.properties) {
      const present = kind.defaults[property.key] as FieldValue;
      const field = fieldFromProperty(property, present ?? null, 'f', property.label);
      expect(fieldSchema.safeParse(field).success).toBe(true);
      expect(value(field, field.default)).toEqual(field.default);
    }
  }
});
