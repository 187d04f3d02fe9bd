import { useState } from 'react';
import type { Schema } from '../../api/client';
import { useAhead } from '../../api/useChangePlace';
import { Button, Row } from '../../components/Buttons';
import { Quantity } from '../../components/Quantity';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import type { Part } from './parts';
import { strings } from './strings';

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
    <section aria-label={strings.theRing} style={{ marginTop: 16 }}>
      <h2>{strings.theRing}</h2>
      {!r && <p>{p.no_ring}</p>}
      {r && (
        <>
          <p>
            {strings.piecesOnOfACircle(
              r.pieces.seen,
              r.arc_deg,
              withUnit(height, Number((2 * r.geometric.r).toFixed(1))),
              r.pieces.seen > 3
                ? strings.within2(withUnit(height, Number(r.geometric.residual.toFixed(2))))
                : '. Three always lie on some circle: a fourth tells whether it is a ring.',
            )}
          </p>
          <ol aria-label={strings.whereToLook} style={{ listStyle: 'decimal', paddingLeft: 20 }}>
            {(r.gaps ?? []).map((g) => (
              <li key={`${g.x} ${g.y}`}>
                {strings.fromTheLastPieceTo(
                  withUnit(height, g.metres),
                  wind(g.bearing_deg) ?? '',
                  Math.round(g.bearing_deg),
                  Math.round(g.arc_deg),
                )}
              </li>
            ))}
          </ol>
          <p>
            {strings.asDenselyAllRoundThere(r.pieces.low, r.pieces.high)}
            {r.pieces.high_g > 0 && `, ${withUnit(weight, r.pieces.low_g)} to ${withUnit(weight, r.pieces.high_g)}`}
            {strings.eachIsCheckedByItself}
          </p>
        </>
      )}
      <form
        aria-label={strings.oneMorePiece}
        data-screen-only
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(e) => {
          e.preventDefault();
          if (!last || bearing === undefined || paces === undefined) return;
          ahead.mutate({ from: last, bearing, metres: height.kept(paces) }, { onSuccess: (at) => put(at) });
        }}
      >
        <Row>
          <Quantity
            label={strings.directionFromTheLastPiece}
            unit="deg"
            max={360}
            value={bearing}
            onChange={setBearing}
          />
          <Quantity label={strings.howFar(height.unit)} unit={height.unit} value={paces} onChange={setPaces} />
          <Button type="submit" isDisabled={busy || bearing === undefined || !paces}>
            {strings.aPieceThere}
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
                    setLost(strings.thisDeviceKnowsWhereIt(withUnit(height, Math.round(coords.accuracy))));
                },
                () => setLost(strings.thisDeviceDidNotSay2),
                { enableHighAccuracy: true },
              );
            }}
          >
            {strings.aPieceWhereIStand}
          </Button>
        </Row>
        {(error || ahead.error || lost) && <p role="alert">{lost || (ahead.error ?? error)?.message}</p>}
      </form>
    </section>
  );
}
