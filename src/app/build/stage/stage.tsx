import { Frame as FrameIcon, Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import {
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type DragEvent,
  type MouseEvent,
  type PointerEvent,
  type WheelEvent,
} from 'react';
import { elementsAt, evaluate, type Scene } from '../../../core/frame';
import { siblingsOf, type Box, type Show, type Template, type Values } from '../../../core/show';
import { IconButton, SelectField } from '../../ui';
import { watch } from '../../picture/monitors';
import { useScene } from '../../picture/use-scene';
import { dropPictures } from '../actions';
import { AddMenu } from './add-menu';
import { useBuild, type Backdrop } from '../build-store';
import { moveDrag, resizeDrag, turnDrag, type Drag, type Guides, type Point } from './gestures';
import { frameOf, handlesFor, Overlay, type handles, type Placement } from './overlay';

const margin = 36;
const clickSlop = 3;
const snapReach = 6;

/** The template as it looks, and the hands on it. */
export function Stage({ show, template, values }: { show: Show; template: Template; values: Values }) {
  const { scene, problem } = useScene(template, values, show);
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const backdrop = useBuild((store) => store.backdrop);
  const hasSafeAreas = useBuild((store) => store.hasSafeAreas);
  const set = useBuild((store) => store.set);
  const area = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ w: 0, h: 0 });
  const [view, setView] = useState<{ zoom: number; x: number; y: number } | null>(null);
  const [guides, setGuides] = useState<Guides | null>(null);
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

  const fit = Math.min((size.w - 2 * margin) / template.width, (size.h - 2 * margin) / template.height);
  const whole = {
    zoom: Math.max(0.02, fit),
    x: (size.w - template.width * fit) / 2,
    y: (size.h - template.height * fit) / 2,
  };
  const place: Placement = view ?? whole;
  const toCanvas = (event: { clientX: number; clientY: number }): Point => {
    const { left, top } = area.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return {
      x: (event.clientX - left - place.x) / place.zoom,
      y: (event.clientY - top - place.y) / place.zoom,
    };
  };
  const zoomTo = (zoom: number, at: Point): void => {
    const next = Math.min(8, Math.max(0.05, zoom));
    const from = toScreen(at, place);
    setView({ zoom: next, x: from.x - at.x * next, y: from.y - at.y * next });
  };
  const centre: Point = { x: template.width / 2, y: template.height / 2 };

  const onWheel = (event: WheelEvent): void => {
    if (event.ctrlKey || event.metaKey) zoomTo(place.zoom * Math.exp(-event.deltaY * 0.002), toCanvas(event));
    else setView({ ...place, x: place.x - event.deltaX, y: place.y - event.deltaY });
  };

  const follow = (event: PointerEvent<HTMLDivElement>, drag: Drag): void => {
    const target = event.currentTarget;
    const start = { x: event.clientX, y: event.clientY };
    let isMoving = false;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      if (!isMoving && Math.hypot(e.clientX - start.x, e.clientY - start.y) < clickSlop) return;
      isMoving = true;
      setGuides(drag.move(toCanvas(e), { shift: e.shiftKey, alt: e.altKey }));
    };
    const up = (): void => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', up);
      setGuides(null);
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
    const reach = snapReach / place.zoom;
    const start = { template, ids: selection, boxes: scene.rest.boxes, at, reach };
    const grip = gripAt(template, scene, selection, place, toScreen(at, place));
    if (grip?.kind === 'turn') return follow(event, turnDrag(start, grip.pivot));
    if (grip) return follow(event, resizeDrag(start, grip.handle, grip.box));
    const hit = pickAt(template, scene, at, selection, false);
    if (hit === null) return mark(event, at);
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const ids = adds
      ? selection.includes(hit)
        ? selection.filter((id) => id !== hit)
        : [...selection, hit]
      : selection.includes(hit)
        ? selection
        : [hit];
    if (ids !== selection) select(ids);
    if (ids.length > 0) follow(event, moveDrag({ ...start, ids }));
  };

  const pan = (event: PointerEvent<HTMLDivElement>): void => {
    event.preventDefault();
    const from = { ...place };
    const start = { x: event.clientX, y: event.clientY };
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void =>
      setView({ ...from, x: from.x + e.clientX - start.x, y: from.y + e.clientY - start.y });
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
        return { x: null, y: null, words: '' };
      },
      end: () => undefined,
    });
    event.currentTarget.addEventListener('pointerup', () => setMarquee(null), { once: true });
  };

  const onDoubleClick = (event: MouseEvent): void => {
    const deeper = scene && pickAt(template, scene, toCanvas(event), selection, true);
    if (deeper) select([deeper]);
  };

  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    if (event.dataTransfer.files.length > 0) void dropPictures(event.dataTransfer.files, toCanvas(event));
  };

  return (
    <section className="flex min-h-0 min-w-0 flex-col" aria-label="Stage">
      <div
        className="flex h-10 shrink-0 items-center gap-1 border-b border-line bg-deck px-2"
        role="toolbar"
        aria-label="Stage"
      >
        <AddMenu />
        <span className="flex-1" />
        <SelectField
          bare
          label="Backdrop"
          className="max-w-24"
          value={backdrop}
          choices={[
            { value: 'beach', label: 'Beach' },
            { value: 'checks', label: 'Checks' },
            { value: 'black', label: 'Black' },
          ]}
          onChange={(next) => set({ backdrop: next as Backdrop })}
        />
        <IconButton
          label="Safe areas"
          pressed={hasSafeAreas}
          onClick={() => set({ hasSafeAreas: !hasSafeAreas })}
        >
          <FrameIcon size={15} />
        </IconButton>
        <IconButton label="Zoom out" onClick={() => zoomTo(place.zoom / 1.25, centre)}>
          <ZoomOut size={15} />
        </IconButton>
        <span className="number w-11 text-center text-xs" aria-label="Zoom">
          {Math.round(place.zoom * 100)} %
        </span>
        <IconButton label="Zoom in" onClick={() => zoomTo(place.zoom * 1.25, centre)}>
          <ZoomIn size={15} />
        </IconButton>
        <IconButton label="Show it whole" onClick={() => setView(null)}>
          <Maximize size={15} />
        </IconButton>
      </div>
      <div
        ref={area}
        tabIndex={0}
        role="application"
        aria-label={`Stage of ${template.name}`}
        data-zoom={place.zoom}
        data-x={place.x}
        data-y={place.y}
        className="relative min-h-0 flex-1 touch-none overflow-hidden bg-ground -outline-offset-2"
        onWheel={onWheel}
        onPointerDown={onPointerDown}
        onDoubleClick={onDoubleClick}
        onDragOver={(event) => event.preventDefault()}
        onDrop={onDrop}
      >
        <StagePicture scene={scene} template={template} place={place} backdrop={backdrop} />
        <Overlay
          template={template}
          scene={scene}
          selection={selection.filter((id) => template.elements[id])}
          place={place}
          guides={guides}
          marquee={marquee}
          hasSafeAreas={hasSafeAreas}
        />
        {guides?.words && (
          <output className="number pointer-events-none absolute right-2 bottom-2 rounded bg-panel px-2 py-1 text-xs">
            {guides.words}
          </output>
        )}
        {problem && (
          <p role="alert" className="absolute inset-x-4 top-4 rounded border border-air bg-panel p-3">
            ⚠ {problem.message}
          </p>
        )}
        {template.order.length === 0 && (
          <p className="pointer-events-none absolute inset-0 flex items-center justify-center text-ink">
            <span className="rounded bg-ground/85 px-4 py-2">
              Add a text or a rectangle above, or drop a picture here.
            </span>
          </p>
        )}
      </div>
    </section>
  );
}

