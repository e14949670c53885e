import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import { speedWords } from '../../../core/crawl';
import {
  drawnRows,
  exactRate,
  isRowList,
  siblingsOf,
  tieOf,
  withDescendants,
  type CrawlElement,
  type CrawlLook,
  type ListColumn,
  type Show,
  type Template,
} from '../../../core/show';
import { useResolved } from '../../state/data';
import { newId } from '../../state/ids';
import { Button, DraftText, IconButton, NumberField, Section, SelectField } from '../../ui';
import { editTemplate, sealEdit } from '../build-store';

/** What of a crawl no property says: what its items are drawn as, and what stands between them. */
export function CrawlParts({ show, template, crawl }: { show: Show; template: Template; crawl: CrawlElement }) {
  const use = useMemo(() => ({ template, typed: {}, row: null }), [template]);
  const { values } = useResolved(use);
  const tie = tieOf(template, crawl.id, 'list');
  const given = tie ? (values[tie.field] ?? template.fields.find(({ id }) => id === tie.field)?.default) : crawl.list;
  const columns: readonly ListColumn[] = isRowList(given) ? given.columns : drawnRows.columns;
  const edit = (what: string, recipe: (own: CrawlElement) => void, merge?: string): void =>
    editTemplate(
      `${what} of ${crawl.name}`,
      (t) => {
        const own = t.elements[crawl.id];
        if (own?.kind === 'crawl') recipe(own);
      },
      merge && `${crawl.id} ${merge}`,
    );
  const editLook = (id: string, what: string, recipe: (look: CrawlLook) => void, merge?: string): void =>
    edit(
      what,
      (own) => {
        const look = own.looks.find((one) => one.id === id);
        if (look) recipe(look);
      },
      merge && `${id} ${merge}`,
    );
  const inside = new Set(withDescendants(template, crawl.id));
  const loose = Object.values(template.elements).filter(({ id }) => !inside.has(id));
  const names = (own: string) => [
    ...crawl.children.map((id) => ({ value: id, label: template.elements[id]?.name ?? id })),
    ...loose.map(({ id, name }) => ({ value: id, label: `${name} (beside it)` })),
  ].filter(({ value }) => value === own || !crawl.looks.some(({ child }) => child === value) || crawl.separator !== value);
  /** Takes an element into the crawl, where it is not in it yet. */
  const bring = (t: Template, child: string): void => {
    const own = t.elements[crawl.id];
    if (own?.kind !== 'crawl' || own.children.includes(child)) return;
    const { list } = siblingsOf(t, child);
    const at = list.indexOf(child);
    if (at >= 0) list.splice(at, 1);
    own.children.push(child);
  };
  const draw = (id: string, child: string): void =>
    editTemplate(`Look of ${crawl.name}`, (t) => {
      bring(t, child);
      const own = t.elements[crawl.id];
      const look = own?.kind === 'crawl' ? own.looks.find((one) => one.id === id) : undefined;
      if (look) look.child = child;
    });
  const isUp = crawl.direction === 'up';
  const rates = show.channels.map(({ format }) => exactRate(format.rate));
  return (
    <>
      {crawl.by === 'speed' && (
        <p className="border-b border-line px-3 py-2 text-xs text-ink-2">{speedWords(crawl.speed, crawl.isWhole, rates)}</p>
      )}
      <Section title="Items">
        {crawl.looks.length > 1 && (
          <SelectField
            beside
            label="Look by"
            value={columns.find(({ key, name }) => key === crawl.lookColumn || name === crawl.lookColumn)?.key ?? crawl.lookColumn}
            choices={[{ value: '', label: 'Nothing: all alike' }, ...columns.map(({ key, name }) => ({ value: key, label: name }))]}
            onChange={(column) => edit('Look by', (own) => void (own.lookColumn = String(column)))}
          />
        )}
        {crawl.looks.map((look, at) => (
          <div key={look.id} className="flex flex-col gap-1.5 rounded border border-line p-1.5">
            <span className="flex items-center gap-1">
              <span className="min-w-0 flex-1">
                <SelectField beside label="Drawn as" value={look.child} choices={names(look.child)} onChange={(child) => draw(look.id, String(child))} />
              </span>
              <IconButton label={`Look ${at + 1} earlier`} disabled={at === 0} onClick={() => edit('Order of looks', (own) => own.looks.splice(at - 1, 0, ...own.looks.splice(at, 1)))}>
                <ArrowUp size={13} />
              </IconButton>
              <IconButton label={`Look ${at + 1} later`} disabled={at === crawl.looks.length - 1} onClick={() => edit('Order of looks', (own) => own.looks.splice(at + 1, 0, ...own.looks.splice(at, 1)))}>
                <ArrowDown size={13} />
              </IconButton>
              <IconButton label={`Delete look ${at + 1}`} onClick={() => edit('Delete a look', (own) => void own.looks.splice(at, 1))}>
                <Trash2 size={13} />
              </IconButton>
            </span>
            {crawl.lookColumn !== '' && (
              <DraftText label={at === 0 ? 'For, and for all others' : 'For'} value={look.value} onKeep={(value) => editLook(look.id, 'Value of a look', (own) => void (own.value = value))} />
            )}
            <span className="grid grid-cols-2 gap-2">
              <NumberField label="Before" unit="px" min={0} value={look.before} onChange={(v) => editLook(look.id, 'Space', (own) => void (own.before = v), 'before')} onDone={sealEdit} />
              <NumberField label="Behind" unit="px" min={0} value={look.after} onChange={(v) => editLook(look.id, 'Space', (own) => void (own.after = v), 'after')} onDone={sealEdit} />
              {isUp && (
                <NumberField label="Columns" min={1} max={6} step={1} value={look.across} onChange={(v) => editLook(look.id, 'Columns', (own) => void (own.across = Math.round(v)), 'across')} onDone={sealEdit} />
              )}
            </span>
          </div>
        ))}
        <Button
          className="self-start px-2"
          disabled={crawl.children.length + loose.length === 0}
          onClick={() =>
            editTemplate(`Look of ${crawl.name}`, (t) => {
              const own = t.elements[crawl.id];
              if (own?.kind !== 'crawl') return;
              const free = [...own.children, ...loose.map(({ id }) => id)].find((id) => id !== own.separator && !own.looks.some(({ child }) => child === id));
              const child = free ?? own.children[0];
              if (!child) return;
              bring(t, child);
              own.looks.push({ id: newId(), value: '', child, across: 1, before: 0, after: 0 });
            })
          }
        >
          <Plus size={14} /> Look
        </Button>
        <SelectField
          beside
          label="Between"
          value={crawl.separator ?? ''}
          choices={[{ value: '', label: 'Nothing' }, ...names(crawl.separator ?? '')]}
          onChange={(child) =>
            editTemplate(`Separator of ${crawl.name}`, (t) => {
              if (child !== '') bring(t, String(child));
              const own = t.elements[crawl.id];
              if (own?.kind === 'crawl') own.separator = child === '' ? null : String(child);
            })
          }
        />
      </Section>
    </>
  );
} // prettier-ignore
