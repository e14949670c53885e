import type { Binding } from './binding';
import { stepNames } from './steps/registry';

/** The tables, sources and views that a binding names. */
export function dataOf(binding: Pick<Binding, 'from' | 'steps'>): string[] {
  const own = 'data' in binding.from ? [binding.from.data] : [];
  return [...new Set([...own, ...binding.steps.flatMap((step) => stepNames(step, null).data)])].filter(
    Boolean,
  );
}
