import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation, useSearchParams } from 'wouter';
import { newId } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { bookletFile, type KeyPart, type Lacks, useBooklet, useKeyStep } from '../../api/useLeaf';
import { recordQuery, send, useChange, useStart } from '../../api/useRecord';
import { useSettings } from '../../api/useSettings';
import { c } from '../../look/tokens';
import { Button, Primary, Quiet, Row, Toggle } from '../../parts/Buttons';
import { Page, Pick, Waiting } from '../../parts/Fields';
import { monthNames } from '../../parts/leafWords';
import { tell } from '../../parts/Notice';
import { lacksOf, Reach } from '../../parts/Reach';
import { useShortcuts } from '../../parts/useShortcuts';
import { Worth } from '../../parts/Worth';
import { today } from '../../parts/words';
import { Drawing } from '../../pen/late';

const Leads = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
  margin-top: 14px;
  kbd { position: absolute; top: 6px; left: 9px; font: 600 12px/1 inherit; color: ${c('stone')}; }
  button { position: relative; display: grid; justify-items: center; gap: 6px; padding: 12px 10px; border-radius: 14px; text-align: center; align-content: center; }
  .art { display: flex; flex-wrap: wrap; justify-content: center; gap: 6px; }
  small { color: ${c('stone')}; }
`;

const Left = styled.ul`
  margin-top: 10px;
  columns: 2 260px;
  li { break-inside: avoid; padding: 5px 0; }
`;

const Written = styled.ol`
  margin-top: 12px;
  > li { padding: 8px 0; border-top: 1px solid ${c('mist')}; break-inside: avoid; }
  ol { margin-left: 18px; list-style: lower-alpha; }
