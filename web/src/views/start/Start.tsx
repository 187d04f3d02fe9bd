import { useQuery } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation, useSearchParams } from 'wouter';
import { type About, answered, api, type Schema, type Taxon } from '../../api/client';
import { useSettings } from '../../api/useSettings';
import { useStartRecord } from '../../api/useStartRecord';
import { useWaiting } from '../../api/useWaiting';
import { useWalks } from '../../api/useWalks';
import { Button, OneOf, Quiet, Row, Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { lazily } from '../../components/lazily';
import { Page, Waiting } from '../../components/Page';
import { keepTourSeen, tourSeen } from '../../components/tourSeen';
import { useNarrow } from '../../components/useNarrow';
import { usePause } from '../../components/usePause';
import { useToday } from '../../components/useToday';
import { useTour } from '../../components/useTour';
import { dayInFull, purposes } from '../../components/words';
import { leafParts } from '../../drawings/leaves';
import { Mushroom } from '../../drawings/Mushroom';
import { Sheet } from '../../drawings/Sheet';
import { Thumb } from '../../drawings/Thumb';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

const Season = lazily(() => import('./Season'));

const Kinds = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 280px));
  gap: 14px;
  margin: 14px 0 18px;
  button { display: grid; justify-items: center; gap: 8px; padding: 18px 8px; border-radius: 18px; font-size: 20px; }
  svg { max-width: 100%; }
`;

const Purpose = styled.div`
  margin-top: 10px;
  p { margin-top: 6px; }
`;

const Found = styled.ul`
  margin-top: 10px;
  max-width: 34rem;
  button { width: 100%; text-align: left; margin-bottom: 6px; padding: 4px 12px; font-weight: 500; display: grid; grid-template-columns: 48px minmax(0, 1fr); gap: 10px; align-items: center; }
  em { color: ${c('stone')}; }
`;

const WaitList = styled.ul`
  li { border-top: 1.5px solid ${c('mist')}; }
  a { display: block; padding: 11px 0; min-height: 48px; }
`;

const More = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 14px;
  max-width: 34rem;
  margin-top: 18px;
`;

const Offer = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  margin-top: 12px;
  padding: 12px 16px;
  border-left: 6px solid ${c('zest')};
  background: ${c('paper')};
  border-radius: 12px;
  max-width: 44rem;
  p { flex: 1 1 16rem; }
`;

const Parts = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 34rem) minmax(0, 1fr);
  gap: 0 44px;
  align-items: start;
  margin-top: 4px;
  > div { grid-column: 1; }
  h2 { margin-top: 14px; }
  > div + div, > section + div { margin-top: 18px; }
  && > .beside { grid-column: 2; grid-row: 1 / 4; margin-top: 0; }
  ${narrow} { grid-template-columns: minmax(0, 1fr); > div, && > .beside { grid-column: 1; grid-row: auto; } }
`;

/** How many things that wait are named on the first view. */
const waits = 5;

