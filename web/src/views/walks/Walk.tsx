import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import type { Schema } from '../../api/client';
import { useChangeWalk, type WalkChange } from '../../api/useChangeWalk';
import { type GuideIndex, useGuide } from '../../api/useGuide';
import { useSettings } from '../../api/useSettings';
import { useWalk } from '../../api/useWalk';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Page, Waiting } from '../../components/Page';
import { UndoRedo } from '../../components/UndoRedo';
import { useNarrow } from '../../components/useNarrow';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { verdictWords } from '../../components/words';
import { c, face } from '../../theme/tokens';
import { AboutWalk } from './AboutWalk';
import { Bag } from './Bag';
import { LookFor } from './LookFor';
import { strings } from './strings';
import { Target } from './Target';
import { stateWords, tools, whole } from './words';

type WalkView = Schema['Walk'];

const Band = styled.section`
  background: ${c('band')};
  color: ${c('onBand')};
  border-radius: 16px;
  padding: 16px 20px;
  margin: 10px 0 14px;
  strong.big { font: 700 24px/1.2 ${face.head}; display: block; }
  ol { margin: 8px 0 0 24px; list-style: decimal; }
  a { color: inherit; }
  @media print { background: none; color: #000; border: 1.5px solid #000; }
`;

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 0 32px;
  align-items: start;
  @media (max-width: 1000px), print { display: block; }
