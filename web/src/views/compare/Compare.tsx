import { useRef, useState } from 'react';
import styled from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import type { Character, Lacks } from '../../api/client';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useComparison } from '../../api/useComparison';
import { useGuide } from '../../api/useGuide';
import { useLacks } from '../../api/useLacks';
import { useRecord } from '../../api/useRecord';
import { useSettings } from '../../api/useSettings';
import { Ask } from '../../components/Ask';
import { Button, Row, Toggle } from '../../components/Buttons';
import { Equipment } from '../../components/Equipment';
import { Text } from '../../components/Fields';
import { scoreWords } from '../../components/guideWords';
import { Page, Waiting } from '../../components/Page';
import { Popup } from '../../components/Popup';
import { TaxonPicker } from '../../components/TaxonPicker';
import { UseAndHarm } from '../../components/UseAndHarm';
import { useNarrow } from '../../components/useNarrow';
import { useShortcuts } from '../../components/useShortcuts';
import { today } from '../../components/words';
import { Figure } from '../../drawings/Figure';
import { Drawing } from '../../drawings/lazy';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

const Wide = styled(Page)`max-width: 1240px; > form + div, > div + p, > details + p { margin-top: 10px; }`;

const Choices = styled.details`
  > summary { cursor: pointer; padding: 8px 0; font-weight: 600; }
  > div { margin-top: 10px; }
`;

const Grid = styled.div<{ $columns: number }>`
  display: grid;
  grid-template-columns: minmax(130px, 0.9fr) repeat(${(p) => p.$columns}, minmax(0, 1.3fr));
  border-bottom: 1.5px solid ${c('mist')};
  > div { padding: 8px 10px 8px 0; border-top: 1.5px solid ${c('mist')}; font-size: 15px; min-width: 0; }
  h2 { font-size: 17px; }
  .head { display: flex; flex-direction: column; align-items: flex-start; }
  figure { margin: auto 0 0; width: 100%; }
  figure svg { max-width: 100%; }
  .name b { display: inline-grid; place-items: center; width: 26px; height: 26px; margin-right: 7px; border-radius: 50%; background: ${c('ink')}; color: ${c('paper')}; font-size: 14px; }
  .hint { color: ${c('stone')}; }
  .enough { display: inline-block; background: ${c('zest')}; color: ${c('onZest')}; border-radius: 6px; padding: 1px 7px; font-weight: 700; font-size: 13.5px; margin-top: 4px; }
  .always { background: ${c('cutWash')}; }
  .apart { font-size: 13.5px; font-weight: 700; color: ${c('cut')}; }
  button { min-height: 44px; padding: 4px 10px; margin: 4px 4px 0 0; font-size: 14.5px; text-align: left; }
  ${narrow} {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    > .name { grid-column: 1 / -1; padding-bottom: 0; }
    > .corner { display: none; }
    > div:not(.name) { border-top: 0; }
    > .head { border-top: 1.5px solid ${c('mist')}; }
  }
`;

/** How far a finger goes sideways, in px, before the next one is shown. */
const leastSwipe = 50;

