import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { isWholePicture } from '../../core/show';
import { PictureWatch, type WatchedPicture } from './picture-watch';

let folder: string;
let watch: PictureWatch;
let told: WatchedPicture[];
const png = (shade: number): Buffer => {
  const picture = new PNG({ width: 40, height: 40 });
  picture.data.fill(shade);
  return PNG.sync.write(picture);
};
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !holds(); i += 1) await pause(20);
  expect(holds()).toBe(true);
}

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'jorvan-pictures-'));
  told = [];
  watch = new PictureWatch(folder, (picture) => told.push(picture));
  watch.begin();
});
afterEach(() => {
  watch.close();
  rmSync(folder, { recursive: true, force: true });
});

test('a picture is told of when it is whole, and again when it is saved anew', async () => {
  const file = join(folder, 'flag.png');
  const [first, second] = [png(40), png(200)];
  writeFileSync(file, first.subarray(0, first.length - 5));
  await pause(700);
  expect(told).toEqual([]);
  writeFileSync(file, first);
  await until(() => told.length === 1);
  expect(Buffer.from((await watch.bytes('flag.png', told[0]!.hash))!)).toEqual(first);
  // Half of the next is not it: what was there stands in the list.
  writeFileSync(file, second.subarray(0, second.length >> 1));
  await pause(700);
  expect(watch.list()).toEqual([told[0]]);
  expect(await watch.bytes('flag.png', told[0]!.hash)).toBeNull();
  writeFileSync(`${file}.part`, second);
  renameSync(`${file}.part`, file);
  await until(() => told.length === 2);
  expect(watch.list()).toEqual([told[1]]);
});

test('what is no picture, runs scripts or is gone is not in the list', async () => {
  mkdirSync(join(folder, 'in'));
  writeFileSync(
    join(folder, 'in', 'b.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg"><rect width="1" height="1"/></svg>',
  );
  writeFileSync(join(folder, 'a.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>');
  writeFileSync(join(folder, 'c.png'), 'no picture');
  writeFileSync(join(folder, '.d.png'), png(1));
  await until(() => watch.list().length === 1);
  expect(told.map(({ path }) => path)).toEqual(['in/b.svg']);
  rmSync(join(folder, 'in'), { recursive: true });
  await until(() => watch.list().length === 0);
});

test('pictures close as their writers close them', () => {
  const whole = png(9);
  expect(isWholePicture(whole, 'image/png')).toBe(true);
  for (let left = 1; left < whole.length; left += 7)
    expect(isWholePicture(whole.subarray(0, left), 'image/png')).toBe(false);
  const webp = Uint8Array.from([...'RIFF'].map((c) => c.charCodeAt(0)).concat([6, 0, 0, 0], [...'WEBPxx'].map((c) => c.charCodeAt(0)))); // prettier-ignore
  expect([isWholePicture(webp, 'image/webp'), isWholePicture(webp.subarray(0, 13), 'image/webp')]).toEqual([
    true,
    false,
  ]);
  expect(isWholePicture(Uint8Array.of(0xff, 0xd8, 0xff, 0, 0xff, 0xd9), 'image/jpeg')).toBe(true);
  expect(isWholePicture(Uint8Array.of(0xff, 0xd8, 0xff, 0, 1, 2), 'image/jpeg')).toBe(false);
  const svg = (text: string): boolean => isWholePicture(new TextEncoder().encode(text), 'image/svg+xml');
  expect([svg('<svg><g/></svg>\n'), svg('<svg><g></g>')]).toEqual([true, false]);
});
