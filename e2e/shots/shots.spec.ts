import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { basket, demo, expect, place, planned, Thicket, test } from '../tests/thicket';

const folder = join(import.meta.dirname, '../../docs/screenshots');

async function shot(page: Page, name: string, width = 1280, height = 800) {
  await page.setViewportSize({ width, height });
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(500); // drawings come a moment after their words
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' });
}

test('pictures of the main views', async ({ page }) => {
  test.setTimeout(180_000);
  const views: Record<string, string> = {
    'bench-keep-looking': demo(10),
    'bench-cleared': demo(1),
    map: '/places',
    ring: place,
    year: '/year?year=2026',
    guide: '/guide?family=Boletaceae',
    records: '/records',
    'guide-taxon': '/guide/symphytum-officinale',
    almanac: '/almanac?date=2026-09-05',
    walk: planned,
    basket,
    'side-by-side': '/compare?target=symphytum-officinale&other=digitalis-purpurea',
  };
  for (const [name, path] of Object.entries(views)) {
    await page.goto(path);
    await shot(page, name);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/underside/);
  await shot(page, 'key');
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(demo(5));
  await shot(page, 'bench-phone', 390, 844);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/photos/01960000-0000-7000-8000-00000000f001');
  await page.getByRole('button', { name: 'Measure' }).click();
  const picture = page.getByRole('application');
  for (const [x, y] of [
    [0.2667, 0.853],
    [0.6, 0.853],
    [0.2833, 0.3455],
    [0.49, 0.3455],
  ] as const) {
    const box = await picture.boundingBox();
    await picture.click({ position: { x: x * (box?.width ?? 0), y: y * (box?.height ?? 0) } });
  }
  await page.getByLabel('What you know the length of').selectOption({ label: 'So much of a ruler …' });
  await page.getByLabel('Between the two points, mm').fill('100');
  await page.getByLabel('Between the two points, mm').blur();
  await expect(page.getByText(/^[\d.]+ to [\d.]+ mm$/)).toBeVisible();
  await shot(page, 'photo');
});

test('pictures of a day at home', async ({ browser }) => {
  test.setTimeout(180_000);
  const data = mkdtempSync(join(tmpdir(), 'thicket-shots-'));
  const clock = join(data, 'clock');
  const at = (time: string) => writeFileSync(clock, time);
  at('2026-09-12T16:00:00Z');
  const own = new Thicket(data);
  await own.start('--demo', '--clock', clock);
  const page = await browser.newPage({
    baseURL: own.url,
    timezoneId: 'UTC',
    locale: 'en-GB',
    viewport: { width: 1280, height: 800 },
  });
  await page.clock.install({ time: '2026-09-12T16:00:00Z' });
  try {
    await page.goto('/');
    await page.getByRole('button', { name: 'Not now' }).click();
    await expect(page.getByRole('list', { name: 'Begins about now' })).toBeVisible();
    await shot(page, 'today');
    await page.goto('/practice');
    await shot(page, 'practice');
    const id = crypto.randomUUID().replace(/^(.{14})4/, '$17');
    const post = async (path: string, sent: object) => {
      const answer = await page.request.post(`/api/v1${path}`, { data: { op: crypto.randomUUID(), ...sent } });
      expect(answer.status(), await answer.text()).toBe(200);
      return answer.json();
    };
    await post('/batches', { id, pickings: ['01960000-0000-7000-8000-00000000d003'] });
    await post(`/batches/${id}/steps`, { do: 'sort' });
    await post(`/batches/${id}/timers`, { timer: crypto.randomUUID(), do: 'fry', minutes: 15 });
    at('2026-09-12T16:06:00Z');
    await page.goto(`/kitchen/${id}`);
    await shot(page, 'kitchen');
    at('2026-09-12T16:16:00Z');
    const meal = {
      id: crypto.randomUUID(),
      at: '2026-09-12T16:16:00Z',
      who: ['01960000-0000-7000-8000-00000000a001'],
      g: 180,
      raw: false,
      drink: false,
    };
    const answer = await page.request.post(`/api/v1/batches/${id}/before`, { data: meal });
    const said = ((await answer.json()) as { text: string }[]).map((s) => s.text);
    await post(`/batches/${id}/meals`, { meal: { ...meal, told: said } });
    at('2026-09-13T18:00:00Z');
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden();
    await page.goto('/emergency?person=01960000-0000-7000-8000-00000000a001');
    await page.getByLabel('When the first sign came').fill('2026-09-13T17:30');
    await expect(page.getByRole('list', { name: 'What it is most easily mistaken for' })).toBeVisible();
    await page.getByRole('heading', { level: 1 }).click();
    await page.evaluate(() => scrollTo(0, 0));
    await shot(page, 'emergency', 1280, 1500);
  } finally {
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});
