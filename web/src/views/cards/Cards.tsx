import styled, { createGlobalStyle } from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import type { Schema } from '../../api/client';
import { useCards } from '../../api/useCards';
import { useSettings } from '../../api/useSettings';
import { Primary, Row } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { Page, Waiting } from '../../components/Page';
import { Strip } from '../../components/Strip';
import { TaxonPicker } from '../../components/TaxonPicker';
import { useToday } from '../../components/useToday';
import { harmWords } from '../../components/words';
import { Figure } from '../../drawings/Figure';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

/** Eight cards of A7 lie on a page of A4 in landscape, edge to edge. */
const Paper = createGlobalStyle`
  @page cards { size: A4 landscape; margin: 0; }
  @media print {
    main:has([data-cards]) > footer { display: none; }
    [data-cards]:not(#all) { max-width: none !important; padding: 0; }
  }
`;

const Sheet = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 14px;
  margin-top: 16px;
  ${narrow} { grid-template-columns: minmax(0, 1fr); }
  @media print {
    page: cards;
    display: block;
    && { margin: 0; }
    width: 296.5mm;
    font-size: 0;
    color: #000;
  }
`;

const Box = styled.article<{ $dense?: number }>`
  border: 1.5px solid ${c('ink')};
  border-radius: 12px;
  background: ${c('paper')};
  padding: 12px 14px;
  font-size: 15px;
  line-height: 1.3;
  && h2 { margin: 0; font-size: 19px; }
  em { color: ${c('stone')}; }
  p { margin-top: 4px; }
  ul, ol { margin: 0 0 0 16px; padding: 0; list-style: decimal; }
  .top { display: grid; grid-template-columns: minmax(0, 1fr) 116px; gap: 8px; }
  figure { margin: 0; }
  figure text, figure [data-scale] { display: none; }
  .double { list-style: none; margin-left: -16px; display: grid; grid-template-columns: 14px minmax(0, 1fr); gap: 4px; }
  .double svg { width: 12px; height: 26px; }
  @media print {
    display: inline-block;
    vertical-align: top;
    box-sizing: border-box;
    width: 74mm;
    height: 104.5mm;
    overflow: hidden;
    border: 0.2mm solid #000;
    border-radius: 0;
    padding: 2.6mm 3mm;
    font-size: ${(p) => [7.2, 6.6, 6, 5.5, 5][p.$dense ?? 0]}pt;
    line-height: 1.16;
    break-inside: avoid;
    background: none;
    && h2 { font-size: 10pt; }
    p { margin-top: 0.7mm; }
    .top { grid-template-columns: minmax(0, 1fr) 22mm; gap: 1mm; }
    .double { grid-template-columns: 2.4mm minmax(0, 1fr); gap: 1mm; }
    .double svg { width: 2.4mm; height: 4.6mm; }
  }
