import { parse as lossless } from 'lossless-json';
import type { z } from 'zod';
import { isObject, parsePath } from '../../json';
import { ProblemError } from '../../problem';
import { decodeText } from '../decode';
import {
  mostCells,
  PlaceRefused,
  placeIn,
  refuse,
  refuseWebPage,
  type Cell,
  type Json,
  type Offer,
  type Read,
} from '../read';
import { guessType } from '../values';
import type { jsonFormatSchema } from './schemas';

const deepest = 200;

/** Levels are counted before the text is parsed, so that a file made of brackets is turned away cheaply. */
function refuseDeep(text: string, name: string): void {
  let depth = 0;
  let isQuoted = false;
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (isQuoted) {
      if (code === 92) i += 1;
      else if (code === 34) isQuoted = false;
    } else if (code === 34) isQuoted = true;
    else if (code === 91 || code === 123) {
      depth += 1;
      if (depth > deepest) {
        const { line, character } = placeIn(text, i);
        refuse(
          'too-deep',
          `${name} nests more than ${deepest} levels at line ${line}, character ${character}. Ask for a flatter file.`,
          `${name}:${line}`,
        );
      }
    } else if (code === 93 || code === 125) depth -= 1;
  }
}

/** A number of more figures than a double keeps stays as it was written: it is a name more often than a number. */
const keptNumber = (text: string): Json => {
  const value = Number(text);
  return Number.isFinite(value) && text.replace(/e.*$/i, '').replace(/^-?0*\.?0*|\D/g, '').length <= 15
    ? value
    : text;
};
const mayLose = /[\d.]{16,}/;

/** JSON with every figure of its numbers. @throws SyntaxError */
export const losslessJson = (text: string): Json => {
  const plain = JSON.parse(text) as Json;
  if (!mayLose.test(text)) return plain;
  return lossless(text, undefined, { parseNumber: keptNumber }) as Json;
};

/** Objects one after the other, each on a line of its own; null where the text is none. */
function lines(text: string): Json | null {
  const all = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  if (all.length < 2 || !all.every((line) => /^\s*[[{]/.test(line) && /[\]}]\s*$/.test(line))) return null;
  try {
    return all.map((line) => losslessJson(line));
  } catch {
    return null;
  }
}

function parse(text: string, name: string): { value: Json; isLines: boolean } {
  try {
    return { value: losslessJson(text), isLines: false };
  } catch (error) {
    const apart = lines(text);
    if (apart !== null) return { value: apart, isLines: true };
    const said = (error as Error).message;
    const at = /position (\d+)/.exec(said);
    const { line, character } = placeIn(text, at ? Number(at[1]) : text.length);
    const isCut = text.trim() === '' || /end of JSON/i.test(said) || Number(at?.[1]) >= text.trimEnd().length;
    const found = JSON.stringify(text.slice(at ? Number(at[1]) : 0, Number(at?.[1] ?? 0) + 12));
    return refuse(
      isCut ? 'half-written' : 'bad-json',
      isCut
        ? `${name} breaks off at line ${line}, character ${character}: it is not complete. Save it again.`
        : `${name} is no JSON at line ${line}, character ${character}, where it has ${found}. Correct it there.`,
      `${name}:${line}`,
    );
  }
}

/** The value at a path. @throws ProblemError `path-not-found`, which says how far it came and what is there. */
export function valueAt(value: Json, path: string, name: string): Json {
  let found: Json = value;
  let way = '$';
  const steps = parsePath(path);
  for (const [i, step] of steps.entries()) {
    if ('all' in step) {
      const list: Json[] = Array.isArray(found) ? found : isObject(found) ? Object.values(found) : [];
      const rest = steps.slice(i + 1);
      if (rest.length === 0) return list;
      const tail = rest
        .map((s) =>
          'name' in s ? `['${s.name.replace(/['\\]/g, '\\$&')}']` : 'index' in s ? `[${s.index}]` : '[*]',
        )
        .join('');
      // As with any selector of RFC 9535, members that have no such path are left out.
      return list.flatMap((item) => {
        try {
          return [valueAt(item, tail, name)];
        } catch {
          return [];
        }
      });
    }
    let next: Json | undefined;
    if ('name' in step)
      next = isObject(found) && Object.hasOwn(found, step.name) ? found[step.name] : undefined;
    else next = Array.isArray(found) ? found.at(step.index) : undefined;
    if (next === undefined) {
      const here = Array.isArray(found)
        ? `a list of ${found.length}`
        : isObject(found)
          ? `an object with ${Object.keys(found).slice(0, 8).join(', ') || 'nothing in it'}`
          : JSON.stringify(found)?.slice(0, 40);
      return refuse(
        'path-not-found',
        `${name} has nothing at ${path}: at ${way} there is ${here}. Choose a path that is there.`,
        'path',
      );
    }
    found = next;
    way += 'name' in step ? `.${step.name}` : `[${step.index}]`;
  }
  return found;
}

const leaf = (value: Json | undefined): Cell =>
  value === undefined ? null : typeof value === 'object' && value !== null ? JSON.stringify(value) : value;

/** Members of an object as cells; objects in it come flat, under `outer.inner`. */
function flatten(value: Json, into: Map<string, Cell>, prefix = '', depth = 0): void {
  if (isObject(value) && depth < 6) {
    for (const [key, inner] of Object.entries(value))
      flatten(inner, into, prefix ? `${prefix}.${key}` : key, depth + 1);
    if (prefix !== '' && Object.keys(value).length === 0) into.set(prefix, null);
  } else into.set(prefix || 'Value', leaf(value));
}

