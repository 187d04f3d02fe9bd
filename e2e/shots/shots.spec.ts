import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { basket, demo, expect, planned, test } from '../tests/thicket';

const folder = join(import.meta.dirname, '../../docs/screenshots');

async function shot(page: Page, name: string, width = 1280, height = 800) {
  await page.setViewportSize({ width, height });
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(500); // drawings come a moment after their words
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' });
}

/** A score of one state. */
const shows = (state: string) => ({ states: [{ state, rare: false, when: '' }], counts: [] });

/** Keeps an entry of one's own guide, twice asked where that is asked. */
async function keep(page: Page, entry: string, data: object) {
  const put = async (more: object) =>
    (
      await page.request.put(`/api/v1/overlay/${entry}`, { data: { op: crypto.randomUUID(), ...data, ...more } })
    ).json();
  const { saved, confirm } = await put({});
  if (!saved) expect(await put({ confirm })).toMatchObject({ saved: true });
}

test('pictures of the main views', async ({ page }) => {
  test.setTimeout(180_000);
  const views: Record<string, string> = {
    'new-record': '/',
    'bench-keep-looking': demo(10),
    'bench-cleared': demo(1),
    records: '/records',
    settings: '/settings',
    guide: '/guide',
    'guide-taxon': '/guide/amanita-rubescens',
    almanac: '/almanac?date=2026-09-05',
    walk: planned,
    basket,
    prints: '/prints',
    kitchen: '/kitchen/01960000-0000-7000-8000-00000000b101',
    emergency: '/emergency',
    cards: '/cards?walk=01960000-0000-7000-8000-00000000c001',
    'side-by-side-ramsons': '/compare?target=allium-ursinum&other=convallaria-majalis&other=colchicum-autumnale',
  };
  for (const [name, path] of Object.entries(views)) {
    await page.goto(path);
    await shot(page, name);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Walk it' }).click();
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
  await keep(page, 'taxa/velna-bolete', {
    taxon: {
      id: 'velna-bolete',
      name: 'Boletus velnensis',
      family: 'Boletaceae',
      kingdom: 'fungi',
      use: 'none',
      harm: 'unknown',
      common: ['Velna bolete'],
      scores: { underside: shows('pores'), 'stem-net': shows('fine'), substrate: shows('woodland-soil') },
    },
  });
  await keep(page, 'corrections/boletus-edulis', {
    common: ['Hollin bun'],
    note: 'Every September under the spruces at Hollin Fold.',
    scores: {},
  });
  await page.goto('/guide/mine');
  await expect(page.getByText('Velna bolete')).toBeVisible();
  await shot(page, 'my-guide');
});
