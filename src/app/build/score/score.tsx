import { Pause, Play, SkipBack } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { easeLabels, trackKinds } from '../../../core/motion';
import {
  eases,
  mirrorEnter,
  moveKeys,
  movingPhases,
  paintOrder,
  removeKeys,
  setKey,
  trackProperties,
  type Ease,
  type Key,
  type MovingPhase,
  type Template,
  type Track,
  type TrackProperty,
} from '../../../core/show';
import { Button, IconButton, NumberField, SelectField } from '../../ui';
import { newId } from '../../state/ids';
import { atRest, editTemplate, sealEdit, useBuild, type KeyRef } from '../build-store';
import { EasePicture } from './ease-picture';
import { playheadAt, playheadX, rulerOf, xOf, type Ruler } from './geometry';
import { ScoreRow } from './score-row';

const labelWidth = 232;
const firstValues: Readonly<Record<TrackProperty, number>> = {
  x: -60,
  y: 40,
  scale: 0.8,
  rotation: -15,
  opacity: 0,
  wipeLeft: 1,
  wipeTop: 1,
  wipeRight: 1,
  wipeBottom: 1,
};

interface RowOf {
  readonly element: string;
  readonly property: TrackProperty;
  readonly tracks: Readonly<Record<MovingPhase, Track | undefined>>;
}

/** A row for each property that moves, front elements first. */
function rowsOf(template: Template): RowOf[] {
  return paintOrder(template)
    .reverse()
    .flatMap((element) =>
      trackProperties.flatMap((property) => {
        const find = (phase: MovingPhase): Track | undefined =>
          template.phases[phase].tracks.find(
            (track) => track.element === element.id && track.property === property,
          );
        const tracks = { enter: find('enter'), exit: find('exit') };
        return tracks.enter || tracks.exit ? [{ element: element.id, property, tracks }] : [];
      }),
    );
}

/** The motion of the template: its phases side by side on one ruler in frames. */
const heightKey = 'jorvan.score';
const usualHeight = 232;
const keptHeight = (): number => Number(localStorage.getItem(heightKey)) || usualHeight;

/** The upper edge of the score, dragged or moved with the arrows to give it or the stage more room. */
function HeightHandle({ height, onHeight }: { height: number; onHeight: (height: number) => void }) {
  const put = (wanted: number): void => {
    const kept = Math.round(Math.max(96, Math.min(innerHeight - 320, wanted)));
    localStorage.setItem(heightKey, String(kept));
    onHeight(kept);
  };
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the score"
      aria-valuenow={height}
      tabIndex={0}
      className="absolute inset-x-0 -top-1 z-30 h-2 cursor-row-resize touch-none"
      onDoubleClick={() => put(usualHeight)}
      onPointerDown={(event) => {
        const from = event.clientY;
        const target = event.currentTarget;
        target.setPointerCapture(event.pointerId);
        const move = (e: globalThis.PointerEvent): void => put(height + from - e.clientY);
        target.addEventListener('pointermove', move);
        target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), {
          once: true,
        });
      }}
      onKeyDown={(event) => {
        const by = { ArrowUp: 16, ArrowDown: -16 }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        put(height + by);
      }}
    />
  );
}

