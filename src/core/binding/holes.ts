/** The names in the holes of a text, in order, each once. */
export const holes = (text: string): string[] => [
  ...new Set([...text.matchAll(/\{([^{}]+)\}/g)].map((match) => (match[1] as string).trim())),
];
