import { defineConfig } from '@playwright/test';
import { CHROMIUM_HEADLESS } from './scripts/tools.mjs';

const CHROMIUM_FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: 'e2e',
  // It builds the application once more.
  testIgnore: process.env.YARDFELL_TURN === undefined ? [] : ['school.spec.ts'],
  globalSetup: './e2e/server.ts',
  // One more than the cores: much of a test waits for beats that sound in real time.
  workers: 3,
  // The tests of a long file are shared out like any others.
  fullyParallel: true,
  // A second try on a loaded machine; what needed it is reported as flaky.
  retries: process.env.CI ? 1 : 0,
  // Wide enough for a machine that stands still for a while: what is there is found at once all the same.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  reporter: [['line'], ['json', { outputFile: 'test-results/browser.json' }]],
  outputDir: 'test-results/browser',
  use: {
    actionTimeout: 40_000,
    viewport: { width: 1280, height: 800 },
    // Traced throughout, the tests take half as long again.
    trace: { mode: 'on-first-retry', screenshots: false, sources: false },
    // Only the tests without a network have the worker that keeps the files.
    serviceWorkers: 'block',
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: { executablePath: CHROMIUM_HEADLESS, args: CHROMIUM_FLAGS },
  },
});
