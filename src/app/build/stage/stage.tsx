import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
  type MouseEvent,
  type PointerEvent,
  type WheelEvent,
} from 'react';
import {
  eyeOf,
  facingPlane,
  orbitFrom,
  pannedBy,
  standOf,
  turnedBy,
  zoomedBy,
  type Scene,
} from '../../../core/frame';
import { unionOf } from '../../../core/layout';
import { isUnion, type Box, type Show, type Template, type Values } from '../../../core/show';
import { useScene } from '../../picture/use-scene';
import { assetDragType, rowsDragType, dropFiles, placeAsset } from '../actions';
import { useStepInto } from '../inset-parts';
import { useBuild } from '../build-store';
import { pictureSize } from '../picture-size';
import { pointed, PointingWords } from '../pointing';
import {
  moveDrag,
  noHints,
  pivotDrag,
  resizeDrag,
  turnDrag,
  type Drag,
  type Hints,
  type Point,
} from './gestures';
import { frameOf, handlesFor, Overlay, type handles, type Placement } from './overlay';
import { anotherFilling, tryChange } from '../score/moments';
import { MotionPath } from './motion-path';
import { PathPoints, PenLayer } from './pen';
import { beneath, pickFrom, stackAt } from './picking';
import { GuideLines, Rulers, rulerSize } from './rulers';
import { PointedEdge, pointedAt } from './pointed-edge';
import { CropLayer } from './crop-layer';
import { planeDrag } from './space-drags';
import { SpaceLayer, standsInSpace, type Grab } from './space-layer';
import { StageBar } from './stage-bar';
import { StageMenu } from './stage-menu';
import { StagePicture } from './stage-picture';
import { TextEditor } from './text-editor';

const margin = 24;
const clickSlop = 3;
const snapReach = 6;

