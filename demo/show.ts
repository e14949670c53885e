// The demo show: one afternoon of the Marram Bay Kite Festival, put together from the demo's data, art and templates.
import { fillFromRow, readCsv } from '../src/core/data';
import { ProblemError } from '../src/core/problem';
import {
  isSample,
  keepCard,
  newShow,
  numberAfter,
  usualLanes,
  type Show,
  type Table,
  newAsset,
  newColumn,
  newTable,
  newView,
  noChecks,
  type Column,
} from '../src/core/show';
import type { Values } from '../src/core/value';
import { formats, newSource } from '../src/core/source';
import { art } from './art';
import { flagCodes } from './codes';
import { addMaps } from './map-data';
import { marramBay } from './maps';
import { addPlayout } from './playout';
import { addPosts } from './posts';
import { addTicker } from './ticker';
import {
  duelBracket,
  glowPoll,
  judgesMarks,
  titleRace,
  viewersPoll,
  voteBars,
  voteRing,
  windDay,
  windHour,
  beachCrawl,
  bug,
  credits,
  duelClock,
  duelScore,
  duelScores,
  duelStrip,
  flightCard,
  flightTime,
  gustAlarm,
  judgesSheet,
  leaders,
  look,
  nameLine,
  nextFlight,
  nextFlightClock,
  noticeStrip,
  opener,
  beachPicture,
  heat,
  heatWall,
  kitesInDepth,
  postFull,
  postLine,
  postPicture,
  postSide,
  postWall,
  programme,
  roundScore,
  standings,
  startList,
  tickerLine,
  tickerTwoLines,
  timetable,
  twoNames,
  tideMap,
  turnoutMap,
  voteFeedMap,
  voteMap,
  whereMap,
  windGauge,
} from './templates';

/** Marks as they are typed in: who flew is picked from the people, their club follows. */
function heats(show: Show): Table {
  const people = Object.values(show.tables).find((table) => table.name === 'People') as Table;
  const column = (name: string): string => people.columns.find((one) => one.name === name)?.id ?? '';
  const person = (name: string): string =>
    people.rows.find((row) => row.cells[column('Name')] === name)?.id ?? '';
  const marks = ['Ox', 'Lúcia Vareiro', '浜辺 あおい', 'ليلى الساحلي', 'Bea Tolliver'];
  return newTable('heats', 'Heats', {
    columns: [
      {
        id: 'h-pilot',
        name: 'Pilot',
        type: 'pick',
        table: people.id,
        shown: column('Name'),
        sent: column('Name'),
        checks: { ...noChecks, needed: true },
      },
      {
        id: 'h-club',
        name: 'Club',
        type: 'follows',
        pick: 'h-pilot',
        column: column('Club'),
        checks: noChecks,
      },
      {
        ...newColumn('h-round', 'Round'),
        type: 'choice',
        choices: ['Ballet', 'Train', 'Rokkaku duel', 'Night-glow'],
      } as Column,
      {
        ...newColumn('h-mark', 'Mark', 'number', { low: 0, high: 10 }),
        type: 'number',
        unit: '',
        decimals: 2,
      } as Column,
      newColumn('h-flown', 'Flown', 'yes-no'),
      newColumn('h-time', 'Time', 'duration'),
    ],
    rows: marks.map((name, i) => ({
      id: `heat-${i + 1}`,
      cells: {
        'h-pilot': person(name),
        'h-round': i < 3 ? 'Ballet' : 'Train',
        'h-mark': ['9.15', '8.6', '8.85', '9.4', ''][i] ?? '',
        'h-flown': i < 4 ? 'yes' : 'no',
        'h-time': i < 4 ? String(118.2 + i * 3.4) : '',
      },
    })),
  });
}

