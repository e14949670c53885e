import { useMemo } from 'react';
import { extremeValues, fillFromRow, type Extreme } from '../../core/data';
import {
  checkFilling,
  clockFindings,
  insetFindings,
  readingFindings,
  readings,
  spaceFindings,
  type Finding,
} from '../../core/preflight';
import { ProblemError } from '../../core/problem';
import { laidOut, type Show, type Template, type Values } from '../../core/show';
import { measure, useFonts } from '../picture/monitors';
import { useBuild, type TryWith } from './build-store';

interface Broken {
  readonly tryWith: TryWith;
  /** The layout in which it breaks; null: the template's own. */
  readonly layout: string | null;
  readonly words: string;
  readonly findings: readonly Finding[];
}

const mostRows = 200;
const extremes: readonly (readonly [Extreme, string])[] = [
  ['shortest', 'Shortest text'],
  ['longest', 'Longest text'],
  ['empty', 'Empty fields'],
  ['rtl', 'Right-to-left text'],
  ['emoji', 'Emoji'],
];

/** Everything the template can be tried with, and what breaks in each. */
function findBreaks(show: Show, template: Template): { tried: number; broken: Broken[] } {
  const pictures = new Set(Object.keys(show.assets));
  const fillings: { tryWith: TryWith; words: string; values: Values }[] = extremes.map(([kind, words]) => ({
    tryWith: { kind },
    words,
    values: extremeValues(template, show.tables, kind),
  }));
  for (const table of Object.values(show.tables)) {
    for (const row of table.rows.slice(0, mostRows)) {
      const { values } = fillFromRow(template, table, row, show.assets);
      if (Object.keys(values).length === 0) continue;
      const words = `${table.name}: ${row.cells[table.columns[0]?.id ?? ''] ?? ''}`;
      fillings.push({ tryWith: { kind: 'row', table: table.id, row: row.id }, words, values: { ...values } });
    }
  }
  try {
    // In every layout, whichever is in hand.
    const whole = show.templates[template.id] ?? template;
    const layouts = [null, ...whole.layouts];
    const clocks = clockFindings(whole, show, Date.now() / 1000);
    const ofClocks: Broken[] =
      clocks.length > 0
        ? [{ tryWith: { kind: 'own' }, layout: null, words: 'Clocks', findings: clocks }]
        : [];
    const broken = layouts.flatMap((layout) => {
      const laid = laidOut(whole, layout);
      const own = fillings.map((filling) => ({
        ...filling,
        findings: [
          ...checkFilling(laid, filling.values, measure, pictures, show.look),
          ...readingFindings(readings(laid, filling.values, measure, show.look)),
          ...insetFindings(laid, show),
          ...spaceFindings(laid, filling.values, measure, show),
        ],
      }));
      // What is wrong whatever the words are is said once, and not with each of them.
      const same = (a: Finding) => (b: Finding) => a.element === b.element && a.message === b.message;
      const always = (own[0]?.findings ?? []).filter((finding) =>
        own.every(({ findings }) => findings.some(same(finding))),
      );
      const all = [
        { tryWith: { kind: 'own' } as const, words: 'With any text', findings: always },
        ...own.map((filling) => ({
          ...filling,
          findings: filling.findings.filter((finding) => !always.some(same(finding))),
        })),
      ];
      return all.flatMap(({ tryWith, words, findings }) => {
        if (findings.length === 0) return [];
        return [
          {
            tryWith,
            layout: layout?.id ?? null,
            words: layout ? `${layout.name} · ${words}` : words,
            findings,
          },
        ];
      });
    });
    return { tried: fillings.length * layouts.length, broken: [...ofClocks, ...broken] };
  } catch (error) {
    // Tethers in a circle are told of on the stage.
    if (error instanceof ProblemError) return { tried: 0, broken: [] };
    throw error;
  }
}

/** What breaks with the extremes and with the real rows; a click shows it on the stage. */
export function Breaks({ show, template }: { show: Show; template: Template }) {
  const arrivals = useFonts((store) => store.arrivals);
  const set = useBuild((store) => store.set);
  const { tried, broken } = useMemo(() => {
    void arrivals;
    return findBreaks(show, template);
  }, [show, template, arrivals]);
  if (broken.length === 0) {
    return (
      <p className="text-xs text-ink-3">Tried with {tried} fillings, extremes and rows: nothing breaks.</p>
    );
  }
  return (
    <div className="flex flex-col gap-1">
      <p className="text-xs text-ink-2">
        Of {tried} fillings tried, {broken.length} need a look:
      </p>
      <ul aria-label="What breaks" className="flex max-h-80 flex-col gap-1 overflow-auto">
        {broken.map(({ tryWith, layout, words, findings }) => (
          <li key={`${layout} ${JSON.stringify(tryWith)}`}>
            <button
              type="button"
              className="block w-full rounded border border-line px-2 py-1 text-left hover:bg-raised"
              onClick={() => set({ tryWith, layout, selection: findings[0] ? [findings[0].element] : [] })}
            >
              <span className="block truncate">{words}</span>
              {findings.map((finding) => (
                <span key={`${finding.element} ${finding.code}`} className="block text-xs text-warn">
                  ⚠ {finding.message}
                </span>
              ))}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
