import { RadioTower, Upload } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Show } from '../../core/show';
import { Button, Dialog, Empty, Work } from '../ui';
import type { StoredShow } from '../state/database';
import { useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { readAtAGlance, readDraft } from '../state/steps';
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
import { ShowItem, type Listed } from './show-item';

/** What is being done, and how it is ended. */
interface Doing {
  readonly words: string;
  readonly part: number | null;
  readonly stop: AbortController | null;
}

/** All shows of this browser: open, make, copy, bring in, take out. */
export function ShowsView() {
  const [rows, setRows] = useState<Listed[] | null>(null);
  const [isNew, setIsNew] = useState(false);
  const [isOver, setIsOver] = useState(false);
  // Files of shows that are here already: each asks, one after the other.
  const [asking, setAsking] = useState<readonly { file: File; show: Show }[]>([]);
  const [used] = asking;
  const answered = (): void => setAsking((all) => all.slice(1));
  const [leaving, setLeaving] = useState<StoredShow | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [work, setWork] = useState<Doing | null>(null);
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
          const opened = await readAtAGlance(item);
          return 'show' in opened
            ? { stored: { ...item, name: opened.show.name }, show: opened.show, problem: null }
            : { stored: item, show: null, problem: opened.problem.message };
        }),
      ),
    );
  }, []);
  useEffect(() => void refresh(), [refresh]);

  const bring = async (file: File, onUsed: 'ask' | 'replace' | 'copy' = 'ask'): Promise<void> => {
    setWrong(null);
    const stop = new AbortController();
    const brought = await importShow(file, onUsed, (words, part, canStop = true) => {
      stop.signal.throwIfAborted();
      setWork({ words: `“${file.name}”: ${words}`, part, stop: canStop ? stop : null });
    })
      .catch((error: unknown) => {
        if (stop.signal.aborted) return null;
        throw error;
      })
      .finally(() => setWork(null));
    if (!brought) return void toast(`“${file.name}” was not imported.`);
    if ('problem' in brought) return setWrong(brought.problem.message);
    if ('used' in brought) return setAsking((all) => [...all, { file, show: brought.used }]);
    if (brought.show.id === openId) close();
    toast.success(`“${brought.show.name}” is here${brought.way === 'kept' ? ', with its history' : ''}.`);
    if (brought.way === 'left') toast('The history in the file was left out: it does not fit this show.');
    await refresh();
  };
  const bringAll = async (files: Iterable<File>): Promise<void> => {
    for (const file of [...files]) await bring(file);
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setIsOver(false);
    void bringAll(event.dataTransfer.files);
  };
  const take = async ({ id, name: called }: StoredShow, withHistory: boolean): Promise<void> => {
    setWork({ words: `Exporting “${called}”`, part: null, stop: null });
    const made = await (async () => {
      const draft = await readDraft(id);
      return 'problem' in draft ? draft : exportShow(draft.show, withHistory ? draft : null);
    })().finally(() => setWork(null));
    if ('problem' in made) return setWrong(made.problem.message);
    const { blob, name, missing } = made;
    download(blob, name);
    if (missing.length > 0)
      toast.warning(`The file lacks ${missing.join(', ')}: they are missing from this browser.`);
  };
  const enter = async (
    { id, name }: Pick<StoredShow, 'id' | 'name'>,
    to: string = '/build',
  ): Promise<void> => {
    setWork({ words: `Opening “${name}”`, part: null, stop: null });
    const words = await open(id).finally(() => setWork(null));
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
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            void bringAll(files);
          }}
        />
      </div>
      {wrong && (
        <p role="alert" className="mx-8 mb-4 rounded border border-air bg-panel p-3">
          ⚠ {wrong}
        </p>
      )}
      {work && (
        <div className="mx-8 mb-4">
          <Work
            words={work.words}
            part={work.part}
            onCancel={work.stop ? () => work.stop?.abort() : undefined}
          />
        </div>
      )}
      <div className="min-h-0 flex-1 overflow-auto px-8 pb-8">
        {rows === null && !work && <p role="status">Reading the shows of this browser…</p>}
        {rows?.length === 0 && (
          <Empty title="No shows in this browser">
            <p>Make one, or drop a show file here.</p>
            <Button tone="primary" onClick={() => setIsNew(true)}>
              New show
            </Button>
          </Empty>
        )}
        <ul className="flex flex-col gap-3">
          {rows?.map((row) => (
            <ShowItem
              key={row.stored.id}
              of={row}
              isBusy={work !== null}
              onOpen={(to) => void enter(row.stored, to)}
              onDuplicate={() => void duplicateShow(row.stored).then(refresh)}
              onExport={(withHistory) => void take(row.stored, withHistory)}
              onDelete={() => setLeaving(row.stored)}
            />
          ))}
        </ul>
      </div>
      {isNew && (
        <NewShowDialog
          taken={rows?.map((row) => row.stored.name) ?? []}
          onClose={() => setIsNew(false)}
          onMade={(made) => void enter(made)}
        />
      )}
      {used && (
        <Dialog
          title="This show is here already"
          open
          onClose={answered}
          describe={`“${used.show.name}” in this browser differs from the one in the file.`}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={answered}>Leave it</Button>
            <Button onClick={() => (answered(), void bring(used.file, 'replace'))}>Replace it</Button>
            <Button tone="primary" onClick={() => (answered(), void bring(used.file, 'copy'))}>
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
