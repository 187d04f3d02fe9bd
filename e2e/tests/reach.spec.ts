import { views } from '../../web/src/views/manifest';
import { asking, begin, demo, expect, read, test, verdict } from './thicket';

// Keyboard, small and zoomed screens, the platform's own colours, deleted records, fields that are wrong, and what an address
// holds.

/** An address of every view. */
const all = [
  '/',
  '/records',
  '/guide',
  '/guide/words',
  '/guide/mine',
  '/guide/mine/new',
  '/guide/amanita-phalloides',
  '/key',
  '/compare?target=amanita-phalloides&other=agaricus-campestris',
  '/settings',
  demo(1),
  demo(4),
];

const focused = (page: import('@playwright/test').Page) => page.evaluate(() => document.activeElement?.tagName);

test('the keyboard goes on at the question, and the change of the verdict is said', async ({ page }) => {
  await page.goto(demo(5));
  const option = asking(page).getByRole('group').first().getByRole('button').first();
  await expect(option).toBeEnabled();
  await option.focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toBe('H2');
  await page.getByRole('button', { name: 'Undo' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).not.toBe('BODY');
  const clear = page.getByRole('button', { name: /^Clear / }).first();
  await clear.focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toBe('H2');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect.poll(() => focused(page)).not.toBe('BODY');
  await page.getByRole('link', { name: 'Records', exact: true }).click();
  await expect.poll(() => focused(page)).toBe('H1');
  await page
    .getByRole('button', { name: /^Delete [A-Z]/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('The record was deleted.')).toBeVisible();
  await expect.poll(() => focused(page)).toBe('H1');
  await page.getByRole('button', { name: 'Bring it back' }).click();
});

test('a verdict that changes is said in a few words', async ({ page }) => {
  const id = '01960000-0000-7000-8000-00000000abcd';
  await page.request.post('/api/v1/practice', { data: { id } });
  await page.goto(`/bench/${id}`);
  await expect(verdict(page)).toHaveText('Keep looking.');
  const said = page.getByRole('status', { name: 'Change of the verdict' });
  await expect(said).toHaveText('');
  await read(page, 'How much of the base you have', 'Dug out whole');
  await read(page, 'Base of the stem', 'In a loose sac');
  await expect(said).toHaveText('Now: Leave it.');
});

test('every view has a title and a first heading of its own, the skip link leads to the work', async ({ page }) => {
  const titles = new Set<string>();
  for (const place of [...all, '/nothing/here', '/bench/00000000-0000-7000-8000-000000000000', '/guide/no-such-one']) {
    await page.goto(place);
    await expect(page.locator('h1')).toHaveCount(1);
    titles.add(await page.title());
  }
  expect(titles.size).toBeGreaterThanOrEqual(all.length);
  await page.goto('/records');
  await expect(verdict(page)).toHaveText('Records');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'To the work itself' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect.poll(() => page.evaluate(() => document.activeElement?.id)).toBe('work');
});

test('keys can be turned off', async ({ page }) => {
  await page.goto('/settings');
  await page.getByText(/^Keys do nothing by themselves/).click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByText('Your settings were kept.')).toBeVisible();
  await verdict(page).click();
  await page.keyboard.press('g');
  await page.keyboard.press('?');
  await page.waitForTimeout(300);
  await expect(page).toHaveURL(/settings/);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByText(/^Keys do nothing by themselves/).click();
  await page.getByRole('button', { name: 'Keep the settings' }).click();
  await expect(page.getByRole('button', { name: 'Keep the settings' })).toBeEnabled();
  await verdict(page).click();
  await page.keyboard.press('g');
  await expect(verdict(page)).toHaveText('The guide');
});

for (const [width, height] of [
  [320, 256],
  [320, 640],
] as const) {
  test(`at ${width} × ${height} nothing scrolls sideways and the bars leave room`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    for (const place of all) {
      await page.goto(place);
      await expect(page.locator('h1')).toBeVisible();
      await page.waitForTimeout(150);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide, place).toBeLessThanOrEqual(width);
      const stuck = await page.evaluate(() =>
        [...document.querySelectorAll('*')]
          .filter((e) => ['sticky', 'fixed'].includes(getComputedStyle(e).position))
          .map((e) => e.getBoundingClientRect())
          .filter((b) => b.bottom > 0 && b.top < innerHeight && b.width > innerWidth / 2)
          .reduce((sum, b) => sum + b.height, 0),
      );
      expect(stuck, `${place}: what sticks`).toBeLessThan(height / 2.5);
    }
  });
}

