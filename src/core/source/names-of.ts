/** Packages that are written in CommonJS give their names on `default` in Node's own modules, and as they are elsewhere. */
export const namesOf = <T extends object>(module: T): T => (module as { default?: T }).default ?? module;
