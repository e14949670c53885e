import { counted } from '../../../core/problem';
import type { PointerEvent } from 'react';
import { phaseOf, type Template } from '../../../core/show';
import { editTemplate, sealEdit, useBuild } from '../build-store';
import { sectionOf, xOf, type Ruler, type RulerSection } from './geometry';
import { stretchChosen } from './keys';

const seconds = (frames: number, rate: number): string => `${(frames / rate).toFixed(2)} s`;

/** The phases with their names, frames and markers, and the handles that stretch the keys in hand. */
export function RulerBar(props: {
  ruler: Ruler;
  template: Template;
  onScrub: (event: PointerEvent<HTMLDivElement>) => void;
  /** Told while keys are stretched, so that the ruler stays as it is meanwhile. */
  onHold: (isHeld: boolean) => void;
}) {
  const { ruler, template, onScrub } = props;
  const playhead = useBuild((store) => store.playhead);
  const current = sectionOf(ruler, playhead.phase);
  return (
    <div
      className="relative h-[49px] flex-1 touch-none border-b border-line select-none"
      style={{ minWidth: ruler.end + 14 }}
    >
      {ruler.sections.map((section) => (
        <Heading key={section.ref} section={section} template={template} isCurrent={section === current} />
      ))}
      <div
        className="absolute inset-x-0 bottom-0 h-6 cursor-col-resize"
        onPointerDown={onScrub}
        role="slider"
        aria-label="Playhead"
        aria-valuenow={Math.floor(playhead.frame)}
        aria-valuetext={
          playhead.phase === 'hold' ? 'Hold' : `${current?.name ?? ''} ${Math.floor(playhead.frame)}`
        }
        tabIndex={0}
        data-ruler
      >
        {ruler.sections.map((section) => (
          <Ticks key={section.ref} section={section} scale={ruler.scale} />
        ))}
      </div>
      {ruler.sections.map((section) => (
        <Markers key={section.ref} section={section} template={template} ruler={ruler} />
      ))}
      <StretchHandles ruler={ruler} onHold={props.onHold} />
    </div>
  );
}

function Heading(props: { section: RulerSection; template: Template; isCurrent: boolean }) {
  const { section, template, isCurrent } = props;
  const fold = (): void => {
    const { score, setScore } = useBuild.getState();
    setScore({
      folded: section.isFolded
        ? score.folded.filter((ref) => ref !== section.ref)
        : [...score.folded, section.ref],
    });
  };
  const isHold = section.kind === 'hold';
  const inSeconds = seconds(section.frames, template.rate);
  const showsSeconds = !section.isFolded && !isHold && section.width > 110;
  return (
    <button
      type="button"
      className={`absolute top-0 flex h-6 items-center gap-1.5 overflow-hidden rounded-t-sm px-1 text-[11px] whitespace-nowrap ${isHold ? 'bg-raised' : 'bg-panel'} ${isCurrent ? 'font-semibold text-brass' : 'text-ink-2 hover:text-ink'}`}
      style={{ left: section.start, width: section.width }}
      title={
        isHold
          ? 'The rest pose'
          : `${section.name}: ${counted(section.frames, 'frame')}, ${inSeconds}. Double-click to ${section.isFolded ? 'unfold' : 'fold'} it.`
      }
      onClick={() =>
        useBuild.getState().set({ playhead: { phase: section.ref, frame: 0 }, isPlaying: false, keys: [] })
      }
      onDoubleClick={isHold ? undefined : fold}
    >
      {section.isFolded ? section.name.charAt(0) : <span className="truncate">{section.name}</span>}
      {showsSeconds && <span className="number ml-auto text-[10px] font-normal text-ink-3">{inSeconds}</span>}
      <span className="sr-only">
        {section.isFolded ? `: ${section.name}` : ''}
        {isHold ? '' : `, ${counted(section.frames, 'frame')}`}
      </span>
    </button>
  );
}

