import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { views as manifest, type ViewId } from '../../web/src/views/manifest';
import { asking, basket, demo, expect, place, planned, test, walked } from './thicket';

// These only look, so they may go on side by side.
test.describe.configure({ mode: 'parallel' });

/** Opens everything that is folded away, and what is folded away in that, until nothing is left to open. */
async function openAll(page: Page) {
  const opened = () =>
    page.evaluate(async () => {
      const shut = document.querySelectorAll<HTMLDetailsElement>('details:not([open])');
      for (const d of shut) d.open = true;
      // What is told of it, what is made of that, and its first frame.
      await new Promise((drawn) => setTimeout(() => requestAnimationFrame(() => requestAnimationFrame(drawn)), 50));
      return shut.length;
    });
  while ((await opened()) > 0);
}

/** Addresses at which each view is looked at; the manifest says which views there are. */
const looked: Record<ViewId, Record<string, string>> = {
  start: { 'a new record': '/' },
  'last-bench': {},
  bench: {
    'a bench to keep looking on': demo(5),
    'a bench that is cleared and closed': demo(1),
    'a bench to leave': demo(6),
    'a plant': demo(9),
  },
  records: { records: '/records' },
  settings: { settings: '/settings' },
  guide: { 'the guide': '/guide' },
  taxon: { "a taxon's page": '/guide/amanita-rubescens' },
  family: { 'a family': '/guide/family/Apiaceae' },
  compare: { 'side by side': '/compare?target=allium-ursinum&other=convallaria-majalis&other=colchicum-autumnale' },
  key: { 'the start of a key': '/key' },
  glossary: { 'words and drawings': '/guide/words' },
  overlay: { 'my guide': '/guide/mine' },
  almanac: { 'the almanac': '/almanac?date=2026-09-05&followed=1&doubles=1' },
  walks: { walks: '/walks' },
  walk: { 'a walk': planned, 'a walk that is over': walked },
  cards: { 'pocket cards': '/cards?walk=01960000-0000-7000-8000-00000000c001' },
  baskets: { baskets: '/baskets' },
  basket: { 'a basket': basket },
  photo: { 'a photograph': '/photos/01960000-0000-7000-8000-00000000f001' },
  waiting: { 'what waits at home': '/waiting' },
  kitchen: { kitchen: '/kitchen' },
  batch: { 'a batch': '/kitchen/01960000-0000-7000-8000-00000000b101' },
  formulas: { formulas: '/formulas' },
  labels: { labels: '/labels' },
  household: { 'who eats here': '/household' },
  emergency: { 'the emergency sheet': '/emergency' },
  places: { places: '/places' },
  place: { 'a place': place },
  data: { 'your data': '/data' },
  practice: { practice: '/practice' },
  round: { 'would I take it': '/practice/round?seed=7&month=9' },
  deck: { cards: '/practice/cards/pairs' },
  misread: { 'what I misread': '/practice/misread' },
  year: { 'the year': '/year' },
  prints: { 'spore prints': '/prints?record=01960000-0000-7000-8000-000000000005' },
  'overlay-taxon': { "a taxon of one's own": '/guide/mine/new' },
};

/** Of many alike, what comes after this many is built as they are; it is not gone through again. */
const repeated = 'main :is(li, tr, option):nth-child(n+13), main :is(section, details):nth-of-type(n+9)';

const views = Object.assign({}, ...Object.values(looked)) as Record<string, string>;

for (const [name, path] of Object.entries(views)) {
  test(`no serious fault of access on ${name}, in light and in the dark`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await openAll(page);
    // Taken away, not left out: what is left out is gone through all the same, and only not told.
    await page.evaluate((alike) => {
      for (const e of document.querySelectorAll(alike)) e.remove();
    }, repeated);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
      // Nothing here is in a frame; run in one piece, only what is found comes out of the page, not all that was looked at.
      const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
      // What is there is the same in the dark; only its colours differ.
      const { violations } = await (colorScheme === 'light' ? axe : axe.withRules(['color-contrast'])).analyze();
      const grave = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
      expect(grave.map((v) => `${colorScheme}: ${v.id}: ${v.nodes.map((n) => n.target).join(' ')}`)).toEqual([]);
    }
  });

  test(`at 360 and 390 px nothing is cut off on ${name}`, async ({ page }) => {
    await page.setViewportSize({ width: 360, height: 844 });
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await openAll(page);
    for (const width of [360, 390]) {
      await page.setViewportSize({ width, height: 844 });
      const over = await page.evaluate(() =>
        [...document.querySelectorAll('main *, nav *')]
          .filter((e) => {
            const box = e.getBoundingClientRect();
            return box.width > 0 && (box.right > window.innerWidth + 1 || box.left < -1) && !e.closest('svg');
          })
          .map((e) => `${e.tagName} ${e.textContent?.slice(0, 40)}`),
      );
      expect(over).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    }
  });
}

