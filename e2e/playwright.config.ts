import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

/** The browser that the system has; no test downloads one. The one without windows starts and draws sooner. */
export const chromium =
  process.env.CHROMIUM ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((at) => existsSync(at));

export default defineConfig({
  testDir: 'tests',
  // Only against hanging: what is waited for fails long before, and a slow machine is no fault.
  timeout: 360_000,
  expect: { timeout: 20_000 },
  fullyParallel: false,
  workers: 2,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: { executablePath: chromium, args: ['--no-sandbox', '--disable-dev-shm-usage'] },
    // npx playwright test --trace retain-on-failure keeps what happened; it takes a tenth longer.
    trace: 'off',
  },
});
