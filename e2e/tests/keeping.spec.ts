import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asking, begin, expect, pressed, read, Thicket, test, verdict } from './thicket';

test('a browser that calls itself offline keeps readings all the same', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.evaluate(() => window.dispatchEvent(new Event('offline')));
  await read(page, 'Underside', /Blunt ridges/);
  await page.getByRole('link', { name: 'Records' }).click();
  await expect(page.getByRole('list', { name: 'Records' }).getByRole('listitem').first()).toBeVisible();
});

test('a reload in the middle loses nothing', async ({ page }) => {
  await begin(page, 'A mushroom');
  await read(page, 'Underside', /Blunt ridges/);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Change Underside' })).toBeVisible();
});

test('killed right after a reading and started again, nothing is lost', async ({ browser }) => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-kill-'));
  const thicket = new Thicket(data);
  await thicket.start();
  const page = await browser.newPage({ baseURL: thicket.url });
  await begin(page, 'A mushroom');
  const kept = page.waitForResponse((r) => r.url().endsWith('/readings') && r.ok());
  const name = await asking(page).getByRole('group').first().getAttribute('aria-label');
  await asking(page).getByRole('group').first().getByRole('button').first().click();
  await kept;
  await thicket.stop('SIGKILL');
  await thicket.start();
  await page.reload();
  await expect(page.getByRole('button', { name: `Change ${name}` })).toBeVisible();
  await thicket.stop();
  await expect(async () => {
    await page.getByRole('button', { name: `Clear ${name}` }).click({ timeout: 3000 });
    await expect(page.getByText('One answer is not kept yet')).toBeVisible({ timeout: 5000 });
  }).toPass();
  await page.close();
  rmSync(data, { recursive: true });
});

test('the keyboard alone does a whole record', async ({ page }) => {
  await page.clock.setFixedTime(new Date('2026-08-14T09:00:00'));
  await page.goto('/');
  const tabTo = async (what: () => Promise<boolean>) => {
    for (let i = 0; i < 200; i++) {
      if (await what()) return;
      await page.keyboard.press('Tab');
    }
    throw new Error('not reached by the keyboard');
  };
  const on = (name: string) => () =>
    page.evaluate((n) => document.activeElement?.closest('button, summary')?.textContent?.includes(n) ?? false, name);
  await expect(page.getByRole('button', { name: 'A mushroom' })).toBeVisible();
  await tabTo(on('A mushroom'));
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing looked at yet.')).toBeVisible();
  const first = await asking(page).getByRole('heading', { level: 2 }).textContent();
  await pressed(page, '2');
  await expect(page.getByText('Nothing looked at yet.')).toHaveCount(0);
  await page.keyboard.press('z');
  await expect(page.getByText('Nothing looked at yet.')).toBeVisible();
  await page.keyboard.press('y');
  await expect(asking(page).getByRole('heading', { level: 2 })).not.toHaveText(first ?? '');
  await page.keyboard.press('u');
  await pressed(page, '1');
  await expect(page.getByText('(not sure)')).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.getByRole('group', { name: "Can't see it, because" })).toBeVisible();
  await tabTo(on('It is gone'));
  await page.keyboard.press('Enter');
  await expect(page.getByText('not seen: it is gone')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await tabTo(on('Close this record'));
  await page.keyboard.press('Enter');
  await tabTo(on('Close the record'));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Left it' })).toBeVisible();
  await expect(verdict(page)).toBeVisible();
});

