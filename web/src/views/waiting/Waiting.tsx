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
      <h1>To finish at home</h1>
      <p>
        What is doubtful lies in a bag of its own until it is settled. Nothing of it comes to what is eaten, and hands
        and knife are cleaned after it.
      </p>
      {prints.length + records.length + apart.length + tasks.length + timers.length === 0 && <p>Nothing waits.</p>}
      {timers.length > 0 && (
        <>
          <h2>Timers</h2>
          <List aria-label="Timers">
            {timers.map((t) => (
              <li key={t.id}>
                <Link href={`/kitchen/${t.batch}`}>
                  {t.name} is being {t.says}
                </Link>
                <small>Over at {new Date(t.ends).toLocaleTimeString(undefined, { timeStyle: 'short' })}</small>
              </li>
            ))}
          </List>
        </>
      )}
      {tasks.length > 0 && (
        <>
          <h2>Waited for</h2>
          <List aria-label="Waited for">
            {tasks.map((t) => (
              <li key={t.id}>
                {t.what}
                <small>
                  {t.late
                    ? 'Its time is over'
                    : t.due
                      ? 'Its time has come'
                      : `From ${new Date(t.from).toLocaleDateString()}`}
                  {t.why && `: ${t.why}`}
                </small>
                <Row data-screen-only>
                  <Button
                    aria-label={`Done: ${t.what}`}
                    isDisabled={isPending}
                    onPress={() =>
                      mutate(
                        { id: t.id, change: { do: 'done', note: '' } },
                        {
                          onSuccess: () =>
                            tell({
                              text: `Done: ${t.what}.`,
                              action: { name: 'Undo', do: () => mutate({ id: t.id, change: { do: 'undo' } }) },
                            }),
                        },
                      )
                    }
                  >
                    Done
                  </Button>
                </Row>
              </li>
            ))}
          </List>
        </>
      )}
      {prints.length > 0 && (
        <>
          <h2>Spore prints</h2>
          <List aria-label="Spore prints">
            {prints.map((p) => (
              <li key={p.id}>
                <Link href="/prints">{[p.name, p.tray].filter(Boolean).join(': ')}</Link>
                <small>{p.state === 'waiting' ? 'Still to wait for' : 'To be looked at now'}</small>
              </li>
            ))}
          </List>
        </>
      )}
      {records.length > 0 && (
        <>
          <h2>Looks that wait</h2>
          <List aria-label="Looks that wait">
            {records.map((r) => (
              <li key={r.id}>
                <Link href={`/bench/${r.id}`}>{r.name}</Link>
                {r.bag_apart && <small>It lies apart: nothing else would tell any more.</small>}
                <ul>
                  {r.looks.map((l) => (
                    <li key={l.character}>
                      {l.name}: waits for {l.for}
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </List>
        </>
      )}
      {apart.length > 0 && (
        <>
          <h2>Doubtful pieces</h2>
          <List aria-label="Doubtful pieces">
            {apart.map((b) => (
              <li key={b.id}>
                <Link href={`/baskets/${b.id}`}>{b.name}</Link>
                <small>
                  {[b.date, b.pieces === 1 ? '1 piece lies apart' : `${b.pieces} pieces lie apart`]
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
    <Folded open={false} heading={<h2>Wait for something else</h2>}>
      {() => (
        <form
          aria-label="Something that is waited for"
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
          <Text label="What" value={what} onChange={setWhat} placeholder="The cut vine is dry, come back to the fold" />
          <Text label="Why" value={why} onChange={setWhy} />
          <Text label="From when on" type="datetime-local" value={from} onChange={setFrom} />
          <Row>
            <Button type="submit" isDisabled={isPending || !what.trim() || !from}>
              Wait for it
            </Button>
          </Row>
        </form>
      )}
    </Folded>
  );
}
