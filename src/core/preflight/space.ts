import { boundsThrough, isApart, isEdgeOn, type DisplayNode } from '../display';
import { evaluate, holdMoment, prepareScene, type Part } from '../frame';
import { effectsOf, holds, type Show, type Template, type Values } from '../show';
import type { TextMeasure } from '../text';
import type { Finding } from './filling';

/** So many groups that are drawn apart, in one another, are still quick. */
const mostApart = 12;

/**
 * What of a filling at rest is nowhere to be seen for how it stands in space, and what is drawn apart so often that it is
 * slow. In paint order.
 */
export function spaceFindings(
  template: Template,
  values: Values,
  measure: TextMeasure,
  of?: Pick<Show, 'look' | 'templates'>,
): Finding[] {
  if (!isWorthALook(template)) return [];
  const scene = prepareScene(template, values, measure, of ?? {});
  const root = evaluate(scene, holdMoment(0));
  const found: Finding[] = [];
  const tell = ({ element }: Part, code: Finding['code'], words: string): void => {
    // What is so in many rows, or in many cells, is said once.
    const message = `${element.name} ${words}`;
    if (template.elements[element.id] && !found.some((own) => own.message === message))
      found.push({ code, element: element.id, message });
  };
  const bounds = new Float64Array(4);
  for (const part of scene.parts) {
    const { node, element, nowW, nowH, isInSpace } = part;
    if (holds(element) || element.hidden) continue;
    if (node.matrix.some((number) => !Number.isFinite(number)))
      tell(part, 'nowhere', 'cannot be placed: one of the numbers it stands by is none. It is left out');
    if (!isInSpace) continue;
    boundsThrough(bounds, node.matrix, 0, 0, nowW, nowH);
    if ((bounds[2] as number) < (bounds[0] as number))
      tell(part, 'nowhere', 'stands behind the eye and is not seen: lessen its Z');
    else if (isEdgeOn(node.matrix))
      tell(part, 'nowhere', 'is seen from its edge, so that nothing of it shows: turn it a little');
  }
  const deepest = deepestApart(root);
  const part = deepest.depth > mostApart ? scene.parts.find(({ node }) => node === deepest.node) : undefined;
  if (part)
    tell(part, 'slow', `lies in ${deepest.depth} groups with effects or masks in one another: each is drawn by itself, which takes long`); // prettier-ignore
  return found;
}

const spatial: ReadonlySet<string> = new Set(['z', 'rotationX', 'rotationY', 'perspective']);

/** Whether anything may stand in space, lie deep in groups with effects, or be no number: most templates have none of it. */
function isWorthALook({ elements, ties }: Template): boolean {
  let apart = 0;
  for (const element of Object.values(elements)) {
    if (element.z !== 0 || element.rotationX !== 0 || element.rotationY !== 0) return true;
    if (Object.values(element).some((value) => typeof value === 'number' && !Number.isFinite(value))) return true; // prettier-ignore
    if (holds(element) && (effectsOf(element) || element.masks.length > 0)) apart += 1;
  }
  return apart > mostApart || ties.some(({ property }) => spatial.has(property));
}

/** The node that lies deepest in others that are drawn apart, and in how many. */
function deepestApart(root: DisplayNode): { node: DisplayNode; depth: number } {
  let deepest = { node: root, depth: 0 };
  const walk = (node: DisplayNode, above: number): void => {
    const depth = above + (isApart(node) ? 1 : 0);
    if (depth > deepest.depth) deepest = { node, depth };
    if (node.kind === 'group') for (const child of node.children) walk(child, depth);
  };
  walk(root, 0);
  return deepest;
}
