import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { useAlmanac } from '../../api/useAlmanac';
import { useYear } from '../../api/useYear';
import { OneOf, Quiet, Row } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { Page, Waiting } from '../../components/Page';
import { Strip } from '../../components/Strip';
import { withUnit } from '../../components/units';
import { useSift } from '../../components/useSift';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import { Days, Margins, OwnDays, Ranks, tallyWords } from './Charts';
import { strings } from './strings';

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
      <h1>{strings.theYear(y.year)}</h1>
      <Row data-screen-only style={{ marginBottom: 10 }}>
        <OneOf
          label={strings.year}
          value={String(y.year)}
          onChange={(n) => sift('year', n)}
          options={y.years.map((n) => ({ id: String(n), name: String(n) }))}
        />
      </Row>
      {y.entries.length === 0 && <p>{strings.nothingIsKeptOfThis}</p>}
      {y.entries.length > 0 && (
        <>
          <p>
            <strong>
              {strings.foundTakenLeft(
                y.found,
                grams(y.taken_g),
                y.left,
                y.meals,
                y.meals === 1 ? strings.meal : strings.meals,
              )}
            </strong>
            {strings.aCircleIsLargerThe}
          </p>
          <Days year={y.year} days={y.days} grams={grams} onDay={pick('day')} />
          {kind && (
            <section aria-label={strings.whatItIsMadeOf}>
              <h2>
                {kind === 'day' || kind === 'why' ? key : name(key)}: {picked.length}{' '}
                {picked.length === 1 ? strings.entry : strings.entries}
              </h2>
              <List aria-label={strings.entries2}>
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
              <Quiet onPress={() => sift('of', '')}>{strings.closeTheList}</Quiet>
            </section>
          )}
          <h2>{strings.byKind}</h2>
          <Ranks label={strings.byKind} rows={ranks(y.taxa)} onPick={pick('taxon')} />
          <h2>{strings.byPlace}</h2>
          {y.places.length === 0 && <p>{strings.noPlaceWasNamed}</p>}
          <Ranks label={strings.byPlace} rows={ranks(y.places)} onPick={pick('place')} />
          <h2>{strings.byPerson}</h2>
          <Ranks label={strings.byPerson} rows={ranks(y.people)} onPick={pick('person')} />
          <h2>{strings.whatWasLeftAndWhy}</h2>
          {y.left_why.length === 0 && <p>{strings.noPieceWasLeftFor}</p>}
          <Ranks
            label={strings.whyItWasLeft}
            rows={y.left_why.map((w) => ({ key: w.why, name: w.why, value: w.left, says: String(w.left) }))}
            onPick={pick('why')}
          />
          <h2>{strings.howFarItLayFrom}</h2>
          {margins.length === 0 ? (
            <p>{strings.nothingWasCleared}</p>
          ) : (
            <>
              <p>{strings.byHowManySlipsAt}</p>
              <Margins year={y.year} entries={margins} />
              <List aria-label={strings.margins}>
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
          <h2>{strings.ownDaysBesideTheAlmanac}</h2>
          {y.taxa.slice(0, drawn).map((t) => {
            const there = almanac?.taxa.find((a) => a.taxon === t.key);
            const days = ofYear(t.key);
            if (!there || days.length === 0) return null;
            return (
              <div key={t.key} style={{ margin: '10px 0' }}>
                <strong>{name(t.key)}</strong>
                <Strip spans={there.spans} today={almanac?.today ?? 1} label={strings.theAlmanac(name(t.key))} />
                <OwnDays year={y.year} days={days} />
              </div>
            );
          })}
          <Folded open={false} heading={<h2>{strings.theDaysAsATable}</h2>}>
            {() => (
              <Table>
                <thead>
                  <tr>
                    <th>{strings.day}</th>
                    <th>{strings.found}</th>
                    <th>{strings.taken}</th>
                    <th>{strings.left}</th>
                    <th>{strings.meals2}</th>
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
