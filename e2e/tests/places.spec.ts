import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { gpx } from '@tmcw/togeojson';
import { area } from '@turf/area';
import { length } from '@turf/length';
import { DOMParser } from '@xmldom/xmldom';
import type { FeatureCollection } from 'geojson';
import { kinds, mapFile, picture, waterTile } from './mapFile';
import { demo, expect, Thicket, test } from './thicket';

/** The middle of a ring of 5 m, and the metres of a degree there. */
const middle = { latitude: 49.3052, longitude: 19.3074 };
const degree = 111_195;

const on = (bearing: number) => {
  const b = (bearing * Math.PI) / 180;
  return {
    latitude: middle.latitude + (5 * Math.cos(b)) / degree,
    longitude: middle.longitude + (5 * Math.sin(b)) / (degree * Math.cos((middle.latitude * Math.PI) / 180)),
  };
};

const type = async (page: Page, at: { latitude: number; longitude: number }) => {
  const drawing = page.getByRole('region', { name: 'A new place' });
  await drawing.getByLabel('Latitude').fill(at.latitude.toFixed(7));
  await drawing.getByLabel('Longitude').fill(at.longitude.toFixed(7));
  await drawing.getByLabel('Longitude').blur();
  await drawing.getByRole('button', { name: 'Put it down' }).click();
};

