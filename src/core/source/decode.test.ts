import { describe, expect, test } from '@jest/globals';
import iconv from 'iconv-lite';
import { decodeText, encodings, UnsureEncoding } from './decode';

const in1 = (text: string, encoding: string): Uint8Array => new Uint8Array(iconv.encode(text, encoding));
const outcome = async (bytes: Uint8Array): Promise<{ text: string; asked: readonly string[] }> => {
  try {
    return { text: (await decodeText(bytes)).text, asked: [] };
  } catch (error) {
    if (!(error instanceof UnsureEncoding)) throw error;
    return { text: '', asked: error.readings.map(({ sample }) => sample) };
  }
};

describe('bytes by a named encoding', () => {
  test('every sign of every encoding of one byte is the one that other programs wrote', async () => {
    const upper = Uint8Array.from({ length: 128 }, (_, i) => 0x80 + i);
    for (const encoding of encodings.filter((one) => /^(windows-125|iso-8859|koi8)/.test(one))) {
      const theirs = iconv.decode(Buffer.from(upper), encoding);
      const { text } = await decodeText(upper, encoding);
      // Bytes that stand for nothing are controls to some and marks of a fault to others.
      const known = [...theirs].map((sign, i) => (sign === '\ufffd' ? '' : `${i}${sign}`));
      const own = [...text].map((sign, i) => (theirs[i] === '\ufffd' ? '' : `${i}${sign}`));
      // 0xca of windows-1255 is newer than the other program.
      if (encoding === 'windows-1255') known[0x4a] = own[0x4a] = '';
      expect({ encoding, signs: own }).toEqual({ encoding, signs: known });
    }
  });
  test('quotation marks, dashes and the euro of windows-1252 are none of its controls', async () => {
    expect(
      (
        await decodeText(
          Uint8Array.of(0x80, 0x20, 0x91, 0x92, 0x20, 0x93, 0x94, 0x20, 0x96, 0x97),
          'windows-1252',
        )
      ).text,
    ).toBe('€ ‘’ “” –—');
  });
});

describe('bytes that do not say it', () => {
  const names: Readonly<Record<string, readonly string[]>> = {
    'windows-1253': [
      'Νήσος Ασενσιόν',
      'Ανδόρα',
      'Ηνωμένα Αραβικά Εμιράτα',
      'Ελλάδα',
      'Άγιος Μαρίνος',
      'Βουλγαρία',
    ],
    'windows-1255': ['אנדורה', 'יוון', 'ארצות הברית', 'הודו', 'מצרים', 'נורווגיה', 'פולין', 'צרפת'],
    'windows-1256': ['أندورا', 'اليونان', 'الولايات المتحدة', 'الهند', 'مصر', 'النرويج', 'بولندا'],
    'windows-1250': [
      'Wyspa Wniebowstąpienia',
      'Łotwa',
      'Święta Łucja',
      'Włochy',
      'Węgry',
      'Gwinea Bissau',
      'Żółw',
    ],
    'windows-1252': ['Goéland – “Lantern’s Point”', 'Crêt-Noir', 'Île d’Or', 'Forêt', 'Hôtel', '12 €'],
    'koi8-r': ['Воздушный змей', 'летит над', 'морским берегом', 'ветер крепчает'],
    shift_jis: ['凧は風に乗って', '高く上がる', '浜辺の祭り', 'デンマーク', 'アルメニア'],
    'euc-kr': ['덴마크', '아르메니아', '이탈리아', '스페인', '그리스', '연이 날아간다'],
  };
  test.each(Object.entries(names))(
    '%s is read right, or asked about with the right reading among those shown',
    async (encoding, words) => {
      for (let count = 1; count <= words.length; count += 1) {
        const text = `code,name\r\n${words
          .slice(0, count)
          .map((word, i) => `${i},${word}`)
          .join('\r\n')}\r\n`;
        const found = await outcome(in1(text, encoding));
        if (found.asked.length === 0) expect(found.text).toBe(text);
        else expect(found.asked.join('\n')).toContain(words[0]?.split(' ').at(-1));
      }
    },
  );
  test.each(['windows-1253', 'windows-1256', 'windows-1250', 'windows-1252'])(
    'a page of %s is not asked about',
    async (encoding) => {
      const text = Array.from({ length: 6 }, () => names[encoding]?.join('\n')).join('\n');
      expect(await outcome(in1(text, encoding))).toEqual({ text, asked: [] });
    },
  );
  test('sixteen bits without a mark, also where hardly a letter is Latin', async () => {
    const text = 'κωδικός,όνομα\r\nΑ,Νήσος\r\n';
    expect(await decodeText(in1(text, 'utf-16le').subarray(0))).toEqual({ text, encoding: 'utf-16le' });
    expect(await decodeText(in1(text, 'utf-16be').subarray(0))).toEqual({ text, encoding: 'utf-16be' });
  });
  test('a file that ends in the middle of a sign is UTF-8 all the same', async () => {
    const bytes = new TextEncoder().encode('Goéland, Crêt');
    expect((await decodeText(bytes.subarray(0, -2))).encoding).toBe('utf-8');
    expect((await decodeText(new TextEncoder().encode('a 凧').subarray(0, -1))).encoding).toBe('utf-8');
    // Bytes of another encoding near the end are none of that.
    expect((await outcome(Uint8Array.of(0x31, 0x2c, 0xd0, 0xe1, 0x0a))).asked.length).toBeGreaterThan(1);
  });
});
