import { useState } from 'react';
import styled from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { useChangeHousehold, useHousehold } from '../../api/useHousehold';
import { useSettings } from '../../api/useSettings';
import { useSheet } from '../../api/useSheet';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Stalk } from '../../components/Harm';
import { moment } from '../../components/moments';
import { tell } from '../../components/Notice';
import { Page } from '../../components/Page';
import { Pick } from '../../components/Pick';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import { harmWords } from '../../components/words';
import { c, face } from '../../theme/tokens';
import { strings } from './strings';

const Sheet = styled(Page)`
  .numbers { display: grid; grid-template-columns: repeat(auto-fit, minmax(240px, 1fr)); gap: 12px; margin: 12px 0; }
  .numbers a { display: block; padding: 14px 18px; border: 3px solid ${c('thorn')}; border-radius: 16px; background: ${c('thornWash')}; color: ${c('ink')}; text-decoration: none; }
  .numbers strong { display: block; font: 800 34px/1.1 ${face.head}; font-variant-numeric: tabular-nums; }
  .advice { display: grid; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); gap: 0 28px; }
  .advice ul, .near { list-style: disc; padding-left: 20px; }
  .advice li { margin: 3px 0; }
  .meal { border-top: 1.5px solid ${c('mist')}; padding: 12px 0; }
  .near { list-style: none; padding: 0; }
  .near li { display: grid; grid-template-columns: 20px minmax(0, 1fr); gap: 8px; padding: 5px 0; }
  .near .fits { font-weight: 700; }
  .near .fits small { font-weight: 400; color: ${c('ink')}; }
  small { color: ${c('stone')}; font-size: 15px; }
  @media print {
    padding: 0;
    font-size: 8.6pt;
    line-height: 1.25;
    h1 { font-size: 15pt; }
    h2 { font-size: 10.5pt; margin: 5pt 0 1pt; }
    .numbers { grid-template-columns: 1fr 1fr; margin: 4pt 0; }
    .numbers a { padding: 4pt 8pt; background: none; border: 1.5pt solid #000; border-radius: 6pt; }
    .numbers strong { font-size: 20pt; }
    .advice { grid-template-columns: 1fr 1fr; gap: 0 14pt; }
    .advice li { margin: 0; }
    .meal { padding: 3pt 0; break-inside: avoid; }
    .near { columns: 2; }
    .near li { padding: 0; break-inside: avoid; }
    small { font-size: 8pt; color: #000; }
  }
`;

/** How near a harmful kind stands, in words. */
const nearWords: Record<Schema['Nearness'], string> = {
  standing: strings.wasNotRuledOutOn,
  'weak-point': strings.oneSlipOnTheRecord,
  margin: strings.wasRuledOutOnThe,
  listed: strings.isTakenForIt,
};

const hours = (s: Schema['Suspect']) =>
  s.from_h === 0 && s.to_h === 0
    ? strings.whenItsFirstSignsBegin
    : strings.firstSignsToAfterEating(span(s.from_h), span(s.to_h));
const span = (h: number) =>
  h >= 48 ? `${Math.round(h / 24)} days` : h < 1 ? `${Math.round(h * 60)} minutes` : `${h} hours`;

/** How many meals are laid out on paper, so that it is one page. */
const printed = 2;

