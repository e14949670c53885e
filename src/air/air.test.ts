import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DisplayNode, GroupNode } from '../core/display';
import { apply, emptyAir, type AirState, type Command } from '../core/playout';
import {
  newElement,
  type Release,
  type RowList,
  type Template,
  newTemplate,
  newTextField,
  newTie,
  plainLook,
  newPhase,
} from '../core/show';
import type { TextMeasure } from '../core/text';
import {
  AirClient,
  AirClock,
  ChannelPicture,
  Pulse,
  ReleaseShelf,
  serverMessageSchema,
  wireVersion,
  type AirSocket,
} from './index';

describe('the clock', () => {
  test('is right within half the best round trip, however uneven the line', () => {
    let local = 100;
    const clock = new AirClock(() => local);
    expect(clock.now()).toBe(100);
    // Server is 40 s ahead; the way there and back is uneven.
    for (const [there, back] of [
      [0.09, 0.01],
      [0.004, 0.004],
      [0.2, 0.3],
    ] as const) {
      const sent = local;
      local += there;
      const time = local + 40;
      local += back;
      clock.sample(sent, time);
    }
    expect(Math.abs(clock.now() - (local + 40))).toBeLessThan(0.02);
    expect(clock.lagMs).toBeCloseTo(4);
  });
  test('a time of unknown age is believed until there is a better one, and counts for no lag', () => {
    let local = 500;
    const clock = new AirClock(() => local);
    clock.guess(900);
    clock.guess(100);
    expect([clock.now(), clock.lagMs]).toEqual([900, 0]);
    const sent = local;
    local += 0.02;
    clock.sample(sent, 900.3);
    expect(clock.now()).toBeCloseTo(900.31);
    expect(clock.lagMs).toBeCloseTo(10);
  });
  test('a clock that is minutes off is put right at once; a small error glides', () => {
    let local = 0;
    const clock = new AirClock(() => local);
    clock.sample(local, 300);
    expect(clock.now()).toBe(300);
    clock.restart();
    clock.sample(local, 300.02);
    expect(clock.now()).toBeGreaterThan(300);
    expect(clock.now()).toBeLessThan(300.02);
    local += 1;
    clock.restart();
    clock.sample(local, 200);
    expect(clock.now()).toBe(200);
  });
});

describe('silence', () => {
  const beats = (pulse: Pulse, ...times: number[]): boolean[] => times.map((time) => pulse.beat(time));
  test('is told when none of so many beats is answered', () => {
    const pulse = new Pulse(1000, 3);
    expect(beats(pulse, 1000, 2000, 3010, 4010)).toEqual([false, false, false, true]);
    pulse.heard();
    expect(beats(pulse, 5000, 6000, 7000)).toEqual([false, false, false]);
  });
  test('does not count while this end was held up itself', () => {
    const pulse = new Pulse(1000, 3);
    expect(beats(pulse, 0, 1000, 2000, 9000, 10_000, 11_000)).not.toContain(true);
    expect(beats(pulse, 12_000)).toEqual([true]);
  });
});

class FakeSocket implements AirSocket {
  sent: Record<string, unknown>[] = [];
  onopen: (() => void) | null = null;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onclose: (() => void) | null = null;
  onerror: (() => void) | null = null;
  send(text: string): void {
    this.sent.push(JSON.parse(text) as Record<string, unknown>);
  }
  close(): void {
    this.onclose?.();
  }
  say(message: unknown): void {
    this.onmessage?.({ data: typeof message === 'string' ? message : JSON.stringify(message) });
  }
}

const template = (): Template =>
  newTemplate('t', 'T', {
    elements: { e: newElement('rect', 'e', 'Bar'), x: newElement('text', 'x', 'Name') },
    order: ['e', 'x'],
    fields: [newTextField('f', 'Name', '')],
    ties: [newTie('x', 'text', 'f')],
    phases: { enter: newPhase(10), idle: newPhase(0), exit: newPhase(10) },
  });
const hash = '1'.repeat(64);
const release: Release = {
  show: { id: 's', name: 'Show' },
  channels: [
    {
      id: 'main',
      name: 'Main',
      format: { width: 1920, height: 1080, rate: 50 },
      lanes: [
        { id: 'lower', name: 'Lower' },
        { id: 'bug', name: 'Bug' },
      ],
    },
  ],
  look: plainLook,
  templates: { t: template(), b: { ...template(), id: 'b', lane: 'bug' } },
  cards: {},
  rundowns: [],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {},
  tickers: {},
  scores: {},
};
const after = (state: AirState, command: Command, at: number): { state: AirState; patches: unknown } => {
  const applied = apply(state, command, at, () => release);
  if ('problem' in applied) throw new Error(applied.problem.message);
  return applied;
};

