import type { Feature, FeatureCollection, Geometry } from 'geojson';
import type { LatLngExpression } from 'leaflet';
import leafletCss from 'leaflet/dist/leaflet.css?inline';
import { Suspense, useEffect, useRef } from 'react';
import {
  AttributionControl,
  Circle,
  CircleMarker,
  GeoJSON,
  MapContainer,
  Polygon,
  Polyline,
  ScaleControl,
  TileLayer,
  Tooltip,
  useMap,
  useMapEvents,
} from 'react-leaflet';
import styled, { createGlobalStyle } from 'styled-components';
import type { Schema } from '../../api/client';
import { useMap as useKeptMap } from '../../api/useMap';
import { useSettings } from '../../api/useSettings';
import { lazily } from '../../components/lazily';
import { c } from '../../theme/tokens';
import { plain } from './plain';
import { strings } from './strings';
import valley from './valley.json';

const FileMap = lazily(() => import('./FileMap'));

type Position = Schema['Position'];

const LeafletStyle = createGlobalStyle`${leafletCss}`;

const Frame = styled.div`
  position: relative;
  height: 100%;
  min-height: 280px;
  border: 1.5px solid ${c('ink')};
  border-radius: 14px;
  overflow: hidden;
  isolation: isolate;
  .leaflet-container { height: 100%; background: ${c('paper')}; font: inherit; }
  .leaflet-bar a, .leaflet-control-scale-line, .leaflet-control-attribution { background: ${c('paper')}; color: ${c('ink')}; border-color: ${c('ink')}; }
  .leaflet-bar a { width: 48px; height: 48px; line-height: 46px; font-size: 24px; }
  .leaflet-tooltip { background: ${c('paper')}; color: ${c('ink')}; border-color: ${c('ink')}; font-size: 14px; }
  .leaflet-interactive:focus { outline: 3px solid ${c('zest')}; }
  path.meadow { fill: ${c('mist')}; fill-opacity: 0.55; stroke: none; }
  path.wood { fill: ${c('stone')}; fill-opacity: 0.28; stroke: none; }
  path.orchard { fill: ${c('stone')}; fill-opacity: 0.12; stroke: ${c('stone')}; stroke-dasharray: 2 4; }
  path.bog { fill: none; stroke: ${c('stone')}; stroke-dasharray: 6 4; }
  path.water { fill: ${c('fog')}; fill-opacity: 1; stroke: ${c('ink')}; stroke-width: 1.2; }
  path.beck { stroke: ${c('ink')}; stroke-width: 1.4; stroke-opacity: 0.7; fill: none; }
  path.road { stroke: ${c('stone')}; stroke-width: 5; stroke-opacity: 0.55; fill: none; }
  path.track { stroke: ${c('stone')}; stroke-width: 2; stroke-dasharray: 8 5; fill: none; }
  path.height { stroke: ${c('stone')}; stroke-width: 0.8; stroke-opacity: 0.6; fill: none; }
  path.house { fill: ${c('ink')}; fill-opacity: 0.75; stroke: none; }
  path.place, path.record, path.ring, path.gap, path.me, path.about-me, path.drawn { vector-effect: non-scaling-stroke; }
  path.place { stroke: ${c('ink')}; stroke-width: 3; fill: ${c('zest')}; fill-opacity: 0.35; }
  path.bad { stroke: ${c('thorn')}; fill: ${c('thornWash')}; fill-opacity: 0.7; }
  path.way { fill: none; }
  path.individual { fill: ${c('ink')}; fill-opacity: 0.9; }
  path.record { stroke: ${c('ink')}; stroke-width: 2; fill: ${c('paper')}; fill-opacity: 1; }
  path.ring { stroke: ${c('ink')}; stroke-width: 2; stroke-dasharray: 5 5; fill: none; }
  path.gap { stroke: ${c('thorn')}; stroke-width: 3; fill: ${c('paper')}; fill-opacity: 1; }
  path.me { stroke: ${c('ink')}; stroke-width: 3; fill: ${c('zest')}; fill-opacity: 1; }
  path.about-me { stroke: ${c('ink')}; stroke-width: 1; fill: ${c('zest')}; fill-opacity: 0.15; }
  path.drawn { stroke: ${c('thorn')}; stroke-width: 3; fill: ${c('zest')}; fill-opacity: 0.25; }
`;

const kindOf = (f?: Feature<Geometry, { kind?: string }>) => ({
  className: f?.properties.kind ?? '',
  interactive: false,
});

export const on = (p: Position): LatLngExpression => [p.latitude, p.longitude];

/** Something on the map that can be pressed. */
function Pressed({
  shape: s,
  as,
  name,
  onPress,
}: {
  shape: Schema['Shape'];
  as: string;
  name: string;
  onPress: () => void;
}) {
  const at = s.at.map(on);
  const events = { click: onPress };
  const tip = <Tooltip>{name}</Tooltip>;
  const first = at[0];
  if (!first) return null;
  if (s.form === 'area')
    return (
      <Polygon positions={at} className={as} eventHandlers={events}>
        {tip}
      </Polygon>
    );
  if (s.form === 'line')
    return (
      <Polyline positions={at} className={`${as} way`} fill={false} eventHandlers={events}>
        {tip}
      </Polyline>
    );
  return (
    <>
      {at.map((p, i) => (
        <CircleMarker key={i} center={p} radius={s.form === 'arc' ? 6 : 10} className={as} eventHandlers={events}>
          {tip}
        </CircleMarker>
      ))}
    </>
  );
}

