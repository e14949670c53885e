import { applyPatches, enablePatches, type Patch } from 'immer';
import { listsOnAir, openLists, type AirState } from '../core/playout';
import type { ServerMessage } from './messages';

enablePatches();

/** The state after what the server says has changed; null where something was missed, so that only the whole state will do. */
export function afterPatches(
  state: AirState,
  { sequence, patches }: Extract<ServerMessage, { type: 'patches' }>,
): AirState | null {
  if (sequence !== state.sequence + 1) return null;
  try {
    return applyPatches(state, openLists(patches as Patch[], listsOnAir(state)));
  } catch {
    return null;
  }
}
