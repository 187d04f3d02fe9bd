import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { type Deck, usePracticeState } from '../../api/useDrill';
import { Button, Primary, Row } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { monthNames } from '../../components/guideWords';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { c } from '../../theme/tokens';
import { strings } from './strings';
import { aSeed, deckWords } from './words';

const Decks = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 10px;
  margin: 12px 0;
  button { width: 100%; text-align: left; display: grid; gap: 4px; min-height: 84px; align-content: center; }
  small { color: ${c('stone')}; font-weight: 500; font-size: 15px; }
`;

const Table = styled.table`
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th, td { text-align: left; padding: 6px 18px 6px 0; border-bottom: 1.5px solid ${c('mist')}; }
`;

/** Practice: made-up specimens to judge, cards to answer, what is due, and what came of it so far. */
export default function Practice() {
  const { data: p, error } = usePracticeState();
  const [, go] = useLocation();
  const [month, setMonth] = useState('0');
  const [kingdom, setKingdom] = useState('');
  if (!p) return <Waiting error={error} />;
  const round = (patch: boolean) =>
    go(`/practice/round?seed=${aSeed()}&month=${month}&kingdom=${kingdom}${patch ? '&patch=1' : ''}`);
  const due = p.decks.find((d) => d.deck === 'due');
  return (
    <Page>
      <h1>{strings.practice}</h1>
      <p>{strings.madeUpFindsDrawnFrom}</p>
      <Row>
        <Primary onPress={() => round(false)}>{strings.wouldITakeItTen}</Primary>
        <Button onPress={() => round(true)}>{strings.aMixedPatchOneBasket}</Button>
        {due !== undefined && due.due > 0 && (
          <Button onPress={() => go('/practice/cards/due')}>{strings.dueToday(due.due)}</Button>
        )}
      </Row>
      <Row style={{ margin: '12px 0' }}>
        <Pick
          label={strings.month}
          value={month}
          onChange={setMonth}
          options={[{ id: '0', name: strings.thisOne }, ...monthNames.map((name, i) => ({ id: String(i + 1), name }))]}
        />
        <Pick
          label={strings.ofWhat}
          value={kingdom}
          onChange={setKingdom}
          options={[
            { id: '', name: strings.plantsAndMushrooms },
            { id: 'plantae', name: strings.plants },
            { id: 'fungi', name: strings.mushrooms },
          ]}
        />
      </Row>
      <h2>{strings.cards}</h2>
      <Decks aria-label={strings.decks}>
        {p.decks
          .filter((d) => d.deck !== 'due')
          .map((d) => (
            <li key={d.deck}>
              <Button isDisabled={d.cards === 0} onPress={() => go(`/practice/cards/${d.deck as Deck}`)}>
                {deckWords[d.deck].name}
                <small>
                  {d.cards === 0
                    ? deckWords[d.deck].none
                    : `${d.seen} of ${d.cards} seen${d.due ? `, ${d.due} due` : ''}`}
                </small>
              </Button>
            </li>
          ))}
      </Decks>
      <h2>{strings.soFar}</h2>
      {p.calls === 0 ? (
        <p>{strings.noFindWasJudgedYet}</p>
      ) : (
        <>
          <p>
            <strong>{strings.ofFindsJudgedRightlyDeadly(p.right, p.calls, p.deadly)}</strong>
            {strings.pointsHowSureYouWere(Math.round(p.points).toLocaleString(), p.brier.toFixed(2))}
          </p>
          <Sureness bins={p.calibration} />
        </>
      )}
      <p>
        <Link href="/practice/misread">{strings.whatIMisread}</Link>
        {p.misreads.some((m) => m.bites) &&
          strings.moreOftenThanUsual(
            p.misreads.filter((m) => m.bites).length,
            p.off ? strings.whichCountsForNothingOn : '',
          )}
      </p>
      {p.days.length > 0 && (
        <Folded open={p.days.length < 8} heading={<h2>{strings.dayByDay}</h2>}>
          {() => (
            <Table>
              <thead>
                <tr>
                  <th>{strings.day}</th>
                  <th>{strings.finds}</th>
                  <th>{strings.cards}</th>
                  <th>{strings.wrong2}</th>
                  <th>{strings.points}</th>
                </tr>
              </thead>
              <tbody>
                {[...p.days].reverse().map((d) => (
                  <tr key={d.date}>
                    <td>{d.date}</td>
                    <td>{d.calls}</td>
                    <td>{d.cards}</td>
                    <td>{d.wrong}</td>
                    <td>{Math.round(d.points)}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </Folded>
      )}
    </Page>
  );
}

const Picture = styled.svg`
  width: 100%;
  max-width: 420px;
  height: auto;
  .frame { fill: none; stroke: ${c('stone')}; }
  .ideal { stroke: ${c('stone')}; stroke-dasharray: 4 4; }
  .bin { fill: ${c('zest')}; stroke: ${c('ink')}; stroke-width: 1.5; }
  text { fill: ${c('ink')}; font-size: 11px; }
`;

const wide = 300;
const high = 150;
/** Sureness from a coin's to certain stands from left to right; how often it was right from below up. */
const across = (percent: number) => ((percent - 50) / 50) * wide;
const up = (share: number) => high - share * high;

/** How often calls of each sureness were right: on the broken line one is as sure as one should be. */
function Sureness({ bins }: { bins: { percent: number; calls: number; right: number }[] }) {
  const some = bins.filter((b) => b.calls > 0);
  const most = Math.max(...some.map((b) => b.calls), 1);
  return (
    <>
      <Picture viewBox={`-40 -14 ${wide + 56} ${high + 46}`} role="img" aria-label={strings.howOftenCallsOfEach}>
        <rect className="frame" x={0} y={0} width={wide} height={high} />
        <line className="ideal" x1={0} y1={up(0.5)} x2={wide} y2={up(1)} />
        {some.map((b) => (
          <circle
            key={b.percent}
            className="bin"
            cx={across(b.percent)}
            cy={up(b.right / b.calls)}
            r={4 + 8 * Math.sqrt(b.calls / most)}
          />
        ))}
        <text x={-36} y={8}>
          100 %
        </text>
        <text x={-28} y={high}>
          0 %
        </text>
        <text x={0} y={high + 16}>
          {strings.n50ACoin}
        </text>
        <text x={wide} y={high + 16} textAnchor="end">
          {strings.certain}
        </text>
        <text x={wide / 2} y={high + 30} textAnchor="middle">
          {strings.howSureYouWere}
        </text>
      </Picture>
      <Table>
        <thead>
          <tr>
            <th>{strings.sure}</th>
            <th>{strings.finds}</th>
            <th>{strings.right2}</th>
          </tr>
        </thead>
        <tbody>
          {some.map((b) => (
            <tr key={b.percent}>
              <td>{b.percent}</td>
              <td>{b.calls}</td>
              <td>{Math.round((100 * b.right) / b.calls)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
