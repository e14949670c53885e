import type { CellContent, ListColumn, Show, TableColumn } from '../../../core/show';
import { CheckField, ColourField, DraftText, NumberField, SelectField } from '../../ui';
import { sealEdit } from '../build-store';
import { namedColours } from '../named-colours';
import { NumberFormatForm } from './number-format-form';

type Shown = Exclude<CellContent, { kind: 'drawn' }>;
type Bag = Record<string, unknown>;

/** What a column shows of the rows, and how that is written or drawn. */
export function ContentForm(props: {
  show: Show;
  name: string;
  content: Shown;
  columns: readonly ListColumn[];
  edit: (what: string, recipe: (own: TableColumn) => void, merge?: string) => void;
}) {
  const { show, name, content, columns, edit } = props;
  const set = (key: string, value: unknown, merge?: string): void =>
    edit('Content', (own) => void ((own.content as unknown as Bag)[key] = value), merge);
  const write = (key: string, value: unknown, merge?: string): void =>
    edit(
      'Number format',
      (own) => {
        if (own.content.kind === 'number') (own.content.format as unknown as Bag)[key] = value;
      },
      merge,
    );
  const chosen = (value: string, empty: string) => [
    { value: '', label: empty },
    ...columns.map((column) => ({ value: column.key, label: column.name })),
    ...(value !== '' && !columns.some((column) => column.key === value || column.name === value)
      ? [{ value, label: `${value} (not there)` }]
      : []),
  ];
  const keyOf = (value: string): string =>
    columns.find((column) => column.key === value || column.name === value)?.key ?? value;
  const colour = (key: string, label: string, value: string) => (
    <ColourField
      label={label}
      value={value}
      named={namedColours(show.look)}
      onChange={(next) => set(key, next, key)}
      onDone={sealEdit}
    />
  );
  return (
    <>
      <SelectField
        beside
        label={content.kind === 'movement' ? 'Place now' : content.kind === 'sparkline' ? 'From column' : 'Column'}
        value={keyOf(content.column)}
        choices={chosen(content.column, content.kind === 'movement' ? 'Place in the list' : 'None yet')}
        onChange={(column) => set('column', String(column))}
      />
      {(content.kind === 'text' || content.kind === 'number') && (
        <span className="flex items-center gap-2 text-xs text-ink-2">
          Where empty
          <DraftText bare label={`Where ${name} is empty`} value={content.missing} onKeep={(words) => set('missing', words)} />
        </span>
      )}
      {content.kind === 'number' && <NumberFormatForm name={name} format={content.format} onSet={write} />}
      {content.kind === 'picture' && (
        <>
          <SelectField
            beside
            label="Pictures"
            value={content.set ?? ''}
            choices={[
              { value: '', label: 'In the cells' },
              ...show.look.sets.map(({ id, name: words }) => ({ value: id, label: `Set ${words}` })),
            ]}
            onChange={(set_) => set('set', set_ === '' ? null : set_)}
          />
          <span className="grid grid-cols-2 gap-2">
            <SelectField
              bare
              label={`Fit of ${name}`}
              value={content.fit}
              choices={[
                { value: 'contain', label: 'Contain' },
                { value: 'cover', label: 'Cover' },
                { value: 'stretch', label: 'Stretch' },
              ]}
              onChange={(fit) => set('fit', fit)}
            />
            <NumberField label="Radius" unit="px" min={0} value={content.radius} onChange={(v) => set('radius', v, 'radius')} onDone={sealEdit} />
          </span>
        </>
      )}
      {content.kind === 'bar' && (
        <>
          {colour('colour', 'Colour', content.colour)}
          <span className="grid grid-cols-2 gap-2">
            <NumberField label="Thickness" min={0} max={1} step={0.05} value={content.thickness} onChange={(v) => set('thickness', v, 'thickness')} onDone={sealEdit} />
            <NumberField label="Radius" unit="px" min={0} value={content.radius} onChange={(v) => set('radius', v, 'radius')} onDone={sealEdit} />
          </span>
          <CheckField label="Whole bar: the column’s largest" value={content.most === null} onChange={(isLargest) => set('most', isLargest ? null : 100)} />
          {content.most !== null && (
            <NumberField label="Whole bar" value={content.most} onChange={(v) => set('most', v, 'most')} onDone={sealEdit} />
          )}
          <SelectField
            beside
            label="Grows"
            value={content.from}
            choices={[
              { value: 'left', label: 'From the left' },
              { value: 'right', label: 'From the right' },
            ]}
            onChange={(from) => set('from', from)}
          />
        </>
      )}
      {content.kind === 'sparkline' && (
        <>
          <SelectField
            beside
            label="To column"
            value={keyOf(content.last)}
            choices={chosen(content.last, 'None: its words hold numbers')}
            onChange={(last) => set('last', String(last))}
          />
          <SelectField
            beside
            label="Drawn as"
            value={content.form}
            choices={[
              { value: 'line', label: 'Line' },
              { value: 'bars', label: 'Bars' },
            ]}
            onChange={(form) => set('form', form)}
          />
          <SelectField
            beside
            label="Scale"
            value={content.scale}
            choices={[
              { value: 'row', label: 'Of each row' },
              { value: 'all', label: 'Of all rows' },
            ]}
            onChange={(scale) => set('scale', scale)}
          />
          {colour('colour', 'Colour', content.colour)}
          <span className="grid grid-cols-2 gap-2">
            <NumberField label="Height" min={0} max={1} step={0.05} value={content.thickness} onChange={(v) => set('thickness', v, 'thickness')} onDone={sealEdit} />
            {content.form === 'line' && (
              <>
                <NumberField label="Line" unit="px" min={0} value={content.lineW} onChange={(v) => set('lineW', v, 'lineW')} onDone={sealEdit} />
                <NumberField label="Dot" unit="px" min={0} value={content.dot} onChange={(v) => set('dot', v, 'dot')} onDone={sealEdit} />
              </>
            )}
          </span>
        </>
      )}
      {content.kind === 'movement' && (
        <>
          <SelectField
            beside
            label="Place before"
            value={keyOf(content.before)}
            choices={chosen(content.before, 'None yet')}
            onChange={(before) => set('before', String(before))}
          />
          {colour('up', 'Up', content.up)}
          {colour('down', 'Down', content.down)}
          {colour('same', 'Same', content.same)}
          <CheckField label="Number of places" value={content.counts} onChange={(counts) => set('counts', counts)} />
        </>
      )}
    </>
  );
} // prettier-ignore
