import { History as Clock, Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { useDraft } from '../state/draft-store';
import { storageWords, type StoredState } from '../state/database';
import { dropState, keptStates, openState } from '../state/shows';
import { keepStateOf } from '../state/steps';
import { Button, IconButton, TextField } from '../ui';

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** Every step of the draft by its name, to go back and forth to, and the states that were kept under a name. */
export function History() {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Popover.Root open={isOpen} onOpenChange={setIsOpen}>
      <Popover.Trigger asChild>
        <IconButton label="History">
          <Clock size={15} />
        </IconButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          aria-label="History"
          className="z-50 flex max-h-[70vh] w-80 flex-col gap-3 rounded border border-line bg-panel p-3"
        >
          <Kept />
          <Steps />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Steps() {
  const draft = useDraft((store) => store.draft);
  const goTo = useDraft((store) => store.goTo);
  const now = useRef<HTMLLIElement>(null);
  useEffect(() => {
    void now.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  if (!draft) return null;
  const done = draft.undo.length;
  const steps = [...draft.undo, ...[...draft.redo].reverse()];
  return (
    <div className="flex min-h-0 flex-col gap-1">
      <h3 className="text-xs font-semibold text-ink-2">Steps</h3>
      <ol aria-label="Steps" className="min-h-0 overflow-auto">
        {[null, ...steps].map((step, index) => {
          const isNow = index === done;
          return (
            <li key={index} ref={isNow ? now : null}>
              <button
                type="button"
                aria-current={isNow ? 'step' : undefined}
                className={`flex w-full items-center gap-2 rounded px-2 py-0.5 text-left hover:bg-raised ${isNow ? 'font-semibold text-brass' : index > done ? 'text-ink-3' : 'text-ink'}`}
                onClick={() => goTo(index)}
              >
                <span className="number w-6 shrink-0 text-right text-xs text-ink-3">{index}</span>
                <span className="truncate">
                  {step ? step.label : 'As it was opened, or as far back as is kept'}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

function Kept() {
  const show = useDraft((store) => store.draft?.show);
  const restore = useDraft((store) => store.restore);
  const [name, setName] = useState('');
  const [states, setStates] = useState<StoredState[]>([]);
  const id = show?.id;
  useEffect(() => {
    if (id !== undefined) void keptStates(id).then(setStates);
  }, [id]);
  if (!show || id === undefined) return null;
  const look = (): void => void keptStates(id).then(setStates);
  const keep = async (): Promise<void> => {
    try {
      await keepStateOf(show, name.trim());
      setName('');
      look();
    } catch (error) {
      toast.error(storageWords(error, `“${name.trim()}” was not kept`));
    }
  };
  const back = async (state: StoredState): Promise<void> => {
    const opened = await openState(state);
    if ('problem' in opened) toast.error(opened.problem.message);
    else {
      restore(state.name, opened.show);
      toast.success(`The show is as it was at “${state.name}”. Undo takes it back.`);
    }
  };
  return (
    <div className="flex flex-col gap-1">
      <h3 className="text-xs font-semibold text-ink-2">Kept states</h3>
      <form
        className="flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) void keep();
        }}
      >
        <TextField
          bare
          label="Name of this state"
          placeholder="Name this state"
          value={name}
          maxLength={100}
          onChange={setName}
        />
        <Button type="submit" disabled={name.trim() === ''}>
          Keep
        </Button>
      </form>
      <ul aria-label="Kept states" className="max-h-40 overflow-auto">
        {states.map((state) => (
          <li key={state.id} className="flex items-center gap-1">
            <button
              type="button"
              className="min-w-0 flex-1 rounded px-2 py-0.5 text-left hover:bg-raised"
              aria-label={`Go back to ${state.name}`}
              onClick={() => void back(state)}
            >
              <span className="block truncate">{state.name}</span>
              <span className="number block text-xs text-ink-3">{moment.format(state.keptAt)}</span>
            </button>
            <IconButton
              label={`Forget ${state.name}`}
              className="size-6"
              onClick={() => void dropState(state).then(look)}
            >
              <Trash2 size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
    </div>
  );
}