for (const [name, path] of Object.entries(views)) {
  test(`on paper there is ${name}, dark on white and nothing to press`, async ({ page }) => {
    await page.setViewportSize({ width: 794, height: 1123 }); // A4 at 96 dots to the inch
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
    const paper = await page.evaluate(() => {
      const heading = document.querySelector('h1') as HTMLElement;
      return {
        width: (document.querySelector('main') as HTMLElement).getBoundingClientRect().width,
        pressed: [...document.querySelectorAll('button, nav')].filter((e) => e.getClientRects().length > 0).length,
        ground: getComputedStyle(document.body).backgroundColor,
        ink: getComputedStyle(heading.closest('[data-verdict]') ? document.body : heading).color,
      };
    });
    expect(paper).toEqual({ width: 794, pressed: 0, ground: 'rgb(255, 255, 255)', ink: 'rgb(35, 26, 44)' });
  });
}

test('no page asks another origin for anything, or breaks the policy', async ({ page, thicket }) => {
  const elsewhere: string[] = [];
  const complaints: string[] = [];
  page.on('request', (r) => {
    if (!r.url().startsWith(thicket.url) && !r.url().startsWith('data:')) elsewhere.push(r.url());
  });
  page.on('console', (m) => {
    if (m.type() === 'error' || m.type() === 'warning') complaints.push(m.text());
  });
  page.on('pageerror', (e) => complaints.push(e.message));
  for (const path of [...Object.values(views), '/api/v1/openapi.json', '/nowhere']) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
  }
  expect(elsewhere).toEqual([]);
  expect(complaints).toEqual([]);
});

/** Scripts of figures and drawings, which come with the view that needs them. */
const figures =
  /\/(registry|Mushroom|leaves|FigureHotspots|Halved|Plant|Figure|Numbers|blade|fungi|flowers|fruits|stems|marks|strokes)-/;

test('every view has its address, its title and its keys in the help', async ({ page }) => {
  for (const [id, view] of Object.entries(manifest)) {
    const at = Object.values(looked[id as ViewId])[0] ?? view.path;
    await page.goto(at);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    // Where one is looked at, the title is its name.
    const title = ['bench', 'taxon', 'last-bench', 'walk', 'basket', 'photo', 'batch', 'place'].includes(id)
      ? /.+ · Zesty Thicket/
      : `${view.title} · Zesty Thicket`;
    await expect(page).toHaveTitle(title);
    if (view.nav) await expect(page.getByRole('navigation').getByRole('link', { name: view.nav.name })).toBeVisible();
    await page.keyboard.press('?');
    const help = page.getByRole('dialog', { name: 'Help' });
    for (const [, does] of id === 'last-bench' ? [] : view.shortcuts) await expect(help).toContainText(does);
    await page.keyboard.press('Escape');
    if (view.key) {
      await page.goto('/settings');
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await page.keyboard.press(view.key);
      await page.waitForURL((url) => url.pathname.startsWith(view.path));
    }
  }
});

