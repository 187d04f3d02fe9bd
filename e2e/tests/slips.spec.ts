import type { Locator, Page } from '@playwright/test';
import { asking, begin, demo, expect, read, test, verdict } from './thicket';

// A thumb that slips, a program that is slow or gone, two tabs, a page that is left: nothing is read that nobody read, and
// nothing that was written is lost.

const readings = (page: Page) => {
  const sent: string[] = [];
  page.on('request', (r) => {
    if (r.method() === 'POST' && /readings$|key-answers$|records$/.test(r.url())) sent.push(r.postData() ?? '');
  });
  return sent;
};

const bar = (page: Page) => page.locator('[data-reach]');

/** Does a thing with the page's clock stopped, and lets it go on in steps just until another question is drawn: whatever comes
 * next comes at once after it, however slow the machine is. */
async function drawsAnother(page: Page, heading: Locator, by: () => Promise<void>) {
  const was = await heading.textContent();
  await page.clock.pauseAt(await page.evaluate(() => Date.now() + 50));
  await by();
  await expect(async () => {
    await page.clock.runFor(20); // what waits for the next turn is done in it
    const stands = await heading.allTextContents(); // none while it is loading
    expect(stands.length === 1 && stands[0] !== was).toBe(true);
  }).toPass({ intervals: [50] });
}

test('a double press answers one question', async ({ page }) => {
  await page.clock.install();
  await begin(page, 'A mushroom');
  const sent = readings(page);
  const question = asking(page).getByRole('heading', { level: 2 });
  const first = asking(page).getByRole('group').first().getByRole('button').first();
  const answered = (n: number) => expect(page.getByRole('button', { name: /^Change / })).toHaveCount(n);
  await expect(first).toBeEnabled();
  await drawsAnother(page, question, () => page.keyboard.press('1'));
  await page.keyboard.press('1');
  await page.clock.runFor(150);
  await page.keyboard.press('1');
  await page.clock.resume();
  await answered(1);
  await page.waitForTimeout(600);
  expect(sent).toHaveLength(1);
  await expect(first).toBeEnabled();
  await drawsAnother(page, question, () => first.dblclick({ delay: 20 }));
  await first.dblclick({ delay: 20, force: true });
  await page.clock.resume();
  await answered(2);
  await page.waitForTimeout(600);
  expect(sent).toHaveLength(2);
});

test('a key that is held down answers one question', async ({ page }) => {
  await begin(page, 'A mushroom');
  const sent = readings(page);
  await expect(asking(page).getByRole('group').first().getByRole('button').first()).toBeEnabled();
  for (let i = 0; i < 30; i++) {
    await page.keyboard.down('1');
    await page.waitForTimeout(60);
  }
  await page.keyboard.up('1');
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(1);
  expect(sent).toHaveLength(1);
});

test('while one answer is on its way no other is taken', async ({ page }) => {
  await begin(page, 'A mushroom');
  const sent = readings(page);
  let pressed = () => {};
  const all = new Promise<void>((done) => {
    pressed = done;
  });
  await page.route('**/readings', async (route) => {
    await all; // it is on its way until all keys were pressed, however long that takes
    await route.continue();
  });
  await expect(asking(page).getByRole('group').first().getByRole('button').first()).toBeEnabled();
  for (const key of ['1', '2', '3']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(250);
  }
  pressed();
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(1);
  expect(sent).toHaveLength(1);
});

test('a record is started once, and closed once', async ({ page }) => {
  await page.goto('/');
  const sent = readings(page);
  await page.getByRole('button', { name: 'A plant' }).dblclick({ delay: 10 });
  await expect(page.getByRole('region', { name: 'The specimen' })).toBeVisible();
  await page.waitForTimeout(400);
  expect(sent).toHaveLength(1);
  await page.getByText('Close this record: what was done with it').click();
  const closes: string[] = [];
  page.on('request', (r) => r.url().endsWith('/close') && closes.push(r.url()));
  await page.getByRole('button', { name: 'Close the record' }).dblclick({ delay: 10 });
  await expect(page.getByRole('button', { name: 'Reopen it' })).toBeVisible();
  expect(closes).toHaveLength(1);
});

