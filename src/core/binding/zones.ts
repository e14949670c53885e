/** Every time zone of the IANA's that this machine knows, by name; each has its summer time where it has one. */
export const zoneNames = (): string[] => [
  'UTC',
  ...Intl.supportedValuesOf('timeZone').filter((name) => name !== 'UTC'),
];

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
