import type { ComponentProps } from 'react';

/** The mark of what takes its value from a field or from data: two loops, drawn in when tied. */
export function Knot(
  props: { isTied: boolean; label: string; onClick?: () => void } & Omit<
    ComponentProps<'button'>,
    'onClick' | 'className'
  >,
) {
  const { isTied, label, onClick, ...rest } = props;
  const picture = (
    <svg
      width="14"
      height="14"
      viewBox="0 0 14 14"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
      aria-hidden
    >
      <path
        d="M7 7C4.5 3.5 1.5 4 1.5 7S4.5 10.500 7 7s5.500-3 5.500 0-3 3.500-5.500 0z"
        fill={isTied ? 'currentColor' : 'none'}
        fillOpacity={0.25}
      />
    </svg>
  );
  const tone = isTied ? 'text-tide' : 'text-ink-3 opacity-50 hover:opacity-100';
  if (!onClick)
    return (
      <span className={tone} role="img" aria-label={label} title={label}>
        {picture}
      </span>
    );
  return (
    <button
      {...rest}
      type="button"
      onClick={onClick}
      aria-label={label}
      title={label}
      className={`inline-flex size-5 shrink-0 items-center justify-center rounded ${tone}`}
    >
      {picture}
    </button>
  );
}
