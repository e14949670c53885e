// inset.24.eval.us: the median time to evaluate a frame of 24 insets that all move. space.cells.40.eval.us: of 40 cells that turn
// in space. inset.24.targets: changes of target of such a frame of insets as it is drawn. inset.still.draws: draw calls of a frame
// in which no inset changed, beyond one quad each.
import { evaluate, holdMoment, prepareScene } from '../src/core/frame';
import { frameTime } from './frame';
import { insetWall, turningCells } from './inset-scenes';
import { figuresOfPage } from './running';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};

interface Drawn {
  readonly targets: number;
  readonly still: number;
}

export async function insetFigures(): Promise<Record<string, number>> {
  const { wall, templates } = insetWall(true);
  const insets = prepareScene(wall, {}, measure, { templates });
  const cells = prepareScene(turningCells(), {}, measure);
  const { targets, still } = await figuresOfPage<Drawn>('bench/insets-page.ts', 'insetFigures');
  return {
    'inset.24.eval.us': frameTime((frame) => void evaluate(insets, { ...holdMoment(0), frame, held: frame + 100, age: frame / 50 + 2 })), // prettier-ignore
    'space.cells.40.eval.us': frameTime((frame) => void evaluate(cells, { phase: 'enter', frame, enterFrame: null, time: 0 })), // prettier-ignore
    'inset.24.targets': targets,
    'inset.still.draws': still,
  };
}
