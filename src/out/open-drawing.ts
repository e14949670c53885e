// Where a channel is drawn: in a worker where the browser lets one draw, else on the page, by the same code.
import { Pulse } from '../air';
import { pageFaces, Players, vectorOnPage, type OutputMode, type PictureSource } from '../render';
import { standInCamera } from '../standins';
import type { FromDrawing, ToDrawing, Wanted } from './drawing-messages';
import { pageCanvas } from './page-canvas';
import { StandingPicture } from './standing-picture';

export interface OpenDrawing {
  /** A message of the air server: a welcome, or what has changed since. */
  readonly news: (text: string) => void;
  readonly clock: (ahead: number) => void;
  /** A release that is at hand where it is drawn, as its canonical JSON; null where it is not. */
  readonly release: (hash: string) => Promise<string | null>;
}

export interface DrawingOptions {
  readonly channel: string;
  readonly mode: OutputMode;
  /** On the page, though a worker could. */
  readonly isOnPage: boolean;
  /** The page's clock, and by what the server's is ahead of it, in seconds. */
  readonly local: () => number;
  readonly ahead: () => number;
  /** Called when only the whole state will do. */
  readonly onStateWanted: () => void;
  readonly onTold: (told: FromDrawing) => void;
}

const beatMs = 1000;
/** A worker is gone when it has been silent for so many beats. */
const mostSilent = 6;

/** Ms before another worker follows one that has drawn nothing. */
const betweenWorkersMs = 1000;

/** Ms after which a new worker's picture is shown though something is missing in it. */
const longestBeforeShown = 10_000;

const canDrawAside = (): boolean =>
  typeof Worker !== 'undefined' &&
  typeof OffscreenCanvas !== 'undefined' &&
  'transferControlToOffscreen' in HTMLCanvasElement.prototype;

export function openDrawing(options: DrawingOptions): OpenDrawing {
  const standing = new StandingPicture();
  let drawing: OpenDrawing = { news: () => undefined, clock: () => undefined, release: async () => null };
  const begin = (own: OpenDrawing): void => {
    drawing = own;
    own.clock(options.ahead());
    options.onStateWanted();
  };
  const onPage = (canvas: NewCanvas): void => {
    void drawingOnPage(options, canvas, standing).then(begin);
  };
  /** `mayLeave`: no worker has drawn here yet, so that it may be that none can. */
  const aside = (canvas: NewCanvas, mayLeave: boolean): void =>
    begin(
      drawingAside(
        options,
        canvas,
        standing,
        (hasDrawn) =>
          setTimeout(() => aside(freshlyShown(), mayLeave && !hasDrawn), hasDrawn ? 0 : betweenWorkersMs),
        mayLeave ? () => onPage(freshlyShown()) : null,
      ),
    );
  const canvas = pageCanvas();
  const first = { canvas, show: () => void (canvas.isConnected || pageCanvas().replaceWith(canvas)) };
  if (options.isOnPage || !canDrawAside()) onPage(first);
  else aside(first, true);
  return {
    news: (text) => drawing.news(text),
    clock: (ahead) => drawing.clock(ahead),
    release: (hash) => drawing.release(hash),
  };
}

interface NewCanvas {
  readonly canvas: HTMLCanvasElement;
  /** To be called whenever all that is on air is drawn on it. */
  readonly show: () => void;
}

/** A canvas that takes the place of the page's when all is drawn on it: until then the picture stands. */
function freshlyShown(): NewCanvas {
  const canvas = pageCanvas().cloneNode() as HTMLCanvasElement;
  return {
    canvas,
    show: () => {
      if (!canvas.isConnected) pageCanvas().replaceWith(canvas);
    },
  };
}

async function drawingOnPage(
  { channel, mode, local, onTold, onStateWanted }: DrawingOptions,
  first: NewCanvas,
  standing: StandingPicture,
): Promise<OpenDrawing> {
  const { ChannelDrawing } = await import('./drawing');
  let ahead = 0;
  let now = first;
  const drawing = new ChannelDrawing({
    canvas: first.canvas,
    another: () => {
      now = freshlyShown();
      return now.canvas;
    },
    movers: (source, onCome) => new Players(source, onCome, standInCamera),
    channel,
    mode,
    now: () => local() + ahead,
    tell: (told) => {
      if (told.told === 'state-wanted') return onStateWanted();
      if (told.told === 'lost') return standing.show(told);
      if (told.told === 'on-air') return standing.keepTo(told.graphics);
      if (told.told === 'frame') now.show();
      onTold(told);
    },
  });
  return {
    news: (text) => drawing.hear(text),
    clock: (by) => void (ahead = by),
    release: async (hash) => drawing.release(hash),
  };
}

