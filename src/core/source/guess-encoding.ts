import type * as Detector from 'jschardet';
import { namesOf } from './names-of';

/** A reading of bytes that could be meant, the likelier first. */
export interface Reading {
  readonly encoding: string;
  readonly text: string;
}
export interface EncodingGuess {
  readonly encoding: string;
  /** Other readings that are nearly as likely and give other words; empty where the guess is sure. */
  readonly others: readonly string[];
}

/** What the detector calls by names of its own, as the Encoding Standard names it. ISO sets are taken for their larger kin of Windows where no byte tells them apart. */
const asStandard: Readonly<Record<string, string>> = {
  'iso-8859-1': 'windows-1252', ascii: 'windows-1252', 'iso-8859-9': 'windows-1254', 'iso-8859-11': 'windows-874', 'tis-620': 'windows-874',
  'shift-jis': 'shift_jis', sjis: 'shift_jis', cp932: 'shift_jis', cp949: 'euc-kr', 'uhc': 'euc-kr', gb2312: 'gb18030', gbk: 'gb18030', 'hz-gb-2312': 'gb18030',
  'x-mac-cyrillic': 'x-mac-cyrillic', maccyrillic: 'x-mac-cyrillic', macroman: 'macintosh', 'mac-roman': 'macintosh', 'mac roman': 'macintosh', ibm866: 'ibm866', ibm855: 'ibm866',
}; // prettier-ignore

/** Encodings that are weighed whatever the detector says; others are for people to choose. */
const weighed = [
  'windows-1252', 'windows-1250', 'windows-1251', 'windows-1253', 'windows-1254', 'windows-1255', 'windows-1256', 'windows-1257', 'windows-874',
  'iso-8859-2', 'iso-8859-5', 'iso-8859-7', 'koi8-r', 'koi8-u', 'macintosh', 'ibm866', 'shift_jis', 'euc-jp', 'iso-2022-jp', 'gb18030', 'big5', 'euc-kr',
] as const; // prettier-ignore

/** How much likelier an encoding is before a byte is looked at. */
const before: Readonly<Record<string, number>> = {
  'windows-1252': 0.2,
  'windows-1250': 0.05,
  'iso-8859-2': -0.05,
  'iso-8859-5': -0.15,
  'iso-8859-7': -0.05,
  macintosh: -0.3,
  'windows-1257': -0.05,
  'windows-1254': -0.05,
  'koi8-u': -0.05,
  ibm866: -0.2,
  'windows-874': -0.1,
};

const scripts: readonly [string, RegExp][] = [
  ['latin', /\p{Script=Latin}/u],
  ['cyrillic', /\p{Script=Cyrillic}/u],
  ['greek', /\p{Script=Greek}/u],
  ['hebrew', /\p{Script=Hebrew}/u],
  ['arabic', /\p{Script=Arabic}/u],
];
const scriptOf = (letter: string): string => scripts.find(([, form]) => form.test(letter))?.[0] ?? 'other';

/** The letters beyond ASCII of languages of the Latin alphabet (Unicode CLDR, main exemplars): a text is in one of them. */
const alphabets: readonly string[] = [
  'àâçéèêëîïôûùœæÿ', 'äöüß', 'áéíñóúü', 'ãáàâçéêíóôõú', 'àèéìòù', 'åäöé', 'æøåé', 'áéíóúýðþæö', 'ëïéèöüê', 'àçéèíïòóúü',
  'ąćęłńóśźż', 'áčďéěíňóřšťúůýž', 'áäčďéíĺľňóôŕšťúýž', 'áéíóöőúüű', 'ăâîșțşţ', 'čćđšž', 'çğıöşüâîi\u0307', 'ąčęėįšųūž', 'āčēģīķļņšūž', 'äöüõšž',
]; // prettier-ignore

/** A letter as alphabets have it; İ has no small letter of its own length. */
const small = (letter: string): string => (letter === '\u0130' ? 'i\u0307' : letter.toLowerCase());

