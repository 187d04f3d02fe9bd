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
          <h2>What is in front of you?</h2>
          <p>One plant traced to its own stem, or one fruit body. What is it for?</p>
          <Purpose>
            <OneOf label="What it is for" value={purpose} onChange={setPurpose} options={purposes} />
            {purpose === 'touch' && (
              <p role="status">
                It is held against what burns, blisters or stings the skin. Nothing is said of eating it.
              </p>
            )}
          </Purpose>
          {walk && (
            <Row>
              <Toggle isSelected={!alone} onChange={(is) => setAlone(!is)}>
                On the walk “{walk.name || walk.date}”
              </Toggle>
            </Row>
          )}
          <Kinds>
            <Button isDisabled={starting} onPress={() => begin('plantae')}>
              <Sheet viewBox="0 0 120 100" height="110" width="154" aria-hidden>
                {leafParts['growth-form']?.herb}
              </Sheet>
              A plant
            </Button>
            <Button isDisabled={starting} onPress={() => begin('fungi')}>
              <Sheet viewBox="0 6 120 124" height="110" width="120" aria-hidden>
                <Mushroom shown={{}} />
              </Sheet>
              A mushroom
            </Button>
          </Kinds>
          {offered && (
            <Offer aria-label="First time here?">
              <p>
                <strong>First time here?</strong> One minute on a made-up mushroom shows how a ruling comes about.
              </p>
              <Row>
                <Button isDisabled={isPending} onPress={tour}>
                  Walk through
                </Button>
                <Quiet
                  onPress={() => {
                    keepTourSeen();
                    setOffered(false);
                  }}
                >
                  Not now
                </Quiet>
              </Row>
            </Offer>
          )}
        </div>
        {isNarrow && <Waits data={waiting} />}
        <div>
          <p>
            No idea what it is?{' '}
            <Link href={purpose === 'touch' ? '/key?purpose=touch' : '/key'}>Answer a few questions</Link> and see which
            names are left. Your answers are kept.
          </p>
          <Text
            label="Or start from a name you have in mind"
            type="search"
            value={name}
            onChange={setName}
            placeholder="Any name: common, scientific, older"
            hint="It is then checked against that name alone, and more strictly."
          />
          {query !== '' && found.data && (
            <Found aria-label="Names found">
              {found.data.slice(0, 8).map((t) => (
                <li key={t.id}>
                  <Button isDisabled={starting} onPress={() => begin(t.kingdom as About['kingdom'], t.id)}>
                    <Thumb taxon={t.id} kingdom={t.kingdom} size={48} />
                    <span>
                      <Name taxon={t} />
                    </span>
                  </Button>
                </li>
              ))}
              {found.data.length === 0 && (
                <li>This guide has no such name. Start from a plant or a mushroom, and leave it if nothing fits.</li>
              )}
            </Found>
          )}
          {found.error && <p role="alert">{found.error.message}</p>}
          <More>
            <Text label="Day" type="date" value={date ?? on?.date ?? today} onChange={setDate} />
            <Text
              label="Place"
              value={place ?? (on ? '' : (settings.place.name ?? ''))}
              onChange={setPlace}
              {...(on ? { placeholder: 'Where the walk begins' } : {})}
            />
          </More>
          <Row style={{ marginTop: 18 }}>
            <Quiet onPress={() => go('/records')}>Or find an earlier record</Quiet>
            <Quiet onPress={() => go('/waiting')}>What waits at home</Quiet>
            <Quiet onPress={() => go('/places')}>Places</Quiet>
            <Quiet onPress={() => go('/year')}>The year</Quiet>
            <Quiet onPress={() => go('/practice')}>Practice</Quiet>
            <Quiet onPress={() => go('/data')}>Your data</Quiet>
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
      says: `A timer runs: ${t.name} is being ${t.says}`,
    })),
    ...data.prints
      .filter((p) => p.state !== 'waiting')
      .map((p) => ({ key: p.id, to: '/prints', says: `A spore print to be looked at: ${p.tray || p.name}` })),
    ...data.tasks.filter((t) => t.due).map((t) => ({ key: t.id, to: '/waiting', says: t.what })),
    ...data.apart.map((b) => ({ key: b.id, to: `/baskets/${b.id}`, says: `Doubtful pieces: ${b.name}` })),
    ...data.records.map((r) => ({ key: r.id, to: `/bench/${r.id}`, says: `Looks that wait: ${r.name}` })),
    ...(data.cards > 0
      ? [
          {
            key: 'cards',
            to: '/practice/cards/due',
            says: `${data.cards} ${data.cards === 1 ? 'card' : 'cards'} of practice due`,
          },
        ]
      : []),
  ];
  if (lines.length === 0) return null;
  return (
    <section aria-label="What waits">
      <h2>What waits</h2>
      <WaitList>
        {lines.slice(0, waits).map((l) => (
          <li key={l.key}>
            <Link href={l.to}>{l.says}</Link>
          </li>
        ))}
      </WaitList>
      {lines.length > waits && <Link href="/waiting">All {lines.length}</Link>}
    </section>
  );
}

function Name({ taxon }: { taxon: Taxon }) {
  const by =
    taxon.found_by && taxon.found_by !== taxon.display_name && taxon.found_by !== taxon.name
      ? `, found by “${taxon.found_by}”`
      : '';
  return (
    <>
      {taxon.display_name}{' '}
      <em>
        ({taxon.name}
        {by})
      </em>
      {taxon.shared && <> One of its names is also given to {taxon.shared.join(', ')}.</>}
    </>
  );
}
