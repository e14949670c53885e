import { arrangementSchema, type Arrangement, type Show } from '../../core/show';

// How people sit at the Desks of shows, kept in this browser; a show's file takes along those of the show.

const prefix = (show: string): string => `jorvan.desk ${show} `;

function read(key: string): Arrangement | null {
  try {
    const parsed = arrangementSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export const arrangementOf = (show: string, person: string): Arrangement | null =>
  read(prefix(show) + person);

export const keepArrangement = (show: string, person: string, arrangement: Arrangement): void =>
  localStorage.setItem(prefix(show) + person, JSON.stringify(arrangement));

/** The show as its file is to have it: with how everyone of this browser sits at its Desk. */
export function withArrangements(show: Show): Show {
  const desks: Record<string, Arrangement> = { ...show.desks };
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(prefix(show.id))) continue;
    const arrangement = read(key);
    if (arrangement) desks[key.slice(prefix(show.id).length)] = arrangement;
  }
  return Object.keys(desks).length > 0 ? { ...show, desks } : show;
}

/** Takes up what a file brought along; who sits here already stays as they are. */
export function takeArrangements(show: Show): void {
  for (const [person, arrangement] of Object.entries(show.desks ?? {}))
    if (!arrangementOf(show.id, person)) keepArrangement(show.id, person, arrangement);
}
