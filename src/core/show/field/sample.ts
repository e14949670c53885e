import type { Template } from '../template';
import type { Values } from '../../value';
import { fieldKindOf, type Field } from './registry';

/** Whether a field's default is a sample: as the designer says, else as its kind does (words are). */
export const isSample = (field: Field): boolean => field.sample ?? fieldKindOf(field).isSample(field);

/** The fields of a filling that would go to air with their samples: nobody has typed them, and no data fills them. */
export const unfilledFields = (template: Template, values: Values): Field[] =>
  template.fields.filter((field) => values[field.id] === undefined && isSample(field));
