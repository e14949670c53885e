import { rowTrials, rowWords, type Extreme, type RowTrial } from '../../core/data';
import { isForRows, type Show, type Template, type Values } from '../../core/show';
import { Button, SelectField } from '../ui';
import { CardForm } from '../card-form/card-form';
import { Breaks } from './breaks';
import { FillingGlyphs } from './missing-glyphs';
import { useBuild, type TryWith } from './build-store';

const words = (tryWith: TryWith): string =>
  tryWith.kind === 'row'
    ? `row ${tryWith.table} ${tryWith.row}`
    : tryWith.kind === 'rows'
      ? `rows ${tryWith.trial}`
      : tryWith.kind;

/** The very form of the Desk, tried beside the stage with typed, extreme or real values. */
export function FormPanel({ show, template, values }: { show: Show; template: Template; values: Values }) {
  const tryWith = useBuild((store) => store.tryWith);
  const set = useBuild((store) => store.set);
  const choices = [
    { value: 'own', label: 'What is typed below' },
    { value: 'shortest', label: 'Shortest text' },
    { value: 'longest', label: 'Longest text' },
    { value: 'empty', label: 'Empty fields' },
    { value: 'rtl', label: 'Right-to-left text' },
    { value: 'emoji', label: 'Emoji' },
    ...(Object.values(template.elements).some(isForRows)
      ? rowTrials.map(({ kind, label }) => ({ value: `rows ${kind}`, label }))
      : []),
    ...Object.values(show.tables).flatMap((table) =>
      table.rows.slice(0, 100).map((row) => ({
        value: `row ${table.id} ${row.id}`,
        label: `${table.name}: ${rowWords(show.tables, table, row)}`,
      })),
    ),
  ];
  const choose = (chosen: string): void => {
    const [kind, table, row] = chosen.split(' ');
    if (kind === 'rows') return set({ tryWith: { kind, trial: table as RowTrial } });
    set({
      tryWith: kind === 'row' && table && row ? { kind, table, row } : { kind: kind as 'own' | Extreme },
    });
  };
  return (
    <div className="flex flex-col gap-4 p-3">
      <SelectField
        label="Try with"
        value={words(tryWith)}
        choices={choices}
        onChange={(chosen) => choose(String(chosen))}
      />
      <FillingGlyphs show={show} template={template} values={values} />
      <Breaks show={show} template={template} />
      <CardForm
        template={template}
        values={values}
        assets={show.assets}
        onChange={(typed) => set({ typed, tryWith: { kind: 'own' } })}
      />
      {template.fields.length > 0 && (
        <Button className="self-start" onClick={() => set({ typed: {}, tryWith: { kind: 'own' } })}>
          Back to the defaults
        </Button>
      )}
    </div>
  );
}