const toScreen = (at: Point, place: Placement): Point => ({
  x: place.x + at.x * place.zoom,
  y: place.y + at.y * place.zoom,
});

type Grip = { kind: 'turn'; pivot: Point } | { kind: 'resize'; handle: (typeof handles)[number]; box: Box };

/** The handle under a point of the screen. */
function gripAt(
  template: Template,
  scene: Scene,
  selection: readonly string[],
  place: Placement,
  point: Point,
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
  return null;
}

/** What a click means: the outermost group, or one level deeper into what is chosen on a second click. */
function pickAt(
  template: Template,
  scene: Scene,
  at: Point,
  selection: readonly string[],
  deeper: boolean,
): string | null {
  const { phase, frame } = useBuild.getState().playhead;
  const [hit] = elementsAt(
    scene,
    { phase, frame, enterFrame: null, time: Math.floor(Date.now() / 1000) },
    at.x,
    at.y,
  );
  if (hit === undefined) return null;
  const path = [hit];
  for (let up = siblingsOf(template, hit).parent; up !== null; up = siblingsOf(template, up).parent)
    path.unshift(up);
  const chosen = path.findIndex((id) => selection.includes(id));
  if (chosen >= 0) return (deeper ? path[Math.min(path.length - 1, chosen + 1)] : path[chosen]) ?? hit;
  // Beside something chosen inside a group, its neighbours are chosen as directly.
  const depth = path.findIndex((id) =>
    selection.some((s) => siblingsOf(template, s).parent === siblingsOf(template, id).parent),
  );
  return path[Math.max(0, depth)] ?? hit;
}

