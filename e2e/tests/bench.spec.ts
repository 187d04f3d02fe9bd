import { asking, begin, beginAs, demo, expect, feature, read, test, verdict } from './thicket';

test('what a record is about can be changed, and undone', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.getByText('About this record: name, day, place, note').click();
  await page.getByLabel('What you take it for').selectOption({ label: 'Death cap (Amanita phalloides)' });
  await page.getByRole('textbox', { name: 'Place' }).fill('Under the crooked beech');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(verdict(page)).toHaveText('Leave it.');
  await expect(page.getByText('Death cap is itself harmful to eat.')).toBeVisible();
  await expect(page.getByText(/Under the crooked beech/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toHaveText('Keep looking.');
});

test('looked at to touch it, what burns is what must be ruled out', async ({ page }) => {
  await begin(page, 'A plant', '2026-06-20');
  await page.getByText('About this record: name, day, place, note').click();
  await page.getByLabel('What it is for').selectOption('touch');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(page.getByRole('region', { name: /still standing/ }).getByRole('heading', { level: 3 })).toContainText([
    'Wolfsbane',
    'Monkshood',
  ]);
});

test('to touch is chosen at the start, and goes with a key', async ({ page }) => {
  const only = page.getByRole('radio', { name: 'Only to touch, cut or clear' });
  await page.goto('/');
  await page.getByLabel('Day').fill('2026-06-20');
  await only.click();
  await expect(page.getByText('Nothing is said about eating it.')).toBeVisible();
  await page.getByRole('button', { name: 'A plant' }).click();
  const canes = page.getByRole('region', { name: /still standing/ });
  await expect(canes.getByRole('heading', { level: 3 })).toContainText(['Wolfsbane', 'Monkshood']);
  await page.goto('/');
  await only.click();
  await page.getByRole('link', { name: 'Answer a few questions' }).click();
  await expect(only).toBeChecked();
  await page.getByLabel('What is it?').selectOption('plantae');
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('group').getByRole('button').first().click();
  await page.getByRole('button', { name: /To the bench/ }).click();
  await expect(canes).toBeVisible();
  const record = await (
    await page.request.get(`/api/v1${new URL(page.url()).pathname.replace('bench', 'records')}`)
  ).json();
  expect(record.about.purpose).toBe('touch');
});

test('a warning folds once an answer was given under it, and stays so', async ({ page }) => {
  await begin(page, 'A plant', '2026-06-20');
  const before = page.getByRole('complementary', { name: 'Before you touch it' });
  await expect(before).toContainText('Hemlock may still be it');
  await expect(before.getByRole('button')).toHaveCount(0);
  await asking(page).getByRole('group', { name: 'Kind of plant' }).getByRole('button').first().click();
  const line = before.getByRole('button', { name: 'Do not touch it yet. Not for beginners.' });
  await expect(line).toHaveAttribute('aria-expanded', 'false');
  await page.reload();
  await line.click();
  await expect(line).toHaveAttribute('aria-expanded', 'true');
  await expect(before.getByText('The carrot family', { exact: false })).toBeVisible();
});

test('a gated plant is shown to somebody, unless one was taught', async ({ page }) => {
  await page.goto(demo(9));
  await expect(verdict(page)).toHaveText('Show it to somebody who was taught.');
  await expect(page.getByText('Kept as it was ruled when the record was closed.')).toBeVisible();
  await page.goto('/settings');
  await page.getByText('The carrot family.').click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
  await page.goto(demo(9));
  await expect(verdict(page)).toHaveText('Show it to somebody who was taught.');
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await expect(verdict(page)).toHaveText('No harmful species in this guide still fits.');
  await page.getByText('Close this record: what was done with it').waitFor();
  await page.getByLabel('What was done').selectOption({ label: 'Kept for a second opinion' });
  await page.getByRole('button', { name: 'Close the record' }).click();
  await expect(page.getByRole('heading', { name: 'Kept for a second opinion' })).toBeVisible();
  await page.goto('/settings');
  await page.getByText('The carrot family.').click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
});

test('taking what is not cleared is warned of before it is kept', async ({ page }) => {
  await page.goto(demo(10));
  await page.getByText('Close this record: what was done with it').click();
  await page.getByLabel('What was done').selectOption({ label: 'Took it' });
  await expect(page.getByRole('alert').filter({ hasText: 'may still fit this one' })).toBeVisible();
  const amount = page.getByLabel('How much (grams)');
  await amount.pressSequentially('a lot'); // only what can be part of a number is taken
  await expect(amount).toHaveValue(/^\s*$/);
  await amount.pressSequentially('1,5');
  await amount.blur();
  await expect(amount).toHaveValue(/^1\.5/); // a comma parts the decimals too
  await expect(verdict(page)).toHaveText('Keep looking.');
});

test('the canes tell what cut them and what still could, and lead there', async ({ page }) => {
  await beginAs(page, 'girolle', /Golden chanterelle/, '2026-08-14');
  await read(page, 'Underside', /Blunt ridges/);
  const canes = page.getByRole('region', { name: /still standing/ });
  const cane = canes.getByRole('listitem').filter({ hasText: /^Jack-o'-lantern mushroom/ });
  // The few that matter now stand open; the others are folded, and found by name.
  await expect(canes.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(3);
  if (!(await cane.isVisible())) {
    await canes.getByText(/^\d+ more/).click();
    await canes.getByLabel(/Search these/).fill('jack-o');
  }
  await expect(cane).toContainText('Two thorns: hospital');
  await expect(cane).toContainText('Cut: underside: blunt ridges, part of the flesh');
  await expect(cane).toContainText('needs 1 more cut');
  await cane.getByRole('button', { name: 'Spacing of gills' }).click();
  await expect(asking(page).getByRole('heading', { level: 2 })).toHaveText(/How close together/);
  await asking(page)
    .getByRole('button', { name: /Wide apart/ })
    .click();
  await expect(canes.getByText(/are down/)).toBeVisible();
  await canes.getByText(/are down/).click();
  await expect(canes.getByRole('listitem').filter({ hasText: "Jack-o'-lantern mushroom" })).toContainText(
    'Cut: spacing of gills',
  );
});

test('an odd answer that was looked at twice stands and is told, and weights are shown when they are asked for', async ({
  page,
}) => {
  await beginAs(page, 'cep', /Penny bun/);
  await read(page, 'Underside', /Pores/);
  await feature(page, 'Skin of the cap');
  await asking(page).getByRole('button', { name: /Scaly/ }).click();
  await expect(verdict(page)).toHaveText('Look again.');
  await expect(page.getByText('Unusual for')).toHaveCount(0); // what hangs on it is not said before
  await asking(page).getByRole('button', { name: /Scaly/ }).click();
  await expect(verdict(page)).toHaveText('Keep looking.');
  await expect(
    page.getByText('Unusual for penny bun: skin of the cap, scaly or warty; does not wipe off.'),
  ).toBeVisible();
  await expect(page.getByText('(unusual for penny bun)')).toBeVisible();
  const canes = page.getByRole('region', { name: /still standing/ });
  await expect(canes.getByText(/Points to it: skin of the cap: scaly/).first()).toBeVisible();
  await expect(canes.getByText(/dB/)).toHaveCount(0);
  await page.keyboard.press('?');
  await page.getByText('Show the weights').click();
  await page.keyboard.press('Escape');
  await expect(canes.getByText(/Balance .* dB of 20; slips \d of 2/).first()).toBeVisible();
});

test('two windows on one record keep both readings', async ({ page, context }) => {
  await begin(page, 'A mushroom');
  const other = await context.newPage();
  await other.goto(page.url());
  await read(page, 'Underside', /Pores/);
  await read(other, 'Net on the stem', /Fine net/);
  await expect(other.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Change Net on the stem' })).toBeVisible();
});

test('the seasons and tools decide what is asked', async ({ page }) => {
  await begin(page, 'A plant', '2026-12-20');
  await feature(page, 'How flowers stand');
  await expect(asking(page).getByRole('heading', { level: 2 })).toHaveText(/flowers stand together/);
  await page.getByRole('button', { name: 'Back to what is next' }).click();
  await expect(asking(page).getByRole('heading', { level: 2 })).not.toHaveText(/flowers stand together/);
});

test('an address that is no record, and names that are none, say so', async ({ page }) => {
  await page.goto('/bench/nothing-of-the-kind');
  await expect(page.getByRole('alert')).toContainText('there is no such record');
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.goto('/');
  await page.getByLabel('Or start from a name you have in mind').fill('qqqqq');
  await expect(page.getByText('This guide has no such name.')).toBeVisible();
  await page.goto('/bench');
  await expect(page).toHaveURL(/\/bench\/[0-9a-f-]{36}/);
});

test('printed, a ruling carries its cautions and no buttons', async ({ page }) => {
  await page.goto(demo(1));
  await expect(verdict(page)).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(verdict(page)).toBeVisible();
  await expect(page.getByText('This is not a promise.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Reopen it' })).toBeHidden();
  await expect(page.getByRole('navigation')).toBeHidden();
});
