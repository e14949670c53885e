import { Plus, X } from 'lucide-react';
import {
  stepKind,
  zoneNames,
  type BindingStep,
  type Operand,
  type Param,
  type ValueType,
} from '../../core/binding';
import type { Show } from '../../core/show';
import {
  Button,
  CheckField,
  ColourField,
  IconButton,
  NumberField,
  SelectField,
  TextField,
  DraftText,
} from '../ui';
import { dataChoices } from '../data/data-choices';
import { useRows } from '../state/data';
import { OperandField } from './operand-field';

/** The form of a step: one control for each of its settings. */
export function StepForm(props: {
  show: Show;
  step: BindingStep;
  input: ValueType | null;
  named: readonly { value: string; label: string }[];
  onChange: (step: BindingStep) => void;
}) {
  const { show, step, input, named, onChange } = props;
  const values = step as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown): void => onChange({ ...step, [key]: value } as BindingStep);
  const { params } = stepKind(step.kind);
  if (params.length === 0) return null;
  return (
    <div className="grid grid-cols-2 items-end gap-2">
      {params
        .filter(({ when }) => !when || when.is.includes(values[when.key]))
        .map((param) => (
          <ParamField
            key={param.key}
            show={show}
            param={param}
            values={values}
            input={input}
            named={named}
            onSet={(value) => set(param.key, value)}
          />
        ))}
    </div>
  );
}

function ParamField(props: {
  show: Show;
  param: Param;
  values: Record<string, unknown>;
  input: ValueType | null;
  named: readonly { value: string; label: string }[];
  onSet: (value: unknown) => void;
}) {
  const { show, param, values, input, named, onSet } = props;
  const value = values[param.key];
  const data = param.as === 'column' && param.of !== null ? String(values[param.of] ?? '') : null;
  const seen = useRows(data || null, 0, 1);
  switch (param.as) {
    case 'text':
    case 'lines':
      return <DraftText label={param.label} value={String(value)} onKeep={onSet} />;
    case 'zone':
      return (
        <SelectField
          label={param.label}
          value={String(value)}
          choices={[...new Set([String(value), ...zoneNames()])].map((zone) => ({
            value: zone,
            label: zone.replaceAll('_', ' '),
          }))}
          onChange={onSet}
        />
      );
    case 'decimal':
      return <NumberField label={param.label} value={Number(value)} onChange={onSet} />;
    case 'number':
      return (
        <NumberField label={param.label} value={Number(value)} onChange={(next) => onSet(Math.round(next))} />
      );
    case 'yes-no':
      return <CheckField label={param.label} value={Boolean(value)} onChange={onSet} />;
    case 'choice':
      return (
        <SelectField label={param.label} value={String(value)} choices={param.choices} onChange={onSet} />
      );
    case 'operand':
      return <OperandField label={param.label} value={value as Operand} named={named} onChange={onSet} />;
    case 'data':
      return (
        <SelectField
          label={param.label}
          value={String(value)}
          choices={[...(value === '' ? [{ value: '', label: 'Choose…' }] : []), ...dataChoices(show)]}
          onChange={onSet}
        />
      );
    case 'column': {
      const columns =
        param.of !== null ? (seen?.columns ?? []) : input && 'columns' in input ? input.columns : [];
      const choices = columns.map(({ key, name }) => ({ value: key, label: name }));
      if (param.of === null && columns.length === 0)
        return <DraftText label={param.label} value={String(value)} onKeep={onSet} />;
      if (!choices.some((choice) => choice.value === value))
        choices.unshift({ value: String(value), label: value === '' ? 'Choose…' : String(value) });
      return <SelectField label={param.label} value={String(value)} choices={choices} onChange={onSet} />;
    }
    case 'pairs': {
      const pairs = value as { from: string; to: string }[];
      const put = (i: number, change: object): void =>
        onSet(pairs.map((pair, at) => (at === i ? { ...pair, ...change } : pair)));
      return (
        <div className="col-span-2 flex flex-col gap-1">
          {pairs.map((pair, i) => (
            <span key={i} className="flex items-center gap-1">
              <TextField
                bare
                label={`For ${i + 1}`}
                value={pair.from}
                onChange={(from) => put(i, { from })}
                placeholder="For"
              />
              <TextField
                bare
                label={`Put ${i + 1}`}
                value={pair.to}
                onChange={(to) => put(i, { to })}
                placeholder="Put"
              />
              <IconButton
                label={`Remove pair ${i + 1}`}
                onClick={() => onSet(pairs.filter((_p, at) => at !== i))}
              >
                <X size={13} />
              </IconButton>
            </span>
          ))}
          <Button className="self-start" onClick={() => onSet([...pairs, { from: '', to: '' }])}>
            <Plus size={13} /> Pair
          </Button>
        </div>
      );
    }
    case 'stops': {
      const stops = value as { at: number; colour: string }[];
      const put = (i: number, change: object): void =>
        onSet(stops.map((stop, at) => (at === i ? { ...stop, ...change } : stop)));
      return (
        <div className="col-span-2 flex flex-col gap-1">
          {stops.map((stop, i) => (
            <span key={i} className="grid grid-cols-[1fr_1.4fr_auto] items-end gap-1">
              <NumberField label="At" value={stop.at} onChange={(at) => put(i, { at })} />
              <ColourField
                label="Colour"
                value={stop.colour}
                onChange={(colour) => /^#[0-9a-f]{6}$/i.test(colour) && put(i, { colour })}
              />
              <IconButton
                label={`Remove stop ${i + 1}`}
                disabled={stops.length === 1}
                onClick={() => onSet(stops.filter((_s, at) => at !== i))}
              >
                <X size={13} />
              </IconButton>
            </span>
          ))}
          <Button
            className="self-start"
            disabled={stops.length >= 20}
            onClick={() => onSet([...stops, { at: (stops.at(-1)?.at ?? 0) + 10, colour: '#d8a748' }])}
          >
            <Plus size={13} /> Stop
          </Button>
        </div>
      );
    }
  }
}