test('a word without an end does not push the page apart', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await begin(page, 'A plant');
  await page.getByText('About this record: name, day, place, note').click();
  await page.getByLabel('Note').last().fill('x'.repeat(300));
  await page.getByRole('textbox', { name: 'Place', exact: true }).fill('y'.repeat(190));
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(page.getByText('Not kept yet.')).toHaveCount(0);
  for (const place of [page.url(), '/records']) {
    await page.goto(place);
    await expect(page.locator('h1')).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
});

test('with wide text spacing everything stays on the screen', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const place of ['/', '/records', demo(1)]) {
    await page.goto(place);
    await expect(page.locator('h1')).toBeVisible();
    // As the guidelines for accessible content (WCAG 2.2, 1.4.12) space text.
    await page.evaluate(() => {
      for (const e of document.querySelectorAll<HTMLElement>('body *'))
        Object.assign(e.style, { letterSpacing: '0.12em', wordSpacing: '0.16em', lineHeight: '1.5' });
    });
    expect(await page.evaluate(() => document.documentElement.scrollWidth), place).toBeLessThanOrEqual(390);
    const help = await page.getByRole('button', { name: 'Help' }).boundingBox();
    expect((help?.x ?? 999) + (help?.width ?? 0), place).toBeLessThanOrEqual(390);
  }
});

test('what was deleted is listed, says that it is, and comes back', async ({ page }) => {
  await begin(page, 'A plant');
  const at = new URL(page.url()).pathname;
  await page.request.post(`/api/v1${at.replace('bench', 'records')}/delete`, { data: { op: crypto.randomUUID() } });
  await page.goto(at);
  await expect(page.getByRole('heading', { name: 'This record is deleted' })).toBeVisible();
  await page.goto('/records');
  await page.getByRole('button', { name: 'Deleted in the last thirty days' }).click();
  const gone = page.getByRole('list', { name: 'Deleted records' });
  await expect(gone.getByRole('button', { name: /back$/ }).first()).toBeVisible();
  const before = await gone.getByRole('listitem').count();
  const first = await gone.getByRole('listitem').first().getByRole('link').getAttribute('href');
  await gone.getByRole('button', { name: /back$/ }).first().click();
  await expect(page.getByRole('button', { name: /^Bring / })).toHaveCount(before - 1);
  await page.getByRole('button', { name: 'Deleted in the last thirty days' }).click();
  await expect(page.getByRole('list', { name: 'Records' }).locator(`a[href="${first}"]`)).toBeVisible();
});

test('a long list comes page by page', async ({ page, thicket }) => {
  for (let i = 0; i < 60; i++) {
    const id = `01970000-0000-7000-8000-${String(i).padStart(12, '0')}`;
    await fetch(`${thicket.url}/api/v1/records`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id, op: crypto.randomUUID(), about: { kingdom: 'plantae', note: 'of a long list' } }),
    });
  }
  await page.goto('/records');
  const found = page.waitForResponse((r) => r.url().includes('q=of'));
  await page.getByLabel('Search').fill('of a long list');
  await found;
  const rows = page.getByRole('list', { name: 'Records' }).getByRole('listitem');
  await expect(rows).toHaveCount(20);
  await page.getByRole('button', { name: 'Earlier ones' }).click();
  await expect(rows).toHaveCount(40);
  await page.getByRole('button', { name: 'Earlier ones' }).click();
  await expect(rows).toHaveCount(60);
  await expect(page.getByRole('button', { name: 'Earlier ones' })).toHaveCount(0);
  for (let i = 0; i < 60; i++) {
    const id = `01970000-0000-7000-8000-${String(i).padStart(12, '0')}`;
    await fetch(`${thicket.url}/api/v1/records/${id}/delete`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ op: crypto.randomUUID() }),
    });
  }
});

