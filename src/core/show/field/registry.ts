import { z } from 'zod';
import type { FieldValue } from '../values';
import type { Property, PropertyType } from '../property';
import { families } from '../fonts';
import { coloursOf, type Paint } from '../paint';
import type { Accepted, FieldKind, FieldKindName } from './base';
import { choiceField, choiceFieldSchema } from './choice-field';
import { colourField, colourFieldSchema } from './colour-field';
import { numberField, numberFieldSchema } from './number-field';
import { pictureField, pictureFieldSchema } from './picture-field';
import { videoField, videoFieldSchema } from './video-field';
import { openText, textField, textFieldSchema } from './text-field';
import { yesNoField, yesNoFieldSchema } from './yes-no-field';

export const fieldSchema = z.discriminatedUnion('kind', [
  textFieldSchema,
  numberFieldSchema,
  colourFieldSchema,
  pictureFieldSchema,
  videoFieldSchema,
  choiceFieldSchema,
  yesNoFieldSchema,
]);
export type Field = z.infer<typeof fieldSchema>;

/** Every kind of field, by name: the one table a new kind is added to. */
export const fieldKinds: Readonly<Record<FieldKindName, FieldKind<never>>> = {
  text: textField,
  number: numberField,
  colour: colourField,
  picture: pictureField,
  video: videoField,
  choice: choiceField,
  'yes-no': yesNoField,
};

/** A raw value as a value of the field, or the problem with it. */
export const acceptValue = (field: Field, raw: FieldValue): Accepted =>
  fieldKinds[field.kind].accept(field as never, raw);

/** The kind of field that can drive a property of a type. A paint takes a plain colour, a font one of a choice. */
export const fieldKindFor = (type: PropertyType): FieldKindName =>
  type === 'paint' ? 'colour' : type === 'font' ? 'choice' : type;

/** A field of a kind that no property has been made a field of. */
export function blankField(kind: FieldKindName, id: string, name: string): Field {
  const base = { id, name, group: '', help: '' };
  switch (kind) {
    case 'text':
      return { ...base, kind, default: '', ...openText };
    case 'number':
      return { ...base, kind, default: 0, min: null, max: null };
    case 'colour':
      return { ...base, kind, default: '#808080' };
    case 'picture':
    case 'video':
      return { ...base, kind, default: null };
    case 'choice':
      return { ...base, kind, default: 'a', choices: [{ value: 'a', label: 'Choice', picture: null }] };
    case 'yes-no':
      return { ...base, kind, default: false };
  }
}

/** What a property can hold: a field's value, or a paint. */
export type PropertyValue = FieldValue | Paint;

const firstColour = (value: PropertyValue): string =>
  (value !== null && typeof value !== 'number' && typeof value !== 'boolean' ? coloursOf(value) : [])[0] ??
  '#808080';

/** The field that a property becomes, with the property's present value as its default and its limits as limits. */
export function fieldFromProperty(property: Property, value: PropertyValue, id: string, name: string): Field {
  const base = { id, name, group: '', help: '' };
  const plain = typeof value === 'object' ? null : value;
  switch (property.type) {
    case 'text':
      return {
        ...base,
        kind: 'text',
        default: String(plain ?? ''),
        ...openText,
        lines: String(plain ?? '').includes('\n'),
      };
    case 'number':
      return {
        ...base,
        kind: 'number',
        default: Number(plain ?? 0),
        min: property.min ?? null,
        max: property.max ?? null,
      };
    case 'colour':
    case 'paint':
      return { ...base, kind: 'colour', default: firstColour(value) };
    case 'picture':
      return { ...base, kind: 'picture', default: plain === null ? null : String(plain) };
    case 'video':
      return { ...base, kind: 'video', default: plain === null ? null : String(plain) };
    case 'choice':
      return {
        ...base,
        kind: 'choice',
        default: plain as string | number,
        choices: (property.choices ?? []).map((choice) => ({ ...choice, picture: null })),
      };
    case 'font':
      return {
        ...base,
        kind: 'choice',
        default: String(plain),
        choices: [...new Set([String(plain), ...families.map((family) => family.name)])].map((family) => ({
          value: family,
          label: family,
          picture: null,
        })),
      };
    case 'yes-no':
      return { ...base, kind: 'yes-no', default: Boolean(plain) };
  }
}
