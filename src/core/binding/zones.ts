const known = new Map<string, boolean>();

/** Whether a name is a time zone of the IANA's that this machine knows. */
export function isZone(name: string): boolean {
  const found = known.get(name);
  if (found !== undefined) return found;
  let is = true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
  } catch {
    is = false;
  }
  known.set(name, is);
  return is;
}