export function Score({ template }: { template: Template }) {
  const lanes = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  const [height, setHeight] = useState(keptHeight);
  const playhead = useBuild((store) => store.playhead);
  const keys = useBuild((store) => store.keys);
  const set = useBuild((store) => store.set);
  useLayoutEffect(() => {
    const element = lanes.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth - labelWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const ruler = rulerOf(template, width);
  const rows = rowsOf(template);

  const scrub = (event: PointerEvent<HTMLDivElement>): void => {
    const target = event.currentTarget;
    const { left } = target.getBoundingClientRect();
    target.setPointerCapture(event.pointerId);
    const go = (x: number): void =>
      set({ playhead: playheadAt(ruler, template, x - left), isPlaying: false });
    go(event.clientX);
    const move = (e: globalThis.PointerEvent): void => go(e.clientX);
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), {
      once: true,
    });
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if ((event.target as HTMLElement).closest('input, select')) return;
    const by =
      (event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0) * (event.shiftKey ? 10 : 1);
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      removeChosen(keys);
    } else if (by !== 0) {
      event.preventDefault();
      if (keys.length > 0) moveChosen(keys, by);
      else set({ playhead: stepFrom(template, playhead, by), isPlaying: false });
    }
  };
  return (
    <section
      aria-label="Score"
      data-score
      className="relative col-span-2 flex min-h-0 flex-col border-t border-line bg-deck"
      style={{ height }}
      onKeyDown={onKeyDown}
    >
      <HeightHandle height={height} onHeight={setHeight} />
      <ScoreBar template={template} />
      <div ref={lanes} className="relative min-h-0 flex-1 overflow-auto">
        <div className="sticky top-0 z-30 flex bg-deck">
          <div className="shrink-0 border-r border-b border-line" style={{ width: labelWidth }} />
          <RulerBar ruler={ruler} template={template} onPointerDown={scrub} />
        </div>
        {rows.map(({ element, property, tracks }) => (
          <ScoreRow
            key={`${element} ${property}`}
            template={template}
            element={element}
            property={property}
            tracks={tracks}
            ruler={ruler}
            labelWidth={labelWidth}
            onMove={moveChosen}
          />
        ))}
        {rows.length === 0 && (
          <p className="p-4 text-ink-3">
            Nothing moves yet: the template cuts in and out. Choose an element and add a motion above.
          </p>
        )}
        <div
          className="pointer-events-none absolute top-0 z-20 w-px bg-brass"
          style={{
            left: labelWidth + playheadX(ruler, playhead),
            height: Math.max(24 + rows.length * 24, 24),
          }}
          aria-hidden
        />
      </div>
    </section>
  );
}

function stepFrom(template: Template, from: { phase: MovingPhase | 'hold'; frame: number }, by: number) {
  const { enter, exit } = template.phases;
  if (from.phase === 'hold')
    return by < 0 ? { phase: 'enter' as const, frame: enter.frames } : { phase: 'exit' as const, frame: 0 };
  const frame = Math.floor(from.frame) + by;
  if (from.phase === 'enter')
    return frame > enter.frames ? atRest : { phase: 'enter' as const, frame: Math.max(0, frame) };
  return frame < 0 ? atRest : { phase: 'exit' as const, frame: Math.min(exit.frames, frame) };
}

const byPhase = (keys: readonly KeyRef[]): [MovingPhase, KeyRef[]][] =>
  movingPhases.map((phase) => [phase, keys.filter((key) => key.phase === phase)]);

function removeChosen(keys: readonly KeyRef[]): void {
  editTemplate('Delete keys', (t) => {
    for (const [phase, own] of byPhase(keys)) removeKeys(t, phase, own);
  });
  useBuild.getState().set({ keys: [] });
}

/** Moves keys along; false where they would land on others. */
function moveChosen(keys: readonly KeyRef[], by: number, merge?: string): boolean {
  let moved = true;
  editTemplate(
    'Move keys',
    (t) => {
      for (const [phase, own] of byPhase(keys))
        if (own.length > 0) moved = moveKeys(t, phase, own, by) && moved;
    },
    merge,
  );
  if (moved) useBuild.getState().set({ keys: keys.map((key) => ({ ...key, frame: key.frame + by })) });
  return moved;
}

