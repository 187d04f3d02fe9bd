import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { resolve } from 'node:path';
import { test as base, expect } from '@playwright/test';
import { createServer } from '../../web/node_modules/vite/dist/node/index.js';

type Shown = Record<string, string>;
type Sizes = Record<string, number>;
type Half = (shown: Shown, sizes?: Sizes) => string;

const root = resolve(import.meta.dirname, '../..');

type State = string | { state: string; rare?: boolean; when?: string };

interface Guide {
  characters: { id: string; kind: string; states?: { id: string }[] }[];
  taxa: {
    id: string;
    kingdom: 'fungi' | 'plantae';
    scores: Record<string, State[] | Record<string, number> | number[]>;
  }[];
}

const guide: Guide = JSON.parse(readFileSync(`${root}/guide/shipped.json`, 'utf8'));

/** The pen itself, drawing to text: no browser is needed to hold figures against readings. */
const test = base.extend<object, { pen: Record<string, [Half, Half]> }>({
  pen: [
    // biome-ignore lint/correctness/noEmptyPattern: the fixture takes nothing
    async ({}, use) => {
      const vite = await createServer({
        root: `${root}/web`,
        server: { middlewareMode: true, hmr: false, watch: null },
        logLevel: 'error',
        appType: 'custom',
      });
      const require = createRequire(`${root}/web/package.json`);
      const { createElement } = require('react');
      const { renderToStaticMarkup } = require('react-dom/server');
      const { Mushroom } = await vite.ssrLoadModule('/src/drawings/Mushroom.tsx');
      const { Halved } = await vite.ssrLoadModule('/src/drawings/Halved.tsx');
      const { Habit } = await vite.ssrLoadModule('/src/drawings/Habit.tsx');
      const { Details } = await vite.ssrLoadModule('/src/drawings/Details.tsx');
      const drawn =
        (part: unknown): Half =>
        (shown, sizes = {}) =>
          renderToStaticMarkup(createElement(part, { shown, sizes, unknown: true }));
      await use({ fungi: [drawn(Mushroom), drawn(Halved)], plantae: [drawn(Habit), drawn(Details)] });
      await vite.close();
    },
    { scope: 'worker' },
  ],
});

/** The characters that a figure draws, with what must be read besides for the part to be there. */
const parts: Record<string, Record<string, Shown>> = {
  fungi: {
    'cap-shape': {},
    underside: {},
    'gill-spacing': { underside: 'gills' },
    'cap-margin': { 'cap-shape': 'dome' },
    'cap-surface': { 'cap-shape': 'dome' },
    'cap-patches': { 'cap-shape': 'dome' },
    'stem-ring': { 'cap-shape': 'dome' },
    'stem-base': {},
    'stem-surface': { 'cap-shape': 'dome' },
    'stem-net': { 'cap-shape': 'dome' },
    'stem-inside': { 'cap-shape': 'dome' },
    'stem-place': { 'cap-shape': 'dome', 'stem-base': 'plain' },
    'gill-attachment': { 'cap-shape': 'dome' },
    'cap-hang': { 'cap-shape': 'head' },
    'cut-section': {},
    'ball-skin': { 'cap-shape': 'ball' },
    'flesh-change': { 'cap-shape': 'dome' },
    substrate: {},
    growth: { 'cap-shape': 'dome' },
  },
  plantae: {
    'growth-form': {},
    'leaf-arrangement': {},
    'leaf-division': {},
    'leaf-shape': { 'leaf-division': 'simple' },
    'leaf-margin': { 'leaf-division': 'simple' },
    'leaf-veins': { 'leaf-division': 'simple' },
    'leaf-attachment': {},
    'stem-section': {},
    'stem-core': {},
    inflorescence: {},
    'flower-form': {},
    'petal-tip': {},
    'fruit-type': {},
    'seed-shape': {},
    root: {},
    climbing: { 'growth-form': 'woody-climber' },
    posture: { 'growth-form': 'herb' },
    'leaf-bases': { 'leaf-shape': 'narrow', 'leaf-arrangement': 'basal' },
    'bud-arrangement': {},
    'bud-form': {},
    'leaf-scar': {},
  },
};

const drawnIn = (markup: string) =>
  [...markup.matchAll(/data-part="([^"]+)" data-state="([^"]+)"/g)].map(([, of = '', state = '']) => ({ of, state }));

