import { CheckField } from '../ui';
import type { FieldForm } from './form';

export const yesNoForm: FieldForm<'yes-no'> = {
  Control: ({ field, value, onSet }) => (
    <CheckField label={field.name} value={Boolean(value)} onChange={onSet} />
  ),
  Details: ({ field, put }) => (
    <CheckField
      label="Default"
      value={field.default}
      onChange={(v) => put('Default', (f) => void (f.default = v))}
    />
  ),
};
