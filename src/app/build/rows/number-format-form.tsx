import type { NumberSpec } from '../../../core/binding';
import { CheckField, DraftText, NumberField, SelectField } from '../../ui';
import { sealEdit } from '../build-store';

/** How numbers are written; `name` is what they are of. */
export function NumberFormatForm(props: {
  name: string;
  format: NumberSpec;
  onSet: (key: keyof NumberSpec, value: unknown, merge?: string) => void;
}) {
  const { name, format, onSet } = props;
  return (
    <>
      <SelectField
        beside
        label="Format"
        value={format.form}
        choices={[
          { value: 'plain', label: '1,234.5' },
          { value: 'percent', label: '12 %, of 0.12' },
          { value: 'short', label: '1.2K' },
          { value: 'ordinal', label: '1st, 2nd, 3rd' },
        ]}
        onChange={(form) => onSet('form', form)}
      />
      <span className="grid grid-cols-2 gap-2">
        <NumberField label="Min decimals" min={0} max={9} step={1} value={format.least} onChange={(v) => onSet('least', Math.round(v), 'least')} onDone={sealEdit} />
        <NumberField label="Max decimals" min={0} max={9} step={1} value={format.most} onChange={(v) => onSet('most', Math.round(v), 'most')} onDone={sealEdit} />
      </span>
      <SelectField
        beside
        label="Sign"
        value={format.sign}
        choices={[
          { value: 'auto', label: 'Minus only' },
          { value: 'always', label: 'Plus and minus' },
          { value: 'never', label: 'None' },
        ]}
        onChange={(sign) => onSet('sign', sign)}
      />
      <CheckField label="Thousands separator" value={format.grouping} onChange={(grouping) => onSet('grouping', grouping)} />
      <span className="grid grid-cols-2 gap-2 text-xs text-ink-2">
        <DraftText bare label={`Prefix of ${name}`} placeholder="Prefix" value={format.before} onKeep={(words) => onSet('before', words)} />
        <DraftText bare label={`Suffix of ${name}`} placeholder="Suffix, unit" value={format.after} onKeep={(words) => onSet('after', words)} />
      </span>
    </>
  );
} // prettier-ignore