/** What is counted: the way to the next flight, the duel's three minutes and its cut lines, and the box that tells of them. */
function addClocks(show: Show): void {
  show.clocks[nextFlightClock] = {
    id: nextFlightClock,
    name: 'Next flight',
    counts: { by: 'rows', data: 'timetable', time: 'start', name: 'title', zone: 'UTC', stays: 30 },
    marks: [
      { id: 'zero', at: 0, does: { do: 'hold' } },
      {
        id: 'minute',
        at: 60,
        does: {
          do: 'react',
          whose: { by: 'template', template: 'next-flight' },
          channels: [],
          action: { do: 'move', move: 'Last minute', stays: true },
        },
      },
      {
        id: 'begins',
        at: 0,
        does: {
          do: 'react',
          whose: { by: 'template', template: 'next-flight' },
          channels: [],
          action: { do: 'back', move: 'Last minute' },
        },
      },
    ],
  };
  const duel = { by: 'template', template: 'duel-score' } as const;
  show.clocks[duelClock] = {
    id: duelClock,
    name: 'Duel clock',
    counts: { by: 'down', length: 180 },
    marks: [
      {
        id: 'seconds',
        at: 10,
        does: {
          do: 'react',
          whose: duel,
          channels: [],
          action: { do: 'move', move: 'Last seconds', stays: true },
        },
      },
      { id: 'over', at: 0, does: { do: 'hold' } },
    ],
  };
  for (const [side, id] of Object.entries(duelScores))
    show.scores[id] = {
      id,
      name: side === 'a' ? 'Lines cut, left' : 'Lines cut, right',
      start: 0,
      steps: [1],
      least: 0,
    };
  show.sources['duel-box'] = newSource('duel-box', 'Duel box', {
    kind: 'scorer',
    by: 'http',
    port: 4710,
    names: [
      { theirs: 'clock', ours: 'Duel clock' },
      { theirs: 'left', ours: 'Lines cut, left' },
      { theirs: 'right', ours: 'Lines cut, right' },
    ],
  });
}

export interface DemoParts {
  /** Bytes of a file in demo/data. */
  readonly file: (name: string) => Uint8Array;
  readonly hash: (bytes: Uint8Array) => string;
}

/** A filling that says what the template's samples say: of the demo's own day, they are true. */
const samplesOf = (show: Show, template: string): Values =>
  Object.fromEntries(
    (show.templates[template]?.fields ?? []).filter(isSample).map((field) => [field.id, field.default]),
  );

