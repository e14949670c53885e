import { TriangleAlert } from 'lucide-react';
import { usePosts } from '../state/posts';
import { timeOf } from './post-words';

/** How the services are doing; what is wrong with one is said in words. */
export function Services() {
  const services = usePosts((store) => store.services);
  const count = usePosts((store) => store.count);
  return (
    <ul className="flex min-w-0 shrink items-center gap-3 text-xs text-ink-3" aria-label="Services">
      {services.map(({ id, name, state, problem, good, notes }) => (
        <li key={id} className={`flex min-w-0 items-center gap-1 ${state === 'failed' ? 'text-warn' : ''}`} title={[problem?.message, ...notes].filter(Boolean).join(' ') || `Asked last at ${good === null ? '–' : timeOf(good)}`}>
          {state === 'failed' ? <TriangleAlert size={12} className="shrink-0" /> : <span aria-hidden className={`size-1.5 shrink-0 rounded-full ${state === 'running' ? 'bg-tide' : 'bg-ink-3'}`} />}
          <span className="truncate">{name}{state === 'failed' ? `: ${problem?.message ?? 'fails'}` : state === 'waiting' ? ', asked first' : ''}</span>
        </li>
      ))}
      {count !== null && <li className="number shrink-0">{count} posts</li>}
    </ul>
  );
} // prettier-ignore
