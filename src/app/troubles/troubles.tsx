import { toast } from 'sonner';
import { Button } from '../ui';
import { asked, jsonInit, send, useAir } from '../state/air-store';

/** What ends a trouble, where a person can. */
function Way({ code, path }: { code: string; path: string }) {
  const may = useAir((store) => store.may);
  if (may === 'watch') return null;
  if (code === 'clock-stepped')
    return (
      <Button
        onClick={() =>
          void send({ do: 'clock' }).then(
            (refused) =>
              void (refused
                ? toast.error(refused.message)
                : toast('Clocks and times of day follow the machine’s clock.')),
          )
        }
      >
        Follow the machine’s clock
      </Button>
    );
  if (code === 'journal-damaged' || code === 'server-fault')
    return (
      <Button
        onClick={() =>
          void asked('/api/troubles/seen', jsonInit('POST', { code, path })).then(
            (answer) => 'problem' in answer && toast.error(answer.problem.message),
          )
        }
      >
        Seen
      </Button>
    );
  return null;
}

/** What is wrong with the air server, in a band over every screen of a person until it is over or seen. */
export function Troubles() {
  const troubles = useAir((store) => store.troubles);
  if (troubles.length === 0) return null;
  return (
    <ul aria-label="Troubles of the server" className="max-h-56 shrink-0 overflow-auto">
      {troubles.map((trouble) => (
        <li
          key={`${trouble.code} ${trouble.path}`}
          role="alert"
          className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-warn bg-panel px-4 py-1.5 text-ink"
        >
          <span className="min-w-72 flex-1">⚠ {trouble.message}</span>
          <Way code={trouble.code} path={trouble.path} />
        </li>
      ))}
    </ul>
  );
}
