import { defineConfig } from '@playwright/test';

const report = process.env.KINETA_E2E_REPORT;

export default defineConfig({
  testDir: 'journeys',
  outputDir: '../node_modules/.cache/e2e',
  // Each has a Kineta of its own, so journeys of two files do not meet.
  workers: 2,
  // Bounds for a machine that is busy with other things; nothing waits for them to pass.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: report ? [['list'], ['json', { outputFile: report }]] : [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-quic',
        '--no-first-run',
      ],
    },
  },
});
