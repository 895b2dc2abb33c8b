import { defineConfig } from '@playwright/test';
import { chromium } from './application.mjs';

export default defineConfig({
  testDir: '.',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 2,
  // One journey in some hundred is late on a busy machine: it is told as flaky, and fails when it fails twice.
  retries: 1,
  globalSetup: './measuredDemo.ts',
  reporter: [['list']],
  outputDir: '../../.stampo/test-results',
  use: {
    browserName: 'chromium',
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 10_000,
    // Recording costs a third of the time; ask for it with --trace=retain-on-failure.
    trace: 'off',
  },
});
