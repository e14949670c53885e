// frame.eval.500.us: the median time to evaluate one frame of a template with 500 animated elements.
import { evaluate, prepareScene } from '../src/core/frame';
import { makeTrack, newElement, newPhase, newTemplate, type Template, type Track } from '../src/core/show';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};

function template(count: number): Template {
  const ids = Array.from({ length: count }, (_, i) => `e${i}`);
  const track = (element: string, property: string, from: number, to: number): Track =>
    makeTrack(`${element} ${property}`, element, property, [
      [0, from],
      [50, to],
    ]);
  return newTemplate('t', 'Bench', {
    elements: Object.fromEntries(
      ids.map((id, i) => [id, newElement('rect', id, id, { x: (i * 37) % 1800, y: (i * 53) % 1000 })]),
    ),
    order: ids,
    phases: {
      enter: {
        ...newPhase(50),
        tracks: ids.flatMap((id) => [
          track(id, 'x', -100, 0),
          track(id, 'opacity', 0, 1),
          track(id, 'wipeRight', 1, 0),
        ]),
      },
      idle: newPhase(0),
      exit: newPhase(0),
    },
  });
}

export function frameFigures(): Record<string, number> {
  const scene = prepareScene(template(500), {}, measure);
  const times: number[] = [];
  for (let i = 0; i < 2000; i += 1) {
    const start = process.hrtime.bigint();
    evaluate(scene, { phase: 'enter', frame: i % 50, enterFrame: null, time: 0 });
    const took = Number(process.hrtime.bigint() - start) / 1000;
    if (i >= 500) times.push(took);
  }
  times.sort((a, b) => a - b);
  return { 'frame.eval.500.us': times[times.length >> 1] ?? 0 };
}
