import {
  dataType,
  isFont,
  isVideo,
  newAsset,
  notAnAsset,
  sniffAsset,
  type Asset,
  type AssetType,
} from '../../core/show';
import { sizeProblem } from '../../core/source';
import { drawingSize } from '../../core/svg';
import { problem, type Problem } from '../../core/problem';
import { database, storageWords } from './database';
import { hashOf } from './ids';

/** The bytes of an asset that this browser has. */
export const keptBlob = async (id: string): Promise<Blob | null> =>
  (await database.assets.get(id))?.blob ?? null;

/** Bytes of an asset: from this browser, or from the air server for what is on air. */
export async function assetBlob(id: string): Promise<Blob | null> {
  const stored = await keptBlob(id);
  if (stored) return stored;
  const response = await fetch(`/api/assets/${id}`).catch(() => null);
  return response?.ok ? response.blob() : null;
}

/** How many of these assets this browser has no bytes of. */
export async function missingBytes(ids: readonly string[]): Promise<number> {
  const found = await database.assets.bulkGet([...ids]);
  return found.filter((asset) => !asset).length;
}

const mib = 1 << 20;
const longestSide = 16_384;
const mostPixels = 100e6;
const largest = { picture: 64 * mib, video: 256 * mib, font: 32 * mib };
/** What a file chooser offers. */
export const acceptedFiles =
  'image/png,image/jpeg,image/webp,image/gif,image/svg+xml,video/webm,video/mp4,.png,.jpg,.jpeg,.webp,.gif,.svg,.webm,.mp4,.ttf,.otf,.woff2';
export const acceptedPictures =
  'image/png,image/jpeg,image/webp,image/gif,image/svg+xml,.png,.jpg,.jpeg,.webp,.gif,.svg';
export const acceptedVideos = 'video/webm,video/mp4,.webm,.mp4';

/** Takes a file into this browser, the same file once only; or says why not. */
export async function addAsset(file: File): Promise<{ asset: Asset } | { problem: Problem }> {
  const head = new Uint8Array(await file.slice(0, 8192).arrayBuffer());
  const type = sniffAsset(head);
  if (!type) return { problem: notAnAsset(file.name, head) };
  const kind = isVideo({ type }) ? 'video' : isFont({ type }) ? 'font' : 'picture';
  if (file.size > largest[kind]) {
    return {
      problem: problem(
        'too-large',
        `${file.name} has ${Math.round(file.size / 1e6)} MB; a ${kind} may have ${largest[kind] / mib} MiB. Make it smaller.`,
        file.name,
      ),
    };
  }
  let blob = new Blob([await file.arrayBuffer()], { type });
  if (type === 'image/svg+xml') {
    const clean = await cleanSvg(await blob.text());
    if (clean === null) return { problem: damaged(file.name, kind) };
    blob = new Blob([clean], { type });
  }
  const oversize = await declaredTooLarge(blob, type, file.name);
  if (oversize) return { problem: oversize };
  const facts = await lookAt(blob, type, file.name);
  if (!facts) return { problem: damaged(file.name, kind) };
  const kept = new Uint8Array(await blob.arrayBuffer());
  const id = await hashOf(kept);
  try {
    await database.assets.put({ id, blob: new Blob([kept], { type }) });
  } catch (error) {
    return { problem: problem('storage-full', storageWords(error, `${file.name} was not added`), file.name) };
  }
  return { asset: newAsset({ id, name: file.name, type, bytes: kept.length, ...facts }) };
}

/** Vector art without scripts, handlers and outside references; null where nothing is left. */
export async function cleanSvg(text: string): Promise<string | null> {
  // Loaded only here: it is large, and few files are vector art.
  const { default: purify } = await import('dompurify');
  const clean = purify.sanitize(text, {
    USE_PROFILES: { svg: true, svgFilters: true },
    NAMESPACE: 'http://www.w3.org/2000/svg',
    ADD_TAGS: ['use'],
  });
  return clean.includes('<svg') ? clean : null;
}

const damaged = (name: string, kind: string): Problem =>
  problem(
    `damaged-${kind}`,
    `${name} is damaged: it begins like a ${kind}, but cannot be ${kind === 'font' ? 'read' : 'drawn'}. Export it again and drop it again.`,
    name,
  );

type Facts = Pick<Asset, 'width' | 'height' | 'alpha' | 'seconds' | 'family'>;
const still = { seconds: 0, family: '' };

