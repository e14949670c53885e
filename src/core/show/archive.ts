import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { problem, type Problem } from '../problem';
import { assetExtension, type Asset } from './asset';
import { openDocument } from './migrations';
import { historyEntry, historyText, readHistory, type Way } from './history-file';
import type { Show } from './show';

/** A show file is a ZIP: `show.json`, each asset under `assets/` by its content hash, and by choice `history.json`. */
export const showFileExtension = 'jorvan';
export const showFileLimits = { file: 512 << 20, document: 128 << 20, asset: 256 << 20, entries: 20_000 };

export type Bytes = Uint8Array<ArrayBuffer>;
export type AssetBytes = ReadonlyMap<string, Uint8Array>;

const entryName = (asset: Asset): string => `assets/${asset.id}.${assetExtension[asset.type]}`;

/** JSON with the keys of every object in order, so that equal documents are equal in every byte. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, item: unknown) =>
    typeof item === 'object' && item !== null && !Array.isArray(item)
      ? Object.fromEntries(Object.entries(item).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
      : item,
  );
}

const packed = { level: 6, mtime: '2000-01-01T00:00:00Z' } as const;

/** Assets whose bytes are not at hand are left out; the caller says so to the person. */
export function packShow(show: Show, assets: AssetBytes, way: Way | null = null): Bytes {
  const entries: Zippable = { 'show.json': [strToU8(canonicalJson(show)), packed] };
  if (way) entries[historyEntry] = [strToU8(historyText(way)), packed];
  for (const asset of Object.values(show.assets)) {
    const bytes = assets.get(asset.id);
    if (bytes) entries[entryName(asset)] = [bytes, { ...packed, level: 0 }];
  }
  return zipSync(entries) as Bytes;
}

const refuse = (code: string, message: string, path = ''): { problem: Problem } => ({
  problem: problem(code, message, path),
});

/** Why a show file of so many bytes is not opened, or null; to be asked before it is read. */
export const oversizeProblem = (bytes: number): Problem | null =>
  bytes > showFileLimits.file
    ? problem(
        'too-large',
        `The file has ${Math.round(bytes / 1e6)} MB; a show file may have ${showFileLimits.file >> 20} MiB.`,
      )
    : null;

/** What a show file holds. */
export interface Unpacked {
  readonly show: Show;
  readonly assets: Map<string, Bytes>;
  /** The way back that came with it; `unusable` where what came is no way. */
  readonly way: Way | 'unusable' | null;
}

/** Reads a show file whole or not at all. The caller checks the hashes of the assets (hashing is the host's). */
export function unpackShow(file: Uint8Array): Unpacked | { problem: Problem } {
  const oversize = oversizeProblem(file.length);
  if (oversize) return { problem: oversize };
  if (!(file[0] === 0x50 && file[1] === 0x4b)) {
    return refuse('not-a-show', 'This is not a show file: a show file is a ZIP that Jorvan exported.');
  }
  let entries: Record<string, Uint8Array>;
  let tooLarge = '';
  let outside = '';
  let count = 0;
  try {
    entries = unzipSync(file, {
      filter: ({ name, originalSize }) => {
        count += 1;
        if (name.includes('..') || name.startsWith('/') || name.includes('\\')) outside ||= name;
        const isDocument = name === 'show.json' || name === historyEntry;
        if (originalSize > (isDocument ? showFileLimits.document : showFileLimits.asset)) tooLarge ||= name;
        return (
          !outside &&
          !tooLarge &&
          count <= showFileLimits.entries &&
          /^((show|history)\.json|assets\/[^/]+)$/.test(name)
        );
      },
    });
  } catch {
    return refuse(
      'damaged-file',
      'The show file is damaged: it ends early or its parts do not check. Export it again.',
    );
  }
  if (outside)
    return refuse(
      'unsafe-file',
      `The show file names a place outside itself (${outside}). It was not opened.`,
      outside,
    );
  if (tooLarge || count > showFileLimits.entries) {
    return refuse(
      'too-large',
      `The show file unpacks to more than Jorvan opens${tooLarge ? ` (${tooLarge})` : ''}.`,
      tooLarge,
    );
  }
  const document = entries['show.json'];
  if (!document)
    return refuse('not-a-show', 'This ZIP holds no show.json: it is not a show file.', 'show.json');
  let json: unknown;
  try {
    json = JSON.parse(strFromU8(document));
  } catch {
    return refuse(
      'damaged-file',
      'The document in the show file is damaged: show.json is no JSON.',
      'show.json',
    );
  }
  const opened = openDocument(json);
  if ('problem' in opened) return opened;
  const assets = new Map<string, Bytes>();
  for (const asset of Object.values(opened.show.assets)) {
    const bytes = entries[entryName(asset)];
    if (!bytes) {
      return refuse(
        'missing-asset',
        `The show file lacks the picture “${asset.name}”. Export it again.`,
        entryName(asset),
      );
    }
    assets.set(asset.id, bytes as Bytes);
  }
  const history = entries[historyEntry];
  const way = history ? (readHistory(strFromU8(history), opened.show) ?? 'unusable') : null;
  return { show: opened.show, assets, way };
}