test("a key's walk takes one answer a question, and is there again after a reload", async ({ page }) => {
  await page.clock.install();
  await page.goto('/key?kingdom=plantae');
  await page.getByRole('button', { name: 'Start' }).click();
  const sent = readings(page);
  const leads = page.getByRole('group').getByRole('button');
  await expect(leads.first()).toBeEnabled();
  await drawsAnother(page, verdict(page), () => page.keyboard.press('1'));
  await page.keyboard.press('1');
  await page.clock.resume();
  await expect(page.getByText('Every answer was kept on a record.')).toBeVisible();
  await page.waitForTimeout(700);
  expect(sent).toHaveLength(2); // the record, and one reading
  const question = await verdict(page).textContent();
  await page.reload();
  await expect(verdict(page)).toHaveText(question ?? '');
  await page.getByRole('list', { name: 'Names left' }).getByRole('link').first().click();
  await expect(page).toHaveURL(/\/guide\//);
  await page.goBack();
  await expect(verdict(page)).toHaveText(question ?? '');
  await page.getByRole('button', { name: 'Back a step' }).click();
  await expect(page.getByRole('button', { name: 'Back a step' })).toHaveCount(0);
});

test('an answer that finds no answer is told as not kept, outlives a reload, and is kept once', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.route('**/readings', (route) => route.abort());
  const group = asking(page).getByRole('group').first();
  await group.getByRole('button').first().click();
  await expect(bar(page)).toContainText('One answer is not kept yet');
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(0);
  await page.reload();
  await expect(bar(page)).toContainText('One answer is not kept yet');
  await page.unroute('**/readings');
  // It is sent again by itself every five seconds: where that came first there is nothing to press any more.
  await page
    .getByRole('button', { name: 'Send it again now' })
    .click({ timeout: 5_000 })
    .catch(() => undefined);
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(1);
  await expect(bar(page)).toHaveCount(0);
  const record = await (
    await page.request.get(`/api/v1${new URL(page.url()).pathname.replace('bench', 'records')}`)
  ).json();
  expect(record.events).toBe(2);
});

test('a request that hangs is told', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.route('**/readings', async (route) => {
    await new Promise((r) => setTimeout(r, 9000));
    await route.continue();
  });
  // A press that the page moved away from under the finger asks nothing, and is made again.
  const answer = asking(page).getByRole('group').first().getByRole('button').first();
  await expect(async () => {
    await answer.click({ timeout: 2000 });
    await expect(answer).toHaveAttribute('aria-pressed', 'true', { timeout: 1000 });
  }).toPass();
  await expect(bar(page)).toContainText('No answer for three seconds', { timeout: 8500 });
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(1);
  await expect(bar(page)).toHaveCount(0);
});

