import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { demo, expect, Thicket, test } from './thicket';

/** The screens that are compared: lists, a closed record, an open one, a place, a basket, the year. */
const screens = [
  '/records',
  demo(1),
  demo(4),
  '/places',
  '/places/01960000-0000-7000-8000-00000000aa01',
  '/baskets',
  '/kitchen',
  '/household',
  '/formulas',
  '/prints',
  '/walks',
  '/waiting',
  '/year',
  '/settings',
];

/** What a screen says, and what its fields hold. */
async function says(page: Page, path: string) {
  await page.goto(path);
  await page.waitForLoadState('networkidle');
  await expect(page.getByRole('main')).not.toContainText('Being worked out anew');
  return page.getByRole('main').evaluate((main) => {
    const fields = [...main.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input, select')].map((f) =>
      f instanceof HTMLInputElement && f.type === 'checkbox' ? f.checked : f.value,
    );
    return `${main.textContent.replace(/\s+/g, ' ')} ${fields.join(' ')}`;
  });
}

/** What a screen says once it says the same twice: a machine that is slow may be seen between two pieces of it. */
async function settled(page: Page, path: string) {
  let last = await says(page, path);
  await expect(async () => {
    const before = last;
    last = await says(page, path);
    expect(last).toBe(before);
  }).toPass({ timeout: 30_000 });
  return last;
}

const section = (page: Page, heading: string) =>
  page.locator('section').filter({ has: page.getByRole('heading', { level: 2, name: heading, exact: true }) });

async function choose(page: Page, name: string, file: string) {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name }).click();
  await (await chooser).setFiles(file);
}

test.describe('data of a program of their own', () => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-data-'));
  const own = new Thicket(data);
  test.beforeAll(() => own.start('--demo'));
  test.afterAll(async () => {
    await own.stop();
    rmSync(data, { recursive: true });
  });

  test('everything leaves, is wiped, comes in again, and the screens are the same; and it is taken back', async ({
    browser,
  }) => {
    const page = await browser.newPage({ baseURL: own.url });
    const before: Record<string, string> = {};
    for (const path of screens) before[path] = await settled(page, path);
    await page.goto('/data');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Everything (JSON Lines)' }).click();
    const file = join(data, 'everything.jsonl');
    await (await download).saveAs(file);
    await own.stop();
    await own.start(); // on a folder of its own, in which nothing is
    await page.goto('/records');
    await expect(page.getByRole('main')).toContainText('Nothing was looked at yet');
    await page.goto('/data');
    await choose(page, 'Choose a file', file);
    const plan = page.getByRole('region', { name: 'What would change' });
    await expect(plan).toContainText(/\d\d new, 0 changed, 0 here already, 0 refused/);
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByText(/^Taken in: \d\d new, 0 changed/)).toBeVisible();
    for (const path of screens) {
      await expect(async () => expect(await says(page, path)).toBe(before[path])).toPass({ timeout: 60_000 });
    }
    await page.goto('/data');
    await choose(page, 'Choose a file', file);
    await expect(plan).toContainText(/0 new, 0 changed, \d\d here already, 0 refused/);
    await expect(page.getByRole('button', { name: 'Nothing to take in' })).toBeDisabled();
    await page.getByRole('button', { name: 'Leave it' }).click();
    await expect(plan).toBeHidden();
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect(page.getByText(/taken back/)).toBeVisible();
    await page.goto('/records');
    await expect(page.getByRole('main')).toContainText('Nothing was looked at yet');
    await page.close();
  });

  test('a file with a bad line is shown with it, and taken without it only where that is said', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    const file = join(data, 'places.csv');
    writeFileSync(file, 'lat,lon,name\n49.31,19.31,"=The weir"\n491,19.3,Nowhere\n');
    await page.goto('/data');
    await choose(page, 'Choose a file', file);
    const plan = page.getByRole('region', { name: 'What would change' });
    await expect(plan).toContainText('1 new, 0 changed, 0 here already, 1 refused');
    await expect(plan.getByRole('row', { name: /Nowhere/ })).toContainText('A latitude is from -90 to 90 degrees');
    await expect(page.getByRole('button', { name: 'Take it in' })).toBeDisabled();
    await page.getByText('Leave out the 1 that are refused').click();
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByText('Taken in: 1 new, 0 changed')).toBeVisible();
    await page.goto('/places');
    await expect(page.getByRole('link', { name: /=The weir/ }).first()).toBeVisible();
    writeFileSync(file, 'this is nothing\n');
    await page.goto('/data');
    await choose(page, 'Choose a file', file);
    await expect(page.getByRole('alert')).toContainText('is in no format that is read here');
    await page.close();
  });

  test('a backup is made, gone back to, and what was there meanwhile is kept aside', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.request.post('/api/v1/places', {
      data: {
        id: '01960000-0000-7000-8000-00000000bb01',
        op: '01960000-0000-7000-8000-00000000bb02',
        shape: { form: 'point', at: [{ latitude: 49.3, longitude: 19.3 }] },
        about: { name: 'By the lime' },
      },
    });
    await page.goto('/data');
    const backups = section(page, 'Backups');
    const list = backups.getByRole('list', { name: 'The backups' }).getByRole('listitem');
    const had = await list.count();
    await backups.getByRole('button', { name: 'Back up now' }).click();
    await expect(list).toHaveCount(had + 1);
    await expect(backups).toContainText('The latest was made today.');
    await page.goto('/places');
    await page
      .getByRole('link', { name: /By the lime/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByText('The place was deleted.')).toBeVisible();
    await page.goto('/places');
    await expect(page.getByRole('link', { name: /By the lime/ })).toHaveCount(0);
    await page.goto('/data');
    await list.first().getByRole('button', { name: 'Go back to it' }).click();
    await list.first().getByRole('button', { name: 'Put it in the place of everything' }).click();
    await expect(backups).toContainText('is in its place since');
    await expect(list).toHaveCount(had + 2);
    await expect(backups).toContainText('what was there before another');
    await page.goto('/places');
    await expect(page.getByRole('link', { name: /By the lime/ }).first()).toBeVisible();
    const file = join(data, 'no-backup.db');
    writeFileSync(file, 'SQLite format 3\0 but not ours');
    await page.goto('/data');
    await choose(page, 'Bring a backup from a file', file);
    await expect(page.getByRole('alert')).toContainText('no backup of this program');
    await page.close();
  });
});
