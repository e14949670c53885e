import { needsOther, testChoices, testWords } from '../../../core/binding';
import type { Lines, ListColumn, Template } from '../../../core/show';
import { DraftText, NumberField, SelectField } from '../../ui';

const kinds: readonly { readonly value: Lines['kind']; readonly label: string }[] = [
  { value: 'all', label: 'All lines' },
  { value: 'rows', label: 'All rows' },
  { value: 'every-other', label: 'Every other row' },
  { value: 'place', label: 'The row at a place' },
  { value: 'key', label: 'The row of a key' },
  { value: 'where', label: 'Rows where …' },
  { value: 'heads', label: 'Heads' },
  { value: 'foot', label: 'Feet' },
];

const plain = (kind: Lines['kind'], columns: readonly ListColumn[]): Lines =>
  kind === 'place'
    ? { kind, at: 1 }
    : kind === 'key'
      ? { kind, key: '' }
      : kind === 'where'
        ? { kind, column: columns[0]?.key ?? '', test: 'is', than: '', field: null }
        : { kind };

/** Which lines are meant, in words. */
export function linesWords(lines: Lines, columns: readonly ListColumn[], template: Template): string {
  switch (lines.kind) {
    case 'place':
      return `Row ${lines.at}`;
    case 'key':
      return `The row “${lines.key}”`;
    case 'where': {
      const column = columns.find(({ key, name }) => key === lines.column || name === lines.column);
      const field = template.fields.find(({ id }) => id === lines.field);
      const other = needsOther.includes(lines.test)
        ? ` ${field ? `the field ${field.name}` : lines.than}`
        : '';
      return `Where ${column?.name ?? lines.column} ${testWords[lines.test]}${other}`;
    }
    default:
      return kinds.find(({ value }) => value === lines.kind)?.label ?? '';
  }
}

/** Chooses lines of a table. */
export function LinesField(props: {
  lines: Lines;
  columns: readonly ListColumn[];
  template: Template;
  onSet: (lines: Lines) => void;
}) {
  const { lines, columns, template, onSet } = props;
  return (
    <>
      <SelectField
        beside
        label="Lines"
        value={lines.kind}
        choices={kinds}
        onChange={(kind) => onSet(plain(kind as Lines['kind'], columns))}
      />
      {lines.kind === 'place' && (
        <NumberField label="Place" min={1} max={1000} step={1} value={lines.at} onChange={(at) => onSet({ ...lines, at: Math.round(at) })} />
      )}
      {lines.kind === 'key' && (
        <DraftText bare label="Key of the row" placeholder="Key of the row" value={lines.key} onKeep={(key) => onSet({ ...lines, key })} />
      )}
      {lines.kind === 'where' && (
        <>
          <span className="grid grid-cols-2 gap-2">
            <SelectField
              bare
              label="Column of the test"
              value={lines.column}
              choices={columns.map(({ key, name }) => ({ value: key, label: name }))}
              onChange={(column) => onSet({ ...lines, column: String(column) })}
            />
            <SelectField
              bare
              label="Test"
              value={lines.test}
              choices={testChoices}
              onChange={(test) => onSet({ ...lines, test: test as typeof lines.test })}
            />
          </span>
          {needsOther.includes(lines.test) && (
            <span className="grid grid-cols-2 gap-2">
              <SelectField
                bare
                label="Against"
                value={lines.field ?? ''}
                choices={[
                  { value: '', label: 'These words' },
                  ...template.fields.map(({ id, name }) => ({ value: id, label: `Field ${name}` })),
                ]}
                onChange={(field) => onSet({ ...lines, field: field === '' ? null : String(field) })}
              />
              {lines.field === null && (
                <DraftText bare label="Words of the test" value={lines.than} onKeep={(than) => onSet({ ...lines, than })} />
              )}
            </span>
          )}
        </>
      )}
    </>
  );
} // prettier-ignore
