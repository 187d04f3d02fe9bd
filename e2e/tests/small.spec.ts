import { asking, demo, expect, test, verdict } from './thicket';

test('the form of a new record turns its day at midnight', async ({ page }) => {
  await page.clock.install({ time: new Date('2026-08-14T23:59:40') });
  await page.goto('/');
  await expect(page.getByLabel('Day')).toHaveValue('2026-08-14');
  await page.clock.runFor(45_000);
  await expect(page.getByLabel('Day')).toHaveValue('2026-08-15');
  await page.getByLabel('Day').fill('2026-08-01'); // what was chosen stays
  await page.clock.fastForward(24 * 3_600_000); // as a machine that slept
  await page.clock.runFor(60_000);
  await expect(page.getByLabel('Day')).toHaveValue('2026-08-01');
});

test('what the keyboard is on is never hidden under the bars', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(demo(5));
  await expect(asking(page).getByRole('group').first().getByRole('button').first()).toBeEnabled();
  await verdict(page).click();
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press('Tab');
    const hidden = await page.evaluate(() => {
      const on = document.activeElement as HTMLElement;
      if (on === document.body || on.closest('nav')) return '';
      const b = on.getBoundingClientRect();
      const under = document.elementFromPoint(b.left + b.width / 2, b.top + Math.min(b.height / 2, 20));
      const bar = under?.closest('nav, [data-verdict]');
      return bar && !bar.contains(on) ? (on.textContent ?? on.tagName) : '';
    });
    expect(hidden, `after ${i + 1} times Tab`).toBe('');
  }
});

test('no two parts of a page bear one name', async ({ page }) => {
  for (const place of [demo(1), demo(5), '/guide', '/guide/amanita-phalloides', '/settings', '/key']) {
    await page.goto(place);
    await expect(verdict(page)).toBeVisible();
    const names = await page
      .locator('section[aria-label], nav[aria-label], [role=region][aria-label]')
      .evaluateAll((list) => list.map((e) => e.getAttribute('aria-label')));
    expect(new Set(names).size, `${place}: ${names.join(', ')}`).toBe(names.length);
  }
});
