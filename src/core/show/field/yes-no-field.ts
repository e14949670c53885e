import { z } from 'zod';
import { problem } from '../../problem';
import { fieldBase, type FieldKind } from './base';

export const yesNoFieldSchema = fieldBase.extend({ kind: z.literal('yes-no'), default: z.boolean() });

const yes = ['yes', 'true', '1', 'on'];
const no = ['no', 'false', '0', 'off', ''];

export const yesNoField: FieldKind<z.infer<typeof yesNoFieldSchema>> = {
  kind: 'yes-no',
  label: 'Yes or no',
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
};
