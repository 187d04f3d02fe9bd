import { useState } from 'react';
import type { Taxon } from '../../api/client';
import { useKept } from '../../api/useData';
import { Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { TaxonPicker } from '../../components/TaxonPicker';
import { Tick } from '../../components/Tick';
import { Files, size } from './parts';
import { strings } from './strings';

const formats = {
  geojson: strings.geojson,
  gpx: 'GPX',
  csv: strings.tableCsv,
  zip: strings.darwinCoreArchive,
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
      <h2>{strings.takeItWithYou}</h2>
      <p>
        {strings.everythingAsItIsKept}
        {kept &&
          strings.thatIsRecordsEventsAnd(
            kept.records,
            kept.events,
            kept.photographs,
            kept.bytes ? ` of ${size(kept.bytes)}` : '',
          )}
        {strings.itSaysExactlyWhereEverything}
      </p>
      <Files>
        <a href="/api/v1/everything.jsonl" download>
          {strings.everythingJsonLines}
        </a>
      </Files>
      <h3>{strings.toGiveAway}</h3>
      <Tick isSelected={exact} onChange={setExact}>
        {strings.exactlyWhereTheyAre}
      </Tick>
      <p role={exact ? 'alert' : undefined}>
        {exact ? strings.whoeverHasTheFileCan : strings.positionsLeaveAsTheMiddle}
      </p>
      <Row>
        <Text label={strings.from} type="date" value={from} onChange={setFrom} />
        <Text label={strings.to} type="date" value={to} onChange={setTo} />
      </Row>
      {taxon ? (
        <Row>
          <span>{strings.only(taxon.display_name)}</span>
          <Quiet onPress={() => setTaxon(undefined)}>{strings.allAgain}</Quiet>
        </Row>
      ) : (
        <TaxonPicker label={strings.onlyWhatGoesByThe} onPick={setTaxon} />
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
