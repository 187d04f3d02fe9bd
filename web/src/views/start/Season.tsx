import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { useTodaysSeason } from '../../api/useTodaysSeason';
import { Stalk } from '../../components/Harm';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.ul`
  > li { padding: 9px 0; border-top: 1.5px solid ${c('mist')}; }
  > li > a { font-weight: 600; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
  .doubles { display: flex; flex-wrap: wrap; gap: 2px 12px; margin-top: 2px; font-size: 15px; }
  .doubles li { display: grid; grid-template-columns: 11px auto; gap: 4px; align-items: center; }
  .doubles svg { width: 10px; height: 24px; }
`;

/** How many doubles of one taxon are named. */
const doubles = 3;

/** What begins and ends about now where one lives, with the harmful ones that it is taken for. */
export default function Season() {
  const { data, error } = useTodaysSeason();
  if (error) return <p role="alert">{strings.whatBeginsNowCannotBe(error.message)}</p>;
  if (!data) return null;
  return (
    <section aria-label={strings.theSeason}>
      <h2>{strings.beginsAboutNow(data.place && data.yours ? `, ${data.place}` : '')}</h2>
      {!data.yours && (
        <p>
          {strings.reckonedForTheGuidesOwn}
          <Link href="/settings">{strings.sayWhereYouLook}</Link>.
        </p>
      )}
      <p>{[data.year, data.rain].filter(Boolean).join(' ')}</p>
      {data.begins.length === 0 && <p>{strings.nothingBeginsWithinTenDays}</p>}
      <List aria-label={strings.beginsAboutNow2}>
        {data.begins.map((t) => (
          <Comes key={t.taxon} taxon={t} />
        ))}
      </List>
      {data.ends.length > 0 && (
        <>
          <h2>{strings.endsSoon}</h2>
          <List aria-label={strings.endsSoon}>
            {data.ends.map((t) => (
              <Comes key={t.taxon} taxon={t} />
            ))}
          </List>
        </>
      )}
      <Link href="/almanac">
        {data.more_begin + data.more_end > 0
          ? strings.moreAndTheWholeYear(data.more_begin + data.more_end)
          : strings.theWholeYearTheAlmanac}
      </Link>
    </section>
  );
}

function Comes({ taxon: t }: { taxon: Schema['ComesToday'] }) {
  return (
    <li>
      <Link href={`/guide/${t.taxon}`}>{t.name}</Link>
      {t.stars > 0 && (
        <span role="img" aria-label={strings.youFollowIt}>
          {' '}
          ★
        </span>
      )}
      <small>{[t.says, t.span, t.part].filter(Boolean).join(' · ')}</small>
      {t.doubles.length > 0 && (
        <ul className="doubles" aria-label={strings.takenForAndAboutNow(t.name)}>
          {t.doubles.slice(0, doubles).map((d) => (
            <li key={d.taxon}>
              <Stalk thorns={harmWords[d.harm].thorns} small />
              <span>
                <Link href={`/compare?target=${t.taxon}&other=${d.taxon}`}>{d.name}</Link>,{' '}
                {harmWords[d.harm].say.replace(/^.*: /, '')}
              </span>
            </li>
          ))}
          {t.doubles.length > doubles && (
            <li>
              <span />
              <span>{strings.andMore(t.doubles.length - doubles)}</span>
            </li>
          )}
        </ul>
      )}
    </li>
  );
}
