/** `wanted`, or with the first figure behind it that makes it new among `taken`. Case does not tell names apart. */
export function freshName(wanted: string, taken: Iterable<string>): string {
  const used = new Set([...taken].map((name) => name.toLowerCase()));
  const stem = wanted.replace(/ \d+$/, '') || wanted;
  if (!used.has(wanted.toLowerCase())) return wanted;
  for (let n = 2; ; n += 1) if (!used.has(`${stem} ${n}`.toLowerCase())) return `${stem} ${n}`;
}
