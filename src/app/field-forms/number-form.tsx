import { CheckField, NumberField } from '../ui';
import type { FieldForm } from './form';

export const numberForm: FieldForm<'number'> = {
  Control: ({ field, value, onSet }) => (
    <NumberField
      label={field.name}
      value={Number(value)}
      onChange={onSet}
      min={field.min ?? undefined}
      max={field.max ?? undefined}
    />
  ),
  Details: ({ field, put, onDone }) => (
    <>
      <NumberField
        label="Default"
        value={field.default}
        onChange={(v) => put('Default', (f) => void (f.default = v))}
        onDone={onDone}
      />
      {(['min', 'max'] as const).map((end) => (
        <span key={end} className="flex items-center gap-2">
          <CheckField
            label={end === 'min' ? 'Minimum' : 'Maximum'}
            value={field[end] !== null}
            onChange={(on) => put('Limit', (f) => void (f[end] = on ? f.default : null))}
          />
          {field[end] !== null && (
            <NumberField
              bare
              label={end === 'min' ? 'The least' : 'The most'}
              value={field[end]}
              onChange={(v) => put('Limit', (f) => void (f[end] = v))}
              onDone={onDone}
            />
          )}
        </span>
      ))}
    </>
  ),
};
