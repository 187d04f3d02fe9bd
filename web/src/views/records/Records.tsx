import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Row as RecordRow, Verdict } from '../../api/client';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useRecords } from '../../api/useRecords';
import { Button, Row, Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Nearby } from '../../components/Nearby';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { useWide } from '../../components/useNarrow';
import { usePause } from '../../components/usePause';
import { doneWords, verdictWords } from '../../components/words';
import { Thumb } from '../../drawings/Thumb';
import { c, face, narrow, wide as wideScreen } from '../../theme/tokens';
import { Beside } from './Beside';
import { strings } from './strings';

const List = styled.ul`
  margin-top: 18px;
  border-bottom: 1.5px solid ${c('mist')};
`;

const Item = styled.li`
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) auto;
  gap: 6px 16px;
  align-items: start;
  padding: 12px 0;
  border-top: 1.5px solid ${c('mist')};
  && h2 { font-size: 18px; margin-top: 0; }
  h2 a { text-underline-offset: 3px; }
  .verdict { font: 700 16px/1.2 ${face.head}; display: flex; gap: 8px; align-items: center; }
  .verdict svg { width: 26px; height: 26px; flex: none; fill: none; stroke: currentColor; stroke-width: 2.2; stroke-linecap: round; stroke-linejoin: round; }
  .leave, .no-match { color: ${c('thorn')}; }
  .ruled-clear { color: ${c('cut')}; }
  .why { color: ${c('stone')}; font-size: 15px; }
  .margin { text-align: right; font-size: 13px; line-height: 1.1; strong { display: block; font: 800 24px/1 ${face.head}; font-variant-numeric: tabular-nums; } }
    .picture { border: 0; background: none; padding: 0; min-height: 0; }
  &[aria-current='true'] { background: ${c('paper')}; border-radius: 12px; }
  .side { display: grid; gap: 10px; justify-items: end; }
  .side button { min-height: 44px; padding: 6px 12px; font-weight: 500; border-color: ${c('stone')}; }
  ${narrow} { grid-template-columns: 48px minmax(0, 1fr) auto; gap: 4px 12px; padding: 10px 0; .why { display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow: hidden; } .why + .why { -webkit-line-clamp: 1; } }
`;

const Panes = styled.div`
  ${wideScreen} { display: grid; grid-template-columns: minmax(0, 1.6fr) minmax(330px, 1fr); gap: 30px; align-items: start; > div { position: sticky; top: 14px; margin-top: 18px; } }
`;

const marks: Record<Verdict, string> = {
  leave: 'M5 5l16 16M21 5L5 21',
  'no-match': 'M4 10h18M4 17h18M18 4L8 22',
  'keep-looking': 'M11 4a7 7 0 1 0 0 14a7 7 0 0 0 0-14zM16 16l6 6',
  'show-someone': 'M9 11a4 4 0 1 0 0-8a4 4 0 0 0 0 8zM2 23c0-6 3-9 7-9s7 3 7 9M18 8h6M21 5v6',
  'ruled-clear': 'M13 3v8M8 8l5 5 5-5M4 22h18M7 22v-5M19 22v-5',
};

/** What was looked at, when, where, and what it came to. */
export default function Records() {
  const [query, setQuery] = useState('');
  const [deleted, setDeleted] = useState(false);
  return (
    <Page $wide>
      <h1 tabIndex={-1}>{strings.records}</h1>
      <p>
        {strings.whatWasLookedAtWhat}
        <Link href="/baskets">{strings.baskets}</Link>
        {strings.whatLiesWaitingUnderThe}
        <Link href="/prints">{strings.sporePrints}</Link>
        {strings.andWhatItAllCame}
        <Link href="/year">{strings.theYear}</Link>.
      </p>
      <Text
        label={strings.search}
        type="search"
        value={query}
        onChange={setQuery}
        placeholder={strings.namePlaceNoteRuling}
      />
      <Row>
        <Toggle isSelected={deleted} onChange={setDeleted}>
          {strings.deletedInTheLastThirty}
        </Toggle>
      </Row>
      <Found key={String(deleted)} query={usePause(query)} deleted={deleted} />
    </Page>
  );
}