function Ticks({ section, scale }: { section: RulerSection; scale: number }) {
  if (section.isFolded || section.kind === 'hold')
    return (
      <span
        className="absolute inset-y-0 bg-raised/60"
        style={{ left: section.start, width: section.width }}
      />
    );
  const every = scale >= 8 ? 5 : scale >= 3.5 ? 10 : scale >= 1.5 ? 25 : 100;
  return (
    <span className="absolute inset-y-0 bg-ground/40" style={{ left: section.start, width: section.width }}>
      {Array.from({ length: Math.floor(section.frames / every) + 1 }, (_, i) => i * every).map((frame) => (
        <span
          key={frame}
          className="number absolute bottom-0 border-l border-line pl-1 text-[10px] leading-3 text-ink-3"
          style={{ left: frame * scale }}
        >
          {/* The number at the end needs room before the next phase. */}
          {frame * scale + 7 + String(frame).length * 6 <= section.width + 8 && frame}
        </span>
      ))}
    </span>
  );
}

/** The markers of a phase, as flags that can be dragged along it. */
function Markers(props: { section: RulerSection; template: Template; ruler: Ruler }) {
  const { section, template, ruler } = props;
  const markers =
    section.kind === 'hold' || section.isFolded ? [] : (phaseOf(template, section.ref)?.markers ?? []);
  const drag = (event: PointerEvent<HTMLButtonElement>, id: string, from: number): void => {
    event.stopPropagation();
    const start = event.clientX;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      const frame = Math.max(0, Math.round(from + (e.clientX - start) / ruler.scale));
      editTemplate(
        'Move a marker',
        (t) => {
          const own = phaseOf(t, section.ref)?.markers.find((marker) => marker.id === id);
          if (own) own.frame = frame;
        },
        `marker ${id}`,
      );
    };
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'pointerup',
      () => (target.removeEventListener('pointermove', move), sealEdit()),
      {
        once: true,
      },
    );
  };
  return markers.map((marker) => (
    <button
      key={marker.id}
      type="button"
      className="absolute top-6 z-10 max-w-24 truncate rounded-r-sm border-l-2 border-tide bg-raised px-1 text-[10px] leading-[14px] text-tide"
      style={{ left: xOf(ruler, section.ref, marker.frame) }}
      title={`${marker.name}: frame ${marker.frame} of ${section.name}`}
      onPointerDown={(event) => drag(event, marker.id, marker.frame)}
      onClick={() =>
        useBuild.getState().set({ playhead: { phase: section.ref, frame: marker.frame }, isPlaying: false })
      }
    >
      {marker.name}
    </button>
  ));
}

/** A bar over the keys in hand; its ends stretch them about the other end. */
function StretchHandles({ ruler, onHold }: { ruler: Ruler; onHold: (isHeld: boolean) => void }) {
  const keys = useBuild((store) => store.keys);
  const [first] = keys;
  if (!first || keys.some((key) => key.phase !== first.phase) || sectionOf(ruler, first.phase)?.isFolded)
    return null;
  const frames = keys.map((key) => key.frame);
  const [from, to] = [Math.min(...frames), Math.max(...frames)];
  if (from === to) return null;
  const drag = (event: PointerEvent<HTMLButtonElement>, isEnd: boolean): void => {
    event.stopPropagation();
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const start = event.clientX;
    const merge = `stretch ${from} ${to} ${start}`;
    onHold(true);
    let reached = isEnd ? to : from;
    const about = isEnd ? from : to;
    const grabbed = isEnd ? to : from;
    const move = (e: globalThis.PointerEvent): void => {
      const wanted = Math.round(grabbed + (e.clientX - start) / ruler.scale);
      if (wanted === reached || (wanted - about) * (grabbed - about) <= 0) return;
      const { keys: now } = useBuild.getState();
      if (stretchChosen(now, about, (wanted - about) / (reached - about), merge)) reached = wanted;
    };
    const up = (): void => {
      target.removeEventListener('pointermove', move);
      onHold(false);
      sealEdit();
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up, { once: true });
  };
  const handle = 'absolute bottom-0 z-20 h-6 w-2 touch-none cursor-ew-resize rounded-sm bg-brass';
  return (
    <>
      <span
        className="pointer-events-none absolute bottom-0 h-[3px] bg-brass"
        style={{ left: xOf(ruler, first.phase, from), width: (to - from) * ruler.scale }}
      />
      <button
        type="button"
        aria-label="Stretch the keys from their start"
        className={handle}
        style={{ left: xOf(ruler, first.phase, from) - 8 }}
        onPointerDown={(event) => drag(event, false)}
      />
      <button
        type="button"
        aria-label="Stretch the keys at their end"
        className={handle}
        style={{ left: xOf(ruler, first.phase, to) }}
        onPointerDown={(event) => drag(event, true)}
      />
    </>
  );
}
