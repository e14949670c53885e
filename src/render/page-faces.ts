import type { Face } from './text/late-faces';

/** The page's font faces, as its style sheets declare them, for a worker to load. */
export function pageFaces(): Face[] {
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
