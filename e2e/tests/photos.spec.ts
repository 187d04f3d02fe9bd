import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { asking, begin, demo, expect, Thicket, test } from './thicket';

/** Four pixels are a millimetre. A cap 60 mm wide above a ruler of 100 mm, a chart of two colours and a white card, in the light of a bulb. */
const drawing = { cap: [400, 240, 640], ruler: [300, 700, 700], ochre: [900, 200], card: [1100, 200] } as const;

/** Draws a photograph in the browser and gives its file. */
async function drawn(page: Page, type: 'image/png' | 'image/webp' = 'image/png'): Promise<Buffer> {
  const base64 = await page.evaluate(
    async ([d, kind]) => {
      const canvas = document.createElement('canvas');
      canvas.width = 1400;
      canvas.height = 900;
      const pen = canvas.getContext('2d') as CanvasRenderingContext2D;
      const box = (colour: string, x: number, y: number, w: number, h: number) => {
        pen.fillStyle = colour;
        pen.fillRect(x, y, w, h);
      };
      box('#3a4a30', 0, 0, 1400, 900);
      box('#efe9d8', d.cap[0], d.cap[1] - 60, d.cap[2] - d.cap[0], 120);
      box('#e8d890', d.ruler[0], d.ruler[2], d.ruler[1] - d.ruler[0], 60);
      for (let mm = 0; mm <= 100; mm++) box('#201810', d.ruler[0] + 4 * mm, d.ruler[2], 1, mm % 10 === 0 ? 40 : 16);
      // In the light of a bulb ochre (#d8b068) is what a camera may take for something browner, and white is orange.
      box('#d89d44', d.ochre[0] - 80, d.ochre[1] - 80, 160, 160);
      box('#f8deac', d.card[0] - 80, d.card[1] - 80, 160, 160);
      const blob = await new Promise<Blob>((done, no) => canvas.toBlob((b) => (b ? done(b) : no()), kind));
      const bytes = new Uint8Array(await blob.arrayBuffer());
      return btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(''));
    },
    [drawing, type] as const,
  );
  return Buffer.from(base64, 'base64');
}

const photographs = (page: Page) => page.getByRole('list', { name: 'Photographs' }).getByRole('listitem');

/** Goes down to them: they are fetched when one comes near. */
async function down(page: Page) {
  await expect(async () => {
    await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
    await expect(page.getByRole('button', { name: 'Choose files' })).toBeVisible({ timeout: 1000 });
  }).toPass();
}

/** Chooses files from the device. */
async function choose(page: Page, ...files: { name: string; mimeType: string; buffer: Buffer }[]) {
  await down(page);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose files' }).click();
  await (await chooser).setFiles(files);
}

/** Presses a point of the photograph, in its own pixels. */
async function press(page: Page, x: number, y: number) {
  const picture = page.getByRole('application');
  const box = await picture.boundingBox();
  if (!box) throw new Error('the photograph is not shown');
  await picture.click({ position: { x: (x / 1400) * box.width, y: (y / 900) * box.height } });
}