const bounds = (of: Position[]) => of.map((p) => [p.latitude, p.longitude] as [number, number]);
const within = (zoom: number) => ({ padding: [40, 40] as [number, number], maxZoom: zoom, animate: false });

/** Goes where it is told to, from where the map was opened. */
function Looks({ at, zoom }: { at: Position[]; zoom: number }) {
  const map = useMap();
  const key = JSON.stringify(at);
  const there = useRef(key);
  useEffect(() => {
    const to = JSON.parse(key) as Position[];
    const first = to[0];
    if (!first || there.current === key) return;
    there.current = key;
    if (to.length === 1) map.setView(on(first), zoom, { animate: false });
    else map.fitBounds(bounds(to), within(zoom));
  }, [map, key, zoom]);
  return null;
}

function Taps({ onTap }: { onTap: (at: Position) => void }) {
  useMapEvents({
    click: (e) =>
      onTap({ latitude: Number(e.latlng.lat.toFixed(6)), longitude: Number(e.latlng.wrap().lng.toFixed(6)) }),
  });
  return null;
}

export interface Drawn {
  form: Schema['PlaceForm'];
  at: Position[];
}

/** What of a place is drawn. */
export interface OnMap {
  id: string;
  name: string;
  shape: Schema['Shape'];
  as: string;
}

/** The map: the made-up valley, or what it is told to lie on, with places, records, a ring, oneself, and what is being drawn. */
export default function MapView({
  label,
  looks,
  zoom = 15,
  things,
  ring,
  me,
  drawn,
  onPress,
  onTap,
}: {
  label: string;
  /** What is to be seen; the map goes there when it changes. */
  looks: Position[];
  zoom?: number;
  things: OnMap[];
  ring?: Schema['PatchRing'] | undefined;
  me?: { at: Position; accuracy: number } | undefined;
  drawn?: Drawn | undefined;
  onPress: (id: string) => void;
  onTap?: ((at: Position) => void) | undefined;
}) {
  const tiles = useSettings().data?.tiles;
  const file = useKeptMap().data?.file;
  return (
    <Frame role="region" aria-label={label}>
      <LeafletStyle />
      <MapContainer
        {...(looks.length > 1
          ? { bounds: bounds(looks), boundsOptions: within(zoom) }
          : { center: on(looks[0] ?? { latitude: 49.3, longitude: 19.3 }), zoom })}
        maxZoom={22}
        attributionControl={false}
        zoomAnimation={false}
        fadeAnimation={false}
        markerZoomAnimation={false}
      >
        {file ? (
          <>
            <Suspense>
              <FileMap name={file} />
            </Suspense>
            <AttributionControl prefix={false} />
          </>
        ) : tiles?.url ? (
          <>
            <TileLayer
              url={tiles.url}
              maxNativeZoom={tiles.max_zoom || 19}
              maxZoom={22}
              attribution={plain(tiles.attribution)}
            />
            <AttributionControl prefix={false} />
          </>
        ) : (
          file !== undefined && <GeoJSON data={valley as FeatureCollection} style={kindOf} interactive={false} />
        )}
        <Looks at={looks} zoom={zoom} />
        <ScaleControl />
        {onTap && <Taps onTap={onTap} />}
        {things.map((t) => (
          <Pressed key={`${t.id} ${t.as}`} shape={t.shape} as={t.as} name={t.name} onPress={() => onPress(t.id)} />
        ))}
        {ring && (
          <>
            <Circle center={on(ring.middle)} radius={ring.geometric.r} className="ring" interactive={false} />
            {ring.lacks.map((p, i) => (
              <CircleMarker key={i} center={on(p)} radius={9} className="gap">
                <Tooltip permanent>{strings.lookHere}</Tooltip>
              </CircleMarker>
            ))}
          </>
        )}
        {me && (
          <>
            <Circle center={on(me.at)} radius={me.accuracy} className="about-me" interactive={false} />
            <CircleMarker center={on(me.at)} radius={7} className="me">
              <Tooltip>{strings.youWithinM(Math.round(me.accuracy))}</Tooltip>
            </CircleMarker>
          </>
        )}
        {drawn && drawn.at.length > 0 && (
          <>
            {drawn.form === 'area' && <Polygon positions={drawn.at.map(on)} className="drawn" interactive={false} />}
            {drawn.form === 'line' && (
              <Polyline positions={drawn.at.map(on)} className="drawn" fill={false} interactive={false} />
            )}
            {drawn.at.map((p, i) => (
              <CircleMarker key={i} center={on(p)} radius={6} className="drawn" interactive={false} />
            ))}
          </>
        )}
      </MapContainer>
    </Frame>
  );
}
