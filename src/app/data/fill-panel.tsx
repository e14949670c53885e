import { counted } from '../../core/problem';
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { wrap } from 'comlink';
import { Download } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { fillColumns, matchRows } from '../../core/data';
import {
  cardByNumber,
  keepCard,
  numberAfter,
  parseCallNumber,
  templatesByName,
  type Card,
  type Field,
  type Show,
  type Template,
} from '../../core/show';
import { Still } from '../picture/still';
import { Button, CheckField, Knot, Section, SelectField, TextField } from '../ui';
import { ReplaceDialog } from '../card-form/replace-dialog';
import { useDraft } from '../state/draft-store';
import { rowValues, useResolved, useRow, useRows } from '../state/data';
import { newId } from '../state/ids';
import { download } from '../state/shows';
import type { ReadWorker } from '../../workers/read.worker';
import { dataName } from './data-choices';

type Columns = readonly { key: string; name: string }[];

/** The template with the most fields that the columns fill. */
const bestFor = (show: Show, of: string, columns: Columns): Template | undefined =>
  templatesByName(show)
    .map((template) => ({ template, count: matchRows(template, of, columns).filter((m) => m.column).length }))
    .sort((a, b) => b.count - a.count)[0]?.template;

/** What a row makes of a template, which columns fill which fields, and cards made of rows. */
export function FillPanel(props: {
  show: Show;
  of: string;
  rowKey: string | null;
  /** The rows that are seen, where they are found or sorted; null: all. */
  seenKeys: readonly string[] | null;
}) {
  const { show, of, rowKey, seenKeys } = props;
  const edit = useDraft((store) => store.edit);
  const [templateId, setTemplateId] = useState<string | null>(null);
  const [number, setNumber] = useState('');
  const [inStep, setInStep] = useState(true);
  const [waits, setWaits] = useState(false);
  const [asks, setAsks] = useState<Card | null>(null);
  const seen = useRows(of, 0, 1);
  const columns: Columns = seen?.columns ?? [];
  const template = (templateId && show.templates[templateId]) || bestFor(show, of, columns);
  const key = rowKey ?? seenKeys?.[0] ?? (seenKeys ? null : (seen?.keys[0] ?? null));
  const inHand = useRow(of, key);
  const isHidden = key !== null && seenKeys !== null && !seenKeys.includes(key);
  const { values, problems } = useResolved(
    template && key !== null ? { template, typed: {}, row: { of, key } } : null,
  );
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  if (!template)
    return (
      <aside className="border-l border-line bg-deck p-4 text-ink-3">
        Draw a template in Build, and its fields are filled from these rows here.
      </aside>
    );
  /** A workbook with a column for each field and its checks: filled in elsewhere, it comes back as a table. */
  const spreadsheet = async (): Promise<void> => {
    const own = new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' });
    const bytes = await wrap<ReadWorker>(own).workbook(template.name, fillColumns(template, show.assets), []);
    own.terminate();
    download(
      new Blob([bytes as BlobPart], {
        type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      }),
      `${template.name}.xlsx`,
    );
  };
  const matches = matchRows(template, of, columns);
  const unused = columns.filter((column) => !matches.some((match) => match.column === column.key));
  const match = (field: string, column: string | null | undefined): void =>
    edit(`Match ${template.fields.find(({ id }) => id === field)?.name} of ${template.name}`, (draft) => {
      const own = draft.templates[template.id];
      if (!own) return;
      const list = (own.matches[of] ??= {});
      if (column === undefined) delete list[field];
      else list[field] = column;
    });
  const cardFor = (callNumber: string, row: string, frozen: Card['values']): Card => ({
    id: newId(),
    number: callNumber,
    template: template.id,
    values: inStep ? {} : frozen,
    ...(inStep ? { row: { of, key: row } } : {}),
    ...(inStep && waits ? { waits: true } : {}),
  });
  const keep = (card: Card): void => {
    edit(`Keep ${card.number}`, (s) => keepCard(s, card));
    toast.success(`Kept under ${card.number}.`);
    setNumber(numberAfter(card.number, 1));
    setAsks(null);
  };
  const fieldValues = (all: Card['values']): Card['values'] =>
    Object.fromEntries(
      Object.entries(all).filter(([id]) => template.fields.some((field) => field.id === id)),
    );
  const keepOne = (): void => {
    const parsed = parseCallNumber(number);
    if ('problem' in parsed) return void toast.error(parsed.problem.message);
    if (key === null) return;
    const card = cardFor(parsed.number, key, fieldValues(values));
    if (cardByNumber(show.cards, parsed.number)) setAsks(card);
    else keep(card);
  };
  const keepAll = async (): Promise<void> => {
    const parsed = parseCallNumber(number);
    if ('problem' in parsed) return void toast.error(parsed.problem.message);
    const all = await rowValues(of, template, inStep ? 'keys' : 'values');
    const byKey = new Map(all.map((row) => [row.key, row]));
    const rows = seenKeys ? seenKeys.flatMap((one) => byKey.get(one) ?? []) : all;
    const cards = rows.map((row, index) =>
      cardFor(numberAfter(parsed.number, index), row.key, fieldValues(row.values)),
    );
    const used = cards.filter((card) => cardByNumber(show.cards, card.number));
    if (used.length > 0) {
      const list = used.slice(0, 5).map((card) => card.number).join(', '); // prettier-ignore
      return void toast.error(
        `${used.length === 1 ? 'The number' : 'The numbers'} ${list}${used.length > 5 ? ' and more' : ''} belong to other cards. Start at a free number; nothing was kept.`,
      );
    }
    edit(`Make ${counted(cards.length, 'card')}`, (s) => cards.forEach((card) => keepCard(s, card)));
    toast.success(`${counted(cards.length, 'card')} kept, ${cards[0]?.number} to ${cards.at(-1)?.number}.`);
  };
  const count = seenKeys?.length ?? seen?.count ?? 0;
  return (
    <aside className="flex min-h-0 flex-col overflow-auto border-l border-line bg-deck" aria-label="Filling">
      <Section title="Filling">
        <SelectField
          label="Template"
          value={template.id}
          choices={templatesByName(show).map((t) => ({ value: t.id, label: t.name }))}
          onChange={(id) => setTemplateId(String(id))}
        />
        <p className="flex items-center gap-1.5" aria-label="Row in hand">
          {inHand ? (
            <>
              <span className="number text-xs text-ink-3">{inHand.at + 1}</span>
              <span dir="auto" className="min-w-0 truncate">
                {inHand.words || 'an empty row'}
              </span>
            </>
          ) : (
            <span className="text-ink-3">
              {key === null ? 'No row' : 'That row is gone. Choose another.'}
            </span>
          )}
        </p>
        {isHidden && inHand && (
          <p className="text-xs text-warn">⚠ It is not among the rows that are shown.</p>
        )}
        <Still
          of={show}
          template={template}
          values={values}
          label={`${template.name} filled with the row in hand`}
          className="mt-1 w-full rounded border border-line"
        />
        {problems.map((problem, i) => (
          <p key={i} className="text-xs text-warn">
            ⚠ {problem.message}
          </p>
        ))}
      </Section>
      <Section title="Columns and fields">
        <DndContext
          sensors={sensors}
          onDragEnd={({ active, over }) => over && match(String(over.id), String(active.id))}
        >
          <ul className="flex flex-col gap-1">
            {template.fields.map((field) => {
              const own = matches.find((m) => m.field === field.id);
              return (
                <FieldLine
                  key={field.id}
                  field={field}
                  column={own?.column ?? null}
                  byHand={own?.byHand ?? false}
                  columns={columns}
                  bound={template.bound[field.id] !== undefined}
                  onMatch={(column) => match(field.id, column)}
                />
              );
            })}
          </ul>
          {unused.length > 0 && (
            <div className="mt-1">
              <p className="mb-1 text-xs text-ink-3">Not used here; drag one onto a field:</p>
              <div className="flex flex-wrap gap-1">
                {unused.map((column) => (
                  <Chip key={column.key} id={column.key}>
                    {column.name}
                  </Chip>
                ))}
              </div>
            </div>
          )}
        </DndContext>
      </Section>
      <Section title="Cards">
        <TextField label="Call number" value={number} onChange={setNumber} placeholder="405.25" />
        <CheckField label={`Keep in step with ${dataName(show, of)}`} value={inStep} onChange={setInStep} />
        {inStep && <CheckField label="On air, new data waits to be sent" value={waits} onChange={setWaits} />}
        <div className="flex flex-wrap gap-2">
          <Button tone="primary" onClick={keepOne} disabled={!inHand}>
            Keep this row
          </Button>
          <Button onClick={() => void keepAll()} disabled={count === 0}>
            Keep all {count}
            {seenKeys ? ' found' : ''}, from here on
          </Button>
        </div>
        <Button className="h-6 self-start text-xs" onClick={() => void spreadsheet()}>
          <Download size={13} /> Spreadsheet to fill in
        </Button>
      </Section>
      {asks && (
        <ReplaceDialog
          card={{ ...asks, values: { ...values, ...asks.values } }}
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

/** A field with the column that fills it; a column dragged onto it, or chosen, is kept with the template. */
function FieldLine(props: {
  field: Field;
  column: string | null;
  byHand: boolean;
  columns: Columns;
  bound: boolean;
  onMatch: (column: string | null | undefined) => void;
}) {
  const { field, column, byHand, columns, bound, onMatch } = props;
  const { setNodeRef, isOver } = useDroppable({ id: field.id });
  const choices = [
    {
      value: '',
      label: byHand
        ? 'by name'
        : column
          ? `${columns.find(({ key }) => key === column)?.name ?? ''}`
          : bound
            ? 'from its binding'
            : '⚠ not matched',
    },
    { value: '\u0000', label: 'none: its default' },
    ...columns.map(({ key, name }) => ({ value: `c ${key}`, label: name })),
  ];
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center gap-2 rounded ${isOver ? 'bg-tide/20 outline outline-tide' : ''}`}
    >
      <Knot isTied={column !== null} label={column ? 'Filled from a column' : 'Not matched'} />
      <span className="w-24 shrink-0 truncate" title={field.name}>
        {field.name}
      </span>
      <SelectField
        bare
        label={`Column for ${field.name}`}
        className={column ? 'text-tide' : 'text-ink-2'}
        value={byHand ? (column === null ? '\u0000' : `c ${column}`) : ''}
        choices={choices}
        onChange={(value) =>
          onMatch(value === '' ? undefined : value === '\u0000' ? null : String(value).slice(2))
        }
      />
    </li>
  );
}

function Chip({ id, children }: { id: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      {...attributes}
      className="flex min-h-6 cursor-grab items-center rounded border border-line bg-raised px-2 text-xs"
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: 'relative', zIndex: 10 }
          : undefined
      }
    >
      {children}
    </span>
  );
}
