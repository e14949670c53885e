import type { NavigateFunction } from 'react-router';
import type { Entry } from '../../core/palette';
import { templatesByName, type Show } from '../../core/show';

/** Something the palette leads to or does. */
export interface PaletteEntry extends Entry {
  readonly keys?: string;
  readonly run: () => void;
}

/** Every area and page of the application: its address, its name, and what else it is looked for by. */
const areas = [
  ['/shows', 'Shows', 'Area'],
  ['/build', 'Build', 'Area'],
  ['/data', 'Data', 'Area'],
  ['/desk', 'Desk', 'Area'],
  ['/ticker', 'Ticker', 'Area'],
  ['/posts', 'Posts', 'Area'],
  ['/outputs', 'Outputs', 'Area'],
  ['/as-run', 'As-run log', 'Page'],
  ['/mixer', 'Mixer stand-in', 'Page'],
  ['/panel', 'Panel', 'Page'],
  ['/pads', 'Pads', 'Page'],
  ['/scorer', 'Scorer', 'Page'],
  ['/stand-ins', 'Stand-in feeds', 'Page'],
  ['/data/checker', 'Checker of typed cells', 'Page'],
] as const;

/** Settings that stand in another area, by the label of their control. */
const settings = [
  ['/build', 'Name of the show'],
  ['/build', 'Language that words are sorted by'],
] as const;

export const areaEntries = (go: NavigateFunction): PaletteEntry[] =>
  areas.map(([to, name, kind]) => ({ id: `area ${to}`, name, kind, run: () => void go(to) }));

/** Gives the keyboard to the control of a label as soon as it is there; a while later nobody waits for it any more. */
function focusOn(label: string, triesLeft = 40): void {
  const control = document.querySelector<HTMLElement>(`[aria-label="${CSS.escape(label)}"]`);
  const labelled = [...document.querySelectorAll('label')].find((own) => own.textContent?.trim() === label);
  const found = control ?? labelled?.control ?? labelled?.querySelector<HTMLElement>('input, select');
  if (found) {
    found.scrollIntoView({ block: 'center' });
    found.focus();
  } else if (triesLeft > 0) setTimeout(() => focusOn(label, triesLeft - 1), 50);
}

/** What a show has that can be gone to. */
export function showEntries(
  show: Show,
  go: NavigateFunction,
  to: {
    readonly element: (template: string, element: string) => void;
    readonly card: (number: string) => void;
  },
): PaletteEntry[] {
  const templates = templatesByName(show);
  const data = (all: Readonly<Record<string, { id: string; name: string }>>, kind: string): PaletteEntry[] =>
    Object.values(all).map(({ id, name }) => ({
      id: `data ${id}`,
      name,
      kind,
      run: () => void go(`/data/${id}`),
    }));
  return [
    ...templates.map(({ id, name }) => ({
      id: `template ${id}`,
      name,
      kind: 'Template',
      run: () => void go(`/build/${id}`),
    })),
    ...data(show.tables, 'Table'),
    ...data(show.views, 'View'),
    ...data(show.sources, 'Source'),
    ...Object.values(show.tickers).map(({ id, name }) => ({
      id: `ticker ${id}`,
      name,
      kind: 'Ticker',
      run: () => void go(`/ticker/${id}`),
    })),
    ...settings.map(([area, label]) => ({
      id: `setting ${label}`,
      name: label,
      kind: 'Setting',
      run: () => {
        void go(area);
        focusOn(label);
      },
    })),
    ...Object.values(show.cards).map(({ id, number, name, template }) => ({
      id: `card ${id}`,
      name: `${number} ${name ?? show.templates[template]?.name ?? ''}`.trim(),
      kind: 'Card: in preview on the Desk',
      run: () => to.card(number),
    })),
    ...templates.flatMap((template) =>
      Object.values(template.elements).map(({ id, name }) => ({
        id: `element ${template.id} ${id}`,
        name,
        kind: `Element of ${template.name}`,
        run: () => to.element(template.id, id),
      })),
    ),
  ];
}
