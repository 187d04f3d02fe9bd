import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Taxon } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useTaxonSearch } from '../../api/useTaxonSearch';
import { Toggle } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { monthNames, useWords } from '../../components/guideWords';
import { Stalk } from '../../components/Harm';
import { Mark } from '../../components/Mark';
import { Page, Waiting } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { UseAndHarm } from '../../components/UseAndHarm';
import { usePause } from '../../components/usePause';
import { useSift } from '../../components/useSift';
import { harmWords } from '../../components/words';
import { c, narrow } from '../../theme/tokens';

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
  li { content-visibility: auto; contain-intrinsic-size: auto 66px; display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 10px; padding: 10px 0; border-top: 1.5px solid ${c('mist')}; font-size: 15px; }
  a { font-weight: 700; font-size: 17px; text-underline-offset: 3px; }
  em { color: ${c('stone')}; }
  ${narrow} { grid-template-columns: minmax(0, 1fr); }
`;

const none: Taxon[] = [];

/** So many of a long list are drawn at once: about a screen. */
const firstDrawn = 16;

const any = { id: '', name: 'Any' };

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
  const rows = useMemo(() => sifted.slice(0, most).map((t) => <One key={t.id} taxon={t} />), [sifted, most]);
  const { guide } = useGuide();
  const families = useMemo(
    () => [any, ...[...new Set(guide?.taxa.map((t) => t.family))].sort().map((f) => ({ id: f, name: f }))],
    [guide],
  );
  return (
    <Page>
      <h1>The guide</h1>
      <p>
        What is known of each, to leaf through at home. <Link href="/key">Walk a key</Link> where you have no name yet;{' '}
        <Link href="/guide/words">words and drawings</Link> explains every feature.{' '}
        <Link href="/guide/mine">My guide</Link> holds what you add.
      </p>
      <Text label="Any name: common, scientific, older, even misspelt" type="search" value={name} onChange={setName} />
      <Filters role="group" aria-label="Sift">
        <Pick
          label="Kind"
          value={kingdom}
          onChange={(v) => sift('kind', v)}
          options={[any, { id: 'plantae', name: 'Plants' }, { id: 'fungi', name: 'Mushrooms' }]}
        />
        <Pick label="Family" value={family} onChange={(v) => sift('family', v)} options={families} />
        <Pick
          label="Gathered"
          value={use}
          onChange={(v) => sift('use', v)}
          options={[
            any,
            ...Object.entries(useWords).map(([id, say]) => ({ id, name: say })),
            { id: 'none', name: 'not gathered' },
          ]}
        />
        <Pick
          label="Harm"
          value={harm}
          onChange={(v) => sift('harm', v)}
          options={[
            any,
            ...Object.entries(harmWords).map(([id, w]) => ({ id, name: id === 'none' ? 'No harm known' : w.say })),
          ]}
        />
        <Toggle isSelected={now} onChange={(on) => sift('now', on ? '1' : '')}>
          Here in {monthNames[month - 1]}
        </Toggle>
      </Filters>
      {!data && <Waiting error={error} within />}
      {data && (
        <p role="status">
          {sifted.length === 0
            ? 'Nothing in this guide is like that. It may still be out there: no guide is complete.'
            : `${sifted.length} of ${all.length}`}
        </p>
      )}
      <List aria-label="Taxa">{rows}</List>
    </Page>
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
            {by && `, found by “${by}”`}
          </em>
          {taxon.own && <Mark>{taxon.own === 'taxon' ? 'yours' : 'with words of yours'}</Mark>}
          <div>
            <UseAndHarm taxon={taxon} />
          </div>
          {taxon.shared && <div>One of its names is also given to {taxon.shared.join(', ')}.</div>}
        </div>
      </li>
    );
  },
  (a, b) => JSON.stringify(a.taxon) === JSON.stringify(b.taxon),
);
