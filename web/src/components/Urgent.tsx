import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../api/client';
import { useChangePicking } from '../api/useChangePicking';
import { useSettings } from '../api/useSettings';
import { useUrgent } from '../api/useUrgent';
import { c } from '../theme/tokens';
import { Button } from './Buttons';
import { keep, kept } from './onDevice';
import { readyToRing, ring } from './ring';
import { strings } from './strings';
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

const printed = (p: Schema['Print']) => strings.aSporePrintCanBe([p.name, p.tray].filter(Boolean).join(', '));

const due = (t: Schema['Task']) => strings.itsTimeHasCome(t.what);

/** Something that can be put off for a while on this device. */
function Reminder({ id, name, says, to, link }: { id: string; name: string; says: string; to: string; link: string }) {
  const [, setPutOff] = useState(0);
  if (Date.now() - Number(kept(`put-off-${id}`) ?? 0) <= later) return null;
  return (
    <Bar aria-label={name} $quiet>
      <span>
        {says}. <Link href={to}>{link}</Link>
      </span>
      <Button
        onPress={() => {
          keep(`put-off-${id}`, String(Date.now()));
          setPutOff(Date.now());
        }}
      >
        {strings.later}
      </Button>
    </Bar>
  );
}

/** Says on every view, until it is seen to, what cannot wait. The view that a thing belongs to says it larger. */
export default function Urgent({ path }: { path: string }) {
  const { data } = useUrgent();
  const { mutate, isPending } = useChangePicking();
  useEffect(() => {
    for (const p of data?.prints ?? []) notify(p.id, printed(p), strings.lookAtItInDaylight);
    for (const x of data?.tasks ?? []) notify(x.id, due(x), x.why);
  }, [data]);
  // Where somebody is ill the numbers stand first.
  if (!data || path === '/emergency') return null;
  return (
    <>
      {data.dirty
        .filter((d) => path !== `/baskets/${d.picking}`)
        .map((d) => (
          <Bar key={d.picking} aria-label={strings.handsAndKnife}>
            <span>
              <strong>{strings.cleanHandsAndKnife}</strong>
              {strings.wasHandledWhatYouSmell(d.after)}
              <Link href={`/baskets/${d.picking}`}>{strings.theBasket}</Link>
            </span>
            <Button isDisabled={isPending} onPress={() => mutate({ id: d.picking, change: { do: 'clean' } })}>
              {strings.theyAreClean}
            </Button>
          </Bar>
        ))}
      {path !== '/prints' &&
        data.prints.map((p) => (
          <Reminder key={p.id} id={p.id} name="A spore print" says={printed(p)} to="/prints" link="Look at it" />
        ))}
      {path !== '/waiting' &&
        data.tasks.map((x) => (
          <Reminder key={x.id} id={x.id} name="Waited for" says={due(x)} to="/waiting" link="What waits" />
        ))}
      {data.timers.map((t) => (
        <Running key={t.id} timer={t} now={data.now} at={data.at} here={path === `/kitchen/${t.batch}`} />
      ))}
    </>
  );
}

/** How often, in ms, a timer whose time is over sounds again, and how many times. Common practice; no source. */
const again = 15_000;
const times = 20;
/** How often, in ms, it is tried. */
const tries = 1000;

/** A timer that runs, with what is left of it; what stands on its own batch's view is said there alone, and sounds here too. */
function Running({ timer: t, now, at, here }: { timer: Schema['BatchTimer']; now: string; at: number; here: boolean }) {
  useTick();
  const { data: settings } = useSettings();
  const seconds = left(t, now, at);
  const over = seconds <= 0;
  const [silent, setSilent] = useState(() => kept(`silent-${t.id}`) !== null);
  useEffect(() => {
    addEventListener('pointerdown', readyToRing, { once: true });
    addEventListener('keydown', readyToRing, { once: true });
    return () => {
      removeEventListener('pointerdown', readyToRing);
      removeEventListener('keydown', readyToRing);
    };
  }, []);
  useEffect(() => {
    if (over) notify(t.id, strings.timeIsOver(t.name), strings.itWasForMinutes(t.says, t.minutes));
  }, [over, t]);
  const quiet = silent || !settings || settings.quiet;
  useEffect(() => {
    if (!over || quiet) return;
    let rung = 0;
    let next = 0;
    const sound = () => {
      if (Date.now() < next || !ring()) return; // before the page was touched a device may not; then at once
      next = Date.now() + again;
      if (++rung === times) clearInterval(timer);
    };
    const timer = setInterval(sound, tries);
    sound();
    return () => clearInterval(timer);
  }, [over, quiet]);
  const silence = () => {
    keep(`silent-${t.id}`, 'yes');
    setSilent(true);
  };
  if (here && (!over || quiet)) return null;
  return (
    <Bar aria-label={strings.aTimer} $quiet={!over}>
      <span role={over ? 'alert' : undefined}>
        <strong>{over ? strings.timeIsOver2 : clock(seconds)}</strong>
        {strings.isBeing(t.name, t.says)}
        {!here && <Link href={`/kitchen/${t.batch}`}>{strings.theBatch}</Link>}
      </span>
      {over && !quiet && <Button onPress={silence}>{strings.silence}</Button>}
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