`;

/** Pocket cards, to be printed eight on a page: of a walk's targets, or of taxa that are chosen. */
export default function Cards() {
  const [search, setSearch] = useSearchParams();
  const today = useToday();
  const [walk, taxa] = [search.get('walk') ?? '', search.getAll('taxon')];
  const date = search.get('date') ?? (walk ? '' : today);
  const { data, error } = useCards(taxa, walk, date);
  const { data: settings } = useSettings();
  if (!data || !settings) return <Waiting error={error} />;
  const add = (id: string) =>
    setSearch((was) => {
      const next = new URLSearchParams(was);
      const had = new Set([...next.getAll('taxon'), ...(taxa.length === 0 ? data.map((x) => x.taxon.id) : [])]);
      next.delete('taxon');
      for (const t of [...had, id]) next.append('taxon', t);
      return next;
    });
  return (
    <Page style={{ maxWidth: 1240 }} data-cards>
      <Paper />
      <div data-screen-only>
        <h1>{strings.pocketCards}</h1>
        <p>
          {strings.eightOnAPageOf}
          {walk && <Link href={`/walks/${walk}`}>{strings.backToTheWalk}</Link>}
        </p>
        <Row>
          <Primary onPress={() => print()}>{strings.printCards(data.length + 1)}</Primary>
        </Row>
        <TaxonPicker label={strings.addACardOf} useful onPick={(t) => add(t.id)} />
        {data.length === 0 && <p>{strings.noCardIsChosenYet}</p>}
      </div>
      <Sheet>
        {data.map((card) => (
          <One key={card.taxon.id} card={card} />
        ))}
        <Emergency poison={settings.poison_centre} service={settings.emergency_service} />
      </Sheet>
    </Page>
  );
}

/** How many doubles stand on a card at most: what there is room for. Those that may be about come first, then the gravest. */
const mostDoubles = 5;

/** From how many letters on a card is printed smaller, a step at a time, so that none of its lines is lost. */
const steps = [1040, 1280, 1500, 1900];

function One({ card: k }: { card: Schema['Card'] }) {
  const doubles = [...k.doubles].sort((a, b) => Number(b.here) - Number(a.here));
  const [shown, more] = [doubles.slice(0, mostDoubles), Math.max(0, doubles.length - mostDoubles)];
  const must = new Set(k.must_see.map((l) => l.character));
  const looks = k.checks.map(
    (l) => `${l.name}${l.shows && !must.has(l.character) ? `: ${low(l.shows)}` : ''}${l.home ? strings.atHome : ''}`,
  );
  const letters = [
    k.told_says,
    k.cautions,
    ...looks,
    ...k.must_see.map((l) => l.name + l.shows),
    ...shown.map((d) => `${d.taxon.display_name}: deadly, ${d.tell}`),
  ].join(', ').length;
  return (
    <Box aria-label={strings.card(k.taxon.display_name)} $dense={steps.filter((s) => letters > s).length}>
      <div className="top">
        <div>
          <h2>{k.taxon.display_name}</h2>
          <em>{k.taxon.name}</em>
          <div>
            {k.date}: {k.state.toLowerCase()}. {k.told_says}
          </div>
        </div>
        <figure>
          <Figure kingdom={k.taxon.kingdom} shown={k.usual} sizes={k.sizes} label={k.taxon.display_name} />
        </figure>
      </div>
      <Strip spans={k.spans} today={k.today} label={strings.season} />
      {k.cautions && (
        <p>
          <b>{strings.caution}</b> {k.cautions}
        </p>
      )}
      {k.must_see.length > 0 && (
        <p>
          <b>{strings.mustBeSeen}</b> {k.must_see.map((l) => `${low(l.name)}: ${low(l.shows)}`).join('; ')}.
        </p>
      )}
      <p>
        <b>{strings.takenForIt}</b>
      </p>
      <ul>
        {shown.map((d) => (
          <li key={d.taxon.id} className="double">
            <Stalk thorns={harmWords[d.taxon.harm].thorns} small />
            <span>
              <b>{d.taxon.display_name}</b> ({harmWords[d.taxon.harm].say.split(': ').at(-1)}
              {d.here ? '' : strings.notAboutThen}): {d.tell}
            </span>
          </li>
        ))}
      </ul>
      {more > 0 && <p>{strings.andMoreLookInThe(more)}</p>}
      <p>
        <b>{strings.lookInThisOrder}</b> {looks.map((l, i) => `${i + 1} ${low(l)}`).join('; ')}.
      </p>
    </Box>
  );
}

/** A text as it stands within a sentence. */
const low = (text: string) => (/^[A-Z][A-Z.]/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1));

/** The card for hygiene and for an emergency. */
function Emergency({ poison, service }: { poison: string; service: string }) {
  return (
    <Box aria-label={strings.cardHygieneAndEmergency}>
      <h2>{strings.ifSomebodyFallsIll}</h2>
      <ol>
        <li>
          {strings.callThePoisonCentre}
          <b>{poison || 'number: ____________'}</b>
          {strings.orTheEmergencyService}
          <b>{service || 'number: ____________'}</b>
          {strings.doNotWaitForMore}
        </li>
        <li>{strings.keepWhatIsLeftRaw}</li>
        <li>{strings.sayWhatWasEatenHow}</li>
        <li>{strings.firstSignsAfterSixHours}</li>
        <li>{strings.doNotMakeAnybodyVomit}</li>
      </ol>
      <p>
        <b>{strings.onTheWalk}</b>
      </p>
      <ul>
        <li>{strings.everyPieceIsLookedAt}</li>
        <li>{strings.afterAnythingDeadlyOrThat}</li>
        <li>{strings.paperBagsNeverPlasticLeave}</li>
        <li>{strings.noVergesSprayedFieldsOr}</li>
      </ul>
      <p>
        <b>{strings.atHome2}</b>
      </p>
      <ul>
        <li>{strings.cookItThroughTheFirst}</li>
        <li>{strings.feelingWellTheSameEvening}</li>
      </ul>
      <div>
        <b>{strings.thisIsNotAPromise}</b>
        {strings.showAFirstFindTo}
      </div>
    </Box>
  );
}