function drawingAside(
  { channel, mode, local, onTold, onStateWanted }: DrawingOptions,
  first: NewCanvas,
  standing: StandingPicture,
  onGone: (hasDrawn: boolean) => void,
  onNoWebGl: (() => void) | null,
): OpenDrawing {
  const worker = new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' });
  const say = (told: ToDrawing, moved: Transferable[] = []): void => worker.postMessage(told, moved);
  const hand = (how: 'open' | 'canvas', own: HTMLCanvasElement): void => {
    const canvas = own.transferControlToOffscreen();
    say(how === 'open' ? { do: how, canvas, channel, mode, faces: pageFaces() } : { do: how, canvas }, [canvas]); // prettier-ignore
  };
  const movers = new NearMovers(say);
  const asked = new Map<number, (json: string | null) => void>();
  let count = 0;
  let isDone = false;
  let hasDrawn = false;
  let now = first;
  const begun = performance.now();
  // What is thrown in it costs a frame; a worker that has ended says nothing any more.
  const pulse = new Pulse(beatMs, mostSilent);
  const beat = setInterval(() => {
    if (!pulse.beat(performance.now())) return;
    end();
    onGone(hasDrawn);
  }, beatMs);
  const end = (): void => {
    isDone = true;
    clearInterval(beat);
    worker.terminate();
    movers.dispose();
    for (const done of asked.values()) done(null);
    asked.clear();
  };
  worker.addEventListener('message', ({ data }: MessageEvent<FromDrawing>) => {
    if (isDone) return;
    pulse.heard();
    switch (data.told) {
      case 'alive':
        return;
      case 'lost':
        standing.show(data);
        // What was made before is of no use, nor is its canvas: another worker begins on a new one.
        end();
        return onGone(hasDrawn);
      case 'on-air':
        return standing.keepTo(data.graphics);
      case 'canvas-wanted':
        now = freshlyShown();
        return hand('canvas', now.canvas);
      case 'state-wanted':
        return onStateWanted();
      case 'moving-wanted':
        return movers.show(data.wanted);
      case 'vector-wanted': {
        const { ask, blob, size } = data;
        void vectorOnPage(blob, size)
          .then((canvas) => createImageBitmap(canvas))
          .catch(() => null)
          .then((image) => say({ do: 'vector', ask, image }, image ? [image] : []));
        return;
      }
      case 'release':
        asked.get(data.ask)?.(data.json);
        asked.delete(data.ask);
        return;
      case 'frame':
        hasDrawn = true;
        if (data.isWhole || performance.now() - begun > longestBeforeShown) now.show();
        break;
      case 'report':
        // A worker that cannot draw at all leaves it to the page.
        if (data.report.trouble === 'no-webgl' && !hasDrawn && onNoWebGl) {
          end();
          return onNoWebGl();
        }
        break;
      case 'channel':
      case 'evaluated':
        break;
    }
    onTold(data);
  });
  hand('open', first.canvas);
  return {
    news: (text) => say({ do: 'news', text }),
    clock: (ahead) => say({ do: 'clock', ahead, sent: local() }),
    release: (hash) =>
      isDone
        ? Promise.resolve(null)
        : new Promise((resolve) => {
            asked.set((count += 1), resolve);
            say({ do: 'give-release', ask: count, hash });
          }),
  };
}

/** Plays for a worker what moves, and sends it what is seen. */
class NearMovers {
  private readonly players: Players;
  /** By key: the version that was sent, or how far it has come. */
  private readonly sent = new Map<string, number | 'coming' | 'missing'>();
  private readonly busy = new Set<string>();

  constructor(private readonly say: (told: ToDrawing, moved?: Transferable[]) => void) {
    const source: PictureSource = async (asset) => {
      const response = await fetch(`/api/assets/${asset}`);
      return response.ok ? response.blob() : null;
    };
    this.players = new Players(source, () => undefined, standInCamera);
  }

  show(wanted: readonly Wanted[]): void {
    for (const own of wanted) {
      const shown =
        own.kind === 'video'
          ? this.players.video(own.key, own.asset, own.seconds, own.loops)
          : this.players.camera(own.device, own.seconds);
      const now = typeof shown === 'string' ? shown : shown.version;
      const { key } = own;
      if (this.sent.get(key) === now || this.busy.has(key)) continue;
      this.sent.set(key, now);
      if (typeof shown === 'string') this.say({ do: 'moving', key, state: shown });
      else {
        this.busy.add(key);
        void createImageBitmap(shown.image, { premultiplyAlpha: 'premultiply' })
          .then((image) => this.say({ do: 'moving', key, state: 'shown', image }, [image]))
          .catch(() => this.sent.delete(key))
          .finally(() => this.busy.delete(key));
      }
    }
  }

  dispose(): void {
    this.players.dispose();
  }
}