const backdrops: Readonly<Record<Backdrop, string>> = {
  checks: 'checks',
  black: 'bg-black',
  beach: 'bg-[url(/backdrops/beach.svg)] bg-cover bg-center',
};

function StagePicture(props: {
  scene: Scene | null;
  template: Template;
  place: Placement;
  backdrop: Backdrop;
}) {
  const { scene, template, place, backdrop } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = template;
  // The monitor stays while scenes come and go with every edit.
  const current = useRef({ scene, template });
  current.current = { scene, template };
  useEffect(() => {
    if (!canvas.current) return;
    let last: { scene: Scene; phase: string; frame: number; time: number } | null = null;
    let seen: number | null = null;
    const { set } = useBuild.getState();
    return watch({
      canvas: canvas.current,
      mode: 'full',
      placeholders: true,
      shown: () => {
        const { scene: shown, template: of } = current.current;
        if (!shown) return null;
        const now = performance.now() / 1000;
        const { isPlaying, playhead } = useBuild.getState();
        if (isPlaying) {
          const by = seen === null ? 0 : (now - seen) * of.rate;
          set({ playhead: onward(playhead, by, of.phases.enter.frames, of.phases.exit.frames, of.rate) });
        }
        seen = isPlaying ? now : null;
        const { phase } = playhead;
        const frame = phase === 'hold' ? 0 : Math.floor(playhead.frame);
        const time = shown.hasClock ? Math.floor(Date.now() / 1000) : 0;
        const isNew =
          last?.scene !== shown || last.phase !== phase || last.frame !== frame || last.time !== time;
        last = { scene: shown, phase, frame, time };
        const roots = [isNew ? evaluate(shown, { phase, frame, enterFrame: null, time }) : shown.root];
        return { roots, isNew, width: of.width, height: of.height };
      },
    });
  }, []);
  return (
    <canvas
      ref={canvas}
      aria-label={`Picture of ${template.name}`}
      className={`absolute ${backdrops[backdrop]}`}
      style={{ left: place.x, top: place.y, width: width * place.zoom, height: height * place.zoom }}
    />
  );
}

/** The playhead some frames on: Enter, a second of Hold, Exit, and round again. */
function onward(
  from: { phase: 'enter' | 'hold' | 'exit'; frame: number },
  by: number,
  enter: number,
  exit: number,
  rate: number,
) {
  const lengths = { enter, hold: rate, exit };
  const order = ['enter', 'hold', 'exit'] as const;
  let { phase, frame } = from;
  frame += by;
  for (let i = 0; i < 6 && frame >= lengths[phase]; i += 1) {
    frame -= lengths[phase];
    phase = order[(order.indexOf(phase) + 1) % 3] ?? 'enter';
  }
  return { phase, frame: Math.min(frame, lengths[phase]) };
}