describe('the line to the server', () => {
  let sockets: FakeSocket[];
  let now: number;
  let changes: number;
  let outdated: number;
  let client: AirClient;
  const last = (): FakeSocket => sockets.at(-1) as FakeSocket;
  const welcome = (state: AirState): void => {
    last().onopen?.();
    last().say({ type: 'welcome', version: wireVersion, state, time: now + 50 });
  };
  beforeEach(() => {
    jest.useFakeTimers();
    sockets = [];
    now = 1000;
    changes = 0;
    outdated = 0;
    client = new AirClient({
      open: () => {
        const socket = new FakeSocket();
        sockets.push(socket);
        return socket;
      },
      role: 'operator',
      name: 'Test',
      channel: null,
      local: () => now,
      onChange: () => (changes += 1),
      onOutdated: () => (outdated += 1),
    });
  });
  afterEach(() => {
    client.close();
    jest.useRealTimers();
  });
  const first = after(emptyAir(), { do: 'release', release: hash }, 1).state;

  test('says who it is, takes the state and its patches, and asks anew where one was missed', () => {
    welcome(first);
    expect(last().sent[0]).toMatchObject({ type: 'hello', role: 'operator' });
    const next = after(first, { do: 'take', channel: 'main', template: 't' }, 5);
    last().say({ type: 'patches', sequence: 2, patches: next.patches });
    expect(client.state).toEqual(next.state);
    last().say({ type: 'patches', sequence: 4, patches: [] });
    expect(client.isConnected).toBe(false);
    expect(client.state).toEqual(next.state);
    jest.advanceTimersByTime(300);
    expect(sockets).toHaveLength(2);
    expect(changes).toBeGreaterThan(2);
  });
  test('a server that goes away leaves the last state and a running clock; it comes back by itself', () => {
    welcome(first);
    last().close();
    expect([client.isConnected, client.state]).toEqual([false, first]);
    now += 7;
    expect(client.clock.now()).toBeCloseTo(1057);
    for (let i = 0; i < 10; i += 1) {
      jest.advanceTimersByTime(2100);
      last().onclose?.();
    }
    expect(sockets.length).toBeGreaterThan(5);
    jest.advanceTimersByTime(2100);
    welcome(first);
    expect(client.isConnected).toBe(true);
  });
  test('a command given while the server is away is sent when it is back, under the same id', async () => {
    welcome(first);
    const answer = client.send({ do: 'take', channel: 'main', template: 't' }, 'k1');
    last().close();
    jest.advanceTimersByTime(300);
    welcome(first);
    const again = last().sent.find((m) => m['type'] === 'command');
    expect(again).toMatchObject({ id: 'k1' });
    last().say({ type: 'answer', id: 'k1', problem: null, sequence: 2 });
    expect(await answer).toEqual({ problem: null });
  });
  test('what is meant for this moment is dropped when it has passed, and never sent late; what can wait is sent', async () => {
    welcome(first);
    last().close();
    const take = client.send({ do: 'take', channel: 'main', template: 't' }, 'k1', 1000);
    const keep = client.send({ do: 'drop', card: 'c' }, 'k2', 1000);
    let said = '';
    void take.then(({ problem }) => (said = problem?.code ?? ''));
    jest.advanceTimersByTime(200);
    expect(client.late.map((command) => command.do)).toEqual(['take', 'drop']);
    for (let i = 0; i < 3; i += 1) {
      jest.advanceTimersByTime(600);
      last().onclose?.();
    }
    await take;
    expect([said, client.late.map((command) => command.do)]).toEqual(['dropped', ['drop']]);
    jest.advanceTimersByTime(2100);
    welcome(first);
    expect(last().sent.flatMap((m) => (m['type'] === 'command' ? [m['id']] : []))).toEqual(['k2']);
    last().say({ type: 'answer', id: 'k2', problem: null, sequence: 2 });
    expect(await keep).toEqual({ problem: null });
  });
  test('what went out in time says until when it counts, by the server’s clock', () => {
    welcome(first);
    const take = (id: string): unknown => {
      void client.send({ do: 'take', channel: 'main', template: 't' }, id, 1000);
      return (last().sent.at(-1) as { command: { until?: number } }).command.until;
    };
    // Before the clock is known, a wrong guess must not make it late.
    expect(take('k1')).toBeUndefined();
    last().say({ type: 'pong', sent: now - 0.2, time: now + 50 });
    expect(take('k2')).toBeCloseTo(client.clock.now() + 1.1);
  });
  test('no answer is not passed over in silence', async () => {
    welcome(first);
    const answer = client.send({ do: 'take', channel: 'main', template: 't' }, 'k1');
    jest.advanceTimersByTime(9000);
    expect((await answer).problem?.code).toBe('no-answer');
  });
  test('a server that is silent counts as gone', () => {
    welcome(first);
    for (let second = 0; second < 6; second += 1) {
      now += 1;
      jest.advanceTimersByTime(1000);
    }
    expect(client.isConnected).toBe(false);
  });
  test('nonsense is passed over; another wire asks for a new page', () => {
    welcome(first);
    last().say('not json');
    last().say({ type: 'present', present: 'two' });
    expect([client.isConnected, outdated]).toEqual([true, 0]);
    last().say({ type: 'welcome', version: wireVersion + 1, state: first, time: 0 });
    expect(outdated).toBe(1);
    // Changes that cannot be read were missed: the whole state is asked for anew.
    last().say({ type: 'patches', sequence: 'two' });
    expect(client.isConnected).toBe(false);
  });
});

