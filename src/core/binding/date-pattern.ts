/** Half days as people write them, and what they are in patterns of UTS 35 as date-fns reads them. */
const halves: readonly [RegExp, string][] = [
  [/\b[aA]\.[mM]\.(\s*\/\s*[pP]\.[mM]\.)?|\b[pP]\.[mM]\.(?!\w)/g, 'aaaa'],
  [/\bAM(\/PM)?\b|\bPM\b/g, 'a'],
  [/\bam(\/pm)?\b|\bpm\b/g, 'aaa'],
];

/** A pattern for a date as people write it (h:mm pm, DD.MM.YYYY) as one of Unicode (UTS 35). What is in quotes stays. */
export const datePattern = (typed: string): string =>
  typed
    .split(/('(?:[^']|'')*')/)
    .map((part, i) => {
      if (i % 2 === 1) return part;
      let plain = part
        .replace(/YYYY/g, 'yyyy')
        .replace(/\bYY\b/g, 'yy')
        .replace(/\bDD\b/g, 'dd')
        .replace(/\bD\b/g, 'd');
      for (const [form, tokens] of halves) plain = plain.replace(form, tokens);
      // With a half day an hour is one of twelve.
      return /a/.test(plain.replace(/[^a]/g, '')) ? plain.replace(/HH/g, 'hh').replace(/H/g, 'h') : plain;
    })
    .join('');
