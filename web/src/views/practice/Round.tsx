import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import type { Schema } from '../../api/client';
import { type Call, type RoundOf, useCall, useLook, useRound } from '../../api/useDrill';
import { type GuideIndex, useGuide } from '../../api/useGuide';
import { Button, Primary, Quiet, Row, Toggle } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { Stalk } from '../../components/Harm';
import { Page, Waiting } from '../../components/Page';
import { useShortcuts } from '../../components/useShortcuts';
import { useSift } from '../../components/useSift';
import { harmWords, minutes, organWords, verdictWords } from '../../components/words';
import { Figure } from '../../drawings/Figure';
import { Drawing } from '../../drawings/lazy';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';
import { aSeed, dueWords, seenWords } from './words';

type Seen = Schema['Seen'];
type Specimen = Schema['RoundSpecimen'];
type Judged = Schema['JudgedRound'];

const Both = styled.div`
  display: grid;
  grid-template: 'figure act' auto 'seen act' 1fr / minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 26px;
  > :nth-child(1) { grid-area: figure; }
  > :nth-child(2) { grid-area: seen; }
  > :nth-child(3) { grid-area: act; }
  ${narrow} { grid-template: 'figure' auto 'act' auto 'seen' auto / minmax(0, 1fr); gap: 12px; }
  dl > div { display: flex; gap: 10px; justify-content: space-between; padding: 5px 0; border-top: 1.5px solid ${c('mist')}; font-size: 16px; }
  dd { text-align: right; }
  .gone { color: ${c('stone')}; }
`;

const Looks = styled.div`
  h3 { font-size: 16px; margin: 10px 0 4px; }
  button { min-height: 44px; padding: 6px 12px; font-weight: 500; }
  small { color: ${c('stone')}; }
`;

const Told = styled.section`
  border-left: 8px solid ${c('cut')};
  padding: 4px 0 4px 16px;
  margin: 12px 0;
  &[data-right='false'] { border-left-color: ${c('thorn')}; }
  h2 { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; margin: 0 0 6px; }
  h3 { margin: 12px 0 4px; }
  ul { margin: 8px 0; }
  li { display: flex; gap: 10px; align-items: center; padding: 4px 0; }
`;

const percents = [50, 60, 70, 80, 90, 99];
const count = 10;

const callWords: Record<Call, string> = { take: strings.takeIt, leave: strings.leaveIt, show: strings.showSomebody };

/** A round of made-up finds: look, which costs minutes, then say what to do and how sure; and hear what it was. */
export default function Round() {
  const { of } = useSift();
  const round: RoundOf = {
    seed: Number(of('seed')) || 1,
    count,
    month: Number(of('month')) || 0,
    kingdom: (['plantae', 'fungi'] as const).find((k) => k === of('kingdom')) ?? '',
    patch: of('patch') === '1',
  };
  const { data, error } = useRound(round);
  const { guide } = useGuide();
  const [done, setDone] = useState<Judged[]>([]);
  const [next, setNext] = useState(0);
  if (!data || !guide) return <Waiting error={error} />;
  const specimen = data.specimens[next];
  const points = done.reduce((sum, j) => sum + j.points + j.cost, 0);
  return (
    <Page style={{ maxWidth: 1180 }}>
      {specimen ? (
        <One
          key={`${round.seed} ${next}`}
          round={round}
          specimen={specimen}
          of={data.specimens.length}
          guide={guide}
          points={round.patch ? undefined : points}
          onJudged={(j) => setDone([...done, j])}
          onNext={() => setNext(next + 1)}
        />
      ) : (
        <Over
          round={round}
          done={done}
          guide={guide}
          points={points}
          onAgain={() => {
            setDone([]);
            setNext(0);
          }}
        />
      )}
    </Page>
  );
}