test('a number that nothing can have is refused at its field', async ({ page }) => {
  await begin(page, 'A mushroom');
  await page.getByText(/^All \d+ features/).click();
  await page.getByRole('button', { name: 'Width of the open cap', exact: true }).click();
  const field = page.getByLabel('Measured, or from');
  await field.fill('99999999');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(field).toHaveAttribute('aria-invalid', 'true');
  await expect(field).toBeFocused();
  const told = await field.evaluate((e) =>
    (e.getAttribute('aria-describedby') ?? '')
      .split(' ')
      .map((id) => document.getElementById(id)?.textContent)
      .join(' '),
  );
  expect(told).toContain('1500 mm at the most');
  await expect(page.getByText('1500 mm at the most')).toHaveCount(1); // told once
  const record = page.url().replace('/bench/', '/api/v1/records/');
  const answer = await page.request.post(`${record}/readings`, {
    data: { op: crypto.randomUUID(), character: 'cap-diameter', value: 99999999, sure: true },
  });
  expect(answer.status()).toBe(422);
  await field.fill('60');
  await field.blur();
  // A press that the page moved away from under the finger keeps nothing, and is made again.
  await expect(async () => {
    await page.getByRole('button', { name: 'Keep it' }).click({ timeout: 3000 });
    await expect(page.getByRole('button', { name: 'Change Width of the open cap' })).toBeVisible({ timeout: 3000 });
  }).toPass();
});

test('a form says what is wrong at the field, and goes there', async ({ page }) => {
  await page.goto('/guide/mine/new');
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  const name = page.getByLabel('Scientific name');
  await expect(name).toHaveAttribute('aria-invalid', 'true');
  await expect(name).toBeFocused();
  await name.fill('Amanita phalloides');
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  await expect(page.getByText('The guide has Death cap already. Correct that one instead.')).toBeVisible();
  await name.fill('Boletus velnensis');
  await page.getByRole('button', { name: 'Keep it in my guide' }).click();
  const family = page.getByLabel('Family');
  await expect(family).toHaveAttribute('aria-invalid', 'true');
  await expect(family).toBeFocused();
  await page.getByRole('button', { name: 'Throw it away' }).click();
});

test("in the platform's own colours, what is on, where one is and when it is there is told by more than a colour", async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await page.goto('/guide/amanita-phalloides');
  await expect(page.locator('[data-tells]').first()).toBeVisible();
  const bars = await page
    .locator('[data-tells]')
    .evaluateAll((list) => new Set(list.map((e) => getComputedStyle(e).backgroundColor)).size);
  expect(bars).toBeGreaterThan(0);
  expect(await page.locator('nav [aria-current]').evaluate((e) => getComputedStyle(e).outlineStyle)).toBe('solid');
  await page.goto('/guide');
  const here = page.getByRole('button', { name: /^Here in/ });
  await here.click();
  expect(await here.evaluate((e) => getComputedStyle(e).outlineStyle)).toBe('solid');
});

test('what was looked for in the guide is there again', async ({ page }) => {
  await page.goto('/guide');
  const found = page.waitForResponse((r) => r.url().includes('/taxa?q=boletus'));
  await page.getByLabel(/^Any name/).fill('boletus');
  await found;
  await page.getByLabel('Kind').selectOption('fungi');
  await expect(page).toHaveURL(/q=boletus.*kind=fungi/);
  const rows = page.getByRole('list', { name: 'Taxa' }).getByRole('link');
  await expect(rows.first()).toHaveText(/bolete/i);
  let count = 0;
  await expect(async () => {
    const before = count;
    count = await rows.count();
    expect(count).toBe(before); // what was searched for comes after what is sifted here
  }).toPass({ intervals: [500] });
  const first = await rows.first().textContent();
  await page.reload();
  await expect(rows).toHaveCount(count);
  await rows.first().click();
  await expect(verdict(page)).toHaveText(first ?? '');
  await page.goBack();
  await expect(page.getByLabel(/^Any name/)).toHaveValue('boletus');
  await expect(page.getByLabel('Kind')).toHaveValue('fungi');
  await expect(rows).toHaveCount(count);
});

