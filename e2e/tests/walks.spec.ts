import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import ICAL from 'ical.js';
import { expect, planned, test } from './thicket';

/** Adds something to look for to the walk that is planned. */
async function lookFor(page: Page, name: string) {
  await page.getByLabel('Add what to look for').fill(name);
  await page
    .getByRole('list', { name: 'Found: Add what to look for' })
    .getByRole('button', { name: new RegExp(`^${name}`, 'i') })
    .first()
    .click();
  await expect(page.getByRole('group', { name: new RegExp(name, 'i') }).first()).toBeVisible();
}

/** Adds a place to go to, with what grows there. */
async function goTo(page: Page, n: number, name: string, [lat, lon, up]: [string, string, string], grows: string[]) {
  await page.getByRole('button', { name: 'Add a place' }).click();
  const unnamed = page.getByRole('group', { name: `Place ${n}`, exact: true });
  await unnamed.getByLabel('Place', { exact: true }).fill(name);
  const place = page.getByRole('group', { name, exact: true });
  for (const [label, value] of [
    ['Latitude, degrees', lat],
    ['Longitude, degrees', lon],
    ['Height above the sea', up],
  ] as const) {
    await place.getByLabel(label).fill(value);
    await place.getByLabel(label).blur();
  }
  for (const taxon of grows) await place.getByRole('button', { name: `${taxon} grows there` }).click();
}

/** What a page prints to: its text, and how many pages. */
async function printed(page: Page): Promise<{ text: string; pages: number }> {
  const file = join(mkdtempSync(join(tmpdir(), 'thicket-pdf-')), 'cards.pdf');
  await page.pdf({ path: file, preferCSSPageSize: true });
  const text = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  return { text: text.replaceAll(/\s+/g, ' '), pages: text.split('\f').length - 1 };
}

const band = (page: Page) => page.getByRole('region', { name: 'The round' });

test('two hours on 5 September without a knife, from the first word to four cards', async ({ page }) => {
  await page.goto('/walks');
  await page.getByRole('button', { name: 'Plan a walk' }).click();
  await page.getByLabel('What to call it').fill('Fold, pasture, lane');
  await page.getByLabel('Day').fill('2026-09-05');
  await page.getByLabel('Minutes there are').fill('120');
  await expect(page.getByLabel('Height above the sea').first()).toHaveValue('620 m');
  for (const name of ['Golden chanterelle', 'Field mushroom', 'Bilberry', 'Hazel']) await lookFor(page, name);
  await goTo(page, 1, 'Hollin Fold', ['49.3012', '19.2987', '690'], ['Golden chanterelle', 'Bilberry']);
  await goTo(page, 2, 'Long Pasture', ['49.3049', '19.3062', '640'], ['Field mushroom']);
  await goTo(page, 3, 'Hazel Lane', ['49.2962', '19.3041', '605'], ['Hazel']);
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(band(page)).toContainText(/\d+ min of 120: golden chanterelle, field mushroom, bilberry, hazel\./);
  await expect(band(page).getByRole('listitem').filter({ hasText: 'on foot' })).toHaveCount(3);
  await expect(band(page)).toContainText('that is certain');

  // What stands in the same ground, the strictest first, each with its tell and what is to be seen of it.
  const dangers = (of: string) => page.getByRole('list', { name: `Dangers: ${of}` });
  await expect(dangers('Golden chanterelle').getByRole('listitem').first()).toContainText('Three thorns: deadly');
  await page.getByRole('region', { name: 'Golden chanterelle' }).getByRole('button', { name: /more$/ }).click();
  await expect(dangers('Golden chanterelle')).toContainText(
    /Jack-o'-lantern mushroom.*Two thorns: hospital.*tufts on wood/,
  );
  await page.getByRole('region', { name: 'Field mushroom' }).getByRole('button', { name: /more$/ }).click();
  await expect(dangers('Field mushroom')).toContainText(/Destroying angel.*Three thorns: deadly.*To be seen of it/);
  await expect(dangers('Field mushroom')).toContainText('Yellow stainer');

  // Without a knife two cannot be told; the plan says so at once, and undo takes it back.
  const bag = page.getByRole('region', { name: 'The bag' });
  await bag.getByRole('button', { name: 'I have no knife' }).click();
  await expect(band(page)).toContainText('Without a knife, golden chanterelle and field mushroom cannot be told.');
  await expect(band(page)).toContainText('Left out: Field mushroom. It cannot be told without a knife.');
  await expect(bag).toContainText('Each find goes into a bag of its own; never plastic');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(band(page)).not.toContainText('Without a knife');

  await page.getByRole('link', { name: 'Pocket cards' }).click();
  await expect(page.getByRole('article')).toHaveCount(5);
  const { text, pages } = await printed(page);
  expect(pages).toBe(1);
  for (const name of ['Golden chanterelle', 'Field mushroom', 'Bilberry', 'Hazel', 'If somebody falls ill'])
    expect(text).toContain(name);
  expect(text).toContain('Must be seen:');
  expect(text).toMatch(/Death cap \(deadly\)/);
  expect(text).toContain('This is not a promise.');
  expect(text).not.toContain('To the work itself');
});

