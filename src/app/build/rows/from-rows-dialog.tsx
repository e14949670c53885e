import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  addBinding,
  isRowList,
  newElement,
  newTie,
  type ListColumn,
  type RowList,
  type RowsToTake,
  type Show,
  type Template,
} from '../../../core/show';
import type { Use } from '../../../core/data';
import { picturesOfRows, type RowsPicture } from '../../../core/propose';
import { dataChoices, dataName } from '../../data/data-choices';
import { Thumbnail } from '../../picture/thumbnail';
import { useResolved } from '../../state/data';
import { newId } from '../../state/ids';
import { Button, Dialog, Empty } from '../../ui';
import { editTemplate, useBuild } from '../build-store';

/** Begins a new element from rows: which rows, then one of a few pictures of them in the looks of the show. */
export function FromRowsDialog({ show, template }: { show: Show; template: Template }) {
  const from = useBuild((store) => store.fromRows);
  const set = useBuild((store) => store.set);
  if (from === null) return null;
  return (
    <Dialog
      title="A picture of rows"
      describe="Choose the rows, then one of the pictures of them. All of it can be changed afterwards."
      open
      wide
      onClose={() => set({ fromRows: null })}
    >
      <Chooser key={from.data ?? ''} show={show} template={template} start={from.data} at={from.at} />
    </Dialog>
  );
}

/** A template that only asks for some rows. */
function asking(of: Template, data: string): Template {
  const ask: Template = { ...of, elements: {}, order: [], ties: [], fields: [], bindings: [], bound: {} };
  const rows = newElement('rows', 'rows', 'Rows');
  ask.elements['rows'] = rows;
  ask.order = ['rows'];
  addBinding(ask, 'ask', 'ask', { kind: 'rows', data });
  ask.ties.push(newTie('rows', 'list', 'ask'));
  return ask;
}

/** Whether rows keep keys of their own, whatever comes: those of tables, and of views of tables. */
const isKeyed = (show: Show, id: string): boolean =>
  show.tables[id] !== undefined || (show.views[id] !== undefined && isKeyed(show, show.views[id].of));

function Chooser(props: {
  show: Show;
  template: Template;
  start: string | null;
  at: { readonly x: number; readonly y: number } | null;
}) {
  const { show, template, start, at } = props;
  const navigate = useNavigate();
  const set = useBuild((store) => store.set);
  const choices = dataChoices(show);
  const [data, setData] = useState(start ?? choices[0]?.value ?? null);
  const use = useMemo<Use | null>(
    () => (data === null ? null : { template: asking(template, data), typed: {}, row: null }),
    // The size of the canvas is all that is taken from the template.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [data, template.id],
  );
  const { values } = useResolved(use);
  const given = values['ask'];
  const list = isRowList(given) ? given : null;
  const taken = useMemo<RowsToTake | null>(
    () =>
      data === null || list === null
        ? null
        : { data, name: dataName(show, data), columns: list.columns, isKeyed: isKeyed(show, data) },
    [data, list, show],
  );
  const pictures = useMemo(
    () => (taken ? picturesOfRows(show, template, taken, list) : []),
    [show, template, taken, list],
  );
  if (data === null)
    return (
      <Empty title="This show has no data yet">
        <p>Type a table, open a spreadsheet or follow a feed in Data; its rows can then be shown here.</p>
        <Button
          tone="primary"
          onClick={() => {
            set({ fromRows: null });
            void navigate('/data');
          }}
        >
          Go to Data
        </Button>
      </Empty>
    );
  const take = (picture: RowsPicture): void => {
    let made: string | null = null;
    editTemplate(`${picture.name} of ${dataName(show, data)}`, (t) => {
      made = picture.add(t, newId);
      const own = t.elements[made];
      // Dropped somewhere, it stands there; until then it stood in the middle of the picture's height.
      if (own?.kind !== 'table' || !at) return;
      const h = t.height - 2 * own.y;
      own.x = Math.round(Math.max(0, Math.min(t.width - own.w, at.x - own.w / 2)));
      own.y = Math.round(Math.max(0, Math.min(t.height - h, at.y - h / 2)));
    });
    set({ fromRows: null });
    if (made !== null) useBuild.getState().select([made]);
  };
  return (
    <div className="grid grid-cols-[180px_minmax(0,1fr)] gap-4">
      <div className="flex max-h-[60vh] flex-col gap-0.5 overflow-auto" role="listbox" aria-label="Rows">
        {choices.map(({ value, label }) => (
          <button
            key={value}
            type="button"
            role="option"
            aria-selected={value === data}
            className={`rounded px-2 py-1.5 text-left ${value === data ? 'bg-raised text-ink' : 'text-ink-2 hover:bg-raised'}`}
            onClick={() => setData(value)}
          >
            {label}
          </button>
        ))}
      </div>
      <div className="flex min-w-0 flex-col gap-2">
        {list && (
          <p className="text-xs text-ink-2">
            {list.order.length === 1 ? '1 row' : `${list.order.length} rows`} · {columnWords(list.columns)}
          </p>
        )}
        {list && pictures.length === 0 && (
          <p className="text-ink-2">These rows have no columns that can be shown. Choose others.</p>
        )}
        <div className="grid grid-cols-2 gap-3">
          {list &&
            pictures.map((picture) => (
              <Proposal
                key={picture.id}
                show={show}
                template={template}
                picture={picture}
                list={list}
                onTake={() => take(picture)}
              />
            ))}
        </div>
      </div>
    </div>
  );
}

const columnWords = (columns: readonly ListColumn[]): string =>
  `${columns
    .slice(0, 5)
    .map(({ name }) => name)
    .join(', ')}${columns.length > 5 ? ` and ${columns.length - 5} more` : ''}`;

/** A picture of the rows as it would stand alone, filled with them. */
function Proposal(props: {
  show: Show;
  template: Template;
  picture: RowsPicture;
  list: RowList;
  onTake: () => void;
}) {
  const { show, template, picture, list, onTake } = props;
  const alone = useMemo(() => {
    const blank: Template = {
      ...template,
      id: `${template.id} ${picture.id}`,
      elements: {},
      order: [],
      ties: [],
      fields: [],
      bindings: [],
      bound: {},
      tethers: [],
      phases: structuredClone(template.phases),
      changes: [],
      moves: [],
      steps: [],
    };
    let next = 0;
    const made = picture.add(blank, () => `p${(next += 1)}`);
    const own = blank.elements[made];
    if (own && 'list' in own) own.list = list;
    blank.ties = blank.ties.filter(({ element, property }) => element !== made || property !== 'list');
    return blank;
  }, [template, picture, list]);
  return (
    <button
      type="button"
      className="flex flex-col gap-1.5 rounded border border-line p-2 text-left hover:border-ink-3"
      onClick={onTake}
    >
      <Thumbnail template={alone} of={show} label={`${picture.name} of these rows`} className="w-full" />
      <span className="font-semibold">{picture.name}</span>
      <span className="text-xs text-ink-2">{picture.says}</span>
    </button>
  );
}
