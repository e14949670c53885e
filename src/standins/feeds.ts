// Simulated feeds of the festival: what each would answer at a moment. The same moment always gives the same answer.
import { standInStreams, type StandInStream } from '../core/source';
import { chance } from './chance';
import { strandFeed, type StrandName } from './strands';

/** How a stream behaves: `silent` gives no answer, `broken` answers something that cannot be read. */
export interface StreamState {
  readonly mode: 'running' | 'silent' | 'broken';
  /** How fast its time goes, 1 is as usual. */
  readonly speed: number;
  /** Its own time in seconds at the moment `since`, both since it was started. */
  readonly from: number;
  readonly since: number;
}

export interface FeedAnswer {
  readonly type: string;
  readonly body: string;
}

/** A slow wander between 0 and 1 over seconds. */
const wander = (t: number, seed: number): number =>
  0.5 +
  0.28 * Math.sin(t / 37 + seed) +
  0.15 * Math.sin(t / 11 + seed * 2) +
  0.07 * Math.sin(t / 3.1 + seed * 3);

const round = (x: number, places = 1): number => Number(x.toFixed(places));
export const windLimit = 30;
const startOfDay = Date.UTC(2026, 7, 14, 9, 0, 0);

/** The wind at a moment of its own time, in knots and degrees. */
function windAt(s: number) {
  // Squalls of minutes on a wind that turns slowly.
  const mean = 12 + 16 * (0.62 * wander(s / 13, 2) + 0.38 * wander(s, 1));
  return {
    mean: round(mean),
    gust: round(mean + 3 + 9 * wander(s * 1.7, 4)),
    direction: Math.round(225 + 40 * (wander(s, 7) - 0.5)) % 360,
  };
}

const logEvery = 10;
/** What the logger on the pier keeps: the last hour, a row every ten seconds, at the times of the clock. */
function windLog(t: number, origin: number): FeedAnswer {
  const last = Math.floor(t / logEvery);
  const slow = (s: number): number => {
    // The mean of its last two minutes, as stations give it.
    let sum = 0;
    for (let i = 0; i < 12; i += 1) sum += windAt(s - i * logEvery).mean;
    return sum / 12;
  };
  const rows = Array.from({ length: 3600 / logEvery + 1 }, (_, i) => {
    const s = (last - 3600 / logEvery + i) * logEvery;
    return { time: new Date((origin + s) * 1000).toISOString(), mean: round(slow(s)), gust: round(slow(s) + 2 + 6 * wander(s / 3, 4)) };
  });
  return { type: 'application/json', body: JSON.stringify({ station: 'Pier head', unit: 'kn', limit: windLimit, log: rows }) };
} // prettier-ignore

function wind(t: number): FeedAnswer {
  const now = Math.floor(t);
  const at = windAt;
  const hour = Array.from({ length: 60 }, (_, i) => ({ minute: i - 59, mean: at(now - (59 - i) * 60).mean }));
  return {
    type: 'application/json',
    body: JSON.stringify({
      station: 'Pier head',
      time: new Date(startOfDay + now * 1000).toISOString(),
      unit: 'kn',
      limit: windLimit,
      wind: at(now),
      hour,
    }),
  };
}

const teams = [
  ['Ox', 'Ox'], ['Skerry Flyers', 'Skerry'], ['Dunlin', 'Outer Bar'], ['The Lower Saltings & Outer Bar Kite and Windvane Society', 'Lower Saltings'],
  ['Équipe Goéland', 'Marram'], ['نادي الطائرات الورقية', 'Harbour'], ['凧の会', 'Lantern Point'], ['Tern & Sons', 'Skerry'],
] as const; // prettier-ignore

function scores(t: number): FeedAnswer {
  // One more judge shows a mark every four seconds; then the next team flies.
  const shown = Math.floor(t / 4);
  const rows = ['team;judge 1;judge 2;judge 3;judge 4;judge 5'];
  teams.forEach(([team], i) => {
    const marks = Array.from({ length: 5 }, (_, j) =>
      i * 5 + j < shown % 45 ? (7 + 3 * chance(i * 31 + j * 7 + 1)).toFixed(2) : '',
    );
    rows.push([team, ...marks].join(';'));
  });
  return { type: 'text/csv', body: `${rows.join('\r\n')}\r\n` };
}

const districts = [
  'Skerry',
  'Outer Bar',
  'Lower Saltings',
  'Upper Saltings',
  'Harbour',
  'Lantern Point',
  'Marram',
  'Tern Sands',
  'Old Pier',
];

/** The kites that may fly over the bay, each with its colour. */
export const kites = [
  ['Saltwing', '#e8593a'],
  ['Old Lantern', '#f2b632'],
  ['Grey Heron', '#8fb4c4'],
  ['Marram Star', '#8f78c8'],
  ['Brackwater Queen', '#2f7f8c'],
] as const;
/** Steps in which the count goes on, and those that it stands when it is over before it begins anew. */
const countSteps = 18;
const standSteps = 6;

