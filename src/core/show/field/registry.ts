import { z } from 'zod';
import type { Property, PropertyType } from '../../element';
import type { FieldValue } from '../../value';
import type { Accepted, FieldKind, PropertyValue } from './base';
import { choiceField } from './choice-field';
import { colourField } from './colour-field';
import { numberField } from './number-field';
import { pictureField } from './picture-field';
import { rowsField } from './rows-field';
import { textField } from './text-field';
import { videoField } from './video-field';
import { yesNoField } from './yes-no-field';

const kinds = {
  text: textField,
  number: numberField,
  colour: colourField,
  picture: pictureField,
  video: videoField,
  choice: choiceField,
  'yes-no': yesNoField,
  rows: rowsField,
} as const;
export type FieldKindName = keyof typeof kinds;
export type Field = { [K in FieldKindName]: z.infer<(typeof kinds)[K]['schema']> }[FieldKindName];

/** Every kind of field, by name: the one table a new kind is added to. */
export const fieldKinds: Readonly<Record<FieldKindName, FieldKind>> = kinds;

export const fieldSchema = z.discriminatedUnion(
  'kind',
  Object.values(kinds).map(({ schema }) => schema) as never,
) as unknown as z.ZodType<Field>;

/** The kind of a field, as it speaks of that field. */
export const fieldKindOf = (field: Field): FieldKind<Field> =>
  kinds[field.kind] as unknown as FieldKind<Field>;

/** A raw value as a value of the field, or the problem with it. */
export const acceptValue = (field: Field, raw: FieldValue): Accepted => fieldKindOf(field).accept(field, raw);

/** The kind of field that can drive a property of a type. A paint takes a plain colour, a font one of a choice. */
const fieldKindOfType: Readonly<Record<PropertyType, FieldKindName>> = {
  number: 'number',
  text: 'text',
  colour: 'colour',
  paint: 'colour',
  font: 'choice',
  picture: 'picture',
  video: 'video',
  choice: 'choice',
  'yes-no': 'yes-no',
  rows: 'rows',
  template: 'choice',
  channel: 'choice',
  element: 'choice',
  phase: 'choice',
  any: 'text',
};
export const fieldKindFor = (type: PropertyType): FieldKindName => fieldKindOfType[type];

const named = (id: string, name: string) => ({ id, name, group: '', help: '' });
/** A field of a kind that no property has been made a field of. */
export const blankField = (kind: FieldKindName, id: string, name: string): Field =>
  ({ ...named(id, name), ...(fieldKinds[kind] as unknown as FieldKind<Field>).plain() }) as Field;

/** The field that a property becomes, with the property's present value as its default and its limits as limits. */
export const fieldFromProperty = (
  property: Property,
  value: PropertyValue,
  id: string,
  name: string,
): Field =>
  ({
    ...named(id, name),
    ...(fieldKinds[fieldKindFor(property.type)] as unknown as FieldKind<Field>).from(property, value),
  }) as Field;
