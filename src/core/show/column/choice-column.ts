import { z } from 'zod';
import { problem } from '../../problem';
import { columnBase, type ColumnKind } from './base';

export const choiceColumnSchema = columnBase.extend({
  type: z.literal('choice'),
  choices: z.array(z.string().min(1).max(200)).max(500),
});

export const choiceColumn: ColumnKind<z.infer<typeof choiceColumnSchema>> = {
  label: 'Choice',
  accept(column, typed) {
    const found = column.choices.find((choice) => choice.toLowerCase() === typed.trim().toLowerCase());
    return found === undefined
      ? {
          problem: problem(
            'not-a-choice',
            `${column.name} takes one of ${column.choices.join(', ') || 'its choices, of which it has none yet'}; “${typed}” is none of them.`,
            column.name,
          ),
        }
      : { text: found };
  },
  show: (_column, text) => text,
  scalar: 'text',
};
