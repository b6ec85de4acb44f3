import { defineConfig } from '@playwright/test';
import { launch } from './scripts/chromium.mjs';

const PORT = 4399;

export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/open-once.ts',
  // A machine whose time is taken by others is slow, not wrong.
  timeout: 420_000,
  expect: { timeout: 120_000 },
  workers: 2,
  fullyParallel: true,
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: launch,
  },
  webServer: {
    command: 'node scripts/demo.mjs --built',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}`,
    timeout: 60_000,
    reuseExistingServer: false,
  },
});