/** One find. */
function One({
  round,
  specimen: s,
  of,
  guide,
  points,
  onJudged,
  onNext,
}: {
  round: RoundOf;
  specimen: Specimen;
  of: number;
  guide: GuideIndex;
  points: number | undefined;
  onJudged: (j: Judged) => void;
  onNext: () => void;
}) {
  const [looked, setLooked] = useState<Seen[]>([]);
  const [percent, setPercent] = useState(80);
  const look = useLook(round);
  const call = useCall(round);
  const told = round.patch ? undefined : call.data;
  const say = (what: Call) => {
    if (call.isPending || call.data) return;
    call.mutate(
      { number: s.number, call: what, percent, looks: looked.map((l) => l.character) },
      {
        onSuccess: (j) => {
          onJudged(j);
          if (round.patch) onNext();
        },
      },
    );
  };
  useShortcuts({
    t: () => say('take'),
    l: () => say('leave'),
    o: () => say('show'),
    arrowright: () => told && onNext(),
  });
  const all = [...s.at_once, ...looked];
  const shown: Record<string, string | undefined> = {};
  const sizes: Record<string, number | undefined> = {};
  for (const x of all) {
    shown[x.character] = x.state || undefined;
    sizes[x.character] = x.value;
  }
  const spent = looked.reduce((sum, l) => sum + (s.looks.find((x) => x.character === l.character)?.minutes ?? 0), 0);
  const left = s.looks.filter((l) => !looked.some((x) => x.character === l.character));
  const organs = [...new Set(left.map((l) => guide.character(l.character)?.organ ?? 'specimen'))];
  return (
    <>
      <p role="status" style={{ marginBottom: 4 }}>
        {strings.ofWord(
          round.patch ? strings.patch : strings.find,
          s.number,
          of,
          spent ? `${minutes(spent)} spent` : strings.nothingSpentYet,
        )}
        {points !== undefined && strings.points2(Math.round(points))}
      </p>
      <h1>{strings.isThisWouldYouTake(guide.nameWithin(s.looked.taxon))}</h1>
      <Both>
        <Figure kingdom={s.kingdom} shown={shown} sizes={sizes} label={strings.theFindDrawnFromWhat} />
        <div>
          <dl aria-label={strings.whatWasSeen}>
            {all.map((x) => (
              <div key={x.character}>
                <dt>{guide.character(x.character)?.name ?? x.character}</dt>
                <dd>{seenWords(guide, x)}</dd>
              </div>
            ))}
          </dl>
        </div>
        <div>
          {!call.data && (
            <>
              <Row role="group" aria-label={strings.howSurePerCent} style={{ marginBottom: 8 }}>
                <span>{strings.sure}</span>
                {percents.map((p) => (
                  <Toggle key={p} isSelected={percent === p} onChange={() => setPercent(p)}>
                    {p}
                  </Toggle>
                ))}
              </Row>
              <Row role="group" aria-label={strings.whatToDoWithIt}>
                {(Object.keys(callWords) as Call[]).map((w) => (
                  <Button key={w} isDisabled={call.isPending} onPress={() => say(w)}>
                    {callWords[w]}
                  </Button>
                ))}
              </Row>
              {(look.error ?? call.error) && <p role="alert">{(look.error ?? call.error)?.message}</p>}
              <Looks>
                <h2>{strings.lookCloser}</h2>
                {organs.map((organ) => (
                  <section key={organ} aria-label={organWords[organ]}>
                    <h3>{organWords[organ]}</h3>
                    <Row>
                      {left
                        .filter((l) => (guide.character(l.character)?.organ ?? 'specimen') === organ)
                        .map((l) => (
                          <Quiet
                            key={l.character}
                            isDisabled={look.isPending}
                            onPress={() =>
                              look.mutate(
                                { number: s.number, character: l.character },
                                { onSuccess: (x) => setLooked((was) => [...was, x]) },
                              )
                            }
                          >
                            {guide.character(l.character)?.name ?? l.character} <small>{minutes(l.minutes)}</small>
                          </Quiet>
                        ))}
                    </Row>
                  </section>
                ))}
              </Looks>
            </>
          )}
          {told && (
            <>
              <Outcome judged={told} guide={guide} />
              <Primary autoFocus onPress={onNext}>
                {s.number < of ? strings.theNextOne : strings.whatCameOfIt}
              </Primary>
            </>
          )}
        </div>
      </Both>
    </>
  );
}

