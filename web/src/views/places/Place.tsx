import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import type { Schema } from '../../api/client';
import { type PlaceChange, useChangePlace } from '../../api/useChangePlace';
import { useMap, usePatch } from '../../api/useMap';
import { useSettings } from '../../api/useSettings';
import { useStartRecord } from '../../api/useStartRecord';
import { Button, Quiet, Row } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import Photographs from '../../components/Photographs';
import { UndoRedo } from '../../components/UndoRedo';
import { areaWords, withUnit } from '../../components/units';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { useToday } from '../../components/useToday';
import { useUnits } from '../../components/useUnits';
import { harmWords } from '../../components/words';
import { narrow } from '../../theme/tokens';
import { DetailsForm } from './DetailsForm';
import MapView from './MapView';
import { List } from './parts';
import { Ring } from './Ring';
import { strings } from './strings';
import { ComeBack, Visits } from './Visits';

type Patch = Schema['Patch'];

const Both = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 420px);
  gap: 24px;
  margin-top: 12px;
  .map { height: 380px; }
  ${narrow} { grid-template-columns: minmax(0, 1fr); .map { height: 300px; } }
  @media print { grid-template-columns: 1fr; .map { display: none; } }
`;

const Grows = styled.ul`
  li { display: grid; grid-template-columns: 14px minmax(0, 1fr); gap: 6px; align-items: center; padding: 3px 0; }
  svg { width: 12px; height: 28px; }
