import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';

export { expect };

const binary = resolve(import.meta.dirname, '../../bin/thicket');

function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.on('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => (address && typeof address === 'object' ? done(address.port) : fail(new Error('no port'))));
    });
  });
}

/** The built program, serving from a folder of its own. */
export class Thicket {
  private process?: ChildProcess;
  private port = 0;

  constructor(readonly data: string) {}

  get url() {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(...more: string[]) {
    this.port ||= await freePort();
    this.process = spawn(binary, ['serve', '--addr', `127.0.0.1:${this.port}`, '--data', this.data, ...more], {
      stdio: 'inherit',
    });
    for (let i = 0; i < 200; i++) {
      try {
        if ((await fetch(`${this.url}/healthz`)).ok) return;
      } catch {
        await new Promise((r) => setTimeout(r, 50));
      }
    }
    throw new Error('the program does not answer');
  }

  /** Stops the program; with SIGKILL it gets no chance to put anything in order. */
  async stop(signal: NodeJS.Signals = 'SIGTERM') {
    const gone = new Promise((r) => this.process?.once('exit', r));
    this.process?.kill(signal);
    await gone;
  }
}

/** A test with the program running on fresh demo data, and a page that opens it. */
export const test = base.extend<{ page: Page }, { thicket: Thicket }>({
  thicket: [
    // biome-ignore lint/correctness/noEmptyPattern: the fixture takes nothing
    async ({}, use) => {
      const data = mkdtempSync(join(tmpdir(), 'thicket-e2e-'));
      const thicket = new Thicket(data);
      await thicket.start('--demo');
      await use(thicket);
      await thicket.stop();
      rmSync(data, { recursive: true });
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ thicket }, use) => use(thicket.url),
});

export const demo = (n: number) => `/bench/01960000-0000-7000-8000-${String(n).padStart(12, '0')}`;

/** Where the verdict stands. */
export const verdict = (page: Page) => page.getByRole('heading', { level: 1 });

/** The part of the bench with the question. */
export const asking = (page: Page) => page.getByRole('region', { name: 'Look here next' });

/** Presses a key that answers the question, once it has stood long enough to be answered. */
export async function pressed(page: Page, key: string) {
  await expect(asking(page).getByRole('group').first().getByRole('button').first()).toBeEnabled();
  await page.keyboard.press(key);
}

/** Starts a record from nothing but the choice of plant or mushroom. */
export async function begin(page: Page, kind: 'A plant' | 'A mushroom', day = '2026-08-14') {
  await page.goto('/');
  await page.getByLabel('Day').fill(day);
  await page.getByRole('button', { name: kind }).click();
  await expect(page.getByRole('region', { name: 'The specimen' })).toBeVisible();
}

/** Starts a record from a name, found by any of its names. */
export async function beginAs(page: Page, search: string, name: RegExp, day = '2026-09-12') {
  await page.goto('/');
  await page.getByLabel('Day').fill(day);
  await page.getByLabel('Or start from a name you have in mind').fill(search);
  await page.getByRole('list', { name: 'Names found' }).getByRole('button', { name }).click();
  await expect(page.getByRole('region', { name: 'The specimen' })).toBeVisible();
}

interface Kept {
  agreement?: string;
  at?: string;
  held?: boolean;
  disputed?: boolean;
  says?: string;
  sure?: boolean;
}

/** Holds the ruling of the record that is open against what the command line rules on the same readings. */
export async function ruledAlike(page: Page, id: string) {
  const record = await (await page.request.get(`/api/v1/records/${id}`)).json();
  const settings = await (await page.request.get('/api/v1/settings')).json();
  const { purpose, date, region, target, kingdom } = record.about;
  const readings = record.readings.map(({ at, held, disputed, says, agreement, ...reading }: Kept) => ({
    ...reading,
    sure: reading.sure && !held,
  }));
  const observer = {
    taught: settings.taught,
    no_colour: settings.no_colour,
    no_smell: settings.no_smell,
    ...(settings.all_tools ? {} : { kit: settings.kit }),
  };
  const input = JSON.stringify({ id, purpose, date, region, target, kingdom, observer, readings });
  const ruled = JSON.parse(execFileSync(binary, ['identify'], { input, encoding: 'utf8' }));
  expect(record.readings.length).toBeGreaterThan(2);
  const standing = (all: { taxon: string; status: string; margin: number }[]) =>
    all.map((h) => [h.taxon, h.status, h.margin].join(' ')).sort();
  expect(ruled.verdict).toBe(record.ruling.verdict);
  expect(ruled.margin).toBe(record.ruling.margin);
  expect(ruled.working).toBe(record.ruling.working);
  expect(standing(ruled.harmful)).toEqual(standing(record.ruling.harmful));
}

/** Opens a feature from the list of all, by its name. */
export async function feature(page: Page, name: string) {
  const all = page.getByText(/^All \d+ features/);
  const button = page
    .getByRole('button', { name, exact: true })
    .or(page.getByRole('button', { name: `${name} read`, exact: true }));
  // What was read just before may still be on its way, and take the button away again.
  await expect(async () => {
    if (!(await button.last().isVisible())) await all.click({ timeout: 3000 });
    await button.last().click({ timeout: 3000 });
    // Where the page moved under the finger the press counts for nothing, and is made again.
    await expect(asking(page).locator(':scope:focus, :focus')).toHaveCount(1, { timeout: 3000 });
  }).toPass();
}

/** Reads a feature from the list, as the state with that name. */
export async function read(page: Page, name: string, state: string | RegExp) {
  await feature(page, name);
  await asking(page).getByRole('button', { name: state }).first().click();
  await expect(page.getByRole('button', { name: `Change ${name}` })).toBeVisible();
}

type Shown = string | { state: string; rare?: boolean; when?: string };

/** What a good specimen of a taxon shows, by question: the name of the state, or a number; of what the guide does not say, the first. */
export async function answers(page: Page, taxon: string): Promise<Map<string, string>> {
  const book = await (await page.request.get('/api/v1/guide')).json();
  const described = JSON.parse(execFileSync(binary, ['guide', 'show', taxon], { encoding: 'utf8' }));
  const out = new Map<string, string>();
  for (const c of book.characters) {
    const score = described.scores[c.id];
    if (c.kind !== 'states') {
      out.set(c.question, String(score?.low ?? score?.min ?? score?.[0] ?? 1));
      continue;
    }
    const usual =
      ((score ?? []) as Shown[]).find((s) => typeof s === 'string' || !(s.rare || s.when)) ?? c.states[0].id;
    const id = typeof usual === 'string' ? usual : usual.state;
    out.set(c.question, c.states.find((s: { id: string }) => s.id === id).name);
  }
  return out;
}

/** Answers what is asked as the answers have it, until the verdict starts with those words. */
export async function answerUntil(page: Page, taxon: string, words: string) {
  const known = await answers(page, taxon);
  for (let i = 0; i < 30; i++) {
    if ((await verdict(page).textContent())?.startsWith(words)) return;
    const heading = asking(page).getByRole('heading', { level: 2 });
    const question = (await heading.textContent()) ?? '';
    const answer = known.get(question) ?? '';
    // A press that the page moved away from under the finger counts for nothing, and is made again while the question stands.
    await expect(async () => {
      if ((await heading.filter({ hasText: question }).count()) === 0) return;
      if (/^\d/.test(answer)) {
        await page.getByLabel('Measured, or from').fill(answer);
        await page.getByRole('button', { name: 'Keep it' }).click({ timeout: 3000 });
      } else {
        await asking(page)
          .getByRole('group')
          .first()
          .getByRole('button', { name: answer })
          .first()
          .click({ timeout: 3000 });
      }
      await expect(heading.filter({ hasText: question })).toHaveCount(0, { timeout: 5000 });
    }).toPass();
  }
  throw new Error(`it never came to “${words}”`);
}

/** The demo's walk that is planned, and the one that is over. */
export const planned = '/walks/01960000-0000-7000-8000-00000000c001';
export const walked = '/walks/01960000-0000-7000-8000-00000000c002';

/** The demo's ring of field mushrooms. */
export const place = '/places/01960000-0000-7000-8000-00000000aa03';

/** The demo's basket that is open. */
export const basket = '/baskets/01960000-0000-7000-8000-00000000d001';
