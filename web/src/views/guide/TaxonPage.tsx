import { Fragment, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import type { TaxonPage as Described } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useSettings } from '../../api/useSettings';
import { useStartRecord } from '../../api/useStartRecord';
import { type Stage, useTaxonPage } from '../../api/useTaxonPage';
import { Button, Primary, Row, Toggle } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { monthNames, scoreWords, whenWords } from '../../components/guideWords';
import { Stalk } from '../../components/Harm';
import { Mark } from '../../components/Mark';
import { Page, Waiting } from '../../components/Page';
import { UseAndHarm } from '../../components/UseAndHarm';
import { useNarrow } from '../../components/useNarrow';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { harmWords, organWords, today } from '../../components/words';
import { Colours } from '../../drawings/Colours';
import { Figure } from '../../drawings/Figure';
import { Thumb } from '../../drawings/Thumb';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';
import { TaxonOverlay } from './TaxonOverlay';

const Top = styled.div`
  display: grid;
  margin-top: 10px;
  grid-template-columns: minmax(300px, 0.9fr) minmax(0, 1.4fr);
  gap: 28px;
  align-items: start;
  figure { margin: 0; background: ${c('paper')}; border-radius: 16px; padding: 10px 18px; display: grid; }
  figcaption { font-size: 14px; color: ${c('stone')}; }
  .names { color: ${c('stone')}; }
  .worth { display: flex; gap: 10px; align-items: center; margin: 10px 0; }
  .drawn { position: sticky; top: 14px; }
  @media (max-height: 720px) { .drawn { position: static; } }
  ${narrow} { grid-template-columns: minmax(0, 1fr); gap: 14px; .drawn { display: contents; > figure { order: -1; } } }
  @media print { .drawn { position: static; } }
`;

const Doubles = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 10px;
  margin: 10px 0 16px;
  li { display: grid; grid-template-columns: 76px minmax(0, 1fr); gap: 12px; padding: 10px; border-radius: 14px; background: ${c('paper')}; break-inside: avoid; font-size: 15px; line-height: 1.35; }
  a { font-weight: 600; }
  .name { display: flex; gap: 6px; align-items: center; font-size: 17px; }
  .name svg { flex: none; height: 30px; width: 12px; }
  ${narrow} { grid-template-columns: minmax(0, 1fr); li { grid-template-columns: 60px minmax(0, 1fr); } }
`;

const Stages = styled(Row)`margin-top: 10px;`;

const Texts = styled.dl`
  margin-top: 16px;
  dt { font-weight: 700; margin-top: 10px; }
  .dispute { border-left: 6px solid ${c('thorn')}; padding-left: 12px; }
`;

const Scores = styled.table`
  border-collapse: collapse;
  width: 100%;
  font-size: 15px;
  th, td { text-align: left; vertical-align: top; padding: 6px 10px 6px 0; border-top: 1px solid ${c('mist')}; }
  thead th, tbody th.organ { font-size: 16px; padding-top: 14px; border-top: 0; }
  th.name { font-weight: 600; width: 34%; }
  .source { color: ${c('stone')}; font-size: 14px; }
  .must { color: ${c('cut')}; font-weight: 700; }
`;

const Bar = styled.div`
  display: grid;
  grid-template-columns: 6.5rem repeat(12, minmax(0, 1fr));
  gap: 2px;
  font-size: 12.5px;
  align-items: center;
  margin-top: 8px;
  max-width: 640px;
  span { text-align: center; color: ${c('stone')}; white-space: nowrap; }
  ${narrow} { grid-template-columns: 5.2rem repeat(12, minmax(0, 1fr)); font-size: 10.5px; span { letter-spacing: -0.03em; } strong { font-size: 13px; } }
  strong { font-size: 14px; }
  i { height: 16px; border-radius: 3px; background: ${c('mist')}; }
  i.there { background: ${c('cut')}; }
  i.part { background: linear-gradient(90deg, ${c('cut')} 50%, ${c('mist')} 50%); }
  i.late { background: linear-gradient(90deg, ${c('mist')} 50%, ${c('cut')} 50%); }
  i.now { outline: 2px solid ${c('ink')}; }
