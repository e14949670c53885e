import {
  cellIn,
  isRowList,
  sameValue,
  scalarOf,
  steadyLists,
  type Change,
  type ChangeRule,
  type FieldValue,
  type RowList,
  type rowRules,
  type Template,
  type Values,
} from '../show';

const number = (value: FieldValue | undefined): number | null => {
  if (typeof value === 'number') return value;
  if (typeof value !== 'string' || value.trim() === '') return null;
  const read = Number(value.replace(/[\s']/g, '').replace(',', '.'));
  return Number.isFinite(read) ? read : null;
};

/** The fields and bindings of a template whose value differs, by id; what is not given is the field's default. */
export function changedFields(
  template: Pick<Template, 'fields' | 'bindings' | 'ties' | 'elements'>,
  from: Values,
  to: Values,
): Set<string> {
  const running = steadyLists(template);
  return new Set([
    ...template.fields.flatMap(({ id, default: usual }) =>
      running.has(id) || sameValue(from[id] ?? usual, to[id] ?? usual) ? [] : [id],
    ),
    ...template.bindings.flatMap(({ id }) =>
      running.has(id) || sameValue(from[id] ?? null, to[id] ?? null) ? [] : [id],
    ),
    // What data brings to its insets.
    ...Object.keys({ ...from, ...to }).filter(
      (id) => id.includes('/') && !sameValue(from[id] ?? null, to[id] ?? null),
    ),
  ]);
}

type RowRule = Extract<ChangeRule, { is: (typeof rowRules)[number] }>;

function rowsHold(rule: RowRule, was: RowList, is: RowList): boolean {
  const stayed = is.order.filter((key) => Object.hasOwn(was.cells, key));
  switch (rule.is) {
    case 'row-came':
      return stayed.length < is.order.length;
    case 'row-left':
      return stayed.length < was.order.length;
    case 'reordered': {
      const before = was.order.filter((key) => Object.hasOwn(is.cells, key));
      return stayed.some((key, at) => key !== before[at]);
    }
    case 'rose':
    case 'fell':
      return stayed.some((key) => {
        const [a, b] = [number(cellIn(was, key, rule.column)), number(cellIn(is, key, rule.column))];
        return a !== null && b !== null && (rule.is === 'rose' ? b > a : b < a);
      });
  }
}

function holds(
  rule: ChangeRule,
  changed: ReadonlySet<string>,
  was: FieldValue | undefined,
  is: FieldValue | undefined,
): boolean {
  switch (rule.is) {
    case 'changed':
      return changed.has(rule.field);
    case 'only':
      return changed.has(rule.field) && changed.size === 1;
    case 'from-to':
      return (
        changed.has(rule.field) &&
        (rule.from === null || String(rule.from) === String(scalarOf(was))) &&
        (rule.to === null || String(rule.to) === String(scalarOf(is)))
      );
    case 'greater':
    case 'less': {
      const [a, b] = [number(was), number(is)];
      return a !== null && b !== null && (rule.is === 'greater' ? b > a : b < a);
    }
    default:
      return changed.has(rule.field) && isRowList(was) && isRowList(is) && rowsHold(rule, was, is);
  }
}

/**
 * The Change that takes a template from old to new values: the first whose rules all hold. Null where nothing differs,
 * or none fits: then the new words are there at once.
 */
export function chooseChange(
  template: Pick<Template, 'fields' | 'bindings' | 'ties' | 'elements' | 'changes'>,
  from: Values,
  to: Values,
): Change | null {
  const changed = changedFields(template, from, to);
  if (changed.size === 0) return null;
  const usual = new Map(template.fields.map((field) => [field.id, field.default]));
  return (
    template.changes.find((change) =>
      change.when.every((rule) =>
        holds(
          rule,
          changed,
          from[rule.field] ?? usual.get(rule.field),
          to[rule.field] ?? usual.get(rule.field),
        ),
      ),
    ) ?? null
  );
}