async function lookAt(blob: Blob, type: AssetType, name: string): Promise<Facts | null> {
  const url = URL.createObjectURL(blob);
  try {
    if (isFont({ type })) return await lookAtFont(blob, type, name);
    if (isVideo({ type })) return await lookAtVideo(url);
    if (type === 'image/svg+xml') return await lookAtDrawing(url, await blob.text());
    // Unlike an image element, a bitmap is refused where its file ends too early or its sums are wrong.
    const bitmap = await createImageBitmap(blob);
    const { width, height } = bitmap;
    const alpha = type !== 'image/jpeg' && hasAlpha(bitmap, width, height);
    bitmap.close();
    return { ...still, width, height, alpha };
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Vector art; one that says its proportions only gets a size that can be worked with. */
async function lookAtDrawing(url: string, text: string): Promise<Facts> {
  const image = new Image();
  image.src = url;
  await image.decode();
  const { width, height } = drawingSize(text) ?? {
    width: image.naturalWidth || 512,
    height: image.naturalHeight || 512,
  };
  return { ...still, width, height, alpha: hasAlpha(image, width, height) };
}

/** Refuses what says of itself that it is larger than can be drawn, before anything is made of it. */
async function declaredTooLarge(blob: Blob, type: AssetType, name: string): Promise<Problem | null> {
  if (!type.startsWith('image/') || type === 'image/svg+xml') return null;
  try {
    const { imageSize } = await import('image-size');
    const { width, height } = imageSize(new Uint8Array(await blob.arrayBuffer()));
    if (width <= longestSide && height <= longestSide && width * height <= mostPixels) return null;
    return problem(
      'too-large',
      `${name} is ${width}×${height} pixels; a picture may have ${longestSide} on a side and ${mostPixels / 1e6} million in all. Make it smaller.`,
      name,
    );
  } catch {
    // It does not say: what it holds is found out by decoding it.
    return null;
  }
}

/** Whether any of a picture can be seen through, looked at small. */
function hasAlpha(source: CanvasImageSource, width: number, height: number): boolean {
  const canvas = document.createElement('canvas');
  const scale = Math.min(1, 256 / Math.max(width, height));
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return true;
  context.drawImage(source, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  for (let i = 3; i < data.length; i += 4) if ((data[i] as number) < 250) return true;
  return false;
}

async function lookAtVideo(url: string): Promise<Facts | null> {
  const video = document.createElement('video');
  video.muted = true;
  video.preload = 'auto';
  const loaded = new Promise<boolean>((resolve) => {
    video.addEventListener('loadeddata', () => resolve(true));
    video.addEventListener('error', () => resolve(false));
  });
  video.src = url;
  if (!(await loaded)) return null;
  const { videoWidth: width, videoHeight: height } = video;
  const alpha = hasAlpha(video, width, height);
  if (video.duration === Infinity) {
    // A recording does not say how long it is until its end has been looked for.
    const found = new Promise((resolve) => video.addEventListener('seeked', resolve, { once: true }));
    video.currentTime = 1e7;
    await found;
  }
  const seconds = Number.isFinite(video.duration) ? video.duration : 0;
  video.removeAttribute('src');
  return { width, height, alpha, seconds, family: '' };
}

async function lookAtFont(blob: Blob, type: AssetType, name: string): Promise<Facts | null> {
  const bytes = await blob.arrayBuffer();
  const stem = name.replace(/\.[^.]*$/, '');
  await new FontFace('a font that is looked at', bytes.slice(0)).load();
  let family = '';
  if (type !== 'font/woff2') {
    // Loaded only here: it is large, and few files are fonts.
    const { parse } = await import('opentype.js');
    const { names } = parse(bytes);
    family = nameIn(names, 'fullName') || nameIn(names, 'fontFamily');
  }
  return { width: 0, height: 0, alpha: false, seconds: 0, family: (family || stem).slice(0, 100) };
}

/** A name of a font, by whatever platform's table has it; English before others. */
function nameIn(names: unknown, key: string): string {
  if (typeof names !== 'object' || names === null) return '';
  const own = (names as Record<string, unknown>)[key];
  if (typeof own === 'object' && own !== null) {
    const words = own as Record<string, string>;
    return words['en'] ?? Object.values(words)[0] ?? '';
  }
  for (const inner of Object.values(names)) {
    const found = nameIn(inner, key);
    if (found) return found;
  }
  return '';
}

/** Keeps a file of data in this browser, under its hash, as it is. */
export async function addDataFile(file: File): Promise<{ id: string } | { problem: Problem }> {
  const oversize = sizeProblem(file.size, file.name);
  if (oversize) return { problem: oversize };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const id = await hashOf(bytes);
  try {
    await database.assets.put({ id, blob: new Blob([bytes], { type: dataType }) });
    return { id };
  } catch (error) {
    return { problem: problem('storage-full', storageWords(error, `${file.name} was not kept`), file.name) };
  }
}
