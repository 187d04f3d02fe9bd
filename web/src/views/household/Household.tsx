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

type Person = Schema['Person'];

const List = styled.ul`
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
      <h1>Who eats here</h1>
      <p>What is said here stays on this machine. It is told before a meal is noted, and on the emergency sheet.</p>
      {data.people.length === 0 && !draft && <p>Nobody is named yet.</p>}
      <List aria-label="People">
        {data.people.map((p) => (
          <li key={p.id}>
            <h2>{p.name}</h2>
            <p>
              {[
                p.child && 'a child',
                p.pregnant && 'pregnant or nursing',
                p.medicines && 'takes medicines',
                p.illness,
                (p.reacts ?? []).length > 0 && `reacts to ${(p.reacts ?? []).map(guide.nameOf).join(', ')}`,
              ]
                .filter(Boolean)
                .join(' · ') || 'No caution is set.'}
            </p>
            <Row data-screen-only>
              <Button onPress={() => setDraft(p)}>Change</Button>
              <Quiet
                isDisabled={isPending}
                onPress={() =>
                  mutate(
                    { do: 'remove', id: p.id },
                    {
                      onSuccess: () =>
                        tell({
                          text: `${p.name} is of the household no longer; meals keep the name.`,
                          action: { name: 'Undo', do: () => mutate({ do: 'undo' }) },
                        }),
                    },
                  )
                }
              >
                Remove {p.name}
              </Quiet>
            </Row>
          </li>
        ))}
      </List>
      {draft ? (
        <form
          aria-label="A person"
          style={{ display: 'grid', gap: 10, marginTop: 14 }}
          onSubmit={(e) => {
            e.preventDefault();
            mutate({ do: 'person', person: draft }, { onSuccess: () => setDraft(undefined) });
          }}
        >
          <Text label="Name" value={draft.name} onChange={(name) => set({ name })} />
          <Tick isSelected={draft.child ?? false} onChange={(child) => set({ child })}>
            A child
          </Tick>
          <Tick isSelected={draft.pregnant ?? false} onChange={(pregnant) => set({ pregnant })}>
            Pregnant or nursing
          </Tick>
          <Tick isSelected={draft.medicines ?? false} onChange={(medicines) => set({ medicines })}>
            Takes medicines
          </Tick>
          <Text
            label="A disease that matters, such as of the kidneys"
            value={draft.illness ?? ''}
            onChange={(illness) => set({ illness })}
          />
          {(draft.reacts ?? []).map((t) => (
            <Row key={t}>
              <span>Reacts to {guide.nameOf(t)}</span>
              <Quiet onPress={() => set({ reacts: (draft.reacts ?? []).filter((x) => x !== t) })}>
                Not to {guide.nameOf(t)}
              </Quiet>
            </Row>
          ))}
          <TaxonPicker
            label="Reacts to"
            onPick={({ id }) => set({ reacts: [...(draft.reacts ?? []).filter((x) => x !== id), id] })}
          />
          <Row>
            <Primary type="submit" isDisabled={isPending || !draft.name.trim()}>
              Keep it
            </Primary>
            <Quiet onPress={() => setDraft(undefined)}>Not now</Quiet>
          </Row>
        </form>
      ) : (
        <Row style={{ marginTop: 14 }} data-screen-only>
          <Primary onPress={() => setDraft(nobody())}>Add somebody</Primary>
          <Button isDisabled={!data.can_undo || isPending} onPress={() => mutate({ do: 'undo' })}>
            Undo
          </Button>
          <Link href="/kitchen">To the kitchen</Link>
        </Row>
      )}
    </Page>
  );
}