test('a cap is measured on a photograph, and its colour is offered', async ({ page }) => {
  await begin(page, 'A mushroom', '2026-09-12');
  const bench = page.url();
  await choose(page, { name: 'cap.png', mimeType: 'image/png', buffer: await drawn(page) });
  const mine = photographs(page).filter({ hasText: 'cap.png' });
  await expect(mine.getByRole('img')).toBeVisible();
  // What is shown of it is its own picture, made small.
  await expect.poll(() => mine.getByRole('img').evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBe(320);
  await mine.getByRole('link').click();
  await expect(page.getByText('1400 × 900 pixels')).toBeVisible();

  await page.getByRole('button', { name: 'Measure' }).click();
  await expect(page.getByText('1. Press one end of the thing whose length you know.')).toBeVisible();
  await press(page, drawing.ruler[0], drawing.ruler[2]);
  await press(page, drawing.ruler[1], drawing.ruler[2]);
  await press(page, drawing.cap[0], drawing.cap[1]);
  await press(page, drawing.cap[2], drawing.cap[1]);
  await expect(page.getByText('Say what you know the length of')).toBeVisible();
  await page.getByLabel('What you know the length of').selectOption({ label: 'Something else …' });
  await page.getByLabel('What it is').fill('The ruler');
  await page.getByLabel('Its length, mm').fill('100');
  await page.getByLabel('Its length, mm').blur();
  await page.getByRole('button', { name: 'Keep it for other times' }).click();
  await expect(page.getByLabel('What you know the length of')).toContainText('The ruler: 100 mm');
  await page.getByLabel('How far either may lean').selectOption({ label: 'Laid flat, seen from right above' });
  const range = page.getByText(/^[\d.]+ to [\d.]+ mm$/);
  await expect(range).toBeVisible();
  const [low, high] = ((await range.textContent()) ?? '').match(/[\d.]+/g)?.map(Number) ?? [];
  expect(low).toBeLessThanOrEqual(60);
  expect(high).toBeGreaterThanOrEqual(60);
  expect((high ?? 0) - (low ?? 0)).toBeLessThan(8);
  await page.getByRole('checkbox', { name: /same distance from the camera/ }).click({ force: true });
  await page.getByRole('button', { name: 'Read it on the record' }).click();
  await expect(page.getByText(/Width of the open cap was read as/)).toBeVisible();

  await page.getByRole('button', { name: 'Colour' }).click();
  await page.getByLabel('What it is the colour of').selectOption({ label: 'Spore print' });
  await press(page, ...drawing.ochre);
  await press(page, ...drawing.card);
  const offers = page.getByRole('region', { name: 'What it comes near to' });
  await expect(offers.getByText(/^Pale ochre or yellow: very near/)).toBeVisible();
  await expect(offers.getByRole('button', { name: 'Read it so, as not sure' })).toHaveCount(2);
  // The keyboard alone puts points too.
  await page.getByRole('button', { name: 'Press other spots' }).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(page.getByText('2. Now press the white card')).toBeVisible();
  await expect(offers.getByRole('button', { name: 'Read it so, as not sure' })).toHaveCount(2);

  await page.goto(bench);
  await expect(page.getByRole('region', { name: 'The specimen' })).toContainText(new RegExp(`${low}.*${high} mm`));
  await expect(page.getByRole('region', { name: 'The specimen' })).not.toContainText(/Pale ochre/);
});

test('what is no photograph is told, several are sent, one is written under, given away and deleted', async ({
  page,
}) => {
  await begin(page, 'A mushroom', '2026-09-12');
  const png = await drawn(page);
  const webp = await drawn(page, 'image/webp');
  await choose(
    page,
    { name: 'one.png', mimeType: 'image/png', buffer: png },
    { name: 'page.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('<html><script>alert(1)</script></html>') },
    { name: 'large.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(26 * 2 ** 20) },
    { name: 'two.webp', mimeType: 'image/webp', buffer: webp },
    { name: 'half.png', mimeType: 'image/png', buffer: png.subarray(0, png.length / 2) },
  );
  await expect(photographs(page).filter({ hasText: 'page.jpg' })).toContainText(
    /no photograph of a kind that is taken in/,
  );
  await expect(photographs(page).filter({ hasText: 'large.jpg' })).toContainText(
    'It has 26.0 MB; a photograph may have 25.',
  );
  await expect(photographs(page).filter({ hasText: 'two.webp' }).getByRole('img')).toBeVisible();
  await expect(photographs(page).filter({ hasText: 'half.png' })).toContainText('Cannot be read');
  for (const name of ['page.jpg', 'large.jpg'])
    await photographs(page).filter({ hasText: name }).getByRole('button', { name: 'Leave it out' }).click();
  await expect(photographs(page)).toHaveCount(3);
  await photographs(page).filter({ hasText: 'half.png' }).getByRole('link').click();
  await expect(page.getByRole('alert')).toContainText(/cut off.*The file is kept as it came/);
  await page.goBack();
  await down(page);
  await photographs(page).filter({ hasText: 'one.png' }).getByRole('link').click();
  await page.getByLabel('Written under it').fill('From above');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  const given = page.waitForEvent('download');
  await page.getByRole('link', { name: /Give it away/ }).click();
  expect((await given).suggestedFilename()).toMatch(/\.png$/);
  await page.getByRole('button', { name: 'Delete it' }).click();
  await down(page);
  await expect(photographs(page)).toHaveCount(2);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(photographs(page).filter({ hasText: 'From above' }).getByRole('img')).toBeVisible();
});

test('a young field mushroom: the clock goes on, the print falls chocolate brown, and so does the death cap', async ({
  browser,
}) => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-print-'));
  const clock = join(data, 'clock');
  const at = (time: string) => writeFileSync(clock, time);
  at('2026-09-12T18:00:00Z');
  const own = new Thicket(data);
  await own.start('--demo', '--clock', clock);
  const page = await browser.newPage({ baseURL: own.url });
  try {
    await page.goto(demo(5));
    const standing = page.getByRole('region', { name: 'Harmful species still standing' });
    await expect(standing.getByText('Death cap', { exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Make a spore print' }).click();
    await page.getByLabel('Where on the tray').fill('In the middle');
    await page.getByRole('button', { name: 'Lay it' }).click();
    const mine = page.getByRole('listitem').filter({ hasText: 'In the middle' });
    await expect(mine).toContainText('before that it counts as unsure');
    // Three hours later every view says so, until it is put off.
    at('2026-09-12T21:00:00Z');
    await page.goto('/records');
    const reminder = page.getByRole('complementary', { name: 'A spore print' }).filter({ hasText: 'In the middle' });
    await expect(reminder).toBeVisible();
    await reminder.getByRole('button', { name: 'Later' }).click();
    await expect(reminder).toHaveCount(0);
    await page.goto('/waiting');
    await expect(page.getByRole('list', { name: 'Spore prints' })).toContainText(
      'Mushroom, Brackwater Mead, 2026-09-12: In the middle',
    );
    await page.goto('/prints');
    await expect(mine).toContainText('To be looked at now');
    await mine.getByRole('button', { name: /Chocolate/ }).click();
    await expect(page.getByRole('list', { name: 'Prints that were looked at' })).toContainText('In the middle');
    await page.goto(demo(5));
    await expect(asking(page)).toBeVisible();
    await expect(page.getByRole('region', { name: 'The specimen' })).toContainText(/chocolate/i);
    await expect(standing.getByText('Death cap', { exact: true })).toHaveCount(0);
    await standing.getByText(/are down/).click();
    await expect(standing.getByText('Death cap', { exact: true })).toBeVisible();
  } finally {
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});