/** What a page weighs on its way, in bytes, without fonts: all of it, its scripts without drawings, and drawings. */
async function weigh(page: Page, path: string, ready: () => Promise<void>) {
  const sizes: Record<string, number> = {};
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  const urls = new Map<string, string>();
  client.on('Network.responseReceived', (e) => urls.set(e.requestId, e.response.url));
  client.on('Network.loadingFinished', (e) => {
    const url = urls.get(e.requestId) ?? '';
    if (!url.endsWith('.woff2')) sizes[url] = e.encodedDataLength;
  });
  await page.goto(path);
  await ready();
  await page.waitForLoadState('networkidle');
  const sum = (of: (url: string) => boolean) => Object.entries(sizes).reduce((a, [url, b]) => a + (of(url) ? b : 0), 0);
  const weight = {
    all: sum(() => true),
    scripts: sum((url) => url.endsWith('.js') && !figures.test(url)),
    drawings: sum((url) => figures.test(url)),
  };
  const kB = (n: number) => Math.round(n / 1000);
  console.log(
    `${path}: ${kB(weight.all)} kB without fonts, ${kB(weight.scripts)} of scripts, ${kB(weight.drawings)} of drawings`,
  );
  return weight;
}

test('the first page is light, and so is a bench', async ({ page, browser, thicket }) => {
  const first = await weigh(page, '/', () => expect(page.getByRole('button', { name: 'A mushroom' })).toBeVisible());
  expect(first.all).toBeLessThan(180_000);
  const other = await browser.newPage(); // nothing of it is kept from the page before
  const bench = await weigh(other, `${thicket.url}${demo(5)}`, () =>
    expect(asking(other).getByRole('group').first().locator('svg path').first()).toBeVisible(),
  );
  expect(bench.all).toBeLessThan(280_000);
  expect(bench.drawings).toBeGreaterThan(0);
  expect(bench.drawings).toBeLessThan(120_000);
  await other.close();
});

test('a page and all that it is shown with are asked for at once', async ({ page }) => {
  // Two deep: the page, then everything; what belongs to no view may come after.
  const begun = new Map<string, number>();
  let scriptDone = Number.POSITIVE_INFINITY;
  page.on('request', (r) => begun.set(new URL(r.url()).pathname, Date.now()));
  page.on('requestfinished', (r) => {
    if (/\/index-.*\.js$/.test(r.url())) scriptDone = Math.min(scriptDone, Date.now());
  });
  // Held back, so that whatever waits for the program to run comes after it.
  await page.route(/\/index-.*\.js$/, async (route) => {
    await new Promise((later) => setTimeout(later, 400));
    await route.continue();
  });
  await page.goto(demo(5));
  await expect(asking(page).getByRole('group').first().locator('svg path').first()).toBeVisible();
  const late = [...begun].filter(([, at]) => at > scriptDone).map(([path]) => path);
  expect(late.filter((path) => !/Urgent|urgent|FigureHotspots|Photograph|photos/.test(path))).toEqual([]);
  expect(begun.has('/api/v1/guide')).toBe(true);
});

test('every state that can be seen has its picture, and no two of a character are alike', async ({ page, thicket }) => {
  const guide = await (await fetch(`${thicket.url}/api/v1/guide`)).json();
  await page.goto('/guide/words');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await openAll(page);
  const terms = page.locator('main section');
  await expect(terms).toHaveCount(guide.characters.length);
  await expect(page.locator('main li svg:not(:empty)').nth(300)).toBeAttached();
  await expect(page.locator('main li svg:empty')).toHaveCount(0); // drawings come a moment after their words
  const drawn = await terms.evaluateAll((all) =>
    all.map((term) => ({
      name: term.getAttribute('aria-label'),
      states: [...term.querySelectorAll('li')].map((li) => ({
        name: li.textContent,
        art:
          li.querySelector('svg')?.outerHTML ??
          (li.querySelector('span[style]') as HTMLElement | null)?.style.background ??
          '',
      })),
    })),
  );
  const faults: string[] = [];
  for (const character of guide.characters) {
    if (character.kind !== 'states') continue;
    const names = character.states.map((s: { name: string }) => s.name).join();
    const term = drawn.find((d) => d.name === character.name && d.states.map((s) => s.name).join() === names);
    const art = term?.states.map((s) => s.art) ?? [];
    for (const [i, state] of character.states.entries()) {
      if (!art[i]) faults.push(`${character.id}: no picture of ${state.id}`);
    }
    if (new Set(art).size < art.length) faults.push(`${character.id}: two pictures alike`);
  }
  expect(faults).toEqual([]);
});