export function buildDemo({ file, hash }: DemoParts): { show: Show; assets: Map<string, Uint8Array> } {
  const format = { width: 1920, height: 1080, rate: 50 };
  const show = newShow('marram-bay', 'Marram Bay Kite Festival', [
    { id: 'main', name: 'Main', format, lanes: usualLanes() },
    { id: 'beach', name: 'Beach screen', format, lanes: usualLanes() },
    { id: 'tall', name: 'Tall', format: { width: 1080, height: 1920, rate: 50 }, lanes: usualLanes() },
  ]);
  show.look = structuredClone(look);
  const assets = new Map<string, Uint8Array>();
  const idOf: Record<string, string> = {};
  for (const { folder, name, drawing } of art) {
    const bytes = new TextEncoder().encode(drawing);
    const asset = newAsset({
      id: hash(bytes),
      name,
      type: 'image/svg+xml',
      bytes: bytes.length,
      width: 400,
      height: 400,
      folder,
    });
    show.assets[asset.id] = asset;
    assets.set(asset.id, bytes);
    idOf[name] = asset.id;
  }
  show.look.sets.push({
    id: 'flags',
    name: 'Flags',
    pictures: Object.entries(flagCodes).map(([code, name]) => ({ name: code, asset: idOf[name] as string })),
  });
  const bay = marramBay(file);
  show.look.maps[bay.id] = bay;
  const picture = (name: string): string => idOf[name] as string;
  for (const template of [
    nameLine(picture('sandpiper.svg')),
    bug(picture('sandpiper.svg')),
    flightCard(picture('skerry.svg')),
    noticeStrip(),
    roundScore(picture('skerry.svg')),
    windGauge(),
    leaders(),
    twoNames(),
    duelStrip(picture('skerry.svg'), picture('ox.svg')),
    duelScore(picture('skerry.svg'), picture('ox.svg')),
    programme(picture('kite.svg'), {
      tern: picture('tern-and-tide.svg'),
      tea: picture('brackwater-tea.svg'),
      rope: picture('northlight-rope.svg'),
      boats: picture('pellow-boats.svg'),
    }),
    opener(picture('kite.svg')),
    kitesInDepth(picture('kite.svg')),
    heat(),
    heatWall(),
    beachPicture(),
    flightTime(),
    gustAlarm(),
    standings(),
    timetable(),
    startList(),
    judgesSheet(),
    beachCrawl(),
    credits(),
    nextFlight(),
    voteBars(),
    voteRing(),
    glowPoll(),
    judgesMarks(),
    titleRace(),
    viewersPoll(),
    duelBracket(),
    windHour(),
    windDay(),
    tickerLine(),
    tickerTwoLines(),
    postLine(picture('ida-marsh.svg')),
    postSide(picture('ida-marsh.svg')),
    postFull(picture('ida-marsh.svg')),
    postPicture(picture('ida-marsh.svg'), picture('kite.svg')),
    postWall(picture('ida-marsh.svg')),
    voteMap(),
    voteFeedMap(),
    turnoutMap(),
    tideMap(),
    whereMap(),
  ]) {
    show.templates[template.id] = template;
  }
  const table = (name: string, title: string): Table => {
    let next = 0;
    const read = readCsv(
      new TextDecoder().decode(file(name)),
      name,
      () => `${title.toLowerCase()}-${(next += 1)}`,
    );
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
  keepCard(show, { id: 'card-101', number: '101', template: 'bug', values: {} });
  cardsFrom(table('flights.csv', 'Flights'), 'flight-card', '201');
  cardsFrom(table('people.csv', 'People'), 'name-line', '401');
  // A block that grows between two of its numbers: the pilot, once she has won.
  keepCard(show, {
    id: 'card-405.1',
    number: '405.1',
    template: 'name-line',
    values: { ...show.cards['card-405']?.values, 'f-role': 'Wins the ballet · Dunlin Aerobats' },
  });
  keepCard(show, {
    id: 'card-301',
    number: '301',
    template: 'notice-strip',
    values: { 'f-line': 'High water at 16:40. The outer bar closes at 15:50' },
  });
  keepCard(show, {
    id: 'card-302',
    number: '302',
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
  score('611', 'Skerry Flyers', 'skerry.svg', 87.4, '9.1  8.6  8.8  8.9  8.3');
  score('612', 'Ox', 'ox.svg', 91.2, '9.4  9.0  9.2  9.1  8.9');
  keepCard(show, {
    id: 'card-421',
    number: '421',
    template: 'two-names',
    name: 'Ida Marsh and Lúcia Vareiro',
    values: {
      'f-a-name': 'Ida Marsh',
      'f-a-role': 'Presenter',
      'f-b-name': 'Lúcia Vareiro',
      'f-b-role': 'Pilot · Dunlin Aerobats',
      'f-b-colour': '#d9739b',
    },
  });
  keepCard(show, {
    id: 'card-621',
    number: '621',
    template: 'duel-strip',
    values: {
      'f-round': 'Rokkaku duel · heat 2',
      'f-a-name': 'Shingle Street',
      'f-a-flag': picture('shingle.svg'),
      'f-a-colour': '#f2b632',
      'f-b-name': 'Kråkvåg Lines',
      'f-b-flag': picture('krakvag.svg'),
      'f-b-colour': '#8fbf5a',
    },
  });
  keepCard(show, {
    id: 'card-701',
    number: '701',
    template: 'programme',
    values: samplesOf(show, 'programme'),
  });
  keepCard(show, {
    id: 'card-100.1',
    number: '100.1',
    template: 'kites-in-depth',
    values: samplesOf(show, 'kites-in-depth'),
  });
  keepCard(show, { id: 'card-623', number: '623', template: 'heat-wall', values: {} });
  keepCard(show, { id: 'card-624', number: '624', template: 'heat', values: samplesOf(show, 'heat') });
  keepCard(show, { id: 'card-702', number: '702', template: 'beach-picture', values: {} });
  keepCard(show, { id: 'card-100', number: '100', template: 'opener', values: samplesOf(show, 'opener') });
  // What comes by itself: the pier's instrument, and the results that the scorers save in the watched folder.
  show.sources['wind-log'] = newSource('wind-log', 'Wind of the last hour', {
    kind: 'stand-in',
    stream: 'wind-log',
    every: 10,
    read: { ...formats.json.plain, path: '$.log' },
  });
  show.sources['wind'] = newSource('wind', 'Wind on the pier', {
    kind: 'stand-in',
    stream: 'wind',
    every: 1,
    read: formats.json.plain,
  });
  show.sources['results'] = newSource('results', 'Results', {
    kind: 'folder',
    path: 'results.csv',
    read: formats.csv.plain,
  });
  show.views['standings'] = newView('standings', 'Standings', 'results', {
    rank: { by: 'Score', down: true, ties: 'shared', name: 'Place' },
    sort: [
      { column: 'Score', down: true },
      { column: 'Team', down: false },
    ],
  });
  show.sources['overall-file'] = newSource('overall-file', 'Points', {
    kind: 'folder',
    path: 'standings.csv',
    read: formats.csv.plain,
  });
  show.views['overall'] = newView('overall', 'Overall standings', 'overall-file', {
    rank: { by: 'Score', down: true, ties: 'shared', name: 'Place' },
    sort: [
      { column: 'Score', down: true },
      { column: 'Team', down: false },
    ],
  });
  show.sources['beach-file'] = newSource('beach-file', 'Beach news', {
    kind: 'folder',
    path: 'beach.csv',
    read: formats.csv.plain,
  });
  show.sources['timetable'] = newSource('timetable', 'Timetable', {
    kind: 'folder',
    path: 'timetable.xml',
    read: { ...formats.xml.plain, path: '/timetable/flight' },
  });
  for (const [id, title] of [
    ['startlist', 'Start list'],
    ['judges', 'Judges’ marks'],
    ['votes', 'Viewers’ votes'],
    ['marks', 'Marks of the flight'],
    ['glow', 'Night-glow poll'],
    ['rounds', 'Points by round'],
    ['duels', 'Duels'],
    ['heats', 'Heats'],
    ['wind-day', 'Wind of the day'],
    ['credits', 'Credits'],
  ] as const) {
    const kept = table(`${id}.csv`, title);
    delete show.tables[kept.id];
    show.tables[`rows-${id}`] = { ...kept, id: `rows-${id}` };
  }
  addPosts(show);
  addTicker(show);
  addClocks(show);
  addMaps(show);
  show.tables['heats'] = heats(show);
  keepCard(show, { id: 'card-501', number: '501', template: 'wind-gauge', values: {} });
  keepCard(show, { id: 'card-502', number: '502', template: 'wind-hour', values: {} });
  keepCard(show, { id: 'card-503', number: '503', template: 'wind-day', values: {} });
  for (const [number, template] of [
    ['631', 'standings'],
    ['632', 'judges-sheet'],
    ['711', 'timetable'],
    ['712', 'start-list'],
    ['321', 'beach-crawl'],
    ['901', 'credits'],
    ['721', 'next-flight'],
    ['801', 'vote-bars'],
    ['802', 'vote-ring'],
    ['803', 'glow-poll'],
    ['804', 'viewers-poll'],
    ['811', 'vote-map'],
    ['812', 'vote-feed-map'],
    ['813', 'turnout-map'],
    ['331', 'tide-map'],
    ['641', 'judges-marks'],
    ['642', 'title-race'],
    ['643', 'duel-bracket'],
  ] as const)
    keepCard(show, { id: `card-${number}`, number, template, values: {} });
  keepCard(show, {
    id: 'card-622',
    number: '622',
    template: 'duel-score',
    values: { 'f-round': 'Rokkaku duel · heat 2', 'f-a-name': 'Skerry Flyers', 'f-b-name': 'Ox' },
  });
  keepCard(show, { id: 'card-601', number: '601', template: 'leaders', values: {} });
  addPlayout(show);
  return { show, assets };
}
