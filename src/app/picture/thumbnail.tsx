import { proxy, transfer, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { shownWithin, type TemplateContext, type Template } from '../../core/show';
import { pageFaces, vectorOnPage } from '../../render';
import type { ThumbnailWorker } from '../../workers/thumbnail.worker';
import { assetBlob } from '../state/assets';
import { Still } from './still';

/** Vector art of the worker, drawn here: workers have no images. */
const vectorForWorker = async (blob: Blob, size: number): Promise<ImageBitmap> => {
  const bitmap = await createImageBitmap(await vectorOnPage(blob, size));
  return transfer(bitmap, [bitmap]);
};

let worker: Promise<Remote<ThumbnailWorker>> | null = null;

/** The worker that draws pictures aside. */
export function pictureWorker(): Promise<Remote<ThumbnailWorker>> {
  worker ??= (async () => {
    const made = wrap<ThumbnailWorker>(
      new Worker(new URL('../../workers/thumbnail.worker.ts', import.meta.url), { type: 'module' }),
    );
    await made.open(pageFaces(), proxy(assetBlob), proxy(vectorForWorker));
    return made;
  })();
  return worker;
}

const width = 320;
const settleMs = 500;
const drawn = new WeakMap<
  Template,
  { look: TemplateContext['look']; templates: TemplateContext['templates']; bitmap: ImageBitmap }
>();

/** A small picture of a template at rest, drawn in a worker, and anew a moment after it has changed. */
export function Thumbnail(props: {
  template: Template;
  of: TemplateContext;
  label: string;
  className?: string;
}) {
  const { template, of, label, className = '' } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [isRefused, setIsRefused] = useState(false);
  const [isWithout, setIsWithout] = useState(false);
  const { look } = of;
  const templates = shownWithin(template, of.templates);
  const context = useRef(of);
  context.current = of;
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
    if (kept?.look === look && kept.templates === templates) {
      show(kept.bitmap);
      return;
    }
    const draw = async (): Promise<void> => {
      const made = await pictureWorker();
      const bitmap = await made.draw(
        template,
        {},
        { look, templates, assets: context.current.assets },
        width,
      );
      if (!isGone) setIsWithout(bitmap === null);
      if (!bitmap) return;
      drawn.set(template, { look, templates, bitmap });
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
  }, [template, look, templates, isWithout]);
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
