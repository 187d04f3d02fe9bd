import { useState } from 'react';
import type { Schema } from '../../api/client';
import { useAhead } from '../../api/useChangePlace';
import { Button, Row } from '../../components/Buttons';
import { Quantity } from '../../components/Quantity';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import type { Part } from './parts';

/** The eight winds, by their names. */
const winds = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
const wind = (bearing: number) => winds[Math.round(bearing / 45) % 8];

/** A position that is no finer than this, in metres, is too coarse for a ring of some metres. Common practice; no source. */
const fine = 2;

/** The accuracy of a shape with one more position: the worst of all. */
const coarser = (s: Schema['Shape'], accuracy?: number) =>
  accuracy === undefined ? {} : { accuracy_m: Math.min(Math.max(s.accuracy_m ?? 0, accuracy), 100_000) };

/** The ring that pieces in an arc lie on: where to look next, what to expect, and one more piece. */
export function Ring({ patch: p, busy, error, onChange }: Part & { error: Error | null }) {
  const { weight, height } = useUnits();
  const [bearing, setBearing] = useState<number>();
  const [paces, setPaces] = useState<number>();
  const [lost, setLost] = useState('');
  const ahead = useAhead();
  const r = p.ring;
  const last = p.shape.at.at(-1);
  const put = (at: Schema['Position'], accuracy?: number) =>
    onChange({ do: 'move', shape: { ...p.shape, at: [...p.shape.at, at], ...coarser(p.shape, accuracy) } }, () => {
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
          ahead.mutate({ from: last, bearing, metres: height.kept(paces) }, { onSuccess: (at) => put(at) });
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
                ({ coords }) => {
                  put(
                    { latitude: Number(coords.latitude.toFixed(7)), longitude: Number(coords.longitude.toFixed(7)) },
                    coords.accuracy,
                  );
                  if (coords.accuracy > fine)
                    setLost(
                      `This device knows where it is within ${withUnit(height, Math.round(coords.accuracy))}: too coarse for a small ring. Pacing from piece to piece is finer.`,
                    );
                },
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
