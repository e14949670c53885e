import { useMemo } from 'react';
import type { Release } from '../../core/show';
import { releases, useAir } from '../state/air-store';

/** The release on air, as soon as it is here. */
export function useRelease(): Release | undefined {
  const hash = useAir(({ state }) => state.release);
  const arrivals = useAir((store) => store.arrivals);
  return useMemo(() => {
    void arrivals;
    return releases.get(hash);
  }, [hash, arrivals]);
}
