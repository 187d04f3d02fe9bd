import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, Thicket, test } from './thicket';

// On a demo of its own: what other tests gather would be counted too.
const data = mkdtempSync(join(tmpdir(), 'thicket-year-'));
const own = new Thicket(data);
test.beforeAll(() => own.start('--demo'));
test.afterAll(async () => {
  await own.stop();
  rmSync(data, { recursive: true });
});

test('a year at a glance, and from every number the way down to what it is made of', async ({ browser }) => {
  const page = await browser.newPage({ baseURL: own.url });
  await page.goto('/records');
  await page.getByRole('main').getByRole('link', { name: 'the year' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The year 2026');
  const entries = page.getByRole('list', { name: 'Entries' });

  // From a day.
  await page.getByRole('link', { name: /^2026-08-14: / }).click();
  await expect(page.getByRole('region', { name: 'What it is made of' })).toContainText('2026-08-14');
  await expect(entries).toContainText('Golden chanterelle');
  await entries.getByRole('link', { name: 'Golden chanterelle' }).first().click();
  await expect(page).toHaveURL(/\/bench\//);
  await page.goBack();
  await expect(entries).toBeVisible(); // what was picked stands in the address

  // From a kind, a place, a reason.
  await page.getByRole('list', { name: 'By kind' }).getByRole('button', { name: 'Bilberry' }).click();
  await expect(page.getByRole('region', { name: 'What it is made of' })).toContainText('Bilberry: 3 entries');
  await expect(entries).toContainText('meal');
  await page.getByRole('list', { name: 'By place' }).getByRole('button', { name: 'Long Pasture', exact: true }).click();
  await expect(entries.getByRole('link', { name: 'Long Pasture' })).toBeVisible();
  await page.getByRole('list', { name: 'Why it was left' }).getByRole('button').first().click();
  await expect(entries).toContainText('basket');
  await page.getByRole('button', { name: 'Close the list' }).click();
  await expect(entries).toBeHidden();

  // The table says what the circles say.
  await page.getByText('The days as a table').click();
  const day = page.getByRole('row').filter({ hasText: '2026-08-29' });
  await expect(day).toContainText('900 g');
  await page.getByRole('radio', { name: '2025' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The year 2025');
  await expect(page.getByRole('list', { name: 'By kind' })).toContainText('Small-leaved lime');
});
