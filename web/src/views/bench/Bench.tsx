import { Suspense, useCallback, useDeferredValue, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import type { Ruled } from '../../api/client';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useGuide } from '../../api/useGuide';
import { useRecord } from '../../api/useRecord';
import { useSettings } from '../../api/useSettings';
import { Ask } from '../../components/Ask';
import { Button, Row } from '../../components/Buttons';
import { lazily } from '../../components/lazily';
import { Nearby } from '../../components/Nearby';
import { Waiting } from '../../components/Page';
import { UndoRedo } from '../../components/UndoRedo';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { verdictWords } from '../../components/words';
import { c, medium, narrow } from '../../theme/tokens';
import { AllCharacters } from './AllCharacters';
import { Close } from './Close';
import { Decided } from './Decided';
import { Details } from './Details';
import { GatherMore } from './GatherMore';
import { Lookalikes } from './Lookalikes';
import { NextChecks } from './NextChecks';
import { Specimen } from './Specimen';
import { strings } from './strings';
import { Announced, Unruled, VerdictBar } from './VerdictBar';
import { Cautions, NotToEat, Warnings } from './Warnings';
import { WeakPoints } from './WeakPoints';

const Photographs = lazily(() => import('../../components/Photographs'));
const Tour = lazily(() => import('./Tour'));

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(350px, 1.1fr) minmax(290px, 0.9fr) minmax(310px, 0.9fr);
  flex: 1;
  > section { padding: 18px 22px; min-width: 0; scroll-margin-top: 130px; }
  > section + section { border-left: 1.5px solid ${c('mist')}; }
  ${medium} { grid-template-columns: minmax(0, 1.1fr) minmax(0, 0.9fr); > section:nth-child(3) { grid-column: 1 / -1; border-left: 0; border-top: 1.5px solid ${c('mist')}; } }
  ${narrow} { grid-template-columns: minmax(0, 1fr); > section { padding: 14px 16px; } > section + section { border-left: 0; border-top: 1.5px solid ${c('mist')}; } }
`;

const Below = styled.div`
  padding: 4px 22px 24px;
  border-top: 1.5px solid ${c('mist')};
  ${narrow} { padding: 4px 16px 24px; }
`;

const Tools = styled(Row)`
  padding: 8px 22px;
  border-bottom: 1.5px solid ${c('mist')};
  font-size: 15px;
  button { min-height: 40px; padding: 6px 12px; }
  span { flex: 1; color: ${c('stone')}; min-width: 12ch; }
  ${narrow} { padding: 8px 16px; }
`;

/** The other ways of working on the same record. */
const Ways = styled(Row)`
  margin-top: 14px;
  a { padding: 10px 4px; font-weight: 600; }
