import leaflet from 'leaflet';
import { leafletRasterLayer, PMTiles, TileType } from 'pmtiles';
import { useEffect } from 'react';
import { useMap } from 'react-leaflet';
import { tell } from '../../components/Notice';
import { plain } from './plain';
import { strings } from './strings';

/** Where the map is got from that lies in the data folder: as much of it as is shown, a piece at a time. */
const address = '/api/v1/map.pmtiles';

/** The finest zoom of the map view. */
const finest = 22;

/** The layer of a map file: drawn from shapes in our light or dark, or of pictures. */
async function layerOf(dark: boolean): Promise<leaflet.Layer> {
  const file = new PMTiles(address);
  const header = await file.getHeader();
  const said = (await file.getMetadata()) as { attribution?: string };
  const options = { attribution: plain(said.attribution), maxNativeZoom: header.maxZoom, maxZoom: finest };
  if (header.tileType !== TileType.Mvt) return leafletRasterLayer(file, options) as leaflet.Layer;
  Object.assign(window, { L: leaflet }); // the library that draws shapes looks for it there
  const { leafletLayer } = await import('protomaps-leaflet');
  return leafletLayer({
    url: file as never,
    flavor: dark ? 'dark' : 'light',
    lang: 'en',
    maxDataZoom: header.maxZoom,
    attribution: options.attribution,
  }) as unknown as leaflet.Layer;
}

/** The map that lies in the data folder. Where it cannot be read, that is said. */
export default function FileMap({ name }: { name: string }) {
  const map = useMap();
  useEffect(() => {
    let layer: leaflet.Layer | undefined;
    let gone = false;
    layerOf(matchMedia('(prefers-color-scheme: dark)').matches).then(
      (l) => {
        if (gone) return;
        layer = l.addTo(map);
      },
      () => tell({ text: strings.theMapInTheData(name), bad: true }),
    );
    return () => {
      gone = true;
      layer?.remove();
    };
  }, [map, name]);
  return null;
}
