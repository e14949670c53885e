import type { ReactNode } from 'react';
import type { Mark } from '../../core/post';

const looks = {
  bar: 'rounded-sm outline outline-[1.5px] outline-[#e4483f] bg-[#e4483f]/20',
  warn: 'underline decoration-warn decoration-2 underline-offset-2',
  private: 'rounded-sm bg-warn/20 outline-dashed outline-1 outline-warn',
} as const;
export const markWords = { bar: 'Barred', warn: 'Look at', private: 'Private' } as const;

/** A text with what is barred, to be looked at or private marked in it, each with why. */
export function MarkedText({ text, marks }: { text: string; marks: readonly Mark[] }) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const mark of marks) {
    // What lies in a mark before it is told with that.
    if (mark.from < at || mark.to <= mark.from || mark.to > text.length) continue;
    parts.push(text.slice(at, mark.from));
    parts.push(
      <mark key={mark.from} className={`bg-transparent text-inherit ${looks[mark.does]}`} title={`${markWords[mark.does]}: ${mark.why}`}>
        {text.slice(mark.from, mark.to)}
      </mark>,
    );
    at = mark.to;
  }
  parts.push(text.slice(at));
  return <>{parts}</>;
} // prettier-ignore
