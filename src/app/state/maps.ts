import { transfer, wrap, type Remote } from 'comlink';
import { problem, type Problem } from '../../core/problem';
import type { FileSeen, LayerChosen, MapWorker } from '../../workers/map.worker';
import type { KeptMap, ProjectionName } from '../../core/map';

export type { FileSeen, LayerChosen, LayerSeen } from '../../workers/map.worker';

/** A file of a map in a worker of its own: what is asked of it goes there, and it goes when it is closed. */
export class MapFile {
  private readonly own = new Worker(new URL('../../workers/map.worker.ts', import.meta.url), {
    type: 'module',
  });
  private readonly remote: Remote<MapWorker> = wrap<MapWorker>(this.own);
  private isClosed = false;
  private readonly whenClosed: Promise<never>;
  private refuse: (error: Error) => void = () => undefined;

  constructor(readonly file: File) {
    this.whenClosed = new Promise((_, reject) => {
      this.refuse = reject;
    });
    // Nobody may be waiting when it is closed.
    this.whenClosed.catch(() => undefined);
    this.own.addEventListener('error', () => this.refuse(new Error('the worker has ended')));
  }

  /** The layers of the file; what is wrong with it; null where it was closed meanwhile. */
  async read(): Promise<FileSeen | { readonly problem: Problem } | null> {
    const { name } = this.file;
    try {
      const bytes = new Uint8Array(await this.file.arrayBuffer());
      return await Promise.race([this.remote.read(transfer(bytes, [bytes.buffer]), name), this.whenClosed]);
    } catch {
      return this.isClosed ? null : { problem: problem('unread', `“${name}” cannot be read. Look whether it opens where it comes from, and bring it in again.`, name) }; // prettier-ignore
    }
  }

  /** What a show keeps of it; null where it was closed meanwhile or cannot be made. */
  keep(
    layers: readonly LayerChosen[],
    points: number,
  ): Promise<{ readonly map: KeptMap; readonly notes: readonly string[] } | null> {
    return Promise.race([this.remote.keep([...layers], points), this.whenClosed]).catch(() => null);
  }

  pictures(
    layers: readonly LayerChosen[],
    size: { readonly w: number; readonly h: number },
    space: 'sphere' | 'plan',
  ): Promise<Partial<Record<ProjectionName | 'map', string>>> {
    return Promise.race([this.remote.pictures([...layers], size, space), this.whenClosed]).catch(() => ({}));
  }

  close(): void {
    this.isClosed = true;
    this.own.terminate();
    this.refuse(new Error('closed'));
  }
}