/** One taxon beside up to four others: figures in one pose, and below what parts them, the firmest first. */
export default function Compare() {
  const [search, setSearch] = useSearchParams();
  const target = search.get('target') ?? '';
  const others = search.getAll('other').slice(0, 4);
  const record = search.get('record') ?? '';
  const { guide, error: noGuide } = useGuide();
  const [when, setWhen] = useState('');
  const [chosen, setChosen] = useState<Lacks>();
  const [at, setAt] = useState(0);
  const narrowed = useNarrow();
  const { data: usual } = useLacks();
  const lacks = chosen ?? usual;
  const { data, error } = useComparison(target, others, when, lacks);
  if (!guide) return <Waiting error={noGuide} />;
  const change = (t: string, os: string[]) =>
    setSearch(() => {
      const next = new URLSearchParams();
      if (t) next.set('target', t);
      for (const o of os) next.append('other', o);
      if (record) next.set('record', record);
      return next;
    });
  const kingdom = guide.taxon(target)?.kingdom;
  return (
    <Wide>
      {record && (
        <p data-screen-only>
          <Link href={`/bench/${record}`}>{strings.backToTheBench}</Link>
        </p>
      )}
      <h1>{strings.sideBySide}</h1>
      <Choices data-screen-only open={!narrowed || others.length === 0}>
        <summary>{strings.whichWhenAndWithWhat}</summary>
        <Row as="form" onSubmit={(e: React.FormEvent) => e.preventDefault()}>
          <TaxonPicker
            label={target ? strings.insteadOf(guide.nameWithin(target)) : strings.thisOne}
            onPick={(t) => change(t.id, t.kingdom === kingdom ? others.filter((o) => o !== t.id) : [])}
          />
          {target && (
            <TaxonPicker
              label={strings.layBeside(guide.nameWithin(target))}
              kingdom={kingdom}
              onPick={(t) => !others.includes(t.id) && t.id !== target && change(target, [...others, t.id].slice(-4))}
            />
          )}
        </Row>
        <Row>
          <Text label={strings.whatIsThereToSee} type="date" value={when} onChange={setWhen} />
          <Toggle isSelected={when === ''} onChange={() => setWhen('')}>
            {strings.onAnyDay}
          </Toggle>
          <Toggle isSelected={when === today()} onChange={(on) => setWhen(on ? today() : '')}>
            {strings.today}
          </Toggle>
        </Row>
        {lacks && <Equipment guide={guide} lacks={lacks} onChange={setChosen} />}
      </Choices>
      {error && (
        <p role="alert">
          <strong>{strings.thatDidNotWork}</strong> {error.message}
        </p>
      )}
      {!target || others.length === 0 ? (
        <p>{target ? strings.nowChooseWhatToLay(guide.nameWithin(target)) : strings.chooseOneThenUpTo}</p>
      ) : (
        data && (
          <Table
            data={data}
            record={record}
            at={at}
            setAt={setAt}
            onDrop={(id) =>
              change(
                target,
                others.filter((o) => o !== id),
              )
            }
          />
        )
      )}
    </Wide>
  );
}

type Laid = NonNullable<ReturnType<typeof useComparison>['data']>;

function Table({
  data,
  record,
  at,
  setAt,
  onDrop,
}: {
  data: Laid;
  record: string;
  at: number;
  setAt: (n: number) => void;
  onDrop: (id: string) => void;
}) {
  const { guide } = useGuide();
  const shownAt = Math.min(at, data.others.length - 1);
  const narrowed = useNarrow();
  const columns = narrowed ? [0, shownAt + 1] : [0, ...data.others.map((_, i) => i + 1)];
  const taxa = [data.target, ...data.others];
  const many = data.others.length;
  const turn = (by: number) => setAt((shownAt + by + many) % many);
  useShortcuts({ arrowleft: () => turn(-1), arrowright: () => turn(1) });
  const from = useRef<{ x: number; y: number }>(undefined);
  const swipe = narrowed &&
    many > 1 && {
      onTouchStart: (e: React.TouchEvent) => {
        from.current = { x: e.touches[0]?.clientX ?? 0, y: e.touches[0]?.clientY ?? 0 };
      },
      onTouchEnd: (e: React.TouchEvent) => {
        const [dx, dy] = [
          (e.changedTouches[0]?.clientX ?? 0) - (from.current?.x ?? 0),
          (e.changedTouches[0]?.clientY ?? 0) - (from.current?.y ?? 0),
        ];
        if (Math.abs(dx) > leastSwipe && Math.abs(dx) > 2 * Math.abs(dy)) turn(dx < 0 ? 1 : -1);
      },
    };
  const numbered = data.rows.filter((r) => r.firm && r.apart.includes('always')).slice(0, 9);
  const numbers = Object.fromEntries(numbered.map((r, i) => [r.character, i + 1]));
  return (
    <>
      {narrowed && data.others.length > 1 && (
        <Row role="group" aria-label={strings.whichOneStandsBesideIt}>
          {data.others.map((o, i) => (
            <Toggle key={o.id} isSelected={i === shownAt} onChange={() => setAt(i)}>
              {o.display_name}
            </Toggle>
          ))}
        </Row>
      )}
      <p>{strings.theFirmestFirstEnoughMarks(guide?.nameWithin(data.target.id) ?? data.target.display_name)}</p>
      <Grid as="section" $columns={columns.length} aria-label={strings.whatPartsThem} {...swipe}>
        <div className="corner" />
        {columns.map((i) => (
          <div key={taxa[i]?.id} className="head">
            <h2>
              <Link href={`/guide/${taxa[i]?.id}`}>{taxa[i]?.display_name}</Link>
            </h2>
            <div>{taxa[i] && <UseAndHarm taxon={taxa[i]} />}</div>
            {i > 0 && data.others.length > 1 && (
              <Button
                aria-label={strings.takeAway(taxa[i]?.display_name ?? '')}
                onPress={() => onDrop(taxa[i]?.id ?? '')}
              >
                {strings.takeAway2}
              </Button>
            )}
            <figure>
              <Figure
                kingdom={data.target.kingdom}
                shown={data.usual[i] ?? {}}
                sizes={data.sizes[i]}
                label={strings.drawnFromTheGuide(taxa[i]?.display_name ?? '')}
                numbers={numbers}
                wrap
              />
            </figure>
          </div>
        ))}
        {data.rows.map((r) => (
          <Line
            key={r.character}
            row={r}
            character={guide?.character(r.character)}
            number={numbered.indexOf(r) + 1}
            columns={columns}
            record={record}
          />
        ))}
      </Grid>
      {data.rows.length === 0 && <p>{guide ? strings.nothingThatCanBeSeen : ''}</p>}
    </>
  );
}

