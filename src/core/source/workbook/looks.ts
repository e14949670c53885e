import { formatHex, modeHsl, modeRgb, useMode as register } from 'culori/fn';
import { strFromU8, unzipSync } from 'fflate';

/** What a cell looks like: #rrggbb each. */
export interface Look {
  readonly fill?: string;
  readonly colour?: string;
}

const toRgb = register(modeRgb);
const toHsl = register(modeHsl);

/** The colours that cells of old name by a number (ECMA-376, 18.8.27); the first eight are those of the second. */
const palette =
  '000000ffffffff000000ff000000ffffff00ff00ff00ffff80000000800000008080800080008000808' +
  '0c0c0c08080809999ff993366ffffccccffff660066ff80800066ccccccff000080ff00ffffff0000ffff80008080000000808' +
  '00000ff00ccffccffffccffccffff9999ccffff99cccc99ffffcc993366ff33cccc99cc00ffcc00ff9900ff6600666699969696' +
  '003366339966003300333300993300993366333399333333';
const basic: readonly string[] = palette.match(/.{6}/g) ?? [];

/** Names of the theme's colours in the order in which cells number them. */
const themeOrder = ['lt1', 'dk1', 'lt2', 'dk2', 'accent1', 'accent2', 'accent3', 'accent4', 'accent5', 'accent6', 'hlink', 'folHlink']; // prettier-ignore