test('on 25 April comfrey is told before it flowers, and foxglove stands beside it', async ({ page }) => {
  await page.goto('/walks');
  await page.getByRole('button', { name: 'Plan a walk' }).click();
  await page.getByLabel('Day').fill('2026-04-25');
  await lookFor(page, 'Common comfrey');
  await goTo(page, 1, 'Beck at Sallow Bridge', ['49.3041', '19.3133', '600'], ['Common comfrey']);
  await page.getByRole('button', { name: 'Plan it' }).click();
  const target = page.getByRole('region', { name: 'Common comfrey' });
  await expect(target).toContainText('In season');
  await target.getByRole('button', { name: /more$/ }).click();
  const foxglove = target.getByRole('listitem').filter({ hasText: 'Foxglove' }).first();
  await expect(foxglove).toContainText(/Three thorns: deadly.*rounded teeth.*To be seen of it: [^.]*leaf/);
  await expect(foxglove).not.toContainText('flower,');
  await expect(target).toContainText('Caution: It damages the liver');
});

test('a walk is begun, a find on it takes over its place and bag, and it is ended', async ({ page }) => {
  await page.goto(planned);
  await page.getByRole('region', { name: 'The bag' }).getByText('Knife', { exact: true }).click();
  await expect(page.getByRole('region', { name: 'The bag' })).toContainText('3 of');
  await page.getByRole('button', { name: 'Begin the walk' }).click();
  await page.getByRole('button', { name: 'Look at a find' }).click();
  await expect(page.getByRole('button', { name: /On the walk/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'A mushroom' }).click();
  await expect(page.getByText('Mushroom, Velna church, 2026-09-05')).toBeVisible();
  const id = page.url().split('/').at(-1);
  const record = await (await page.request.get(`/api/v1/records/${id}`)).json();
  expect(record.about.kit).toEqual(['card', 'knife']);
  await page.goto(planned);
  await expect(page.getByRole('region', { name: 'Looked at on this walk' }).getByRole('link')).toHaveCount(1);
  await page.getByText('End the walk').click();
  await page.getByLabel('Found').fill('Nine, all under one spruce.');
  await page.getByLabel('Left, and why').fill('Four, too small.');
  await page.getByRole('button', { name: 'The walk is over' }).click();
  await expect(page.getByRole('region', { name: 'What came of it' })).toContainText('Four, too small.');
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await expect(page.getByRole('button', { name: 'Look at a find' })).toBeVisible();
});

test('a walk that cannot be planned says why, and what was typed stays', async ({ page }) => {
  await page.goto('/walks');
  await page.getByRole('button', { name: 'Plan a walk' }).click();
  await page.getByLabel('What to call it').fill('Too far');
  await goTo(page, 1, 'Elsewhere', ['-49', '19', '600'], []);
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/no walk goes there and back/)).toBeVisible();
  await page.reload();
  await page
    .getByRole('button', { name: 'Leave', exact: true })
    .click({ timeout: 1000 })
    .catch(() => undefined);
  await page.getByRole('button', { name: 'Plan a walk' }).click();
  await expect(page.getByLabel('What to call it')).toHaveValue('Too far');
  await page.getByRole('group', { name: 'Elsewhere' }).getByRole('button', { name: 'Not this place' }).click();
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(band(page)).toContainText('Choose what to look for.');
  const first = page.getByRole('list', { name: 'To look for', exact: true }).getByRole('listitem').first();
  await first.getByRole('button').click();
  await expect(band(page)).not.toContainText('Choose what to look for.');
});

