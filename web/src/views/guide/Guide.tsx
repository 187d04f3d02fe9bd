import { memo, type ReactNode, useDeferredValue, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Taxon } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useTaxonSearch } from '../../api/useTaxonSearch';
import { Button, OneOf, Row, Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { monthNames, useWords } from '../../components/guideWords';
import { Stalk } from '../../components/Harm';
import { Mark } from '../../components/Mark';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { Cards, TaxonCard } from '../../components/TaxonCard';
import { UseAndHarm } from '../../components/UseAndHarm';
import { useNarrow } from '../../components/useNarrow';
import { usePause } from '../../components/usePause';
import { useSift } from '../../components/useSift';
import { harmWords } from '../../components/words';
import { Thumb } from '../../drawings/Thumb';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

const Filters = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 12px;
  align-items: end;
  margin: 14px 0;
`;

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 0 26px;
  li { content-visibility: auto; contain-intrinsic-size: auto 66px; display: grid; grid-template-columns: 18px minmax(0, 1fr) auto; gap: 10px; padding: 10px 0; border-top: 1.5px solid ${c('mist')}; font-size: 15px; }
  a { font-weight: 700; font-size: 17px; text-underline-offset: 3px; }
  em { color: ${c('stone')}; }
  ${narrow} { grid-template-columns: minmax(0, 1fr); }
`;

const Sections = styled.div`
  details > summary { min-height: 56px; padding: 4px 0; display: flex; align-items: center; gap: 12px; list-style: none; }
  details > summary::-webkit-details-marker { display: none; }
  details > summary::after { content: '+'; margin-left: auto; padding: 0 8px; font-size: 22px; color: ${c('stone')}; }
  details[open] > summary::after { content: '–'; }
  summary > div { min-width: 0; line-height: 1.25; }
  summary small { display: block; font-weight: 400; font-size: 14.5px; color: ${c('stone')}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  summary .kills { color: ${c('thorn')}; font-weight: 600; }
  .kingdom > details > summary { font-size: 20px; }
  .families { padding-left: 8px; } .families > details { min-width: 0; }
  @media (min-width: 1180px) { .families { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 0 34px; align-items: start; } .families > details[open] { grid-column: 1 / -1; } }
  h3 { font-size: 16px; font-style: italic; margin-top: 8px; }
`;

const none: Taxon[] = [];

/** So many of a long list are drawn at once: about a screen. */
const firstDrawn = 16;

/** So many of what was found are shown before one asks for more. */
const firstFound = 24;

const any = { id: '', name: strings.any };

/** The guide to leaf through: found by any name, sifted by family, month, use and harm. */
export default function Guide() {
  const { of, sift, search } = useSift();
  const [name, setName] = useState(search.get('q') ?? '');
  const [kingdom, family, use, harm, now] = [of('kind'), of('family'), of('use'), of('harm'), search.has('now')];
  const month = new Date().getMonth() + 1;
  const query = usePause(name.trim());
  useEffect(() => {
    if (query !== (new URLSearchParams(location.search).get('q') ?? '')) sift('q', query);
  }, [query, sift]);
  const { data, error } = useTaxonSearch(query);
  const all = data ?? none;
  const sifted = useMemo(
    () =>
      all.filter(
        (t) =>
          (!kingdom || t.kingdom === kingdom) &&
          (!family || t.family === family) &&
          (!use || t.use === use) &&
          (!harm || t.harm === harm) &&
          (!now || t.months.includes(month)),
      ),
    [all, kingdom, family, use, harm, now, month],
  );
  // The first of a long list are drawn at once, the rest when there is time: it must not hold up what is being typed.
  const settled = useDeferredValue(sifted);
  const most = settled === sifted ? sifted.length : firstDrawn;
  const asTable = of('as') === 'table';
  const sought = query !== '' || Boolean(family || use || harm || now);
  const [wanted, setWanted] = useState('');
  const whole = wanted === search.toString();
  const shown = whole ? most : Math.min(most, firstFound);
  const found = sifted.slice(0, shown);
  const isNarrow = useNarrow();
  const { guide } = useGuide();
  const families = useMemo(
    () => [any, ...[...new Set(guide?.taxa.map((t) => t.family))].sort().map((f) => ({ id: f, name: f }))],
    [guide],
  );
  const filters = () => (
    <Filters role="group" aria-label={strings.sift}>
      <Pick
        label={strings.kind}
        value={kingdom}
        onChange={(v) => sift('kind', v)}
        options={[any, { id: 'plantae', name: strings.plants }, { id: 'fungi', name: strings.mushrooms }]}
      />
      <Pick label={strings.family} value={family} onChange={(v) => sift('family', v)} options={families} />
      <Pick
        label={strings.gathered}
        value={use}
        onChange={(v) => sift('use', v)}
        options={[
          any,
          ...Object.entries(useWords).map(([id, say]) => ({ id, name: say })),
          { id: 'none', name: strings.notGathered2 },
        ]}
      />
      <Pick
        label={strings.harm}
        value={harm}
        onChange={(v) => sift('harm', v)}
        options={[
          any,
          ...Object.entries(harmWords).map(([id, w]) => ({ id, name: id === 'none' ? strings.noHarmKnown : w.say })),
        ]}
      />
      <Toggle isSelected={now} onChange={(on) => sift('now', on ? '1' : '')}>
        {strings.hereIn}
        {monthNames[month - 1]}
      </Toggle>
      <OneOf
        label={strings.howItIsShown}
        value={asTable ? 'table' : 'pictures'}
        onChange={(v) => sift('as', v === 'table' ? 'table' : '')}
        options={[
          { id: 'pictures', name: strings.pictures },
          { id: 'table', name: strings.table },
        ]}
      />
    </Filters>
  );
  return (
    <Page $wide>
      <h1>{strings.theGuide}</h1>
      <p>
        {strings.noNameYet}
        <Link href="/key">{strings.answerAFewQuestions}</Link>.{' '}
        <Link href="/guide/words">{strings.wordsAndDrawings}</Link>
        {strings.explainsEveryFeature}
        <Link href="/guide/mine">{strings.myGuide}</Link>
        {strings.holdsWhatYouAdd}
      </p>
      <Text label={strings.anyNameCommonScientificOlder} type="search" value={name} onChange={setName} />
      {isNarrow ? (
        <Folded open={Boolean(kingdom || family || use || harm || now || asTable)} heading={strings.narrowItDownOrShow}>
          {filters}
        </Folded>
      ) : (
        filters()
      )}
      {!data && <Waiting error={error} within />}
      {data && (
        <p role="status">{sifted.length === 0 ? strings.nothingInThisGuideIs : `${sifted.length} of ${all.length}`}</p>
      )}
      {sought || asTable ? (
        <>
          {asTable ? (
            <List aria-label={strings.taxa}>
              {found.map((t) => (
                <One key={t.id} taxon={t} />
              ))}
            </List>
          ) : (
            <Cards aria-label={strings.taxa}>
              {found.map((t) => (
                <TaxonCard key={t.id} taxon={t}>
                  <Besides taxon={t} />
                </TaxonCard>
              ))}
            </Cards>
          )}
          {sifted.length > found.length && (
            <Row>
              <Button onPress={() => setWanted(search.toString())}>{strings.showAll(sifted.length)}</Button>
            </Row>
          )}
        </>
      ) : (
        <ByFamily taxa={sifted} />
      )}
    </Page>
  );
}

/** What is said of a taxon besides in a list. */
function Besides({ taxon }: { taxon: Taxon }) {
  const by =
    taxon.found_by && taxon.found_by !== taxon.display_name && taxon.found_by !== taxon.name ? taxon.found_by : '';
  return (
    <>
      {by && <div>{strings.foundBy(by)}</div>}
      {taxon.own && <Mark>{taxon.own === 'taxon' ? strings.yours : strings.withWordsOfYours}</Mark>}
      {taxon.shared && <div>{strings.oneOfItsNamesIs(taxon.shared.join(', '))}</div>}
    </>
  );
}

const kingdoms = [
  ['fungi', strings.mushrooms],
  ['plantae', strings.plants],
] as const;

function grouped(taxa: Taxon[], of: (t: Taxon) => string): [string, Taxon[]][] {
  const out = new Map<string, Taxon[]>();
  for (const t of taxa) out.set(of(t), [...(out.get(of(t)) ?? []), t]);
  return [...out].sort(([a], [b]) => (a < b ? -1 : 1));
}

/** From how many taxa on a family is shown genus by genus. Common practice; no source. */
const byGenus = 9;

/** Kingdom by kingdom and family by family, each folded until it is wanted. */
function ByFamily({ taxa }: { taxa: Taxon[] }) {
  return (
    <Sections>
      {kingdoms.map(([kingdom, name], i) => {
        const here = taxa.filter((t) => t.kingdom === kingdom);
        if (here.length === 0) return null;
        const families = grouped(here, (t) => t.family);
        return (
          <div key={kingdom} className="kingdom">
            <Folded
              open={i === 0 || here.length === taxa.length}
              heading={
                <div>
                  {name}
                  <small>
                    {strings.inWord(
                      here.length,
                      families.length,
                      families.length === 1 ? strings.family2 : strings.families,
                    )}
                  </small>
                </div>
              }
            >
              {() => (
                <div className="families">
                  {families.map(([family, members]) => (
                    <FamilySection key={family} family={family} members={members} />
                  ))}
                </div>
              )}
            </Folded>
          </div>
        );
      })}
    </Sections>
  );
}

function FamilySection({ family, members }: { family: string; members: Taxon[] }) {
  const first = members[0];
  if (!first) return null;
  const deadly = members.filter((t) => t.harm === 'deadly').length;
  return (
    <Folded
      open={false}
      heading={
        <>
          <Thumb taxon={first.id} size={46} />
          <div>
            {family}
            {deadly > 0 && <span className="kills">{strings.deadly(deadly)}</span>}
            <small>{members.map((t) => t.display_name).join(', ')}</small>
          </div>
        </>
      }
    >
      {() => (
        <>
          <Link href={`/guide/family/${family}`}>{strings.whatTheyHaveInCommon}</Link>
          {members.length < byGenus ? (
            <Members taxa={members} />
          ) : (
            grouped(members, (t) => t.name.split(' ')[0] ?? '').map(
              ([genus, of]): ReactNode => (
                <section key={genus} aria-label={genus}>
                  <h3>{genus}</h3>
                  <Members taxa={of} />
                </section>
              ),
            )
          )}
        </>
      )}
    </Folded>
  );
}

function Members({ taxa }: { taxa: Taxon[] }) {
  return (
    <Cards>
      {taxa.map((t) => (
        <TaxonCard key={t.id} taxon={t}>
          <Besides taxon={t} />
        </TaxonCard>
      ))}
    </Cards>
  );
}

/** One line of the list, drawn anew only where what it tells is another. */
const One = memo(
  function One({ taxon }: { taxon: Taxon }) {
    const by =
      taxon.found_by && taxon.found_by !== taxon.display_name && taxon.found_by !== taxon.name ? taxon.found_by : '';
    return (
      <li>
        <Stalk small thorns={harmWords[taxon.harm]?.thorns ?? 0} />
        <div>
          <Link href={`/guide/${taxon.id}`}>{taxon.display_name}</Link>{' '}
          <em>
            {taxon.name}
            {by && strings.foundBy2(by)}
          </em>
          {taxon.own && <Mark>{taxon.own === 'taxon' ? strings.yours : strings.withWordsOfYours}</Mark>}
          <div>
            <UseAndHarm taxon={taxon} />
          </div>
          {taxon.shared && <div>{strings.oneOfItsNamesIs(taxon.shared.join(', '))}</div>}
        </div>
        <Thumb taxon={taxon.id} size={52} />
      </li>
    );
  },
  (a, b) => JSON.stringify(a.taxon) === JSON.stringify(b.taxon),
);
