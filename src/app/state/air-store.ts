import { create } from 'zustand';
import {
  AirClient,
  GiveBack,
  ReleaseShelf,
  usualMomentMs,
  type AirSocket,
  type FeedStatus,
  type Mixer,
  type Present,
} from '../../air';
import { emptyAir, type AirEvent, type AirState, type Command, type Role } from '../../core/playout';
import type { Problem } from '../../core/problem';
import { canonicalJson, isSameDesign, type Release, type Show } from '../../core/show';
import { assetBlob, keptBlob } from './assets';
import { hashOf, newUuid } from './ids';

interface AirStore {
  state: AirState;
  isConnected: boolean;
  /** Whether a state has ever come. */
  hasState: boolean;
  present: readonly Present[];
  refusal: Problem | null;
  /** Who one is among those present, and what one may do. */
  id: string;
  may: Role;
  mixer: Mixer | null;
  /** What is wrong with the server. */
  troubles: readonly Problem[];
  /** Commands that wait for the server's answer, longer than one would notice. */
  late: readonly Command[];
  /** Counts the releases that have come, so that what waits for one looks again. */
  arrivals: number;
}

export const useAir = create<AirStore>(() => ({
  state: emptyAir(),
  isConnected: false,
  hasState: false,
  present: [],
  refusal: null,
  id: '',
  may: 'watch',
  mixer: null,
  troubles: [],
  late: [],
  arrivals: 0,
}));

export const releases = new ReleaseShelf(
  async (hash) => {
    const response = await fetch(`/api/releases/${hash}`);
    if (!response.ok) throw new Error(String(response.status));
    return response.json();
  },
  () => useAir.setState((store) => ({ arrivals: store.arrivals + 1 })),
);

/** A picture of the watched folder: where it lies, and the hash of what it holds. */
export interface WatchedPicture {
  readonly path: string;
  readonly hash: string;
  readonly bytes: number;
}
export interface Fault {
  readonly key: string;
  readonly problems: readonly Problem[];
}
/** Told when something of the posts of a source has changed, with the version that they have now. */
export const roomListeners = new Set<(rooms: readonly { room: string; version: number }[]) => void>();
/** Told when what typists see is another. */
export const typingListeners = new Set<() => void>();
/** Told when sources or what they feed change their state. */
export const dataListeners = new Set<
  (feeds: readonly FeedStatus[], faults: readonly Fault[], pictures: readonly WatchedPicture[]) => void
>();

const keyName = 'jorvan.key';
/** A link that brings its key: `#key=…`, taken out of the address at once. */
function takeLinkedKey(): void {
  const key = /^#key=([\w-]+)$/.exec(location.hash)?.[1];
  if (key === undefined) return;
  localStorage.setItem(keyName, key);
  history.replaceState(history.state, '', location.pathname + location.search);
}
if (typeof location !== 'undefined') takeLinkedKey();

const accessKey = (): string | undefined => localStorage.getItem(keyName) ?? undefined;

export function setAccessKey(key: string): void {
  if (key === '') localStorage.removeItem(keyName);
  else localStorage.setItem(keyName, key);
  location.reload();
}

/** Told what happens on air, event by event. */
export const eventListeners = new Set<(events: readonly AirEvent[]) => void>();

const nameName = 'jorvan.name';
export const ownName = (): string => localStorage.getItem(nameName) ?? 'Operator';
export const ownNameIsGiven = (): boolean => localStorage.getItem(nameName) !== null;

/** Says under which name others see one, and the log keeps what one does. */
export function setOwnName(name: string): void {
  localStorage.setItem(nameName, name);
  air().tellName(name);
}

const giveBack = new GiveBack({
  release: async (hash) => {
    const release = releases.peek(hash);
    return release ? canonicalJson(release) : null;
  },
  asset: keptBlob,
  fetch: (...given) => fetch(...given),
  chance: Math.random,
});

let client: AirClient | null = null;

