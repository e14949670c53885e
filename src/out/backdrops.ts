/** The drawn views that a picture can be laid over: the three cameras of the stand-in, by day, at dusk, at night. */
export const backdrops: Readonly<Record<string, string>> = Object.fromEntries(
  ['beach', 'dusk', 'night'].map((name) => [name, `url(/backdrops/${name}.svg) center / cover`]),
);