for (const [kingdom, of] of Object.entries(parts))
  test(`the figure of ${kingdom} draws every state of its parts, each in its own way, and says what is missing`, async ({
    pen,
  }) => {
    const [left, right] = pen[kingdom] ?? [];
    const figure: Half = (shown, sizes) => `${left?.(shown, sizes)}${right?.(shown, sizes)}`;
    const faults: string[] = [];
    for (const [id, besides] of Object.entries(of)) {
      const drawings = new Map<string, string>();
      for (const { id: state } of guide.characters.find((c) => c.id === id)?.states ?? []) {
        const closed = ['cord', 'closed'].includes(state) || state === 'bag';
        const context = closed ? { 'cap-shape': 'ball' } : besides;
        // What says that there is no such part has nothing to draw.
        if (['no-ball', 'no-stem'].includes(state) || (id === 'stem-place' && state === 'none')) continue;
        const markup = figure({ ...context, [id]: state });
        if (!drawnIn(markup).some((p) => p.of === id && p.state === state)) faults.push(`${id}: ${state} is not drawn`);
        const plain = markup.replaceAll(/ data-(part|state)="[^"]*"/g, '');
        const twin = drawings.get(plain);
        if (twin) faults.push(`${id}: ${state} looks like ${twin}`);
        drawings.set(plain, state);
      }
    }
    expect(faults).toEqual([]);
    const bare = figure({});
    expect(drawnIn(bare)).toEqual([]);
    expect(bare.match(/data-missing/g)?.length).toBeGreaterThan(4);
  });

test('what was read as having no stem is drawn without one, and nothing of a stem is missing', async ({ pen }) => {
  const drawn = (shown: Shown) => (pen.fungi ?? []).map((half) => half(shown, {})).join('');
  const missing = (markup: string) => [...markup.matchAll(/data-missing="([^"]+)"/g)].map(([, name]) => name);
  const gilled = { underside: 'gills', 'cap-shape': 'dome' };
  expect(missing(drawn(gilled))).toEqual(['base', 'ring', 'base', 'joint', 'inside']);
  const fan = { ...gilled, 'stem-place': 'none', 'stem-surface': 'smooth', 'stem-ring': 'skirt', 'stem-base': 'sac' };
  expect(missing(drawn(fan))).toEqual([]);
  expect(drawnIn(drawn(fan)).filter(({ of }) => of.startsWith('stem-'))).toEqual([{ of: 'stem-place', state: 'none' }]);
});

test("no taxon's figure shows anything but what the guide says", async ({ pen }) => {
  const faults: string[] = [];
  let drawn = 0;
  for (const taxon of guide.taxa) {
    const shown: Shown = {};
    const sizes: Sizes = {};
    for (const [id, score] of Object.entries(taxon.scores)) {
      if (!Array.isArray(score)) {
        const { low, high, min, max } = score;
        sizes[id] = ((low ?? min ?? 0) + (high ?? max ?? 0)) / 2;
      } else if (typeof score[0] === 'number') {
        sizes[id] = score[0];
      } else {
        const usual = (score as State[]).find((s) => typeof s === 'string') ?? (score[0] as State);
        shown[id] = typeof usual === 'string' ? usual : usual.state;
      }
    }
    for (const half of pen[taxon.kingdom] ?? [])
      for (const { of, state } of drawnIn(half(shown, sizes))) {
        drawn++;
        if (shown[of] !== state && String(sizes[of]) !== state)
          faults.push(`${taxon.id}: ${of} drawn as ${state}, said ${shown[of]}`);
      }
  }
  expect(faults).toEqual([]);
  expect(drawn / guide.taxa.length).toBeGreaterThan(10);
});

test('proportions follow measures', async ({ pen }) => {
  const [side] = pen.fungi ?? [];
  const widthOf = (sizes: Sizes) => {
    const stem = /data-part="stem-base"[^>]*><path class="paper" d="([^"]+)"/.exec(
      side?.({ 'cap-shape': 'dome', 'stem-base': 'plain' }, sizes) ?? '',
    );
    const xs = [...(stem?.[1] ?? '').matchAll(/[MCH]([\d.]+)/g)].map(([, x]) => Number(x));
    return Math.max(...xs) - Math.min(...xs);
  };
  const slim = widthOf({ 'stem-width': 6, 'cap-diameter': 60 });
  const stout = widthOf({ 'stem-width': 12, 'cap-diameter': 60 });
  expect(stout / slim).toBeCloseTo(2, 1);
  const [, apart] = pen.plantae ?? [];
  const petals = (n: number) => apart?.({}, { 'petal-count': n }).match(/rotate/g)?.length;
  expect(petals(4)).toBe(4);
  expect(petals(6)).toBe(6);
});