describe('releases are fetched once, and asked for again until they come', () => {
  test('by hash', async () => {
    let asked = 0;
    let came: () => void = () => undefined;
    const coming = new Promise<void>((resolve) => (came = resolve));
    const shelf = new ReleaseShelf(
      async () => ((asked += 1), structuredClone(release)),
      () => came(),
    );
    expect([shelf.get(null), shelf.get(hash), shelf.get(hash)]).toEqual([undefined, undefined, undefined]);
    await coming;
    expect([shelf.get(hash)?.show.name, asked]).toEqual(['Show', 1]);
  });
});

describe('a channel’s picture', () => {
  const measure: TextMeasure = {
    width: (text, face) => text.length * face.size,
    metrics: (face) => ({ ascent: face.size, descent: 0 }),
  };
  const picture = (
    fonts: () => Promise<void> | null = () => null,
    known: (h: string | null) => Release | undefined = () => release,
  ) => new ChannelPicture({ measure, release: known, fonts }, 'main');
  const onAir = after(
    after(emptyAir(), { do: 'release', release: hash }, 1).state,
    { do: 'take', channel: 'main', template: 't', values: { Name: 'Ida' } },
    10,
  ).state;
  const words = (roots: readonly { children: readonly unknown[] }[]): string[] =>
    roots.flatMap((root) =>
      root.children.flatMap((node) =>
        (node as { kind: string }).kind === 'text'
          ? [(node as { layout: { lines: { text: string }[] } }).layout.lines[0]?.text ?? '']
          : [],
      ),
    );

  test('is new while it moves and when its words change, and still in between', () => {
    const channel = picture();
    expect(channel.program(onAir, 10).isNew).toBe(true);
    expect(channel.program(onAir, 10.005).isNew).toBe(false);
    expect(channel.program(onAir, 10.02).isNew).toBe(true);
    expect(channel.program(onAir, 11).isNew).toBe(true);
    expect(channel.program(onAir, 60).isNew).toBe(false);
    const corrected = after(
      onAir,
      { do: 'change', channel: 'main', values: { Name: 'Ida Marsh' } },
      61,
    ).state;
    const shown = channel.program(corrected, 61);
    expect([shown.isNew, words(shown.roots)]).toEqual([true, ['Ida Marsh']]);
    const cleared = after(corrected, { do: 'clear', channel: 'main', all: true }, 70).state;
    expect(channel.program(cleared, 80)).toMatchObject({ roots: [], isNew: true });
    expect(channel.program(cleared, 81).isNew).toBe(false);
  });
  test('words whose letters are not there yet wait; what is up stands meanwhile', async () => {
    let load: () => void = () => undefined;
    let isLoading = false;
    const channel = picture(() => (isLoading ? new Promise<void>((resolve) => (load = resolve)) : null));
    channel.program(onAir, 11);
    isLoading = true;
    const corrected = after(onAir, { do: 'change', channel: 'main', values: { Name: '浜辺' } }, 12).state;
    expect(words(channel.program(corrected, 12).roots)).toEqual(['Ida']);
    isLoading = false;
    load();
    await Promise.resolve();
    await Promise.resolve();
    expect(words(channel.program(corrected, 12.1).roots)).toEqual(['浜辺']);
  });
  test('without its release nothing is drawn, and nothing fails', () => {
    expect(
      picture(
        () => null,
        () => undefined,
      ).program(onAir, 11).roots,
    ).toEqual([]);
  });
  test('preview is what a take would leave: the cue in its lane, the others as they hold', () => {
    const both = after(
      onAir,
      { do: 'take', channel: 'main', template: 'b', values: { Name: 'LIVE' } },
      12,
    ).state;
    const cued = after(both, { do: 'cue', channel: 'main', template: 't', values: { Name: 'Ox' } }, 13).state;
    expect(words(picture().preview(cued, 13).roots)).toEqual(['Ox', 'LIVE']);
    expect(words(picture().program(cued, 13).roots)).toEqual(['Ida', 'LIVE']);
  });
});

