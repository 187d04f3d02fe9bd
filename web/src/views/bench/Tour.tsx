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
      title: 'This line rules',
      text: 'A made-up white mushroom was cut off above the ground. Most of it fits a field mushroom, and still: keep looking. The number is how many readings could be wrong.',
    },
    {
      at: ask,
      title: 'Look where it asks',
      asks: 'specimen-base',
      text: 'It asks for what settles most with the least work. Play that you go back and dig out the rest: press “Dug out whole”. It is kept at once; Undo takes it back.',
    },
    {
      at: ask,
      title: 'Now the base counts',
      asks: 'stem-base',
      text: 'On a piece that was dug out, the base can settle something. Play that it stands in a bag of skin: press “In a loose sac”.',
    },
    {
      at: verdict,
      title: left ? 'One reading ended it' : 'One reading can end it',
      text: left
        ? 'A sac at the base: leave it. Nothing else that fits can outweigh that.'
        : 'Nothing was pressed, which is fine too. With a sac read there, this line would say: leave it.',
    },
    {
      at: specimen,
      title: 'What was read is drawn',
      text: 'Broken lines have not been looked at. Touch a part of the figure to read it. Every reading can be changed or cleared.',
    },
    {
      at: standing,
      title: 'What still stands',
      text: 'Every harmful one it could be, the gravest first, with what speaks against it. Only when all of them are down, twice over, does the line say: ruled clear.',
    },
    {
      at: 'footer',
      title: 'This is not a promise',
      text: 'Show a first find to somebody qualified, in person. Set the number of your poison centre in the settings now, not then.',
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
      text: 'The practice record was deleted.',
      action: {
        name: 'Undo',
        do: () => sendChange(record.id, { op: newId() }, { do: 'restore' }).then(() => go(`/bench/${record.id}`)),
      },
    });
  };
  return (
    <Panel aria-label="Walk-through" data-screen-only>
      <small>
        {at + 1} of {all.length}
      </small>
      <h2 ref={head} tabIndex={-1}>
        {step.title}
      </h2>
      <p>{step.text}</p>
      <Row>
        {!last && (
          <Primary data-next onPress={() => setAt(at + 1)}>
            Next
          </Primary>
        )}
        {last && (
          <Primary data-next onPress={discard}>
            Done, delete the practice
          </Primary>
        )}
        {at > 0 && <Button onPress={() => setAt(at - 1)}>Back</Button>}
        <Quiet onPress={stop}>{last ? 'Keep it and look round' : 'Stop'}</Quiet>
      </Row>
    </Panel>
  );
}