type Attributes = ReadonlyMap<string, string>;
const attributesIn = (tag: string): Attributes =>
  new Map(
    [...tag.matchAll(/([\w:]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g)].map((m) => [
      m[1] as string,
      m[2] ?? m[3] ?? '',
    ]),
  );
/** The start tags of a name, whatever its prefix, with what stands in them up to their end tags. */
function* tagsOf(xml: string, name: string): Generator<{ attributes: Attributes; inner: string }> {
  const form = new RegExp(
    `<(?:\\w+:)?${name}(?=[\\s/>])([^>]*?)(?:/>|>([\\s\\S]*?)</(?:\\w+:)?${name}\\s*>)`,
    'g',
  );
  for (const match of xml.matchAll(form))
    yield { attributes: attributesIn(match[1] ?? ''), inner: match[2] ?? '' };
}
const first = (xml: string, name: string): { attributes: Attributes; inner: string } | undefined =>
  tagsOf(xml, name).next().value as { attributes: Attributes; inner: string } | undefined;

/** A tint darkens below nought and lightens above (ECMA-376, 18.8.19). */
function tinted(hex: string, tint: number): string {
  if (tint === 0) return hex;
  const hsl = toHsl(toRgb(hex));
  if (!hsl) return hex;
  const l = tint < 0 ? hsl.l * (1 + tint) : hsl.l * (1 - tint) + tint;
  return formatHex({ ...hsl, l: Math.min(1, Math.max(0, l)) });
}

function themeColours(xml: string): string[] {
  return themeOrder.map((name) => {
    const inner = first(xml, name)?.inner ?? '';
    const plain =
      first(inner, 'srgbClr')?.attributes.get('val') ?? first(inner, 'sysClr')?.attributes.get('lastClr');
    return `#${(plain ?? (name === 'lt1' ? 'ffffff' : '000000')).toLowerCase()}`;
  });
}

/** The looks of a sheet's cells in a workbook of Office Open XML, by `row:column` from 0, and texts written inside cells. */
export interface SheetLooks {
  readonly looks: ReadonlyMap<string, Look>;
  readonly inline: ReadonlyMap<string, string>;
}
const nothing: SheetLooks = { looks: new Map(), inline: new Map() };

const columnOf = (letters: string): number =>
  [...letters].reduce((n, letter) => n * 26 + letter.charCodeAt(0) - 64, 0) - 1;

const unescaped = (text: string): string =>
  text
    .replace(/<!\[CDATA\[([\s\S]*?)\]\]>/g, (_, raw: string) => raw.replace(/&/g, '&amp;').replace(/</g, '&lt;'))
    .replace(/&#x([0-9a-f]+);/gi, (_, hex: string) => String.fromCodePoint(Math.min(0x10ffff, parseInt(hex, 16))))
    .replace(/&#(\d+);/g, (_, n: string) => String.fromCodePoint(Math.min(0x10ffff, Number(n))))
    .replace(/&lt;/g, '<').replace(/&gt;/g, '>').replace(/&quot;/g, '"').replace(/&apos;/g, "'").replace(/&amp;/g, '&'); // prettier-ignore

/** What the reader of workbooks leaves out of Office Open XML: colours of fonts, themes, tints, and all runs of inline texts. */
export function sheetLooks(bytes: Uint8Array, sheet: string): SheetLooks {
  const wanted =
    /(^|\/)(\[Content_Types\]\.xml|[^/]*\.rels|styles\d*\.xml|theme\d*\.xml|[^/]*workbook[^/]*\.xml)$/i;
  const files = unzipSync(bytes, {
    filter: (file) => wanted.test(file.name) && file.originalSize < 32 << 20,
  });
  const part = (path: string): string => (files[path] ? strFromU8(files[path]) : '');
  const types = part('[Content_Types].xml');
  const main = [...tagsOf(types, 'Override')].find(({ attributes }) =>
    /\.main\+xml$/.test(attributes.get('ContentType') ?? ''),
  );
  const bookPath = (main?.attributes.get('PartName') ?? '/xl/workbook.xml').replace(/^\//, '');
  const folder = bookPath.replace(/[^/]*$/, '');
  const related = [
    ...tagsOf(part(`${folder}_rels/${bookPath.slice(folder.length)}.rels`), 'Relationship'),
  ].map(({ attributes }) => ({
    id: attributes.get('Id') ?? '',
    type: (attributes.get('Type') ?? '').replace(/^.*\//, ''),
    path: pathFrom(folder, attributes.get('Target') ?? ''),
  }));
  const own = [...tagsOf(part(bookPath), 'sheet')].find(
    ({ attributes }) => unescaped(attributes.get('name') ?? '') === sheet,
  );
  const id = [...(own?.attributes ?? [])].find(([name]) => /:id$/i.test(name))?.[1];
  const path = related.find((one) => one.id === id)?.path;
  if (path === undefined) return nothing;
  const byType = (type: string): string => part(related.find((one) => one.type === type)?.path ?? '');
  const formats = looksOf(byType('styles'), themeColours(byType('theme')));
  const raw = unzipSync(bytes, { filter: (file) => file.name === path })[path];
  if (!raw) return nothing;
  const xml = strFromU8(raw);
  const hasInline = xml.includes('inlineStr');
  if (!hasInline && formats.every((look) => look === null)) return nothing;
  const looks = new Map<string, Look>();
  const inline = new Map<string, string>();
  const closing = /<\/(?:\w+:)?is\s*>/g;
  const form = /<(?:\w+:)?c\s([^>]*?)(\/?)>/g;
  for (let match = form.exec(xml); match; match = form.exec(xml)) {
    const tag = match[1] as string;
    const [, letters = '', row = ''] = /\br\s*=\s*["']([A-Z]+)(\d+)["']/.exec(tag) ?? [];
    if (row === '') continue;
    const key = `${Number(row) - 1}:${columnOf(letters)}`;
    const look = formats[Number(/\bs\s*=\s*["'](\d+)["']/.exec(tag)?.[1] ?? 0)];
    if (look) looks.set(key, look);
    if (hasInline && match[2] === '' && tag.includes('inlineStr')) {
      closing.lastIndex = form.lastIndex;
      const close = closing.exec(xml);
      if (!close) continue;
      const inner = xml
        .slice(form.lastIndex, close.index)
        .replace(/<(?:\w+:)?rPh[\s>][\s\S]*?<\/(?:\w+:)?rPh\s*>/g, '');
      inline.set(key, [...tagsOf(inner, 't')].map((run) => unescaped(run.inner)).join(''));
    }
  }
  return { looks, inline };
}

function pathFrom(folder: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1);
  const parts = folder.split('/').filter(Boolean);
  for (const step of target.split('/')) {
    if (step === '..') parts.pop();
    else if (step !== '.') parts.push(step);
  }
  return parts.join('/');
}

/** What each format of cells looks like; null where it is plain. */
function looksOf(styles: string, theme: readonly string[]): (Look | null)[] {
  const custom = first(styles, 'indexedColors');
  const indexed = custom
    ? [...tagsOf(custom.inner, 'rgbColor')].map(({ attributes }) =>
        (attributes.get('rgb') ?? '').slice(-6).toLowerCase(),
      )
    : null;
  const colourOf = (attributes: Attributes | undefined): string | undefined => {
    if (!attributes) return undefined;
    const tint = Number(attributes.get('tint') ?? 0) || 0;
    const rgb = attributes.get('rgb');
    if (rgb && /^[0-9a-f]{6,8}$/i.test(rgb)) return tinted(`#${rgb.slice(-6).toLowerCase()}`, tint);
    const at = attributes.get('theme');
    if (at !== undefined)
      return theme[Number(at)] === undefined ? undefined : tinted(theme[Number(at)] as string, tint);
    const n = Number(attributes.get('indexed') ?? NaN);
    // 64 and 65 are the system's own, as if nothing were chosen.
    if (!(n >= 0 && n < 64)) return undefined;
    const hex = indexed?.[n] ?? basic[n < 8 ? n : n - 8];
    return hex ? tinted(`#${hex}`, tint) : undefined;
  };
  const fonts = [...tagsOf(first(styles, 'fonts')?.inner ?? '', 'font')].map(({ inner }) =>
    colourOf(first(inner, 'color')?.attributes),
  );
  const fills = [...tagsOf(first(styles, 'fills')?.inner ?? '', 'fill')].map(({ inner }) => {
    const pattern = first(inner, 'patternFill');
    if (pattern) {
      const kind = pattern.attributes.get('patternType') ?? 'none';
      return kind === 'none' ? undefined : colourOf(first(pattern.inner, 'fgColor')?.attributes);
    }
    return colourOf(first(first(inner, 'gradientFill')?.inner ?? '', 'color')?.attributes);
  });
  return [...tagsOf(first(styles, 'cellXfs')?.inner ?? '', 'xf')].map(({ attributes }) => {
    const fill = fills[Number(attributes.get('fillId') ?? 0)];
    const font = fonts[Number(attributes.get('fontId') ?? 0)];
    // The colour of the plain font is nobody's choice.
    const colour = font !== fonts[0] ? font : undefined;
    return fill || colour ? { ...(fill ? { fill } : {}), ...(colour ? { colour } : {}) } : null;
  });
}
