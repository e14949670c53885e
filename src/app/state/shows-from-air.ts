import { freshName, showOfRelease } from '../../core/show';
import { releases, useAir } from './air-store';
import { hashOf, newId } from './ids';
import { database, storageWords } from './database';
import { useDraft } from './draft-store';
import { listShows, saveShow } from './shows';

/**
 * The show on air as a draft of this browser, with its pictures: in place of the draft that is open (one step of undo),
 * or as a show of its own where this browser has none of that name. Returns what went wrong, in words.
 */
export async function takeDraftFromAir(how: 'replace' | 'new'): Promise<string | null> {
  const { state } = useAir.getState();
  const release = releases.get(state.release);
  if (!release || state.release === null) return 'Nothing is released, or its release has not come yet.';
  const cards = Object.fromEntries(
    Object.entries(state.cards).map(([id, { kept: _, ...card }]) => [id, card]),
  );
  const show = showOfRelease(release, state.release, { cards, rundowns: state.rundowns });
  for (const asset of Object.values(show.assets)) {
    if (await database.assets.get(asset.id)) continue;
    const response = await fetch(`/api/assets/${asset.id}`).catch(() => null);
    if (!response?.ok)
      return `The picture “${asset.name}” could not be had from the server. Nothing was taken.`;
    const bytes = new Uint8Array(await response.arrayBuffer());
    if ((await hashOf(bytes)) !== asset.id)
      return `The picture “${asset.name}” came damaged. Nothing was taken.`;
    try {
      await database.assets.put({ id: asset.id, blob: new Blob([bytes], { type: asset.type }) });
    } catch (error) {
      return storageWords(error, 'the show was not taken from air');
    }
  }
  const draft = useDraft.getState();
  if (how === 'replace') {
    draft.edit('Take the draft from air', (own) => {
      const { desks, assets } = own;
      Object.assign(own, structuredClone(show), { assets: { ...assets, ...show.assets } });
      if (desks) own.desks = desks;
    });
    draft.setBase(state.release);
    return null;
  }
  const kept = await listShows();
  const isThere = kept.some(({ id }) => id === show.id);
  const fresh = isThere
    ? {
        ...show,
        id: newId(),
        name: freshName(
          `${show.name}, from air`,
          kept.map(({ name }) => name),
        ),
      }
    : show;
  await saveShow(fresh);
  return null;
}
