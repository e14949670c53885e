import { layCopy, type CopiedPicture } from '../render';
import { pageCanvas } from './page-canvas';
import { mayStand } from './standing';

/** On a page whose graphics are lost: the copy of its picture, in the place of its canvas until that is drawn again. */
export class StandingPicture {
  private canvas: HTMLCanvasElement | null = null;
  private graphics: readonly string[] = [];

  show({ picture, graphics }: { picture: CopiedPicture | null; graphics: readonly string[] }): void {
    if (!picture) return;
    const canvas = pageCanvas().cloneNode() as HTMLCanvasElement;
    layCopy(picture, canvas);
    pageCanvas().replaceWith(canvas);
    this.canvas = canvas;
    this.graphics = graphics;
  }

  /** Takes it away where something is in it that is not on air any more. */
  keepTo(onAir: readonly string[]): void {
    const { canvas } = this;
    if (!canvas || mayStand(this.graphics, onAir)) return;
    canvas.width = 1;
    this.canvas = null;
  }
}
