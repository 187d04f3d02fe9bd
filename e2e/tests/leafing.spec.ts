import { answerUntil, asking, begin, demo, expect, read, test, verdict } from './thicket';

test('the guide is found by older and misspelt names, and sifted', async ({ page }) => {
  await page.goto('/guide');
  const taxa = page.getByRole('list', { name: 'Taxa' }).getByRole('listitem');
  await expect(page.getByRole('status').filter({ hasText: '237 of 237' })).toBeVisible();
  await page.getByLabel(/Any name/).fill('Umbelliferae');
  await expect(taxa.filter({ hasText: 'Hemlock water-dropwort' })).toBeVisible();
  await page.getByLabel(/Any name/).fill('chantrelle');
  await expect(taxa.first()).toContainText('Golden chanterelle');
  await page.getByLabel(/Any name/).fill('');
  await page.getByLabel('Kind').selectOption('fungi');
  await page.getByLabel('Harm').selectOption('deadly');
  await expect(taxa.filter({ hasText: 'Death cap' })).toHaveCount(1);
  await expect(taxa.filter({ hasText: 'Hemlock' })).toHaveCount(0);
  await page.getByLabel(/Any name/).fill('nothing of the kind');
  await expect(page.getByText('no guide is complete')).toBeVisible();
});

test("a taxon's page shows stages, lookalikes and where it comes from, and starts a record", async ({ page }) => {
  await page.goto('/guide/amanita-phalloides');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Death cap');
  await expect(page.getByText('Felt after 6 to 24 hours')).toBeVisible();
  await page.getByRole('button', { name: 'when young' }).click();
  await expect(page.getByText('As it is when young')).toBeVisible();
  await expect(page.getByRole('row', { name: /Base of the stem/ })).toContainText('In a loose sac');
  await expect(page.getByText(/general botanical and mycological knowledge/)).toBeVisible();
  await page.goto('/guide/amanita-rubescens');
  await page.getByRole('link', { name: 'Side by side' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Side by side');
  await expect(page.getByText('never shows what the first does').first()).toBeVisible();
  await page.goto('/guide/family/Umbelliferae');
  await expect(page.getByText('has nothing of a family')).toBeVisible();
  await page.goto('/guide/amanita-rubescens');
  await page.getByRole('link', { name: 'Amanitaceae' }).click();
  await expect(page.getByText(/In older books: .*Pluteaceae/)).toBeVisible();
  await page.goto('/guide/boletus-edulis');
  await page.getByRole('button', { name: 'Hold one against it' }).click();
  await expect(verdict(page)).toHaveText('Keep looking.');
  await expect(page.getByText('(your name)')).toBeVisible();
});

test('side by side, readings are made and the ruling follows', async ({ page }) => {
  await page.goto(demo(10));
  await page.getByRole('link', { name: 'Side by side' }).click();
  const net = page.getByRole('region', { name: 'Net on the stem of this one' });
  await expect(net).toContainText('not read yet');
  await net.getByRole('button', { name: 'Read it here' }).click();
  await net.getByRole('button', { name: 'Fine net' }).click();
  await expect(net).toContainText('This one: Fine net');
  await page.getByLabel('Lay beside it').selectOption('tylopilus-felleus');
  await expect(page.getByRole('heading', { name: 'Bitter bolete' })).toBeVisible();
  await page.goto(demo(10));
  await expect(page.getByRole('button', { name: 'Change Net on the stem' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/beside?target=allium-ursinum&other=convallaria-majalis&other=colchicum-autumnale');
  await expect(page.getByRole('heading', { name: 'Autumn crocus' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Autumn crocus' }).click();
  await expect(page.getByRole('heading', { name: 'Autumn crocus' })).toBeVisible();
  await page.goto('/beside?target=boletus-edulis&other=castanea-sativa');
  await expect(page.getByRole('alert').filter({ hasText: 'share no character' })).toBeVisible();
});

test("a key walked with a can't tell, a step back, ends in the same record", async ({ page }) => {
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Walk it' }).click();
  const question = page.getByRole('heading', { level: 1 });
  await expect(question).toHaveText(/underside of the cap/);
  const left = page.getByRole('status').filter({ hasText: 'left' });
  const all = Number.parseInt((await left.textContent()) ?? '', 10);
  await page.getByRole('button', { name: /Can't tell/ }).click();
  await expect(question).not.toHaveText(/underside of the cap/);
  await expect(left).toContainText(`${all} of this part`);
  await page.getByRole('button', { name: 'Back a step' }).click();
  await expect(question).toHaveText(/underside of the cap/);
  await page.getByRole('button', { name: /Pores/ }).click();
  await expect(left).not.toContainText(`${all} of this part`);
  await expect(page.getByRole('list', { name: 'Names left' })).toContainText("Devil's bolete");
  await page.getByRole('button', { name: /To the bench/ }).click();
  await expect(page.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await expect(asking(page)).toBeVisible();
  await read(page, 'Ring on the stem', /None/);
  await expect(verdict(page)).toHaveText('Keep looking.');
  await page.goto(`/key?kingdom=fungi&record=${demo(10).split('/').at(-1)}`);
  await page.getByRole('button', { name: 'Walk it' }).click();
  await page.getByRole('button', { name: /Can't tell/ }).click();
  await page.getByRole('button', { name: 'Back a step' }).click();
  await page.goto(demo(10)); // what was read before stays read, and undoing a step undoes nothing else
  await expect(page.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The specimen' })).toContainText('Pores, like a sponge');
  await page.goto('/key');
  await page.getByRole('button', { name: 'Walk it' }).click();
  await page.getByRole('button', { name: /to print/ }).click();
  await expect(page.getByRole('list', { name: 'The key' }).getByRole('listitem').first()).toContainText('1. ');
  await expect(page.getByText('never eat on its word')).toBeVisible();
});

test('a record made wholly by touching the figure', async ({ page }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  for (const [part, name, state] of [
    [/^Cap of the figure/, 'Shape of the cap', 'A closed ball or egg'],
    ['The piece in your hand', 'How it was cut', 'Through the middle'],
    ['Flesh', 'What the cut shows', 'A ball, with the outline of cap and gills'],
  ] as const) {
    await page.getByRole('button', { name: part, exact: true }).click();
    await page.getByRole('button', { name: `Look at ${name.toLowerCase()}` }).click();
    await asking(page).getByRole('group', { name }).getByRole('button', { name: state }).click();
    await expect(page.getByRole('button', { name: `Change ${name}` })).toBeVisible();
  }
  await expect(verdict(page)).toHaveText('Leave it.');
  await expect(page.getByText(/unopened mushroom of the death cap's kind/)).toBeVisible();
});

test('asked, side by side and by key, the same readings give the same ruling', async ({ page, thicket }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  await answerUntil(page, 'rubroboletus-satanas', 'Leave');
  const id = page.url().split('/').at(-1);
  const record = await (await fetch(`${thicket.url}/api/v1/records/${id}`)).json();
  const { execFileSync } = await import('node:child_process');
  const asked = {
    id: 'x',
    ...record.about,
    place: undefined,
    observer: {},
    readings: record.readings.map(({ character, states, value, low, high, sure, unseen }: Record<string, unknown>) => ({
      character,
      states,
      value,
      low,
      high,
      sure,
      unseen,
    })),
  };
  const ruled = JSON.parse(
    execFileSync(new URL('../../bin/thicket', import.meta.url).pathname, ['identify'], {
      input: JSON.stringify(asked),
      encoding: 'utf8',
    }),
  );
  expect(ruled.verdict).toBe(record.ruling.verdict);
  expect(ruled.margin).toBe(record.ruling.margin);
});

test('every feature is explained with its drawings', async ({ page }) => {
  await page.goto('/guide/words');
  await page.getByLabel('Find a word').fill('volva');
  await expect(page.getByRole('region', { name: 'Base of the stem' })).toContainText('In a loose sac');
  await page.getByLabel('Find a word').fill('zzz');
  await expect(page.getByText('No feature is called that.')).toBeVisible();
});
