import { notAPicture, sniffPicture, type Asset, newAsset } from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import { database, storageWords } from './database';
import { hashOf } from './ids';

/** Bytes of an asset: from this browser, or from the air server for what is on air. */
export async function assetBlob(id: string): Promise<Blob | null> {
  const stored = await database.assets.get(id);
  if (stored) return stored.blob;
  const response = await fetch(`/api/assets/${id}`).catch(() => null);
  return response?.ok ? response.blob() : null;
}

const largest = 64 << 20;

/** Takes a picture file into this browser, the same file once only; or says why not. */
export async function addPicture(file: File): Promise<{ asset: Asset } | { problem: Problem }> {
  if (file.size > largest) {
    return {
      problem: problem(
        'too-large',
        `${file.name} has ${Math.round(file.size / 1e6)} MB; pictures may have ${largest >> 20} MiB. Make it smaller.`,
        file.name,
      ),
    };
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  const type = sniffPicture(bytes);
  if (!type) return { problem: notAPicture(file.name, bytes) };
  let blob = new Blob([bytes], { type });
  if (type === 'image/svg+xml') {
    // Loaded only here: it is large, and few files are vector art.
    const { default: purify } = await import('dompurify');
    const clean = purify.sanitize(new TextDecoder().decode(bytes), {
      USE_PROFILES: { svg: true, svgFilters: true },
      NAMESPACE: 'http://www.w3.org/2000/svg',
    });
    if (!clean.includes('<svg')) return { problem: damaged(file.name) };
    blob = new Blob([clean], { type });
  }
  const size = await measure(blob);
  if (!size) return { problem: damaged(file.name) };
  const kept = new Uint8Array(await blob.arrayBuffer());
  const id = await hashOf(kept);
  try {
    await database.assets.put({ id, blob: new Blob([kept], { type }) });
  } catch (error) {
    return { problem: problem('storage-full', storageWords(error, `${file.name} was not added`), file.name) };
  }
  return { asset: newAsset({ id, name: file.name, type, bytes: kept.length, ...size }) };
}

const damaged = (name: string): Problem =>
  problem(
    'damaged-picture',
    `${name} is damaged: it begins like a picture, but cannot be drawn. Export it again and drop it again.`,
    name,
  );

async function measure(blob: Blob): Promise<{ width: number; height: number } | null> {
  const url = URL.createObjectURL(blob);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    // A drawing without a size of its own gets a square.
    return { width: image.naturalWidth || 512, height: image.naturalHeight || 512 };
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}
