import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { asked, jsonInit } from '../state/air-store';
import { Button } from '../ui';

interface WallState {
  readonly services: Readonly<Record<'wall' | 'jetty', string>>;
  readonly key: string;
  readonly people: number;
  readonly minutes: readonly number[];
  readonly latest: readonly { readonly id: string; readonly text: string; readonly created: string; readonly place: string; readonly author: { readonly name: string; readonly avatar: string } }[];
} // prettier-ignore

const modes = { running: 'Runs', slow: 'Slow', wrong: 'Wrong', gone: 'Gone', half: 'Half pages', twice: 'Twice' } as const; // prettier-ignore
const names = { wall: 'Post wall', jetty: 'Jetty' } as const;
const addresses = {
  wall: '/services/wall/v1/posts?q=kite&picture=yes&sort=most-liked',
  jetty: '/services/jetty/feed?page=1&size=20',
} as const;

/** The simulated services of viewers' posts: what comes in, waves, and how each service behaves. */
export function PostWallPanel() {
  const [state, setState] = useState<WallState | null>(null);
  useEffect(() => {
    let isGone = false;
    const look = (): void => void asked('/api/data/post-wall', {}).then((answer) => !isGone && 'body' in answer && setState(answer.body as WallState)); // prettier-ignore
    look();
    const timer = setInterval(look, 2000);
    return () => {
      isGone = true;
      clearInterval(timer);
    };
  }, []);
  const steer = async (change: object): Promise<void> => {
    const answer = await asked('/api/data/post-wall', jsonInit('POST', change));
    if ('problem' in answer) toast.error(answer.problem.message);
    else setState(answer.body as WallState);
  };
  const most = Math.max(10, ...(state?.minutes ?? []));
  return (
    <section className="flex flex-col gap-3 border-t border-line pt-4" aria-label="The post wall">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-[15px] font-semibold">The post wall</h2>
        <p className="flex-1 text-xs text-ink-2">
          {state ? `${state.people} invented people of the bay write; a wave comes by itself now and then.` : 'Waiting for the server…'}
        </p>
        <Button disabled={!state} onClick={() => void steer({ wave: 'line' })}>A line breaks</Button>
        <Button disabled={!state} onClick={() => void steer({ wave: 'squall' })}>A squall comes</Button>
        <Button disabled={!state} onClick={() => void steer({ wave: 'vote' })}>They vote by letter</Button>
      </div>
      <div className="flex gap-6">
        <div className="flex flex-col gap-1">
          <div className="flex h-16 items-end gap-0.5" role="img" aria-label={`Posts a minute, the last fifteen: ${(state?.minutes ?? []).join(', ')}`}>
            {(state?.minutes ?? []).map((count, i) => <span key={i} title={`${count} posts`} className="w-3 bg-tide" style={{ height: `${(100 * count) / most}%` }} />)}
          </div>
          <p className="text-xs text-ink-3">posts a minute</p>
        </div>
        <ul className="flex min-w-0 flex-1 flex-col gap-1" aria-label="The latest posts">
          {(state?.latest ?? []).map((post) => (
            <li key={post.id} className="flex min-w-0 items-center gap-2 text-xs">
              <img src={post.author.avatar} alt="" className="size-6 shrink-0 rounded-full" />
              <span className="shrink-0 font-semibold" dir="auto">{post.author.name}</span>
              <span className="min-w-0 truncate" dir="auto">{post.text}</span>
            </li>
          ))}
        </ul>
      </div>
      {(['wall', 'jetty'] as const).map((service) => (
        <div key={service} className="flex flex-wrap items-center gap-2">
          <span className="w-20 text-xs">{names[service]}</span>
          <span className="flex gap-1" role="group" aria-label={`${names[service]} answers`}>
            {Object.entries(modes).map(([mode, label]) => (
              <Button key={mode} aria-pressed={state?.services[service] === mode} className={`h-6 text-xs ${state?.services[service] === mode ? 'border-brass! text-brass' : ''}`} onClick={() => void steer({ service, mode })}>{label}</Button>
            ))}
          </span>
          <code className="number min-w-0 truncate text-xs text-ink-3">{addresses[service]}</code>
        </div>
      ))}
      {state && <p className="text-xs text-ink-3">The wall asks for <code className="number">Authorization: Bearer {state.key}</code>; the jetty is open.</p>}
    </section>
  );
} // prettier-ignore
