import { z } from 'zod';
import { refuse, refuseWebPage, type Cell, type Read } from '../read';
import { parseDate } from '../values';
import { xmlText } from './xml';
import { encodingSchema } from './text';

export const feedFormatSchema = z.object({ format: z.literal('feed'), encoding: encodingSchema });

type Item = Readonly<Record<string, unknown>>;

/** Words of a feed without the markup that some are written in. */
function plain(value: unknown): string {
  if (typeof value === 'object' && value !== null)
    return plain(
      (value as { value?: unknown; name?: unknown }).value ?? (value as { name?: unknown }).name ?? '',
    );
  if (typeof value !== 'string' && typeof value !== 'number') return '';
  return String(value)
    .replace(/<br\s*\/?>/gi, '\n')
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&#39;|&apos;/g, "'")
    .replace(/&nbsp;/g, '\u00a0')
    .replace(/&amp;/g, '&')
    .trim();
}
const list = (value: unknown): unknown[] =>
  Array.isArray(value) ? value : value === undefined || value === null ? [] : [value];
const first = (...values: unknown[]): string =>
  values.map((v) => plain(list(v)[0])).find((words) => words !== '') ?? '';

function pictureOf(item: Item): string {
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
  const own = first(item['link']);
  if (own) return own;
  const links = list(item['links']) as { href?: string; rel?: string }[];
  return (links.find((link) => link.rel === undefined || link.rel === 'alternate') ?? links[0])?.href ?? '';
}

const columns = ['Title', 'Text', 'Category', 'Author', 'Published', 'Link', 'Picture', 'Id'] as const;

/** RSS 2.0, RSS 1.0 (RDF) and Atom (RFC 4287) as rows. Items without any words are left out, and it is said how many. */
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
  try {
    const parsed = parseFeed(text);
    const { feed } = parsed as { feed: { title?: unknown; items?: Item[]; entries?: Item[] } };
    items = feed.items ?? feed.entries ?? [];
    title = plain(feed.title);
  } catch {
    const isCut = !/<\/(rss|feed|rdf:RDF)\s*>\s*$/i.test(text);
    return refuse(
      isCut && /<(rss|feed|rdf:RDF)/i.test(text) ? 'half-written' : 'no-feed',
      isCut && /<(rss|feed|rdf:RDF)/i.test(text)
        ? `${name} breaks off before its end. Save it again, or wait for the next answer.`
        : `${name} is no feed of RSS 2.0, RSS 1.0 or Atom.`,
      name,
    );
  }
  const notes: string[] = title ? [`“${title}”.`] : [];
  let wordless = 0;
  let dateless = 0;
  const rows: Cell[][] = [];
  for (const item of items) {
    const dublin = (item['dc'] ?? {}) as Record<string, unknown>;
    const heading = first(item['title']);
    const words = first(
      item['description'],
      item['summary'],
      item['content'],
      (item['content'] as Item | undefined)?.['encoded'],
    );
    if (heading === '' && words === '') {
      wordless += 1;
      continue;
    }
    const dated = first(item['pubDate'], item['published'], item['updated'], dublin['date'], dublin['dates']);
    const ms =
      dated === ''
        ? null
        : (parseDate(dated) ?? (Number.isFinite(Date.parse(dated)) ? Date.parse(dated) : null));
    if (ms === null) dateless += 1;
    rows.push([
      heading,
      words,
      first(
        item['categories'],
        (list(item['categories'])[0] as Item | undefined)?.['term'],
        dublin['subject'],
        dublin['subjects'],
      ),
      first(item['authors'], item['author'], dublin['creator'], dublin['creators']),
      ms === null ? null : new Date(ms).toISOString(),
      linkOf(item),
      pictureOf(item),
      first(item['guid'], item['id'], item['link']),
    ]);
  }
  if (wordless > 0)
    notes.push(
      `${wordless === 1 ? 'One item has' : `${wordless} items have`} neither title nor text and ${wordless === 1 ? 'is' : 'are'} left out.`,
    );
  if (dateless > 0)
    notes.push(`${dateless === 1 ? 'One item has' : `${dateless} items have`} no date that can be read.`);
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
