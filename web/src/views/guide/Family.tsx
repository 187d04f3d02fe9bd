import styled from 'styled-components';
import { Link } from 'wouter';
import type { Taxon } from '../../api/client';
import { useFamily } from '../../api/useFamily';
import { useGuide } from '../../api/useGuide';
import { Page, Waiting } from '../../components/Page';
import { Cards, TaxonCard } from '../../components/TaxonCard';
import { organWords } from '../../components/words';
import { Drawing } from '../../drawings/lazy';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Traits = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 10px;
  margin: 10px 0;
  > li { display: grid; gap: 4px; align-content: start; padding: 12px; border-radius: 14px; background: ${c('paper')}; break-inside: avoid; font-size: 15px; }
  strong { font-size: 16px; }
  .art { display: flex; flex-wrap: wrap; gap: 4px; align-items: center; }
  small { color: ${c('stone')}; font-size: 14px; }
`;

/** How many drawings stand for a trait. */
const drawn = 2;

/** A family: what its taxa in this guide share, drawn; what is gathered of it, and what it is taken for within the family. */
export default function Family({ name }: { name: string }) {
  const { data, error } = useFamily(name);
  const { guide } = useGuide();
  if (!data || !guide) return <Waiting error={error} />;
  const gathered = data.taxa.filter((t) => t.use !== 'none');
  const others = data.taxa.filter((t) => t.use === 'none');
  const deadly = data.taxa.filter((t) => t.harm === 'deadly').length;
  const grave = others.filter((t) => t.harm === 'deadly' || t.harm === 'serious');
  const beside = (t: Taxon) =>
    `/compare?target=${t.id}&${grave
      .slice(0, 4)
      .map((x) => `other=${x.id}`)
      .join('&')}`;
  return (
    <Page $wide>
      <p>
        <Link href="/guide">{strings.theGuide}</Link>
      </p>
      <h1>{data.name}</h1>
      <p>
        {strings.inThisGuideGatheredDeadly(data.taxa.length, gathered.length, deadly)}
        {data.older.length > 0 && strings.inOlderBooks(data.older.join(', '))}
      </p>
      <h2>{strings.whatTheyHaveInCommon}</h2>
      {data.traits.length === 0 ? (
        <p>{strings.nothingThatSetsThemApart}</p>
      ) : (
        <Traits>
          {data.traits.map((t) => {
            const character = guide.character(t.character);
            return (
              <li key={t.character}>
                <span className="art">
                  {t.states.slice(0, drawn).map((s) => (
                    <Drawing key={s} character={t.character} state={s} size={58} />
                  ))}
                </span>
                <strong>{t.states.map((s) => character?.states.find((x) => x.id === s)?.name).join('; or ')}</strong>
                <small>{character && `${organWords[character.organ]}: ${character.name.toLowerCase()}`}</small>
              </li>
            );
          })}
        </Traits>
      )}
      <p>{strings.trueOfThoseInThis}</p>
      {gathered.length > 0 && (
        <section aria-label={strings.gathered}>
          <h2>{strings.gathered}</h2>
          <Cards>
            {gathered.map((t) => (
              <TaxonCard key={t.id} taxon={t}>
                {grave.length > 0 && <Link href={beside(t)}>{strings.besideTheDangerousOnes}</Link>}
              </TaxonCard>
            ))}
          </Cards>
        </section>
      )}
      {others.length > 0 && (
        <section aria-label={strings.notGathered}>
          <h2>{strings.notGatheredTheGravestFirst}</h2>
          <Cards>
            {others.map((t) => (
              <TaxonCard key={t.id} taxon={t} />
            ))}
          </Cards>
        </section>
      )}
    </Page>
  );
}
