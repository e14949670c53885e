import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Fix, Post } from '../../core/post';
import { Button } from '../ui';
import { usePicture } from './use-picture';

type Crop = NonNullable<Fix['crop']>;
const least = 0.05;
const whole: Crop = { x: 0, y: 0, width: 1, height: 1 };
const clamp = (n: number, from: number, to: number): number => Math.max(from, Math.min(to, n));

/** A part of a picture, drawn over it; by keys it is moved, with Shift sized. */
export function CropField({ post, crop, onCrop }: { post: Post; crop: Fix['crop']; onCrop: (crop: Fix['crop']) => void }) {
  const url = usePicture(post.key, 0, true);
  const box = useRef<HTMLDivElement>(null);
  const [from, setFrom] = useState<[number, number] | null>(null);
  const place = (event: PointerEvent): [number, number] => {
    const own = box.current?.getBoundingClientRect();
    return own ? [clamp((event.clientX - own.left) / own.width, 0, 1), clamp((event.clientY - own.top) / own.height, 0, 1)] : [0, 0];
  };
  const between = ([ax, ay]: [number, number], [bx, by]: [number, number]): Crop => {
    const [width, height] = [Math.max(least, Math.abs(ax - bx)), Math.max(least, Math.abs(ay - by))];
    return { x: clamp(Math.min(ax, bx), 0, 1 - width), y: clamp(Math.min(ay, by), 0, 1 - height), width, height };
  };
  const own = crop ?? whole;
  const onKey = (event: KeyboardEvent): void => {
    const [dx = 0, dy = 0] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const by = 0.02;
    if (event.shiftKey) {
      const [width, height] = [clamp(own.width + dx * by, least, 1 - own.x), clamp(own.height + dy * by, least, 1 - own.y)];
      return onCrop({ ...own, width, height });
    }
    onCrop({ ...own, x: clamp(own.x + dx * by, 0, 1 - own.width), y: clamp(own.y + dy * by, 0, 1 - own.height) });
  };
  if (url === null) return <p className="text-xs text-ink-3">The picture is not here yet.</p>;
  const shade = crop && { left: `${crop.x * 100}%`, top: `${crop.y * 100}%`, width: `${crop.width * 100}%`, height: `${crop.height * 100}%` };
  return (
    <div className="flex flex-col items-start gap-1">
      <div
        ref={box}
        role="slider"
        aria-label="Part of the picture"
        aria-valuetext={crop ? `${Math.round(crop.width * 100)} by ${Math.round(crop.height * 100)} percent` : 'all of it'}
        aria-valuenow={Math.round(own.width * 100)}
        tabIndex={0}
        className="relative cursor-crosshair touch-none overflow-hidden rounded"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setFrom(place(event));
        }}
        onPointerMove={(event) => from && onCrop(between(from, place(event)))}
        onPointerUp={() => setFrom(null)}
      >
        <img src={url} alt="" draggable={false} className="block max-h-52 max-w-full select-none" />
        {shade && <span aria-hidden className="pointer-events-none absolute outline outline-[999px] outline-ground/70" style={shade}><span className="absolute inset-0 border border-brass" /></span>}
      </div>
      {crop && <Button tone="quiet" className="h-6 px-2 text-xs" onClick={() => onCrop(null)}>All of it</Button>}
    </div>
  );
} // prettier-ignore
