import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';

const keptSchema = z.object({
  keys: z.record(z.string().max(100), z.string().max(5000)),
  databases: z.record(z.string().max(100), z.object({ postgres: z.string().max(2000) })),
});
type Kept = z.infer<typeof keptSchema>;

/** Keys for addresses and the addresses of databases: kept on the server, never told to anyone. */
export class Keys {
  private constructor(
    private readonly file: string,
    private kept: Kept,
  ) {}

  static async open(home: string): Promise<Keys> {
    await mkdir(home, { recursive: true });
    const file = join(home, 'keys.json');
    let kept: Kept = { keys: {}, databases: {} };
    try {
      kept = keptSchema.parse(JSON.parse(await readFile(file, 'utf8')));
    } catch {
      // None yet, or damaged: it begins anew when the first is kept.
    }
    return new Keys(file, kept);
  }

  names = (): { keys: string[]; databases: string[] } => ({
    keys: Object.keys(this.kept.keys).sort(),
    databases: Object.keys(this.kept.databases).sort(),
  });
  key = (name: string): string | null => this.kept.keys[name] ?? null;
  database = (name: string): string | null => this.kept.databases[name]?.postgres ?? null;

  /** Keeps a key or database under a name; null forgets it. */
  async set(kind: 'keys' | 'databases', name: string, value: string | null): Promise<void> {
    const next = structuredClone(this.kept);
    if (value === null) delete next[kind][name];
    else if (kind === 'keys') next.keys[name] = value;
    else next.databases[name] = { postgres: value };
    const fresh = `${this.file}.${process.pid}.new`;
    await writeFile(fresh, JSON.stringify(next), { mode: 0o600 });
    await rename(fresh, this.file);
    this.kept = next;
  }
}
