import { answerUntil, asking, begin, beginAs, demo, expect, feature, read, test, verdict } from './thicket';

test('a chanterelle, answered as asked, is cleared, named, closed and found again', async ({ page }) => {
  await begin(page, 'A mushroom');
  await answerUntil(page, 'cantharellus-cibarius', 'No harmful');
  await expect(verdict(page)).toHaveText('No harmful species in this guide still fits.');
  await expect(page.getByText(/(\d+) of \1 harmful species ruled out/)).toBeVisible();
  await page.getByRole('button', { name: 'Yes, I take it for golden chanterelle' }).click();
  await expect(page.getByText('(your name)')).toBeVisible();
  await expect(page.getByText('This is not a promise.')).toBeVisible();
  await page.getByLabel('What was done').selectOption({ label: 'Took it' });
  await page.getByLabel('How much (grams)').fill('210');
  await page.getByLabel('Note').first().fill('By the old wall.');
  await page.getByRole('button', { name: 'Close the record' }).click();
  await expect(page.getByText('This record is closed.')).toBeVisible();
  await page.getByRole('link', { name: 'Records' }).click();
  await page.getByLabel('Search').fill('old wall chanterelle');
  await expect(page.getByRole('list', { name: 'Records' }).getByRole('listitem')).toHaveCount(1);
  await page.getByRole('link', { name: 'Golden chanterelle' }).click();
  await expect(asking(page).getByText('210 g')).toBeVisible();
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await expect(page.getByText('Close this record: what was done with it')).toBeVisible();
});

test('one name may mean several plants, and says so', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Or start from a name you have in mind').fill('wild cherry');
  const found = page.getByRole('list', { name: 'Names found' }).getByRole('button');
  await expect(found).toHaveText([
    /Prunus avium.*also given to Prunus serotina/,
    /Prunus serotina.*given to Prunus avium/,
  ]);
});

test('an unopened death cap, cut through, is left', async ({ page }) => {
  await beginAs(page, 'langermannia', /Giant puffball/);
  await expect(page.getByText(/Amanitas and their eggs/)).toBeVisible();
  await read(page, 'How it was cut', /Through the middle/);
  await read(page, 'What the cut shows', /outline of cap and gills/);
  await expect(verdict(page)).toHaveText('Leave it.');
  await expect(page.getByText(/unopened mushroom of the death cap's kind/)).toBeVisible();
});

test('a base left in the ground keeps one looking, and is asked for', async ({ page }) => {
  await page.goto(demo(5));
  await expect(verdict(page)).toHaveText('Keep looking.');
  await expect(asking(page).getByRole('heading', { level: 2 })).toHaveText(/whole base of the stem/);
  await expect(page.getByRole('region', { name: /still standing/ }).getByRole('heading', { level: 3 })).toContainText([
    "Fool's mushroom",
    'Mediterranean amidella',
    'Death cap',
  ]);
  await asking(page)
    .getByRole('button', { name: /Torn or broken off/ })
    .click();
  await expect(asking(page).getByRole('heading', { level: 2 })).not.toHaveText(/whole base of the stem/);
  await expect(verdict(page)).toHaveText('Keep looking.');
  await expect(page.getByRole('region', { name: /still standing/ })).toContainText('Death cap');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(asking(page).getByRole('heading', { level: 2 })).toHaveText(/whole base of the stem/);
});

test('what was read on a torn base is not firm', async ({ page }) => {
  await beginAs(page, 'field mushroom', /Field mushroom/);
  await read(page, 'How much of the base you have', /Torn or broken off/);
  await read(page, 'Base of the stem', /Narrowed/);
  await page
    .getByRole('region', { name: /still standing/ })
    .getByText(/^\d+ more/)
    .first()
    .click();
  await expect(page.getByText(/Not sure yet: base of the stem/).first()).toBeVisible();
});

test('a look-again is asked afresh with everything covered, and a changed reading waits for it', async ({ page }) => {
  await beginAs(page, 'cep', /Penny bun/);
  await read(page, 'Underside', /Pores/);
  await feature(page, 'Ring on the stem');
  await asking(page).getByRole('button', { name: /skirt/ }).click();
  await expect(verdict(page)).toHaveText('Look again.');
  await expect(asking(page).getByRole('heading', { level: 2 })).toHaveText(/ring, or what is left of one/);
  await expect(page.getByRole('region', { name: /still standing/ })).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'The specimen' })).toHaveCount(0);
  await expect(page.getByRole('button', { pressed: true })).toHaveCount(0);
  await asking(page).getByRole('button', { name: /skirt/ }).click();
  await expect(verdict(page)).toHaveText('No match. Leave it.');
  const none = asking(page).getByRole('button', { name: 'None' });
  // A press that the page moved away from under the finger asks nothing, and is made again.
  await expect(async () => {
    await page.getByRole('button', { name: 'Change Ring on the stem' }).click({ timeout: 3000 });
    await expect(none).toBeVisible({ timeout: 3000 });
  }).toPass();
  await none.click();
  await expect(page.getByText(/counts as unsure/)).toBeVisible();
  await page.getByRole('button', { name: 'Look afresh' }).click();
  await asking(page).getByRole('button', { name: 'None' }).click();
  await expect(page.getByText(/counts as unsure/)).toHaveCount(0);
});

