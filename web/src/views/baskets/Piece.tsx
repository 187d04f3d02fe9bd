import { useState } from 'react';
import styled from 'styled-components';
import { newId, type Schema } from '../../api/client';
import type { PickingChange } from '../../api/useChangePicking';
import { Button, Primary, Quiet } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { useSettled } from '../../components/settled';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';
import { keepingWords } from './words';

const Box = styled.section`
  && h2 { margin: 12px 0 6px; }
  ul.looks { margin: 0 0 12px 20px; list-style: disc; }
`;

const Choices = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 10px;
  button { min-height: 60px; text-align: left; }
  button.first { min-height: 72px; font-size: 19px; }
  small { display: block; font-weight: 500; color: ${c('stone')}; }
  .first small { color: inherit; }
  .named { display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 8px; align-items: center; }
`;

/** The next piece, or one that is to be checked again: what is looked at, and what the look came to. Two presses for one that passes. */
export function Piece({
  picking: p,
  busy,
  onChange,
}: {
  picking: Schema['Picking'];
  busy: boolean;
  onChange: (change: PickingChange) => void;
}) {
  const again = p.basket.again[0];
  const number = again ? p.pieces.findIndex((x) => x.piece === again) + 1 : p.pieces.length + 1;
  const [step, setStep] = useState<{ on: string; at: 'passes' | 'another' }>();
  // A step belongs to the piece that it was made on.
  const on = `${p.pieces.length} ${again ?? ''} ${p.changed}`;
  const at = step?.on === on ? step.at : undefined;
  const settled = useSettled(`${on} ${at ?? ''}`);
  const off = busy || !settled;
  const say = (is: Schema['Finding'], more: { keeping?: Schema['Keeping']; why?: string; other?: string } = {}) =>
    onChange({ do: 'piece', piece: again ?? newId(), is, ...more });
  return (
    <Box aria-label={strings.thePieceInYourHand}>
      <h2>
        {again
          ? strings.checkPieceAgain(
              number,
              p.basket.again.length,
              p.basket.again.length === 1 ? strings.pieceWaits : strings.piecesWait,
            )
          : strings.piece2(number)}
        {at === 'passes' && strings.whatStateIsItIn}
        {at === 'another' && strings.whatDoYouTakeIt}
      </h2>
      {!at && (
        <>
          {p.trace && (
            <p>
              <strong>{strings.whoseLeafIsIt}</strong>
              {strings.plantsGrowThroughEachOther(p.trace)}
            </p>
          )}
          <ul className="looks" aria-label={strings.lookedAtOnEachPiece}>
            {p.looks.map((l) => (
              <li key={l.character}>
                {l.name}: {l.shows.charAt(0).toLowerCase() + l.shows.slice(1)}
              </li>
            ))}
          </ul>
          <Choices role="group" aria-label={strings.whatTheLookCameTo}>
            <Primary className="first" isDisabled={off} onPress={() => setStep({ on, at: 'passes' })}>
              {strings.itPasses}
              <small>{p.trace ? strings.iTracedItToIts : strings.iLookedAtAllOf}</small>
            </Primary>
            <Button isDisabled={off} onPress={() => say('doubtful')}>
              {strings.doubtful}
              <small>{strings.itLiesApartAndIs}</small>
            </Button>
            <Button isDisabled={off} onPress={() => setStep({ on, at: 'another' })}>
              {strings.anotherKind}
              <small>{strings.whatWasNotCheckedBefore}</small>
            </Button>
            {!again && (
              <Quiet isDisabled={off} onPress={() => say('unchecked')}>
                {strings.notChecked}
                <small>{strings.countedAndTold}</small>
              </Quiet>
            )}
          </Choices>
        </>
      )}
      {at === 'passes' && (
        <Choices role="group" aria-label={strings.whatStateItIsIn}>
          <Primary className="first" isDisabled={off} onPress={() => say('passes', { keeping: 'keep' })}>
            {strings.soundKeepIt}
          </Primary>
          {p.conditions
            .filter((x) => x.then !== 'keep')
            .map((x) => (
              <Button key={x.sign} isDisabled={off} onPress={() => say('passes', { keeping: x.then, why: x.sign })}>
                {x.sign}: {keepingWords[x.then as 'trim' | 'leave']}
                <small>{x.how}</small>
              </Button>
            ))}
          <Quiet onPress={() => setStep(undefined)}>{strings.back}</Quiet>
        </Choices>
      )}
      {at === 'another' && (
        <Choices role="group" aria-label={strings.whatItIsTakenFor}>
          {p.doubles.map((d) => (
            <Button key={d.id} isDisabled={off} onPress={() => say('another', { other: d.id })}>
              <span className="named">
                <Stalk thorns={harmWords[d.harm].thorns} small />
                <span>
                  {d.display_name}
                  <small>{harmWords[d.harm].say}</small>
                </span>
              </span>
            </Button>
          ))}
          <Button isDisabled={off} onPress={() => say('another')}>
            {strings.iDoNotKnowWhat}
          </Button>
          <Quiet onPress={() => setStep(undefined)}>{strings.back}</Quiet>
        </Choices>
      )}
    </Box>
  );
}
