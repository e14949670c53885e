import { Plus, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { DeleteDataDialog } from './delete-data-dialog';
import type { ColumnInfo } from '../../core/binding';
import { totals, viewTests, type FilterNode, type Show, type View, type ViewTest } from '../../core/show';
import {
  Button,
  CheckField,
  IconButton,
  NameField,
  NumberField,
  Section,
  SelectField,
  TextField,
} from '../ui';
import { useRows } from '../state/data';
import { useDraft } from '../state/draft-store';
import { dataChoices } from './data-choices';
import { RowsGrid } from './rows-grid';

const testWords: Readonly<Record<ViewTest, string>> = {
  is: 'is', 'is-not': 'is not', greater: 'is greater than', less: 'is less than', 'at-least': 'is at least', 'at-most': 'is at most',
  contains: 'contains', begins: 'begins with', ends: 'ends with', empty: 'is empty', full: 'is not empty', yes: 'is yes',
}; // prettier-ignore

/** A view: what it looks at, how it filters, ranks, groups, sorts and pages, and the rows that come of it. */
export function ViewView(props: {
  show: Show;
  view: View;
  chosen: string | null;
  onChoose: (key: string) => void;
}) {
  const { show, view, chosen, onChoose } = props;
  const edit = useDraft((store) => store.edit);
  const [isDeleting, setIsDeleting] = useState(false);
  const under = useRows(view.of, 0, 1);
  const own = useRows(view.id, 0, 1);
  const change = (recipe: (own: View) => void, merge?: string): void =>
    edit(
      `View ${view.name}`,
      (draft) => {
        const real = draft.views[view.id];
        if (real) recipe(real);
      },
      merge,
    );
  const columns = under?.columns ?? [];
  const all: ColumnInfo[] = [
    ...columns,
    ...(view.rank ? [{ key: view.rank.name, name: view.rank.name, type: 'number' as const }] : []),
  ];
  const choices = all.map(({ key, name }) => ({ value: key, label: name }));
  const first = choices[0]?.value ?? '';
  const sortable = view.group
    ? [
        ...choices.filter(({ value }) => view.group?.by.includes(value)),
        ...view.group.totals.map(({ name }) => ({ value: name, label: name })),
      ]
    : choices;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex h-11 shrink-0 items-center gap-2 border-b border-line px-3">
        <NameField
          label="Name of the view"
          value={view.name}
          onKeep={(name) => change((v) => void (v.name = name))}
          className="w-44 font-semibold"
        />
        <span className="text-xs text-ink-3">
          <span className="number">{own?.count ?? 0}</span> rows
          {own && own.total > own.count ? ` of ${own.total}` : ''}
          {own && own.pages > 1 ? `, page ${Math.min(view.page?.at ?? 1, own.pages)} of ${own.pages}` : ''}
        </span>
        <span className="flex-1" />
        <IconButton label={`Delete the view ${view.name}`} onClick={() => setIsDeleting(true)}>
          <Trash2 size={15} />
        </IconButton>
      </div>
      {isDeleting && (
        <DeleteDataDialog show={show} kind="views" of={view} onClose={() => setIsDeleting(false)} />
      )}
      <div className="grid min-h-0 flex-1 grid-cols-[280px_minmax(0,1fr)]">
        <aside className="min-h-0 overflow-auto border-r border-line bg-deck" aria-label="How it looks">
          <Section title="Looks at">
            <SelectField
              bare
              label="Looks at"
              value={view.of}
              choices={dataChoices(show, view.id)}
              onChange={(of) => change((v) => void (v.of = String(of)))}
            />
          </Section>
          <Section title="Only rows where">
            <FilterForm
              node={view.filter}
              columns={choices}
              onChange={(filter) =>
                change((v) => void (v.filter = filter as View['filter']), `filter ${view.id}`)
              }
            />
          </Section>
          <Section title="Places" isFolded={!view.rank}>
            <CheckField
              label="Rank each row"
              value={view.rank !== null}
              onChange={(on) =>
                change(
                  (v) =>
                    void (v.rank = on
                      ? {
                          by: columns.find((c) => c.type === 'number')?.key ?? first,
                          down: true,
                          ties: 'shared',
                          name: 'Place',
                        }
                      : null),
                )
              }
            />
            {view.rank && (
              <>
                <SelectField
                  label="By"
                  value={view.rank.by}
                  choices={choices.filter(({ value }) => value !== view.rank?.name)}
                  onChange={(by) => change((v) => void (v.rank && (v.rank.by = String(by))))}
                />
                <SelectField
                  label="First is"
                  value={view.rank.down ? 'down' : 'up'}
                  choices={[
                    { value: 'down', label: 'the largest' },
                    { value: 'up', label: 'the smallest' },
                  ]}
                  onChange={(way) => change((v) => void (v.rank && (v.rank.down = way === 'down')))}
                />
                <SelectField
                  label="Ties"
                  value={view.rank.ties}
                  choices={[
                    { value: 'shared', label: 'share: 1, 1, 3' },
                    { value: 'dense', label: 'share: 1, 1, 2' },
                    { value: 'order', label: 'in order: 1, 2, 3' },
                  ]}
                  onChange={(ties) => change((v) => void (v.rank && (v.rank.ties = ties as 'shared')))}
                />
                <TextField
                  label="Its column"
                  value={view.rank.name}
                  onChange={(name) =>
                    name.trim() && change((v) => void (v.rank && (v.rank.name = name)), `rank ${view.id}`)
                  }
                />
              </>
            )}
          </Section>
          <Section title="Groups" isFolded={!view.group}>
            <CheckField
              label="One row for each value"
              value={view.group !== null}
              onChange={(on) =>
                change(
                  (v) =>
                    void (v.group = on
                      ? { by: [first], totals: [{ column: first, which: 'count', name: 'Count' }] }
                      : null),
                )
              }
            />
            {view.group && (
              <>
                <SelectField
                  label="Of"
                  value={view.group.by[0] ?? ''}
                  choices={choices}
                  onChange={(by) => change((v) => void (v.group && (v.group.by[0] = String(by))))}
                />
                <SelectField
                  label="And of"
                  value={view.group.by[1] ?? ''}
                  choices={[{ value: '', label: '–' }, ...choices]}
                  onChange={(by) =>
                    change(
                      (v) =>
                        void (
                          v.group &&
                          (v.group.by = [v.group.by[0] as string, ...(by === '' ? [] : [String(by)])])
                        ),
                    )
                  }
                />
                {view.group.totals.map((total, i) => (
                  <div key={i} className="flex items-center gap-1">
                    <SelectField
                      bare
                      label={`Total ${i + 1}`}
                      value={total.which}
                      choices={totals.map((which) => ({ value: which, label: which }))}
                      onChange={(which) =>
                        change(
                          (v) =>
                            void (
                              v.group &&
                              Object.assign(v.group.totals[i] ?? {}, {
                                which,
                                name: `${String(which)} ${i + 1}`,
                              })
                            ),
                        )
                      }
                    />
                    <SelectField
                      bare
                      label={`Of the column ${i + 1}`}
                      value={total.column}
                      choices={choices}
                      onChange={(column) =>
                        change((v) => void (v.group && Object.assign(v.group.totals[i] ?? {}, { column })))
                      }
                    />
                    <NameField
                      label={`Name of total ${i + 1}`}
                      value={total.name}
                      className="w-16"
                      onKeep={(name) =>
                        change((v) => void (v.group && Object.assign(v.group.totals[i] ?? {}, { name })))
                      }
                    />
                    <IconButton
                      label={`Remove total ${i + 1}`}
                      onClick={() => change((v) => void v.group?.totals.splice(i, 1))}
                    >
                      <X size={13} />
                    </IconButton>
                  </div>
                ))}
                <Button
                  onClick={() =>
                    change(
                      (v) =>
                        void v.group?.totals.push({
                          column: columns.find((c) => c.type === 'number')?.key ?? first,
                          which: 'sum',
                          name: `sum ${(v.group?.totals.length ?? 0) + 1}`,
                        }),
                    )
                  }
                >
                  <Plus size={13} /> Total
                </Button>
              </>
            )}
          </Section>
          <Section title="Order">
            {view.sort.map((sort, i) => (
              <div key={i} className="flex items-center gap-1">
                <SelectField
                  bare
                  label={`Sort by ${i + 1}`}
                  value={sort.column}
                  choices={sortable}
                  onChange={(column) => change((v) => void Object.assign(v.sort[i] ?? {}, { column }))}
                />
                <SelectField
                  bare
                  label={`Direction of sort ${i + 1}`}
                  value={sort.down ? 'down' : 'up'}
                  choices={[
                    { value: 'up', label: 'smallest first' },
                    { value: 'down', label: 'largest first' },
                  ]}
                  onChange={(way) =>
                    change((v) => void Object.assign(v.sort[i] ?? {}, { down: way === 'down' }))
                  }
                />
                <IconButton
                  label={`Remove sort ${i + 1}`}
                  onClick={() => change((v) => void v.sort.splice(i, 1))}
                >
                  <X size={13} />
                </IconButton>
              </div>
            ))}
            <Button
              onClick={() =>
                change((v) => void v.sort.push({ column: sortable[0]?.value ?? first, down: false }))
              }
              disabled={sortable.length === 0}
            >
              <Plus size={13} /> {view.sort.length === 0 ? 'Sort by a column' : 'Then by'}
            </Button>
          </Section>
          <Section title="How many">
            <CheckField
              label="Only the first"
              value={view.top !== null}
              onChange={(on) => change((v) => void (v.top = on ? 10 : null))}
            />
            {view.top !== null && (
              <NumberField
                label="Rows"
                value={view.top}
                min={1}
                max={200_000}
                onChange={(top) => change((v) => void (v.top = Math.round(top)), `top ${view.id}`)}
              />
            )}
            <CheckField
              label="In pages"
              value={view.page !== null}
              onChange={(on) => change((v) => void (v.page = on ? { size: 5, at: 1 } : null))}
            />
            {view.page && (
              <>
                <NumberField
                  label="Rows on a page"
                  value={view.page.size}
                  min={1}
                  max={10_000}
                  onChange={(size) =>
                    change((v) => void (v.page && (v.page.size = Math.round(size))), `page ${view.id}`)
                  }
                />
                <NumberField
                  label="Page"
                  value={view.page.at}
                  min={1}
                  max={100_000}
                  onChange={(at) =>
                    change((v) => void (v.page && (v.page.at = Math.round(at))), `page ${view.id}`)
                  }
                />
              </>
            )}
          </Section>
        </aside>
        <div className="flex min-h-0 min-w-0 flex-col">
          {own ? (
            <RowsGrid of={view.id} label={`Rows of ${view.name}`} chosen={chosen} onChoose={onChoose} />
          ) : (
            <p className="p-6 text-ink-3">What it looks at has brought nothing yet.</p>
          )}
        </div>
      </div>
    </div>
  );
}

