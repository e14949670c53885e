import { z } from 'zod';
import { idSchema } from '../value';

/** How a cell is tested by a filter; the words of tests are those of the step “If, then”. */
export const viewTests = [
  'is',
  'is-not',
  'greater',
  'less',
  'at-least',
  'at-most',
  'contains',
  'begins',
  'ends',
  'empty',
  'full',
  'yes',
] as const;
export type ViewTest = (typeof viewTests)[number];

export type FilterNode =
  | { readonly column: string; readonly test: ViewTest; readonly than: string }
  | { readonly join: 'and' | 'or'; readonly parts: FilterNode[] };
const filterSchema: z.ZodType<FilterNode> = z.lazy(() =>
  z.union([
    z.object({ column: z.string().max(200), test: z.enum(viewTests), than: z.string().max(2000) }),
    z.object({ join: z.enum(['and', 'or']), parts: z.array(filterSchema).max(100) }),
  ]),
);

export const totals = ['count', 'sum', 'mean', 'minimum', 'maximum', 'first'] as const;

/** A filtered, ranked, grouped, sorted and paged look at a table, a source or another view. Columns go by their keys. */
export const viewSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  /** The id of the table, source or view that it looks at. */
  of: z.string().max(64),
  filter: z.object({ join: z.enum(['and', 'or']), parts: z.array(filterSchema).max(100) }),
  /** Places by a column, after the filter. `shared`: 1, 1, 3; `dense`: 1, 1, 2; `order`: 1, 2, 3. Null for none. */
  rank: z
    .object({
      by: z.string().max(200),
      down: z.boolean(),
      ties: z.enum(['shared', 'dense', 'order']),
      name: z.string().min(1).max(200),
    })
    .nullable(),
  /** One row for each value of the columns, with totals; null for none. */
  group: z
    .object({
      by: z.array(z.string().max(200)).min(1).max(10),
      totals: z
        .array(
          z.object({ column: z.string().max(200), which: z.enum(totals), name: z.string().min(1).max(200) }),
        )
        .max(50),
    })
    .nullable(),
  sort: z.array(z.object({ column: z.string().max(200), down: z.boolean() })).max(10),
  /** At most so many rows; null for all. */
  top: z.number().int().min(1).max(200_000).nullable(),
  /** One page of so many rows, counted from 1; beyond the last it is the last. Null for all. */
  page: z
    .object({ size: z.number().int().min(1).max(10_000), at: z.number().int().min(1).max(100_000) })
    .nullable(),
});
export type View = z.infer<typeof viewSchema>;

export const newView = (id: string, name: string, of: string, given: Partial<View> = {}): View => ({
  id,
  name,
  of,
  filter: { join: 'and', parts: [] },
  rank: null,
  group: null,
  sort: [],
  top: null,
  page: null,
  ...given,
});
