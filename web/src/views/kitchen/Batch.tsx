import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { type BatchChange, useChangeBatch } from '../../api/useChangeBatch';
import { useBatch } from '../../api/useKitchen';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import Photographs from '../../components/Photographs';
import { Quantity } from '../../components/Quantity';
import { left, useTick } from '../../components/timers';
import { UndoRedo } from '../../components/UndoRedo';
import { clock } from '../../components/Urgent';
import { withUnit } from '../../components/units';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { useUnits } from '../../components/useUnits';
import { c, face } from '../../theme/tokens';
import { Meals } from './Meals';
import { strings } from './strings';

type Batch = Schema['Batch'] & { at: number };

const Band = styled.section<{ $bad: boolean }>`
  background: ${({ $bad }) => c($bad ? 'thornWash' : 'band')};
  color: ${({ $bad }) => c($bad ? 'ink' : 'onBand')};
  border: 3px solid ${({ $bad }) => c($bad ? 'thorn' : 'band')};
  border-radius: 16px;
  padding: 12px 18px;
  margin: 10px 0 14px;
  strong { font: 800 24px/1.2 ${face.head}; display: block; }
  @media print { background: none; color: #000; border-color: #000; }
`;

const Steps = styled.ol`
  border-bottom: 1.5px solid ${c('mist')};
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 8px 16px; align-items: center; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  b { font: 800 30px/1 ${face.head}; font-variant-numeric: tabular-nums; }
  .must { color: ${c('thorn')}; font-weight: 600; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
`;

