import { create } from 'zustand';
import { withUsed } from '../../core/palette';

/** What an area offers while it is open. */
export interface Offer {
  readonly id: string;
  readonly name: string;
  /** The keys that do the same, as they are written; absent: there are none. */
  readonly keys?: string;
  readonly run: () => void;
}

interface PaletteStore {
  isOpen: boolean;
  /** By the area that offers them. */
  offers: Readonly<Record<string, () => readonly Offer[]>>;
  /** What was used in this browser, the latest first. */
  used: readonly string[];
}

const usedKey = 'jorvan.palette.used';

function readUsed(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(usedKey) ?? '[]');
    return Array.isArray(kept) ? kept.filter((id): id is string => typeof id === 'string') : [];
  } catch {
    return [];
  }
}

export const usePalette = create<PaletteStore>(() => ({ isOpen: false, offers: {}, used: readUsed() }));

export const openPalette = (): void => usePalette.setState({ isOpen: true });

/** Offers what an area can do until the returned function is called; asked for when the palette opens. */
export function offerActions(area: string, offers: () => readonly Offer[]): () => void {
  usePalette.setState((store) => ({ offers: { ...store.offers, [area]: offers } }));
  return () =>
    usePalette.setState((store) => {
      const { [area]: own, ...rest } = store.offers;
      return own === offers ? { offers: rest } : {};
    });
}

export function noteUsed(id: string): void {
  const used = withUsed(usePalette.getState().used, id);
  usePalette.setState({ used });
  localStorage.setItem(usedKey, JSON.stringify(used));
}