function Line({
  row,
  character,
  number,
  columns,
  record,
}: {
  row: Laid['rows'][number];
  character: Character | undefined;
  number: number;
  columns: number[];
  record: string;
}) {
  return (
    <>
      <div className="name">
        {number > 0 && <b>{number}</b>}
        <strong>{character?.name}</strong>
        {!row.firm && <div className="hint">{strings.aHintItNeverSettles}</div>}
        {row.enough && (
          <div>
            <span className="enough">{strings.enoughWithTheOthersMarked}</span>
          </div>
        )}
        {record && character && <Here record={record} character={row.character} />}
      </div>
      {columns.map((i) => (
        <div key={i} className={i > 0 && row.apart[i - 1] === 'always' ? 'always' : ''}>
          {row.cells[i]?.states[0] && (
            <Drawing character={row.character} state={row.cells[i]?.states[0]?.state ?? ''} size={48} />
          )}
          {(row.cells[i] && scoreWords(row.cells[i], character)) || strings.theGuideDoesNotSay}
          {i > 0 && row.apart[i - 1] === 'always' && <div className="apart">{strings.showsSeldomOrNeverWhat}</div>}
        </div>
      ))}
    </>
  );
}

/** What this specimen showed, and where to read it. */
function Here({ record, character }: { record: string; character: string }) {
  const { guide } = useGuide();
  const { data } = useRecord(record);
  const { data: settings } = useSettings();
  const { change, isPending } = useChangeRecord(record);
  const [open, setOpen] = useState(false);
  const of = guide?.character(character);
  if (!guide || !of || !data || !settings) return null;
  const reading = data.readings.find((r) => r.character === character);
  return (
    <section aria-label={strings.ofThisOne(of.name)}>
      <div className="hint">{strings.thisOne2(reading ? reading.says : strings.notReadYet)}</div>
      {!data.closing && !data.deleted && (
        <Button onPress={() => setOpen(true)}>{reading ? strings.readAgain : strings.readItHere}</Button>
      )}
      {open && (
        <Popup title={strings.ofThisOne(of.name)} onClose={() => setOpen(false)}>
          <Ask
            character={of}
            reading={reading}
            afresh={false}
            settings={settings}
            busy={isPending}
            onRead={(read, refused) => change({ do: 'read', reading: read }, () => setOpen(false), refused)}
          />
          <Button onPress={() => setOpen(false)}>{strings.close}</Button>
        </Popup>
      )}
    </section>
  );
}
