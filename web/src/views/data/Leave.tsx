import { useState } from 'react';
import type { Taxon } from '../../api/client';
import { useKept } from '../../api/useData';
import { Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { TaxonPicker } from '../../components/TaxonPicker';
import { Tick } from '../../components/Tick';
import { Files, size } from './parts';

const formats = {
  geojson: 'GeoJSON',
  gpx: 'GPX',
  csv: 'Table (CSV)',
  zip: 'Darwin Core archive',
} as const;

/** How everything leaves, or records and places: coarse, unless exactly is said, each time anew. */
export function Leave() {
  const { data: kept } = useKept();
  const [exact, setExact] = useState(false);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [taxon, setTaxon] = useState<Taxon>();
  const asked = new URLSearchParams();
  for (const [name, value] of Object.entries({ from, to, taxon: taxon?.id, exact: exact ? 'true' : '' }))
    if (value) asked.set(name, value);
  const query = asked.size ? `?${asked}` : '';
  return (
    <>
      <h2>Take it with you</h2>
      <p>
        Everything as it is kept, to be read in again here or elsewhere: events, rulings, settings, your own guide and
        photographs.{' '}
        {kept &&
          `That is ${kept.records} records, ${kept.events} events and ${kept.photographs} photographs${kept.bytes ? ` of ${size(kept.bytes)}` : ''}.`}{' '}
        It says exactly where everything is.
      </p>
      <Files>
        <a href="/api/v1/everything.jsonl" download>
          Everything (JSON Lines)
        </a>
      </Files>
      <h3>To give away</h3>
      <Tick isSelected={exact} onChange={setExact}>
        Exactly where they are
      </Tick>
      <p role={exact ? 'alert' : undefined}>
        {exact
          ? 'Whoever has the file can walk there. Names and notes go with it.'
          : 'Positions leave as the middle of a square some 10 km wide, without names and notes of yours.'}
      </p>
      <Row style={{ alignItems: 'end' }}>
        <Text label="From" type="date" value={from} onChange={setFrom} />
        <Text label="To" type="date" value={to} onChange={setTo} />
      </Row>
      {taxon ? (
        <Row>
          <span>Only {taxon.display_name}</span>
          <Quiet onPress={() => setTaxon(undefined)}>All again</Quiet>
        </Row>
      ) : (
        <TaxonPicker label="Only what goes by the name" onPick={setTaxon} />
      )}
      <Files>
        {Object.entries(formats).map(([f, name]) => (
          <a key={f} href={`/api/v1/export.${f}${query}`} download>
            {name}
          </a>
        ))}
      </Files>
    </>
  );
}
