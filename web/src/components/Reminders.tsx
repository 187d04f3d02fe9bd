import { useEffect, useState } from 'react';
import { Link } from 'wouter';
import type { Schema } from '../api/client';
import { usePrints } from '../api/usePrints';
import { Button } from './Buttons';
import { Bar } from './Cleaning';

/** For how long, in ms, a reminder stays away that was put off. Common practice; no source. */
const later = 30 * 60_000;

const key = (what: 'put-off' | 'told', id: string) => `print-${what}-${id}`;

function kept(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null; // where nothing may be kept, one is reminded again
  }
}

function keep(name: string, value: string) {
  try {
    localStorage.setItem(name, value);
  } catch {
    // as above
  }
}

const titleOf = (p: Schema['Print']) =>
  `A spore print can be looked at now: ${[p.name, p.tray].filter(Boolean).join(', ')}`;

/** Tells the device, once for each print and where it allows that. */
function notify(p: Schema['Print']) {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted' || kept(key('told', p.id))) return;
  keep(key('told', p.id), 'yes');
  try {
    new Notification(titleOf(p), { tag: p.id, body: 'Look at it in daylight, before the cap begins to rot.' });
  } catch {
    // some telephones allow it only to installed programs: the page itself says it all the same
  }
}

/** Says on every view that a print can be looked at, while its time lasts. The prints' own view says it larger. */
export default function Reminders({ path }: { path: string }) {
  const { data } = usePrints();
  const [, setPutOff] = useState(0);
  const due = data?.prints.filter((p) => p.state === 'ready' && !p.done && !p.deleted) ?? [];
  const names = due.map((p) => p.id).join(' ');
  useEffect(() => due.forEach(notify), [names]);
  if (path === '/prints') return null;
  return due
    .filter((p) => Date.now() - Number(kept(key('put-off', p.id)) ?? 0) > later)
    .map((p) => (
      <Bar key={p.id} aria-label="A spore print" $quiet>
        <span>
          {titleOf(p)}. <Link href="/prints">Look at it</Link>
        </span>
        <Button
          onPress={() => {
            keep(key('put-off', p.id), String(Date.now()));
            setPutOff(Date.now());
          }}
        >
          Later
        </Button>
      </Bar>
    ));
}
