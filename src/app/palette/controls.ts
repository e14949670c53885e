// The controls of the page as they are named for whoever cannot see them: what can be pressed is pressed, what can be
// filled in is gone to.
import type { Offer } from './palette-store';

const pressed = 'button, a[href], [role=tab], [role=switch], [role=checkbox], summary';
const filled =
  'input:not([type=checkbox], [type=radio], [type=file], [type=hidden]), textarea, select, [contenteditable=true]';
const ticked = 'input[type=checkbox], input[type=radio]';
/** Rows of lists and grids are no settings: there may be thousands. */
const listed = '[role=grid], [role=tree], [role=listbox], [role=dialog], table';

function nameOf(element: HTMLElement): string {
  const labels = (element as HTMLInputElement).labels;
  const words =
    element.getAttribute('aria-label') ??
    (labels && labels.length > 0 ? labels[0]?.textContent : null) ??
    (element.matches(filled) ? element.getAttribute('placeholder') : null) ??
    element.textContent ??
    '';
  return words.replace(/\s+/g, ' ').trim().slice(0, 80);
}

const isThere = (element: HTMLElement): boolean =>
  element.getClientRects().length > 0 && !element.matches(':disabled, [aria-disabled=true]');

/** What can be pressed or filled in on the page now, each name once. */
export function controlsOf(page: Document): Offer[] {
  const found = new Map<string, Offer>();
  for (const element of page.querySelectorAll<HTMLElement>(`${pressed}, ${filled}, ${ticked}`)) {
    if (!isThere(element) || element.closest(listed)) continue;
    // “Find (Ctrl+F)”: the key is a part of the name.
    const [, bare = '', keys] = /^(.*?)(?: \(([^()]*\+[^()]*)\))?$/.exec(nameOf(element)) ?? [];
    if (bare.length < 2 || found.has(bare)) continue;
    const isFilled = element.matches(filled);
    found.set(bare, {
      id: `control ${bare}`,
      name: bare,
      ...(keys ? { keys } : {}),
      run: () => {
        element.scrollIntoView({ block: 'nearest' });
        element.focus();
        if (!isFilled) element.click();
      },
    });
  }
  return [...found.values()];
}
