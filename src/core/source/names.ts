/** The names with a number after each that was there before, whatever its case. */
export function uniqueNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    let unique = name;
    for (let n = 2; taken.has(unique.toLowerCase()); n += 1) unique = `${name} ${n}`;
    taken.add(unique.toLowerCase());
    return unique;
  });
}
