import { toast } from 'sonner';
import { steerPoll, usePosts, type RoomPoll } from '../state/posts';
import { Button } from '../ui';

/** The polls of the show: how they stand, and what opens and closes them. */
export function Polls() {
  const polls = usePosts((store) => store.polls);
  if (polls.length === 0) return null;
  return (
    <section className="flex flex-col gap-1" aria-label="Polls">
      <h2 className="flex h-7 items-center px-2 text-xs font-semibold text-ink-2">Polls</h2>
      {polls.map((poll) => <Poll key={poll.id} poll={poll} />)}
    </section>
  );
} // prettier-ignore

function Poll({ poll }: { poll: RoomPoll }) {
  const { name, by, standing } = poll;
  const sum = standing?.answers.reduce((all, { votes }) => all + votes, 0) ?? 0;
  const steer = async (to: 'open' | 'close' | 'reset'): Promise<void> => {
    const wrong = await steerPoll(poll, to);
    if (wrong) toast.error(wrong.message);
  };
  return (
    <details className="rounded px-2 open:bg-panel">
      <summary className="flex h-7 cursor-pointer items-center gap-2">
        <span className="min-w-0 flex-1 truncate" title={name}>{standing?.question || name}</span>
        <span className={`text-xs ${standing?.isOpen ? 'text-tide' : 'text-ink-3'}`}>{standing === null ? '–' : standing.isOpen ? 'open' : 'closed'}</span>
      </summary>
      {standing === null ? (
        <p className="pb-2 text-xs text-ink-3">Its service has said nothing of it yet.</p>
      ) : (
        <div className="flex flex-col gap-1.5 pb-2 text-xs">
          {standing.answers.map(({ text, votes }) => (
            <div key={text} className="flex flex-col gap-0.5">
              <span className="flex justify-between gap-2"><span className="min-w-0 truncate">{text}</span><span className="number text-ink-2">{votes}</span></span>
              <span className="h-1 rounded bg-raised" aria-hidden><span className="block h-full rounded bg-tide" style={{ width: `${sum === 0 ? 0 : (votes / sum) * 100}%` }} /></span>
            </div>
          ))}
          <span className="text-ink-3"><span className="number">{sum}</span> {by === 'words' ? 'authors, one vote each' : 'votes at the service'}</span>
          <div className="flex gap-1">
            <Button className="h-6 px-2 text-xs" onClick={() => void steer(standing.isOpen ? 'close' : 'open')}>{standing.isOpen ? 'Close' : 'Open'}</Button>
            <Button tone="quiet" className="h-6 px-2 text-xs" disabled={sum === 0} onClick={() => void steer('reset')}>Reset</Button>
          </div>
        </div>
      )}
    </details>
  );
} // prettier-ignore
