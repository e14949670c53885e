import { useEffect, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import type { DeskPanel } from '../../core/show';
import { arrange, place, useArrangement } from './arrangement';
import { deskKeys } from './desk-keys';

const open = new Map<DeskPanel, Window>();

const featuresOf = (panel: DeskPanel): string => {
  const kept = useArrangement.getState().arrangement.windows[panel];
  return kept
    ? `popup,left=${kept.x},top=${kept.y},width=${kept.width},height=${kept.height}`
    : 'popup,width=900,height=600';
};

/** Opens the window of a panel; to be called by a click, since browsers refuse it otherwise. */
export function openPanel(panel: DeskPanel): boolean {
  const there = open.get(panel);
  if (there && !there.closed) {
    there.focus();
    return true;
  }
  const made = window.open('', `jorvan-desk-${panel}`, featuresOf(panel));
  if (!made) return false;
  open.set(panel, made);
  place(panel, 'window');
  return true;
}

export const isPanelOpen = (panel: DeskPanel): boolean => open.get(panel)?.closed === false;

/** Gives a window the styles of this page. */
function copyStyles(page: Window, title: string): HTMLElement {
  const { document: own } = page;
  own.title = title;
  own.documentElement.lang = document.documentElement.lang;
  for (const sheet of document.querySelectorAll('link[rel=stylesheet], style')) {
    const copy = own.importNode(sheet, true);
    if (copy.nodeName === 'LINK') (copy as HTMLLinkElement).href = (sheet as HTMLLinkElement).href;
    own.head.append(copy);
  }
  const root = own.createElement('div');
  root.id = 'root';
  own.body.append(root);
  return root;
}

/** A panel in a window of its own. It is of one piece with the Desk: what is in hand there is in hand here. */
export function PanelWindow(props: {
  panel: DeskPanel;
  title: string;
  children: ReactNode;
  onClosed: () => void;
}) {
  const { panel, title, children, onClosed } = props;
  const [root, setRoot] = useState<HTMLElement | null>(null);
  useEffect(() => {
    const page = open.get(panel);
    if (!page || page.closed) return onClosed();
    page.document.head.replaceChildren();
    page.document.body.replaceChildren();
    setRoot(copyStyles(page, title));
    const stop = deskKeys(page);
    const keep = (): void => {
      const at = { x: page.screenX, y: page.screenY, width: page.innerWidth, height: page.innerHeight };
      const kept = useArrangement.getState().arrangement.windows[panel];
      if (page.closed || JSON.stringify(kept) === JSON.stringify(at)) return;
      arrange((now) => ({ ...now, windows: { ...now.windows, [panel]: at } }));
    };
    const look = setInterval(() => {
      if (page.closed) onClosed();
      else keep();
    }, 1000);
    // With the main window its windows go: they are drawn by it.
    const end = (): void => page.close();
    addEventListener('pagehide', end);
    return () => {
      clearInterval(look);
      removeEventListener('pagehide', end);
      stop();
      page.close();
      open.delete(panel);
    };
    // The window lives as long as its panel is in it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [panel]);
  return root && createPortal(<div className="flex h-full flex-col bg-ground">{children}</div>, root);
}
