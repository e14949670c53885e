import { z } from 'zod';
import { problem } from '../../problem';
import { scalar } from '../../binding';
import { fieldBase, plainValue, usualField, type FieldKind } from './base';

export const yesNoFieldSchema = fieldBase.extend({ kind: z.literal('yes-no'), default: z.boolean() });

const yes = ['yes', 'true', '1', 'on'];
const no = ['no', 'false', '0', 'off', ''];

export type YesNoField = z.infer<typeof yesNoFieldSchema>;

export const yesNoField = {
  ...usualField,
  kind: 'yes-no',
  label: 'Yes or no',
  schema: yesNoFieldSchema,
  type: scalar('yes-no'),
  plain: () => ({ kind: 'yes-no', default: false }),
  from: (_, value) => ({ kind: 'yes-no', default: Boolean(plainValue(value)) }),
  mapKeys: () => ['true', 'false'],
  check: () => ({ is: 'list', values: ['yes', 'no'] }),
  accept: (field, raw) => {
    const word = String(raw ?? '')
      .trim()
      .toLowerCase();
    if (yes.includes(word)) return { value: true };
    if (no.includes(word)) return { value: false };
    return {
      problem: problem(
        'not-yes-or-no',
        `${field.name} takes yes or no; “${String(raw)}” is neither.`,
        field.name,
      ),
    };
  },
} as const satisfies FieldKind<YesNoField>;
