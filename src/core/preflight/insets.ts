import {
  effectsOf,
  insetCircle,
  insetsOf,
  templateOfInset,
  templatesOfInset,
  type Show,
  type Template,
} from '../show';
import { mostWithin } from '../frame';
import type { Finding } from './filling';

/** So many insets at once, and so deep in one another, are still quick on the machines that outputs run on. */
const mostAtOnce = 24;
const mostDeep = 3;

type Templates = Show['templates'];

function countWithin(
  template: Template,
  templates: Templates,
  around: readonly string[],
): { all: number; deep: number } {
  let [all, deep] = [0, 0];
  for (const element of insetsOf(template)) {
    const shown = templateOfInset(element, templates);
    if (element.hidden || !shown || [...around, template.id].includes(shown.id)) continue;
    const inner = countWithin(shown, templates, [...around, template.id]);
    all += 1 + inner.all;
    deep = Math.max(deep, 1 + inner.deep);
  }
  return { all, deep };
}

/** What is wrong with the insets of a template, whatever it is filled with. */
export function insetFindings(
  template: Template,
  { templates, channels }: Pick<Show, 'templates' | 'channels'>,
): Finding[] {
  const found: Finding[] = [];
  const tell = (element: string, code: Finding['code'], message: string): number =>
    found.push({ code, element, message });
  const insets = insetsOf(template);
  const circle = insets.length > 0 ? insetCircle(template, templates) : null;
  if (circle) tell(circle.path.split('.')[1] ?? '', 'inset', circle.message);
  for (const element of insets) {
    const { id, name, source, w, h, template: shows, channel, seenBy } = element;
    const says = (words: string): number => tell(id, 'inset', `${name} ${words}`);
    if (source === 'channel') {
      if (channel === null) says('shows no channel yet: choose one');
      else if (!channels.some((own) => own.id === channel))
        says('shows a channel that is not in the show any more: choose another');
    } else if (templatesOfInset(template, element).length === 0) says('shows no template yet: choose one');
    else
      for (const own of templatesOfInset(template, element))
        if (!Object.hasOwn(templates, own))
          says(
            own === shows
              ? 'shows a template that is not in the show any more: choose another'
              : 'may be given a template that is not in the show any more: take it out of the field’s choices',
          );
    if (!(w > 0) || !(h > 0)) says('has no size and is not seen: give it a width and a height');
    if (seenBy === 'outer' && effectsOf(element))
      says('is seen by the camera around it and has effects: those make it flat');
  }
  const { all, deep } = countWithin(template, templates, []);
  const [first] = insets;
  if (first && all > mostAtOnce) tell(first.id, 'slow', `${all} insets are shown at once, more than ${mostAtOnce}: an output that is too slow shows them at a lower rate`); // prettier-ignore
  if (first && deep > mostDeep) tell(first.id, 'slow', `Insets stand ${deep} deep in one another, more than ${mostDeep}: ${deep > mostWithin ? `those deeper than ${mostWithin} are not seen` : 'each level is drawn by itself'}`); // prettier-ignore
  return found;
}
