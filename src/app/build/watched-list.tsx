import { wordOrder } from '../../core/locale';
import { Plus } from 'lucide-react';
import { toast } from 'sonner';
import type { Show } from '../../core/show';
import { redrawAll } from '../picture/monitors';
import { takeWatched, useWatched } from '../state/watched-pictures';
import { IconButton } from '../ui';

const shownPictures = 60;

/** Pictures of the watched folder that the show has not yet: what is saved there stands here. */
export function WatchedList(props: { show: Show; search: string; folder: string }) {
  const { show, search, folder } = props;
  const pictures = useWatched((store) => store.pictures);
  const followed = new Set(Object.values(show.assets).flatMap(({ watched }) => watched?.path ?? []));
  const open = Object.values(pictures)
    .filter(({ path }) => !followed.has(path) && path.toLowerCase().includes(search.trim().toLowerCase()))
    .sort((a, b) => wordOrder(show.look.locale)(a.path, b.path));
  if (open.length === 0) return null;
  return (
    <section
      className="max-h-40 shrink-0 overflow-auto border-t border-line"
      aria-label="In the watched folder"
    >
      <h3 className="sticky top-0 bg-deck px-2 py-1 text-xs font-semibold text-ink-2">
        In the watched folder
      </h3>
      <ul>
        {open.slice(0, shownPictures).map((picture) => (
          <li key={picture.path} className="flex h-7 items-center gap-2 px-2">
            <span className="min-w-0 flex-1 truncate" title={picture.path}>
              {picture.path}
            </span>
            <IconButton
              label={`Take ${picture.path} onto the shelf`}
              className="size-6"
              onClick={() =>
                void takeWatched(picture, folder).then((asset) => {
                  if (!asset) return;
                  redrawAll();
                  toast.success(`${asset.name} is on the shelf and follows its file.`);
                })
              }
            >
              <Plus size={15} />
            </IconButton>
          </li>
        ))}
      </ul>
    </section>
  );
}
