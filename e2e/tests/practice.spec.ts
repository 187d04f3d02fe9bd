import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, Thicket, test } from './thicket';

test.describe('practice in a program of its own', () => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-practice-'));
  const own = new Thicket(data);
  test.beforeAll(() => own.start('--demo'));
  test.afterAll(async () => {
    await own.stop();
    rmSync(data, { recursive: true });
  });

  test('ten finds, two of them deadly, all taken: each is told with what would have given it away, and is due tomorrow', async ({
    browser,
  }) => {
    const page = await browser.newPage({ baseURL: own.url, viewport: { width: 390, height: 844 } });
    await page.goto('/practice/round?seed=7&month=9');
    let deadly = 0;
    for (let n = 1; n <= 10; n++) {
      await expect(page.getByText(`Find ${n} of 10`)).toBeVisible();
      if (n === 1) {
        const look = page.getByRole('region', { name: 'Stem' }).getByRole('button').first();
        await look.focus();
        await page.keyboard.press('Enter');
        await expect(page.getByText(/Find 1 of 10 · half a minute spent/)).toBeVisible();
      }
      const told = page.getByRole('alert', { name: 'What it was' });
      let unfolded = false;
      await page.keyboard.press('t');
      await expect(told).toBeVisible();
      if ((await told.textContent())?.includes('deadly')) {
        deadly++;
        await expect(told).toContainText('-1000 points');
        await expect(told).toContainText('What gives it away');
        await expect(told).toContainText('The pair comes again tomorrow.');
        unfolded = true;
        await told.getByText('What the bench would have looked at').click();
        await expect(told.getByRole('listitem').last()).toBeVisible();
      }
      await page.keyboard.press(n % 2 || unfolded ? 'ArrowRight' : 'Enter'); // the next one has the focus, unless something was unfolded
    }
    expect(deadly).toBe(2);
    await expect(page.getByRole('alert').first()).toContainText('2 deadly ones were taken');
    await expect(page.getByText('Round 7: the same number draws the same round again.')).toBeVisible();
    await page.getByRole('button', { name: 'Back to practice' }).click();
    await expect(page.getByText(/22 finds|of 22 finds/)).toBeVisible();
    await page.close();
  });

  test('a mixed patch tells nothing before its end', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.goto('/practice');
    await page.getByLabel('Month').selectOption('Sep');
    await page.getByRole('button', { name: 'A mixed patch, one basket' }).click();
    for (let n = 1; n <= 10; n++) {
      await expect(page.getByText(`Patch ${n} of 10`)).toBeVisible();
      await page.keyboard.press('l');
    }
    await expect(page.getByRole('heading', { level: 1 })).toContainText('of 10 right');
    await expect(page.getByRole('alert', { name: 'What it was' })).toHaveCount(10);
    await page.close();
  });

  test('cards are answered by keys, come again, and what is due is asked first', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    for (const deck of ['pairs', 'states', 'families', 'deadly', 'due']) {
      await page.goto(`/practice/cards/${deck}`);
      await expect(page.getByRole('group', { name: 'Answers' }).getByRole('button').first()).toBeVisible();
      await page.keyboard.press('u');
      await expect(page.getByRole('button', { name: 'I am not sure' })).toHaveAttribute('aria-pressed', 'true');
      await page.keyboard.press('1');
      await expect(page.getByText(/^(Right|Wrong)\. .* It comes again (tomorrow|in \d+ days)\.$/)).toBeVisible();
      await page.keyboard.press('ArrowRight');
      await expect(page.getByText(/^(Right|Wrong)\./)).toHaveCount(0);
    }
    await page.close();
  });

  test('what is misread lowers its readings on the bench until it is looked at afresh, unless that is turned off', async ({
    browser,
  }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.goto('/practice/misread');
    const misread = page.getByRole('list', { name: 'Characters' }).getByRole('listitem').first();
    await expect(misread).toContainText('Counts as unsure.');
    const name = (await misread.getByRole('heading').textContent()) ?? '';
    const id = '01960000-0000-7000-8000-00000000dd01';
    const op = () => crypto.randomUUID();
    await page.request.post('/api/v1/records', { data: { op: op(), id, about: { kingdom: 'plantae' } } });
    await page.request.post(`/api/v1/records/${id}/readings`, {
      data: { op: op(), character: 'husk-spines', states: ['few-stout'], sure: true },
    });
    await page.goto(`/bench/${id}`);
    const specimen = page.getByRole('region', { name: 'The specimen' });
    const says = 'In practice you misread this more often than usual, so it counts as unsure.';
    await expect(specimen).toContainText(name);
    await expect(specimen).toContainText(says);
    await page.goto('/practice/misread');
    await page.getByRole('checkbox', { name: 'Let it count on the bench' }).click({ force: true });
    await expect(misread).toContainText('Counts as unsure, if you let it.');
    await page.goto(`/bench/${id}`);
    await expect(specimen).toContainText(name);
    await expect(specimen).not.toContainText(says);
    await page.goto('/practice/misread');
    await page.getByRole('checkbox', { name: 'Let it count on the bench' }).click({ force: true });
    await expect(misread).toContainText('Counts as unsure.');
    await page.goto(`/bench/${id}`);
    await specimen.getByRole('button', { name: 'Look afresh' }).click();
    const stout = page.getByRole('button', { name: /Few, short and stout/ });
    await expect(async () => {
      if (await stout.isVisible()) await stout.click({ timeout: 1000 });
      await expect(specimen).not.toContainText(says, { timeout: 2000 });
    }).toPass();
    await page.close();
  });
});
