import { begin, expect, test } from './thicket';

test('a print is laid from the bench, and what fell is read on its record', async ({ page }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  const bench = page.url();
  await page.getByRole('link', { name: 'Make a spore print' }).click();
  await page.getByLabel('Where on the tray').fill('Under the red cup');
  await page.getByRole('button', { name: 'Lay it' }).click();
  const waiting = page.getByRole('list', { name: 'Prints that lie waiting' });
  const mine = waiting.getByRole('listitem').filter({ hasText: 'Under the red cup' });
  await expect(mine).toContainText('before that it counts as unsure');
  // The demo's own were laid long ago: they stand first, and say so.
  await expect(waiting.getByRole('listitem').first()).toContainText('It should have been looked at by');
  await mine.getByRole('button', { name: /Chocolate/ }).click();
  const looked = page.getByRole('list', { name: 'Prints that were looked at' }).getByRole('listitem');
  await expect(looked.filter({ hasText: 'Under the red cup' })).toContainText('fell, and is read on its record');
  await page.goto(bench);
  const read = page.getByRole('region', { name: 'The specimen' });
  await expect(read).toContainText(/chocolate.*not sure/i);
  await page.goto('/prints');
  await looked.filter({ hasText: 'Under the red cup' }).getByRole('button', { name: 'Undo' }).click();
  await mine.getByRole('button', { name: 'Take it away' }).click();
  await expect(mine).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(mine).toBeVisible();
});
