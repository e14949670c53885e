import { useMemo, type PointerEvent } from 'react';
import { evaluate, partOf, pivotOf, prepareScene, type Scene } from '../../../core/frame';
import { keyValueAt, phaseEnd } from '../../../core/motion';
import { rowsAsDrawn, phaseOf, setKey, type Template } from '../../../core/show';
import { measure } from '../../picture/monitors';
import { useDraft } from '../../state/draft-store';
import { newId } from '../../state/ids';
import { worthOf } from '../auto-key';
import { editTemplate, sealEdit, useBuild } from '../build-store';
import { momentAt } from '../score/moments';
import type { Point } from './gestures';
import type { Placement } from './overlay';

const mostPoints = 400;

/** The way an element takes in the phase in hand, with the keys of its place, which can be dragged. */
export function MotionPath(props: {
  template: Template;
  scene: Scene;
  id: string;
  place: Placement;
  toCanvas: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { template, scene, id, place, toCanvas } = props;
  const ref = useBuild((store) => store.playhead.phase);
  const phase = phaseOf(template, ref);
  const tracks = (phase?.tracks ?? []).filter(
    (track) =>
      track.element === id && (track.property === 'x' || track.property === 'y') && track.side !== 'old',
  );
  const isMoving = tracks.length > 0;
  const way = useMemo(() => {
    if (!isMoving) return null;
    // A scene of its own: the one that is shown stays at its moment.
    const show = useDraft.getState().draft?.show;
    const change = scene.change ?? undefined;
    const own = prepareScene(template, rowsAsDrawn(template), measure, {
      ...(show ? { look: show.look, templates: show.templates } : {}),
      change: change && { change, from: {} },
    });
    const placed = phaseOf(template, ref);
    const end = placed ? phaseEnd(placed) : 0;
    const every = Math.max(1, Math.ceil(end / mostPoints));
    const points: Point[] = [];
    const seen = (frame: number): Point | null => {
      evaluate(own, momentAt(template, { phase: ref, frame }, false, 0));
      return pivotOf(own, id);
    };
    for (let frame = 0; frame <= end; frame += every) {
      const point = seen(frame);
      if (point) points.push(point);
    }
    const frames = [
      ...new Set(
        (placed?.tracks ?? [])
          .filter((track) => track.element === id && (track.property === 'x' || track.property === 'y'))
          .flatMap((track) => track.keys.map((key) => key.frame)),
      ),
    ].sort((a, b) => a - b);
    return {
      points,
      keys: frames.flatMap((frame) => {
        const point = seen(frame);
        return point ? [{ frame, point }] : [];
      }),
      scene: own,
    };
  }, [isMoving, template, scene, ref, id]);
  if (!way || !phase) return null;
  const at = ({ x, y }: Point): string => `${place.x + x * place.zoom},${place.y + y * place.zoom}`;

  const drag = (event: PointerEvent<HTMLButtonElement>, frame: number): void => {
    event.stopPropagation();
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const from = toCanvas(event);
    useBuild.getState().set({ playhead: { phase: ref, frame }, isPlaying: false });
    const worth = worthOf(way.scene, id);
    const start = (['x', 'y'] as const).map((property) => {
      const track = tracks.find((own) => own.property === property);
      return { property, track, value: track ? keyValueAt(track, frame) : 0 };
    });
    const move = (e: globalThis.PointerEvent): void => {
      const to = toCanvas(e);
      const by = { x: to.x - from.x, y: to.y - from.y };
      editTemplate(
        'Move a key on its way',
        (t) => {
          for (const { property, track, value } of start) {
            if (typeof value !== 'number' || (!track && by[property] === 0)) continue;
            const unit = track && track.mode === 'offset' ? worth(track) : 1;
            const next = Math.round((value + by[property] / unit) * 1000) / 1000;
            setKey(t, ref, track ?? { element: id, property }, { frame, value: next }, newId);
            if (!track && ref === 'enter' && phase.frames !== frame)
              setKey(t, ref, { element: id, property }, { frame: phase.frames, value: 0 }, newId);
          }
        },
        `path ${id} ${frame}`,
      );
    };
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'pointerup',
      () => {
        target.removeEventListener('pointermove', move);
        sealEdit();
      },
      { once: true },
    );
  };
  const name = partOf(way.scene, id)?.element.name ?? '';
  return (
    <>
      <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
        <polyline
          points={way.points.map(at).join(' ')}
          fill="none"
          stroke="#12171a"
          strokeWidth="3"
          strokeOpacity="0.5"
        />
        <polyline
          points={way.points.map(at).join(' ')}
          fill="none"
          stroke="#ece7db"
          strokeWidth="1.5"
          strokeDasharray="1 4"
          strokeLinecap="round"
        />
      </svg>
      {way.keys.map(({ frame, point }) => (
        <button
          key={frame}
          type="button"
          aria-label={`Key of ${name} at frame ${frame}, on its way`}
          title={`Frame ${frame}: drag to move it`}
          className="absolute size-3 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-brass bg-ground"
          style={{ left: place.x + point.x * place.zoom, top: place.y + point.y * place.zoom }}
          onPointerDown={(event) => drag(event, frame)}
        />
      ))}
    </>
  );
}
