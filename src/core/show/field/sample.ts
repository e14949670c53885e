import type { Template } from '../template';
import type { Values } from '../values';
import type { Field } from './registry';

/** Whether a field's default is a sample: words are, unless the designer says that they may go to air. */
export const isSample = (field: Field): boolean =>
  field.sample ?? (field.kind === 'text' && field.default.trim() !== '');

/** The fields of a filling that would go to air with their samples: nobody has typed them, and no data fills them. */
export const unfilledFields = (template: Template, values: Values): Field[] =>
  template.fields.filter((field) => values[field.id] === undefined && isSample(field));
