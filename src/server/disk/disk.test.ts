import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, ownCrc32 } from './crc';
import { framed, nodeDisk, readLines, writeWhole } from './index';

test('a checksum is that of the standard, with or without the system’s own', () => {
  expect(ownCrc32(Buffer.from('123456789'))).toBe(0xcbf43926);
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => ownCrc32(bytes) === crc32(bytes)),
    { seed: 5 },
  );
});

test('lines come back as they were; a tail that was never ended is left out; nothing spoiled passes for whole', () => {
  const text = fc.string({ unit: 'binary' }).map((own) => JSON.stringify(own));
  fc.assert(
    fc.property(fc.array(text, { maxLength: 6 }), text, fc.nat(), fc.nat(7), (texts, last, at, bit) => {
      const whole = texts.map(framed).join('');
      const torn = Buffer.from(framed(last)).subarray(0, -1);
      const read = readLines(Buffer.concat([Buffer.from(whole), torn]));
      expect(read.lines.map((own) => own.text)).toEqual(texts);
      expect([read.damaged, read.whole]).toEqual([[], Buffer.byteLength(whole)]);
      const spoiled = Buffer.from(whole);
      if (spoiled.length === 0) return;
      const place = at % spoiled.length;
      spoiled[place] = (spoiled[place] as number) ^ (1 << bit);
      for (const own of readLines(spoiled).lines) expect(texts).toContain(own.text);
    }),
    { seed: 6 },
  );
});

test('the machine’s disk: written at its place, cut, kept for its user alone; a file is put in place whole', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'jorvan-disk-'));
  const file = await nodeDisk.open(join(folder, 'a'));
  await file.write(Buffer.from('one two'), 0);
  await file.write(Buffer.from('three'), 4);
  await file.cut(8);
  await file.sync();
  await file.close();
  expect(String(await nodeDisk.read(join(folder, 'a')))).toBe('one thre');
  expect((await nodeDisk.open(join(folder, 'a'))).size).toBe(8);
  await writeWhole(nodeDisk, folder, 'b', 'long enough');
  await writeWhole(nodeDisk, folder, 'b', 'short');
  expect(String(await nodeDisk.read(join(folder, 'b')))).toBe('short');
  expect(await nodeDisk.list(folder)).toEqual(['a', 'b']);
  expect(statSync(join(folder, 'b')).mode & 0o777).toBe(0o600);
  expect([await nodeDisk.read(join(folder, 'none')), await nodeDisk.list(join(folder, 'none'))]).toEqual([
    null,
    [],
  ]);
  rmSync(folder, { recursive: true });
});
