import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  // Two cores: while one file waits for its server or for a motion to end, another works.
  workers: 2,
  fullyParallel: false,
  // A machine with both cores busy may miss a beat of the mouse; what fails twice is a fault.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: 'node_modules/.cache/test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 640 },
    acceptDownloads: true,
    // A test that wants the application kept in the browser says so: it is fetched whole for it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['JORVAN_CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--ignore-gpu-blocklist',
        // WebGL draws in software here; the page around it is put together without it, which is many times as quick.
        '--disable-gpu-compositing',
        '--disable-background-networking',
        // Monitors and outputs must go on drawing while another page is in front, as on machines with several screens.
        '--disable-backgrounding-occluded-windows',
        '--disable-renderer-backgrounding',
        '--disable-background-timer-throttling',
      ],
    },
  },
});
