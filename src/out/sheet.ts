// A contact sheet: a template at moments of all its phases, with the shortest and the longest words, over four grounds.
import { extremeValues, type Extreme } from '../core/data';
import { evaluate, momentIn, prepareScene, type Scene } from '../core/frame';
import { unionOf } from '../core/layout';
import { phaseEnd } from '../core/motion';
import { checkFilling, readingFindings, readings } from '../core/preflight';
import { phasesOf, type Box, type Release, type Template, type Values } from '../core/show';
import type { TextMeasure } from '../core/text';
import type { Renderer, View } from '../render';
import { backdrops } from './backdrops';

const grounds: Readonly<Record<string, string>> = {
  white: '#ffffff',
  black: '#000000',
  ...backdrops,
};
const texts: readonly Extreme[] = ['shortest', 'longest'];

/** The moments that tell most of a phase, in parts of its length. */
const moments: Readonly<Record<string, readonly number[]>> = {
  enter: [0.1, 0.3, 0.5, 0.75, 1],
  hold: [0],
  idle: [0.25, 0.75],
  change: [0.2, 0.5, 0.85],
  step: [0.3, 0.7, 1],
  exit: [0.2, 0.55, 0.9],
  move: [0.3, 0.7, 1],
};

interface Cell {
  readonly label: string;
  readonly scene: Scene;
  readonly ref: string;
  readonly frame: number;
}

/** The cells of one filling; a Change goes from it to the other one. */
function cellsOf(
  template: Template,
  release: Release,
  measure: TextMeasure,
  values: Values,
  other: Values,
  canvas: { width: number; height: number },
): Cell[] {
  const options = { canvas, look: release.look, templates: release.templates };
  const still = prepareScene(template, values, measure, options);
  const cells: Cell[] = [];
  const add = (name: string, kind: string, scene: Scene, ref: string, length: number): void => {
    for (const part of moments[kind] ?? []) {
      const frame = Math.round(part * length);
      cells.push({ label: ref === 'hold' ? name : `${name} ${frame}`, scene, ref, frame });
    }
  };
  for (const { ref, kind, name, phase } of phasesOf(template)) {
    const change = template.changes.find(({ id }) => id === ref);
    if (kind === 'idle') {
      add('Hold', 'hold', still, 'hold', 0);
      if (phase.frames > 0) add('Idle loop', 'idle', still, ref, phase.frames);
    } else if (change)
      add(
        name,
        kind,
        prepareScene(template, other, measure, { ...options, change: { change, from: values } }),
        ref,
        phase.frames,
      );
    else add(name, kind, still, ref, phaseEnd(phase));
  }
  return cells;
}

const margin = 72;

/** The part of the picture that the graphic uses at rest, with some of what is around it. */
function usedPart(cells: readonly Cell[], { width, height }: { width: number; height: number }): Box {
  const used = unionOf(
    cells.flatMap(({ scene }) => scene.template.order.flatMap((id) => scene.rest.boxes.get(id) ?? [])),
  ) ?? { x: 0, y: 0, w: width, h: height };
  const x = Math.max(0, used.x - margin);
  const y = Math.max(0, used.y - margin);
  return {
    x,
    y,
    w: Math.min(width, used.x + used.w + margin) - x,
    h: Math.min(height, used.y + used.h + margin) - y,
  };
}

/** Lays the sheet out on the page; what comes back draws it, again and again until every picture has come. */
export function layOutSheet(
  template: Template,
  release: Release,
  measure: TextMeasure,
  renderer: Renderer,
  query: URLSearchParams,
  given: Values,
): () => void {
  const width = Number(query.get('cell') ?? 384);
  const columns = Number(query.get('columns') ?? 5);
  const chosen = (name: string, all: readonly string[]): readonly string[] => {
    const wanted = query.get(name);
    return wanted === null || wanted === 'all' ? all : all.filter((one) => one === wanted);
  };
  document.body.style.cssText = 'overflow:auto;background:#12171a;color:#b3b5ab;font:12px/16px sans-serif';
  const drawings: (() => void)[] = [];
  const told: string[] = [];
  const canvas = { width: template.width, height: template.height };
  renderer.canvas.style.display = 'none';
  for (const text of chosen('text', texts) as Extreme[]) {
    const values = { ...extremeValues(template, release.tables, text), ...given };
    const other = {
      ...extremeValues(template, release.tables, text === 'shortest' ? 'longest' : 'shortest'),
      ...given,
    };
    const cells = cellsOf(template, release, measure, values, other, canvas);
    const found = [
      ...checkFilling(template, values, measure, new Set(Object.keys(release.assets)), release.look),
      ...readingFindings(readings(template, values, measure, release.look)),
    ].map(({ message }) => `${text}: ${message}`);
    told.push(...found);
    const seen = query.has('crop')
      ? usedPart(cells, canvas)
      : { x: 0, y: 0, w: canvas.width, h: canvas.height };
    const zoom = width / seen.w;
    const height = Math.round(seen.h * zoom);
    const [wholeWidth, wholeHeight] = [Math.round(canvas.width * zoom), Math.round(canvas.height * zoom)];
    const [left, top] = [Math.round(seen.x * zoom), Math.round(seen.y * zoom)];
    renderer.reserve(wholeWidth, wholeHeight);
    for (const ground of chosen('backdrop', Object.keys(grounds))) {
      const title = document.createElement('h2');
      title.textContent = `${template.name}: ${text} words over ${ground}`;
      title.style.cssText = 'margin:12px 8px 4px;font:600 14px/18px sans-serif;color:#ece7db';
      const grid = document.createElement('div');
      grid.style.cssText = `display:grid;grid-template-columns:repeat(${columns},${width}px);gap:8px;padding:0 8px`;
      for (const cell of cells) {
        const figure = document.createElement('figure');
        figure.style.margin = '0';
        const picture = document.createElement('canvas');
        picture.width = width;
        picture.height = height;
        picture.style.cssText = `position:static;background:${grounds[ground]};background-size:${wholeWidth}px ${wholeHeight}px;background-position:${-left}px ${-top}px`;
        const words = document.createElement('figcaption');
        words.textContent = cell.label;
        figure.append(picture, words);
        grid.append(figure);
        const view: View = renderer.newView();
        drawings.push(() => {
          const moment = momentIn(template, cell.ref, cell.frame, 9 * 3600, false);
          view.draw([evaluate(cell.scene, moment)], {
            ...canvas,
            pixelWidth: wholeWidth,
            pixelHeight: wholeHeight,
            mode: 'full',
            placeholders: true,
          });
          const pen = picture.getContext('2d');
          pen?.clearRect(0, 0, width, height);
          pen?.drawImage(renderer.canvas, left, top, width, height, 0, 0, width, height);
        });
      }
      const words = document.createElement('p');
      words.textContent = found.join('. ');
      words.style.cssText = 'margin:0 8px 6px;color:#f0913a';
      document.body.append(title, words, grid);
    }
  }
  document.documentElement.dataset['findings'] = told.join('\n');
  return () => {
    for (const draw of drawings) draw();
  };
}