test('a record deleted is brought back', async ({ page }) => {
  await page.goto('/records');
  const rows = page.getByRole('list', { name: 'Records' });
  await page.getByLabel('Search').fill('bilberry');
  await page.getByRole('button', { name: 'Delete Bilberry, 2026-07-22' }).click();
  await expect(rows.getByRole('link', { name: 'Bilberry' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(rows.getByRole('link', { name: 'Bilberry' })).toBeVisible();
  await page.getByLabel('Search').fill('nothing like it');
  await expect(page.getByText('No record holds all of these words.')).toBeVisible();
});

test('settings change what is asked, and stand at the foot', async ({ page }) => {
  await page.goto('/settings');
  await page.getByText('I cannot tell colours well').click();
  await page.getByLabel('Poison centre, telephone').fill('0 555 0100');
  await page.getByLabel('Latitude, degrees').fill('');
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Latitude and longitude are given together')).toBeVisible();
  await expect(page.getByLabel('Latitude, degrees')).toBeFocused();
  await page.getByLabel('Latitude, degrees').fill('49.3');
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
  await expect(page.getByRole('link', { name: '0 555 0100' })).toBeVisible();
  await begin(page, 'A mushroom');
  for (let i = 0; i < 5; i++) {
    const heading = asking(page).getByRole('heading', { level: 2 });
    if ((await heading.count()) === 0) break;
    const question = await heading.textContent();
    expect(question).not.toContain('colour is');
    const size = asking(page).getByLabel('Measured, or from');
    const answer = asking(page).getByRole('group').first().getByRole('button').first();
    await expect(size.or(answer)).toBeVisible();
    if ((await size.count()) > 0) break; // a size has no buttons
    await answer.click();
    await expect(heading.filter({ hasText: question ?? '' })).toHaveCount(0);
  }
  await page.goto('/settings');
  await page.getByText('I cannot tell colours well').click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
});

test('the walk-through goes over a practice record once, and clears it away', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Walk through' }).click();
  const card = page.getByRole('complementary', { name: 'Walk-through' });
  await expect(card).toContainText('Start with this line');
  await expect(verdict(page)).toHaveText('Keep looking.');
  await card.getByRole('button', { name: 'Next' }).click();
  await asking(page).getByRole('button', { name: 'Dug out whole' }).click();
  await card.getByRole('button', { name: 'Next' }).click();
  await asking(page).getByRole('button', { name: 'In a loose sac' }).click();
  await expect(verdict(page)).toHaveText('Leave it.');
  await page.keyboard.press('ArrowRight');
  await expect(card).toContainText('One reading ended it');
  for (const title of ['What was read is drawn', 'What still stands', 'This is not a promise']) {
    await card.getByRole('button', { name: 'Next' }).click();
    await expect(card).toContainText(title);
  }
  await card.getByRole('button', { name: /delete the practice/ }).click();
  await expect(page.getByRole('button', { name: 'A mushroom' })).toBeVisible();
  await expect(page.getByText('First time here?')).toHaveCount(0);
  await page.goto('/records');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByText('Practice, not a real find')).toHaveCount(0);
});

test('help lists the keys of the view, and they work', async ({ page }) => {
  await page.goto('/guide');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Help' });
  await expect(help).toContainText('Keys: the guide');
  await expect(help).toContainText('To the search');
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.keyboard.type('bitter');
  await expect(page.getByRole('list', { name: 'Taxa' })).toContainText('Bitter bolete');
  await page.goto('/guide/amanita-phalloides');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('As it usually is, in Jan')).toBeVisible();
  await page.keyboard.press('k');
  await page.getByRole('button', { name: 'Start' }).click();
  const question = page.getByRole('heading', { level: 1 });
  const first = await question.textContent();
  await expect(page.getByRole('group').getByRole('button').first()).toBeEnabled();
  await page.keyboard.press('1');
  await expect(question).not.toHaveText(first ?? '');
  await page.keyboard.press('z');
  await expect(question).toHaveText(first ?? '');
});

test('a list brings itself up to date after the settings changed', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.goto('/settings');
  await page.getByText('I cannot smell').click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Records' }).click();
  const rows = page.getByRole('list', { name: 'Records' });
  await expect(rows.getByRole('listitem').first()).toBeVisible();
  await expect(rows).not.toContainText('Being ruled on anew');
  await expect(rows.getByRole('listitem').first()).toContainText('Keep looking');
  await page.goto('/settings');
  await page.getByText('I cannot smell').click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
});

test('two windows that read one thing differently are told so', async ({ page, context }) => {
  await begin(page, 'A mushroom');
  const other = await context.newPage();
  await other.addInitScript(() => Reflect.deleteProperty(window, 'BroadcastChannel')); // it hears nothing of the first
  await other.goto(page.url());
  await expect(other.getByText('Nothing looked at yet.')).toBeVisible();
  await read(page, 'Underside', /Blunt ridges/);
  await read(other, 'Underside', /Pores/); // it was drawn before the first was read, and does not know of it
  await expect(other.getByText('Read otherwise elsewhere at the same time')).toBeVisible();
  await expect(other.getByText('(not sure)')).toBeVisible();
  await other.getByRole('button', { name: 'Look afresh' }).click();
  await asking(other).getByRole('button', { name: /Pores/ }).click();
  await expect(other.getByText('Read otherwise elsewhere')).toHaveCount(0);
  await expect(other.getByText('(not sure)')).toHaveCount(0);
  await other.close();
});

test('a view that cannot be fetched says so, and comes when it can be', async ({ page }) => {
  await page.goto('/settings');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.route('**/assets/Records-*', (route) => route.abort());
  await page.getByRole('navigation').getByRole('link', { name: 'Records' }).click();
  await expect(page.getByText('This view could not be fetched')).toBeVisible();
  await page.unroute('**/assets/Records-*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Records' })).toBeVisible();
});