/** The template as it looks, and the hands on it. */
export function Stage(props: { show: Show; template: Template; values: Values }) {
  const { show, values } = props;
  // A motion that is looked at stands in for the template in hand.
  const trial = useBuild((store) => store.trial);
  const template = trial?.id === props.template.id ? trial : props.template;
  const phase = useBuild((store) => store.playhead.phase);
  const tried = useMemo(() => {
    const change = template.changes.find(({ id }) => id === phase);
    return (
      change && { change, ...tryChange(template, change, values, anotherFilling(show, template, values)) }
    );
  }, [template, phase, values, show]);
  const orbit = useBuild((store) => store.orbit);
  const cropping = useBuild((store) => store.cropping);
  const { scene, problem } = useScene(template, tried?.to ?? values, show, tried, orbit !== null);
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const look = useBuild((store) => store.view);
  const isPen = useBuild((store) => store.isPen);
  const typing = useBuild((store) => store.typing);
  const set = useBuild((store) => store.set);
  const area = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ w: 0, h: 0 });
  const [view, setView] = useState<{ zoom: number; x: number; y: number } | null>(null);
  const [hints, setHints] = useState<Hints>(noHints);
  const [stack, setStack] = useState<readonly string[]>([]);
  const [marquee, setMarquee] = useState<Box | null>(null);

  useLayoutEffect(() => {
    const element = area.current;
    if (!element) return;
    const look = (): void => setSize({ w: element.clientWidth, h: element.clientHeight });
    const observer = new ResizeObserver(look);
    observer.observe(element);
    look();
    return () => observer.disconnect();
  }, []);
  // Another canvas is seen whole at first.
  useEffect(() => setView(null), [template.id, template.width, template.height]);

  const hasRulers = look.hasRulers && !orbit;
  const edge = hasRulers ? rulerSize : 0;
  const fit = Math.min(
    (size.w - edge - 2 * margin) / template.width,
    (size.h - edge - 2 * margin) / template.height,
  );
  const whole = {
    zoom: Math.max(0.02, fit),
    x: edge + (size.w - edge - template.width * fit) / 2,
    y: edge + (size.h - edge - template.height * fit) / 2,
  };
  const picture = useMemo(
    () => ({ width: Math.max(1, size.w), height: Math.max(1, size.h) }),
    [size.w, size.h],
  );
  const eye = useMemo(() => orbit && eyeOf(orbit, picture), [orbit, picture]);
  if (scene) scene.eye = eye;
  // From elsewhere the picture is as large as the stage.
  const place: Placement = orbit ? { zoom: 1, x: 0, y: 0 } : (view ?? whole);
  const toCanvas = (event: { clientX: number; clientY: number }): Point => {
    const { left, top } = area.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return {
      x: (event.clientX - left - place.x) / place.zoom,
      y: (event.clientY - top - place.y) / place.zoom,
    };
  };
  const zoomTo = (zoom: number, at: Point): void => {
    if (orbit) return set({ orbit: zoomedBy(orbit, zoom / place.zoom) });
    const next = Math.min(8, Math.max(0.05, zoom));
    const from = toScreen(at, place);
    setView({ zoom: next, x: from.x - at.x * next, y: from.y - at.y * next });
  };
  const centre: Point = { x: template.width / 2, y: template.height / 2 };

  const onWheel = (event: WheelEvent): void => {
    if (event.ctrlKey || event.metaKey) zoomTo(place.zoom * Math.exp(-event.deltaY * 0.002), toCanvas(event));
    else if (orbit) set({ orbit: zoomedBy(orbit, Math.exp(-event.deltaY * 0.0015)) });
    else setView({ ...place, x: place.x - event.deltaX, y: place.y - event.deltaY });
  };

  const follow = (event: PointerEvent<Element>, drag: Drag): void => {
    // The stage itself: a handle may go while it is dragged.
    const target = area.current;
    if (!target) return;
    const start = { x: event.clientX, y: event.clientY };
    let isMoving = false;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      if (!isMoving && Math.hypot(e.clientX - start.x, e.clientY - start.y) < clickSlop) return;
      isMoving = true;
      setHints(drag.move(toCanvas(e), { shift: e.shiftKey, alt: e.altKey }));
    };
    const up = (): void => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', up);
      setHints(noHints);
      if (isMoving) drag.end();
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointercancel', up);
  };

  const onPointerDown = (event: PointerEvent<HTMLDivElement>): void => {
    area.current?.focus();
    if (event.button === 1) return pan(event);
    if (event.button !== 0 || !scene) return;
    const at = toCanvas(event);
    if (!orbit) {
      const target = pointedAt(template, scene, at, place.zoom);
      if (pointed(target.id, target.edge)) return;
    }
    const reach = snapReach / place.zoom;
    const start = { template, ids: selection, boxes: scene.rest.boxes, at, reach };
    const isInSpace = orbit !== null || selection.some((id) => standsInSpace(scene, id));
    const grip = isInSpace
      ? null
      : gripAt(template, scene, selection, place, toScreen(at, place), event.ctrlKey || event.metaKey);
    if (grip?.kind === 'pivot') return follow(event, pivotDrag(start, grip.box));
    if (grip?.kind === 'turn') return follow(event, turnDrag(start, grip.pivot));
    if (grip) return follow(event, resizeDrag(start, grip.handle, grip.box));
    const under = stackAt(scene, at, 6 / place.zoom);
    // Alt chooses what lies beneath what is chosen.
    const hit = event.altKey ? beneath(under, selection) : pickFrom(template, under, selection, false);
    if (hit === null) return orbit ? turn(event, at) : mark(event, at);
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const ids = adds
      ? selection.includes(hit)
        ? selection.filter((id) => id !== hit)
        : [...selection, hit]
      : selection.includes(hit)
        ? selection
        : [hit];
    if (ids !== selection) select(ids);
    const stand = (orbit || ids.some((id) => standsInSpace(scene, id))) && standOf(scene, ids[0] ?? '');
    if (stand) follow(event, planeDrag({ ...start, ids }, stand, orbit ? facingPlane(stand) : ['x', 'y']));
    else if (ids.length > 0) follow(event, moveDrag({ ...start, ids }));
  };

  /** Takes hold of what is drawn over the stage. */
  const grab: Grab = (event, make) => {
    if (event.button !== 0 || !scene) return;
    event.stopPropagation();
    area.current?.focus();
    const reach = snapReach / place.zoom;
    follow(event, make({ template, ids: chosen, boxes: scene.rest.boxes, at: toCanvas(event), reach }));
  };

  /** Turns what is looked at from elsewhere; a click lets go of what was chosen. */
  const turn = (event: PointerEvent<HTMLDivElement>, from: Point): void => {
    if (!orbit) return;
    if (!event.shiftKey) select([]);
    follow(event, {
      move(at, { shift }) {
        const [dx, dy] = [at.x - from.x, at.y - from.y];
        set({ orbit: shift ? pannedBy(orbit, dx, dy, picture) : turnedBy(orbit, dx, dy, picture) });
        return noHints;
      },
      end: () => undefined,
    });
  };

  const pan = (event: PointerEvent<HTMLDivElement>): void => {
    event.preventDefault();
    const from = { ...place };
    const start = { x: event.clientX, y: event.clientY };
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      const [dx, dy] = [e.clientX - start.x, e.clientY - start.y];
      if (orbit) set({ orbit: pannedBy(orbit, dx, dy, picture) });
      else setView({ ...from, x: from.x + dx, y: from.y + dy });
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), {
      once: true,
    });
  };

  const mark = (event: PointerEvent<HTMLDivElement>, from: Point): void => {
    if (!event.shiftKey) select([]);
    follow(event, {
      move(at) {
        const box = {
          x: Math.min(from.x, at.x),
          y: Math.min(from.y, at.y),
          w: Math.abs(at.x - from.x),
          h: Math.abs(at.y - from.y),
        };
        setMarquee(box);
        const inside = template.order.filter((id) => {
          const own = scene?.rest.boxes.get(id);
          const element = template.elements[id];
          return (
            own &&
            element &&
            !element.locked &&
            !element.hidden &&
            own.x < box.x + box.w &&
            own.x + own.w > box.x &&
            own.y < box.y + box.h &&
            own.y + own.h > box.y
          );
        });
        select(inside);
        return noHints;
      },
      end: () => undefined,
    });
    event.currentTarget.addEventListener('pointerup', () => setMarquee(null), { once: true });
  };

  const stepInto = useStepInto();
  const onDoubleClick = (event: MouseEvent): void => {
    if (!scene) return;
    const deeper = pickFrom(template, stackAt(scene, toCanvas(event), 6 / place.zoom), selection, true);
    if (deeper === null) return;
    const element = template.elements[deeper];
    const isSame = selection.length === 1 && selection[0] === deeper;
    select([deeper]);
    if (isSame && element?.kind === 'text' && !element.locked && !orbit)
      set({ typing: deeper, isNaming: false });
    if (isSame && element?.kind === 'inset') stepInto(element);
  };

  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    const { files } = event.dataTransfer;
    const id = event.dataTransfer.getData(assetDragType);
    const asset = show.assets[id];
    const rows = event.dataTransfer.getData(rowsDragType);
    // In the space view nothing says how deep the pointer is.
    const at = orbit ? centre : toCanvas(event);
    if (rows !== '') set({ fromRows: { data: rows, at } });
    else if (asset) placeAsset(asset, at);
    else if (files.length > 0) void dropFiles(files, at);
  };

  const chosen = selection.filter((id) => template.elements[id]);
  const only = chosen.length === 1 ? template.elements[chosen[0] as string] : undefined;
  const typed = typing === null ? undefined : template.elements[typing];
  const around = scene && unionOf(chosen.flatMap((id) => scene.rest.boxes.get(id) ?? []));
  const ownBox = only && scene?.rest.boxes.get(only.id);
  const croppedSize = only && cropping === only.id ? pictureSize(only, show) : null;
  // What lies flat has its handles in the plane.
  const flat = scene ? chosen.filter((id) => !standsInSpace(scene, id)) : chosen;

  return (
    <section className="flex min-h-0 min-w-0 flex-col" aria-label="Stage">
      <StageBar
        show={show}
        zoom={orbit ? size.h / orbit.size : place.zoom}
        onZoom={(factor) => zoomTo(place.zoom * factor, centre)}
        onWhole={() => (orbit ? set({ orbit: orbitFrom('turned', template, picture) }) : setView(null))}
        onOrbit={(side) =>
          set({
            orbit: side && orbitFrom(side, template, picture),
            cropping: null,
            isPen: false,
            typing: null,
          })
        }
      />
      <StageMenu template={template} stack={stack}>
        <div
          ref={area}
          tabIndex={0}
          role="application"
          aria-label={`Stage of ${template.name}`}
          data-stage=""
          data-zoom={place.zoom}
          data-x={place.x}
          data-y={place.y}
          className="relative min-h-0 flex-1 touch-none overflow-hidden bg-ground -outline-offset-2"
          onWheel={onWheel}
          onPointerDown={onPointerDown}
          onContextMenu={(event) => setStack(scene ? stackAt(scene, toCanvas(event), 6 / place.zoom) : [])}
          onDoubleClick={onDoubleClick}
          onKeyDown={(event) => {
            if (event.ctrlKey || event.metaKey || (event.target as HTMLElement).closest('textarea')) return;
            if (event.key === '+' || event.key === '=') zoomTo(place.zoom * 1.25, centre);
            else if (event.key === '-') zoomTo(place.zoom / 1.25, centre);
            else if (event.key === '0')
              if (orbit) set({ orbit: orbitFrom('turned', template, picture) });
              else setView(null);
            else if (event.key === 'Escape' && cropping) set({ cropping: null });
            else if (event.key === 'Enter' && only?.kind === 'text' && !only.locked && !orbit) {
              event.preventDefault();
              set({ typing: only.id, isNaming: false });
            }
          }}
          onDragOver={(event) => event.preventDefault()}
          onDrop={onDrop}
        >
          <StagePicture scene={scene} template={template} place={place} eye={eye} backdrop={look.backdrop} />
          <Overlay
            template={template}
            scene={scene}
            selection={isPen || orbit || croppedSize ? [] : flat}
            place={place}
            hints={hints}
            marquee={marquee}
            safeAreas={orbit ? 'none' : look.safeAreas}
            grid={look.isGrid && !orbit ? look.gridSize : 0}
          />
          {scene && (orbit || look.hasGround || flat.length < chosen.length) && (
            <SpaceLayer
              template={template}
              scene={scene}
              selection={isPen || croppedSize ? [] : chosen}
              place={place}
              eye={eye}
              hasGround={look.hasGround}
              grab={grab}
            />
          )}
          {scene && only && croppedSize && (
            <CropLayer {...{ template, scene, place, grab, id: only.id, size: croppedSize }} />
          )}
          {only && scene && !orbit && (
            <MotionPath template={template} scene={scene} id={only.id} place={place} toCanvas={toCanvas} />
          )}
          {hasRulers && <GuideLines template={template} place={place} size={size} />}
          {only?.kind === 'path' && ownBox && !only.locked && !isPen && !orbit && (
            <PathPoints template={template} element={only} box={ownBox} place={place} toCanvas={toCanvas} />
          )}
          {!orbit && <PointedEdge {...{ template, scene, place, area, toCanvas }} />}
          <PointingWords />
          {isPen && <PenLayer place={place} toCanvas={toCanvas} />}
          {scene && !orbit && typed?.kind === 'text' && (
            <TextEditor key={typed.id} template={template} scene={scene} element={typed} place={place} />
          )}
          {hasRulers && <Rulers template={template} place={place} size={size} selected={around} />}
          {hints.words && (
            <output className="number pointer-events-none absolute right-2 bottom-2 rounded bg-panel px-2 py-1 text-xs">
              {hints.words}
            </output>
          )}
          {isPen && (
            <p className="pointer-events-none absolute bottom-2 left-6 rounded bg-panel px-2 py-1 text-xs text-ink-2">
              Click sets a corner, drag a round point. Click the first point to close, Enter to end.
            </p>
          )}
          {problem && (
            <p role="alert" className="absolute inset-x-4 top-6 rounded border border-air bg-panel p-3">
              ⚠ {problem.message}
            </p>
          )}
          {template.order.length === 0 && !isPen && (
            <p className="pointer-events-none absolute inset-0 flex items-center justify-center text-ink">
              <span className="rounded bg-ground/85 px-4 py-2">
                Add a text or a shape above, or drop a picture, a video or a drawing here.
              </span>
            </p>
          )}
        </div>
      </StageMenu>
    </section>
  );
}

