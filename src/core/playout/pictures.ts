import type { Command } from './command';
import type { Work } from './work';

/** Pictures that were saved anew and are remembered; of more the oldest are as they were released. */
const mostPictures = 500;

/** What is drawn in the place of a picture of a release from now on. */
export function replacePicture(work: Work, { asset, becomes }: Extract<Command, { do: 'picture' }>): void {
  const all = work.state.pictures;
  delete all[asset];
  if (becomes !== asset) all[asset] = becomes;
  for (const old of Object.keys(all).slice(0, Math.max(0, Object.keys(all).length - mostPictures)))
    delete all[old];
}
