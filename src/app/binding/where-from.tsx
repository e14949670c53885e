import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { dataOf, holesIn, namedBy, originNames, stepKind, type Binding } from '../../core/binding';
import { matchRows, sameName, type Use } from '../../core/data';
import {
  cellIn,
  isRowList,
  propertyOf,
  valueWords,
  type RowList,
  type Show,
  type Tie,
  type Values,
} from '../../core/show';
import { Button, Dialog } from '../ui';
import { asked, jsonInit } from '../state/air-store';
import { traceOnce, useRows } from '../state/data';
import { dataName } from '../data/data-choices';

interface Step {
  readonly words: string;
  readonly type: string;
  readonly problem: string | null;
}
type Names = Pick<Show, 'tables' | 'views' | 'sources'>;

/**
 * Where the words and colours of an element come from: typed by hand, a field's default, a cell of a row, or a binding
 * with its steps, down to the table or feed. `live` is the key of what is on air or in preview, whose values the server
 * has; null asks the draft.
 */
export function WhereFrom(props: {
  names: Names;
  use: Use;
  values: Values;
  element: string;
  live: string | null;
  onClose: () => void;
}) {
  const { names, use, values, element, live, onClose } = props;
  const { template } = use;
  const own = template.elements[element];
  const ties = template.ties.filter((tie) => tie.element === element);
  return (
    <Dialog title={`Where “${own?.name ?? element}” comes from`} open onClose={onClose} wide>
      {ties.length === 0 && (
        <p className="text-ink-2">
          All of it is the template’s own: nothing in it takes a value from a field or from data.
        </p>
      )}
      <ul className="flex max-h-96 flex-col gap-4 overflow-auto">
        {ties.map((tie) => (
          <TieLine key={tie.property} names={names} use={use} values={values} tie={tie} live={live} />
        ))}
      </ul>
      <Button className="self-end" onClick={onClose}>
        Close
      </Button>
    </Dialog>
  );
}

function TieLine({
  names,
  use,
  values,
  tie,
  live,
}: {
  names: Names;
  use: Use;
  values: Values;
  tie: Tie;
  live: string | null;
}) {
  const { template, typed, row } = use;
  const element = template.elements[tie.element];
  const label = (element && propertyOf(element.kind, tie.property)?.label) ?? tie.property;
  const field = template.fields.find(({ id }) => id === tie.field);
  // What takes a column takes it of the rows that another element shows.
  const rowsTie =
    tie.column === undefined
      ? undefined
      : template.ties.find((one) => one.element === tie.field && one.property === 'list');
  const seen = useRows(row?.of ?? null, 0, 1);
  const match =
    field &&
    row &&
    matchRows(template, row.of, seen?.columns ?? tableColumns(names, row.of)).find(
      (one) => one.field === field.id,
    );
  const bound = template.bindings.find(
    ({ id }) => id === (field ? template.bound[field.id] : (rowsTie?.field ?? tie.field)),
  );
  const isTyped = field !== undefined && typed[field.id] !== undefined;
  const value = values[rowsTie?.field ?? tie.field] ?? field?.default;
  const said =
    tie.column !== undefined && isRowList(value) ? columnWords(value, tie.column) : valueWords(value);
  return (
    <li className="flex flex-col gap-1">
      <p className="flex items-baseline gap-3">
        <strong className="font-semibold">{label}</strong>
        <span className="number min-w-0 flex-1 truncate rounded bg-ground px-2" dir="auto">
          {said === '' ? 'nothing' : said}
        </span>
      </p>
      {tie.column !== undefined && (
        <p className="text-ink-2">
          From the column “{tie.column}” of the row in hand of “
          {template.elements[tie.field]?.name ?? tie.field}”.
        </p>
      )}
      {field && (
        <p className="text-ink-2">
          From the field “{field.name}”,{' '}
          {isTyped
            ? 'typed by hand'
            : match?.column && row
              ? 'filled from a row'
              : bound
                ? `which takes the binding “${bound.name}”`
                : 'its default'}
          .
        </p>
      )}
      {!isTyped && match?.column && row && (
        <GoTo names={names} of={row.of} row={row.key} column={match.column} />
      )}
      {!isTyped && !match?.column && bound && (
        <Chain names={names} use={use} binding={bound} live={live} column={tie.column ?? null} />
      )}
    </li>
  );
}

