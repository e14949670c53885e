// One frame and no more: a template or a card of the release on air, at a moment, drawn once. See docs/control-api.md.
import '../core/no-eval';
import '../render/font-faces';
import { z } from 'zod';
import { evaluate, momentIn, prepareScene } from '../core/frame';
import { phaseEnd } from '../core/motion';
import { airStateSchema } from '../core/playout';
import { ProblemError, problem } from '../core/problem';
import {
  acceptValue,
  cardByNumber,
  fieldValueSchema,
  parseCallNumber,
  phasesOf,
  type Template,
  type Values,
  templateFor,
} from '../core/show';
import { extremeValues, sameName } from '../core/data';
import { backdrops } from './backdrops';
import { drawTimes, texturesInAMinute } from './draw-times';
import { Players } from '../render';
import { standInCamera } from '../standins';
import { openHost } from './host';
import { freshCanvas, pageCanvas } from './page-canvas';
import { layOutSheet } from './sheet';

const page = document.documentElement;
const query = new URLSearchParams(location.search);
const host = openHost({
  canvas: pageCanvas(),
  another: freshCanvas,
  movers: (source, onCome) => new Players(source, onCome, standInCamera),
  onNeed: () => schedule(),
});
const { measure, releases, fonts } = host;
let draw: (() => void) | null = null;

/** Draws again when a picture has come, and says ready when nothing more is on its way. */
function schedule(): void {
  requestAnimationFrame(() => {
    draw?.();
    if (draw && host.renderer()?.isWaiting() === false) page.dataset['ready'] = 'true';
  });
}

const refuse = (code: string, message: string, path: string): never => {
  throw new ProblemError(problem(code, message, path));
};

const numberIn = (name: string, otherwise: number): number => {
  const text = query.get(name);
  if (text === null) return otherwise;
  const value = Number(text);
  return Number.isFinite(value)
    ? value
    : refuse('bad-number', `${name} is “${text}”: it must be a number.`, name);
};

function valuesFrom(template: Template, base: Values, parameter = 'values'): Values {
  const text = query.get(parameter);
  if (text === null) return base;
  let given: Record<string, z.infer<typeof fieldValueSchema>>;
  try {
    given = z.record(z.string(), fieldValueSchema).parse(JSON.parse(text));
  } catch {
    return refuse('bad-values', `${parameter} must be a JSON object of field names and values.`, parameter);
  }
  const values = { ...base };
  for (const [name, raw] of Object.entries(given)) {
    const field = template.fields.find((f) => f.id === name || sameName(f.name, name));
    if (!field) return refuse('unknown-field', `“${template.name}” has no field “${name}”.`, parameter);
    const accepted = acceptValue(field, raw);
    if ('problem' in accepted) throw new ProblemError(accepted.problem);
    values[field.id] = accepted.value;
  }
  return values;
}

