import { expect, test } from './thicket';

test('a mixture is worked out, its limits and cautions are said, and it steeps', async ({ page }) => {
  await page.goto('/formulas');
  await page.getByRole('button', { name: 'Record a mixture' }).click();
  const form = page.getByRole('form', { name: 'A mixture' });
  await form.getByLabel('Its name').fill('For the shelf');
  await form.getByLabel('A part from the guide').fill('redroot');
  await form
    .getByRole('list', { name: 'Found: A part from the guide' })
    .getByRole('button', { name: 'Redroot (Ceanothus' })
    .click();
  const percent = (of: string) => form.getByLabel(`Per cent of ${of}`);
  await form.getByRole('button', { name: 'Work it out' }).click();
  await expect(form.getByRole('alert')).toContainText('the parts add up to 110 per cent');
  await percent('Redroot').fill('30');
  await percent('Redroot').blur();
  await percent('Spirit').fill('70');
  await percent('Spirit').blur();
  await form.getByRole('button', { name: 'Work it out' }).click();
  await expect(form).toContainText("30 per cent is over the guide's limit of 10");
  await percent('Redroot').fill('10');
  await percent('Redroot').blur();
  await percent('Spirit').fill('90');
  await percent('Spirit').blur();
  await form.getByLabel('Drops at a time').fill('8');
  await form.getByLabel('Drops at a time').blur();
  await form.getByRole('button', { name: 'Work it out' }).click();
  await expect(form).toContainText('8 drops are 0.4 ml, by the 20 drops of water of a standard dropper.');
  await expect(form.getByRole('list', { name: 'Cautions' })).toContainText('not advised');
  await form.getByRole('button', { name: 'Record it' }).click();
  const card = page.getByRole('article', { name: 'For the shelf' });
  await expect(card.getByRole('row', { name: 'Redroot 10 10' })).toBeVisible();
  await card.getByRole('button', { name: 'It steeps from now' }).click();
  await expect(page.getByText('When it has steeped it stands among what waits')).toBeVisible();
  await page.goto('/waiting');
  const waited = page.getByRole('list', { name: 'Waited for' });
  await expect(waited).toContainText('Strain: For the shelf');
  await waited.getByRole('button', { name: 'Done: Strain: For the shelf' }).click();
  await expect(waited).not.toContainText('Strain: For the shelf');
});

test('diluting, pouring and drops are reckoned, and what cannot be is said', async ({ page }) => {
  await page.goto('/formulas');
  await page.getByText('Diluting, pouring, drops').click();
  const form = page.getByRole('form', { name: 'Diluting, pouring, drops' });
  const fill = async (label: string, value: string) => {
    await form.getByLabel(label).fill(value);
    await form.getByLabel(label).blur();
  };
  await fill('Spirit that is there, per cent', '96');
  await fill('Spirit that is wanted, per cent', '50');
  await fill('How much of it, ml', '200');
  await fill('Herb, grams', '100');
  await form.getByRole('button', { name: 'Reckon' }).click();
  await expect(form.getByRole('status')).toContainText('Measure 104.2 ml of the spirit of 96 per cent');
  await expect(form.getByRole('status')).toContainText('Pour 200 ml on it: twice its weight.');
  await fill('Spirit that is wanted, per cent', '98');
  await form.getByRole('button', { name: 'Reckon' }).click();
  await expect(form.getByRole('alert')).toContainText('water makes it weaker only');
});

test('who reads ounces has them beside the millilitres, acres for a pasture, and drops by their own dropper', async ({
  page,
}) => {
  const before = await (await page.request.get('/api/v1/settings')).json();
  try {
    await page.goto('/settings');
    await page.getByLabel('Units').selectOption('imperial');
    await page.getByLabel('Drops of your own dropper in 5 ml').fill('3');
    await page.getByLabel('Drops of your own dropper in 5 ml').blur();
    await page.getByRole('button', { name: 'Keep the settings' }).click();
    await expect(page.getByText(/count them once into 5 ml/)).toBeVisible();
    await page.getByLabel('Drops of your own dropper in 5 ml').fill('125');
    await page.getByLabel('Drops of your own dropper in 5 ml').blur();
    await page.getByRole('button', { name: 'Keep the settings' }).click();
    await expect(page.getByText('Your settings were kept.')).toBeVisible();
    await page.goto('/formulas');
    const card = page.getByRole('article', { name: 'Redroot, from the garden bush' });
    await expect(card.getByRole('row', { name: 'In all 100 100 3.38' })).toBeVisible();
    await page.getByText('Diluting, pouring, drops').click();
    const form = page.getByRole('form', { name: 'Diluting, pouring, drops' });
    await form.getByLabel('Herb, ounces').fill('3.5');
    await form.getByLabel('Herb, ounces').blur();
    await form.getByLabel('Drops', { exact: true }).fill('10');
    await form.getByLabel('Drops', { exact: true }).blur();
    await form.getByRole('button', { name: 'Reckon' }).click();
    await expect(form.getByRole('status')).toContainText('Pour 198.4 ml (6.71 US fl oz) on it');
    await expect(form.getByRole('status')).toContainText('10 drops are 0.4 ml, by your own dropper.');
    await page.goto('/places/01960000-0000-7000-8000-00000000aa01'); // 110,933 m²; a hectare is 2.471 acres
    await expect(page.getByText('27.4 acres')).toBeVisible();
  } finally {
    await page.request.put('/api/v1/settings', { data: before }); // others go on with the same program
  }
});
