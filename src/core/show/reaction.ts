import { z } from 'zod';
import { problem, type Problem } from '../problem';
import type { Card } from './card';
import { phasesOf, type Template } from './template';
import { fieldValueSchema, idSchema } from './values';

/** Which of the graphics that are up are meant. */
export const reactionTargetSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('name'),
    match: z.enum(['is', 'begins', 'contains']),
    text: z.string().min(1).max(200),
  }),
  z.object({ by: z.literal('tag'), tag: z.string().min(1).max(60) }),
  z.object({ by: z.literal('template'), template: idSchema }),
  z.object({ by: z.literal('lane'), lane: idSchema }),
]);
export type ReactionTarget = z.infer<typeof reactionTargetSchema>;

/** What is done to them. */
export const reactionDeedSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('move'), move: z.string().min(1).max(100) }),
  /** Back from a move, by its name; null: from all. */
  z.object({ do: z.literal('back'), move: z.string().min(1).max(100).nullable() }),
  /** New values, by the names of fields; fields that a graphic does not have are passed over. */
  z.object({ do: z.literal('change'), values: z.record(z.string().max(100), fieldValueSchema) }),
  z.object({ do: z.literal('leave') }),
]);
export type ReactionDeed = z.infer<typeof reactionDeedSchema>;

/** When a graphic enters, changes, reaches a marker or leaves, what others do. */
export const reactionSchema = z.object({
  id: idSchema,
  on: z.enum(['enter', 'change', 'exit', 'marker']),
  /** The name of the marker; only for `marker`. */
  marker: z.string().max(100).nullable(),
  whose: reactionTargetSchema,
  where: z.enum(['this', 'all']),
  does: reactionDeedSchema,
});
export type Reaction = z.infer<typeof reactionSchema>;

export const newReaction = (id: string): Reaction => ({
  id,
  on: 'enter',
  marker: null,
  whose: { by: 'lane', lane: 'bug' },
  where: 'this',
  does: { do: 'leave' },
});

const folded = (text: string): string => text.trim().toLocaleLowerCase();

/** Whether a name is meant, in whatever case. */
export function nameMatches(target: Extract<ReactionTarget, { by: 'name' }>, name: string): boolean {
  const [own, wanted] = [folded(name), folded(target.text)];
  if (target.match === 'is') return own === wanted;
  return target.match === 'begins' ? own.startsWith(wanted) : own.includes(wanted);
}

/** Whether a graphic of this template, name and lane is meant. */
export function isTarget(target: ReactionTarget, template: Template, name: string, lane: string): boolean {
  switch (target.by) {
    case 'name':
      return nameMatches(target, name);
    case 'tag':
      return template.tags.some((tag) => folded(tag) === folded(target.tag));
    case 'template':
      return template.id === target.template;
    case 'lane':
      return lane === target.lane;
  }
}

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
    if (on !== what || reaction.does.do === 'back') continue;
    const { does, whose } = reaction;
    const caused =
      does.do === 'leave' ? 'exit' : does.do === 'change' ? 'change' : `move ${folded(does.move)}`;
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
