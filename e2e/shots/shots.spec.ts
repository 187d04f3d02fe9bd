import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { demo, expect, feature, test } from '../tests/thicket';

const folder = join(import.meta.dirname, '../../docs/screenshots');

async function shot(page: Page, name: string, width = 1280, height = 800) {
  await page.setViewportSize({ width, height });
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' });
}

test('pictures of the main views', async ({ page }) => {
  const views: Record<string, string> = {
    'new-record': '/',
    'bench-keep-looking': demo(5),
    'bench-leave': demo(6),
    'bench-cleared': demo(1),
    'bench-plant': demo(9),
    records: '/records',
    settings: '/settings',
    guide: '/guide',
    'guide-taxon': '/guide/amanita-rubescens',
    'guide-family': '/guide/family/Apiaceae',
    'side-by-side-ramsons': '/beside?target=allium-ursinum&other=convallaria-majalis&other=colchicum-autumnale',
  };
  for (const [name, path] of Object.entries(views)) {
    await page.goto(path);
    await shot(page, name);
  }
  await page.goto('/beside?target=calvatia-gigantea&other=amanita-phalloides&other=scleroderma-citrinum');
  await shot(page, 'side-by-side-phone', 390, 844);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Walk it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/underside/);
  await shot(page, 'key');
  await page.goto(demo(5));
  await shot(page, 'bench-phone', 390, 844);
  await page.goto('/records');
  await shot(page, 'records-phone', 390, 844);
  await page.goto(demo(8));
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await expect(page.getByText('What if I misread?')).toBeVisible();
  await shot(page, 'bench-weak-points');
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(demo(10));
  await feature(page, 'Underside');
  await shot(page, 'bench-dark');
});
