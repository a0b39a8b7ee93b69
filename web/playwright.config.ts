import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '../tests/browser',
  outputDir: '../tests/browser/results',
  timeout: 90_000,
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
