// What has just been made and bears a name for now: the field of its name takes the keyboard once it is there.

let fresh: string | null = null;

/** The next name field of that id begins with its name chosen, so that typing replaces it. */
export const nameNext = (id: string): void => {
  fresh = id;
};

/** Whether a name is still to be given, told once. */
export function isFresh(id: string | undefined): boolean {
  if (id === undefined || id !== fresh) return false;
  fresh = null;
  return true;
}
