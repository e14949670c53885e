import { X } from 'lucide-react';
import { toast } from 'sonner';
import { create } from 'zustand';
import type { Asset } from '../../core/show';
import { redrawAll } from '../picture/monitors';
import { addAsset } from '../state/assets';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { Button, IconButton } from '../ui';
import { useBuild } from './build-store';

interface Bringing {
  /** The files that are being read, and how many of them have been; null when none are. */
  readonly under: { readonly count: number; readonly done: number; readonly name: string } | null;
  /** Those that were not taken, each with its reason, until they are closed. */
  readonly refused: readonly { readonly name: string; readonly why: string }[];
  /** Counts the times that it was stopped. */
  readonly stops: number;
}

export const useBringing = create<Bringing>(() => ({ under: null, refused: [], stops: 0 }));

/** Whether a file is a map by its ending: it is asked about, not put on the shelf. */
const isMapFile = ({ name }: File): boolean => /\.(geojson|topojson|zip)$/i.test(name);

/** Takes files into the show, each once and all of them one step; what is not taken stays listed with its reason. */
export async function bringFiles(files: Iterable<File>, folder = ''): Promise<Asset[]> {
  const given = [...files];
  const map = given.find(isMapFile);
  if (map) useBuild.setState({ mapFile: map });
  const all = given.filter((file) => !isMapFile(file));
  if (all.length === 0) return [];
  const [first] = all;
  const label = all.length === 1 ? `Add ${first?.name ?? ''}` : `Add ${all.length} files`;
  const merge = `files ${newId()}`;
  const { stops } = useBringing.getState();
  const taken: Asset[] = [];
  const present: string[] = [];
  for (const [done, file] of all.entries()) {
    if (useBringing.getState().stops !== stops) {
      toast(`${done} of ${all.length} files were read; the others were left.`);
      break;
    }
    useBringing.setState({ under: { count: all.length, done, name: file.name } });
    const added = await addAsset(file);
    if ('problem' in added) {
      const { message } = added.problem;
      useBringing.setState(({ refused }) => ({
        refused: [...refused.filter(({ name }) => name !== file.name), { name: file.name, why: message }],
      }));
      continue;
    }
    const { asset } = added;
    const own = useDraft.getState().draft?.show.assets[asset.id];
    if (own) present.push(own.name === file.name ? file.name : `${file.name} (as ${own.name})`);
    else
      useDraft.getState().edit(
        label,
        (show) => {
          show.assets[asset.id] ??= { ...asset, folder };
        },
        merge,
      );
    taken.push(own ?? asset);
  }
  useDraft.getState().seal();
  useBringing.setState({ under: null });
  if (present.length > 0)
    toast(
      present.length > 3
        ? `${present.length} of the files are on the shelf already.`
        : `On the shelf already: ${present.join(', ')}.`,
    );
  redrawAll();
  return taken;
}

/** Files on their way into the show, with a way to stop, and those that were not taken. */
export function BringingFiles() {
  const { under, refused } = useBringing();
  if (!(under && under.count > 1) && refused.length === 0) return null;
  return (
    <section
      aria-label="Files added"
      className="absolute bottom-3 left-3 z-30 flex max-h-[50%] w-[420px] flex-col rounded border border-line bg-panel"
    >
      {under && under.count > 1 && (
        <div className="flex items-center gap-2 p-2">
          <span role="status" className="min-w-0 flex-1 truncate text-xs text-ink-2">
            <span className="number">
              {under.done + 1} of {under.count}
            </span>{' '}
            {under.name}
          </span>
          <progress aria-label="Files read" className="h-1.5 w-24" max={under.count} value={under.done} />
          <Button onClick={() => useBringing.setState(({ stops }) => ({ stops: stops + 1 }))}>Cancel</Button>
        </div>
      )}
      {refused.length > 0 && (
        <>
          <div className="flex items-center border-b border-line py-1 pr-1 pl-3">
            <h2 className="flex-1 text-xs font-semibold">
              {refused.length === 1 ? 'One file was not taken' : `${refused.length} files were not taken`}
            </h2>
            <IconButton label="Close the list" onClick={() => useBringing.setState({ refused: [] })}>
              <X size={15} />
            </IconButton>
          </div>
          <ul role="alert" className="min-h-0 overflow-auto px-3 py-1">
            {refused.map(({ why }, index) => (
              <li key={index} className="py-1 text-xs leading-4">
                <span className="text-warn">⚠</span> {why}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