/** What speaks against a reading; 0 is a text without a flaw. */
function flaws(text: string): number {
  let bad = 0;
  let count = 0;
  let signs = 0;
  const latin = new Map<string, number>();
  for (const match of text.matchAll(/[^\u0000-\u007f]/gu)) {
    count += 1;
    const sign = match[0];
    const code = sign.codePointAt(0) as number;
    if (code === 0xfffd || (code >= 0x80 && code < 0xa0) || (code >= 0xe000 && code < 0xf900)) bad += 2;
    else if (code >= 0x2200 && code < 0x2600) bad += 1;
    else if (/\p{L}/u.test(sign)) {
      if (/\p{Script=Latin}/u.test(sign)) latin.set(small(sign), (latin.get(small(sign)) ?? 0) + 1);
    } else if (/\p{M}/u.test(sign)) {
      if (!/[\p{Script=Hebrew}\p{Script=Arabic}\p{M}]/u.test(text[match.index - 1] ?? '')) bad += 1;
    } else {
      signs += 1;
      // A quotation mark that closes does not open a word.
      if (
        sign === '\u2019' &&
        !/[\p{L}\p{N}]/u.test(text[match.index - 1] ?? '') &&
        /\p{L}/u.test(text[match.index + 1] ?? '')
      )
        bad += 1;
      const isInside =
        /\p{L}/u.test(text[match.index - 1] ?? '') && /\p{L}/u.test(text[match.index + 1] ?? '');
      // Dashes, quotation marks, degrees and spaces may touch words; other signs seldom stand in one.
      if (
        isInside
          ? !/[\u2019\u2018\u00ad\u00b7\u05be]/u.test(sign)
          : /[\u00a4\u00a6\u00a8\u00ac\u00af\u00b1\u00b3\u00b6\u00b8\u00b9\u00be\u02c7\u02d8\u02d9\u02db\u02dd]/u.test(
              sign,
            )
      )
        bad += 1;
    }
  }
  if (count === 0) return 0;
  // Words are made of letters.
  if (signs * 2 > count) bad += signs * 0.5;
  // What is in no one language's alphabet is in it by chance.
  if (latin.size > 0)
    bad += alphabets.reduce((least, letters) => {
      let strange = 0;
      for (const [letter, times] of latin) if (!letters.includes(letter)) strange += 0.6 * times;
      return Math.min(least, strange);
    }, Infinity);
  for (const [word] of text.matchAll(/[\p{L}\p{M}]+/gu)) {
    const letters = [...word];
    const own = letters.filter((letter) => letter > '\u007f');
    if (own.length === 0) continue;
    let last: string | null = null;
    for (const [i, letter] of letters.entries()) {
      if (!/\p{L}/u.test(letter)) continue;
      const script = scriptOf(letter);
      if (last !== null && script !== last) bad += 1;
      last = script;
      const isUpper = /\p{Lu}/u.test(letter);
      if (i > 0 && isUpper && /\p{Ll}/u.test(letters[i - 1] ?? '')) bad += 1;
      if (i > 1 && /\p{Ll}/u.test(letter) && /^\p{Lu}{2,}$/u.test(letters.slice(0, i).join(''))) bad += 1;
      // A small sigma of its own form ends a word, and nothing else does.
      if (letter === 'ς' && i < letters.length - 1) bad += 1;
    }
    // Words of the Latin alphabet are seldom made of letters beyond ASCII alone.
    if (letters.length > 2 && last === 'latin' && own.length === letters.length) bad += own.length;
  }
  return bad;
}

/** So many flaws more than another reading has are no accident. */
const surelyFlawed = 1.7;

/**
 * The encoding that bytes of text are most likely in, where they are no Unicode: what a detector finds by how often
 * which letters come, against what speaks against each reading: signs inside words, letters of two scripts in one,
 * capitals after small letters. `decode` gives a reading, or null where there is no such encoding.
 */
export async function guessEncoding(
  bytes: Uint8Array,
  decode: (bytes: Uint8Array, encoding: string) => string | null,
): Promise<EncodingGuess> {
  const detector = namesOf<typeof Detector>(await import('jschardet'));
  const part = bytes.subarray(0, 64_000);
  const found = detector.detectAll(part as never, { minimumThreshold: 0 });
  const trust = new Map<string, number>();
  for (const { encoding, confidence } of found) {
    const raw = (encoding ?? '').toLowerCase();
    const name = asStandard[raw] ?? raw;
    if (name !== '' && !name.startsWith('utf')) trust.set(name, Math.max(trust.get(name) ?? 0, confidence));
  }
  const evidence = part.reduce((count, byte) => count + (byte > 0x7f ? 1 : 0), 0);
  // What a detector makes of a few letters is a guess of its own.
  const sway = evidence / (evidence + 8);
  const seen = weighed
    .flatMap((encoding) => {
      const text = decode(part, encoding);
      if (text === null) return [];
      // What a cut in the middle of a sign leaves is no flaw.
      const whole = text.replace(/\ufffd$/, '');
      const flawed = flaws(whole);
      const signs = whole.match(/[^\u0000-\u007f]/gu)?.length ?? 1;
      return [
        {
          encoding,
          text: whole,
          flawed,
          weight: (trust.get(encoding) ?? 0) * sway + (before[encoding] ?? 0) - (flawed / signs) * 2.5,
        },
      ];
    })
    .sort((a, b) => b.weight - a.weight);
  const [best] = seen;
  if (!best) return { encoding: 'windows-1252', others: [] };
  // The more letters there are, the less they can be right by chance.
  const margin = 0.2 + 1 / (1 + evidence / 4);
  const others = seen
    .filter(
      (one) =>
        one.text !== best.text &&
        best.weight - one.weight < margin &&
        one.flawed < best.flawed + surelyFlawed,
    )
    .filter((one, i, all) => all.findIndex((other) => other.text === one.text) === i)
    .slice(0, 3)
    .map(({ encoding }) => encoding);
  return { encoding: best.encoding, others };
}