test('a view that cannot be fetched leaves rail, cautions and numbers, and comes by itself', async ({ page }) => {
  await page.goto('/records');
  await expect(verdict(page)).toHaveText('Records');
  await page.route(/assets\/(Settings|Compare)-|healthz/, (route) => route.abort());
  await page.getByRole('link', { name: 'Settings', exact: true }).click();
  await expect(verdict(page)).toHaveText('This view could not be fetched');
  await expect(page.getByText('This is not a promise.')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
  await expect(page.getByText('Poison centre')).toBeVisible();
  await page.goBack();
  await expect(verdict(page)).toHaveText('Records');
  await page.goForward();
  await page.unroute(/assets\/(Settings|Compare)-|healthz/);
  await expect(verdict(page)).toHaveText('Settings', { timeout: 15_000 });
});

test('after an upgrade, when parts have other names, the page is loaded anew once', async ({ page }) => {
  await page.goto('/records');
  await expect(verdict(page)).toHaveText('Records');
  await page.evaluate(() => Object.assign(window, { same: true }));
  await page.route(/assets\/Settings-/, (route) => route.fulfill({ status: 404 }), { times: 2 });
  await page.getByRole('link', { name: 'Settings', exact: true }).click();
  await expect(verdict(page)).toHaveText('Settings');
  expect(await page.evaluate(() => 'same' in window)).toBe(false);
});

test('drawings that cannot be fetched take nothing with them', async ({ page }) => {
  await page.route(/assets\/(registry|FigureHotspots)|healthz/, (route) => route.abort());
  await page.goto(demo(5));
  await expect(verdict(page)).toHaveText(/Keep looking/);
  await expect(page.getByText('Poison centre')).toBeVisible();
  await expect(asking(page).getByRole('group').first().getByRole('button').first()).toBeEnabled();
});

test('a note that is being written outlives a reading, a reload and leaving, which asks', async ({ page }) => {
  await begin(page, 'A mushroom');
  const about = page.getByText('About this record: name, day, place, note');
  await about.click();
  await page.getByLabel('Note').last().fill('By the weir, under hazel');
  await asking(page).getByRole('group').first().getByRole('button').first().click();
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(1);
  await expect(page.getByLabel('Note').last()).toHaveValue('By the weir, under hazel');
  page.on('dialog', (d) => d.accept());
  await page.reload();
  await expect(page.getByLabel('Note').last()).toHaveValue('By the weir, under hazel');
  await verdict(page).click();
  await page.keyboard.press('r');
  await expect(page).toHaveURL(/bench/);
  await page.getByRole('link', { name: 'Records', exact: true }).click();
  const asks = page.getByRole('alertdialog');
  await expect(asks).toContainText('not kept yet');
  await asks.getByRole('button', { name: 'Stay here' }).click();
  await expect(page).toHaveURL(/bench/);
  await page.getByRole('link', { name: 'Records', exact: true }).click();
  await asks.getByRole('button', { name: 'Leave it as a draft' }).click();
  await expect(verdict(page)).toHaveText('Records');
  await page.goBack();
  await expect(page.getByLabel('Note').last()).toHaveValue('By the weir, under hazel');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(page.getByText('Not kept yet.')).toHaveCount(0);
  await page.keyboard.press('r');
  await expect(verdict(page)).toHaveText('Records');
});

test('a taxon that is half written is a draft', async ({ page }) => {
  await page.goto('/guide/mine/new');
  await page.getByLabel('Scientific name').fill('Boletus velnensis');
  page.on('dialog', (d) => d.accept());
  await page.reload();
  await expect(page.getByLabel('Scientific name')).toHaveValue('Boletus velnensis');
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByLabel('Scientific name')).toHaveValue('');
});

test('settings that are half set outlive a reload, and can be put back', async ({ page }) => {
  await page.goto('/settings');
  const name = page.getByLabel('Your name, for records');
  const was = await name.inputValue();
  await name.fill('Mirel of the weir');
  page.on('dialog', (d) => d.accept());
  await page.reload();
  await expect(name).toHaveValue('Mirel of the weir');
  await page.getByRole('button', { name: 'As they were' }).click();
  await expect(name).toHaveValue(was);
});

test('tabs follow each other; one that had not seen the other is told', async ({ page, context }) => {
  await begin(page, 'A mushroom');
  await read(page, 'Underside', /Blunt ridges/);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await read(page, 'Ring on the stem', 'None');
  await expect(second.getByRole('button', { name: 'Change Ring on the stem' })).toBeVisible();
  // A third that hears nothing of the others reads one thing otherwise on what it last saw.
  const deaf = await context.newPage();
  await deaf.addInitScript(() => Reflect.deleteProperty(window, 'BroadcastChannel'));
  await deaf.goto(page.url());
  await expect(deaf.getByRole('button', { name: 'Change Underside' })).toBeVisible();
  await read(page, 'Loose patches on the cap', 'None');
  await deaf.route('**/records/*', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await read(deaf, 'Loose patches on the cap', /wipe off/);
  await expect(deaf.getByText('Read otherwise elsewhere at the same time')).toBeVisible();
  await deaf.unroute('**/records/*');
  // What is closed takes nothing more, and whoever comes back sees that it is.
  const record = page.url().replace('/bench/', '/api/v1/records/');
  await page.request.post(`${record}/close`, { data: { op: crypto.randomUUID(), closing: { done: 'left' } } });
  await asking(deaf).getByRole('group').first().getByRole('button').first().click();
  await expect(deaf.getByText('the record is closed; reopen it first')).toBeVisible();
  await second.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
  await expect(second.getByRole('button', { name: 'Reopen it' })).toBeVisible();
});
