// Filled the database in this folder: 200 records with corrections, undo, closed and deleted ones, and a guide of one's own,
// through the program as it was at 166e61e (migration 0003), running on core/guidetest/testdata/small-guide.json.
//   thicket serve --guide core/guidetest/testdata/small-guide.json --addr 127.0.0.1:18738 --data DIR
//   node store/testdata/fill.mjs http://127.0.0.1:18738 shown.json
// What the program then showed of every record is written to the file named.
import { writeFileSync } from 'node:fs';

const [base, file] = process.argv.slice(2);

// A generator with a seed (mulberry32), so that the same records come of it each time.
let seed = 20_261_126;
function chance() {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
}
const below = (n) => Math.floor(chance() * n);
const pick = (list) => list[below(list.length)];
let count = 0;
const uuid = () => `01960000-0000-7000-8000-${(0xabc000000000 + count++).toString(16)}`;

async function send(method, path, body, may = []) {
  const answer = await fetch(`${base}/api/v1${path}`, {
    method, headers: body ? { 'Content-Type': 'application/json' } : {}, body: body && JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok && !may.includes(answer.status)) throw new Error(`${method} ${path}: ${answer.status} ${text}`);
  return answer.ok ? JSON.parse(text) : null;
}

const settings = {
  observer: 'Mara Velin', place: { name: 'Velna valley', latitude: 49.3, longitude: 19.3 }, region: '11', no_colour: false, no_smell: false,
  all_tools: false, kit: ['knife', 'ruler'], taught: [], units: 'metric', poison_centre: '', emergency_service: '112',
};
await send('PUT', '/settings', settings);

async function own(method, path, body) {
  const change = { op: uuid(), ...body };
  const asked = await send(method, `/own${path}`, change);
  if (!asked.saved) await send(method, `/own${path}`, { ...change, confirm: asked.confirm });
}
await own('PUT', '/corrections/amanita-phalloides', { common: ['Green one of the weir'], note: 'Under the oaks by the weir.', scores: {} });
await own('PUT', '/corrections/cantharellus-cibarius', { common: ['Fox ear'], note: '', scores: { 'cap-diameter': { min: 10, max: 150 } } });
await own('PUT', '/taxa/amanita-velnensis', { taxon: {
  id: 'amanita-velnensis', name: 'Amanita velnensis', family: 'Amanitaceae', kingdom: 'fungi', use: 'none', harm: 'deadly', common: ['Velna amanita'],
  scores: { underside: ['gills'], 'stem-base': ['sac'], 'stem-ring': ['skirt', { state: 'none', rare: true }] },
} });

const guide = await send('GET', '/guide');
const taxa = guide.taxa.filter((t) => t.id !== 'amanita-velnensis');
const ids = [];
for (let i = 0; i < 200; i++) {
  const taxon = pick(taxa);
  const { scores } = await send('GET', `/taxa/${taxon.id}`);
  const characters = guide.characters.filter((c) => c.kingdoms.includes(taxon.kingdom) || c.organ === 'specimen');
  const id = uuid();
  ids.push(id);
  await send('POST', '/records', { id, op: uuid(), about: {
    kingdom: taxon.kingdom, purpose: chance() < 0.1 ? 'touch' : 'eat', target: chance() < 0.6 ? taxon.id : '', date: `2026-${String(1 + below(12)).padStart(2, '0')}-15`,
    region: pick(['11', '11', '74', '']), place: { name: pick(['The weir', 'Upper Velna', 'Hazel bank']) }, observer: 'Mara Velin', note: `number ${i}`,
  } });
  const to = `/records/${id}`;
  const read = async (c, more = {}) => {
    const score = scores[c.id];
    const reading = { op: uuid(), character: c.id, sure: chance() < 0.85, ...more };
    if (c.kind === 'states') {
      const usual = Array.isArray(score) ? score.map((s) => s.state ?? s) : [];
      reading.states = [usual.length && chance() < 0.9 ? pick(usual) : pick(c.states).id];
    } else {
      reading.value = Array.isArray(score) ? pick(score) : (score?.low ?? score?.min ?? 5);
    }
    if (chance() < 0.08) {
      for (const key of ['states', 'value', 'sure']) delete reading[key];
      reading.unseen = pick(['not-checked', 'lost', 'no-tool']);
    }
    return send('POST', `${to}/readings`, reading, [409]);
  };
  let shown = null;
  for (let k = below(14); k >= 0; k--) {
    shown = await read(pick(characters));
    if (shown?.ruling.again && chance() < 0.8) {
      const again = guide.characters.find((c) => c.id === shown.ruling.again);
      shown = await read(again, chance() < 0.5 ? { afresh: true } : {});
    }
    if (chance() < 0.2 && shown?.readings.length) {
      const { character } = pick(shown.readings);
      shown = await read(guide.characters.find((c) => c.id === character));
    }
    if (chance() < 0.15) await send('POST', `${to}/undo`, { op: uuid() }, [409]);
    if (chance() < 0.08) await send('POST', `${to}/redo`, { op: uuid() }, [409]);
    if (chance() < 0.05 && shown?.readings.length) await send('POST', `${to}/clear`, { op: uuid(), character: pick(shown.readings).character }, [409]);
    if (chance() < 0.05) await send('PUT', `${to}/about`, { op: uuid(), about: { ...shown.about, note: `number ${i}, seen again`, target: chance() < 0.5 ? taxon.id : '' } });
  }
  if (chance() < 0.3) await send('POST', `${to}/close`, { op: uuid(), closing: { done: pick(['took', 'left', 'kept']), note: 'by the weir' } });
  if (chance() < 0.15) await send('POST', `${to}/reopen`, { op: uuid() }, [409]);
  if (chance() < 0.1) await send('POST', `${to}/delete`, { op: uuid() }, [409]);
  if (chance() < 0.05) await send('POST', `${to}/restore`, { op: uuid() }, [409]);
}
// Closed before the settings changed: what was frozen must not change with them.
await send('PUT', '/settings', { ...settings, no_smell: true, kit: ['knife'], taught: [guide.gates[0].id] });

const records = {};
for (const id of ids) records[id] = { shown: await send('GET', `/records/${id}`), history: await send('GET', `/records/${id}/history`) };
writeFileSync(file, JSON.stringify({
  records, listed: await send('GET', '/records'), deleted: await send('GET', '/records?deleted=true'), own: await send('GET', '/own'),
  settings: await send('GET', '/settings'), hash: (await send('GET', '/guide')).hash,
}));
