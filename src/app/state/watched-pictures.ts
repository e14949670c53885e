import { toast } from 'sonner';
import { create } from 'zustand';
import { replaceAsset, type Asset } from '../../core/show';
import { addAsset } from './assets';
import { dataListeners, type WatchedPicture } from './air-store';
import { useDraft } from './draft-store';
import { useKeeper } from './windows';

/** The pictures of the watched folder, by their paths, as the server tells of them. */
export const useWatched = create<{ pictures: Readonly<Record<string, WatchedPicture>> }>(() => ({
  pictures: {},
}));

const nameOf = (path: string): string => path.replace(/^.*\//, '');

/** A picture of the watched folder as an asset that follows it, its bytes in this browser; or why not. */
async function bring({ path, hash }: WatchedPicture): Promise<Asset | null> {
  const answer = await fetch(`/api/data/pictures/bytes?path=${encodeURIComponent(path)}&hash=${hash}`).catch(
    () => null,
  );
  // It has been saved again since: the next word of it comes.
  if (!answer?.ok) return null;
  const added = await addAsset(new File([await answer.blob()], nameOf(path)));
  if ('problem' in added) {
    toast.error(added.problem.message, { duration: 12_000 });
    return null;
  }
  return { ...added.asset, watched: { path, hash } };
}

/** Puts a picture of the watched folder onto the shelf; it follows its file from then on. */
export async function takeWatched(picture: WatchedPicture, folder: string): Promise<Asset | null> {
  const asset = await bring(picture);
  if (!asset) return null;
  useDraft.getState().edit(`Add ${asset.name}`, (show) => {
    const own = show.assets[asset.id];
    if (own) own.watched = asset.watched;
    else show.assets[asset.id] = { ...asset, folder };
  });
  return asset;
}

let queue: Promise<void> = Promise.resolve();

/** Puts what was saved anew in the place of what the draft has of it. */
async function follow(picture: WatchedPicture): Promise<void> {
  if (!useKeeper.getState().keeps) return;
  const { draft, edit } = useDraft.getState();
  const old = Object.values(draft?.show.assets ?? {}).find(({ watched }) => watched?.path === picture.path);
  if (!old || old.watched?.hash === picture.hash) return;
  const next = await bring(picture);
  if (!next) return;
  edit(`${next.name} has changed on disk`, (show) => {
    const own = show.assets[old.id];
    if (!own) return;
    if (next.id === old.id) own.watched = next.watched;
    else {
      show.assets[next.id] = { ...next, folder: own.folder };
      replaceAsset(show, old.id, next.id);
    }
  });
}

const followAll = (pictures: readonly WatchedPicture[]): void => {
  for (const picture of pictures) queue = queue.then(() => follow(picture)).catch(() => undefined);
};

dataListeners.add((_feeds, _faults, pictures) => {
  if (pictures.length === 0) return;
  useWatched.setState((now) => ({
    pictures: { ...now.pictures, ...Object.fromEntries(pictures.map((one) => [one.path, one])) },
  }));
  followAll(pictures);
});

useKeeper.subscribe(() => followAll(Object.values(useWatched.getState().pictures)));

// A show that is opened may have slept while its pictures were saved.
let shown: string | null = null;
useDraft.subscribe(({ draft }) => {
  const id = draft?.show.id ?? null;
  if (id === shown) return;
  shown = id;
  followAll(Object.values(useWatched.getState().pictures));
});
