import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { applyPreset, motionPresets, phaseEnd, type MotionPreset } from '../../../core/motion';
import { phaseOf, phasesOf, type Template } from '../../../core/show';
import { Button, NumberField } from '../../ui';
import { newId } from '../../state/ids';
import { editTemplate, templateNow, useBuild } from '../build-store';
import { phaseInHand } from './keys';

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
  const presets = motionPresets.filter((preset) => elements.some(preset.fits));
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
      setFrames(Math.max(8, Math.min(50, own ? phaseEnd(own) || 25 : 25)));
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
          className="z-50 w-[600px] rounded border border-line bg-panel p-2"
        >
          <div className="flex items-center gap-2 pb-2">
            <span className="flex-1 text-xs text-ink-2">
              {place?.kind === 'exit'
                ? 'To leave by'
                : place?.kind === 'change'
                  ? 'Old goes, new comes'
                  : 'To come by'}{' '}
              in {place?.kind === 'idle' ? 'the idle loop' : place?.name}
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
          <div className="grid grid-cols-4 gap-1" role="listbox" aria-label="Motions">
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
          <p className="h-6 pt-1.5 text-xs text-ink-3">
            {shown ? shown.help : 'Point at one to see it on the stage; a click makes keys of it.'}
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
