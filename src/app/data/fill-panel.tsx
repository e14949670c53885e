import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { fillFromRow, matchColumns } from '../../core/data';
import {
  cardByNumber,
  keepCard,
  numberAfter,
  parseCallNumber,
  templatesByName,
  type Card,
  type Show,
  type Table,
  type Template,
} from '../../core/show';
import { Still } from '../picture/still';
import { Button, Knot, Section, SelectField, TextField } from '../ui';
import { ReplaceDialog } from '../card-form/replace-dialog';
import { newId } from '../state/ids';
import { useDraft } from '../state/draft-store';

/** The template with the most fields that the table has columns for. */
const bestFor = (show: Show, table: Table): Template | undefined =>
  templatesByName(show)
    .map((template) => ({ template, count: matchColumns(template, table).filter((m) => m.column).length }))
    .sort((a, b) => b.count - a.count)[0]?.template;

/** What a row makes of a template, which columns fill which fields, and cards made of rows. */
export function FillPanel({ show, table, rowId }: { show: Show; table: Table; rowId: string | null }) {
  const edit = useDraft((store) => store.edit);
  const [templateId, setTemplateId] = useState<string | null>(null);
  const [number, setNumber] = useState('');
  const [asks, setAsks] = useState<Card | null>(null);
  const template = (templateId && show.templates[templateId]) || bestFor(show, table);
  const row = table.rows.find((r) => r.id === rowId) ?? table.rows[0];
  const filling = useMemo(
    () => (template && row ? fillFromRow(template, table, row, show.assets) : null),
    [template, table, row, show.assets],
  );
  if (!template) {
    return (
      <aside className="border-l border-line bg-deck p-4 text-ink-3">
        Draw a template in Build, and its fields are filled from these rows here.
      </aside>
    );
  }
  const matches = matchColumns(template, table);
  const unused = table.columns.filter((column) => !matches.some((match) => match.column === column.id));

  const keep = (card: Card): void => {
    edit(`Keep ${card.number}`, (s) => keepCard(s, card));
    toast.success(`Kept under ${card.number}.`);
    setNumber(numberAfter(card.number, 1));
    setAsks(null);
  };
  const keepOne = (): void => {
    const parsed = parseCallNumber(number);
    if ('problem' in parsed) return void toast.error(parsed.problem.message);
    if (!filling) return;
    const card: Card = {
      id: newId(),
      number: parsed.number,
      template: template.id,
      values: { ...filling.values },
    };
    if (cardByNumber(show.cards, parsed.number)) setAsks(card);
    else keep(card);
  };
  const keepAll = (): void => {
    const parsed = parseCallNumber(number);
    if ('problem' in parsed) return void toast.error(parsed.problem.message);
    const cards = table.rows.map((r, index): Card => ({
      id: newId(),
      number: numberAfter(parsed.number, index),
      template: template.id,
      values: { ...fillFromRow(template, table, r, show.assets).values },
    }));
    const used = cards.filter((card) => cardByNumber(show.cards, card.number));
    if (used.length > 0) {
      return void toast.error(
        `${used.length === 1 ? 'The number' : 'The numbers'} ${used
          .map((c) => c.number)
          .slice(0, 5)
          .join(
            ', ',
          )}${used.length > 5 ? ' and more' : ''} belong to other cards. Start at a free number; nothing was kept.`,
      );
    }
    edit(`Make ${cards.length} cards`, (s) => cards.forEach((card) => keepCard(s, card)));
    toast.success(`${cards.length} cards kept, ${cards[0]?.number} to ${cards.at(-1)?.number}.`);
  };

  return (
    <aside className="flex min-h-0 flex-col overflow-auto border-l border-line bg-deck" aria-label="Filling">
      <Section title="Filling">
        <SelectField
          label="Template"
          value={template.id}
          choices={templatesByName(show).map((t) => ({ value: t.id, label: t.name }))}
          onChange={(id) => setTemplateId(String(id))}
        />
        <Still
          of={show}
          template={template}
          values={filling?.values ?? {}}
          label={`${template.name} filled with the row in hand`}
          className="mt-1 w-full rounded border border-line"
        />
        {filling?.problems.map((problem) => (
          <p key={problem.path} className="text-xs text-warn">
            ⚠ {problem.message}
          </p>
        ))}
      </Section>
      <Section title="Columns and fields, matched by name">
        <ul className="flex flex-col gap-1">
          {template.fields.map((field) => {
            const column = table.columns.find(
              (c) => c.id === matches.find((m) => m.field === field.id)?.column,
            );
            return (
              <li key={field.id} className="flex items-center gap-2">
                <Knot isTied={column !== undefined} label={column ? 'Filled from a column' : 'Not matched'} />
                <span className="w-28 truncate">{field.name}</span>
                {column ? (
                  <span className="truncate text-tide">{column.name}</span>
                ) : (
                  <span className="text-xs text-warn">⚠ no column of this name: its default stays</span>
                )}
              </li>
            );
          })}
        </ul>
        {unused.length > 0 && (
          <p className="text-xs text-ink-3">Not used here: {unused.map((c) => c.name).join(', ')}</p>
        )}
      </Section>
      <Section title="Cards">
        <TextField label="Call number" value={number} onChange={setNumber} placeholder="31.25" />
        <div className="flex gap-2">
          <Button tone="primary" onClick={keepOne} disabled={!row}>
            Keep this row
          </Button>
          <Button onClick={keepAll} disabled={table.rows.length === 0}>
            Keep all {table.rows.length}, from here on
          </Button>
        </div>
      </Section>
      {asks && (
        <ReplaceDialog
          card={asks}
          template={template}
          holder={cardByNumber(show.cards, asks.number)}
          of={show}
          onReplace={() => keep(asks)}
          onClose={() => setAsks(null)}
        />
      )}
    </aside>
  );
}
