import { defineConfig } from '@playwright/test';
import { chromium } from './application.mjs';

export default defineConfig({
  testDir: '.',
  timeout: 90_000,
  expect: { timeout: 20_000 },
  workers: 2,
  // A journey that needs a second try is named as flaky at the end.
  retries: 1,
  globalSetup: './measuredDemo.ts',
  reporter: [['list']],
  outputDir: '../../.stampo/test-results',
  use: {
    browserName: 'chromium',
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 20_000,
    // Nothing moves under a click; what moves by usual is looked at by hand.
    reducedMotion: 'reduce',
    // Recording costs a third of the time; ask for it with --trace=retain-on-failure.
    trace: 'off',
  },
});