test('the almanac follows the day, the month, stars, own dates and rain', async ({ page }) => {
  await page.goto('/almanac?date=2026-09-05');
  await expect(page.getByText(/Velna valley, 49.3°, 19.3°, 620 m/)).toBeVisible();
  await expect(page.getByText(/Enough rain on 28 August: look from 2 September/).first()).toBeVisible();
  const ends = page.getByRole('list', { name: 'Ends soon' });
  await expect(ends.getByRole('listitem').filter({ hasText: 'Bilberry' })).toContainText(
    '3 days early this year, from 3 dates',
  );
  await page.getByRole('button', { name: '4 harmful lookalikes now' }).first().click();
  await expect(ends.getByRole('link', { name: 'Deadly nightshade' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Wild marjoram: not followed; one more' }).click();
  await expect(page.getByRole('button', { name: 'Wild marjoram: 1 star; one more' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Wild marjoram: not followed; one more' })).toBeVisible();
  await page.getByRole('button', { name: 'Jan: what is there' }).click();
  await expect(page.getByLabel('On the day')).toHaveValue('2026-01-15');
  await expect(page.getByRole('list', { name: 'In season' })).not.toContainText('Bilberry');
  await page.getByRole('button', { name: 'What I follow', exact: true }).click();
  await expect(
    page
      .getByRole('list', { name: 'Over' })
      .or(page.getByRole('list', { name: 'Still to come' }))
      .first(),
  ).toContainText('Golden chanterelle');
});

test('tables of weather are taken whole or refused with the line, and own dates can be forgotten', async ({ page }) => {
  await page.goto('/almanac?date=2026-09-05');
  // A press that the page moved away from under the finger opens nothing, and is made again.
  await expect(async () => {
    await page.getByText(/^Weather: 67 days/).click({ timeout: 3000 });
    await expect(page.getByRole('button', { name: 'Take a table (CSV)' })).toBeVisible({ timeout: 2000 });
  }).toPass();
  const folder = mkdtempSync(join(tmpdir(), 'thicket-csv-'));
  const take = async (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    await page.getByLabel('A table of weather').setInputFiles(join(folder, name));
  };
  await take('twice.csv', 'date,tmin_c,tmax_c,rain_mm\n2026-09-06,8,19,0\n2026-09-06,8,19,3\n');
  await expect(page.getByText('line 3: 2026-09-06 is there already, in line 2')).toBeVisible();
  await take('units.csv', 'date,tmin_f,tmax_f,rain_in\n2026-09-06,48,70,0\n');
  await expect(page.getByText(/degrees Celsius and millimetres/)).toBeVisible();
  await expect(page.getByText(/^Weather: 67 days/)).toBeVisible();
  await take('good.csv', 'date,tmin_c,tmax_c,rain_mm\n2026-09-06,8,19,0\n2026-09-09,7,18,31\n');
  await expect(page.getByText('good.csv was taken; 2 days between are missing, the first 2026-09-07.')).toBeVisible();
  await expect(page.getByText(/^Weather: 69 days/)).toBeVisible();
  await page.getByText(/^Your own dates: 11/).click();
  const dates = page.getByRole('list', { name: 'Your own dates' });
  await dates.getByRole('button', { name: /Forget Common comfrey, 2026-05-09/ }).click();
  await expect(page.getByText(/^Your own dates: 10/)).toBeVisible();
});

test('the calendar is read by another parser', async ({ page }) => {
  const answer = await page.request.get('/api/v1/calendar.ics');
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()));
  const entries = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  const followed = entries.filter((e) => e.summary === 'Golden chanterelle begins');
  expect(followed).toHaveLength(1);
  // Begins on 9 June by the law in this valley, a little earlier by the dates of three years.
  expect(followed[0]?.startDate.toString()).toMatch(/-06-0[4-8]$/);
  expect(followed[0]?.startDate.isDate).toBe(true);
  expect(followed[0]?.description).toContain('Your own dates:');
  expect(entries.every((e) => e.uid && e.endDate.compare(e.startDate) > 0)).toBe(true);
  expect(new Set(entries.map((e) => e.uid)).size).toBe(entries.length);
  expect(entries.some((e) => e.summary.startsWith('Walk: '))).toBe(true);
});

test('no card of anything to take loses a line, and all are printed eight to a page', async ({ page }) => {
  const all: { id: string; use: string }[] = await (await page.request.get('/api/v1/taxa?q=')).json();
  const useful = all.filter((t) => t.use !== 'none').map((t) => t.id);
  expect(useful.length).toBeGreaterThan(200);
  await page.emulateMedia({ media: 'print' });
  for (let i = 0; i < useful.length; i += 60) {
    const some = useful.slice(i, i + 60);
    await page.goto(`/cards?date=2026-09-05&${some.map((t) => `taxon=${t}`).join('&')}`);
    await expect(page.getByRole('article')).toHaveCount(some.length + 1, { timeout: 30_000 });
    await page.waitForLoadState('networkidle');
    const lost = await page
      .locator('article')
      .evaluateAll((cards) =>
        cards.filter((c) => c.scrollHeight > c.clientHeight + 1).map((c) => c.getAttribute('aria-label')),
      );
    expect(lost).toEqual([]);
  }
  expect((await printed(page)).pages).toBe(Math.ceil(((useful.length % 60) + 1) / 8));
});

test('a place and a region on two sides of the globe are not both kept', async ({ page }) => {
  await page.goto('/settings');
  await page.getByLabel('Latitude, degrees').fill('-49.3');
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText(/does not lie anywhere near Middle Europe/)).toBeVisible();
});
