const isThere = (of: Readonly<Record<string, unknown>>, key: string): boolean => of[key] !== undefined;

/**
 * Whether two values are the same JSON: the order of keys does not matter, and a member that is undefined is not there.
 * What both share is not looked into.
 */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((own, i) => sameJson(own, b[i]))
    );
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  let members = 0;
  for (const key in one) {
    if (!isThere(one, key)) continue;
    members += 1;
    if (!sameJson(one[key], other[key])) return false;
  }
  for (const key in other) if (isThere(other, key)) members -= 1;
  return members === 0;
}

const known = new WeakMap<object, WeakMap<object, boolean>>();

/** The same of two parts of documents, which never change: each pair is looked through once. */
export function sameParts(a: unknown, b: unknown): boolean {
  if (a === b || typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return sameJson(a, b);
  let answers = known.get(a);
  if (!answers) known.set(a, (answers = new WeakMap()));
  let answer = answers.get(b);
  if (answer === undefined) answers.set(b, (answer = sameJson(a, b)));
  return answer;
}

/** The same of two records of parts. */
export function sameRecords(
  a: Readonly<Record<string, unknown>>,
  b: Readonly<Record<string, unknown>>,
): boolean {
  const ids = Object.keys(a);
  return (
    a === b || (ids.length === Object.keys(b).length && ids.every((id) => id in b && sameParts(a[id], b[id])))
  );
}
