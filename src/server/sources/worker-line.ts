import { Worker, type Transferable } from 'node:worker_threads';
import { problem, ProblemError } from '../../core/problem';

interface Waiting {
  readonly done: (value: unknown) => void;
  readonly fail: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/**
 * A worker that answers questions in turn, started with the first. One that gives no answer in time is ended and begun
 * anew: what it was asked fails, and `onRestart` tells it again what it must know.
 */
export class WorkerLine {
  private running: Worker | null = null;
  private next = 1;
  private readonly waiting = new Map<number, Waiting>();
  private isClosed = false;

  constructor(
    private readonly file: URL,
    private readonly onEvent: (event: unknown) => void,
    private readonly onRestart: () => void,
    private readonly longestMs = 30_000,
    /** What the worker is told before its first line runs. */
    private readonly told: unknown = null,
  ) {}

  private get worker(): Worker {
    return (this.running ??= this.start());
  }

  private start(): Worker {
    const worker = new Worker(this.file, {
      workerData: this.told,
      resourceLimits: { maxOldGenerationSizeMb: 2048 },
    });
    worker.on('message', (message: { id?: number; value?: unknown; error?: string; event?: unknown }) => {
      if (message.id === undefined) return this.onEvent(message.event);
      const waiting = this.waiting.get(message.id);
      if (!waiting) return;
      this.waiting.delete(message.id);
      clearTimeout(waiting.timer);
      if (message.error === undefined) waiting.done(message.value);
      else waiting.fail(new Error(message.error));
    });
    worker.on('error', (error) => this.restart(worker, `It failed: ${error.message}`));
    worker.on('exit', () => this.restart(worker, 'It ended'));
    worker.unref();
    return worker;
  }

  private restart(worker: Worker, why: string): void {
    if (this.isClosed || worker !== this.running) return;
    for (const { fail, timer } of this.waiting.values()) {
      clearTimeout(timer);
      fail(new ProblemError(problem('reader-failed', `${why}. It was started again.`)));
    }
    this.waiting.clear();
    this.running = this.start();
    this.onRestart();
  }

  ask<T>(question: object, transfer: Transferable[] = [], longestMs = this.longestMs): Promise<T> {
    if (this.isClosed) return Promise.reject(new Error('the server is closing'));
    return new Promise<T>((resolve, reject) => {
      const id = this.next++;
      const worker = this.worker;
      const timer = setTimeout(() => {
        this.waiting.delete(id);
        reject(
          new ProblemError(
            problem('too-slow', `It took longer than ${Math.round(longestMs / 1000)} s and was stopped.`),
          ),
        );
        this.restart(worker, 'Something before it took too long');
        void worker.terminate();
      }, longestMs);
      this.waiting.set(id, { done: resolve as (value: unknown) => void, fail: reject, timer });
      worker.postMessage({ id, ...question }, transfer);
    });
  }

  tell(message: object, transfer: Transferable[] = []): void {
    if (!this.isClosed) this.worker.postMessage(message, transfer);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    for (const { timer } of this.waiting.values()) clearTimeout(timer);
    await this.running?.terminate();
  }
}
