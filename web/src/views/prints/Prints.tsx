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
import { strings } from './strings';

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
  'half-white-half-black': strings.halfWhiteHalfBlackShows,
  white: strings.white,
  black: strings.black,
  glass: strings.glassToBeHeldOver,
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
      <h1>{strings.sporePrints}</h1>
      <p>{strings.aCapCutFromIts}</p>
      <Remind />
      {record && <Lay record={record} onDone={() => setSearch({}, { replace: true })} />}
      {open.length === 0 && !record && <p>{strings.noneLiesWaitingAPrint}</p>}
      <List aria-label={strings.printsThatLieWaiting}>
        {open.map((p) => (
          <One key={p.id} print={p} states={data.states} />
        ))}
      </List>
      {done.length > 0 && (
        <>
          <h2>{strings.lookedAt}</h2>
          <List aria-label={strings.printsThatWereLookedAt}>
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
          {strings.letThisDeviceRemindMe}
        </Quiet>
      )}
      <a href="/api/v1/calendar.ics" download>
        {strings.theCalendarWithAReminder}
      </a>
      <Link href="/waiting">{strings.allThatWaitsAtHome}</Link>
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
      aria-label={strings.aNewPrint}
      onSubmit={(e) => {
        e.preventDefault();
        mutate({ id: newId(), change: { do: 'lay', record, tray, surface, natural } }, { onSuccess: onDone });
      }}
    >
      <Text label={strings.whereOnTheTraySo} value={tray} onChange={setTray} />
      <Pick
        label={strings.onWhat}
        value={surface}
        onChange={(v) => setSurface(v as Schema['Surface'])}
        options={Object.entries(surfaceWords).map(([id, name]) => ({ id, name }))}
      />
      <Tick isSelected={natural} onChange={setNatural}>
        {strings.itFellByItselfOn}
      </Tick>
      <Row>
        <Primary type="submit" isDisabled={isPending}>
          {strings.layIt}
        </Primary>
        <Quiet onPress={onDone}>{strings.notNow}</Quiet>
      </Row>
    </Form>
  );
}

/** How far on a print is, in words. */
function due(p: Print): string {
  if (p.natural) return strings.toBeLookedAtNow;
  if (p.state === 'waiting') return strings.toBeLookedAtFrom(moment(p.from));
  if (p.state === 'ready') return strings.toBeLookedAtNow2(moment(p.until));
  return strings.itShouldHaveBeenLooked(moment(p.until));
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
        {strings.laid(moment(p.laid))}
        {surfaceWords[p.surface]}.
      </small>
      {p.done ? (
        <>
          <Photographs of="print" id={p.id} />
          <p>
            {found ? strings.fellAndIsReadOn(found.name) : strings.nothingFell}{' '}
            <Button isDisabled={isPending} onPress={() => mutate({ id: p.id, change: { do: 'undo' } })}>
              {strings.undo}
            </Button>
          </p>
        </>
      ) : (
        <>
          <p className={p.state === 'waiting' ? undefined : 'due'}>{due(p)}</p>
          <Photographs of="print" id={p.id} />
          <Colours role="group" aria-label={strings.whatFell(p.name, p.tray ? `, ${p.tray}` : '')}>
            {states.map((s) => (
              <Button key={s.id} isDisabled={isPending} onPress={() => say(s.id)}>
                <i data-tells style={{ background: s.swatch || undefined }} aria-hidden="true" />
                {s.name}
              </Button>
            ))}
            <Quiet isDisabled={isPending} onPress={() => say('')}>
              <i aria-hidden="true" />
              {strings.nothingFell2}
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
                        text: strings.thePrintWasTakenAway,
                        action: {
                          name: strings.bringItBack,
                          do: () => mutate({ id: p.id, change: { do: 'restore' } }),
                        },
                      }),
                  },
                )
              }
            >
              {strings.takeItAway}
            </Quiet>
          </Row>
        </>
      )}
    </li>
  );
}