/** What a find was, what the call was worth, and what would have given it away. */
function Outcome({ judged: j, guide }: { judged: Judged; guide: GuideIndex }) {
  const unsound = j.condition.filter((x) => !['dug-out-whole', 'fresh', 'whole'].includes(x.state));
  return (
    <Told data-right={j.right} role="alert" aria-label={strings.whatItWas}>
      <h2>
        <span>
          {strings.itWas(j.right ? strings.right3 : strings.wrong2)}
          <Link href={`/guide/${j.of.taxon}`}>{guide.nameWithin(j.of.taxon)}</Link>
        </span>
        {j.of.harm !== 'none' && (
          <>
            <Stalk small thorns={harmWords[j.of.harm].thorns} /> <span>{harmWords[j.of.harm].say.split(': ')[1]}</span>
          </>
        )}
      </h2>
      <p>
        {strings.points3(j.points > 0 ? '+' : '', j.points)}
        {j.minutes > 0 && strings.forOfLooking(Math.round(j.cost * 4) / 4, minutes(j.minutes))}.
        {j.due && strings.thePairComesAgain(dueWords(j.due))}
      </p>
      {unsound.length > 0 && (
        <p>
          {strings.thePieceWhatIsMissing(
            unsound.map((x) => seenWords(guide, { ...x, state: x.state }).toLowerCase()).join(', '),
          )}
        </p>
      )}
      {j.away.length === 0 && j.due && <p>{strings.nothingThatCanBeLooked}</p>}
      {j.away.length > 0 && (
        <>
          <h3>{strings.whatGivesItAway}</h3>
          <ul>
            {j.away.map((a) => (
              <li key={a.character}>
                <Drawing character={a.character} state={a.shows} size={54} />
                <span>
                  {guide.character(a.character)?.name}: <strong>{seenWords(guide, { ...a, state: a.shows })}</strong>
                  {a.looked ? '' : strings.youDidNotLook}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <Folded open={false} heading={strings.whatTheBenchWouldHave}>
        {() => (
          <>
            <p>{strings.ofWork(verdictWords[j.engine.verdict].say, minutes(j.engine.minutes))}</p>
            <ol style={{ listStyle: 'decimal', paddingLeft: 22 }}>
              {j.engine.looks.map((l, i) => (
                <li key={`${l.character} ${i}`} style={{ display: 'list-item' }}>
                  {guide.character(l.character)?.name}:{' '}
                  {l.state || l.value !== undefined ? seenWords(guide, l) : strings.notThere}
                </li>
              ))}
            </ol>
          </>
        )}
      </Folded>
    </Told>
  );
}

/** What came of a round. */
function Over({
  round,
  done,
  guide,
  points,
  onAgain,
}: {
  round: RoundOf;
  done: Judged[];
  guide: GuideIndex;
  points: number;
  onAgain: () => void;
}) {
  const [, go] = useLocation();
  const right = done.filter((j) => j.right).length;
  const deadly = done.filter((j) => j.points <= -1000);
  return (
    <>
      <h1>{strings.ofRightPoints(right, done.length, Math.round(points))}</h1>
      {deadly.length > 0 && (
        <p role="alert">
          <strong>
            {deadly.length === 1 ? strings.aDeadlyOneWasTaken : strings.deadlyOnesWereTaken(deadly.length)}:{' '}
            {deadly.map((j) => guide.nameWithin(j.of.taxon)).join(', ')}.
          </strong>
          {strings.oneSuchPieceInThe}
        </p>
      )}
      <p>{strings.roundTheSameNumberDraws(round.seed)}</p>
      <Row style={{ marginBottom: 12 }}>
        <Primary
          onPress={() => {
            onAgain();
            go(
              `/practice/round?seed=${aSeed()}&month=${round.month}&kingdom=${round.kingdom}${round.patch ? '&patch=1' : ''}`,
            );
          }}
        >
          {strings.tenMore}
        </Primary>
        <Quiet onPress={() => go('/practice')}>{strings.backToPractice}</Quiet>
      </Row>
      {done.map((j, i) => (
        <Outcome key={i} judged={j} guide={guide} />
      ))}
    </>
  );
}
