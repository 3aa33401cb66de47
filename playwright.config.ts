import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  // Machines differ, and one machine differs from hour to hour: these only end what hangs.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  globalSetup: './tests/browser/setup.ts',
  workers: Number(process.env['WORKERS'] ?? 2),
  forbidOnly: !!process.env['CI'],
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    browserName: 'chromium',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--headless',
        // Words are as wide as they are set, not rounded to dots.
        '--font-render-hinting=none',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    // Recording costs about a quarter of the time: with --retries=1 what failed is recorded.
    trace: 'on-first-retry',
  },
});
