import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';
import { Thicket } from './thicket';

/** Each of these tests changes the guide, so each has the program to itself. */
const test = base.extend<{ own: Thicket }>({
  // biome-ignore lint/correctness/noEmptyPattern: the fixture takes nothing
  own: async ({}, use) => {
    const thicket = new Thicket(mkdtempSync(join(tmpdir(), 'thicket-mine-')));
    await thicket.start();
    await use(thicket);
    await thicket.stop();
    rmSync(thicket.data, { recursive: true });
  },
  baseURL: async ({ own }, use) => use(own.url),
});

const yours = (page: Page) => page.getByRole('region', { name: 'Yours' });
const warning = (page: Page) => page.getByRole('alertdialog');

async function confirm(page: Page) {
  await expect(warning(page).getByRole('button', { name: 'Keep it all the same' })).toBeDisabled();
  await warning(page).getByText('I have held this against a second source').click();
  await warning(page).getByRole('button', { name: 'Keep it all the same' }).click();
}

test('a local name, a note and a correction are kept, shown as mine, and taken back', async ({ page, own }) => {
  await page.goto('/guide/amanita-phalloides');
  await yours(page)
    .getByRole('button', { name: /Write a name/ })
    .click();
  await page.getByLabel(/What it is called where you are/).fill('Green one, Weir cap');
  await page.getByLabel('Your note').fill('Every autumn under the oaks by the weir.');
  await page.getByRole('button', { name: 'Keep name and note' }).click();
  await expect(yours(page)).toContainText('You call it Green one, Weir cap.');
  await page.goto('/guide');
  await page.getByLabel(/Any name/).fill('weir cap');
  const found = page.getByRole('list', { name: 'Taxa' }).getByRole('listitem');
  await expect(found).toHaveCount(1);
  await expect(found).toContainText('with words of yours');
  await found.getByRole('link').click();

  await yours(page).getByRole('button', { name: 'Change what you wrote' }).click();
  await page.getByLabel('Feature', { exact: true }).selectOption({ label: 'Ring on the stem' });
  await page.getByRole('group', { name: 'Ring on the stem' }).getByLabel('None').selectOption('not shown');
  await page.getByRole('button', { name: 'Take this score' }).click();
  await expect(warning(page)).toContainText('“None” would now speak against it. That makes it easier to rule out.');
  await warning(page).getByRole('button', { name: 'Do not keep it' }).click();
  const ring = page.getByRole('row', { name: /^Ring on the stem/ });
  await expect(ring).not.toContainText('yours');
  await page.getByRole('button', { name: 'Take this score' }).click();
  await confirm(page);
  await expect(ring).toContainText('yours');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(ring).not.toContainText('yours');

  await own.stop('SIGKILL');
  await own.start();
  await page.goto('/guide/mine');
  await expect(page.getByRole('list', { name: 'What I say of others' })).toContainText('Weir cap');
});

test('a taxon of my own is written from one built alike, ruled with, exported and read back', async ({ page }) => {
  await page.goto('/guide/mine/new');
  await page.getByLabel('Scientific name').fill('Amanita phalloides');
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  await expect(page.getByText('Correct that one instead')).toBeVisible();
  await page.getByLabel('Scientific name').fill('Boletus <i>mei</i>');
  await page.getByLabel('Begin with one that is built alike').selectOption('boletus-edulis');
  await expect(page.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  await expect(page.getByText('name: "Boletus <i>mei</i>" holds markup')).toBeVisible();
  await page.getByLabel('Scientific name').fill('Boletus mei');
  await page.getByLabel('If eaten by mistake').selectOption('serious');
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  await expect(warning(page)).toContainText('can be told from Boletus mei by 0 lines'); // a harmful double of one that is gathered
  await confirm(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Boletus mei');
  await expect(page.getByText('yours', { exact: true }).first()).toBeVisible();

  await page.goto('/guide/mine');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /Write it to a file/ }).click();
  const file = await (await download).path();
  const taxa = page.getByRole('list', { name: 'Taxa of my own' });
  await taxa.getByRole('button', { name: 'Take it out' }).click();
  await expect(warning(page)).toContainText('never in the way');
  await confirm(page);
  await expect(page.getByText('Nothing yet.')).toBeVisible();
  await page.getByLabel('A file with a guide of your own').setInputFiles({
    name: 'my-guide.yaml',
    mimeType: 'application/yaml',
    buffer: await import('node:fs').then((f) => f.readFileSync(file)),
  });
  await confirm(page);
  await expect(taxa).toContainText('Boletus mei');
});

test('files that are no guide are refused, and nothing of them is kept', async ({ page }) => {
  await page.goto('/guide/mine');
  const read = (name: string, text: string) =>
    page
      .getByLabel('A file with a guide of your own')
      .setInputFiles({ name, mimeType: 'application/yaml', buffer: Buffer.from(text) });
  for (const [name, text, says] of [
    ['huge.yaml', `# ${'x'.repeat(5 << 20)}`, 'has 5120 kB; a guide of your own has at most 512 kB'],
    ['bomb.yaml', 'a: &a [x, x]\nb: &b [*a, *a]\nc: [*b, *b]\n', 'bomb.yaml:2: a guide takes no YAML aliases'],
    [
      'song.yaml',
      'corrections:\n  - taxon: amanita-virosa\n    scores:\n      cap-song: [loud]\n',
      'song.yaml:4: no character has the id "cap-song"',
    ],
    [
      'half.yaml',
      'corrections:\n  - {taxon: amanita-virosa, note: good}\n  - {taxon: nobody, note: bad}\n',
      'half.yaml:3: the guide has no taxon "nobody"',
    ],
  ] as const) {
    await read(name, text);
    await expect(page.getByText(says)).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).click();
  }
  await page.reload();
  await expect(page.getByText('Nothing yet.')).toBeVisible();
});

test('a set of numbers stays a set, and one state may be shown in several ways', async ({ page, own }) => {
  await page.goto('/guide/mine/new');
  await page.getByLabel('Scientific name').fill('Planta mea');
  await page.getByLabel('Family').fill('Plantaceae');
  await page.getByLabel('Kind').selectOption('plantae');
  await page.getByLabel('Feature to say or change').selectOption({ label: 'Flower: Number of petals' });
  const petals = page.getByRole('group', { name: 'Number of petals' });
  await petals.getByRole('button', { name: 'Only certain numbers' }).click();
  for (const n of ['6', '4']) {
    await petals.getByLabel('One number').fill(n);
    await petals.getByRole('button', { name: 'Add it' }).click();
    await expect(petals.getByRole('button', { name: `Take out ${n}` })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Take this score' }).click();
  await expect(page.getByRole('list', { name: 'Features said' })).toContainText('4 or 6');
  await page.getByLabel('Feature to say or change').selectOption({ label: 'Root: Root' });
  const root = page.getByRole('group', { name: 'Root', exact: true });
  await root.getByLabel('One pale main root', { exact: true }).selectOption('when young');
  await root.getByRole('button', { name: 'Also otherwise' }).click();
  await root.getByLabel('One pale main root, also').selectOption('seldom, with age');
  await page.getByRole('button', { name: 'Take this score' }).click();
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  await confirm(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Planta mea');
  const kept = await (await page.request.get(`${own.url}/api/v1/taxa/planta-mea`)).json();
  expect(kept.scores['petal-count'].counts).toEqual([4, 6]);
  expect(kept.scores.root.states).toEqual([
    { state: 'taproot', rare: false, when: 'young' },
    { state: 'taproot', rare: true, when: 'old' },
  ]);
});
