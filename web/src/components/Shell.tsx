import { type ReactNode, Suspense, useEffect, useRef } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { useSettings } from '../api/useSettings';
import { c, face, narrow } from '../theme/tokens';
import { views } from '../views/manifest';
import { useLeaving } from './drafts';
import { Help } from './Help';
import { lazily } from './lazily';
import { Notice } from './Notice';
import { strings } from './strings';

const Leaving = lazily(() => import('./Leaving'));
const Urgent = lazily(() => import('./Urgent'));
/** Fetches it and shows nothing. */
const Fetched = lazily(() => import('./Leaving').then(() => ({ default: () => null })));

/** How high the bar under the thumb is, in CSS pixels, without what the device keeps for itself below. */
const thumbBar = 66;

const Frame = styled.div`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  min-height: 100dvh;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr); grid-template-rows: 1fr; padding-bottom: calc(${thumbBar}px + env(safe-area-inset-bottom));
    @media (max-height: 420px) { padding-bottom: 0; grid-template-rows: 1fr auto; }
  }
  @media print { display: block; }
`;

const Rail = styled.nav`
  position: sticky;
  top: 0;
  align-self: start;
  display: flex;
  flex-direction: column;
  gap: 2px;
  min-height: 100dvh;
  padding: 14px 8px;
  border-right: 1.5px solid ${c('mist')};
  b { font: 700 15px/1.05 ${face.head}; padding: 4px 6px 16px; }
  button { border: 0; background: none; font: inherit; cursor: pointer; }
  a, button { display: grid; justify-items: center; gap: 3px; padding: 9px 2px; border-radius: 10px; text-decoration: none; font-size: 14px; min-height: 48px; }
  a[aria-current] { background: ${c('ink')}; color: ${c('fog')}; }
  @media (max-height: 860px) { gap: 0; b { padding-bottom: 8px; } a, button { padding: 4px 2px; gap: 1px; } }
  svg { width: 26px; height: 26px; fill: none; stroke: currentColor; stroke-width: 1.8; stroke-linecap: round; stroke-linejoin: round; }
  ${narrow} {
    order: 2; position: fixed; inset: auto 0 0; z-index: 5; flex-direction: row; justify-content: space-around; align-items: center;
    min-height: calc(${thumbBar}px + env(safe-area-inset-bottom)); box-sizing: border-box; padding: 4px 6px calc(4px + env(safe-area-inset-bottom)); background: ${c('fog')}; border-right: 0; border-top: 1.5px solid ${c('mist')};
    b, .last { display: none; }
    a, button { padding: 4px clamp(1px, 1.4vw, 8px); font-size: clamp(11px, 3.6vw, 14px); min-width: 0; }
    @media (max-height: 420px) { position: static; }
  }
`;

/** The first thing that the keyboard reaches; it is seen only then. */
const Skip = styled.a`
  position: fixed;
  z-index: 30;
  left: 8px;
  top: -80px;
  padding: 12px 16px;
  background: ${c('zest')};
  color: ${c('onZest')};
  border-radius: 10px;
  &:focus { top: 8px; }
`;

const Main = styled.main`
  &:focus { outline: none; }

  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 100dvh;
  ${narrow} { min-height: 0; }
`;

/** On a phone a view fills the screen at the least: while it is still coming, what stands below is not seen and then pushed away. */
const Room = styled.div`
  display: flex;
  flex-direction: column;
  flex: 1;
  ${narrow} { min-height: 100dvh; }
  @media print { min-height: 0; }
`;

const Foot = styled.footer`
  margin-top: auto;
  padding: 10px 26px;
  border-top: 1.5px solid ${c('mist')};
  font-size: 14.5px;
  color: ${c('stone')};
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 20px;
  strong { color: ${c('ink')}; }
  .narrow { display: none; padding: 12px 0; }
  ${narrow} { padding: 10px 16px; .narrow { display: block; } }
`;

/** The standing cautions, and whom to call. They stand on every view. */
export function StandingCautions() {
  const { data } = useSettings();
  const call = (name: string, number: string | undefined) =>
    number ? (
      <span>
        {name}:{' '}
        <a href={`tel:${number.replaceAll(' ', '')}`}>
          <strong>{number}</strong>
        </a>
      </span>
    ) : (
      <span>
        {name}: <Link href="/settings">{strings.setYours}</Link>
      </span>
    );
  return (
    <Foot>
      <span>
        <strong>{strings.thisIsNotAPromise}</strong>
        {strings.neverEatOnTheWord}
      </span>
      <span>{strings.cookWildMushroomsFirstTime}</span>
      <span>{strings.localLawProtectedKindsAnd}</span>
      <Link href="/emergency">
        <strong>{strings.somebodyIsIll}</strong>
      </Link>
      {data && call(strings.poisonCentre, data.poison_centre)}
      {data && call(strings.emergency, data.emergency_service)}
      <Link href="/settings" className="narrow">
        {strings.settings}
      </Link>
    </Foot>
  );
}

/** How long, in ms, a view's heading is waited for. */
const headingWithin = 3_000;

/** Whether one has gone back or on: then the browser knows how far down one was. */
let wentBack = false;
addEventListener('popstate', () => {
  wentBack = true;
});

/** Brings whoever has gone to another view to its heading, as a page that was loaded would. */
function useHeadingOf(path: string) {
  const was = useRef(path);
  useEffect(() => {
    if (was.current === path) return;
    was.current = path;
    const until = performance.now() + headingWithin;
    const stays = wentBack;
    wentBack = false;
    let frame = 0;
    const from = document.activeElement;
    const look = () => {
      const heading = document.querySelector<HTMLElement>('main h1');
      const on = document.activeElement;
      // Who has gone on by the keyboard meanwhile is not called back.
      if (heading && (on === from || on === document.body) && !(on instanceof HTMLInputElement)) {
        heading.tabIndex = -1;
        heading.focus({ preventScroll: true });
        if (!stays) scrollTo(0, 0);
      } else if (!heading && performance.now() < until) frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [path]);
}

/** Asks whoever goes although something is half filled in; fetched before there is anything to ask. */
function Asking() {
  const { then, filled, stay, leave } = useLeaving();
  if (!filled && !then) return null;
  return <Suspense>{then ? <Leaving stay={stay} leave={leave} /> : <Fetched />}</Suspense>;
}

/** The frame round every view: the views at the side, or at the bottom edge for the thumb. */
export function Shell({ children }: { children: ReactNode }) {
  const [path] = useLocation();
  useHeadingOf(path);
  const here = (to: string) => (to === '/' ? path === '/' : path.startsWith(to));
  return (
    <Frame>
      <Skip href="#work" data-screen-only>
        {strings.toTheWorkItself}
      </Skip>
      <Rail aria-label={strings.views}>
        <b>{strings.zestyThicket}</b>
        {Object.values(views).map(
          ({ path: to, nav }) =>
            nav && (
              <Link
                key={to}
                href={to}
                className={to === '/settings' || nav.wide ? 'last' : undefined}
                aria-current={here(to) ? 'page' : undefined}
              >
                <svg viewBox="0 0 26 26" aria-hidden="true">
                  <path d={nav.icon} />
                </svg>
                {nav.name}
              </Link>
            ),
        )}
        <Help />
      </Rail>
      <Main id="work" tabIndex={-1}>
        <Room>
          <Suspense>
            <Urgent path={path} />
          </Suspense>
          {children}
        </Room>
        <StandingCautions />
      </Main>
      <Notice />
      <Asking />
    </Frame>
  );
}
