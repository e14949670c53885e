import { Copy, Download, FileClock, Trash2 } from 'lucide-react';
import { formatWords, templatesByName, type Show } from '../../core/show';
import { Thumbnail } from '../picture/thumbnail';
import type { StoredShow } from '../state/database';
import { Button, IconButton } from '../ui';

/** A show as the list has it: without the rows of long tables, or why it cannot be opened. */
export interface Listed {
  readonly stored: StoredShow;
  readonly show: Show | null;
  readonly problem: string | null;
}

/** Templates of a show that stand under its name. */
const mostShown = 14;
const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

export function ShowItem(props: {
  of: Listed;
  isBusy: boolean;
  onOpen: (to?: string) => void;
  onDuplicate: () => void;
  onExport: (withHistory: boolean) => void;
  onDelete: () => void;
}) {
  const { isBusy, onOpen, onDuplicate, onExport, onDelete } = props;
  const { stored, show, problem } = props.of;
  const kilobytes = ((stored.size ?? stored.document?.length ?? 0) / 1024).toFixed(0);
  return (
    <li className="flex flex-col gap-4 rounded border border-line bg-deck p-4">
      <div className="flex items-center gap-4">
        <div className="min-w-0 flex-1">
          <button
            type="button"
            className="block max-w-full truncate text-left text-[15px] font-semibold hover:underline"
            onClick={() => onOpen()}
          >
            {stored.name}
          </button>
          <p className="text-xs text-ink-2">
            {show ? show.channels.map((c) => `${c.name} ${formatWords(c.format)}`).join(' · ') : problem}
          </p>
        </div>
        <p className="text-right text-xs text-ink-2">
          {when.format(stored.changedAt)}
          <br />
          <span className="number">{kilobytes}</span> kB ·{' '}
          <span className="number">{Object.keys(show?.cards ?? {}).length}</span> cards
        </p>
        <span className="flex items-center">
          <IconButton label={`Duplicate ${stored.name}`} onClick={onDuplicate} disabled={!show}>
            <Copy size={15} />
          </IconButton>
          <IconButton label={`Export ${stored.name}`} onClick={() => onExport(false)} disabled={!show}>
            <Download size={15} />
          </IconButton>
          <IconButton
            label={`Export ${stored.name} with its history`}
            onClick={() => onExport(true)}
            disabled={!show}
          >
            <FileClock size={15} />
          </IconButton>
          <IconButton label={`Delete ${stored.name}`} onClick={onDelete}>
            <Trash2 size={15} />
          </IconButton>
          <Button className="ml-2" onClick={() => onOpen()} disabled={!show || isBusy}>
            Open
          </Button>
        </span>
      </div>
      {show && <Templates show={show} name={stored.name} onOpen={(id) => onOpen(`/build/${id}`)} />}
    </li>
  );
}

function Templates(props: { show: Show; name: string; onOpen: (template: string) => void }) {
  const { show, name, onOpen } = props;
  const templates = templatesByName(show);
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-3">
      {templates.slice(0, mostShown).map((template) => (
        <button
          key={template.id}
          type="button"
          className="min-w-0 text-left"
          aria-label={`Build ${template.name} of ${name}`}
          onClick={() => onOpen(template.id)}
        >
          <Thumbnail
            of={show}
            template={template}
            label={template.name}
            className="w-full rounded border border-line"
          />
          <span className="mt-1 block truncate text-xs text-ink-2">{template.name}</span>
        </button>
      ))}
      {templates.length > mostShown && (
        <p className="self-center text-ink-3">and {templates.length - mostShown} more in Build</p>
      )}
      {templates.length === 0 && (
        <p className="text-ink-3">No templates yet. Open the show to draw its first.</p>
      )}
    </div>
  );
}
