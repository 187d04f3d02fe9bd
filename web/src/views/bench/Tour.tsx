import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { useLocation } from 'wouter';
import { newId, type Ruled } from '../../api/client';
import { type Change, sendChange } from '../../api/sendChange';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { keepTourSeen } from '../../components/tourSeen';
import { useShortcuts } from '../../components/useShortcuts';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

const Panel = styled.aside`
  position: fixed;
  z-index: 8;
  right: 18px;
  bottom: 18px;
  width: min(400px, calc(100vw - 24px));
  display: grid;
  gap: 10px;
  padding: 16px 18px;
  border-radius: 16px;
  background: ${c('band')};
  color: ${c('onBand')};
  h2 { font-size: 19px; }
  small { font-size: 14px; }
  button { min-height: 44px; padding: 8px 14px; }
  button:not([data-next]) { color: ${c('onBand')}; background: none; border-color: ${c('onBand')}; }
  ${narrow} { right: 12px; bottom: 76px; padding: 12px 14px; font-size: 15px; }
`;

interface Step {
  /** What it speaks of, as a selector. */
  at: string;
  title: string;
  text: string;
  /** What is asked meanwhile. */
  asks?: string;
}

const verdict = '[data-verdict]';
const ask = 'section[aria-label="Look here next"]';
const specimen = 'section[aria-label="The specimen"]';
const standing = 'section[aria-label="Harmful species still standing"]';

function steps(left: boolean): Step[] {
  return [
    {
      at: verdict,
      title: strings.thisLineRules,
      text: strings.aMadeUpWhiteMushroom,
    },
    {
      at: ask,
      title: strings.lookWhereItAsks,
      asks: 'specimen-base',
      text: 'It asks for what settles most with the least work. Play that you go back and dig out the rest: press “Dug out whole”. It is kept at once; Undo takes it back.',
    },
    {
      at: ask,
      title: strings.nowTheBaseCounts,
      asks: 'stem-base',
      text: strings.onAPieceThatWas,
    },
    {
      at: verdict,
      title: left ? strings.oneReadingEndedIt : strings.oneReadingCanEndIt,
      text: left ? strings.aSacAtTheBase : strings.nothingWasPressedWhichIs,
    },
    {
      at: specimen,
      title: strings.whatWasReadIsDrawn,
      text: strings.brokenLinesHaveNotBeen,
    },
    {
      at: standing,
      title: strings.whatStillStands,
      text: strings.everyHarmfulOneItCould,
    },
    {
      at: 'footer',
      title: strings.thisIsNotAPromise,
      text: strings.showAFirstFindTo,
    },
  ];
}

/** The walk-through of a practice record: a card a step, and what it speaks of framed. */
export default function Tour({
  record,
  onChange,
  onPick,
}: {
  record: Ruled;
  onChange: (change: Change) => void;
  onPick: (character: string) => void;
}) {
  const [at, setAt] = useState(0);
  const [, go] = useLocation();
  const head = useRef<HTMLHeadingElement>(null);
  const all = steps(record.ruling.verdict === 'leave');
  const step = all[at] as Step;
  const last = at === all.length - 1;
  const stop = () => {
    keepTourSeen();
    go(`/bench/${record.id}`, { replace: true });
  };
  useEffect(() => {
    if (step.asks && !record.readings.some((r) => r.character === step.asks && !r.unseen)) onPick(step.asks);
    const on = document.querySelector(step.at);
    on?.setAttribute('data-lit', '');
    on?.scrollIntoView({ block: 'start' });
    head.current?.focus({ preventScroll: true });
    return () => on?.removeAttribute('data-lit');
  }, [at]);
  useShortcuts({
    escape: stop,
    arrowright: () => setAt(Math.min(at + 1, all.length - 1)),
    arrowleft: () => setAt(Math.max(at - 1, 0)),
  });
  const discard = () => {
    keepTourSeen();
    onChange({ do: 'delete' });
    go('/');
    tell({
      text: strings.thePracticeRecordWasDeleted,
      action: {
        name: strings.undo,
        do: () => sendChange(record.id, { op: newId() }, { do: 'restore' }).then(() => go(`/bench/${record.id}`)),
      },
    });
  };
  return (
    <Panel aria-label={strings.walkThrough} data-screen-only>
      <small>{strings.ofWord(at + 1, all.length)}</small>
      <h2 ref={head} tabIndex={-1}>
        {step.title}
      </h2>
      <p>{step.text}</p>
      <Row>
        {!last && (
          <Primary data-next onPress={() => setAt(at + 1)}>
            {strings.next}
          </Primary>
        )}
        {last && (
          <Primary data-next onPress={discard}>
            {strings.doneDeleteThePractice}
          </Primary>
        )}
        {at > 0 && <Button onPress={() => setAt(at - 1)}>{strings.back}</Button>}
        <Quiet onPress={stop}>{last ? strings.keepItAndLookRound : strings.stop}</Quiet>
      </Row>
    </Panel>
  );
}
