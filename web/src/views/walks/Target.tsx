import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Stalk } from '../../components/Harm';
import { harmWords, partWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';
import { toldWords, tools, whole } from './words';

const Box = styled.section`
  border-top: 1.5px solid ${c('mist')};
  padding: 14px 0;
  && h2 { margin: 0; }
  .told { font-weight: 700; }
  .told.cannot, .told.not-in-season { color: ${c('thorn')}; }
  ol { margin: 4px 0 0 24px; list-style: decimal; columns: 2 220px; }
  h3 { font-size: 16px; margin-top: 10px; }
`;

const Dangers = styled.ul`
  li { display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 0 10px; padding: 7px 0; border-top: 1px solid ${c('mist')}; break-inside: avoid; }
  .harm { color: ${c('thorn')}; font-weight: 600; }
  small { display: block; font-size: 15px; color: ${c('stone')}; }
  li[hidden] { display: none; }
  @media print { li[hidden] { display: grid; } }
`;

const More = styled.button`
  min-height: 44px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
`;

/** How many dangers are shown at once. */
const first = 4;

/** A target of a walk: whether and how it is told that day, and what harmful stands in the same ground. */
export function Target({
  target: t,
  advice,
  guide,
}: {
  target: Schema['Aim'];
  advice: Schema['TargetAdvice'] | undefined;
  guide: GuideIndex;
}) {
  const [all, setAll] = useState(false);
  const said = (character: string) => guide.character(character)?.name ?? character;
  const tell = t.telling;
  const field = tell.checks.filter((k) => !tell.at_home.includes(k.character));
  const open = tell.open.filter((x) => x.taxon !== t.taxon);
  return (
    <Box aria-label={t.display_name}>
      <h2>
        <Link href={`/guide/${t.taxon}`}>{t.display_name}</Link>
      </h2>
      <p>
        <span className={`told ${tell.told}`}>{toldWords[tell.told]}</span>
        {tell.told === 'cannot' && tell.missing.length > 0 && strings.without(tools(tell.missing))}
        {tell.told === 'cannot' && tell.from && strings.itCanBeNamedFrom(tell.from)}
        {strings.wanted(
          advice?.state ?? '',
          t.pieces ?? 1,
          '★'.repeat(t.stars ?? 1),
          advice?.own ?? '',
          advice?.rain ?? '',
        )}
      </p>
      {open.length > 0 && tell.told === 'depends' && (
        <p>
          {strings.evenAfterAllChecksMay(
            open.length === 1 ? strings.oneHarmfulKind : strings.harmfulKinds(open.length),
            open.map((x) => guide.nameWithin(x.taxon)).join(', '),
          )}
        </p>
      )}
      {tell.told !== 'not-in-season' && field.length > 0 && (
        <>
          <h3>{strings.howItIsToldFor(whole(tell.first_minutes), whole(tell.further_minutes))}</h3>
          <ol>
            {field.map((k) => (
              <li key={k.character}>{said(k.character)}</li>
            ))}
          </ol>
          {tell.at_home.length > 0 && (
            <p>{strings.atHome(tell.at_home.map((k) => said(k).toLowerCase()).join(', '))}</p>
          )}
        </>
      )}
      <h3>{strings.harmfulAndAboutThereThat(t.dangers.length)}</h3>
      <Dangers aria-label={strings.dangers(t.display_name)}>
        {t.dangers.map((d, i) => (
          <li key={d.taxon} hidden={!all && i >= first}>
            <Stalk thorns={harmWords[d.harm].thorns} small />
            <div>
              <Link href={`/guide/${d.taxon}`}>{d.display_name}</Link>{' '}
              <span className="harm">{harmWords[d.harm].say}</span>
              {d.open && <b>{strings.notSurelyToldThatDay}</b>}
              <small>
                {d.tell ||
                  (d.told_by.length > 0 && strings.toldBy(d.told_by.map((k) => said(k).toLowerCase()).join(', ')))}
              </small>
              <small>
                {d.shows.length > 0 && strings.toBeSeenOfIt(d.shows.map(partWords).join(', '))}
                {d.ground.length > 0 && strings.sameGround(d.ground.map((g) => stateName(guide, g)).join(', '))}
              </small>
            </div>
          </li>
        ))}
      </Dangers>
      {t.dangers.length > first && (
        <More type="button" aria-expanded={all} onClick={() => setAll(!all)} data-screen-only>
          {all ? strings.fewer : `${t.dangers.length - first} more`}
        </More>
      )}
      {advice?.harvest && <p>{advice.harvest}</p>}
      {advice?.cautions && (
        <p>
          <b>{strings.caution}</b> {advice.cautions}
        </p>
      )}
    </Box>
  );
}

/** What a state of the ground is called, from character/state. */
function stateName(guide: GuideIndex, of: string): string {
  const [character = '', state] = of.split('/');
  const name = guide.character(character)?.states.find((s) => s.id === state)?.name ?? of;
  return name.charAt(0).toLowerCase() + name.slice(1);
}
