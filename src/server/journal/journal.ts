import { asRunEvents, openAirState, stateFormat, type AirState } from '../../core/playout';
import { framed, readLines, unframed, writeWhole, type Disk, type DiskFile } from '../disk';
import { earlierSegment, readEarlier, readEarlierLines } from './earlier';
import { readEntry, readHead, writeEntry, type EntryHead, type JournalEntry } from './entry';

/** What a snapshot keeps. */
export interface Snapshot {
  readonly state: AirState;
  /** Air clock seconds of the last command in it. */
  readonly at: number;
  /** Commands answered of late, by their ids, with their place in the order. */
  readonly answers: readonly (readonly [id: string, sequence: number])[];
}

export interface Recovered {
  readonly snapshot: Snapshot | null;
  /** In order, those after the snapshot. */
  readonly entries: readonly JournalEntry[];
  /** Entries from here on do not follow on what is before them: something is missing between. */
  readonly gapBefore: number;
  /** What is damaged or missing, one sentence each; a line torn by a fall is not. */
  readonly damage: readonly string[];
}

/** A release that went to air: when, in seconds by the time of day, by whom, and the name of its show. */
export interface Released {
  readonly hash: string;
  readonly at: number;
  readonly by: string;
  readonly show: string;
}

/** What the log finds its way by, kept beside each file that is closed. */
interface SegmentIndex {
  readonly first: number;
  readonly from: number;
  readonly to: number;
  /** Lines of the as-run log in it, those that data brought not counted. */
  readonly told: number;
  readonly releases: readonly Released[];
}

/** A write that failed. `isCertain`: nothing of it is on disk; else it may come back at the next start. */
export class JournalFault extends Error {
  constructor(
    cause: unknown,
    readonly isCertain: boolean,
  ) {
    super((cause as Error).message);
    this.name = 'JournalFault';
  }
}

const segmentPattern = /^journal-(\d{12})\.log$/;
const snapshotPattern = /^snapshot-(\d{12})\.json$/;
const padded = (sequence: number): string => String(sequence).padStart(12, '0');
const segmentName = (first: number): string => `journal-${padded(first)}.log`;
const snapshotName = (sequence: number): string => `snapshot-${padded(sequence)}.json`;
const indexName = (segment: string): string => segment.replace(/\.\w+$/, '.index');
const firstOf = (name: string): number =>
  Number((segmentPattern.exec(name) ?? earlierSegment.exec(name))?.[1]);
const damagedFolder = 'damaged';
/** Snapshots that are kept, so that one may be lost. */
const keptSnapshots = 2;

const header = (first: number): string => framed(JSON.stringify({ journal: 2, state: stateFormat, first }));

/**
 * Commands on disk in one order, each a line with its checksum, only ever appended to. A snapshot of the state closes a
 * file and starts the next, so that a start reads little; older files stay for the log. After a failed write the file is
 * cut back to its last whole entry before anything else is written.
 */
export class Journal {
  private size: number;
  private isTorn = false;
  private isClosed = false;
  private index: SegmentIndex;

  private constructor(
    private readonly disk: Disk,
    private readonly folder: string,
    private file: DiskFile,
    private segment: string,
    private readonly closed: string[],
  ) {
    this.size = file.size;
    this.index = emptyIndex(firstOf(segment));
  }

  /** Reads what is there, keeps aside what is damaged, and begins a new file. Throws where the folder is not to be had. */
  static async open(disk: Disk, folder: string): Promise<{ journal: Journal; recovered: Recovered }> {
    await disk.makeFolder(folder);
    const names = (await disk.list(folder)).sort();
    const closed = names.filter((name) => segmentPattern.test(name) || earlierSegment.test(name));
    closed.sort((a, b) => firstOf(a) - firstOf(b));
    const recovered = await recover(disk, folder, names);
    const last = recovered.entries.at(-1)?.sequence ?? recovered.snapshot?.state.sequence ?? 0;
    const { file, name } = await begin(disk, folder, last + 1);
    const journal = new Journal(
      disk,
      folder,
      file,
      name,
      closed.filter((own) => own !== name),
    );
    journal.size = Buffer.byteLength(header(last + 1));
    return { journal, recovered };
  }

  /**
   * Resolves when the entries are on disk; throws a JournalFault where the disk refuses. `written`: their patches as
   * JSON, where the caller has them.
   */
  async append(entries: readonly JournalEntry[], written?: readonly string[]): Promise<void> {
    if (this.isClosed) throw new JournalFault(new Error('the journal is closed'), true);
    if (this.isTorn) await this.mend(true);
    const bytes = Buffer.from(entries.map((entry, i) => framed(writeEntry(entry, written?.[i]))).join(''));
    try {
      await this.file.write(bytes, this.size);
      await this.file.sync();
    } catch (error) {
      this.isTorn = true;
      await this.mend(false);
      throw new JournalFault(error, true);
    }
    this.size += bytes.length;
    for (const entry of entries) this.index = withEntry(this.index, entry);
  }

