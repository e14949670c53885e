import { fallbackFamilies, families, isFont, type Show } from '../../core/show';
import { SelectField } from '../ui';

/** A shipped family, a font file of the show, or a named font. */
export function FontField(props: {
  label: string;
  value: string;
  show: Pick<Show, 'look' | 'assets'>;
  onChange: (family: string) => void;
  /** Words for no family, where that may be chosen. */
  none?: string;
}) {
  const { label, value, show, onChange, none } = props;
  const own = [
    ...new Set(
      Object.values(show.assets)
        .filter(isFont)
        .map((asset) => asset.family),
    ),
  ].sort();
  const styles = Object.values(show.look.styles).flatMap((style) => (style.kind === 'font' ? [style] : []));
  const choices = [
    ...(none === undefined ? [] : [{ value: '', label: none }]),
    ...styles.map((style) => ({ value: `@${style.id}`, label: `${style.name} (${style.value})` })),
    ...own.map((family) => ({ value: family, label: `${family} · of this show` })),
    ...[...families, ...fallbackFamilies].map(({ name }) => ({ value: name, label: name })),
  ];
  if (!choices.some((choice) => choice.value === value))
    choices.push({ value, label: `${value} · missing from this show` });
  return (
    <SelectField
      beside
      label={label}
      value={value}
      choices={choices}
      onChange={(next) => onChange(String(next))}
    />
  );
}
