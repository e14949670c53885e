import type { Keyboard } from '../../core/desk';

// Who has the keyboard, read off the page; and how it is given back to the call line.

const line: Keyboard = { at: 'line' };
const fields =
  'input:not([type=checkbox],[type=radio],[type=button],[type=submit],[type=file],[type=range]), textarea, select, [contenteditable=true]';
const aside = '[role=dialog], [role=menu], [role=alertdialog]';

/** Parts of the page that keep their own keys while they are open. */
export const isAside = (element: Element): boolean => element.closest(aside) !== null;

function nameOf(element: HTMLElement): string {
  const own = element.getAttribute('aria-label') ?? element.getAttribute('title');
  const label = (element as HTMLInputElement).labels?.[0]?.textContent;
  return (own ?? label ?? element.textContent ?? '').trim().slice(0, 60);
}

/** Who has the keyboard in a document. */
export function keyboardIn(page: Document): Keyboard {
  const element = page.activeElement as HTMLElement | null;
  if (!element || element === page.body || isAside(element)) return line;
  if (element.matches(fields))
    return {
      at: 'field',
      name: nameOf(element),
      field: element.closest<HTMLElement>('[data-field]')?.dataset['field'] ?? null,
      lines: element.matches('textarea'),
    };
  // What was clicked has no claim to the keyboard; what was reached by keys is marked by the ring around it.
  return element.matches(':focus-visible') && element.tabIndex >= 0
    ? { at: 'control', name: nameOf(element) }
    : line;
}

/** Gives the keyboard back to the call line. */
export function giveBack(page: Document): void {
  const element = page.activeElement as HTMLElement | null;
  if (element && element !== page.body && !isAside(element)) element.blur();
}

export const isSame = (a: Keyboard, b: Keyboard): boolean => JSON.stringify(a) === JSON.stringify(b);