`;

/** A taxon's page: its figure, what it shows, when, what it is taken for, and everything one should know. */
export default function TaxonPage({ id }: { id: string }) {
  const [stage, setStage] = useState<Stage>('');
  const [month, setMonth] = useState(0);
  const turn = (by: number) => setMonth((month + by + 13) % 13);
  useShortcuts({ arrowleft: () => turn(-1), arrowright: () => turn(1) });
  const { data, error } = useTaxonPage(id, stage, month);
  const { guide } = useGuide();
  const { data: settings } = useSettings();
  const { start } = useStartRecord();
  const isNarrow = useNarrow();
  const [, go] = useLocation();
  useTitle(data?.view.display_name);
  if (!data || !guide) return <Waiting error={error} />;
  const t = data.view;
  const beside = data.lookalikes.slice(0, 4).map((l) => `other=${l.taxon.id}`);
  const begin = () =>
    settings &&
    start(
      {
        kingdom: t.kingdom,
        target: t.id,
        purpose: 'eat',
        date: today(),
        region: settings.region,
        observer: settings.observer,
        place: settings.place,
      },
      (record) => go(`/bench/${record}`),
    );
  return (
    <Page $wide>
      <p>
        <Link href="/guide">{strings.theGuide}</Link> · <Link href={`/guide/family/${t.family}`}>{t.family}</Link>
      </p>
      <Top>
        <div className="drawn">
          <figure>
            <Figure
              kingdom={t.kingdom}
              shown={data.usual}
              sizes={data.sizes}
              label={strings.drawnFromWhatTheGuide(t.display_name)}
            />
            <figcaption>
              {stage ? `As it is ${whenWords[stage]}` : strings.asItUsuallyIs}
              {month > 0 && `, in ${monthNames[month - 1]}`}
              {strings.brokenLines(month > 0 ? strings.notThereOrNotKnown : strings.notKnown)}
            </figcaption>
            <Colours shown={data.usual} />
          </figure>
          <div>
            <Stages role="group" aria-label={strings.monthOfTheFigure}>
              <Button aria-label={strings.theMonthBefore} onPress={() => turn(-1)}>
                ‹
              </Button>
              <Toggle isSelected={month === 0} onChange={() => setMonth(0)}>
                {strings.anyMonth}
              </Toggle>
              <span role="status">{month > 0 && monthNames[month - 1]}</span>
              <Button aria-label={strings.theMonthAfter} onPress={() => turn(1)}>
                ›
              </Button>
            </Stages>
            {data.stages.length > 0 && (
              <Stages role="group" aria-label={strings.stageOfTheFigure}>
                {(['', ...data.stages] as Stage[]).map((s) => (
                  <Toggle key={s} isSelected={s === stage} onChange={() => setStage(s)}>
                    {s ? whenWords[s] : strings.asUsual}
                  </Toggle>
                ))}
              </Stages>
            )}
            <Season page={data} month={month} />
            {data.season.length > 0 && (
              <p>
                {strings.itsSeasonByRule(data.season_at)}
                {data.view.use !== 'none' && (
                  <>
                    ;{' '}
                    <Link href={`/almanac?q=${encodeURIComponent(data.view.display_name)}`}>
                      {strings.followItInTheAlmanac}
                    </Link>
                  </>
                )}
                .
              </p>
            )}
          </div>
        </div>
        <div>
          <h1>{t.display_name}</h1>
          <p>
            <em>{t.name}</em>, {t.family}
          </p>
          <p className="names">
            {[...t.common.slice(1), ...data.synonyms].join('; ')}
            {data.members.length > 0 && strings.holds(data.members.join(', '))}
            {t.shared && strings.oneOfItsNamesIs2(t.shared.join(', '))}
          </p>
          <div className="worth">
            <Stalk small thorns={harmWords[t.harm]?.thorns ?? 0} />
            <span>
              <UseAndHarm taxon={t} />
              {data.onset && strings.feltAfterToHours(data.onset.from_h, data.onset.to_h)}
            </span>
          </div>
          <Row>
            {t.use !== 'none' && <Primary onPress={begin}>{strings.checkOneYouFound}</Primary>}
            {beside.length > 0 && (
              <Link href={`/compare?target=${t.id}&${beside.join('&')}`}>{strings.besideItsLookalikes}</Link>
            )}
          </Row>
          <Texts>
            {data.disputed && (
              <div className="dispute">
                <dt>{strings.disputed}</dt>
                <dd>{data.disputed}</dd>
              </div>
            )}
            {(
              [
                [strings.touchingIt, [data.does, data.handling].filter(Boolean).join(' ')],
                [strings.seenFromAfar, data.scouting],
                [strings.harvest, data.harvest],
                [strings.pieceByPiece, data.conditions.length > 0 && <Pieces page={data} />],
                [strings.afterRain, afterRain(data.after_rain)],
                [strings.preparation, (data.preparation || data.steps.length > 0) && <Preparing page={data} />],
                [strings.dried, data.yield?.dried && strings.aboutOf100PartsOf(data.yield.dried * 100)],
                [strings.recordedLimitsNoAdvice, limits(data.dose)],
                [strings.cautions, data.cautions],
              ] as const
            ).map(
              ([name, text]) =>
                text && (
                  <Fragment key={name}>
                    <dt>{name}</dt>
                    <dd>{text}</dd>
                  </Fragment>
                ),
            )}
          </Texts>
          <Mistaken of={t.id} heading={strings.whatItCanBeMistaken} list={data.lookalikes} />
          <Mistaken
            of={t.id}
            heading={t.use === 'none' ? strings.whatPeopleMistakeItFor : strings.itCanItselfPassFor}
            list={data.taken_as.filter((k) => !data.lookalikes.some((l) => l.taxon.id === k.taxon.id))}
          />
          {data.lookalikes.length + data.taken_as.length === 0 && t.use === 'none' && (
            <p>{strings.thisGuideKnowsNothingGathered}</p>
          )}
          {data.beyond.length > 0 && (
            <>
              <h2>{strings.alsoMistakenForItAnd}</h2>
              <Texts>
                {data.beyond.map((o) => (
                  <Fragment key={o.name}>
                    <dt>
                      <i>{o.name}</i>
                    </dt>
                    <dd>{o.tell}</dd>
                  </Fragment>
                ))}
              </Texts>
            </>
          )}
        </div>
      </Top>
      {t.own === 'taxon' ? (
        <p>
          <Mark>{strings.yours}</Mark> <Link href={`/guide/mine/${t.id}`}>{strings.changeIt}</Link>
        </p>
      ) : (
        <TaxonOverlay page={data} />
      )}
      <Folded open={!isNarrow} heading={<h2>{strings.whatItShowsFeatureBy}</h2>}>
        {() => <Shows page={data} />}
      </Folded>
      <p>{strings.knownFrom(data.regions.join(', '))}</p>
      <p>{strings.whereThisComesFrom(data.sources.join('; '))}</p>
    </Page>
  );
}

/** Those that are mistaken for each other, with what tells them apart. */
function Mistaken({ of, heading, list }: { of: string; heading: string; list: Described['lookalikes'] }) {
  if (list.length === 0) return null;
  return (
    <section aria-label={heading}>
      <h2>{heading}</h2>
      <Doubles>
        {list.map((l) => (
          <li key={l.taxon.id}>
            <Thumb taxon={l.taxon.id} size={76} />
            <div>
              <div className="name">
                <Stalk small thorns={harmWords[l.taxon.harm]?.thorns ?? 0} />
                <Link href={`/guide/${l.taxon.id}`}>{l.taxon.display_name}</Link>
              </div>
              <UseAndHarm taxon={l.taxon} />
              <div>{l.tell}</div>
              <Link href={`/compare?target=${of}&other=${l.taxon.id}`}>{strings.sideBySide}</Link>
            </div>
          </li>
        ))}
      </Doubles>
    </section>
  );
}

/** How long after how much rain it comes, in millimetres and inches. */
function afterRain(rain: Described['after_rain']): string {
  if (!rain) return '';
  return strings.lookToDaysAfterMm(rain.from_days, rain.within_days, rain.mm, (rain.mm / 25.4).toFixed(1));
}

/** The limits that a recorded mixture is held against. */
function limits(dose: Described['dose']): string {
  if (!dose) return '';
  const share = dose.share_max ? strings.atMostOf100Parts(dose.share_max * 100) : '';
  const drops = dose.drops ? `${dose.drops[0]} to ${dose.drops[1]} drops` : '';
  return strings.commonPracticeWithoutASource([share, drops].filter(Boolean).join('; '));
}

const kept = { keep: strings.keepIt, trim: strings.trimIt, leave: strings.leaveIt } as const;

/** Which pieces are kept, trimmed or left. */
function Pieces({ page }: { page: Described }) {
  return (
    <ul>
      {page.conditions.map((x) => (
        <li key={x.sign}>
          {x.sign}: <b>{kept[x.then as keyof typeof kept]}.</b> {x.how}
        </li>
      ))}
    </ul>
  );
}

/** What must be done to it before it is eaten, step by step. */
function Preparing({ page }: { page: Described }) {
  return (
    <>
      {page.preparation}
      {page.steps.length > 0 && (
        <InOrder>
          {page.steps.map((s, i) => (
            <li key={`${i} ${s.words}`}>
              {s.words}
              {s.must && <b>{strings.mustBeDone}</b>}
            </li>
          ))}
        </InOrder>
      )}
    </>
  );
}

const InOrder = styled.ol`
  margin: 0.25rem 0 0;
  padding-left: 1.5em;
  list-style: decimal;
