/** A name as names are compared: without spaces around it, in whatever case (Unicode's default, the same in all languages). */
export const folded = (text: string): string => text.trim().toLowerCase();