const noWords: TextMeasure = { width: () => 0, metrics: () => ({ ascent: 1, descent: 0 }) };

test('the window of a chart moves on with the clock on air, and nowhere else', () => {
  const at = (seconds: number): [string, [number, number]] => [`r${seconds}`, [seconds * 1000, seconds % 7]];
  const rows: RowList = {
    kind: 'rows',
    columns: [{ key: 'at', name: 'At', type: 'date' }, { key: 'v', name: 'Value', type: 'number' }],
    order: [960, 970, 980, 990, 1000].map((s) => at(s)[0]),
    cells: Object.fromEntries([960, 970, 980, 990, 1000].map(at)),
  }; // prettier-ignore
  const chart = newElement('chart', 'chart', 'Chart', { form: 'lines', window: 60, list: rows });
  const own = newTemplate('t', 'T', { elements: { chart }, order: ['chart'], phases: { enter: newPhase(1), idle: newPhase(0), exit: newPhase(1) } }); // prettier-ignore
  const shown: Release = { ...release, templates: { t: own } };
  const measure: TextMeasure = {
    width: (text, face) => text.length * face.size,
    metrics: (face) => ({ ascent: face.size, descent: 0 }),
  };
  const channel = new ChannelPicture({ measure, release: () => shown, fonts: () => null }, 'main');
  const known = (h: string | null): Release | undefined => (h === hash ? shown : undefined);
  const give = (state: AirState, command: Command, now: number): AirState => {
    const done = apply(state, command, now, known);
    if ('problem' in done) throw new Error(done.problem.message);
    return done.state;
  };
  const onAir = give(give(emptyAir(), { do: 'release', release: hash }, 1), { do: 'take', channel: 'main', template: 't' }, 1000); // prettier-ignore
  const lineAt = (time: number): number => {
    let x = NaN;
    const look = (node: DisplayNode): void => {
      if (node.key.endsWith('~0line v')) x = node.matrix[12] as number;
      if (node.kind === 'group') node.children.forEach(look);
    };
    channel.program(onAir, time).roots.forEach(look);
    return x;
  };
  expect(lineAt(1004)).toBeGreaterThan(lineAt(1005));
});

describe('videos and cameras on air', () => {
  test('a video stands where the time since its take says, on every output alike', () => {
    const film = newElement('video', 'v', 'Film', { asset: 'a'.repeat(64), start: 2, pace: 0.5 });
    const moving: Release = {
      ...release,
      templates: {
        t: newTemplate('t', 'T', {
          elements: { v: film },
          order: ['v'],
          phases: { enter: newPhase(10), idle: newPhase(0), exit: newPhase(10) },
        }),
      },
    };
    const picture = (): ChannelPicture =>
      new ChannelPicture({ measure: noWords, release: () => moving, fonts: () => null }, 'main');
    const run = (state: AirState, command: Command, at: number): AirState => {
      const applied = apply(state, command, at, () => moving);
      if ('problem' in applied) throw new Error(applied.problem.message);
      return applied.state;
    };
    let state = run(emptyAir(), { do: 'release', release: hash }, 0);
    state = run(state, { do: 'take', channel: 'main', template: 't' }, 10);
    const seconds = (shown: { roots: readonly GroupNode[] }): number => {
      const node = shown.roots[0]?.children[0];
      return node?.kind === 'video' ? node.seconds : -1;
    };
    const early = picture();
    const first = early.program(state, 10.5);
    expect(seconds(first)).toBeCloseTo(2 + 0.5 * 0.48, 1);
    // A page that comes later shows the same; and every frame of a video is new.
    expect(seconds(picture().program(state, 16))).toBeCloseTo(seconds(early.program(state, 16)));
    expect([early.program(state, 16.02).isNew, early.program(state, 16.04).isNew]).toEqual([true, true]);
  });
});

test('what is removed comes over the line like what is put in its place', () => {
  const message = {
    type: 'patches',
    sequence: 2,
    patches: [
      { op: 'remove', path: ['runs', 'loop'] },
      { op: 'replace', path: ['sequence'], value: 2 },
    ],
  };
  expect(serverMessageSchema.safeParse(JSON.parse(JSON.stringify(message))).success).toBe(true);
});
