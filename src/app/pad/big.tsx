import type { ReactNode } from 'react';

export function Big(props: {
  children: ReactNode;
  onPress: () => void;
  tone?: 'plain' | 'primary' | 'on';
  label?: string;
  isOff?: boolean;
  className?: string;
}) {
  const { children, onPress, tone = 'plain', label, isOff, className = '' } = props;
  const look =
    tone === 'primary'
      ? 'bg-brass text-ground font-semibold border-brass'
      : tone === 'on'
        ? 'border-air bg-air/20'
        : 'border-line bg-panel';
  // What is read out has what is seen in it: either the label does, or it follows what is seen.
  const says = label !== undefined && !(typeof children === 'string' && label.includes(children));
  return (
    <button
      type="button"
      aria-label={says ? undefined : label}
      disabled={isOff}
      onClick={onPress}
      className={`flex min-h-14 min-w-0 flex-col items-center justify-center overflow-hidden rounded border px-2 py-1 text-[15px] disabled:opacity-40 ${look} ${className}`}
    >
      {children}
      {says && <span className="sr-only"> {label}</span>}
    </button>
  );
}
