import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Organ, Schema } from '../../api/client';
import { useChangeAlmanac } from '../../api/useChangeAlmanac';
import { Button, Primary, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Pick } from '../../components/Pick';
import { TaxonPicker } from '../../components/TaxonPicker';
import { useToday } from '../../components/useToday';
import { organWords, partWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.ul`
  li { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; justify-content: space-between; padding: 6px 0; border-top: 1px solid ${c('mist')}; }
`;

const Form = styled.form`
  display: grid;
  gap: 12px;
  max-width: 34rem;
  margin: 12px 0;
`;

const edgeWords: Record<Schema['SeasonEdge'], string> = { first: strings.firstSeen, last: strings.lastSeen };

/** The user's own first and last dates, and a form for one more. */
export function OwnDates({ data, date }: { data: Schema['Almanac']; date: string }) {
  return (
    <Folded open={false} heading={<h2>{strings.yourOwnDates(data.dates.length)}</h2>}>
      {() => <Within data={data} date={date} />}
    </Folded>
  );
}

const parts: Organ[] = ['leaf', 'flower', 'fruit', 'bud', 'root'];

function Within({ data, date }: { data: Schema['Almanac']; date: string }) {
  const { mutate, isPending } = useChangeAlmanac(date);
  const today = useToday();
  const [taxon, setTaxon] = useState<{ id: string; name: string; kingdom: string }>();
  const [organ, setOrgan] = useState<Organ>('leaf');
  const [edge, setEdge] = useState<Schema['SeasonEdge']>('first');
  const [seen, setSeen] = useState(today);
  const [note, setNote] = useState('');
  const fungus = taxon?.kingdom === 'fungi';
  return (
    <>
      <p>{strings.theFirstAndTheLast}</p>
      <TaxonPicker
        label={strings.ofWhat}
        onPick={(t) => setTaxon({ id: t.id, name: t.display_name, kingdom: t.kingdom })}
      />
      {taxon && (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            mutate(
              { do: 'date', taxon: taxon.id, organ: fungus ? 'habit' : organ, edge, seen, note },
              { onSuccess: () => setTaxon(undefined) },
            );
          }}
        >
          <strong>{taxon.name}</strong>
          {!fungus && (
            <Pick
              label={strings.whichPart}
              value={organ}
              onChange={(v) => setOrgan(v as Organ)}
              options={parts.map((o) => ({ id: o, name: organWords[o] }))}
            />
          )}
          <Pick
            label={strings.whichEndOfItsSeason}
            value={edge}
            onChange={(v) => setEdge(v as typeof edge)}
            options={Object.entries(edgeWords).map(([id, name]) => ({ id, name }))}
          />
          <Text label={strings.onTheDay} type="date" value={seen} onChange={setSeen} />
          <Text label={strings.note} value={note} onChange={setNote} />
          <Row>
            <Primary type="submit" isDisabled={isPending}>
              {strings.keepTheDate}
            </Primary>
          </Row>
        </Form>
      )}
      {data.dates.length === 0 && <p>{strings.thereIsNoneYet}</p>}
      <List aria-label={strings.yourOwnDates2}>
        {data.dates.map((d) => (
          <li key={`${d.id}${d.record}${d.date}`}>
            <span>
              {d.date}: <Link href={`/guide/${d.taxon}`}>{d.name}</Link>, {partWords(d.organ)},{' '}
              {edgeWords[d.edge].toLowerCase()}
              {d.note && `. ${d.note}`}
            </span>
            {d.record ? (
              <Link href={`/bench/${d.record}`}>{strings.aRecordTellsIt}</Link>
            ) : (
              <Button
                aria-label={strings.forget(d.name, d.date)}
                isDisabled={isPending}
                onPress={() => mutate({ do: 'forget', id: d.id })}
              >
                {strings.forgetIt}
              </Button>
            )}
          </li>
        ))}
      </List>
    </>
  );
}
