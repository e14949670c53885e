import { create } from 'zustand';

// The windows of this browser that have Jorvan open: they tell one another that a show has changed.
const name = 'jorvan.windows';
const channel = new BroadcastChannel(name);
const listeners = new Set<(show: string) => void>();
channel.onmessage = ({ data }: MessageEvent<string>) => listeners.forEach((listen) => listen(data));

/** Calls back with a show's id when it was written, by this window or another. */
export function onWritten(listen: (show: string) => void): void {
  listeners.add(listen);
}

/** Says that a show's document was put in the place of what was there, or is gone: this window must look too. */
export function tellWritten(show: string): void {
  channel.postMessage(show);
  listeners.forEach((listen) => listen(show));
}

/** Says that steps were written; this window knows them. */
export const tellStepped = (show: string): void => channel.postMessage(show);

/** Whether this window is the one that does for the draft what happens by itself; others follow it. */
export const useKeeper = create(() => ({ keeps: false }));

// Pages that came over plain HTTP from another machine have no locks: there each window is on its own.
if ('locks' in navigator)
  void navigator.locks.request(name, () => {
    useKeeper.setState({ keeps: true });
    return new Promise(() => undefined);
  });
else useKeeper.setState({ keeps: true });
