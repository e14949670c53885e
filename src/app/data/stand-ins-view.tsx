import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { standInNames, standInStreams, type StandInStream } from '../../core/source';
import type { StreamState } from '../../standins';
import { Button } from '../ui';
import { asked, jsonInit } from '../state/air-store';
import { PostWallPanel } from './post-wall-panel';

type Streams = Record<StandInStream, StreamState & { answer: string | null }>;

/** The simulated feeds: each can be made faster, slower, silent and broken. */
export function StandInsView() {
  const [streams, setStreams] = useState<Streams | null>(null);
  const [open, setOpen] = useState<StandInStream>('wind');
  useEffect(() => {
    let isGone = false;
    const look = (): void =>
      void asked('/api/data/stand-ins', {}).then(
        (answer) => !isGone && 'body' in answer && setStreams(answer.body as Streams),
      );
    look();
    const timer = setInterval(look, 1000);
    return () => {
      isGone = true;
      clearInterval(timer);
    };
  }, []);
  const steer = async (stream: StandInStream, change: object): Promise<void> => {
    const answer = await asked(`/api/data/stand-ins/${stream}`, jsonInit('POST', change));
    if ('problem' in answer) return void toast.error(answer.problem.message);
    setStreams((now) => now && { ...now, [stream]: { ...now[stream], ...(answer.body as StreamState) } });
  };
  const modes = { running: 'Runs', silent: 'Silent', broken: 'Broken' } as const;
  return (
    <div className="mx-auto flex h-full max-w-5xl flex-col gap-4 overflow-auto p-6">
      <div>
        <h1 className="text-[20px] font-semibold">Stand-ins</h1>
        <p className="text-ink-2">
          Simulated feeds that ship with the server, to build and rehearse with. What they do here, every show
          that uses them sees.
        </p>
      </div>
      <table className="w-full text-left">
        <thead className="text-xs text-ink-2">
          <tr>
            <th className="py-1 font-normal">Feed</th>
            <th className="font-normal">Answers</th>
            <th className="font-normal">Its time goes</th>
          </tr>
        </thead>
        <tbody>
          {standInStreams.map((stream) => {
            const state = streams?.[stream];
            return (
              <tr key={stream} className={`border-t border-line ${open === stream ? 'bg-deck' : ''}`}>
                <td className="py-1">
                  <button
                    type="button"
                    className="h-7 text-left hover:underline"
                    aria-expanded={open === stream}
                    onClick={() => setOpen(stream)}
                  >
                    {standInNames[stream]}
                  </button>
                </td>
                <td>
                  <span className="flex gap-1" role="group" aria-label={`${standInNames[stream]} answers`}>
                    {Object.entries(modes).map(([mode, label]) => (
                      <Button
                        key={mode}
                        aria-pressed={state?.mode === mode}
                        className={`h-6 text-xs ${state?.mode === mode ? 'border-brass! text-brass' : ''}`}
                        onClick={() => void steer(stream, { mode })}
                      >
                        {label}
                      </Button>
                    ))}
                  </span>
                </td>
                <td>
                  <span
                    className="flex items-center gap-1"
                    role="group"
                    aria-label={`Speed of ${standInNames[stream]}`}
                  >
                    <Button
                      className="h-6 text-xs"
                      onClick={() => void steer(stream, { speed: Math.max(0.125, (state?.speed ?? 1) / 2) })}
                    >
                      Slower
                    </Button>
                    <span className="number w-16 text-center">× {state?.speed ?? 1}</span>
                    <Button
                      className="h-6 text-xs"
                      onClick={() => void steer(stream, { speed: Math.min(64, (state?.speed ?? 1) * 2) })}
                    >
                      Faster
                    </Button>
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <PostWallPanel />
      <section
        className="flex min-h-40 flex-1 flex-col border-t border-line pt-4"
        aria-label="What it answers now"
      >
        <h2 className="mb-1 text-xs text-ink-2">
          {standInNames[open]} answers now, at <span className="number">/api/data/stand-ins/{open}</span>
        </h2>
        <pre
          tabIndex={0}
          className="number min-h-0 flex-1 overflow-auto rounded border border-line bg-deck p-3 text-xs whitespace-pre-wrap"
        >
          {streams ? (streams[open].answer ?? 'Nothing: it is silent.') : 'Waiting for the server…'}
        </pre>
      </section>
    </div>
  );
}