/** The line to the air server, opened when first asked for. */
export function air(): AirClient {
  if (client) return client;
  const opened: AirClient = new AirClient({
    open: () =>
      new WebSocket(
        `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/air`,
      ) as unknown as AirSocket,
    role: 'operator',
    name: ownName(),
    channel: null,
    ...(accessKey() === undefined ? {} : { key: accessKey() as string }),
    local: () => (performance.timeOrigin + performance.now()) / 1000,
    onChange: () => {
      const { state, isConnected, hasState, present, refusal, id, may, mixer, troubles } = opened;
      useAir.setState({ state, isConnected, hasState, present, refusal, id, may, mixer, troubles });
    },
    onData: ({ feeds, faults, pictures, rooms, isTyped }) => {
      if (isTyped) for (const listener of typingListeners) listener();
      if (rooms.length > 0) for (const listener of roomListeners) listener(rooms);
      for (const listener of dataListeners) listener(feeds, faults, pictures);
    },
    onEvents: (events) => {
      for (const listener of eventListeners) listener(events);
    },
    onWaiting: () => useAir.setState({ late: opened.late }),
    onMissing: (missing) => giveBack.missing(missing),
    onOutdated: () => location.reload(),
  });
  client = opened;
  return opened;
}

const momentName = 'jorvan.moment';
/** How long a command of the moment counts, in ms. */
export const momentMs = (): number => Number(localStorage.getItem(momentName)) || usualMomentMs;
export const setMomentMs = (ms: number): void => localStorage.setItem(momentName, String(ms));

/** Sends a command; resolves with null when it is on air, or with the problem. */
export const send = async (command: Command): Promise<Problem | null> =>
  (await air().send(command, newUuid(), momentMs())).problem;

const authorised = (): Record<string, string> =>
  accessKey() ? { authorization: `Bearer ${accessKey()}` } : {};

export async function asked(
  path: string,
  init: RequestInit,
): Promise<{ body: unknown } | { problem: Problem }> {
  try {
    const response = await fetch(path, {
      ...init,
      headers: { ...authorised(), ...(init.headers as Record<string, string>) },
    });
    const body: unknown = response.status === 204 ? null : await response.json();
    return response.ok ? { body } : { problem: (body as { error: Problem }).error };
  } catch {
    return {
      problem: {
        code: 'no-answer',
        message: 'The air server does not answer. Nothing was changed.',
        path: '',
      },
    };
  }
}

/** The bytes at an address of the server; null where it gives none. */
export async function askedBlob(path: string): Promise<Blob | null> {
  const response = await fetch(path, { headers: authorised() }).catch(() => null);
  return response?.ok ? response.blob() : null;
}

export const jsonInit = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** Puts a frozen show on air in the place of the release that was seen there: all of it, or nothing. */
export async function sendRelease(
  release: Release,
  over: string | null,
  onProgress: (words: string) => void,
): Promise<{ hash: string } | { problem: Problem }> {
  const missing = await asked('/api/assets/missing', jsonInit('POST', Object.keys(release.assets)));
  if ('problem' in missing) return missing;
  const wanted = missing.body as string[];
  for (const [index, id] of wanted.entries()) {
    onProgress(`Picture ${index + 1} of ${wanted.length}`);
    const blob = await assetBlob(id);
    if (!blob) {
      return {
        problem: {
          code: 'missing-asset',
          message: `The picture “${release.assets[id]?.name}” is missing from this browser. Import it again.`,
          path: id,
        },
      };
    }
    const put = await asked(`/api/assets/${id}`, {
      method: 'PUT',
      body: blob,
      headers: { 'content-type': 'application/octet-stream' },
    });
    if ('problem' in put) return put;
  }
  const text = canonicalJson(release);
  const hash = await hashOf(new TextEncoder().encode(text));
  const added = await asked(`/api/releases/${hash}`, {
    method: 'PUT',
    body: text,
    headers: { 'content-type': 'application/json' },
  });
  if ('problem' in added) return added;
  const refused = await send({ do: 'release', release: hash, over });
  return refused ? { problem: refused } : { hash };
}

/** Whether the draft's design is the one on air; null where that is not known yet. */
export function isReleased(show: Show, state: Pick<AirState, 'release' | 'show'>): boolean | null {
  if (state.release === null || state.show?.id !== show.id) return false;
  const release = releases.get(state.release);
  if (!release) return null;
  return isSameDesign(release, show);
}