/** A JSON value as a table: a list by its items, an object of objects by its keys, one object as one row. */
export function tableOf(value: Json, name: string): Pick<Read, 'columns' | 'rows'> {
  let items: { key: string | null; value: Json }[];
  if (Array.isArray(value)) items = value.map((item) => ({ key: null, value: item }));
  else if (
    isObject(value) &&
    Object.values(value).length > 0 &&
    Object.values(value).every((v) => isObject(v))
  )
    items = Object.entries(value).map(([key, item]) => ({ key, value: item }));
  else items = [{ key: null, value }];
  const columns = new Map<string, number>();
  const flat = items.map((item) => {
    const cells = new Map<string, Cell>();
    if (item.key !== null) cells.set('Key', item.key);
    if (Array.isArray(item.value)) item.value.forEach((inner, i) => cells.set(`Item ${i + 1}`, leaf(inner)));
    else flatten(item.value, cells);
    for (const key of cells.keys()) if (!columns.has(key)) columns.set(key, columns.size);
    return cells;
  });
  if (columns.size * flat.length > mostCells)
    refuse(
      'too-many-cells',
      `${name} makes a table of ${columns.size * flat.length} cells; it may have ${mostCells}.`,
      name,
    );
  const names = [...columns.keys()];
  const rows = flat.map((cells) => names.map((column) => cells.get(column) ?? null));
  return { columns: names.map((column, i) => ({ name: column, type: guessType(rows, i) })), rows };
}

const stepTo = (path: string, key: string): string =>
  /^[\p{L}_$][\p{L}\p{N}_$-]*$/u.test(key) ? `${path}.${key}` : `${path}['${key.replace(/['\\]/g, '\\$&')}']`;

/** Lists and objects of objects that could be rows, and the values beside them, by their paths. */
export function offersOf(value: Json): Offer[] {
  const found: Offer[] = [];
  const walk = (at: Json, path: string, depth: number): void => {
    if (found.length >= 200 || depth > 5) return;
    if (Array.isArray(at)) {
      found.push({ path, what: `list of ${at.length}` });
      if (at.length > 0 && typeof at[0] === 'object') walk(at[0] as Json, `${path}[0]`, depth + 1);
    } else if (isObject(at)) {
      if (path !== '$') found.push({ path, what: `object of ${Object.keys(at).length}` });
      for (const [key, inner] of Object.entries(at).slice(0, 60)) walk(inner, stepTo(path, key), depth + 1);
    } else
      found.push({
        path,
        what:
          at === null
            ? 'nothing'
            : `${typeof at === 'string' ? 'text' : typeof at === 'number' ? 'number' : 'yes/no'}: ${String(at).slice(0, 40)}`,
      });
  };
  walk(value, '$', 0);
  return found;
}

/** Beside a list that it is about, an object says little: how many there are, whether there is more. */
const mostBeside = 2;

/**
 * The path of the one list of objects that an object is about, or null: it has none or several, or says more of itself.
 * The path `$` takes any object as it is.
 */
export function onlyList(value: Json): string | null {
  const found: string[] = [];
  const walk = (at: Json, path: string, depth: number): void => {
    if (found.length > 1 || depth > 4) return;
    if (Array.isArray(at)) {
      if (at.length > 0 && at.every(isObject)) found.push(path);
    } else if (isObject(at)) {
      const beside = Object.values(at).filter((inner) => typeof inner !== 'object' || inner === null).length;
      if (beside > mostBeside && Object.values(at).some(Array.isArray)) found.push(path, path);
      // An object of like objects is a table of its own.
      if (path !== '$' && Object.values(at).length > 1 && Object.values(at).every(isObject)) found.push(path);
      else for (const [key, inner] of Object.entries(at)) walk(inner, stepTo(path, key), depth + 1);
    }
  };
  if (isObject(value)) walk(value, '$', 0);
  return found.length === 1 ? (found[0] as string) : null;
}

/** Bytes as JSON in UTF-8. @throws ProblemError where they are none, break off, nest too deep or are a web page. */
export function jsonOf(bytes: Uint8Array, name: string): Json {
  const text = new TextDecoder().decode(bytes);
  refuseWebPage(text, name, 'JSON');
  refuseDeep(text, name);
  return parse(text, name).value;
}

/** JSON (RFC 8259), or a value on each line: the value at the path, or what the JSONata there makes of it, as a value and as a table. */
export async function readJson(
  bytes: Uint8Array,
  options: z.infer<typeof jsonFormatSchema>,
  name: string,
): Promise<Read> {
  const { text, encoding } = await decodeText(bytes, options.encoding, name);
  refuseWebPage(text, name, 'JSON');
  refuseDeep(text, name);
  const { value: whole, isLines } = parse(text, name);
  const offers = offersOf(whole);
  // Where all that is in it is one list, the list is what it is about.
  const only = options.path.trim() === '' && options.query.trim() === '' ? onlyList(whole) : null;
  let value: Json;
  try {
    value = valueAt(whole, only ?? options.path, name);
  } catch (error) {
    throw error instanceof ProblemError ? new PlaceRefused(error.problem, offers) : error;
  }
  if (options.query.trim() !== '') {
    const { default: jsonata } = await import('jsonata');
    try {
      const made: unknown = await jsonata(options.query).evaluate(value);
      value = made === undefined ? null : (JSON.parse(JSON.stringify(made)) as Json);
    } catch (error) {
      const { message, position } = error as { message: string; position?: number };
      refuse(
        'bad-query',
        `The JSONata for ${name} fails${position ? ` at character ${position}` : ''}: ${message}.`,
        'query',
      );
    }
  }
  const notes: string[] = [];
  if (isLines) notes.push('One value on each line.');
  if (only !== null) notes.push(`The list at ${only}.`);
  return {
    ...tableOf(value, name),
    value: only === null ? value : whole,
    notes,
    encoding,
    offers,
    facets: {},
  };
}
