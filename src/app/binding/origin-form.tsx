import {
  cellTakes,
  fixed,
  originNames,
  plainOrigin,
  type Binding,
  type Origin,
  type OriginKind,
  type RowChoice,
} from '../../core/binding';
import type { Show, Template } from '../../core/show';
import { SelectField, DraftText } from '../ui';
import { useRows } from '../state/data';
import { dataChoices } from '../data/data-choices';
import { OperandField } from './operand-field';

const takeWords: Readonly<Record<(typeof cellTakes)[number], string>> = {
  value: 'its value',
  shown: 'its words as written',
  number: 'its number',
  date: 'its date',
  fill: 'its fill colour',
  colour: 'its text colour',
  note: 'its note',
};

/** Where a binding's value comes from. */
export function OriginForm(props: {
  show: Show;
  template: Template;
  binding: Binding;
  hand: string | null;
  named: readonly { value: string; label: string }[];
  onChange: (from: Origin) => void;
}) {
  const { show, template, binding, hand, named, onChange } = props;
  const { from } = binding;
  const choices = dataChoices(show);
  const data = 'data' in from ? from.data : '';
  const isHand = from.kind === 'cell' && from.row.by === 'hand';
  const seen = useRows(isHand ? hand : data || null, 0, 1);
  const columns = (seen?.columns ?? []).map(({ key, name }) => ({ value: key, label: name }));
  const set = (change: object): void => onChange({ ...from, ...change } as Origin);
  const byName = from.kind === 'cell' && from.row.by === 'name' ? from.row : null;
  const withOwn = (value: string): { value: string; label: string }[] =>
    columns.some((column) => column.value === value)
      ? columns
      : [
          {
            value,
            label: value === '' ? 'Choose…' : (columns.find(({ label }) => label === value)?.label ?? value),
          },
          ...columns,
        ];
  return (
    <div className="grid grid-cols-2 gap-2">
      <SelectField
        label="Comes from"
        value={from.kind}
        choices={Object.entries(originNames).map(([value, label]) => ({ value, label }))}
        onChange={(kind) => {
          const first =
            kind === 'field'
              ? template.fields[0]?.id
              : kind === 'binding'
                ? template.bindings.find(({ id }) => id !== binding.id)?.id
                : kind === 'score'
                  ? Object.keys(show.scores)[0]
                  : kind === 'clock'
                    ? Object.keys(show.clocks)[0]
                    : (choices.find(({ value }) => value === data)?.value ?? choices[0]?.value);
          onChange(plainOrigin(kind as OriginKind, first ?? ''));
        }}
      />
      {'data' in from && !isHand && (
        <SelectField
          label="Which"
          value={data}
          choices={data === '' ? [{ value: '', label: 'Choose…' }, ...choices] : choices}
          onChange={(id) => set({ data: String(id) })}
        />
      )}
      {from.kind === 'field' && (
        <SelectField
          label="Field"
          value={from.field}
          choices={template.fields.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(field) => set({ field: String(field) })}
        />
      )}
      {from.kind === 'binding' && (
        <SelectField
          label="Binding"
          value={from.binding}
          choices={template.bindings
            .filter(({ id }) => id !== binding.id)
            .map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => set({ binding: String(id) })}
        />
      )}
      {from.kind === 'score' && (
        <SelectField
          label="Score"
          value={from.score}
          choices={[
            ...(show.scores[from.score] ? [] : [{ value: from.score, label: 'Choose…' }]),
            ...Object.values(show.scores).map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(score) => set({ score: String(score) })}
        />
      )}
      {from.kind === 'clock' && (
        <SelectField
          label="Clock"
          value={from.clock}
          choices={[
            ...(show.clocks[from.clock] ? [] : [{ value: from.clock, label: 'Choose…' }]),
            ...Object.values(show.clocks).map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(clock) => set({ clock: String(clock) })}
        />
      )}
      {from.kind === 'words' && (
        <div className="col-span-2">
          <DraftText
            label="Text; {holes} take fields, bindings and columns of the row in hand by name"
            value={from.text}
            onKeep={(text) => set({ text })}
            placeholder="{team} · {score}"
          />
        </div>
      )}
      {from.kind === 'cell' && (
        <>
          <SelectField
            label="Row"
            value={from.row.by}
            choices={[
              { value: 'hand', label: 'The row in hand' },
              { value: 'name', label: 'By name' },
              { value: 'place', label: 'By place' },
            ]}
            onChange={(by) => {
              const row: RowChoice =
                by === 'hand'
                  ? { by: 'hand' }
                  : by === 'place'
                    ? { by: 'place', at: fixed(1) }
                    : { by: 'name', column: columns[0]?.value ?? '', is: fixed('') };
              set({ row, ...(by !== 'hand' && data === '' ? { data: choices[0]?.value ?? '' } : {}) });
            }}
          />
          {from.row.by === 'place' && (
            <OperandField
              label="Place (from 1; −1 is the last)"
              value={from.row.at}
              named={named}
              onChange={(at) => set({ row: { by: 'place', at } })}
            />
          )}
          {byName && (
            <>
              <SelectField
                label="The row whose"
                value={byName.column}
                choices={withOwn(byName.column)}
                onChange={(column) => set({ row: { ...byName, column: String(column) } })}
              />
              <OperandField
                label="Is"
                value={byName.is}
                named={named}
                onChange={(is) => set({ row: { ...byName, is } })}
              />
            </>
          )}
          <SelectField
            label="Column"
            value={from.column}
            choices={withOwn(from.column)}
            onChange={(column) => set({ column: String(column) })}
          />
          <SelectField
            label="Takes"
            value={from.take}
            choices={cellTakes.map((value) => ({ value, label: takeWords[value] }))}
            onChange={(take) => set({ take })}
          />
        </>
      )}
    </div>
  );
}
