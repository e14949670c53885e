import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState, type ReactNode } from 'react';

/** A part of a panel that folds, and remembers whether it is open. */
export function Section(props: {
  title: string;
  children: ReactNode;
  extra?: ReactNode;
  /** Folded until it is opened for the first time. */
  isFolded?: boolean;
}) {
  const { title, children, extra, isFolded } = props;
  const key = `jorvan.section.${title}`;
  const [open, setOpen] = useState(
    (localStorage.getItem(key) ?? (isFolded ? 'closed' : 'open')) !== 'closed',
  );
  const toggle = (): void => {
    localStorage.setItem(key, open ? 'closed' : 'open');
    setOpen(!open);
  };
  return (
    <section className="border-b border-line">
      <div className="flex h-8 items-center pr-2">
        <button
          type="button"
          onClick={toggle}
          aria-expanded={open}
          className="flex h-full flex-1 items-center gap-1 px-2 text-xs font-semibold text-ink-2"
        >
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
          {title}
        </button>
        {extra}
      </div>
      {open && <div className="flex flex-col gap-1.5 px-3 pb-3">{children}</div>}
    </section>
  );
}
