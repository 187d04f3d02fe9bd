import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../api/client';
import { useChangePicking } from '../api/useChangePicking';
import { useUrgent } from '../api/useUrgent';
import { c } from '../theme/tokens';
import { Button } from './Buttons';
import { left, useTick } from './timers';

/** A line over every view. */
const Bar = styled.aside<{ $quiet?: boolean }>`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px 26px;
  background: ${({ $quiet }) => c($quiet ? 'paper' : 'thornWash')};
  color: ${c('ink')};
  border-bottom: 3px solid ${({ $quiet }) => c($quiet ? 'zest' : 'thorn')};
  @media print { display: none; }
`;

/** For how long, in ms, a reminder stays away that was put off. Common practice; no source. */
const later = 30 * 60_000;

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

/** Tells the device, once for each thing and where it allows that. */
function notify(id: string, title: string, body: string) {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted' || kept(`told-${id}`)) return;
  keep(`told-${id}`, 'yes');
  try {
    new Notification(title, { tag: id, body });
  } catch {
    // some telephones allow it only to installed programs: the page itself says it all the same
  }
}

const printed = (p: Schema['Print']) =>
  `A spore print can be looked at now: ${[p.name, p.tray].filter(Boolean).join(', ')}`;

/** Says on every view, until it is seen to, what cannot wait. The view that a thing belongs to says it larger. */
export default function Urgent({ path }: { path: string }) {
  const { data } = useUrgent();
  const { mutate, isPending } = useChangePicking();
  const [, setPutOff] = useState(0);
  useEffect(() => {
    for (const p of data?.prints ?? [])
      notify(p.id, printed(p), 'Look at it in daylight, before the cap begins to rot.');
  }, [data]);
  if (!data) return null;
  return (
    <>
      {data.dirty
        .filter((d) => path !== `/baskets/${d.picking}`)
        .map((d) => (
          <Bar key={d.picking} aria-label="Hands and knife">
            <span>
              <strong>Clean hands and knife</strong>: {d.after} was handled. What you smell now counts as faded.{' '}
              <Link href={`/baskets/${d.picking}`}>The basket</Link>
            </span>
            <Button isDisabled={isPending} onPress={() => mutate({ id: d.picking, change: { do: 'clean' } })}>
              They are clean
            </Button>
          </Bar>
        ))}
      {path !== '/prints' &&
        data.prints
          .filter((p) => Date.now() - Number(kept(`put-off-${p.id}`) ?? 0) > later)
          .map((p) => (
            <Bar key={p.id} aria-label="A spore print" $quiet>
              <span>
                {printed(p)}. <Link href="/prints">Look at it</Link>
              </span>
              <Button
                onPress={() => {
                  keep(`put-off-${p.id}`, String(Date.now()));
                  setPutOff(Date.now());
                }}
              >
                Later
              </Button>
            </Bar>
          ))}
      {data.timers
        .filter((t) => path !== `/kitchen/${t.batch}`)
        .map((t) => (
          <Running key={t.id} timer={t} now={data.now} at={data.at} />
        ))}
    </>
  );
}

/** A timer that runs, with what is left of it. */
function Running({ timer: t, now, at }: { timer: Schema['BatchTimer']; now: string; at: number }) {
  useTick();
  const seconds = left(t, now, at);
  useEffect(() => {
    if (seconds <= 0) notify(t.id, `Time is over: ${t.name}`, `It was ${t.says} for ${t.minutes} minutes.`);
  }, [seconds, t]);
  return (
    <Bar aria-label="A timer" $quiet={seconds > 0}>
      <span role={seconds > 0 ? undefined : 'alert'}>
        <strong>{seconds > 0 ? clock(seconds) : 'Time is over'}</strong>: {t.name} is being {t.says}.{' '}
        <Link href={`/kitchen/${t.batch}`}>The batch</Link>
      </span>
    </Bar>
  );
}

/** A time in minutes and seconds. */
export const clock = (seconds: number): string => {
  const s = Math.max(0, Math.ceil(seconds));
  const h = Math.floor(s / 3600);
  const two = (n: number) => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}` : `${Math.floor(s / 60)}:${two(s % 60)}`;
};
