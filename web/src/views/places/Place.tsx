import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { type PlaceChange, useAhead, useChangePlace } from '../../api/useChangePlace';
import { useGuide } from '../../api/useGuide';
import { useMap, usePatch } from '../../api/useMap';
import { useSettings } from '../../api/useSettings';
import { useStartRecord } from '../../api/useStartRecord';
import { useChangeTask } from '../../api/useTasks';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Stalk } from '../../components/Harm';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { withUnit } from '../../components/units';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { useToday } from '../../components/useToday';
import { useUnits } from '../../components/useUnits';
import { harmWords, organWords } from '../../components/words';
import { c, narrow } from '../../theme/tokens';
import { DetailsForm } from './DetailsForm';
import MapView from './MapView';

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

const List = styled.ul`
  > li { padding: 9px 0; border-top: 1.5px solid ${c('mist')}; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
`;

const Grows = styled.ul`
  li { display: grid; grid-template-columns: 14px minmax(0, 1fr); gap: 6px; align-items: center; padding: 3px 0; }
  svg { width: 12px; height: 28px; }
`;

const stateWords: Record<Schema['PartState'], string> = {
  'not-yet': 'not yet',
  beginning: 'beginning',
  'in-season': 'there',
  ending: 'ending',
  over: 'over',
  always: 'there all year',
};

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
    a.owner && `Owner: ${a.owner}`,
    ...(a.leaves ?? []).map(
      (l) => `${l.who} gave leave${l.what ? `: ${l.what}` : ''}${l.until ? `, until ${l.until}` : ''}`,
    ),
    a.dangers && `Mind: ${a.dangers}`,
    a.stems ? `${a.stems} stems` : '',
    a.lives && `Also lives on it: ${a.lives}`,
    p.square_metres > 0 && `${Math.round(p.square_metres).toLocaleString()} m²`,
    p.shape.form === 'line' && withUnit(height, Math.round(p.length_m)),
    p.shape.accuracy_m ? `within ${withUnit(height, p.shape.accuracy_m)}` : '',
    a.note,
  ].filter((x): x is string => Boolean(x));
  return (
    <Page style={{ maxWidth: 1180 }}>
      <h1>{a.name}</h1>
      <p>
        <Link href="/places">All places</Link>
        {p.within && (
          <>
            {' · stands in '}
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
          This place is deleted. <Button onPress={() => change({ do: 'restore' })}>Bring it back</Button>
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
                label={`Map of ${a.name}`}
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
              <Grows aria-label="What grows there">
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
                Change
              </Button>
              <Button isDisabled={!p.can_undo || isPending} onPress={() => change({ do: 'undo' })}>
                Undo
              </Button>
              <Button isDisabled={!p.can_redo || isPending} onPress={() => change({ do: 'redo' })}>
                Redo
              </Button>
              {!p.deleted && (
                <Quiet
                  isDisabled={isPending}
                  onPress={() =>
                    change({ do: 'delete' }, () =>
                      tell({
                        text: 'The place was deleted.',
                        action: { name: 'Bring it back', do: () => change({ do: 'restore' }) },
                      }),
                    )
                  }
                >
                  Delete
                </Quiet>
              )}
            </Row>
            {p.shape.form === 'arc' && <Ring patch={p} busy={isPending} error={refused} onChange={change} />}
          </div>
        </Both>
      )}
      <Visits patch={p} busy={isPending} onChange={change} />
      <ComeBack patch={p} />
      {p.individuals.length > 0 && (
        <>
          <h2>Single trees, shrubs and vines</h2>
          <List aria-label="Single ones that stand here">
            {p.individuals.map((i) => (
              <li key={i.id}>
                <Link href={`/places/${i.id}`}>{i.name}</Link>
              </li>
            ))}
          </List>
        </>
      )}
      <h2>Records made here</h2>
      {!p.deleted && <RecordHere patch={p} />}
      {p.records.length === 0 && <p>None yet.</p>}
      <List aria-label="Records made here">
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
        A plant here
      </Button>
      <Button isDisabled={isPending} onPress={() => begin('fungi')}>
        A mushroom here
      </Button>
    </Row>
  );
}

interface Part {
  patch: Patch;
  busy: boolean;
  onChange: (change: PlaceChange, after?: () => void) => void;
}

/** The eight winds, by their names. */
const winds = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
const wind = (bearing: number) => winds[Math.round(bearing / 45) % 8];