function Found({ query, deleted }: { query: string; deleted: boolean }) {
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useRecords(query, deleted);
  const wide = useWide();
  const [beside, setBeside] = useState('');
  if (!data) return <Waiting error={error} within />;
  const shown = data.some((r) => r.id === beside) ? beside : data[0]?.id;
  if (data.length === 0)
    return (
      <p>
        {deleted ? (
          strings.nothingWasDeletedInThe
        ) : query ? (
          strings.noRecordHoldsAllOf
        ) : (
          <>
            {strings.nothingWasLookedAtYet}
            <Link href="/">{strings.startARecord}</Link>.
          </>
        )}
      </p>
    );
  return (
    <>
      <Panes>
        <List aria-label={deleted ? strings.deletedRecords : strings.records}>
          {data.map((r) => (
            <One
              key={r.id}
              row={r}
              beside={wide && r.id === shown}
              onBeside={wide ? () => setBeside(r.id) : undefined}
            />
          ))}
        </List>
        {wide && shown && <Nearby>{() => <Beside key={shown} id={shown} />}</Nearby>}
      </Panes>
      {hasNextPage && (
        <Row>
          <Button isDisabled={isFetchingNextPage} onPress={() => fetchNextPage()}>
            {strings.earlierOnes}
          </Button>
        </Row>
      )}
    </>
  );
}

function One({ row, beside, onBeside }: { row: RecordRow; beside: boolean; onBeside?: (() => void) | undefined }) {
  const { change } = useChangeRecord(row.id);
  // The row is gone then, and who works by the keyboard goes on at the top of the list.
  const toTop = () => document.querySelector<HTMLElement>('main h1')?.focus();
  const back = () => change({ do: 'restore' }, toTop);
  const remove = () =>
    change({ do: 'delete' }, () => {
      toTop();
      tell({
        text: strings.theRecordWasDeleted,
        action: { name: strings.bringItBack, do: () => change({ do: 'restore' }) },
      });
    });
  const sure = row.verdict === 'ruled-clear';
  const name =
    (row.working_name && `${row.working_name}${sure ? '' : '?'}`) ||
    (row.kingdom === 'fungi' ? strings.aMushroomWithoutAName : strings.aPlantWithoutAName);
  const picture = row.working ? (
    <Thumb taxon={row.working} size={48} />
  ) : (
    <svg
      viewBox="0 0 26 26"
      width="48"
      height="48"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeDasharray="2 3"
    >
      <circle cx="13" cy="13" r="9" />
    </svg>
  );
  return (
    <Item aria-current={beside || undefined}>
      {onBeside ? (
        <Button className="picture" aria-label={strings.showBesideTheList(name, row.date)} onPress={onBeside}>
          {picture}
        </Button>
      ) : (
        picture
      )}
      <div className="what">
        {row.verdict ? (
          <div className={`verdict ${row.verdict}`}>
            <svg viewBox="0 0 26 26" aria-hidden="true">
              <path d={marks[row.verdict]} />
            </svg>
            {verdictWords[row.verdict].short}
          </div>
        ) : (
          <div className="verdict">{row.stale ? strings.beingRuledOnAnew : strings.cannotBeRuledOn}</div>
        )}
        <h2>
          <Link href={`/bench/${row.id}`}>{name}</Link>
        </h2>
        <div>
          {[row.date, row.place, row.observer, row.done && doneWords[row.done]].filter(Boolean).join(' · ')}
          {!row.closed && ' · open'}
        </div>
        <div className="why">{row.reason}</div>
        {row.odd && <div className="why">{row.odd}</div>}
      </div>
      <div className="side">
        <div className="margin">
          <strong>{row.margin ?? '–'}</strong>
          {strings.slips}
        </div>
        {row.deleted ? (
          <Button aria-label={strings.bringBack(name, row.date)} onPress={back}>
            {strings.bringItBack}
          </Button>
        ) : (
          <Button aria-label={strings.deleteWord(name, row.date)} onPress={remove}>
            {strings.deleteWord2}
          </Button>
        )}
      </div>
    </Item>
  );
}