test('a search waits for a pause in typing', async ({ page }) => {
  await page.goto('/guide?harm=deadly');
  await expect(page.getByRole('list', { name: 'Taxa' }).getByRole('link').first()).toBeVisible();
  const asked: string[] = [];
  page.on('request', (r) => r.url().includes('/taxa?') && asked.push(r.url()));
  await page.getByLabel(/^Any name/).pressSequentially('amanita', { delay: 30 });
  await expect(page).toHaveURL(/q=amanita/);
  expect(asked.length).toBeLessThanOrEqual(2);
});

test('the settings print', async ({ page }) => {
  await page.goto('/settings');
  await expect(verdict(page)).toHaveText('Settings');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('What you were taught, in person')).toBeVisible();
});

test('robots are kept from what is kept, and help is well formed', async ({ page }) => {
  expect(await (await page.request.get('/robots.txt')).text()).toContain('Disallow: /api/');
  const errors: string[] = [];
  page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
  await page.goto('/');
  await page.getByRole('button', { name: 'Help' }).click();
  const lists = page.getByRole('dialog').locator('dl');
  await expect(lists.first()).toBeVisible();
  expect(await lists.locator(':scope > h3').count()).toBe(0);
  expect(errors).toEqual([]);
  expect(Object.keys(views).length).toBeGreaterThan(10);
});

test('a record whose name is gone from the guide shows its readings, and takes another name', async ({ page }) => {
  const send = async (method: 'put' | 'post', path: string, data: object, confirm?: string) => {
    const answer = await page.request[method](`/api/v1${path}`, {
      data: { op: crypto.randomUUID(), ...data, ...(confirm ? { confirm } : {}) },
    });
    return answer.json();
  };
  const sure = async (method: 'put' | 'post', path: string, data: object) => {
    const first = await send(method, path, data);
    if (!first.saved) await send(method, path, data, first.confirm);
  };
  const id = '01960000-0000-7000-8000-00000000abce';
  const taxon = {
    id: 'boletus-velnensis',
    name: 'Boletus velnensis',
    kingdom: 'fungi',
    family: 'Boletaceae',
    use: 'none',
    harm: 'unknown',
  };
  await sure('put', '/overlay/taxa/boletus-velnensis', { taxon });
  await send('post', '/records', { id, about: { kingdom: 'fungi', target: 'boletus-velnensis' } });
  await send('post', `/records/${id}/readings`, { character: 'underside', states: ['pores'], sure: true });
  await sure('post', '/overlay/remove', { taxa: ['boletus-velnensis'], corrections: [] });
  await page.goto(`/bench/${id}`);
  await expect(verdict(page)).toHaveText('There is no ruling. Leave it.');
  await expect(page.getByText('is no longer in your guide')).toBeVisible();
  const specimen = page.getByRole('region', { name: 'The specimen' });
  const ridges = asking(page).getByRole('button', { name: /Blunt ridges/ });
  await expect(async () => {
    // A press on a page that moves may be lost.
    if (!(await ridges.isVisible()))
      await page.getByRole('button', { name: 'Change Underside' }).click({ timeout: 1000 });
    await ridges.click({ timeout: 2000 });
    await expect(specimen).toContainText('Blunt ridges', { timeout: 2000 });
  }).toPass();
  await expect(page.getByLabel('What you take it for').locator('option:checked')).toHaveText(/no longer in your guide/);
  await page.getByLabel('What you take it for').selectOption('cantharellus-cibarius');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(verdict(page)).toHaveText('Keep looking.');
});