/** A batch: what it is made of, what was done to it, and who ate of it. */
export default function Batch({ id }: { id: string }) {
  const { data: b, error } = useBatch(id);
  const { mutate, isPending } = useChangeBatch();
  const change = (what: BatchChange, then?: () => void) =>
    mutate({ id, change: what }, then ? { onSuccess: then } : undefined);
  useTitle(b && strings.batch(b.name));
  useShortcuts({
    z: () => b?.can_undo && change({ do: 'undo' }),
    y: () => b?.can_redo && change({ do: 'redo' }),
  });
  if (!b) return <Waiting error={error} />;
  const open = !b.closed && !b.deleted;
  return (
    <Page>
      <h1>{strings.batch(b.name)}</h1>
      <p>
        {b.date && `${b.date} · `}
        {b.of.map((o, i) => (
          <span key={o.id}>
            {i > 0 && ', '}
            <Link href={o.stream === 'picking' ? `/baskets/${o.id}` : `/bench/${o.id}`}>
              {strings.itCameFrom(o.stream === 'picking' ? strings.theBasket : strings.theRecord)}
            </Link>
          </span>
        ))}
        {b.closed && strings.usedUp}
      </p>
      {b.over && !b.closed && (
        <p role="alert">
          <strong>{b.over}</strong>
        </p>
      )}
      {b.trouble && (
        <p role="alert">
          <strong>{b.trouble}</strong>
        </p>
      )}
      {b.deleted && (
        <p>
          {strings.thisBatchIsDeleted}
          <Button onPress={() => change({ do: 'restore' })}>{strings.bringItBack}</Button>
        </p>
      )}
      <Band $bad={b.lacking.length > 0} aria-label={strings.whatWasDoneToIt}>
        <strong>{b.lacking.length > 0 ? strings.itMustStillBePrepared : b.state}</strong>
        {b.lacking.length > 0 && (
          <>
            <p>{b.state}</p>
            <ul>
              {b.lacking.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          </>
        )}
      </Band>
      <h2>{strings.whatIsDoneToIt}</h2>
      {b.why.map((w) => (
        <p key={w}>{w}</p>
      ))}
      {b.steps.length === 0 && <p>{strings.theGuideSaysNothingOf}</p>}
      <Steps aria-label={strings.steps}>
        {b.steps.map((s) => (
          <Step key={s.do} batch={b} step={s} open={open} busy={isPending} onChange={change} />
        ))}
      </Steps>
      <Row style={{ marginTop: 12 }} data-screen-only>
        <UndoRedo of={b} busy={isPending} onChange={change} />
        {b.closed && !b.deleted && <Button onPress={() => change({ do: 'reopen' })}>{strings.reopenIt}</Button>}
        {!b.deleted && (
          <Quiet
            isDisabled={isPending}
            onPress={() =>
              change({ do: 'delete' }, () =>
                tell({
                  text: strings.theBatchWasDeleted,
                  action: { name: strings.bringItBack, do: () => change({ do: 'restore' }) },
                }),
              )
            }
          >
            {strings.deleteWord}
          </Quiet>
        )}
      </Row>
      <Meals batch={b} open={open} busy={isPending} onChange={change} />
      <Photographs of="batch" id={id} closed={b.deleted} />
      <Folded open={false} heading={<h2>{strings.whatItWeighs}</h2>}>
        {() => <Weights batch={b} open={open} busy={isPending} onChange={change} />}
      </Folded>
      <Folded open={false} heading={<h2>{strings.keepingItAndItsLabel}</h2>}>
        {() => <Shelf batch={b} open={open} busy={isPending} onChange={change} />}
      </Folded>
      {open && (
        <Row style={{ marginTop: 12 }}>
          <Quiet isDisabled={isPending} onPress={() => change({ do: 'close', note: '' })}>
            {strings.itIsUsedUp}
          </Quiet>
        </Row>
      )}
    </Page>
  );
}

interface Part {
  batch: Batch;
  open: boolean;
  busy: boolean;
  onChange: (change: BatchChange, then?: () => void) => void;
}

function Step({ batch: b, step: s, open, busy, onChange }: Part & { step: Schema['BatchStep'] }) {
  const timer = b.timers.find((t) => t.do === s.do && t.running);
  const rest = Math.max(0, s.left / 60);
  return (
    <li>
      <div>
        {s.says}
        <small>
          {s.finished ? (
            strings.done
          ) : s.done > 0 ? (
            strings.ofMinutesWereDone(Math.floor(s.done / 60), s.minutes)
          ) : s.must ? (
            <span className="must">{strings.itIsNoFoodBefore}</span>
          ) : (
            strings.asYouLike
          )}
        </small>
      </div>
      {timer ? (
        <Row>
          <Left timer={timer} now={b.now} at={b.at} />
          <Button isDisabled={busy} onPress={() => onChange({ do: 'stop', timer: timer.id })}>
            {strings.stop}
          </Button>
        </Row>
      ) : (
        open &&
        !s.finished &&
        (s.minutes > 0 ? (
          <Primary isDisabled={busy} onPress={() => onChange({ do: 'start', step: s.do, minutes: rest })}>
            {strings.start(clock(rest * 60))}
          </Primary>
        ) : (
          <Button isDisabled={busy} onPress={() => onChange({ do: 'done', step: s.do })}>
            {strings.done2}
          </Button>
        ))
      )}
    </li>
  );
}

function Left({ timer, now, at }: { timer: Schema['BatchTimer']; now: string; at: number }) {
  useTick();
  const s = left(timer, now, at);
  return <b role="timer">{s > 0 ? clock(s) : strings.over}</b>;
}

const stageWords: Record<Schema['Stage'], string> = {
  fresh: strings.fresh,
  trimmed: strings.trimmed,
  cooked: strings.cooked,
  dried: strings.dried,
};

function Weights({ batch: b, open, busy, onChange }: Part) {
  const { weight: kind } = useUnits();
  const [typed, setTyped] = useState<Partial<Record<Schema['Stage'], number | undefined>>>({});
  return (
    <Steps aria-label={strings.weights}>
      {b.weights.map((w) => (
        <li key={w.at}>
          <div>
            {stageWords[w.at]}: {w.g > 0 ? withUnit(kind, w.g) : strings.notWeighed}
            {w.left > 0 && `, ${w.left} of 100 of it`}
            {w.usual > 0 && <small>{strings.asARuleOf100(w.usual.toFixed(0), w.source)}</small>}
          </div>
          {open && (
            <Row>
              <Quantity
                label={`${stageWords[w.at]}, ${kind.unit === 'oz' ? 'ounces' : 'grams'}`}
                unit={kind.unit}
                value={typed[w.at]}
                onChange={(v) => setTyped({ ...typed, [w.at]: v })}
              />
              <Button
                isDisabled={busy || !typed[w.at]}
                onPress={() => onChange({ do: 'weigh', at: w.at, g: kind.kept(typed[w.at] ?? 0) })}
              >
                {strings.keep}
              </Button>
            </Row>
          )}
        </li>
      ))}
    </Steps>
  );
}

function Shelf({ batch: b, open, busy, onChange }: Part) {
  const [how, setHow] = useState(b.shelved);
  const [until, setUntil] = useState(b.until);
  return (
    <>
      {open && (
        <>
          <p>{strings.atMostByCommonPractice}</p>
          <Row data-screen-only>
            {b.keeps.map((k) => (
              <Button
                key={k.on}
                isDisabled={busy}
                onPress={() => {
                  setHow(k.name);
                  setUntil(k.until);
                }}
              >
                {strings.days(k.name, k.days)}
              </Button>
            ))}
          </Row>
          <Row style={{ marginTop: 10 }} data-screen-only>
            <Text label={strings.howItIsKept} value={how} onChange={setHow} placeholder={strings.inTheColdInThe} />
            <Text label={strings.until} type="date" value={until} onChange={setUntil} />
            <Button isDisabled={busy || !how.trim()} onPress={() => onChange({ do: 'shelve', how, until })}>
              {strings.keepThat}
            </Button>
          </Row>
        </>
      )}
      {b.shelved && (
        <p>
          {b.shelved}
          {b.until && strings.until2(b.until)}.
        </p>
      )}
      <p>{b.not_so}</p>
      <Row data-screen-only>
        <Link href={`/labels?batch=${b.id}`}>{strings.printItsLabel}</Link>
      </Row>
    </>
  );
}
