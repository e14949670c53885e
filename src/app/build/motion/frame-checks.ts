import { proxy } from 'comlink';
import type { Moment } from '../../../core/frame';
import { phaseEnd } from '../../../core/motion';
import { flashes, flashGrid, type MotionFinding } from '../../../core/preflight';
import { phasesOf, type Show, type Template, type Values, shownWithin } from '../../../core/show';
import type { FrameRun } from '../../../workers/thumbnail.worker';
import { pictureWorker } from '../../picture/thumbnail';
import { anotherFilling, momentAt, tryChange } from '../score/moments';

export interface LookedAt {
  readonly frames: number;
  readonly findings: readonly MotionFinding[];
}

/** What graphics are laid over when they are looked at: flashes over dark and over bright pictures are others. */
const backdrops = [0, 235];
const barelySeen = 6;
const stillTime = 9 * 3600 + 41 * 60;

interface Run extends FrameRun {
  readonly name: string;
  readonly ref: string;
}

/** Every frame of a template: a whole life, each Change, each step and move. */
function runsOf(show: Show, template: Template, values: Values): Run[] {
  const grid = { columns: flashGrid.columns, rows: flashGrid.rows };
  const moments = (ref: string, frames: number): Moment[] =>
    Array.from({ length: frames + 1 }, (_, frame) =>
      momentAt(template, { phase: ref, frame }, true, stillTime),
    );
  const { enter, idle, exit } = template.phases;
  const life = [
    ...moments('enter', phaseEnd(enter)),
    ...(idle.frames > 0 ? moments('idle', idle.frames) : moments('hold', 0)),
    ...template.steps.flatMap((step) => moments(step.id, phaseEnd(step))),
    ...moments('exit', phaseEnd(exit)),
  ];
  const runs: Run[] = [{ ...grid, name: 'From Enter to Exit', ref: 'enter', moments: life }];
  for (const { ref, kind, name, phase } of phasesOf(template)) {
    if (kind === 'move') runs.push({ ...grid, name, ref, moments: moments(ref, phaseEnd(phase)) });
    const change = template.changes.find(({ id }) => id === ref);
    if (change)
      runs.push({
        ...grid,
        name,
        ref,
        moments: moments(ref, phaseEnd(phase)),
        change,
        ...tryChange(template, change, values, anotherFilling(show, template, values)),
      });
  }
  return runs;
}

/** Draws every frame aside and says what is wrong with them; null where it was stopped. */
export async function lookAtFrames(
  show: Show,
  template: Template,
  values: Values,
  onPart: (part: number) => void,
  signal: AbortSignal,
): Promise<LookedAt | null> {
  const worker = await pictureWorker();
  const runs = runsOf(show, template, values);
  const all = runs.reduce((sum, run) => sum + run.moments.length, 0);
  let done = 0;
  const findings: MotionFinding[] = [];
  for (const { name, ref, ...run } of runs) {
    const frames = await worker.frames(
      template,
      values,
      { look: show.look, assets: show.assets, templates: shownWithin(template, show.templates) },
      run,
      proxy((count: number) => {
        done += count;
        onPart(done / all);
        return !signal.aborted;
      }),
    );
    if (!frames) return null;
    for (const backdrop of backdrops) {
      const [worst] = flashes(frames, template.rate, backdrop);
      if (!worst || findings.some((own) => own.code === 'flash' && own.phase === ref)) continue;
      findings.push({
        code: 'flash',
        message: `${name}: ${worst.flashes} ${worst.isRed ? 'red ' : ''}flashes over ${Math.round(worst.area * 100)} % of the picture within a second, frames ${worst.from} to ${worst.to}. ITU-R BT.1702 allows three: slow them down or make them smaller.`,
        phase: ref,
        element: null,
        track: null,
      });
    }
    const last = ref === 'enter' ? frames.at(-1) : undefined;
    if (last?.some((value, index) => index % 4 === 3 && value > barelySeen))
      findings.push({
        code: 'stays-at-exit',
        message:
          'Exit: something is still seen at its last frame and will be cut off. Move or fade it all the way out.',
        phase: 'exit',
        element: null,
        track: null,
      });
  }
  return { frames: all, findings };
}
