import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The browser that the system has. */
export const browserPath =
  process.env.CHROMIUM ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((at) => existsSync(at));

/** Serves demo data from a folder of its own while something is measured, and clears it away. */
export async function served(binary, port, measure) {
  const data = mkdtempSync(join(tmpdir(), 'thicket-measured-'));
  const base = `http://127.0.0.1:${port}`;
  const program = spawn(binary, ['serve', '--demo', '--addr', `127.0.0.1:${port}`, '--data', data], { stdio: 'ignore' });
  const ended = new Promise((done) => program.on('exit', done));
  try {
    while (!(await fetch(`${base}/healthz`).catch(() => null))?.ok) {
      if (program.exitCode !== null) throw new Error(`${binary} ended by itself: is the port ${port} taken?`);
      await new Promise((later) => setTimeout(later, 50));
    }
    await measure(base);
  } finally {
    program.kill('SIGTERM');
    await ended;
    rmSync(data, { recursive: true, force: true });
  }
}