  /** Takes away what a failed write has left. */
  private async mend(isCertain: boolean): Promise<void> {
    try {
      await this.file.cut(this.size);
      await this.file.sync();
      this.isTorn = false;
    } catch (error) {
      throw new JournalFault(error, isCertain);
    }
  }

  /**
   * Starts a new file and writes the state whole that it follows on; older snapshots than the one before go. In this
   * order, so that behind a snapshot nothing stands in an older file.
   */
  async snapshot(kept: Snapshot): Promise<void> {
    if (this.isClosed) throw new Error('the journal is closed');
    // What could not be taken back must not stay behind.
    if (this.isTorn) await this.mend(true);
    const { sequence } = kept.state;
    const [before, index] = [this.segment, this.index];
    if (segmentName(sequence + 1) !== before) {
      const { file, name } = await begin(this.disk, this.folder, sequence + 1);
      const old = this.file;
      this.file = file;
      this.segment = name;
      this.size = Buffer.byteLength(header(sequence + 1));
      this.isTorn = false;
      this.index = emptyIndex(sequence + 1);
      this.closed.push(before);
      await old.close();
      await this.keepIndex(before, index);
    }
    await writeWhole(
      this.disk,
      this.folder,
      snapshotName(sequence),
      framed(JSON.stringify({ format: stateFormat, ...kept })),
    );
    const all = (await this.disk.list(this.folder)).filter((name) => snapshotPattern.test(name)).sort();
    for (const name of all.slice(0, -keptSnapshots)) await this.disk.remove(`${this.folder}/${name}`);
  }

  /** From here on the folder is someone else's: nothing more is written. */
  async close(): Promise<void> {
    this.isClosed = true;
    await this.file.close();
  }

  /** What was released, oldest first. */
  async releases(): Promise<Released[]> {
    const all: Released[] = [];
    for (const name of this.closed) all.push(...(await this.indexOf(name)).releases);
    return [...all, ...this.index.releases];
  }

  /**
   * What the journal has kept, oldest first, without what it changed; what cannot be read is passed over. Only the
   * files that hold something of the time asked for are read, and of those the last that make up so many lines.
   */
  async *history({ from = -Infinity, to = Infinity, last = Infinity } = {}): AsyncGenerator<EntryHead> {
    const wanted: string[] = [];
    let told = 0;
    const all: (readonly [string, SegmentIndex | null])[] = [
      ...this.closed.map((name) => [name, null] as const),
      [this.segment, this.index],
    ];
    for (const [name, known] of all.reverse()) {
      if (told >= last) break;
      const index = known ?? (await this.indexOf(name));
      if (index.to < from || index.from > to) continue;
      wanted.unshift(name);
      told += index.told;
    }
    for (const name of wanted) {
      const entries = await readHeads(this.disk, `${this.folder}/${name}`);
      for (const [i, entry] of entries.entries()) {
        // Air goes first.
        if (i % 200 === 199) await new Promise((resolve) => setImmediate(resolve));
        yield entry;
      }
    }
  }

  private async indexOf(segment: string): Promise<SegmentIndex> {
    const bytes = await this.disk.read(`${this.folder}/${indexName(segment)}`).catch(() => null);
    const text = bytes && unframed(bytes.subarray(0, -1));
    if (text) return JSON.parse(text, reviveInfinity) as SegmentIndex;
    const entries = await readHeads(this.disk, `${this.folder}/${segment}`);
    const index = entries.reduce(withEntry, emptyIndex(firstOf(segment)));
    await this.keepIndex(segment, index);
    return index;
  }

  private async keepIndex(segment: string, index: SegmentIndex): Promise<void> {
    // It can be made again at any time.
    await writeWhole(this.disk, this.folder, indexName(segment), framed(JSON.stringify(index))).catch(
      () => undefined,
    );
  }
}

/** JSON has no infinity: where nothing is in a file, its times are null. */
const reviveInfinity = (key: string, value: unknown): unknown =>
  value === null && key === 'from' ? Infinity : value === null && key === 'to' ? -Infinity : value;

const emptyIndex = (first: number): SegmentIndex => ({
  first,
  from: Infinity,
  to: -Infinity,
  told: 0,
  releases: [],
});

/** Its times are those of the day, as who asks for the log means them. */
const withEntry = (index: SegmentIndex, { at, dayOffset, command, events }: EntryHead): SegmentIndex => ({
  first: index.first,
  from: Math.min(index.from, at + dayOffset),
  to: events.reduce(
    (latest, event) => Math.max(latest, event.at + dayOffset),
    Math.max(index.to, at + dayOffset),
  ),
  told: index.told + events.filter(({ what, why }) => asRunEvents.has(what) && why !== 'data').length,
  releases:
    command.do === 'release'
      ? [
          ...index.releases,
          {
            hash: command.release,
            at: at + dayOffset,
            by: command.by ?? '',
            show: events.find(({ what }) => what === 'release')?.name ?? '',
          },
        ]
      : index.releases,
});