type Group = Extract<FilterNode, { join: 'and' | 'or' }>;

function FilterForm(props: {
  node: Group;
  columns: readonly { value: string; label: string }[];
  onChange: (node: Group) => void;
  depth?: number;
}) {
  const { node, columns, onChange, depth = 0 } = props;
  const put = (i: number, part: FilterNode | null): void =>
    onChange({
      ...node,
      parts: part
        ? node.parts.map((one, at) => (at === i ? part : one))
        : node.parts.filter((_p, at) => at !== i),
    });
  const first = columns[0]?.value ?? '';
  return (
    <div
      className={depth > 0 ? 'flex flex-col gap-1.5 border-l-2 border-line pl-2' : 'flex flex-col gap-1.5'}
    >
      {node.parts.length > 1 && (
        <SelectField
          bare
          label="How conditions join"
          value={node.join}
          choices={[
            { value: 'and', label: 'all of these hold' },
            { value: 'or', label: 'any of these holds' },
          ]}
          onChange={(join) => onChange({ ...node, join: join as 'and' })}
        />
      )}
      {node.parts.map((part, i) =>
        'join' in part ? (
          <div key={i} className="flex items-start gap-1">
            <div className="flex-1">
              <FilterForm node={part} columns={columns} onChange={(next) => put(i, next)} depth={depth + 1} />
            </div>
            <IconButton label="Remove the group" onClick={() => put(i, null)}>
              <X size={13} />
            </IconButton>
          </div>
        ) : (
          <div key={i} className="grid grid-cols-[1fr_1fr_auto] gap-1">
            <SelectField
              bare
              label={`Column of condition ${i + 1}`}
              value={part.column}
              choices={columns}
              onChange={(column) => put(i, { ...part, column: String(column) })}
            />
            <SelectField
              bare
              label={`Test of condition ${i + 1}`}
              value={part.test}
              choices={viewTests.map((value) => ({ value, label: testWords[value] }))}
              onChange={(test) => put(i, { ...part, test: test as ViewTest })}
            />
            <IconButton label={`Remove condition ${i + 1}`} onClick={() => put(i, null)}>
              <X size={13} />
            </IconButton>
            {!['empty', 'full', 'yes'].includes(part.test) && (
              <span className="col-span-2">
                <TextField
                  bare
                  label={`Value of condition ${i + 1}`}
                  value={part.than}
                  onChange={(than) => put(i, { ...part, than })}
                />
              </span>
            )}
          </div>
        ),
      )}
      <span className="flex gap-1">
        <Button
          onClick={() =>
            onChange({ ...node, parts: [...node.parts, { column: first, test: 'is', than: '' }] })
          }
          disabled={columns.length === 0}
        >
          <Plus size={13} /> Condition
        </Button>
        {depth < 3 && (
          <Button
            tone="quiet"
            className="text-xs"
            onClick={() =>
              onChange({
                ...node,
                parts: [
                  ...node.parts,
                  {
                    join: node.join === 'and' ? 'or' : 'and',
                    parts: [{ column: first, test: 'is', than: '' }],
                  },
                ],
              })
            }
            disabled={columns.length === 0}
          >
            {node.join === 'and' ? 'or-group' : 'and-group'}
          </Button>
        )}
      </span>
    </div>
  );
}
