import type { Asset } from '../asset';
import type { Show } from '../show';
import type { PictureSet } from '../style';

/** The name of a file without its ending. */
const plainName = (file: string): string => file.replace(/\.[a-z0-9]+$/i, '');

/** A new set of pictures, each under the name of its file or the one given; the first of a name is kept. */
export function addPictureSet(
  show: Show,
  id: string,
  name: string,
  pictures: readonly { readonly name: string; readonly asset: string }[],
): PictureSet {
  const set: PictureSet = { id, name, pictures: [] };
  addToSet(set, pictures);
  show.look.sets.push(set);
  return set;
}

/** Adds pictures to a set; one of a name that is there takes the place of the one before. */
export function addToSet(
  set: PictureSet,
  pictures: readonly { readonly name: string; readonly asset: string }[],
): void {
  for (const { name, asset } of pictures) {
    const words = plainName(name).trim();
    if (words === '') continue;
    const own = set.pictures.find((one) => one.name.toLowerCase() === words.toLowerCase());
    if (own) own.asset = asset;
    else set.pictures.push({ name: words, asset });
  }
}

/** Where tables of the show take pictures from a set, by the names of their templates. */
export const setUses = (show: Pick<Show, 'templates'>, id: string): string[] =>
  Object.values(show.templates).flatMap(({ name, elements }) =>
    Object.values(elements).some(
      (element) =>
        element.kind === 'table' &&
        element.columns.some(({ content }) => content.kind === 'picture' && content.set === id),
    )
      ? [name]
      : [],
  );

/** The pictures of the shelf that lie in a folder, as a set takes them. */
export const picturesIn = (assets: Readonly<Record<string, Asset>>, folder: string) =>
  Object.values(assets)
    .filter((asset) => asset.folder === folder && asset.type.startsWith('image/'))
    .map(({ name, id }) => ({ name, asset: id }));
