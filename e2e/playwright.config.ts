import { defineConfig } from '@playwright/test';

/** The browser that the system has; no test downloads one. */
export const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

export default defineConfig({
  testDir: 'tests',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  fullyParallel: false,
  workers: 2,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: { executablePath: chromium, args: ['--no-sandbox', '--disable-dev-shm-usage'] },
    trace: 'retain-on-failure',
  },
});
