import { problem, type Problem } from '../problem';
import { propertyOf } from './element/registry';
import type { Show } from './show';
import { paintOrder, type Template } from './template';

/** What in a template points at something that is not there. Paths are JSON paths below the template. */
export function templateReferences(template: Template): Problem[] {
  const found: Problem[] = [];
  const missing = (path: string, what: string): number =>
    found.push(
      problem(
        'missing-reference',
        `Template “${template.name}” names ${what}, which it does not have.`,
        path,
      ),
    );
  const reached = new Set<string>();
  const walk = (list: readonly string[], path: string): void =>
    list.forEach((id, index) => {
      const element = template.elements[id];
      if (!element || reached.has(id))
        missing(`${path}[${index}]`, `element ${id}${element ? ' twice' : ''}`);
      else {
        reached.add(id);
        if (element.kind === 'group') walk(element.children, `elements.${id}.children`);
      }
    });
  walk(template.order, 'order');
  for (const [id, element] of Object.entries(template.elements)) {
    if (element.id !== id)
      missing(`elements.${id}`, `an element under another id than its own, ${element.id}`);
    if (!reached.has(id)) missing(`elements.${id}`, `element “${element.name}” outside its order`);
  }
  template.ties.forEach((tie, index) => {
    const element = template.elements[tie.element];
    if (!element) missing(`ties[${index}]`, `element ${tie.element}`);
    else if (!propertyOf(element.kind, tie.property)) missing(`ties[${index}]`, `property ${tie.property}`);
    if (!template.fields.some((field) => field.id === tie.field))
      missing(`ties[${index}]`, `field ${tie.field}`);
  });
  template.tethers.forEach((tether, index) => {
    for (const id of [tether.element, tether.to]) {
      if (id !== null && !template.elements[id]) missing(`tethers[${index}]`, `element ${id}`);
    }
  });
  for (const name of ['enter', 'exit'] as const) {
    template.phases[name].tracks.forEach((track, index) => {
      if (!template.elements[track.element])
        missing(`phases.${name}.tracks[${index}]`, `element ${track.element}`);
    });
  }
  return found;
}

/** What in a show points at something that is not there. */
export function showReferences(show: Show): Problem[] {
  const found = Object.entries(show.templates).flatMap(([id, template]) =>
    templateReferences(template).map((p) => ({ ...p, path: `templates.${id}.${p.path}` })),
  );
  const lanes = new Set(show.channels.flatMap((channel) => channel.lanes.map((lane) => lane.id)));
  for (const [id, template] of Object.entries(show.templates)) {
    if (lanes.has(template.lane)) continue;
    const words = `Template “${template.name}” goes to a lane that no channel has. Choose another lane for it in Build.`;
    found.push(problem('missing-lane', words, `templates.${id}.lane`));
  }
  for (const [id, card] of Object.entries(show.cards)) {
    if (!show.templates[card.template]) {
      found.push(
        problem(
          'missing-reference',
          `Card ${card.number} is of a template that the show does not have.`,
          `cards.${id}`,
        ),
      );
    }
  }
  return found;
}

/** The assets that a template may show: of its elements and of its fields' defaults. */
export function assetsOfTemplate(template: Template): Set<string> {
  const used = new Set<string>();
  for (const element of paintOrder(template))
    if (element.kind === 'picture' && element.asset) used.add(element.asset);
  for (const field of template.fields) if (field.kind === 'picture' && field.default) used.add(field.default);
  return used;
}
