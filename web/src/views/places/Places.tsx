import { Suspense, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { useChangePlace } from '../../api/useChangePlace';
import { useMap } from '../../api/useMap';
import { Button, Primary, Quiet, Row, Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { lazily } from '../../components/lazily';
import { Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { useSift } from '../../components/useSift';
import { c, narrow } from '../../theme/tokens';
import { DetailsForm } from './DetailsForm';
import type { Drawn, OnMap } from './MapView';
import { strings } from './strings';

/** The map comes after the list: it is the heaviest part of the program. */
const MapView = lazily(() => import('./MapView'));

const Both = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 420px);
  gap: 22px;
  padding: 22px 26px;
  height: 100dvh;
  min-height: 560px;
  h1 { font-size: 28px; margin-bottom: 6px; }
  h2 { font-size: 19px; margin: 16px 0 4px; }
  .side { overflow: auto; min-width: 0; padding-right: 4px; }
  ${narrow} { display: block; height: auto; padding: 16px 16px 40px; .map { height: 42vh; min-height: 260px; margin: 8px 0 14px; } .side { overflow: visible; } }
  @media print { display: block; height: auto; .map { display: none; } }
`;

const List = styled.ul`
  li { padding: 10px 0; border-top: 1.5px solid ${c('mist')}; }
  li a { font-weight: 600; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
  .bad { color: ${c('thorn')}; font-weight: 600; }
`;

const formWords: Record<Schema['PlaceForm'], string> = {
  point: strings.aSpot,
  line: strings.aWayOrAHedge,
  area: strings.aPieceOfGround,
  arc: strings.piecesInAnArc,
};

/** How many positions each of them has at least. */
const least: Record<Schema['PlaceForm'], number> = { point: 1, line: 2, area: 3, arc: 1 };

/** The places one goes back to, on the map and as a list beside it that says the same. */
export default function Places() {
  const { data, error } = useMap();
  const { of, sift } = useSift();
  const change = useChangePlace();
  const [, go] = useLocation();
  const [drawn, setDrawn] = useState<Drawn>();
  const [telling, setTelling] = useState<Drawn>();
  const [me, setMe] = useState<{ at: Schema['Position']; accuracy: number }>();
  const [lost, setLost] = useState('');
  if (!data) return <Waiting error={error} />;
  const words = of('q').toLowerCase().split(/\s+/).filter(Boolean);
  const now = new Set(data.now);
  const says = (text: string) => words.every((w) => text.toLowerCase().includes(w));
  const places = data.places.filter(
    (p) =>
      says([p.name, ...p.grows.map((g) => g.name)].join(' ')) &&
      (!of('now') || p.grows.some((g) => now.has(g.taxon))) &&
      (!of('harm') || p.not_to_eat !== '' || p.grows.some((g) => g.harm !== 'none')),
  );
  const records = data.records.filter(
    (r) => says(`${r.name} ${r.date}`) && (!of('now') || now.has(r.taxon)) && (!of('harm') || r.verdict === 'leave'),
  );
  const things: OnMap[] = [
    ...places.map((p) => ({
      id: `/places/${p.id}`,
      name: p.name,
      shape: p.shape,
      as: p.not_to_eat ? 'place bad' : p.taxon ? 'place individual' : 'place',
    })),
    ...records.map((r) => ({
      id: `/bench/${r.id}`,
      name: r.name,
      shape: { form: 'point' as const, at: [r.at] },
      as: 'record',
    })),
  ];
  const looks = me
    ? [me.at]
    : [...data.places.flatMap((p) => p.shape.at), ...(data.places.length === 0 && data.centre ? [data.centre] : [])];
  const where = (then?: (at: Schema['Position'], accuracy: number) => void) => {
    setLost('');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        const at = { latitude: Number(coords.latitude.toFixed(6)), longitude: Number(coords.longitude.toFixed(6)) };
        setMe({ at, accuracy: coords.accuracy });
        then?.(at, coords.accuracy);
      },
      () => setLost(strings.thisDeviceDidNotSay),
      { enableHighAccuracy: true },
    );
  };
  const add = (at: Schema['Position']) =>
    setDrawn((was) => was && { ...was, at: was.form === 'point' ? [at] : [...was.at, at] });
  return (
    <Both>
      <div className="map">
        <Suspense>
          <MapView
            label={strings.mapOfThePlaces}
            looks={looks}
            things={things}
            me={me}
            drawn={drawn}
            onPress={(to) => !drawn && go(to)}
            onTap={drawn ? add : undefined}
          />
        </Suspense>
      </div>
      <div className="side">
        <h1>{strings.places}</h1>
        {telling ? (
          <DetailsForm
            about={{ name: '' }}
            form={telling.form}
            within={data.places.filter((p) => !p.taxon && !p.within)}
            busy={change.isPending}
            error={change.error}
            onLeave={() => setTelling(undefined)}
            onKeep={(about) => {
              const id = newId();
              change.mutate(
                {
                  id,
                  change: {
                    do: 'plot',
                    about,
                    shape: {
                      form: telling.form,
                      at: telling.at,
                      ...(me ? { accuracy_m: Math.round(me.accuracy) } : {}),
                    },
                  },
                },
                { onSuccess: () => go(`/places/${id}`) },
              );
            }}
          />
        ) : drawn ? (
          <Drawing
            drawn={drawn}
            onForm={(form) => setDrawn({ form, at: form === 'point' ? drawn.at.slice(0, 1) : drawn.at })}
            onAdd={add}
            onHere={() => where(add)}
            onBack={() => setDrawn({ ...drawn, at: drawn.at.slice(0, -1) })}
            onDone={() => {
              setTelling(drawn);
              setDrawn(undefined);
            }}
            onLeave={() => setDrawn(undefined)}
          />
        ) : (
          <>
            <Row data-screen-only style={{ marginBottom: 10 }}>
              <Primary onPress={() => setDrawn({ form: 'point', at: [] })}>{strings.addAPlace}</Primary>
              <Button onPress={() => where()}>{strings.whereAmI}</Button>
            </Row>
            <Text label={strings.findByNameOrBy} type="search" value={of('q')} onChange={(v) => sift('q', v)} />
            <Row data-screen-only style={{ margin: '8px 0 12px' }}>
              <Toggle isSelected={of('now') !== ''} onChange={(on) => sift('now', on ? '1' : '')}>
                {strings.inSeasonNow}
              </Toggle>
              <Toggle isSelected={of('harm') !== ''} onChange={(on) => sift('harm', on ? '1' : '')}>
                {strings.whatHarms}
              </Toggle>
            </Row>
          </>
        )}
        {lost && <p role="alert">{lost}</p>}
        {!drawn && !telling && (
          <>
            {data.places.length === 0 && <p>{strings.noPlaceIsKeptYet}</p>}
            {data.places.length > 0 && places.length === 0 && <p>{strings.noPlaceIsLikeThat}</p>}
            <List aria-label={strings.places}>
              {places.map((p) => (
                <li key={p.id}>
                  <Link href={`/places/${p.id}`}>{p.name}</Link>
                  {p.not_to_eat && <small className="bad">{p.not_to_eat}</small>}
                  <small>
                    {[
                      p.form === 'arc' ? strings.piecesInAnArc2(p.shape.at.length) : '',
                      p.grows.map((g) => g.name).join(', '),
                      p.latest && strings.seen(p.latest),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </small>
                </li>
              ))}
            </List>
            <h2>{strings.recordsWithAPosition}</h2>
            {records.length === 0 && (
              <p>
                {strings.none}
                {data.records.length > 0 && strings.isLikeThat}.
              </p>
            )}
            <List aria-label={strings.recordsOnTheMap}>
              {records.map((r) => (
                <li key={r.id}>
                  <Link href={`/bench/${r.id}`}>{r.name}</Link>
                  <small>{r.date}</small>
                </li>
              ))}
            </List>
            <Folded open={false} heading={<h2>{strings.takeThemWithYou}</h2>}>
              {() => <Export />}
            </Folded>
          </>
        )}
      </div>
    </Both>
  );
}

/** Places and records as files; exactly only where that is said, each time anew. */
function Export() {
  const [exact, setExact] = useState(false);
  return (
    <>
      <p>{exact ? strings.whoeverHasTheFileCan : strings.positionsLeaveAsTheMiddle}</p>
      <Tick isSelected={exact} onChange={setExact}>
        {strings.exactlyWhereTheyAre}
      </Tick>
      <Row>
        {(['geojson', 'gpx', 'csv'] as const).map((f) => (
          <a key={f} href={`/api/v1/export.${f}${exact ? '?exact=true' : ''}`} download>
            {{ geojson: strings.geojson, gpx: 'GPX', csv: strings.tableCsv }[f]}
          </a>
        ))}
        <Link href="/data">{strings.allWaysInAndOut}</Link>
      </Row>
    </>
  );
}

/** Positions are put down one after the other: by tapping the map, by standing there, or by their degrees. */
function Drawing({
  drawn: d,
  onForm,
  onAdd,
  onHere,
  onBack,
  onDone,
  onLeave,
}: {
  drawn: Drawn;
  onForm: (form: Schema['PlaceForm']) => void;
  onAdd: (at: Schema['Position']) => void;
  onHere: () => void;
  onBack: () => void;
  onDone: () => void;
  onLeave: () => void;
}) {
  const [latitude, setLatitude] = useState<number>();
  const [longitude, setLongitude] = useState<number>();
  return (
    <section aria-label={strings.aNewPlace} style={{ display: 'grid', gap: 12 }}>
      <Pick
        label={strings.whatItIs}
        value={d.form}
        onChange={(f) => onForm(f as Schema['PlaceForm'])}
        options={(Object.keys(formWords) as Schema['PlaceForm'][]).map((id) => ({ id, name: formWords[id] }))}
      />
      <p role="status">
        {d.at.length === 0
          ? strings.tapTheMapWhereIt
          : `${d.at.length} ${d.at.length === 1 ? 'position' : 'positions'}: ${d.at.map((p) => `${p.latitude.toFixed(5)}, ${p.longitude.toFixed(5)}`).join('; ')}`}
      </p>
      <Row>
        <Button onPress={onHere}>{strings.here}</Button>
        <Button isDisabled={d.at.length === 0} onPress={onBack}>
          {strings.takeTheLastOneBack}
        </Button>
      </Row>
      <Row>
        <Quantity label={strings.latitude} unit="deg" min={-90} max={90} value={latitude} onChange={setLatitude} />
        <Quantity label={strings.longitude} unit="deg" min={-180} max={180} value={longitude} onChange={setLongitude} />
        <Button
          isDisabled={latitude === undefined || longitude === undefined}
          onPress={() => {
            if (latitude === undefined || longitude === undefined) return;
            onAdd({ latitude, longitude });
            setLatitude(undefined);
            setLongitude(undefined);
          }}
        >
          {strings.putItDown}
        </Button>
      </Row>
      <Row>
        <Primary isDisabled={d.at.length < least[d.form]} onPress={onDone}>
          {strings.thatIsWhereItIs}
        </Primary>
        <Quiet onPress={onLeave}>{strings.notNow}</Quiet>
      </Row>
    </section>
  );
}
