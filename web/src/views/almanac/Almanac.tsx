import { memo, type ReactNode, useMemo, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import type { Harm, Schema } from '../../api/client';
import { useAlmanac } from '../../api/useAlmanac';
import { useChangeAlmanac } from '../../api/useChangeAlmanac';
import { useSettings } from '../../api/useSettings';
import { Quiet, Row, Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { monthNames } from '../../components/guideWords';
import { Stalk } from '../../components/Harm';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { Stars } from '../../components/Stars';
import { Strip } from '../../components/Strip';
import { UndoRedo } from '../../components/UndoRedo';
import { inUnits, withUnit } from '../../components/units';
import { useNarrow } from '../../components/useNarrow';
import { useSift } from '../../components/useSift';
import { useToday } from '../../components/useToday';
import { harmWords, organWords } from '../../components/words';
import { c, narrow as onNarrow } from '../../theme/tokens';
import { OwnDates } from './OwnDates';
import { strings } from './strings';
import { Weather } from './Weather';

type Almanac = Schema['Almanac'];
type InSeason = Schema['InSeason'];
type Around = Map<string, Schema['HarmfulAround']>;

const Filters = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 12px;
  align-items: end;
  margin: 14px 0;
`;

const grid = 'minmax(220px, 1fr) minmax(0, 1.7fr)';

const Months = styled.div`
  position: sticky;
  top: 0;
  z-index: 2;
  display: grid;
  grid-template-columns: ${grid};
  gap: 16px;
  background: ${c('fog')};
  padding: 4px 0;
  > div { display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); }
  button { min-height: 40px; padding: 2px 0; border: 0; border-radius: 8px; background: none; color: ${c('ink')}; font: inherit; font-size: 14px; cursor: pointer; }
  button[aria-pressed='true'] { background: ${c('ink')}; color: ${c('fog')}; }
  ${onNarrow} { grid-template-columns: minmax(0, 1fr); gap: 0; button { font-size: 12px; } }
  @media print { position: static; }
`;

const Twelve = styled.div``;

const List = styled.ul`
  > li { display: grid; grid-template-columns: ${grid}; gap: 4px 16px; align-items: center; padding: 8px 0; border-top: 1.5px solid ${c('mist')}; break-inside: avoid; }
  .name { display: grid; grid-template-columns: 56px minmax(0, 1fr); gap: 0 6px; align-items: center; }
  .name small { grid-column: 2; }
  .name a { font-weight: 700; font-size: 17px; text-underline-offset: 3px; }
  small { color: ${c('stone')}; font-size: 14.5px; display: block; }
  .doubles { grid-column: 1 / -1; display: grid; gap: 4px; }
  .double { display: grid; grid-template-columns: ${grid}; gap: 2px 16px; align-items: center; font-size: 15px; }
  .double span { color: ${c('thorn')}; font-weight: 600; }
  .double > div { padding-left: 44px; display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 0 8px; align-items: start; }
  .more { min-height: 40px; border: 0; background: none; font: inherit; font-size: 14.5px; color: ${c('thorn')}; text-decoration: underline; text-underline-offset: 3px; cursor: pointer; padding: 4px 0; }
  ${onNarrow} {
    > li, .double { grid-template-columns: minmax(0, 1fr); }
    .double > div { padding-left: 20px; }
  }
`;

const Heading = styled.h2`
  && { margin-top: 20px; }
`;

/** What stands together in the list, in this order. */
const sections: { heading: string; states: Schema['PartState'][]; open: boolean }[] = [
  { heading: strings.endsSoon, states: ['ending'], open: true },
  { heading: strings.beginsNow, states: ['beginning'], open: true },
  { heading: strings.inSeason, states: ['in-season', 'always'], open: true },
  { heading: strings.stillToCome, states: ['not-yet'], open: false },
  { heading: strings.over, states: ['over'], open: false },
];

/** The year at one's own place: what is there, what begins and ends, and what harmful doubles stand beside it. */
export default function AlmanacView() {
  const { search, sift: put } = useSift();
  const today = useToday();
  const date = search.get('date') ?? today;
  const { data, error } = useAlmanac(date);
  const { data: settings } = useSettings();
  if (!data || !settings) return <Waiting error={error} />;
  const { height } = inUnits(settings.units === 'imperial');
  const { latitude, longitude, elevation_m } = data.place;
  return (
    <Page>
      <h1>{strings.theAlmanac}</h1>
      <p>
        {data.yours ? data.place.name || strings.yourPlace : strings.thePlaceThatTheGuide}, {latitude}°, {longitude}°
        {elevation_m !== undefined && `, ${withUnit(height, elevation_m)}`}.{' '}
        <Link href="/settings">{data.yours ? strings.changeIt : strings.setYourOwn}</Link>
        {strings.seasonsAreMovedThereBy}
      </p>
      <p>
        {data.year} {data.rain}
      </p>
      <Sifted data={data} today={today} date={date} search={search} put={put} />
      <OwnDates data={data} date={date} />
      <Weather data={data} date={date} />
    </Page>
  );
}

function Sifted({
  data,
  today,
  date,
  search,
  put,
}: {
  data: Almanac;
  today: string;
  date: string;
  search: URLSearchParams;
  put: (key: string, value: string) => void;
}) {
  const [, go] = useLocation();
  const narrow = useNarrow();
  const { mutate } = useChangeAlmanac(date);
  const of = (key: string) => search.get(key) ?? '';
  const [name, kingdom, organ, harm] = [of('q').toLowerCase(), of('kind'), of('part'), of('harm')];
  const [followed, doubles] = [search.has('followed'), search.has('doubles')];
  const around: Around = useMemo(() => new Map(data.harmful.map((h) => [h.taxon, h])), [data]);
  const organs = useMemo(() => [...new Set(data.taxa.map((t) => t.organ))].filter(Boolean), [data]);
  const sifted = data.taxa.filter(
    (t) =>
      (!name || t.name.toLowerCase().includes(name)) &&
      (!kingdom || t.kingdom === kingdom) &&
      (!organ || t.organ === organ) &&
      (!followed || t.stars > 0) &&
      (!harm || t.doubles.some((d) => d.here && around.get(d.taxon)?.harm === harm)),
  );
  const chosen = sifted.filter((t) => t.stars > 0).map((t) => t.taxon);
  const cards = new URLSearchParams(chosen.slice(0, 16).map((t) => ['taxon', t]));
  cards.set('date', date);
  const any = { id: '', name: strings.any };
  const sift = () => (
    <>
      <Filters role="group" aria-label={strings.sift} data-screen-only>
        <Text label={strings.name} type="search" value={of('q')} onChange={(q) => put('q', q)} />
        <Pick
          label={strings.kind}
          value={kingdom}
          onChange={(v) => put('kind', v)}
          options={[any, { id: 'plantae', name: strings.plants }, { id: 'fungi', name: strings.mushrooms }]}
        />
        <Pick
          label={strings.part}
          value={organ}
          onChange={(v) => put('part', v)}
          options={[any, ...organs.map((o) => ({ id: o, name: o === 'habit' ? strings.theWholeOfIt : organWords[o] }))]}
        />
        <Pick
          label={strings.aDoubleAbout}
          value={harm}
          onChange={(v) => put('harm', v)}
          options={[any, ...(['deadly', 'serious', 'upset'] as Harm[]).map((h) => ({ id: h, name: harmWords[h].say }))]}
        />
      </Filters>
      <Row data-screen-only>
        <UndoRedo of={data} onChange={(change) => mutate(change)} />
        {chosen.length > 0 && <Quiet onPress={() => go(`/cards?${cards}`)}>{strings.cardsOfWhatIFollow}</Quiet>}
        <a href="/api/v1/calendar.ics" download>
          {strings.whatIFollowAsA}
        </a>
      </Row>
    </>
  );
  return (
    <>
      <Row data-screen-only>
        <Text
          label={strings.seenFromTheDay}
          type="date"
          value={date}
          onChange={(d) => put('date', d === today ? '' : d)}
        />
        <Toggle isSelected={followed} onChange={(on) => put('followed', on ? '1' : '')}>
          {strings.whatIFollow}
        </Toggle>
        <Toggle isSelected={doubles} onChange={(on) => put('doubles', on ? '1' : '')}>
          {strings.withTheirHarmfulDoubles}
        </Toggle>
      </Row>
      {narrow ? (
        <Folded open={false} heading={strings.siftUndoCardsCalendar}>
          {sift}
        </Folded>
      ) : (
        sift()
      )}
      <div>
        <Months>
          <span />
          <Twelve role="group" aria-label={strings.theMonthLookedAt}>
            {monthNames.map((m, i) => {
              const month = String(i + 1).padStart(2, '0');
              const here = date.slice(5, 7) === month;
              const there =
                date.slice(0, 4) === today.slice(0, 4) && today.slice(5, 7) === month
                  ? ''
                  : `${date.slice(0, 4)}-${month}-15`;
              return (
                <button
                  key={m}
                  type="button"
                  aria-pressed={here}
                  aria-label={strings.whatIsThere(m)}
                  onClick={() => put('date', there)}
                >
                  {m}
                </button>
              );
            })}
          </Twelve>
        </Months>
        {sifted.length === 0 && (
          <p role="status">
            {followed && data.taxa.every((t) => t.stars === 0)
              ? strings.youFollowNothingYetThe
              : strings.nothingInThisGuideIs}
          </p>
        )}
        {sections.map(({ heading, states, open }) => {
          const list = sifted.filter((t) => states.includes(t.state));
          if (list.length === 0) return null;
          const rows = () => (
            <Some aria={heading} most={narrow ? firstOnPhone : list.length}>
              {list.map((t) => (
                <One key={t.taxon} taxon={t} today={data.today} around={around} doubles={doubles} onFollow={mutate} />
              ))}
            </Some>
          );
          return open || followed || name ? (
            <section key={heading}>
              <Heading>
                {heading}: {list.length}
              </Heading>
              {rows()}
            </section>
          ) : (
            <Folded
              key={heading}
              open={false}
              heading={
                <h2>
                  {heading}: {list.length}
                </h2>
              }
            >
              {rows}
            </Folded>
          );
        })}
      </div>
    </>
  );
}

/** How many of a section stand on a phone before one asks for more. */
const firstOnPhone = 12;

/** The first of a list, and the rest when it is asked for. */
function Some({ aria, most, children }: { aria: string; most: number; children: ReactNode[] }) {
  const [all, setAll] = useState(false);
  return (
    <>
      <List aria-label={aria}>{all ? children : children.slice(0, most)}</List>
      {!all && children.length > most && <Quiet onPress={() => setAll(true)}>{strings.all(children.length)}</Quiet>}
    </>
  );
}

const One = memo(function One({
  taxon: t,
  today,
  around,
  doubles,
  onFollow,
}: {
  taxon: InSeason;
  today: number;
  around: Around;
  doubles: boolean;
  onFollow: (note: { do: 'follow'; taxon: string; stars: number }) => void;
}) {
  const [opened, setOpened] = useState(false);
  const here = t.doubles.filter((d) => d.here).length;
  return (
    <li>
      <div>
        <div className="name">
          <Stars
            name={t.name}
            stars={t.stars}
            onChange={(stars) => onFollow({ do: 'follow', taxon: t.taxon, stars })}
          />
          <Link href={`/guide/${t.taxon}`}>{t.name}</Link>
          <small>
            {t.says}
            {t.part ? `: ${t.part}` : ''}
          </small>
          {t.own && <small>{t.own}</small>}
          {t.rain && <small>{t.rain}</small>}
        </div>
      </div>
      <div>
        <Strip spans={t.spans} today={today} label={t.name} />
        {t.doubles.length > 0 && !doubles && (
          <button type="button" className="more" aria-expanded={opened} onClick={() => setOpened(!opened)}>
            {here === 0
              ? strings.noHarmfulDoubleAboutNow
              : here === 1
                ? strings.n1HarmfulDoubleAboutNow
                : strings.harmfulDoublesAboutNow(here)}
          </button>
        )}
      </div>
      {(doubles || opened) && t.doubles.length > 0 && (
        <div className="doubles">
          {t.doubles.map((d) => {
            const h = around.get(d.taxon);
            return (
              h && (
                <div key={d.taxon} className="double">
                  <div>
                    <Stalk thorns={harmWords[h.harm].thorns} small />
                    <div>
                      <Link href={`/guide/${d.taxon}`}>{h.name}</Link> <span>{harmWords[h.harm].say}</span>
                      {!d.here && strings.notAboutThen}
                      <small>{d.tell}</small>
                    </div>
                  </div>
                  <Strip spans={h.spans} today={today} harm label={h.name} />
                </div>
              )
            );
          })}
        </div>
      )}
    </li>
  );
});
