import type { ButtonHTMLAttributes, ComponentProps, ReactNode } from 'react';

type Tone = 'plain' | 'primary' | 'quiet' | 'air';

const tones: Readonly<Record<Tone, string>> = {
  plain: 'bg-raised border border-line hover:border-ink-3',
  primary: 'bg-brass text-ground font-semibold hover:brightness-110',
  quiet: 'hover:bg-raised',
  air: 'bg-air text-white font-semibold hover:brightness-110',
};

/** A button with words. One `primary` a view at most. */
export function Button({
  tone = 'plain',
  className = '',
  ...rest
}: ComponentProps<'button'> & { tone?: Tone }) {
  return (
    <button
      type="button"
      {...rest}
      className={`inline-flex h-7 shrink-0 items-center justify-center gap-1.5 rounded px-3 whitespace-nowrap disabled:pointer-events-none disabled:opacity-45 ${tones[tone]} ${className}`}
    />
  );
}

/** A button with a picture; `label` is its name for all who cannot see it, and its tip. */
export function IconButton(
  props: ButtonHTMLAttributes<HTMLButtonElement> & { label: string; children: ReactNode; pressed?: boolean },
) {
  const { label, pressed, className = '', children, ...rest } = props;
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      {...rest}
      className={`inline-flex size-7 shrink-0 items-center justify-center rounded hover:bg-raised disabled:pointer-events-none disabled:opacity-40 ${pressed ? 'bg-raised text-brass' : 'text-ink-2'} ${className}`}
    >
      {children}
    </button>
  );
}
