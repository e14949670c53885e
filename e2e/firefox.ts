import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launch, type Browser, type Page } from 'puppeteer-core';

const firefox = process.env['JORVAN_FIREFOX'] ?? '/usr/bin/firefox-esr';
const xvfb = '/usr/bin/Xvfb';

/** Why Firefox cannot be looked at on this machine; null: it can. */
export const whyNoFirefox = (): string | null =>
  [firefox, xvfb].every((path) => existsSync(path))
    ? null
    : 'left out: Firefox ESR and Xvfb are not on this machine and could not be installed';

/** Firefox on a screen of its own, driven over WebDriver BiDi: without a screen it draws no WebGL. */
export class Firefox {
  private readonly home = mkdtempSync(join(tmpdir(), 'jorvan-firefox-'));
  private screen: ChildProcess | null = null;
  private browser: Browser | null = null;

  async start(): Promise<void> {
    const screen = spawn(xvfb, ['-displayfd', '3', '-screen', '0', '1920x1200x24', '-nolisten', 'tcp'], {
      stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
    });
    this.screen = screen;
    const display = await new Promise<string>((resolve, reject) => {
      screen.once('exit', () => reject(new Error('Xvfb ended')));
      screen.stdio[3]?.once('data', (data: Buffer) => resolve(`:${data.toString().trim()}`));
    });
    this.browser = await launch({
      browser: 'firefox',
      executablePath: firefox,
      headless: false,
      env: { ...process.env, DISPLAY: display, HOME: this.home },
      extraPrefsFirefox: { 'webgl.force-enabled': true },
    });
  }

  async page(url: string, width: number, height: number): Promise<Page> {
    if (!this.browser) throw new Error('Firefox is not started');
    const page = await this.browser.newPage();
    await page.setViewport({ width, height });
    await page.goto(url);
    return page;
  }

  async dispose(): Promise<void> {
    await this.browser?.close();
    this.screen?.kill();
    rmSync(this.home, { recursive: true, force: true });
  }
}
