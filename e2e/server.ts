import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A server of its own for a test: its folder, its port, and the means to kill it and start it again. */
export class TestServer {
  readonly home = mkdtempSync(join(tmpdir(), 'jorvan-e2e-'));
  port = 0;
  log = '';
  private process: ChildProcess | null = null;

  constructor(private readonly env: Record<string, string> = {}) {}

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  /** Starts it, on the port it had before if it had one; resolves when it listens. */
  async start(args: readonly string[] = []): Promise<void> {
    const child = spawn(process.execPath, ['dist/server.mjs', ...args], {
      env: { ...process.env, JORVAN_HOME: this.home, JORVAN_PORT: String(this.port), ...this.env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.process = child;
    child.stderr?.on('data', (data: Buffer) => (this.log += data.toString()));
    await new Promise<void>((resolve, reject) => {
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${this.log}`)));
      child.stdout?.on('data', (data: Buffer) => {
        this.log += data.toString();
        const port = /Application\s+http:\/\/localhost:(\d+)\//.exec(this.log)?.[1];
        if (port && this.log.includes('Stop with')) {
          this.port = Number(port);
          resolve();
        }
      });
    });
  }

  /** kill -9: nothing is said goodbye to. */
  async kill(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    await new Promise<void>((resolve) => {
      child.once('exit', () => resolve());
      child.kill('SIGKILL');
    });
    this.log = '';
  }

  async dispose(): Promise<void> {
    await this.kill();
    rmSync(this.home, { recursive: true, force: true });
  }

  async command(
    command: Record<string, unknown>,
  ): Promise<{ status: number; body: Record<string, unknown> }> {
    const response = await fetch(`${this.url}/api/air/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  }

  async air(): Promise<AirAnswer> {
    return (await (await fetch(`${this.url}/api/air`)).json()) as AirAnswer;
  }
}

export interface AirAnswer {
  time: number;
  state: {
    sequence: number;
    release: string;
    cards: Record<string, { number: string; values: Record<string, unknown> }>;
    air: Record<
      string,
      { graphics: { values: Record<string, unknown>; enterAt: number; exitAt: number | null }[] }
    >;
  };
  onAir: Record<
    string,
    { lane: string; number: string | null; name: string; phase: string; values: Record<string, unknown> }[]
  >;
}