/** Today: a record is begun with one press, of a plant, a mushroom or a name; what waits; what begins where one lives. */
export default function Start() {
  const { data: settings, error } = useSettings();
  const { start, isPending: starting } = useStartRecord();
  const today = useToday();
  const isNarrow = useNarrow();
  const [, go] = useLocation();
  const [search] = useSearchParams();
  const { data: walks, error: noWalks } = useWalks();
  const { data: waiting, error: noWaiting } = useWaiting();
  const [purpose, setPurpose] = useState<NonNullable<About['purpose']>>('eat');
  const [alone, setAlone] = useState(false);
  const [name, setName] = useState('');
  const [date, setDate] = useState<string>();
  const [place, setPlace] = useState<string>();
  const [offered, setOffered] = useState(!tourSeen());
  const { tour, isPending } = useTour();
  const query = usePause(name.trim());
  const found = useQuery({
    queryKey: ['taxa', query],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/taxa', { params: { query: { q: query } }, signal })),
    enabled: query !== '',
  });
  const asked = search.get('walk');
  const walk = walks?.find((w) => w.state === 'under-way' && (!asked || w.id === asked));
  const on = alone ? undefined : walk;
  // What comes in parts would push away what one is about to press.
  if (!settings || !(walks || noWalks) || !(waiting || noWaiting)) return <Waiting error={error} />;
  const begin = (kingdom: About['kingdom'], target?: string) =>
    start(
      {
        kingdom,
        target,
        purpose,
        observer: settings.observer,
        // On a walk its day, place and bag count, where nothing else is said.
        ...(on
          ? { walk: on.id, ...(date ? { date } : {}), ...(place ? { place: { name: place } } : {}) }
          : {
              date: date ?? today,
              region: settings.region,
              place: { ...settings.place, name: place ?? settings.place.name },
            }),
      },
      (id) => go(`/bench/${id}`),
    );
  return (
    <Page style={{ maxWidth: 1180 }}>
      <h1>{dayInFull(today)}</h1>
      <Parts>
        <div>
          <h2>{strings.whatIsInFrontOf}</h2>
          <p>{strings.onePlantTracedToIts}</p>
          <Purpose>
            <OneOf label={strings.whatItIsFor} value={purpose} onChange={setPurpose} options={purposes} />
            {purpose === 'touch' && <p role="status">{strings.itIsHeldAgainstWhat}</p>}
          </Purpose>
          {walk && (
            <Row>
              <Toggle isSelected={!alone} onChange={(is) => setAlone(!is)}>
                {strings.onTheWalk(walk.name || walk.date)}
              </Toggle>
            </Row>
          )}
          <Kinds>
            <Button isDisabled={starting} onPress={() => begin('plantae')}>
              <Sheet viewBox="0 0 120 100" height="110" width="154" aria-hidden>
                {leafParts['growth-form']?.herb}
              </Sheet>
              {strings.aPlant}
            </Button>
            <Button isDisabled={starting} onPress={() => begin('fungi')}>
              <Sheet viewBox="0 6 120 124" height="110" width="120" aria-hidden>
                <Mushroom shown={{}} />
              </Sheet>
              {strings.aMushroom}
            </Button>
          </Kinds>
          {offered && (
            <Offer aria-label={strings.firstTimeHere}>
              <p>
                <strong>{strings.firstTimeHere}</strong>
                {strings.oneMinuteOnAMade}
              </p>
              <Row>
                <Button isDisabled={isPending} onPress={tour}>
                  {strings.walkThrough}
                </Button>
                <Quiet
                  onPress={() => {
                    keepTourSeen();
                    setOffered(false);
                  }}
                >
                  {strings.notNow}
                </Quiet>
              </Row>
            </Offer>
          )}
        </div>
        {isNarrow && <Waits data={waiting} />}
        <div>
          <p>
            {strings.noIdeaWhatItIs}
            <Link href={purpose === 'touch' ? '/key?purpose=touch' : '/key'}>{strings.answerAFewQuestions}</Link>
            {strings.andSeeWhichNamesAre}
          </p>
          <Text
            label={strings.orStartFromAName}
            type="search"
            value={name}
            onChange={setName}
            placeholder={strings.anyNameCommonScientificOlder}
            hint={strings.itIsThenCheckedAgainst}
          />
          {query !== '' && found.data && (
            <Found aria-label={strings.namesFound}>
              {found.data.slice(0, 8).map((t) => (
                <li key={t.id}>
                  <Button isDisabled={starting} onPress={() => begin(t.kingdom as About['kingdom'], t.id)}>
                    <Thumb taxon={t.id} size={48} />
                    <span>
                      <Name taxon={t} />
                    </span>
                  </Button>
                </li>
              ))}
              {found.data.length === 0 && <li>{strings.thisGuideHasNoSuch}</li>}
            </Found>
          )}
          {found.error && <p role="alert">{found.error.message}</p>}
          <More>
            <Text label={strings.day} type="date" value={date ?? on?.date ?? today} onChange={setDate} />
            <Text
              label={strings.place}
              value={place ?? (on ? '' : (settings.place.name ?? ''))}
              onChange={setPlace}
              {...(on ? { placeholder: strings.whereTheWalkBegins } : {})}
            />
          </More>
          <Row style={{ marginTop: 18 }}>
            <Quiet onPress={() => go('/records')}>{strings.orFindAnEarlierRecord}</Quiet>
            <Quiet onPress={() => go('/waiting')}>{strings.whatWaitsAtHome}</Quiet>
            <Quiet onPress={() => go('/places')}>{strings.places}</Quiet>
            <Quiet onPress={() => go('/year')}>{strings.theYear}</Quiet>
            <Quiet onPress={() => go('/practice')}>{strings.practice}</Quiet>
            <Quiet onPress={() => go('/data')}>{strings.yourData}</Quiet>
          </Row>
        </div>
        <div className="beside">
          {!isNarrow && <Waits data={waiting} />}
          <Suspense>
            <Season />
          </Suspense>
        </div>
      </Parts>
    </Page>
  );
}

/** What waits today: prints, timers, tasks whose time has come, doubtful pieces. */
function Waits({ data }: { data: Schema['Waiting'] | undefined }) {
  if (!data) return null;
  const lines = [
    ...data.timers.map((t) => ({
      key: t.id,
      to: `/kitchen/${t.batch}`,
      says: strings.aTimerRunsIsBeing(t.name, t.says),
    })),
    ...data.prints
      .filter((p) => p.state !== 'waiting')
      .map((p) => ({ key: p.id, to: '/prints', says: strings.aSporePrintToBe(p.tray || p.name) })),
    ...data.tasks.filter((t) => t.due).map((t) => ({ key: t.id, to: '/waiting', says: t.what })),
    ...data.apart.map((b) => ({ key: b.id, to: `/baskets/${b.id}`, says: strings.doubtfulPieces(b.name) })),
    ...data.records.map((r) => ({ key: r.id, to: `/bench/${r.id}`, says: strings.looksThatWait(r.name) })),
    ...(data.cards > 0
      ? [
          {
            key: 'cards',
            to: '/practice/cards/due',
            says: strings.ofPracticeDue(data.cards, data.cards === 1 ? strings.card : strings.cards),
          },
        ]
      : []),
  ];
  if (lines.length === 0) return null;
  return (
    <section aria-label={strings.whatWaits}>
      <h2>{strings.whatWaits}</h2>
      <WaitList>
        {lines.slice(0, waits).map((l) => (
          <li key={l.key}>
            <Link href={l.to}>{l.says}</Link>
          </li>
        ))}
      </WaitList>
      {lines.length > waits && <Link href="/waiting">{strings.all(lines.length)}</Link>}
    </section>
  );
}

function Name({ taxon }: { taxon: Taxon }) {
  const by =
    taxon.found_by && taxon.found_by !== taxon.display_name && taxon.found_by !== taxon.name
      ? strings.foundBy(taxon.found_by)
      : '';
  return (
    <>
      {taxon.display_name}{' '}
      <em>
        ({taxon.name}
        {by})
      </em>
      {taxon.shared && <>{strings.oneOfItsNamesIs(taxon.shared.join(', '))}</>}
    </>
  );
}