async function readHeads(disk: Disk, path: string): Promise<EntryHead[]> {
  const bytes = await disk.read(path).catch(() => null);
  if (earlierSegment.test(path.slice(path.lastIndexOf('/') + 1))) return readEarlierLines(bytes);
  const lines = bytes ? readLines(bytes).lines : [];
  return lines.filter(({ text }) => text.includes('\t')).map(({ text }) => readHead(text));
}

/** A new file for what follows; where one of its name holds something, that is kept aside first. */
async function begin(disk: Disk, folder: string, first: number): Promise<{ file: DiskFile; name: string }> {
  const name = segmentName(first);
  const file = await disk.open(`${folder}/${name}`);
  try {
    if (file.size > 0) {
      const bytes = (await disk.read(`${folder}/${name}`)) ?? Buffer.alloc(0);
      if (bytes.length > Buffer.byteLength(header(first))) await keepAside(disk, folder, name, bytes);
      await file.cut(0);
    }
    await file.write(Buffer.from(header(first)), 0);
    await file.sync();
    await disk.syncFolder(folder);
    return { file, name };
  } catch (error) {
    await file.close();
    throw error;
  }
}

async function keepAside(disk: Disk, folder: string, name: string, bytes: Buffer): Promise<string> {
  const aside = `${folder}/${damagedFolder}`;
  await disk.makeFolder(aside);
  const taken = await disk.list(aside);
  let kept = name;
  for (let i = 2; taken.includes(kept); i += 1) kept = `${name}.${i}`;
  await writeWhole(disk, aside, kept, bytes);
  return `${damagedFolder}/${kept}`;
}

async function recover(disk: Disk, folder: string, names: readonly string[]): Promise<Recovered> {
  const damage: string[] = [];
  const aside = async (name: string, bytes: Buffer): Promise<string> =>
    keepAside(disk, folder, name, bytes).then(
      (kept) => ` It is kept as ${kept}.`,
      () => '',
    );
  let snapshot: Snapshot | null = null;
  let gapBefore = Infinity;
  for (const name of names.filter((own) => snapshotPattern.test(own)).reverse()) {
    const bytes = await disk.read(`${folder}/${name}`);
    snapshot = bytes && readSnapshot(bytes);
    if (snapshot) break;
    damage.push(
      `The snapshot ${name} of the journal is damaged.${bytes ? await aside(name, bytes) : ''} The one before it was taken and the journal read from there.`,
    );
    await disk.remove(`${folder}/${name}`);
  }
  const segments = names.filter((name) => segmentPattern.test(name));
  const entries: JournalEntry[] = [];
  if (!snapshot) {
    const earlier = await readEarlier(disk, folder);
    if (earlier.state) snapshot = { state: earlier.state, at: 0, answers: [] };
    entries.push(...earlier.entries);
    gapBefore = entries[0]?.sequence ?? Infinity;
  }
  let last = entries.at(-1)?.sequence ?? snapshot?.state.sequence ?? 0;
  const begins = Math.max(
    0,
    segments.findLastIndex((name) => firstOf(name) <= last + 1),
  );
  const missing = (from: number, to: number, where: string): void => {
    gapBefore = Math.min(gapBefore, to + 1);
    damage.push(
      `${from === to ? `Command ${from}` : `Commands ${from} to ${to}`} cannot be read from the journal (${where}). What came after was carried out as far as it goes: look at what is on air.`,
    );
  };
  for (const name of segments.slice(begins)) {
    const bytes = (await disk.read(`${folder}/${name}`)) ?? Buffer.alloc(0);
    const { lines, damaged } = readLines(bytes);
    const found = lines.filter(({ text }) => text.includes('\t')).map(({ text }) => readEntry(text));
    const isHeaded =
      damaged.includes(1) || lines.length === 0 || framed(lines[0]?.text ?? '') === header(firstOf(name));
    if (damaged.length > 0 || !isHeaded) {
      const where = isHeaded
        ? `is damaged in line ${damaged.slice(0, 5).join(', ')}${damaged.length > 5 ? ', …' : ''}`
        : 'has lost its first line';
      damage.push(`The journal file ${name} ${where}.${await aside(name, bytes)}`);
      const good = lines.filter(({ text }) => text.includes('\t')).map(({ text }) => framed(text));
      await writeWhole(disk, folder, name, header(firstOf(name)) + good.join('')).catch(() => undefined);
    }
    for (const entry of found) {
      if (entry.sequence <= last) continue;
      if (entry.sequence > last + 1) missing(last + 1, entry.sequence - 1, name);
      entries.push(entry);
      last = entry.sequence;
    }
  }
  return { snapshot, entries, gapBefore, damage };
}

function readSnapshot(bytes: Buffer): Snapshot | null {
  const text = bytes.at(-1) === 10 ? unframed(bytes.subarray(0, -1)) : null;
  if (text === null) return null;
  const { format, state, at, answers } = JSON.parse(text) as { format: number } & Snapshot;
  try {
    // Its checksum says that it is as it was written; only another version's must be read with care.
    return { state: format === stateFormat ? state : openAirState(state), at, answers };
  } catch {
    return null;
  }
}
