import { namesOf } from './names-of';
import { refuse } from './read';

interface Tree {
  readonly nodeType: number;
  readonly childNodes: readonly Tree[];
  readonly attributes?: readonly unknown[] & { item?: (at: number) => unknown };
}

type Resolve = (prefix: string) => string | null;

/** What the package has and its types leave out. */
interface Found {
  readonly toArray?: () => unknown[];
  booleanValue(): boolean;
  numberValue(): number;
  stringValue(): string;
}
interface PathEngine {
  parse(path: string): { evaluate(options: object): Found };
  readonly XBoolean: new () => Found;
  readonly XNumber: new () => Found;
}

/** Axes on which the engine of XPath 1.0 finds too much. */
const looseAxes = /\b(following|preceding)\s*::/;

/**
 * What an XPath finds. An expression of XPath 1.0 (W3C, 1999) means what it means there: where one value is asked, the
 * first of many, and words that look like numbers are compared as such. What that does not know is XPath 3.1.
 * @throws ProblemError `bad-path`
 */
export async function evaluatePath(
  document: unknown,
  path: string,
  resolve: Resolve,
  name: string,
): Promise<unknown[]> {
  const asked = await asOne(document as Tree, path, resolve);
  if (asked) return asked;
  const { evaluateXPath } = namesOf(await import('fontoxpath'));
  try {
    return evaluateXPath(path, document as never, null, {}, evaluateXPath.ALL_RESULTS_TYPE as never, {
      namespaceResolver: resolve,
    }) as unknown[];
  } catch (error) {
    return refuse(
      'bad-path',
      `The XPath “${path}” cannot be used on ${name}: ${(error as Error).message.split('\n')[0]}.`,
      'path',
    );
  }
}

/** The same as XPath 1.0; null where it is none. */
async function asOne(document: Tree, path: string, resolve: Resolve): Promise<unknown[] | null> {
  if (looseAxes.test(path)) return null;
  const xpath = namesOf(await import('xpath')) as unknown as PathEngine;
  let expression: ReturnType<PathEngine['parse']>;
  try {
    expression = xpath.parse(path);
  } catch {
    return null;
  }
  withItems(document);
  try {
    const found = expression.evaluate({
      node: document,
      namespaces: (prefix: string) => resolve(prefix) ?? undefined,
      // A name without a prefix is one that is written without, whatever namespace it stands in.
      allowAnyNamespaceForNoPrefix: true,
    });
    if (found.toArray) return found.toArray();
    const is = (kind: new () => Found): boolean => found instanceof kind;
    return [
      is(xpath.XBoolean)
        ? found.booleanValue()
        : is(xpath.XNumber)
          ? found.numberValue()
          : found.stringValue(),
    ];
  } catch {
    return null;
  }
}

/** Lists of attributes as the DOM has them, which the parser leaves out. */
function withItems(node: Tree): void {
  const { attributes } = node;
  if (attributes && !attributes.item) attributes.item = (at) => attributes[at];
  for (const child of node.childNodes) withItems(child);
}
