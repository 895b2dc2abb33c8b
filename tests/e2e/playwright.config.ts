import { defineConfig } from '@playwright/test';
import { chromium } from './application.mjs';

export default defineConfig({
  testDir: '.',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 1,
  reporter: [['list']],
  outputDir: '../../.stampo/test-results',
  use: {
    browserName: 'chromium',
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 10_000,
    trace: 'retain-on-failure',
  },
});
