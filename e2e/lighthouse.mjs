// What Lighthouse says of every main view on a phone: npm run lighthouse [-- BINARY [RUNS [VIEW …]]]. It starts the program on
// demo data of its own, takes the median of five runs of each view and, where all views were asked for, writes the table
// into docs/speed-on-a-phone.md. Lighthouse reckons a slow phone: a processor four times slower and a slow network.
import { readFileSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import lighthouse from 'lighthouse';
import { browserPath, served } from './program.mjs';

const [binary = '../bin/thicket', runs = '5', ...only] = process.argv.slice(2);
const record = (n) => `01960000-0000-7000-8000-${String(n).padStart(12, '0')}`;

/** The main views, at addresses of the demo. */
const views = {
  today: '/',
  'bench, looking on': `/bench/${record(5)}`,
  'bench, cleared': `/bench/${record(1)}`,
  records: '/records',
  guide: '/guide',
  "a taxon's page": '/guide/symphytum-officinale',
  'a family': '/guide/family/Apiaceae',
  'side by side': '/compare?target=symphytum-officinale&other=digitalis-purpurea',
  key: '/key',
  almanac: '/almanac?date=2026-09-05',
  walks: '/walks',
  baskets: '/baskets',
  kitchen: '/kitchen',
  places: '/places',
  year: '/year',
  practice: '/practice',
  emergency: '/emergency',
  data: '/data',
  settings: '/settings',
};

const port = 18_743;
const debugging = 18_744;
const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)];

await served(binary, port, async (base) => {
  const browser = await chromium.launch({
    executablePath: browserPath,
    args: ['--no-sandbox', '--disable-dev-shm-usage', `--remote-debugging-port=${debugging}`],
  });
  const rows = [];
  for (const [name, path] of Object.entries(views)) {
    if (only.length > 0 && !only.includes(name)) continue;
    const taken = [];
    let faults = [];
    for (let i = 0; i < Number(runs); i++) {
      const { lhr } = await lighthouse(base + path, { port: debugging, logLevel: 'silent', output: 'json' });
      const of = (id) => Math.round((lhr.categories[id].score ?? 0) * 100);
      const number = (id) => lhr.audits[id].numericValue ?? 0;
      taken.push({
        performance: of('performance'),
        accessibility: of('accessibility'),
        practices: of('best-practices'),
        seo: of('seo'),
        first: number('first-contentful-paint'),
        largest: number('largest-contentful-paint'),
        blocked: number('total-blocking-time'),
        shift: number('cumulative-layout-shift'),
        weight: number('total-byte-weight'),
      });
      faults = ['accessibility', 'best-practices', 'seo'].flatMap((c) =>
        lhr.categories[c].auditRefs
          .map((r) => lhr.audits[r.id])
          .filter((a) => a.score !== null && a.score < 1)
          .map((a) => `${a.id}: ${JSON.stringify(a.details?.items?.slice(0, 3) ?? '').slice(0, 400)}`),
      );
      if (process.env.DETAIL && i === 0) writeFileSync(`${process.env.DETAIL}/${name.replaceAll(/\W+/g, '-')}.json`, JSON.stringify(lhr));
    }
    const of = (key) => median(taken.map((t) => t[key]));
    const row = [
      name,
      of('performance'),
      of('accessibility'),
      of('practices'),
      of('seo'),
      (of('first') / 1000).toFixed(1),
      (of('largest') / 1000).toFixed(1),
      Math.round(of('blocked')),
      of('shift').toFixed(2),
      Math.round(of('weight') / 1000),
    ];
    rows.push(row);
    console.log(row.join(' | '));
    for (const f of faults) console.log(`    ${f}`);
  }
  await browser.close();
  if (only.length === 0) {
    const doc = '../docs/speed-on-a-phone.md';
    const head =
      '| view | performance | access | practices | found | first paint, s | largest paint, s | blocked, ms | shift | weight, kB |\n|---|---|---|---|---|---|---|---|---|---|\n';
    const table = head + rows.map((r) => `| ${r.join(' | ')} |\n`).join('');
    const was = readFileSync(doc, 'utf8');
    writeFileSync(doc, was.replace(/(<!-- table -->\n)[\s\S]*?(<!-- end -->)/, `$1${table}$2`));
  }
});
