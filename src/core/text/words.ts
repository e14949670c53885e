// Words before they are set: their case, their direction, and the spans that signs in them mark off.

export type LetterCase = 'as-typed' | 'upper' | 'lower' | 'title' | 'small-caps';
export type Direction = 'ltr' | 'rtl';

const wordStart = /(^|[^\p{L}\p{M}\p{N}'’])(\p{L})/gu;

/** Words in a case. Letters without cases stay. */
export function inCase(text: string, letters: LetterCase): string {
  switch (letters) {
    case 'upper':
      return text.toLocaleUpperCase('en');
    case 'lower':
      return text.toLocaleLowerCase('en');
    case 'title':
      return text.replace(
        wordStart,
        (_, before: string, letter: string) => before + letter.toLocaleUpperCase('en'),
      );
    case 'as-typed':
    case 'small-caps':
      return text;
  }
}

const rightToLeft =
  /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Adlam}]/u;

/** Whether a character is of a script that runs from right to left. */
export const isRightToLeft = (character: string): boolean => rightToLeft.test(character);

/** The direction of the first letter that has one (Unicode Bidirectional Algorithm, rules P2 and P3); else `ltr`. */
export function directionOf(text: string): Direction {
  for (const character of text) {
    if (rightToLeft.test(character)) return 'rtl';
    if (/\p{L}/u.test(character)) return 'ltr';
  }
  return 'ltr';
}

/** Words without their signs, and the span of each UTF-16 unit: 0 for none, else 1 and up in the order of `signs`. */
export interface Marked {
  readonly text: string;
  readonly marks: Uint8Array;
}

/**
 * Takes pairs of signs out of words and tells what stood between them. A sign opens before a character that is no
 * space and closes behind one; a sign without its fellow is a letter like others.
 */
export function takeSpans(text: string, signs: readonly string[], letters: LetterCase): Marked {
  if (signs.length === 0) {
    const cased = inCase(text, letters);
    return { text: cased, marks: new Uint8Array(cased.length) };
  }
  const pieces: { text: string; mark: number }[] = [];
  let plain = '';
  const put = (piece: string, mark: number): void => {
    if (piece !== '') pieces.push({ text: piece, mark });
  };
  for (let at = 0; at < text.length; at += 1) {
    const mark = signs.indexOf(text.charAt(at)) + 1;
    const end = mark > 0 ? closing(text, at) : -1;
    if (end < 0) {
      plain += text.charAt(at);
      continue;
    }
    put(plain, 0);
    plain = '';
    put(text.slice(at + 1, end), mark);
    at = end;
  }
  put(plain, 0);
  const cased = pieces.map((piece) => ({ ...piece, text: inCase(piece.text, letters) }));
  const whole = cased.map((piece) => piece.text).join('');
  const marks = new Uint8Array(whole.length);
  let at = 0;
  for (const piece of cased) {
    marks.fill(piece.mark, at, at + piece.text.length);
    at += piece.text.length;
  }
  return { text: whole, marks };
}

function closing(text: string, open: number): number {
  const sign = text.charAt(open);
  if (/^\s?$/.test(text.charAt(open + 1)) || text.charAt(open + 1) === sign) return -1;
  for (let at = open + 2; at < text.length; at += 1)
    if (text.charAt(at) === sign && !/\s/.test(text.charAt(at - 1))) return at;
  return -1;
}