const toScreen = (at: Point, place: Placement): Point => ({
  x: place.x + at.x * place.zoom,
  y: place.y + at.y * place.zoom,
});

type Grip =
  | { kind: 'turn'; pivot: Point }
  | { kind: 'pivot'; box: Box }
  | { kind: 'resize'; handle: (typeof handles)[number]; box: Box };

/** The handle under a point of the screen. */
function gripAt(
  template: Template,
  scene: Scene,
  selection: readonly string[],
  place: Placement,
  point: Point,
  wantsPivot: boolean,
): Grip | null {
  const frame = frameOf(
    template,
    scene,
    selection.filter((id) => template.elements[id]),
  );
  if (!frame || selection.some((id) => template.elements[id]?.locked)) return null;
  const { box } = frame;
  const pivot = { x: box.x + box.w * frame.pivotX, y: box.y + box.h * frame.pivotY };
  const angle = (frame.rotation * Math.PI) / 180;
  const seen = (x: number, y: number, lift: number): Point => {
    const centre = toScreen(pivot, place);
    const own = toScreen({ x, y }, place);
    const [dx, dy] = [own.x - centre.x, own.y - lift - centre.y];
    return {
      x: centre.x + dx * Math.cos(angle) - dy * Math.sin(angle),
      y: centre.y + dx * Math.sin(angle) + dy * Math.cos(angle),
    };
  };
  const near = (p: Point, reach: number): boolean => Math.hypot(p.x - point.x, p.y - point.y) <= reach;
  if (selection.length === 1 && near(seen(box.x + box.w / 2, box.y, 26), 8)) return { kind: 'turn', pivot };
  for (const handle of handlesFor(box, place.zoom)) {
    if (near(seen(box.x + (box.w * (handle.x + 1)) / 2, box.y + (box.h * (handle.y + 1)) / 2, 0), 7))
      return { kind: 'resize', handle, box };
  }
  // In the middle, where things are grabbed to be moved, the pivot wants Ctrl.
  const isAside = frame.pivotX !== 0.5 || frame.pivotY !== 0.5;
  if (
    (wantsPivot || isAside) &&
    selection.length === 1 &&
    !isUnion(template.elements[selection[0] as string])
  ) {
    const at = seen(box.x + box.w * frame.pivotX, box.y + box.h * frame.pivotY, 0);
    if (near(at, 6)) return { kind: 'pivot', box };
  }
  return null;
}
