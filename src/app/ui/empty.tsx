import type { ReactNode } from 'react';

/** What an empty view says: the next step, and the way to it. */
export function Empty(props: { title: string; children?: ReactNode }) {
  return (
    <div className="flex h-full flex-col items-center justify-center gap-3 p-8 text-center">
      <p className="text-[15px] font-semibold">{props.title}</p>
      <div className="flex max-w-md flex-col items-center gap-3 text-ink-2">{props.children}</div>
    </div>
  );
}
