import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import {
  applyPreset,
  inTurn,
  phaseEnd,
  presetsFor,
  usualFollow,
  type MotionPreset,
  type TurnOrder,
} from '../../../core/motion';
import { freshName, newChange, phaseOf, phasesOf, type PhaseKind, type Template } from '../../../core/show';
import { Button, CheckField, NumberField, SelectField } from '../../ui';
import { newId } from '../../state/ids';
import { editTemplate, templateNow, useBuild } from '../build-store';
import { boxesAtRest } from '../stage/rest-boxes';
import { phaseInHand } from './keys';

const wayWords: Readonly<Record<PhaseKind, string>> = {
  enter: 'To come by',
  step: 'To come by',
  idle: 'To keep moving',
  change: 'The old goes, the new comes',
  exit: 'To leave by',
  move: 'To go away by',
};
const turnWords: Readonly<Record<TurnOrder, string>> = {
  depth: 'Back to front',
  left: 'From the left',
  right: 'From the right',
  top: 'From the top',
  bottom: 'From the bottom',
  middle: 'From the middle',
  given: 'As chosen',
};
/** Px below the button that the list needs to be of use there. */
const leastBelow = 160;
/** Px: how wide the list is where the window has so much, and from the window's edges. */
const listWidth = 880;
const edge = 8;
/** A Change that is made with the motion: old and new are both there while they pass. */
const freshChange = 'new change';
const changeFrames = 20;

interface Plan {
  readonly ref: string;
  readonly frames: number;
  readonly order: TurnOrder;
  readonly follow: number;
  /** Exit takes the motion too, turned round. */
  readonly leavesLikewise: boolean;
}

/** Makes the motion of a plan in a template; the phase it is in, and its tracks. */
function applyPlan(
  template: Template,
  ids: readonly string[],
  preset: MotionPreset,
  plan: Plan,
  id: () => string,
): { ref: string; made: string[] } {
  let { ref } = plan;
  if (ref === freshChange) {
    ref = id();
    const name = freshName(
      'Change',
      template.changes.map((change) => change.name),
    );
    // Of Changes without rules only the first would ever run: what waits for nothing comes last.
    template.changes.push(
      newChange(ref, name, { frames: plan.frames, swap: null, carryFrom: 0, carryTo: plan.frames }),
    );
  }
  const turn = inTurn(template, ids, plan.order, boxesAtRest(template));
  const made = applyPreset(template, ref, turn, preset, plan.frames, id, plan.follow);
  if (ref === 'enter' && plan.leavesLikewise)
    applyPreset(template, 'exit', turn, preset, Math.max(1, Math.round(plan.frames * 0.6)), id, plan.follow);
  return { ref, made };
}