`;

/** A walk: its plan as it is with what is in the bag, and what came of it. */
export default function Walk({ id }: { id: string }) {
  const { data: walk, error } = useWalk(id);
  const { guide } = useGuide();
  const { mutate, isPending } = useChangeWalk();
  const [changing, setChanging] = useState(false);
  const [, go] = useLocation();
  useTitle(walk && strings.walk(walk.outing.name || walk.outing.date));
  const change = (what: WalkChange) => mutate({ id, change: what });
  useShortcuts({
    z: () => walk?.can_undo && change({ do: 'undo' }),
    y: () => walk?.can_redo && change({ do: 'redo' }),
  });
  if (!walk || !guide) return <Waiting error={error} />;
  const o = walk.outing;
  const open = walk.state !== 'ended' && !walk.deleted;
  return (
    <Page style={{ maxWidth: 1180 }}>
      <h1>{o.name || strings.aWalk}</h1>
      <p>
        {stateWords[walk.state]}
        {strings.minutesFrom(o.date, o.minutes, o.start.name || strings.theStart, o.who ? ` · ${o.who}` : '')}
      </p>
      {walk.deleted && (
        <p>
          {strings.thisWalkIsDeleted}
          <Button onPress={() => change({ do: 'restore' })}>{strings.bringItBack}</Button>
        </p>
      )}
      {o.note && <p>{o.note}</p>}
      <Row data-screen-only>
        {open && walk.state === 'planned' && (
          <Primary isDisabled={isPending} onPress={() => change({ do: 'begin' })}>
            {strings.beginTheWalk}
          </Primary>
        )}
        {open && walk.state === 'under-way' && (
          <Primary onPress={() => go(`/?walk=${id}`)}>{strings.lookAtAFind}</Primary>
        )}
        {walk.state === 'ended' && <Button onPress={() => change({ do: 'reopen' })}>{strings.reopenIt}</Button>}
        <Link href={`/cards?walk=${id}`}>{strings.pocketCards}</Link>
        {(o.targets ?? []).length > 0 && <a href="#bag">{strings.theBag}</a>}
        <UndoRedo of={walk} busy={isPending} onChange={change} />
        {open && !changing && <Quiet onPress={() => setChanging(true)}>{strings.changeTheWalk}</Quiet>}
      </Row>
      {changing && open && (
        <AboutWalk
          form={`walk:${id}`}
          outing={o}
          heading={strings.whatTheWalkIsAbout}
          isPending={isPending}
          onStop={() => setChanging(false)}
          onKeep={(outing, kept) =>
            mutate(
              { id, change: { do: 'outing', outing } },
              {
                onSuccess: () => {
                  kept();
                  setChanging(false);
                },
              },
            )
          }
        />
      )}
      {walk.ending && <Ending ending={walk.ending} />}
      {walk.trouble && <p role="alert">{walk.trouble}</p>}
      {walk.records.length > 0 && (
        <section aria-label={strings.lookedAtOnThisWalk}>
          <h2>{strings.lookedAtOnThisWalk}</h2>
          <ul>
            {walk.records.map((r) => (
              <li key={r.id}>
                <Link href={`/bench/${r.id}`}>
                  {r.working_name ||
                    (r.kingdom === 'fungi' ? strings.aMushroomWithoutAName : strings.aPlantWithoutAName)}
                </Link>
                {r.verdict ? `: ${verdictWords[r.verdict].short}` : ''}
              </li>
            ))}
          </ul>
        </section>
      )}
      {walk.plan && <Planned walk={walk} plan={walk.plan} guide={guide} open={open} onChange={change} />}
      {walk.state !== 'ended' && <End walk={walk} onChange={change} isPending={isPending} />}
    </Page>
  );
}

function Planned({
  walk,
  plan,
  guide,
  open,
  onChange,
}: {
  walk: WalkView;
  plan: Schema['Plan'];
  guide: GuideIndex;
  open: boolean;
  onChange: (change: WalkChange) => void;
}) {
  const isNarrow = useNarrow();
  const imperial = useSettings().data?.units === 'imperial';
  const o = walk.outing;
  const nameOf = (id: string) => (o.places ?? []).find((p) => p.id === id)?.name ?? id;
  const r = plan.round;
  const bare = (o.targets ?? []).length === 0;
  const stopped = plan.kit.find((k) => k.lacking && k.stops.length > 0);
  return (
    <>
      <Band aria-label={strings.theRound}>
        <strong className="big">
          {bare
            ? strings.chooseWhatToLookFor
            : r.chosen.length === 0
              ? strings.nothingOfThisCanBe
              : `${whole(plan.minutes)} of ${o.minutes}: ${r.chosen.map((t) => guide.nameWithin(t)).join(', ')}.`}
        </strong>
        {stopped && (
          <span>
            {strings.withoutCannotBeTold(
              tools([stopped.item]),
              stopped.stops.map((t) => guide.nameWithin(t)).join(' and '),
            )}
          </span>
        )}
        {r.through.length > 0 && (
          <ol>
            {r.through.map((p, i) => (
              <li key={p}>{strings.onFoot(nameOf(p), whole(r.legs[i] ?? 0))}</li>
            ))}
            <li>{strings.backTo(o.start.name || strings.theStart, whole(r.legs.at(-1) ?? 0))}</li>
          </ol>
        )}
        {r.chosen.length > 0 && (
          <p>
            {strings.waysAreStraightLinesMade(
              r.optimal ? strings.noRoundWithinTheTime : strings.soManyPlacesAreToo,
              imperial ? strings.threeMiles : '5 km',
              imperial ? '2,000 ft' : '600 m',
            )}
          </p>
        )}
        {r.left_out.length > 0 && (
          <ul>
            {r.left_out.map((l) => (
              <li key={l.taxon}>
                <b>{strings.leftOut(guide.nameOf(l.taxon))}</b> {l.why}
              </li>
            ))}
          </ul>
        )}
      </Band>
      <Columns>
        <div>
          {plan.targets.map((t, i) =>
            isNarrow && i > 0 ? (
              <Folded key={t.taxon} open={false} heading={guide.nameOf(t.taxon)}>
                {() => <Target target={t} advice={walk.advice[i]} guide={guide} />}
              </Folded>
            ) : (
              <Target key={t.taxon} target={t} advice={walk.advice[i]} guide={guide} />
            ),
          )}
        </div>
        <div>
          {!bare && <Bag walk={walk} kit={plan.kit} guide={guide} open={open} onChange={onChange} />}
          {plan.places.some((p) => p.scouting.length > 0 || p.afoot) && (
            <section aria-label={strings.whatToLookOutFor}>
              <h2>{strings.whatToLookOutFor}</h2>
              {plan.places.map((p) => (
                <div key={p.id}>
                  <strong>{p.name}</strong>
                  <ul>
                    {p.afoot && (
                      <li>
                        <b>{strings.mind}</b> {p.afoot}
                      </li>
                    )}
                    {p.scouting.map((s) => (
                      <li key={s.taxon}>{strings.fromAfar(guide.nameOf(s.taxon), s.says)}</li>
                    ))}
                  </ul>
                </div>
              ))}
            </section>
          )}
        </div>
      </Columns>
      {open && (
        <Folded open={bare} heading={<h2>{strings.whatElseIsThereTo}</h2>}>
          {() => (
            <LookFor
              walk={walk}
              onAdd={(taxon) =>
                onChange({
                  do: 'outing',
                  outing: { ...o, targets: [...(o.targets ?? []), { taxon, pieces: 1, stars: 1 }] },
                })
              }
            />
          )}
        </Folded>
      )}
    </>
  );
}

/** What came of a walk. */
function Ending({ ending: e }: { ending: Schema['Ending'] }) {
  return (
    <section aria-label={strings.whatCameOfIt}>
      <h2>{strings.whatCameOfIt}</h2>
      <p>{strings.found(e.found || strings.nothingNoted)}</p>
      <p>{strings.taken(e.taken || strings.nothingNoted)}</p>
      <p>{strings.left(e.left || strings.nothingNoted)}</p>
    </section>
  );
}

function End({
  walk,
  onChange,
  isPending,
}: {
  walk: WalkView;
  onChange: (change: WalkChange) => void;
  isPending: boolean;
}) {
  const [found, setFound] = useState('');
  const [taken, setTaken] = useState('');
  const [left, setLeft] = useState('');
  if (walk.state !== 'under-way' || walk.deleted) return null;
  return (
    <Folded open={false} heading={<h2>{strings.endTheWalk}</h2>}>
      {() => (
        <form
          onSubmit={(ev) => {
            ev.preventDefault();
            onChange({ do: 'end', ending: { found, taken, left } });
          }}
        >
          <Text label={strings.found2} long value={found} onChange={setFound} />
          <Text label={strings.taken2} long value={taken} onChange={setTaken} />
          <Text label={strings.leftAndWhy} long value={left} onChange={setLeft} />
          <Row>
            <Primary type="submit" isDisabled={isPending}>
              {strings.theWalkIsOver}
            </Primary>
          </Row>
        </form>
      )}
    </Folded>
  );
}
