/** A name as names are compared: without spaces around it, in whatever case. */
export const folded = (text: string): string => text.trim().toLocaleLowerCase();
