import { z } from 'zod';
import { problem } from '../../problem';
import { parseYesNo } from '../../source';
import { columnBase, type ColumnKind } from './base';

/** Kept as `yes` or `no`. */
export const yesNoColumnSchema = columnBase.extend({ type: z.literal('yes-no') });

export const yesNoColumn: ColumnKind<z.infer<typeof yesNoColumnSchema>> = {
  label: 'Yes/no',
  accept(column, typed) {
    const answer = parseYesNo(typed);
    return answer === null
      ? {
          problem: problem(
            'not-yes-no',
            `${column.name} takes yes or no; “${typed}” is neither.`,
            column.name,
          ),
        }
      : { text: answer ? 'yes' : 'no' };
  },
  show: (_column, text) => text,
  scalar: 'yes-no',
};
