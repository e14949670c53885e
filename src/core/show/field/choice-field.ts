import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../../value';
import { families } from '../../element';
import { fieldBase, plainValue, usualField, type FieldKind } from './base';

const choice = z.object({
  value: z.union([z.string().max(200), z.number()]),
  label: z.string().min(1).max(200),
  picture: assetIdSchema.nullable(),
});

export const choiceFieldSchema = fieldBase.extend({
  kind: z.literal('choice'),
  default: z.union([z.string(), z.number()]),
  choices: z.array(choice).min(1).max(1000),
});

/** The shipped families, with the one that is there first. */
const familyChoices = (present: string): { value: string; label: string }[] =>
  [...new Set([present, ...families.map(({ name }) => name)])].map((name) => ({ value: name, label: name }));

export type ChoiceField = z.infer<typeof choiceFieldSchema>;

export const choiceField = {
  ...usualField,
  kind: 'choice',
  label: 'Choice',
  schema: choiceFieldSchema,
  plain: () => ({ kind: 'choice', default: 'a', choices: [{ value: 'a', label: 'Choice', picture: null }] }),
  from: ({ type, choices = [] }, value) => {
    const present = plainValue(value);
    // What nothing has been chosen for begins with the first there is.
    const listed = type === 'font' ? familyChoices(String(value)) : choices;
    const first = present ?? listed[0]?.value ?? 'none';
    const offered = listed.length > 0 ? listed : [{ value: String(first), label: String(first) }];
    return {
      kind: 'choice',
      default: first as string | number,
      choices: offered.map((one) => ({ ...one, picture: null })),
    };
  },
  named: ({ choices }) => ({
    assets: choices.map((one) => one.picture),
    words: choices.map((one) => String(one.value)),
  }),
  mapKeys: ({ choices }) => choices.map((one) => String(one.value)),
  check: ({ choices }) => ({ is: 'list', values: choices.map(({ label }) => label) }),
  accept: (field, raw) => {
    const wanted = String(raw ?? '')
      .trim()
      .toLowerCase();
    const found = field.choices.find((c) =>
      [String(c.value), c.label].some((word) => word.toLowerCase() === wanted),
    );
    if (found) return { value: found.value };
    const words = field.choices.map((c) => c.label).join(', ');
    return {
      problem: problem(
        'not-a-choice',
        `${field.name} takes one of: ${words}; “${String(raw)}” is none.`,
        field.name,
      ),
    };
  },
} as const satisfies FieldKind<ChoiceField>;
