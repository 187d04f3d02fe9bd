import type { Page } from '@playwright/test';
import { basket, demo, expect, test } from './thicket';

const piece = (page: Page) => page.getByRole('region', { name: 'The piece in your hand' });
const band = (page: Page) => page.getByRole('region', { name: 'What is in the basket' });

/** A piece that passes: two presses. */
async function passes(page: Page, state: string | RegExp = 'Sound: keep it') {
  await piece(page)
    .getByRole('button', { name: /^It passes/ })
    .click();
  await piece(page).getByRole('button', { name: state }).first().click();
}

/** Waits until the next piece is asked for. */
const next = (page: Page, n: number) => expect(piece(page).getByRole('heading', { level: 2 })).toHaveText(`Piece ${n}`);

test('twenty pieces, another kind at the twelfth: eight are checked again, and the rest is told', async ({ page }) => {
  await page.goto(demo(1));
  await page.getByRole('button', { name: 'Gather more of it: a basket' }).click();
  await next(page, 1);
  await expect(piece(page).getByRole('list', { name: 'Looked at on each piece' })).toContainText(
    'Underside: blunt ridges',
  );
  await page.getByText('How many stood there, what it weighs').click();
  await page.getByLabel('Pieces that stood there').fill('60');
  await page.getByLabel('Pieces that stood there').blur();
  await page.getByRole('button', { name: 'Keep the number' }).click();
  await expect(page.getByText('Of 60 at most 30 are taken here this season.')).toBeVisible();
  for (let n = 1; n <= 3; n++) {
    await next(page, n);
    await passes(page);
  }
  for (let n = 4; n <= 11; n++) {
    await next(page, n);
    await piece(page)
      .getByRole('button', { name: /^Not checked/ })
      .click();
  }
  await next(page, 12);
  await expect(band(page)).toContainText(/3 of 11 pieces were checked: up to \d+ others could still be in it/);
  await piece(page)
    .getByRole('button', { name: /^Another kind/ })
    .click();
  await piece(page)
    .getByRole('button', { name: /False chanterelle/ })
    .click();
  await expect(piece(page)).toContainText('Check piece 4 again: 8 pieces wait');

  // It is not closed before they are checked.
  await page.getByText('Close the basket').click();
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByText(/still to be checked again/)).toBeVisible();
  for (let left = 8; left > 0; left--) {
    await expect(piece(page)).toContainText(left === 1 ? '1 piece waits' : `${left} pieces wait`);
    await passes(page, left > 6 ? /trim it/ : 'Sound: keep it');
  }
  for (let n = 13; n <= 20; n++) {
    await next(page, n);
    await passes(page, n === 20 ? /leave it there/ : 'Sound: keep it');
  }
  await next(page, 21);
  await expect(band(page)).toContainText('Every piece was checked.');
  await expect(band(page)).toContainText('2 trimmed · 1 left there · 1 of another kind');
  await expect(band(page)).toContainText('18');
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByRole('button', { name: 'Reopen it' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem')).toHaveCount(20);
  await page.goto('/baskets');
  await expect(page.getByRole('list', { name: 'Baskets' }).getByRole('listitem').first()).toContainText(
    '18 pieces · closed',
  );
});

test('after a deadly one the next piece waits for clean hands; undo takes back what was pressed wrongly', async ({
  page,
}) => {
  await page.goto(basket);
  await next(page, 9);
  await piece(page)
    .getByRole('button', { name: /^Another kind/ })
    .click();
  await piece(page)
    .getByRole('button', { name: /Deadly webcap/ })
    .click();
  const clean = page.getByRole('region', { name: 'Clean hands and knife' });
  await expect(clean).toContainText('After deadly webcap.');
  await expect(piece(page)).toHaveCount(0);
  await page.goto('/records'); // it stands on every view
  await expect(page.getByRole('complementary', { name: 'Hands and knife' })).toContainText('deadly webcap was handled');
  await page.goto(basket);
  await clean.getByRole('button', { name: 'They are clean' }).click();
  await expect(piece(page)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(clean).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await next(page, 9);
  await piece(page)
    .getByRole('button', { name: /^Doubtful/ })
    .click();
  await expect(band(page)).toContainText('1 doubtful, lying apart');
});

test('a basket says at once that its record is no longer clear', async ({ page }) => {
  // A record of its own, read as the demo's bilberry was: the others look at that one.
  const op = () => crypto.randomUUID();
  const made = await (await page.request.get(`/api/v1/records/${demo(8).split('/').at(-1)}`)).json();
  const [record, picking] = [op(), op()];
  const post = (to: string, data: object) => page.request.post(`/api/v1/${to}`, { data: { op: op(), ...data } });
  await post('records', { id: record, about: made.about });
  for (const { character, states, sure, confirmed } of made.readings)
    await post(`records/${record}/readings`, { character, states, sure, afresh: Boolean(confirmed) });
  expect((await post('pickings', { id: picking, record })).status()).toBe(200);
  await page.goto(`/bench/${record}`);
  const tree = page
    .getByRole('region', { name: 'Look here next' })
    .getByRole('button', { name: /Tree or tall shrub/ })
    .first();
  // A press that the page moved away from under the finger asks nothing, and is made again.
  await expect(async () => {
    await page.getByRole('button', { name: 'Change Kind of plant' }).click({ timeout: 3000 });
    await expect(tree).toBeVisible({ timeout: 3000 });
  }).toPass();
  await tree.click();
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('No harmful species');
  await page.goto(`/baskets/${picking}`);
  await expect(
    page.getByRole('alert').filter({ hasText: 'Nothing in this basket is cleared any more.' }),
  ).toBeVisible();
  await post(`records/${record}/delete`, {});
});