`;

/** A place: where it lies, what is known of it, its visits, its records, and its ring. */
export default function Place({ id }: { id: string }) {
  const { data: p, error } = usePatch(id);
  const { data: map } = useMap();
  const { mutate, isPending, error: refused, reset } = useChangePlace();
  const [, go] = useLocation();
  const [editing, setEditing] = useState(false);
  const { height } = useUnits();
  const change = (what: PlaceChange, after?: () => void) =>
    mutate({ id, change: what }, after ? { onSuccess: after } : undefined);
  useTitle(p?.about.name);
  useShortcuts({
    z: () => p?.can_undo && change({ do: 'undo' }),
    y: () => p?.can_redo && change({ do: 'redo' }),
  });
  if (!p) return <Waiting error={error} />;
  const a = p.about;
  const others = (map?.places ?? []).filter((x) => p.individuals.some((i) => i.id === x.id));
  const facts = [
    a.owner && strings.owner2(a.owner),
    ...(a.leaves ?? []).map((l) =>
      strings.gaveLeave(l.who, l.what ? `: ${l.what}` : '', l.until ? strings.until(l.until) : ''),
    ),
    a.dangers && strings.mind(a.dangers),
    a.stems ? `${a.stems} stems` : '',
    a.lives && strings.alsoLivesOnIt(a.lives),
    p.square_metres > 0 && areaWords(p.square_metres, height),
    p.shape.form === 'line' && withUnit(height, Math.round(p.length_m)),
    p.shape.accuracy_m ? strings.within(withUnit(height, p.shape.accuracy_m)) : '',
    a.note,
  ].filter((x): x is string => Boolean(x));
  return (
    <Page style={{ maxWidth: 1180 }}>
      <h1>{a.name}</h1>
      <p>
        <Link href="/places">{strings.allPlaces}</Link>
        {p.within && (
          <>
            {strings.standsIn}
            <Link href={`/places/${p.within.id}`}>{p.within.name}</Link>
          </>
        )}
      </p>
      {p.not_to_eat && (
        <p role="alert">
          <strong>{p.not_to_eat}</strong>
        </p>
      )}
      {p.deleted && (
        <p>
          {strings.thisPlaceIsDeleted}
          <Button onPress={() => change({ do: 'restore' })}>{strings.bringItBack}</Button>
        </p>
      )}
      {editing ? (
        <DetailsForm
          about={a}
          form={p.shape.form}
          within={(map?.places ?? []).filter((x) => x.id !== id && !x.taxon && !x.within)}
          busy={isPending}
          error={refused}
          onKeep={(about) => change({ do: 'change', about }, () => setEditing(false))}
          onLeave={() => {
            reset();
            setEditing(false);
          }}
        />
      ) : (
        <Both>
          <div>
            <div className="map">
              <MapView
                label={strings.mapOf(a.name)}
                looks={[...p.shape.at, ...(p.ring?.lacks ?? [])]}
                zoom={p.shape.form === 'arc' ? 21 : 17}
                things={[
                  { id: '', name: a.name, shape: p.shape, as: p.not_to_eat ? 'place bad' : 'place' },
                  ...others.map((x) => ({
                    id: `/places/${x.id}`,
                    name: x.name,
                    shape: x.shape,
                    as: 'place individual',
                  })),
                ]}
                ring={p.ring}
                onPress={(to) => to && go(to)}
              />
            </div>
            <p data-print-only>{p.shape.at.map((x) => `${x.latitude}, ${x.longitude}`).join('; ')}</p>
          </div>
          <div>
            {p.grows.length > 0 && (
              <Grows aria-label={strings.whatGrowsThere}>
                {p.grows.map((g) => (
                  <li key={g.taxon}>
                    {g.harm === 'none' ? <span /> : <Stalk thorns={harmWords[g.harm].thorns} small />}
                    <Link href={`/guide/${g.taxon}`}>{g.name}</Link>
                  </li>
                ))}
              </Grows>
            )}
            {facts.map((f) => (
              <p key={f}>{f}</p>
            ))}
            <Row data-screen-only style={{ marginTop: 12 }}>
              <Button isDisabled={p.deleted} onPress={() => setEditing(true)}>
                {strings.change}
              </Button>
              <UndoRedo of={p} busy={isPending} onChange={change} />
              {!p.deleted && (
                <Quiet
                  isDisabled={isPending}
                  onPress={() =>
                    change({ do: 'delete' }, () =>
                      tell({
                        text: strings.thePlaceWasDeleted,
                        action: { name: strings.bringItBack, do: () => change({ do: 'restore' }) },
                      }),
                    )
                  }
                >
                  {strings.deleteWord}
                </Quiet>
              )}
            </Row>
            {p.shape.form === 'arc' && <Ring patch={p} busy={isPending} error={refused} onChange={change} />}
          </div>
        </Both>
      )}
      <Visits patch={p} busy={isPending} onChange={change} />
      <ComeBack patch={p} />
      <Photographs of="place" id={id} closed={p.deleted} />
      {p.individuals.length > 0 && (
        <>
          <h2>{strings.singleTreesShrubsAndVines}</h2>
          <List aria-label={strings.singleOnesThatStandHere}>
            {p.individuals.map((i) => (
              <li key={i.id}>
                <Link href={`/places/${i.id}`}>{i.name}</Link>
              </li>
            ))}
          </List>
        </>
      )}
      <h2>{strings.recordsMadeHere}</h2>
      {!p.deleted && <RecordHere patch={p} />}
      {p.records.length === 0 && <p>{strings.noneYet}</p>}
      <List aria-label={strings.recordsMadeHere}>
        {p.records.map((r) => (
          <li key={r.id}>
            <Link href={`/bench/${r.id}`}>{r.name}</Link>
            <small>{r.date}</small>
          </li>
        ))}
      </List>
    </Page>
  );
}

/** Begins a record at the place. */
function RecordHere({ patch: p }: { patch: Patch }) {
  const { data: settings } = useSettings();
  const { start, isPending } = useStartRecord();
  const today = useToday();
  const [, go] = useLocation();
  if (!settings) return null;
  const begin = (kingdom: 'plantae' | 'fungi') =>
    start(
      {
        kingdom,
        purpose: 'eat',
        observer: settings.observer,
        date: today,
        region: settings.region,
        place: { id: p.id, name: p.about.name, ...p.middle, accuracy_m: p.shape.accuracy_m ?? 0 },
      },
      (id) => go(`/bench/${id}`),
    );
  return (
    <Row data-screen-only style={{ margin: '6px 0 10px' }}>
      <Button isDisabled={isPending} onPress={() => begin('plantae')}>
        {strings.aPlantHere}
      </Button>
      <Button isDisabled={isPending} onPress={() => begin('fungi')}>
        {strings.aMushroomHere}
      </Button>
    </Row>
  );
}
