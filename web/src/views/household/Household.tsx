import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useChangeHousehold, useHousehold } from '../../api/useHousehold';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { TaxonPicker } from '../../components/TaxonPicker';
import { Tick } from '../../components/Tick';
import { c } from '../../theme/tokens';
import { strings } from './strings';

type Person = Schema['Person'];

const List = styled.ul`
  margin-top: 14px;
  border-bottom: 1.5px solid ${c('mist')};
  > li { padding: 14px 0; border-top: 1.5px solid ${c('mist')}; }
  && h2 { font-size: 18px; margin: 0; }
`;

const nobody = (): Person => ({ id: newId(), name: '' });

/** Who eats here: what they react to, and which cautions hold for them. */
export default function Household() {
  const { data, error } = useHousehold();
  const { guide } = useGuide();
  const { mutate, isPending } = useChangeHousehold();
  const [draft, setDraft] = useState<Person>();
  if (!data || !guide) return <Waiting error={error} />;
  const set = (part: Partial<Person>) => draft && setDraft({ ...draft, ...part });
  return (
    <Page>
      <h1>{strings.whoEatsHere}</h1>
      <p>{strings.whatIsSaidHereStays}</p>
      {data.people.length === 0 && !draft && <p>{strings.nobodyIsNamedYet}</p>}
      <List aria-label={strings.people}>
        {data.people.map((p) => (
          <li key={p.id}>
            <h2>{p.name}</h2>
            <p>
              {[
                p.child && strings.aChild,
                p.pregnant && strings.pregnantOrNursing,
                p.medicines && strings.takesMedicines,
                p.illness,
                (p.reacts ?? []).length > 0 && strings.reactsTo((p.reacts ?? []).map(guide.nameOf).join(', ')),
              ]
                .filter(Boolean)
                .join(' · ') || strings.noCautionIsSet}
            </p>
            <Row data-screen-only>
              <Button onPress={() => setDraft(p)}>{strings.change}</Button>
              <Quiet
                isDisabled={isPending}
                onPress={() =>
                  mutate(
                    { do: 'remove', id: p.id },
                    {
                      onSuccess: () =>
                        tell({
                          text: strings.isOfTheHouseholdNo(p.name),
                          action: { name: strings.undo, do: () => mutate({ do: 'undo' }) },
                        }),
                    },
                  )
                }
              >
                {strings.remove(p.name)}
              </Quiet>
            </Row>
          </li>
        ))}
      </List>
      {draft ? (
        <form
          aria-label={strings.aPerson}
          style={{ display: 'grid', gap: 10, marginTop: 14 }}
          onSubmit={(e) => {
            e.preventDefault();
            mutate({ do: 'person', person: draft }, { onSuccess: () => setDraft(undefined) });
          }}
        >
          <Text label={strings.name} value={draft.name} onChange={(name) => set({ name })} />
          <Tick isSelected={draft.child ?? false} onChange={(child) => set({ child })}>
            {strings.aChild2}
          </Tick>
          <Tick isSelected={draft.pregnant ?? false} onChange={(pregnant) => set({ pregnant })}>
            {strings.pregnantOrNursing2}
          </Tick>
          <Tick isSelected={draft.medicines ?? false} onChange={(medicines) => set({ medicines })}>
            {strings.takesMedicines2}
          </Tick>
          <Text
            label={strings.aDiseaseThatMattersSuch}
            value={draft.illness ?? ''}
            onChange={(illness) => set({ illness })}
          />
          {(draft.reacts ?? []).map((t) => (
            <Row key={t}>
              <span>{strings.reactsTo2(guide.nameOf(t))}</span>
              <Quiet onPress={() => set({ reacts: (draft.reacts ?? []).filter((x) => x !== t) })}>
                {strings.notTo(guide.nameOf(t))}
              </Quiet>
            </Row>
          ))}
          <TaxonPicker
            label={strings.reactsTo3}
            onPick={({ id }) => set({ reacts: [...(draft.reacts ?? []).filter((x) => x !== id), id] })}
          />
          <Row>
            <Primary type="submit" isDisabled={isPending || !draft.name.trim()}>
              {strings.keepIt}
            </Primary>
            <Quiet onPress={() => setDraft(undefined)}>{strings.notNow}</Quiet>
          </Row>
        </form>
      ) : (
        <Row style={{ marginTop: 14 }} data-screen-only>
          <Primary onPress={() => setDraft(nobody())}>{strings.addSomebody}</Primary>
          <Button isDisabled={!data.can_undo || isPending} onPress={() => mutate({ do: 'undo' })}>
            {strings.undo}
          </Button>
          <Link href="/kitchen">{strings.toTheKitchen}</Link>
        </Row>
      )}
    </Page>
  );
}
