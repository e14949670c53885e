import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Dressing, Template } from '../../core/show';
import type { Face, ThumbnailWorker } from '../../workers/thumbnail.worker';
import { assetBlob } from '../state/assets';
import { Still } from './still';

/** The page's font faces, as its style sheets declare them. */
function pageFaces(): Face[] {
  return [...document.styleSheets].flatMap((sheet) =>
    [...sheet.cssRules].flatMap((rule) => {
      if (!(rule instanceof CSSFontFaceRule)) return [];
      const read = (name: string, otherwise: string): string =>
        rule.style.getPropertyValue(name).trim() || otherwise;
      return [
        {
          family: read('font-family', '').replace(/^["']|["']$/g, ''),
          // Addresses in a style sheet are relative to it; a worker's are relative to the worker.
          source: read('src', '').replace(
            /url\(["']?([^"')]+)["']?\)/g,
            (_, url: string) => `url("${new URL(url, sheet.href ?? location.href).href}")`,
          ),
          weight: read('font-weight', 'normal'),
          stretch: read('font-stretch', 'normal'),
          style: read('font-style', 'normal'),
          unicodeRange: read('unicode-range', 'U+0-10FFFF'),
        },
      ];
    }),
  );
}

/** The bytes of a picture as a worker can draw them: vector art is drawn here, as workers have no images. */
async function workerPicture(id: string): Promise<Blob | null> {
  const blob = await assetBlob(id);
  if (!blob?.type.startsWith('image/svg')) return blob;
  const url = URL.createObjectURL(blob);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const factor = 512 / Math.max(image.naturalWidth || 512, image.naturalHeight || 512);
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round((image.naturalWidth || 512) * factor)),
      Math.max(1, Math.round((image.naturalHeight || 512) * factor)),
    );
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob();
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}

let worker: Promise<Remote<ThumbnailWorker>> | null = null;

/** The worker that draws pictures aside. */
export function pictureWorker(): Promise<Remote<ThumbnailWorker>> {
  worker ??= (async () => {
    const made = wrap<ThumbnailWorker>(
      new Worker(new URL('../../workers/thumbnail.worker.ts', import.meta.url), { type: 'module' }),
    );
    await made.open(pageFaces(), proxy(workerPicture));
    return made;
  })();
  return worker;
}

const width = 320;
const settleMs = 500;
const drawn = new WeakMap<Template, { look: Dressing['look']; bitmap: ImageBitmap }>();

/** A small picture of a template at rest, drawn in a worker, and anew a moment after it has changed. */
export function Thumbnail(props: { template: Template; of: Dressing; label: string; className?: string }) {
  const { template, of, label, className = '' } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [isRefused, setIsRefused] = useState(false);
  const [isWithout, setIsWithout] = useState(false);
  const { look } = of;
  const dressing = useRef(of);
  dressing.current = of;
  useEffect(() => {
    let isGone = false;
    const show = (bitmap: ImageBitmap): void => {
      if (!canvas.current) return;
      canvas.current.width = bitmap.width;
      canvas.current.height = bitmap.height;
      canvas.current.getContext('2d')?.drawImage(bitmap, 0, 0);
      canvas.current.dataset['drawn'] = 'true';
    };
    const kept = drawn.get(template);
    if (kept?.look === look) {
      show(kept.bitmap);
      return;
    }
    const draw = async (): Promise<void> => {
      const made = await pictureWorker();
      const bitmap = await made.draw(template, {}, { look, assets: dressing.current.assets }, width);
      if (!isGone) setIsWithout(bitmap === null);
      if (!bitmap) return;
      drawn.set(template, { look, bitmap });
      if (!isGone) show(bitmap);
    };
    // The first picture at once; later ones when the hand that changes it rests.
    const timer = setTimeout(
      () => void draw().catch(() => !isGone && setIsRefused(true)),
      canvas.current?.dataset['drawn'] ? settleMs : 0,
    );
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [template, look, isWithout]);
  if (isWithout)
    return (
      <span
        role="img"
        aria-label={`${label}: it cannot be laid out`}
        className={`checks flex items-center justify-center p-2 text-center text-xs text-warn ${className}`}
        style={{ aspectRatio: `${template.width} / ${template.height}` }}
      >
        ⚠ Its tethers run in a circle
      </span>
    );
  // A browser whose workers have no WebGL draws them itself.
  if (isRefused) return <Still template={template} of={of} label={label} className={className} />;
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className={`checks block ${className}`}
      style={{ aspectRatio: `${template.width} / ${template.height}` }}
    />
  );
}