test.describe('places of a program of their own', () => {
  const data = mkdtempSync(join(tmpdir(), 'thicket-places-'));
  const own = new Thicket(data);
  test.beforeAll(() => own.start('--demo'));
  test.afterAll(async () => {
    await own.stop();
    rmSync(data, { recursive: true });
  });

  test('three pieces in an arc lead to a fourth, and no request leaves the machine', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    const elsewhere: string[] = [];
    page.on('request', (r) => {
      if (!r.url().startsWith(own.url) && !r.url().startsWith('data:')) elsewhere.push(r.url());
    });
    await page.goto('/places');
    await page.getByRole('button', { name: 'Add a place' }).click();
    await page.getByLabel('What it is').selectOption({ label: 'Pieces in an arc' });
    for (const bearing of [0, 40, 80]) await type(page, on(bearing));
    await expect(page.getByText(/^3 positions:/)).toBeVisible();
    await page.getByRole('button', { name: 'That is where it is' }).click();
    const form = page.getByRole('form', { name: 'What is known of the place' });
    await form.getByLabel('Its name').fill('The upper ring');
    await form.getByLabel('What grows there').fill('field mushroom');
    await form
      .getByRole('list', { name: 'Found: What grows there' })
      .getByRole('button', { name: /Field mushroom/ })
      .click();
    await form.getByRole('button', { name: 'Keep the place' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The upper ring');
    const ring = page.getByRole('region', { name: 'The ring' });
    await expect(ring).toContainText('3 pieces on');
    await expect(ring).toContainText('a fourth tells whether it is a ring');
    const way = /From the last piece ([\d.]+) m to the [a-z-]+ \((\d+)°\)/.exec(
      (await ring.getByRole('list', { name: 'Where to look' }).getByRole('listitem').first().textContent()) ?? '',
    );
    expect(Number(way?.[1])).toBeGreaterThan(8); // the far side of a ring that is 10 m wide
    expect(Number(way?.[1])).toBeLessThan(10.1);
    await expect(page.getByRole('region', { name: 'Map of The upper ring' }).getByText('Look here')).toBeVisible();
    await ring.getByLabel('Direction from the last piece, degrees').fill(way?.[2] ?? '');
    await ring.getByLabel('How far, m').fill(way?.[1] ?? '');
    await ring.getByLabel('How far, m').blur();
    await ring.getByRole('button', { name: 'A piece there' }).click();
    await expect(ring).toContainText('4 pieces on');
    await expect(ring).toContainText(/(9\.9|10|10\.1) m wide, within 0[.\d]* m/);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(ring).toContainText('3 pieces on');
    await page.getByRole('button', { name: 'Redo', exact: true }).click();
    await expect(ring).toContainText('4 pieces on');
    expect(elsewhere).toEqual([]);
    await page.close();
  });

  test('a piece of ground is tapped on the map; what pollutes it stands on the record until it is undone', async ({
    browser,
  }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.goto('/places');
    await page.getByRole('button', { name: 'Add a place' }).click();
    await page.getByLabel('What it is').selectOption({ label: 'A piece of ground' });
    const map = page.getByRole('region', { name: 'Map of the places' });
    const box = await map.boundingBox();
    if (!box) throw new Error('there is no map');
    for (const [x, y] of [
      [0.3, 0.3],
      [0.5, 0.3],
      [0.5, 0.5],
    ] as const)
      await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
    await expect(page.getByText(/^3 positions:/)).toBeVisible();
    await page.getByRole('button', { name: 'Take the last one back' }).click();
    await expect(page.getByText(/^2 positions:/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'That is where it is' })).toBeDisabled();
    await page.getByRole('button', { name: 'Not now' }).click();

    // The demo's place of the chanterelles, with a dump found there.
    await page.getByRole('list', { name: 'Places' }).getByRole('link', { name: 'Hollin Fold' }).click();
    await expect(page.getByRole('list', { name: 'Records made here' })).toContainText('Golden chanterelle');
    await page.getByRole('button', { name: 'Change' }).click();
    await page.getByRole('checkbox', { name: 'On or below an old dump' }).click({ force: true });
    await page.getByRole('button', { name: 'Keep the place' }).click();
    await expect(page.getByText('Not to eat. Hollin Fold: it lies on or below an old dump.')).toBeVisible();
    const address = page.url();
    await page.goto(demo(1));
    await expect(page.getByRole('complementary', { name: 'Not to eat' })).toContainText('an old dump');
    await page.goto(address);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByText('Not to eat. Hollin Fold')).toBeHidden();
    await page.goto(demo(1));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Not to eat' })).toBeHidden();
    await page.close();
  });

  test('one tree is visited over years: its dates go to the almanac, and one comes back on a day', async ({
    browser,
  }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.goto('/places?q=lime');
    await expect(page.getByRole('list', { name: 'Places' }).getByRole('listitem')).toHaveCount(1);
    await page.getByRole('link', { name: 'The lime behind the church' }).click();
    const visits = page.getByRole('list', { name: 'Visits' });
    await expect(visits.getByRole('listitem')).toHaveCount(3);
    await page.getByText('Note a visit').click();
    const form = page.getByRole('form', { name: 'A visit' });
    await form.getByLabel('Day of the visit').fill('2026-07-20');
    await form.getByLabel('Which part').selectOption({ label: 'Small-leaved lime: flower' });
    await expect(form.getByRole('button', { name: 'Note the visit' })).toBeDisabled();
    await form.getByLabel('It is').selectOption({ label: 'over' });
    await form.getByRole('button', { name: 'Note the visit' }).click();
    await expect(visits).toContainText('2026-07-20 · Small-leaved lime, flower: over');
    await page.getByText('Come back on a day').click();
    await page.getByLabel('On which day').fill('2027-06-15');
    await page.getByRole('button', { name: 'Remind me' }).click();
    await expect(page.getByText('It stands among what waits, and in the calendar.')).toBeVisible();
    await page.goto('/waiting');
    await expect(page.getByRole('list', { name: 'Waited for' })).toContainText(
      'Come back to The lime behind the church',
    );
    const { dates } = (await (await page.request.get('/api/v1/almanac')).json()) as {
      dates: { taxon: string; edge: string; date: string; place: string }[];
    };
    expect(dates.filter((d) => d.place !== '').map((d) => `${d.taxon} ${d.edge} ${d.date}`)).toContain(
      'tilia-cordata last 2026-06-24',
    );
    await page.close();
  });

  test('what leaves is coarse unless that is said, and other programs read it as it is', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: own.url });
    await page.goto('/places');
    await page.getByText('Take them with you').click();
    const download = async (name: string) => {
      const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
      return readFileSync(await file.path(), 'utf8');
    };
    const coarse = await download('GeoJSON');
    expect(coarse).not.toMatch(/49\.30|19\.30|Hollin|Pasture/);
    expect(coarse).toContain('49.35');
    await page.getByText('Exactly where they are').click();
    await expect(page.getByText('Whoever has the file can walk there.')).toBeVisible();
    const json = JSON.parse(await download('GeoJSON')) as FeatureCollection;
    const tracks = gpx(
      new DOMParser().parseFromString(await download('GPX'), 'text/xml') as never,
    ) as FeatureCollection;

    // Turf's own areas and lengths of what was written are those that the application says, to a thousandth; so is the length of the track in GPX.
    const { places } = (await (await page.request.get('/api/v1/map')).json()) as { places: { id: string }[] };
    let compared = 0;
    for (const { id } of places) {
      const p = (await (await page.request.get(`/api/v1/places/${id}`)).json()) as {
        about: { name: string };
        square_metres: number;
        length_m: number;
      };
      const feature = json.features.find((f) => f.id === id);
      expect(feature, p.about.name).toBeDefined();
      if (!feature || p.length_m === 0) continue;
      compared++;
      if (p.square_metres > 0) expect(Math.abs(area(feature) / p.square_metres - 1)).toBeLessThan(0.001);
      expect(Math.abs((1000 * length(feature)) / p.length_m - 1)).toBeLessThan(0.001);
      const track = tracks.features.find((f) => f.properties?.name === p.about.name);
      expect(track?.geometry.type).toBe('LineString');
      if (track) expect(Math.abs((1000 * length(track)) / p.length_m - 1)).toBeLessThan(0.001);
    }
    expect(compared).toBeGreaterThanOrEqual(3);
    expect(await download('Table (CSV)')).toContain('kind,id,date,name,taxa');
    await page.close();
  });

  test("one's own map is the one place that pictures are fetched from, and only from when it was set", async ({
    browser,
  }) => {
    const asked: string[] = [];
    const picture = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
      'base64',
    );
    const tiles = createServer((q, a) => {
      asked.push(q.url ?? '');
      a.writeHead(200, { 'content-type': 'image/png', 'cross-origin-resource-policy': 'cross-origin' }).end(picture);
    });
    await new Promise<void>((done) => tiles.listen(0, '127.0.0.1', done));
    const host = `http://127.0.0.1:${(tiles.address() as AddressInfo).port}`;
    const page = await browser.newPage({ baseURL: own.url });
    const hosts = new Set<string>();
    page.on('request', (r) => {
      if (!r.url().startsWith('data:')) hosts.add(new URL(r.url()).origin);
    });
    await page.goto('/places');
    await expect(page.locator('path.wood').first()).toBeVisible();
    expect([...hosts]).toEqual([own.url]);
    await page.goto('/settings');
    await page.getByLabel('Address of a map').fill('https://tiles.example/{z}/{x}.png');
    await page.getByRole('button', { name: 'Keep the settings' }).click();
    await expect(page.getByText(/has \{z\}, \{x\} and \{y\} in it/)).toBeVisible();
    await page.getByLabel('Address of a map').fill(`${host}/{z}/{x}/{y}.png`);
    await page.getByLabel('Whose map it is').fill('Drawn by <Mirel>');
    await page.getByRole('button', { name: 'Keep the settings' }).click();
    await expect(page.getByText('Your settings were kept.')).toBeVisible();
    await page.goto('/places');
    await expect(page.locator('img.leaflet-tile-loaded').first()).toBeVisible();
    await expect(page.getByText('Drawn by <Mirel>')).toBeVisible();
    await expect(page.locator('path.wood')).toHaveCount(0);
    expect(asked.length).toBeGreaterThan(0);
    expect(asked.every((a) => /^\/\d+\/\d+\/\d+\.png$/.test(a))).toBe(true);
    expect([...hosts].sort()).toEqual([own.url, host].sort());
    await page.goto('/settings');
    await page.getByLabel('Address of a map').fill('');
    await page.getByRole('button', { name: 'Keep the settings' }).click();
    await expect(page.getByText('Your settings were kept.')).toBeVisible();
    await page.close();
    tiles.close();
  });

  test('by position: where one is, with its accuracy, and a record begun at a place', async ({ browser }) => {
    const context = await browser.newContext({
      baseURL: own.url,
      geolocation: { latitude: 49.3021, longitude: 19.3044, accuracy: 12 },
      permissions: ['geolocation'],
      viewport: { width: 390, height: 844 },
    });
    const page = await context.newPage();
    await page.goto('/places');
    await page.getByRole('button', { name: 'Where am I' }).click();
    await expect(page.locator('path.me')).toBeVisible();
    await page.getByRole('button', { name: 'Add a place' }).click();
    await page.getByRole('button', { name: 'Here', exact: true }).click();
    await expect(page.getByText('1 position: 49.30210, 19.30440')).toBeVisible();
    await page.getByRole('button', { name: 'That is where it is' }).click();
    await page.getByLabel('Its name').fill('By the second gate');
    await page.getByRole('button', { name: 'Keep the place' }).click();
    await expect(page.getByText('within 12 m')).toBeVisible();
    await page.getByRole('button', { name: 'A mushroom here' }).click();
    await expect(page).toHaveURL(/\/bench\//);
    await page.goBack();
    await expect(page.getByRole('list', { name: 'Records made here' }).getByRole('listitem')).not.toHaveCount(0);
    await context.close();
  });
});

