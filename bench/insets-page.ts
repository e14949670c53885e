// Runs in a browser: a wall of insets that move, and one that stands, drawn by the product's renderer.
import { evaluate, holdMoment, prepareScene } from '../src/core/frame';
import { canvasMeasure, createRenderer } from '../src/render';
import { insetCount, insetWall } from './inset-scenes';

const size = { width: 1920, height: 1080 };

Object.assign(globalThis, {
  insetFigures() {
    const canvas = document.createElement('canvas');
    document.body.append(canvas);
    const renderer = createRenderer(canvas, () => Promise.resolve(null), () => undefined); // prettier-ignore
    const counted = (isMoving: boolean) => {
      const view = renderer.newView();
      const { wall, templates } = insetWall(isMoving);
      const scene = prepareScene(wall, {}, canvasMeasure(), { templates });
      for (let frame = 100; frame < 105; frame += 1)
        view.draw([evaluate(scene, { ...holdMoment(0), frame, held: frame, age: frame / 50 })], {
          ...size,
          pixelWidth: size.width,
          pixelHeight: size.height,
          mode: 'full',
          placeholders: false,
        });
      const counts = { ...renderer.counts() };
      view.dispose();
      return counts;
    };
    return { targets: counted(true).targets, still: Math.max(0, counted(false).draws - insetCount) };
  },
});
