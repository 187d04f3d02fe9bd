import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation, useSearchParams } from 'wouter';
import type { Kingdom, Lacks } from '../../api/client';
import { type KeyScope, printedKeyFile } from '../../api/keyScope';
import { useAnswerKey } from '../../api/useAnswerKey';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useGuide } from '../../api/useGuide';
import { useKeyStep } from '../../api/useKeyStep';
import { useLacks } from '../../api/useLacks';
import { usePrintedKey } from '../../api/usePrintedKey';
import { useSettings } from '../../api/useSettings';
import { useStartRecord } from '../../api/useStartRecord';
import { Button, OneOf, Primary, Quiet, Row, Toggle } from '../../components/Buttons';
import { Equipment } from '../../components/Equipment';
import { monthNames } from '../../components/guideWords';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { useSettled } from '../../components/settled';
import { UseAndHarm } from '../../components/UseAndHarm';
import { useShortcuts } from '../../components/useShortcuts';
import { purposes, today } from '../../components/words';
import { Drawing } from '../../drawings/lazy';
import { Thumb } from '../../drawings/Thumb';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Leads = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
  margin-top: 14px;
  kbd { position: absolute; top: 6px; left: 9px; font: 600 12px/1 inherit; color: ${c('stone')}; }
  button[data-disabled] { opacity: 1; }
  button { position: relative; display: grid; justify-items: center; gap: 6px; padding: 12px 10px; border-radius: 14px; text-align: center; align-content: center; }
  .art { display: flex; flex-wrap: wrap; justify-content: center; gap: 6px; }
  small { color: ${c('stone')}; }
`;

const Left = styled.ul`
  margin-top: 10px;
  columns: 2 260px;
  li { break-inside: avoid; padding: 5px 0; display: grid; grid-template-columns: 44px minmax(0, 1fr); gap: 10px; align-items: center; }
`;

const Written = styled.ol`
  margin-top: 12px;
  > li { padding: 8px 0; border-top: 1px solid ${c('mist')}; break-inside: avoid; }
  ol { margin-left: 18px; list-style: lower-alpha; }