/** The count of the vote by district, a step each quarter of a minute; it begins anew when it has stood for a while. */
function votes(t: number): FeedAnswer {
  const step = Math.floor(t / 15) % (countSteps + standSteps);
  const rows = districts.map((district, i) => {
    const counted = Math.min(1, Math.max(0, (step - i * 0.8) / 9));
    const people = 900 + Math.round(4200 * chance(i + 100));
    const turnout = 0.35 + 0.4 * chance(i + 200);
    const all = Math.round(people * turnout * counted);
    // Each kite has friends of its own in each district, and those who vote late like another one.
    const weights = kites.map((_, k) => 0.4 + chance(i * 17 + k * 5 + 300) + (1 - counted) * chance(i * 13 + k * 7 + 400));
    const sum = weights.reduce((a, b) => a + b, 0);
    const own = weights.map((weight) => Math.round((all * weight) / sum));
    const most = Math.max(...own);
    const leads = all > 0 ? kites[own.indexOf(most)] : undefined;
    return {
      district,
      entitled: people,
      counted: Math.round(counted * 100),
      turnout: counted > 0 ? Math.round(turnout * 100) : null,
      leads: leads?.[0] ?? '',
      colour: leads?.[1] ?? '',
      state: counted >= 1 ? 'declared' : counted > 0 ? 'leading' : '',
      ...Object.fromEntries(kites.map(([kite], k) => [kite, own[k]])),
    };
  });
  return {
    type: 'application/json',
    body: JSON.stringify({ question: 'Which kite shall fly over the bay?', step, districts: rows }),
  };
} // prettier-ignore

const xml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');

function timetable(t: number): FeedAnswer {
  const late = Math.floor(t / 120) % 4;
  const flights = teams.map(([team, district], i) => {
    const start = new Date(startOfDay + i * 12 * 60_000).toISOString();
    return `  <m:flight start="${start}" late="${i < 2 ? 0 : late * 5}"><m:team district="${xml(district)}">${xml(team)}</m:team><m:round>${i % 2 ? 'Train' : 'Ballet'}</m:round></m:flight>`;
  });
  return {
    type: 'application/xml',
    body: `<?xml version="1.0" encoding="UTF-8"?>\n<m:day xmlns:m="urn:marram:timetable" date="2026-08-14">\n${flights.join('\n')}\n</m:day>\n`,
  };
}

const strand = (which: StrandName, t: number): FeedAnswer => ({
  type: 'application/rss+xml',
  body: strandFeed(which, t, startOfDay),
});

const wishes = [
  'What a sky!',
  'My sail is soaked but my heart is dry',
  'Go Ox go 🐂',
  'Is there tea left at the harbour?',
  'that judge is blind!!',
  '凧がきれい',
  'Gustav has been found',
] as const;
const authors = ['Tove', 'Old Pier Anna', 'bar_captain', 'Reed', 'Mio', 'Salt & Sand', 'Uncle Fen'] as const;

function posts(t: number): FeedAnswer {
  const newest = Math.floor(t / 7) + 5;
  const list = Array.from({ length: 12 }, (_, i) => newest - i).map((n) => ({
    id: `post-${n}`,
    author: {
      name: authors[n % authors.length],
      handle: `@${String(authors[(n * 3) % authors.length])
        .toLowerCase()
        .replace(/\W/g, '')}`,
    },
    text: wishes[(n * 5) % wishes.length],
    picture: n % 4 === 0 ? 'skerry flag.svg' : null,
    likes: Math.floor(chance(n) * 400),
    fit: n % 7 !== 4,
    time: new Date(startOfDay + n * 7000).toISOString(),
  }));
  return { type: 'application/json', body: JSON.stringify({ posts: list }) };
}

const answers: Readonly<Record<StandInStream, (t: number, origin: number) => FeedAnswer>> = {
  wind,
  'wind-log': windLog,
  scores,
  votes,
  timetable,
  'strand-results': (t) => strand('results', t),
  'strand-tide': (t) => strand('tide', t),
  'strand-bay': (t) => strand('bay', t),
  posts,
};

/** A stream's own time at a moment. */
export const streamTime = (state: StreamState, now: number): number =>
  state.from + (state.mode === 'silent' ? 0 : (now - state.since) * state.speed);

/** All streams as they start. */
export const startStreams = (): Record<StandInStream, StreamState> =>
  Object.fromEntries(
    standInStreams.map((stream) => [stream, { mode: 'running', speed: 1, from: 600, since: 0 }]),
  ) as unknown as Record<StandInStream, StreamState>;

/** Another way for a stream to go on from a moment; its own time goes on from where it was. */
export const steer = (
  state: StreamState,
  change: Partial<Pick<StreamState, 'mode' | 'speed'>>,
  now: number,
): StreamState => ({ ...state, ...change, from: streamTime(state, now), since: now });

/**
 * What a stream answers at a moment, in seconds since the streams were started; null while it is silent. `began` is when
 * that was, in seconds since 1970.
 */
export function feedAnswer(
  stream: StandInStream,
  state: StreamState,
  now: number,
  began = 0,
): FeedAnswer | null {
  if (state.mode === 'silent') return null;
  const time = streamTime(state, now);
  // Where its own time began on the clock: the same second as long as it goes at the usual pace.
  const origin = Math.round(began + (state.speed === 1 ? state.since - state.from : now - time));
  const answer = answers[stream](time, origin);
  if (state.mode === 'running') return answer;
  return stream === 'posts' || stream === 'votes'
    ? { type: 'text/html', body: '<!doctype html><html><body><h1>502 Bad gateway</h1></body></html>' }
    : { type: answer.type, body: answer.body.slice(0, Math.floor(answer.body.length * 0.6)) };
}
