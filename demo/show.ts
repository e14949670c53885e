// The demo show: one afternoon of the Marram Bay Kite Festival, put together from the demo's data, art and templates.
import { fillFromRow, readCsv } from '../src/core/data';
import { ProblemError } from '../src/core/problem';
import {
  keepCard,
  newShow,
  numberAfter,
  usualLanes,
  type Show,
  type Table,
  newAsset,
} from '../src/core/show';
import { art } from './art';
import { bug, flightCard, nameLine, noticeStrip, roundScore } from './templates';

export interface DemoParts {
  /** Bytes of a file in demo/data. */
  readonly file: (name: string) => Uint8Array;
  readonly hash: (bytes: Uint8Array) => string;
}

export function buildDemo({ file, hash }: DemoParts): { show: Show; assets: Map<string, Uint8Array> } {
  const format = { width: 1920, height: 1080, rate: 50 };
  const show = newShow('marram-bay', 'Marram Bay Kite Festival', [
    { id: 'main', name: 'Main', format, lanes: usualLanes() },
    { id: 'beach', name: 'Beach screen', format, lanes: usualLanes() },
    { id: 'tall', name: 'Tall', format: { width: 1080, height: 1920, rate: 50 }, lanes: usualLanes() },
  ]);
  const assets = new Map<string, Uint8Array>();
  const idOf: Record<string, string> = {};
  for (const [name, drawing] of Object.entries(art)) {
    const bytes = new TextEncoder().encode(drawing);
    const asset = newAsset({
      id: hash(bytes),
      name,
      type: 'image/svg+xml',
      bytes: bytes.length,
      width: 400,
      height: 400,
      folder: name.endsWith('flag.svg') ? 'Flags' : '',
    });
    show.assets[asset.id] = asset;
    assets.set(asset.id, bytes);
    idOf[name] = asset.id;
  }
  const picture = (name: string): string => idOf[name] as string;
  for (const template of [
    nameLine(picture('sandpiper.svg')),
    bug(picture('sandpiper.svg')),
    flightCard(picture('skerry.svg')),
    noticeStrip(),
    roundScore(picture('skerry.svg')),
  ]) {
    show.templates[template.id] = template;
  }
  const table = (name: string, title: string): Table => {
    let next = 0;
    const read = readCsv(file(name), name, () => `${title.toLowerCase()}-${(next += 1)}`);
    if ('problem' in read) throw new ProblemError(read.problem);
    const kept = { ...read.table, name: title };
    show.tables[kept.id] = kept;
    return kept;
  };
  const cardsFrom = (source: Table, templateId: string, first: string): void =>
    source.rows.forEach((row, index) => {
      const template = show.templates[templateId];
      if (!template) return;
      const number = numberAfter(first, index);
      keepCard(show, {
        id: `card-${number}`,
        number,
        template: templateId,
        values: { ...fillFromRow(template, source, row, show.assets).values },
      });
    });
  keepCard(show, { id: 'card-1', number: '1', template: 'bug', values: {} });
  cardsFrom(table('flights.csv', 'Flights'), 'flight-card', '12');
  cardsFrom(table('people.csv', 'People'), 'name-line', '31.21');
  keepCard(show, { id: 'card-40', number: '40', template: 'notice-strip', values: {} });
  keepCard(show, {
    id: 'card-41',
    number: '41',
    template: 'notice-strip',
    values: {
      'f-label': 'Wind',
      'f-line': 'Gusts over 34 knots on the pier: flying stops until the flag is green',
    },
  });
  const score = (number: string, team: string, flag: string, points: number, marks: string): void =>
    keepCard(show, {
      id: `card-${number}`,
      number,
      template: 'round-score',
      values: { 'f-team': team, 'f-flag': picture(flag), 'f-score': points, 'f-judges': marks },
    });
  score('50', 'Skerry Flyers', 'skerry.svg', 87.4, '9.1  8.6  8.8  8.9  8.3');
  score('51', 'Ox', 'dunlin.svg', 91.2, '9.4  9.0  9.2  9.1  8.9');
  return { show, assets };
}
