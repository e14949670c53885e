import { Worker, type Transferable } from 'node:worker_threads';
import { problem, ProblemError } from '../../core/problem';

export interface PoolOptions {
  readonly file: URL;
  /** Workers at once. One is kept for what is urgent. */
  readonly size: number;
  /** Of the old generation of each, in MB. */
  readonly memoryMb: number;
  /** A worker has been started, and is told what it must know before its first question. */
  readonly onStart?: (worker: Worker) => void;
}

export interface PoolAsk {
  /** Goes before what is not, and never waits for it. */
  readonly isUrgent: boolean;
  /** From when a worker takes it up; then that worker is ended. */
  readonly longestMs: number;
  readonly transfer?: Transferable[];
}

interface Job extends PoolAsk {
  readonly question: object;
  readonly done: (value: unknown) => void;
  readonly fail: (error: Error) => void;
}
interface Slot {
  worker: Worker | null;
  job: Job | null;
  timer: NodeJS.Timeout | null;
}

/**
 * Workers that answer one question each at a time. A question that takes too long, or too much memory, ends its worker
 * and nothing else: no question waits for another that does not come to an end.
 */
export class WorkerPool {
  private readonly slots: Slot[];
  private readonly waiting: Job[] = [];
  private isClosed = false;

  constructor(private readonly options: PoolOptions) {
    this.slots = Array.from({ length: options.size }, () => ({ worker: null, job: null, timer: null }));
  }

  /** Starts all workers, so that the first questions need not wait for that. */
  warm(): void {
    for (const slot of this.slots) slot.worker ??= this.start(slot);
  }

  ask<T>(question: object, ask: PoolAsk): Promise<T> {
    if (this.isClosed) return Promise.reject(new Error('the server is closing'));
    return new Promise<T>((done, fail) => {
      const job: Job = { ...ask, question, done: done as (value: unknown) => void, fail };
      const at = job.isUrgent ? this.waiting.findIndex((other) => !other.isUrgent) : -1;
      if (at < 0) this.waiting.push(job);
      else this.waiting.splice(at, 0, job);
      this.next();
    });
  }

  /** The workers that run, to be told something each. */
  get running(): readonly Worker[] {
    return this.slots.flatMap(({ worker }) => worker ?? []);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    for (const { timer } of this.slots) if (timer) clearTimeout(timer);
    await Promise.all(this.slots.map(({ worker }) => worker?.terminate()));
  }

  private next(): void {
    while (!this.isClosed) {
      const free = this.slots.find(({ job }) => job === null);
      const job = this.waiting[0];
      if (!free || !job) return;
      const common = this.slots.filter((slot) => slot.job !== null && !slot.job.isUrgent).length;
      if (!job.isUrgent && this.slots.length > 1 && common >= this.slots.length - 1) return;
      this.waiting.shift();
      this.begin(this.slots.find((slot) => slot.job === null && slot.worker !== null) ?? free, job);
    }
  }

  private begin(slot: Slot, job: Job): void {
    slot.job = job;
    slot.worker ??= this.start(slot);
    slot.timer = setTimeout(() => {
      this.end(
        slot,
        new ProblemError(
          problem(
            'too-slow',
            `It took longer than ${Math.round(job.longestMs / 100) / 10} s and was stopped.`,
          ),
        ),
      );
    }, job.longestMs);
    slot.worker.postMessage(job.question, job.transfer ?? []);
  }

  private start(slot: Slot): Worker {
    const worker = new Worker(this.options.file, {
      resourceLimits: { maxOldGenerationSizeMb: this.options.memoryMb },
    });
    worker.on('message', (message: { value?: unknown; error?: string }) => {
      const { job, timer } = slot;
      if (worker !== slot.worker || !job) return;
      if (timer) clearTimeout(timer);
      slot.job = slot.timer = null;
      if (message.error === undefined) job.done(message.value);
      else job.fail(new Error(message.error));
      this.next();
    });
    worker.on('error', (error: NodeJS.ErrnoException) => {
      const words =
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? `It needs more memory than the ${this.options.memoryMb} MB that a read may have. Bring a part of it.`
          : `It failed: ${error.message}.`;
      if (worker === slot.worker) this.end(slot, new ProblemError(problem('reader-failed', words)));
    });
    worker.on('exit', () => {
      if (worker === slot.worker)
        this.end(slot, new ProblemError(problem('reader-failed', 'It ended and was started again.')));
    });
    worker.unref();
    this.options.onStart?.(worker);
    return worker;
  }

  private end(slot: Slot, why: Error): void {
    const { worker, job, timer } = slot;
    if (timer) clearTimeout(timer);
    slot.worker = slot.job = slot.timer = null;
    void worker?.terminate();
    job?.fail(why);
    if (this.isClosed) return;
    // One that ends without a question would end again: it is started with the next.
    if (job) slot.worker = this.start(slot);
    this.next();
  }
}
