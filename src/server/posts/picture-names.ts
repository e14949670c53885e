/** Where a portrait is missing its author's initial stands, and where a picture is missing nothing does: never another's. */
export const initialOf = (name: string): string => `initial:${name}`;
export const noPicture = 'none:';
