import type { Mixer } from '../air';

/** What can be asked of the mixer stand-in. */
export type MixerCommand =
  | { readonly do: 'preview'; readonly source: number }
  | { readonly do: 'cut' }
  | { readonly do: 'mix' }
  | { readonly do: 'mix-time'; readonly seconds: number }
  | { readonly do: 'keyer'; readonly channel: string; readonly on: boolean }
  | { readonly do: 'attach'; readonly on: boolean };

export const sourceNames = ['Beach', 'Pier', 'Sky', 'Studio'] as const;

export const newMixer = (): Mixer => ({
  sources: [...sourceNames],
  program: 0,
  preview: 1,
  mix: null,
  mixSeconds: 1,
  keyers: {},
  isAttached: false,
});

/** The share of the new source in program, 0 to 1, at a time. */
export const mixShare = (mixer: Mixer, time: number): number =>
  mixer.mix === null ? 1 : Math.min(1, Math.max(0, (time - mixer.mix.at) / mixer.mix.seconds));

/** The mixer after a command given at a time in seconds; null where it cannot be done. */
export function mixerAfter(mixer: Mixer, command: MixerCommand, at: number): Mixer | null {
  switch (command.do) {
    case 'preview':
      return command.source in mixer.sources ? { ...mixer, preview: command.source } : null;
    case 'cut':
      return { ...mixer, program: mixer.preview, preview: mixer.program, mix: null };
    case 'mix':
      // A mix that runs is let come to its end.
      if (mixShare(mixer, at) < 1 || mixer.preview === mixer.program) return null;
      return {
        ...mixer,
        program: mixer.preview,
        preview: mixer.program,
        mix: { from: mixer.program, at, seconds: mixer.mixSeconds },
      };
    case 'mix-time':
      return { ...mixer, mixSeconds: Math.min(10, Math.max(0.1, command.seconds)) };
    case 'keyer':
      return { ...mixer, keyers: { ...mixer.keyers, [command.channel]: { isOn: command.on, at } } };
    case 'attach':
      return { ...mixer, isAttached: command.on };
  }
}

/** Whether the mixer has a channel on its program; null where no mixer says so. */
export const tallyOf = (mixer: Mixer | null, channel: string): boolean | null =>
  mixer?.isAttached ? (mixer.keyers[channel]?.isOn ?? false) : null;
