// Draws a channel off its page, so that a slow frame holds up no message and no clock.
import '../core/no-eval';
import { drawVectorsBy, takeFaces } from '../render';
import { ChannelDrawing } from './drawing';
import type { FromDrawing, ToDrawing } from './drawing-messages';
import { FarMovers } from './far-movers';

const aliveMs = 1000;

const tell = (told: FromDrawing): void => {
  const moved = told.told === 'lost' && told.picture ? [told.picture.pixels.buffer] : [];
  self.postMessage(told, { transfer: moved });
};
const local = (): number => (performance.timeOrigin + performance.now()) / 1000;

let drawing: ChannelDrawing | null = null;
let ahead = 0;
/** By what this clock is ahead of the page's: both begin at the time of day, which may have been set in between. */
let skew = Infinity;
let asked = 0;
const vectors = new Map<number, (image: ImageBitmap | null) => void>();
let another: ((canvas: HTMLCanvasElement) => void) | null = null;
const movers = new FarMovers(
  (wanted) => tell({ told: 'moving-wanted', wanted }),
  (asset, isThere) => drawing?.found(asset, isThere),
);

drawVectorsBy(async (blob, size) => {
  const ask = (asked += 1);
  const image = await new Promise<ImageBitmap | null>((resolve) => {
    vectors.set(ask, resolve);
    tell({ told: 'vector-wanted', ask, blob, size });
  });
  if (!image) throw new Error('vector art that cannot be drawn');
  return image;
});

/** By this its page knows that it is there, also while no frame is drawn. */
setInterval(() => tell({ told: 'alive' }), aliveMs);

/** A canvas of a worker does here what one of a page does. */
const asCanvas = (canvas: OffscreenCanvas): HTMLCanvasElement => canvas as unknown as HTMLCanvasElement;

self.addEventListener('message', ({ data }: MessageEvent<ToDrawing>) => {
  switch (data.do) {
    case 'open':
      takeFaces(data.faces);
      drawing = new ChannelDrawing({
        canvas: asCanvas(data.canvas),
        another: () =>
          new Promise((resolve) => {
            another = resolve;
            tell({ told: 'canvas-wanted' });
          }),
        movers: (_source, _onCome, savedAs) => {
          movers.savedAs = savedAs;
          return movers;
        },
        channel: data.channel,
        mode: data.mode,
        now: () => local() - (Number.isFinite(skew) ? skew : 0) + ahead,
        tell,
      });
      return;
    case 'canvas':
      another?.(asCanvas(data.canvas));
      another = null;
      return;
    case 'news':
      drawing?.hear(data.text);
      return;
    case 'clock':
      skew = Math.min(skew, local() - data.sent);
      ahead = data.ahead;
      return;
    case 'moving':
      movers.take(data.key, data.state, data.image);
      drawing?.touch();
      return;
    case 'vector':
      vectors.get(data.ask)?.(data.image);
      vectors.delete(data.ask);
      return;
    case 'give-release':
      tell({ told: 'release', ask: data.ask, json: drawing?.release(data.hash) ?? null });
      return;
  }
});
