import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, Thicket, test } from './thicket';

test('from the basket to the pan, to the plate, to the sheet that nobody wants to need', async ({ browser }) => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-kitchen-'));
  const clock = join(data, 'clock');
  const at = (time: string) => writeFileSync(clock, time);
  at('2026-09-12T16:00:00Z');
  const own = new Thicket(data);
  await own.start('--demo', '--clock', clock);
  const page = await browser.newPage({ baseURL: own.url, timezoneId: 'UTC' });
  try {
    // The demo's own field mushrooms came home in the morning.
    await page.goto('/kitchen');
    await page
      .getByRole('list', { name: 'Came home' })
      .getByRole('listitem')
      .filter({ hasText: 'Field mushroom' })
      .getByRole('button', { name: /Make something of/ })
      .click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Batch: Field mushroom');
    const done = page.getByRole('region', { name: 'What was done to it' });
    await expect(done).toContainText('It must still be prepared.');
    const steps = page.getByRole('list', { name: 'Steps' });
    await steps.getByRole('listitem').filter({ hasText: 'gills pink or brown' }).getByRole('button').click();
    const start = steps.getByRole('button', { name: /^Start: / });
    const whole = Number(/(\d+):00/.exec((await start.textContent()) ?? '')?.[1]);
    expect(whole).toBeGreaterThanOrEqual(10);
    await start.click();
    await expect(steps.getByRole('timer')).toBeVisible();

    // The program is killed in the middle and begun again: the timer stands where it should, on every view and on a second device.
    await own.stop('SIGKILL');
    at('2026-09-12T16:06:00Z');
    await own.start('--clock', clock, '--data', join(data, 'demo'));
    const second = await browser.newPage({ baseURL: own.url, timezoneId: 'UTC' });
    await second.goto('/records');
    const bar = second.getByRole('complementary', { name: 'A timer' });
    await expect(bar).toContainText('Field mushroom');
    await page.reload();
    const rest = async (p: ReturnType<Page['getByRole']>) => {
      const [, m, s] = /(\d+):(\d\d)/.exec((await p.textContent()) ?? '') ?? [];
      return 60 * Number(m) + Number(s);
    };
    await expect(steps.getByRole('timer')).toBeVisible();
    const [here, there] = [await rest(steps.getByRole('timer')), await rest(bar)];
    expect(Math.abs(here - there)).toBeLessThanOrEqual(6); // what has gone by between the two looks
    expect(here).toBeLessThanOrEqual(60 * (whole - 6));
    expect(here).toBeGreaterThanOrEqual(60 * (whole - 6) - 6);
    await second.close();
    await steps.getByRole('button', { name: 'Stop' }).click();
    await expect(done).toContainText(`6 of ${whole} minutes`);

    // Who eats here: one of the two did not bear it; a third is named and taken out again.
    await page.goto('/household');
    const people = page.getByRole('list', { name: 'People' });
    await expect(people).toContainText('reacts to Field mushroom');
    await page.getByRole('button', { name: 'Add somebody' }).click();
    await page.getByLabel('Name').fill('Tam Orrel');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'Remove Tam Orrel' }).click();
    await expect(people).not.toContainText('Tam Orrel');
    await page.goto('/kitchen');
    await page.getByRole('list', { name: 'Batches' }).getByRole('link', { name: 'Field mushroom' }).click();

    // After six minutes it is not cooked, and that is said; after the others it is.
    const asked = async () => {
      await page.getByRole('button', { name: 'Somebody eats of it' }).click();
      for (const name of ['Mirel Tovas', 'Ode Fenn'])
        await page.getByRole('checkbox', { name }).setChecked(true, { force: true });
      await page.getByRole('button', { name: 'What is to be minded first' }).click();
    };
    await asked();
    const said = page.getByRole('list', { name: 'Said before the meal' });
    await expect(said).toContainText(/not prepared as it must be.*6 minutes of/);
    await page.getByRole('button', { name: 'They do not eat of it' }).click();
    await start.click();
    await expect(steps.getByRole('timer')).toBeVisible();
    at(`2026-09-12T16:${String(6 + whole - 6).padStart(2, '0')}:30Z`);
    await steps.getByRole('button', { name: 'Stop' }).click();
    await expect(done).not.toContainText('It must still be prepared.');
    await expect(done).toContainText(/fried/i);
    await asked();
    await expect(said).toContainText('Ode Fenn has reacted to field mushroom before');
    await expect(said).toContainText('For Mirel Tovas it is the first time with field mushroom');
    await expect(said).toContainText('Feeling well the same evening proves nothing');
    await expect(said).not.toContainText('not prepared');
    await page.getByRole('button', { name: 'I have read it; note the meal all the same' }).click();
    await expect(page.getByRole('list', { name: 'Meals of this batch' })).toContainText('Mirel Tovas, Ode Fenn');

    // The label says what was done to it, and nothing else is printed.
    await page.getByRole('link', { name: 'Kitchen' }).first().click();
    await page.getByRole('link', { name: 'Labels' }).click();
    await expect(page.getByRole('article', { name: 'Label of Field mushroom' })).toContainText(/fried/i);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('heading', { level: 1 })).toBeHidden();
    await expect(page.getByRole('article', { name: 'Label of Field mushroom' })).toBeVisible();
    await page.emulateMedia({ media: null });

    // The next evening a first sign: one tap, and a deadly double whose time fits stands first.
    at('2026-09-13T18:00:00Z');
    await page.getByRole('navigation').getByRole('link', { name: 'Ill?' }).click();
    await expect(page.getByRole('link', { name: /Poison centre/ }).first()).toContainText('0 000 100 200');
    await page.getByLabel('Who is ill').selectOption({ label: 'Mirel Tovas' });
    await page.getByLabel('When the first sign came').fill('2026-09-13T17:30');
    const nearest = page.getByRole('list', { name: 'What it is most easily mistaken for' }).first();
    await expect(nearest.getByRole('listitem').first()).toContainText(/deadly.*it fits/i);
    await expect(nearest.getByRole('listitem').filter({ hasText: 'Destroying angel' })).toContainText(/it fits/);
    await expect(page.getByText(/point to the gravest poisons/)).toBeVisible();
    await expect(page.getByText(/cannot say that it is nothing/)).toBeVisible();
    const pdf = join(data, 'sheet.pdf');
    await page.pdf({ path: pdf, format: 'A4', margin: { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' } });
    expect(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' })).toMatch(/Pages:\s+1\n/);
    const text = execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' });
    for (const line of ['0 000 100 200', '0 000 112', 'They will ask', 'Mirel Tovas', 'Destroying angel'])
      expect(text).toContain(line);
    await page.getByLabel('Which signs, in their order').fill('Cramps, then vomiting');
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByText(/Mirel Tovas: .*Cramps, then vomiting/)).toBeVisible();
  } finally {
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});

test('a timer that is over is said on every view, sounds until it is silenced, and stays over', async ({ browser }) => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-timer-'));
  const clock = join(data, 'clock');
  writeFileSync(clock, '2026-09-12T16:00:00Z');
  const own = new Thicket(data);
  await own.start('--demo', '--clock', clock);
  const page = await browser.newPage({ baseURL: own.url, timezoneId: 'UTC' });
  // Counts the tones that the device is asked for.
  await page.addInitScript(() => {
    const heard = { tones: 0 };
    Object.assign(window, { heard });
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (when?: number) {
      heard.tones++;
      return start.call(this, when);
    };
  });
  const tones = () => page.evaluate(() => (window as unknown as { heard: { tones: number } }).heard.tones);
  try {
    const id = crypto.randomUUID().replace(/^(.{14})4/, '$17');
    const post = async (path: string, sent: object) => {
      const answer = await page.request.post(`/api/v1${path}`, { data: { op: crypto.randomUUID(), ...sent } });
      expect(answer.status(), await answer.text()).toBe(200);
    };
    await post('/batches', { id, pickings: ['01960000-0000-7000-8000-00000000d003'] });
    await post(`/batches/${id}/timers`, { timer: crypto.randomUUID(), do: 'fry', minutes: 15 });
    writeFileSync(clock, '2026-09-12T16:15:01Z');
    await page.goto('/records');
    const bar = page.getByRole('complementary', { name: 'A timer' });
    await expect(bar).toContainText('Time is over: Field mushroom is being fried.');
    expect(await tones()).toBe(0); // no device sounds before somebody has touched the page
    await page.getByRole('link', { name: 'Guide' }).first().click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('guide');
    await expect.poll(tones, { timeout: 20_000 }).toBeGreaterThanOrEqual(3);
    await bar.getByRole('button', { name: 'Silence' }).click();
    await expect(bar.getByRole('button', { name: 'Silence' })).toBeHidden();
    await expect(bar).toContainText('Time is over');
    await page.reload();
    await expect(bar).toContainText('Time is over');
    await expect(bar.getByRole('button', { name: 'Silence' })).toBeHidden();
    await bar.getByRole('link', { name: 'The batch' }).click();
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Over');
  } finally {
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});

test('today: what is in front of one comes first, then what waits, and what begins with its doubles', async ({
  browser,
}) => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-today-'));
  const clock = join(data, 'clock');
  writeFileSync(clock, '2026-11-20T08:00:00Z');
  const own = new Thicket(data);
  await own.start('--demo', '--clock', clock);
  const page = await browser.newPage({ baseURL: own.url, timezoneId: 'UTC' });
  try {
    writeFileSync(clock, '2027-06-10T08:00:00Z');
    await page.goto('/');
    await expect(page.getByRole('main').getByRole('button').first()).toHaveText('A plant');
    const begins = page.getByRole('list', { name: 'Begins about now' });
    const first = begins.getByRole('listitem').first();
    await expect(first).toContainText('Golden chanterelle');
    await expect(first).toContainText(/jack-o.-lantern/i);
    await first.getByRole('link', { name: 'Golden chanterelle' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Golden chanterelle');
    await page.goto('/');
    await page
      .getByRole('region', { name: 'What waits' })
      .getByRole('link', { name: /^Strain: Redroot/ })
      .click();
    await expect(page.getByRole('list', { name: 'Waited for' })).toContainText('Strain: Redroot');
  } finally {
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});

test('the sheet works with nothing recorded, from every view', async ({ page }) => {
  await page.goto('/guide/amanita-rubescens');
  await page.getByRole('main').getByRole('link', { name: 'Somebody is ill' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Somebody is ill');
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('Call the poison centre now.');
  await expect(page.getByText('No wild meal is noted in the three weeks before.')).toBeVisible();
});
