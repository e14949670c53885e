import { useEffect } from 'react';
import { typingListeners, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { typedSince } from '../state/typing';
import { useKeeper } from '../state/windows';

/** Brings what typists typed on other machines into the draft of its show, so that the next release has it. */
export function TypedCells() {
  const showOnAir = useAir((store) => store.state.show?.id);
  const isConnected = useAir((store) => store.isConnected);
  const draftId = useDraft((store) => store.draft?.show.id);
  const typed = useDraft((store) => store.draft?.show.typed);
  const isOpened = useDraft((store) =>
    Object.values(store.draft?.show.tables ?? {}).some(({ typing }) => typing !== null),
  );
  const keeps = useKeeper((store) => store.keeps);
  useEffect(() => {
    if (!draftId || draftId !== showOnAir || !keeps || !isConnected || !isOpened) return;
    let isGone = false;
    const bring = async (): Promise<void> => {
      const found = await typedSince(typed);
      const show = useDraft.getState().draft?.show;
      if (isGone || !found || !show || found.show !== show.id || show.id !== draftId) return;
      const isKnown = show.typed?.book === found.book && show.typed.version >= found.version;
      if (isKnown || found.entries.length === 0) return;
      const names = [...new Set(found.entries.map(({ by }) => by))];
      const tables = [...new Set(found.entries.map(({ table }) => show.tables[table]?.name ?? ''))];
      const label = `Typed by ${names.slice(0, 2).join(' and ')}${names.length > 2 ? ' and others' : ''}: ${tables.join(', ')}`;
      useDraft.getState().edit(label, (own) => {
        for (const { table, row, column, text } of found.entries) {
          const at = own.tables[table]?.rows.find(({ id }) => id === row);
          if (at && own.tables[table]?.columns.some(({ id }) => id === column)) at.cells[column] = text;
        }
        own.typed = { book: found.book, version: found.version };
      });
    };
    const listen = (): void => void bring();
    typingListeners.add(listen);
    listen();
    return () => {
      isGone = true;
      typingListeners.delete(listen);
    };
  }, [draftId, showOnAir, keeps, typed, isConnected, isOpened]);
  return null;
}
