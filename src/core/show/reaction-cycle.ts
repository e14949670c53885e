import { problem, type Problem } from '../problem';
import type { Card } from './card';
import { reactionActionKind } from './reaction-action/registry';
import { folded } from './folded';
import { isTarget } from './reaction';
import { phasesOf, type Template } from './template';

interface Played {
  readonly templates: Readonly<Record<string, Template>>;
  readonly cards: Readonly<Record<string, Card>>;
}

/** A happening in the life of graphics of a template: `enter`, `change`, `exit`, `marker NAME` or `move NAME`. */
interface Happening {
  readonly template: Template;
  readonly what: string;
}

const markersIn = (template: Template, what: string): string[] =>
  phasesOf(template)
    .filter(({ kind, name }) =>
      what === 'enter'
        ? kind === 'enter' || kind === 'idle'
        : what === kind || what === `move ${folded(name)}`,
    )
    .flatMap(({ phase }) => phase.markers.map((marker) => `marker ${folded(marker.name)}`));

function after({ template, what }: Happening, of: Played): Happening[] {
  const next: Happening[] = markersIn(template, what).map((marker) => ({ template, what: marker }));
  for (const reaction of template.reactions) {
    const on = reaction.on === 'marker' ? `marker ${folded(reaction.marker ?? '')}` : reaction.on;
    const { does, whose } = reaction;
    const caused = on === what ? reactionActionKind(does).causes(does) : null;
    if (caused === null) continue;
    for (const other of Object.values(of.templates)) {
      const names = [
        other.name,
        ...Object.values(of.cards).flatMap((card) =>
          card.template === other.id && card.name ? [card.name] : [],
        ),
      ];
      if (names.some((name) => isTarget(whose, other, name, other.lane)))
        next.push({ template: other, what: caused });
    }
  }
  return next;
}

const wordsOf = ({ template, what }: Happening): string =>
  `${template.name} ${what === 'enter' ? 'enters' : what === 'exit' ? 'leaves' : what === 'change' ? 'changes' : `reaches ${what}`}`;

/** A chain of reactions that would come back to where it began, in words; null where there is none. */
export function reactionCycle(of: Played): Problem | null {
  const done = new Set<string>();
  const path: Happening[] = [];
  const keyOf = (one: Happening): string => `${one.template.id} ${one.what}`;
  const visit = (one: Happening): Happening[] | null => {
    const key = keyOf(one);
    const begun = path.findIndex((own) => keyOf(own) === key);
    if (begun >= 0) return [...path.slice(begun), one];
    if (done.has(key)) return null;
    path.push(one);
    for (const next of after(one, of)) {
      const found = visit(next);
      if (found) return found;
    }
    path.pop();
    done.add(key);
    return null;
  };
  for (const template of Object.values(of.templates)) {
    for (const { on, marker } of template.reactions) {
      const found = visit({ template, what: on === 'marker' ? `marker ${folded(marker ?? '')}` : on });
      if (found)
        return problem(
          'reaction-cycle',
          `These reactions would go round without end: ${found.map(wordsOf).join(', then ')}. Take one of them out.`,
          `templates.${found[0]?.template.id}.reactions`,
        );
    }
  }
  return null;
}
