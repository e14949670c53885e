import { decodeHTML } from 'entities';
import type { z } from 'zod';
import { refuse, refuseWebPage, type Cell, type Read } from '../read';
import { parseFeedDate } from '../feed-date';
import { xmlText } from './xml';
import type { feedFormatSchema } from './schemas';

type Item = Readonly<Record<string, unknown>>;

/** Words of a feed without the markup that some are written in. */
function plain(value: unknown): string {
  if (typeof value === 'object' && value !== null)
    return plain(
      (value as { value?: unknown; name?: unknown }).value ?? (value as { name?: unknown }).name ?? '',
    );
  if (typeof value !== 'string' && typeof value !== 'number') return '';
  return decodeHTML(
    String(value)
      .replace(/<br\s*\/?>|<\/p>\s*(?=<p)/gi, '\n')
      .replace(/<!--[\s\S]*?-->|<[^>]*>/g, ''),
  ).trim();
}
const list = (value: unknown): unknown[] =>
  Array.isArray(value) ? value : value === undefined || value === null ? [] : [value];
const first = (...values: unknown[]): string =>
  values.map((v) => plain(list(v)[0])).find((words) => words !== '') ?? '';

/** Words that are packed in base64 (RFC 4287, 4.1.3.3; RFC 4648); others as they are. */
function unpacked(value: unknown, isMarked: boolean): unknown {
  const { value: words, type } = (typeof value === 'object' && value !== null ? value : {}) as {
    value?: unknown;
    type?: string;
  };
  const text = typeof value === 'string' ? value : words;
  if (typeof text !== 'string') return value;
  const isOther =
    type !== undefined && !/^(text|html|xhtml)$|^text\/|[+/]xml$/i.test(type) && type.includes('/');
  if (!isMarked && !isOther) return value;
  const packed = text.replace(/\s+/g, '');
  if (packed === '' || packed.length % 4 !== 0 || !/^[A-Za-z0-9+/]+={0,2}$/.test(packed)) return value;
  try {
    const bytes = Uint8Array.from(atob(packed), (sign) => sign.charCodeAt(0));
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // A picture or a film: no words.
    return '';
  }
}

function pictureOf(item: Item): string {
  const own = item['image'] ?? item['banner_image'];
  if (typeof own === 'string') return own;
  for (const attached of list(item['attachments'])) {
    const { url, mime_type: type } = attached as { url?: string; mime_type?: string };
    if (url && (type ?? '').startsWith('image/')) return url;
  }
  for (const enclosure of list(item['enclosures'])) {
    const { url, type } = enclosure as { url?: string; type?: string };
    if (url && (type ?? '').startsWith('image/')) return url;
  }
  for (const link of list(item['links'])) {
    const { href, rel, type } = link as { href?: string; rel?: string; type?: string };
    if (href && rel === 'enclosure' && (type ?? '').startsWith('image/')) return href;
  }
  return '';
}

function linkOf(item: Item): string {
  const own = first(item['link'], item['url'], item['external_url']);
  if (own) return own;
  const links = list(item['links']) as { href?: string; rel?: string }[];
  return (links.find((link) => link.rel === undefined || link.rel === 'alternate') ?? links[0])?.href ?? '';
}

const columns = ['Title', 'Text', 'Category', 'Author', 'Published', 'Link', 'Picture', 'Id'] as const;

/** RSS 2.0, RSS 1.0 (RDF), Atom (RFC 4287) and JSON Feed 1.1 as rows. Items without any words are left out, and it is said how many. */
export async function readFeed(
  bytes: Uint8Array,
  options: z.infer<typeof feedFormatSchema>,
  name: string,
): Promise<Read> {
  const { text, encoding } = await xmlText(bytes, options.encoding, name);
  refuseWebPage(text, name, 'a feed');
  const { parseFeed } = await import('feedsmith');
  let items: Item[];
  let title = '';
  const isJson = /^\s*\{/.test(text);
  const isFeed = isJson || /<(rss|feed|rdf:RDF)/i.test(text);
  const isCut = isJson
    ? !/\}\s*$/.test(text)
    : !/<\/(rss|feed|rdf:RDF)\s*>(\s|<!--[\s\S]*?-->)*$/i.test(text);
  const refuseCut = (): never =>
    refuse(
      'half-written',
      `${name} breaks off before its end. Save it again, or wait for the next answer.`,
      name,
    );
  // Some parsers make do with what is there: the items behind the break would be gone.
  if (isFeed && isCut) return refuseCut();
  try {
    const parsed = parseFeed(text);
    const { feed } = parsed as { feed: { title?: unknown; items?: Item[]; entries?: Item[] } };
    items = feed.items ?? feed.entries ?? [];
    title = plain(feed.title);
  } catch {
    return refuse('no-feed', `${name} is no feed of RSS 2.0, RSS 1.0, Atom or JSON Feed.`, name);
  }
  const notes: string[] = title ? [`“${title}”.`] : [];
  let wordless = 0;
  const isPacked = /(?:mode|encoding)\s*=\s*["']base64["']/.test(text);
  let dateless = 0;
  let strange = '';
  const rows: Cell[][] = [];
  for (const item of items) {
    const dublin = (item['dc'] ?? {}) as Record<string, unknown>;
    const heading = first(item['title']);
    const words = first(
      item['description'],
      item['summary'],
      unpacked(item['content'], isPacked),
      unpacked((item['content'] as Item | undefined)?.['encoded'], isPacked),
      item['content_text'],
      item['content_html'],
    );
    if (heading === '' && words === '') {
      wordless += 1;
      continue;
    }
    const dated = first(
      item['pubDate'],
      item['published'],
      item['date_published'],
      item['updated'],
      item['date_modified'],
      dublin['date'],
      dublin['dates'],
    );
    const ms = dated === '' ? null : parseFeedDate(dated);
    if (ms === null) {
      dateless += 1;
      strange ||= dated;
    }
    rows.push([
      heading,
      words,
      first(
        item['categories'],
        (list(item['categories'])[0] as Item | undefined)?.['term'],
        item['tags'],
        dublin['subject'],
        dublin['subjects'],
      ),
      first(item['authors'], item['author'], dublin['creator'], dublin['creators']),
      ms === null ? null : new Date(ms).toISOString(),
      linkOf(item),
      pictureOf(item),
      first(item['guid'], item['id'], item['link'], item['url']),
    ]);
  }
  if (wordless > 0)
    notes.push(
      `${wordless === 1 ? 'One item has' : `${wordless} items have`} neither title nor text and ${wordless === 1 ? 'is' : 'are'} left out.`,
    );
  if (dateless > 0)
    notes.push(
      `${dateless === 1 ? 'One item has' : `${dateless} items have`} no date that can be told for certain${strange ? `, such as “${strange.slice(0, 40)}”` : ''}.`,
    );
  return {
    columns: columns.map((column) => ({
      name: column,
      type: column === 'Published' ? 'date' : column === 'Picture' ? 'picture' : 'text',
    })),
    rows,
    value: null,
    notes,
    encoding,
    offers: [],
    facets: {},
  };
}
