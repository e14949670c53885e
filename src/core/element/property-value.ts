import { parseColour, parseNumber, parseYesNo } from '../source';
import { isRowList, valueWords, type FieldValue } from '../value';
import type { Property } from './property';

/** A value as a property takes it; undefined where it cannot be one. What fields give has been checked before. */
export function propertyValueOf(
  property: Property,
  value: FieldValue,
  isField: boolean,
): FieldValue | undefined {
  if (isRowList(value) !== (property.type === 'rows')) return undefined;
  if (property.type === 'text') return valueWords(value);
  if (isField) return value;
  switch (property.type) {
    case 'number': {
      const number = typeof value === 'string' ? (parseNumber(value) ?? NaN) : Number(value);
      if (!Number.isFinite(number)) return undefined;
      return Math.max(property.min ?? -1e6, Math.min(property.max ?? 1e6, number));
    }
    case 'colour':
    case 'paint':
      return typeof value === 'string' && (value.startsWith('@') || parseColour(value) !== null)
        ? value
        : undefined;
    case 'yes-no':
      return typeof value === 'string' ? (parseYesNo(value) ?? undefined) : Boolean(value);
    case 'choice':
      return property.choices?.find((choice) => String(choice.value) === String(value))?.value;
    case 'picture':
    case 'video':
      return typeof value === 'string' && /^[0-9a-f]{64}$/.test(value) ? value : undefined;
    case 'font':
      return typeof value === 'string' ? value : undefined;
    case 'template':
    case 'channel':
    case 'element':
    case 'phase':
      return typeof value === 'string' && value !== '' ? value : undefined;
    case 'rows':
    case 'any':
      return value;
  }
}
