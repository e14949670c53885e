import { useRef, type MouseEvent, type PointerEvent } from 'react';
import { compileTrack, sampleTrack, trackKinds } from '../../../core/motion';
import {
  movingPhases,
  setKey,
  type MovingPhase,
  type Template,
  type Track,
  type TrackProperty,
} from '../../../core/show';
import { newId } from '../../state/ids';
import { editTemplate, sealEdit, useBuild, type KeyRef } from '../build-store';
import { playheadAt, xOf, type Ruler } from './geometry';

const same = (a: KeyRef, b: KeyRef): boolean =>
  a.phase === b.phase && a.track === b.track && a.frame === b.frame;

/** One moving property: its name, and its keys in both phases. */
export function ScoreRow(props: {
  template: Template;
  element: string;
  property: TrackProperty;
  tracks: Readonly<Record<MovingPhase, Track | undefined>>;
  ruler: Ruler;
  labelWidth: number;
  onMove: (keys: readonly KeyRef[], by: number, merge?: string) => boolean;
}) {
  const { template, element, property, tracks, ruler, labelWidth, onMove } = props;
  const keys = useBuild((store) => store.keys);
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const set = useBuild((store) => store.set);
  const drags = useRef(0);
  const name = template.elements[element]?.name ?? '';
  const label = trackKinds[property].label;

  const addAt = (event: MouseEvent<HTMLDivElement>): void => {
    if ((event.target as HTMLElement).closest('button')) return;
    const { left } = event.currentTarget.getBoundingClientRect();
    const at = playheadAt(ruler, template, event.clientX - left);
    if (at.phase === 'hold') return;
    const { phase, frame } = at;
    const track = tracks[phase];
    const value = track
      ? sampleTrack(compileTrack(track, phase, template.phases[phase]), frame)
      : trackKinds[property].neutral;
    editTemplate(`Key ${label} of ${name}`, (t) =>
      setKey(t, phase, element, property, { frame, value: Math.round(value * 1000) / 1000 }, newId),
    );
    set({ playhead: at });
  };
  const grab = (event: PointerEvent<HTMLButtonElement>, key: KeyRef): void => {
    event.stopPropagation();
    const isChosen = keys.some((other) => same(other, key));
    let chosen = event.shiftKey
      ? isChosen
        ? keys.filter((other) => !same(other, key))
        : [...keys, key]
      : isChosen
        ? keys
        : [key];
    set({ keys: chosen, playhead: { phase: key.phase, frame: key.frame }, isPlaying: false });
    if (!selection.includes(element)) select([element]);
    const target = event.currentTarget;
    const merge = `keys ${(drags.current += 1)} ${element} ${property}`;
    let gone = 0;
    const start = event.clientX;
    const move = (e: globalThis.PointerEvent): void => {
      const by = Math.round((e.clientX - start) / ruler.scale) - gone;
      if (by !== 0 && onMove(chosen, by, merge)) {
        gone += by;
        chosen = chosen.map((k) => ({ ...k, frame: k.frame + by }));
      }
    };
    const up = (): void => {
      removeEventListener('pointermove', move);
      sealEdit();
    };
    target.focus();
    addEventListener('pointermove', move);
    addEventListener('pointerup', up, { once: true });
  };
  return (
    <div
      className={`flex h-6 ${selection.includes(element) ? 'bg-panel' : ''}`}
      role="group"
      aria-label={`${name} ${label}`}
    >
      <button
        type="button"
        className="sticky left-0 z-10 flex shrink-0 items-center gap-2 border-r border-line bg-inherit px-3 text-left text-xs"
        style={{ width: labelWidth }}
        onClick={() => select([element])}
      >
        <span className="truncate">{name}</span>
        <span className="ml-auto shrink-0 text-ink-3">{label}</span>
      </button>
      <div
        className="relative flex-1 border-b border-line/40"
        style={{ minWidth: ruler.end + 14 }}
        onDoubleClick={addAt}
        data-lane
      >
        <span
          className="absolute inset-y-0 bg-raised/60"
          style={{ left: ruler.hold, width: ruler.exit - ruler.hold }}
        />
        {movingPhases.map((phase) => {
          const track = tracks[phase];
          if (!track) return null;
          const [first, last] = [track.keys[0]?.frame ?? 0, track.keys.at(-1)?.frame ?? 0];
          return (
            <span key={phase}>
              <span
                className="absolute top-[11px] h-0.5 bg-ink-3/60"
                style={{ left: xOf(ruler, phase, first), width: (last - first) * ruler.scale }}
              />
              {track.keys.map((key) => {
                const ref = { phase, track: track.id, frame: key.frame };
                const isChosen = keys.some((other) => same(other, ref));
                return (
                  <button
                    key={key.frame}
                    type="button"
                    aria-label={`${name} ${label}: ${key.value} at ${phase === 'enter' ? 'Enter' : 'Exit'} ${key.frame}`}
                    aria-pressed={isChosen}
                    className={`absolute top-1 h-4 w-[7px] touch-none rounded-[2px] border border-deck ${isChosen ? 'bg-brass' : 'bg-ink-2 hover:bg-ink'}`}
                    style={{ left: xOf(ruler, phase, key.frame) - 3 }}
                    onPointerDown={(event) => grab(event, ref)}
                    onClick={(event) =>
                      event.detail === 0 && set({ keys: [ref], playhead: { phase, frame: key.frame } })
                    }
                  />
                );
              })}
            </span>
          );
        })}
      </div>
    </div>
  );
}