/** The ring that pieces in an arc lie on: where to look next, what to expect, and one more piece. */
function Ring({ patch: p, busy, error, onChange }: Part & { error: Error | null }) {
  const { weight, height } = useUnits();
  const [bearing, setBearing] = useState<number>();
  const [paces, setPaces] = useState<number>();
  const [lost, setLost] = useState('');
  const ahead = useAhead();
  const r = p.ring;
  const last = p.shape.at.at(-1);
  const put = (at: Schema['Position']) =>
    onChange({ do: 'move', shape: { ...p.shape, at: [...p.shape.at, at] } }, () => {
      setBearing(undefined);
      setPaces(undefined);
    });
  return (
    <section aria-label="The ring" style={{ marginTop: 16 }}>
      <h2>The ring</h2>
      {!r && <p>{p.no_ring}</p>}
      {r && (
        <>
          <p>
            {r.pieces.seen} pieces on {r.arc_deg}° of a circle{' '}
            {withUnit(height, Number((2 * r.geometric.r).toFixed(1)))} wide
            {r.pieces.seen > 3
              ? `, within ${withUnit(height, Number(r.geometric.residual.toFixed(2)))}.`
              : '. Three always lie on some circle: a fourth tells whether it is a ring.'}
          </p>
          <ol aria-label="Where to look" style={{ listStyle: 'decimal', paddingLeft: 20 }}>
            {(r.gaps ?? []).map((g) => (
              <li key={`${g.x} ${g.y}`}>
                From the last piece {withUnit(height, g.metres)} to the {wind(g.bearing_deg)} (
                {Math.round(g.bearing_deg)}°): a gap of {Math.round(g.arc_deg)}°.
              </li>
            ))}
          </ol>
          <p>
            As densely all round there would be {r.pieces.low} to {r.pieces.high} more
            {r.pieces.high_g > 0 && `, ${withUnit(weight, r.pieces.low_g)} to ${withUnit(weight, r.pieces.high_g)}`}.
            Each is checked by itself.
          </p>
        </>
      )}
      <form
        aria-label="One more piece"
        data-screen-only
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(e) => {
          e.preventDefault();
          if (!last || bearing === undefined || paces === undefined) return;
          ahead.mutate({ from: last, bearing, metres: height.kept(paces) }, { onSuccess: put });
        }}
      >
        <Row style={{ alignItems: 'end' }}>
          <Quantity
            label="Direction from the last piece, degrees"
            unit="deg"
            max={360}
            value={bearing}
            onChange={setBearing}
          />
          <Quantity label={`How far, ${height.unit}`} unit={height.unit} value={paces} onChange={setPaces} />
          <Button type="submit" isDisabled={busy || bearing === undefined || !paces}>
            A piece there
          </Button>
        </Row>
        <Row>
          <Button
            isDisabled={busy}
            onPress={() => {
              setLost('');
              navigator.geolocation.getCurrentPosition(
                ({ coords }) =>
                  put({ latitude: Number(coords.latitude.toFixed(7)), longitude: Number(coords.longitude.toFixed(7)) }),
                () => setLost('This device did not say where it is. Pace from the last piece instead.'),
                { enableHighAccuracy: true },
              );
            }}
          >
            A piece where I stand
          </Button>
        </Row>
        {(error || ahead.error || lost) && <p role="alert">{lost || (ahead.error ?? error)?.message}</p>}
      </form>
    </section>
  );
}

