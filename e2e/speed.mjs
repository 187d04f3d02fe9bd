// How fast the built program answers over HTTP, without a browser: node speed.mjs BINARY [GUIDE]
// It starts the program on an empty folder of its own and measures what a reading costs at the server, how long a restart
// takes with 2,000 records and a guide of one's own, and how long one write waits while settings change under 7,000 records.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomBytes } from 'node:crypto';

const [binary, guide] = process.argv.slice(2);
const port = 18_737;
const base = `http://127.0.0.1:${port}`;
const data = mkdtempSync(join(tmpdir(), 'thicket-speed-'));

let clock = Date.now();
function uuid() {
  const b = randomBytes(16);
  b.writeUIntBE(clock++, 0, 6);
  b[6] = 0x70 | (b[6] & 0x0f);
  b[8] = 0x80 | (b[8] & 0x3f);
  return b.toString('hex').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

async function send(method, path, body) {
  const answer = await fetch(base + path, {
    method,
    headers: body ? { 'Content-Type': 'application/json' } : {},
    body: body && JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`);
  return text ? JSON.parse(text) : null;
}

async function start() {
  const began = performance.now();
  const args = ['serve', '--addr', `127.0.0.1:${port}`, '--data', data];
  if (guide) args.push('--guide', guide);
  const program = spawn(binary, args, { stdio: ['ignore', 'ignore', 'inherit'] });
  for (;;) {
    try {
      await send('GET', '/healthz');
      return { program, took: performance.now() - began };
    } catch {
      if (program.exitCode !== null) throw new Error('the program stopped');
      await new Promise((later) => setTimeout(later, 2));
    }
  }
}

async function stop(program) {
  const gone = new Promise((done) => program.on('exit', done));
  program.kill('SIGTERM');
  await gone;
}

const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)];
const worst = (list) => Math.max(...list);
const say = (what, number) => console.log(`${what.padEnd(74)} ${number.toFixed(1).padStart(9)} ms`);

const readings = [
  ['underside', 'gills'],
  ['specimen-base', 'dug-out-whole'],
  ['stem-base', 'plain'],
  ['stem-ring', 'none'],
];

async function makeRecords(many) {
  for (let i = 0; i < many; i++) {
    const id = uuid();
    await send('POST', '/api/v1/records', { id, op: uuid(), about: { kingdom: 'fungi', note: `number ${i}` } });
    const [character, state] = readings[i % readings.length];
    await send('POST', `/api/v1/records/${id}/readings`, { op: uuid(), character, states: [state], sure: true });
  }
}

let { program } = await start();
try {
  const times = [];
  for (let i = 0; i < 40; i++) {
    const id = uuid();
    await send('POST', '/api/v1/records', { id, op: uuid(), about: { kingdom: 'fungi' } });
    for (const [character, state] of readings) {
      const began = performance.now();
      await send('POST', `/api/v1/records/${id}/readings`, { op: uuid(), character, states: [state], sure: true });
      times.push(performance.now() - began);
    }
  }
  say('a reading made over HTTP, with what is ruled on it, median', median(times));

  await makeRecords(1_960);
  const settings = await send('GET', '/api/v1/settings');
  const own = await send('PUT', '/api/v1/overlay/corrections/amanita-phalloides', {
    op: uuid(), common: ['green one'], note: 'seen at the beck', scores: {},
  });
  if (!own.saved) throw new Error('the guide of one\'s own was not kept');
  const restarts = [];
  for (let i = 0; i < 3; i++) {
    await stop(program);
    const again = await start();
    program = again.program;
    restarts.push(again.took);
  }
  say('started again with 2,000 records and a guide of one\'s own, median', median(restarts));

  await makeRecords(5_000);
  let busy = true;
  const waits = [];
  const id = uuid();
  await send('POST', '/api/v1/records', { id, op: uuid(), about: { kingdom: 'fungi' } });
  const began = performance.now();
  const change = send('PUT', '/api/v1/settings', { ...settings, no_smell: true }).then(() => {
    say('settings changed with 7,000 records, until answered', performance.now() - began);
    busy = false;
  });
  for (let i = 0; busy || performance.now() - began < 15_000; i++) {
    const at = performance.now();
    await send('POST', `/api/v1/records/${id}/readings`, { op: uuid(), character: 'underside', states: [i % 2 ? 'gills' : 'pores'], sure: true });
    waits.push(performance.now() - at);
    await new Promise((later) => setTimeout(later, 5));
  }
  await change;
  say('another write meanwhile, median', median(waits));
  say('another write meanwhile, the longest', worst(waits));
} finally {
  await stop(program);
  rmSync(data, { recursive: true });
}
