import { defineConfig } from '@playwright/test';
import { chromiumFlags, chromiumPath } from './scripts/browser.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  // One browser at a time: pictures are drawn in software here and use every core.
  workers: 1,
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath(), args: chromiumFlags() },
    trace: 'off',
    actionTimeout: 30_000,
  },
});
