import { useState } from 'react';
import styled from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { useChangePrint } from '../../api/useChangePrint';
import { usePrints } from '../../api/usePrints';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { moment } from '../../components/moments';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import Photographs from '../../components/Photographs';
import { Pick } from '../../components/Pick';
import { Tick } from '../../components/Tick';
import { c } from '../../theme/tokens';

type Print = Schema['Print'];

const List = styled.ul`
  margin-top: 16px;
  > li { padding: 14px 0; border-top: 1.5px solid ${c('mist')}; }
  && h2 { font-size: 18px; margin: 0; }
  .due { font-weight: 700; }
  small { color: ${c('stone')}; font-size: 15px; }
`;

const Colours = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
  margin: 10px 0;
  button { display: grid; grid-template-columns: 40px minmax(0, 1fr); gap: 10px; align-items: center; text-align: left; min-height: 56px; padding: 6px 10px; }
  i { width: 40px; height: 40px; border-radius: 8px; border: 1.5px solid ${c('ink')}; }
`;

const Form = styled.form`
  display: grid;
  gap: 12px;
  max-width: 34rem;
  margin: 12px 0;
`;

const surfaceWords: Record<Schema['Surface'], string> = {
  'half-white-half-black': 'Half white, half black: shows any colour',
  white: 'White',
  black: 'Black',
  glass: 'Glass: to be held over both',
};

/** Spore prints: what lies waiting, what is to be looked at now, and what fell. */
export default function Prints() {
  const { data, error } = usePrints();
  const [search, setSearch] = useSearchParams();
  const record = search.get('record');
  if (!data) return <Waiting error={error} />;
  const open = data.prints.filter((p) => !p.done);
  const done = data.prints.filter((p) => p.done);
  return (
    <Page>
      <h1>Spore prints</h1>
      <p>
        A cap, cut from its stem and laid gills down under a cup, drops its spores within 2 to 12 hours. Look at what
        lies there in daylight. A cap that is old, soaked or frozen may drop nothing; that says nothing of what it is.
      </p>
      <Remind />
      {record && <Lay record={record} onDone={() => setSearch({}, { replace: true })} />}
      {open.length === 0 && !record && (
        <p>None lies waiting. A print is laid from the bench of a mushroom, under “Lay a spore print”.</p>
      )}
      <List aria-label="Prints that lie waiting">
        {open.map((p) => (
          <One key={p.id} print={p} states={data.states} />
        ))}
      </List>
      {done.length > 0 && (
        <>
          <h2>Looked at</h2>
          <List aria-label="Prints that were looked at">
            {done.map((p) => (
              <One key={p.id} print={p} states={data.states} />
            ))}
          </List>
        </>
      )}
    </Page>
  );
}

/** Asks the device whether it may remind of a print outside of the page. */
function Remind() {
  const [may, setMay] = useState(typeof Notification === 'undefined' ? 'denied' : Notification.permission);
  return (
    <Row data-screen-only>
      {may === 'default' && (
        <Quiet onPress={() => void Notification.requestPermission().then(setMay)}>
          Let this device remind me while the page is open
        </Quiet>
      )}
      <a href="/api/v1/calendar.ics" download>
        The calendar, with a reminder for each print
      </a>
      <Link href="/waiting">All that waits at home</Link>
    </Row>
  );
}

function Lay({ record, onDone }: { record: string; onDone: () => void }) {
  const { mutate, isPending } = useChangePrint();
  const [tray, setTray] = useState('');
  const [surface, setSurface] = useState<Schema['Surface']>('half-white-half-black');
  const [natural, setNatural] = useState(false);
  return (
    <Form
      aria-label="A new print"
      onSubmit={(e) => {
        e.preventDefault();
        mutate({ id: newId(), change: { do: 'lay', record, tray, surface, natural } }, { onSuccess: onDone });
      }}
    >
      <Text label="Where on the tray, so that none is taken for another" value={tray} onChange={setTray} />
      <Pick
        label="On what"
        value={surface}
        onChange={(v) => setSurface(v as Schema['Surface'])}
        options={Object.entries(surfaceWords).map(([id, name]) => ({ id, name }))}
      />
      <Tick isSelected={natural} onChange={setNatural}>
        It fell by itself, on the cap below or on a leaf: there is nothing to wait for
      </Tick>
      <Row>
        <Primary type="submit" isDisabled={isPending}>
          Lay it
        </Primary>
        <Quiet onPress={onDone}>Not now</Quiet>
      </Row>
    </Form>
  );
}

/** How far on a print is, in words. */
function due(p: Print): string {
  if (p.natural) return 'To be looked at now.';
  if (p.state === 'waiting') return `To be looked at from ${moment(p.from)}; before that it counts as unsure.`;
  if (p.state === 'ready') return `To be looked at now, until ${moment(p.until)}.`;
  return `It should have been looked at by ${moment(p.until)}: look now, and mind that more than spores may lie there.`;
}

function One({ print: p, states }: { print: Print; states: Schema['PrintState'][] }) {
  const { mutate, isPending } = useChangePrint();
  const say = (state: string) => mutate({ id: p.id, change: { do: 'result', state } });
  const found = states.find((s) => s.id === p.result);
  return (
    <li>
      <h2>
        <Link href={`/bench/${p.record}`}>{p.name}</Link>
        {p.tray && `: ${p.tray}`}
      </h2>
      <small>
        Laid {moment(p.laid)}. {surfaceWords[p.surface]}.
      </small>
      {p.done ? (
        <>
          <Photographs of="print" id={p.id} />
          <p>
            {found ? `${found.name} fell, and is read on its record.` : 'Nothing fell.'}{' '}
            <Button isDisabled={isPending} onPress={() => mutate({ id: p.id, change: { do: 'undo' } })}>
              Undo
            </Button>
          </p>
        </>
      ) : (
        <>
          <p className={p.state === 'waiting' ? undefined : 'due'}>{due(p)}</p>
          <Photographs of="print" id={p.id} />
          <Colours role="group" aria-label={`What fell: ${p.name}${p.tray ? `, ${p.tray}` : ''}`}>
            {states.map((s) => (
              <Button key={s.id} isDisabled={isPending} onPress={() => say(s.id)}>
                <i data-tells style={{ background: s.swatch || undefined }} aria-hidden="true" />
                {s.name}
              </Button>
            ))}
            <Quiet isDisabled={isPending} onPress={() => say('')}>
              <i aria-hidden="true" />
              Nothing fell
            </Quiet>
          </Colours>
          <Row>
            <Quiet
              isDisabled={isPending}
              onPress={() =>
                mutate(
                  { id: p.id, change: { do: 'delete' } },
                  {
                    onSuccess: () =>
                      tell({
                        text: 'The print was taken away.',
                        action: { name: 'Bring it back', do: () => mutate({ id: p.id, change: { do: 'restore' } }) },
                      }),
                  },
                )
              }
            >
              Take it away
            </Quiet>
          </Row>
        </>
      )}
    </li>
  );
}