`;

/** A key: the part of the guide is chosen, then one question after the other narrows it down. Its answers become readings. */
export default function Key() {
  const [search] = useSearchParams();
  const record = search.get('record') ?? '';
  const { data: settings, error } = useSettings();
  const [part, setPart] = useState<KeyPart>();
  const [printed, setPrinted] = useState(false);
  const [kingdom, setKingdom] = useState<KeyPart['kingdom']>((search.get('kingdom') as 'fungi') ?? 'fungi');
  const [month, setMonth] = useState(String(new Date().getMonth() + 1));
  const [look, setLook] = useState(false);
  const [stage, setStage] = useState<KeyPart['stage']>('');
  const [chosen, setChosen] = useState<Lacks>();
  const { book } = useGuide();
  if (!settings || !book) return <Waiting error={error} />;
  const lacks = chosen ?? lacksOf(settings, book);
  const whole: KeyPart = { ...lacks, kingdom, month: Number(month), region: settings.region, stage, look_only: look };
  if (part && printed) return <Booklet part={part} onBack={() => setPrinted(false)} />;
  if (part)
    return <Walk part={part} record={record} onEnd={() => setPart(undefined)} onPrint={() => setPrinted(true)} />;
  return (
    <Page>
      <h1>A key</h1>
      <p>
        Few questions, firm ones first, until a name is left. A key gives a name; it rules nothing harmful out. That is
        the bench's work.
      </p>
      <Row>
        <Pick
          label="What is it?"
          value={kingdom}
          onChange={(v) => setKingdom(v as KeyPart['kingdom'])}
          options={[
            { id: 'fungi', name: 'A mushroom' },
            { id: 'plantae', name: 'A plant' },
          ]}
        />
        <Pick
          label="When was it found?"
          value={month}
          onChange={setMonth}
          options={[{ id: '0', name: 'Any month' }, ...monthNames.map((m, i) => ({ id: String(i + 1), name: m }))]}
        />
        <Pick
          label="How far on is it?"
          value={stage}
          onChange={(v) => setStage(v as KeyPart['stage'])}
          options={[
            { id: '', name: 'Any stage' },
            { id: 'young', name: 'Young' },
            { id: 'mature', name: 'Full-grown' },
            { id: 'old', name: 'Old' },
          ]}
        />
      </Row>
      <Row>
        <Toggle isSelected={look} onChange={setLook}>
          Only what I can see without touching
        </Toggle>
      </Row>
      <Reach book={book} lacks={lacks} onChange={setChosen} />
      <p>
        {settings.region
          ? 'The continent is that of your settings.'
          : 'Of every continent; the settings can name yours.'}
      </p>
      <Row>
        <Primary onPress={() => setPart(whole)}>Walk it</Primary>
        <Button
          onPress={() => {
            setPart(whole);
            setPrinted(true);
          }}
        >
          The whole key, to print
        </Button>
      </Row>
    </Page>
  );
}

function Walk({
  part,
  record,
  onEnd,
  onPrint,
}: {
  part: KeyPart;
  record: string;
  onEnd: () => void;
  onPrint: () => void;
}) {
  const [steps, setSteps] = useState<{ answer: string; kept: boolean }[]>([]);
  const answers = steps.map((s) => s.answer);
  const [keeping, setKeeping] = useState(record);
  const { data, error } = useKeyStep(part, answers);
  const { book } = useGuide();
  const { data: settings } = useSettings();
  const start = useStart();
  const queries = useQueryClient();
  const { mutate } = useChange(keeping);
  const [, go] = useLocation();
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
          <strong>There is no such key.</strong> {error.message}
        </p>
        <Button onPress={onEnd}>Choose another part</Button>
      </Page>
    );
  if (!data || !book || !settings) return <Waiting />;
  const character = data.character ? book.character(data.character) : undefined;

  /** The record that the answers are kept on, made with the first one. */
  const recordId = async () => {
    if (keeping) return keeping;
    const id = await start.mutateAsync({
      kingdom: part.kingdom,
      purpose: 'eat',
      date: today(),
      region: settings.region,
      observer: settings.observer,
      place: settings.place,
    });
    setKeeping(id);
    return id;
  };
  /** Keeps an answer as a reading at once; who can't tell now leaves what was read before as it is. */
  const answer = async (states: string[]) => {
    const of = data.character ?? '';
    try {
      const id = await recordId();
      const before = await queries.ensureQueryData(recordQuery(id));
      const kept = states.length > 0 || !before.readings.some((r) => r.character === of);
      if (kept) {
        const reading = states.length > 0 ? { states, sure: true } : { unseen: 'not-checked' as const };
        queries.setQueryData(
          recordQuery(id).queryKey,
          await send(id, newId(), { do: 'read', reading: { character: of, ...reading } }),
        );
      }
      setSteps((was) => [...was, { answer: `${of}:${states.join('+')}`, kept }]);
    } catch (error) {
      tell({ text: (error as Error).message, bad: true });
    }
  };
  const back = () => {
    if (steps.at(-1)?.kept) mutate({ op: newId(), change: { do: 'undo' } });
    setSteps((was) => was.slice(0, -1));
  };
  return (
    <Page>
      <h1>
        {character?.question ??
          (data.left === 1
            ? 'One name is left'
            : data.left === 0
              ? 'No name is left'
              : 'Nothing tells these apart here')}
      </h1>
      {character && (
        <p>
          {character.how} {character.pitfall && <strong>Beware: </strong>}
          {character.pitfall}
        </p>
      )}
      {character && (
        <Leads role="group" aria-label={character.name}>
          {data.leads.map((l, i) => (
            <Button key={l.states.join()} onPress={() => answer(l.states)}>
              {i < 9 && <kbd aria-hidden>{i + 1}</kbd>}
              <span className="art">
                {l.states.slice(0, 3).map((s) => (
                  <Drawing key={s} character={character.id} state={s} size={64} />
                ))}
              </span>
              {l.states.map((s) => character.states.find((x) => x.id === s)?.name).join('; or: ')}
              <small>{l.left === 1 ? 'one name' : `${l.left} names`}</small>
            </Button>
          ))}
        </Leads>
      )}
      <Row>
        {character && <Quiet onPress={() => answer([])}>Can't tell: follow every way</Quiet>}
        {answers.length > 0 && <Button onPress={back}>Back a step</Button>}
        <Button onPress={onEnd}>Another key</Button>
        <Button onPress={onPrint}>The whole key, to print</Button>
        {answers.length > 0 && (
          <Primary onPress={() => go(`/bench/${keeping}`)}>To the bench with these readings</Primary>
        )}
      </Row>
      <p role="status">
        {data.left === 0
          ? 'Nothing in this part of the guide is like that. Leave it.'
          : `${data.left} of this part ${data.left === 1 ? 'is' : 'are'} left, the gravest first. ${answers.length > 0 ? 'Every answer was kept on a record.' : ''}`}
      </p>
      <Left aria-label="Names left">
        {data.taxa.map((t) => (
          <li key={t.id}>
            <Link href={`/guide/${t.id}`}>{t.called}</Link> <em>{t.name}</em>, <Worth taxon={t} />
          </li>
        ))}
      </Left>
    </Page>
  );
}

function Booklet({ part, onBack }: { part: KeyPart; onBack: () => void }) {
  const { data, error } = useBooklet(part);
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1>
        A key to {data.taxa} {part.kingdom === 'fungi' ? 'mushrooms' : 'plants'}
        {part.month > 0 && ` of ${monthNames[part.month - 1]}`}
      </h1>
      <p>A key gives a name. It rules nothing out: never eat on its word. Where you can't tell, follow every way.</p>
      <Row data-screen-only>
        <Button onPress={onBack}>Back to walking</Button>
        <Button onPress={() => window.print()}>Print</Button>
        <a href={bookletFile('.txt', part)} download>
          As text
        </a>
        <a href={bookletFile('', part)} download="key.json">
          As JSON
        </a>
      </Row>
      <Written aria-label="The key">
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
                      {e.called} (<em>{e.name}</em>){e.harm !== 'none' && <strong>, {e.harm}</strong>}.{' '}
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