`;

function Shows({ page }: { page: Described }) {
  const { guide } = useGuide();
  const [sourced, setSourced] = useState(false);
  if (!guide) return null;
  const organs = guide.organs.filter((o) => page.scores.some((s) => guide.character(s.character)?.organ === o));
  return (
    <>
      <Row data-screen-only>
        <Toggle isSelected={sourced} onChange={setSourced}>
          {strings.whereEachComesFrom}
        </Toggle>
      </Row>
      <Scores>
        <thead className="sr">
          <tr>
            <th>{strings.feature}</th>
            <th>{strings.shows}</th>
          </tr>
        </thead>
        {organs.map((o) => (
          <tbody key={o}>
            <tr>
              <th className="organ" colSpan={2} scope="rowgroup">
                {organWords[o] ?? o}
              </th>
            </tr>
            {page.scores
              .filter((s) => guide.character(s.character)?.organ === o)
              .map((s) => (
                <tr key={s.character}>
                  <th className="name" scope="row">
                    {guide.character(s.character)?.name}
                    {page.must_see.includes(s.character) && <span className="must">{strings.mustBeSeen}</span>}
                  </th>
                  <td>
                    {scoreWords(s.score, guide.character(s.character))}
                    {s.own && <Mark>{strings.yours}</Mark>}
                    {sourced && (
                      <div className="source">
                        {s.own ? strings.youSaySo : s.source}. {differing(guide.character(s.character)?.error ?? 0)}
                      </div>
                    )}
                  </td>
                </tr>
              ))}
          </tbody>
        ))}
      </Scores>
    </>
  );
}

/** How often honest observers differ on a feature. */
const differing = (error: number) => (error > 0 ? strings.carefulPeopleReadItOtherwise(Math.round(1 / error)) : '');

function Season({ page, month }: { page: Described; month: number }) {
  const now = month > 0 ? month - 1 : new Date().getMonth();
  return (
    <Bar
      role="img"
      aria-label={page.season
        .map((s) => `${organWords[s.organ]}: ${s.windows.map((w) => `${w.from} to ${w.to}`).join(', ')}`)
        .join('; ')}
    >
      <span />
      {monthNames.map((m) => (
        <span key={m}>{m}</span>
      ))}
      {page.season.map((s) => (
        <Fragment key={s.organ}>
          <strong>{organWords[s.organ]}</strong>
          {monthNames.map((m, i) => {
            const [first, second] = s.halves.slice(2 * i, 2 * i + 2);
            const kind = first && second ? 'there' : first ? 'part' : second ? 'late' : '';
            return <i key={m} data-tells={kind || undefined} className={`${kind} ${i === now ? 'now' : ''}`} />;
          })}
        </Fragment>
      ))}
    </Bar>
  );
}