/** The cells of one column, row after row. */
const columnWords = (list: RowList, column: string): string =>
  list.order.map((key) => valueWords(cellIn(list, key, column))).join(' · ');

const tableColumns = (names: Names, of: string) =>
  (names.tables[of]?.columns ?? []).map(({ id, name }) => ({ key: id, name }));

function GoTo({
  names,
  of,
  row,
  column,
}: {
  names: Names;
  of: string;
  row: string | null;
  column: string | null;
}) {
  const navigate = useNavigate();
  const title = names.tables[of]?.columns.find(({ id }) => id === column)?.name ?? column;
  const query = new URLSearchParams({ ...(row ? { row } : {}), ...(column ? { column } : {}) });
  return (
    <button
      type="button"
      className="self-start text-tide hover:underline"
      onClick={() => void navigate(`/data/${of}?${query.toString()}`)}
    >
      Go to {dataName(names, of)}
      {title ? `, ${title}` : ''}
    </button>
  );
}

/** The bindings that a binding takes from: its own origin, its holes, and what its steps name. */
function takenFrom(use: Use, binding: Binding): Binding[] {
  const { bindings } = use.template;
  const holes = binding.from.kind === 'words' ? holesIn(binding.from.text) : [];
  const ids = new Set(namedBy(binding));
  return bindings.filter(
    (one) => one.id !== binding.id && (ids.has(one.id) || holes.some((hole) => sameName(hole, one.name))),
  );
}

const deepest = 4;

function Chain(props: {
  names: Names;
  use: Use;
  binding: Binding;
  live: string | null;
  /** The column that is taken of its rows; null: none. */
  column: string | null;
  depth?: number;
}) {
  const { names, use, binding, live, column, depth = 0 } = props;
  const [steps, setSteps] = useState<readonly Step[]>([]);
  useEffect(() => {
    let isGone = false;
    const look = async (): Promise<void> => {
      if (live === null) {
        const found = await traceOnce(use, binding);
        if (!isGone) setSteps(found);
        return;
      }
      const answer = await asked(
        '/api/data/trace',
        jsonInit('POST', { key: live, binding: { from: binding.from, steps: binding.steps } }),
      );
      if (!isGone && 'body' in answer)
        setSteps(
          (answer.body as { value: string; type: string; problem: string | null }[]).map((one) => ({
            ...one,
            words: one.value,
          })),
        );
    };
    void look();
    const timer = setInterval(() => void look(), 1000);
    return () => {
      isGone = true;
      clearInterval(timer);
    };
  }, [use, binding, live]);
  const nameOf = (id: string): string =>
    use.template.fields.find((f) => f.id === id)?.name ??
    use.template.bindings.find((b) => b.id === id)?.name ??
    dataName(names, id);
  const { from } = binding;
  const isHand = from.kind === 'cell' && from.row.by === 'hand';
  const data = isHand ? (use.row ? [use.row.of] : []) : dataOf(binding);
  return (
    <>
      <ol className="flex flex-col gap-0.5 border-l-2 border-tide/40 pl-3">
        {steps.map((step, i) => {
          const own = binding.steps[i - 1];
          return (
            <li key={i} className="grid grid-cols-[180px_1fr] gap-2">
              <span
                className="truncate text-ink-2"
                title={own ? stepKind(own.kind).words(own, { nameOf }) : undefined}
              >
                {own
                  ? `${stepKind(own.kind).label}: ${stepKind(own.kind).words(own, { nameOf })}`
                  : `${originNames[from.kind]}${'data' in from && from.data ? ` of ${nameOf(from.data)}` : ''}`}
              </span>
              {step.problem ? (
                <span className="text-warn">⚠ {step.problem}</span>
              ) : (
                <span className="number truncate" dir="auto">
                  {step.words === '' ? 'nothing' : step.words}
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {depth < deepest &&
        takenFrom(use, binding).map((one) => (
          <section key={one.id} className="mt-1 pl-3" aria-label={`Binding ${one.name}`}>
            <h3 className="text-xs text-tide">{one.name}</h3>
            <Chain names={names} use={use} binding={one} live={live} column={null} depth={depth + 1} />
          </section>
        ))}
      {data.map((id) => (
        <GoTo
          key={id}
          names={names}
          of={id}
          row={isHand ? (use.row?.key ?? null) : null}
          column={from.kind === 'cell' ? from.column : column}
        />
      ))}
    </>
  );
}
