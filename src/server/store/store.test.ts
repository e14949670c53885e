import { describe, expect, test } from '@jest/globals';
import { TrialDisk, type Fault } from '../disk/trial-disk';
import { silentLog } from '../log';
import { release } from '../trial';
import { Troubles } from '../trouble';
import { checkSent, sha256, slimOfKept } from './release-work';
import { Store, type StoreWork } from './store';

const folder = '/home';
/** A release without pictures, so that it stands alone. */
const made = (name = 'Show') => {
  const own = release();
  const template = own.templates['t'];
  if (template) {
    delete template.elements['p'];
    template.order = ['e'];
  }
  own.assets = {};
  own.show.name = name;
  return own;
};
const bytesOf = (value: unknown): Buffer => Buffer.from(JSON.stringify(value));

async function storeOn(disk: TrialDisk, troubles = new Troubles()): Promise<Store> {
  const work: StoreWork = {
    check: async (...given) => checkSent(...given),
    slim: async (...given) => slimOfKept(...given),
    hash: async (path) => {
      const bytes = await disk.read(path);
      return bytes && sha256(bytes);
    },
  };
  return Store.open({ disk, folder, work, log: silentLog, troubles });
}
const added = async (store: Store, name?: string): Promise<string | null> => {
  const done = await store.addRelease(bytesOf(made(name)));
  return 'hash' in done ? done.hash : null;
};

describe('a release', () => {
  test('is kept twice; of one that is damaged the other takes the place', async () => {
    const disk = new TrialDisk();
    const hash = (await added(await storeOn(disk))) as string;
    for (const path of [`/home/releases/${hash}.json`, `/home/copies/${hash}.json`]) {
      const own = disk.after('synced');
      const whole = own.bytes(path);
      own.spoil(path, Buffer.concat([whole.subarray(0, 50), Buffer.from('?'), whole.subarray(51)]));
      await own.remove(`/home/releases/${hash}.air`);
      const store = await storeOn(own);
      expect(await store.load(hash)).toMatchObject({ show: { name: 'Show' } });
      expect(await store.isSound(hash)).toBe(true);
      expect(own.bytes(path)).toEqual(whole);
    }
  });

  test('that air needs and is gone is missing, said, and taken back by its hash alone', async () => {
    const disk = new TrialDisk();
    const hash = (await added(await storeOn(disk))) as string;
    for (const path of disk.paths) await disk.remove(path);
    const troubles = new Troubles();
    const store = await storeOn(disk, troubles);
    let found = 0;
    store.found.add(() => (found += 1));
    await store.need(new Set([hash]), 'Show');
    expect([store.missing().releases, store.isMissing(hash), troubles.list()[0]?.code]).toEqual([
      [hash],
      true,
      'release-missing',
    ]);
    expect(await store.addRelease(bytesOf(made('Other')), hash)).toMatchObject({
      problem: { code: 'damaged-release' },
    });
    expect(await store.addRelease(bytesOf(made()), hash)).toEqual({ hash });
    expect([found, store.missing().releases, troubles.list()]).toEqual([1, [], []]);
    expect(store.release(hash)?.show.name).toBe('Show');
  });

  test('a picture that is damaged is taken away, said, and taken back', async () => {
    const disk = new TrialDisk();
    const picture = '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"/>';
    const id = sha256(picture);
    const troubles = new Troubles();
    const store = await storeOn(disk, troubles);
    // Existence is asked of the real disk, which has none of these: it is enough that it was given.
    store.hasAsset = () => true;
    const hash = await store.addRelease(bytesOf(release())).then((done) => ('hash' in done ? done.hash : ''));
    disk.spoil(`/home/assets/${id}`, Buffer.from('<svg'));
    await store.need(new Set([hash]), 'Show');
    await store.checkNeeded();
    expect([store.missing().assets, troubles.list()[0]?.code]).toEqual([[id], 'asset-missing']);
    expect(await store.addAsset(id, Buffer.from('<svg'))).toMatchObject({ code: 'damaged-asset' });
    expect(await store.addAsset(id, Buffer.from(picture))).toBeNull();
    expect([disk.bytes(`/home/assets/${id}`).toString(), troubles.list()]).toEqual([picture, []]);
  });
});

test.each<Fault>(['error', 'short', 'full', 'fall'])(
  'every call to the disk fails once by “%s”: what was taken is there, what was refused is not, and may come again',
  async (fault) => {
    const dry = new TrialDisk();
    for (const name of ['One', 'Two', 'Three']) await added(await storeOn(dry), name);
    expect(dry.calls.length).toBeGreaterThan(40);
    for (let at = 0; at < dry.calls.length; at += 1) {
      const disk = new TrialDisk();
      disk.faultAt = (call) => (call === at ? fault : null);
      const store = await storeOn(disk);
      const taken: [string, string | null][] = [];
      for (const name of ['One', 'Two', 'Three']) {
        const hash = await added(store, name).catch(() => null);
        taken.push([name, hash]);
        disk.clear();
      }
      for (const keeps of fault === 'fall'
        ? (['synced', 'all', Math.floor(disk.lastWrite / 2)] as const)
        : (['synced', 'all'] as const)) {
        const after = disk.after(keeps);
        const next = await storeOn(after);
        for (const [name, hash] of taken) {
          if (hash === null) continue;
          expect([name, (await next.load(hash))?.show.name, await next.isSound(hash)]).toEqual([
            name,
            name,
            true,
          ]);
        }
        // Whatever was refused is taken when it comes again.
        for (const name of ['One', 'Two', 'Three']) {
          const hash = (await added(next, name)) as string;
          expect((await (await storeOn(after)).load(hash))?.show.name).toBe(name);
        }
      }
    }
  },
);
