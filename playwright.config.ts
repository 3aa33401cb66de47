import { defineConfig } from '@playwright/test';

const port = Number(process.env['PORT'] ?? 4399);

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  // Machines differ, and one machine differs from hour to hour: these only end what hangs.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 1,
  forbidOnly: !!process.env['CI'],
  reporter: [['list'], ['json']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    browserName: 'chromium',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--headless',
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
  webServer: {
    command: 'exec node scripts/app.mjs',
    url: `http://127.0.0.1:${port}/api/ready`,
    env: {
      HOST: '127.0.0.1',
      PORT: String(port),
      DATABASE_URL: process.env['DATABASE_URL'] ?? '',
      NODE_ENV: 'production',
    },
    reuseExistingServer: false,
    timeout: 60_000,
    stdout: 'pipe',
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5_000 },
  },
});
