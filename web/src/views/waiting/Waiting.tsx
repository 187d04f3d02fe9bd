import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { newId } from '../../api/client';
import { useChangeTask } from '../../api/useTasks';
import { useWaiting } from '../../api/useWaiting';
import { Button, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { tell } from '../../components/Notice';
import { Waiting as Loading, Page } from '../../components/Page';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.ul`
  li { padding: 10px 0; border-top: 1.5px solid ${c('mist')}; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
  ul { list-style: disc; margin-left: 20px; }
  ul li { padding: 2px 0; border: 0; }
`;

/** What lies apart and is to be finished at home: prints, looks that wait for a tool or for time, doubtful pieces. */
export default function Waiting() {
  const { mutate, isPending } = useChangeTask();
  const { data, error } = useWaiting();
  if (!data) return <Loading error={error} />;
  const { prints, records, apart, tasks, timers } = data;
  return (
    <Page>
      <h1>{strings.toFinishAtHome}</h1>
      <p>{strings.whatIsDoubtfulLiesIn}</p>
      {prints.length + records.length + apart.length + tasks.length + timers.length === 0 && (
        <p>{strings.nothingWaits}</p>
      )}
      {timers.length > 0 && (
        <>
          <h2>{strings.timers}</h2>
          <List aria-label={strings.timers}>
            {timers.map((t) => (
              <li key={t.id}>
                <Link href={`/kitchen/${t.batch}`}>{strings.isBeing(t.name, t.says)}</Link>
                <small>{strings.overAt(new Date(t.ends).toLocaleTimeString(undefined, { timeStyle: 'short' }))}</small>
              </li>
            ))}
          </List>
        </>
      )}
      {tasks.length > 0 && (
        <>
          <h2>{strings.waitedFor}</h2>
          <List aria-label={strings.waitedFor}>
            {tasks.map((t) => (
              <li key={t.id}>
                {t.what}
                <small>
                  {t.late
                    ? strings.itsTimeIsOver
                    : t.due
                      ? strings.itsTimeHasCome
                      : strings.from(new Date(t.from).toLocaleDateString())}
                  {t.why && `: ${t.why}`}
                </small>
                <Row data-screen-only>
                  <Button
                    aria-label={strings.done(t.what)}
                    isDisabled={isPending}
                    onPress={() =>
                      mutate(
                        { id: t.id, change: { do: 'done', note: '' } },
                        {
                          onSuccess: () =>
                            tell({
                              text: strings.done2(t.what),
                              action: { name: strings.undo, do: () => mutate({ id: t.id, change: { do: 'undo' } }) },
                            }),
                        },
                      )
                    }
                  >
                    {strings.done3}
                  </Button>
                </Row>
              </li>
            ))}
          </List>
        </>
      )}
      {prints.length > 0 && (
        <>
          <h2>{strings.sporePrints}</h2>
          <List aria-label={strings.sporePrints}>
            {prints.map((p) => (
              <li key={p.id}>
                <Link href="/prints">{[p.name, p.tray].filter(Boolean).join(': ')}</Link>
                <small>{p.state === 'waiting' ? strings.stillToWaitFor : strings.toBeLookedAtNow}</small>
              </li>
            ))}
          </List>
        </>
      )}
      {records.length > 0 && (
        <>
          <h2>{strings.looksThatWait}</h2>
          <List aria-label={strings.looksThatWait}>
            {records.map((r) => (
              <li key={r.id}>
                <Link href={`/bench/${r.id}`}>{r.name}</Link>
                {r.bag_apart && <small>{strings.itLiesApartNothingElse}</small>}
                <ul>
                  {r.looks.map((l) => (
                    <li key={l.character}>{strings.waitsFor(l.name, l.for)}</li>
                  ))}
                </ul>
              </li>
            ))}
          </List>
        </>
      )}
      {apart.length > 0 && (
        <>
          <h2>{strings.doubtfulPieces}</h2>
          <List aria-label={strings.doubtfulPieces}>
            {apart.map((b) => (
              <li key={b.id}>
                <Link href={`/baskets/${b.id}`}>{b.name}</Link>
                <small>
                  {[b.date, b.pieces === 1 ? strings.n1PieceLiesApart : strings.piecesLieApart(b.pieces)]
                    .filter(Boolean)
                    .join(' · ')}
                </small>
              </li>
            ))}
          </List>
        </>
      )}
      <Await />
    </Page>
  );
}

/** Waits for something: from when on, and why. */
function Await() {
  const { mutate, isPending } = useChangeTask();
  const [what, setWhat] = useState('');
  const [why, setWhy] = useState('');
  const [from, setFrom] = useState('');
  return (
    <Folded open={false} heading={<h2>{strings.waitForSomethingElse}</h2>}>
      {() => (
        <form
          aria-label={strings.somethingThatIsWaitedFor}
          style={{ display: 'grid', gap: 10 }}
          onSubmit={(e) => {
            e.preventDefault();
            mutate(
              { id: newId(), change: { do: 'await', what, why, from: new Date(from).toISOString() } },
              {
                onSuccess: () => {
                  setWhat('');
                  setWhy('');
                },
              },
            );
          }}
        >
          <Text label={strings.what} value={what} onChange={setWhat} placeholder={strings.theCutVineIsDry} />
          <Text label={strings.why} value={why} onChange={setWhy} />
          <Text label={strings.fromWhenOn} type="datetime-local" value={from} onChange={setFrom} />
          <Row>
            <Button type="submit" isDisabled={isPending || !what.trim() || !from}>
              {strings.waitForIt}
            </Button>
          </Row>
        </form>
      )}
    </Folded>
  );
}
