import { endOf, type AirState, type AirTicker, type Command, type Graphic } from '../../core/playout';
import { isForRows, pageOf, rowsGiven, shownRows, type Release } from '../../core/show';
import { inStep } from '../../core/ticker';
import type { PostsSource } from './post-host';
import type { PollSource } from './posts.worker';

/** Of a release the sources of posts, and what looks at each: the source itself and views on it, by their ids. */
export function postSourcesOf(release: Pick<Release, 'sources' | 'views'> | undefined): {
  readonly sources: readonly PostsSource[];
  readonly polls: readonly PollSource[];
  readonly sourceOf: (data: string) => string | null;
} {
  const sources = Object.values(release?.sources ?? {}).filter((source): source is PostsSource => source.kind === 'posts');
  const polls = Object.values(release?.sources ?? {}).filter((source): source is PollSource => source.kind === 'poll');
  const ids = new Set(sources.map(({ id }) => id));
  const sourceOf = (data: string, depth = 0): string | null => {
    if (ids.has(data)) return data;
    const view = release?.views[data];
    return view && depth < 50 ? sourceOf(view.of, depth + 1) : null;
  };
  return { sources, polls, sourceOf };
} // prettier-ignore

type ReleaseOf = (hash: string) => Release | undefined;

/** The posts that a graphic shows, as it is filled by one or has rows of them. */
function shownBy({ row, values, release, template: of }: Graphic, own: ReturnType<typeof postSourcesOf>, releaseOf: ReleaseOf): [source: string, key: string][] {
  const filled = row && own.sourceOf(row.of);
  const found: [string, string][] = filled ? [[filled, (row as NonNullable<typeof row>).key]] : [];
  const template = releaseOf(release)?.templates[of];
  for (const element of Object.values(template?.elements ?? {})) {
    if (!template || !isForRows(element)) continue;
    const list = rowsGiven(template, element, values);
    // Of rows that turn their pages those of the page that is seen; of others all.
    const keys = element.kind === 'rows' ? shownRows({ ...element, list, page: pageOf(template, element, values).page }) : list.order;
    // A post's key begins with its service.
    for (const key of keys) for (const source of own.sources) if (source.services.some(({ id }) => key.startsWith(`${id} `))) found.push([source.id, key]);
  }
  return found;
} // prettier-ignore

/** The posts that are items of a ticker on air now. */
function shownIn({ standing }: AirTicker, own: ReturnType<typeof postSourcesOf>): [source: string, key: string][] {
  return Object.values(standing.plays).flatMap(({ now }) =>
    Object.values(standing.strands).flatMap(({ items }): [string, string][] => {
      const item = now ? items[now.item] : undefined;
      const source = item?.source != null ? own.sourceOf(item.source) : null;
      return item && source !== null ? [[source, item.came.key]] : [];
    }),
  );
} // prettier-ignore

/** Which posts are on air at a moment, in air clock seconds, by their source. */
export function postsOnAir(state: AirState, now: number, own: ReturnType<typeof postSourcesOf>, releaseOf: ReleaseOf): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>(own.sources.map(({ id }) => [id, new Set()]));
  for (const { graphics } of Object.values(state.air))
    for (const graphic of graphics) {
      if (graphic.exitAt !== null && endOf(graphic) <= now) continue;
      for (const [source, key] of shownBy(graphic, own, releaseOf)) found.get(source)?.add(key);
    }
  for (const ticker of Object.values(state.tickers)) for (const [source, key] of shownIn(ticker, own)) found.get(source)?.add(key);
  return found;
} // prettier-ignore

/** What takes posts off air that are not fit for it any more; rows of them leave with their data. */
export function takenOff(state: AirState, keys: ReadonlySet<string>, own: ReturnType<typeof postSourcesOf>): Command[] {
  const commands: Command[] = [];
  for (const [channel, { graphics }] of Object.entries(state.air))
    for (const { id, row, exitAt } of graphics)
      if (exitAt === null && row && own.sourceOf(row.of) !== null && keys.has(row.key)) commands.push({ do: 'clear', channel, graphic: id, by: 'data' });
  for (const ticker of Object.values(state.tickers))
    for (const strand of Object.values(ticker.standing.strands))
      for (const item of Object.values(strand.items)) {
        const isOwn = item.source !== null && own.sourceOf(item.source) !== null && keys.has(item.came.key);
        if (!isOwn) continue;
        if (item.state !== 'out') commands.push({ do: 'ticker', ticker: ticker.id, act: 'leave-out', item: item.id, by: 'data' });
        for (const [play, { now }] of Object.entries(ticker.standing.plays))
          if (now?.item === item.id) commands.push({ do: 'ticker', ticker: ticker.id, act: 'next', by: 'data', ...(play === inStep ? {} : { channel: play }) });
      }
  return commands;
} // prettier-ignore

/** The graphics that show posts, with what is wrong with them, by the graphics' ids. */
export function graphicsShowing(state: AirState, keys: ReadonlyMap<string, string>, own: ReturnType<typeof postSourcesOf>, releaseOf: ReleaseOf): { graphic: string; whys: string[] }[] {
  return Object.values(state.air).flatMap(({ graphics }) =>
    graphics.flatMap((graphic) => {
      if (graphic.exitAt !== null) return [];
      const ticker = graphic.ticker === null ? undefined : state.tickers[graphic.ticker];
      const shown = [...shownBy(graphic, own, releaseOf), ...(ticker ? shownIn(ticker, own) : [])];
      const whys = shown.flatMap(([, key]) => keys.get(key) ?? []);
      return whys.length === 0 ? [] : [{ graphic: graphic.id, whys: [...new Set(whys)] }];
    }),
  );
} // prettier-ignore
