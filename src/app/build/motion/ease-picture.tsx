import { easeValue } from '../../../core/motion';
import type { Ease } from '../../../core/show';

/** The curve of an ease, drawn from the very function that moves things. */
export function EasePicture({ ease }: { ease: Ease }) {
  const points = Array.from({ length: 25 }, (_, i) => `${2 + i},${23 - 18 * easeValue(ease, i / 24)}`).join(
    ' ',
  );
  return (
    <svg width="28" height="28" viewBox="0 0 28 28" className="shrink-0 rounded bg-ground" aria-hidden>
      <polyline points={points} fill="none" stroke="#d8a748" strokeWidth="1.5" />
    </svg>
  );
}
