// What the browser keeps of the application's pages, so that they open while the server is away.

/** A cache for each version; the one before stays for windows that it is still open in. */
const prefix = 'jorvan-pages-';
export const cacheOf = (version: string): string => prefix + version;

/** Pages that are never answered from what is kept: what is on air, and what the server says itself. */
const served = /^\/(out|frame|api|air|demo)(\/|$)/;
/** Files whose names change with what is in them, and the few that the page names itself. */
const files = /^\/(assets|backdrops)\/|^\/mark\.svg$/;

/** What a request is answered with: the page of the application, a file that may be kept, or by the server alone (null). */
export function answerOf(request: {
  readonly method: string;
  readonly mode: string;
  readonly path: string;
}): 'page' | 'file' | null {
  const { method, mode, path } = request;
  if (method !== 'GET') return null;
  if (files.test(path)) return 'file';
  return mode === 'navigate' && !served.test(path) && !/\.[a-z0-9]+$/i.test(path) ? 'page' : null;
}

/** The caches to be dropped when a version begins; `names` in the order in which they were made. */
export function outlived(names: readonly string[], version: string): string[] {
  const own = names.filter((name) => name.startsWith(prefix) && name !== cacheOf(version));
  return own.slice(0, -1);
}

/** Which of the built files are fetched ahead; the others are kept once they have been asked for. */
export const isFetchedAhead = (path: string): boolean =>
  path === 'index.html' ||
  path === 'mark.svg' ||
  /^assets\/.*\.(js|css|wasm)$/.test(path) ||
  /^assets\/.*-latin(-ext)?-.*\.woff2$/.test(path);
