import type { Page } from '@playwright/test';
import { answers, answerUntil, asking, begin, beginAs, demo, expect, read, ruledAlike, test, verdict } from './thicket';

test('the guide is found by older and misspelt names, and sifted', async ({ page }) => {
  await page.goto('/guide');
  const taxa = page.getByRole('list', { name: 'Taxa' }).getByRole('listitem');
  await expect(page.getByRole('status').filter({ hasText: '408 of 408' })).toBeVisible();
  await page.getByLabel(/Any name/).fill('Umbelliferae');
  await expect(taxa.filter({ hasText: 'Hemlock water-dropwort' })).toBeVisible();
  await page.getByLabel(/Any name/).fill('chantrelle');
  await expect(taxa.first()).toContainText('Golden chanterelle');
  await page.getByLabel(/Any name/).fill('');
  await page.getByLabel('Kind').selectOption('fungi');
  await page.getByLabel('Harm').selectOption('deadly');
  await expect(taxa.filter({ hasText: 'Amanita phalloides' })).toHaveCount(1);
  await expect(taxa.filter({ hasText: 'Hemlock' })).toHaveCount(0);
  await page.getByLabel(/Any name/).fill('nothing of the kind');
  await expect(page.getByText('no guide is complete')).toBeVisible();
});

test('families fold, with pictures; what harms says what it is mistaken for; a table on choice', async ({ page }) => {
  await page.goto('/guide');
  await page.locator('summary', { hasText: 'Amanitaceae' }).click();
  const genus = page.getByRole('region', { name: 'Amanita', exact: true });
  await expect(genus.getByRole('link', { name: 'Death cap', exact: true })).toBeVisible();
  await expect(genus.locator('li', { hasText: 'Death cap' }).locator('svg path').first()).toBeVisible();
  await page.getByRole('radio', { name: 'Table' }).click();
  await expect(page.getByRole('list', { name: 'Taxa' }).getByRole('listitem')).toHaveCount(24);
  await page.getByRole('button', { name: 'Show all 408' }).click();
  await expect(page.getByRole('list', { name: 'Taxa' }).getByRole('listitem')).toHaveCount(408);
  await page.goto('/guide/toxicodendron-radicans');
  const taken = page.getByRole('region', { name: 'What people mistake it for' });
  await expect(taken.getByRole('link', { name: 'Box elder' })).toBeVisible();
  await page.goto('/guide/family/Apiaceae');
  await expect(page.getByRole('region', { name: 'Gathered' }).getByRole('link', { name: 'Cow parsley' })).toBeVisible();
  await page.getByRole('link', { name: 'Beside the dangerous ones' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Side by side');
});

test('figures have their colours, named beside them, and can be had without', async ({ page }) => {
  await page.goto('/guide/cantharellus-cibarius');
  const tinted = page
    .getByRole('img', { name: 'Golden chanterelle, drawn from what the guide says' })
    .locator('[data-tinted]');
  await expect(tinted.first()).toBeAttached();
  await expect(page.getByText('Colour outside: yellow', { exact: false })).toBeVisible();
  await expect(page.getByText('Colours are only hints.')).toBeVisible();
  await page.getByRole('button', { name: 'Without colours' }).click();
  await expect(tinted).toHaveCount(0);
  await page.reload(); // the device keeps it
  await expect(page.getByRole('button', { name: 'Show colours' })).toBeVisible();
  await expect(tinted).toHaveCount(0);
  await page.getByRole('button', { name: 'Show colours' }).click();
  await expect(tinted.first()).toBeAttached();
});

test("a taxon's page shows stages, lookalikes and where it comes from, and starts a record", async ({ page }) => {
  await page.goto('/guide/amanita-phalloides');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Death cap');
  await expect(page.getByText('Felt after 6 to 40 hours')).toBeVisible();
  await page.getByRole('button', { name: 'when young' }).click();
  await expect(page.getByText('As it is when young')).toBeVisible();
  await expect(page.getByRole('row', { name: /Base of the stem/ })).toContainText('In a loose sac');
  await expect(page.getByText(/First author \(from general knowledge\); second author/)).toBeVisible();
  await page.goto('/guide/amanita-rubescens');
  await page.getByRole('link', { name: 'Side by side' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Side by side');
  await expect(page.getByText('rarely or never looks like the first').first()).toBeVisible();
  await page.goto('/guide/family/Umbelliferae');
  await expect(page.getByText('has nothing of a family')).toBeVisible();
  await page.goto('/guide/amanita-rubescens');
  await page.getByRole('link', { name: 'Amanitaceae' }).click();
  await expect(page.getByText(/In older books: .*Pluteaceae/)).toBeVisible();
  await page.goto('/guide/boletus-edulis');
  await page.getByRole('button', { name: 'Check one you found' }).click();
  await expect(verdict(page)).toHaveText('Keep looking.');
  await expect(page.getByText('(your name)')).toBeVisible();
});

test('side by side, readings are made and the ruling follows', async ({ page }) => {
  await page.goto(demo(10));
  await page.getByRole('link', { name: 'Side by side' }).click();
  const net = page.getByRole('region', { name: 'Net on the stem of this one' });
  await expect(net).toContainText('not read yet');
  await net.getByRole('button', { name: 'Read it here' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Fine net' }).click();
  await expect(net).toContainText('This one: Fine net');
  await page.getByLabel('Lay beside penny bun').fill('bitter bolete');
  await page.getByRole('button', { name: /Bitter bolete/ }).click();
  await expect(page.getByRole('heading', { name: 'Bitter bolete' })).toBeVisible();
  await page.goto(demo(10));
  await expect(page.getByRole('button', { name: 'Change Net on the stem' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/compare?target=allium-ursinum&other=convallaria-majalis&other=colchicum-autumnale');
  await expect(page.getByRole('heading', { name: 'Autumn crocus' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Autumn crocus' }).click();
  await expect(page.getByRole('heading', { name: 'Autumn crocus' })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('heading', { name: 'Lily of the valley' })).toBeVisible();
  await page.getByRole('region', { name: 'What tells them apart' }).evaluate((on) => {
    const touch = (clientX: number) => [new Touch({ identifier: 1, target: on, clientX, clientY: 300 })];
    on.dispatchEvent(new TouchEvent('touchstart', { touches: touch(300), bubbles: true }));
    on.dispatchEvent(new TouchEvent('touchend', { changedTouches: touch(150), bubbles: true }));
  });
  await expect(page.getByRole('heading', { name: 'Autumn crocus' })).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  const rows = page.getByRole('region', { name: 'What tells them apart' });
  await expect(rows).toContainText('Smell of the crushed leaf');
  await page.getByText('With what I have here').click();
  await page.getByRole('button', { name: 'a nose' }).click();
  await expect(rows).not.toContainText('Smell of the crushed leaf');
  await page.getByRole('button', { name: 'a nose' }).click();
  await page.getByLabel('What can be seen on').fill('2026-03-10'); // ramsons' leaves, no flowers yet
  await expect(rows).not.toContainText('How flowers stand');
  await page.getByRole('button', { name: 'On any day' }).click();
  await expect(rows).toContainText('How flowers stand');
  await page.goto('/compare?target=boletus-edulis&other=castanea-sativa');
  await expect(page.getByRole('alert').filter({ hasText: 'share no character' })).toBeVisible();
});

test("a key walked with a can't tell, a step back, ends in the same record", async ({ page }) => {
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Start' }).click();
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
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: /Can't tell/ }).click();
  await page.getByRole('button', { name: 'Back a step' }).click();
  await page.goto(demo(10)); // what was read before stays read, and undoing a step undoes nothing else
  await expect(page.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The specimen' })).toContainText('Pores, like a sponge');
  await page.goto('/key');
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: /to print/ }).click();
  await expect(page.getByRole('list', { name: 'The key' }).getByRole('listitem').first()).toContainText('1. ');
  await expect(page.getByText('never eat on its word')).toBeVisible();
  const file = await page.request.get((await page.getByRole('link', { name: 'As text' }).getAttribute('href')) ?? '');
  expect(await file.text()).toContain('never eat on its word');
  const json = await page.request.get((await page.getByRole('link', { name: 'As JSON' }).getAttribute('href')) ?? '');
  expect((await json.json()).steps.length).toBeGreaterThan(20);
});

test('a record made wholly by touching the figure', async ({ page }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  for (const [part, name, state] of [
    [/^Cap of the figure/, 'Shape of the cap', 'A closed ball or egg'],
    ['The piece in your hand', 'How it was cut', 'Through the middle'],
    [/^Flesh of the figure/, 'What the cut shows', 'A ball, with the outline of cap and gills'],
  ] as const) {
    await page.getByRole('button', { name: part, exact: true }).click();
    await page.getByRole('button', { name: `Look at ${name.toLowerCase()}` }).click();
    await asking(page).getByRole('group', { name }).getByRole('button', { name: state }).click();
    await expect(page.getByRole('button', { name: `Change ${name}` })).toBeVisible();
  }
  await expect(verdict(page)).toHaveText('Leave it.');
  await expect(page.getByText(/unopened mushroom of the death cap's kind/)).toBeVisible();
  await ruledAlike(page, recordOf(page));
});

const recordOf = (page: Page) => new URL(page.url()).pathname.split('/').at(-1) ?? '';

test('a record made by what is asked is ruled as the command line rules', async ({ page }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  await answerUntil(page, 'rubroboletus-satanas', 'Leave');
  await ruledAlike(page, recordOf(page));
});

test('a record made wholly side by side is ruled as the command line rules', async ({ page }) => {
  await beginAs(page, 'Penny bun', /Boletus edulis/, '2026-09-20');
  const id = recordOf(page);
  const known = await answers(page, 'boletus-edulis');
  await page.getByRole('link', { name: 'Side by side' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Side by side');
  await expect(page.getByLabel('Instead of penny bun')).toBeVisible();
  await page.getByLabel('Lay beside penny bun').fill('bitter bolete');
  await page.getByRole('button', { name: /Bitter bolete/ }).click();
  await expect(page.getByRole('heading', { name: 'Bitter bolete' })).toBeVisible();
  for (let i = 0; i < 8; i++) {
    const open = page.getByRole('button', { name: 'Read it here' });
    const left = await open.count();
    await open.first().click();
    const dialog = page.getByRole('dialog');
    const question = (await dialog.getByRole('heading', { level: 2 }).last().textContent()) ?? '';
    const answer = known.get(question) ?? '';
    if (/^\d/.test(answer)) {
      await dialog.getByLabel(/or from$/).fill(answer);
      await dialog.getByRole('button', { name: 'Keep it' }).click();
    } else {
      await dialog.getByRole('group').first().getByRole('button', { name: answer }).first().click();
    }
    await expect(dialog).toHaveCount(0);
    await expect(open).toHaveCount(left - 1);
  }
  await ruledAlike(page, id);
});

test("a record walked by key, with a can't tell, is ruled as the command line rules", async ({ page }) => {
  await page.goto('/key?kingdom=fungi');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Start' }).click();
  const question = page.getByRole('heading', { level: 1 });
  const known = await answers(page, 'amanita-phalloides');
  const leads = page.locator('main').getByRole('group').first().getByRole('button');
  for (let i = 0; i < 12 && (await leads.count()) > 0; i++) {
    const asked = (await question.textContent()) ?? '';
    if (i === 2) await page.getByRole('button', { name: /Can't tell/ }).click();
    else
      await leads
        .filter({ hasText: known.get(asked) ?? '' })
        .first()
        .click();
    await expect(question).not.toHaveText(asked);
  }
  await expect(page.getByRole('list', { name: 'Names left' })).toContainText('Death cap');
  await page.getByRole('button', { name: /To the bench/ }).click();
  await expect(verdict(page)).toHaveText(/Leave|Keep looking/);
  await ruledAlike(page, recordOf(page));
});

test('every feature is explained with its drawings', async ({ page }) => {
  await page.goto('/guide/words');
  await page.getByLabel('Find a word').fill('volva');
  await expect(page.getByRole('region', { name: 'Base of the stem' })).toContainText('In a loose sac');
  await page.getByLabel('Find a word').fill('zzz');
  await expect(page.getByText('No feature is called that.')).toBeVisible();
});

test('a key asks for what is at hand, at the stage that was named', async ({ page }) => {
  await page.goto('/key');
  await page.getByLabel('What is it?').selectOption('plantae');
  await page.getByLabel('When was it found?').selectOption('1');
  await page.getByLabel('How far on is it?').selectOption('young');
  await page.getByText('With what I have here').click();
  await page.getByRole('button', { name: 'knife' }).click();
  await page.getByRole('button', { name: 'an eye for colours' }).click();
  await expect(page.getByText('without knife, colours')).toBeVisible();
  const asked: string[] = [];
  page.on('request', (r) => {
    if (r.url().includes('/key?')) asked.push(r.url());
  });
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'left, the gravest first' })).toBeVisible();
  const query = new URL(asked[0] ?? '').searchParams;
  expect([query.get('without'), query.get('no_colour'), query.get('stage'), query.get('month')]).toEqual([
    'knife',
    'true',
    'young',
    '1',
  ]);
  await page.getByRole('button', { name: 'Another key' }).click();
  await page.goto('/key?kingdom=none');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'There is no such key' })).toBeVisible();
});

test('two quick presses on a key answer one question', async ({ page }) => {
  await page.goto('/key');
  await page.getByLabel('When was it found?').selectOption('10');
  await page.getByRole('button', { name: 'Start' }).click();
  const question = page.getByRole('heading', { level: 1 });
  await expect(question).toHaveText(/underside of the cap/);
  const sent: string[] = [];
  page.on('request', (r) => {
    if (r.url().endsWith('/key-answers')) sent.push(r.postData() ?? '');
  });
  await page.route('**/key-answers', async (route) => {
    await new Promise((later) => setTimeout(later, 500)); // a slow server: the second press comes before the answer
    await route.continue();
  });
  await page.getByRole('button', { name: /Pores/ }).dblclick();
  await expect(question).not.toHaveText(/underside of the cap/);
  expect(sent).toHaveLength(1);
});
