// output.bundle.kb: what the output page loads besides fonts, gzipped.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

/** Every script and style that a built page loads, the workers that it begins, and those that they import in turn. */
export function loadedBy(page: string, folder = join('dist', 'pages')): string[] {
  const found = new Set<string>();
  const open = [
    ...readFileSync(join(folder, page), 'utf8').matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g),
  ].map((m) => m[1] as string);
  for (let path = open.pop(); path; path = open.pop()) {
    if (found.has(path)) continue;
    found.add(path);
    if (!path.endsWith('.js')) continue;
    const text = readFileSync(join(folder, path), 'utf8');
    for (const match of text.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g))
      open.push(`/assets/${match[1]}`);
    for (const match of text.matchAll(/new Worker\([^;]*?(\/assets\/[^"'`]+\.js)/g))
      open.push(match[1] as string);
  }
  return [...found];
}

export function bundleFigures(): Record<string, number> {
  const bytes = [...loadedBy('out.html')].reduce(
    (sum, path) => sum + gzipSync(readFileSync(join('dist', 'pages', path))).length,
    gzipSync(readFileSync(join('dist', 'pages', 'out.html'))).length,
  );
  return { 'output.bundle.kb': bytes / 1024 };
}
