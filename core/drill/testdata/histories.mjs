// Writes a thousand random histories of reviews and what the published scheduler (npm: ts-fsrs, whose release 5.4.2 is FSRS 6) makes of them:
// npm install ts-fsrs && node histories.mjs > histories.json
// Each history is a list of [grade, whole days since the last, stability, difficulty, days until due].
import { createEmptyCard, fsrs } from 'ts-fsrs';

let state = 20261127;
const chance = () => {
  // Mulberry32, so that it is the same everywhere.
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};

const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });
const out = [];
for (let h = 0; h < 1000; h++) {
  let now = new Date(Date.UTC(2026, 0, 1, 12));
  let card = createEmptyCard(now);
  const list = [];
  const reviews = 1 + Math.floor(chance() * 9);
  for (let n = 0; n < reviews; n++) {
    const waited = n === 0 ? 0 : Math.floor(chance() * Math.max(2, card.scheduled_days * 2));
    now = new Date(now.getTime() + waited * 86400000);
    const grade = 1 + Math.floor(chance() * 4);
    card = scheduler.next(card, now, grade).card;
    list.push([grade, waited, card.stability, card.difficulty, card.scheduled_days]);
  }
  out.push(list);
}
console.log(`[${out.map((l) => JSON.stringify(l)).join(',\n')}]`);
