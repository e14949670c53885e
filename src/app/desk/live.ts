import type { Mixer } from '../../air';
import { tallyOf } from '../../standins';

/** Whether what a channel shows is seen: unless a mixer says that it is not on its program. */
export const liveOf = (mixer: Mixer | null, channel: string): boolean => tallyOf(mixer, channel) !== false;
