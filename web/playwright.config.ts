import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '../tests/browser',
  outputDir: '../tests/browser/results',
  timeout: 120_000,
  // A shared machine may pause for seconds.
  expect: { timeout: 15_000 },
  // Tried once more, and named in the list of flaky tests: each name there is a defect to be found.
  retries: 1,
  workers: 1,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
