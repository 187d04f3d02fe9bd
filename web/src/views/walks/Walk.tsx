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
import { useNarrow } from '../../components/useNarrow';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { verdictWords } from '../../components/words';
import { c, face } from '../../theme/tokens';
import { AboutWalk } from './AboutWalk';
import { Bag } from './Bag';
import { LookFor } from './LookFor';
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
  useTitle(walk && `Walk: ${walk.outing.name || walk.outing.date}`);
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
      <h1>{o.name || 'A walk'}</h1>
      <p>
        {stateWords[walk.state]} · {o.date} · {o.minutes} minutes · from {o.start.name || 'the start'}
        {o.who ? ` · ${o.who}` : ''}
      </p>
      {walk.deleted && (
        <p>
          This walk is deleted. <Button onPress={() => change({ do: 'restore' })}>Bring it back</Button>
        </p>
      )}
      {o.note && <p>{o.note}</p>}
      <Row data-screen-only>
        {open && walk.state === 'planned' && (
          <Primary isDisabled={isPending} onPress={() => change({ do: 'begin' })}>
            Begin the walk
          </Primary>
        )}
        {open && walk.state === 'under-way' && <Primary onPress={() => go(`/?walk=${id}`)}>Look at a find</Primary>}
        {walk.state === 'ended' && <Button onPress={() => change({ do: 'reopen' })}>Reopen it</Button>}
        <Link href={`/cards?walk=${id}`}>Pocket cards</Link>
        {(o.targets ?? []).length > 0 && <a href="#bag">The bag</a>}
        <Button isDisabled={!walk.can_undo || isPending} onPress={() => change({ do: 'undo' })}>
          Undo
        </Button>
        <Button isDisabled={!walk.can_redo || isPending} onPress={() => change({ do: 'redo' })}>
          Redo
        </Button>
        {open && !changing && <Quiet onPress={() => setChanging(true)}>Change the walk</Quiet>}
      </Row>
      {changing && open && (
        <AboutWalk
          form={`walk:${id}`}
          outing={o}
          heading="What the walk is about"
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
        <section aria-label="Looked at on this walk">
          <h2>Looked at on this walk</h2>
          <ul>
            {walk.records.map((r) => (
              <li key={r.id}>
                <Link href={`/bench/${r.id}`}>
                  {r.working_name || (r.kingdom === 'fungi' ? 'A mushroom without a name' : 'A plant without a name')}
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
      <Band aria-label="The round">
        <strong className="big">
          {bare
            ? 'Choose what to look for.'
            : r.chosen.length === 0
              ? 'Nothing of this can be looked for.'
              : `${whole(plan.minutes)} of ${o.minutes}: ${r.chosen.map((t) => guide.nameOf(t).toLowerCase()).join(', ')}.`}
        </strong>
        {stopped && (
          <span>
            Without {tools([stopped.item])}, {stopped.stops.map((t) => guide.nameOf(t).toLowerCase()).join(' and ')}{' '}
            cannot be told.
          </span>
        )}
        {r.through.length > 0 && (
          <ol>
            {r.through.map((p, i) => (
              <li key={p}>
                {nameOf(p)}, {whole(r.legs[i] ?? 0)} on foot
              </li>
            ))}
            <li>
              Back to {o.start.name || 'the start'}, {whole(r.legs.at(-1) ?? 0)}
            </li>
          </ol>
        )}
        {r.chosen.length > 0 && (
          <p>
            {r.optimal
              ? 'No round within the time has more stars; that is proved.'
              : 'So many places are too many to prove it the best; it is a good one.'}{' '}
            Ways are straight lines made a third longer, at {imperial ? 'three miles' : '5 km'} an hour and an hour for{' '}
            {imperial ? '2,000 ft' : '600 m'} up.
          </p>
        )}
        {r.left_out.length > 0 && (
          <ul>
            {r.left_out.map((l) => (
              <li key={l.taxon}>
                <b>Left out: {guide.nameOf(l.taxon)}.</b> {l.why}
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
            <section aria-label="What to look out for">
              <h2>What to look out for</h2>
              {plan.places.map((p) => (
                <div key={p.id}>
                  <strong>{p.name}</strong>
                  <ul>
                    {p.afoot && (
                      <li>
                        <b>Mind:</b> {p.afoot}
                      </li>
                    )}
                    {p.scouting.map((s) => (
                      <li key={s.taxon}>
                        {guide.nameOf(s.taxon)}, from afar: {s.says}
                      </li>
                    ))}
                  </ul>
                </div>
              ))}
            </section>
          )}
        </div>
      </Columns>
      {open && (
        <Folded open={bare} heading={<h2>What else is there to look for</h2>}>
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
    <section aria-label="What came of it">
      <h2>What came of it</h2>
      <p>Found: {e.found || 'nothing noted'}</p>
      <p>Taken: {e.taken || 'nothing noted'}</p>
      <p>Left: {e.left || 'nothing noted'}</p>
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
    <Folded open={false} heading={<h2>End the walk</h2>}>
      {() => (
        <form
          onSubmit={(ev) => {
            ev.preventDefault();
            onChange({ do: 'end', ending: { found, taken, left } });
          }}
        >
          <Text label="Found" long value={found} onChange={setFound} />
          <Text label="Taken" long value={taken} onChange={setTaken} />
          <Text label="Left, and why" long value={left} onChange={setLeft} />
          <Row>
            <Primary type="submit" isDisabled={isPending}>
              The walk is over
            </Primary>
          </Row>
        </form>
      )}
    </Folded>
  );
}