test('a cleared record names its weak points, which can be read afresh, and why a look is asked for', async ({
  page,
}) => {
  await page.goto(demo(8));
  const weak = page.getByRole('group').filter({ hasText: 'What if I misread?' });
  await expect(weak.getByRole('listitem').filter({ hasText: "Dog's mercury" }).first()).toContainText(
    /both of these are wrong: ?.*Kind of plant/,
  );
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await weak.getByRole('button', { name: 'Kind of plant' }).first().click();
  await asking(page)
    .getByRole('button', { name: /Low shrub/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Change Kind of plant' })).toBeVisible();
  await page.goto(demo(5));
  await expect(asking(page)).toContainText(
    'Do this first: only then can the next look settle anything (base of the stem).',
  );
  await page.goto(demo(10));
  await expect(asking(page)).toContainText(/can rule out|tells .* from/);
});

test('a gate and what must not be touched show before anything is read', async ({ page }) => {
  await begin(page, 'A plant', '2026-06-20');
  const before = page.getByRole('complementary', { name: 'Before you touch it' });
  await expect(before).toContainText('The carrot family');
  await expect(before).toContainText('Hemlock may still be it');
  await expect(asking(page)).toContainText('no touching needed');
});

test('measures take inches, more than one state, doubt, and a reason for not seeing', async ({ page }) => {
  await begin(page, 'A mushroom');
  await feature(page, 'Width of the open cap');
  await page.getByLabel('Measured, or from').fill('two');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Type a number')).toBeVisible();
  await page.getByLabel('Measured, or from').fill('2');
  await page.getByLabel('Unit').selectOption('in');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('50.8 mm')).toBeVisible();
  await feature(page, 'Colour outside');
  await page.getByRole('button', { name: 'Shows more than one' }).click();
  await page.getByRole('button', { name: 'Not sure of it' }).click();
  await asking(page)
    .getByRole('button', { name: /White or cream/ })
    .click();
  await asking(page).getByRole('button', { name: /Brown/ }).click();
  await page.getByRole('button', { name: 'Keep these 2' }).click();
  await expect(page.getByText('White or cream; Brown (not sure)')).toBeVisible();
  await feature(page, 'Smell');
  await page.getByRole('button', { name: "Can't see it, because …" }).click();
  await page.getByRole('button', { name: 'I cannot see or smell that' }).click();
  await expect(page.getByText('not seen: i cannot see or smell that')).toBeVisible();
  await page.getByRole('button', { name: 'Clear Smell' }).click();
  await expect(page.getByText('not seen: i cannot see or smell that')).toHaveCount(0);
});