async function run(): Promise<void> {
  const { state } = z.object({ state: airStateSchema }).parse(await (await fetch('/api/air')).json());
  const fetched = await new Promise<ReturnType<typeof releases.get>>((resolve) => {
    const look = (): void => {
      const release = releases.get(state.release);
      if (release || state.release === null) resolve(release);
      else setTimeout(look, 30);
    };
    look();
  });
  const release = fetched ?? refuse('no-release', 'No show is released.', '');
  let values: Values = {};
  let wanted = query.get('template');
  const typed = query.get('card');
  if (typed !== null) {
    const parsed = parseCallNumber(typed);
    if ('problem' in parsed) throw new ProblemError(parsed.problem);
    const card = cardByNumber(state.cards, parsed.number);
    if (!card) return refuse('unknown-card', `No card has the number ${parsed.number}.`, 'card');
    wanted = card.template;
    // As the Desk fills it: by its row and by what data brings.
    const filled = await fetch(`/api/air/filling?card=${encodeURIComponent(parsed.number)}`);
    values = filled.ok
      ? z.object({ values: z.record(z.string(), fieldValueSchema) }).parse(await filled.json()).values
      : card.values;
  }
  const name = wanted ?? refuse('no-target', 'Say which template or card to draw.', 'template');
  const drawn =
    release.templates[name] ??
    Object.values(release.templates).find((t) => sameName(t.name, name)) ??
    refuse('unknown-template', `The show on air has no template “${name}”.`, 'template');
  const channel = release.channels.find((c) => c.id === query.get('channel'));
  const template = channel ? templateFor(drawn, channel.format) : drawn;
  values = valuesFrom(template, values);

  const width = numberIn('width', channel?.format.width ?? template.width);
  const height = numberIn('height', channel?.format.height ?? template.height);
  if (!(width >= 16 && width <= 8192 && height >= 16 && height <= 8192))
    refuse('bad-size', 'width and height lie between 16 and 8192.', 'width');
  const asked = query.get('phase') ?? 'hold';
  const places = phasesOf(template);
  const place =
    places.find(({ ref }) => ref === asked) ??
    places.find(({ ref, name }) => ref !== 'idle' && sameName(name, asked));
  if (!place && asked !== 'hold')
    refuse(
      'unknown-phase',
      `phase is hold, ${places.map(({ ref, name, kind }) => (kind === 'idle' ? 'idle' : kind === 'enter' || kind === 'exit' ? ref : name)).join(', ')}.`,
      'phase',
    );
  const frame = numberIn('frame', 0);
  const ends = place?.kind === 'exit' && frame >= phaseEnd(place.phase);
  const moment = momentIn(template, place?.ref ?? 'hold', frame, numberIn('time', 0), query.has('live'));
  const change = template.changes.find(({ id }) => id === place?.ref);
  const from = change && valuesFrom(template, values, 'before');

  await fonts(template, values, release);
  const renderer =
    host.renderer() ?? refuse('no-webgl', 'This browser gives no WebGL: nothing can be drawn here.', '');
  if (query.has('sheet')) {
    for (const text of ['shortest', 'longest'] as const)
      await fonts(template, { ...extremeValues(template, release.tables, text), ...values }, release);
    draw = layOutSheet(template, release, measure, renderer, query, values);
    return schedule();
  }
  const { canvas } = renderer;
  const view = renderer.newView();
  renderer.reserve(width, height);
  canvas.style.width = `${width}px`;
  canvas.style.height = `${height}px`;
  const scene = prepareScene(template, values, measure, {
    canvas: { width, height },
    look: release.look,
    templates: release.templates,
    change: change && from && { change, from },
  });
  if (query.has('minute')) {
    draw = () => {
      if (renderer.isWaiting()) return;
      page.dataset['minute'] = String(
        texturesInAMinute(scene, renderer, { width, height }, numberIn('minute', 60)),
      );
      draw = null;
    };
    view.draw([evaluate(scene, moment)], {
      ...{ width, height, pixelWidth: width, pixelHeight: height },
      mode: 'full',
      placeholders: false,
    });
    return schedule();
  }
  if (query.has('times') && place) {
    draw = () => {
      if (renderer.isWaiting()) return;
      page.dataset['times'] = String(drawTimes(scene, place, renderer, { width, height }));
      draw = null;
    };
    // What it shows is fetched by a first drawing.
    view.draw([evaluate(scene, momentIn(template, 'hold', 0, 0, false))], {
      ...{ width, height, pixelWidth: width, pixelHeight: height },
      mode: 'full',
      placeholders: false,
    });
    return schedule();
  }
  draw = () => {
    const roots = ends ? [] : [evaluate(scene, moment)];
    view.draw(roots, {
      width,
      height,
      pixelWidth: width,
      pixelHeight: height,
      mode: 'full',
      placeholders: query.has('placeholders'),
    });
  };
  const backdrop = query.get('backdrop');
  if (backdrop) canvas.style.background = backdrops[backdrop] ?? backdrop;
  schedule();
}

run().catch((error: unknown) => {
  const wrong = error instanceof ProblemError ? error.problem : problem('fault', String(error));
  page.dataset['error'] = wrong.code;
  page.dataset['ready'] = 'true';
  const words = document.createElement('p');
  words.textContent = wrong.message;
  words.style.cssText =
    'position:absolute;left:24px;top:24px;color:#ece7db;background:#12171a;font:15px/1.5 sans-serif;padding:12px 16px';
  document.body.append(words);
});
