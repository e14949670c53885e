import { Copy, Download, RadioTower, Trash2, Upload } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { formatWords, templatesByName, type Show } from '../../core/show';
import { Thumbnail } from '../picture/thumbnail';
import { Button, Dialog, Empty, IconButton } from '../ui';
import type { StoredShow } from '../state/database';
import { useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { readShow } from '../state/steps';
import { takeDraftFromAir } from '../state/shows-from-air';
import {
  bringDemo,
  download,
  duplicateShow,
  exportShow,
  importShow,
  listShows,
  removeShow,
} from '../state/shows';
import { NewShowDialog } from './new-show-dialog';

interface Row {
  stored: StoredShow;
  show: Show | null;
  problem: string | null;
}

const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** Templates of a show that stand under its name. */
const mostShown = 14;

/** All shows of this browser: open, make, copy, bring in, take out. */
export function ShowsView() {
  const [rows, setRows] = useState<Row[] | null>(null);
  const [isNew, setIsNew] = useState(false);
  const [isOver, setIsOver] = useState(false);
  const [used, setUsed] = useState<{ file: Blob; show: Show } | null>(null);
  const [leaving, setLeaving] = useState<StoredShow | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const open = useDraft((store) => store.open);
  const close = useDraft((store) => store.close);
  const onAir = useAir((store) => (store.state.release === null ? null : store.state.show));
  const openId = useDraft((store) => store.draft?.show.id);

  const refresh = useCallback(async () => {
    await bringDemo();
    const stored = await listShows();
    setRows(
      await Promise.all(
        stored.map(async (item) => {
          const opened = await readShow(item.id);
          return 'show' in opened
            ? { stored: { ...item, name: opened.show.name }, show: opened.show, problem: null }
            : { stored: item, show: null, problem: opened.problem.message };
        }),
      ),
    );
  }, []);
  useEffect(() => void refresh(), [refresh]);

  const bring = async (file: Blob, onUsed: 'ask' | 'replace' | 'copy' = 'ask'): Promise<void> => {
    setWrong(null);
    const brought = await importShow(file, onUsed);
    if ('problem' in brought) return setWrong(brought.problem.message);
    if ('used' in brought) return setUsed({ file, show: brought.used });
    setUsed(null);
    if (brought.show.id === openId) close();
    toast.success(`“${brought.show.name}” is here.`);
    await refresh();
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setIsOver(false);
    for (const file of event.dataTransfer.files) void bring(file);
  };
  const take = async (show: Show): Promise<void> => {
    const { blob, name, missing } = await exportShow(show);
    download(blob, name);
    if (missing.length > 0)
      toast.warning(`The file lacks ${missing.join(', ')}: they are missing from this browser.`);
  };
  const enter = async (id: string, to = '/build'): Promise<void> => {
    const words = await open(id);
    if (words) setWrong(words);
    else void navigate(to);
  };

  return (
    <div
      className={`flex h-full flex-col ${isOver ? 'outline-2 -outline-offset-8 outline-brass' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={drop}
    >
      <div className="flex items-center gap-3 px-8 pt-6 pb-4">
        <h1 className="flex-1 text-[20px] font-semibold">Shows</h1>
        <Button onClick={() => input.current?.click()}>
          <Upload size={15} /> Import a show file
        </Button>
        {onAir && (
          <Button
            title="Makes a draft in this browser of the show that is on air"
            onClick={() =>
              void takeDraftFromAir('new').then((words) => {
                setWrong(words);
                if (words === null) toast.success(`“${onAir.name}” is here, as it is on air.`);
                return refresh();
              })
            }
          >
            <RadioTower size={15} /> Take the show on air
          </Button>
        )}
        <Button tone="primary" onClick={() => setIsNew(true)}>
          New show
        </Button>
        <input
          ref={input}
          type="file"
          accept=".jorvan,.zip"
          className="hidden"
          aria-label="Show file"
          onChange={(event) => {
            for (const file of event.target.files ?? []) void bring(file);
            event.target.value = '';
          }}
        />
      </div>
      {wrong && (
        <p role="alert" className="mx-8 mb-4 rounded border border-air bg-panel p-3">
          ⚠ {wrong}
        </p>
      )}
      <div className="min-h-0 flex-1 overflow-auto px-8 pb-8">
        {rows?.length === 0 && (
          <Empty title="No shows in this browser">
            <p>Make one, or drop a show file here.</p>
            <Button tone="primary" onClick={() => setIsNew(true)}>
              New show
            </Button>
          </Empty>
        )}
        <ul className="flex flex-col gap-3">
          {rows?.map(({ stored, show, problem }) => (
            <li key={stored.id} className="flex flex-col gap-4 rounded border border-line bg-deck p-4">
              <div className="flex items-center gap-4">
                <div className="min-w-0 flex-1">
                  <button
                    type="button"
                    className="block max-w-full truncate text-left text-[15px] font-semibold hover:underline"
                    onClick={() => void enter(stored.id)}
                  >
                    {stored.name}
                  </button>
                  <p className="text-xs text-ink-2">
                    {show
                      ? `${show.channels.map((c) => `${c.name} ${formatWords(c.format)}`).join(' · ')}`
                      : problem}
                  </p>
                </div>
                <p className="text-right text-xs text-ink-2">
                  {when.format(stored.changedAt)}
                  <br />
                  <span className="number">
                    {((stored.size ?? stored.document?.length ?? 0) / 1024).toFixed(0)}
                  </span>{' '}
                  kB · <span className="number">{Object.keys(show?.cards ?? {}).length}</span> cards
                </p>
                <span className="flex items-center">
                  <IconButton
                    label={`Duplicate ${stored.name}`}
                    onClick={() => void duplicateShow(stored).then(refresh)}
                    disabled={!show}
                  >
                    <Copy size={15} />
                  </IconButton>
                  <IconButton
                    label={`Export ${stored.name}`}
                    onClick={() => show && void take(show)}
                    disabled={!show}
                  >
                    <Download size={15} />
                  </IconButton>
                  <IconButton label={`Delete ${stored.name}`} onClick={() => setLeaving(stored)}>
                    <Trash2 size={15} />
                  </IconButton>
                  <Button className="ml-2" onClick={() => void enter(stored.id)} disabled={!show}>
                    Open
                  </Button>
                </span>
              </div>
              {show && (
                <div className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-3">
                  {templatesByName(show)
                    .slice(0, mostShown)
                    .map((template) => (
                      <button
                        key={template.id}
                        type="button"
                        className="min-w-0 text-left"
                        aria-label={`Build ${template.name} of ${stored.name}`}
                        onClick={() => void enter(stored.id, `/build/${template.id}`)}
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
                  {Object.keys(show.templates).length > mostShown && (
                    <p className="self-center text-ink-3">
                      and {Object.keys(show.templates).length - mostShown} more in Build
                    </p>
                  )}
                  {Object.keys(show.templates).length === 0 && (
                    <p className="text-ink-3">No templates yet. Open the show to draw its first.</p>
                  )}
                </div>
              )}
            </li>
          ))}
        </ul>
      </div>
      {isNew && (
        <NewShowDialog
          taken={rows?.map((row) => row.stored.name) ?? []}
          onClose={() => setIsNew(false)}
          onMade={(id) => void enter(id)}
        />
      )}
      {used && (
        <Dialog
          title="This show is here already"
          open
          onClose={() => setUsed(null)}
          describe={`“${used.show.name}” in this browser differs from the one in the file.`}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setUsed(null)}>Leave it</Button>
            <Button onClick={() => void bring(used.file, 'replace')}>Replace it</Button>
            <Button tone="primary" onClick={() => void bring(used.file, 'copy')}>
              Keep both
            </Button>
          </div>
        </Dialog>
      )}
      {leaving && (
        <Dialog
          title={`Delete “${leaving.name}”?`}
          open
          onClose={() => setLeaving(null)}
          describe="It goes from this browser with its pictures. What is released on the air server stays. Export it first if you may want it again."
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setLeaving(null)}>Keep it</Button>
            <Button
              onClick={() => {
                if (leaving.id === openId) close();
                void removeShow(leaving.id).then(refresh);
                setLeaving(null);
              }}
            >
              Delete
            </Button>
          </div>
        </Dialog>
      )}
    </div>
  );
}
