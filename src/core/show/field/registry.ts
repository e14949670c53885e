import { z } from 'zod';
import type { FieldValue } from '../values';
import type { Property, PropertyType } from '../property';
import type { Accepted, FieldKind } from './base';
import { choiceField, choiceFieldSchema } from './choice-field';
import { colourField, colourFieldSchema } from './colour-field';
import { numberField, numberFieldSchema } from './number-field';
import { pictureField, pictureFieldSchema } from './picture-field';
import { textField, textFieldSchema } from './text-field';
import { yesNoField, yesNoFieldSchema } from './yes-no-field';

export const fieldSchema = z.discriminatedUnion('kind', [
  textFieldSchema,
  numberFieldSchema,
  colourFieldSchema,
  pictureFieldSchema,
  choiceFieldSchema,
  yesNoFieldSchema,
]);
export type Field = z.infer<typeof fieldSchema>;

/** Every kind of field, by name: the one table a new kind is added to. */
export const fieldKinds: Readonly<Record<PropertyType, FieldKind<never>>> = {
  text: textField,
  number: numberField,
  colour: colourField,
  picture: pictureField,
  choice: choiceField,
  'yes-no': yesNoField,
};

/** A raw value as a value of the field, or the problem with it. */
export const acceptValue = (field: Field, raw: FieldValue): Accepted =>
  fieldKinds[field.kind].accept(field as never, raw);

/** The field that a property becomes, with the property's present value as its default and its limits as limits. */
export function fieldFromProperty(property: Property, value: FieldValue, id: string, name: string): Field {
  const base = { id, name, group: '', help: '' };
  switch (property.type) {
    case 'text':
      return { ...base, kind: 'text', default: String(value ?? ''), maxLength: null };
    case 'number':
      return {
        ...base,
        kind: 'number',
        default: Number(value ?? 0),
        min: property.min ?? null,
        max: property.max ?? null,
      };
    case 'colour':
      return { ...base, kind: 'colour', default: String(value) };
    case 'picture':
      return { ...base, kind: 'picture', default: value === null ? null : String(value) };
    case 'choice':
      return {
        ...base,
        kind: 'choice',
        default: value as string | number,
        choices: (property.choices ?? []).map((choice) => ({ ...choice })),
      };
    case 'yes-no':
      return { ...base, kind: 'yes-no', default: Boolean(value) };
  }
}
