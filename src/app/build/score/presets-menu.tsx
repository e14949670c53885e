import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { applyPreset, phaseEnd, presetsFor, type MotionPreset } from '../../../core/motion';
import { phaseOf, phasesOf, type PhaseKind, type Template } from '../../../core/show';
import { Button, NumberField } from '../../ui';
import { newId } from '../../state/ids';
import { editTemplate, templateNow, useBuild } from '../build-store';
import { phaseInHand } from './keys';

const wayWords: Readonly<Record<PhaseKind, string>> = {
  enter: 'To come by',
  step: 'To come by',
  idle: 'To keep moving',
  change: 'The old goes, the new comes',
  exit: 'To leave by',
  move: 'To go away by',
};

/** Motions to come and go by: looked at on the stage while the pointer or the focus is on them, then made of keys. */
export function PresetsMenu({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection).filter((id) => template.elements[id]);
  const playhead = useBuild((store) => store.playhead);
  const [isOpen, setOpen] = useState(false);
  const [frames, setFrames] = useState(25);
  const [shown, setShown] = useState<MotionPreset | null>(null);
  // The phase that was in hand when the list was opened: looking at motions moves the playhead.
  const [ref, setRef] = useState('enter');
  const stood = useRef(playhead);
  const { set } = useBuild.getState();
  const elements = selection.flatMap((id) => template.elements[id] ?? []);
  const presets = presetsFor(ref).filter((preset) => elements.some(preset.fits));
  const place = phasesOf(template).find((own) => own.ref === ref);

  const look = (preset: MotionPreset | null): void => {
    setShown(preset);
    if (!preset) return set({ trial: null });
    const trial = structuredClone(template);
    let count = 0;
    applyPreset(trial, ref, selection, preset, frames, () => `trial-${(count += 1)}`);
    set({ trial, playhead: { phase: ref, frame: 0 }, isPlaying: true });
  };
  const open = (wanted: boolean): void => {
    setOpen(wanted);
    if (wanted) {
      stood.current = playhead;
      const now = phaseInHand(playhead);
      setRef(now);
      const own = phaseOf(template, now);
      const usual = now === 'idle' ? template.rate * 4 : 25;
      const most = now === 'idle' ? 2000 : 50;
      setFrames(Math.round(Math.max(8, Math.min(most, own ? phaseEnd(own) || usual : usual))));
    } else {
      setShown(null);
      set({ trial: null, isPlaying: false, playhead: stood.current });
    }
  };
  // The trial goes with the list, however that is closed.
  useEffect(() => () => useBuild.getState().set({ trial: null }), []);
  const choose = (preset: MotionPreset): void => {
    let made: string[] = [];
    editTemplate(`${preset.label} in ${place?.name ?? ''}`, (t) => {
      made = applyPreset(t, ref, selection, preset, frames, newId);
    });
    setOpen(false);
    setShown(null);
    const now = useBuild.getState();
    now.set({ trial: null, isPlaying: false, playhead: { phase: ref, frame: 0 } });
    const edited = templateNow();
    const own = edited ? phaseOf(edited, ref) : undefined;
    now.set({
      keys: (own?.tracks ?? [])
        .filter((track) => made.includes(track.id))
        .flatMap((track) => track.keys.map((key) => ({ phase: ref, track: track.id, frame: key.frame }))),
    });
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={open}>
      <Popover.Trigger asChild>
        <Button className="px-2" disabled={selection.length === 0} title="Ready motions for what is chosen">
          Motions…
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          sideOffset={6}
          align="start"
          collisionPadding={8}
          aria-label="Motions"
          className="z-50 w-[680px] rounded border border-line bg-panel p-2"
        >
          <div className="flex items-center gap-2 pb-2">
            <span className="min-w-0 flex-1 truncate text-xs text-ink-2" aria-live="polite">
              {shown
                ? shown.help
                : `${wayWords[place?.kind ?? 'enter']} in ${place?.kind === 'idle' ? 'the idle loop' : place?.name}: point at one to see it on the stage`}
            </span>
            <span className="w-36">
              <NumberField
                label="Length"
                unit="f"
                value={frames}
                min={1}
                max={2000}
                onChange={(v) => setFrames(Math.round(v))}
              />
            </span>
          </div>
          <div className="grid grid-cols-5 gap-1" role="listbox" aria-label="Motions">
            {presets.map((preset) => (
              <button
                key={preset.id}
                type="button"
                role="option"
                aria-selected={shown === preset}
                className={`h-6 truncate rounded border px-2 text-left text-xs ${shown === preset ? 'border-brass bg-raised' : 'border-line bg-raised/50 hover:bg-raised'}`}
                onPointerEnter={() => look(preset)}
                onFocus={() => look(preset)}
                onClick={() => choose(preset)}
              >
                {preset.label}
              </button>
            ))}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