/** Motions to come and go by: looked at on the stage while the pointer or the focus is on them, then made of keys. */
export function PresetsMenu({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection).filter((id) => template.elements[id]);
  const playhead = useBuild((store) => store.playhead);
  const [isOpen, setOpen] = useState(false);
  const [shown, setShown] = useState<MotionPreset | null>(null);
  // The phase that was in hand when the list was opened: looking at motions moves the playhead.
  const [plan, setPlan] = useState<Plan>({
    ref: 'enter',
    frames: 25,
    order: 'depth',
    follow: usualFollow,
    leavesLikewise: true,
  });
  const stood = useRef(playhead);
  const trigger = useRef<HTMLButtonElement>(null);
  const [{ hasRoomBelow, shift }, setPlacing] = useState({ hasRoomBelow: true, shift: 0 });
  const { set } = useBuild.getState();
  const { ref, frames } = plan;
  const elements = selection.flatMap((id) => template.elements[id] ?? []);
  const presets = presetsFor(ref).filter((preset) => elements.some(preset.fits));
  const places = phasesOf(template);
  const place = places.find((own) => own.ref === ref);
  const kind: PhaseKind = ref === freshChange ? 'change' : (place?.kind ?? 'enter');
  const nameOf = (own: (typeof places)[number]): string => (own.kind === 'idle' ? 'Idle loop' : own.name);

  const look = (preset: MotionPreset | null): void => {
    setShown(preset);
    if (!preset) return set({ trial: null });
    const trial = structuredClone(template);
    let count = 0;
    const { ref: phase } = applyPlan(trial, selection, preset, plan, () => `trial-${(count += 1)}`);
    set({ trial, playhead: { phase, frame: 0 }, isPlaying: true });
  };
  const lengthOf = (own: string): number => {
    if (own === freshChange) return changeFrames;
    const phase = phaseOf(template, own);
    const usual = own === 'idle' ? template.rate * 4 : 25;
    const most = own === 'idle' ? 2000 : 50;
    return Math.round(Math.max(8, Math.min(most, phase ? phaseEnd(phase) || usual : usual)));
  };
  const take = (own: string): void => {
    setShown(null);
    set({ trial: null, isPlaying: false, playhead: stood.current });
    setPlan((now) => ({ ...now, ref: own, frames: lengthOf(own) }));
  };
  const open = (wanted: boolean): void => {
    setOpen(wanted);
    if (wanted) {
      const { left = 0, bottom = 0 } = trigger.current?.getBoundingClientRect() ?? {};
      const most = Math.max(edge, innerWidth - edge - Math.min(listWidth, innerWidth - 2 * edge));
      setPlacing({
        hasRoomBelow: innerHeight - bottom > leastBelow,
        shift: Math.min(most, Math.max(edge, left - listWidth / 4)) - left,
      });
      stood.current = playhead;
      const now = phaseInHand(playhead);
      const isStill = !template.phases.exit.tracks.some((track) => selection.includes(track.element));
      setPlan((before) => ({ ...before, ref: now, frames: lengthOf(now), leavesLikewise: isStill }));
    } else {
      setShown(null);
      set({ trial: null, isPlaying: false, playhead: stood.current });
    }
  };
  // The trial goes with the list, however that is closed.
  useEffect(() => () => useBuild.getState().set({ trial: null }), []);
  const choose = (preset: MotionPreset): void => {
    let done: { ref: string; made: string[] } = { ref, made: [] };
    const where = ref === freshChange ? 'a new Change' : (place?.name ?? '');
    editTemplate(`${preset.label} in ${where}`, (t) => {
      done = applyPlan(t, selection, preset, plan, newId);
    });
    setOpen(false);
    setShown(null);
    const now = useBuild.getState();
    now.set({ trial: null, isPlaying: false, playhead: { phase: done.ref, frame: 0 } });
    const edited = templateNow();
    const own = edited ? phaseOf(edited, done.ref) : undefined;
    now.set({
      keys: (own?.tracks ?? [])
        .filter((track) => done.made.includes(track.id))
        .flatMap((track) =>
          track.keys.map((key) => ({ phase: done.ref, track: track.id, frame: key.frame })),
        ),
    });
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={open}>
      <Popover.Trigger asChild>
        <Button
          ref={trigger}
          className="px-2"
          disabled={selection.length === 0}
          title="Ready motions for what is chosen"
        >
          Motions…
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          sideOffset={6}
          align="start"
          alignOffset={hasRoomBelow ? shift : 0}
          collisionPadding={edge}
          // The stage stays in sight, where what is pointed at is seen, as long as there is room below.
          avoidCollisions={!hasRoomBelow}
          aria-label="Motions"
          className={`z-50 w-[min(880px,calc(100vw-16px))] overflow-y-auto rounded border border-line bg-panel p-2 ${hasRoomBelow ? 'max-h-(--radix-popover-content-available-height)' : ''}`}
        >
          <div className="flex flex-wrap items-center gap-2 pb-1">
            <span className="w-40">
              <SelectField
                beside
                label="In"
                value={ref}
                choices={[
                  ...places.map((own) => ({ value: own.ref, label: nameOf(own) })),
                  ...(template.changes.some(({ when }) => when.length === 0)
                    ? []
                    : [{ value: freshChange, label: 'A new Change' }]),
                ]}
                onChange={(next) => take(String(next))}
              />
            </span>
            <span className="w-32">
              <NumberField
                label="Length"
                unit="f"
                value={frames}
                min={1}
                max={2000}
                onChange={(v) => setPlan({ ...plan, frames: Math.round(v) })}
              />
            </span>
            {selection.length > 1 && kind !== 'change' && kind !== 'idle' && (
              <>
                <span className="w-44">
                  <SelectField
                    beside
                    label="In turn"
                    value={plan.order}
                    choices={Object.entries(turnWords).map(([value, label]) => ({ value, label }))}
                    onChange={(order) => setPlan({ ...plan, order: order as TurnOrder })}
                  />
                </span>
                <span className="w-28">
                  <NumberField
                    label="Apart"
                    unit="f"
                    value={plan.follow}
                    min={0}
                    max={500}
                    onChange={(v) => setPlan({ ...plan, follow: Math.round(v) })}
                  />
                </span>
              </>
            )}
            <span className="min-w-60 flex-1 truncate text-xs text-ink-2" aria-live="polite">
              {shown
                ? shown.help
                : `${wayWords[kind]} in ${place?.kind === 'idle' ? 'the idle loop' : (place?.name ?? 'a new Change')}: point at one to see it on the stage`}
            </span>
            {ref === 'enter' && (
              <CheckField
                label="Exit too, turned round"
                value={plan.leavesLikewise}
                onChange={(leavesLikewise) => setPlan({ ...plan, leavesLikewise })}
              />
            )}
          </div>
          <div role="listbox" aria-label="Motions" className="flex flex-col gap-0.5">
            {[false, true].map((isInSpace) => {
              const own = presets.filter((preset) => (preset.isInSpace ?? false) === isInSpace);
              if (own.length === 0) return null;
              return (
                <div
                  key={String(isInSpace)}
                  role="group"
                  aria-label={isInSpace ? 'In space' : 'In the plane'}
                  className="grid grid-cols-6 gap-x-1 gap-y-0.5"
                >
                  {isInSpace && <span className="col-span-6 text-xs text-ink-2">In space</span>}
                  {own.map((preset) => (
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
              );
            })}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
