import { useState } from 'react';
import { useNavigate } from 'react-router';
import { BindingsPanel } from '../binding/bindings-panel';
import type { Use } from '../../core/data';
import { templatesByName, type Show, type Template } from '../../core/show';
import { Still } from '../picture/still';
import { Empty, SelectField } from '../ui';
import { useResolved, useRows } from '../state/data';
import { useDraft } from '../state/draft-store';
import { dataChoices } from './data-choices';

/** Any binding of the show step by step, with the row in hand that one chooses, and the picture that comes of it. */
export function CheckerView({
  show,
  templateId,
  bindingId,
}: {
  show: Show;
  templateId: string | null;
  bindingId: string | null;
}) {
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const [of, setOf] = useState<string>('');
  const [row, setRow] = useState<string>('');
  const [open, setOpen] = useState<string | null>(bindingId);
  const templates = templatesByName(show);
  const template: Template | undefined =
    show.templates[templateId ?? ''] ?? templates.find(({ bindings }) => bindings.length > 0) ?? templates[0];
  const seen = useRows(of || null, 0, 500);
  const use: Use | null = template ? { template, typed: {}, row: of && row ? { of, key: row } : null } : null;
  const { values } = useResolved(use);
  if (!template || !use)
    return <Empty title="No templates yet">Draw one in Build; its bindings are checked here.</Empty>;
  const shown = template.bindings.some(({ id }) => id === open) ? open : (template.bindings[0]?.id ?? null);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_380px]">
      <section className="flex min-h-0 flex-col" aria-label="Checker">
        <div className="flex h-16 shrink-0 items-end gap-2 border-b border-line px-3 pb-2">
          <SelectField
            label="Template"
            value={template.id}
            choices={templates.map(({ id, name, bindings }) => ({
              value: id,
              label: `${name} (${bindings.length})`,
            }))}
            onChange={(id) => void navigate(`/data/checker/${id}`)}
          />
          <SelectField
            label="Row in hand, of"
            value={of}
            choices={[{ value: '', label: 'None' }, ...dataChoices(show)]}
            onChange={(id) => {
              setOf(String(id));
              setRow('');
            }}
          />
          <SelectField
            label="Row"
            value={row}
            choices={[
              { value: '', label: 'None' },
              ...(seen?.keys ?? []).map((key, i) => ({
                value: key,
                label: `${i + 1} ${seen?.rows[i]?.[0] ?? ''}`,
              })),
            ]}
            onChange={(key) => setRow(String(key))}
          />
        </div>
        <BindingsPanel
          show={show}
          template={template}
          use={use}
          open={shown}
          onOpen={setOpen}
          onEdit={(label, recipe, merge) =>
            edit(
              label,
              (draft) => {
                const own = draft.templates[template.id];
                if (own) recipe(own);
              },
              merge,
            )
          }
        />
      </section>
      <aside
        className="flex min-h-0 flex-col gap-2 overflow-auto border-l border-line bg-deck p-3"
        aria-label="What comes of it"
      >
        <h2 className="text-xs font-semibold text-ink-2">What comes of it</h2>
        <Still
          of={show}
          template={template}
          values={values}
          label={`${template.name} with its data`}
          className="w-full rounded border border-line"
        />
      </aside>
    </div>
  );
}