/** The sheet that nobody wants to need: whom to call, what to keep, what they will ask, and what was eaten. */
export default function Emergency() {
  const { data: settings } = useSettings();
  const { weight } = useUnits();
  const { data: house } = useHousehold();
  const { mutate, isPending } = useChangeHousehold();
  const [search] = useSearchParams();
  const [person, setPerson] = useState(search.get('person') ?? '');
  const [first, setFirst] = useState('');
  const [signs, setSigns] = useState('');
  const { data: sheet, error } = useSheet(person, first ? new Date(first).toISOString() : '');
  const numbers = [
    [strings.poisonCentre, sheet?.poison_centre || settings?.poison_centre],
    [strings.emergencyService, sheet?.emergency_service || settings?.emergency_service],
  ] as const;
  return (
    <Sheet>
      <h1>{strings.somebodyIsIll}</h1>
      <div className="numbers">
        {numbers.map(([name, number]) =>
          number ? (
            <a key={name} href={`tel:${number.replaceAll(' ', '')}`}>
              {name}
              <strong>{number}</strong>
            </a>
          ) : (
            <Link key={name} href="/settings">
              {name}
              <strong>{strings.noNumberIsSet}</strong>
              <span>{strings.callTheNumberOfYour}</span>
            </Link>
          ),
        )}
      </div>
      {error && <p role="alert">{strings.whatStandsHereHoldsAll(error.message)}</p>}
      {sheet?.trouble && <p role="alert">{sheet.trouble}</p>}
      <div className="advice">
        {(sheet?.advice ?? []).map((s) => (
          <section key={s.title} aria-label={s.title}>
            <h2>{s.title}</h2>
            <ul>
              {s.lines.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      {/* What comes later would push this away. */}
      {(sheet || error) && (
        <>
          <h2>{strings.whatWasEaten(sheet?.person ? `: ${sheet.person}` : '')}</h2>
          <Row data-screen-only>
            {(house?.people ?? []).length > 0 && (
              <Pick
                label={strings.whoIsIll}
                value={person}
                onChange={setPerson}
                options={[
                  { id: '', name: strings.everybody },
                  ...(house?.people ?? []).map((p) => ({ id: p.id, name: p.name })),
                ]}
              />
            )}
            <Text label={strings.whenTheFirstSignCame} type="datetime-local" value={first} onChange={setFirst} />
            <Button onPress={() => print()}>{strings.printItOnOnePage}</Button>
          </Row>
        </>
      )}
      {person && first && (
        <Row data-screen-only>
          <Text label={strings.whichSignsInTheirOrder} value={signs} onChange={setSigns} />
          <Quiet
            isDisabled={isPending || !signs.trim()}
            onPress={() =>
              mutate(
                {
                  do: 'reaction',
                  reaction: {
                    id: newId(),
                    person,
                    first: new Date(first).toISOString(),
                    signs,
                  },
                },
                { onSuccess: () => tell({ text: strings.itWasNotedAndIs }) },
              )
            }
          >
            {strings.noteIt}
          </Quiet>
        </Row>
      )}
      {first && <p>{strings.firstSign(moment(new Date(first).toISOString()))}</p>}
      {sheet && sheet.reactions.length > 0 && (
        <ul>
          {sheet.reactions.map((r) => (
            <li key={r.id}>
              {r.name}: {moment(r.first)}
              {r.signs && `, ${r.signs}`}
            </li>
          ))}
        </ul>
      )}
      {sheet && sheet.meals.length === 0 && <p>{sheet.kept ? strings.noWildMealIsNoted : strings.noWildMealWasEver}</p>}
      {sheet?.meals.map((m, i) => (
        <section
          key={`${m.batch} ${m.at}`}
          className="meal"
          aria-label={strings.mealOf(moment(m.at))}
          {...(i >= printed ? { 'data-screen-only': true } : {})}
        >
          <strong>
            {moment(m.at)}: {m.as.join(', ')}
            {m.grams > 0 && `, ${withUnit(weight, m.grams)}`}
          </strong>{' '}
          <small>
            {sheet.ate[i]?.join(', ')}. {m.says}{' '}
            {m.records.map((r) => (
              <Link key={r} href={`/bench/${r}`}>
                {strings.theRecord}
              </Link>
            ))}
          </small>
          <p>{first ? m.late : strings.sayWhenTheFirstSign}</p>
          <ul className="near" aria-label={strings.whatStandsNearestToIt}>
            {m.suspects.map((s) => (
              <li key={s.taxon} className={first && s.fits ? 'fits' : undefined}>
                <Stalk thorns={harmWords[s.harm].thorns} small />
                <span>
                  {s.name} (<em>{s.latin}</em>), {harmWords[s.harm].say};{' '}
                  <small>
                    {hours(s)}
                    {first && (s.fits ? strings.itFits : strings.itDoesNotFitAnd)}; {nearWords[s.near]}
                  </small>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {sheet && sheet.meals.length > printed && (
        <p data-print-only>{strings.moreMealsStandInThe(sheet.meals.length)}</p>
      )}
      {(sheet || error) && (
        <>
          <Row data-screen-only style={{ marginTop: 12 }}>
            <Link href="/kitchen">{strings.noteAMealThatIs}</Link>
            <Link href="/household">{strings.whoEatsHere}</Link>
          </Row>
          <Primary data-screen-only onPress={() => scrollTo(0, 0)}>
            {strings.toTheNumbers}
          </Primary>
        </>
      )}
    </Sheet>
  );
}
