import type { Page } from '@playwright/test';
import { asking, demo, expect, test, verdict } from './thicket';

// Five tasks as somebody does them who never saw the program, on a phone, without opening the help. How long each takes is
// told, not tested: docs/speed-on-a-phone.md says what it was.
test.use({ viewport: { width: 390, height: 844 } });

async function timed(page: Page, task: string, does: () => Promise<void>) {
  const began = Date.now();
  await does();
  console.log(`${task}: ${((Date.now() - began) / 1000).toFixed(1)} s`);
  await expect(page.getByRole('dialog', { name: 'Help' })).toHaveCount(0);
}

test('a first record with three readings', async ({ page }) => {
  await timed(page, 'a first record with three readings', async () => {
    await page.goto('/');
    await page.getByRole('button', { name: 'A mushroom' }).click();
    for (let i = 1; i <= 3; i++) {
      const heading = asking(page).getByRole('heading', { level: 2 });
      const question = (await heading.textContent()) ?? '';
      const answer = asking(page).getByRole('group').first().getByRole('button').first();
      // The first answers are there without scrolling, a warning above them or not.
      await expect(answer).toBeInViewport();
      await answer.click();
      await expect(heading.filter({ hasText: question })).toHaveCount(0);
    }
    await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(3);
  });
});

test('what a cane means', async ({ page }) => {
  await timed(page, 'what a cane means', async () => {
    await page.goto(demo(5));
    const standing = page.getByRole('region', { name: 'Harmful species still standing' });
    await standing.scrollIntoViewIfNeeded();
    await expect(standing).toContainText('Each falls once you have seen enough on this one');
    await expect(standing.getByRole('listitem').first()).toContainText(/Three thorns: deadly.*needs \d more cuts?/);
  });
});

test('comfrey by a misspelt name, laid beside foxglove', async ({ page }) => {
  await timed(page, 'comfrey by a misspelt name, laid beside foxglove', async () => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Guide' }).click();
    await page.getByLabel(/^Any name/).fill('comfry');
    await page.getByRole('link', { name: 'Common comfrey' }).click();
    await expect(verdict(page)).toHaveText('Common comfrey');
    const double = page
      .getByRole('region', { name: 'What it can be mistaken for' })
      .getByRole('listitem')
      .filter({ hasText: 'Foxglove' });
    await double.getByRole('link', { name: 'Side by side' }).click();
    await expect(verdict(page)).toHaveText('Side by side');
    await expect(page.getByRole('heading', { level: 2, name: 'Foxglove' })).toBeVisible();
  });
});

test('a second piece goes into the basket', async ({ page }) => {
  await timed(page, 'a second piece goes into the basket', async () => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Records' }).click();
    await page.getByLabel('Search').fill('field mushroom long pasture');
    const cleared = page
      .getByRole('list', { name: 'Records' })
      .getByRole('listitem')
      .filter({ hasText: 'None still fits' });
    await cleared.getByRole('link').first().click();
    await page.getByRole('button', { name: 'Gather more of it: a basket' }).click();
    const piece = page.getByRole('region', { name: 'The piece in your hand' });
    for (let n = 1; n <= 2; n++) {
      await expect(piece.getByRole('heading', { level: 2 })).toHaveText(`Piece ${n}`);
      await piece.getByRole('button', { name: /^It passes/ }).click();
      await piece.getByRole('button', { name: 'Sound: keep it' }).first().click();
    }
    await expect(page.getByRole('region', { name: 'What is in the basket' })).toContainText('2');
  });
});

test("yesterday's record is found", async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Day').fill('2026-09-21');
  await page.getByLabel('Place').fill('Otter Bank');
  await page.getByRole('button', { name: 'A plant' }).click();
  await expect(page.getByText('Nothing looked at yet.')).toBeVisible();
  await timed(page, "yesterday's record is found", async () => {
    await page.getByRole('link', { name: 'Records' }).click();
    const first = page.getByRole('list', { name: 'Records' }).getByRole('listitem').first();
    await expect(first).toContainText('2026-09-21');
    await first.getByRole('link').click();
    await expect(page.getByText('Otter Bank')).toBeVisible();
  });
});

/** Pages that everybody opens, as high as they are before anything is unfolded. */
const pages = {
  today: '/',
  bench: demo(5),
  'a cleared bench': demo(1),
  records: '/records',
  guide: '/guide',
  "a taxon's page": '/guide/symphytum-officinale',
  'a family': '/guide/family/Apiaceae',
  words: '/guide/words',
  'side by side': '/compare?target=symphytum-officinale&other=digitalis-purpurea',
  almanac: '/almanac?date=2026-09-05',
  walk: '/walks/01960000-0000-7000-8000-00000000c001',
  settings: '/settings',
  year: '/year',
};

test('no page is higher than six screens of a phone before anything is unfolded', async ({ page }) => {
  const high: Record<string, number> = {};
  for (const [name, path] of Object.entries(pages)) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    high[name] = await page.evaluate(() => document.documentElement.scrollHeight / innerHeight);
  }
  expect(Object.entries(high).filter(([, h]) => h > 6)).toEqual([]);
});
