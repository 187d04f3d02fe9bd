import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { type BatchChange, useBeforeMeal } from '../../api/useChangeBatch';
import { useHousehold } from '../../api/useHousehold';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { fieldOf, moment } from '../../components/moments';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Box = styled.section`
  margin-top: 18px;
  .said { display: grid; gap: 8px; margin: 12px 0; padding: 14px 18px; border: 3px solid ${c('thorn')}; border-radius: 16px; }
  .said li { display: grid; grid-template-columns: minmax(0, 1fr); }
  .stops { font-weight: 600; }
  > ul { margin: 8px 0; list-style: disc; padding-left: 20px; }
`;

/** Who ate of a batch; what is to be said before a meal is noted stands before it. */
export function Meals({
  batch: b,
  open,
  busy,
  onChange,
}: {
  batch: Schema['Batch'];
  open: boolean;
  busy: boolean;
  onChange: (change: BatchChange, then?: () => void) => void;
}) {
  const { data: house } = useHousehold();
  const before = useBeforeMeal(b.id);
  const { weight } = useUnits();
  const [noting, setNoting] = useState(false);
  const [who, setWho] = useState<string[]>([]);
  const [at, setAt] = useState('');
  const [g, setG] = useState<number>();
  const [raw, setRaw] = useState(false);
  const [drink, setDrink] = useState(false);
  const meal = (): Schema['NewMeal'] => ({
    id: newId(),
    at: at ? new Date(at).toISOString() : b.now,
    who,
    raw,
    drink,
    ...(g ? { g: weight.kept(g) } : {}),
  });
  // What was said is of the meal that was asked about, as it was then: that one is noted.
  const asked = before.data;
  const of = before.variables;
  const again = () => before.reset();
  const done = () => {
    setNoting(false);
    setAt('');
    again();
  };
  return (
    <Box aria-label={strings.meals}>
      <h2>{strings.meals}</h2>
      {b.meals.length === 0 && <p>{strings.nobodyHasEatenOfIt}</p>}
      <ul aria-label={strings.mealsOfThisBatch}>
        {b.meals.map((m) => (
          <li key={m.id}>
            {moment(m.at)}: {m.names.join(', ')}
            {m.g ? `, ${withUnit(weight, m.g)}` : ''}
            {m.raw && ', raw'}
            {m.drink && strings.withAlcohol}{' '}
            <Link href={`/emergency${m.who.length === 1 ? `?person=${m.who[0]}` : ''}`} data-screen-only>
              {strings.illAfterIt}
            </Link>
          </li>
        ))}
      </ul>
      {open && !noting && (
        <Row data-screen-only>
          <Button onPress={() => setNoting(true)}>{strings.somebodyEatsOfIt}</Button>
        </Row>
      )}
      {open && noting && (
        <form
          aria-label={strings.aMeal}
          onSubmit={(e) => {
            e.preventDefault();
            before.mutate(meal());
          }}
        >
          {house && house.people.length === 0 && (
            <p>
              {strings.sayFirst}
              <Link href="/household">{strings.whoEatsHere2}</Link>
              {strings.whatEachOfThemBears}
            </p>
          )}
          {house?.people.map((p) => (
            <Tick
              key={p.id}
              isSelected={who.includes(p.id)}
              onChange={(on) => {
                again();
                setWho(on ? [...who, p.id] : who.filter((x) => x !== p.id));
              }}
            >
              {p.name}
            </Tick>
          ))}
          <Row>
            <Text
              label={strings.when}
              type="datetime-local"
              value={at || fieldOf(new Date(b.now))}
              onChange={(v) => {
                again();
                setAt(v);
              }}
            />
            <Quantity
              label={weight.unit === 'oz' ? strings.howMuchOunces : strings.howMuchGrams}
              unit={weight.unit}
              value={g}
              onChange={(v) => {
                again();
                setG(v);
              }}
            />
          </Row>
          <Tick
            isSelected={raw}
            onChange={(v) => {
              again();
              setRaw(v);
            }}
          >
            {strings.eatenRaw}
          </Tick>
          <Tick
            isSelected={drink}
            onChange={(v) => {
              again();
              setDrink(v);
            }}
          >
            {strings.alcoholGoesWithIt}
          </Tick>
          {before.error && <p role="alert">{before.error.message}</p>}
          {asked ? (
            <>
              <ul className="said" aria-label={strings.saidBeforeTheMeal}>
                {asked.map((s) => (
                  <li key={s.text} className={s.stops ? 'stops' : undefined}>
                    {s.text}
                  </li>
                ))}
              </ul>
              <Row>
                <Primary
                  isDisabled={busy}
                  onPress={() => of && onChange({ do: 'eat', meal: { ...of, told: asked.map((s) => s.text) } }, done)}
                >
                  {asked.some((s) => s.stops) ? strings.iHaveReadItNote : strings.noteTheMeal}
                </Primary>
                <Quiet onPress={done}>{strings.theyDoNotEatOf}</Quiet>
              </Row>
            </>
          ) : (
            <Row style={{ marginTop: 10 }}>
              <Primary type="submit" isDisabled={who.length === 0 || before.isPending}>
                {strings.whatIsToBeMinded}
              </Primary>
              <Quiet onPress={done}>{strings.notNow}</Quiet>
            </Row>
          )}
        </form>
      )}
    </Box>
  );
}