test('a map that lies in the data folder is shown in place of the valley, of shapes or of pictures, and nothing else is asked for', async ({
  browser,
}) => {
  for (const [name, kind, tile] of [
    ['shapes', kinds.shapes, waterTile()],
    ['pictures', kinds.pictures, picture],
    ['broken', kinds.shapes, undefined],
  ] as const) {
    const data = mkdtempSync(join(tmpdir(), 'thicket-map-'));
    const own = new Thicket(data);
    await own.start();
    const file = tile ? mapFile(tile, kind, 'Made up <b>by hand</b>') : Buffer.from('PMTiles, but not really');
    writeFileSync(join(data, 'valley.pmtiles'), file);
    const page = await browser.newPage({ baseURL: own.url });
    const elsewhere: string[] = [];
    page.on('request', (r) => {
      if (!/^(data|blob):/.test(r.url()) && !r.url().startsWith(own.url)) elsewhere.push(r.url());
    });
    await page.goto('/places');
    const map = page.getByRole('region', { name: 'Map' });
    if (!tile) {
      await expect(page.getByText('The map valley.pmtiles in the data folder cannot be read')).toBeVisible();
    } else {
      await expect(map).toContainText('Made up <b>by hand</b>');
      await expect(map.locator('path.meadow')).toHaveCount(0);
    }
    if (name === 'shapes') {
      const blue = () =>
        map
          .locator('canvas.leaflet-tile')
          .first()
          .evaluate((c: HTMLCanvasElement) => {
            const [r = 0, , b = 0, a] = c.getContext('2d')?.getImageData(c.width / 2, c.height / 2, 1, 1).data ?? [];
            return a === 255 && b > r + 30;
          });
      await expect.poll(blue).toBe(true);
    }
    if (name === 'pictures') {
      await expect
        .poll(() =>
          map
            .locator('img.leaflet-tile')
            .first()
            .evaluate((i: HTMLImageElement) => i.naturalWidth),
        )
        .toBe(1);
    }
    expect(elsewhere).toEqual([]);
    await page.close();
    await own.stop();
    rmSync(data, { recursive: true });
  }
});
