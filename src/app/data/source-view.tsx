import { counted } from '../../core/problem';
import { RefreshCw, Table2, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { FeedStatus } from '../../air';
import { tableFromRead } from '../../core/data';
import { freshName, type Show } from '../../core/show';
import {
  fileNameOf,
  formats,
  fromWhere,
  guessFormat,
  scalarTypes,
  sourceKinds,
  type ScalarType,
  type Source,
} from '../../core/source';
import { Button, Dialog, IconButton, NameField, Section, SelectField } from '../ui';
import { acceptFeed, lookAgain, rowsOfSource, useData } from '../state/data';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { CareForm } from './care-form';
import { DeleteDataDialog } from './delete-data-dialog';
import { AgeWords, Health } from './health';
import { Readings } from './readings';
import { RowsGrid } from './rows-grid';
import { FormatForm } from './source-format-form';
import { KindForm } from './source-kind-form';
import { usedWhere, UsedWhere } from './used-where';

/** A source: where it comes from, how it is read, how it is doing, and what came. */
export function SourceView(props: {
  show: Show;
  source: Source;
  chosen: string | null;
  onChoose: (key: string) => void;
}) {
  const { show, source, chosen, onChoose } = props;
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const status = useData((store) => store.statuses[source.id]);
  const read = useData((store) => store.reads[source.id]);
  const [column, setColumn] = useState<{ name: string; type: ScalarType } | null>(null);
  const [isDeleting, setIsDeleting] = useState(false);
  const change = (given: object, merge?: string): void =>
    edit(
      `Source ${source.name}`,
      (draft) => {
        const own = draft.sources[source.id];
        if (!own) return;
        Object.assign(own, given);
        if (own.keeps === undefined) delete own.keeps;
      },
      merge,
    );
  const makeTable = async (): Promise<void> => {
    const whole = await rowsOfSource(source);
    if (!whole) return void toast.error('Nothing has come of it yet.');
    const made = tableFromRead(whole, freshName(source.name, Object.values(show.tables).map(({ name }) => name)), newId); // prettier-ignore
    edit(`Table of ${source.name}`, (draft) => void (draft.tables[made.id] = made));
    toast.success(
      `${made.name} is a table of the show now, with ${counted(made.rows.length, 'row')}. The source goes on beside it.`,
    );
    void navigate(`/data/${made.id}`);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex h-11 shrink-0 items-center gap-1.5 border-b border-line px-3">
        <NameField
          label="Name of the source"
          value={source.name}
          onKeep={(name) => change({ name })}
          className="w-44 font-semibold"
        />
        <Health status={status} />
        <span className="truncate text-xs text-ink-3">{fromWhere(source)}</span>
        <span className="flex-1" />
        <Button onClick={() => void lookAgain(source)}>
          <RefreshCw size={14} /> Look again
        </Button>
        <Button onClick={() => void makeTable()} disabled={!read}>
          <Table2 size={14} /> Make it a table
        </Button>
        <IconButton label={`Delete the source ${source.name}`} onClick={() => setIsDeleting(true)}>
          <Trash2 size={15} />
        </IconButton>
      </div>
      <StateBar source={source} status={status} onChange={change} />
      <div className="grid min-h-0 flex-1 grid-cols-[260px_minmax(0,1fr)]">
        <aside className="min-h-0 overflow-auto border-r border-line bg-deck" aria-label="How it is read">
          <Section title="Comes from">
            <KindForm source={source} onChange={change} />
          </Section>
          <Section title="On air">
            <CareForm source={source} onChange={change} />
          </Section>
          {sourceKinds[source.kind].isRead && (
            <Section title="Is read as">
              <FormatForm
                format={source.read}
                offers={status && status.offers.length > 0 ? status.offers : (read?.offers ?? [])}
                encoding={status?.encoding ?? null}
                onChange={(next) => change({ read: next }, `read ${source.id}`)}
              />
            </Section>
          )}
        </aside>
        <div className="flex min-h-0 min-w-0 flex-col">
          {source.kind === 'posts' && status?.rows === 0 && (
            <p className="px-3 py-2 text-xs text-ink-3">
              Its rows are the posts that are cleared; none is yet. They are judged in Posts.
            </p>
          )}
          {read && read.columns.length > 0 ? (
            <RowsGrid
              of={source.id}
              label={`Rows of ${source.name}`}
              chosen={chosen}
              onChoose={onChoose}
              facets={read.facets}
              onColumn={(info) => setColumn({ name: info.name, type: info.type })}
            />
          ) : (
            <p className="p-6 text-ink-3">
              {status?.state === 'failed'
                ? 'Nothing has come yet: see above what to do.'
                : 'Waiting for the first answer…'}
            </p>
          )}
        </div>
      </div>
      {isDeleting && (
        <DeleteDataDialog show={show} kind="sources" of={source} onClose={() => setIsDeleting(false)} />
      )}
      {column && (
        <Dialog title={`Column ${column.name}`} open onClose={() => setColumn(null)}>
          <SelectField
            label="Its cells are"
            value={source.types[column.name] ?? 'guess'}
            choices={[
              { value: 'guess', label: `guessed (${column.type})` },
              ...scalarTypes.map((type) => ({ value: type, label: type })),
            ]}
            onChange={(type) => {
              const { [column.name]: _old, ...rest } = source.types;
              change({ types: type === 'guess' ? rest : { ...rest, [column.name]: type } });
            }}
          />
          <UsedWhere
            places={usedWhere(show, source.id, { id: column.name, name: column.name })}
            what={column.name}
          />
        </Dialog>
      )}
    </div>
  );
}

function StateBar(props: {
  source: Source;
  status: FeedStatus | undefined;
  onChange: (given: object) => void;
}) {
  const { source, status, onChange } = props;
  if (!status) return null;
  const { problem, state, notes } = status;
  return (
    <div
      role={problem ? 'alert' : 'status'}
      className={`flex min-h-8 shrink-0 items-center gap-3 border-b border-line px-3 py-1 text-xs ${problem ? 'bg-panel text-ink' : 'bg-deck text-ink-3'}`}
    >
      {problem ? (
        <span>
          <span className="text-warn">⚠ </span>
          {problem.message}
          {state === 'stale' && (
            <span className="text-ink-2">
              {' '}
              What came <AgeWords at={status.good} /> ago stands.
            </span>
          )}
          {(problem.code === 'rows-lost' || problem.code === 'half-written') && (
            <Button className="ml-3 h-6 text-xs" onClick={() => void acceptFeed(status.feed)}>
              It is right: use it
            </Button>
          )}
          {status.readings.length > 0 && (
            <span className="mt-1.5 block text-[13px]">
              <Readings
                readings={status.readings}
                onChoose={(encoding) =>
                  onChange({
                    read: {
                      ...(source.read ?? formats[guessFormat(fileNameOf(source), new Uint8Array())].plain),
                      encoding,
                    },
                  })
                }
              />
            </span>
          )}
        </span>
      ) : (
        <span>
          <span className="number">{status.rows}</span> rows, <span className="number">{status.columns}</span>{' '}
          columns
          {status.encoding ? `, ${status.encoding}` : ''}. {notes.join(' ')}
        </span>
      )}
    </div>
  );
}