`;

/** A key: the part of the guide is chosen, then one question after the other narrows it down. Its answers become readings. */
export default function Key() {
  const [search, setSearch] = useSearchParams();
  const { data: settings, error } = useSettings();
  // What is walked stands in the address, with every answer: Back and a reload lead to it again.
  const scope = scopeOf(search);
  const printed = search.has('printed');
  const walk = (of: KeyScope | undefined, print = false) => setSearch((was) => addressOf(was, of, print));
  const [kingdom, setKingdom] = useState((search.get('kingdom') ?? 'fungi') as Kingdom);
  const [month, setMonth] = useState(String(new Date().getMonth() + 1));
  const [look, setLook] = useState(false);
  const [stage, setStage] = useState<KeyScope['stage']>('');
  const [chosen, setChosen] = useState<Lacks>();
  const { data: usual } = useLacks();
  const { guide } = useGuide();
  if (!settings || !guide || !usual) return <Waiting error={error} />;
  const lacks = chosen ?? usual;
  const whole: KeyScope = { ...lacks, kingdom, month: Number(month), region: settings.region, stage, look_only: look };
  if (scope && printed) return <Printed scope={scope} onBack={() => walk(scope)} />;
  if (scope) return <Walk scope={scope} onEnd={() => walk(undefined)} onPrint={() => walk(scope, true)} />;
  return (
    <Page>
      <h1>{strings.aKey}</h1>
      <p>{strings.fewQuestionsFirmOnesFirst}</p>
      {!search.has('record') && (
        <Row style={{ margin: '10px 0' }}>
          <OneOf
            label={strings.whatItIsFor}
            value={search.get('purpose') === 'touch' ? 'touch' : 'eat'}
            onChange={(to) =>
              setSearch(
                (was) => {
                  const next = new URLSearchParams(was);
                  next.set('purpose', to);
                  return next;
                },
                { replace: true },
              )
            }
            options={purposes}
          />
        </Row>
      )}
      <Row>
        <Pick
          label={strings.whatIsIt}
          value={kingdom}
          onChange={(v) => setKingdom(v as Kingdom)}
          options={[
            { id: 'fungi', name: strings.aMushroom },
            { id: 'plantae', name: strings.aPlant },
          ]}
        />
        <Pick
          label={strings.whenWasItFound}
          value={month}
          onChange={setMonth}
          options={[{ id: '0', name: strings.anyMonth }, ...monthNames.map((m, i) => ({ id: String(i + 1), name: m }))]}
        />
        <Pick
          label={strings.howFarOnIsIt}
          value={stage}
          onChange={(v) => setStage(v as KeyScope['stage'])}
          options={[
            { id: '', name: strings.anyStage },
            { id: 'young', name: strings.young },
            { id: 'mature', name: strings.fullGrown },
            { id: 'old', name: strings.old },
          ]}
        />
      </Row>
      <Row>
        <Toggle isSelected={look} onChange={setLook}>
          {strings.onlyWhatICanSee}
        </Toggle>
      </Row>
      <Equipment guide={guide} lacks={lacks} onChange={setChosen} />
      <p>{settings.region ? strings.theContinentIsThatOf : strings.ofEveryContinentTheSettings}</p>
      <Row>
        <Primary onPress={() => walk(whole)}>{strings.walkIt}</Primary>
        <Button onPress={() => walk(whole, true)}>{strings.theWholeKeyToPrint}</Button>
      </Row>
    </Page>
  );
}

/** How many of the names that are left are shown before one asks for all. */
const namesShown = 24;

/** Before an answer in the address, that it was not kept as a reading. */
const notKept = '~';

/** The part of the guide that the address says is walked; nothing where none is. */
function scopeOf(search: URLSearchParams): KeyScope | undefined {
  if (!search.has('walk')) return undefined;
  return {
    kingdom: (search.get('kingdom') ?? 'fungi') as Kingdom, // what is none is refused by the program, in words
    month: Number(search.get('month')) || 0,
    region: search.get('region') ?? '',
    stage: (search.get('stage') ?? '') as KeyScope['stage'],
    look_only: search.has('look'),
    without: search.getAll('without'),
    no_colour: search.has('no_colour'),
    no_smell: search.has('no_smell'),
  };
}

/** The address of a walk; that of the choice of one where there is none. The record stays, and of the same walk the answers. */
function addressOf(was: URLSearchParams, of: KeyScope | undefined, print: boolean): URLSearchParams {
  const next = new URLSearchParams();
  for (const key of ['record', 'kingdom', 'purpose']) if (was.get(key)) next.set(key, was.get(key) ?? '');
  if (!of) return next;
  next.set('walk', '1');
  next.set('kingdom', of.kingdom);
  if (of.month) next.set('month', String(of.month));
  if (of.region) next.set('region', of.region);
  if (of.stage) next.set('stage', of.stage);
  for (const [key, on] of [
    ['look', of.look_only],
    ['no_colour', of.no_colour],
    ['no_smell', of.no_smell],
    ['printed', print],
  ] as const)
    if (on) next.set(key, '1');
  for (const tool of of.without) next.append('without', tool);
  if (was.has('walk')) for (const a of was.getAll('a')) next.append('a', a);
  return next;
}

function Walk({ scope, onEnd, onPrint }: { scope: KeyScope; onEnd: () => void; onPrint: () => void }) {
  const [search, setSearch] = useSearchParams();
  const steps = search.getAll('a').map((a) => ({ answer: a.replace(notKept, ''), kept: !a.startsWith(notKept) }));
  const answers = steps.map((s) => s.answer);
  const keeping = search.get('record') ?? '';
  const put = (change: (next: URLSearchParams) => void) =>
    setSearch(
      (was) => {
        const next = new URLSearchParams(was);
        change(next);
        return next;
      },
      { replace: true },
    );
  const { data, error } = useKeyStep(scope, answers);
  const { guide } = useGuide();
  const { data: settings } = useSettings();
  const { startAsync } = useStartRecord();
  const keep = useAnswerKey();
  const { change } = useChangeRecord(keeping);
  const settled = useSettled(`${answers.join()} ${data?.character}`);
  /** Whether an answer is on its way: a second press then is one too many. */
  const busy = useRef(false);
  const [, go] = useLocation();
  const heading = useRef<HTMLHeadingElement>(null);
  const [all, setAll] = useState(false);
  const question = `${answers.length}`;
  const stood = useRef(question);
  useEffect(() => {
    if (stood.current !== question && data) {
      stood.current = question;
      const on = document.activeElement;
      if (!on || on === document.body || (on as HTMLButtonElement).disabled)
        heading.current?.focus({ preventScroll: true });
    }
  }, [question, data]);
  const keys: Record<string, () => unknown> = {};
  data?.leads.slice(0, 9).forEach((l, i) => {
    keys[String(i + 1)] = () => answer(l.states);
  });
  if (data?.character) keys['0'] = () => answer([]);
  if (answers.length > 0) keys.z = () => back();
  useShortcuts(keys);
  if (error)
    return (
      <Page role="alert">
        <p>
          <strong>{strings.thereIsNoSuchKey}</strong> {error.message}
        </p>
        <Button onPress={onEnd}>{strings.chooseAnotherPart}</Button>
      </Page>
    );
  if (!data || !guide || !settings) return <Waiting />;
  const character = data.character ? guide.character(data.character) : undefined;

  /** The record that the answers are kept on, made with the first one. */
  const recordId = async () => {
    if (keeping) return keeping;
    const id = await startAsync({
      kingdom: scope.kingdom,
      purpose: search.get('purpose') === 'touch' ? 'touch' : 'eat',
      date: today(),
      region: settings.region,
      observer: settings.observer,
      place: settings.place,
    });
    put((next) => next.set('record', id));
    return id;
  };
  /** Keeps an answer as a reading at once. */
  const answer = async (states: string[]) => {
    const character = data.character ?? '';
    if (busy.current || !settled) return;
    busy.current = true;
    try {
      const { kept } = await keep.mutateAsync({ record: await recordId(), character, states });
      put((next) => next.append('a', `${kept ? '' : notKept}${character}:${states.join('+')}`));
    } catch {
      // what went wrong was told already, and the question still stands
    } finally {
      busy.current = false;
    }
  };
  const back = () => {
    if (steps.at(-1)?.kept) change({ do: 'undo' });
    put((next) => {
      next.delete('a');
      for (const { answer: a, kept } of steps.slice(0, -1)) next.append('a', `${kept ? '' : notKept}${a}`);
    });
  };
  return (
    <Page>
      <h1 tabIndex={-1} ref={heading}>
        {character?.question ??
          (data.left === 1
            ? strings.oneNameIsLeft
            : data.left === 0
              ? strings.noNameIsLeft
              : strings.nothingTellsTheseApartHere)}
      </h1>
      {character && (
        <p>
          {character.how} {character.pitfall && <strong>{strings.beware}</strong>}
          {character.pitfall}
        </p>
      )}
      {character && (
        <Leads role="group" aria-label={character.name}>
          {data.leads.map((l, i) => (
            <Button key={`${answers.length} ${l.states.join()}`} isDisabled={!settled} onPress={() => answer(l.states)}>
              {i < 9 && <kbd aria-hidden>{i + 1}</kbd>}
              <span className="art">
                {l.states.slice(0, 3).map((s) => (
                  <Drawing key={s} character={character.id} state={s} size={64} />
                ))}
              </span>
              {l.states.map((s) => character.states.find((x) => x.id === s)?.name).join('; or: ')}
              <small>{l.left === 1 ? strings.oneName : `${l.left} names`}</small>
            </Button>
          ))}
        </Leads>
      )}
      <Row>
        {character && (
          <Quiet isDisabled={!settled} onPress={() => answer([])}>
            {strings.cantTellFollowEveryWay}
          </Quiet>
        )}
        {answers.length > 0 && <Button onPress={back}>{strings.backAStep}</Button>}
        <Button onPress={onEnd}>{strings.anotherKey}</Button>
        <Button onPress={onPrint}>{strings.theWholeKeyToPrint}</Button>
        {answers.length > 0 && <Primary onPress={() => go(`/bench/${keeping}`)}>{strings.toTheBenchWithThese}</Primary>}
      </Row>
      <p role="status">
        {data.left === 0
          ? strings.nothingInThisPartOf
          : strings.ofThisPartLeftThe(
              data.left,
              data.left === 1 ? strings.is : strings.are,
              answers.length > 0 ? strings.everyAnswerWasKeptOn : '',
            )}
      </p>
      <Left aria-label={strings.namesLeft}>
        {(all ? data.taxa : data.taxa.slice(0, namesShown)).map((t) => (
          <li key={t.id}>
            <Thumb taxon={t.id} size={44} />
            <span>
              <Link href={`/guide/${t.id}`}>{t.display_name}</Link> <em>{t.name}</em>, <UseAndHarm taxon={t} />
            </span>
          </li>
        ))}
      </Left>
      {!all && data.taxa.length > namesShown && (
        <Quiet onPress={() => setAll(true)}>{strings.allNames(data.taxa.length)}</Quiet>
      )}
    </Page>
  );
}

function Printed({ scope, onBack }: { scope: KeyScope; onBack: () => void }) {
  const { data, error } = usePrintedKey(scope);
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1>
        {strings.aKeyTo(data.taxa, scope.kingdom === 'fungi' ? strings.mushrooms : strings.plants)}
        {scope.month > 0 && ` of ${monthNames[scope.month - 1]}`}
      </h1>
      <p>{strings.aKeyGivesAName}</p>
      <Row data-screen-only>
        <Button onPress={onBack}>{strings.backToWalking}</Button>
        <Button onPress={() => window.print()}>{strings.print}</Button>
        <a href={printedKeyFile('.txt', scope)} download>
          {strings.asText}
        </a>
        <a href={printedKeyFile('', scope)} download="key.json">
          {strings.asJson}
        </a>
      </Row>
      <Written aria-label={strings.theKey}>
        {data.steps.map((s) => (
          <li key={s.number}>
            <strong>
              {s.number}. {s.question}
            </strong>
            <ol>
              {s.leads.map((l) => (
                <li key={l.text}>
                  {l.text} {l.to ? <strong>→ {l.to}</strong> : ': '}
                  {l.ends?.map((e) => (
                    <span key={e.taxon}>
                      {e.display_name} (<em>{e.name}</em>){e.harm !== 'none' && <strong>, {e.harm}</strong>}.{' '}
                    </span>
                  ))}
                </li>
              ))}
            </ol>
          </li>
        ))}
      </Written>
    </Page>
  );
}