`;

/** Says of a deleted record that it is, and brings it back. */
function Deleted({ onBack }: { onBack: () => void }) {
  return (
    <div>
      <h2 tabIndex={-1}>{strings.thisRecordIsDeleted}</h2>
      <p>{strings.whatWasReadIsStill}</p>
      <Row>
        <Button onPress={onBack}>{strings.bringItBack}</Button>
      </Row>
    </div>
  );
}

/** The main view: one specimen, what was read of it, what still stands, and what to look at next. */
export default function Bench({ id }: { id: string }) {
  const { guide, error: noGuide } = useGuide();
  const { data: record, error: noRecord } = useRecord(id);
  const { data: settings } = useSettings();
  const { change, isPending } = useChangeRecord(id);
  const on = record?.changed;
  const [last, setPicked] = useState<{ character: string; afresh: boolean; on: string | undefined }>();
  // What was picked holds until the record is another; an effect that took it back could come after the next pick.
  const picked = last?.on === on ? last : undefined;
  const ask = useRef<HTMLElement>(null);
  const [search] = useSearchParams();

  const shownOn = useRef(on);
  useLayoutEffect(() => {
    shownOn.current = on;
  }, [on]);
  const pick = useCallback((character: string, afresh = false) => {
    setPicked({ character, afresh, on: shownOn.current });
    ask.current?.scrollIntoView({ block: 'start' });
    ask.current?.focus({ preventScroll: true });
  }, []);

  const ruling = record?.ruling;
  const again = ruling?.again ?? '';
  const asked = picked?.character ?? (again || ruling?.next[0]?.character);
  const afresh = picked ? picked.afresh : again !== '';
  const deleted = record?.deleted ?? false;
  const closed = Boolean(record?.closing) || deleted;
  const covered = afresh && !closed;
  // The verdict, what warns and the next question are drawn first; what only tells of the same comes right after them.
  const organ = asked ? guide?.character(asked)?.organ : undefined;
  const after = useDeferredValue(useMemo(() => ({ record, asked, organ }), [record, asked, organ]));

  const name = ruling?.working ? guide?.nameOf(ruling.working) : undefined;
  useTitle(name && strings.bench(name));
  // What was pressed is often gone when its answer is there: then whoever works by the keyboard goes on at the question.
  const shown = `${record?.changed} ${asked} ${covered} ${after.record?.changed}`;
  const stood = useRef('');
  useEffect(() => {
    const at = document.activeElement;
    if (stood.current !== '' && stood.current !== shown && (!at || at === document.body))
      (ask.current?.querySelector<HTMLElement>('h2[tabindex]') ?? ask.current)?.focus({ preventScroll: true });
    if (record) stood.current = shown;
  }, [shown, record]);

  useShortcuts({
    z: () => record?.can_undo && change({ do: 'undo' }),
    y: () => record?.can_redo && change({ do: 'redo' }),
  });

  if (!guide || !record || !settings) return <Waiting error={noGuide ?? noRecord} />;
  const character = asked ? guide.character(asked) : undefined;
  const tools = (
    <Tools data-screen-only>
      <span>
        {record.about.kingdom === 'fungi' ? strings.mushroom : strings.plant}
        {record.about.place?.name ? `, ${record.about.place.name}` : ''}
        {record.about.date ? `, ${record.about.date}` : ''}
      </span>
      <UndoRedo of={record} onChange={change} />
    </Tools>
  );
  const question = character && (
    <Ask
      key={`${character.id} ${record.changed} ${afresh}`}
      character={character}
      reading={covered ? undefined : record.readings.find((r) => r.character === character.id)}
      why={picked ? undefined : ruling?.next[0]?.why}
      afresh={afresh}
      again={afresh && ruling?.next[0]?.character === asked ? ruling?.next[0]?.again : undefined}
      settings={settings}
      busy={isPending}
      onRead={(reading, refused) => change({ do: 'read', reading: { ...reading, afresh } }, undefined, refused)}
      onCancel={picked ? () => setPicked(undefined) : undefined}
    />
  );
  if (!ruling)
    return (
      <>
        <Unruled trouble={record.trouble} />
        {tools}
        <Columns>
          <section ref={ask} tabIndex={-1} aria-label={strings.lookHereNext}>
            {character && picked && !closed ? (
              question
            ) : (
              <Details record={record} guide={guide} closed={closed} open onChange={change} />
            )}
          </section>
          <Specimen
            record={record}
            guide={guide}
            closed={closed}
            next={undefined}
            onPick={pick}
            onClear={(of) => change({ do: 'clear', character: of })}
          />
        </Columns>
      </>
    );
  const ruled: Ruled = { ...record, ruling };
  const rest =
    after.record?.id === id && after.record.ruling
      ? { ...after, record: after.record, ruling: after.record.ruling }
      : { record, asked, organ, ruling };
  const target = ruling.working ?? ruling.candidates[0]?.taxon;
  const standing = ruling.harmful.filter((h) => h.taxon !== target).slice(0, 3);
  const besides = `/compare?${target ? `target=${target}&` : ''}${standing.map((h) => `other=${h.taxon}&`).join('')}record=${id}`;
  return (
    <>
      {search.has('tour') && (
        <Suspense>
          <Tour record={ruled} onChange={change} onPick={pick} />
        </Suspense>
      )}
      <VerdictBar record={ruled} guide={guide} covered={covered} onChange={change} />
      <Announced says={covered ? strings.lookAgain : verdictWords[ruling.verdict].say} />
      {tools}
      <Columns>
        <section ref={ask} tabIndex={-1} aria-label={strings.lookHereNext}>
          <NotToEat why={record?.not_to_eat ?? []} />
          {!closed && <Warnings record={id} changed={record.changed} ruling={ruling} guide={guide} covered={covered} />}
          {deleted ? (
            <Deleted onBack={() => change({ do: 'restore' })} />
          ) : closed ? (
            <Close record={record} busy={isPending} onChange={change} />
          ) : character ? (
            question
          ) : (
            <Decided ruling={ruling} />
          )}
          {!closed && !covered && <NextChecks ruling={rest.ruling} guide={guide} shown={rest.asked} onPick={pick} />}
          {!covered && (
            <Ways data-screen-only>
              <Link href={besides}>{strings.sideBySide}</Link>
              {!closed && <Link href={`/key?kingdom=${record.about.kingdom}&record=${id}`}>{strings.byAKey}</Link>}
              {!closed && record.about.kingdom === 'fungi' && (
                <Link href={`/prints?record=${id}`}>{strings.layASporePrint}</Link>
              )}
              {ruling.verdict === 'ruled-clear' && record.about.purpose !== 'touch' && !deleted && (
                <GatherMore record={id} />
              )}
            </Ways>
          )}
          {!covered && <WeakPoints ruling={rest.ruling} guide={guide} onPick={closed ? undefined : pick} />}
          {!covered && <Nearby>{() => <Photographs of="record" id={id} closed={deleted} />}</Nearby>}
          {!covered && <Cautions ruling={ruling} guide={guide} />}
          {!closed && !covered && <Close record={record} busy={isPending} onChange={change} />}
        </section>
        {covered ? (
          <section aria-label={strings.covered}>
            <p>{strings.whatWasReadAndWhat}</p>
          </section>
        ) : (
          <>
            <Specimen
              record={rest.record}
              guide={guide}
              closed={closed}
              next={rest.organ}
              onPick={pick}
              onClear={(of) => change({ do: 'clear', character: of })}
            />
            <Lookalikes
              ruling={rest.ruling}
              readings={rest.record.readings}
              guide={guide}
              closed={closed}
              weights={settings.show_weights ?? false}
              onPick={pick}
            />
          </>
        )}
      </Columns>
      {!covered && (
        <Below>
          {!closed && <AllCharacters record={rest.record} guide={guide} onPick={pick} />}
          <Details record={record} guide={guide} closed={closed} onChange={change} />
        </Below>
      )}
    </>
  );
}
