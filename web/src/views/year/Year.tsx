import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { useAlmanac } from '../../api/useAlmanac';
import { useYear } from '../../api/useYear';
import { Button, Quiet, Row } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { Page, Waiting } from '../../components/Page';
import { Strip } from '../../components/Strip';
import { withUnit } from '../../components/units';
import { useSift } from '../../components/useSift';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import { Days, Margins, OwnDays, Ranks, tallyWords } from './Charts';

type Entry = Schema['Entry'];

const Table = styled.table`
  border-collapse: collapse;
  width: 100%;
  font-variant-numeric: tabular-nums;
  th, td { text-align: left; padding: 6px 14px 6px 0; border-bottom: 1.5px solid ${c('mist')}; }
`;

const List = styled.ul`
  li { padding: 8px 0; border-top: 1.5px solid ${c('mist')}; }
  small { color: ${c('stone')}; font-size: 15px; }
`;

/** How many rows of a kind are drawn; the rest stands in the table. */
const drawn = 10;

const addressOf = (e: Entry): string =>
  ({
    record: `/bench/${e.id}`,
    basket: `/baskets/${e.id}`,
    visit: `/places/${e.within}`,
    meal: `/kitchen/${e.within}`,
  })[e.kind];

const kindWords: Record<Schema['EntryKind'], string> = {
  record: 'record',
  basket: 'basket',
  visit: 'visit',
  meal: 'meal',
};

/** A year at a glance: what was found, taken, left and eaten, and from every number the way down to what it is made of. */
export default function Year() {
  const { of, sift } = useSift();
  const { data: y, error } = useYear(Number(of('year')) || undefined);
  const { data: almanac } = useAlmanac('');
  const { weight } = useUnits();
  if (!y) return <Waiting error={error} />;
  const grams = (g: number) => withUnit(weight, g);
  const name = (key: string) => y.names[key] ?? key;
  const [kind, ...rest] = of('of').split(':');
  const key = rest.join(':');
  const picked = y.entries.filter((e) => {
    switch (kind) {
      case 'day':
        return e.date === key;
      case 'taxon':
        return e.taxa.includes(key);
      case 'place':
        return e.place === key;
      case 'person':
        return (e.people ?? []).includes(key);
      case 'why':
        return key in (e.left_why ?? {});
    }
    return false;
  });
  const pick = (what: string) => (value: string) => sift('of', `${what}:${value}`);
  const margins = y.margins.flatMap((i) => y.entries[i] ?? []);
  const ranks = (rows: Schema['Tally'][]) =>
    rows.slice(0, drawn).map((r) => ({
      key: r.key,
      name: name(r.key),
      value: r.taken_g || r.found,
      says: tallyWords(r, grams),
    }));
  const ofYear = (id: string) => [
    ...new Set(y.entries.filter((e) => e.kind !== 'meal' && e.taxa.includes(id)).map((e) => e.date)),
  ];
  return (
    <Page>
      <h1>The year {y.year}</h1>
      <Row data-screen-only style={{ marginBottom: 10 }}>
        {y.years.map((n) => (
          <Button key={n} isDisabled={n === y.year} onPress={() => sift('year', String(n))}>
            {n}
          </Button>
        ))}
      </Row>
      {y.entries.length === 0 && <p>Nothing is kept of this year. What you find, gather and eat stands here.</p>}
      {y.entries.length > 0 && (
        <>
          <p>
            <strong>
              {y.found} found, {grams(y.taken_g)} taken, {y.left} left, {y.meals} {y.meals === 1 ? 'meal' : 'meals'}.
            </strong>{' '}
            A circle is larger the more was found; it is filled where something was taken, and dashed round where it was
            eaten.
          </p>
          <Days year={y.year} days={y.days} grams={grams} onDay={pick('day')} />
          {kind && (
            <section aria-label="What it is made of">
              <h2>
                {kind === 'day' || kind === 'why' ? key : name(key)}: {picked.length}{' '}
                {picked.length === 1 ? 'entry' : 'entries'}
              </h2>
              <List aria-label="Entries">
                {picked.map((e) => (
                  <li key={`${e.kind} ${e.id}`}>
                    <Link href={addressOf(e)}>{e.name}</Link>{' '}
                    <small>
                      {[kindWords[e.kind], e.date, e.g ? grams(e.g) : '', e.left ? `${e.left} left` : '']
                        .filter(Boolean)
                        .join(' · ')}
                    </small>
                  </li>
                ))}
              </List>
              <Quiet onPress={() => sift('of', '')}>Close the list</Quiet>
            </section>
          )}
          <h2>By kind</h2>
          <Ranks label="By kind" rows={ranks(y.taxa)} onPick={pick('taxon')} />
          <h2>By place</h2>
          {y.places.length === 0 && <p>No place was named.</p>}
          <Ranks label="By place" rows={ranks(y.places)} onPick={pick('place')} />
          <h2>By person</h2>
          <Ranks label="By person" rows={ranks(y.people)} onPick={pick('person')} />
          <h2>What was left, and why</h2>
          {y.left_why.length === 0 && <p>No piece was left for a reason.</p>}
          <Ranks
            label="Why it was left"
            rows={y.left_why.map((w) => ({ key: w.why, name: w.why, value: w.left, says: String(w.left) }))}
            onPick={pick('why')}
          />
          <h2>How far it lay from a harmful one</h2>
          {margins.length === 0 ? (
            <p>Nothing was cleared.</p>
          ) : (
            <>
              <p>By how many slips at once what was cleared lay away from a harmful kind.</p>
              <Margins year={y.year} entries={margins} />
              <List aria-label="Margins">
                {margins.map((e) => (
                  <li key={e.id}>
                    <Link href={addressOf(e)}>{e.name}</Link>{' '}
                    <small>
                      {e.date} · {e.margin}
                    </small>
                  </li>
                ))}
              </List>
            </>
          )}
          <h2>Own days beside the almanac</h2>
          {y.taxa.slice(0, drawn).map((t) => {
            const there = almanac?.taxa.find((a) => a.taxon === t.key);
            const days = ofYear(t.key);
            if (!there || days.length === 0) return null;
            return (
              <div key={t.key} style={{ margin: '10px 0' }}>
                <strong>{name(t.key)}</strong>
                <Strip spans={there.spans} today={almanac?.today ?? 1} label={`${name(t.key)}, the almanac`} />
                <OwnDays year={y.year} days={days} />
              </div>
            );
          })}
          <Folded open={false} heading={<h2>The days as a table</h2>}>
            {() => (
              <Table>
                <thead>
                  <tr>
                    <th>Day</th>
                    <th>Found</th>
                    <th>Taken</th>
                    <th>Left</th>
                    <th>Meals</th>
                  </tr>
                </thead>
                <tbody>
                  {y.days.map((d) => (
                    <tr key={d.key}>
                      <td>{d.key}</td>
                      <td>{d.found}</td>
                      <td>{d.taken_g > 0 ? grams(d.taken_g) : ''}</td>
                      <td>{d.left || ''}</td>
                      <td>{d.meals || ''}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
          </Folded>
        </>
      )}
    </Page>
  );
}