function RulerBar(props: {
  ruler: Ruler;
  template: Template;
  onPointerDown: (event: PointerEvent<HTMLDivElement>) => void;
}) {
  const { ruler, template, onPointerDown } = props;
  const playhead = useBuild((store) => store.playhead);
  const { enter, exit } = template.phases;
  const every = ruler.scale >= 8 ? 5 : ruler.scale >= 3.5 ? 10 : 25;
  const marks = (phase: MovingPhase, frames: number) =>
    Array.from({ length: Math.floor(frames / every) + 1 }, (_, i) => i * every).map((frame) => (
      <span
        key={`${phase} ${frame}`}
        className="number absolute bottom-0 border-l border-line pl-1 text-[10px] leading-3 text-ink-3"
        style={{ left: xOf(ruler, phase, frame) }}
      >
        {frame}
      </span>
    ));
  return (
    <div
      className="relative h-6 flex-1 cursor-col-resize touch-none border-b border-line select-none"
      style={{ minWidth: ruler.end + 14 }}
      onPointerDown={onPointerDown}
      role="slider"
      aria-label="Playhead"
      aria-valuenow={Math.floor(playhead.frame)}
      aria-valuetext={
        playhead.phase === 'hold'
          ? 'Hold'
          : `${playhead.phase === 'enter' ? 'Enter' : 'Exit'} ${Math.floor(playhead.frame)}`
      }
      tabIndex={0}
      data-ruler
    >
      <span
        className="absolute top-0 text-[10px] leading-3 font-semibold text-ink-2"
        style={{ left: ruler.enter + 24 }}
      >
        Enter
      </span>
      <span
        className="absolute inset-y-0 bg-raised text-center text-[10px] leading-6 font-semibold text-ink-2"
        style={{ left: ruler.hold, width: ruler.exit - ruler.hold }}
      >
        Hold
      </span>
      <span
        className="absolute top-0 text-[10px] leading-3 font-semibold text-ink-2"
        style={{ left: ruler.exit + 24 }}
      >
        Exit
      </span>
      {marks('enter', enter.frames)}
      {marks('exit', exit.frames)}
    </div>
  );
}

