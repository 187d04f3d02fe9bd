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
  standing: 'was not ruled out on the record',
  'weak-point': 'one slip on the record would bring it back',
  margin: 'was ruled out on the record',
  listed: 'is taken for it',
};

const hours = (s: Schema['Suspect']) =>
  s.from_h === 0 && s.to_h === 0
    ? 'when its first signs begin is not known'
    : `first signs ${span(s.from_h)} to ${span(s.to_h)} after eating`;
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
    ['Poison centre', sheet?.poison_centre || settings?.poison_centre],
    ['Emergency service', sheet?.emergency_service || settings?.emergency_service],
  ] as const;
  return (
    <Sheet>
      <h1>Somebody is ill</h1>
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
              <strong>No number is set</strong>
              <span>Call the number of your country. Set it here for the next time.</span>
            </Link>
          ),
        )}
      </div>
      {error && <p role="alert">{error.message} What stands here holds all the same.</p>}
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
          <h2>What was eaten{sheet?.person ? `: ${sheet.person}` : ''}</h2>
          <Row data-screen-only style={{ alignItems: 'end' }}>
            {(house?.people ?? []).length > 0 && (
              <Pick
                label="Who is ill"
                value={person}
                onChange={setPerson}
                options={[
                  { id: '', name: 'Everybody' },
                  ...(house?.people ?? []).map((p) => ({ id: p.id, name: p.name })),
                ]}
              />
            )}
            <Text label="When the first sign came" type="datetime-local" value={first} onChange={setFirst} />
            <Button onPress={() => print()}>Print it on one page</Button>
          </Row>
        </>
      )}
      {person && first && (
        <Row data-screen-only style={{ alignItems: 'end' }}>
          <Text label="Which signs, in their order" value={signs} onChange={setSigns} />
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
                { onSuccess: () => tell({ text: 'It was noted, and is told before the next meal.' }) },
              )
            }
          >
            Note it
          </Quiet>
        </Row>
      )}
      {first && <p>First sign: {moment(new Date(first).toISOString())}.</p>}
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
      {sheet && sheet.meals.length === 0 && (
        <p>
          {sheet.kept
            ? 'No wild meal is noted in the three weeks before.'
            : 'No wild meal was ever noted here. Say what was eaten as well as you can.'}
        </p>
      )}
      {sheet?.meals.map((m, i) => (
        <section
          key={`${m.batch} ${m.at}`}
          className="meal"
          aria-label={`Meal of ${moment(m.at)}`}
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
                the record
              </Link>
            ))}
          </small>
          <p>{first ? m.late : 'Say when the first sign came: then it is told which of these fit.'}</p>
          <ul className="near" aria-label="What stands nearest to it">
            {m.suspects.map((s) => (
              <li key={s.taxon} className={first && s.fits ? 'fits' : undefined}>
                <Stalk thorns={harmWords[s.harm].thorns} small />
                <span>
                  {s.name} (<em>{s.latin}</em>), {harmWords[s.harm].say};{' '}
                  <small>
                    {hours(s)}
                    {first && (s.fits ? ': it fits' : ': it does not fit, and is not excluded')}; {nearWords[s.near]}
                  </small>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {sheet && sheet.meals.length > printed && (
        <p data-print-only>More meals stand in the program: {sheet.meals.length} in three weeks.</p>
      )}
      <Row data-screen-only style={{ marginTop: 12 }}>
        <Link href="/kitchen">Note a meal that is missing</Link>
        <Link href="/household">Who eats here</Link>
      </Row>
      <Primary data-screen-only onPress={() => scrollTo(0, 0)}>
        To the numbers
      </Primary>
    </Sheet>
  );
}
