import { stepKinds, type Binding, type BindingStep } from '../../src/core/binding';
import { newTie, type Template } from '../../src/core/show';

// Short ways to write bindings by hand.

export const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
  ({ ...structuredClone(stepKinds[kind].plain), ...given }) as BindingStep;

export const binding = (
  id: string,
  name: string,
  from: Binding['from'],
  ...steps: BindingStep[]
): Binding => ({ id, name, from, steps });

/** A template with bindings, and the properties that take them. */
export const tied = (made: Template, bindings: Binding[], ties: [string, string, string][]): Template => ({
  ...made,
  bindings,
  ties: [...made.ties, ...ties.map(([element, property, of]) => newTie(element, property, of))],
});

/** Rows of some data for an element, told apart by a column, so that they travel; with a field, an operator may correct, hide and order them for a card. */
export function rowsInto(made: Template, element: string, data: string, key: string | null): Template {
  const hasField = made.fields.some(({ id }) => id === 'f-rows');
  const keyed = key === null ? [] : [step('key-rows', { column: key })];
  return {
    ...made,
    bindings: [binding('b-rows', 'Rows', { kind: 'rows', data }, ...keyed)],
    bound: { ...made.bound, ...(hasField ? { 'f-rows': 'b-rows' } : {}) },
    ties: [...made.ties, newTie(element, 'list', hasField ? 'f-rows' : 'b-rows')],
  };
} // prettier-ignore
