import styled from 'styled-components';
import { Link } from 'wouter';
import { useChangePicking } from '../../api/useChangePicking';
import { usePickings } from '../../api/usePickings';
import { Button } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.ul`
  margin-top: 18px;
  border-bottom: 1.5px solid ${c('mist')};
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 6px 16px; align-items: center; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  && h2 { font-size: 18px; margin: 0; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
`;

/** The baskets: what was gathered, piece by piece. */
export default function Baskets() {
  const { data, error } = usePickings();
  const { mutate, isPending } = useChangePicking();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1 tabIndex={-1}>{strings.baskets}</h1>
      <p>
        {strings.oneGoodSpecimenIsNot}
        <Link href="/records">{strings.record}</Link>
        {strings.onWhichEverythingHarmfulWas}
      </p>
      {data.length === 0 && <p>{strings.thereIsNoneYet}</p>}
      <List aria-label={strings.baskets}>
        {data.map((p) => (
          <li key={p.id}>
            <div>
              <h2>
                <Link href={`/baskets/${p.id}`}>{p.name}</Link>
              </h2>
              <small>
                {[p.date, p.place, p.in === 1 ? '1 piece' : `${p.in} pieces`, p.closed ? 'closed' : 'open']
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            <Button
              aria-label={strings.deleteTheBasketOf(p.name, p.date)}
              isDisabled={isPending}
              onPress={() =>
                mutate(
                  { id: p.id, change: { do: 'delete' } },
                  {
                    onSuccess: () =>
                      tell({
                        text: strings.theBasketWasDeleted,
                        action: {
                          name: strings.bringItBack,
                          do: () => mutate({ id: p.id, change: { do: 'restore' } }),
                        },
                      }),
                  },
                )
              }
            >
              {strings.deleteWord}
            </Button>
          </li>
        ))}
      </List>
    </Page>
  );
}