/** What is played, how long the phases are, and the key in hand. */
function ScoreBar({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection);
  const playhead = useBuild((store) => store.playhead);
  const isPlaying = useBuild((store) => store.isPlaying);
  const keys = useBuild((store) => store.keys);
  const set = useBuild((store) => store.set);
  const { enter, exit } = template.phases;
  const element = selection.length === 1 ? template.elements[selection[0] as string] : undefined;
  const phase: MovingPhase = playhead.phase === 'exit' ? 'exit' : 'enter';

  const add = (property: TrackProperty): void => {
    if (!element) return;
    const { neutral } = trackKinds[property];
    const place = template.phases[phase];
    const length = Math.max(1, Math.min(25, place.frames || 25));
    editTemplate(`${trackKinds[property].label} of ${element.name}`, (t) => {
      const start = phase === 'enter' ? 0 : Math.max(0, place.frames - length);
      const values = phase === 'enter' ? [firstValues[property], neutral] : [neutral, firstValues[property]];
      values.forEach((value, i) =>
        setKey(t, phase, element.id, property, { frame: start + i * length, value: value ?? neutral }, newId),
      );
    });
  };
  const length = (name: MovingPhase, frames: number): void =>
    editTemplate(
      `Length of ${name}`,
      (t) => void (t.phases[name].frames = Math.round(frames)),
      `length ${name}`,
    );
  return (
    <div
      className="flex h-9 shrink-0 items-center gap-1.5 overflow-hidden border-b border-line px-1.5"
      role="toolbar"
      aria-label="Score"
    >
      <IconButton
        label="To the first frame"
        onClick={() => set({ playhead: { phase: 'enter', frame: 0 }, isPlaying: false })}
      >
        <SkipBack size={15} />
      </IconButton>
      <IconButton
        label={isPlaying ? 'Pause' : 'Play'}
        pressed={isPlaying}
        onClick={() => set({ isPlaying: !isPlaying })}
      >
        {isPlaying ? <Pause size={15} /> : <Play size={15} />}
      </IconButton>
      <Button tone="quiet" className="px-2" onClick={() => set({ playhead: atRest, isPlaying: false })}>
        Rest
      </Button>
      <span className="number w-[68px] shrink-0 text-ink-2" aria-label="Playhead frame">
        {playhead.phase === 'hold'
          ? 'Hold'
          : `${playhead.phase === 'enter' ? 'Enter' : 'Exit'} ${Math.floor(playhead.frame)}`}
      </span>
      <span className="w-24 shrink-0">
        <NumberField
          label="Enter"
          unit="f"
          value={enter.frames}
          min={0}
          max={100_000}
          onChange={(v) => length('enter', v)}
          onDone={sealEdit}
        />
      </span>
      <span className="w-[88px] shrink-0">
        <NumberField
          label="Exit"
          unit="f"
          value={exit.frames}
          min={0}
          max={100_000}
          onChange={(v) => length('exit', v)}
          onDone={sealEdit}
        />
      </span>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button
            disabled={!element}
            className="px-2"
            aria-label={`Add motion to ${phase === 'exit' ? 'Exit' : 'Enter'}`}
            title={`Add motion to ${phase === 'exit' ? 'Exit' : 'Enter'}`}
          >
            Add motion
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content side="top" className="z-50 rounded border border-line bg-panel p-1">
            {trackProperties.map((property) => (
              <DropdownMenu.Item
                key={property}
                className="flex h-7 cursor-default items-center rounded px-2 outline-none data-[highlighted]:bg-raised"
                onSelect={() => add(property)}
              >
                {trackKinds[property].label}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Button
        tone="quiet"
        className="px-2"
        aria-label="Mirror into Exit"
        title="Mirror into Exit"
        disabled={enter.tracks.length === 0}
        onClick={() => editTemplate('Mirror Enter into Exit', (t) => mirrorEnter(t, newId))}
      >
        Mirror
      </Button>
      <span className="flex-1" />
      <KeyBar template={template} keys={keys} />
    </div>
  );
}

const keyOf = (template: Template, ref: KeyRef): { track: Track; key: Key } | null => {
  const track = template.phases[ref.phase].tracks.find((t) => t.id === ref.track);
  const key = track?.keys.find((k) => k.frame === ref.frame);
  return track && key ? { track, key } : null;
};

function KeyBar({ template, keys }: { template: Template; keys: readonly KeyRef[] }) {
  const [first] = keys;
  const found = first && keyOf(template, first);
  if (!first || !found)
    return <span className="text-xs text-ink-3">Double-click a row to set a key there</span>;
  const { track, key } = found;
  const kind = trackKinds[track.property];
  const put = (label: string, recipe: (key: Key) => void): void =>
    editTemplate(
      label,
      (t) => {
        for (const ref of keys) {
          const own = keyOf(t, ref);
          if (own) recipe(own.key);
        }
      },
      `keys ${label}`,
    );
  return (
    <span
      className="flex items-center gap-2"
      role="group"
      aria-label={keys.length === 1 ? 'Key' : `${keys.length} keys`}
    >
      <span className="w-24">
        <NumberField
          label="Frame"
          value={key.frame}
          min={0}
          onChange={(frame) => moveChosen(keys, Math.round(frame) - key.frame)}
        />
      </span>
      <span className="w-28">
        <NumberField
          label="Value"
          unit={kind.unit}
          value={key.value}
          min={kind.min}
          max={kind.max}
          step={kind.step}
          onChange={(value) => put('Value of the key', (k) => void (k.value = value))}
          onDone={sealEdit}
        />
      </span>
      <EasePicture ease={key.ease} />
      <SelectField
        bare
        label="Way to the next key"
        className="w-36"
        value={key.ease}
        choices={eases.map((ease) => ({ value: ease, label: easeLabels[ease] }))}
        onChange={(ease) => put('Curve of the key', (k) => void (k.ease = ease as Ease))}
      />
    </span>
  );
}