function Visits({ patch: p, busy, onChange }: Part) {
  const today = useToday();
  const { guide } = useGuide();
  const { weight } = useUnits();
  const [date, setDate] = useState<string>();
  const [of, setOf] = useState('');
  const [is, setIs] = useState('');
  const [taken, setTaken] = useState<number>();
  const [left, setLeft] = useState<number>();
  const [note, setNote] = useState('');
  const parts = p.grows.flatMap((g) =>
    (g.organs ?? []).map((organ) => ({
      id: `${g.taxon} ${organ}`,
      name: `${g.name}: ${organWords[organ].toLowerCase()}`,
    })),
  );
  return (
    <>
      <h2>Visits</h2>
      {p.visits.length === 0 && <p>None is noted yet. Visits of several years tell when to come.</p>}
      <List aria-label="Visits">
        {p.visits.map((v) => (
          <li key={v.id}>
            {v.date}
            {(v.stages ?? [])
              .map(
                (s) =>
                  ` · ${guide?.nameOf(s.taxon) ?? s.taxon}, ${organWords[s.organ].toLowerCase()}: ${stateWords[s.is]}`,
              )
              .join('')}
            {v.taken_g ? ` · took ${withUnit(weight, v.taken_g)}` : ''}
            {v.left ? ` · left ${v.left}` : ''}
            {v.note && <small>{v.note}</small>}
            <Quiet
              aria-label={`Take the visit of ${v.date} away`}
              data-screen-only
              isDisabled={busy}
              onPress={() =>
                onChange({ do: 'forget', visit: v.id }, () =>
                  tell({
                    text: `The visit of ${v.date} was taken away.`,
                    action: { name: 'Undo', do: () => onChange({ do: 'undo' }) },
                  }),
                )
              }
            >
              Take away
            </Quiet>
          </li>
        ))}
      </List>
      {!p.deleted && (
        <Folded open={false} heading="Note a visit">
          {() => (
            <form
              aria-label="A visit"
              style={{ display: 'grid', gap: 10 }}
              onSubmit={(e) => {
                e.preventDefault();
                const [taxon, organ] = of.split(' ');
                onChange(
                  {
                    do: 'visit',
                    visit: {
                      id: newId(),
                      date: date ?? today,
                      ...(taxon && organ && is
                        ? { stages: [{ taxon, organ: organ as Schema['Organ'], is: is as Schema['PartState'] }] }
                        : {}),
                      ...(taken ? { taken_g: weight.kept(taken) } : {}),
                      ...(left ? { left } : {}),
                      ...(note.trim() ? { note } : {}),
                    },
                  },
                  () => {
                    setIs('');
                    setTaken(undefined);
                    setLeft(undefined);
                    setNote('');
                  },
                );
              }}
            >
              <Text label="Day of the visit" type="date" value={date ?? today} onChange={setDate} />
              {parts.length > 0 && (
                <Row style={{ alignItems: 'end' }}>
                  <Pick
                    label="Which part"
                    value={of}
                    onChange={setOf}
                    options={[{ id: '', name: 'None was looked at' }, ...parts]}
                  />
                  {of && (
                    <Pick
                      label="It is"
                      value={is}
                      onChange={setIs}
                      options={[
                        { id: '', name: 'Choose' },
                        ...(Object.keys(stateWords) as Schema['PartState'][])
                          .filter((s) => s !== 'always')
                          .map((s) => ({ id: s, name: stateWords[s] })),
                      ]}
                    />
                  )}
                </Row>
              )}
              <Row style={{ alignItems: 'end' }}>
                <Quantity
                  label={weight.unit === 'oz' ? 'Taken, ounces' : 'Taken, grams'}
                  unit={weight.unit}
                  value={taken}
                  onChange={setTaken}
                />
                <Quantity label="Pieces left" whole value={left} onChange={setLeft} />
              </Row>
              <Text label="What was seen" value={note} onChange={setNote} />
              <Row>
                <Primary type="submit" isDisabled={busy || (of !== '' && is === '')}>
                  Note the visit
                </Primary>
              </Row>
            </form>
          )}
        </Folded>
      )}
    </>
  );
}

/** A day on which to come back, which then stands among what waits. */
function ComeBack({ patch: p }: { patch: Patch }) {
  const task = useChangeTask();
  const [day, setDay] = useState('');
  if (p.deleted) return null;
  return (
    <Folded open={false} heading="Come back on a day">
      {() => (
        <form
          aria-label="Come back"
          onSubmit={(e) => {
            e.preventDefault();
            task.mutate(
              {
                id: newId(),
                change: {
                  do: 'await',
                  what: `Come back to ${p.about.name}`,
                  why: '',
                  from: new Date(`${day}T06:00`).toISOString(),
                  place: p.id,
                },
              },
              {
                onSuccess: () => {
                  setDay('');
                  tell({ text: 'It stands among what waits, and in the calendar.' });
                },
              },
            );
          }}
        >
          <Row style={{ alignItems: 'end' }}>
            <Text label="On which day" type="date" value={day} onChange={setDay} />
            <Button type="submit" isDisabled={!day || task.isPending}>
              Remind me
            </Button>
          </Row>
        </form>
      )}
    </Folded>
  );
}
