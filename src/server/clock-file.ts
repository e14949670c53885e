import { z } from 'zod';
import type { ClockMark } from './air-time';
import { framed, unframed, writeWhole, type Disk } from './disk';

const markSchema = z.object({
  at: z.number(),
  up: z.number(),
  boot: z.string(),
  /** The last command that was carried out by then. */
  sequence: z.number().int().min(0),
});
export type KeptMark = ClockMark & z.infer<typeof markSchema>;

const name = 'clock.json';

/** Where the air clock stood last; null where nothing can be read. */
export async function readClock(disk: Disk, home: string): Promise<KeptMark | null> {
  const bytes = await disk.read(`${home}/${name}`).catch(() => null);
  const text = bytes && unframed(bytes.subarray(0, -1));
  const parsed = text ? markSchema.safeParse(JSON.parse(text)) : null;
  return parsed?.success ? parsed.data : null;
}

/** Keeps where the clock stands, one write at a time; a disk that refuses costs nothing but the mark. */
export class ClockKeeper {
  private isKeeping = false;

  constructor(
    private readonly disk: Disk,
    private readonly home: string,
  ) {}

  async keep(mark: KeptMark): Promise<void> {
    if (this.isKeeping) return;
    this.isKeeping = true;
    await writeWhole(this.disk, this.home, name, framed(JSON.stringify(mark))).catch(() => undefined);
    this.isKeeping = false;
  }
}
